import { FAMILY_LABEL, isThrust, rollsOnBalls, type Family } from '../bearing/families.js'
import { InputError, Derivation, inRange, interpolate, short, type Result } from '../result.js'
import { F0_BALL, FC_BALL, FC_SELF_ALIGNING, FC_THRUST_BALL } from './tables.js'

export interface LoadRatingInput {
  family: Family
  elements: number
  elementDiameterMm: number
  rollerLengthMm?: number
  pitchDiameterMm: number
  contactAngleDeg?: number
  rows?: number
  /** Needle roller bearing with a drawn outer ring. */
  drawnCup?: boolean
}

export interface LoadRatingValues {
  dynamicRatingN: number
  staticRatingN: number
  fatigueLoadLimitN: number
}

/** Rating factor bm for contemporary steel. ISO 281:2007 tables 1, 6, 9; toroidal as spherical, by likeness of make. */
const BM: Record<Family, number> = {
  'deep-groove-ball': 1.3,
  'angular-contact-ball': 1.3,
  'four-point-ball': 1.3,
  'self-aligning-ball': 1.3,
  'insert-ball': 1.3,
  'cylindrical-roller': 1.1,
  'needle-roller': 1.1,
  'tapered-roller': 1.1,
  'spherical-roller': 1.15,
  'toroidal-roller': 1.15,
  'thrust-ball': 1.3,
  'thrust-cylindrical-roller': 1,
  'thrust-needle-roller': 1,
  'thrust-spherical-roller': 1.15,
}
const BM_DRAWN_CUP = 1

const column = (rows: readonly (readonly number[])[], i: number): number[] => rows.map((row) => row[i]!)
const reader = (rows: readonly (readonly [number, number])[]) => {
  const [xs, ys] = [column(rows, 0), column(rows, 1)]
  return (x: number) => interpolate(xs, ys, x)
}
const tableFcBall = reader(FC_BALL)
const tableFcSelfAligning = reader(FC_SELF_ALIGNING)
const tableFcThrustBall = reader(FC_THRUST_BALL)
const tableF0 = reader(F0_BALL)

/**
 * fc of single-row radial ball bearings: the standard's table by interpolation, its formula below γ = 0.05.
 * Range: γ above 0 to 0.40. Source: ISO 281:2007 table 2.
 * @throws InputError outside this range
 */
export function fcBall(gamma: number): number {
  inRange('gamma', gamma, 0, 0.4, '', true)
  if (gamma >= 0.05) return tableFcBall(gamma)
  const ratio = (1 - gamma) / (1 + gamma)
  const rings = (1 + (1.04 * ratio ** 1.72) ** (10 / 3)) ** -0.3
  return (0.957 * 39.9 * 3.8 * rings * gamma ** 0.3 * (1 - gamma) ** 1.39) / (1 + gamma) ** (1 / 3)
}

/** What of fc depends on γ in a roller contact; `weight` is 1.04 in a radial bearing, 1 in a thrust bearing. Lundberg and Palmgren. */
function rollerShape(gamma: number, weight: number): number {
  const ratio = (1 - gamma) / (1 + gamma)
  const rings = (1 + (weight * ratio ** (143 / 108)) ** 4.5) ** (-2 / 9)
  return (rings * gamma ** (2 / 9) * (1 - gamma) ** (29 / 27)) / (1 + gamma) ** 0.25
}

/**
 * fc of radial roller bearings (N and mm). Range: γ above 0 to 0.40, no unit. Source: the closed form behind ISO 281:2007 table 7.
 * @throws InputError outside this range
 */
export function fcRoller(gamma: number): number {
  inRange('gamma', gamma, 0, 0.4, '', true)
  return 207.9 * 0.83 * rollerShape(gamma, 1.04)
}

/**
 * fc of thrust roller bearings with a contact angle under 90°. Range: γ above 0 to 0.40, α 45° to 90°.
 * Source: the closed form behind ISO 281:2007 table 10, 402.5 (1 − 0.15 sin α) g(γ); it meets the tabulated values within 0.5 %.
 * @throws InputError outside this range
 */
export function fcThrustRoller(gamma: number, contactAngleDeg: number): number {
  inRange('gamma', gamma, 0, 0.4, '', true)
  return 402.5 * (1 - 0.15 * Math.sin((contactAngleDeg * Math.PI) / 180)) * rollerShape(gamma, 1)
}

/**
 * fc of thrust roller bearings at 90° against Dwe/Dpw. Range: above 0 to 0.40, no unit. Source: the closed form behind ISO 281:2007
 * table 10, 293.2 (Dwe/Dpw)^(2/9); it meets the tabulated 105.4 at 0.01, 150.7 at 0.05 and 205 at 0.20.
 * @throws InputError outside this range
 */
