import type { ClearanceGroup } from '../bearing/clearance.js'
import type { BoreTaper } from '../bearing/bearing.js'
import { Derivation, inRange, short, type Result } from '../result.js'

/** Axial travel over the reduction of clearance. Engineering practice: 14 to 16 at 1:12, 35 to 40 at 1:30. */
export const TRAVEL_FACTOR: Readonly<Record<BoreTaper, number>> = { '1:12': 15, '1:30': 37 }

/** Of the bore: what of the clearance a drive-up takes away, least and most, µm over mm, to a bore of 250 mm and from one of 350 mm. */
const REDUCTION_SHARES = [
  [250, 0.5, 0.65],
  [350, 0.43, 0.58],
] as const

/**
 * Clearance that a drive-up takes away, least and most, µm over mm of bore: 0.5 to 0.65 to 250 mm, 0.43 to 0.58 from 350 mm, between them
 * by a straight line. Bore above 0 to 1500 mm. Source: engineering practice at 1:12; the same is wanted at 1:30. @throws InputError outside
 */
export function reductionShare(boreMm: number): readonly [number, number] {
  const bore = inRange('boreMm', boreMm, 0, 1500, 'mm', true)
  const [[small, ...under], [large, ...over]] = REDUCTION_SHARES
  const way = Math.min(1, Math.max(0, (bore - small) / (large - small)))
  return [under[0] + way * (over[0] - under[0]), under[1] + way * (over[1] - under[1])]
}

/**
 * Least clearance, µm, that must be left on a sleeve, cold: of the normal group its least clearance less the least reduction, of larger
 * groups less the largest. Bore above 0 to 1500 mm. Source: engineering practice. @throws InputError outside
 */
export function leastLeftUm(boreMm: number, groupMinUm: number, group: ClearanceGroup): number {
  const bore = inRange('boreMm', boreMm, 0, 1500, 'mm', true)
  const [least, most] = reductionShare(bore)
  return Math.max(0, groupMinUm - bore * (group === 'N' || group === '2' ? least : most))
}

/**
 * How far a bearing is driven up its taper for a reduction of its clearance, mm, and the turn of the nut, degrees, both from full seating.
 * Range: bore 10 to 1500 mm, reduction 0 to 1000 µm, pitch 0.5 to 20 mm. Source: engineering practice (15 at 1:12, 37 at 1:30).
 * @throws InputError outside
 */
export function driveUp(input: {
  boreMm: number
  taper: BoreTaper
  reductionUm: number
  pitchMm: number
}): Result<{ axialTravelMm: number; nutAngleDeg: number }> {
  const bore = inRange('boreMm', input.boreMm, 10, 1500, 'mm')
  const reduction = inRange('reductionUm', input.reductionUm, 0, 1000, 'µm')
  const pitch = inRange('pitchMm', input.pitchMm, 0.5, 20, 'mm')
  const factor = TRAVEL_FACTOR[input.taper]
  const axialTravelMm = (factor * reduction) / 1000
  const nutAngleDeg = (360 * axialTravelMm) / pitch
  const sheet = new Derivation()
  sheet.step(
    's',
    'travel',
    `${factor} · reduction`,
    `${factor} · ${short(reduction / 1000)}`,
    axialTravelMm,
    'mm',
    'engineering practice: taper and what the rings give',
  )
  sheet.step(
    'φ',
    'turn of the nut from full seating',
    '360 s / pitch',
    `360 · ${short(axialTravelMm)} / ${short(pitch)}`,
    nutAngleDeg,
    '°',
    'geometry of the thread',
  )
  const usual = reductionShare(bore)[1] * bore
  if (input.taper === '1:12' && reduction > usual + 1e-9)
    sheet.caution('caution', 'drive-up-far', { usual: short(usual) }, short(reduction))
  return sheet.result({ axialTravelMm, nutAngleDeg })
}
