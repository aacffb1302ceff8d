import type { RequestHandler } from 'express'
import type { Me, TurnedAway } from '../../contract/people.js'
import type { ServerOptions } from '../options.js'
import { execute, rows, type Query } from '../database.js'

/** Sign-ins and calls that were turned away, kept for an administrator to look at. */

/** What counts: a role that is too low, a foreign page, too many tries; a sign-in that is refused. */
const COUNTED = [403, 429]
const DOORS = ['/session', '/invitation']
const LONGEST = 80
const KEPT_DAYS = 30
const MOST_KEPT = 20_000

/** Counts what was answered, once it was answered; nobody waits for it. */
export function countTurnedAway({ pool, now, log }: ServerOptions): RequestHandler {
  return (req, res, next) => {
    // As it is here: whoever answers in the end may stand elsewhere.
    const { path } = req
    res.on('finish', () => {
      const counts = COUNTED.includes(res.statusCode) || (res.statusCode === 401 && req.method === 'POST' && DOORS.includes(path))
      if (!counts) return
      const given: unknown = (req.body as { login?: unknown } | undefined)?.login
      const login = (res.locals.me as Me | null | undefined)?.login ?? (typeof given === 'string' ? given.trim().toLowerCase() : '')
      const what = `${req.method} ${path.replace(/\d+/g, '…')}`
      const entry = { what: what.slice(0, LONGEST), status: res.statusCode, login: login.slice(0, LONGEST), address: req.ip ?? '' }
      note(pool, entry, now()).catch((error) => log?.warn({ err: error }, 'a call that was turned away could not be noted'))
    })
    next()
  }
}

async function note(query: Query, entry: Omit<TurnedAway, 'times' | 'firstAt' | 'lastAt'>, at: Date): Promise<void> {
  await execute(
    query,
    `INSERT INTO turned_away AS t (hour, what, status, login, address, first_at, last_at) VALUES (date_trunc('hour', $5::timestamptz), $1, $2, $3, $4, $5, $5)
     ON CONFLICT (hour, what, status, login, address) DO UPDATE SET times = t.times + 1, last_at = $5`,
    [entry.what, entry.status, entry.login, entry.address, at],
  )
}

/** The newest first. */
export async function listTurnedAway(query: Query, limit = 100): Promise<TurnedAway[]> {
  const found = await rows<Omit<TurnedAway, 'firstAt' | 'lastAt'> & { firstAt: Date; lastAt: Date }>(
    query,
    `SELECT what, status, login, address, times, first_at AS "firstAt", last_at AS "lastAt" FROM turned_away ORDER BY last_at DESC, id DESC LIMIT $1`,
    [limit],
  )
  return found.map((t) => ({ ...t, firstAt: t.firstAt.toISOString(), lastAt: t.lastAt.toISOString() }))
}

/** What is older than a month, or more than anybody would read, goes. */
export async function sweepTurnedAway(query: Query, now: Date): Promise<void> {
  await execute(
    query,
    `DELETE FROM turned_away WHERE last_at < $1::timestamptz - make_interval(days => $2)
       OR id <= (SELECT id FROM turned_away ORDER BY id DESC OFFSET $3 LIMIT 1)`,
    [now, KEPT_DAYS, MOST_KEPT],
  )
}
