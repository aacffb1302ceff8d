import type { BoreTaper, Closure } from '../bearing/bearing.js'
import {
  RACEWAYS_10,
  RACEWAYS_2,
  RACEWAYS_22,
  RACEWAYS_NN_30,
  RACEWAYS_3,
  RACEWAYS_4,
  RACEWAYS_49,
  type Raceways,
} from './dimensions/cylindrical.js'
import { RACEWAY_48, RACEWAY_49 } from './dimensions/needle.js'
import { PLAN_0, PLAN_1, PLAN_2, PLAN_3, PLAN_4, PLAN_8, PLAN_9, type Plan } from './dimensions/general-plan.js'
import type { Family } from '../bearing/families.js'
import type { FormName } from '../bearing/construction-forms.js'

/** From this bore on the rule of large sizes holds where a set has one. */
export const LARGE_FROM_MM = 120

/**
 * Typical set of elements: diameter as share of D − d (of half the room for needles and barrels), filling angle in
 * degrees, length as share of the width (of D − d for thrust barrels) plus an offset. Chosen per series so that ratings
 * come near what is usual for the size. Engineering practice.
 */
export interface SetRule {
  kind: 'balls' | 'cylinders' | 'thrust-cylinders' | 'needles' | 'tapers' | 'barrels' | 'thrust-balls' | 'thrust-barrels'
  share?: number
  fillDeg: number
  length?: number
  offsetMm?: number
  /** Balls are no larger than this share of the width. */
  ofWidth?: number
  /** Balls in half millimetres instead of 1/32 inch. */
  halfMm?: boolean
  rows?: number
  /** Both rows lean towards the middle of a spherical raceway. */
  leans?: boolean
  /** Share of sizes under 10 mm bore. */
  small?: number
  large?: Partial<Pick<SetRule, 'share' | 'fillDeg' | 'length' | 'offsetMm'>>
}

