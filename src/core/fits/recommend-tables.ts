/**
 * Seat classes by load for solid steel shafts and for housings.
 * Source: engineering practice, the tables in common use, which follow ISO 286 classes.
 * A shaft row is [bore up to and including mm, class].
 */
export type LoadBand = 'light' | 'normal' | 'heavy'
export type ShaftColumn = 'ball' | 'cylindrical' | 'spherical'
type Row = readonly [number, string]

interface SeatTable {
  /** The table starts above this bore; below it the first row serves, named. */
  fromMm: number
  /** The last row is printed as "above". */
  lastIsOpen: boolean
  rows: readonly Row[]
}

const table = (fromMm: number, lastIsOpen: boolean, ...rows: Row[]): SeatTable => ({ fromMm, lastIsOpen, rows })

/** Balls under heavy load take the row for normal load. */
const BALL_NORMAL = table(0, true, [18, 'js5'], [100, 'k5'], [140, 'm5'], [200, 'm6'], [280, 'n6'], [500, 'p6'])
/** Spherical and toroidal rollers have no row of their own for light load. */
const SPHERICAL_NORMAL = table(0, true, [40, 'k5'], [65, 'm5'], [100, 'm6'], [140, 'n6'], [280, 'p6'], [500, 'r6'])

export const SHAFT_ROWS: Record<ShaftColumn, Record<LoadBand, SeatTable>> = {
  ball: {
    light: table(0, false, [18, 'js5'], [100, 'j6'], [140, 'k6'], [200, 'm6']),
    normal: BALL_NORMAL,
    heavy: BALL_NORMAL,
  },
  cylindrical: {
    light: table(0, false, [40, 'j6'], [140, 'k6'], [200, 'm6']),
    normal: table(0, false, [40, 'k5'], [100, 'm5'], [140, 'm6'], [200, 'n6'], [400, 'p6']),
    heavy: table(50, true, [140, 'n6'], [200, 'p6'], [500, 'r6']),
  },
  spherical: {
    light: SPHERICAL_NORMAL,
    normal: SPHERICAL_NORMAL,
    heavy: table(50, true, [70, 'n6'], [140, 'p6'], [500, 'r6']),
  },
}

/** Shaft washer of thrust spherical roller bearings under combined load that sweeps it. */
export const THRUST_SPHERICAL_ROWS: readonly Row[] = [
  [200, 'k6'],
  [400, 'm6'],
  [Infinity, 'n6'],
]

/** Upper ends of light and normal P/C, by school; the second school has its own pair for rollers. */
export const LOAD_BANDS = {
  '0.06-0.12': { ball: [0.06, 0.12], roller: [0.06, 0.12] },
  '0.07-0.15': { ball: [0.07, 0.15], roller: [0.08, 0.18] },
} as const
export type LoadBands = keyof typeof LOAD_BANDS
export const LOAD_BAND_NAMES = Object.keys(LOAD_BANDS) as [LoadBands, ...LoadBands[]]

/** From loose to tight; "one step tighter" is the next to the right. */
export const HOUSING_LADDER = ['G7', 'H7', 'J7', 'K7', 'M7', 'N7', 'P7', 'R7'] as const

/** Seats of the bearings of a spindle: shaft under a load that sweeps it, by load, and under one that stands; housing where the ring is free, held, or swept. */
interface PrecisionSeats {
  swept: Record<LoadBand, string>
  standing: string
  free: string
  held: string
  rollers: string
  outerSwept: string
}
/** By the class of the bearing: a ring of so little wall takes the shape of its seat, so that this is ground as true. Engineering practice of spindles. */
export const PRECISION_SEATS: Readonly<Partial<Record<string, PrecisionSeats>>> = {
  '5': { swept: { light: 'js5', normal: 'js5', heavy: 'k5' }, standing: 'h5', free: 'H6', held: 'JS6', rollers: 'K6', outerSwept: 'M6' },
  '4': { swept: { light: 'js4', normal: 'js4', heavy: 'k4' }, standing: 'h4', free: 'H5', held: 'JS5', rollers: 'K5', outerSwept: 'M5' },
}
