import { couplingAmong } from '../../core/line/driven.js'
import type pg from 'pg'
import type { AnswerView, KeptAnswer, StepView } from '../../contract/card-parts.js'
import { fieldOf, shapeOf } from '../../core/card/fields.js'
import type { CardView, JobSummary } from '../../contract/cards.js'
import type { FinishedCard } from '../../contract/finished.js'
import type { SayingView } from '../../contract/documents.js'
import type { Me } from '../../contract/people.js'
import { readAnswers } from '../../contract/answers.js'
import { partsOf, type Key, type LineAnswers } from '../../core/card/answers.js'
import { stationsOf } from '../../core/procedure/procedures.js'
import type { LineContext } from '../../core/card/context.js'
import type { Evaluated } from '../../core/card/evaluated.js'
import { rollingOf } from '../../core/card/rolling-stations.js'
import { asShown, cautionsOf, questionsOf, resultsOf } from '../../core/card/results.js'
import { evaluateCard, linePlan } from '../../core/card/procedures.js'
import { cardDrawings } from '../../core/drawing/card-drawings.js'
import { stepStates, type StepRecord } from '../../core/card/signing.js'
import { outerSides } from '../../core/line/records.js'
import { greaseSaid } from '../../core/lubrication/grease-words.js'
import type { Saying } from '../../core/line/sayings.js'
import { nameOf, type Bearing } from '../../core/bearing/bearing.js'
import { fittedWords } from '../../core/line/fitted.js'
import { CORE_VERSION } from '../../core/version.js'
import { sayingsOf } from '../documents/store.js'
import { findLine, recordChanges, type LineRecord } from '../records/lines.js'
import { blocked, notFound } from '../problems.js'
import { asOneRead, type Query } from '../database.js'
import { readContext } from './earlier/one-bearing.js'
import { aboutOf, readDocument } from './read-document.js'
import * as answerStore from './answer-store.js'
import * as store from './store.js'
import * as stepStore from './step-store.js'

/** A card as it is read from the store. */
export interface Card {
  job: store.JobRow
  /** Its document once it is closed; null while it is open. */
  finished: FinishedCard | null
  record: LineRecord
  rows: answerStore.AnswerRow[]
  answers: LineAnswers
  context: LineContext
}

/** What is finished: the card as it was worked out, with what was written on its steps, by whom and when it was closed. */
export interface Finished {
  card: Card
  evaluation: Evaluated
  steps: readonly stepStore.StepRow[]
  me: Me
  at: Date
}

/** An open card is evaluated when somebody asks; a finished one says what it said. */
export const evaluationOf = (card: Card): Evaluated =>
  card.finished?.evaluation ?? evaluateCard(card.job.line.procedure, card.answers, card.context)

/** Without a time it is read for a change: what only a view shows is left out. */
export async function loadCard(query: Query, jobId: number, now: Date | null): Promise<Card> {
  const [job, rows, stored, record, past, says] = await Promise.all([
    store.findJob(query, jobId),
    answerStore.currentAnswers(query, jobId),
    now ? store.findFinished(query, jobId) : null,
    findLine(query, { jobId }, now),
    store.pastOf(query, jobId),
    sayingsOf(query, { jobId }),
  ])
  if (!job) throw notFound('job')
  if (!job.places.length) throw notFound('card any more: it was opened for no bearing place')
  const asked = readAnswers(Object.fromEntries(rows.map((a) => [a.key, a.value])))
  const kept = job.context && readContext(job.context, record!.line)
  const finished =
    stored &&
    readDocument(stored, record!.line, kept, {
      ...{ about: aboutOf(job.line, record!.plantName), read: asked.answers },
      answers: Object.fromEntries(rows.map((a) => [a.key, answerView(a)])),
    })
  const { answers, unread } = finished
    ? readAnswers(Object.fromEntries(Object.entries(enteredOn(finished)).map(([key, a]) => [key, a.value])))
    : asked
  const known = finished?.context ?? kept ?? lineContext(job, record!, past, says)
  const context = unread.length && !finished ? { ...known, unread } : known
  return { job, finished, record: record!, rows, answers, context }
}

/** What the papers say of one position or of the whole machine. */
export function saidAt(says: readonly SayingView[], positionId: number): { says?: readonly Saying[] } {
  const mine = says.filter((s) => s.positionId === null || s.positionId === positionId)
  return mine.length ? { says: mine.map(({ id: _id, documentId: _d, positionId: _p, ...saying }) => saying) } : {}
}

const DAY_MS = 24 * 3600 * 1000

