import { InputError, type Result, Sheet } from '../result.js'
import { f0Ball, loadRating } from '../ratings/load-rating.js'
import {
  SERIES_222,
  SERIES_223,
  SERIES_60,
  SERIES_62,
  SERIES_63,
  SERIES_NU2,
  SERIES_NU3,
  type BallRow,
  type CylindricalRow,
} from './dimensions.js'
import type { Family } from './families.js'

/** One size of bearing. Lengths mm, forces N. */
export interface Bearing {
  designation: string
  family: Family
  series: string
  boreMm: number
  outsideMm: number
  widthMm: number
  chamferMm: number
  elements: number
  elementDiameterMm: number
  /** Rollers only. */
  rollerLengthMm: number | null
  pitchDiameterMm: number
  contactAngleDeg: number
  rows: number
  innerRacewayMm: number
  outerRacewayMm: number
  dynamicRatingN: number
  staticRatingN: number
  fatigueLoadLimitN: number
  /** Balls only. */
  f0: number | null
  massKg: number
  greaseSpeedRpm: number
  /** Where the figures of the row come from. */
  dimensionSource: string
  ratingSource: string
  /** Set when figures of a maker's sheet stand over the computed ones. */
  entered?: { by: string; at: string; sheet: string }
}

/** What to expect between computed ratings and those usually printed for a size. See docs/methods.md. */
export const RATING_SPREAD = 'aimed within 5 %, at worst 15 %, of what is usual for the size; not checked against printed sheets'
const RATING_SOURCE = `computed from typical internal geometry (ISO 281, ISO 76); ${RATING_SPREAD}`

const STOCK_BALLS = {
  inch: Array.from({ length: 79 }, (_, i) => ((i + 2) * 25.4) / 32),
  metric: Array.from({ length: 117 }, (_, i) => 2 + i / 2),
}

interface SeriesRule {
  series: string
  prefix: string
  family: Family
}

/** Ball set of a deep groove series: ball size as share of D − d, filling angle in degrees, stock sizes. */
interface BallRule extends SeriesRule {
  rows: readonly BallRow[]
  share: number
  fillDeg: number
  stock: keyof typeof STOCK_BALLS
}

/** Roller set of a cylindrical series: share of the pitch circle filled, roller length a·B + b. */
interface CylindricalRule extends SeriesRule {
  rows: readonly CylindricalRow[]
  fill: number
  lengthShare: number
  lengthOffsetMm: number
}

/** Roller set of a spherical series: diameter as share of (D − d)/2, share of pitch circle filled, length as share of B. */
interface SphericalRule extends SeriesRule {
  rows: readonly BallRow[]
  share: number
  fill: number
  lengthShare: number
}

/** Typical geometry by series, fitted so that ratings come near what is usual for the size. Engineering practice. */
const BALL_RULES: readonly BallRule[] = [
  { series: '60', prefix: '60', family: 'deep-groove-ball', rows: SERIES_60, share: 0.3075, fillDeg: 195, stock: 'metric' },
  { series: '62', prefix: '62', family: 'deep-groove-ball', rows: SERIES_62, share: 0.2925, fillDeg: 213, stock: 'inch' },
  { series: '63', prefix: '63', family: 'deep-groove-ball', rows: SERIES_63, share: 0.2975, fillDeg: 211, stock: 'inch' },
]
const CYLINDRICAL_RULES: readonly CylindricalRule[] = [
  { series: 'NU 2', prefix: 'NU 2', family: 'cylindrical-roller', rows: SERIES_NU2, fill: 0.79, lengthShare: 0.79, lengthOffsetMm: -3 },
  { series: 'NU 3', prefix: 'NU 3', family: 'cylindrical-roller', rows: SERIES_NU3, fill: 0.8, lengthShare: 0.79, lengthOffsetMm: -3 },
]
const SPHERICAL_RULES: readonly SphericalRule[] = [
  { series: '222', prefix: '222', family: 'spherical-roller', rows: SERIES_222, share: 0.64, fill: 0.82, lengthShare: 0.42 },
  { series: '223', prefix: '223', family: 'spherical-roller', rows: SERIES_223, share: 0.66, fill: 0.94, lengthShare: 0.4 },
]

