import { same } from '../../contract/same.js'
import { randomUUID } from 'node:crypto'
import type pg from 'pg'
import type { CardView } from '../../contract/cards.js'
import type { Me } from '../../contract/people.js'
import { problem } from '../../contract/problem.js'
import { keyOf, placeAnswers, positionOf } from '../../core/card/answers.js'
import type { Station } from '../../core/procedure/rolling.js'
import type { LineEvaluation } from '../../core/card/evaluate.js'
import { movedFigures, shownOf } from '../../core/card/results.js'
import { oilOf } from '../../core/card/film.js'
import { stepName, stepStates } from '../../core/card/signing.js'
import type { HeldBy } from '../../core/arrangement/holding.js'
import type { Remedy } from '../../core/fits/seat-options.js'
import { nameOf } from '../../core/catalogue/bearing.js'
import { RING_ENDS, withHolderAt, withOuterHeld } from '../../core/line/records.js'
import { worded } from '../../core/card/worded.js'
import { CORE_VERSION } from '../../core/version.js'
import { findLine, fitBearing, forgetMeasured, setHolding, setMeasured, setOil } from '../machines/store.js'
import { Refused, blocked, refused } from '../problems.js'
import { works } from '../people/store.js'
import { audit, transaction, type Query } from '../database.js'
import { setWant } from '../greasing/points.js'
import { addFill } from '../greasing/store.js'
import { evaluationOf, loadCard, lockedCard, mustBeOpen, records, stepView, summaryOf, view, type Card } from './card.js'
import * as answerStore from './answer-store.js'
import * as store from './store.js'
import * as stepStore from './step-store.js'

/** Stores all that a finished card says, so that it reads the same whatever later code would compute. */
async function freeze(
  query: Query,
  { job, record, context }: Card,
  evaluation: LineEvaluation,
  steps: stepStore.StepRow[],
  at: Date,
): Promise<void> {
  await store.addFrozen(query, job.line.id, at, {
    version: 2,
    coreVersion: CORE_VERSION,
    evaluation: worded(evaluation),
    states: stepStates(evaluation, records(steps)),
    steps: steps.map(stepView),
    line: record.line,
    context,
  })
}

/**
 * Cards that were finished before their evaluation was kept: each is computed once more and stored as it reads now. One
 * that cannot be read is handed to `unreadable` and stays as it is.
 */
export async function freezeFinished(pool: pg.Pool, now: Date, unreadable: (jobId: number, error: unknown) => void): Promise<void> {
  for (const id of await store.finishedUnfrozen(pool)) {
    try {
      const card = await loadCard(pool, id, now)
      await freeze(pool, card, evaluationOf(card), await stepStore.listSteps(pool, id), now)
    } catch (error) {
      unreadable(id, error)
    }
  }
}

/**
 * Closes the card when every step, the release among them, is signed and holds. What is still open or stopped needs a
 * reason, which stays on the card. From then on its bearings count as fitted, filled and held as the card says.
 */
export async function finish(pool: pg.Pool, jobId: number, reason: string, me: Me, at: Date): Promise<CardView> {
  return transaction(pool, async (query) => {
    const card = await lockedCard(query, jobId, at)
    mustBeOpen(card)
    const { context, job } = card
    const evaluation = evaluationOf(card)
    const steps = await stepStore.listSteps(query, jobId)
    const states = stepStates(evaluation, records(steps))
    const waiting = states.filter((s) => !s.holds).length
    if (!states.some((s) => stepName(s.key) === 'release') || waiting)
      throw blocked(states.length ? `${waiting} steps are not signed or no longer hold.` : 'The plan is not complete yet.')
    const { questions, stops, designations } = summaryOf(evaluation)
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
    await recordFitted(query, card, evaluation, at)
    await recordGrease(query, card, evaluation, steps, me, at)
    await recordOil(query, card)
    await store.setSummary(query, jobId, summaryOf(evaluation))
    await store.closeJob(query, jobId, at, { finished: { context, reason: questions + stops ? reason : '' } })
    await audit(query, at, me.id, 'finish-job', `job ${jobId}`, { designations, reason })
    const record = (await findLine(query, { lineId: job.shaftLineId }, at))!
    await freeze(query, { ...card, record }, evaluation, steps, at)
    return view(query, await loadCard(query, jobId, at))
  })
}

/** Takes an opened card back: it stays readable with its reason, and its places are free for another. */
export async function cancel(pool: pg.Pool, jobId: number, reason: string, me: Me, at: Date): Promise<CardView> {
  return transaction(pool, async (query) => {
    const card = await lockedCard(query, jobId, at)
    mustBeOpen(card)
    await store.closeJob(query, jobId, at, { cancelled: { reason, by: me.id, context: card.context } })
    await audit(query, at, me.id, 'cancel-job', `job ${jobId}`, { reason })
    const evaluation = evaluationOf(card)
    await freeze(query, card, evaluation, await stepStore.listSteps(query, jobId), at)
    return view(query, await loadCard(query, jobId, at))
  })
}

