import { findMarked, keptName } from '../identify/marked.js'
import type { UnitSystem } from '../units/quantities.js'
import { lower } from '../words/lower.js'
import type { Message } from '../words/message.js'
import {
  COMPONENTS,
  MOST,
  plainBearing,
  usualNames,
  type ComponentFacts,
  type ComponentKind,
  type DraftBearing,
  type DraftComponent,
  type LineDraft,
} from './draft.js'
import { readShaft, speaksOfShaft } from './shaft.js'
import { couldBe, distanceOf, elements, find, mayBeBearing, nearest, round, settle, split, trimmed, type Piece } from './pieces.js'
import { TAKES, clausesOf, faultOf, takesLubricant, type RunsIn } from './clauses.js'
import { componentIn, factsIn } from './component-words.js'
import { unitOf } from './housed.js'
import { ARRANGEMENTS, LINE_WORDS } from './vocabulary.js'

/**
 * A shaft line as words, left to right: `coupling, 6312 C3 held, 320, NU 312, impeller`. Elements stand between commas or
 * semicolons: what sits on the shaft, a distance in mm or in the unit behind it, or a support. A support is a bearing's number
 * with its letters, `?` where nobody knows, or any name in quotes; behind it how it is held and fitted; several at one support
 * are joined by `+`; a name of its own stands before it with a colon.
 */

/** What a stretch of the words is. */
export type TokenKind = 'bearing' | 'distance' | 'component' | 'line' | 'unknown'

export interface Token {
  from: number
  to: number
  kind: TokenKind
}

/** A stretch that is not understood, with what could stand there instead. */
export interface NotUnderstood extends Message {
  from: number
  to: number
  could: string[]
}

export interface ReadLine {
  /** What was understood; words with problems leave their place out. */
  line: LineDraft
  tokens: Token[]
  problems: NotUnderstood[]
}

type Problem = (piece: Piece, code: string, params?: Message['params'], could?: () => string[]) => void

/** The bearing that a name speaks of; null when it speaks of none. */
function named(head: string, before: DraftBearing | null): DraftBearing | null {
  const quoted = /^"(.*)"$/.exec(head)
  if (quoted) return plainBearing(quoted[1]!.trim().slice(0, MOST.designation) || null)
  if (head === '?') return plainBearing(null)
  if (lower(head) === 'same') return before && { ...structuredClone(before), places: [], holding: plainBearing(null).holding, since: null }
  const unit = unitOf(head)
  if (unit) return { ...plainBearing(unit.designation), group: unit.group, housingSeat: { kind: 'not-recorded', ...unit.housing } }
  const marked = findMarked(head)
  if (!marked || marked.changes) return null
  const one = { ...plainBearing(keptName(head, marked)), group: marked.group }
  // Letters that say how two face each other speak of two.
  const faces = ARRANGEMENTS.find(([, value]) => value === marked.pairing)?.[1]
  return faces ? { ...one, count: 2, arrangement: faces } : one
}

/** `2x 7309 B`: so many alike at one support. */
const TIMES = /^(\d)\s*[x×]\s*(?=\S)/i

/** One bearing, pair or set of a support. */
function bearingOf(
  source: string,
  piece: Piece,
  before: DraftBearing | null,
  system: UnitSystem,
  runsIn: RunsIn,
  problem: Problem,
): DraftBearing | null {
  const { head, clauses } = clausesOf(source, piece)
  if (!head.text) {
    problem(piece, 'words-no-bearing', { text: piece.text })
    return null
  }
  if (lower(head.text) === 'same' && !before) {
    problem(head, 'words-same-as-what')
    return null
  }
  const bearing = named(head.text, before)
  if (!bearing) {
    const words = before ? ['same'] : []
    problem(head, 'words-unknown', { text: head.text }, () => [...new Set([...nearest(head.text, words), ...couldBe(head.text)])])
    // What is meant for a bearing keeps its support while somebody is still typing.
    if (!/\d/.test(head.text) && !clauses.length) return null
  }
  const taken = bearing ?? plainBearing(null)
  for (const clause of clauses)
    if (!TAKES[clause.word](taken, clause.rest, system, runsIn)) problem(clause, faultOf(clause), { text: clause.text, most: MOST.inSet })
  return taken
}

type Support = Extract<Element, { kind: 'support' }>
type Element =
  | { kind: 'component'; component: ComponentKind; facts: ComponentFacts; piece: Piece }
  | { kind: 'distance'; mm: number; piece: Piece }
  | { kind: 'support'; name: string; bearings: DraftBearing[]; runsIn: RunsIn; piece: Piece }

/** What every support runs in of which nothing else is said: an element of its own. */
const ALL_RUN_IN = /^(?:in\s+(?=oil\b))?(oil-air|oil|grease)\b\s*(.*)$/i