// prettier-ignore
export const SETS = {
  '618': { kind: 'balls', share: 0.3, fillDeg: 183, halfMm: true, small: 0.265, large: { share: 0.287, fillDeg: 214 } },
  '619': { kind: 'balls', share: 0.307, fillDeg: 190, halfMm: true, small: 0.265, large: { share: 0.295, fillDeg: 202 } },
  '160': { kind: 'balls', share: 0.28, fillDeg: 202, halfMm: true, large: { share: 0.274, fillDeg: 218 } },
  '60': { kind: 'balls', share: 0.3075, fillDeg: 195, halfMm: true, small: 0.28, large: { share: 0.304, fillDeg: 199 } },
  '62': { kind: 'balls', share: 0.2925, fillDeg: 213, small: 0.265, large: { share: 0.28, fillDeg: 186 } },
  '63': { kind: 'balls', share: 0.2975, fillDeg: 211, small: 0.265, large: { share: 0.317, fillDeg: 206 } },
  '622': { kind: 'balls', share: 0.2925, fillDeg: 213 },
  '623': { kind: 'balls', share: 0.2975, fillDeg: 211 },
  '630': { kind: 'balls', share: 0.3075, fillDeg: 195, halfMm: true },
  '64': { kind: 'balls', share: 0.294, fillDeg: 221 },
  '42': { kind: 'balls', share: 0.26, fillDeg: 207, ofWidth: 0.42, rows: 2 },
  '43': { kind: 'balls', share: 0.277, fillDeg: 213, ofWidth: 0.42, rows: 2 },
  '718': { kind: 'balls', share: 0.3, fillDeg: 300, halfMm: true },
  '719': { kind: 'balls', share: 0.307, fillDeg: 280, halfMm: true },
  '70': { kind: 'balls', share: 0.294, fillDeg: 280 },
  '72': { kind: 'balls', share: 0.308, fillDeg: 335, ofWidth: 0.74 },
  '73': { kind: 'balls', share: 0.315, fillDeg: 335, ofWidth: 0.74 },
  // Four points of contact a ball: rated as the two rows that they are.
  'QJ 2': { kind: 'balls', share: 0.308, fillDeg: 310, ofWidth: 0.74, rows: 2 },
  'QJ 3': { kind: 'balls', share: 0.315, fillDeg: 310, ofWidth: 0.74, rows: 2 },
  '32': { kind: 'balls', share: 0.325, fillDeg: 190, ofWidth: 0.42, rows: 2 },
  '33': { kind: 'balls', share: 0.339, fillDeg: 180, ofWidth: 0.45, rows: 2 },
  '12': { kind: 'balls', leans: true, share: 0.275, fillDeg: 278, ofWidth: 0.5, rows: 2 },
  '13': { kind: 'balls', leans: true, share: 0.216, fillDeg: 316, ofWidth: 0.5, rows: 2 },
  '22': { kind: 'balls', leans: true, share: 0.3, fillDeg: 318, ofWidth: 0.485, rows: 2 },
  '23': { kind: 'balls', leans: true, share: 0.284, fillDeg: 294, ofWidth: 0.5, rows: 2 },
  'NU 10': { kind: 'cylinders', fillDeg: 257, length: 0.529, offsetMm: -2.8, large: { fillDeg: 222, length: 0.645, offsetMm: -3.1 } },
  'NU 2': { kind: 'cylinders', fillDeg: 281, length: 0.759, offsetMm: -3.7 },
  'NU 22': { kind: 'cylinders', fillDeg: 228, length: 0.966, offsetMm: -5.4, large: { fillDeg: 215 } },
  'NU 3': { kind: 'cylinders', fillDeg: 203, length: 0.98, offsetMm: -4.2 },
  'NU 23': { kind: 'cylinders', fillDeg: 291, length: 0.729, offsetMm: -3.6 },
  'NU 4': { kind: 'cylinders', fillDeg: 215, length: 0.628 },
  'NN 30': { kind: 'cylinders', fillDeg: 222, length: 0.307, rows: 2 },
  'NNU 49': { kind: 'cylinders', fillDeg: 240, length: 0.3, rows: 2 },
  'NA 48': { kind: 'needles', share: 0.534, fillDeg: 304, length: 0.507, offsetMm: 0.8 },
  'NA 49': { kind: 'needles', share: 0.639, fillDeg: 260, length: 0.679, offsetMm: -1.5 },
  'NA 69': { kind: 'needles', share: 0.56, fillDeg: 221, length: 0.777, offsetMm: 1 },
  K: { kind: 'needles', share: 1, fillDeg: 256, length: 1, offsetMm: -2.5 },
  HK: { kind: 'needles', share: 0.891, fillDeg: 256, length: 0.82, offsetMm: -3.5 },
  '302': { kind: 'tapers', share: 0.252, fillDeg: 305, length: 0.857, offsetMm: -2.53 },
  '303': { kind: 'tapers', share: 0.246, fillDeg: 280, length: 0.938, offsetMm: -2.38 },
  '313': { kind: 'tapers', share: 0.2305, fillDeg: 284, length: 0.98, offsetMm: -3.36 },
  '320': { kind: 'tapers', share: 0.2415, fillDeg: 308, length: 1, offsetMm: -3.25 },
  '322': { kind: 'tapers', share: 0.255, fillDeg: 276, length: 0.92, offsetMm: -1.96 },
  '323': { kind: 'tapers', share: 0.247, fillDeg: 300, length: 0.902, offsetMm: -2.7 },
  '329': { kind: 'tapers', share: 0.244, fillDeg: 285, length: 1, offsetMm: -3.6 },
  '330': { kind: 'tapers', share: 0.244, fillDeg: 272, length: 0.98 },
  '331': { kind: 'tapers', share: 0.275, fillDeg: 271, length: 0.959 },
  '332': { kind: 'tapers', share: 0.256, fillDeg: 308, length: 1, offsetMm: -3.27 },
  '213': { kind: 'barrels', share: 0.554, fillDeg: 229, length: 0.435, rows: 2 },
  '222': {
    kind: 'barrels', share: 0.634, fillDeg: 301.5, length: 0.45, offsetMm: -1.87, rows: 2, large: { share: 0.565, fillDeg: 252, length: 0.47, offsetMm: 0 },
  },
  '223': { kind: 'barrels', share: 0.62, fillDeg: 268, length: 0.465, rows: 2 },
  '230': { kind: 'barrels', share: 0.58, fillDeg: 256, length: 0.465, rows: 2 },
  '231': { kind: 'barrels', share: 0.58, fillDeg: 268, length: 0.457, rows: 2 },
  '232': { kind: 'barrels', share: 0.572, fillDeg: 242, length: 0.46, rows: 2 },
  '239': { kind: 'barrels', share: 0.521, fillDeg: 276, length: 0.379, rows: 2 },
  '238': { kind: 'barrels', share: 0.521, fillDeg: 276, length: 0.379, rows: 2 },
  '248': { kind: 'barrels', share: 0.521, fillDeg: 270, length: 0.42, rows: 2 },
  '249': { kind: 'barrels', share: 0.521, fillDeg: 270, length: 0.42, rows: 2 },
  '240': { kind: 'barrels', share: 0.58, fillDeg: 262, length: 0.46, rows: 2 },
  '241': { kind: 'barrels', share: 0.58, fillDeg: 262, length: 0.47, rows: 2 },
  'C 22': { kind: 'barrels', share: 0.681, fillDeg: 323, length: 0.632 },
  'C 23': { kind: 'barrels', share: 0.639, fillDeg: 325, length: 0.662 },
  'C 30': { kind: 'barrels', share: 0.622, fillDeg: 324, length: 0.769 },
  'C 31': { kind: 'barrels', share: 0.754, fillDeg: 323, length: 0.828 },
  'C 39': { kind: 'barrels', share: 0.548, fillDeg: 268, length: 0.908 },
  'C 40': { kind: 'barrels', share: 0.638, fillDeg: 337, length: 0.77 },
  'C 41': { kind: 'barrels', share: 0.695, fillDeg: 340, length: 0.831 },
  '511': { kind: 'thrust-balls', share: 0.373, fillDeg: 304, ofWidth: 0.7 },
  '512': { kind: 'thrust-balls', share: 0.357, fillDeg: 288, ofWidth: 0.7 },
  '513': { kind: 'thrust-balls', share: 0.37, fillDeg: 247, ofWidth: 0.7 },
  '514': { kind: 'thrust-balls', share: 0.37, fillDeg: 281, ofWidth: 0.7 },
  '811': { kind: 'thrust-cylinders', fillDeg: 245, ofWidth: 0.465, length: 1 },
  '812': { kind: 'thrust-cylinders', fillDeg: 255, ofWidth: 0.465, length: 1 },
  AXK: { kind: 'thrust-cylinders', fillDeg: 168, ofWidth: 1, length: 0.36 },
  '292': { kind: 'thrust-barrels', share: 0.3, fillDeg: 300, length: 0.32 },
  '293': { kind: 'thrust-barrels', share: 0.315, fillDeg: 288, length: 0.351, large: { share: 0.338, fillDeg: 313, length: 0.339 } },
  '294': { kind: 'thrust-barrels', share: 0.35, fillDeg: 324, length: 0.346 },
} as const satisfies Record<string, SetRule>
export type SetName = keyof typeof SETS