/** Two-digit bore code of ISO designations: 00 10, 01 12, 02 15, 03 17, from 04 the bore divided by five. */
export function boreCode(boreMm: number): string {
  const small: Record<number, string> = { 10: '00', 12: '01', 15: '02', 17: '03' }
  return small[boreMm] ?? String(boreMm / 5).padStart(2, '0')
}

/** Steel of the ring section that is really there, by type. Engineering practice, from typical sections. */
const MASS_SHARE: Partial<Record<Family, number>> = { 'deep-groove-ball': 0.68, 'cylindrical-roller': 0.7, 'spherical-roller': 0.77 }
/** Speed guidance n·dm for grease, mm/min. Engineering practice. */
const GREASE_NDM: Partial<Record<Family, number>> = {
  'deep-groove-ball': 500_000,
  'cylindrical-roller': 400_000,
  'spherical-roller': 220_000,
}

type Inside = Pick<
  Bearing,
  'elements' | 'elementDiameterMm' | 'rollerLengthMm' | 'pitchDiameterMm' | 'contactAngleDeg' | 'rows' | 'innerRacewayMm' | 'outerRacewayMm'
>

function bearingOf(rule: SeriesRule, row: readonly number[], inside: Inside): Bearing {
  const [boreMm, outsideMm, widthMm, chamferMm] = row as unknown as BallRow
  const ratings = loadRating({ family: rule.family, ...inside, rollerLengthMm: inside.rollerLengthMm ?? undefined }).values
  const ring = (Math.PI / 4) * (outsideMm ** 2 - boreMm ** 2) * widthMm
  return {
    designation: rule.prefix + boreCode(boreMm),
    family: rule.family,
    series: rule.series,
    boreMm,
    outsideMm,
    widthMm,
    chamferMm,
    ...inside,
    ...ratings,
    f0: rule.family === 'deep-groove-ball' ? f0Ball(inside.elementDiameterMm / inside.pitchDiameterMm) : null,
    massKg: ring * 7.85e-6 * MASS_SHARE[rule.family]!,
    greaseSpeedRpm: GREASE_NDM[rule.family]! / ((boreMm + outsideMm) / 2),
    dimensionSource: 'ISO 15 boundary dimensions',
    ratingSource: RATING_SOURCE,
  }
}

function ballBearing(rule: BallRule, row: BallRow): Bearing {
  const [d, D, B] = row
  const wanted = Math.min(rule.share * (D - d), 0.7 * B)
  const ball = STOCK_BALLS[rule.stock].reduce((best, v) => (Math.abs(v - wanted) < Math.abs(best - wanted) ? v : best))
  const pitch = (d + D) / 2
  const elements = Math.floor(1 + rule.fillDeg / ((2 * Math.asin(ball / pitch) * 180) / Math.PI))
  return bearingOf(rule, row, {
    elements,
    elementDiameterMm: ball,
    rollerLengthMm: null,
    pitchDiameterMm: pitch,
    contactAngleDeg: 0,
    rows: 1,
    innerRacewayMm: pitch - ball,
    outerRacewayMm: pitch + ball,
  })
}

function cylindricalBearing(rule: CylindricalRule, row: CylindricalRow): Bearing {
  const [, , B, , F, E] = row
  const roller = (E - F) / 2
  const pitch = (E + F) / 2
  return bearingOf(rule, row, {
    elements: Math.floor((rule.fill * Math.PI * pitch) / roller),
    elementDiameterMm: roller,
    rollerLengthMm: rule.lengthShare * B + rule.lengthOffsetMm,
    pitchDiameterMm: pitch,
    contactAngleDeg: 0,
    rows: 1,
    innerRacewayMm: F,
    outerRacewayMm: E,
  })
}

