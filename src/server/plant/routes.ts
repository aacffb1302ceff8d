import { Router } from 'express'
import type { PlantSettings } from '../../contract/plant.js'
import { ROUTES } from '../../contract/routes.js'
import type { ServerOptions } from '../options.js'
import { conflict, notFound } from '../problems.js'
import { audit, transaction, type Query } from '../database.js'
import * as plant from './store.js'
import { route, taken, type Call } from '../http/route.js'

/** What stands there now, in words. */
const said = (value: unknown) =>
  typeof value === 'object' && value !== null
    ? Object.entries(value)
        .filter(([key, v]) => key !== 'id' && v !== null && typeof v !== 'object')
        .map(([key, v]) => `${key} ${String(v)}`)
        .join(', ')
    : String(value)

/** What PostgreSQL says of a second row with the same name. */
const UNIQUE = '23505'

/** Greases, guns, the school of intervals: what the plant has settled for all its cards. */
export function settingsRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()
  /** One change, written to the audit with it; `seen` in the address is the version that it was made on. */
  const settle = async (
    { req, me: { id: personId } }: Pick<Call<unknown>, 'req' | 'me'>,
    action: string,
    detail: object,
    change: (query: Query) => Promise<void>,
    of: (s: PlantSettings) => readonly [string | undefined, unknown] = () => [undefined, null],
  ) => {
    try {
      await transaction(pool, async (query) => {
        await plant.lockSettings(query)
        const [version, current] = of(await plant.plantSettings(query))
        if (req.query.seen !== undefined && version !== undefined && version !== req.query.seen)
          throw conflict(`Somebody else has changed this meanwhile: ${said(current)}. Look again before you write.`, current)
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
  route(router, ROUTES.namePlant, (call) =>
    settle(
      call,
      'name-plant',
      { to: call.body.name },
      (query) => plant.namePlant(query, call.body.name),
      (s) => [s.versions.name, s.name],
    ),
  )
  route(
    router,
    ROUTES.addGrease,
    (call) =>
      settle(call, 'add-grease', call.body, async (query) => {
        if ((await plant.addGrease(query, call.body)) === null) throw taken('name', call.body.name)
      }),
    201,
  )
  route(router, ROUTES.changeGrease, (call) =>
    settle(
      call,
      'change-grease',
      { id: call.id, ...call.body },
      async (query) => {
        if (!(await plant.changeGrease(query, call.id, call.body))) throw notFound('grease')
      },
      (s) => [s.versions.greases[call.id], s.greases.find((g) => g.id === call.id)],
    ),
  )
  route(
    router,
    ROUTES.addGun,
    (call) =>
      settle(call, 'add-gun', call.body, async (query) => {
        if ((await plant.addGun(query, call.body, call.me.id, now())) === null) throw taken('name', call.body.name)
      }),
    201,
  )
  route(router, ROUTES.weighGun, (call) =>
    settle(
      call,
      'weigh-gun',
      { id: call.id, ...call.body },
      async (query) => {
        if (!(await plant.weighGun(query, call.id, call.body, call.me.id, now()))) throw notFound('grease gun')
      },
      (s) => [s.versions.guns[call.id], s.guns.find((g) => g.id === call.id)],
    ),
  )
  route(router, ROUTES.schools, (call) =>
    settle(
      call,
      'schools',
      call.body,
      (query) => plant.setSchools(query, call.body),
      (s) => [s.versions.schools, s.schools],
    ),
  )

  return router
}
