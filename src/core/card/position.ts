import { NO_DUTY, type PositionDuty } from '../identify/compare.js'
import type { DutyAnswers } from './answers.js'
import { dutyStation } from './stations/duty.js'

export interface LifeUsed {
  hoursRun: number
  ratingLifeH: number
  /** Of the rating life; above 1 it has outlived it. */
  share: number
}

/** How much of its rating life, h, a fitted bearing has used after `days`; null while either is not known. Source: ISO 281:2007. */
export function lifeUsed(ratingLifeH: number | undefined, hoursPerDay: number | null, days: number): LifeUsed | null {
  if (ratingLifeH === undefined || hoursPerDay === null) return null
  const hoursRun = days * hoursPerDay
  return { hoursRun, ratingLifeH, share: hoursRun / ratingLifeH }
}

/** What a position asks of an offered bearing, from its newest duty and what the records say; null is not known. */
export function positionDuty(duty: DutyAnswers | null, held: boolean | null, relubricated: boolean | null): PositionDuty {
  if (!duty) return { ...NO_DUTY, mustHold: held, relubricated }
  const { radialN, axialN } = dutyStation(duty)
  const { speedRpm, innerRingC, dirt } = duty
  return { ...NO_DUTY, speedRpm, innerRingC, dirt, radialLoadN: radialN, axialLoadN: axialN, mustHold: held, relubricated }
}
