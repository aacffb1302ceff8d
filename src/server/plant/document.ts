import type pg from 'pg'
import type { Me } from '../../contract/people.js'
import {
  CARRIED_LISTS,
  plantDocument,
  type DocumentEntry,
  type FittedEntry,
  type GreasingEntry,
  type PlantDocument,
} from '../../contract/plant-document.js'
import { problem, refusal } from '../../contract/problem.js'
import { audit, execute, one, rows, transaction, type Query } from '../database.js'
import { addWants, type WantRow } from '../greasing/points.js'
import { fileOf } from '../documents/media.js'
import { addDocument } from '../documents/store.js'
import { inviteOf, newCode } from '../people/invitation.js'
import { addPerson, listPeople } from '../people/store.js'
import { Refused } from '../problems.js'
import { bringInto } from '../rack/own-data.js'
import { ownList } from '../rack/store.js'
import { addGrease, addGun, namePlant, plantSettings, setSchools } from './store.js'

/** The records of the plant as one document, out and back in. */

/** Supports of lines that are not retired, numbered from the left, with what the document calls them by. */
const SUPPORTS = `
  SELECT p.id, upper(m.code) AS machine_key, m.code AS machine, s.name AS line,
    row_number() OVER (PARTITION BY s.id ORDER BY p.along_mm, p.code) - 1 AS support
  FROM position p JOIN shaft_line s ON s.id = p.shaft_line_id JOIN machine m ON m.id = s.machine_id
  WHERE p.retired_at IS NULL AND s.retired_at IS NULL AND m.retired_at IS NULL`
const PLACES = `
  SELECT x.id, a.machine, a.line, a.support, row_number() OVER (PARTITION BY a.id ORDER BY x.number) - 1 AS place
  FROM (${SUPPORTS}) a JOIN place x ON x.position_id = a.id AND x.retired_at IS NULL`
const ISO = (column: string) => `to_char(${column} AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`

export async function exportPlant(query: Query): Promise<PlantDocument> {
  const [settings, people, fitted, greasing, documents, areas] = await Promise.all([
    plantSettings(query),
    listPeople(query),
    rows<FittedEntry>(
      query,
      `SELECT a.machine, a.line, a.support, a.place, i.designation, i.clearance_group AS "group", ${ISO('lower(i.fitted)')} AS from, ${ISO('upper(i.fitted)')} AS to
       FROM (${PLACES}) a JOIN installation i ON i.place_id = a.id ORDER BY a.machine, a.line, a.support, a.place, lower(i.fitted) NULLS FIRST`,
    ),
    rows<GreasingEntry>(
      query,
      `SELECT a.machine, a.line, a.support, t.name AS point, g.name AS grease, f.school, f.interval_h AS "intervalH", f.interval_days AS "intervalDays",
         f.quantity_g AS "quantityG", ${ISO('t.last_at')} AS "lastAt"
       FROM (${SUPPORTS}) a JOIN point_feed f ON f.position_id = a.id JOIN greasing_point t ON t.id = f.point_id AND t.retired_at IS NULL
       LEFT JOIN grease g ON g.id = t.grease_id ORDER BY a.machine, a.line, a.support, t.id`,
    ),
    rows<DocumentEntry>(
      query,
      `SELECT d.name, d.kind, ${ISO('d.added_at')} AS "addedAt", replace(encode(d.bytes, 'base64'), E'\\n', '') AS data,
         ARRAY(SELECT m.code FROM machine_document md JOIN machine m ON m.id = md.machine_id WHERE md.document_id = d.id AND m.retired_at IS NULL ORDER BY m.code) AS machines,
         (SELECT coalesce(json_agg(json_build_object('machine', m.code, 'line', a.line, 'support', a.support, 'subject', y.subject, 'words', y.words,
             'amount', y.amount, 'page', y.page) ORDER BY m.code, a.line, a.support, y.subject, y.words), '[]')
          FROM saying y JOIN machine m ON m.id = y.machine_id LEFT JOIN (${SUPPORTS}) a ON a.id = y.position_id
          WHERE y.document_id = d.id AND y.removed_at IS NULL AND m.retired_at IS NULL AND (y.position_id IS NULL OR a.id IS NOT NULL)) AS sayings
       FROM document d WHERE EXISTS (SELECT FROM machine_document md JOIN machine m ON m.id = md.machine_id WHERE md.document_id = d.id AND m.retired_at IS NULL)
       ORDER BY d.name, d.sum`,
    ),
    rows<{ area: string; login: string }>(
      query,
      'SELECT c.area, p.login FROM area_charge c JOIN person p ON p.id = c.person_id ORDER BY c.area',
    ),
  ])
  const lists = await Promise.all(CARRIED_LISTS.map(async (kind) => [kind, await ownList(kind).entries(query, null)] as const))
  return {
    ...{ format: 'yardfrost-plant', version: 1, name: settings.name, schools: settings.schools },
    people: people.map(({ name, login, role, active }) => ({ name, login, role, active })),
    greases: settings.greases.map(({ id: _id, ...grease }) => grease),
    guns: settings.guns.map(({ name, strokesWeighed, gramsWeighed }) => ({ name, strokesWeighed, gramsWeighed })),
    lists: Object.fromEntries(lists) as PlantDocument['lists'],
    ...{ fitted, greasing, documents, areas },
  }
}

