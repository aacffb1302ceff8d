import type { Bearing } from '../catalogue/bearing.js'
import { film, type Film, type Grease } from '../lubrication/grease.js'
import { InputError, type Result } from '../result.js'
import type { CardAnswers } from './answers.js'
import type { CardContext } from './context.js'

/** The film between the raceways of a place: one figure for Select, which counts on it, and for Lubricate, which chooses the grease. */
export interface PlaceFilm {
  grease: Grease
  /** Chosen on this card; else it is the one that the records name. */
  chosen: boolean
  film: Result<Film>
}

/** Null while no grease is known, speed or temperature are open, or one of them is refused at its own field. */
export function filmOf(answers: CardAnswers, row: Bearing | null, { plant, past }: CardContext): PlaceFilm | null {
  const { speedRpm, innerRingC, outerRingC } = answers.duty
  const chosen = plant.greases.find((g) => g.id === answers.lubricate.greaseId)
  const grease = chosen ?? past.grease
  const runC = innerRingC ?? answers.lubricate.housingTemperatureC ?? outerRingC
  if (!row || !grease || !speedRpm || runC === null) return null
  try {
    return { grease, chosen: !!chosen, film: film(grease, runC, row.pitchDiameterMm, speedRpm) }
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}
