import { Router } from 'express'
import { z } from 'zod'
import { isoDay } from '../../contract/days.js'
import { PLANT_FILE_TYPE, plantLine } from '../../contract/plant-document.js'
import { ROUTES } from '../../contract/routes.js'
import { USUAL_ROOM } from '../documents/store.js'
import { keptAside } from '../http/aside.js'
import { route } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { mustBeEmpty, readPlant } from './read.js'
import { writePlant } from './write.js'

/** What base64 makes of bytes, with its line ends and names. */
const BASE64 = 1.4
const ROOM_FOR_RECORDS = 300e6

/** The plant as a file: out of the records, and into a plant that is empty. */
export function plantFileRoutes({ pool, now, mostPaperBytes }: ServerOptions): Router {
  const router = Router()
  route(router, ROUTES.plantFile, async ({ res }) => {
    res.set({
      'Content-Type': PLANT_FILE_TYPE,
      'Content-Disposition': `attachment; filename="plant-${isoDay(now())}.yardfrost"`,
      // Papers do not get smaller, and packing them would keep others waiting.
      'Cache-Control': 'no-store, no-transform',
    })
    await writePlant(pool, res)
    res.end()
  })
  route(
    router,
    ROUTES.plantFileSchema,
    async () => z.toJSONSchema(plantLine, { io: 'input', unrepresentable: 'any' }) as Record<string, unknown>,
  )
  route(
    router,
    ROUTES.readPlantFile,
    async ({ req, me }) => {
      await mustBeEmpty(pool)
      const most = mostPaperBytes ?? USUAL_ROOM
      // Kept aside first: nobody waits for a slow line while a table is held.
      return keptAside(req, most * BASE64 + ROOM_FOR_RECORDS, (path) => readPlant(pool, path, me, now(), most))
    },
    201,
  )

  return router
}
