import { Router } from 'express'
import { z } from 'zod'
import { plantDocument } from '../../contract/plant-document.js'
import { ROUTES } from '../../contract/routes.js'
import type { ServerOptions } from '../options.js'
import { notFound } from '../problems.js'
import { audit, transaction, type Query } from '../database.js'
import { exportPlant, importPlant } from './document.js'
import * as plant from './store.js'
import { route, taken } from '../http/route.js'

/** What PostgreSQL says of a second row with the same name. */
const UNIQUE = '23505'

/** Greases, guns, the school of intervals: what the plant has settled for all its cards. */
export function settingsRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()
  /** One change, written to the audit with it. */
  const settle = async (personId: number, action: string, detail: object, change: (query: Query) => Promise<void>) => {
    try {
      await transaction(pool, async (query) => {
        await change(query)
        await audit(query, now(), personId, action, 'settings', detail)
      })
    } catch (error) {
      if ((error as { code?: string }).code === UNIQUE && 'name' in detail) throw taken('name', String(detail.name))
      throw error
    }
    return plant.plantSettings(pool)
  }

  route(router, ROUTES.plantSettings, () => plant.plantSettings(pool))
  route(router, ROUTES.plantFile, ({ res }) => {
    res.set('Content-Disposition', `attachment; filename="plant-${now().toISOString().slice(0, 10)}.json"`)
    return exportPlant(pool)
  })
  route(
    router,
    ROUTES.plantFileSchema,
    async () => z.toJSONSchema(plantDocument, { io: 'input', unrepresentable: 'any' }) as Record<string, unknown>,
  )
  route(
    router,
    ROUTES.readPlantFile,
    async ({ req, me }) => {
      await importPlant(pool, Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0), me, now())
      return { machines: await plant.countMachines(pool) }
    },
    201,
  )
  route(router, ROUTES.namePlant, ({ body, me }) =>
    settle(me.id, 'name-plant', { to: body.name }, (query) => plant.namePlant(query, body.name)),
  )
  route(
    router,
    ROUTES.addGrease,
    ({ body, me }) =>
      settle(me.id, 'add-grease', body, async (query) => {
        if ((await plant.addGrease(query, body)) === null) throw taken('name', body.name)
      }),
    201,
  )
  route(router, ROUTES.changeGrease, ({ id, body, me }) =>
    settle(me.id, 'change-grease', { id, ...body }, async (query) => {
      if (!(await plant.changeGrease(query, id, body))) throw notFound('grease')
    }),
  )
  route(
    router,
    ROUTES.addGun,
    ({ body, me }) =>
      settle(me.id, 'add-gun', body, async (query) => {
        if ((await plant.addGun(query, body, me.id, now())) === null) throw taken('name', body.name)
      }),
    201,
  )
  route(router, ROUTES.weighGun, ({ id, body, me }) =>
    settle(me.id, 'weigh-gun', { id, ...body }, async (query) => {
      if (!(await plant.weighGun(query, id, body, me.id, now()))) throw notFound('grease gun')
    }),
  )
  route(router, ROUTES.schools, ({ body, me }) => settle(me.id, 'schools', body, (query) => plant.setSchools(query, body)))

  return router
}
