import { randomUUID } from 'node:crypto'
import type pg from 'pg'
import { mayAct, type AnswerView, type CardView, type FrozenCard, type JobSummary, type Me, type StepView } from '../contract/api.js'
import { answerSchemas, fillAnswers, readAnswers, type StepValues } from '../contract/card.js'
import { problem, refusal, type Problem } from '../contract/problem.js'
import { STATIONS, type CardAnswers, type IdentifyAnswers, type Station } from '../core/card/answers.js'
import type { CardContext, PositionPast } from '../core/card/station.js'
import { cardPlan, cautionsOf, evaluateCard, movedFigures, questionsOf, type CardEvaluation } from '../core/card/evaluate.js'
import { signature, stepStates, type StepRecord } from '../core/card/signing.js'
import type { Bearing } from '../core/catalogue/catalogue.js'
import { findMarked } from '../core/identify/marked.js'
import { CORE_VERSION } from '../core/version.js'
import type { Material } from '../core/materials.js'
import { inUnits, typed } from '../core/units/quantities.js'
import { audit, transaction, type Query } from './store/database.js'
import { ownBearings } from './store/bearings.js'
import * as jobs from './store/jobs.js'
import { addGreaseEvent, setPoint } from './store/lubrication.js'
import { findPlace, fitBearing, fittedAt, setHeld, type Place } from './store/machines.js'

/** An answer that is not the wanted one; the routes turn it into a problem response. */
export class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }
}

export const notFound = (what: string) => new Refused(problem(404, 'Not found', `There is no such ${what}.`))
const conflict = (detail: string, current?: unknown) => new Refused(problem(409, 'Changed meanwhile', detail, { current }))
const blocked = (detail: string) => new Refused(problem(422, 'Not possible now', inUnits(detail, 'metric')))

interface Card {
  job: jobs.JobRow
  /** What it said when it was finished; null while it is open. */
  frozen: FrozenCard | null
  place: Place
  views: Record<Station, AnswerView>
  answers: CardAnswers
  context: CardContext
  evaluation: CardEvaluation
}

export async function loadCard(query: Query, jobId: number, now: Date, lock = false): Promise<Card> {
  const [job, views, frozen] = await Promise.all([
    jobs.findJob(query, jobId, lock),
    jobs.currentAnswers(query, jobId),
    jobs.findFrozen(query, jobId),
  ])
  if (!job) throw notFound('job')
  const [place, removed, causes] = await Promise.all([
    findPlace(query, job.positionId, now),
    fittedAt(query, job.positionId, job.openedAt),
    jobs.earlierCauses(query, job.positionId, job.openedAt),
  ])
  const { answers, unread } = readAnswers(Object.fromEntries(STATIONS.map((s) => [s, views[s].data])))
  const known = job.context ? withOwnRows(job.context, []) : cardContext(job, place!, { removed, causes })
  const context = unread.length ? { ...known, unread } : known
  return { job, frozen, place: place!, views, answers, context, evaluation: frozen?.evaluation ?? evaluateCard(answers, context) }
}

/** Cards that were finished before the plant could add bearings know of none. */
function withOwnRows(context: CardContext, added: readonly Bearing[]): CardContext {
  return { ...context, plant: { ...context.plant, ownRows: [...(context.plant.ownRows ?? []), ...added] } }
}

const DAY_MS = 24 * 3600 * 1000

/** What plant and records say as the job found them; a finished card keeps its own. */
function cardContext(job: jobs.JobRow, place: Place, found: Pick<PositionPast, 'removed' | 'causes'>): CardContext {
  const { position, other } = place
  const lubrication = position.lubrication
  const since = lubrication?.lastAt ? (job.openedAt.getTime() - Date.parse(lubrication.lastAt)) / DAY_MS : null
  return {
    end: position.end,
    other: other?.row ?? null,
    plant: place.plant,
    past: {
      ...found,
      grease: lubrication?.grease ?? null,
      daysSinceGrease: since !== null && since >= 0 ? since : null,
      intervalDays: lubrication?.intervalDays ?? null,
      bothEndsHeld: position.held === null || !other || other.held === null ? null : position.held && other.held,
    },
  }
}

