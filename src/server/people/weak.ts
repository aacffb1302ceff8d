import { ZxcvbnFactory } from '@zxcvbn-ts/core'
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common'
import { refused } from '../problems.js'

const guesser = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs, l33tMaxSubstitutions: 16 })
/** Looking at more signs takes long and tells no more. */
const LOOKED_AT = 16
/** A list of the usual ones, names and repeats finds it within so many guesses. */
const MOST_GUESSES = 1e6

/** Passwords that somebody would try first: the commonest, the own name or sign-in name, one sign or word again and again. */
export function isGuessed(password: string, own: readonly string[]): boolean {
  const words = own.flatMap((text) => [text, ...text.split(/[^\p{L}\p{N}]+/u)]).filter((word) => word.length > 2)
  return guesser.check(password.slice(0, LOOKED_AT), words).guesses < MOST_GUESSES
}

/** @throws Refused with the field `password` */
export function mustNotBeGuessed(password: string, ...own: string[]): void {
  if (isGuessed(password, own))
    throw refused(
      'password',
      'one that nobody guesses: not a common one, not your name, not one sign again and again; three odd words will do',
    )
}
