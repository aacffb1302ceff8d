import type { Bearing } from '../bearing/bearing.js'
import { InputError, inRange, interpolate, short, type Derivation } from '../result.js'
import { amount } from '../words/message.js'

/** What a hot ring leaves of its dynamic rating: temperature, °C, and factor, for a ring that is stabilised for it. Engineering practice. */
const HOT_RATING = [
  [150, 1],
  [200, 0.9],
  [250, 0.75],
  [300, 0.6],
] as const

/** Hottest ring that is rated, °C. */
export const HOTTEST_RING_C = 300

/** Factor on the dynamic rating of a ring so hot, 1 up to 150 °C, straight between the rows. Range: −200 to 300 °C. Source: engineering practice. @throws InputError above */
export function hotRatingFactor(ringTemperatureC: number): number {
  if (ringTemperatureC > HOTTEST_RING_C)
    throw new InputError('ringTemperatureC', ringTemperatureC, `at most ${HOTTEST_RING_C} °C: bearing steel is not rated hotter`)
  return interpolate(
    HOT_RATING.map((r) => r[0]),
    HOT_RATING.map((r) => r[1]),
    inRange('ringTemperatureC', ringTemperatureC, -200, HOTTEST_RING_C, '°C'),
  )
}

/** Dynamic rating, N, of a ring so hot, °C, with its step and its caution on the sheet. Source: as `hotRatingFactor`. @throws InputError as that */
export function hotRatingN(dynamicRatingN: number, ringTemperatureC: number, sheet: Derivation): number {
  const factor = hotRatingFactor(ringTemperatureC)
  if (factor === 1) return dynamicRatingN
  const rated = factor * dynamicRatingN
  sheet.step(
    'Ct',
    'rating of the hot ring',
    'ft C',
    `${short(factor)} · ${short(dynamicRatingN)}`,
    rated,
    'N',
    'engineering practice: 1 to 150 °C, 0.90 at 200, 0.75 at 250, 0.60 at 300',
  )
  sheet.caution('caution', 'hot-rating', { share: Math.round(factor * 100), hot: amount(ringTemperatureC, 'temperature') }, short(factor))
  return rated
}

/** The hotter ring of a duty, °C; null where neither is known. Source: none, it compares. */
export const hotterRingC = ({ innerRingC, outerRingC }: { innerRingC: number | null; outerRingC: number | null }): number | null =>
  innerRingC === null && outerRingC === null ? null : Math.max(innerRingC ?? -Infinity, outerRingC ?? -Infinity)

/** A row as it is rated at the temperature of its hotter ring, °C; as it is where that is not known, and as at the hottest above. Source: as `hotRatingFactor`. */
export function asHot(row: Bearing, ringC: number | null): Bearing {
  const factor = ringC === null ? 1 : hotRatingFactor(Math.min(ringC, HOTTEST_RING_C))
  return factor === 1 ? row : { ...row, dynamicRatingN: factor * row.dynamicRatingN }
}
