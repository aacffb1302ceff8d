import { Router } from 'express'
import { ROUTES } from '../../contract/routes.js'
import { STATIONS } from '../../core/card/answers.js'
import { cardSection } from '../../core/drawing/card-section.js'
import { DAY } from '../../core/drawing/palette.js'
import { toSvg } from '../../core/drawing/svg.js'
import type { ServerOptions } from '../app.js'
import { notFound, paperOf } from '../card.js'
import { cardDocument } from '../files/card-pdf.js'
import { labelDocument } from '../files/label-pdf.js'
import { renderPdf } from '../files/pdf.js'
import { greasingView } from '../greasing.js'
import { originOf } from './guard.js'
import { route, sendFile } from './route.js'

/** What leaves the program as a file: the card as PDF and JSON, its section, the grease label. */
export function fileRoutes({ pool, now, publicOrigin }: ServerOptions): Router {
  const router = Router()

  route(router, ROUTES.cardPdf, async ({ id, me, res }) => {
    const paper = { ...(await paperOf(pool, id, now())), units: me.units, printedAt: now() }
    sendFile(res, `card-${paper.view.job.number}.pdf`, 'application/pdf', await renderPdf(cardDocument(paper)))
  })
  route(router, ROUTES.cardJson, async ({ id, res }) => {
    const { view: card, evaluation, coreVersion } = await paperOf(pool, id, now())
    const stations = Object.fromEntries(STATIONS.map((s) => [s, evaluation[s]]))
    // What it said stands once, under its stations.
    const { finished: _same, ...view } = card
    sendFile(res, `card-${view.job.number}.json`, 'application/json', JSON.stringify({ coreVersion, ...view, stations }, null, 2))
  })
  route(router, ROUTES.sectionSvg, async ({ id, me, res }) => {
    const { view, evaluation, answers } = await paperOf(pool, id, now())
    const place = { end: view.position.end, carries: view.carries }
    const drawing = cardSection(evaluation, answers.arrange, place, me.units, { width: 820, height: 420 })
    if (!drawing) throw notFound('section yet; choose the bearing first')
    sendFile(res, `card-${view.job.number}-section.svg`, 'image/svg+xml', toSvg(drawing, DAY, 'Arial, sans-serif'))
  })
  route(router, ROUTES.greaseLabel, async ({ id, me, req, res }) => {
    const view = await greasingView(pool, id, now())
    const address = `${originOf(req, publicOrigin)}/greasing/${id}`
    sendFile(res, `grease-${view.machineCode}.pdf`, 'application/pdf', await renderPdf(await labelDocument(view, address, me.units)))
  })

  return router
}
