import type { BoreTaper } from '../catalogue/bearing.js'
import { Derivation, inRange, short, type Result } from '../result.js'

/** Axial travel over the reduction of clearance. Engineering practice: 14 to 16 at 1:12, 35 to 40 at 1:30. */
export const TRAVEL_FACTOR: Readonly<Record<BoreTaper, number>> = { '1:12': 15, '1:30': 37 }

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
  sheet.step('s', 'travel', `${factor} · reduction`, `${factor} · ${short(reduction / 1000)}`, axialTravelMm, 'mm', 'engineering practice: taper and what the rings give') // prettier-ignore
  sheet.step('φ', 'turn of the nut from full seating', '360 s / pitch', `360 · ${short(axialTravelMm)} / ${short(pitch)}`, nutAngleDeg, '°', 'geometry of the thread') // prettier-ignore
  // About half to two thirds of a thousandth of the bore.
  if (input.taper === '1:12' && reduction > 0.65 * bore)
    sheet.caution('caution', 'drive-up-far', { usual: short(0.65 * bore) }, short(reduction))
  return sheet.result({ axialTravelMm, nutAngleDeg })
}
