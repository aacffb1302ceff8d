import type { LoadFactors } from '../bearing/bearing.js'
import { isThrust, type Family } from '../bearing/families.js'
import { InputError, Derivation, inRange, interpolate, short, type Result } from '../result.js'
import { ANGULAR, ANGULAR_15, DEEP_GROOVE_E_Y, Y0_15 } from './tables.js'
import { amount } from '../words/message.js'

export const ARRANGEMENTS = ['single', 'back-to-back', 'face-to-face', 'tandem'] as const
export type Arrangement = (typeof ARRANGEMENTS)[number]

export const DIMENSION_SERIES = ['10', '2', '3', '4', '22', '23'] as const
export type DimensionSeries = (typeof DIMENSION_SERIES)[number]

export interface EquivalentLoadInput {
  family: Family
  contactAngleDeg?: number
  radialLoadN: number
  axialLoadN: number
  staticRatingN?: number
  f0?: number
  rows?: number
  arrangement?: Arrangement
  /** Dimension series of a cylindrical roller bearing: the wide ones have flange factors of their own; left out, the narrow ones. */
  dimensionSeries?: DimensionSeries
}

export interface EquivalentLoadValues {
  equivalentLoadN: number
  staticEquivalentLoadN: number
  /** Limit of Fa/Fr up to which the axial load does not count; 0 for thrust bearings, whose axial load always counts. */
  e: number
}

const SOURCE = 'ISO 281:2007 table 3'
const ROLLER_SOURCE = 'ISO 281:2007 table 8'
const STATIC_SOURCE = 'ISO 76:2006'

/** e and factors of one family: P = X1 Fr + Y1 Fa up to e, X2 Fr + Y2 Fa above; P0 = X0 Fr + Y0 Fa. */
interface Factors {
  e: number
  y1: number
  x2: number
  y2: number
  x0: number
  y0: number
  /** Words for where e comes from. */
  from: string
}

/** Families that stand in pairs where a single one would be pushed apart. */
export const PAIRED: readonly Family[] = ['angular-contact-ball', 'tapered-roller']

const rad = (deg: number) => (deg * Math.PI) / 180
const column = <T extends readonly number[]>(rows: readonly T[], i: number) => rows.map((row) => row[i]!)
const read = <T extends readonly number[]>(rows: readonly T[], x: number, i: number) => interpolate(column(rows, 0), column(rows, i), x)

/** Contact angles up to here read the 15° table, where the factors depend on the load. */
const SMALL_ANGLE_DEG = 17.5

const pairwise = (rows: number, arrangement: Arrangement) => rows === 2 || arrangement === 'back-to-back' || arrangement === 'face-to-face'

function angularFactors(angle: number, pair: boolean): Factors {
  const at = (i: number) => read(ANGULAR, angle, i)
  const y0 = at(7)
  return pair
    ? { e: at(1), y1: at(4), x2: at(5), y2: at(6), x0: 1, y0: 2 * y0, from: 'table' }
    : { e: at(1), y1: 0, x2: at(2), y2: at(3), x0: 0.5, y0, from: 'table' }
}

function rollerFactors(angle: number, pair: boolean): Factors {
  const cot = 1 / Math.tan(rad(angle))
  const e = 1.5 * Math.tan(rad(angle))
  return pair
    ? { e, y1: 0.45 * cot, x2: 0.67, y2: 0.67 * cot, x0: 1, y0: 0.44 * cot, from: '1.5 tan α' }
    : { e, y1: 0, x2: 0.4, y2: 0.4 * cot, x0: 0.5, y0: 0.22 * cot, from: '1.5 tan α' }
}

function selfAligningFactors(angle: number): Factors {
  const cot = 1 / Math.tan(rad(angle))
  return { e: 1.5 * Math.tan(rad(angle)), y1: 0.42 * cot, x2: 0.65, y2: 0.65 * cot, x0: 1, y0: 0.44 * cot, from: '1.5 tan α' }
}

/** Factors that depend on the contact angle only; null where they depend on the load or the family has none. */
function constantFactors(family: Family, angle: number, pair: boolean): Factors | null {
  if (family === 'four-point-ball') return angularFactors(Math.max(angle, SMALL_ANGLE_DEG + 5), true)
  if (family === 'angular-contact-ball') return angle > SMALL_ANGLE_DEG ? angularFactors(angle, pair) : null
  if (angle <= 0) return null
  if (family === 'tapered-roller') return rollerFactors(angle, pair)
  if (family === 'spherical-roller') return rollerFactors(angle, true)
  if (family === 'self-aligning-ball') return selfAligningFactors(angle)
  return null
}

