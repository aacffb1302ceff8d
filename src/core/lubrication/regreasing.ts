import { FAMILY_LABEL, rollsOnBalls, type Family } from '../bearing/families.js'
import { SPEED_NDM } from '../catalogue/speed-limits.js'
import { Derivation, inRange, short, InputError, type Result } from '../result.js'
import {
  CONTAMINATION,
  FAMILY_FACTOR,
  GREASE_SPEED_LIMIT,
  LOAD_HALVINGS,
  MOISTURE,
  ORIENTATION,
  TEMPERATURE_BANDS,
  VIBRATION_BANDS,
  type Band,
  type Contamination,
  type FactorRow,
  type Moisture,
  type Orientation,
} from './tables.js'
import { amount } from '../words/message.js'

export interface RegreasingInput {
  family: Family
  boreMm: number
  outsideMm: number
  widthMm: number
  speedRpm: number
  housingTemperatureC: number
  contamination: Contamination
  moisture: Moisture
  /** Velocity, peak; a meter's RMS times 1.41. */
  vibrationMmS: number
  orientation: Orientation
  /** P/C for the grease-life equation; 0.05 when not given. */
  loadRatio?: number
  /** Interval of the machine maker's manual, h. */
  manualIntervalH?: number
}

export const SCHOOLS = ['manual', 'interval-formula', 'grease-life', 'condition'] as const
export type School = (typeof SCHOOLS)[number]

export const SCHOOL_LABEL: Record<School, string> = {
  manual: 'machine manual',
  'interval-formula': 'interval formula',
  'grease-life': 'grease-life equation',
  condition: 'on condition',
}

export interface SchoolInterval {
  school: School
  /** Null where the school does not speak. */
  intervalH: number | null
  /** What it rests on, in a sentence. */
  note: string
}

export interface RegreasingFactors {
  K: number
  Ft: number
  Fc: number
  Fm: number
  Fv: number
  Fp: number
}

export interface RegreasingValues {
  /** What the interval formula gives; 0 where its bracket is not above zero. */
  intervalH: number
  /** What governs: the formula, no longer than a grease serves; null where the speed is no grease case. */
  governingIntervalH: number | null
  /** Fed from the side. */
  quantityG: number
  /** Fed through the outer ring or a centre groove. */
  centreQuantityG: number
  factors: RegreasingFactors
  schools: SchoolInterval[]
}

const SOURCE = 'engineering practice: interval formula'

/** A grease ages also where little is asked of it: hours run, or years, whichever comes first. Two schools of engineering practice. */
export const GREASE_SERVICE_H = 30_000
export const GREASE_SERVICE_YEARS = 5

/** Above this share of the speed guidance a bearing is no grease case any more; up to it one to watch. Engineering practice. */
const OVER_SPEED = 1.25

/** Whether grease can serve at this speed at all; says so on the sheet where it cannot or hardly can. */
function greaseCase(input: RegreasingInput, bracket: number, sheet: Derivation): boolean {
  const { family, boreMm, outsideMm, speedRpm } = input
  const ndm = (speedRpm * (boreMm + outsideMm)) / 2
  const limit = SPEED_NDM[family][0]
  sheet.step(
    'n dm',
    'speed factor',
    'n (d + D) / 2',
    `${short(speedRpm)} · (${short(boreMm)} + ${short(outsideMm)}) / 2`,
    ndm,
    'mm/min',
    `engineering practice: grease to about ${limit / 1000}·10³ in a ${FAMILY_LABEL[family]}`,
  )
  const over = ndm > OVER_SPEED * limit
  if (over || bracket <= 0)
    sheet.caution(
      'stop',
      over ? 'no-grease-speed' : 'no-grease-speed-bore',
      { times: short(ndm / limit, 2), family: FAMILY_LABEL[family] },
      Math.round(speedRpm),
    )
  else if (ndm > limit) sheet.caution('caution', 'grease-speed-high', { family: FAMILY_LABEL[family] }, Math.round(speedRpm))
  return !over && bracket > 0
}

