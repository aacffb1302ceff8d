import type { Bearing } from '../bearing/bearing.js'
import { PILLOW_BLOCKS, SQUARE_FLANGES } from './dimensions/insert.js'

export interface HousingSizes {
  name: string
  /** Main dimensions, mm. */
  sizes: readonly (readonly [what: string, mm: number])[]
  source: string
}

/** Housings that take an insert bearing, with their main dimensions; null for other bearings. Source: ISO 3228, usual castings. */
export function housingsFor(row: Pick<Bearing, 'family' | 'series' | 'boreMm' | 'outsideMm'>): HousingSizes[] | null {
  if (row.family !== 'insert-ball' || !/ 2( inch)?$/.test(row.series)) return null
  // Inch bores share the housing of the metric size with the same outer ring.
  const bore = PILLOW_BLOCKS[row.boreMm] ? row.boreMm : BY_OUTSIDE[row.outsideMm]
  const block = bore === undefined ? undefined : PILLOW_BLOCKS[bore]
  const flange = bore === undefined ? undefined : SQUARE_FLANGES[bore]
  if (!block || !flange) return null
  const source = 'ISO 3228, usual castings; measure before drilling'
  return [
    {
      name: 'Plummer block (pillow block)',
      sizes: [
        ['centre height', block[0]],
        ['length', block[1]],
        ['bolt distance', block[2]],
        ['foot width', block[3]],
      ],
      source,
    },
    {
      name: 'Square flange',
      sizes: [
        ['side', flange[0]],
        ['bolt distance', flange[1]],
        ['depth', flange[2]],
      ],
      source,
    },
  ]
}

/** Metric bore of series 2 by outside diameter. */
// prettier-ignore
const BY_OUTSIDE: Record<number, number> = {
  47: 20, 52: 25, 62: 30, 72: 35, 80: 40, 85: 45, 90: 50, 100: 55, 110: 60, 120: 65, 125: 70, 130: 75, 140: 80, 150: 85, 160: 90,
}
