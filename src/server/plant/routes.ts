import { Router } from 'express'
import { ROUTES } from '../../contract/routes.js'
import { route } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { plantSettings } from './store.js'

/** What the plant has settled. */
export function settingsRoutes({ pool }: ServerOptions): Router {
  const router = Router()
  route(router, ROUTES.plantSettings, () => plantSettings(pool))
  return router
}
