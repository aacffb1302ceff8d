import { Router } from 'express'
import { ROUTES } from '../../contract/routes.js'
import { route } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { notFound } from '../problems.js'
import * as records from '../records/change.js'
import { changePoints } from '../greasing/greasing.js'
import { copyMachine } from './copy.js'
import { machineView } from './view.js'

/** The machines and their records. */
export function machineRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()

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
  route(router, ROUTES.copyMachine, ({ id, body, me }) => copyMachine(pool, id, body.codes, me, now()), 201)
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

  route(router, ROUTES.arrangePoints, async ({ id, body, me }) => shown(await changePoints(pool, id, body, me, now())))

  return router
}
