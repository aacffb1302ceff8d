import type pg from 'pg'
import { movedFigures, shownOf } from '../../core/card/results.js'
import type { Station } from '../../core/procedure/rolling.js'
import type { Changing } from '../records/hearing.js'
import { evaluationOf, loadCard, summaryOf } from './card.js'
import * as answerStore from './answer-store.js'
import * as store from './store.js'

/** Open cards that rest on what changes in the records show what moved. */
export async function cardsHear(query: pg.PoolClient, what: Changing, write: () => Promise<void>, at: Date): Promise<void> {
  if ('lineId' in what) return whileRecordsChange(query, await store.openOnLine(query, what.lineId), 'arrange', write, at)
  // Before the first of them is read, and all at once.
  await store.lockLines(query, { openWith: what.figuresOf })
  return whileRecordsChange(query, await store.openWith(query, what.figuresOf), 'identify', write, at)
}

/** `station` is where what changes is read from. */
async function whileRecordsChange(
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
