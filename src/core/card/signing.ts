import { eachOnce, joined, phrase, type Words } from '../words/message.js'
import type { LineEvaluation } from './evaluate.js'
import { figuresOf, restsOn, resultScope } from './results.js'
import { LINE, keyOf, positionOf, type Key, type Scope } from './answers.js'
import { meanOfRowsUm } from '../mounting/drive-progress.js'
import { phaseOf, stepRow, stepsThat } from '../procedure/steps.js'
import type { Station } from '../procedure/rolling.js'
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

/** A step of the whole card. Its key carries where it is done, `p1.1/press`; what it rests on are full keys. */
export interface LineStep extends PlanStep {
  scope: Scope
  /** Whose steps it comes among, one after the other; lanes go on side by side. */
  lane: Scope
  /** A place at which it is shown, and the station there. */
  place: Scope
  station: Station
}

/** The key of a step within its plan: `press` of `p1.1/press`. */
export const stepName = (key: Key): string => key.slice(key.indexOf('/') + 1)

/** Steps that are done once for the whole machine: before anything, and after everything. */
const isFirst = (step: PlanStep): boolean => stepRow(step.key).machine === 'first'
const LAST = stepsThat((row) => row.machine === 'last')
const isLast = (key: Key): boolean => stepRow(stepName(key)).machine === 'last'
/** A signature that says "no hands are in it any more". */
const seals = (step: LineStep): boolean => stepRow(stepName(step.key)).seals === true
/** What such a signature rests on besides figures: that of another step. */
const stepKey = (key: Key): string => `step:${key}`

type Order = LineEvaluation['order'][number]

/** Of several bearings in one housing what is done to the housing is done once. */
function onceEach(steps: readonly LineStep[]): LineStep[] {
  const names = steps.map((s) => stepName(s.key))
  return steps.filter((_, i) => {
    const name = names[i]!
    const { once } = stepRow(name)
    return !once || (once === 'first' ? names.indexOf(name) : names.lastIndexOf(name)) === i
  })
}

/**
 * Every step of the card. Isolation comes first and once, and what one oil room shares; then the positions side by side, each in the order in
 * which hands can do it: off, cleaned out, on, packed, closed, turned. The two of a hub are one lane from the nut inward and out again.
 * Guards and release come last and once, and rest on every position; hands that go in again after the run do so behind a lock of their own.
 */
export function linePlan(evaluation: LineEvaluation): LineStep[] {
  const { order, places } = evaluation
  const put = (step: PlanStep, scope: Scope, at: Order, station: Station, lane: Scope): LineStep => ({
    ...step,
    station,
    key: `${scope}/${step.key}`,
    ...{ scope, lane },
    place: at.place,
    restsOn: step.restsOn.map((key) => {
      const [station, name] = key.split('.') as [Station, string]
      return keyOf(resultScope(station, at.place, at.lead), station, name)
    }),
  })
  const leads = order.filter((o) => o.place === o.lead)
  const positions = [...new Set(order.map((o) => positionOf(o.place)))]
  const at = (position: Scope) => order.find((o) => positionOf(o.place) === position)!
  const hub = leads.filter((o) => places[o.place]!.mount.hub).map((o) => positionOf(o.place))
  const laneOf = (position: Scope) => (hub.includes(position) ? hub[0]! : position)
  const first = leads.flatMap((o) => places[o.place]!.mount.plan.filter(isFirst).map((s) => put(s, LINE, o, 'mount', LINE))).slice(0, 1)
  const shared = (name: string) =>
    positions
      .flatMap((p) =>
        places[at(p).place]!.lubricate.plan.filter((s) => s.shared && s.key === name).map((s) => put(s, LINE, at(p), 'lubricate', LINE)),
      )
      .slice(0, 1)
  const ofPosition = (position: Scope): LineStep[] => {
    const lane = laneOf(position)
    const mounting = leads
      .filter((o) => positionOf(o.place) === position)
      .flatMap((o) => places[o.place]!.mount.plan.filter((s) => !isFirst(s)).map((s) => put(s, o.place, o, 'mount', lane)))
    // Nothing is packed where nothing goes on yet.
    if (!mounting.length) return []
    const lubricating = places[at(position).place]!.lubricate.plan.filter((s) => !s.shared).map((s) => put(s, position, at(position), 'lubricate', lane)) // prettier-ignore
    return inPhases(onceEach(inPhases([...mounting, ...lubricating])))
  }
  const lanes = [...new Set(positions.map(laneOf))]
  const middle = lanes.flatMap((lane) => {
    const own = positions.filter((p) => laneOf(p) === lane)
    if (!hub.includes(lane)) return own.flatMap(ofPosition)
    // A hub comes apart from its nut inward.
    const outerFirst = own.flatMap(ofPosition).filter((s) => phase(s) <= OFF_PHASE)
    const from = (end: string) => outerFirst.filter((s) => places[s.place]!.mount.hub === end)
    return [...from('outer'), ...from('inner'), ...inPhases(own.flatMap(ofPosition).filter((s) => phase(s) > OFF_PHASE))]
  })
  return [...first, ...(middle.length ? shared('drain') : []), ...middle, ...(middle.length ? shared('oil-fill') : []), ...lastOf()]

  /** The last steps, once every position of the card has a plan of its own. */
  function lastOf(): LineStep[] {
    const lasts = positions.map((position) =>
      places[at(position).place]!.runin.plan.map((s) =>
        put(s, s.key === 'level' && !s.shared ? position : LINE, at(position), 'runin', LINE),
      ),
    )
    if (lasts.some((steps) => !steps.some((s) => stepName(s.key) === 'release'))) return []
    return LAST.flatMap((name) => {
      const same = lasts.flat().filter((s) => stepName(s.key) === name)
      return [...new Set(same.map((s) => s.key))].map((key) => {
        const alike = same.filter((s) => s.key === key)
        const holds = eachOnce(alike.flatMap((s) => s.hold ?? []))
        return { ...alike[0]!, restsOn: [...new Set(alike.flatMap((s) => s.restsOn))], hold: holds.length ? joined(holds) : undefined }
      })
    })
  }
}

const phase = (step: PlanStep): number => step.phase ?? phaseOf(stepName(step.key))
const OFF_PHASE = phaseOf('off')
/** In their phases, those of one phase as they stand. */
const inPhases = <S extends PlanStep>(steps: readonly S[]): S[] => [...steps].sort((a, b) => phase(a) - phase(b))

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
export function stepStates(evaluation: LineEvaluation, records: ReadonlyMap<string, StepRecord>): StepState[] {
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

/** What a signature given now rests on: figures, and for a lock-off and the release the signatures of every step before it. */
export function signature(
  evaluation: LineEvaluation,
  step: LineStep,
  records: ReadonlyMap<string, StepRecord> = new Map(),
): Record<Key, string> {
  const figures = restsOn(figuresOf(evaluation), step.restsOn)
  if (!seals(step)) return figures
  const plan = linePlan(evaluation)
  const before = plan.slice(
    0,
    plan.findIndex((s) => s.key === step.key),
  )
  return { ...figures, ...Object.fromEntries(before.map((s) => [stepKey(s.key), records.get(s.key)?.signedAt ?? ''])) }
}
