import type { Family } from '../bearing/families.js'
import { InputError, Derivation, type Result } from '../result.js'
import { SHAFT_CLASSES } from '../tolerances/iso286-tables.js'
import { signed, tolerance, type Limits } from '../tolerances/iso286.js'
import { ringTolerance, type Accuracy } from '../tolerances/ring.js'

export interface FitInput {
  seat: 'shaft' | 'housing'
  sizeMm: number
  toleranceClass: string
  accuracy: Accuracy
  family: Family
  /** The seat as measured, least and most from nominal in µm: it stands before the class. */
  deviationUm?: readonly [number, number]
}

export interface FitValues {
  maxInterferenceUm: number
  /** Negative: loose. */
  minInterferenceUm: number
  probableMaxInterferenceUm: number
  probableMinInterferenceUm: number
  seatUpperUm: number
  seatLowerUm: number
  ringUpperUm: number
  ringLowerUm: number
}

/**
 * Interference between a bearing ring and its seat, from both tolerance zones; µm, negative is loose.
 * The probable range takes both zones as normal with 6σ inside the limits and holds 99.7 % of assemblies.
 * Range: sizes of `tolerance` and `ringTolerance`. Sources: ISO 286-1, ISO 492, ISO 199, ISO 9628.
 * @throws InputError for a shaft class at a housing or the other way round, and for sizes beyond the tables
 */
export function fit(input: FitInput): Result<FitValues> {
  const isShaft = input.seat === 'shaft'
  if (SHAFT_CLASSES.includes(input.toleranceClass) !== isShaft) {
    throw new InputError(
      'toleranceClass',
      input.toleranceClass,
      isShaft ? 'a shaft seat takes a lower-case class' : 'a housing seat takes an upper-case class',
    )
  }
  const sheet = new Derivation()
  const zone = tolerance(input)
  const { deviationUm } = input
  const seat = deviationUm ? { ...zone, values: { ...zone.values, lowerUm: deviationUm[0], upperUm: deviationUm[1] } } : zone
  if (deviationUm && !(deviationUm[0] <= deviationUm[1])) throw new InputError('deviationUm', deviationUm, 'smaller value first')
  const ring = ringTolerance({ ...input, ring: isShaft ? 'inner' : 'outer' })
  sheet.include(seat)
  sheet.include(ring)
  const [tight, loose]: [Limits, Limits] = isShaft ? [seat.values, ring.values] : [ring.values, seat.values]
  const max = tight.upperUm - loose.lowerUm
  const min = tight.lowerUm - loose.upperUm
  const middle = (max + min) / 2
  const half = Math.hypot(tight.upperUm - tight.lowerUm, loose.upperUm - loose.lowerUm) / 2
  const source = 'limits of both parts'
  sheet.step(
    'Umax',
    'largest interference',
    isShaft ? 'es − ΔLdmp' : 'ΔUDmp − EI',
    `${signed(tight.upperUm)} − (${signed(loose.lowerUm)})`,
    max,
    'µm',
    source,
  )
  sheet.step(
    'Umin',
    'smallest interference',
    isShaft ? 'ei − ΔUdmp' : 'ΔLDmp − ES',
    `${signed(tight.lowerUm)} − (${signed(loose.upperUm)})`,
    min,
    'µm',
    source,
  )
  return sheet.result({
    maxInterferenceUm: max,
    minInterferenceUm: min,
    probableMaxInterferenceUm: middle + half,
    probableMinInterferenceUm: middle - half,
    seatUpperUm: seat.values.upperUm,
    seatLowerUm: seat.values.lowerUm,
    ringUpperUm: ring.values.upperUm,
    ringLowerUm: ring.values.lowerUm,
  })
}

/** Whether a ring slides in its seat: more of its assemblies are loose than tight. No unit. Source: engineering practice. */
export const canSlide = ({ minInterferenceUm, maxInterferenceUm }: Pick<FitValues, 'minInterferenceUm' | 'maxInterferenceUm'>): boolean =>
  minInterferenceUm + maxInterferenceUm < 0

/** Of the range that holds nearly all assemblies the part that 19 in 20 keep. */
const NINETEEN_IN_20 = 1.96 / 3

/**
 * Whether a ring that slides cold may be gripped once its seat has closed on it by so much, µm, above 0: the tightest of 19 in 20 assemblies
 * is then. False where it does not slide cold. Source: both zones as normal with 6σ inside their limits; engineering practice.
 */
export function mayGrip(cold: FitValues, closesByUm: number): boolean {
  const middle = (cold.minInterferenceUm + cold.maxInterferenceUm) / 2
  const half = (cold.probableMaxInterferenceUm - cold.probableMinInterferenceUm) / 2
  return closesByUm > 0 && canSlide(cold) && middle + NINETEEN_IN_20 * half + closesByUm > 0
}
