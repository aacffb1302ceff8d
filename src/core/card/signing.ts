import type { CardEvaluation } from './evaluate.js'
import { cardPlan, figuresOf, restsOn } from './evaluate.js'
import { fieldState, type PlanStep } from './plan.js'

/** What is recorded of a step. */
export interface StepRecord {
  values: Readonly<Record<string, unknown>>
  /** The figures under the signature as they were shown; null when it is not signed. */
  restedOn: Readonly<Record<string, string>> | null
  accepted: boolean
}

export const BLANK_STEP: StepRecord = { values: {}, restedOn: null, accepted: false }

export interface StepState {
  key: string
  fields: Record<string, 'missing' | 'good' | 'outside'>
  /** Fields outside their tolerance that nobody has accepted. */
  outside: string[]
  signed: boolean
  /** Labels of figures that moved after the signature. */
  movedUnder: string[]
  holds: boolean
  /** Why it cannot be signed now, in a sentence; null when it can. */
  blocked: string | null
}

/**
 * State of every step of the plan in order. A step can be signed when its fields are filled and within tolerance or
 * accepted, and every step before it is signed and still holds.
 */
export function stepStates(evaluation: CardEvaluation, records: ReadonlyMap<string, StepRecord>): StepState[] {
  const figures = figuresOf(evaluation)
  let waitingFor: string | null = null
  return cardPlan(evaluation).map((step) => {
    const record = records.get(step.key) ?? BLANK_STEP
    const fields = Object.fromEntries(step.fields.map((f) => [f.key, fieldState(f, record.values[f.key])]))
    const outside = record.accepted ? [] : step.fields.filter((f) => fields[f.key] === 'outside').map((f) => f.label)
    const missing = step.fields.filter((f) => fields[f.key] === 'missing').map((f) => f.label)
    const signed = record.restedOn !== null
    const now = restsOn(evaluation, step.restsOn)
    const movedUnder = signed
      ? Object.keys(now)
          .filter((key) => now[key] !== record.restedOn![key])
          .map((key) => figures.get(key)?.label ?? key)
      : []
    const holds = signed && movedUnder.length === 0 && outside.length === 0 && missing.length === 0
    const blocked = signed && holds ? 'Already signed.' : (waitingFor ?? whyNot(missing, outside) ?? step.hold ?? null)
    if (!holds) waitingFor ??= signed ? `"${step.title}" no longer holds and must be signed again first.` : `"${step.title}" comes first.`
    return { key: step.key, fields, outside, signed, movedUnder, holds, blocked }
  })
}

function whyNot(missing: string[], outside: string[]): string | null {
  if (missing.length) return `Fill in: ${missing.join(', ')}.`
  return outside.length ? `Outside tolerance: ${outside.join(', ')}. A planner can accept it with a reason.` : null
}

/** What a signature given now rests on. */
export function signature(evaluation: CardEvaluation, step: PlanStep): Record<string, string> {
  return restsOn(evaluation, step.restsOn)
}
