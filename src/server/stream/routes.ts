import { Router } from 'express'
import type { Notice } from '../../contract/notices.js'
import { problem } from '../../contract/problem.js'
import { ROUTES } from '../../contract/routes.js'
import { route } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { readSession } from '../people/store.js'
import { Refused } from '../problems.js'
import { tellerOf } from './teller.js'

/** So many open pages of one person have a stream; more of them ask from time to time. */
const MOST_OF_ONE = 20
/** So much may wait for a page that does not read, bytes. */
const MOST_WAITING = 64_000
/** A line that nothing is said on is kept open so, and whoever was signed out meanwhile hears no more. */
const BEAT_MS = 20_000

/** What changed comes by itself: one stream of notices a page, as server-sent events. */
export function streamRoutes({ pool }: ServerOptions): Router {
  const router = Router()
  const teller = tellerOf(pool)
  const open = new Map<number, number>()
  const count = (person: number, by: 1 | -1) => open.set(person, (open.get(person) ?? 0) + by)

  route(router, ROUTES.stream, async ({ req, res, me }) => {
    if ((open.get(me.id) ?? 0) >= MOST_OF_ONE)
      throw new Refused(problem(429, 'Too many streams', `At most ${MOST_OF_ONE} pages of one person are told what changes.`))
    count(me.id, 1)
    let leave = () => {}
    res.once('close', () => {
      clearInterval(beat)
      leave()
      count(me.id, -1)
    })
    const end = () => res.headersSent && res.end()
    const still = async () => {
      const session = await readSession(pool, req.sessionID).catch(() => null)
      if (session?.me) res.write(': still here\n\n')
      else end()
    }
    const beat = setInterval(() => void still(), BEAT_MS)
    // Not pressed together on its way: it would wait until there is enough of it.
    res.status(200).set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store, no-transform', 'X-Accel-Buffering': 'no' })
    const hear = (notice: Notice) => {
      // Who does not read is not waited for: it asks afresh when it is back.
      if (res.writableLength > MOST_WAITING) end()
      else res.write(`data: ${JSON.stringify(notice)}\n\n`)
    }
    leave = await teller.join({ hear, cut: end })
    // Hung up meanwhile.
    if (res.closed) return leave()
    res.flushHeaders()
    res.write(': told from here on\n\n')
  })
  return router
}
