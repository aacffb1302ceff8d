import { Router } from 'express'
import { ROUTES } from '../../contract/routes.js'
import { labelDocument } from '../files/labels.js'
import { renderPdf } from '../files/pdf.js'
import { originOf } from '../http/guard.js'
import { route, sendFile } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { greasingView } from './greasing.js'

/** The round: what a point needs, what was done there, its label. */
export function greasingRoutes({ pool, now, publicOrigin }: ServerOptions): Router {
  const router = Router()

  route(router, ROUTES.greasingPoint, ({ id }) => greasingView(pool, id, now()))
  route(router, ROUTES.greaseLabel, async ({ id, me, req, res }) => {
    const view = await greasingView(pool, id, now())
    const address = `${originOf(req, publicOrigin)}/greasing/${id}`
    sendFile(res, `grease-${view.machineCode}.pdf`, 'application/pdf', await renderPdf(await labelDocument(view, address, me.units)))
  })

  return router
}