/** In the order in which they rest on each other. */
const ORDER = [...CARRIED_LISTS].sort((a, b) => Number(a === 'machines') - Number(b === 'machines'))

/** Reads a document into a plant that has no machine yet; all of it comes in or nothing. People choose a password with a code. */
export async function importPlant(pool: pg.Pool, bytes: Uint8Array, me: Me, at: Date): Promise<void> {
  const plant = readDocument(bytes)
  await transaction(pool, async (query) => {
    await execute(query, 'LOCK TABLE machine IN SHARE ROW EXCLUSIVE MODE')
    if (await one(query, 'SELECT 1 FROM machine LIMIT 1'))
      throw new Refused(
        problem(
          409,
          'Not empty',
          'This plant has machines already. A plant file is read into an empty one; single lists are read under Own data.',
        ),
      )
    await namePlant(query, plant.name)
    await setSchools(query, plant.schools)
    for (const grease of plant.greases) await addGrease(query, grease)
    for (const gun of plant.guns) await addGun(query, gun, me.id, at)
    for (const { active, ...person } of plant.people) {
      const added = await addPerson(query, { ...person, passwordHash: null }, inviteOf(newCode(), at))
      if (added && !active) await execute(query, 'UPDATE person SET active = false WHERE id = $1', [added.id])
    }
    for (const kind of ORDER) await bringInto(query, kind, plant.lists[kind], me, at)
    await execute(query, 'DELETE FROM installation')
    await execute(
      query,
      `INSERT INTO installation (place_id, designation, clearance_group, fitted)
       SELECT a.id, r.designation, r."group", tstzrange(r."from"::timestamptz, r."to"::timestamptz)
       FROM jsonb_to_recordset($1::jsonb) AS r (machine text, line text, support int, place int, designation text, "group" text, "from" text, "to" text)
       JOIN (${PLACES}) a ON a.machine = r.machine AND a.line = r.line AND a.support = r.support AND a.place = r.place`,
      [JSON.stringify(plant.fitted)],
    )
    await addWants(
      query,
      await rows<WantRow>(
        query,
        `SELECT a.id AS "positionId", g.id AS "greaseId", r.point, r.school, r."intervalH", r."intervalDays", r."quantityG", r."lastAt", NULL AS "pointId", NULL AS "jobId"
         FROM jsonb_to_recordset($1::jsonb) AS r (machine text, line text, support int, point text, grease text, school text, "intervalH" numeric,
           "intervalDays" numeric, "quantityG" numeric, "lastAt" text)
         JOIN (${SUPPORTS}) a ON a.machine = r.machine AND a.line = r.line AND a.support = r.support LEFT JOIN grease g ON g.name = r.grease`,
        [JSON.stringify(plant.greasing)],
      ),
    )
    for (const document of plant.documents) await readIn(query, document, me, at)
    await execute(
      query,
      'INSERT INTO area_charge (area, person_id) SELECT r.area, p.id FROM jsonb_to_recordset($1::jsonb) AS r (area text, login text) JOIN person p ON p.login = r.login',
      [JSON.stringify(plant.areas)],
    )
    await audit(query, at, me.id, 'plant-read', 'plant', { machines: plant.lists.machines.length })
  })
}

/** One file with the machines that share it and what it says there; one that is none is refused as at its folder. */
async function readIn(query: Query, { name, kind, addedAt, data, machines, sayings }: DocumentEntry, me: Me, at: Date): Promise<void> {
  const file = fileOf(Buffer.from(data, 'base64'), name)
  const found = await rows<{ id: number }>(query, 'SELECT id FROM machine WHERE upper(code) = ANY ($1)', [
    machines.map((m) => m.toUpperCase()),
  ])
  let documentId: number | null = null
  for (const { id } of found) documentId = await addDocument(query, id, { kind, ...file }, me.id, new Date(addedAt))
  if (documentId === null) return
  await execute(
    query,
    `INSERT INTO saying (document_id, machine_id, position_id, subject, words, amount, page, added_at, added_by)
     SELECT $2, m.id, a.id, r.subject, r.words, r.amount, r.page, $3, $4
     FROM jsonb_to_recordset($1::jsonb) AS r (machine text, line text, support int, subject text, words text, amount numeric, page int)
     JOIN machine m ON upper(m.code) = upper(r.machine) LEFT JOIN (${SUPPORTS}) a ON a.machine = m.code AND a.line = r.line AND a.support = r.support
     WHERE r.support IS NULL OR a.id IS NOT NULL`,
    [JSON.stringify(sayings), documentId, at, me.id],
  )
}

function readDocument(bytes: Uint8Array): PlantDocument {
  let value: unknown
  try {
    value = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes))
  } catch {
    throw new Refused(
      problem(422, 'Refused value', 'file: a plant file is JSON in UTF-8', { errors: [{ field: 'file', allowed: 'JSON in UTF-8' }] }),
    )
  }
  const read = plantDocument.safeParse(value)
  if (!read.success) throw new Refused(refusal(read.error))
  return read.data as PlantDocument
}
