import type { LineLoads, SupportLoad } from '../loads/line-loads.js'
import type { Sheet } from '../result.js'
import type { Scope } from './answers.js'

/** What the loads of a whole line are, for those that make them and those that read them. */

/** Thrust that one of two opposed bearings carries, with how it came about. */
export interface OpposedShare {
  axialN: number
  /** Presses the other's thrust and that from outside through; else it carries its own only. */
  pushed: boolean
  from: Sheet
}

export interface LineDuty {
  /** Of what sits on the shaft; null where nobody has said, or the speed is open. */
  loads: LineLoads | null
  sheet: Sheet | null
  /** Why it cannot be worked out. */
  refused: string | null
  supports: Readonly<Record<Scope, SupportLoad>>
  /** Where each support bears the shaft, mm: of opposed bearings their pressure centres. */
  centres: Readonly<Record<Scope, number>>
  /** Of an adjusted pair, by position; with the shock factor. */
  opposed: Readonly<Record<Scope, OpposedShare>>
}
