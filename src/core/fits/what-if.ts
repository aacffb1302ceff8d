import { InputError } from '../result.js'
import { amount, type Message } from '../words/message.js'
import { CLEARANCE_GROUPS, type ClearanceGroup } from '../bearing/clearance.js'
import { operatingClearance, type OperatingClearanceInput } from './operating-clearance.js'
import { shaftClassesByGrip } from './creep.js'

/** What one step more or less does to the clearance that is left. */

export interface WhatIfRow {
  /** What is different. */
  step: Message
  p025Um: number
  p975Um: number
  shareBelowZero: number
}

/** So much warmer, K, the inner ring is taken for what heat does. */
export const WARMER_K = 10

/**
 * Clearance left hot, µm, as it is and after one step: the next group up and down, the inner ring 10 K warmer, one shaft class tighter
 * and looser. A step that the tables do not hold is left out. Sources and range: as `operatingClearance`.
 */
export function whatIf(input: OperatingClearanceInput & { group: ClearanceGroup }): WhatIfRow[] {
  const at = CLEARANCE_GROUPS.indexOf(input.group)
  const now = input.shaft.toleranceClass
  const classes = shaftClassesByGrip(input.boreMm).map((c) => c.toleranceClass)
  const beside = (step: 1 | -1) => (now ? classes[classes.indexOf(now) + step] : undefined)
  const seated = (toleranceClass: string | undefined) =>
    toleranceClass === undefined ? undefined : { shaft: { toleranceClass, material: input.shaft.material } }
  const [up, down] = [CLEARANCE_GROUPS[at + 1], CLEARANCE_GROUPS[at - 1]]
  const steps: [Message, Partial<OperatingClearanceInput> | undefined][] = [
    [{ code: 'if-as-it-is' }, {}],
    [{ code: 'if-group-up', params: { of: up ?? '' } }, up && { group: up }],
    [{ code: 'if-group-down', params: { of: down ?? '' } }, down && { group: down }],
    [{ code: 'if-warmer', params: { by: amount(WARMER_K, 'rise') } }, { innerRingC: input.innerRingC + WARMER_K }],
    [{ code: 'if-tighter', params: { of: beside(1) ?? '' } }, seated(beside(1))],
    [{ code: 'if-looser', params: { of: beside(-1) ?? '' } }, seated(beside(-1))],
  ]
  return steps.flatMap(([step, change]) => {
    if (!change) return []
    try {
      const { p025Um, p975Um, shareBelowZero } = operatingClearance({ ...input, ...change }).values
      return [{ step, p025Um, p975Um, shareBelowZero }]
    } catch (error) {
      if (error instanceof InputError) return []
      throw error
    }
  })
}
