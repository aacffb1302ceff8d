import { Router } from 'express'
import { ROUTES } from '../../contract/routes.js'
import { route } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { addressesThatDo } from './addresses.js'
import { take } from './door.js'

/** Where commands arrive. */
export function doorRoutes(options: ServerOptions): Router {
  const { pool, now } = options
  const router = Router()
  route(router, ROUTES.commands, async ({ body, me }) => ({ answers: await take(pool, body.device, body.commands, me, now()) }))
  addressesThatDo(router, options)
  return router
}
