import { FIRST_PROCEDURE, type ProcedureName } from '../procedure/procedures.js'
import type { LineAnswers } from './answers.js'
import type { LineContext } from './context.js'
import { evaluateLine } from './evaluate.js'
import type { Evaluated, StationResults } from './evaluated.js'
import type { LineStep } from './line-step.js'
import { rollingPlan } from './rolling-plan.js'
import type { LineEvaluation } from './rolling-stations.js'

/** How a card of a procedure is worked out, and what there is to do. */
export interface CardProcedure<Of extends Evaluated<StationResults> = Evaluated> {
  /** Every station from what was entered. Pure: the same answers give the same card. */
  evaluate: (answers: LineAnswers, context: LineContext) => Of
  /** Its steps in their order. */
  plan: (evaluation: Of) => LineStep[]
}

const rolling: CardProcedure<LineEvaluation> = { evaluate: evaluateLine, plan: rollingPlan }

/** By name, one line each; the stations of each are listed in `procedure/procedures.ts`. */
export const CARD_PROCEDURES: Record<string, CardProcedure> = { rolling: rolling as unknown as CardProcedure }

const byName = (name: string): CardProcedure => {
  const found = CARD_PROCEDURES[name]
  if (!found) throw new RangeError(`no procedure is called ${name}`)
  return found
}

/**
 * A card as its procedure works it out.
 * @throws RangeError for a procedure that there is not
 */
export const evaluateCard = (procedure: ProcedureName, answers: LineAnswers, context: LineContext): Evaluated => ({
  ...byName(procedure.name).evaluate(answers, context),
  procedure,
})

/** Every step of a card in its order; none that a figure of it is missing for. Source: as its procedure says. */
export const linePlan = (evaluation: Evaluated): LineStep[] => byName((evaluation.procedure ?? FIRST_PROCEDURE).name).plan(evaluation)