function sphericalBearing(rule: SphericalRule, row: BallRow): Bearing {
  const [d, D, B] = row
  const roller = Math.round(rule.share * (D - d)) / 2
  const pitch = (d + D) / 2
  // The contact lies about 0.30 B off the middle on a sphere of radius 0.47 D.
  const angle = Math.asin((0.3 * B) / (0.47 * D))
  return bearingOf(rule, row, {
    elements: Math.floor((rule.fill * Math.PI * pitch) / roller),
    elementDiameterMm: roller,
    rollerLengthMm: rule.lengthShare * B,
    pitchDiameterMm: pitch,
    contactAngleDeg: (angle * 180) / Math.PI,
    rows: 2,
    innerRacewayMm: pitch - roller * Math.cos(angle),
    outerRacewayMm: pitch + roller * Math.cos(angle),
  })
}

/** Every size of the catalogue: deep groove 60, 62, 63; cylindrical NU 2, NU 3; spherical 222, 223; to 110 mm bore. */
export const CATALOGUE: readonly Bearing[] = [
  ...BALL_RULES.flatMap((rule) => rule.rows.map((row) => ballBearing(rule, row))),
  ...CYLINDRICAL_RULES.flatMap((rule) => rule.rows.map((row) => cylindricalBearing(rule, row))),
  ...SPHERICAL_RULES.flatMap((rule) => rule.rows.map((row) => sphericalBearing(rule, row))),
]

/** Spaces, dashes, strokes and case do not matter. */
function plain(text: string): string {
  return text.toUpperCase().replace(/[\s\-/._]/g, '')
}

const BY_NAME = new Map(CATALOGUE.map((row) => [plain(row.designation), row]))

/** The row of a designation and the clearance group written after it, or null when there is none. */
export function findBearing(designation: string): { row: Bearing; group: '2' | 'N' | '3' | '4' | '5' | null } | null {
  const name = plain(designation)
  const bare = BY_NAME.get(name)
  if (bare) return { row: bare, group: null }
  const match = /^(.+)C([2N345])$/.exec(name)
  const row = match && BY_NAME.get(match[1]!)
  return row ? { row, group: match[2] as '2' } : null
}

/**
 * One row of the catalogue by designation, read leniently (`NU 210` = `nu210` = `NU-210`; a clearance mark may follow).
 * @throws InputError when no row bears the name. Source: ISO 15 dimensions; ratings by ISO 281 and ISO 76 from typical geometry.
 */
export function bearing(input: { designation: string }): Result<Bearing> {
  if (input.designation.length > 60) throw new InputError('designation', `${input.designation.slice(0, 60)}…`, 'at most 60 characters')
  const found = findBearing(input.designation)
  if (!found)
    throw new InputError(
      'designation',
      input.designation,
      'held: 60, 62, 63 from 00; NU 2, NU 3 from 03; 222, 223 from 05; each to bore code 22',
    )
  const { row, group } = found
  const sheet = new Sheet()
  if (group) sheet.assume(`C${group} after the number is read as clearance group ${group}; it changes no figure of the row.`)
  sheet.assume(`Ratings are ${row.ratingSource}.`)
  sheet.step(
    'd × D × B',
    'boundary dimensions',
    'table',
    row.designation,
    `${row.boreMm} × ${row.outsideMm} × ${row.widthMm}`,
    'mm',
    row.dimensionSource,
  )
  const inside = row.rollerLengthMm ? { rollerLengthMm: row.rollerLengthMm } : {}
  sheet.include(
    loadRating({
      family: row.family,
      elements: row.elements,
      elementDiameterMm: row.elementDiameterMm,
      pitchDiameterMm: row.pitchDiameterMm,
      contactAngleDeg: row.contactAngleDeg,
      rows: row.rows,
      ...inside,
    }),
  )
  return sheet.result({ ...row })
}

/** The next smaller and next larger bore in the same series. */
export function neighbours(row: Bearing): { smaller: Bearing | null; larger: Bearing | null } {
  const same = CATALOGUE.filter((other) => other.series === row.series)
  const i = same.findIndex((other) => other.designation === row.designation)
  return { smaller: same[i - 1] ?? null, larger: same[i + 1] ?? null }
}
