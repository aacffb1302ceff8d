import { Router } from 'express'
import { ROUTES } from '../../contract/routes.js'
import { route } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { mustBeMachine } from './view.js'

/** The machines and their records. */
export function machineRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()
  route(router, ROUTES.machine, ({ id }) => mustBeMachine(pool, id, now()))
  return router
}
