import type { ProcedureName } from '../procedure/procedures.js'
import type { Scope } from './answers.js'
import type { StationResult } from './station.js'

/** What every evaluated card is, whatever its procedure; what a procedure knows besides is its own. */

/** All stations as one place of the card sees them; what belongs to its position or line is the same at its neighbours. */
export type StationResults = Readonly<Record<string, StationResult>>

export interface Evaluated<Of extends StationResults = StationResults> {
  /** By which procedure; not there in older closed cards. */
  procedure?: ProcedureName
  /** The places of the card in order, each with the first place of its set. */
  order: { place: Scope; lead: Scope }[]
  places: Record<Scope, Of>
}
