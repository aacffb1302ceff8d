import { Router } from 'express'
import { problem } from '../../contract/problem.js'
import { ROUTES } from '../../contract/routes.js'
import { DAY } from '../../core/drawing/palette.js'
import { toSvg } from '../../core/drawing/svg.js'
import { cardDocument } from '../files/card-pdf.js'
import { bringList } from '../../core/card/bring.js'
import { bringDocument } from '../files/bring-pdf.js'
import { sketchDocument, sketchOf } from '../files/sketch-pdf.js'
import { renderPdf } from '../files/pdf.js'
import { need } from '../http/guard.js'
import { route, sendFile } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { Refused, notFound } from '../problems.js'
import { cardView, paperOf } from './card.js'
import { rollingOf } from '../../core/card/rolling-stations.js'
import { worded } from '../../core/card/worded.js'

const OLD_PAGE = 'This page is older than the server. Load it anew: what you typed is kept and will be saved then.'

/** Job cards: opened, answered, signed, closed, and what of them leaves as a file. */
export function cardRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()
  route(router, ROUTES.card, ({ id }) => cardView(pool, id, now()))
  // A page of the release before asks here: it is told to load anew, and keeps what was typed.
  router.all(/^\/(jobs\/|positions\/[0-9]+\/jobs)/, need('viewer'), () => {
    throw new Refused(problem(410, 'Page too old', OLD_PAGE))
  })

  route(router, ROUTES.cardPdf, async ({ id, me, res }) => {
    const paper = { ...(await paperOf(pool, id, now())), units: me.units, printedAt: now() }
    sendFile(res, `card-${paper.view.job.number}.pdf`, 'application/pdf', await renderPdf(cardDocument(paper)))
  })
  route(router, ROUTES.sketchPdf, async ({ id, me, req, res }) => {
    const { view, evaluation, answers } = await paperOf(pool, id, now())
    const rolling = rollingOf(evaluation)
    const sheet = rolling && sketchOf(rolling, answers, view.context, String(req.query.position))
    if (!sheet) throw notFound('sketch: nothing has to come off there')
    const { machineName, machineCode, number } = view.job
    const paper = { ...sheet, machine: `${machineName} ${machineCode}`, card: number, units: me.units, printedAt: now() }
    sendFile(res, `card-${number}-sketch.pdf`, 'application/pdf', await renderPdf(sketchDocument(paper)))
  })
  route(router, ROUTES.bringPdf, async ({ id, me, res }) => {
    const { view, evaluation, plan } = await paperOf(pool, id, now())
    const { machineName, machineCode, number, where } = view.job
    const rolling = rollingOf(evaluation)
    if (!rolling) throw notFound('list of what to bring for such a card')
    const list = bringList(rolling, view.context, plan)
    const paper = { list, machine: `${machineName} ${machineCode}`, where, card: number, units: me.units, printedAt: now() }
    sendFile(res, `card-${number}-bring.pdf`, 'application/pdf', await renderPdf(bringDocument(paper)))
  })
  route(router, ROUTES.cardJson, async ({ id, res }) => {
    const { view: card, evaluation, coreVersion } = await paperOf(pool, id, now())
    // What it said stands once, under its places.
    const { finished: _same, ...view } = card
    const { order: _order, procedure: _procedure, ...said } = worded(evaluation)
    sendFile(res, `card-${view.job.number}.json`, 'application/json', JSON.stringify({ coreVersion, ...view, ...said }, null, 2))
  })
  route(router, ROUTES.sectionSvg, async ({ id, me, req, res }) => {
    const { view, evaluation, drawings } = await paperOf(pool, id, now())
    const lead = evaluation.order.find((o) => o.place === req.query.place)?.lead
    const sections = drawings.filter((d) => d.of === 'section')
    const drawing = lead ? sections.find((d) => d.place === lead) : sections[0]
    if (!drawing) throw notFound('section yet; choose the bearing first')
    sendFile(res, `card-${view.job.number}-section.svg`, 'image/svg+xml', toSvg(drawing[me.units], DAY, 'Arial, sans-serif'))
  })

  return router
}
