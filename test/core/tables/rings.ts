import type { Family } from '../../../src/core/catalogue/families.js'

/** Width of the zone of mean bore or outside diameter in µm, every row: [table, size, normal, 6, 5, 4]; null is not held. */
type Row = [number, number | null, number | null, number | null, number | null]

export const RING_TABLES: { ring: 'inner' | 'outer'; family: Family; rows: Row[] }[] = [
  {
    ring: 'inner',
    family: 'deep-groove-ball',
    rows: [
      [8, 8, 7, 5, 4],
      [15, 8, 7, 5, 4],
      [25, 10, 8, 6, 5],
      [45, 12, 10, 8, 6],
      [70, 15, 12, 9, 7],
      [110, 20, 15, 10, 8],
      [170, 25, 18, 13, 10],
      [220, 30, 22, 15, 12],
      [300, 35, 25, 18, null],
      [380, 40, 30, 23, null],
      [480, 45, 35, null, null],
    ],
  },
  {
    ring: 'outer',
    family: 'cylindrical-roller',
    rows: [
      [16, 8, 7, 5, 4],
      [28, 9, 8, 6, 5],
      [42, 11, 9, 7, 6],
      [72, 13, 11, 9, 7],
      [110, 15, 13, 10, 8],
      [140, 18, 15, 11, 9],
      [170, 25, 18, 13, 10],
      [240, 30, 20, 15, 11],
      [310, 35, 25, 18, 13],
      [360, 40, 28, 20, 15],
      [460, 45, 33, 23, null],
    ],
  },
  {
    ring: 'inner',
    family: 'tapered-roller',
    rows: [
      [17, 12, 12, 7, 5],
      [30, 12, 12, 8, 6],
      [50, 12, 12, 10, 8],
      [80, 15, 15, 12, 9],
      [120, 20, 20, 15, 10],
      [160, 25, 25, 18, 13],
      [240, 30, 30, 22, 15],
      [300, 35, 35, null, null],
      [400, 40, 40, null, null],
    ],
  },
  {
    ring: 'outer',
    family: 'tapered-roller',
    rows: [
      [28, 12, 12, 8, 6],
      [50, 14, 14, 9, 7],
      [62, 16, 16, 11, 9],
      [110, 18, 18, 13, 10],
      [130, 20, 20, 15, 11],
      [180, 25, 25, 18, 13],
      [215, 30, 30, 20, 15],
      [280, 35, 35, 25, 18],
      [400, 40, 40, 28, 20],
    ],
  },
  {
    ring: 'inner',
    family: 'thrust-ball',
    rows: [
      [15, 8, 8, 8, 7],
      [25, 10, 10, 10, 8],
      [40, 12, 12, 12, 10],
      [60, 15, 15, 15, 12],
      [100, 20, 20, 20, 15],
      [150, 25, 25, 25, 18],
      [200, 30, 30, 30, 22],
      [300, 35, 35, 35, 25],
      [400, 40, 40, 40, 30],
    ],
  },
  {
    ring: 'outer',
    family: 'thrust-spherical-roller',
    rows: [
      [18, 11, 11, 11, 7],
      [28, 13, 13, 13, 8],
      [47, 16, 16, 16, 9],
      [60, 19, 19, 19, 11],
      [100, 22, 22, 22, 13],
      [150, 25, 25, 25, 15],
      [215, 30, 30, 30, 20],
      [300, 35, 35, 35, 25],
      [360, 40, 40, 40, 28],
    ],
  },
]

/** Insert bearing bores lie above nominal: [bore, upper]. */
export const INSERT_BORES: [number, number][] = [
  [12, 15],
  [18, 15],
  [25, 18],
  [30, 18],
  [40, 21],
  [50, 21],
  [60, 24],
  [80, 24],
  [100, 28],
  [130, 33],
]
