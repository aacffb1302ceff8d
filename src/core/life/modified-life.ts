import { Derivation, InputError, inRange, short, type Result } from '../result.js'
import { BATH_OIL, GREASE_CLEANLINESS, IN_LINE_OIL, type GreaseCleanliness } from './modified-life-tables.js'

/** What lubrication and dirt make of a life: ISO 281:2007, clause 9 and annex A. */

export const OIL_FILTERS = ['in-line', 'bath'] as const
export type Cleanliness = GreaseCleanliness | { filter: (typeof OIL_FILTERS)[number]; code: string }

/** Codes as they are written: a dash in front, long or short, counts nothing. */
const plainCode = (code: string) => code.trim().replace(/[−–—]/g, '-')

function coefficients(cleanliness: Cleanliness, dpw: number): { c: number; b: number; words: string } {
  if (typeof cleanliness === 'string') {
    const row: { label: string; c: number; b: number; bLarge?: number } = GREASE_CLEANLINESS[cleanliness]
    return { c: row.c, b: dpw >= 500 && row.bLarge ? row.bLarge : row.b, words: row.label }
  }
  const table: Readonly<Partial<Record<string, { c: number; b: number }>>> = cleanliness.filter === 'in-line' ? IN_LINE_OIL : BATH_OIL
  const code = plainCode(cleanliness.code)
  const row = table[code]
  if (!row) throw new InputError('cleanliness.code', cleanliness.code, `one of ${Object.keys(table).join(', ')}`)
  return { ...row, words: `${cleanliness.filter === 'in-line' ? 'oil filtered in line' : 'oil bath'}, ${code}` }
}

/** How clean, in words for the reader; no unit. Refuses an oil code that no table has. Source: labels of ISO 281:2007, annex A. */
export const cleanlinessLabel = (cleanliness: Cleanliness): string => coefficients(cleanliness, 1).words

/** The steps of the table that a cleanliness stands in, cleanest first, and which of them it is. No unit. Source: ISO 281:2007, annex A. */
export function stepsOfCleanliness(cleanliness: Cleanliness): { steps: Cleanliness[]; at: number } {
  if (typeof cleanliness === 'string') {
    const steps = Object.keys(GREASE_CLEANLINESS) as GreaseCleanliness[]
    return { steps, at: steps.indexOf(cleanliness) }
  }
  const codes = Object.keys(cleanliness.filter === 'in-line' ? IN_LINE_OIL : BATH_OIL)
  return { steps: codes.map((code) => ({ ...cleanliness, code })), at: codes.indexOf(plainCode(cleanliness.code)) }
}

/** eC as a figure only, for what is drawn and searched; Dpw in mm. Source: ISO 281:2007, annex A. Refuses an oil code that no table has. */
export function cleanShare(kappa: number, dpw: number, cleanliness: Cleanliness): number {
  const { c, b } = coefficients(cleanliness, dpw)
  return Math.max(0, Math.min(1, c * Math.min(4, kappa) ** 0.68 * dpw ** 0.55) * (1 - b / Math.cbrt(dpw)))
}

/**
 * Contamination factor eC, 0 to 1. κ above 4 counts as 4. Range: κ from 0.1, Dpw 1 to 3000 mm.
 * Source: ISO 281:2007, annex A. @throws InputError outside, and for an oil code that the table does not have.
 */
export function contaminationFactor(input: {
  kappa: number
  pitchDiameterMm: number
  cleanliness: Cleanliness
}): Result<{ contaminationFactor: number }> {
  const kappa = Math.min(4, inRange('kappa', input.kappa, 0.1, 1e6))
  const dpw = inRange('pitchDiameterMm', input.pitchDiameterMm, 1, 3000, 'mm')
  const { c, b, words } = coefficients(input.cleanliness, dpw)
  const factor = cleanShare(kappa, dpw, input.cleanliness)
  const sheet = new Derivation()
  sheet.step(
    'eC',
    'contamination factor',
    'min(1, c κ^0.68 Dpw^0.55) (1 − b / Dpw^(1/3))',
    `c ${c}, b ${b}, κ ${short(kappa)}, Dpw ${short(dpw)}`,
    factor,
    '',
    `ISO 281:2007 annex A: ${words}`,
  )
  return sheet.result({ contaminationFactor: factor })
}

