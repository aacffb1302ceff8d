import { placeAnswers, type LineAnswers, type Scope } from '../card/answers.js'
import type { LineContext } from '../card/context.js'
import type { LineEvaluation } from '../card/rolling-stations.js'
import { readingsOf } from '../runin/run-in.js'
import { format, unitOf, type UnitSystem } from '../units/quantities.js'
import { cardSection } from './card-section.js'
import type { Drawing } from './primitives.js'
import { runChart } from './run-chart.js'

/** What is drawn of a card: the section through each bearing or set, and the temperatures of its run. */

export interface CardDrawing {
  place: Scope
  of: 'section' | 'run'
  metric: Drawing
  inch: Drawing
}

/** Paper units of both. */
const SECTION = { width: 620, height: 250 }
const RUN = [620, 230] as const

/** Both drawings of one place; null where there is nothing to draw yet. */
function drawn(of: CardDrawing['of'], place: Scope, draw: (units: UnitSystem) => Drawing | null): CardDrawing[] {
  const [metric, inch] = [draw('metric'), draw('inch')]
  return metric && inch ? [{ place, of, metric, inch }] : []
}

/** The drawings of a card in both unit systems, place by place. Paper units. */
export function cardDrawings(evaluation: LineEvaluation, answers: LineAnswers, context: LineContext): CardDrawing[] {
  return evaluation.order
    .filter(({ place, lead }) => place === lead)
    .flatMap(({ place, lead }) => {
      const { runin, duty } = placeAnswers(answers, place, lead)
      const inHand = readingsOf(runin.readings, evaluation.places[place]!.runin.runNo ?? 1)
      const limits = { limitC: runin.limitC, ambientC: duty.ambientC ?? 20 }
      const run = (units: UnitSystem) =>
        inHand.length ? runChart(inHand, limits, ...RUN, (c) => `${format(c, 'temperature', units)} ${unitOf('temperature', units)}`) : null
      return [
        ...drawn('section', place, (units) => cardSection(evaluation, answers, context, place, units, SECTION)),
        ...drawn('run', place, run),
      ]
    })
}
