import { LINE, positionOf, type Scope } from './answers.js'
import { stepRow } from '../procedure/steps.js'
import { stepName, type LineStep } from './line-step.js'
import type { StepState } from './signing.js'

const near = (a: Scope, b: Scope): boolean => a === b || (a !== LINE && b !== LINE && positionOf(a) === positionOf(b))

/** Whether what a caution warns of is done: the steps that it speaks of are in the plan, signed, and hold. Source: the table of steps. */
export function hasEnded(
  caution: { code: string; level: string; scope: Scope },
  plan: readonly LineStep[],
  states: readonly Pick<StepState, 'key' | 'holds'>[],
): boolean {
  if (caution.level === 'stop') return false
  const work = plan.filter((step) => stepRow(stepName(step.key)).ends?.includes(caution.code) && near(step.scope, caution.scope))
  return work.length > 0 && work.every((step) => states.some((s) => s.key === step.key && s.holds))
}

/** Whether all that a plan asks for at a place, its position or the whole line is signed and holds. Source: none. */
export function allSigned(scope: Scope, plan: readonly LineStep[], states: readonly Pick<StepState, 'key' | 'holds'>[]): boolean {
  const work = plan.filter((step) => scope === LINE || near(step.scope, scope))
  return work.length > 0 && work.every((step) => states.some((s) => s.key === step.key && s.holds))
}
