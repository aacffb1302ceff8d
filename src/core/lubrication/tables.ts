import type { Family } from '../bearing/families.js'

/** Factors of the regreasing interval formula, one row a choice. Source: engineering practice, the interval formula in common use. */

export interface FactorRow<N extends string> {
  readonly name: N
  readonly label: string
  readonly factor: number
}

/** K by family: balls 10, cylindrical and needle rollers 5, all others 1. */
export const FAMILY_FACTOR: Readonly<Record<Family, number>> = {
  'deep-groove-ball': 10,
  'angular-contact-ball': 10,
  'four-point-ball': 10,
  'self-aligning-ball': 10,
  'insert-ball': 10,
  'cylindrical-roller': 5,
  'needle-roller': 5,
  'tapered-roller': 1,
  'spherical-roller': 1,
  'toroidal-roller': 1,
  'thrust-ball': 1,
  'thrust-cylindrical-roller': 1,
  'thrust-needle-roller': 1,
  'thrust-spherical-roller': 1,
}

export const CONTAMINATION = [
  { name: 'clean', label: 'clean', factor: 1 },
  { name: 'heavy-non-abrasive', label: 'dirt, no grit', factor: 0.7 },
  { name: 'light-abrasive', label: 'a little grit', factor: 0.4 },
  { name: 'heavy-abrasive', label: 'much grit', factor: 0.2 },
] as const satisfies readonly FactorRow<string>[]

export const MOISTURE = [
  { name: 'dry', label: 'dry', factor: 1 },
  { name: 'humid', label: 'humid air', factor: 0.7 },
  { name: 'condensation', label: 'condensation', factor: 0.4 },
  { name: 'water', label: 'water on the seal', factor: 0.1 },
] as const satisfies readonly FactorRow<string>[]

export const ORIENTATION = [
  { name: 'horizontal', label: 'horizontal', factor: 1 },
  { name: 'inclined', label: 'inclined', factor: 0.5 },
  { name: 'vertical', label: 'vertical', factor: 0.3 },
] as const satisfies readonly FactorRow<string>[]

export type Contamination = (typeof CONTAMINATION)[number]['name']
export type Moisture = (typeof MOISTURE)[number]['name']
export type Orientation = (typeof ORIENTATION)[number]['name']

/** How a shaft that leans by so many degrees from level (0 … 90) counts for its grease. Engineering practice. */
export const orientationAt = (leanDeg: number): Orientation => (leanDeg >= 60 ? 'vertical' : leanDeg >= 20 ? 'inclined' : 'horizontal')

/** A step of a banded factor: below `under` it holds; a value on the edge belongs to the next step. */
export interface Band {
  readonly under: number
  readonly factor: number
}

/** Ft by housing temperature, °C. */
export const TEMPERATURE_BANDS: readonly Band[] = [
  { under: 65, factor: 1 },
  { under: 80, factor: 0.5 },
  { under: 93, factor: 0.2 },
  { under: Infinity, factor: 0.1 },
]

/** Fv by vibration velocity, mm/s peak. */
export const VIBRATION_BANDS: readonly Band[] = [
  { under: 5, factor: 1 },
  { under: 10, factor: 0.6 },
  { under: Infinity, factor: 0.3 },
]

/** Half-life steps S_W of the grease-life equation by P/C; one step halves the life. Engineering practice. */
export const LOAD_HALVINGS: readonly { readonly under: number; readonly steps: number }[] = [
  { under: 0.05, steps: 0 },
  { under: 0.1, steps: 0.5 },
  { under: 0.15, steps: 1 },
  { under: Infinity, steps: 2 },
]

/** Speed factor n·dm at which grease in a ball bearing reaches its limit, mm/min. Engineering practice. */
export const GREASE_SPEED_LIMIT = 500_000

/** Thickeners and base oils of the compatibility tables. */
export const THICKENERS = [
  { name: 'lithium', label: 'lithium' },
  { name: 'lithium-complex', label: 'lithium complex' },
  { name: 'calcium', label: 'calcium' },
  { name: 'calcium-complex', label: 'calcium complex' },
  { name: 'calcium-sulfonate-complex', label: 'calcium sulfonate complex' },
  { name: 'aluminium-complex', label: 'aluminium complex' },
  { name: 'barium-complex', label: 'barium complex' },
  { name: 'sodium', label: 'sodium' },
  { name: 'clay', label: 'clay' },
  { name: 'polyurea-conventional', label: 'polyurea, conventional' },
  { name: 'polyurea-shear-stable', label: 'polyurea, shear-stable' },
] as const
export type Thickener = (typeof THICKENERS)[number]['name']

export const BASE_OILS = [
  { name: 'mineral', label: 'mineral' },
  { name: 'pao', label: 'PAO' },
  { name: 'ester', label: 'ester' },
  { name: 'pag', label: 'polyglycol' },
  { name: 'silicone', label: 'silicone' },
  { name: 'pfpe', label: 'PFPE' },
] as const
export type BaseOil = (typeof BASE_OILS)[number]['name']

export type Mixing = 'compatible' | 'borderline' | 'no'
const MARK: Readonly<Record<string, Mixing>> = { '+': 'compatible', o: 'borderline', '-': 'no' }

/**
 * Mixing of thickeners, in the order of THICKENERS; + compatible, o borderline, - no. Symmetric.
 * Source: engineering practice, tables of grease compatibility in common use, read to the cautious side where they part.
 */
const THICKENER_ROWS: readonly string[] = [
  // Li LiX Ca CaX CSX AlX BaX Na Clay PUc PUs
  '+ + o - o - - - - - +',
  '+ + + + + + - - - - +',
  'o + + - o - - - + - +',
  '- + - + - - - - - + +',
  'o + o - + o + - - - +',
  '- + - - o + - - - - +',
  '- - - - + - + - - - o',
  '- - - - - - - + - - -',
  '- - + - - - - - + - o',
  '- - - + - - - - - + +',
  '+ + + + + + o - o + +',
]

/** Mixing of base oils, in the order of BASE_OILS. Source as above. */
const OIL_ROWS: readonly string[] = [
  // min PAO est PAG sil PFPE
  '+ + + - - -',
  '+ + + - - -',
  '+ + + o - -',
  '- - o + - -',
  '- - - - + -',
  '- - - - - +',
]

/** Whether two thickeners may meet in a housing. Source: engineering practice, THICKENER_ROWS. */
export function thickenerMixing(a: Thickener, b: Thickener): Mixing {
  return look(
    THICKENER_ROWS,
    THICKENERS.findIndex((t) => t.name === a),
    THICKENERS.findIndex((t) => t.name === b),
  )
}

/** Whether two base oils may meet in a housing. Source: engineering practice, OIL_ROWS. */
export function oilMixing(a: BaseOil, b: BaseOil): Mixing {
  return look(
    OIL_ROWS,
    BASE_OILS.findIndex((o) => o.name === a),
    BASE_OILS.findIndex((o) => o.name === b),
  )
}

function look(rows: readonly string[], i: number, j: number): Mixing {
  return MARK[rows[i]!.split(' ')[j]!]!
}
