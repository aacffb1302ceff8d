import type { StepView } from '../../../contract/card-parts.js'
import type { FinishedCard } from '../../../contract/finished.js'
import type { FirstDocument } from './first-document.js'
import type { ShaftLineView } from '../../../contract/lines.js'
import type { LineAnswers } from '../../../core/card/answers.js'
import type { LineContext } from '../../../core/card/context.js'
import { evaluateLine } from '../../../core/card/evaluate.js'
import { linePlan } from '../../../core/card/procedures.js'
import { asShown, figuresOf } from '../../../core/card/results.js'
import type { LineEvaluation } from '../../../core/card/rolling-stations.js'
import type { StepState } from '../../../core/card/signing.js'
import type { Figure } from '../../../core/card/station.js'
import { cardDrawings } from '../../../core/drawing/card-drawings.js'
import { FIRST_PROCEDURE } from '../../../core/procedure/procedures.js'

/** Closed cards that kept their evaluation and no plan, drawings or answers: all were of rolling bearings. */

export interface EvaluatedCard {
  version: 2
  coreVersion: string
  evaluation: LineEvaluation
  states: StepState[]
  steps: StepView[]
  line: ShaftLineView
  context: LineContext
}

/** Such a card as a document: its plan and its drawings follow from what it kept, by the order and the hand of today. */
export function fromEvaluated(card: EvaluatedCard, { about, answers, read }: Around): FirstDocument {
  const whole = withShaft(card, read)
  const { evaluation, context } = whole
  return {
    ...whole,
    ...{ version: 3, procedure: FIRST_PROCEDURE, about, answers },
    evaluation: evaluation as unknown as FinishedCard['evaluation'],
    plan: linePlan(evaluation),
    drawings: cardDrawings(evaluation, read, context),
  }
}

/** What stands beside such a card in the records: as it is called, and what was entered, as stored and as read. */
export interface Around {
  about: FinishedCard['about']
  answers: FirstDocument['answers']
  read: LineAnswers
}

/**
 * What sits on the shaft was not kept with a finished card before. It comes back where the loads that follow from it today are those with
 * which the card was closed; else, or where its answers can no longer be computed, the card stays without it.
 */
function withShaft(card: EvaluatedCard, answers: LineAnswers): EvaluatedCard {
  const { evaluation, context } = card
  if (evaluation.lineDuty) return card
  const now = evaluatedAgain(answers, context)
  const was = figuresOf(evaluation)
  const alike = (key: string, figure: Figure) => !was.has(key) || asShown(was.get(key)!) === asShown(figure)
  const same = now && [...figuresOf(now)].every(([key, f]) => !f.key.startsWith('duty.') || alike(key, f))
  return same ? { ...card, evaluation: { ...evaluation, lineDuty: now.lineDuty } } : card
}

function evaluatedAgain(answers: LineAnswers, context: LineContext): LineEvaluation | null {
  try {
    return evaluateLine(answers, context)
  } catch {
    return null
  }
}
