import { FAMILY_LABEL, type Family } from '../catalogue/families.js'
import { InputError, Sheet, inRange, interpolate, short, type Result } from '../result.js'
import { F0_BALL, FC_BALL } from './tables.js'

export interface LoadRatingInput {
  family: Family
  elements: number
  elementDiameterMm: number
  rollerLengthMm?: number
  pitchDiameterMm: number
  contactAngleDeg?: number
  rows?: number
}

export interface LoadRatingValues {
  dynamicRatingN: number
  staticRatingN: number
  fatigueLoadLimitN: number
}

/** Rating factor bm for contemporary steel. ISO 281:2007 tables 1 and 6. */
const BM: Partial<Record<Family, number>> = { 'deep-groove-ball': 1.3, 'cylindrical-roller': 1.1, 'spherical-roller': 1.15 }

const column = (rows: readonly (readonly number[])[], i: number): number[] => rows.map((row) => row[i]!)

/**
 * fc of single-row radial ball bearings: the standard's table by interpolation, its formula below γ = 0.05.
 * Range: γ above 0 to 0.40. Source: ISO 281:2007 table 2.
 */
export function fcBall(gamma: number): number {
  inRange('gamma', gamma, 0, 0.4, '', true)
  if (gamma >= 0.05) return interpolate(column(FC_BALL, 0), column(FC_BALL, 1), gamma)
  const ratio = (1 - gamma) / (1 + gamma)
  const rings = (1 + (1.04 * ratio ** 1.72) ** (10 / 3)) ** -0.3
  return (0.957 * 39.9 * 3.8 * rings * gamma ** 0.3 * (1 - gamma) ** 1.39) / (1 + gamma) ** (1 / 3)
}

/** fc of radial roller bearings. Range: γ above 0 to 0.40. Source: the closed form behind ISO 281:2007 table 7. */
export function fcRoller(gamma: number): number {
  inRange('gamma', gamma, 0, 0.4, '', true)
  const ratio = (1 - gamma) / (1 + gamma)
  const rings = (1 + (1.04 * ratio ** (143 / 108)) ** 4.5) ** (-2 / 9)
  return (207.9 * 0.83 * rings * gamma ** (2 / 9) * (1 - gamma) ** (29 / 27)) / (1 + gamma) ** 0.25
}

/** f0 of radial ball bearings against γ. Range: γ above 0 to 0.30, held beyond. Source: ISO 76:2006 table 1. */
export function f0Ball(gamma: number): number {
  return gamma < 0.09 ? 14.7 + 20 * gamma : interpolate(column(F0_BALL, 0), column(F0_BALL, 1), gamma)
}

/**
 * Dynamic and static load rating and fatigue load limit in N from internal geometry.
 * Families: deep groove ball, cylindrical roller, spherical roller. Angles in degrees, lengths in mm.
 * Sources: ISO 281:2007 clauses 5 and 7 (C), annex B (Cu, simplified); ISO 76:2006 clauses 5 and 7 (C0).
 * @throws InputError for geometry that cannot be or a family that is not held.
 */
