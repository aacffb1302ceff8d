import { draftOf, type DrawnLine, type NewLine } from '../../contract/lines.js'
import { machineRowSchema, type OwnEntry } from '../../contract/own-data.js'
import { problem } from '../../contract/problem.js'
import { carryOver } from '../../core/line/carry.js'
import type { LineDraft } from '../../core/line/draft.js'
import { readLine } from '../../core/line/notation.js'
import { writeLine } from '../../core/line/write-line.js'
import { execute, one, rows, type Query } from '../database.js'
import { lockLine } from '../records/lock.js'
import { Refused } from '../problems.js'
import { carriedBy, insertLine, noteChange, said, writeLineOver } from '../records/change.js'
import { COMPONENT_JSON, findLine } from '../records/lines.js'

/** Machines and their shaft lines as one list, a row for each line: what comes from a file and goes into one. */

type Row = OwnEntry<'machines'>

interface Stored extends Omit<Row, 'words'> {
  machineId: number
  lineId: number | null
  drawn: DrawnLine | null
}

/** Lines of the list by their keys (code and line in capitals), all without; retired ones are not in it. */
async function stored(query: Query, keys: readonly string[] | null): Promise<Stored[]> {
  return rows(
    query,
    `SELECT m.id AS "machineId", s.id AS "lineId", m.code, m.name, m.area, m.location, m.notes, coalesce(s.name, '') AS line,
       coalesce(s.shaft_material, 'carbon-steel') AS "shaftMaterial", coalesce(s.housing_material, 'cast-iron') AS "housingMaterial",
       CASE WHEN s.id IS NOT NULL THEN json_build_object('orientation', s.orientation, 'tiltDeg', s.tilt_deg, 'turning', s.turning, 'shaft', s.shaft,
         'components', (SELECT coalesce(json_agg(${COMPONENT_JSON} ORDER BY c.number), '[]')
            FROM component c WHERE c.shaft_line_id = s.id),
         'positions', (SELECT coalesce(json_agg(json_build_object('code', p.code, 'name', p.name, 'alongMm', p.along_mm, 'oil', p.oil, 'grease', p.grease, 'places',
              (SELECT coalesce(json_agg(json_build_object('code', p.code || '.' || x.number, 'holding', x.holding, 'shaftSeat', x.shaft_seat,
                  'housingSeat', x.housing_seat, 'set', CASE WHEN t.code IS NOT NULL THEN json_build_object('code', t.code, 'arrangement', t.arrangement) END,
                  'fitted', CASE WHEN i.id IS NOT NULL THEN json_build_object('designation', i.designation, 'group', i.clearance_group,
                     'since', to_char(lower(i.fitted) AT TIME ZONE 'UTC', 'YYYY-MM-DD')) END) ORDER BY x.number), '[]')
               FROM place x LEFT JOIN place_set t ON t.position_id = x.position_id AND t.code = x.set_code
               LEFT JOIN installation i ON i.place_id = x.id AND upper_inf(i.fitted) WHERE x.position_id = p.id AND x.retired_at IS NULL))
              ORDER BY p.along_mm, p.code), '[]')
            FROM position p WHERE p.shaft_line_id = s.id AND p.retired_at IS NULL)) END AS drawn
     FROM machine m LEFT JOIN shaft_line s ON s.machine_id = m.id AND s.retired_at IS NULL
     WHERE m.retired_at IS NULL AND ($1::text[] IS NULL OR upper(m.code) || ' / ' || upper(coalesce(s.name, '')) = ANY ($1))
     ORDER BY m.code, s.id`,
    [keys],
  )
}

/** Rows of the list, lines in words and mm. */
export async function machineRows(query: Query, keys: readonly string[] | null): Promise<Row[]> {
  return (await stored(query, keys)).map(({ machineId: _m, lineId: _l, drawn, ...row }) => ({
    ...row,
    words: drawn ? writeLine(draftOf(drawn), 'metric') : '',
  }))
}

interface KnownMachine {
  id: number
  code: string
}