/** The card is somebody's from now on: whoever works here may take it or hand it on. */
export async function handOver(pool: pg.Pool, jobId: number, personId: number, me: Me, at: Date): Promise<CardView> {
  return transaction(pool, async (query) => {
    const card = await lockedCard(query, jobId, at)
    mustBeOpen(card)
    if (!(await works(query, personId))) throw refused('personId', 'somebody who works here')
    await store.setInCharge(query, jobId, personId)
    await audit(query, at, me.id, 'hand-over', `job ${jobId}`, { from: card.job.line.inChargeId, to: personId })
    return view(query, await loadCard(query, jobId, at))
  })
}

/** Where the seat is made anew, what was measured before says nothing of it. */
const MADE_NEW: readonly Remedy[] = ['sleeve', 'regrind', 'scrap']

/** What is fitted at each place of the card, how its rings are held, and one row for what the plant counts. */
async function recordFitted(query: Query, { answers, record, job }: Card, evaluation: LineEvaluation, at: Date): Promise<void> {
  for (const { code, id } of job.places) {
    const { identify, fit, inspect, mount } = evaluation.places[code]!
    const designation = identify.row ? nameOf(identify.row) : (identify.typedDesignation as string)
    await fitBearing(query, id, designation, fit.group, at)
    const { lead } = evaluation.order.find((o) => o.place === code)!
    for (const seat of ['shaft', 'housing'] as const) {
      const measured = fit[seat]?.measuredMm
      const remedy = answers[keyOf(lead, 'fit', `${seat}Remedy`)] as Remedy | null | undefined
      if (remedy && MADE_NEW.includes(remedy)) await forgetMeasured(query, id, seat)
      else if (measured) await setMeasured(query, id, seat, fit[seat]!.sizeMm, measured, at)
    }
    await store.addFinishedPlace(query, job.line.id, id, {
      designation,
      group: fit.group,
      hoursRun: inspect.hoursRun,
      cause: inspect.settled,
      method: mount.method,
      note: String(answers[keyOf(code, 'inspect', 'note')] ?? '').trim(),
    })
  }
  for (const position of record.line.positions) {
    const held = answers[keyOf(position.code, 'arrange', 'held')]
    const before = position.places.map((p) => p.holding)
    let rings = typeof held === 'boolean' && held !== position.held ? before.map((r) => withOuterHeld(r, held)) : before
    for (const end of RING_ENDS) {
      const holder = answers[keyOf(position.code, 'arrange', end.name)] as HeldBy | undefined | null
      if (holder) rings = withHolderAt(rings, end, holder)
    }
    for (const [i, place] of position.places.entries()) if (rings[i] !== before[i]) await setHolding(query, place.id, rings[i]!)
  }
}

/** The first fill of each position starts the interval of its point. */
async function recordGrease(
  query: Query,
  card: Card,
  evaluation: LineEvaluation,
  steps: stepStore.StepRow[],
  me: Me,
  at: Date,
): Promise<void> {
  const { job, record } = card
  for (const position of record.line.positions) {
    const place = job.places.find((p) => positionOf(p.code) === position.code)
    if (!place) continue
    const { grease, school, mixing, applies, kept, ...computed } = evaluation.places[place.code]!.lubricate
    const { intervalH, intervalDays, quantityG } = kept ?? computed
    const want = { greaseId: grease?.id ?? null, school: kept ? ('manual' as const) : school, intervalH, intervalDays, quantityG }
    if (applies) await setWant(query, position.id, want, job.line.id)
    const filled = steps.find((s) => s.key === `${position.code}/fill`)?.fields ?? {}
    const grams = [filled.gramsG, filled.blockG].reduce<number>((sum, g) => sum + (typeof g === 'number' ? g : 0), 0)
    if (!grease || grams === 0) continue
    await addFill(query, position.id, {
      key: randomUUID(),
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
}

/** What a position runs in, where the card says another thing than the records. */
async function recordOil(query: Query, { answers, context, record, job }: Card): Promise<void> {
  for (const position of record.line.positions) {
    const place = job.places.find((p) => positionOf(p.code) === position.code)?.code
    if (!place) continue
    const oil = oilOf(
      placeAnswers(answers, place),
      context.positions.find((p) => p.code === position.code)!,
    )
    if (!same(oil, position.oil)) await setOil(query, position.id, oil)
  }
}

/** Cards that are open with a bearing show which figures a maker's sheet has moved. */
export async function makersFiguresEntered(
  query: pg.PoolClient,
  designation: string,
  enter: () => Promise<void>,
  now: Date,
): Promise<void> {
  const open = (await store.listJobs(query, { status: 'open', designation })).map((line) => line.id)
  return whileRecordsChange(query, open, 'identify', enter, now)
}

/** Open cards show what moved when something is written that they rest on; `station` is where it is read from. */
export async function whileRecordsChange(
  query: pg.PoolClient,
  open: readonly number[],
  station: Station,
  write: () => Promise<void>,
  now: Date,
): Promise<void> {
  const before = new Map<number, ReturnType<typeof shownOf>>()
  for (const id of open) before.set(id, shownOf(evaluationOf(await loadCard(query, id, now))))
  await write()
  for (const [id, shown] of before) {
    const evaluation = evaluationOf(await loadCard(query, id, now))
    const changed = new Set(evaluation.order.map(({ place }) => `${place}/${station}`))
    await answerStore.saveMoved(query, id, movedFigures(shown, evaluation, changed), station)
    await answerStore.clearMoved(query, id, [station])
    await store.setSummary(query, id, summaryOf(evaluation))
  }
}
