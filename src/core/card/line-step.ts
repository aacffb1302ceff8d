import { keyOf, type Key, type Scope } from './answers.js'
import type { Evaluated } from './evaluated.js'
import { resultScope } from './results.js'
import type { PlanStep } from './steps/plan-step.js'

/** A step of the whole card. Its key carries where it is done, `p1.1/press`; what it rests on are full keys. */
export interface LineStep extends PlanStep {
  scope: Scope
  /** Whose steps it comes among, one after the other; lanes go on side by side. */
  lane: Scope
  /** A place at which it is shown, and the station there. */
  place: Scope
  station: string
}

/** The key of a step within its plan: `press` of `p1.1/press`. */
export const stepName = (key: Key): string => key.slice(key.indexOf('/') + 1)

/** A step that a station brings as one of the whole card: where it is done, and what it rests on there. */
export const putStep = (step: PlanStep, scope: Scope, at: Evaluated['order'][number], station: string, lane: Scope): LineStep => ({
  ...step,
  station,
  key: `${scope}/${step.key}`,
  ...{ scope, lane },
  place: at.place,
  restsOn: step.restsOn.map((key) => {
    const [station, name] = key.split('.') as [string, string]
    return keyOf(resultScope(station, at.place, at.lead), station, name)
  }),
})
