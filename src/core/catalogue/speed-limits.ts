import type { Bearing, Closure } from '../bearing/bearing.js'
import type { Family } from '../bearing/families.js'

/** How fast a bearing may run: by family, by what it runs in, and by its closure. Guidance; the maker's sheet governs. */

export const LUBRICATIONS = ['grease', 'bath', 'circulating', 'oil-air'] as const
export type Lubrication = (typeof LUBRICATIONS)[number]
export const LUBRICATION_WORDS: Readonly<Record<Lubrication, string>> = {
  grease: 'with grease',
  bath: 'in an oil bath',
  circulating: 'with circulating oil',
  'oil-air': 'with oil-air',
}

export const SPEED_SOURCE = 'engineering practice: n·dm by family, lubricant and closure'

/** Speed factor n·dm, mm/min: [grease, oil bath, circulating oil, oil-air: fresh drops, and air that cools]. What is usual lies within about 20 % of it, small sizes above and large ones below. Engineering practice. */
// prettier-ignore
export const SPEED_NDM: Readonly<Record<Family, readonly [grease: number, bath: number, circulating: number, oilAir: number]>> = {
  'deep-groove-ball': [580_000, 690_000, 800_000, 1_000_000],
  'angular-contact-ball': [480_000, 640_000, 800_000, 1_000_000],
  'four-point-ball': [480_000, 600_000, 750_000, 940_000],
  'self-aligning-ball': [560_000, 670_000, 780_000, 980_000],
  'cylindrical-roller': [520_000, 620_000, 750_000, 860_000],
  'needle-roller': [330_000, 470_000, 540_000, 620_000],
  'tapered-roller': [350_000, 465_000, 550_000, 630_000],
  'spherical-roller': [335_000, 440_000, 520_000, 570_000],
  'toroidal-roller': [335_000, 440_000, 520_000, 570_000],
  'thrust-ball': [150_000, 210_000, 260_000, 290_000],
  'thrust-cylindrical-roller': [95_000, 180_000, 220_000, 240_000],
  'thrust-needle-roller': [105_000, 200_000, 240_000, 260_000],
  'thrust-spherical-roller': [165_000, 280_000, 370_000, 410_000],
  'insert-ball': [280_000, 280_000, 280_000, 280_000],
}

/** What its closure leaves of that: rubbing lips warm themselves. Engineering practice. */
const CLOSURE_SHARE: Readonly<Record<Closure, number>> = { open: 1, shields: 1, 'non-contact-seals': 1, 'contact-seals': 0.65 }

/** What a class of bearing made truer than the normal one adds: it warms itself less. Engineering practice. */
const ACCURACY_SHARE: Readonly<Partial<Record<string, number>>> = { '6': 1.1, '5': 1.3, '4': 1.6 }

/**
 * Speed guidance of a bearing in r/min. A maker's figure that stands in the row for grease is taken; oil follows it by the same ratio.
 * Range: any row. Source: `SPEED_SOURCE`.
 */
export function speedLimitRpm(
  { family, greaseSpeedRpm }: Pick<Bearing, 'family' | 'greaseSpeedRpm'>,
  lubrication: Lubrication,
  closure: Closure = 'open',
  accuracy = 'normal',
): number {
  const of = SPEED_NDM[family]
  return (greaseSpeedRpm * of[LUBRICATIONS.indexOf(lubrication)]! * CLOSURE_SHARE[closure] * (ACCURACY_SHARE[accuracy] ?? 1)) / of[0]
}
