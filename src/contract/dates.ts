import { isoDay } from './days.js'
import { DateTime } from 'luxon'

/** Dates as lists have them, read without guessing. */

/** Which of two figures with strokes between them is the day. */
export type DayOrder = 'day-first' | 'month-first' | null

const STROKES = /\b(\d{1,2})\/(\d{1,2})\/(\d{2}|\d{4})\b/g

/** What the dates of a whole text tell of their order; null where nothing does, or where they contradict each other. */
export function dayOrderIn(text: string): DayOrder {
  let [day, month] = [false, false]
  for (const [, a, b] of text.matchAll(STROKES)) {
    day ||= Number(a) > 12
    month ||= Number(b) > 12
  }
  return day === month ? null : day ? 'day-first' : 'month-first'
}

const PLAIN = [
  'yyyy-MM-dd',
  'yyyy/MM/dd',
  'd.M.yyyy',
  'd. M. yyyy',
  'd-M-yyyy',
  'd LLL yyyy',
  'd-LLL-yyyy',
  'd LLLL yyyy',
  'LLL d, yyyy',
  'LLLL d, yyyy',
  'yyyyMMdd',
]
const BY_ORDER = { 'day-first': 'd/M/yyyy', 'month-first': 'M/d/yyyy' } as const

/**
 * A date as year, month, day. A time behind it is passed over. `5/4/2026` is read only where the whole file tells its order.
 * Two-digit years are refused: nobody can say which century an old bearing is from.
 */
export function readDate(text: string, order: DayOrder): { date: string } | { error: string } {
  const cell = text.trim().replace(/[T ]\d{1,2}:\d{2}.*$/, '')
  const strokes = /^(\d{1,2})\/(\d{1,2})\/(\d{2}|\d{4})$/.exec(cell)
  if (strokes && strokes[3]!.length === 4) {
    const [a, b] = [Number(strokes[1]), Number(strokes[2])]
    const own: DayOrder = a > 12 ? 'day-first' : b > 12 ? 'month-first' : a === b ? 'day-first' : order
    if (!own)
      return {
        error: `"${cell}" can be read two ways: write ${cell.split('/')[2]}-${pad(b)}-${pad(a)} or ${cell.split('/')[2]}-${pad(a)}-${pad(b)}`,
      }
    return found(DateTime.fromFormat(cell, BY_ORDER[own], { zone: 'utc', locale: 'en' })) ?? notOne(cell)
  }
  for (const format of PLAIN) {
    const read = found(DateTime.fromFormat(cell, format, { zone: 'utc', locale: 'en' }))
    if (read) return read
  }
  return notOne(cell)
}

const pad = (n: number) => String(n).padStart(2, '0')
const notOne = (cell: string) => ({ error: `"${cell.slice(0, 40)}" is no date: write it as 2026-11-25 or 25.11.2026` })
const found = (read: DateTime) => (read.isValid && read.year >= 1900 && read.year <= 2200 ? { date: read.toISODate()! } : null)

/** How far the first place of the earth is ahead, h. */
const AHEAD_H = 14

/** The latest day that anybody has at a moment: east of Greenwich tomorrow begins earlier. What is after it is still to come for all. */
export const latestDay = (at: Date): string => isoDay(new Date(at.getTime() + AHEAD_H * 3600 * 1000))
