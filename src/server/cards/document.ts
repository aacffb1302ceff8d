import { FINISHED_VERSION, finishedCard, type FinishedCard } from '../../contract/finished.js'
import type { Evaluated } from '../../core/card/evaluated.js'
import { linePlan } from '../../core/card/procedures.js'
import { rollingOf } from '../../core/card/rolling-stations.js'
import { stepStates } from '../../core/card/signing.js'
import { worded } from '../../core/card/worded.js'
import { cardDrawings } from '../../core/drawing/card-drawings.js'
import { CORE_VERSION } from '../../core/version.js'
import { keptAnswer, records, stepView, type Card } from './card.js'
import { aboutOf } from './read-document.js'
import type { StepRow } from './step-store.js'

/** A card that is closed, written as a document of its own. */

/**
 * All that a card says now.
 * @throws ZodError where something of it does not fit the document
 */
export function documentOf(card: Card, evaluation: Evaluated, steps: readonly StepRow[]): FinishedCard {
  const { job, record, context, answers, rows } = card
  const rolling = rollingOf(evaluation)
  const document: FinishedCard = {
    ...{ version: FINISHED_VERSION, coreVersion: CORE_VERSION, procedure: job.line.procedure, line: record.line, context },
    about: aboutOf(job.line, record.plantName),
    evaluation: worded(evaluation) as FinishedCard['evaluation'],
    plan: linePlan(evaluation),
    states: stepStates(evaluation, records(steps)),
    steps: steps.map(stepView),
    answers: Object.fromEntries(rows.map((a) => [a.key, keptAnswer(a)])),
    drawings: rolling ? cardDrawings(rolling, answers, context) : [],
  }
  // As it will be read: what JSON does not keep is gone before it is looked at.
  return finishedCard.parse(JSON.parse(JSON.stringify(document)))
}
