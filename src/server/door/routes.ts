import { Router } from 'express'
import { ROUTES } from '../../contract/routes.js'
import { route } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { take } from './door.js'

/** Where commands arrive. */
export function doorRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()
  route(router, ROUTES.commands, async ({ body, me }) => ({ answers: await take(pool, body.device, body.commands, me, now()) }))
  return router
}
