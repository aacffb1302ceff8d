import { createHash, randomInt } from 'node:crypto'
import type { Invite } from './store.js'

/** Letters and digits that are not taken for each other when read out. */
const SIGNS = 'abcdefghjkmnpqrstuvwxyz23456789'
const LONG = 12
const DAYS = 7

/** A one-time code, in groups of four to be read out. */
export function newCode(): string {
  const signs = Array.from({ length: LONG }, () => SIGNS[randomInt(SIGNS.length)]).join('')
  return signs.replace(/(.{4})(?=.)/g, '$1-')
}

/** What is kept of a code: of 31^12 there is no table, so that a plain sum serves. Case and dashes do not count. */
export const sumOf = (code: string): string =>
  createHash('sha256')
    .update(code.toLowerCase().replace(/[^a-z0-9]/g, ''))
    .digest('hex')

export const inviteOf = (code: string, now: Date): Invite => ({
  sum: sumOf(code),
  until: new Date(now.getTime() + DAYS * 24 * 3600 * 1000),
})
