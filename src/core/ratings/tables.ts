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
