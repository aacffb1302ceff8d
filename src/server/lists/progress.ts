import type pg from 'pg'
import type { ImportProgress } from '../../contract/own-data.js'
import { problem } from '../../contract/problem.js'
import { execute, one } from '../database.js'
import { Refused } from '../problems.js'

/** How far the reading of a list is, told outside of its transaction, so that others see it and may stop it. */

/** Told where it is; gives others their turn. @throws Refused when somebody wants it stopped */
export type Watch = (done: number, total: number) => Promise<void>

export const UNWATCHED: Watch = () => new Promise((go) => setImmediate(go))

const OFTEN_MS = 250
const KEPT_H = 24

/** Notes the progress under a key that whoever asked made up; `gone` says that nobody waits for the answer any more. */
export function watched(pool: pg.Pool, key: string, personId: number, gone: () => boolean, now: () => Date): Watch {
  let told = 0
  return async (done, total) => {
    await UNWATCHED(done, total)
    if (gone()) throw stopped('The connection ended while the list was read.')
    if (done < total && Date.now() - told < OFTEN_MS) return
    told = Date.now()
    const row = await one<{ stopped: boolean }>(
      pool,
      `INSERT INTO import_progress (id, person_id, at, done, total) VALUES ($1, $2, $3, $4, $5)
       ON CONFLICT (id) DO UPDATE SET done = excluded.done, total = excluded.total WHERE import_progress.person_id = excluded.person_id RETURNING stopped`,
      [key, personId, now(), done, total],
    )
    if (row?.stopped) throw stopped('Stopped, as asked.')
  }
}

const stopped = (why: string) => new Refused(problem(409, 'Stopped', `${why} Nothing of the list was kept.`))

/** How far it is; zero of zero before it has begun. */
export async function progressOf(pool: pg.Pool, key: string, personId: number): Promise<ImportProgress> {
  const found = await one<ImportProgress>(pool, 'SELECT done, total, stopped FROM import_progress WHERE id = $1 AND person_id = $2', [
    key,
    personId,
  ])
  return found ?? { done: 0, total: 0, stopped: false }
}

/** Asks for a stop, also of what is only about to begin. */
export async function stop(pool: pg.Pool, key: string, personId: number, now: Date): Promise<void> {
  await execute(
    pool,
    `INSERT INTO import_progress (id, person_id, at, done, total, stopped) VALUES ($1, $2, $3, 0, 0, true)
     ON CONFLICT (id) DO UPDATE SET stopped = true WHERE import_progress.person_id = excluded.person_id`,
    [key, personId, now],
  )
}

export async function dropOldProgress(pool: pg.Pool, now: Date): Promise<void> {
  await execute(pool, 'DELETE FROM import_progress WHERE at < $1', [new Date(now.getTime() - KEPT_H * 3600 * 1000)])
}
