import { Router } from 'express'
import { z } from 'zod'
import { ROUTES } from '../../contract/routes.js'
import { route } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { openWork } from './store.js'

const machine = z.coerce.number().int().positive().nullable().catch(null)

/** What is wanted and what is under way. */
export function workRoutes({ pool }: ServerOptions): Router {
  const router = Router()
  route(router, ROUTES.work, async ({ req }) => ({ work: await openWork(pool, machine.parse(req.query.machine ?? null)) }))
  return router
}