function banded(bands: readonly Band[], value: number): number {
  return bands.find((band) => value < band.under)!.factor
}

/** Factor of a named row, without unit. Source: the table handed in. @throws InputError for a name that it does not hold. */
export function factorOf<N extends string>(field: string, rows: readonly FactorRow<N>[], name: N): number {
  const row = rows.find((r) => r.name === name)
  if (!row) throw new InputError(field, name, `one of ${rows.map((r) => r.name).join(', ')}`)
  return row.factor
}

/** What the machine's manual says, h above 0 to 200 000; that it is not entered where it is left out. Source: the manual. @throws InputError outside. */
export function manualSchool(manualIntervalH: number | undefined): SchoolInterval {
  if (manualIntervalH === undefined)
    return { school: 'manual', intervalH: null, note: 'Not entered; where the machine maker speaks, it governs.' }
  return {
    school: 'manual',
    intervalH: inRange('manualIntervalH', manualIntervalH, 0, 200_000, 'h', true),
    note: 'As the machine maker says.',
  }
}

/** Grease in g for one feeding, from the side and through the ring, of an outside diameter and a width in mm. Source: engineering practice. @throws InputError for sizes that cannot be. */
export function sideQuantityG(D: number, B: number, sheet: Derivation): { side: number; centre: number } {
  inRange('outsideMm', D, 1, 3000, 'mm')
  inRange('widthMm', B, 0.5, 1000, 'mm')
  const side = 0.005 * D * B
  sheet.step('G', 'quantity, fed from the side', '0.005 D B', `0.005 · ${short(D)} · ${short(B)}`, side, 'g', SOURCE)
  sheet.assume('Fed from the side; through the outer ring or a centre groove 0.002 D B serves.')
  return { side, centre: 0.002 * D * B }
}

/** Peak velocity of a meter's RMS reading, mm/s. Source: sine, peak is RMS times the root of two. */
export function peakOfRms(rmsMmS: number): number {
  return rmsMmS * Math.SQRT2
}

/**
 * Regreasing interval t = K (14e6 / (n sqrt(d)) − 4 d) · Ft Fc Fm Fv Fp hours and quantity 0.005 D B grams, with the other
 * schools beside it: the grease-life equation (ball bearings, published 1974; regrease at half of L10), the machine
 * manual and condition. Lengths mm, speed r/min, temperature °C, vibration mm/s peak. A bracket that is not above zero, or
 * a speed factor far over that of the family, is no grease case: a stop. What governs is no longer than a grease serves.
 * An insert bearing counts with the width of its outer ring.
 * @throws InputError for sizes or speeds that cannot be. Source: engineering practice, see docs/methods.md.
 */
