import { LINE, positionOf, type Scope } from './answers.js'
import { stepName, type LineStep, type StepState } from './signing.js'

/**
 * Cautions that speak of one piece of work, with the steps that are that work: once these are signed and hold, the caution has done its
 * duty. One row a caution. Engineering practice.
 */
const ENDS_WITH: Readonly<Record<string, readonly string[]>> = {
  'greases-must-not-mix': ['clean-out'],
  'handled-dropped': ['suspect'],
  'handled-struck': ['suspect'],
  'handled-wet': ['suspect'],
  sweats: ['unpack'],
  'press-shield': ['press', 'press-both'],
  'hot-ring': ['push'],
  'little-room': ['push'],
  'rings-apart': ['push'],
  'rings-squeeze': ['push'],
  'sealed-heat': ['push'],
  'heater-over-limit': ['push'],
  shine: ['push'],
  'hot-housing': ['outer-in', 'house'],
  'housing-hot': ['outer-in', 'house'],
  'cold-bearing': ['slip'],
  'taper-hydraulic': ['drive'],
  'taper-oil': ['drive'],
  asphyxiation: ['slip'],
  frost: ['slip'],
}

const near = (a: Scope, b: Scope): boolean => a === b || (a !== LINE && b !== LINE && positionOf(a) === positionOf(b))

/** Whether what a caution warns of is done: the steps that it speaks of are in the plan, signed, and hold. Source: the table above. */
export function hasEnded(
  caution: { code: string; level: string; scope: Scope },
  plan: readonly LineStep[],
  states: readonly Pick<StepState, 'key' | 'holds'>[],
): boolean {
  const names = ENDS_WITH[caution.code]
  if (!names || caution.level === 'stop') return false
  const work = plan.filter((step) => names.includes(stepName(step.key)) && near(step.scope, caution.scope))
  return work.length > 0 && work.every((step) => states.some((s) => s.key === step.key && s.holds))
}

/** Whether all that a plan asks for at a place, its position or the whole line is signed and holds. Source: none. */
export function allSigned(scope: Scope, plan: readonly LineStep[], states: readonly Pick<StepState, 'key' | 'holds'>[]): boolean {
  const work = plan.filter((step) => scope === LINE || near(step.scope, scope))
  return work.length > 0 && work.every((step) => states.some((s) => s.key === step.key && s.holds))
}
