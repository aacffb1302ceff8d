import { randomUUID } from 'node:crypto'
import { Router } from 'express'
import { z } from 'zod'
import type { BearingView, OffersView, RackView } from '../../contract/rack.js'
import { mayAct, type Me } from '../../contract/people.js'
import { problem } from '../../contract/problem.js'
import { LIST_ROLE, OWN_KINDS, type OwnEntry, type OwnKind } from '../../contract/own-data.js'
import { COLUMNS } from '../../contract/own-columns.js'
import { columnNames } from '../../contract/headings.js'
import { ROUTES } from '../../contract/routes.js'
import type { Bearing } from '../../core/catalogue/bearing.js'
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
import { Refused, notFound, refused } from '../problems.js'
import { dropOldProgress, progressOf, stop, watched } from '../lists/progress.js'
import { tableCsv, templateCsv, writeCsv } from '../files/csv.js'
import { bearingLabel, partLabelDocument } from '../files/labels.js'
import { renderPdf } from '../files/pdf.js'
import * as own from './own-data.js'
import { findBearingRow, ownBearings } from './bearings.js'
import { listJobs } from '../cards/store.js'
import { bearingUses, findPosition } from '../machines/store.js'
import { savedSearches } from '../yard/store.js'
import { listBatches, listStock, ownList } from './store.js'
import { plantContext } from '../plant/store.js'
import { originOf, read } from '../http/guard.js'
import { route, sendFile } from '../http/route.js'

/** Rows of an answer, unless "limit" asks for more. */
const FOUND = 50
const MOST_FOUND = 200

/** What the columns of a file are called, as the address says; refused where it names a column that there is not. */
function columnsIn(value: unknown, kind: OwnKind): Record<string, string> | null {
  if (typeof value !== 'string') return null
  let said: unknown
  try {
    said = JSON.parse(value)
  } catch {
    throw refused('columns', 'JSON')
  }
  const names = read(columnNames, said)
  for (const [name, column] of Object.entries(names))
    if (column && !COLUMNS[kind].some((c) => c.name === column)) throw refused('columns', `"${name}": ${column} is no column of this list`)
  return names
}

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
  route(router, ROUTES.parts, async ({ req, me }) => wordedParts(searchParts(query(req.query.find)), me.units))
  route(router, ROUTES.partLabel, async ({ req, res, me }) => {
    const part = findPart(String(req.params.name).slice(0, 60))
    if (!part) throw notFound('part')
    const address = `${originOf(req, publicOrigin)}/parts/${encodeURIComponent(part.name)}`
    const label = await partLabelDocument(part, await listStock(pool, part.name), address, me.units)
    sendFile(res, `part-${part.name}.pdf`, 'application/pdf', await renderPdf(label))
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
  route(router, ROUTES.changes, () => listBatches(pool))
  const kindSchema = z.enum(OWN_KINDS)
  const kindOf = (value: unknown): OwnKind => {
    const parsed = kindSchema.safeParse(value)
    if (!parsed.success) throw notFound('list')
    return parsed.data
  }
  /** The list that an address names, if this person may change it: the stock is the storekeeper's, every other list the planner's. */
  const changeable = (value: unknown, me: Me): OwnKind => {
    const kind = kindOf(value)
    if (!mayAct(me.role, LIST_ROLE[kind]))
      throw new Refused(problem(403, 'Not allowed', `This list needs the role ${LIST_ROLE[kind]}; you are signed in as ${me.role}.`))
    return kind
  }
  route(router, ROUTES.undoChange, async ({ id, me }) => {
    const kind = await own.kindOfBatch(pool, id)
    changeable(kind, me)
    await own.undoBatch(pool, id, me, now())
    return listBatches(pool)
  })

  route(router, ROUTES.ownTemplate, async ({ req, res }) => {
    const kind = kindOf(req.params.kind)
    sendFile(res, `${kind}-template.csv`, 'text/csv', templateCsv(kind))
  })
  /** Sign-in names are the administrator's; every other list is open to all who may read. */
  const readable = (value: unknown, me: Me): OwnKind => (kindOf(value) === 'people' ? changeable(value, me) : kindOf(value))
  route(router, ROUTES.ownCsv, async ({ req, res, me }) => {
    const kind = readable(req.params.kind, me)
    sendFile(res, `${kind}.csv`, 'text/csv', writeCsv(kind, await ownList(kind).entries(pool, null)))
  })
  route(router, ROUTES.ownEntries, async ({ req, me }) => {
    const kind = readable(req.params.kind, me)
    return { columns: COLUMNS[kind], entries: await ownList(kind).entries(pool, null) }
  })
  const uuid = z.uuid()
  route(router, ROUTES.importFile, async ({ req, res, me }) => {
    const kind = changeable(req.params.kind, me)
    const bytes = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0)
    const key = uuid.safeParse(req.query.progress)
    let gone = false
    res.on('close', () => (gone = !res.writableFinished))
    const reading: own.Reading = {
      source: query(req.query.name) || 'file',
      apply: req.query.apply === '1',
      columns: columnsIn(req.query.columns, kind),
      watch: watched(pool, key.success ? key.data : randomUUID(), me.id, () => gone, now),
    }
    await dropOldProgress(pool, now())
    return own.bringFile(pool, kind, bytes, reading, me, now())
  })
  const keyIn = (value: unknown) => {
    const key = uuid.safeParse(value)
    if (!key.success) throw notFound('list that is being read')
    return key.data
  }
  route(router, ROUTES.importProgress, ({ req, me }) => progressOf(pool, keyIn(req.params.key), me.id))
  route(router, ROUTES.stopImport, async ({ req, me }) => {
    await stop(pool, keyIn(req.params.key), me.id, now())
    return progressOf(pool, keyIn(req.params.key), me.id)
  })
  route(
    router,
    ROUTES.addEntries,
    ({ req, body, me }) => own.bringEntries(pool, changeable(req.params.kind, me), body.entries, me, now(), body.seen),
    201,
  )
  route(router, ROUTES.removeEntry, async ({ req, me }) => ({
    batchId: await own.removeEntry(pool, changeable(req.params.kind, me), String(req.params.key), me, now()),
  }))

  return router
}
