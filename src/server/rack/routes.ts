import { Router } from 'express'
import { z } from 'zod'
import type { BearingView, OffersView, RackView } from '../../contract/rack.js'
import { COLUMNS, OWN_KINDS, type OwnEntry, type OwnKind } from '../../contract/own-data.js'
import { ROUTES } from '../../contract/routes.js'
import type { Bearing } from '../../core/catalogue/bearing.js'
import { catalogue } from '../../core/catalogue/catalogue.js'
import { findMarked } from '../../core/identify/marked.js'
import { withMakersFigures } from '../../core/catalogue/makers-figures.js'
import { searchBearings } from '../../core/catalogue/search.js'
import { placeAnswers } from '../../core/card/answers.js'
import { positionDuty } from '../../core/card/position.js'
import { asMarked, rankOffers, type Described } from '../../core/identify/compare.js'
import type { ServerOptions } from '../options.js'
import { notFound } from '../problems.js'
import { tableCsv, templateCsv, writeCsv } from '../files/csv.js'
import { bearingLabel } from '../files/labels.js'
import { renderPdf } from '../files/pdf.js'
import * as own from './own-data.js'
import { findBearingRow, ownBearings } from './bearings.js'
import { listJobs } from '../cards/store.js'
import { bearingUses, findPosition } from '../machines/store.js'
import { dropSearch, listBatches, listStock, ownList, saveSearch, savedSearches } from './store.js'
import { plantContext } from '../plant/store.js'
import { originOf } from '../http/guard.js'
import { route, sendFile } from '../http/route.js'

/** Rows of an answer, unless "limit" asks for more. */
const FOUND = 50
const MOST_FOUND = 200

const query = (value: unknown) => (typeof value === 'string' ? value.slice(0, 200) : '')

/** Columns of a rack list as a spreadsheet gets it. */
const RACK_COLUMNS: readonly (readonly [string, (row: Bearing) => unknown])[] = [
  ['designation', (r) => r.designation],
  ['family', (r) => r.family],
  ['form', (r) => r.form],
  ['bore_mm', (r) => r.boreMm],
  ['outside_mm', (r) => r.outsideMm],
  ['width_mm', (r) => r.widthMm],
  ['dynamic_rating_kn', (r) => Math.round(r.dynamicRatingN) / 1000],
  ['static_rating_kn', (r) => Math.round(r.staticRatingN) / 1000],
  ['fatigue_limit_kn', (r) => Math.round(r.fatigueLoadLimitN) / 1000],
  ['mass_kg', (r) => Math.round(r.massKg * 1000) / 1000],
  ['grease_speed_rpm', (r) => Math.round(r.greaseSpeedRpm / 100) * 100],
  ['rating_source', (r) => r.ratingSource],
]

