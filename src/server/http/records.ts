import { Router } from 'express'
import type { Yard } from '../../contract/api.js'
import { stationSchema } from '../../contract/card.js'
import { ROUTES } from '../../contract/routes.js'
import type { ServerOptions } from '../app.js'
import * as card from '../card.js'
import { greasingView, logGreasing } from '../greasing.js'
import { listJobs } from '../store/jobs.js'
import { dueBefore } from '../store/lubrication.js'
import { listMachines, machineView, plantName } from '../store/machines.js'
import { read } from './guard.js'
import { route } from './route.js'

/** How far ahead the Yard looks for greasing. */
const AHEAD_MS = 7 * 24 * 3600 * 1000

/** Yard, machines, jobs with their cards, greasing. */
export function recordRoutes({ pool, now }: ServerOptions): Router {
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
    if (!machine) throw card.notFound('machine')
    return machine
  })

  const stationOf = (value: unknown) => read(stationSchema, value)
  route(router, ROUTES.openJob, ({ id, body, me }) => card.openJob(pool, id, body.reason, me, now()), 201)
  route(router, ROUTES.card, ({ id }) => card.cardView(pool, id, now()))
  route(router, ROUTES.saveAnswer, ({ id, req, body, me }) =>
    card.saveAnswer(pool, id, stationOf(req.params.station), body.version, body.data, me, now()),
  )
  route(router, ROUTES.seenMoved, ({ id, req }) => card.seenMoved(pool, id, stationOf(req.params.station), now()))
  route(router, ROUTES.saveStep, ({ id, req, body, me }) =>
    card.saveStep(pool, id, String(req.params.key), body.version, body.values, me, now()),
  )
  route(router, ROUTES.signStep, ({ id, req, me }) => card.sign(pool, id, String(req.params.key), me, now()))
  route(router, ROUTES.withdrawStep, ({ id, req, me }) => card.withdraw(pool, id, String(req.params.key), me, now()))
  route(router, ROUTES.acceptStep, ({ id, req, body, me }) => card.accept(pool, id, String(req.params.key), body.reason, me, now()))
  route(router, ROUTES.finish, ({ id, body, me }) => card.finish(pool, id, body.reason, me, now()))

  route(router, ROUTES.greasingPoint, ({ id }) => greasingView(pool, id, now()))
  route(router, ROUTES.logGreasing, ({ id, body, me }) => logGreasing(pool, id, body, me, now()), 201)

  return router
}
