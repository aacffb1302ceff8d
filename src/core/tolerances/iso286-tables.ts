/** ISO 286-1:2010 tables 1 to 5, sizes to 1000 mm, in µm. One row a size step ("over … up to and including"). */

/** Upper ends of the nominal size steps, mm. */
export const SIZE_STEPS = [3, 6, 10, 18, 30, 50, 80, 120, 180, 250, 315, 400, 500, 630, 800, 1000] as const

/** Standard tolerance grades IT3 to IT10, ISO 286-1 table 1. */
export const IT: Record<number, readonly number[]> = {
  3: [2, 2.5, 2.5, 3, 4, 4, 5, 6, 8, 10, 12, 13, 15, 16, 18, 21],
  4: [3, 4, 4, 5, 6, 7, 8, 10, 12, 14, 16, 18, 20, 22, 25, 28],
  5: [4, 5, 6, 8, 9, 11, 13, 15, 18, 20, 23, 25, 27, 32, 36, 40],
  6: [6, 8, 9, 11, 13, 16, 19, 22, 25, 29, 32, 36, 40, 44, 50, 56],
  7: [10, 12, 15, 18, 21, 25, 30, 35, 40, 46, 52, 57, 63, 70, 80, 90],
  8: [14, 18, 22, 27, 33, 39, 46, 54, 63, 72, 81, 89, 97, 110, 125, 140],
  9: [25, 30, 36, 43, 52, 62, 74, 87, 100, 115, 130, 140, 155, 175, 200, 230],
  10: [40, 48, 58, 70, 84, 100, 120, 140, 160, 185, 210, 230, 250, 280, 320, 360],
}

/** Distance of the nearer limit from the zero line, by letter of the shaft; f, g lie below it, the others above. */
export const NEAR_LIMIT: Record<'f' | 'g' | 'k' | 'm' | 'n' | 'p', readonly number[]> = {
  f: [6, 10, 13, 16, 20, 25, 30, 36, 43, 50, 56, 62, 68, 76, 80, 86],
  g: [2, 4, 5, 6, 7, 9, 10, 12, 14, 15, 17, 18, 20, 22, 24, 26],
  k: [0, 1, 1, 1, 2, 2, 2, 3, 3, 4, 4, 4, 5, 0, 0, 0],
  m: [2, 4, 6, 7, 8, 9, 11, 13, 15, 17, 20, 21, 23, 26, 30, 34],
  n: [4, 8, 10, 12, 15, 17, 20, 23, 27, 31, 34, 37, 40, 44, 50, 56],
  p: [6, 12, 15, 18, 22, 26, 32, 37, 43, 50, 56, 62, 68, 78, 88, 100],
}

/** Finer steps for r and s: [upper end mm, r, s]. */
export const R_S_ROWS: readonly (readonly [number, number, number])[] = [
  [3, 10, 14],
  [6, 15, 19],
  [10, 19, 23],
  [18, 23, 28],
  [30, 28, 35],
  [50, 34, 43],
  [65, 41, 53],
  [80, 43, 59],
  [100, 51, 71],
  [120, 54, 79],
  [140, 63, 92],
  [160, 65, 100],
  [180, 68, 108],
  [200, 77, 122],
  [225, 80, 130],
  [250, 84, 140],
  [280, 94, 158],
  [315, 98, 170],
  [355, 108, 190],
  [400, 114, 208],
  [450, 126, 232],
  [500, 132, 252],
  [560, 150, 280],
  [630, 155, 310],
  [710, 175, 340],
  [800, 185, 380],
  [900, 210, 430],
  [1000, 220, 470],
]

/** Lower limit of shafts j5 and j6 (negative), ISO 286-1 table 4; to 500 mm. */
export const J_SHAFT = [-2, -2, -2, -3, -4, -5, -7, -9, -11, -13, -16, -18, -20] as const

/** Upper limit of holes J6 and J7, ISO 286-1 table 3; to 500 mm. */
export const J_HOLE: Record<6 | 7, readonly number[]> = {
  6: [2, 5, 5, 6, 8, 10, 13, 16, 18, 22, 25, 29, 33],
  7: [4, 6, 8, 10, 12, 14, 18, 22, 26, 30, 36, 39, 43],
}

/** Classes offered, as the bearing trade uses them. */
export const SHAFT_CLASSES = 'f6 g5 g6 h4 h5 h6 h7 h8 h9 js4 js5 js6 js7 j5 j6 k4 k5 k6 m5 m6 m7 n5 n6 p6 p7 r6 r7 s6 s7'.split(' ')
export const HOUSING_CLASSES = 'F7 G6 G7 H5 H6 H7 H8 H9 J6 J7 JS5 JS6 JS7 K5 K6 K7 M5 M6 M7 N6 N7 P6 P7 R6 R7'.split(' ')