export function loadRating(input: LoadRatingInput): Result<LoadRatingValues> {
  const { family, elements: Z, elementDiameterMm: Dw, pitchDiameterMm: Dpw, contactAngleDeg = 0, rows = 1 } = input
  const bm = BM[family]
  if (bm === undefined)
    throw new InputError(
      'family',
      family,
      `ratings are held for ${Object.keys(BM)
        .map((f) => FAMILY_LABEL[f as Family])
        .join(', ')}`,
    )
  inRange('elements', Z, 3, 200)
  if (!Number.isInteger(Z)) throw new InputError('elements', Z, 'a whole number of rolling elements')
  inRange('elementDiameterMm', Dw, 0, 200, 'mm', true)
  inRange('pitchDiameterMm', Dpw, Dw, 2000, 'mm', true)
  inRange('contactAngleDeg', contactAngleDeg, 0, 45, '°')
  inRange('rows', rows, 1, 4)
  if (!Number.isInteger(rows)) throw new InputError('rows', rows, 'a whole number of rows')
  if (Z * Math.asin(Dw / Dpw) > Math.PI * 1.001)
    throw new InputError('elements', Z, `so many elements of ${Dw} mm do not fit on a pitch circle of ${Dpw} mm`)

  const sheet = new Sheet()
  const cos = Math.cos((contactAngleDeg * Math.PI) / 180)
  const gamma = (Dw * cos) / Dpw
  sheet.step(
    'γ',
    'ratio of element to pitch diameter',
    'Dw cos α / Dpw',
    `${short(Dw)} · ${short(cos)} / ${short(Dpw)}`,
    gamma,
    '',
    'ISO 281:2007',
  )
  const ball = family === 'deep-groove-ball'
  const large = Dpw > 100 ? (100 / Dpw) ** (ball ? 0.5 : 0.3) : 1
  let dynamicRatingN: number
  let staticRatingN: number
  if (ball) {
    const fc = fcBall(gamma) * (rows === 2 ? 0.947 : 1)
    const size = Dw <= 25.4 ? Dw ** 1.8 : 3.647 * Dw ** 1.4
    const f0 = f0Ball(gamma)
    if (gamma > 0.3) sheet.assume('f0 is tabulated to γ = 0.30; the last value was held.')
    dynamicRatingN = bm * fc * (rows * cos) ** 0.7 * Z ** (2 / 3) * size
    staticRatingN = f0 * rows * Z * Dw * Dw * cos
    sheet.step('fc', 'geometry factor', 'table against γ', `γ = ${short(gamma)}`, fc, '', 'ISO 281:2007 table 2')
    sheet.step(
      'C',
      'dynamic load rating',
      Dw <= 25.4 ? 'bm fc (i cos α)^0.7 Z^(2/3) Dw^1.8' : '3.647 bm fc (i cos α)^0.7 Z^(2/3) Dw^1.4',
      `${bm} · ${short(fc)} · ${Z}^(2/3) · ${short(size)}`,
      dynamicRatingN,
      'N',
      'ISO 281:2007 clause 5',
    )
    sheet.step(
      'C0',
      'static load rating',
      'f0 i Z Dw² cos α',
      `${short(f0)} · ${rows} · ${Z} · ${short(Dw)}²`,
      staticRatingN,
      'N',
      'ISO 76:2006 clause 5',
    )
  } else {
    const Lwe = inRange('rollerLengthMm', input.rollerLengthMm ?? NaN, 0, 500, 'mm', true)
    const fc = fcRoller(gamma)
    dynamicRatingN = bm * fc * (rows * Lwe * cos) ** (7 / 9) * Z ** 0.75 * Dw ** (29 / 27)
    staticRatingN = 44 * (1 - gamma) * rows * Z * Lwe * Dw * cos
    sheet.step('fc', 'geometry factor', 'closed form in γ', `γ = ${short(gamma)}`, fc, '', 'ISO 281:2007 table 7')
    sheet.step(
      'C',
      'dynamic load rating',
      'bm fc (i Lwe cos α)^(7/9) Z^(3/4) Dwe^(29/27)',
      `${bm} · ${short(fc)} · (${rows} · ${short(Lwe)})^(7/9) · ${Z}^(3/4) · ${short(Dw)}^(29/27)`,
      dynamicRatingN,
      'N',
      'ISO 281:2007 clause 7',
    )
    sheet.step(
      'C0',
      'static load rating',
      '44 (1 − γ) i Z Lwe Dwe cos α',
      `44 · ${short(1 - gamma)} · ${rows} · ${Z} · ${short(Lwe)} · ${short(Dw)}`,
      staticRatingN,
      'N',
      'ISO 76:2006 clause 7',
    )
  }
  const fatigueLoadLimitN = (staticRatingN / (ball ? 22 : 8.2)) * large
  sheet.step(
    'Cu',
    'fatigue load limit',
    ball ? 'C0 / 22' : 'C0 / 8.2',
    `${short(staticRatingN)}${large < 1 ? ` · ${short(large)}` : ''}`,
    fatigueLoadLimitN,
    'N',
    'ISO 281:2007 annex B, simplified',
  )
  return sheet.result({ dynamicRatingN, staticRatingN, fatigueLoadLimitN })
}
