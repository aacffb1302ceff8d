import type { Boundary } from '../catalogue/catalogue.js'
import type { Letters } from './letters.js'
import type { RackNames } from './rack-names.js'

/**
 * A marking as it is written every day, with letters that no table explains among those that are: number, bore form and what is understood are
 * taken, the rest is kept and named. Source: DIN 623-1 and common use; engineering practice.
 */

/** What the letters of one marking say. */
export interface Written {
  row: Boundary
  /** The name that was found at its head. */
  name: string
  letters: Letters[]
  /** Letters as written that nobody explains. */
  notRead: string[]
}

/** Signs that only part. */
const PARTS = /[\s\-/+,;._]+/
const DROPPED = /[\s\-._]/
/** More than this behind a number is no letters but other words: a 1206 bronze bush is no 1206. */
const MOST_OF_ONE = 5
const MOST_IN_ALL = 8
/** Letters that a figure behind them makes into others. */
const NOT_BEFORE_FIGURES = /^(P|C|S|SN)$/

interface Token {
  letters: Letters[]
  /** What is left over of it. */
  notRead: string
  taper: string | null
}

/** Closures are told apart whatever stands behind them: a sealed ring must not be taken for an open one. */
const CLOSED = /^(2RS|2RZ|2Z|ZZ|RS|RZ)(?=[A-Z0-9])/
/** Accuracy and clearance written in one: P63. */
const TOGETHER = /^P([456])([2345])$/

/** One run of letters between two parting signs. */
function tokenOf(text: string, explained: (text: string) => Letters[] | null, tapers: boolean, table: readonly Letters[]): Token {
  const of = (letters: string) => table.filter((l) => l.letters.toUpperCase() === letters).slice(0, 1)
  const whole = explained(text)
  if (whole)
    return {
      letters: whole.filter((l) => l.feature !== 'bore' || !tapers),
      notRead: '',
      taper: tapers ? (whole.find((l) => l.feature === 'bore')?.letters ?? null) : null,
    }
  const both = TOGETHER.exec(text)
  if (both) return { letters: [...of(`P${both[1]}`), ...of(`C${both[2]}`)], notRead: '', taper: null }
  const taper = tapers ? /^(.*?)(K30|K)(?=$|W33|C[2345]|TN|TV|M|J)(.*)$/.exec(text) : null
  if (taper) {
    const parts = [taper[1]!, taper[3]!].filter(Boolean).map((part) => tokenOf(part, explained, false, table))
    return { letters: parts.flatMap((p) => p.letters), notRead: parts.map((p) => p.notRead).join(''), taper: taper[2]! }
  }
  const closed = CLOSED.exec(text)
  if (closed) return { letters: of(closed[1]!), notRead: text.slice(closed[1]!.length), taper: null }
  const figures = /^(.*?[A-Z])(\d{1,2})$/.exec(text)
  const before = figures && !NOT_BEFORE_FIGURES.test(figures[1]!) ? explained(figures[1]!) : null
  if (before) return { letters: before, notRead: figures![2]!, taper: null }
  const ends = /^(.*?)(C[2345]|W33)$/.exec(text)
  if (ends && ends[1]) {
    const head = tokenOf(ends[1], explained, tapers, table)
    return { letters: [...head.letters, ...of(ends[2]!)], notRead: head.notRead, taper: head.taper }
  }
  return { letters: [], notRead: text, taper: null }
}

/** Where the sign after so many plain ones stands in a text. */
function behind(text: string, signs: number): number {
  let count = 0
  for (let i = 0; i < text.length; i += 1) {
    if (count === signs) return i
    if (!DROPPED.test(text[i]!)) count += 1
  }
  return text.length
}

/**
 * The best reading of a marking that is not explained to its end; null where no number of the rack stands at its head, or what is behind it is no
 * letters. `explained` reads a run of letters whole or not at all. No unit. Source: as above.
 */
export function readWritten(
  names: RackNames,
  typed: string,
  explained: (text: string) => Letters[] | null,
  table: readonly Letters[],
  usual: (name: string) => string | null,
): Written | null {
  const text = typed.trim().toUpperCase()
  const plain = text.replace(new RegExp(DROPPED, 'g'), '')
  let best: (Written & { rank: number }) | null = null
  for (let length = plain.length; length > 1; length -= 1) {
    const name = plain.slice(0, length)
    const heads = names.heads.get(name)
    if (!heads) continue
    const at = behind(text, length)
    const rest = text.slice(at)
    const parted = rest === '' || PARTS.test(rest[0]!)
    const runs = rest.split(PARTS).filter(Boolean)
    // A figure that follows at once belongs to the number: this is another one.
    if (!parted && /^\d/.test(runs[0] ?? '')) continue
    const tapered = names.tapered.has(`${name}K`) || names.tapered.has(`${name}K30`)
    const tokens = runs.map((run) => tokenOf(run, explained, tapered, table))
    const notRead = tokens.map((t) => t.notRead).filter(Boolean)
    const asWritten = runs.filter((_, k) => tokens[k]!.notRead)
    const wordsTyped = typed.split(PARTS).some((word) => /^[a-z]{4,}$/.test(word) && notRead.includes(word.toUpperCase()))
    if (
      wordsTyped ||
      runs.some((run) => /^\d+$/.test(run)) ||
      notRead.some((t) => t.length > MOST_OF_ONE) ||
      notRead.join('').length > MOST_IN_ALL
    )
      continue
    const taper = tokens.find((t) => t.taper)?.taper ?? null
    const wanted = usual(name)
    const head = heads.find((h) => h.row.designation === wanted) ?? heads[0]!
    const row = taper ? names.tapered.get(name + taper) : head.row
    if (!row) continue
    const seen = new Set<string>()
    // The first word on a feature counts.
    const letters = tokens.flatMap((t) => t.letters).filter((l) => !seen.has(l.feature) && seen.add(l.feature))
    const rank = notRead.join('').length * 10 + (head.short ? 0.5 : 0) - name.length * 0.01 - (parted ? 3 : 0)
    if (!best || rank < best.rank) best = { row, name, letters, notRead: asWritten, rank }
  }
  return best
}