/** Sizes taken from a table of the general plan. */
interface FromPlan {
  plan: Plan
  width: string
  from?: number
  to?: number
  raceways?: Raceways | Record<number, number>
}

/** One series of the catalogue whose sizes stand in the general plan of ISO 15. */
export interface SeriesRow {
  /** Written before the bore code. */
  prefix: string
  suffix?: string
  family: Family
  form: FormName
  set: SetName
  sizes: FromPlan
  alphaDeg?: number
  taper?: BoreTaper
  /** Closures besides open, and the largest bore that has them. */
  closed?: { closures: readonly Closure[]; to: number }
  /** Misalignment where it is not that of the family, degrees. */
  tiltDeg?: number
}

const SEALED: readonly Closure[] = ['shields', 'non-contact-seals', 'contact-seals']
const upTo = (to: number, closures: readonly Closure[] = SEALED) => ({ closures, to })
const CONTACT: readonly Closure[] = ['contact-seals']

const groove = (prefix: SetName, plan: Plan, width: string, closedTo: number, closures = SEALED): SeriesRow => ({
  prefix,
  family: 'deep-groove-ball',
  form: 'single-row-groove',
  set: prefix,
  sizes: { plan, width },
  closed: upTo(closedTo, closures),
})
const wideGroove = (prefix: SetName, plan: Plan, width: string, to: number): SeriesRow => ({
  ...groove(prefix, plan, width, to, CONTACT),
  sizes: { plan, width, from: 10, to },
})
const doubleGroove = (prefix: SetName, plan: Plan, to: number): SeriesRow => ({
  prefix,
  family: 'deep-groove-ball',
  form: 'double-row-groove',
  set: prefix,
  sizes: { plan, width: '2', from: 10, to },
  closed: upTo(70, CONTACT),
})
const ANGLES = [
  ['C', 15],
  ['AC', 25],
  ['B', 40],
] as const
/** 15°, 25° and 40° as C, AC and B after the bore code; the thin ones have no steep angle. */
const angular = (
  prefix: SetName,
  plan: Plan,
  width: string,
  to: number,
  angles: readonly (typeof ANGLES)[number][] = ANGLES,
): SeriesRow[] =>
  angles.map(([letter, alphaDeg]) => ({
    prefix,
    suffix: ` ${letter}`,
    family: 'angular-contact-ball',
    form: 'single-row-angular',
    set: prefix,
    sizes: { plan, width, from: 10, to },
    alphaDeg,
  }))
