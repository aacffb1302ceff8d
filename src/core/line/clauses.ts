import { readOil } from '../lubrication/oil.js'
import { readGrease } from '../lubrication/grease-words.js'
import { parse, type UnitSystem } from '../units/quantities.js'
import { lower } from '../words/lower.js'
import { MOST, type DraftBearing, type DraftPosition } from './draft.js'
import { splitBlock, unitOf } from './housed.js'
import { find, round, trimmed, type Piece } from './pieces.js'
import type { RingHolding, ShaftSeatRecord, Sides } from './records.js'
import type { Holder } from '../arrangement/holders.js'
import { ARRANGEMENTS, CLAUSES, HELD_BY, SEATS, STANDS, type Clause } from './vocabulary.js'

/** What stands behind a bearing in the words of a line: how it is held, what it sits on and stands in, what it runs in, since when. */

/** A day as `2026-03-12`; a month or a year alone is its first day; null when it is none. */
function dayOf(text: string): string | null {
  const match = /^(\d{4})(?:-(\d{2})(?:-(\d{2}))?)?$/.exec(text.trim())
  if (!match) return null
  const day = `${match[1]}-${match[2] ?? '01'}-${match[3] ?? '01'}`
  const date = new Date(`${day}T00:00:00Z`)
  return Number.isNaN(date.getTime()) || date.toISOString().slice(0, 10) !== day ? null : day
}

/** How one ring is held, by what stands behind `held`, `free` or `inner`; null when it is not understood. */
function sidesOf(text: string, before: Sides, plain: Holder, other: Holder): Sides | null {
  const match = /^(?:by\s+([a-z ]+?))?\s*(left|right)?$/.exec(lower(text))
  if (!match) return null
  const holder = match[1] === undefined ? plain : find(HELD_BY, match[1])
  if (!holder) return null
  if (!match[2]) return [holder, holder]
  const kept = (side: Holder): Holder => (side === 'not-recorded' ? other : side)
  return match[2] === 'left' ? [holder, kept(before[1])] : [kept(before[0]), holder]
}

