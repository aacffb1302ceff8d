import type { Procedure, StationRow } from './procedure.js'
import { ROLLING, type Station } from './rolling.js'

/**
 * Every way of working through a card, one line each. A station means the same in each procedure that lists it. Nothing here computes:
 * how a procedure is evaluated stands in `card/procedures.ts`.
 */
export const PROCEDURES: Procedure<Station>[] = [ROLLING]

/** What a card keeps of its procedure. */
export interface ProcedureName {
  name: string
  version: number
}

/** Of a card that closed before cards kept it. */
export const FIRST_PROCEDURE: ProcedureName = { name: ROLLING.name, version: 1 }

/**
 * The procedure of a card: the version that it was opened with, or the newest of that name.
 * @throws RangeError for a name that there is not
 */
export function procedureOf({ name, version }: ProcedureName = FIRST_PROCEDURE): Procedure<Station> {
  const called = PROCEDURES.filter((p) => p.name === name)
  const found = called.find((p) => p.version === version) ?? called.at(-1)
  if (!found) throw new RangeError(`no procedure is called ${name}`)
  return found
}

/** The stations of a card in their order, by name. */
export const stationsOf = (of?: ProcedureName): readonly Station[] => procedureOf(of).stations.map((row) => row.name)

/** Every station of every procedure, by name. */
export const allStations = (): readonly Station[] => [...new Set(PROCEDURES.flatMap((p) => p.stations.map((row) => row.name)))]

const found = new Map<string, StationRow<Station>>()

/** The row of a station; null where there is none of that name. */
export function findStation(name: string): StationRow<Station> | null {
  const known = found.get(name)
  if (known) return known
  const row = PROCEDURES.flatMap((p) => p.stations).find((r) => r.name === name) ?? null
  if (row) found.set(name, row)
  return row
}

/** The row of a station that there is. */
export const stationRow = (name: string): StationRow<Station> => findStation(name)!
