import { decimalsOf, sensible, shown } from '../units/quantities.js'
import { LINE, positionOf, type Key, type Scope } from './answers.js'
import type { Evaluated } from './evaluated.js'
import type { Figure, Question, StationCaution, StationResult } from './station.js'
import { stationRow, stationsOf } from '../procedure/procedures.js'

/** What an evaluated card says, read through: every result once, figures as they are shown, what moved, what a signature rests on. */

/** Where the result of a station stands that a place shows. */
export function resultScope(station: string, place: Scope, lead: Scope): Scope {
  const { level } = stationRow(station)
  return level === 'line' ? LINE : level === 'position' ? positionOf(place) : level === 'set' ? lead : place
}

/** A result of a station with where it stands. */
export interface Scoped {
  scope: Scope
  /** A place that shows it. */
  place: Scope
  result: StationResult
}

/** Every result of the card once, station by station. */
export function resultsOf({ procedure, order, places }: Evaluated): Scoped[] {
  const found = new Map<string, Scoped>()
  for (const station of stationsOf(procedure))
    for (const { place, lead } of order) {
      const scope = resultScope(station, place, lead)
      const key = `${scope}/${station}`
      if (!found.has(key)) found.set(key, { scope, place, result: places[place]![station]! })
    }
  return [...found.values()]
}

/** All figures by their full key. */
export function figuresOf(evaluation: Evaluated): Map<Key, Figure> {
  return new Map(resultsOf(evaluation).flatMap(({ scope, result }) => result.figures.map((f) => [`${scope}/${f.key}`, f] as const)))
}

export interface PlacedCaution extends StationCaution {
  scope: Scope
  place: Scope
}

/** Every caution of the card, stops first. */
export function cautionsOf(evaluation: Evaluated): PlacedCaution[] {
  const rank = { stop: 0, caution: 1, note: 2 }
  return resultsOf(evaluation)
    .flatMap(({ scope, place, result }) => result.cautions.map((c) => ({ ...c, scope, place })))
    .sort((a, b) => rank[a.level] - rank[b.level])
}

export interface PlacedQuestion extends Question {
  scope: Scope
  place: Scope
}

/** Every open question of a line with the place that it is asked at. */
export function questionsOf(evaluation: Evaluated): PlacedQuestion[] {
  return resultsOf(evaluation).flatMap(({ scope, place, result }) => result.questions.map((x) => ({ ...x, scope, place })))
}

const NOTHING = '—'

/** A figure as a person sees it in metric units: what differs here has moved, what does not has not. */
export function asShown(figure: Pick<Figure, 'value' | 'quantity' | 'decimals'>): string {
  const one = (v: number) =>
    shown(sensible(v, figure.quantity), figure.quantity, 'metric')
      .toFixed(figure.decimals ?? decimalsOf(figure.quantity, 'metric'))
      .replace(/^-(0(\.0+)?)$/, '$1')
  const { value } = figure
  if (value === null) return NOTHING
  if (typeof value === 'string') return value
  return typeof value === 'number' ? one(value) : value.map(one).join(' … ')
}

export interface Moved {
  key: Key
  scope: Scope
  station: string
  /** How it read in metric units, and how it reads now. */
  before: string
  after: string
  /** What it was, in core units. */
  was: Figure['value']
}

/** How every figure read, by full key, with its value in core units: what decides whether it moved. */
export type Shown = ReadonlyMap<Key, { reads: string; value: Figure['value'] }>
/** How every figure reads. */
export const shownOf = (evaluation: Evaluated): Shown =>
  new Map([...figuresOf(evaluation)].map(([key, f]) => [key, { reads: asShown(f), value: f.value }]))

/** Figures outside the changed results (`scope/station`) that differ by more than display rounding. */
export function movedFigures(before: Shown, after: Evaluated, changed: ReadonlySet<string>): Moved[] {
  return resultsOf(after).flatMap(({ scope, result }) =>
    changed.has(`${scope}/${result.station}`)
      ? []
      : result.figures.flatMap((figure): Moved[] => {
          const key = `${scope}/${figure.key}`
          const was = before.get(key)
          const now = asShown(figure)
          return was === undefined || was.reads === NOTHING || was.reads === now
            ? []
            : [{ key, scope, station: result.station, before: was.reads, after: now, was: was.value }]
        }),
  )
}

/** What a step rests on, as shown at the time of signing. */
export function restsOn(figures: ReadonlyMap<Key, Figure>, keys: readonly Key[]): Record<Key, string> {
  return Object.fromEntries(keys.map((key) => [key, figures.has(key) ? asShown(figures.get(key)!) : NOTHING]))
}
