import type { ClearanceGroup } from '../bearing/clearance.js'

/** What the papers of a machine say on its bearings: each a source that a card quotes. */

/** What can be said, with the station that quotes it. */
export const SUBJECTS = {
  designation: { label: 'bearing', station: 'identify', quantity: null },
  clearance: { label: 'clearance', station: 'fit', quantity: null },
  fit: { label: 'fit', station: 'fit', quantity: null },
  grease: { label: 'grease', station: 'lubricate', quantity: null },
  interval: { label: 'regreasing interval', station: 'lubricate', quantity: 'hours' },
  quantity: { label: 'grease quantity', station: 'lubricate', quantity: 'grams' },
  speed: { label: 'highest speed', station: 'select', quantity: 'speed' },
  direction: { label: 'direction of turning', station: 'select', quantity: null },
  limit: { label: 'limit', station: 'runin', quantity: null },
} as const

export type Subject = keyof typeof SUBJECTS

export interface Saying {
  subject: Subject
  /** As the paper has it. */
  words: string
  /** Hours of an interval, grams of a quantity, r/min of a speed; null of everything else. */
  amount: number | null
  /** Name of the paper. */
  document: string
  page: number | null
}

/**
 * The clearance group that words name: `C3`, `clearance c4`, `normal`; null where they name none. No unit.
 * Source: ISO 5753-1 for the groups, engineering practice for how papers write them.
 */
export function groupIn(words: string): ClearanceGroup | null {
  const named = /\bC\s?([2345])\b/i.exec(words)
  if (named) return named[1] as ClearanceGroup
  return /\b(CN|C0|normal)\b/i.test(words) ? 'N' : null
}

/** How often the papers want grease, h: the shortest of what they say; null where they say nothing. Source: engineering practice. */
export function saidIntervalH(says: readonly Saying[] = []): number | null {
  const hours = says.flatMap((s) => (s.subject === 'interval' && s.amount !== null ? [s.amount] : []))
  return hours.length ? Math.min(...hours) : null
}

/** A temperature in words, °C; null where there is none. */
function temperatureIn(words: string): number | null {
  const found = /(\d{2,3}(?:[.,]\d+)?)\s*°?\s*([CF])\b/i.exec(words)
  if (!found) return null
  const value = Number(found[1]!.replace(',', '.'))
  return found[2]!.toUpperCase() === 'F' ? ((value - 32) * 5) / 9 : value
}

/** The lowest temperature, °C, that the papers name as a limit, with the paper; null where none does. Source: the papers. */
export function saidLimit(says: readonly Saying[] = []): { limitC: number; document: string } | null {
  const limits = says.flatMap(({ subject, words, document }) => {
    const limitC = subject === 'limit' ? temperatureIn(words) : null
    return limitC === null ? [] : [{ limitC, document }]
  })
  return limits.sort((a, b) => a.limitC - b.limitC)[0] ?? null
}

/** The highest speed, r/min, that the papers allow, with the paper; null where none does. Source: the papers. */
export function saidSpeed(says: readonly Saying[] = []): { speedRpm: number; document: string } | null {
  const speeds = says.flatMap(({ subject, amount, document }) =>
    subject === 'speed' && amount !== null ? [{ speedRpm: amount, document }] : [],
  )
  return speeds.sort((a, b) => a.speedRpm - b.speedRpm)[0] ?? null
}
