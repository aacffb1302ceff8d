import { BY_HAND_KG } from '../mounting/handling.js'
import { sleeveNut, lockNut, type LockNut } from '../parts/nuts.js'
import { locatingRingName } from '../parts/parts.js'
import { amount, eachOnce, keyOfWords, nominal, phrase, type Words } from '../words/message.js'
import type { LineContext } from './context.js'
import { standingAt } from './context.js'
import type { LineEvaluation } from './evaluate.js'
import { markedName } from './steps/plan-step.js'
import { linePlan } from './procedures.js'
import { stepName, type LineStep } from './line-step.js'
import { stepRow } from '../procedure/steps.js'
import type { StepContext } from './steps/step.js'

/** What somebody takes along before the shaft is out: parts, tools with their settings, what is lifted, what to be careful of. */

export interface BringList {
  parts: Words[]
  tools: Words[]
  /** What is used up. */
  materials: Words[]
  /** What has to be set, as the steps say it. */
  settings: Words[]
  lifts: Words[]
  cautions: Words[]
}

/** What nobody forgets to bring. */
const NO_TOOL: readonly Words[] = ['hand', 'hands', 'own judgement']

/** Each part once, with how often it is wanted. */
const counted = (all: readonly Words[]) =>
  eachOnce(all).map((part) => {
    const times = all.filter((other) => keyOfWords(other) === keyOfWords(part)).length
    return times > 1 ? phrase`${times} × ${part}` : part
  })

/** A nut with its washer and thread. */
function nutWords(nut: LockNut | null): string {
  if (!nut) return 'lock nut and washer of the thread on the shaft'
  const [lock, thread] = nut.series.startsWith('HM') ? ['clip', 'Tr'] : ['washer', 'M']
  return `lock nut ${nut.nut} with ${lock} ${nut.lock}, ${thread}${nut.threadMm} × ${nut.pitchMm}`
}

/** Locating rings of the block that its sizes ask for. */
function ringWords(block: StepContext['block']): string {
  if (!block?.rings) return 'locating rings of the width of this housing'
  const { count, outsideMm, widthMm } = block.rings
  return `${count} × ${locatingRingName(outsideMm, widthMm).toLowerCase()}, for block ${block.name}`
}

/** What goes in at one place of the card. */
function partsOf({ places }: LineEvaluation, context: Pick<LineContext, 'positions'>, place: string): Words[] {
  const { identify, fit, mount, lubricate } = places[place]!
  const { row, typedDesignation } = identify
  const { count } = standingAt(context, place)
  const many = count > 1 ? `${count} × ` : ''
  const steps = mount.plan.map((s) => s.key)
  const name = row ? markedName(row, fit.hold === 'none' ? null : fit.group) : typedDesignation || null
  const fill = lubricate.figures.find((f) => f.key === 'lubricate.firstFillG')?.value
  return [
    ...(name ? [`${many}${name}`] : []),
    ...(fit.sleeve && row
      ? [
          phrase`adapter sleeve ${fit.sleeve} for a shaft of ${nominal(fit.shaft?.sizeMm ?? 0)}, ${nutWords(sleeveNut(fit.sleeve, row.boreMm))}`,
        ]
      : []),
    ...(steps.includes('nut') && row ? [`${nutWords(lockNut(row.boreMm))}: read the thread on the shaft first`] : []),
    ...(steps.includes('end-plate') ? ['end plate with its bolts and locking plate'] : []),
    ...(steps.includes('snap-ring') && row ? [phrase`snap ring for a shaft of ${nominal(row.boreMm)}`] : []),
    ...(steps.includes('rings') ? [ringWords(mount.block ?? null)] : []),
    ...(steps.includes('cap') && mount.block
      ? [`seals for its shaft, and the cap of its own base: by its sizes block ${mount.block.name}`]
      : []),
    ...(lubricate.grease ? [phrase`${lubricate.grease.name}${typeof fill === 'number' ? phrase`, ${amount(fill, 'grams')}` : ''}`] : []),
  ]
}

/** A block that nobody lifts alone; the bearing comes on top of it. */
function blockLifted(block: StepContext['block']): Words[] {
  return block?.massKg != null && block.massKg > BY_HAND_KG
    ? [phrase`block ${block.name} with its cap, about ${amount(block.massKg, 'mass', 0)} by its sizes`]
    : []
}

/** Everything to take along for the steps of a card, each once. Source: the steps and their figures. */
export function bringList(
  evaluation: LineEvaluation,
  context: Pick<LineContext, 'positions'>,
  plan: readonly LineStep[] = linePlan(evaluation),
): BringList {
  const leads = evaluation.order.filter((o) => o.place === o.lead)
  const rows = leads.flatMap(({ place }) => evaluation.places[place]!.identify.row ?? [])
  return {
    parts: counted(leads.flatMap(({ place }) => partsOf(evaluation, context, place))),
    tools: eachOnce(plan.flatMap((s) => s.tools.filter((t) => !NO_TOOL.includes(t)))),
    materials: eachOnce(plan.flatMap((s) => s.materials ?? [])),
    settings: eachOnce(plan.filter((s) => stepRow(stepName(s.key)).sets).map((s) => s.title)),
    lifts: eachOnce([
      ...rows.filter((r) => r.massKg > BY_HAND_KG).map((r) => phrase`${r.designation}, ${amount(r.massKg, 'mass', 0)}`),
      ...leads.flatMap(({ place }) => blockLifted(evaluation.places[place]!.mount.block ?? null)),
    ]),
    cautions: eachOnce(plan.flatMap((s) => s.caution ?? [])),
  }
}
