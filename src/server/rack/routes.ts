import { Router } from 'express'
import type { OffersView, RackView } from '../../contract/rack.js'
import type { OwnEntry } from '../../contract/own-data.js'
import { ROUTES } from '../../contract/routes.js'
import type { Bearing } from '../../core/bearing/bearing.js'
import { catalogue } from '../../core/catalogue/catalogue.js'
import { findMarked } from '../../core/identify/marked.js'
import { withMakersFigures } from '../../core/catalogue/makers-figures.js'
import { stationAnswers } from '../../core/card/answers.js'
import { positionDuty } from '../../core/card/position.js'
import { searchRack } from '../../core/identify/search-rack.js'
import { findPart } from '../../core/parts/belongs.js'
import { searchParts, wordedParts } from '../../core/parts/search.js'
import { asMarked, rankOffers, type Described } from '../../core/identify/compare.js'
import type { ServerOptions } from '../options.js'
import { notFound } from '../problems.js'
import { tableCsv } from '../files/csv.js'
import { bearingLabel, partLabelDocument } from '../files/labels.js'
import { renderPdf } from '../files/pdf.js'
import { bearingView } from './bearing.js'
import { ownBearings } from '../bearings/store.js'
import { findPosition } from '../records/lines.js'
import { savedSearches } from '../people/searches.js'
import { listStock, ownList } from '../lists/store.js'
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

/** The rack: search, one bearing, offers from stock. */
export function rackRoutes({ pool, now, publicOrigin }: ServerOptions): Router {
  const router = Router()
  const wholeRack = async (): Promise<Bearing[]> => {
    const [{ makersFigures }, added] = await Promise.all([plantContext(pool), ownBearings(pool)])
    const entered = new Map(makersFigures.map((f) => [f.designation, f]))
    return [...catalogue(), ...added].map((row) => (entered.has(row.designation) ? withMakersFigures(row, makersFigures) : row))
  }
  route(router, ROUTES.bearings, async ({ req }) => {
    const found = searchRack(await wholeRack(), query(req.query.find), await ownBearings(pool))
    const limit = Math.min(MOST_FOUND, Math.max(1, Math.trunc(Number(req.query.limit)) || FOUND))
    return { total: found.length, rows: found.slice(0, limit) }
  })
  route(router, ROUTES.bearingsCsv, async ({ req, res }) => {
    const found = searchRack(await wholeRack(), query(req.query.find), await ownBearings(pool))
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

  route(router, ROUTES.bearing, ({ req }) => bearingView(pool, req.params.designation))
  route(router, ROUTES.bearingLabel, async ({ req, res, me }) => {
    const view = await bearingView(pool, req.params.designation)
    const address = `${originOf(req, publicOrigin)}/rack/${encodeURIComponent(view.row.designation)}`
    sendFile(res, `bearing-${view.row.designation}.pdf`, 'application/pdf', await renderPdf(await bearingLabel(view, address, me.units)))
  })
  route(router, ROUTES.parts, async ({ req, me }) => wordedParts(searchParts(query(req.query.find)), me.units))
  route(router, ROUTES.partLabel, async ({ req, res, me }) => {
    const part = findPart(String(req.params.name).slice(0, 60))
    if (!part) throw notFound('part')
    const address = `${originOf(req, publicOrigin)}/parts/${encodeURIComponent(part.name)}`
    const label = await partLabelDocument(part, await listStock(pool, part.name), address, me.units)
    sendFile(res, `part-${part.name}.pdf`, 'application/pdf', await renderPdf(label))
  })
  route(router, ROUTES.offers, async ({ id }): Promise<OffersView> => {
    const found = await findPosition(pool, id, now())
    if (!found) throw notFound('bearing position')
    const { position, machine } = found
    const shelf = await listStock(pool)
    const place = position.places[0] ?? null
    const stored = stationAnswers(found.duty, 'duty', place?.code ?? `${position.code}.1`)
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
      savedSearches(pool, me.id, 'rack'),
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
  return router
}