/**
 * The factors that stand in a row of the catalogue, no unit; contact angle in degrees. Null where only P of the duty tells them.
 * Source: ISO 281:2007 tables 3 and 8, ISO 76:2006 table 2.
 */
export function loadFactors(family: Family, contactAngleDeg: number, rows: number): LoadFactors | null {
  const found = constantFactors(family, contactAngleDeg, rows === 2)
  return found && { e: found.e, y1: found.y1, y2: found.y2, y0: found.y0 }
}

/** Factors read by f0 Fa / C0: deep groove and insert bearings, angular contact of 15°. */
function relativeFactors(family: Family, ratio: number, pair: boolean): Factors {
  if (family === 'angular-contact-ball') {
    const at = (i: number) => read(ANGULAR_15, ratio, i)
    return pair
      ? { e: at(1), y1: at(3), x2: 0.72, y2: at(4), x0: 1, y0: 2 * Y0_15, from: 'table' }
      : { e: at(1), y1: 0, x2: 0.44, y2: at(2), x0: 0.5, y0: Y0_15, from: 'table' }
  }
  return { e: read(DEEP_GROOVE_E_Y, ratio, 1), y1: 0, x2: 0.56, y2: read(DEEP_GROOVE_E_Y, ratio, 2), x0: 0.6, y0: 0.5, from: 'table' }
}

/** Rows by which the relative axial load counts: thrust rests on one of two that are angled against each other, C0 is that of both. ISO 281:2007 table 3. */
const rowsBearing = (family: Family, pair: boolean): 1 | 2 => (pair && family === 'angular-contact-ball' ? 2 : 1)

function byRelativeLoad(input: EquivalentLoadInput, pair: boolean, sheet: Derivation): Factors {
  const { axialLoadN: Fa, family } = input
  const C0 = inRange('staticRatingN', input.staticRatingN ?? NaN, 0, 1e9, 'N', true)
  const f0 = inRange('f0', input.f0 ?? NaN, 0, 30, '', true)
  const i = rowsBearing(family, pair)
  const ratio = (i * f0 * Fa) / C0
  const [formula, shown] = i === 1 ? ['f0 Fa / C0', ''] : ['i f0 Fa / C0', `${i} · `]
  sheet.step('f0 Fa/C0', 'relative axial load', formula, `${shown}${short(f0)} · ${short(Fa)} / ${short(C0)}`, ratio, '', SOURCE)
  if (family !== 'angular-contact-ball') {
    if (Fa > 0.5 * C0) sheet.caution('stop', 'axial-over-half-static', {}, short(Fa / C0))
    else if (Fa > 0.25 * C0) sheet.caution('caution', 'axial-over-quarter-static', {}, short(Fa / C0))
  }
  return relativeFactors(family, ratio, pair)
}

/** Flange factors of cylindrical roller bearings by their dimension series. */
const flangeFactors = (series: DimensionSeries | undefined): Factors => {
  const [e, y2] = series === '22' || series === '23' ? [0.3, 0.4] : [0.2, 0.6]
  return { e, y1: 0, x2: 0.92, y2, x0: 1, y0: 0, from: 'series' }
}

function cylindrical({ radialLoadN: Fr, axialLoadN: Fa, dimensionSeries }: EquivalentLoadInput, sheet: Derivation): Factors {
  const factors = flangeFactors(dimensionSeries)
  if (Fa > 0) {
    sheet.caution('caution', 'flange-needed', {}, short(Fa))
    sheet.assume(`Flange factors of series ${factors.e === 0.3 ? '22 and 23' : '10, 2, 3 and 4'}: e ${factors.e}, Y ${factors.y2}.`)
    const asked = Fr > 0 ? `${Math.round((Fa / Fr) * 100)} % of the radial load` : 'thrust without radial load'
    if (Fa > 0.4 * Fr) sheet.caution('stop', 'flange-overload', { asked }, short(Fa))
    else if (Fa > 0.1 * Fr) sheet.caution('caution', 'flange-steady', { asked }, short(Fa))
  }
  return factors
}

const RADIAL_ONLY: Factors = { e: 0, y1: 0, x2: 1, y2: 0, x0: 1, y0: 0, from: 'radial only' }

/** Types that carry no thrust at all: any axial load is a stop, and the radial load alone counts. */
function radialOnly({ family, axialLoadN: Fa }: EquivalentLoadInput, sheet: Derivation): Factors {
  const what = family === 'needle-roller' ? 'needle' : 'toroidal'
  if (Fa > 0) sheet.caution('stop', 'no-thrust', { what: `A ${what} roller bearing` }, short(Fa))
  return RADIAL_ONLY
}

