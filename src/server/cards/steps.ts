import type pg from 'pg'
import type { CardView } from '../../contract/cards.js'
import { mayAct, type Me } from '../../contract/people.js'
import type { StepValues } from '../../contract/answers.js'
import type { LateWhy } from '../../contract/card-parts.js'
import { isLate } from '../../contract/commands.js'
import { problem } from '../../contract/problem.js'
import { withKey } from '../../core/card/steps/plan-step.js'
import { withReckoned, zeroOf } from '../../core/card/reckoned.js'
import { linePlan } from '../../core/card/procedures.js'
import { signature, stepStates } from '../../core/card/signing.js'
import type { Evaluated } from '../../core/card/evaluated.js'

import { Refused, blocked, conflict, notFound } from '../problems.js'
import { type Within, transaction } from '../database.js'
import { evaluationOf, lockedCard, mustBeOpen, records, stepView, view, type Card } from './card.js'
import * as store from './store.js'
import * as stepStore from './step-store.js'

/** One change to the steps of an open card, in one transaction under a lock on its line. */
async function change(
  pool: pg.Pool | Within,
  jobId: number,
  now: Date,
  body: (query: pg.PoolClient, card: Card) => Promise<unknown>,
): Promise<CardView> {
  return transaction(pool, async (query) => {
    const card = await lockedCard(query, jobId, now)
    mustBeOpen(card)
    await store.raiseRevision(query, jobId)
    card.job.revision += 1
    await body(query, card)
    return view(query, card)
  })
}

function planStep(evaluation: Evaluated, key: string) {
  const step = linePlan(evaluation).find((s) => s.key === key)
  if (!step) throw notFound('step in this plan')
  return step
}

/** Numbers that were not there before, each with its instrument. */
function newReadings(before: StepValues, after: StepValues) {
  return Object.entries(after).flatMap(([field, value]) => {
    if (typeof value !== 'number' || before[field] === value) return []
    const instrument = after[withKey(field)]
    return [{ field, value, instrument: typeof instrument === 'string' && instrument ? instrument : null }]
  })
}

export async function saveStep(
  pool: pg.Pool | Within,
  jobId: number,
  key: string,
  version: number,
  given: StepValues,
  me: Me,
  at: Date,
  readAt = at,
): Promise<CardView> {
  return change(pool, jobId, at, async (query, card) => {
    const step = planStep(evaluationOf(card), key)
    const rows = await stepStore.listSteps(query, jobId)
    const row = rows.find((s) => s.key === key)
    if (row?.signedBy) throw blocked('This step is signed. Withdraw the signature to change its readings.')
    if ((row?.version ?? 0) !== version) throw conflict('Somebody else wrote on this step meanwhile.', row && stepView(row))
    const before = row?.fields ?? {}
    const values = withReckoned(step, before, given, rows.find((s) => s.key === zeroOf(key))?.fields)
    await stepStore.saveStepValues(query, jobId, key, values)
    const read = newReadings(before, values)
    if (read.length) await stepStore.addReadings(query, jobId, key, read, me.id, readAt)
  })
}

/** A signature as it was given: when by the device, and on which figures as they were shown there. */
export interface Given {
  at: Date
  rests?: Record<string, string> | undefined
}

/** What came of it: on what it rests, or why it does not count. */
interface Signed {
  view: CardView
  rests?: Record<string, string>
  why?: LateWhy
}

/**
 * Signs a step on the figures that its signer saw: where they have moved since, the signature stands as it was given and does not hold.
 * One that arrives late on a card, a step or a right that is gone is kept and does not count.
 */
export async function sign(pool: pg.Pool | Within, jobId: number, key: string, me: Me, at: Date, given?: Given): Promise<Signed> {
  return transaction(pool, async (query) => {
    const card = await lockedCard(query, jobId, at)
    const keep = async (why: LateWhy) => {
      await stepStore.addLate(query, jobId, key, { personId: me.id, at: given!.at, heardAt: at, rests: given!.rests ?? {}, why })
      return { why }
    }
    const take = async () => {
      const evaluation = evaluationOf(card)
      const step = linePlan(evaluation).find((s) => s.key === key)
      if (!step) return late ? keep('gone') : Promise.reject(notFound('step in this plan'))
      const known = records(await stepStore.listSteps(query, jobId))
      const state = stepStates(evaluation, known).find((s) => s.key === key)!
      if (state.blocked) return late ? keep('blocked') : Promise.reject(blocked(state.blocked))
      const rests = signature(evaluation, step, known)
      const seen = Object.entries(given?.rests ?? {}).filter(([figure]) => Object.hasOwn(rests, figure))
      await stepStore.signStep(query, jobId, key, { ...rests, ...Object.fromEntries(seen) }, me.id, late ? given!.at : at)
      return { rests }
    }
    const late = given !== undefined && isLate(given.at, at)
    const isOpen = card.job.line.status === 'open'
    if (!isOpen && !late) mustBeOpen(card)
    await store.raiseRevision(query, jobId)
    card.job.revision += 1
    const signed = await (!mayAct(me.role, 'technician') ? keep('role') : isOpen ? take() : keep('closed'))
    return { view: await view(query, card), ...signed }
  })
}

export async function withdraw(pool: pg.Pool | Within, jobId: number, key: string, me: Me, at: Date): Promise<CardView> {
  return change(pool, jobId, at, async (query) => {
    const row = (await stepStore.listSteps(query, jobId)).find((s) => s.key === key)
    if (!row?.signedBy) throw blocked('This step is not signed.')
    if (row.signedById !== me.id && !mayAct(me.role, 'planner'))
      throw new Refused(problem(403, 'Not allowed', `Only ${row.signedBy} or a planner can withdraw this signature.`))
    await stepStore.withdrawSignature(query, jobId, key)
  })
}

export async function accept(pool: pg.Pool | Within, jobId: number, key: string, reason: string, me: Me, at: Date): Promise<CardView> {
  return change(pool, jobId, at, async (query, card) => {
    const state = stepStates(evaluationOf(card), records(await stepStore.listSteps(query, jobId))).find((s) => s.key === key)
    if (!state?.outside.length) throw blocked('No reading of this step is outside its tolerance.')
    await stepStore.acceptStep(query, jobId, key, reason, me.id)
  })
}
