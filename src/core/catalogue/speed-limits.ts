import type { Bearing, Closure } from './bearing.js'
import type { Family } from './families.js'

/** How fast a bearing may run: by family, by what it runs in, and by its closure. Guidance; the maker's sheet governs. */

export const LUBRICATIONS = ['grease', 'bath', 'circulating'] as const
export type Lubrication = (typeof LUBRICATIONS)[number]
export const LUBRICATION_WORDS: Readonly<Record<Lubrication, string>> = {
  grease: 'with grease',
  bath: 'in an oil bath',
  circulating: 'with circulating oil',
}

export const SPEED_SOURCE = 'engineering practice: n·dm by family, lubricant and closure'

/** Speed factor n·dm, mm/min: [grease, oil bath, circulating oil]. Engineering practice. */
// prettier-ignore
export const SPEED_NDM: Readonly<Record<Family, readonly [grease: number, bath: number, circulating: number]>> = {
  'deep-groove-ball': [500_000, 600_000, 750_000],
  'angular-contact-ball': [450_000, 600_000, 800_000],
  'four-point-ball': [400_000, 500_000, 700_000],
  'self-aligning-ball': [450_000, 550_000, 650_000],
  'cylindrical-roller': [400_000, 500_000, 650_000],
  'needle-roller': [250_000, 350_000, 420_000],
  'tapered-roller': [250_000, 350_000, 450_000],
  'spherical-roller': [220_000, 300_000, 380_000],
  'toroidal-roller': [220_000, 300_000, 380_000],
  'thrust-ball': [120_000, 170_000, 220_000],
  'thrust-cylindrical-roller': [70_000, 100_000, 140_000],
  'thrust-needle-roller': [80_000, 120_000, 160_000],
  'thrust-spherical-roller': [130_000, 220_000, 300_000],
  'insert-ball': [280_000, 280_000, 280_000],
}

/** What its closure leaves of that: rubbing lips warm themselves. Engineering practice. */
const CLOSURE_SHARE: Readonly<Record<Closure, number>> = { open: 1, shields: 1, 'non-contact-seals': 1, 'contact-seals': 0.65 }

/**
 * Speed guidance of a bearing in r/min. A maker's figure that stands in the row for grease is taken; oil follows it by the same ratio.
 * Range: any row. Source: `SPEED_SOURCE`.
 */
export function speedLimitRpm(
  { family, greaseSpeedRpm }: Pick<Bearing, 'family' | 'greaseSpeedRpm'>,
  lubrication: Lubrication,
  closure: Closure = 'open',
): number {
  const of = SPEED_NDM[family]
  return (greaseSpeedRpm * of[LUBRICATIONS.indexOf(lubrication)]! * CLOSURE_SHARE[closure]) / of[0]
}