export function regreasing(input: RegreasingInput): Result<RegreasingValues> {
  const sheet = new Derivation()
  const d = inRange('boreMm', input.boreMm, 1, 2000, 'mm')
  const D = inRange('outsideMm', input.outsideMm, d, 3000, 'mm', true)
  const B = inRange('widthMm', input.widthMm, 0.5, 1000, 'mm')
  const n = inRange('speedRpm', input.speedRpm, 0, 200_000, 'r/min', true)
  const T = inRange('housingTemperatureC', input.housingTemperatureC, -60, 250, '°C')
  const v = inRange('vibrationMmS', input.vibrationMmS, 0, 500, 'mm/s')
  const factors: RegreasingFactors = {
    K: FAMILY_FACTOR[input.family],
    Ft: banded(TEMPERATURE_BANDS, T),
    Fc: factorOf('contamination', CONTAMINATION, input.contamination),
    Fm: factorOf('moisture', MOISTURE, input.moisture),
    Fv: banded(VIBRATION_BANDS, v),
    Fp: factorOf('orientation', ORIENTATION, input.orientation),
  }
  const { K, Ft, Fc, Fm, Fv, Fp } = factors
  const bracket = 14e6 / (n * Math.sqrt(d)) - 4 * d
  sheet.step(
    't0',
    'bracket of the formula',
    '14e6 / (n sqrt(d)) − 4 d',
    `14e6 / (${short(n)} · sqrt(${short(d)})) − 4 · ${short(d)}`,
    bracket,
    'h',
    SOURCE,
  )
  const intervalH = bracket > 0 ? K * bracket * Ft * Fc * Fm * Fv * Fp : 0
  if (bracket > 0)
    sheet.step(
      't',
      'regreasing interval',
      'K t0 · Ft Fc Fm Fv Fp',
      `${K} · ${short(bracket)} · ${Ft} · ${Fc} · ${Fm} · ${Fv} · ${Fp}`,
      intervalH,
      'h',
      SOURCE,
    )
  const greaseSpeed = greaseCase(input, bracket, sheet)
  const governingIntervalH = greaseSpeed ? Math.min(intervalH, GREASE_SERVICE_H) : null
  const capped = governingIntervalH !== null && governingIntervalH < intervalH
  if (capped)
    sheet.caution(
      'note',
      'grease-service-life',
      { interval: amount(intervalH, 'hours'), served: amount(GREASE_SERVICE_H, 'hours'), years: GREASE_SERVICE_YEARS },
      short(intervalH, 2),
    )
  const cap = capped ? ` Held to the ${GREASE_SERVICE_H} h that a grease serves.` : ''
  if (T >= 93) sheet.caution('caution', 'grease-hot', {}, T)
  const { side: quantityG, centre: centreQuantityG } = sideQuantityG(D, B, sheet)
  const life = greaseLife(input, d, D, n, T, greaseSpeed, sheet)
  const schools: SchoolInterval[] = [
    manualSchool(input.manualIntervalH),
    {
      school: 'interval-formula',
      intervalH: governingIntervalH,
      note: `By size, speed and surroundings; the usual choice where the manual is silent.${cap}`,
    },
    life,
    {
      school: 'condition',
      intervalH: governingIntervalH,
      note: `Grease when sound or temperature rises over the baseline; the formula stays the longest wait.${cap}`,
    },
  ]
  return sheet.result({ intervalH, governingIntervalH, quantityG, centreQuantityG, factors, schools })
}

function greaseLife(
  input: RegreasingInput,
  d: number,
  D: number,
  n: number,
  T: number,
  greaseSpeed: boolean,
  sheet: Derivation,
): SchoolInterval {
  const entry = { school: 'grease-life' as const }
  if (!rollsOnBalls(input.family)) return { ...entry, intervalH: null, note: 'Speaks for ball bearings only.' }
  if (!greaseSpeed) return { ...entry, intervalH: null, note: 'No grease speed.' }
  const loadRatio = input.loadRatio ?? 0.05
  inRange('loadRatio', loadRatio, 0, 1)
  const speed = (n * (d + D)) / 2
  const SN = (0.86 * speed) / GREASE_SPEED_LIMIT
  const SW = LOAD_HALVINGS.find((row) => loadRatio < row.under)!.steps
  // Below 70 °C the equation promises more than grease that ages and bleeds can keep.
  const counted = Math.max(70, T)
  const lifeH = 10 ** (-2.6 + 2450 / (273 + counted) - 0.301 * (SN + SW))
  sheet.step(
    'Lg',
    'grease life L10',
    'log Lg = −2.60 + 2450/(273 + T) − 0.301 (SG + SN + SW)',
    `−2.60 + 2450/(273 + ${short(counted)}) − 0.301 (0 + ${short(SN, 3)} + ${SW})`,
    lifeH,
    'h',
    'grease-life equation for ball bearings, published 1974',
  )
  return {
    ...entry,
    intervalH: lifeH / 2,
    note: `Half of the grease life of ${Number(lifeH.toPrecision(2))} h${T < 70 ? ', counted at 70 °C (158 °F)' : ''}; halves every 10 to 15 K (18 to 27 °F).`,
  }
}
