import { holdingFaults, type Ends } from '../../arrangement/holding.js'
import type { Bearing } from '../../bearing/bearing.js'
import { canSlide, mayGrip } from '../../fits/fit.js'
import { furtherUm } from '../../fits/operating-clearance.js'
import type { CardAnswers } from '../answers.js'
import type { StationBuilder } from '../station.js'
import type { Seats } from './fit-seats.js'

/** Whether a ring that is to slide does, cold and warm, and what stands beside it; the outer ring hot in its housing in µm. Source: `canSlide`, `mayGrip`, `holdingFaults`. */
export function freeRing(
  station: StationBuilder,
  { arrange, duty }: CardAnswers,
  row: Bearing,
  slides: boolean,
  { housing, housingClass }: Seats,
  outerHot: readonly [number, number] | null,
): void {
  const outer: Ends = [arrange.outerLeft, arrange.outerRight]
  const inner: Ends = [arrange.innerLeft, arrange.innerRight]
  const grip = housing.values.grip
  if (slides && grip) {
    const closesByUm = duty.outerRingC === null ? 0 : -furtherUm(arrange.housingMaterial ?? undefined, row.outsideMm, duty.outerRingC)
    if (!canSlide(grip) || (outerHot && outerHot[0] > 0)) station.warn('stop', 'free-ring-tight', {}, housingClass)
    else if (mayGrip(grip, closesByUm)) station.warn('caution', 'free-ring-hot', { class: housingClass }, housingClass)
  }
  const faults = holdingFaults({ rows: [row], held: arrange.held, outer, inner }, null)
  if (faults.includes('both-free')) station.warn('caution', 'free-ring-both')
  if (faults.includes('inside-loose')) station.warn('caution', 'ring-unheld')
}