function summaryOf(evaluation: CardEvaluation): JobSummary {
  return {
    questions: questionsOf(evaluation).length,
    stops: cautionsOf(evaluation).filter((c) => c.level === 'stop').length,
    done: STATIONS.filter((s) => evaluation[s].verdict.level === 'good'),
    designation: evaluation.identify.row?.designation ?? null,
    cause: evaluation.inspect.settled,
  }
}

function records(steps: jobs.StepRow[]): Map<string, StepRecord> {
  return new Map(steps.map((s) => [s.key, { values: s.fields, restedOn: s.restedOn, accepted: s.acceptedBy !== null }]))
}

function stepView(s: jobs.StepRow): StepView {
  return {
    key: s.key,
    version: s.version,
    values: s.fields,
    signedBy: s.signedBy,
    signedAt: s.signedAt?.toISOString() ?? null,
    restedOn: s.restedOn,
    acceptedBy: s.acceptedBy,
    acceptedReason: s.acceptedReason,
  }
}

async function view(query: Query, card: Card): Promise<CardView> {
  const { job, frozen, place, views } = card
  const [steps, moved] = await Promise.all([jobs.listSteps(query, job.line.id), jobs.listMoved(query, job.line.id)])
  return {
    job: job.line,
    plant: job.plant,
    position: frozen?.position ?? place.position,
    other: frozen ? frozen.other : place.other,
    carries: frozen?.carries ?? place.shaftLine.carries,
    context: card.context,
    dutyVersion: job.dutyVersion,
    answers: views,
    steps: frozen?.steps ?? steps.map(stepView),
    moved,
    finished: frozen && { coreVersion: frozen.coreVersion, evaluation: frozen.evaluation, states: frozen.states },
  }
}

export async function cardView(pool: pg.Pool, jobId: number, now: Date): Promise<CardView> {
  return view(pool, await loadCard(pool, jobId, now))
}

/** Everything that goes on paper. */
export async function paperOf(pool: pg.Pool, jobId: number, now: Date) {
  const card = await loadCard(pool, jobId, now)
  const { answers, evaluation, frozen } = card
  const states = frozen?.states ?? stepStates(evaluation, records(await jobs.listSteps(pool, jobId)))
  return { view: await view(pool, card), answers, evaluation, states, coreVersion: frozen?.coreVersion ?? CORE_VERSION }
}

/** Stores all that a finished card says, so that it reads the same whatever later code would compute. */
async function freeze(query: Query, { job, place, evaluation }: Card, steps: jobs.StepRow[], at: Date): Promise<void> {
  await jobs.addFrozen(query, job.line.id, at, {
    coreVersion: CORE_VERSION,
    evaluation,
    states: stepStates(evaluation, records(steps)),
    steps: steps.map(stepView),
    position: place.position,
    other: place.other,
    carries: place.shaftLine.carries,
  })
}

/**
 * Cards that were finished before their evaluation was kept: each is computed once more and stored as it reads now. One
 * that cannot be read is handed to `unreadable` and stays as it is.
 */
export async function freezeFinished(pool: pg.Pool, now: Date, unreadable: (jobId: number, error: unknown) => void): Promise<void> {
  for (const id of await jobs.finishedUnfrozen(pool)) {
    try {
      const card = await loadCard(pool, id, now)
      await freeze(pool, card, await jobs.listSteps(pool, id), now)
    } catch (error) {
      unreadable(id, error)
    }
  }
}

/** A card that nobody else writes until the transaction ends: its line is taken first. Both go out together. */
async function lockedCard(query: Query, jobId: number, now: Date): Promise<Card> {
  const [, card] = await Promise.all([jobs.lockLines(query, { jobId }), loadCard(query, jobId, now, true)])
  return card
}

