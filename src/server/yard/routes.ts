import { Router, type Request } from 'express'
import { z } from 'zod'
import { MACHINE_ORDERS } from '../../contract/machines.js'
import { SCREENS_KEPT, type Yard } from '../../contract/yard.js'
import { ROUTES } from '../../contract/routes.js'
import { pageOf } from '../http/guard.js'
import { route } from '../http/route.js'
import { machinePage } from '../machines/page.js'
import { dropSearch, saveSearch, savedSearches } from '../people/searches.js'
import { plantName } from '../plant/store.js'
import type { ServerOptions } from '../options.js'
import { notFound } from '../problems.js'
import { find } from './find.js'
import * as yard from './store.js'

/** How far ahead the Yard looks for greasing. */
const AHEAD_MS = 7 * 24 * 3600 * 1000

const text = z.string().max(200).catch('')
const person = z.coerce.number().int().positive().max(Number.MAX_SAFE_INTEGER).nullable().catch(null)
const order = z.enum(MACHINE_ORDERS).catch('code')
const area = (req: Request) => text.parse(req.query.area).trim()

/** What needs hands, machines page by page, the one box that finds, what a person looks at again and again. */
export function yardRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()

  route(router, ROUTES.yard, async ({ req, me }): Promise<Yard> => {
    const at = now()
    const before = new Date(at.getTime() + AHEAD_MS)
    const asked = { area: area(req), personId: person.parse(req.query.person ?? null) }
    const [plant, open, points, areas, colleagues, views] = await Promise.all([
      plantName(pool),
      yard.openJobs(pool, asked),
      yard.dueBefore(pool, asked, at, before),
      yard.listAreas(pool, at, before),
      yard.listColleagues(pool),
      savedSearches(pool, me.id, 'yard'),
    ])
    return {
      ...{ plant, now: at.toISOString(), areas, colleagues, views },
      ...{ jobs: open.jobs, jobsTotal: open.total, questions: open.questions },
      ...{ due: points.due, dueTotal: points.total, overdue: points.overdue },
      beginning: areas.length ? null : await yard.beginning(pool),
    }
  })
  route(router, ROUTES.colleagues, () => yard.listColleagues(pool))
  route(router, ROUTES.find, async ({ req }) => ({ found: await find(pool, text.parse(req.query.find)) }))
  route(router, ROUTES.machines, ({ req }) =>
    machinePage(pool, {
      area: area(req),
      find: text.parse(req.query.find),
      order: order.parse(req.query.order),
      page: pageOf(req),
    }),
  )
  route(router, ROUTES.keptSearches, async ({ req, me }) => {
    const screen = z.enum(SCREENS_KEPT).safeParse(req.params.screen)
    if (!screen.success) throw notFound('screen')
    return savedSearches(pool, me.id, screen.data)
  })
  route(router, ROUTES.saveSearch, async ({ body, me }) => {
    const { screen, ...saved } = body
    await saveSearch(pool, me.id, screen, saved)
    return savedSearches(pool, me.id, screen)
  })
  route(router, ROUTES.dropSearch, async ({ id, me }) => {
    const screen = await dropSearch(pool, me.id, id)
    if (!screen) throw notFound('search')
    return savedSearches(pool, me.id, screen)
  })

  return router
}