export function fcThrustCylinders(ratio: number): number {
  inRange('Dwe/Dpw', ratio, 0, 0.4, '', true)
  return 293.2 * ratio ** (2 / 9)
}

/** f0 of radial and angular contact ball bearings against γ, no unit. Range: γ above 0 to 0.30, held beyond. Source: ISO 76:2006 table 1. */
export function f0Ball(gamma: number): number {
  return gamma < 0.09 ? 14.7 + 20 * gamma : tableF0(gamma)
}

/** f0 of a family's ball bearings; self-aligning by the line through ISO 76:2006 table 1. */
export function f0Of(family: Family, gamma: number): number {
  return family === 'self-aligning-ball' ? 1.9 + 4.7 * gamma : f0Ball(gamma)
}

/** How the ratings of one bearing come about. */
interface Rated extends LoadRatingValues {
  gamma: number
  fc: number
  f0: number | null
  /** Formulas as printed, with the numbers put in; made only when they are read, since a whole catalogue is rated at once. */
  dynamic: () => readonly [formula: string, substituted: string]
  static: () => readonly [formula: string, substituted: string]
}

function rateBalls(input: LoadRatingInput, gamma: number, cos: number): Rated {
  const { family, elements: Z, elementDiameterMm: Dw, pitchDiameterMm: Dpw, rows = 1 } = input
  const bm = BM[family]
  const large = Dw > 25.4
  const size = large ? 3.647 * Dw ** 1.4 : Dw ** 1.8
  const sizeText = large ? '3.647 Dw^1.4' : 'Dw^1.8'
  if (family === 'thrust-ball') {
    const fc = tableFcThrustBall(Dw / Dpw)
    const staticRatingN = 61.6 * Z * Dw * Dw
    return {
      gamma: Dw / Dpw,
      fc,
      f0: null,
      dynamicRatingN: bm * fc * Z ** (2 / 3) * size,
      staticRatingN,
      fatigueLoadLimitN: staticRatingN / 22,
      dynamic: () => [`bm fc Z^(2/3) ${sizeText}`, `${bm} · ${short(fc)} · ${Z}^(2/3) · ${short(size)}`],
      static: () => ['61.6 Z Dw²', `61.6 · ${Z} · ${short(Dw)}²`],
    }
  }
  const fc =
    family === 'self-aligning-ball' ? tableFcSelfAligning(gamma) : fcBall(gamma) * (family === 'deep-groove-ball' && rows === 2 ? 0.947 : 1)
  const f0 = f0Of(family, gamma)
  const staticRatingN = f0 * rows * Z * Dw * Dw * cos
  return {
    gamma,
    fc,
    f0,
    dynamicRatingN: bm * fc * (rows * cos) ** 0.7 * Z ** (2 / 3) * size,
    staticRatingN,
    fatigueLoadLimitN: staticRatingN / 22,
    dynamic: () => [
      `bm fc (i cos α)^0.7 Z^(2/3) ${sizeText}`,
      `${bm} · ${short(fc)} · ${short((rows * cos) ** 0.7)} · ${Z}^(2/3) · ${short(size)}`,
    ],
    static: () => ['f0 i Z Dw² cos α', `${short(f0)} · ${rows} · ${Z} · ${short(Dw)}² · ${short(cos)}`],
  }
}