/** What plant and records say as the job found them; a finished card keeps its own. */
function lineContext(
  job: store.JobRow,
  { line, plant }: LineRecord,
  past: Awaited<ReturnType<typeof store.pastOf>>,
  says: readonly SayingView[],
): LineContext {
  const daysSince = (at: string | null | undefined) => {
    const days = at ? (job.openedAt.getTime() - Date.parse(at)) / DAY_MS : null
    return days !== null && days >= 0 ? days : null
  }
  return {
    plant,
    line: {
      orientation: line.orientation,
      carries: line.carries,
      tiltDeg: line.tiltDeg,
      shaft: line.shaft ?? null,
      coupling: couplingAmong(line.components),
      turning: line.turning,
    },
    positions: line.positions.map(({ id, code, name, alongMm, held, places, lubrication, oil, grease }) => ({
      code,
      name,
      alongMm,
      held,
      sides: outerSides(places.map((p) => p.holding)),
      places: places.map((p) => ({
        code: p.code,
        designation: p.fitted?.designation ?? null,
        row: p.row,
        set: p.set,
        ...(p.shaftSeat.kind !== 'not-recorded' && { shaftSeat: p.shaftSeat }),
        ...(Object.keys(p.housingSeat).length > 1 || p.housingSeat.kind !== 'not-recorded' ? { housingSeat: p.housingSeat } : {}),
        past: past.get(p.id) ?? { removed: null, causes: [] },
      })),
      past: {
        grease: lubrication?.grease ?? greaseSaid(grease ?? null, plant.greases),
        ...(oil && { oil }),
        daysSinceGrease: daysSince(lubrication?.lastAt),
        intervalDays: lubrication?.intervalDays ?? null,
        point: lubrication && { school: lubrication.school, intervalH: lubrication.intervalH, quantityG: lubrication.quantityG },
        ...saidAt(says, id),
      },
    })),
    onCard: job.places.map((p) => p.code),
  }
}

/** Bearings of the plant's own that a card speaks of besides. */
export function withOwnRows(context: LineContext, added: readonly Bearing[]): LineContext {
  return added.length ? { ...context, plant: { ...context.plant, ownRows: [...context.plant.ownRows, ...added] } } : context
}

export function summaryOf(evaluation: Evaluated): JobSummary {
  const stations = evaluation.order.map(({ place }) => evaluation.places[place]!)
  return {
    questions: questionsOf(evaluation).length,
    stops: cautionsOf(evaluation).filter((c) => c.level === 'stop').length,
    done: stationsOf(evaluation.procedure).filter((s) => stations.every((of) => of[s]!.verdict.level === 'good')),
    ...fittedSummary(evaluation),
  }
}

/** What a card says of the bearings that go in. */
function fittedSummary(evaluation: Evaluated): Pick<JobSummary, 'designation' | 'designations' | 'named' | 'cause'> {
  const rolling = rollingOf(evaluation)
  const each = rolling ? rolling.order.map(({ place }) => rolling.places[place]!) : []
  const designations = [...new Set(each.flatMap((e) => e.identify.row?.designation ?? []))]
  const named = fittedWords(
    each.map(({ identify: { row, typedDesignation }, fit }) => ({
      fitted: row
        ? { designation: nameOf(row), group: fit.group }
        : typedDesignation
          ? { designation: typedDesignation, group: null }
          : null,
    })),
  )
  return {
    designation: designations[0] ?? null,
    designations,
    ...(named && { named }),
    cause: each.map((e) => e.inspect.settled).find((c) => c !== null) ?? null,
  }
}

export function records(steps: readonly stepStore.StepRow[]): Map<string, StepRecord> {
  return new Map(
    steps.map((s) => [
      s.key,
      {
        values: s.fields,
        restedOn: s.restedOn,
        accepted: s.acceptedBy !== null,
        signedAt: s.signedAt && new Date(s.signedAt).toISOString(),
      },
    ]),
  )
}

export function stepView(s: stepStore.StepRow): StepView {
  return {
    key: s.key,
    version: s.version,
    values: s.fields,
    signedBy: s.signedBy,
    signedAt: s.signedAt && new Date(s.signedAt).toISOString(),
    restedOn: s.restedOn,
    acceptedBy: s.acceptedBy,
    acceptedReason: s.acceptedReason,
    readings: s.readings.map((r) => ({ ...r, at: new Date(r.at).toISOString() })),
    ...(s.late.length > 0 && {
      late: s.late.map((l) => ({ ...l, at: new Date(l.at).toISOString(), heardAt: new Date(l.heardAt).toISOString() })),
    }),
  }
}

