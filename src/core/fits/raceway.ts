import type { Bearing } from '../bearing/bearing.js'
import { formOf, isDrawnCup } from '../bearing/construction-forms.js'

/** What rollers want of a raceway that is no ring: hardness HRC, roughness Ra µm, hardened depth by the diameter of a roller and at least, mm, and the share of its class that its roundness may use. Engineering practice. */
export const RACEWAY = { hrc: 58, raUm: 0.2, depthShare: 0.1, depthMm: 0.3, roundShare: 0.25 }

interface SeatClasses {
  shaftClass: string
  housingClass: string
}

/** Classes of the raceways of needles in a cage, for ordinary clearance. Engineering practice. */
export const RACEWAY_CLASSES: SeatClasses = { shaftClass: 'h5', housingClass: 'G6' }

/**
 * Classes of shaft and housing of a bearing without an inner ring, the shaft as its raceway; null where it has one. Of a drawn cup both
 * as advised, of needles in a cage both as raceways, else the housing as advised. Source: engineering practice.
 */
export function racewayClasses(row: Bearing, advised: SeatClasses | null): SeatClasses | null {
  const { innerRing, outerRing } = formOf(row)
  if (innerRing !== false) return null
  if (outerRing === false) return RACEWAY_CLASSES
  if (!advised || isDrawnCup(row)) return advised
  return { shaftClass: RACEWAY_CLASSES.shaftClass, housingClass: advised.housingClass }
}

/** Least hardened depth, mm, under rollers of a diameter in mm. Source: `RACEWAY`. */
export const leastDepthMm = (elementMm: number): number => Math.max(RACEWAY.depthMm, RACEWAY.depthShare * elementMm)
