import type { Quantity } from '../units/quantities.js'

/**
 * What the core has to say is a code and what stands in its sentence; the sentences stand in the tables beside this file, and
 * are written in the reader's units by `say`.
 */

/** A quantity in core units. */
export interface Amount {
  value: number
  quantity: Quantity
  /** Decimals in metric units, where the usual ones do not serve. */
  decimals?: number
}

/** Sizes of one thing in mm, written `40 × 80 × 18 mm`. */
export interface Sizes {
  sizesMm: readonly number[]
}

/** A sentence of the core with its quantities marked as by `q`. */
export interface Marked {
  marked: string
}

/** What stands in a sentence: a quantity, a plain number, words (also such as somebody typed: they are never read), or several. */
export type Param = Amount | Sizes | Marked | Message | number | string | readonly Param[]
export type Params = Readonly<Record<string, Param>>

export interface Message {
  /** Names its sentence. What stands behind the last dash may tell apart what it is said of: `spread-boreMm` is said as `spread`. */
  code: string
  params?: Params
}

/** A quantity for a sentence, in core units. */
export const amount = (value: number, quantity: Quantity, decimals?: number): Amount => ({
  value,
  quantity,
  ...(decimals !== undefined && { decimals }),
})
