import type { AnswerView, KeptAnswer } from '../../../contract/card-parts.js'
import { FINISHED_VERSION, type FinishedCard } from '../../../contract/finished.js'
import { partsOf } from '../../../core/card/answers.js'
import { fieldOf, shapeOf } from '../../../core/card/fields.js'

/** The first documents: they kept what was entered without the shape that its field had. */

export interface FirstDocument extends Omit<FinishedCard, 'version' | 'answers'> {
  version: 3
  answers: Record<string, AnswerView>
}

/** Such a document with what was entered as its rows say it, which knew their shape; they are led forward already. */
export function fromFirstDocument(card: FirstDocument, rows: FirstDocument['answers']): FinishedCard {
  const answers = { ...card.answers, ...rows }
  const kept = Object.entries(answers).map(([key, answer]): [string, KeptAnswer] => {
    const parts = partsOf(key)
    const field = parts && fieldOf(parts.station, parts.name)
    return [key, { ...answer, shape: field ? shapeOf(field) : 1 }]
  })
  return { ...card, version: FINISHED_VERSION, answers: Object.fromEntries(kept) }
}