/** One change to an open card, in one transaction under a lock on the job; the body gives back the card when its answers changed. */
async function change(
  pool: pg.Pool,
  jobId: number,
  now: Date,
  body: (query: pg.PoolClient, card: Card) => Promise<Card | void>,
): Promise<CardView> {
  return transaction(pool, async (query) => {
    const card = await lockedCard(query, jobId, now)
    if (card.job.line.status !== 'open') throw blocked('This job is finished; its card can be read but not changed.')
    const changed = await body(query, card)
    return view(query, changed ?? card)
  })
}

/** Opens a job and takes over what the machine already knows: its duty, span and materials. */
export async function openJob(pool: pg.Pool, positionId: number, reason: string, me: Me, at: Date): Promise<CardView> {
  return transaction(pool, async (query) => {
    const place = await findPlace(query, positionId, at)
    if (!place) throw notFound('bearing position')
    const id = await jobs.addJob(query, positionId, reason, me.id, at)
    if (id === null) throw conflict('This position already has an open job.', { jobId: await jobs.openJobAt(query, positionId) })
    await audit(query, at, me.id, 'open-job', `job ${id}`, { positionId, reason })
    const duty = await jobs.latestDuty(query, positionId)
    const { spanMm, shaftMaterial, housingMaterial } = place.shaftLine
    const [held, otherHeld] = [place.position.held, place.other?.held ?? null]
    const known: { [S in Station]?: Partial<CardAnswers[S]> } = {
      duty: duty ?? {},
      fit: { loadBands: place.plant.schools.loadBands },
      arrange: {
        spanMm,
        shaftMaterial: shaftMaterial as Material,
        housingMaterial: housingMaterial as Material,
        driveEndHeld: place.position.end === 'drive' ? held : otherHeld,
        nonDriveEndHeld: place.position.end === 'drive' ? otherHeld : held,
      },
    }
    const answers = fillAnswers(known)
    for (const station of ['duty', 'arrange', 'fit'] as const) await jobs.addAnswer(query, id, station, 1, answers[station], me.id, at)
    const card = await loadCard(query, id, at)
    await saveResults(query, id, card.answers, card.evaluation, STATIONS, at)
    await jobs.setSummary(query, id, summaryOf(card.evaluation))
    return view(query, { ...card, job: (await jobs.findJob(query, id))! })
  })
}

async function saveResults(
  query: Query,
  jobId: number,
  answers: CardAnswers,
  evaluation: CardEvaluation,
  stations: readonly Station[],
  at: Date,
): Promise<void> {
  const results = stations.map((station) => ({ station, inputs: answers[station], figures: evaluation[station].figures }))
  await jobs.saveResults(query, jobId, results, CORE_VERSION, at)
}

/** Saves one station: a new version, every result recomputed, moved figures noted. */
export async function saveAnswer(
  pool: pg.Pool,
  jobId: number,
  station: Station,
  version: number,
  data: unknown,
  me: Me,
  at: Date,
): Promise<CardView> {
  const parsed = answerSchemas[station].safeParse(data)
  if (!parsed.success) throw new Refused(refusal(parsed.error))
  return change(pool, jobId, at, async (query, card) => {
    const current = card.views[station]
    if (JSON.stringify(card.answers[station]) === JSON.stringify(parsed.data) && current.version > 0) return
    if (current.version !== version) throw conflict(`${typed(current.savedBy ?? 'Somebody')} saved this station meanwhile.`, current)
    const answers = { ...card.answers, [station]: parsed.data }
    // What is answered anew is readable.
    const { unread: before, ...settled } = card.context
    const unread = before?.filter((u) => u.station !== station)
    const cardContext = unread?.length ? { ...settled, unread } : settled
    const named = station === 'identify' ? (parsed.data as IdentifyAnswers).designation : null
    const context =
      named && !findMarked(named) ? withOwnRows(cardContext, await ownBearings(query, [named.trim().toUpperCase()])) : cardContext
    const evaluation = evaluateCard(answers, context)
    const values = (e: CardEvaluation, name: Station) => JSON.stringify(e[name].figures.map((f) => f.value))
    const moves = (name: Station) => name === station || values(evaluation, name) !== values(card.evaluation, name)
    // They go out together and are done in this order; the job is read behind them.
    const written = Promise.all([
      station === 'duty' ? jobs.saveDuty(query, card.job, parsed.data, me.id, at) : null,
      jobs.addAnswer(query, jobId, station, version + 1, parsed.data, me.id, at),
      saveResults(query, jobId, answers, evaluation, STATIONS.filter(moves), at),
      jobs.saveMoved(query, jobId, movedFigures(card.evaluation, evaluation, station), station),
      // Whoever edits a station looks at its figures.
      jobs.clearMoved(query, jobId, station),
      jobs.setSummary(query, jobId, summaryOf(evaluation)),
      audit(query, at, me.id, 'save-station', `job ${jobId}`, { station, version: version + 1 }),
    ])
    const [job] = await Promise.all([jobs.findJob(query, jobId), written])
    const saved = { version: version + 1, data: parsed.data, savedAt: at.toISOString(), savedBy: me.name }
    return { ...card, answers, context, evaluation, views: { ...card.views, [station]: saved }, job: job! }
  })
}

