/**
 * Mean-diameter tolerances of bearing rings in µm: [upper end of the size step mm, normal, 6, 5, 4].
 * The figure is the width of the zone; it lies below nominal unless the table says "plus".
 * null: the class is not held at that size.
 */
export type RingRow = readonly [number, number, number | null, number | null, number | null]

/** Bore of radial bearings, ISO 492:2014 tables 2, 4, 6, 8. */
export const RADIAL_BORE: readonly RingRow[] = [
  [10, 8, 7, 5, 4],
  [18, 8, 7, 5, 4],
  [30, 10, 8, 6, 5],
  [50, 12, 10, 8, 6],
  [80, 15, 12, 9, 7],
  [120, 20, 15, 10, 8],
  [180, 25, 18, 13, 10],
  [250, 30, 22, 15, 12],
  [315, 35, 25, 18, null],
  [400, 40, 30, 23, null],
  [500, 45, 35, null, null],
  [630, 50, 40, null, null],
  [800, 75, null, null, null],
  [1000, 100, null, null, null],
]

/** Outside diameter of radial bearings, ISO 492:2014 tables 3, 5, 7, 9. */
export const RADIAL_OUTSIDE: readonly RingRow[] = [
  [18, 8, 7, 5, 4],
  [30, 9, 8, 6, 5],
  [50, 11, 9, 7, 6],
  [80, 13, 11, 9, 7],
  [120, 15, 13, 10, 8],
  [150, 18, 15, 11, 9],
  [180, 25, 18, 13, 10],
  [250, 30, 20, 15, 11],
  [315, 35, 25, 18, 13],
  [400, 40, 28, 20, 15],
  [500, 45, 33, 23, null],
  [630, 50, 38, 28, null],
  [800, 75, 45, 35, null],
  [1000, 100, 60, null, null],
]

/** Bore of metric tapered roller bearings, ISO 492:2014 tables 10 to 16; class 6 stands for 6X. */
export const TAPERED_BORE: readonly RingRow[] = [
  [18, 12, 12, 7, 5],
  [30, 12, 12, 8, 6],
  [50, 12, 12, 10, 8],
  [80, 15, 15, 12, 9],
  [120, 20, 20, 15, 10],
  [180, 25, 25, 18, 13],
  [250, 30, 30, 22, 15],
  [315, 35, 35, null, null],
  [400, 40, 40, null, null],
  [500, 45, 45, null, null],
  [630, 60, null, null, null],
  [800, 75, null, null, null],
  [1000, 100, null, null, null],
]

/** Outside diameter of metric tapered roller bearings, ISO 492:2014. */
export const TAPERED_OUTSIDE: readonly RingRow[] = [
  [30, 12, 12, 8, 6],
  [50, 14, 14, 9, 7],
  [80, 16, 16, 11, 9],
  [120, 18, 18, 13, 10],
  [150, 20, 20, 15, 11],
  [180, 25, 25, 18, 13],
  [250, 30, 30, 20, 15],
  [315, 35, 35, 25, 18],
  [400, 40, 40, 28, 20],
  [500, 45, 45, null, null],
  [630, 50, null, null, null],
  [800, 75, null, null, null],
  [1000, 100, null, null, null],
]

/** Shaft washer bore of thrust bearings, ISO 199:2014; one zone for normal, 6 and 5. */
export const THRUST_BORE: readonly RingRow[] = [
  [18, 8, 8, 8, 7],
  [30, 10, 10, 10, 8],
  [50, 12, 12, 12, 10],
  [80, 15, 15, 15, 12],
  [120, 20, 20, 20, 15],
  [180, 25, 25, 25, 18],
  [250, 30, 30, 30, 22],
  [315, 35, 35, 35, 25],
  [400, 40, 40, 40, 30],
  [500, 45, 45, 45, null],
  [630, 50, 50, 50, null],
  [800, 75, 75, 75, null],
  [1000, 100, 100, 100, null],
]

/** Housing washer outside diameter of thrust bearings, ISO 199:2014. */
export const THRUST_OUTSIDE: readonly RingRow[] = [
  [18, 11, 11, 11, 7],
  [30, 13, 13, 13, 8],
  [50, 16, 16, 16, 9],
  [80, 19, 19, 19, 11],
  [120, 22, 22, 22, 13],
  [180, 25, 25, 25, 15],
  [250, 30, 30, 30, 20],
  [315, 35, 35, 35, 25],
  [400, 40, 40, 40, 28],
  [500, 45, 45, 45, null],
  [630, 50, 50, 50, null],
  [800, 75, 75, 75, null],
  [1000, 100, 100, 100, null],
]

/** Bore of insert bearings, ISO 9628: the zone lies above nominal. [upper end mm, normal] */
export const INSERT_BORE: readonly (readonly [number, number])[] = [
  [18, 15],
  [31.75, 18],
  [50.8, 21],
  [80, 24],
  [120, 28],
  [180, 33],
]

/**
 * Inch tapered roller sets, ANSI/ABMA 19.2 (ISO 578): the zone lies above nominal on cone bore and cup outside alike.
 * [upper end of the size step mm, class 4, class 2, class 3].
 */
export const INCH_BORE: readonly (readonly [number, number, number, number])[] = [
  [76.2, 13, 13, 13],
  [304.8, 25, 25, 13],
]
export const INCH_OUTSIDE: readonly (readonly [number, number, number, number])[] = [[304.8, 25, 25, 13]]
