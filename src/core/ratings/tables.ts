/** Factors for load ratings and equivalent loads, one row a value. */

/** fc of single-row radial and angular contact ball bearings against γ = Dw cos α / Dpw. ISO 281:2007 table 2. */
export const FC_BALL: readonly (readonly [number, number])[] = [
  [0.05, 46.7],
  [0.06, 49.1],
  [0.08, 52.8],
  [0.1, 55.5],
  [0.12, 57.5],
  [0.14, 58.8],
  [0.16, 59.6],
  [0.18, 59.9],
  [0.2, 59.9],
  [0.22, 59.6],
  [0.24, 59.0],
  [0.26, 58.2],
  [0.28, 57.1],
  [0.3, 56.0],
  [0.32, 54.6],
  [0.34, 53.2],
  [0.36, 51.7],
  [0.38, 50.0],
  [0.4, 48.4],
]

/** f0 of radial and angular contact ball bearings against γ; below 0.09 it is 14.7 + 20 γ. ISO 76:2006 table 1. */
export const F0_BALL: readonly (readonly [number, number])[] = [
  [0.05, 15.7],
  [0.09, 16.5],
  [0.1, 16.4],
  [0.12, 15.9],
  [0.14, 15.4],
  [0.16, 14.9],
  [0.18, 14.4],
  [0.2, 14.0],
  [0.22, 13.5],
  [0.24, 13.0],
  [0.26, 12.5],
  [0.28, 12.1],
  [0.3, 11.6],
]

/** fc of self-aligning ball bearings against γ. ISO 281:2007 table 2. */
// prettier-ignore
export const FC_SELF_ALIGNING: readonly (readonly [number, number])[] = [
  [0.05, 17.3],
  [0.06, 18.6],
  [0.08, 21.1],
  [0.1, 23.4],
  [0.12, 25.6],
  [0.14, 27.7],
  [0.16, 29.7],
  [0.18, 31.7],
  [0.2, 33.5],
  [0.22, 35.2],
  [0.24, 36.8],
  [0.26, 38.2],
  [0.28, 39.4],
  [0.3, 40.3],
]

/** fc of thrust ball bearings with 90° contact against Dw / Dpw. ISO 281:2007 table 4. */
// prettier-ignore
export const FC_THRUST_BALL: readonly (readonly [number, number])[] = [
  [0.01, 36.7],
  [0.02, 45.2],
  [0.03, 51.1],
  [0.04, 55.7],
  [0.05, 59.5],
  [0.06, 62.9],
  [0.08, 68.5],
  [0.1, 73.3],
  [0.12, 77.4],
  [0.15, 82.7],
  [0.2, 90.2],
  [0.25, 96.4],
  [0.3, 101.9],
]

/** Deep groove ball bearings: [f0 Fa / C0, e, Y]. ISO 281:2007 table 3; X is 0.56. */
export const DEEP_GROOVE_E_Y: readonly (readonly [number, number, number])[] = [
  [0.172, 0.19, 2.3],
  [0.345, 0.22, 1.99],
  [0.689, 0.26, 1.71],
  [1.03, 0.28, 1.55],
  [1.38, 0.3, 1.45],
  [2.07, 0.34, 1.31],
  [3.45, 0.38, 1.15],
  [5.17, 0.42, 1.04],
  [6.89, 0.44, 1.0],
]

/** Angular contact ball bearings of 15°: [f0 Fa / C0, e, Y single, Y1 and Y2 of a pair]. ISO 281:2007 table 3; X is 0.44, of a pair 0.72. */
export const ANGULAR_15: readonly (readonly [number, number, number, number, number])[] = [
  [0.178, 0.38, 1.47, 1.65, 2.39],
  [0.357, 0.4, 1.4, 1.57, 2.28],
  [0.714, 0.43, 1.3, 1.46, 2.11],
  [1.07, 0.46, 1.23, 1.38, 2.0],
  [1.43, 0.47, 1.19, 1.34, 1.93],
  [2.14, 0.5, 1.12, 1.26, 1.82],
  [3.57, 0.55, 1.02, 1.14, 1.66],
  [5.35, 0.56, 1.0, 1.12, 1.63],
  [7.14, 0.56, 1.0, 1.12, 1.63],
]

/** Angular contact ball bearings: [α°, e, X and Y single, Y1, X2 and Y2 of a pair, Y0 single]. ISO 281:2007 table 3, ISO 76:2006 table 2. */
export const ANGULAR: readonly (readonly [number, number, number, number, number, number, number, number])[] = [
  [20, 0.57, 0.43, 1.0, 1.09, 0.7, 1.63, 0.42],
  [25, 0.68, 0.41, 0.87, 0.92, 0.67, 1.41, 0.38],
  [30, 0.8, 0.39, 0.76, 0.78, 0.63, 1.24, 0.33],
  [35, 0.95, 0.37, 0.66, 0.66, 0.6, 1.07, 0.29],
  [40, 1.14, 0.35, 0.57, 0.55, 0.57, 0.93, 0.26],
  [45, 1.34, 0.33, 0.5, 0.47, 0.54, 0.81, 0.22],
]
/** Y0 of single angular contact ball bearings of 15°. ISO 76:2006 table 2. */
export const Y0_15 = 0.46

/** Life adjustment for reliability: [percent, a1]. ISO 281:2007 table 12. */
export const A1: readonly (readonly [number, number])[] = [
  [90, 1],
  [95, 0.64],
  [96, 0.55],
  [97, 0.47],
  [98, 0.37],
  [99, 0.25],
  [99.2, 0.22],
  [99.4, 0.19],
  [99.6, 0.16],
  [99.8, 0.12],
  [99.9, 0.093],
  [99.92, 0.087],
  [99.94, 0.08],
  [99.95, 0.077],
]
