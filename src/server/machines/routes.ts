import { Router } from 'express'
import type { Yard } from '../../contract/machines.js'
import { ROUTES } from '../../contract/routes.js'
import { listJobs } from '../cards/store.js'
import { dueBefore } from '../greasing/store.js'
import { route } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { notFound } from '../problems.js'
import { listMachines, machineView, plantName } from './store.js'

/** How far ahead the Yard looks for greasing. */
const AHEAD_MS = 7 * 24 * 3600 * 1000

/** The Yard and the machines. */
export function machineRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()

  route(router, ROUTES.yard, async (): Promise<Yard> => {
    const at = now()
    return {
      plant: await plantName(pool),
      now: at.toISOString(),
      jobs: await listJobs(pool, { status: 'open' }),
      due: await dueBefore(pool, new Date(at.getTime() + AHEAD_MS)),
      machines: await listMachines(pool),
    }
  })
  route(router, ROUTES.machine, async ({ id }) => {
    const machine = await machineView(pool, id, now())
    if (!machine) throw notFound('machine')
    return machine
  })

  return router
}
