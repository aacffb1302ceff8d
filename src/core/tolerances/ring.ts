import { FAMILY_LABEL, isThrust, type Family } from '../bearing/families.js'
import { InputError, Derivation, inRange, type Result } from '../result.js'
import { signed, type Limits } from './iso286.js'
import type { FormName } from '../bearing/construction-forms.js'
import {
  INCH_BORE,
  INCH_OUTSIDE,
  INSERT_BORE,
  RADIAL_BORE,
  RADIAL_OUTSIDE,
  TAPERED_BORE,
  TAPERED_OUTSIDE,
  THRUST_BORE,
  THRUST_OUTSIDE,
  type RingRow,
} from './ring-tables.js'

export const METRIC_ACCURACIES = ['normal', '6', '5', '4'] as const
/** Classes of inch tapered sets, ANSI/ABMA 19.2; 4 is what a set has unless it says otherwise. */
export const INCH_ACCURACIES = ['inch-4', 'inch-2', 'inch-3'] as const
export const ACCURACIES = [...METRIC_ACCURACIES, ...INCH_ACCURACIES] as const
export type Accuracy = (typeof ACCURACIES)[number]

const isInch = (accuracy: Accuracy): accuracy is (typeof INCH_ACCURACIES)[number] =>
  (INCH_ACCURACIES as readonly string[]).includes(accuracy)

/** A set of the inch system made to metric sizes and tolerances, which a J before its number tells. Source: ANSI/ABMA 19.1. */
const metricSet = ({ designation = '' }: { designation?: string }) => /^J/.test(designation)

/** Classes that a row can be ordered in. Source: ISO 492, for inch tapered bearings ANSI/ABMA 19.2, for the metric sets among them ANSI/ABMA 19.1, whose ordinary class has the bore and outside of ISO 492. */
export function accuraciesOf(row: { form: string; designation?: string }): readonly Accuracy[] {
  return row.form === ('tapered-inch' satisfies FormName) && !metricSet(row) ? INCH_ACCURACIES : METRIC_ACCURACIES
}

/**
 * The class that a row really has: an inch set that says nothing else is made to class 4, and no other row to an inch class.
 * @throws InputError for a class that the row is not made in. Source: ANSI/ABMA 19.2, ISO 492.
 */
export function accuracyOf(row: { form: string; designation?: string }, accuracy: Accuracy): Accuracy {
  const classes = accuraciesOf(row)
  if (accuracy === 'normal' && !classes.includes(accuracy)) return classes[0]!
  if (!classes.includes(accuracy)) throw new InputError('accuracy', accuracy, `this bearing is made in the classes ${classes.join(', ')}`)
  return accuracy
}

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
  if (isThrust(family)) {
    return { rows: ring === 'inner' ? THRUST_BORE : THRUST_OUTSIDE, source: 'ISO 199:2014' }
  }
  return { rows: ring === 'inner' ? RADIAL_BORE : RADIAL_OUTSIDE, source: 'ISO 492:2014, radial bearings' }
}

interface Zone extends Limits {
  source: string
}

const ASK = 'beyond it take the limits from the maker’s sheet and enter the measured ring'

function inchZone({ ring, sizeMm, accuracy, family }: RingToleranceInput): Zone {
  if (family !== 'tapered-roller')
    throw new InputError('accuracy', accuracy, `a ${FAMILY_LABEL[family]} takes the classes ${METRIC_ACCURACIES.join(', ')}`)
  const rows = ring === 'inner' ? INCH_BORE : INCH_OUTSIDE
  const row = rows.find((r) => sizeMm <= r[0])
  if (!row) throw new InputError('sizeMm', sizeMm, `inch tapered sets are held up to ${rows[rows.length - 1]![0]} mm; ${ASK}`)
  return { upperUm: row[1 + INCH_ACCURACIES.indexOf(accuracy as (typeof INCH_ACCURACIES)[number])]!, lowerUm: 0, source: 'ANSI/ABMA 19.2' }
}

function insertBore({ sizeMm }: RingToleranceInput): Zone {
  const row = INSERT_BORE.find((r) => sizeMm <= r[0])
  if (!row) throw new InputError('sizeMm', sizeMm, `insert bearing bores are held up to 180 mm; ${ASK}`)
  return { upperUm: row[1], lowerUm: 0, source: 'ISO 9628' }
}

function metricZone({ ring, sizeMm, accuracy, family }: RingToleranceInput): Zone {
  const { rows, source } = tableFor(family, ring)
  const column = 1 + ACCURACIES.indexOf(accuracy)
  const width = rows.find((r) => sizeMm <= r[0])?.[column]
  const what = ring === 'inner' ? 'bore' : 'outside diameter'
  if (typeof width !== 'number')
    throw new InputError(
      'sizeMm',
      sizeMm,
      `${FAMILY_LABEL[family]} ${what} of class ${accuracy} is held up to ${lastRowMm(rows, column)} mm; ${ASK}`,
    )
  return { upperUm: 0, lowerUm: -width, source }
}

/**
 * Limits of the mean bore (`inner`) or mean outside diameter (`outer`) of a bearing ring, µm from nominal.
 * Range: 0.6 to 1000 mm for the normal class, as far as its column goes for the others; inch tapered sets to 304.8 mm.
 * Sources: ISO 492:2014 (radial, tapered), ISO 199:2014 (thrust), ISO 9628 (insert: bore above nominal),
 * ANSI/ABMA 19.2 (inch tapered: bore and outside above nominal).
 * @throws InputError outside the tables.
 */
export function ringTolerance(input: RingToleranceInput): Result<Limits> {
  const { ring, sizeMm, accuracy, family } = input
  inRange('sizeMm', sizeMm, 0.6, 1000, 'mm')
  if (family === 'insert-ball' && accuracy !== 'normal') {
    throw new InputError('accuracy', accuracy, 'insert bearings are made to the normal class of ISO 9628 only')
  }
  const { source, ...limits } = isInch(accuracy)
    ? inchZone(input)
    : family === 'insert-ball' && ring === 'inner'
      ? insertBore(input)
      : metricZone(input)
  const what = ring === 'inner' ? 'bore' : 'outside diameter'
  const sheet = new Derivation()
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

function lastRowMm(rows: readonly RingRow[], column: number): number {
  return rows.reduce((last, row) => (row[column] === null ? last : row[0]), 0)
}
