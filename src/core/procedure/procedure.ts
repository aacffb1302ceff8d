/**
 * What a procedure is: a list of stations, each with what the rest of the program needs to know of it. Nothing here computes, so that a
 * page that only names stations stays small.
 */

/** Of what the result of a station speaks: the whole line, one support of it, one bearing, or a matched set that is fitted as one. */
export const RESULT_LEVELS = ['line', 'position', 'place', 'set'] as const
export type ResultLevel = (typeof RESULT_LEVELS)[number]

/** One station of a procedure. */
export interface StationRow<Name extends string = string> {
  /** In keys, addresses and the store; never changed. */
  name: Name
  title: string
  level: ResultLevel
  /** A matched set answers it once, at its first place. */
  once?: boolean
  /** What it will answer, while it has nothing to show yet. */
  answers?: string
  /** Stations that it needs an answer of first. */
  needs?: readonly Name[]
  /** Figures that go on paper, by their names: those that the next person asks for. */
  prints: readonly string[]
}

/** A way of working through a card. A card keeps the name and the version that it was opened with. */
export interface Procedure<Name extends string = string> {
  name: string
  version: number
  /** The step without which a card of it cannot be closed, by its name in the plan. */
  ends: string
  /** In their order. */
  stations: readonly StationRow<Name>[]
}
