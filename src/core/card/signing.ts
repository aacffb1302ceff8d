import { figuresOf, restsOn, resultScope, type LineEvaluation } from './evaluate.js'
import { LINE, keyOf, positionOf, type Key, type Scope } from './answers.js'
import type { Station } from './work-line.js'
import { fieldState, type PlanStep } from './mounting-plan.js'

/** What is recorded of a step. */
export interface StepRecord {
  values: Readonly<Record<string, unknown>>
  /** The figures under the signature as they were shown; null when it is not signed. */
  restedOn: Readonly<Record<string, string>> | null
  accepted: boolean
}

export const BLANK_STEP: StepRecord = { values: {}, restedOn: null, accepted: false }

/** A step of the whole card. Its key carries where it is done, `p1.1/press`; what it rests on are full keys. */
export interface LineStep extends PlanStep {
  scope: Scope
  /** A place at which it is shown, and the station there. */
  place: Scope
  station: Station
}

/** The key of a step within its plan: `press` of `p1.1/press`. */
export const stepName = (key: Key): string => key.slice(key.indexOf('/') + 1)

/** Steps that are done once for the whole machine: before anything, and after everything. */
const FIRST: readonly string[] = ['isolate']
const LAST: readonly string[] = ['wake', 'guards', 'hot', 'release']

/**
 * Every step of the card. Isolation comes first and once, then the places side by side, each position with its grease behind
 * them; guards and release come last and once, and rest on every position.
 */
export function linePlan(evaluation: LineEvaluation): LineStep[] {
  const { order, places } = evaluation
  const put = (step: PlanStep, scope: Scope, at: (typeof order)[number], station: Station): LineStep => ({
    ...step,
    station,
    key: `${scope}/${step.key}`,
    scope,
    place: at.place,
    restsOn: step.restsOn.map((key) => {
      const [station, name] = key.split('.') as [Station, string]
      return keyOf(resultScope(station, at.place, at.lead), station, name)
    }),
  })
  const leads = order.filter((o) => o.place === o.lead)
  const positions = [...new Set(order.map((o) => positionOf(o.place)))]
  const first = leads
    .flatMap((o) => places[o.place]!.mount.plan.filter((s) => FIRST.includes(s.key)).map((s) => put(s, LINE, o, 'mount')))
    .slice(0, 1)
  const middle = positions.flatMap((position) => {
    const here = leads.filter((o) => positionOf(o.place) === position)
    const mounting = here.flatMap((o) =>
      places[o.place]!.mount.plan.filter((s) => !FIRST.includes(s.key)).map((s) => put(s, o.place, o, 'mount')),
    )
    const any = order.find((o) => positionOf(o.place) === position)!
    return [...mounting, ...places[any.place]!.lubricate.plan.map((s) => put(s, position, any, 'lubricate'))]
  })
  const lasts = positions.flatMap((position) => {
    const any = order.find((o) => positionOf(o.place) === position)!
    return places[any.place]!.runin.plan.map((s) => put(s, LINE, any, 'runin'))
  })
  const last = LAST.flatMap((name) => {
    const same = lasts.filter((s) => stepName(s.key) === name)
    // Not before every position of the card has a plan of its own.
    if (same.length < positions.length) return []
    const holds = [...new Set(same.flatMap((s) => s.hold ?? []))]
    return [{ ...same[0]!, restsOn: [...new Set(same.flatMap((s) => s.restsOn))], hold: holds.length ? holds.join(' ') : undefined }]
  })
  return [...first, ...middle, ...last]
}

export interface StepState {
  key: Key
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
 * accepted, and every step that must be done before it is signed and still holds: those of the machine before all, those of
 * one position after each other, positions side by side, the last ones after all.
 */
export function stepStates(evaluation: LineEvaluation, records: ReadonlyMap<string, StepRecord>): StepState[] {
  const figures = figuresOf(evaluation)
  const waiting = new Map<string, string>()
  return linePlan(evaluation).map((step) => {
    const record = records.get(step.key) ?? BLANK_STEP
    const fields = Object.fromEntries(step.fields.map((f) => [f.key, fieldState(f, record.values[f.key], record.values)]))
    const outside = record.accepted ? [] : step.fields.filter((f) => fields[f.key] === 'outside').map((f) => f.label)
    const missing = step.fields.filter((f) => fields[f.key] === 'missing').map((f) => f.label)
    const signed = record.restedOn !== null
    const now = restsOn(figures, step.restsOn)
    const movedUnder = signed
      ? Object.keys(now)
          .filter((key) => now[key] !== record.restedOn![key])
          .map((key) => figures.get(key)?.label ?? key)
      : []
    const holds = signed && movedUnder.length === 0 && outside.length === 0 && missing.length === 0
    const lane = step.scope === LINE ? LINE : positionOf(step.scope)
    const last = LAST.includes(stepName(step.key))
    const waitingFor = waiting.get(LINE) ?? (last ? [...waiting.values()][0] : waiting.get(lane)) ?? null
    const unlike = outside.filter((label) => step.fields.some((f) => f.label === label && f.expects))
    const beyond = outside.filter((label) => !unlike.includes(label))
    const blocked = signed && holds ? 'Already signed.' : (waitingFor ?? whyNot(missing, beyond, unlike) ?? step.hold ?? null)
    if (!holds && !waiting.has(lane))
      waiting.set(lane, signed ? `"${step.title}" no longer holds and must be signed again first.` : `"${step.title}" comes first.`)
    return { key: step.key, fields, outside, signed, movedUnder, holds, blocked }
  })
}

function whyNot(missing: string[], outside: string[], unlike: string[]): string | null {
  if (missing.length) return `Fill in: ${missing.join(', ')}.`
  if (unlike.length && !outside.length) return `Not as expected: ${unlike.join(', ')}. A planner can accept it with a reason.`
  return outside.length ? `Outside tolerance: ${outside.join(', ')}. A planner can accept it with a reason.` : null
}

/** What a signature given now rests on. */
export function signature(evaluation: LineEvaluation, step: LineStep): Record<Key, string> {
  return restsOn(figuresOf(evaluation), step.restsOn)
}
