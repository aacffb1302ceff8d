import type { Bearing } from '../bearing/bearing.js'
import { formOf } from '../bearing/construction-forms.js'
import { outerHeld, outerSides, type RingHolding } from './records.js'

/** One bearing of a support, as far as it matters to what holds the shaft. */
export interface HeldPlace {
  holding: RingHolding
  row: Bearing | null
  /** It is one of a set, which holds as a whole. */
  inSet: boolean
}

/**
 * Whether a support holds the shaft by what its outer rings stand against: to both sides, or to one side at a single bearing that takes thrust one way
 * only. Null while nobody has recorded it. No unit. Source: engineering practice.
 */
export function supportHeld(places: readonly HeldPlace[]): boolean | null {
  const oneWay = places.some(({ row, inSet, holding }) => {
    const { left, right } = outerSides([holding])
    return row !== null && !inSet && formOf(row).holds === 1 && (left || right)
  })
  return oneWay ? true : outerHeld(places.map((p) => p.holding))
}