const doubleAngular = (prefix: SetName, plan: Plan, width: string): SeriesRow => ({
  prefix,
  family: 'angular-contact-ball',
  form: 'double-row-angular',
  set: prefix,
  sizes: { plan, width },
  alphaDeg: 30,
  closed: upTo(70, ['shields', 'contact-seals']),
})
/** With cylindrical bore, and from 20 mm on with the tapered one. */
const selfAligning = (prefix: SetName, plan: Plan, width: string, tiltDeg: number, closedTo = 0): SeriesRow[] =>
  ([undefined, '1:12'] as const).map((taper) => ({
    prefix,
    suffix: taper && ' K',
    family: 'self-aligning-ball',
    form: 'self-aligning',
    set: prefix,
    sizes: { plan, width, from: taper ? 20 : 10, to: 110 },
    taper,
    tiltDeg,
    closed: closedTo ? upTo(closedTo, CONTACT) : undefined,
  }))
const cylindrical = (forms: readonly FormName[], series: string, plan: Plan, width: string, raceways: Raceways): SeriesRow[] =>
  forms.map((form) => ({
    prefix: `${form} ${series}`,
    family: 'cylindrical-roller',
    form,
    set: `NU ${series}` as SetName,
    sizes: { plan, width, from: 17, raceways },
  }))
const needle = (set: SetName, plan: Plan, width: string, raceways: Record<number, number>): SeriesRow[] =>
  (['needle-with-ring', 'needle-without-ring'] as const).map((form) => ({
    prefix: form === 'needle-with-ring' ? set : `R${set}`,
    family: 'needle-roller',
    form,
    set,
    sizes: { plan, width, raceways },
  }))
const barrels = (
  family: 'spherical-roller' | 'toroidal-roller',
  set: SetName,
  plan: Plan,
  width: string,
  from: number,
  tiltDeg: number,
  taper: BoreTaper = '1:12',
  sealedTo = 0,
): SeriesRow[] =>
  [undefined, taper].map((bore) => ({
    prefix: set,
    suffix: bore && (bore === '1:12' ? ' K' : ' K30'),
    family,
    form: family === 'spherical-roller' ? 'spherical' : 'toroidal',
    set,
    sizes: { plan, width, from },
    taper: bore,
    tiltDeg,
    closed: sealedTo ? upTo(sealedTo, CONTACT) : undefined,
  }))

/** Two rows of rollers, with straight and tapered bore. */
const twoRows = (form: 'NN' | 'NNU', series: string, plan: Plan, width: string, raceways: Raceways): SeriesRow[] =>
  ([undefined, '1:12'] as const).map((taper) => ({
    prefix: `${form} ${series}`,
    suffix: taper && ' K',
    family: 'cylindrical-roller',
    form,
    set: `${form} ${series}` as SetName,
    sizes: { plan, width, from: 25, raceways },
    taper,
  }))
const fourPoint = (set: SetName, plan: Plan): SeriesRow => ({
  prefix: set,
  family: 'four-point-ball',
  form: 'four-point',
  set,
  sizes: { plan, width: '0', from: 17, to: 150 },
  alphaDeg: 35,
})

const ALL_FORMS = ['NU', 'NJ', 'NUP', 'N'] as const

