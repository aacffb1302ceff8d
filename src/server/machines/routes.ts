import { Router } from 'express'
import type { Yard } from '../../contract/machines.js'
import { ROUTES } from '../../contract/routes.js'
import { listJobs } from '../cards/store.js'
import { dueBefore } from '../greasing/store.js'
import { route } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { notFound } from '../problems.js'
import * as records from './records.js'
import { beginning, listMachines, machineView, plantName } from './store.js'

/** How far ahead the Yard looks for greasing. */
const AHEAD_MS = 7 * 24 * 3600 * 1000

/** The Yard and the machines. */
export function machineRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()

  route(router, ROUTES.yard, async (): Promise<Yard> => {
    const at = now()
    const [plant, jobs, due, machines] = await Promise.all([
      plantName(pool),
      listJobs(pool, { status: 'open' }),
      dueBefore(pool, new Date(at.getTime() + AHEAD_MS)),
      listMachines(pool),
    ])
    return { plant, now: at.toISOString(), jobs, due, machines, beginning: machines.length ? null : await beginning(pool) }
  })
  const shown = async (id: number) => {
    const machine = await machineView(pool, id, now())
    if (!machine) throw notFound('machine')
    return machine
  }
  route(router, ROUTES.machine, ({ id }) => shown(id))
  route(router, ROUTES.addMachine, async ({ body, me }) => shown(await records.addMachine(pool, body, me, now())), 201)
  route(router, ROUTES.changeMachine, async ({ id, body, me }) => {
    await records.changeMachine(pool, id, body, me, now())
    return shown(id)
  })
  route(router, ROUTES.copyMachine, ({ id, body, me }) => records.copyMachine(pool, id, body.codes, me, now()), 201)
  route(router, ROUTES.retireMachine, async ({ id, body, me }) => {
    await records.retireMachine(pool, id, body.retired, body.reason, me, now())
    return shown(id)
  })
  route(
    router,
    ROUTES.addLine,
    async ({ id, body, me }) => {
      await records.addLine(pool, id, body, me, now())
      return shown(id)
    },
    201,
  )
  route(router, ROUTES.changeLine, async ({ id, body, me }) => shown(await records.changeLine(pool, id, body, me, now())))

  return router
}
