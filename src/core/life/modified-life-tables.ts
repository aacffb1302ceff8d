/** eC = a (1 − b / Dpw^(1/3)) with a = min(1, c κ^0.68 Dpw^0.55): c and b by how clean the lubricant is. ISO 281:2007, annex A. */

/** With grease; above 500 mm pitch diameter `slight-to-typical` takes 1.677. */
export const GREASE_CLEANLINESS = {
  high: { label: 'high cleanliness: sealed and greased for life', c: 0.0864, b: 0.6796 },
  normal: { label: 'normal cleanliness: greased and shielded', c: 0.0432, b: 1.141 },
  'slight-to-typical': { label: 'slight to typical dirt: seals without a rubbing lip', c: 0.0177, b: 1.887, bLarge: 1.677 },
  severe: { label: 'severe dirt: unsealed, dust about', c: 0.0115, b: 2.662 },
  'very-severe': { label: 'very severe dirt: what is around comes in', c: 0.00617, b: 4.06 },
} as const satisfies Record<string, { label: string; c: number; b: number; bLarge?: number }>
export type GreaseCleanliness = keyof typeof GREASE_CLEANLINESS

/** Circulating oil filtered before the bearing, by the ISO 4406 code of the oil. */
export const IN_LINE_OIL = {
  '-/13/10': { c: 0.0864, b: 0.5663 },
  '-/15/12': { c: 0.0432, b: 0.9987 },
  '-/17/14': { c: 0.0288, b: 1.6329 },
  '-/19/16': { c: 0.0216, b: 2.3362 },
} as const

/** Oil bath, or oil filtered beside the stream. */
export const BATH_OIL = {
  '-/13/10': { c: 0.0864, b: 0.5796 },
  '-/15/12': { c: 0.0288, b: 1.141 },
  '-/17/14': { c: 0.0133, b: 1.67 },
  '-/19/16': { c: 0.00864, b: 2.5164 },
  '-/21/18': { c: 0.00411, b: 3.8974 },
} as const

/** Friction coefficient μ of M = ½ μ P d by family. Engineering practice. */
export const FRICTION = {
  'deep-groove-ball': 0.0015,
  'angular-contact-ball': 0.002,
  'four-point-ball': 0.0024,
  'self-aligning-ball': 0.001,
  'cylindrical-roller': 0.0011,
  'needle-roller': 0.002,
  'tapered-roller': 0.0018,
  'spherical-roller': 0.0018,
  'toroidal-roller': 0.0016,
  'thrust-ball': 0.0013,
  'thrust-cylindrical-roller': 0.005,
  'thrust-needle-roller': 0.005,
  'thrust-spherical-roller': 0.0018,
  'insert-ball': 0.0015,
} as const