export async function seenMoved(pool: pg.Pool, jobId: number, station: Station, now: Date): Promise<CardView> {
  return change(pool, jobId, now, (query) => jobs.clearMoved(query, jobId, station))
}

function planStep(card: Card, key: string) {
  const step = cardPlan(card.evaluation).find((s) => s.key === key)
  if (!step) throw notFound('step in this plan')
  return step
}

export async function saveStep(
  pool: pg.Pool,
  jobId: number,
  key: string,
  version: number,
  values: StepValues,
  me: Me,
  at: Date,
): Promise<CardView> {
  return change(pool, jobId, at, async (query, card) => {
    planStep(card, key)
    const row = (await jobs.listSteps(query, jobId)).find((s) => s.key === key)
    if (row?.signedBy) throw blocked('This step is signed. Withdraw the signature to change its readings.')
    if ((row?.version ?? 0) !== version) throw conflict('Somebody else wrote on this step meanwhile.', row?.fields)
    await jobs.saveStepValues(query, jobId, key, values)
    await audit(query, at, me.id, 'save-step', `job ${jobId}`, { key, values })
  })
}

export async function sign(pool: pg.Pool, jobId: number, key: string, me: Me, at: Date): Promise<CardView> {
  return change(pool, jobId, at, async (query, card) => {
    const step = planStep(card, key)
    const state = stepStates(card.evaluation, records(await jobs.listSteps(query, jobId))).find((s) => s.key === key)!
    if (state.blocked) throw blocked(state.blocked)
    const rests = signature(card.evaluation, step)
    await jobs.signStep(query, jobId, key, rests, me.id, at)
    await audit(query, at, me.id, 'sign-step', `job ${jobId}`, { key, rests })
  })
}

export async function withdraw(pool: pg.Pool, jobId: number, key: string, me: Me, at: Date): Promise<CardView> {
  return change(pool, jobId, at, async (query) => {
    const row = (await jobs.listSteps(query, jobId)).find((s) => s.key === key)
    if (!row?.signedBy) throw blocked('This step is not signed.')
    if (row.signedById !== me.id && !mayAct(me.role, 'planner'))
      throw new Refused(problem(403, 'Not allowed', `Only ${typed(row.signedBy)} or a planner can withdraw this signature.`))
    await jobs.withdrawSignature(query, jobId, key)
    await audit(query, at, me.id, 'withdraw-signature', `job ${jobId}`, { key })
  })
}

export async function accept(pool: pg.Pool, jobId: number, key: string, reason: string, me: Me, at: Date): Promise<CardView> {
  return change(pool, jobId, at, async (query, card) => {
    const state = stepStates(card.evaluation, records(await jobs.listSteps(query, jobId))).find((s) => s.key === key)
    if (!state?.outside.length) throw blocked('No reading of this step is outside its tolerance.')
    await jobs.acceptStep(query, jobId, key, reason, me.id)
    await audit(query, at, me.id, 'accept-step', `job ${jobId}`, { key, reason })
  })
}