function radialFactors(input: EquivalentLoadInput, sheet: Derivation): Factors {
  const { family, contactAngleDeg, radialLoadN: Fr, axialLoadN: Fa, rows = 1, arrangement = 'single' } = input
  const pair = pairwise(rows, arrangement)
  if (family === 'deep-groove-ball' || family === 'insert-ball') return byRelativeLoad(input, pair, sheet)
  if (family === 'cylindrical-roller') return cylindrical(input, sheet)
  if (family === 'needle-roller' || family === 'toroidal-roller') return radialOnly(input, sheet)
  const angle = inRange('contactAngleDeg', contactAngleDeg ?? NaN, 0, 45, '°', true)
  if (family === 'spherical-roller' && Fa > Fr / 3) sheet.caution('note', 'axial-over-third', {}, short(Fa))
  if (family === 'angular-contact-ball' && angle % 5 !== 0) sheet.assume('Factors between the tabulated contact angles are interpolated.')
  if (family === 'self-aligning-ball' && Fa > Fr) sheet.caution('stop', 'mostly-thrust', {}, short(Fa))
  const factors = constantFactors(family, angle, pair) ?? byRelativeLoad(input, pair, sheet)
  if (PAIRED.includes(family) && rows === 1 && arrangement === 'single') inducedThrust(input, factors, sheet)
  return factors
}

/** A radial load on a single row with contact angle pushes its rings apart along the shaft: its partner must take that. */
function inducedThrust({ family, radialLoadN: Fr, axialLoadN: Fa }: EquivalentLoadInput, { e, y2 }: Factors, sheet: Derivation): void {
  const inducedN = family === 'tapered-roller' ? Fr / (2 * y2) : e * Fr
  if (Fr === 0 || Fa >= inducedN) return
  const formula = family === 'tapered-roller' ? 'Fr / (2 Y)' : 'e Fr'
  sheet.step(
    'Fi',
    'thrust that the radial load makes inside',
    formula,
    `Fr ${short(Fr)}`,
    inducedN,
    'N',
    'ISO 281:2007; engineering practice',
  )
  sheet.caution('caution', 'induced-thrust', { induced: amount(Number(inducedN.toPrecision(2)), 'force') }, short(inducedN))
}

function thrust({ family, radialLoadN: Fr, axialLoadN: Fa }: EquivalentLoadInput, sheet: Derivation): Result<EquivalentLoadValues> {
  if (Fa === 0) throw new InputError('axialLoadN', Fa, 'a thrust bearing is rated for its axial load, which must be above zero')
  const spherical = family === 'thrust-spherical-roller'
  const [x, x0] = spherical ? [1.2, 2.7] : [0, 0]
  if (!spherical && Fr > 0) sheet.caution('stop', 'no-radial', {}, short(Fr))
  if (spherical && Fr > 0.55 * Fa) sheet.caution('stop', 'radial-over-axial', {}, short(Fr / Fa))
  const equivalentLoadN = Fa + x * Fr
  const staticEquivalentLoadN = Fa + x0 * Fr
  const formula = (factor: number) => (spherical ? `Fa + ${factor} Fr` : 'Fa')
  sheet.step('P', 'equivalent load', formula(x), `Fa ${short(Fa)}, Fr ${short(Fr)}`, equivalentLoadN, 'N', ROLLER_SOURCE)
  sheet.step('P0', 'static equivalent load', formula(x0), `Fa ${short(Fa)}, Fr ${short(Fr)}`, staticEquivalentLoadN, 'N', STATIC_SOURCE)
  return sheet.result({ equivalentLoadN, staticEquivalentLoadN, e: 0 })
}

/** P and P0 of a radial bearing by its factors. P is not below Fr: that closes the small gap of the table at Fa/Fr = e. */
function loadsBy({ e, y1, x2, y2, x0, y0 }: Factors, Fr: number, Fa: number) {
  const above = Fa > e * Fr
  const [x, y] = above ? [x2, y2] : [1, y1]
  return { x, y, above, equivalentLoadN: Math.max(Fr, x * Fr + y * Fa), staticEquivalentLoadN: Math.max(Fr, x0 * Fr + y0 * Fa) }
}

/** What a row carries of a load, and why it does not. */
export type Carried = { equivalentLoadN: number; staticEquivalentLoadN: number } | { not: NotCarried }
export const NOT_CARRIED = ['no-thrust', 'thrust-only', 'too-much-thrust', 'partner-missing'] as const
export type NotCarried = (typeof NOT_CARRIED)[number]

