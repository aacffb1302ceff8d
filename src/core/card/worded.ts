import { askedOf, wordsOf } from '../words/say.js'
import type { Evaluated, StationResults } from './evaluated.js'
import type { StationResult } from './station.js'

const spoken = <R extends StationResult>(result: R): R => ({
  ...result,
  cautions: result.cautions.map((c) => ({ ...c, message: wordsOf(c) })),
  questions: result.questions.map((q) => ({ ...q, ...askedOf(q) })),
})

/** A card with the sentence beside every caution and question: what leaves, and what is kept when it is closed, reads so for good. */
export function worded<E extends Evaluated>(evaluation: E): E {
  const one = (card: StationResults): StationResults =>
    Object.fromEntries(Object.entries(card).map(([name, result]) => [name, spoken(result)]))
  return { ...evaluation, places: Object.fromEntries(Object.entries(evaluation.places).map(([place, card]) => [place, one(card)])) }
}