function rateRollers(input: LoadRatingInput, gamma: number, cos: number): Rated {
  const { family, elements: Z, elementDiameterMm: Dwe, rollerLengthMm, contactAngleDeg = 0, rows = 1 } = input
  const Lwe = rollerLengthMm!
  const bm = input.drawnCup ? BM_DRAWN_CUP : BM[family]
  if (isThrust(family) && family !== 'thrust-spherical-roller') {
    const { pitchDiameterMm: Dpw } = input
    const fc = fcThrustCylinders(Dwe / Dpw)
    const staticRatingN = 220 * Z * Lwe * Dwe
    return {
      gamma: Dwe / Dpw,
      fc,
      f0: null,
      dynamicRatingN: bm * fc * Lwe ** (7 / 9) * Z ** 0.75 * Dwe ** (29 / 27),
      staticRatingN,
      fatigueLoadLimitN: staticRatingN / 8.2,
      dynamic: () => [
        'bm fc Lwe^(7/9) Z^(3/4) Dwe^(29/27)',
        `${bm} · ${short(fc)} · ${short(Lwe)}^(7/9) · ${short(Z)}^(3/4) · ${short(Dwe)}^(29/27)`,
      ],
      static: () => ['220 Z Lwe Dwe', `220 · ${Z} · ${short(Lwe)} · ${short(Dwe)}`],
    }
  }
  if (family === 'thrust-spherical-roller') {
    const alpha = (contactAngleDeg * Math.PI) / 180
    const fc = fcThrustRoller(gamma, contactAngleDeg)
    const staticRatingN = 220 * (1 - gamma) * Z * Lwe * Dwe * Math.sin(alpha)
    return {
      gamma,
      fc,
      f0: null,
      dynamicRatingN: bm * fc * (Lwe * cos) ** (7 / 9) * Math.tan(alpha) * Z ** 0.75 * Dwe ** (29 / 27),
      staticRatingN,
      fatigueLoadLimitN: staticRatingN / 8.2,
      dynamic: () => [
        'bm fc (Lwe cos α)^(7/9) tan α Z^(3/4) Dwe^(29/27)',
        `${bm} · ${short(fc)} · (${short(Lwe)} · ${short(cos)})^(7/9) · ${short(Math.tan(alpha))} · ${Z}^(3/4) · ${short(Dwe)}^(29/27)`,
      ],
      static: () => [
        '220 (1 − γ) Z Lwe Dwe sin α',
        `220 · ${short(1 - gamma)} · ${Z} · ${short(Lwe)} · ${short(Dwe)} · ${short(Math.sin(alpha))}`,
      ],
    }
  }
  const fc = fcRoller(gamma)
  const staticRatingN = 44 * (1 - gamma) * rows * Z * Lwe * Dwe * cos
  return {
    gamma,
    fc,
    f0: null,
    dynamicRatingN: bm * fc * (rows * Lwe * cos) ** (7 / 9) * Z ** 0.75 * Dwe ** (29 / 27),
    staticRatingN,
    fatigueLoadLimitN: staticRatingN / 8.2,
    dynamic: () => [
      'bm fc (i Lwe cos α)^(7/9) Z^(3/4) Dwe^(29/27)',
      `${bm} · ${short(fc)} · (${rows} · ${short(Lwe)} · ${short(cos)})^(7/9) · ${Z}^(3/4) · ${short(Dwe)}^(29/27)`,
    ],
    static: () => [
      '44 (1 − γ) i Z Lwe Dwe cos α',
      `44 · ${short(1 - gamma)} · ${rows} · ${Z} · ${short(Lwe)} · ${short(Dwe)} · ${short(cos)}`,
    ],
  }
}

/** Ratings in N without the working, for whole series at once; the input is trusted. Source: as `loadRating`, ISO 281 and ISO 76. */
export function rateGeometry(input: LoadRatingInput): Rated {
  const { family, elementDiameterMm: Dw, pitchDiameterMm: Dpw, contactAngleDeg = 0 } = input
  const ball = rollsOnBalls(family)
  const cos = Math.cos((contactAngleDeg * Math.PI) / 180)
  const gamma = (Dw * cos) / Dpw
  const rated = ball ? rateBalls(input, gamma, cos) : rateRollers(input, gamma, cos)
  if (Dpw > 100) rated.fatigueLoadLimitN *= (100 / Dpw) ** (ball ? 0.5 : 0.3)
  return rated
}

/** Least and largest contact angle that a bearing of the family has, degrees. Engineering practice, ISO 5593 terms. */
const ANGLES: Record<Family, readonly [number, number]> = {
  'deep-groove-ball': [0, 10],
  'angular-contact-ball': [10, 45],
  'four-point-ball': [10, 45],
  'self-aligning-ball': [0, 40],
  'cylindrical-roller': [0, 0],
  'needle-roller': [0, 0],
  'tapered-roller': [5, 40],
  'spherical-roller': [0, 40],
  'toroidal-roller': [0, 0],
  'thrust-ball': [90, 90],
  'thrust-cylindrical-roller': [90, 90],
  'thrust-needle-roller': [90, 90],
  'thrust-spherical-roller': [45, 80],
  'insert-ball': [0, 10],
}
/** Families that are always made with two rows. */
const TWO_ROWS: readonly Family[] = ['self-aligning-ball', 'spherical-roller']

function checkAngle(family: Family, angleDeg: number): void {
  const [least, most] = ANGLES[family]
  if (Number.isFinite(angleDeg) && angleDeg >= least && angleDeg <= most) return
  const allowed = least === most ? `${least}°` : `${least}° to ${most}°`
  throw new InputError('contactAngleDeg', angleDeg, `a ${FAMILY_LABEL[family]} has a contact angle of ${allowed}`)
}

