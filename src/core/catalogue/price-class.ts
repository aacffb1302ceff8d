import type { Bearing } from '../bearing/bearing.js'
import type { Family } from '../bearing/families.js'

/** What a bearing of a kind and mass costs beside others: classes for a choice, never a price. Engineering practice. */

/** Cost of a kind beside that of a deep groove ball bearing of the same mass. */
const BESIDE_BALL: Readonly<Record<Family, number>> = {
  'deep-groove-ball': 1,
  'angular-contact-ball': 1.8,
  'four-point-ball': 3,
  'self-aligning-ball': 1.8,
  'cylindrical-roller': 2.2,
  'needle-roller': 1.6,
  'tapered-roller': 1.1,
  'spherical-roller': 2,
  'toroidal-roller': 4.5,
  'thrust-ball': 1.4,
  'thrust-cylindrical-roller': 2.5,
  'thrust-needle-roller': 1.6,
  'thrust-spherical-roller': 3,
  'insert-ball': 1.3,
}
/** Mass of a deep groove ball bearing in the middle of the first class, kg; cost rises with this power of the mass. */
const FIRST_KG = 0.1
const POWER = 0.8
export const PRICE_CLASSES = 12

/**
 * Price class of a row by its kind and mass (kg), 1 to 12, each about twice the one below: an estimate to rank by, the store's own
 * prices govern. Source: engineering practice.
 */
export function priceClass({ family, massKg }: Pick<Bearing, 'family' | 'massKg'>): number {
  const cost = BESIDE_BALL[family] * (massKg / FIRST_KG) ** POWER
  return Math.max(1, Math.min(PRICE_CLASSES, 1 + Math.round(Math.log2(cost))))
}
