import { phrase, type Words } from '../words/message.js'
import type { Evaluated } from './evaluated.js'
import { figuresOf, restsOn } from './results.js'
import { stepName, type LineStep } from './line-step.js'
import { linePlan } from './procedures.js'
import { LINE, type Key } from './answers.js'
import { meanOfRowsUm } from '../mounting/drive-progress.js'
import { stepRow } from '../procedure/steps.js'
import { fieldState, type PlanStep } from './steps/plan-step.js'

/** What is recorded of a step. */
export interface StepRecord {
  values: Readonly<Record<string, unknown>>
  /** The figures under the signature as they were shown; null when it is not signed. */
  restedOn: Readonly<Record<string, string>> | null
  accepted: boolean
  /** When it was signed, which tells one signature from the next; null when it is not, left out where nobody keeps it. */
  signedAt?: string | null
}

export const BLANK_STEP: StepRecord = { values: {}, restedOn: null, accepted: false, signedAt: null }

/** Steps that are done once for the whole machine, after everything. */
const isLast = (key: Key): boolean => stepRow(stepName(key)).machine === 'last'
/** A signature that says "no hands are in it any more". */
const seals = (step: LineStep): boolean => stepRow(stepName(step.key)).seals === true
/** What such a signature rests on besides figures: that of another step. */
const stepKey = (key: Key): string => `step:${key}`

export interface StepState {
  key: Key
  fields: Record<string, 'missing' | 'good' | 'outside'>
  /** Fields outside their tolerance that nobody has accepted. */
  outside: Words[]
  signed: boolean
  /** Labels of figures that moved after the signature. */
  movedUnder: Words[]
  /** Titles of steps before it that were added, reopened or signed again since; not there in older closed cards. */
  reopened?: Words[]
  holds: boolean
  /** Why it cannot be signed now, in a sentence; null when it can. */
  blocked: Words | null
}

/**
 * What Fit asks too and a step has read: the mean of its rows, by the answer of Fit, µm; null where it was taken back. Only what the entry
 * `touched` counts: a tick at the same step takes nothing back. Source: none.
 */
export function readForFit(
  { fields }: PlanStep,
  values: Readonly<Record<string, unknown>>,
  touched: readonly string[],
): Readonly<Record<string, number | null>> {
  const names = new Set(fields.flatMap((f) => (f.same && touched.includes(f.key) ? [f.same] : [])))
  const rowsOf = (name: string) => fields.flatMap((f) => (f.same === name && typeof values[f.key] === 'number' ? [values[f.key]] : []))
  return Object.fromEntries([...names].map((name) => [name, meanOfRowsUm(rowsOf(name)[0], rowsOf(name)[1])]))
}

/** Why a signature no longer holds, in a sentence. Source: none, it names what moved. */
export function staleWords({ movedUnder, reopened = [] }: StepState): Words {
  if (movedUnder.length) return phrase`No longer holds: ${movedUnder} moved after signing.`
  return phrase`No longer holds: ${reopened.map((title) => phrase`"${title}"`)} was added, reopened or signed again since. Lock it, do that, and sign this again.`
}

/** Steps under a seal that do not hold, or were signed after it; of a seal of before only what does not hold. */
function reopenedUnder(
  before: readonly { step: LineStep; holds: boolean; signedAt: string | null }[],
  rested: Readonly<Record<string, string>>,
): Words[] {
  const keeps = Object.keys(rested).some((key) => key.startsWith('step:'))
  return before.filter((b) => !b.holds || (keeps && rested[stepKey(b.step.key)] !== (b.signedAt ?? ''))).map((b) => b.step.title)
}

/**
 * State of every step of the plan in order. A step can be signed when its fields are filled and within tolerance or accepted, and every step
 * that must be done before it is signed and still holds: those of the machine before all, those of one lane after each other, lanes side by
 * side, the last ones after all. A lock-off and the release hold only while every step before them does, as it was signed then.
 */
export function stepStates(evaluation: Evaluated, records: ReadonlyMap<string, StepRecord>): StepState[] {
  const figures = figuresOf(evaluation)
  const waiting = new Map<string, Words>()
  const before: { step: LineStep; holds: boolean; signedAt: string | null }[] = []
  return linePlan(evaluation).map((step) => {
    const record = records.get(step.key) ?? BLANK_STEP
    const { values } = record
    const fields = Object.fromEntries(step.fields.map((f) => [f.key, fieldState(f, values[f.key], values)]))
    const out = record.accepted ? [] : step.fields.filter((f) => fields[f.key] === 'outside')
    const outside = out.map((f) => f.label)
    const missing = step.fields.filter((f) => fields[f.key] === 'missing').map((f) => f.label)
    const signed = record.restedOn !== null
    const now = restsOn(figures, step.restsOn)
    const movedUnder = signed
      ? Object.keys(now)
          .filter((key) => now[key] !== record.restedOn![key])
          .map((key) => figures.get(key)?.label ?? key)
      : []
    const reopened = signed && seals(step) ? reopenedUnder(before, record.restedOn!) : []
    const holds = signed && movedUnder.length === 0 && reopened.length === 0 && outside.length === 0 && missing.length === 0
    const last = isLast(step.key) || step.waitsForAll
    const waitingFor = waiting.get(LINE) ?? (last ? [...waiting.values()][0] : waiting.get(step.lane)) ?? null
    const unlike = out.filter((f) => f.expects).map((f) => f.label)
    const beyond = out.filter((f) => !f.expects).map((f) => f.label)
    const blocked = signed && holds ? 'Already signed.' : (waitingFor ?? whyNot(missing, beyond, unlike) ?? step.hold ?? null)
    if (!holds && !waiting.has(step.lane))
      waiting.set(
        step.lane,
        signed ? phrase`"${step.title}" no longer holds and must be signed again first.` : phrase`"${step.title}" comes first.`,
      )
    before.push({ step, holds, signedAt: record.signedAt ?? null })
    return { key: step.key, fields, outside, signed, movedUnder, reopened, holds, blocked }
  })
}

function whyNot(missing: Words[], outside: Words[], unlike: Words[]): Words | null {
  if (missing.length) return phrase`Fill in: ${missing}.`
  if (unlike.length && !outside.length) return phrase`Not as expected: ${unlike}. A planner can accept it with a reason.`
  return outside.length ? phrase`Outside tolerance: ${outside}. A planner can accept it with a reason.` : null
}

/** The figures on which a signature of a step is given, as they are shown. Source: none, it gathers them. */
export const figuresUnder = (evaluation: Evaluated, step: LineStep): Record<Key, string> => restsOn(figuresOf(evaluation), step.restsOn)

/** What a signature given now rests on: figures, and for a lock-off and the release the signatures of every step before it. */
export function signature(
  evaluation: Evaluated,
  step: LineStep,
  records: ReadonlyMap<string, StepRecord> = new Map(),
): Record<Key, string> {
  const figures = figuresUnder(evaluation, step)
  if (!seals(step)) return figures
  const plan = linePlan(evaluation)
  const before = plan.slice(
    0,
    plan.findIndex((s) => s.key === step.key),
  )
  return { ...figures, ...Object.fromEntries(before.map((s) => [stepKey(s.key), records.get(s.key)?.signedAt ?? ''])) }
}
