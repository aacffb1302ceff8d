import { distance } from 'fastest-levenshtein'
import { findBearing, sizes } from '../catalogue/catalogue.js'
import { plainName } from '../catalogue/designation.js'
import { parse, type UnitSystem } from '../units/quantities.js'
import { lower } from '../words/lower.js'
import { CLAUSES, COMPONENT_WORDS, LINE_WORDS } from './vocabulary.js'

/** Words of a line cut into pieces, and what each may be. */

/** To a thousandth of a mm: as written in inches it comes back the same. Source: none, it rounds. */
export const round = (mm: number) => Math.round(mm * 1e3) / 1e3

/** A stretch of the words: its text without the blanks around it, and where it stands. */
export interface Piece {
  text: string
  from: number
  to: number
}

/** The stretch without the blanks around it; places count letters and have no unit. Source: none, it reads. */
export function trimmed(source: string, from: number, to: number): Piece {
  while (from < to && /\s/.test(source[from]!)) from += 1
  while (to > from && /\s/.test(source[to - 1]!)) to -= 1
  return { text: source.slice(from, to), from, to }
}

/** Pieces between separators that stand outside of quotes; places count letters and have no unit. Source: none, it reads. */
export function split(source: string, from: number, to: number, isSeparator: (at: number) => boolean): Piece[] {
  const pieces: Piece[] = []
  let start = from
  let quoted = false
  for (let at = from; at < to; at += 1) {
    if (source[at] === '"') quoted = !quoted && source.indexOf('"', at + 1) !== -1
    else if (!quoted && isSeparator(at)) {
      pieces.push(trimmed(source, start, at))
      start = at + 1
    }
  }
  pieces.push(trimmed(source, start, to))
  return pieces
}

/** Pieces between commas and semicolons; a comma inside a number is its decimal sign: `900,5`. No unit. Source: none, it reads. */
export const elements = (source: string): Piece[] =>
  split(
    source,
    0,
    source.length,
    (at) =>
      source[at] === ';' ||
      (source[at] === ',' &&
        !(
          /\d/.test(source[at - 1] ?? '') &&
          /^\d{1,2}(?=\s*(?:(?:mm|cm|m|in)?\s*([,;x×+]|$)|(?:kN|N|lbf|kg|lb)\b))/i.test(source.slice(at + 1))
        )),
  )

/** What a table has for a text, however it is written; no unit. Source: the table. */
export function find<T>(table: readonly (readonly [string, T])[], text: string): T | undefined {
  const given = lower(text)
  return table.find(([word]) => word === given)?.[1]
}

/** Longer than any name or word: nothing is near to it. */
const LONGEST_NAME = 32

/** Words nearest to what was typed, best first; none that needs more than a third of it changed. No unit. Source: edit distance. */
export function nearest(text: string, words: readonly string[]): string[] {
  const given = plainName(text)
  if (given.length > LONGEST_NAME) return []
  return (
    words
      .map((word) => ({ word, off: distance(given, plainName(word)) }))
      // What was typed is no hint.
      .filter(({ word, off }) => off > 0 && !lower(text).startsWith(`${lower(word)} `) && off <= Math.max(1, Math.floor(given.length / 3)))
      .sort((a, b) => a.off - b.off)
      .slice(0, 4)
      .map(({ word }) => word)
  )
}

/** What could have been meant; no unit. Source: the catalogue and the vocabulary. */
export const couldBe = (text: string): string[] =>
  /\d/.test(text)
    ? nearest(
        text,
        sizes().map((row) => row.designation),
      )
    : nearest(text, [...COMPONENT_WORDS.map(([w]) => w), ...LINE_WORDS.map(([w]) => w), ...CLAUSES, 'same'])

/** A distance in mm; null when it is none. Source: the units of `quantities`. */
export function distanceOf(text: string, system: UnitSystem): number | null {
  if (!/^[\d.,/\s\u2009]+\s*(mm|cm|m|in|inch|ft|")?$/i.test(text)) return null
  const read = parse(text, 'length', system)
  return read.ok ? round(read.value) : null
}

/** A number alone may be both: 2200 is a span in mm as well as a bearing. Source: the catalogue. */
export const mayBeBearing = (text: string) => !/[a-z"]/i.test(text) && findBearing(text) !== null

/** What an element may be. */
export type Sort = 'component' | 'distance' | 'support'

/** How many distances are missing, or lead to nothing. */
function misplaced(sorts: readonly Sort[]): number {
  let faults = 0
  let since: Sort[] | null = null
  sorts.forEach((sort, i) => {
    if (sort === 'distance' && (i === 0 || i === sorts.length - 1 || sorts[i - 1] === 'distance')) faults += 1
    if (sort !== 'support') return void since?.push(sort)
    const distances = since?.filter((s) => s === 'distance').length
    if (distances === 0 || (distances! > 1 && distances! <= since!.length - distances!)) faults += 1
    since = []
  })
  return faults
}

/** More doubtful numbers than this are taken in turns. */
const TRIED = 10

/** Which of the numbers that may be both are distances: those that leave the fewest distances, in mm, missing or astray. Source: engineering practice. */
export function settle(sorts: readonly (Sort | 'either')[]): Sort[] {
  const doubtful = sorts.flatMap((sort, i) => (sort === 'either' ? [i] : []))
  const taken = (mask: number) =>
    sorts.map((sort, i): Sort => (sort !== 'either' ? sort : (mask >> doubtful.indexOf(i)) & 1 ? 'distance' : 'support'))
  if (doubtful.length > TRIED) return sorts.map((sort, i): Sort => (sort !== 'either' ? sort : i % 2 ? 'distance' : 'support'))
  let best = taken(0)
  for (let mask = 1; mask < 2 ** doubtful.length; mask += 1) if (misplaced(taken(mask)) < misplaced(best)) best = taken(mask)
  return best
}