/** A word of the line itself, taken at once; false when it is none. */
function takesLineWord(piece: Piece, line: LineDraft, everywhere: RunsIn, problem: Problem): boolean {
  const tilt = /^(?:tilted|leans)\s+(\d{1,2}(?:[.,]\d+)?)\s*°?$/i.exec(piece.text)
  const word = tilt ? { orientation: 'tilted' as const, tiltDeg: Number(tilt[1]!.replace(',', '.')) } : find(LINE_WORDS, piece.text)
  if (word) Object.assign(line, word)
  if (word || speaksOfShaft(piece.text)) return true
  const runsIn = ALL_RUN_IN.exec(piece.text)
  if (!runsIn) return false
  const [, kind, rest] = runsIn
  if (!takesLubricant(everywhere, kind!.toLowerCase(), rest!))
    problem(piece, kind!.toLowerCase() === 'grease' ? 'words-grease' : 'words-oil', { text: piece.text })
  return true
}

/** What sits on the shaft, with what is said of it. */
function componentOf(source: string, piece: Piece, system: UnitSystem, problem: Problem): Element {
  const { kind, behind } = componentIn(piece.text)!
  const { facts, astray } = factsIn(source, piece.from + behind, piece.to, system)
  if (astray) problem(astray, 'words-component', { text: astray.text, what: COMPONENTS[kind].words[0] })
  return { kind: 'component', component: kind, facts, piece }
}