/** What was entered on a closed card, each answer led forward from the shape in which it was kept. */
const enteredOn = ({ answers }: FinishedCard): Record<Key, AnswerView> =>
  Object.fromEntries(
    Object.entries(answers).map(([key, { shape, ...answer }]) => {
      const parts = partsOf(key)
      return [key, parts ? { ...answer, value: answerStore.asNow(parts.station, parts.name, answer.value, shape) } : answer]
    }),
  )

/** An answer as its document keeps it: its row is led forward when it is read. */
export function keptAnswer(row: answerStore.AnswerRow): KeptAnswer {
  const { station, name } = partsOf(row.key)!
  const field = fieldOf(station, name)
  return { ...answerView(row), shape: field ? shapeOf(field) : 1 }
}

export const answerView = ({ version, value, savedAt, savedBy }: answerStore.AnswerRow) => ({ version, value, savedAt, savedBy })

/** What a view shows besides the card: steps, moved figures, and what was changed in the records meanwhile. */
const readBeside = (query: Query, jobId: number) =>
  Promise.all([stepStore.listSteps(query, jobId), answerStore.listMoved(query, jobId), recordChanges(query, { jobId })])

/** What a closed card says of its steps, with signatures that arrived after it was closed. */
const withLate = (closed: readonly StepView[], rows: readonly stepStore.StepRow[]): StepView[] =>
  closed.map((step) => {
    const row = rows.find((r) => r.key === step.key)
    const late = row && stepView(row).late
    return late ? { ...step, late } : step
  })

function viewOf(card: Card, [steps, moved, lineChanges]: Awaited<ReturnType<typeof readBeside>>): CardView {
  const { job, finished, record, rows } = card
  const { plant, ...called } = finished?.about ?? { plant: record.plantName }
  return {
    job: { ...job.line, ...called },
    revision: job.revision,
    plant,
    line: finished?.line ?? record.line,
    context: card.context,
    dutyVersion: job.dutyVersion,
    answers: finished ? enteredOn(finished) : Object.fromEntries(rows.map((a) => [a.key, answerView(a)])),
    steps: finished ? withLate(finished.steps, steps) : steps.map(stepView),
    moved,
    lineChanges: job.line.status === 'open' ? lineChanges : [],
    finished: finished && {
      ...{ coreVersion: finished.coreVersion, evaluation: finished.evaluation, plan: finished.plan, states: finished.states },
    },
  }
}

export async function view(query: Query, card: Card): Promise<CardView> {
  return viewOf(card, await readBeside(query, card.job.line.id))
}

/** All of it in one statement. */
export async function cardView(query: Query, jobId: number, now: Date): Promise<CardView> {
  const [card, beside] = await asOneRead(query, (reads) => Promise.all([loadCard(reads, jobId, now), readBeside(reads, jobId)]))
  return viewOf(card, beside)
}

/** Everything that goes on paper: of a closed card its document. */
export async function paperOf(pool: pg.Pool, jobId: number, now: Date) {
  const card = await loadCard(pool, jobId, now)
  const { answers, context, finished } = card
  const evaluation = evaluationOf(card)
  const rolling = rollingOf(evaluation)
  const said = finished ?? {
    plan: linePlan(evaluation),
    states: stepStates(evaluation, records(await stepStore.listSteps(pool, jobId))),
    drawings: rolling ? cardDrawings(rolling, answers, context) : [],
    coreVersion: CORE_VERSION,
  }
  const { plan, states, drawings, coreVersion } = said
  return { view: await view(pool, card), answers, evaluation, plan, states, drawings, coreVersion }
}

/** A card that nobody else writes until the transaction ends: its line is taken first. Both go out together. */
export async function lockedCard(query: Query, jobId: number, now: Date | null): Promise<Card> {
  const [, card] = await Promise.all([store.lockLines(query, { jobId }), loadCard(query, jobId, now)])
  return card
}

/** Of a card that is closed only its reading is left. */
export function mustBeOpen({ job }: Card): void {
  const { status } = job.line
  if (status !== 'open') throw blocked(`This job is ${status}; its card can be read but not changed.`)
}

/** Results as they are stored: what went in, what came out, how it read. The working follows from both and the core's version. */
export function resultRows(answers: LineAnswers, evaluation: Evaluated): answerStore.ResultRow[] {
  const inputs: Record<string, Record<Key, unknown>> = {}
  for (const [key, value] of Object.entries(answers)) (inputs[key.slice(0, key.indexOf('.', key.indexOf('/')))] ??= {})[key] = value
  return resultsOf(evaluation).map(({ scope, result }) => ({
    scope,
    station: result.station,
    inputs: inputs[`${scope}/${result.station}`] ?? {},
    figures: Object.fromEntries(result.figures.map((f) => [f.key, f.value])),
    shown: Object.fromEntries(result.figures.map((f) => [f.key, asShown(f)])),
  }))
}