/** What stands behind `on`. */
function seatOf(text: string, system: UnitSystem): ShaftSeatRecord | null {
  const match = /^(.*?)\s*(?:(?:Ø|ø|dia\.?)\s*([\d.,/ ]+(?:\s*(?:mm|in|"))?))?$/.exec(text.trim())
  if (!match) return null
  const read = match[2] ? parse(match[2], 'length', system) : null
  if (read && !read.ok) return null
  const size = read ? { nominalMm: round(read.value) } : {}
  const name = match[1]!.trim()
  const kind = find(SEATS, name)
  if (kind) return { kind, ...size }
  if (/^A(O)?H[A-Z]*\s*\d[\d/]*[A-Z]*$/i.test(name)) return { kind: 'withdrawal-sleeve', sleeve: name.toUpperCase(), ...size }
  if (/^H[A-Z]*\s*\d[\d/]*[A-Z]*$/i.test(name)) return { kind: 'adapter-sleeve', sleeve: name.toUpperCase(), ...size }
  if (/^[a-z]{1,2}\d{1,2}$/.test(name)) return { kind: 'cylindrical', toleranceClass: name, ...size }
  return name === '' && match[2] ? { kind: 'cylindrical', ...size } : null
}

/** `inner free` is one clause, and `in` behind a size its unit. */
const BEGINS = `(?:${CLAUSES.filter((c) => c !== 'in').join('|')})\\b`
const CLAUSE = `(?:${BEGINS}|in\\b(?=\\s+(?!in\\b|${BEGINS})\\S))`
const CLAUSE_WORD = new RegExp(`^(?:${CLAUSES.join('|')})\\b`, 'i')
const CLAUSE_FIRST = new RegExp(`^${CLAUSE}`, 'i')
const CLAUSE_START = new RegExp(`(?<!\\binner)\\s+(?=${CLAUSE})`, 'gi')

/** Takes a bearing's name from its clauses: the stretches that begin with a word of the table; places count letters and have no unit. Source: the vocabulary. */
export function clausesOf(source: string, piece: Piece): { head: Piece; clauses: (Piece & { word: Clause; rest: string })[] } {
  const from = piece.text.startsWith('"') ? Math.max(1, piece.text.indexOf('"', 1)) : 0
  const starts = [...piece.text.slice(from).matchAll(CLAUSE_START)].map((m) => piece.from + from + m.index)
  const first = CLAUSE_FIRST.test(piece.text)
  const bounds = [...(first ? [] : [piece.from]), ...(first ? [piece.from] : []), ...starts, piece.to]
  const parts = bounds.slice(0, -1).map((start, i) => trimmed(source, start, bounds[i + 1]!))
  const head = first ? { text: '', from: piece.from, to: piece.from } : parts.shift()!
  const clauses = parts.map((p) => {
    const [word] = CLAUSE_WORD.exec(p.text)!
    return { ...p, word: word.toLowerCase() as Clause, rest: p.text.slice(word.length).trim() }
  })
  return { head, clauses }
}

/** What a support runs in. */
export type RunsIn = Pick<DraftPosition, 'oil' | 'grease'>

/** Oil-air of which nobody said the oil. Engineering practice for spindles. */
const USUAL_OIL_AIR = 'VG 68'

/** What is said of what something runs in, oil in mm²/s; false when it is neither. Source: the words of oil and grease. */
export function takesLubricant(runsIn: RunsIn, word: string, rest: string): boolean {
  const read = word === 'grease' ? null : word === 'oil-air' && !rest ? (runsIn.oil ?? readOil(USUAL_OIL_AIR)) : readOil(rest)
  const oil = read && { ...read, ...(word === 'oil-air' && { feed: 'oil-air' as const }) }
  const grease = word === 'grease' ? readGrease(rest) : null
  if (oil) Object.assign(runsIn, { oil, grease: null })
  if (grease) Object.assign(runsIn, { oil: null, grease })
  return oil !== null || grease !== null
}

/** What stands behind `in`: what it runs in, or what it stands in. */
function takesIn(bearing: DraftBearing, rest: string, runsIn: RunsIn): boolean {
  const oil = /^oil\b\s*(.*)$/i.exec(rest)
  if (oil) return takesLubricant(runsIn, 'oil', oil[1]!)
  const stands = find(STANDS, rest)
  const block = stands ? null : (splitBlock(rest) ?? unitOf(rest))
  if (stands) bearing.housingSeat = { ...bearing.housingSeat, standsIn: stands }
  if (block) bearing.housingSeat = { ...bearing.housingSeat, ...block.housing }
  return Boolean(stands ?? block)
}

/** Each clause with what it changes on a bearing or its support; false when its words are not understood. */
export const TAKES: Record<Clause, (bearing: DraftBearing, rest: string, system: UnitSystem, runsIn: RunsIn) => boolean> = {
  held: (b, rest) => takesRing(b, 'outer', sidesOf(rest, b.holding.outer, 'held', 'free')),
  free: (b, rest) => !rest.startsWith('by') && takesRing(b, 'outer', sidesOf(rest, b.holding.outer, 'free', 'not-recorded')),
  inner: (b, rest) => {
    const [, free, by] = /^(free|held)?\s*(.*)$/i.exec(rest)!
    return takesRing(b, 'inner', sidesOf(by!, b.holding.inner, free?.toLowerCase() === 'free' ? 'free' : 'held', 'not-recorded'))
  },
  on: (b, rest, system) => {
    const seat = seatOf(rest, system)
    if (seat) b.shaftSeat = seat
    return seat !== null
  },
  since: (b, rest) => {
    const day = dayOf(rest)
    if (day) b.since = day
    return day !== null
  },
  in: (b, rest, _system, runsIn) => takesIn(b, rest, runsIn),
  grease: (_b, rest, _system, runsIn) => takesLubricant(runsIn, 'grease', rest),
  'oil-air': (_b, rest, _system, runsIn) => takesLubricant(runsIn, 'oil-air', rest),
  pair: (b, rest) => takesSet(b, 2, rest),
  set: (b, rest) => {
    const match = /^of\s+(\d+)\s+(.*)$/i.exec(rest)
    return match !== null && takesSet(b, Number(match[1]), match[2]!)
  },
}

function takesRing(bearing: DraftBearing, ring: keyof RingHolding, sides: Sides | null): boolean {
  if (sides) bearing.holding = { ...bearing.holding, [ring]: sides }
  return sides !== null
}

function takesSet(bearing: DraftBearing, count: number, arrangement: string): boolean {
  const faces = find(ARRANGEMENTS, arrangement)
  if (!faces || count < 2 || count > MOST.inSet) return false
  bearing.count = count
  bearing.arrangement = faces
  return true
}

const CLAUSE_FAULT: Partial<Record<Clause, string>> = {
  ...{ since: 'words-since', pair: 'words-set', set: 'words-set', in: 'words-in', grease: 'words-grease', 'oil-air': 'words-oil' },
}
/** What is said of a clause that is not understood. No unit. Source: the vocabulary. */
export const faultOf = ({ word, rest }: { word: Clause; rest: string }) =>
  word === 'in' && /^oil\b/i.test(rest) ? 'words-oil' : (CLAUSE_FAULT[word] ?? 'words-not-here')
