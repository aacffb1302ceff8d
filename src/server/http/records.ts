import { Router } from 'express'
import { acceptStepInput, newJobInput, saveAnswerInput, saveStepInput, type BearingView, type Yard } from '../../contract/api.js'
import { stationSchema } from '../../contract/card.js'
import { findBearing } from '../../core/catalogue/catalogue.js'
import type { ServerOptions } from '../app.js'
import * as card from '../card.js'
import { findBearingRow, listBearings } from '../store/bearings.js'
import { listJobs } from '../store/jobs.js'
import { bearingUses, listMachines, machineView, plantName } from '../store/machines.js'
import { idOf, me, need, read } from './guard.js'

/** Yard, machines, jobs with their cards, and the rack. */
export function recordRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()

  router.get('/yard', need('viewer'), async (_req, res) => {
    const yard: Yard = { plant: await plantName(pool), jobs: await listJobs(pool, { status: 'open' }), machines: await listMachines(pool) }
    res.json(yard)
  })

  router.get('/machines/:id', need('viewer'), async (req, res) => {
    const machine = await machineView(pool, idOf(req))
    if (!machine) throw card.notFound('machine')
    res.json(machine)
  })

  router.post('/positions/:id/jobs', need('technician'), async (req, res) => {
    const { reason } = read(newJobInput, req.body)
    res.status(201).json(await card.openJob(pool, idOf(req), reason, me(res), now()))
  })

  router.get('/jobs/:id', need('viewer'), async (req, res) => {
    res.json(await card.cardView(pool, idOf(req)))
  })

  router.put('/jobs/:id/answers/:station', need('technician'), async (req, res) => {
    const { version, data } = read(saveAnswerInput, req.body)
    const station = read(stationSchema, req.params.station)
    res.json(await card.saveAnswer(pool, idOf(req), station, version, data, me(res), now()))
  })

  router.post('/jobs/:id/moved/:station/seen', need('technician'), async (req, res) => {
    res.json(await card.seenMoved(pool, idOf(req), read(stationSchema, req.params.station)))
  })

  router.put('/jobs/:id/steps/:key', need('technician'), async (req, res) => {
    const { version, values } = read(saveStepInput, req.body)
    res.json(await card.saveStep(pool, idOf(req), String(req.params.key), version, values, me(res), now()))
  })

  router.post('/jobs/:id/steps/:key/signature', need('technician'), async (req, res) => {
    res.json(await card.sign(pool, idOf(req), String(req.params.key), me(res), now()))
  })

  router.delete('/jobs/:id/steps/:key/signature', need('technician'), async (req, res) => {
    res.json(await card.withdraw(pool, idOf(req), String(req.params.key), me(res), now()))
  })

  router.post('/jobs/:id/steps/:key/acceptance', need('planner'), async (req, res) => {
    const { reason } = read(acceptStepInput, req.body)
    res.json(await card.accept(pool, idOf(req), String(req.params.key), reason, me(res), now()))
  })

  router.post('/jobs/:id/finish', need('technician'), async (req, res) => {
    res.json(await card.finish(pool, idOf(req), me(res), now()))
  })

  router.get('/bearings', need('viewer'), async (_req, res) => {
    res.json(await listBearings(pool))
  })

  router.get('/bearings/:designation', need('viewer'), async (req, res) => {
    const designation = findBearing(String(req.params.designation).slice(0, 60))?.row.designation ?? ''
    const row = await findBearingRow(pool, designation)
    if (!row) throw card.notFound('bearing')
    const view: BearingView = { row, usedAt: await bearingUses(pool, designation), jobs: await listJobs(pool, { designation }) }
    res.json(view)
  })

  return router
}