/** Machines by code, retired ones too, so that what comes back takes its old place. */
async function known(query: Query, codes: readonly string[]): Promise<Map<string, KnownMachine>> {
  const found = await rows<KnownMachine>(query, 'SELECT id, code FROM machine WHERE upper(code) = ANY ($1) FOR UPDATE', [
    codes.map((c) => c.toUpperCase()),
  ])
  return new Map(found.map((m) => [m.code.toUpperCase(), m]))
}

const headOf = ({ code, name, area, location, notes }: Row) => ({ code, name, area, location, notes })
const lineHeadOf = ({ line: name, shaftMaterial, housingMaterial }: Row) => ({ name, shaftMaterial, housingMaterial })
const lineOf = (row: Row): NewLine => ({ ...lineHeadOf(row), line: readLine(row.words, 'metric').line })

/** Writes rows of the list: what is new is made in bulk, what stands is written over and keeps its places. */
export async function writeMachineRows(query: Query, list: readonly Record<string, unknown>[], personId: number, at: Date): Promise<void> {
  const all = list.map((entry) => machineRowSchema.parse(entry))
  const there = await known(query, [...new Set(all.map((r) => r.code))])
  const fresh = all.filter((r) => !there.has(r.code.toUpperCase()))
  await makeInBulk(query, fresh, personId, at)
  for (const row of all.filter((r) => there.has(r.code.toUpperCase())))
    await writeOver(query, there.get(row.code.toUpperCase())!.id, row, personId, at)
}

async function writeOver(query: Query, machineId: number, row: Row, personId: number, at: Date): Promise<void> {
  const head = headOf(row)
  const changed = await execute(
    query,
    `UPDATE machine SET version = version + 1, code = $2, name = $3, area = $4, location = $5, notes = $6, retired_at = NULL, retired_reason = ''
     WHERE id = $1 AND (code, name, area, location, notes, retired_at IS NULL) IS DISTINCT FROM ($2, $3, $4, $5, $6, true)`,
    [machineId, head.code, head.name, head.area, head.location, head.notes],
  )
  if (changed) await noteChange(query, at, personId, { machineId }, 'changed', null, head)
  if (!row.words) return
  const line = await one<{ id: number; retired: boolean }>(
    query,
    'SELECT id, retired_at IS NOT NULL AS retired FROM shaft_line WHERE machine_id = $1 AND upper(name) = $2 ORDER BY retired_at NULLS FIRST, id LIMIT 1',
    [machineId, row.line.toUpperCase()],
  )
  const typed = lineOf(row)
  if (!line) {
    const lineId = await insertLine(query, machineId, typed, at)
    return noteChange(query, at, personId, { machineId, lineId }, 'made', null, said(typed, typed.line))
  }
  await lockLine(query, line.id)
  if (line.retired) await execute(query, 'UPDATE shaft_line SET retired_at = NULL WHERE id = $1', [line.id])
  const stands = (await findLine(query, { lineId: line.id }, null))!.line
  const before = draftOf(stands)
  const over: LineDraft = carryOver(before, typed.line)
  await writeLineOver(query, line.id, stands, { ...typed, version: stands.version, line: over }, at)
  await noteChange(query, at, personId, { machineId, lineId: line.id }, 'changed', said(stands, before), said(typed, over))
}

