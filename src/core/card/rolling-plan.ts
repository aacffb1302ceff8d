import { eachOnce, joined } from '../words/message.js'
import { phaseOf, stepRow, stepsThat } from '../procedure/steps.js'
import { LINE, positionOf, type Scope } from './answers.js'
import { putStep, stepName, type LineStep } from './line-step.js'
import type { LineEvaluation } from './rolling-stations.js'
import type { PlanStep } from './steps/plan-step.js'

/** Steps that are done once for the whole machine: before anything, and after everything. */
const isFirst = (step: PlanStep): boolean => stepRow(step.key).machine === 'first'
const LAST = stepsThat((row) => row.machine === 'last')
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
export function rollingPlan(evaluation: LineEvaluation): LineStep[] {
  const { order, places } = evaluation
  const leads = order.filter((o) => o.place === o.lead)
  const positions = [...new Set(order.map((o) => positionOf(o.place)))]
  const at = (position: Scope) => order.find((o) => positionOf(o.place) === position)!
  const hub = leads.filter((o) => places[o.place]!.mount.hub).map((o) => positionOf(o.place))
  const laneOf = (position: Scope) => (hub.includes(position) ? hub[0]! : position)
  const first = leads.flatMap((o) => places[o.place]!.mount.plan.filter(isFirst).map((s) => putStep(s, LINE, o, 'mount', LINE))).slice(0, 1)
  const shared = (name: string) =>
    positions
      .flatMap((p) =>
        places[at(p).place]!.lubricate.plan.filter((s) => s.shared && s.key === name).map((s) =>
          putStep(s, LINE, at(p), 'lubricate', LINE),
        ),
      )
      .slice(0, 1)
  const ofPosition = (position: Scope): LineStep[] => {
    const lane = laneOf(position)
    const mounting = leads
      .filter((o) => positionOf(o.place) === position)
      .flatMap((o) => places[o.place]!.mount.plan.filter((s) => !isFirst(s)).map((s) => putStep(s, o.place, o, 'mount', lane)))
    // Nothing is packed where nothing goes on yet.
    if (!mounting.length) return []
    const lubricating = places[at(position).place]!.lubricate.plan.filter((s) => !s.shared).map((s) =>
      putStep(s, position, at(position), 'lubricate', lane),
    )
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
        putStep(s, s.key === 'level' && !s.shared ? position : LINE, at(position), 'runin', LINE),
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
