import type { Bearing } from '../bearing/bearing.js'
import { isThrust, rollsOnBalls } from '../bearing/families.js'
import { faultOfSteps, slicesOf } from '../life/duty-spectrum.js'
import { spectrumLife } from '../life/many-lives.js'
import { contaminationFactor, modifiedLifeFactor, type Cleanliness } from '../life/modified-life.js'
import { rateBearing } from '../life/rate-bearing.js'
import { SHOCKS, type Shock } from '../life/targets.js'
import { film } from '../lubrication/grease.js'
import type { Arrangement } from '../ratings/equivalent-load.js'
import { Derivation, InputError, short, type Result } from '../result.js'
import type { CardAnswers } from './answers.js'
import type { PlaceFilm } from './film.js'

/** Life where speed, load and temperature change: every step with its own load, and its own film where film and dirt count. */

export interface ChangingLife {
  hours: number
  /** What each step of the spectrum does of the damage, 0 to 1, in their order. */
  damageShares: number[]
}

interface Steady {
  radialN: number
  axialN: number
  reliabilityPercent: number
  arrangement: Arrangement
  cleanliness: Cleanliness
}

/** What film and dirt make of one stretch; null where no lubricant is known or the film cannot be reckoned there. */
function factorAt(row: Bearing, place: PlaceFilm, speedRpm: number, runC: number, equivalentLoadN: number, cleanliness: Cleanliness) {
  try {
    const { kappa } = film(place, runC, row.pitchDiameterMm, speedRpm).values
    if (kappa < 0.1) return null
    const { contaminationFactor: dirt } = contaminationFactor({ kappa, pitchDiameterMm: row.pitchDiameterMm, cleanliness }).values
    return modifiedLifeFactor({
      ...{ rollingElement: rollsOnBalls(row.family) ? 'ball' : 'roller', thrust: isThrust(row.family), kappa, contaminationFactor: dirt },
      ...{ fatigueLoadLimitN: row.fatigueLoadLimitN, equivalentLoadN },
    }).values.aIso
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}

/**
 * Life in hours under the spectrum of a duty, with the share of the damage that each step does; null while there is no spectrum, or its
 * shares do not add up. Loads are those of the duty times the step's, with the step's own shock. With `place` film and dirt count.
 * Sources: ISO 281:2007, linear damage (Palmgren–Miner). @throws InputError where no step does any damage.
 */
export function changingLife(answers: CardAnswers, row: Bearing, steady: Steady, place: PlaceFilm | null): Result<ChangingLife> | null {
  const { spectrum, speedRpm, shock, innerRingC } = answers.duty
  if (!spectrum.length || faultOfSteps(spectrum) || !speedRpm || !shock) return null
  const slices = slicesOf(spectrum, speedRpm)
  const factorOf = (own: Shock | null) => SHOCKS[own ?? shock].factor / SHOCKS[shock].factor
  const sheet = new Derivation()
  let unknown = 0
  const steps = slices.map((s) => {
    const k = s.loadFactor * factorOf(s.shock)
    const still = k === 0 || s.speedRpm === 0
    const P = still
      ? 0
      : rateBearing(row, steady.radialN * k, steady.axialN * k, s.speedRpm, 90, steady.arrangement).load.values.equivalentLoadN
    const runC = s.temperatureC ?? innerRingC
    const aIso = place && !still && runC !== null ? factorAt(row, place, s.speedRpm, runC, P, steady.cleanliness) : null
    if (place && !still && aIso === null) unknown += 1
    return { timeShare: s.share, speedRpm: s.speedRpm, equivalentLoadN: P, ...(aIso !== null && { aIso }) }
  })
  const found = spectrumLife({ rollingElement: rollsOnBalls(row.family) ? 'ball' : 'roller', dynamicRatingN: row.dynamicRatingN, steps })
  sheet.include(found)
  if (unknown) sheet.assume(`In ${unknown} stretches of the spectrum no film can be reckoned; there the rating life counts.`)
  const a1 = rateBearing(row, steady.radialN, steady.axialN, speedRpm, steady.reliabilityPercent, steady.arrangement).life.values
  const hours = found.values.ratingLifeH * (a1.modifiedLifeH / a1.ratingLifeH)
  if (steady.reliabilityPercent > 90)
    sheet.step('Lnh', 'for the reliability wanted', 'a1 L', short(a1.modifiedLifeH / a1.ratingLifeH, 3), hours, 'h', 'ISO 281:2007')
  const damageShares = spectrum.map((_, i) => slices.reduce((sum, s, k) => sum + (s.step === i ? found.values.damageShares[k]! : 0), 0))
  return sheet.result({ hours, damageShares })
}