/** Series with sizes of the general plan, one line a series. */
// prettier-ignore
export const SERIES: readonly SeriesRow[] = [
  groove('618', PLAN_8, '1', 120),
  groove('619', PLAN_9, '1', 120),
  groove('160', PLAN_0, '0', 60, ['shields', 'contact-seals']),
  groove('60', PLAN_0, '1', 150),
  groove('62', PLAN_2, '0', 120),
  groove('63', PLAN_3, '0', 120),
  // The wide ones: room for more grease between two seals.
  wideGroove('622', PLAN_2, '2', 60),
  wideGroove('623', PLAN_3, '2', 50),
  wideGroove('630', PLAN_0, '3', 50),
  groove('64', PLAN_4, '0', 60, ['shields', 'contact-seals']),
  doubleGroove('42', PLAN_2, 110),
  doubleGroove('43', PLAN_3, 75),
  ...angular('718', PLAN_8, '1', 120, ANGLES.slice(0, 2)),
  ...angular('719', PLAN_9, '1', 120, ANGLES.slice(0, 2)),
  ...angular('70', PLAN_0, '1', 240),
  ...angular('72', PLAN_2, '0', 220),
  ...angular('73', PLAN_3, '0', 200),
  fourPoint('QJ 2', PLAN_2),
  fourPoint('QJ 3', PLAN_3),
  doubleAngular('32', PLAN_2, '3.2'),
  doubleAngular('33', PLAN_3, '3.3'),
  ...selfAligning('12', PLAN_2, '0', 2.5),
  ...selfAligning('13', PLAN_3, '0', 3),
  ...selfAligning('22', PLAN_2, '2', 2.5, 70),
  ...selfAligning('23', PLAN_3, '2', 3, 60),
  ...cylindrical(ALL_FORMS, '10', PLAN_0, '1', RACEWAYS_10),
  ...cylindrical(ALL_FORMS, '2', PLAN_2, '0', RACEWAYS_2),
  ...cylindrical(ALL_FORMS, '22', PLAN_2, '2', RACEWAYS_22),
  ...cylindrical(ALL_FORMS, '3', PLAN_3, '0', RACEWAYS_3),
  ...cylindrical(ALL_FORMS, '23', PLAN_3, '2', RACEWAYS_3),
  ...cylindrical(['NU', 'NJ', 'N'], '4', PLAN_4, '0', RACEWAYS_4),
  ...twoRows('NN', '30', PLAN_0, '3', RACEWAYS_NN_30),
  ...twoRows('NNU', '49', PLAN_9, '4', RACEWAYS_49),
  ...needle('NA 48', PLAN_8, '4', RACEWAY_48),
  ...needle('NA 49', PLAN_9, '4', RACEWAY_49),
  ...needle('NA 69', PLAN_9, '6', RACEWAY_49),
  ...barrels('spherical-roller', '213', PLAN_3, '0', 25, 1.5),
  ...barrels('spherical-roller', '222', PLAN_2, '2', 25, 1.5, '1:12', 110),
  ...barrels('spherical-roller', '223', PLAN_3, '2', 25, 2),
  ...barrels('spherical-roller', '230', PLAN_0, '3', 110, 1.5),
  ...barrels('spherical-roller', '231', PLAN_1, '3', 100, 1.5),
  ...barrels('spherical-roller', '232', PLAN_2, '3', 90, 2.5),
  // No table of sleeves reaches so thin a section: with straight bore only.
  ...barrels('spherical-roller', '238', PLAN_8, '3', 240, 1.5).slice(0, 1),
  ...barrels('spherical-roller', '248', PLAN_8, '4', 240, 2, '1:30'),
  ...barrels('spherical-roller', '249', PLAN_9, '4', 180, 2, '1:30'),
  ...barrels('spherical-roller', '239', PLAN_9, '3', 120, 1.5),
  ...barrels('spherical-roller', '240', PLAN_0, '4', 100, 2, '1:30'),
  ...barrels('spherical-roller', '241', PLAN_1, '4', 100, 2.5, '1:30'),
  ...barrels('toroidal-roller', 'C 22', PLAN_2, '2', 25, 0.5),
  ...barrels('toroidal-roller', 'C 23', PLAN_3, '2', 80, 0.5),
  ...barrels('toroidal-roller', 'C 30', PLAN_0, '3', 110, 0.5),
  ...barrels('toroidal-roller', 'C 31', PLAN_1, '3', 100, 0.5),
  ...barrels('toroidal-roller', 'C 39', PLAN_9, '3', 180, 0.5),
  ...barrels('toroidal-roller', 'C 40', PLAN_0, '4', 100, 0.5, '1:30'),
  ...barrels('toroidal-roller', 'C 41', PLAN_1, '4', 100, 0.5, '1:30'),
]

/** Set of a tapered series of ISO 355. */
export function taperedSet(series: string): SetRule {
  return SETS[series as SetName]
}
