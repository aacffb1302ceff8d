import { askedOf, wordsOf } from '../words/say.js'
import { STATIONS } from '../procedure/rolling.js'
import type { CardEvaluation, LineEvaluation } from './evaluate.js'
import type { StationResult } from './station.js'

const spoken = <R extends StationResult>(result: R): R => ({
  ...result,
  cautions: result.cautions.map((c) => ({ ...c, message: wordsOf(c) })),
  questions: result.questions.map((q) => ({ ...q, ...askedOf(q) })),
})

/** A card with the sentence beside every caution and question: what leaves, and what is kept when it is closed, reads so for good. */
export function worded({ order, places, lineDuty }: LineEvaluation): LineEvaluation {
  const one = (card: CardEvaluation) => Object.fromEntries(STATIONS.map((s) => [s, spoken(card[s])])) as unknown as CardEvaluation
  return {
    order,
    places: Object.fromEntries(Object.entries(places).map(([place, card]) => [place, one(card)])),
    ...(lineDuty && { lineDuty }),
  }
}
