import type { InnerWay } from '../mounting/ways.js'
import { EVIDENCE, fieldOf, fieldsOf, type AnswersOf } from './fields.js'
import { findStation, stationRow } from '../procedure/procedures.js'
import { STATIONS, type Station } from '../procedure/rolling.js'

export { DIRT, EVIDENCE, FEEDS, FREE_TURNS, LOAD_DIRECTIONS, NOISES } from './fields.js'

export type IdentifyAnswers = AnswersOf<'identify'>
export type DutyAnswers = AnswersOf<'duty'>
export type ArrangeAnswers = AnswersOf<'arrange'>
export type FitAnswers = AnswersOf<'fit'>
export type LubricateAnswers = AnswersOf<'lubricate'>
export type Evidence = (typeof EVIDENCE)[number]
export type MountMethod = InnerWay

/** All that the stations of one place read: its own answers, those of its position and those of its line. Core units. */
export type CardAnswers = { [S in Station]: AnswersOf<S> }

/** A place on whose card nothing has been entered. */
export function emptyAnswers(): CardAnswers {
  const empty = (station: Station) => Object.fromEntries(fieldsOf(station).map(([name, f]) => [name, structuredClone(f.empty)]))
  return Object.fromEntries(STATIONS.map((s) => [s, empty(s)])) as unknown as CardAnswers
}

/**
 * Where an answer or a figure belongs: `line`, the code of a position (`p2`), or that of a place in it (`p2.1`). Codes are
 * given once and stay when something is renamed or moved.
 */
export type Scope = string
export const LINE: Scope = 'line'

/** `p2.1/fit.shaftClass`: scope, station and name of one answer or figure. */
export type Key = string
/** The key of an answer or figure; `partsOf` takes it apart. */
export const keyOf = (scope: Scope, station: string, name: string): Key => `${scope}/${station}.${name}`

/** The parts of a key; null when it is none. */
export function partsOf(key: Key): { scope: Scope; station: Station; name: string } | null {
  const match = /^(line|p\d+(?:\.\d+)?)\/([a-z]+)\.(\w+)$/.exec(key)
  if (!match || !findStation(match[2]!)) return null
  return { scope: match[1]!, station: match[2] as Station, name: match[3]! }
}

/** The position that a place stands in: `p2` of `p2.1`. */
export const positionOf = (place: Scope): Scope => place.split('.')[0]!

/** Answers of a whole shaft line by key, each already read by its field; what is missing is as on an empty card. */
export type LineAnswers = Readonly<Record<Key, unknown>>

/** Where a field of a place is answered; `lead` is the first place of its set, or the place itself. */
export function scopeOf(station: Station, name: string, place: Scope, lead: Scope = place): Scope {
  const level = fieldOf(station, name)?.level
  if (level === 'line') return LINE
  if (level === 'position') return positionOf(place)
  return stationRow(station).once ? lead : place
}

const ALL_FIELDS = new Map<Station, ReturnType<typeof fieldsOf>>()
/** The fields of a station, taken apart once. */
function allFields(station: Station): ReturnType<typeof fieldsOf> {
  const known = ALL_FIELDS.get(station)
  if (known) return known
  const made = fieldsOf(station)
  ALL_FIELDS.set(station, made)
  return made
}

/** Keys that were made: an evaluation asks for the same ones again and again. */
const KEYS = new Map<string, readonly Key[]>()
/** Far more places than a line has; beyond them all is made anew. */
const MOST_KEPT = 4000

/** The key of every field of a station as one place asks for it, in the order of the table. */
function keysAt(station: Station, position: Scope, own: Scope): readonly Key[] {
  const asked = `${station} ${position} ${own}`
  const known = KEYS.get(asked)
  if (known) return known
  if (KEYS.size >= MOST_KEPT) KEYS.clear()
  const keys = allFields(station).map(([name, { level }]) =>
    keyOf(level === 'line' ? LINE : level === 'position' ? position : own, station, name),
  )
  KEYS.set(asked, keys)
  return keys
}

/** The answers of one station as one place of the line sees them. */
export function stationAnswers<S extends Station>(answers: LineAnswers, station: S, place: Scope, lead: Scope = place): CardAnswers[S] {
  const keys = keysAt(station, positionOf(place), stationRow(station).once ? lead : place)
  const seen: Record<string, unknown> = {}
  allFields(station).forEach(([name, { empty }], i) => {
    const given = answers[keys[i]!]
    seen[name] = given === undefined ? empty : given
  })
  return seen as unknown as CardAnswers[S]
}

/** The answers as one place of the line sees them. */
export function placeAnswers(answers: LineAnswers, place: Scope, lead: Scope = place): CardAnswers {
  return Object.fromEntries(STATIONS.map((station) => [station, stationAnswers(answers, station, place, lead)])) as unknown as CardAnswers
}

/** Answers of one place as those of a line. */
export function asLineAnswers(card: { readonly [S in Station]?: Partial<AnswersOf<S>> }, place: Scope): Record<Key, unknown> {
  const answers: Record<Key, unknown> = {}
  for (const station of STATIONS)
    for (const [name, value] of Object.entries(card[station] ?? {})) answers[keyOf(scopeOf(station, name, place), station, name)] = value
  return answers
}
