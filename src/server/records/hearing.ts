import type pg from 'pg'

/** What of the records is about to change: a line as a whole, or the figures that makers state of bearings. */
export type Changing = { lineId: number } | { figuresOf: readonly string[] }

/** Whoever rests on the records looks before and after; `write` makes the change, once. */
type Hearer = (query: pg.PoolClient, what: Changing, write: () => Promise<void>, at: Date) => Promise<void>

const hearers: Hearer[] = []

/** Hears of every change from now on. The records know nothing of who hears. */
export function hearRecords(hearer: Hearer): void {
  if (!hearers.includes(hearer)) hearers.push(hearer)
}

/** Makes a change of the records while everybody who rests on them hears of it, in the transaction in which it is made. */
export function changing(query: pg.PoolClient, what: Changing, write: () => Promise<void>, at: Date): Promise<void> {
  return hearers.reduce<() => Promise<void>>((inner, hearer) => () => hearer(query, what, inner, at), write)()
}
