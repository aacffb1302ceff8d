import type pg from 'pg'
import type { CardView } from '../../contract/cards.js'
import type { Me } from '../../contract/people.js'
import { problem } from '../../contract/problem.js'
import { procedureOf } from '../../core/procedure/procedures.js'
import { stepName } from '../../core/card/line-step.js'
import { stepStates } from '../../core/card/signing.js'
import { findLine } from '../records/lines.js'
import { Refused, blocked, refused } from '../problems.js'
import { works } from '../people/store.js'
import { type Within, transaction } from '../database.js'
import { evaluationOf, loadCard, lockedCard, mustBeOpen, records, summaryOf, view } from './card.js'
import { documentOf } from './document.js'
import { LEAVES } from './leaves.js'
import * as store from './store.js'
import * as stepStore from './step-store.js'

/**
 * Cards that were finished before their evaluation was kept: each is computed once more and stored as it reads now. One
 * that cannot be read is handed to `unreadable` and stays as it is.
 */
export async function writeMissingDocuments(pool: pg.Pool, now: Date, unreadable: (jobId: number, error: unknown) => void): Promise<void> {
  for (const id of await store.closedWithoutDocument(pool)) {
    try {
      const card = await loadCard(pool, id, now)
      await store.addFinished(pool, id, now, documentOf(card, evaluationOf(card), await stepStore.listSteps(pool, id)))
    } catch (error) {
      unreadable(id, error)
    }
  }
}

/**
 * Closes the card when every step, the release among them, is signed and holds. What is still open or stopped needs a
 * reason, which stays on the card. From then on its bearings count as fitted, filled and held as the card says.
 */
export async function finish(pool: pg.Pool | Within, jobId: number, reason: string, me: Me, at: Date): Promise<CardView> {
  return transaction(pool, async (query) => {
    const card = await lockedCard(query, jobId, at)
    mustBeOpen(card)
    const { job } = card
    const evaluation = evaluationOf(card)
    const steps = await stepStore.listSteps(query, jobId)
    const states = stepStates(evaluation, records(steps))
    const waiting = states.filter((s) => !s.holds).length
    const { ends } = procedureOf(job.line.procedure)
    if (!states.some((s) => stepName(s.key) === ends) || waiting)
      throw blocked(
        states.length
          ? waiting === 1
            ? '1 step is not signed or no longer holds.'
            : `${waiting} steps are not signed or no longer hold.`
          : 'The plan is not complete yet.',
      )
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
    await LEAVES[job.line.procedure.name]?.(query, { card, evaluation, steps, me, at })
    await store.setSummary(query, jobId, summaryOf(evaluation))
    await store.closeJob(query, jobId, at, { finished: { reason: questions + stops ? reason : '' } })
    await store.raiseRevision(query, jobId)
    const record = (await findLine(query, { lineId: job.shaftLineId }, at))!
    await store.addFinished(query, jobId, at, documentOf({ ...card, record }, evaluation, steps))
    return view(query, await loadCard(query, jobId, at))
  })
}

/** Takes an opened card back: it stays readable with its reason, and its places are free for another. */
export async function cancel(pool: pg.Pool | Within, jobId: number, reason: string, me: Me, at: Date): Promise<CardView> {
  return transaction(pool, async (query) => {
    const card = await lockedCard(query, jobId, at)
    mustBeOpen(card)
    await store.closeJob(query, jobId, at, { cancelled: { reason, by: me.id } })
    await store.raiseRevision(query, jobId)
    await store.addFinished(query, jobId, at, documentOf(card, evaluationOf(card), await stepStore.listSteps(query, jobId)))
    return view(query, await loadCard(query, jobId, at))
  })
}

/** The card is somebody's from now on: whoever works here may take it or hand it on. */
export async function handOver(pool: pg.Pool | Within, jobId: number, personId: number, at: Date): Promise<CardView> {
  return transaction(pool, async (query) => {
    const card = await lockedCard(query, jobId, at)
    mustBeOpen(card)
    if (!(await works(query, personId))) throw refused('personId', 'somebody who works here')
    await store.setInCharge(query, jobId, personId)
    await store.raiseRevision(query, jobId)
    return view(query, await loadCard(query, jobId, at))
  })
}
