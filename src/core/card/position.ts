import type { Bearing } from '../catalogue/catalogue.js'
import { NO_DUTY, type PositionDuty } from '../identify/compare.js'
import { InputError } from '../result.js'
import type { DutyAnswers } from './answers.js'
import { dutyStation } from './stations/duty.js'
import { asHot, hotterRingC } from '../life/hot-ring.js'
import { rateBearing } from '../life/rate-bearing.js'
import { motionOf, wayRpm } from '../life/swing.js'

export interface LifeUsed {
  hoursRun: number
  ratingLifeH: number
  /** Of the rating life; above 1 it has outlived it. */
  share: number
}

/** How much of its rating life a fitted bearing has used after `days` at its duty; null while the duty is incomplete. */
export function lifeUsed(row: Bearing, duty: DutyAnswers, days: number): LifeUsed | null {
  const { radialN, axialN } = dutyStation(duty)
  const { hoursPerDay } = duty
  const speedRpm = wayRpm(motionOf(duty))
  if (radialN === null || axialN === null || radialN + axialN === 0 || speedRpm === null || hoursPerDay === null) return null
  try {
    const { ratingLifeH } = rateBearing(asHot(row, hotterRingC(duty)), radialN, axialN, speedRpm, 90).life.values
    const hoursRun = days * hoursPerDay
    return { hoursRun, ratingLifeH, share: hoursRun / ratingLifeH }
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}

/** What a position asks of an offered bearing, from its newest duty and what the records say; null is not known. */
export function positionDuty(duty: DutyAnswers | null, held: boolean | null, relubricated: boolean | null): PositionDuty {
  if (!duty) return { ...NO_DUTY, mustHold: held, relubricated }
  const { radialN, axialN } = dutyStation(duty)
  const { speedRpm, innerRingC, dirt } = duty
  return { ...NO_DUTY, speedRpm, innerRingC, dirt, radialLoadN: radialN, axialLoadN: axialN, mustHold: held, relubricated }
}
