import type { ClearanceGroup } from '../fits/clearance-group.js'

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