/** One support: its name, what stands there, and what it runs in; what is the same as before runs in the same. */
function supportOf(source: string, piece: Piece, before: Support | null, system: UnitSystem, problem: Problem): Support {
  const name = /^([^:"]{1,60}):\s*/.exec(piece.text)
  const runsIn: RunsIn = {}
  let last = before?.bearings.at(-1) ?? null
  const parts = split(source, piece.from + (name?.[0].length ?? 0), piece.to, (at) => source[at] === '+')
  const bearings = parts.flatMap((part, i) => {
    const times = TIMES.exec(part.text)
    const one = times ? trimmed(source, part.from + times[0].length, part.to) : part
    if (i === 0 && before && /^same\b/i.test(one.text)) Object.assign(runsIn, structuredClone(before.runsIn))
    const bearing = bearingOf(source, one, last, system, runsIn, problem)
    last = bearing ?? last
    if (!bearing) return []
    const many = Math.max(1, Math.min(MOST.inSet, Number(times?.[1] ?? 1)))
    return bearing.count > 1 ? [bearing] : Array.from({ length: many }, (_, n) => (n ? structuredClone(bearing) : bearing))
  })
  return { kind: 'support', name: name?.[1]!.trim() ?? '', bearings, runsIn, piece }
}

/** What each stretch between two commas is; a line word is taken at once. */
function elementsOf(source: string, system: UnitSystem, line: LineDraft, everywhere: RunsIn, tokens: Token[], problem: Problem): Element[] {
  const pieces = elements(source)
  const token = ({ from, to }: Piece, kind: TokenKind) => tokens.push({ from, to, kind })
  const things = pieces.filter((piece, i) => {
    // Nothing behind the last comma is somebody still typing.
    if (!piece.text && i < pieces.length - 1) problem(trimmed(source, piece.from, piece.from + 1), 'words-empty')
    if (!piece.text) return false
    if (!takesLineWord(piece, line, everywhere, problem)) return true
    token(piece, 'line')
    return false
  })
  const sorts = settle(
    things.map(({ text }) => {
      if (componentIn(text)) return 'component'
      if (distanceOf(text, system) === null) return 'support'
      return mayBeBearing(text) ? 'either' : 'distance'
    }),
  )
  let before: Support | null = null
  return things.flatMap((piece, i): Element[] => {
    const sort = sorts[i]!
    if (sort === 'component') {
      token(piece, 'component')
      return [componentOf(source, piece, system, problem)]
    }
    if (sort === 'distance') {
      const mm = distanceOf(piece.text, system)!
      token(piece, 'distance')
      if (mm > 0) return [{ kind: 'distance', mm, piece }]
      problem(piece, 'words-distance-small')
      return []
    }
    const support = supportOf(source, piece, before, system, problem)
    const found = support.bearings.length > 0
    token(piece, found ? 'bearing' : 'unknown')
    if (found) before = support
    return found ? [support] : []
  })
}

/** Puts elements along the shaft; a distance stands between two of them. */
function place(found: readonly Element[], line: LineDraft, problem: Problem): void {
  const things = found.filter((e) => e.kind !== 'distance')
  const gaps = things.map((): number | null => null)
  found.forEach((e, i) => {
    if (e.kind !== 'distance') return
    const [left, right] = [found[i - 1], found[i + 1]]
    if (!left || !right || left.kind === 'distance' || right.kind === 'distance') problem(e.piece, 'words-distance-nowhere')
    else gaps[things.indexOf(right as (typeof things)[number])] = e.mm
  })
  const supports = things.flatMap((e, i) => (e.kind === 'support' ? [i] : []))
  const at = things.map((): number | null => null)
  const name = (i: number) => line.positions[supports.indexOf(i)]!.name
  supports.forEach((own, n) => {
    if (n === 0) return void (at[own] = 0)
    const before = supports[n - 1]!
    const between = gaps.slice(before + 1, own + 1)
    const said = between.filter((g) => g !== null)
    const whole = said.reduce<number>((sum, g) => sum + g, 0)
    const ends = { one: name(before), other: name(own) }
    if (!said.length) problem(things[own]!.piece, 'words-distance-missing', ends)
    else if (said.length > 1 && said.length < between.length) problem(things[own]!.piece, 'words-distance-twice', ends)
    at[own] = (at[before] ?? 0) + whole
    if (said.length === between.length) between.slice(0, -1).forEach((g, i) => (at[before + 1 + i] = at[before + i]! + g!))
  })
  // Outside of the supports what a distance reaches is known, the rest only by its order.
  for (let i = (supports.at(-1) ?? 0) + 1; i < things.length; i += 1)
    if (gaps[i] != null && at[i - 1] != null) at[i] = at[i - 1]! + gaps[i]!
  for (let i = (supports[0] ?? 0) - 1; i >= 0; i -= 1) if (gaps[i + 1] != null && at[i + 1] != null) at[i] = at[i + 1]! - gaps[i + 1]!
  const origin = Math.min(0, ...at.filter((x) => x !== null))
  line.positions.forEach((p, n) => (p.alongMm = round(at[supports[n]!]! - origin)))
  line.components = things.flatMap((e, i): DraftComponent[] =>
    e.kind === 'component'
      ? [
          {
            ...{ kind: e.component, slot: supports.filter((s) => s < i).length, alongMm: at[i] === null ? null : round(at[i]! - origin) },
            ...(Object.keys(e.facts).length > 0 && { facts: e.facts }),
          },
        ]
      : [],
  )
}

/** The shaft in steps; read last, since it is laid about the supports. */
function readShafts(source: string, tokens: readonly Token[], system: UnitSystem, line: LineDraft, problem: Problem): void {
  for (const { from, to } of tokens) {
    const piece = trimmed(source, from, to)
    if (!speaksOfShaft(piece.text)) continue
    line.shaft = readShaft(piece.text, system, (line.positions.at(-1)?.alongMm ?? 0) - (line.positions[0]?.alongMm ?? 0))
    if (!line.shaft) problem(piece, 'words-shaft', { text: piece.text })
  }
}

/**
 * A bearing whose number is typed anew, alone: letters of a pair make two of it, a unit brings its housing and takes it away again, and what is no
 * number is kept as it is written. No unit. Source: as `readLine`.
 */
export function withMarking(bearing: DraftBearing, text: string | null): DraftBearing {
  const read = text === null ? null : named(text.trim(), null)
  const { block, standsIn, ...housing } = bearing.housingSeat
  const stays = block && !unitOf(block) ? { block, standsIn } : block ? {} : { standsIn }
  const own = Object.fromEntries(Object.entries({ ...stays, ...read?.housingSeat, kind: housing.kind }).filter(([, v]) => v !== undefined))
  return {
    ...bearing,
    ...{ designation: read ? read.designation : text, group: read?.group ?? null },
    ...(read?.arrangement && { count: read.count, arrangement: read.arrangement }),
    housingSeat: { ...housing, ...own },
  }
}

/** Beyond so many stretches that are not understood nobody reads what each could be. */
const HINTED = 12

/**
 * Reads a line from words. A number alone is a distance in the unit of `system`; where a bearing bears it too, what leaves no
 * distance missing. Whatever is
 * not understood is named with its place and what could stand there, and left out of the line. Lengths in mm. Refuses nothing.
 * Source: engineering practice (a notation of its own).
 */
export function readLine(source: string, system: UnitSystem): ReadLine {
  const line: LineDraft = { orientation: 'horizontal', tiltDeg: 0, turning: 'shaft', positions: [], components: [], shaft: null }
  const tokens: Token[] = []
  const problems: NotUnderstood[] = []
  const problem: Problem = ({ from, to }, code, params = {}, could = () => []) =>
    problems.push({ from, to, code, params, could: problems.length < HINTED ? could() : [] })
  const everywhere: RunsIn = {}
  const found = source.trim() ? elementsOf(source, system, line, everywhere, tokens, problem) : []
  let slot = 0
  for (const e of found) {
    if (e.kind === 'component') line.components.push({ kind: e.component, slot, alongMm: null })
    if (e.kind !== 'support') continue
    const { oil, grease } = e.runsIn.oil || e.runsIn.grease ? e.runsIn : everywhere
    line.positions.push({ code: null, name: e.name, alongMm: 0, bearings: e.bearings, ...(oil && { oil }), ...(grease && { grease }) })
    slot += 1
  }
  const usual = usualNames(line)
  line.positions.forEach((p, i) => (p.name ||= usual[i]!))
  place(found, line, problem)
  readShafts(source, tokens, system, line, problem)
  return { line, tokens, problems }
}
