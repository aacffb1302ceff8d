import { STATIONS, type CardAnswers, type Station } from './answers.js'
import { decimalsOf, sensible, shown, typed } from '../units/quantities.js'
import type { CardContext, Figure, Question, StationCaution, StationResult } from './station.js'
import { arrangeStation, type ArrangeResult } from './stations/arrange.js'
import { dutyStation, type DutyResult } from './stations/duty.js'
import { fitStation, type FitStationResult } from './stations/fit.js'
import type { PlanStep } from './plan.js'
import { identifyStation, type IdentifyResult } from './stations/identify.js'
import { inspectStation, type InspectResult } from './stations/inspect.js'
import { lubricateStation, type LubricateResult } from './stations/lubricate.js'
import { mountStation, type MountResult } from './stations/mount.js'
import { runInStation, type RunInResult } from './stations/runin.js'
import { selectStation, type SelectResult } from './stations/select.js'

export interface CardEvaluation {
  identify: IdentifyResult
  duty: DutyResult
  select: SelectResult
  arrange: ArrangeResult
  fit: FitStationResult
  mount: MountResult
  lubricate: LubricateResult
  runin: RunInResult
  inspect: InspectResult
}

/** Computes every station of a card from what was entered. Pure: the same answers give the same card. */
export function evaluateCard(answers: CardAnswers, context: CardContext): CardEvaluation {
  const { makersFigures, ownRows } = context.plant
  const identify = identifyStation(answers.identify, makersFigures, ownRows)
  const duty = dutyStation(answers.duty)
  const select = selectStation(answers, identify.row, duty, makersFigures)
  const arrange = arrangeStation(answers, identify.row, context)
  const fit = fitStation(answers, identify.row, identify.group, duty, select, arrange)
  const mount = mountStation(answers, identify.row, fit)
  const lubricate = lubricateStation(answers, identify.row, select, context)
  const runin = runInStation(answers, { arrange, fit, lubricate })
  const inspect = inspectStation(answers, { duty, select, arrange, fit }, context)
  const evaluation = { identify, duty, select, arrange, fit, mount, lubricate, runin, inspect }
  for (const { station, field, value } of context.unread ?? [])
    evaluation[station].questions.push({
      code: `unread-${field}`,
      station,
      text: `“${typed(value.slice(0, 40))}” stands here for ${inWords(field)} and cannot be read any more: what is it?`,
      why: 'The card counts as if it had not been answered.',
    })
  return evaluation
}

/** The name of a field as words: "loadDirection" is "load direction". */
const inWords = (field: string) => field.replace(/([a-z])([A-Z])/g, (_all, a: string, b: string) => `${a} ${b.toLowerCase()}`)

/** Every step of the card in the order it is done: mounting, grease, release. */
export function cardPlan(evaluation: CardEvaluation): PlanStep[] {
  return [...evaluation.mount.plan, ...evaluation.lubricate.plan, ...evaluation.runin.plan]
}

function stationsOf(evaluation: CardEvaluation): StationResult[] {
  return STATIONS.map((station) => evaluation[station])
}

export function figuresOf(evaluation: CardEvaluation): Map<string, Figure> {
  return new Map(stationsOf(evaluation).flatMap((s) => s.figures.map((f) => [f.key, f] as const)))
}

export function cautionsOf(evaluation: CardEvaluation): StationCaution[] {
  const rank = { stop: 0, caution: 1, note: 2 }
  return stationsOf(evaluation)
    .flatMap((s) => s.cautions)
    .sort((a, b) => rank[a.level] - rank[b.level])
}

export function questionsOf(evaluation: CardEvaluation): Question[] {
  return stationsOf(evaluation).flatMap((s) => s.questions)
}

/** A figure as a person sees it in metric units: what differs here has moved, what does not has not. */
export function asShown(figure: Pick<Figure, 'value' | 'quantity' | 'decimals'>): string {
  const one = (v: number) =>
    shown(sensible(v, figure.quantity), figure.quantity, 'metric')
      .toFixed(figure.decimals ?? decimalsOf(figure.quantity, 'metric'))
      .replace(/^-(0(\.0+)?)$/, '$1')
  const { value } = figure
  if (value === null) return '—'
  if (typeof value === 'string') return value
  return typeof value === 'number' ? one(value) : value.map(one).join(' … ')
}

export interface Moved {
  key: string
  label: string
  station: Station
  before: string
  after: string
}

/** Figures outside the changed station that differ by more than display rounding. */
export function movedFigures(before: CardEvaluation, after: CardEvaluation, changed: Station): Moved[] {
  const old = figuresOf(before)
  return [...figuresOf(after).values()].flatMap((figure) => {
    const was = old.get(figure.key)
    const station = figure.key.split('.')[0] as Station
    if (station === changed || !was || was.value === null) return []
    const [a, b] = [asShown(was), asShown(figure)]
    return a === b ? [] : [{ key: figure.key, label: figure.label, station, before: a, after: b }]
  })
}

/** What a step rests on, as shown at the time of signing. */
export function restsOn(evaluation: CardEvaluation, keys: readonly string[]): Record<string, string> {
  const figures = figuresOf(evaluation)
  return Object.fromEntries(keys.map((key) => [key, figures.has(key) ? asShown(figures.get(key)!) : '—']))
}
