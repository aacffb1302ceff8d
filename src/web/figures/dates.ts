import { dayOf } from '../../contract/days.js'

/** What a day means to somebody who looks at it now: due, overdue, how long ago. How days read stands in the contract. */

const DAY_MS = 24 * 3600 * 1000

/** Whole calendar days from one moment to another; below zero is past. */
export function daysUntil(iso: string, now: string): number {
  const midnight = (text: string) => new Date(text).setHours(0, 0, 0, 0)
  return Math.round((midnight(iso) - midnight(now)) / DAY_MS)
}

export interface DueWords {
  level: 'good' | 'caution' | 'stop'
  words: string
}

/** How a due date stands today. */
export function dueWords(iso: string, now: string): DueWords {
  const days = daysUntil(iso, now)
  if (days < 0) return { level: 'stop', words: `${-days} ${days === -1 ? 'day' : 'days'} overdue` }
  if (days === 0) return { level: 'caution', words: 'due today' }
  return { level: 'good', words: days < 60 ? `in ${days} ${days === 1 ? 'day' : 'days'}` : dayOf(iso) }
}

/** How long ago something was, in the largest unit that says it: `5 minutes ago`. */
export function agoOf(iso: string, now: number): string {
  const minutes = Math.max(0, Math.floor((now - Date.parse(iso)) / 60_000))
  const say = (n: number, unit: string) => `${n} ${unit}${n === 1 ? '' : 's'} ago`
  if (minutes < 2) return 'just now'
  if (minutes < 120) return say(minutes, 'minute')
  const hours = Math.floor(minutes / 60)
  return hours < 48 ? say(hours, 'hour') : say(Math.floor(hours / 24), 'day')
}

/** The day on this device, `2026-03-12`. */
export const localDay = (at: Date): string =>
  [at.getFullYear(), at.getMonth() + 1, at.getDate()].map((n) => String(n).padStart(2, '0')).join('-')
