import { randomUUID } from 'node:crypto'
import type { Me } from '../../contract/people.js'
import { same } from '../../contract/same.js'
import type { HeldBy } from '../../core/arrangement/holding.js'
import { keyOf, placeAnswers, positionOf } from '../../core/card/answers.js'
import { oilOf } from '../../core/card/film.js'
import { rollingOf, type LineEvaluation } from '../../core/card/rolling-stations.js'
import { nameOf } from '../../core/bearing/bearing.js'
import type { Remedy } from '../../core/fits/seat-options.js'
import { RING_ENDS, withHolderAt, withOuterHeld } from '../../core/line/records.js'
import type { Query } from '../database.js'
import { setWant } from '../greasing/points.js'
import { addFill } from '../greasing/store.js'
import { fitBearing, forgetMeasured, setHolding, setMeasured, setOil } from '../records/lines.js'
import type { Card, Finished } from './card.js'
import * as store from './store.js'
import type { StepRow } from './step-store.js'

/** What a card of rolling bearings leaves in the records: what is fitted and how it is held, the points and first fills, the oil. */
export async function leaveRolling(query: Query, { card, evaluation, steps, me, at }: Finished): Promise<void> {
  const rolling = rollingOf(evaluation)!
  await recordFitted(query, card, rolling, at)
  await recordGrease(query, card, rolling, steps, me, at)
  await recordOil(query, card)
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
  steps: readonly StepRow[],
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
