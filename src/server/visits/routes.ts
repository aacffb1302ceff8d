import { Router } from 'express'
import { ROUTES } from '../../contract/routes.js'
import { renderPdf } from '../files/pdf.js'
import { visitDocument } from '../files/visit-pdf.js'
import { route, sendFile } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { notFound } from '../problems.js'
import * as visits from './store.js'

/** Visits: what somebody saw of another's work, and its report on one page. */
export function visitRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()
  const found = async (id: number) => {
    const visit = await visits.findVisit(pool, id)
    if (!visit) throw notFound('visit')
    return visit
  }
  route(router, ROUTES.visit, ({ id }) => found(id))
  route(router, ROUTES.visitPdf, async ({ id, me, res }) => {
    const visit = await found(id)
    sendFile(res, `visit-${visit.machineCode}-${id}.pdf`, 'application/pdf', await renderPdf(visitDocument(visit, me.units, now())))
  })
  return router
}
