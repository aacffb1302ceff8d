import type { Bearing } from './bearing.js'
import type { Family } from './families.js'

/** What a form of a family can do and how it is known on the bench. */
export interface Form {
  family: Family
  label: string
  /** Directions of thrust that it carries. */
  thrust: 0 | 1 | 2
  /** Directions in which it holds the shaft; a bearing that holds none moves inside itself. */
  holds: 0 | 1 | 2
  /** Comes apart by hand: a ring lifts off. */
  separable: boolean
  /** Ribs seen at the faces: on the inner ring, on the outer ring; null where there is no such thing to see. */
  innerRibs: 0 | 1 | 2 | null
  outerRibs: 0 | 1 | 2 | null
  /** Without one the rollers run on the shaft, or in the housing. */
  innerRing?: boolean
  outerRing?: boolean
}

/** Every form, by the key that rows carry. Engineering practice. */
// prettier-ignore
export const FORMS = {
  'single-row-groove': { family: 'deep-groove-ball', label: 'single row', thrust: 2, holds: 2, separable: false, innerRibs: null, outerRibs: null },
  'double-row-groove': { family: 'deep-groove-ball', label: 'double row', thrust: 2, holds: 2, separable: false, innerRibs: null, outerRibs: null },
  'single-row-angular': { family: 'angular-contact-ball', label: 'single row', thrust: 1, holds: 1, separable: false, innerRibs: null, outerRibs: null },
  'double-row-angular': { family: 'angular-contact-ball', label: 'double row', thrust: 2, holds: 2, separable: false, innerRibs: null, outerRibs: null },
  'four-point': { family: 'four-point-ball', label: 'four points of contact, inner ring in two halves', thrust: 2, holds: 2, separable: true, innerRibs: null, outerRibs: null },
  'self-aligning': { family: 'self-aligning-ball', label: 'spherical outer raceway', thrust: 2, holds: 2, separable: false, innerRibs: null, outerRibs: null },
  'self-aligning-long': { family: 'self-aligning-ball', label: 'spherical outer raceway, long inner ring held by a pin', thrust: 2, holds: 2, separable: false, innerRibs: null, outerRibs: null },
  NU: { family: 'cylindrical-roller', label: 'no ribs on the inner ring', thrust: 0, holds: 0, separable: true, innerRibs: 0, outerRibs: 2 },
  NJ: { family: 'cylindrical-roller', label: 'one rib on the inner ring', thrust: 1, holds: 1, separable: true, innerRibs: 1, outerRibs: 2 },
  NUP: { family: 'cylindrical-roller', label: 'one rib and a loose rib ring inside', thrust: 2, holds: 2, separable: true, innerRibs: 2, outerRibs: 2 },
  N: { family: 'cylindrical-roller', label: 'no ribs on the outer ring', thrust: 0, holds: 0, separable: true, innerRibs: 2, outerRibs: 0 },
  NN: { family: 'cylindrical-roller', label: 'two rows, no ribs on the outer ring', thrust: 0, holds: 0, separable: true, innerRibs: 2, outerRibs: 0 },
  NNU: { family: 'cylindrical-roller', label: 'two rows, no ribs on the inner ring', thrust: 0, holds: 0, separable: true, innerRibs: 0, outerRibs: 2 },
  'needle-with-ring': { family: 'needle-roller', label: 'machined, with inner ring', thrust: 0, holds: 0, separable: true, innerRibs: 0, outerRibs: 2 },
  'needle-without-ring': { family: 'needle-roller', label: 'machined, without inner ring', thrust: 0, holds: 0, separable: true, innerRibs: null, outerRibs: 2, innerRing: false },
  'needle-cage': { family: 'needle-roller', label: 'needles in a cage, no rings', thrust: 0, holds: 0, separable: true, innerRibs: null, outerRibs: null, innerRing: false, outerRing: false },
  'drawn-cup-open': { family: 'needle-roller', label: 'drawn cup, open ends', thrust: 0, holds: 0, separable: true, innerRibs: null, outerRibs: 2, innerRing: false },
  'drawn-cup-closed': { family: 'needle-roller', label: 'drawn cup, one end closed', thrust: 0, holds: 0, separable: true, innerRibs: null, outerRibs: 2, innerRing: false },
  tapered: { family: 'tapered-roller', label: 'metric', thrust: 1, holds: 1, separable: true, innerRibs: 2, outerRibs: 0 },
  'tapered-inch': { family: 'tapered-roller', label: 'inch, cone and cup', thrust: 1, holds: 1, separable: true, innerRibs: 2, outerRibs: 0 },
  spherical: { family: 'spherical-roller', label: 'two rows of barrels', thrust: 2, holds: 2, separable: false, innerRibs: null, outerRibs: 0 },
  toroidal: { family: 'toroidal-roller', label: 'one row of long barrels', thrust: 0, holds: 0, separable: false, innerRibs: null, outerRibs: 0 },
  'thrust-ball': { family: 'thrust-ball', label: 'single direction', thrust: 1, holds: 1, separable: true, innerRibs: null, outerRibs: null },
  'thrust-ball-double': { family: 'thrust-ball', label: 'double direction', thrust: 2, holds: 2, separable: true, innerRibs: null, outerRibs: null },
  'thrust-cylindrical': { family: 'thrust-cylindrical-roller', label: 'cylinders between two washers', thrust: 1, holds: 1, separable: true, innerRibs: null, outerRibs: null },
  'thrust-needle': { family: 'thrust-needle-roller', label: 'needles in a cage, without washers', thrust: 1, holds: 1, separable: true, innerRibs: null, outerRibs: null },
  'thrust-spherical': { family: 'thrust-spherical-roller', label: 'asymmetric barrels', thrust: 1, holds: 1, separable: true, innerRibs: 2, outerRibs: 0 },
  setscrew: { family: 'insert-ball', label: 'held by setscrews', thrust: 2, holds: 2, separable: false, innerRibs: null, outerRibs: null },
  'eccentric-collar': { family: 'insert-ball', label: 'held by an eccentric collar', thrust: 2, holds: 2, separable: false, innerRibs: null, outerRibs: null },
  adapter: { family: 'insert-ball', label: 'tapered bore for an adapter sleeve', thrust: 2, holds: 2, separable: false, innerRibs: null, outerRibs: null },
} as const satisfies Record<string, Form>

export type FormName = keyof typeof FORMS

/** The form of a row. */
export function formOf(row: Pick<Bearing, 'form'>): Form {
  return FORMS[row.form as FormName]
}

/** The shaft may move along in it without any ring sliding in its seat. */
export function movesInside(row: Pick<Bearing, 'form'>): boolean {
  return formOf(row).holds === 0
}

/** The outer ring is drawn from sheet. */
export function isDrawnCup(row: Pick<Bearing, 'form'>): boolean {
  return row.form === 'drawn-cup-open' || row.form === 'drawn-cup-closed'
}
