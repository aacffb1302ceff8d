import type pg from 'pg'
import { OWN_KINDS, type OwnKind } from '../../contract/own-data.js'
import type { Me } from '../../contract/people.js'
import { plantDocument, type FittedEntry, type GreasingEntry, type PlantDocument } from '../../contract/plant-document.js'
import { problem, refusal } from '../../contract/problem.js'
import { audit, execute, one, rows, transaction, type Query } from '../database.js'
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
  const [settings, people, fitted, greasing] = await Promise.all([
    plantSettings(query),
    listPeople(query),
    rows<FittedEntry>(
      query,
      `SELECT a.machine, a.line, a.support, a.place, i.designation, i.clearance_group AS "group", ${ISO('lower(i.fitted)')} AS from, ${ISO('upper(i.fitted)')} AS to
       FROM (${PLACES}) a JOIN installation i ON i.place_id = a.id ORDER BY a.machine, a.line, a.support, a.place, lower(i.fitted) NULLS FIRST`,
    ),
    rows<GreasingEntry>(
      query,
      `SELECT a.machine, a.line, a.support, g.name AS grease, l.school, l.interval_h AS "intervalH", l.interval_days AS "intervalDays",
         l.quantity_g AS "quantityG", ${ISO('l.last_at')} AS "lastAt"
       FROM (${SUPPORTS}) a JOIN lubrication_point l ON l.position_id = a.id LEFT JOIN grease g ON g.id = l.grease_id
       ORDER BY a.machine, a.line, a.support`,
    ),
  ])
  const lists = await Promise.all(OWN_KINDS.map(async (kind) => [kind, await ownList(kind).entries(query, null)] as const))
  return {
    ...{ format: 'yardfrost-plant', version: 1, name: settings.name, schools: settings.schools },
    people: people.map(({ name, login, role, active }) => ({ name, login, role, active })),
    greases: settings.greases.map(({ id: _id, ...grease }) => grease),
    guns: settings.guns.map(({ name, strokesWeighed, gramsWeighed }) => ({ name, strokesWeighed, gramsWeighed })),
    lists: Object.fromEntries(lists) as PlantDocument['lists'],
    ...{ fitted, greasing },
  }
}

/** In the order in which they rest on each other. */
const ORDER: readonly OwnKind[] = ['bearings', 'figures', 'letters', 'cross-references', 'stock', 'machines']

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
    await execute(
      query,
      `INSERT INTO lubrication_point (position_id, grease_id, school, interval_h, interval_days, quantity_g, last_at, due_at)
       SELECT a.id, g.id, r.school, r."intervalH", r."intervalDays", r."quantityG", r."lastAt"::timestamptz,
         r."lastAt"::timestamptz + r."intervalDays" * interval '1 day'
       FROM jsonb_to_recordset($1::jsonb) AS r (machine text, line text, support int, grease text, school text, "intervalH" numeric,
         "intervalDays" numeric, "quantityG" numeric, "lastAt" text)
       JOIN (${SUPPORTS}) a ON a.machine = r.machine AND a.line = r.line AND a.support = r.support LEFT JOIN grease g ON g.name = r.grease`,
      [JSON.stringify(plant.greasing)],
    )
    await audit(query, at, me.id, 'plant-read', 'plant', { machines: plant.lists.machines.length })
  })
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