/**
 * Closes the card when every step, the release among them, is signed and holds. What is still open or stopped needs a
 * reason, which stays on the card. From then on the bearing counts as fitted, filled and held as the card says.
 */
export async function finish(pool: pg.Pool, jobId: number, reason: string, me: Me, at: Date): Promise<CardView> {
  return transaction(pool, async (query) => {
    const card = await lockedCard(query, jobId, at)
    const { evaluation, context, job } = card
    if (job.line.status !== 'open') throw blocked('This job is finished already.')
    const steps = await jobs.listSteps(query, jobId)
    const states = stepStates(evaluation, records(steps))
    const waiting = states.filter((s) => !s.holds).length
    const row = evaluation.identify.row
    if (!states.some((s) => s.key === 'release') || waiting || !row)
      throw blocked(states.length ? `${waiting} steps are not signed or no longer hold.` : 'The plan is not complete yet.')
    const { questions, stops } = summaryOf(evaluation)
    if (questions + stops && reason.length < 5)
      throw new Refused(
        problem(
          422,
          'Refused value',
          `reason: ${questions} questions are open and ${stops} stops stand; say why the card is closed all the same.`,
          {
            errors: [{ field: 'reason', allowed: 'say why in at least 5 letters' }],
          },
        ),
      )
    await fitBearing(query, job.positionId, row.designation, evaluation.fit.group, at)
    await recordArrangement(query, card)
    await recordGrease(query, card, steps.find((s) => s.key === 'fill')?.fields.gramsG, me, at)
    await jobs.setSummary(query, jobId, summaryOf(evaluation))
    await jobs.finishJob(query, jobId, at, context, questions + stops ? reason : '')
    await audit(query, at, me.id, 'finish-job', `job ${jobId}`, { designation: row.designation, reason })
    await freeze(query, { ...card, place: (await findPlace(query, job.positionId, at))! }, steps, at)
    return view(query, await loadCard(query, jobId, at))
  })
}

async function recordArrangement(query: Query, { answers, place }: Card): Promise<void> {
  const { driveEndHeld, nonDriveEndHeld } = answers.arrange
  const held = { drive: driveEndHeld, 'non-drive': nonDriveEndHeld }
  for (const position of [place.position, place.other]) if (position) await setHeld(query, position.id, held[position.end])
}

/** The first fill starts the interval of the point. */
async function recordGrease(query: Query, { evaluation, job }: Card, grams: unknown, me: Me, at: Date): Promise<void> {
  const { grease, school, intervalH, intervalDays, quantityG, mixing } = evaluation.lubricate
  await setPoint(query, job.positionId, { greaseId: grease?.id ?? null, school, intervalH, intervalDays, quantityG }, job.line.id)
  if (!grease || typeof grams !== 'number') return
  await addGreaseEvent(query, {
    key: randomUUID(),
    positionId: job.positionId,
    at,
    personId: me.id,
    kind: mixing && mixing.mixing !== 'compatible' ? 'changed-over' : 'filled',
    greaseId: grease.id,
    gunId: null,
    strokes: null,
    grams,
    looks: '',
    note: `card ${job.line.number}`,
  })
}

/** Cards that are open with a bearing show which figures a maker's sheet has moved. */
export async function makersFiguresEntered(
  query: pg.PoolClient,
  designation: string,
  enter: () => Promise<void>,
  now: Date,
): Promise<void> {
  const open = (await jobs.listJobs(query, { status: 'open', designation })).map((line) => line.id)
  const before: Card[] = []
  for (const id of open) before.push(await loadCard(query, id, now, true))
  await enter()
  for (const old of before) {
    const { evaluation } = await loadCard(query, old.job.line.id, now)
    await jobs.saveMoved(query, old.job.line.id, movedFigures(old.evaluation, evaluation, 'identify'), 'identify')
    await jobs.clearMoved(query, old.job.line.id, 'identify')
    await jobs.setSummary(query, old.job.line.id, summaryOf(evaluation))
  }
}
