import { FAMILY_LABEL, type Family } from '../catalogue/families.js'
import { InputError, Sheet, inRange, type Result } from '../result.js'
import { signed, type Limits } from './iso286.js'
import {
  INSERT_BORE,
  RADIAL_BORE,
  RADIAL_OUTSIDE,
  TAPERED_BORE,
  TAPERED_OUTSIDE,
  THRUST_BORE,
  THRUST_OUTSIDE,
  type RingRow,
} from './ring-tables.js'

export const ACCURACIES = ['normal', '6', '5', '4'] as const
export type Accuracy = (typeof ACCURACIES)[number]

export interface RingToleranceInput {
  ring: 'inner' | 'outer'
  sizeMm: number
  accuracy: Accuracy
  family: Family
}

/** Which table serves a family, and the standard it is from. */
function tableFor(family: Family, ring: 'inner' | 'outer'): { rows: readonly RingRow[]; source: string } {
  if (family === 'tapered-roller')
    return { rows: ring === 'inner' ? TAPERED_BORE : TAPERED_OUTSIDE, source: 'ISO 492:2014, tapered roller bearings' }
  if (family === 'thrust-ball' || family === 'thrust-spherical-roller') {
    return { rows: ring === 'inner' ? THRUST_BORE : THRUST_OUTSIDE, source: 'ISO 199:2014' }
  }
  return { rows: ring === 'inner' ? RADIAL_BORE : RADIAL_OUTSIDE, source: 'ISO 492:2014, radial bearings' }
}

/**
 * Limits of the mean bore (`inner`) or mean outside diameter (`outer`) of a bearing ring, µm from nominal.
 * Range: 0.6 mm up to the last row of the family's table (250 mm for every class, further for normal).
 * Sources: ISO 492:2014 (radial, tapered), ISO 199:2014 (thrust), ISO 9628 (insert: bore above nominal).
 * @throws InputError outside the tables.
 */
export function ringTolerance(input: RingToleranceInput): Result<Limits> {
  const { ring, sizeMm, accuracy, family } = input
  inRange('sizeMm', sizeMm, 0.6, 1000, 'mm')
  const sheet = new Sheet()
  const what = ring === 'inner' ? 'bore' : 'outside diameter'
  if (family === 'insert-ball' && accuracy !== 'normal') {
    throw new InputError('accuracy', accuracy, 'insert bearings are made to the normal class of ISO 9628 only')
  }
  let limits: Limits
  let source: string
  if (family === 'insert-ball' && ring === 'inner') {
    const row = INSERT_BORE.find((r) => sizeMm <= r[0])
    if (!row) throw new InputError('sizeMm', sizeMm, 'insert bearing bores to 180 mm')
    limits = { upperUm: row[1], lowerUm: 0 }
    source = 'ISO 9628'
  } else {
    const table = tableFor(family, ring)
    const row = table.rows.find((r) => sizeMm <= r[0])
    const width = row?.[1 + ACCURACIES.indexOf(accuracy)]
    if (typeof width !== 'number') {
      throw new InputError(
        'sizeMm',
        sizeMm,
        `${FAMILY_LABEL[family]} ${what} of class ${accuracy} is held up to ${lastRowMm(table.rows, accuracy)} mm`,
      )
    }
    limits = { upperUm: 0, lowerUm: -width }
    source = table.source
  }
  sheet.step(
    ring === 'inner' ? 'Δdmp' : 'ΔDmp',
    `${what} deviation, class ${accuracy}`,
    'table',
    `${what} ${sizeMm} mm`,
    `${signed(limits.upperUm)} / ${signed(limits.lowerUm)}`,
    'µm',
    source,
  )
  return sheet.result(limits)
}

function lastRowMm(rows: readonly RingRow[], accuracy: Accuracy): number {
  const column = 1 + ACCURACIES.indexOf(accuracy)
  return rows.reduce((last, row) => (row[column] === null ? last : row[0]), 0)
}