/**
 * Dynamic and static load rating and fatigue load limit in N from internal geometry, for every family.
 * Angles in degrees, lengths in mm; elements are those of one row. Left out, rows are one (self-aligning and spherical: two),
 * the angle is 0° (thrust bearings but spherical ones: 90°). What no bearing of the family can be is refused.
 * Sources: ISO 281:2007 clauses 5 to 8 (C), annex B (Cu, simplified); ISO 76:2006 clauses 5 to 8 (C0).
 * @throws InputError for geometry that cannot be.
 */
export function loadRating(input: LoadRatingInput): Result<LoadRatingValues> {
  const { family, elements: Z, elementDiameterMm: Dw, pitchDiameterMm: Dpw, drawnCup = false } = input
  const upright = isThrust(family) && family !== 'thrust-spherical-roller'
  const contactAngleDeg = input.contactAngleDeg ?? (upright ? 90 : 0)
  const two = TWO_ROWS.includes(family)
  const rows = input.rows ?? (two ? 2 : 1)
  const ball = rollsOnBalls(family)
  inRange('elements', Z, 3, 300)
  if (!Number.isInteger(Z)) throw new InputError('elements', Z, 'a whole number of rolling elements')
  inRange('elementDiameterMm', Dw, 0, 200, 'mm', true)
  inRange('pitchDiameterMm', Dpw, Dw, 2000, 'mm', true)
  checkAngle(family, contactAngleDeg)
  inRange('rows', rows, 1, 4)
  if (!Number.isInteger(rows)) throw new InputError('rows', rows, 'a whole number of rows')
  if (!ball) inRange('rollerLengthMm', input.rollerLengthMm ?? NaN, 0, 500, 'mm', true)
  if (drawnCup && family !== 'needle-roller') throw new InputError('drawnCup', true, 'only needle roller bearings have a drawn cup')
  if (two && rows !== 2) throw new InputError('rows', rows, `a ${FAMILY_LABEL[family]} has two rows`)
  if (family === 'thrust-ball' && rows !== 1) throw new InputError('rows', rows, 'a thrust ball bearing is rated for one row')
  if (Z * Math.asin(Dw / Dpw) > Math.PI * 1.001)
    throw new InputError('elements', Z, `so many elements of ${Dw} mm do not fit on a pitch circle of ${Dpw} mm`)

  const sheet = new Derivation()
  const rated = rateGeometry({ ...input, contactAngleDeg, rows })
  if (two && input.rows === undefined) sheet.assume(`Two rows: a ${FAMILY_LABEL[family]} is made with two.`)
  const { gamma, fc, f0 } = rated
  const cos = short(Math.cos((contactAngleDeg * Math.PI) / 180))
  if (upright)
    sheet.step('Dw/Dpw', 'ratio of element to pitch diameter', 'Dw / Dpw', `${short(Dw)} / ${short(Dpw)}`, gamma, '', 'ISO 281:2007')
  else
    sheet.step(
      'γ',
      'ratio of element to pitch diameter',
      'Dw cos α / Dpw',
      `${short(Dw)} · ${cos} / ${short(Dpw)}`,
      gamma,
      '',
      'ISO 281:2007',
    )
  if (f0 !== null && gamma > 0.3) sheet.assume('f0 is tabulated to γ = 0.30; the last value was held.')
  if (family === 'self-aligning-ball' && (gamma < 0.05 || gamma > 0.3))
    sheet.assume('fc of self-aligning ball bearings is tabulated from γ = 0.05 to 0.30; the end value was held.')
  if (family === 'toroidal-roller') sheet.assume('ISO 281 names no toroidal roller bearing: bm is taken as for spherical roller bearings.')
  const table = ball ? (family === 'thrust-ball' ? 4 : 2) : isThrust(family) ? 10 : 7
  sheet.step('fc', 'geometry factor', ball ? 'table' : 'closed form in γ', short(gamma), fc, '', `ISO 281:2007 table ${table}`)
  sheet.step('C', 'dynamic load rating', ...rated.dynamic(), rated.dynamicRatingN, 'N', 'ISO 281:2007')
  sheet.step('C0', 'static load rating', ...rated.static(), rated.staticRatingN, 'N', 'ISO 76:2006')
  sheet.step(
    'Cu',
    'fatigue load limit',
    `${ball ? 'C0 / 22' : 'C0 / 8.2'}${Dpw > 100 ? ` · (100/Dpw)^${ball ? 0.5 : 0.3}` : ''}`,
    `${short(rated.staticRatingN)}${Dpw > 100 ? `, Dpw ${short(Dpw)}` : ''}`,
    rated.fatigueLoadLimitN,
    'N',
    'ISO 281:2007 annex B, simplified',
  )
  const { dynamicRatingN, staticRatingN, fatigueLoadLimitN } = rated
  return sheet.result({ dynamicRatingN, staticRatingN, fatigueLoadLimitN })
}
