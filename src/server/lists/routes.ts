import { randomUUID } from 'node:crypto'
import { Router } from 'express'
import { z } from 'zod'
import { columnNames } from '../../contract/headings.js'
import { COLUMNS } from '../../contract/own-columns.js'
import { LIST_ROLE, OWN_KINDS, type OwnKind } from '../../contract/own-data.js'
import { mayAct, type Me } from '../../contract/people.js'
import { problem } from '../../contract/problem.js'
import { ROUTES } from '../../contract/routes.js'
import { templateCsv, writeCsv } from '../files/csv.js'
import { read } from '../http/guard.js'
import { route, sendFile } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { Refused, notFound, refused } from '../problems.js'
import * as own from './bring.js'
import { dropOldProgress, progressOf, stop, watched } from './progress.js'
import { listBatches, ownList } from './store.js'

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

/** The plant's own lists: read, written, brought in from a file, taken back. */
export function listRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()
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
      source: (typeof req.query.name === 'string' && req.query.name.slice(0, 200)) || 'file',
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

  return router
}