/** The rack: search, one bearing, what the plant keeps over the catalogue, offers from stock. */
export function rackRoutes({ pool, now, publicOrigin }: ServerOptions): Router {
  const router = Router()
  const wholeRack = async (): Promise<Bearing[]> => {
    const [{ makersFigures }, added] = await Promise.all([plantContext(pool), ownBearings(pool)])
    const entered = new Map(makersFigures.map((f) => [f.designation, f]))
    return [...catalogue(), ...added].map((row) => (entered.has(row.designation) ? withMakersFigures(row, makersFigures) : row))
  }
  route(router, ROUTES.bearings, async ({ req }) => {
    const found = searchBearings(await wholeRack(), query(req.query.find))
    const limit = Math.min(MOST_FOUND, Math.max(1, Math.trunc(Number(req.query.limit)) || FOUND))
    return { total: found.length, rows: found.slice(0, limit) }
  })
  route(router, ROUTES.bearingsCsv, async ({ req, res }) => {
    const found = searchBearings(await wholeRack(), query(req.query.find))
    sendFile(
      res,
      'rack.csv',
      'text/csv',
      tableCsv(
        RACK_COLUMNS.map(([name]) => name),
        found.map((row) => RACK_COLUMNS.map(([, value]) => value(row))),
      ),
    )
  })

  const bearingView = async (text: unknown): Promise<BearingView> => {
    const designation = String(text).slice(0, 60)
    const name = findMarked(designation)?.row.designation ?? designation.trim().toUpperCase()
    const computed = await findBearingRow(pool, name)
    if (!computed) throw notFound('bearing')
    const [{ makersFigures }, usedAt, jobs, stock, references] = await Promise.all([
      plantContext(pool),
      bearingUses(pool, name),
      listJobs(pool, { designation: name }),
      listStock(pool, name),
      ownList('cross-references').entries(pool, null),
    ])
    const names = references.filter((r) => findMarked(String(r.marking))?.row.designation === name).map((r) => String(r.name))
    return { row: withMakersFigures(computed, makersFigures), computed, usedAt, jobs, stock, names }
  }
  route(router, ROUTES.bearing, ({ req }) => bearingView(req.params.designation))
  route(router, ROUTES.bearingLabel, async ({ req, res, me }) => {
    const view = await bearingView(req.params.designation)
    const address = `${originOf(req, publicOrigin)}/rack/${encodeURIComponent(view.row.designation)}`
    sendFile(res, `bearing-${view.row.designation}.pdf`, 'application/pdf', await renderPdf(await bearingLabel(view, address, me.units)))
  })
  route(router, ROUTES.makersFigures, async ({ req, body, me }) => {
    const { designation } = (await bearingView(req.params.designation)).row
    await own.bringEntries(pool, 'figures', [{ designation, ...body }], me, now())
    return bearingView(designation)
  })

  route(router, ROUTES.offers, async ({ id }): Promise<OffersView> => {
    const found = await findPosition(pool, id, now())
    if (!found) throw notFound('bearing position')
    const { position, machine } = found
    const shelf = await listStock(pool)
    const place = position.places[0] ?? null
    const stored = placeAnswers(found.duty, place?.code ?? `${position.code}.1`).duty
    const duty = positionDuty(stored, position.held, position.lubrication && position.lubrication.intervalH !== null)
    const machineOf = { machineId: machine.id, machineCode: machine.code, machineName: machine.name }
    if (!place?.row) return { position, ...machineOf, removed: null, duty, offers: [] }
    const removed: Described = { row: place.row, features: { clearance: place.fitted?.group ?? null } }
    const added = await ownBearings(pool)
    const described = shelf
      .filter((item) => item.quantity > 0)
      .flatMap((item) => {
        const row = findMarked(item.designation, added)?.row
        return row ? [{ row: withMakersFigures(row, found.plant.makersFigures), features: asMarked(row, item.features), item }] : []
      })
    const offers = rankOffers(removed, described, duty).map(({ item, result }) => ({ item: item.item, row: item.row, result }))
    return { position, ...machineOf, removed, duty, offers }
  })

  route(router, ROUTES.rack, async ({ me }): Promise<RackView> => {
    const [{ makersFigures }, ownRows, letters, references, stock, searches] = await Promise.all([
      plantContext(pool),
      ownBearings(pool),
      ownList('letters').entries(pool, null),
      ownList('cross-references').entries(pool, null),
      listStock(pool),
      savedSearches(pool, me.id),
    ])
    return {
      ownRows,
      makersFigures,
      letters: (letters as OwnEntry<'letters'>[]).map(({ note: _note, ...letter }) => letter),
      crossReferences: (references as OwnEntry<'cross-references'>[]).map(({ name, marking }) => ({ name, marking })),
      stock,
      searches,
    }
  })
  route(router, ROUTES.saveSearch, async ({ body, me }) => {
    await saveSearch(pool, me.id, body)
    return savedSearches(pool, me.id)
  })
  route(router, ROUTES.dropSearch, async ({ id, me }) => {
    if (!(await dropSearch(pool, me.id, id))) throw notFound('search')
    return savedSearches(pool, me.id)
  })
  route(router, ROUTES.changes, () => listBatches(pool))
  route(router, ROUTES.undoChange, async ({ id, me }) => {
    await own.undoBatch(pool, id, me, now())
    return listBatches(pool)
  })

  const kindSchema = z.enum(OWN_KINDS)
  const kindOf = (value: unknown): OwnKind => {
    const parsed = kindSchema.safeParse(value)
    if (!parsed.success) throw notFound('list')
    return parsed.data
  }
  route(router, ROUTES.ownTemplate, async ({ req, res }) => {
    const kind = kindOf(req.params.kind)
    sendFile(res, `${kind}-template.csv`, 'text/csv', templateCsv(kind))
  })
  route(router, ROUTES.ownCsv, async ({ req, res }) => {
    const kind = kindOf(req.params.kind)
    sendFile(res, `${kind}.csv`, 'text/csv', writeCsv(kind, await ownList(kind).entries(pool, null)))
  })
  route(router, ROUTES.ownEntries, async ({ req }) => {
    const kind = kindOf(req.params.kind)
    return { columns: COLUMNS[kind], entries: await ownList(kind).entries(pool, null) }
  })
  route(router, ROUTES.importFile, ({ req, me }) => {
    const kind = kindOf(req.params.kind)
    const bytes = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0)
    return own.bringFile(pool, kind, bytes, query(req.query.name) || 'file', req.query.apply === '1', me, now())
  })
  route(router, ROUTES.addEntries, ({ req, body, me }) => own.bringEntries(pool, kindOf(req.params.kind), body.entries, me, now()), 201)
  route(router, ROUTES.removeEntry, async ({ req, me }) => ({
    batchId: await own.removeEntry(pool, kindOf(req.params.kind), String(req.params.key), me, now()),
  }))

  return router
}
