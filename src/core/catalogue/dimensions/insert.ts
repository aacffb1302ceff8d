/** Insert bearings, ISO 9628, and their housings' main dimensions, ISO 3228. Millimetres. */

/** [d, D, B inner ring, C outer ring, S distance from the ring face to the middle, r] */
export type InsertRow = readonly [number, number, number, number, number, number]

// prettier-ignore
export const INSERTS: Record<'2' | '3', readonly InsertRow[]> = {
  '2': [
    [12, 47, 31, 17, 12.7, 1],
    [15, 47, 31, 17, 12.7, 1],
    [17, 47, 31, 17, 12.7, 1],
    [20, 47, 31, 17, 12.7, 1],
    [25, 52, 34.1, 17, 14.3, 1],
    [30, 62, 38.1, 19, 15.9, 1],
    [35, 72, 42.9, 20, 17.5, 1.1],
    [40, 80, 49.2, 21, 19, 1.1],
    [45, 85, 49.2, 22, 19, 1.1],
    [50, 90, 51.6, 24, 19, 1.1],
    [55, 100, 55.6, 25, 22.2, 1.5],
    [60, 110, 65.1, 27, 25.4, 1.5],
    [65, 120, 65.1, 28, 25.4, 1.5],
    [70, 125, 74.6, 29, 30.2, 1.5],
    [75, 130, 77.8, 30, 33.3, 1.5],
    [80, 140, 82.6, 32, 33.3, 2],
    [85, 150, 85.7, 34, 34.1, 2],
    [90, 160, 96, 36, 39.7, 2],
  ],
  '3': [
    [25, 62, 38, 21, 15, 1.1],
    [30, 72, 43, 23, 17, 1.1],
    [35, 80, 48, 25, 19, 1.5],
    [40, 90, 52, 27, 19, 1.5],
    [45, 100, 57, 30, 22, 1.5],
    [50, 110, 61, 32, 22, 2],
    [55, 120, 66, 34, 25, 2],
    [60, 130, 71, 36, 26, 2.1],
    [65, 140, 75, 38, 30, 2.1],
    [70, 150, 78, 40, 33, 2.1],
    [75, 160, 82, 42, 32, 2.1],
    [80, 170, 86, 44, 34, 2.1],
    [85, 180, 96, 46, 40, 3],
    [90, 190, 96, 48, 40, 3],
    [95, 200, 103, 50, 41, 3],
    [100, 215, 108, 54, 42, 3],
    [105, 225, 112, 56, 44, 3],
    [110, 240, 117, 60, 46, 3],
    [120, 260, 126, 64, 51, 3],
    [130, 280, 135, 68, 54, 4],
    [140, 300, 145, 72, 59, 4],
  ],
}

/**
 * Wide inserts with eccentric collar by bore: [inner ring, inner ring with its collar]. Only sizes whose widths are sure.
 * ISO 9628.
 */
// prettier-ignore
export const COLLAR_WIDTHS: Readonly<Record<number, readonly [ring: number, withCollar: number]>> = {
  20: [34.2, 43.7], 25: [34.9, 44.4], 30: [36.5, 48.4], 35: [37.6, 51.1], 40: [42.8, 56.3], 45: [42.8, 56.3], 50: [49.2, 62.7],
  55: [55.5, 71.4], 60: [61.9, 77.8], 65: [68.2, 85.7], 70: [68.2, 85.7], 75: [74.6, 92.1],
}

/**
 * Width of the inner ring of an insert for an adapter sleeve over that of its outer ring, by series: the ring ends with the
 * sleeve and has no screws. Typical to a millimetre or two, since makers differ. Engineering practice.
 */
const ADAPTER_SHARE = { '2': 1.46, '3': 1.22 } as const

/** Typical width of the inner ring of an insert for an adapter sleeve, mm. Source: engineering practice. */
export function adapterInsertWidthMm(series: '2' | '3', outerWidthMm: number): number {
  return Math.round(ADAPTER_SHARE[series] * outerWidthMm)
}

/** Inch bores made in the same outer ring: bores in sixteenths of an inch, by the metric size that they share it with. */
// prettier-ignore
export const INCH_BORES: Record<number, readonly number[]> = {
  12: [8], 15: [10], 17: [11], 20: [12], 25: [13, 14, 15, 16], 30: [17, 18, 19, 20], 35: [20, 21, 22, 23], 40: [24, 25], 45: [26, 27, 28],
  50: [29, 30, 31, 32], 55: [32, 33, 34, 35], 60: [36, 37, 38, 39], 65: [40], 75: [45, 46, 47, 48], 90: [56],
}

/** Pillow block housing (plummer block for insert bearings) of series 2 by bore: [height of the centre, length, bolt distance, foot width]. */
// prettier-ignore
export const PILLOW_BLOCKS: Record<number, readonly [number, number, number, number]> = {
  12: [30.2, 127, 95, 38], 15: [30.2, 127, 95, 38], 17: [30.2, 127, 95, 38], 20: [33.3, 127, 95, 38], 25: [36.5, 140, 105, 38],
  30: [42.9, 165, 121, 48], 35: [47.6, 167, 127, 48], 40: [49.2, 184, 137, 54], 45: [54, 190, 146, 54], 50: [57.2, 206, 159, 60],
  55: [63.5, 219, 171, 60], 60: [69.8, 241, 184, 70], 65: [76.2, 265, 203, 70], 70: [79.4, 266, 210, 72], 75: [82.6, 275, 217, 74],
  80: [88.9, 292, 232, 78], 85: [95.2, 310, 247, 83], 90: [101.6, 327, 262, 88],
}

/** Square flange housing of series 2 by bore: [side, bolt distance, depth]. */
// prettier-ignore
export const SQUARE_FLANGES: Record<number, readonly [number, number, number]> = {
  12: [86, 64, 25.5], 15: [86, 64, 25.5], 17: [86, 64, 25.5], 20: [86, 64, 25.5], 25: [95, 70, 27], 30: [108, 83, 31],
  35: [117, 92, 34], 40: [130, 102, 36], 45: [137, 105, 38], 50: [143, 111, 40], 55: [162, 130, 43], 60: [175, 143, 48],
  65: [187, 149, 50], 70: [193, 152, 54], 75: [200, 159, 56], 80: [208, 165, 58], 85: [220, 175, 63], 90: [235, 187, 68],
}

/** Bore in mm of an inch insert by its sixteenths of an inch. Source: the inch. */
export const inchBoreMm = (sixteenths: number): number => Math.round(sixteenths * 25.4 * 625) / 10000
