/** Sizes that stand outside of the general plan: [designation, d, D, B, r]. Millimetres. */

export type SpecialRow = readonly [designation: string, d: number, D: number, B: number, r: number]

/** Deep groove ball bearings 161, wider than their outside asks for. ISO 15. */
export const GROOVE_161: readonly SpecialRow[] = [
  ['16100', 10, 28, 8, 0.3],
  ['16101', 12, 30, 8, 0.3],
]

/** Inch deep groove ball bearings, open; with shields or seals they are wider. ANSI/ABMA 20; chamfer typical. */
// prettier-ignore
export const INCH_BALLS: readonly SpecialRow[] = [
  ['R2', 3.175, 9.525, 3.967, 0.3], ['R3', 4.762, 12.7, 3.967, 0.3], ['R4', 6.35, 15.875, 4.978, 0.3], ['R4A', 6.35, 19.05, 5.558, 0.4],
  ['R6', 9.525, 22.225, 5.558, 0.4], ['R8', 12.7, 28.575, 6.35, 0.4], ['R10', 15.875, 34.925, 7.142, 0.8],
  ['R12', 19.05, 41.275, 7.938, 0.8], ['R14', 22.225, 47.625, 9.525, 0.8], ['R16', 25.4, 50.8, 9.525, 0.8],
  ['R18', 28.575, 53.975, 9.525, 0.8], ['R20', 31.75, 57.15, 9.525, 0.8], ['R22', 34.925, 63.5, 11.112, 0.8],
  ['R24', 38.1, 66.675, 11.112, 0.8],
]

/** The same with shields or seals on both sides: width, where it is another. ANSI/ABMA 20. */
export const INCH_BALLS_CLOSED: Readonly<Record<string, number>> = {
  ...{ R3: 4.978, R4: 4.978, R4A: 7.142, R6: 7.142, R8: 7.938, R10: 8.733, R12: 11.112, R14: 12.7, R16: 12.7, R18: 12.7, R20: 12.7, R22: 14.288, R24: 14.288 },
} // prettier-ignore

/**
 * Self-aligning ball bearings with a long inner ring that a pin holds on a plain shaft: [designation, d, D, C, r] with C the width of the
 * outer ring, and the width of the inner ring by bore. ISO 15 outside; inner ring by DIN 630.
 */
// prettier-ignore
export const LONG_INNER: Readonly<Record<'112' | '113', { rows: readonly SpecialRow[]; inner: Readonly<Record<number, number>> }>> = {
  '112': {
    rows: [
      ['11204', 20, 47, 14, 1], ['11205', 25, 52, 15, 1], ['11206', 30, 62, 16, 1], ['11207', 35, 72, 17, 1.1], ['11208', 40, 80, 18, 1.1],
      ['11209', 45, 85, 19, 1.1], ['11210', 50, 90, 20, 1.1], ['11212', 60, 110, 22, 1.5],
    ],
    inner: { 20: 40, 25: 44, 30: 48, 35: 52, 40: 56, 45: 58, 50: 58, 60: 62 },
  },
  '113': {
    rows: [
      ['11304', 20, 52, 15, 1.1], ['11305', 25, 62, 17, 1.1], ['11306', 30, 72, 19, 1.1], ['11307', 35, 80, 21, 1.5], ['11308', 40, 90, 23, 1.5],
      ['11310', 50, 110, 27, 2],
    ],
    inner: { 20: 44, 25: 48, 30: 52, 35: 56, 40: 58, 50: 62 },
  },
}
