import { createHash } from 'node:crypto'
import { once } from 'node:events'
import type { Writable } from 'node:stream'
import type pg from 'pg'
import { MOST_DAYS } from '../../contract/greasing.js'
import { CARRIED_LISTS, HOLDS, LEAVES_OUT, type PlantLineKind } from '../../contract/plant-document.js'
import { one, rows, transaction, type Query } from '../database.js'
import { listPeople } from '../people/store.js'
import { ownList } from '../lists/store.js'
import { PLACES, SUPPORTS } from './places.js'
import { plantSettings } from '../plant/store.js'

/** The records of the plant out of it, line by line. */

const ISO = (column: string) => `to_char(${column} AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`

const FITTED = `SELECT a.machine, a.line, a.support, a.place, i.designation, i.clearance_group AS "group", ${ISO('lower(i.fitted)')} AS from, ${ISO('upper(i.fitted)')} AS to
  FROM (${PLACES}) a JOIN installation i ON i.place_id = a.id ORDER BY a.machine, a.line, a.support, a.place, lower(i.fitted) NULLS FIRST`
const GREASING = `SELECT a.machine, a.line, a.support, t.name AS point, g.name AS grease, f.school, f.interval_h AS "intervalH",
    least(f.interval_days, ${MOST_DAYS}) AS "intervalDays", f.quantity_g AS "quantityG", ${ISO('t.last_at')} AS "lastAt"
  FROM (${SUPPORTS}) a JOIN point_feed f ON f.position_id = a.id JOIN greasing_point t ON t.id = f.point_id AND t.retired_at IS NULL
  LEFT JOIN grease g ON g.id = t.grease_id ORDER BY a.machine, a.line, a.support, t.id`
const PAPERS = `SELECT d.id, d.name, d.kind AS type, ${ISO('d.added_at')} AS "addedAt", d.size, d.sum,
    ARRAY(SELECT m.code FROM machine_document md JOIN machine m ON m.id = md.machine_id WHERE md.document_id = d.id AND m.retired_at IS NULL ORDER BY m.code) AS machines,
    (SELECT coalesce(json_agg(json_build_object('machine', m.code, 'line', a.line, 'support', a.support, 'subject', y.subject, 'words', y.words,
        'amount', y.amount, 'page', y.page) ORDER BY m.code, a.line, a.support, y.subject, y.words), '[]')
     FROM saying y JOIN machine m ON m.id = y.machine_id LEFT JOIN (${SUPPORTS}) a ON a.id = y.position_id
     WHERE y.document_id = d.id AND y.removed_at IS NULL AND m.retired_at IS NULL AND (y.position_id IS NULL OR a.id IS NOT NULL)) AS sayings
  FROM document d WHERE EXISTS (SELECT FROM machine_document md JOIN machine m ON m.id = md.machine_id WHERE md.document_id = d.id AND m.retired_at IS NULL)
  ORDER BY d.name, d.sum`

/** Waits until a stream has taken what was written, or is gone. */
async function takenBy(out: Writable): Promise<void> {
  const settled = new AbortController()
  const { signal } = settled
  await Promise.race([once(out, 'drain', { signal }), once(out, 'close', { signal })]).finally(() => settled.abort())
}

/** So many bytes of a paper stand on a line. */
const PIECE = 768 * 1024

/**
 * Writes the plant into a stream as it stands at one moment, as fast as that takes it; of papers one is in memory at a time.
 * @throws Error when nobody takes it any more
 */
export async function writePlant(pool: pg.Pool, out: Writable): Promise<void> {
  await transaction(pool, async (query) => {
    await query.query('SET TRANSACTION ISOLATION LEVEL REPEATABLE READ, READ ONLY')
    await writeAll(query, out)
  })
}

async function writeAll(query: Query, out: Writable): Promise<void> {
  let lines = 0
  const write = async (kind: PlantLineKind, line: object) => {
    if (out.destroyed) throw new Error('nobody reads the plant file any more')
    lines += 1
    if (!out.write(`${JSON.stringify({ kind, ...line })}\n`)) await takenBy(out)
  }
  const all = async (kind: PlantLineKind, list: readonly object[]) => {
    for (const line of list) await write(kind, line)
  }
  const settings = await plantSettings(query)
  await write('plant', {
    ...{ format: 'yardfrost-plant', version: 2, name: settings.name, schools: settings.schools, holds: HOLDS, leavesOut: LEAVES_OUT },
  })
  await all(
    'person',
    (await listPeople(query)).map(({ name, login, role, active }) => ({ name, login, role, active })),
  )
  await all(
    'grease',
    settings.greases.map(({ id: _id, ...grease }) => ({ grease })),
  )
  await all(
    'gun',
    settings.guns.map(({ name, strokesWeighed, gramsWeighed }) => ({ gun: { name, strokesWeighed, gramsWeighed } })),
  )
  for (const list of CARRIED_LISTS)
    await all(
      'entry',
      (await ownList(list).entries(query, null)).map((entry) => ({ list, entry })),
    )
  await all('fitted', await rows<object>(query, FITTED))
  await all('greasing', await rows<object>(query, GREASING))
  await all(
    'area',
    await rows<object>(query, 'SELECT c.area, p.login FROM area_charge c JOIN person p ON p.id = c.person_id ORDER BY c.area'),
  )
  for (const { id, ...paper } of await rows<{ id: number; sum: string }>(query, PAPERS)) {
    await write('paper', paper)
    const { bytes } = (await one<{ bytes: Buffer }>(query, 'SELECT bytes FROM document WHERE id = $1', [id]))!
    for (let from = 0; from < bytes.length; from += PIECE)
      await write('piece', { data: bytes.subarray(from, from + PIECE).toString('base64') })
  }
  await write('end', { lines })
}

export const sumOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex')