/** Machines that nobody has yet, with all that belongs to them, in a few statements whatever their number. */
async function makeInBulk(query: Query, list: readonly Row[], personId: number, at: Date): Promise<void> {
  if (!list.length) return
  const plant = (await one<{ id: number }>(query, 'SELECT min(id) AS id FROM plant'))?.id
  const plantId = plant ?? (await one<{ id: number }>(query, "INSERT INTO plant (name) VALUES ('') RETURNING id"))!.id
  const heads = [...new Map(list.map((r) => [r.code.toUpperCase(), headOf(r)])).values()]
  const machines = await rows<{ id: number; code: string }>(
    query,
    `INSERT INTO machine (plant_id, code, name, area, location, notes)
     SELECT $1, code, name, area, location, notes FROM jsonb_to_recordset($2::jsonb) AS r (code text, name text, area text, location text, notes text)
     RETURNING id, code`,
    [plantId, JSON.stringify(heads)],
  )
  const machineOf = new Map(machines.map((m) => [m.code.toUpperCase(), m.id]))
  // Plants have many machines alike: words that were read are not read again.
  const read = new Map<string, LineDraft>()
  const lines = list
    .filter((r) => r.words)
    .map((r) => {
      const line = read.get(r.words) ?? readLine(r.words, 'metric').line
      read.set(r.words, line)
      return { machineId: machineOf.get(r.code.toUpperCase())!, ...lineHeadOf(r), words: r.words, line, carries: carriedBy(line) }
    })
  const made = await rows<{ id: number; machineId: number; name: string }>(
    query,
    `INSERT INTO shaft_line (machine_id, name, shaft_material, housing_material, carries, orientation, tilt_deg, turning, shaft)
     SELECT "machineId", name, "shaftMaterial", "housingMaterial", carries, line ->> 'orientation', (line ->> 'tiltDeg')::numeric, line ->> 'turning', nullif(line -> 'shaft', 'null')
     FROM jsonb_to_recordset($1::jsonb) AS r ("machineId" bigint, name text, "shaftMaterial" text, "housingMaterial" text, carries text, line jsonb)
     RETURNING id, machine_id AS "machineId", name`,
    [JSON.stringify(lines)],
  )
  const lineAt = new Map(made.map((l) => [`${l.machineId} ${l.name}`, l.id]))
  const whole = lines.map((l) => ({ ...l, lineId: lineAt.get(`${l.machineId} ${l.name}`)! }))
  await makeStanding(query, whole)
  await execute(
    query,
    `INSERT INTO record_change (at, person_id, machine_id, shaft_line_id, kind, after)
     SELECT $1, $2, "machineId", "lineId", 'made', after FROM jsonb_to_recordset($3::jsonb) AS r ("machineId" bigint, "lineId" bigint, after jsonb)`,
    [
      at,
      personId,
      JSON.stringify([
        ...heads.map((h) => ({ machineId: machineOf.get(h.code.toUpperCase()), lineId: null, after: h })),
        ...whole.map(({ machineId, lineId, name, shaftMaterial, housingMaterial, words }) => ({
          machineId,
          lineId,
          after: { name, shaftMaterial, housingMaterial, words },
        })),
      ]),
    ],
  )
}