/**
 * P and P0 of a single bearing as figures only, N, for a search through a whole rack; or what keeps it from carrying the load at
 * all. Loads from 0 N. Sources: as `equivalentLoad`.
 */
export function carriedLoad(
  row: {
    family: Family
    contactAngleDeg: number
    staticRatingN: number
    f0: number | null
    rows: number
    dimensionSeries?: DimensionSeries
  },
  Fr: number,
  Fa: number,
): Carried {
  const { family, staticRatingN: C0 } = row
  if (isThrust(family)) {
    const spherical = family === 'thrust-spherical-roller'
    if (Fa === 0 || (spherical ? Fr > 0.55 * Fa : Fr > 0)) return { not: 'thrust-only' }
    return spherical
      ? { equivalentLoadN: Fa + 1.2 * Fr, staticEquivalentLoadN: Fa + 2.7 * Fr }
      : { equivalentLoadN: Fa, staticEquivalentLoadN: Fa }
  }
  const radial = family === 'needle-roller' || family === 'toroidal-roller'
  if (radial && Fa > 0) return { not: 'no-thrust' }
  const groove = family === 'deep-groove-ball' || family === 'insert-ball'
  if ((family === 'cylindrical-roller' && Fa > 0.4 * Fr) || (groove && Fa > 0.5 * C0) || (family === 'self-aligning-ball' && Fa > Fr))
    return { not: 'too-much-thrust' }
  const pair = row.rows === 2
  const factors = radial
    ? RADIAL_ONLY
    : family === 'cylindrical-roller'
      ? flangeFactors(row.dimensionSeries)
      : (constantFactors(family, row.contactAngleDeg, pair) ??
        relativeFactors(family, (rowsBearing(family, pair) * (row.f0 ?? 0) * Fa) / C0, pair))
  if (PAIRED.includes(family) && !pair && Fr > 0 && Fa < (family === 'tapered-roller' ? Fr / (2 * factors.y2) : factors.e * Fr))
    return { not: 'partner-missing' }
  return loadsBy(factors, Fr, Fa)
}

/**
 * Equivalent dynamic load P, equivalent static load P0 (N) and the limit e, for every family.
 * Deep groove, insert and 15° angular contact need staticRatingN and f0; angular contact, self-aligning, tapered and
 * spherical need contactAngleDeg. Two rows or a back-to-back or face-to-face pair take the factors of pairs, with the loads
 * and ratings of the pair; tandem those of a single bearing. Loads from 0 N, not both zero.
 * Sources: ISO 281:2007 tables 3 and 8, ISO 76:2006.
 * @throws InputError for loads under 0 or both zero, and where a factor that the family needs is missing
 */
export function equivalentLoad(input: EquivalentLoadInput): Result<EquivalentLoadValues> {
  const { family, radialLoadN: Fr, axialLoadN: Fa, arrangement = 'single' } = input
  inRange('radialLoadN', Fr, 0, 1e9, 'N')
  inRange('axialLoadN', Fa, 0, 1e9, 'N')
  if (Fr + Fa === 0) throw new InputError('radialLoadN', Fr, 'a bearing without any load has no equivalent load')
  if (arrangement !== 'single' && !PAIRED.includes(family))
    throw new InputError(
      'arrangement',
      arrangement,
      'only angular contact ball and tapered roller bearings are paired; others are rated one by one (single)',
    )
  const sheet = new Derivation()
  if (isThrust(family)) return thrust(input, sheet)
  const { e, y1, x2, y2, x0, y0, from } = radialFactors(input, sheet)
  const { x, y, above, equivalentLoadN, staticEquivalentLoadN } = loadsBy({ e, y1, x2, y2, x0, y0, from }, Fr, Fa)
  const ratio = `Fa/Fr = ${Fr > 0 ? short(Fa / Fr) : 'no radial load'}, ${above ? 'above' : 'not above'} e`
  sheet.step('e', 'limit of Fa/Fr', from, ratio, e, '', from === '1.5 tan α' ? ROLLER_SOURCE : SOURCE)
  sheet.step('P', 'equivalent load', 'X Fr + Y Fa', `${short(x)} · ${short(Fr)} + ${short(y)} · ${short(Fa)}`, equivalentLoadN, 'N', SOURCE)
  sheet.step(
    'P0',
    'static equivalent load',
    'max(Fr, X0 Fr + Y0 Fa)',
    `${short(x0)} · ${short(Fr)} + ${short(y0)} · ${short(Fa)}`,
    staticEquivalentLoadN,
    'N',
    STATIC_SOURCE,
  )
  return sheet.result({ equivalentLoadN, staticEquivalentLoadN, e })
}
