import { closesLast, planOf, type Situation } from '../../mounting/plan.js'
import { phaseOf, stepRow, type StepName } from '../../procedure/steps.js'
import type { PlanStep } from './plan-step.js'
import { BEFORE } from './before.js'
import { ONTO } from './onto.js'
import { materialsOf } from './materials.js'
import { SET } from './set.js'
import { number, words, type Make, type StepContext } from './step.js'

/** What every step of a plan says, asks and warns of; figures come from the stations. Source: engineering practice, see docs/methods.md. */

const MAKE: Readonly<Record<StepName, Make>> = { ...BEFORE, ...ONTO, ...SET }

/** When a step comes in a situation: rings behind the bearing in a closed housing, the cap over a pair once that is locked. */
function phaseIn(name: StepName, situation: Situation): number {
  if (name === 'rings' && situation.standsIn !== 'split') return phaseOf('house')
  return phaseOf(name === 'cap' && closesLast(situation) ? 'hub-cap' : name)
}

/** The ordered steps of a situation, from isolation to the first free turn; each with what it says and asks. Source: as `planOf`. */
export const planSteps = (context: StepContext): PlanStep[] =>
  planOf(context.situation).map((name) => {
    const materials = materialsOf(name, context)
    const phase = phaseIn(name, context.situation)
    return {
      key: stepRow(name).key ?? name,
      phase,
      ...MAKE[name](context),
      ...(materials !== null && { materials }),
      ...(stepRow(name).waitsForAll && { waitsForAll: true }),
    }
  })

/** Filling what no table lists: by the sheet, weighed, with the grease that was read. Source: engineering practice. */
export function sheetFill(): PlanStep {
  return {
    key: 'fill',
    title: 'Grease or oil it as the sheet says',
    doing: 'What and how much stands in the maker’s sheet or the machine’s manual. Weigh it.',
    tools: ['scale', 'clean spatula or oil can'],
    fields: [
      number('gramsG', 'Filled, by weighing', 'grams', { min: 0 }),
      words('greaseRead', 'Lubricant as read on the cartridge or can'),
    ],
    caution: 'Grease and solvent on skin: gloves.',
    restsOn: [],
  }
}