/** u of balls and v of rollers: [κ from, factor, exponent]. ISO 281:2007, 9.3.3. */
// prettier-ignore
const BANDS = {
  ball: [[0.1, 2.2649, 0.054381], [0.4, 1.9987, 0.19087], [1, 1.9987, 0.071739]],
  roller: [[0.1, 1.3993, 0.054381], [0.4, 1.2348, 0.19087], [1, 1.2348, 0.071739]],
} as const
const CAP = 50

export interface LifeFactorInput {
  rollingElement: 'ball' | 'roller'
  /** A thrust bearing feels dirt more: a third for balls, 1/2.5 for rollers. */
  thrust?: boolean
  kappa: number
  contaminationFactor: number
  fatigueLoadLimitN: number
  equivalentLoadN: number
}

/** The factor as a number only, for what is drawn and searched; in N. Source: ISO 281:2007, 9.3.3. Asks for κ of at least 0.1. */
export function lifeFactor({
  rollingElement,
  thrust,
  kappa: given,
  contaminationFactor: eC,
  fatigueLoadLimitN: Cu,
  equivalentLoadN: P,
}: LifeFactorInput): number {
  const ball = rollingElement === 'ball'
  const kappa = Math.min(4, given)
  const [, base, exponent] = BANDS[rollingElement].findLast(([from]) => kappa >= from) ?? BANDS[rollingElement][0]
  const u = base / kappa ** exponent
  const x = ((eC * Cu) / P) * (thrust ? (ball ? 1 / 3 : 1 / 2.5) : 1)
  const bracket = ball ? 1 - Math.max(0, 2.5671 - u) ** 0.83 * Math.cbrt(x) : 1 - Math.max(0, 1.5859 - u) * x ** 0.4
  return bracket <= 0 ? CAP : Math.min(CAP, 0.1 * bracket ** (ball ? -9.3 : -9.185))
}

/**
 * Life modification factor aISO, up to 50. κ above 4 counts as 4; under 0.1 no life is stated. Range: κ from 0.1, eC 0 to 1,
 * loads above 0 N. Source: ISO 281:2007, 9.3.3. @throws InputError outside.
 */
export function modifiedLifeFactor(input: LifeFactorInput): Result<{ aIso: number }> {
  inRange('kappa', input.kappa, 0.1, 1e6)
  inRange('contaminationFactor', input.contaminationFactor, 0, 1)
  inRange('fatigueLoadLimitN', input.fatigueLoadLimitN, 0, 1e9, 'N', true)
  inRange('equivalentLoadN', input.equivalentLoadN, 0, 1e9, 'N', true)
  const aIso = lifeFactor(input)
  const sheet = new Derivation()
  if (input.kappa > 4) sheet.assume('A viscosity ratio above 4 counts as 4.')
  if (aIso === CAP) sheet.assume('The factor is limited to 50.')
  sheet.step(
    'aISO',
    'life modification factor',
    input.rollingElement === 'ball' ? '0.1 [1 − (2.5671 − u)^0.83 (eC Cu/P)^(1/3)]^−9.3' : '0.1 [1 − (1.5859 − v) (eC Cu/P)^0.4]^−9.185',
    `κ ${short(Math.min(4, input.kappa))}, eC ${short(input.contaminationFactor)}, Cu ${short(input.fatigueLoadLimitN)}, P ${short(input.equivalentLoadN)}`,
    aIso,
    '',
    'ISO 281:2007, 9.3.3',
  )
  return sheet.result({ aIso })
}