/** Supports, places, sets, what is fitted and what the shaft carries, of many new lines at once. */
async function makeStanding(query: Query, lines: readonly { lineId: number; line: LineDraft }[]): Promise<void> {
  const positions = lines.flatMap(({ lineId, line }) =>
    line.positions.map((p, i) => ({
      lineId,
      code: `p${i + 1}`,
      name: p.name,
      alongMm: p.alongMm,
      oil: p.oil ?? null,
      grease: p.grease ?? null,
      bearings: p.bearings,
    })),
  )
  const made = await rows<{ id: number; lineId: number; code: string }>(
    query,
    `INSERT INTO position (shaft_line_id, code, name, along_mm, oil, grease)
     SELECT "lineId", code, name, "alongMm", oil, grease
     FROM jsonb_to_recordset($1::jsonb) AS r ("lineId" bigint, code text, name text, "alongMm" numeric, oil jsonb, grease jsonb)
     RETURNING id, shaft_line_id AS "lineId", code`,
    [JSON.stringify(positions.map(({ bearings: _b, ...p }) => p))],
  )
  const idAt = new Map(made.map((p) => [`${p.lineId} ${p.code}`, p.id]))
  const places = positions.flatMap(({ lineId, code, bearings }) => {
    const positionId = idAt.get(`${lineId} ${code}`)!
    let number = 0
    return bearings.flatMap((b, n) =>
      Array.from({ length: b.count }, () => ({ positionId, number: (number += 1), setCode: b.count > 1 ? `s${n + 1}` : null, bearing: b })),
    )
  })
  const sets = [...new Map(places.flatMap((x) => (x.setCode ? [[`${x.positionId} ${x.setCode}`, x] as const] : []))).values()]
  await execute(
    query,
    `INSERT INTO place_set (position_id, code, arrangement)
     SELECT "positionId", "setCode", bearing ->> 'arrangement' FROM jsonb_to_recordset($1::jsonb) AS r ("positionId" bigint, "setCode" text, bearing jsonb)`,
    [JSON.stringify(sets)],
  )
  // Numbers are drawn first, so that places and what is fitted go in together and nothing is looked for in between.
  const ids = await rows<{ id: number }>(query, "SELECT nextval(pg_get_serial_sequence('place', 'id')) AS id FROM generate_series(1, $1)", [
    places.length,
  ])
  await execute(
    query,
    `WITH given AS (SELECT * FROM jsonb_to_recordset($1::jsonb) AS r (id bigint, "positionId" bigint, number integer, "setCode" text, bearing jsonb)),
       made AS (INSERT INTO place (id, position_id, number, set_code, shaft_seat, housing_seat, holding) OVERRIDING SYSTEM VALUE
         SELECT id, "positionId", number, "setCode", bearing -> 'shaftSeat', bearing -> 'housingSeat', bearing -> 'holding' FROM given)
     INSERT INTO installation (place_id, designation, clearance_group, fitted)
     SELECT id, bearing ->> 'designation', bearing ->> 'group', tstzrange((bearing ->> 'since')::timestamptz, NULL)
     FROM given WHERE bearing ->> 'designation' IS NOT NULL`,
    [JSON.stringify(places.map((x, i) => ({ ...x, id: ids[i]!.id })))],
  )
  await execute(
    query,
    `INSERT INTO component (shaft_line_id, number, kind, slot, along_mm, facts)
     SELECT "lineId", number, kind, slot, "alongMm", facts
     FROM jsonb_to_recordset($1::jsonb) AS r ("lineId" bigint, number integer, kind text, slot integer, "alongMm" numeric, facts jsonb)`,
    [JSON.stringify(lines.flatMap(({ lineId, line }) => line.components.map((c, i) => ({ lineId, number: i + 1, ...c }))))],
  )
}

/** Takes lines out of the lists, and machines that have none left; what an open card works on stays, and is named. */
export async function removeMachineRows(query: Query, keys: readonly string[], personId: number, at: Date): Promise<void> {
  const found = await stored(query, keys)
  const lineIds = found.flatMap((f) => f.lineId ?? [])
  const open = await rows<{ number: string; code: string }>(
    query,
    `SELECT j.number, m.code FROM job j JOIN shaft_line s ON s.id = j.shaft_line_id JOIN machine m ON m.id = s.machine_id
     WHERE j.status = 'open' AND s.id = ANY ($1) ORDER BY j.number LIMIT 6`,
    [lineIds],
  )
  if (open.length)
    throw new Refused(
      problem(
        409,
        'In use',
        `Open on these machines: ${open.map((j) => `card ${j.number} on ${j.code}`).join(', ')}. Finish or cancel first.`,
      ),
    )
  await execute(query, 'UPDATE shaft_line SET retired_at = $2, version = version + 1 WHERE id = ANY ($1)', [lineIds, at])
  const gone = await rows<{ id: number }>(
    query,
    `UPDATE machine m SET retired_at = $2, retired_reason = 'taken off the list', version = version + 1
     WHERE id = ANY ($1) AND NOT EXISTS (SELECT 1 FROM shaft_line s WHERE s.machine_id = m.id AND s.retired_at IS NULL) RETURNING id`,
    [found.map((f) => f.machineId), at],
  )
  await execute(
    query,
    `INSERT INTO record_change (at, person_id, machine_id, kind, after) SELECT $1, $2, id, 'retired', '{"reason": "taken off the list"}' FROM unnest($3::bigint[]) id`,
    [at, personId, gone.map((m) => m.id)],
  )
}
