import type { BearingUse, MachineLine, MachineView, PositionView, ShaftLineView } from '../../contract/api.js'
import type { DutyAnswers } from '../../core/card/answers.js'
import type { PlantContext } from '../../core/card/station.js'
import { lifeUsed } from '../../core/card/position.js'
import { recordedRow } from '../../core/identify/marked.js'
import { withMakersFigures } from '../../core/catalogue/makers-figures.js'
import type { ClearanceGroup } from '../../core/fits/clearance-group.js'
import { execute, one, rows, type Query } from './database.js'
import { listJobs } from './jobs.js'
import { GREASE_JSON, plantContext } from './plant.js'
import { timeline } from './timeline.js'

interface PositionRow extends Omit<PositionView, 'fitted' | 'row' | 'life'> {
  shaftLineId: number
  designation: string | null
  clearanceGroup: string | null
  since: Date | null
  duty: DutyAnswers | null
}

const POSITION_SQL = `
  SELECT p.id, p.shaft_line_id AS "shaftLineId", p.name, p.shaft_end AS "end", p.station_mm AS "stationMm", p.held,
         i.designation, i.clearance_group AS "clearanceGroup", lower(i.fitted) AS since,
         (SELECT d.data FROM duty d WHERE d.position_id = p.id ORDER BY d.version DESC LIMIT 1) AS duty,
         CASE WHEN l.position_id IS NOT NULL THEN json_build_object('school', l.school, 'intervalH', l.interval_h, 'intervalDays', l.interval_days,
           'quantityG', l.quantity_g, 'lastAt', l.last_at, 'dueAt', l.due_at, 'grease', CASE WHEN g.id IS NOT NULL THEN ${GREASE_JSON} END) END AS lubrication
  FROM position p LEFT JOIN installation i ON i.position_id = p.id AND upper_inf(i.fitted)
  LEFT JOIN lubrication_point l ON l.position_id = p.id LEFT JOIN grease g ON g.id = l.grease_id`

const DAY_MS = 24 * 3600 * 1000

type Settled = Pick<PlantContext, 'makersFigures' | 'ownRows'>

const iso = (text: string | null) => text && new Date(text).toISOString()

function positionView(found: PositionRow, { makersFigures, ownRows }: Settled, now: Date): PositionView {
  const { id, name, end, stationMm, held, designation, clearanceGroup, since, duty, lubrication } = found
  const base = designation ? recordedRow(designation, ownRows) : null
  const row = base && withMakersFigures(base, makersFigures)
  return {
    id,
    name,
    end,
    stationMm,
    held,
    fitted: designation ? { designation, group: clearanceGroup, since: since!.toISOString() } : null,
    row,
    lubrication: lubrication && { ...lubrication, lastAt: iso(lubrication.lastAt), dueAt: iso(lubrication.dueAt) },
    life: row && duty ? lifeUsed(row, duty, Math.max(0, (now.getTime() - since!.getTime()) / DAY_MS)) : null,
  }
}

export async function plantName(query: Query): Promise<string> {
  return (await one<{ name: string }>(query, 'SELECT name FROM plant ORDER BY id LIMIT 1'))?.name ?? 'No plant yet'
}

export function listMachines(query: Query): Promise<MachineLine[]> {
  return rows(
    query,
    `SELECT m.id, m.code, m.name, m.place,
            coalesce(array_agg(DISTINCT i.designation) FILTER (WHERE i.designation IS NOT NULL), '{}') AS fitted,
            count(DISTINCT j.id) AS "openJobs"
     FROM machine m LEFT JOIN shaft_line s ON s.machine_id = m.id LEFT JOIN position p ON p.shaft_line_id = s.id
     LEFT JOIN installation i ON i.position_id = p.id AND upper_inf(i.fitted)
     LEFT JOIN job j ON j.position_id = p.id AND j.status = 'open'
     GROUP BY m.id ORDER BY m.code`,
  )
}

export async function machineView(query: Query, id: number, now: Date): Promise<MachineView | null> {
  const machine = await one<Pick<MachineView, 'id' | 'code' | 'name' | 'place' | 'notes'>>(
    query,
    'SELECT id, code, name, place, notes FROM machine WHERE id = $1',
    [id],
  )
  if (!machine) return null
  const lines = await rows<Omit<ShaftLineView, 'positions'>>(
    query,
    `SELECT id, name, span_mm AS "spanMm", shaft_material AS "shaftMaterial", housing_material AS "housingMaterial", carries
     FROM shaft_line WHERE machine_id = $1 ORDER BY id`,
    [id],
  )
  const positions = await rows<PositionRow>(
    query,
    `${POSITION_SQL} JOIN shaft_line s ON s.id = p.shaft_line_id WHERE s.machine_id = $1 ORDER BY p.station_mm`,
    [id],
  )
  const settled = await plantContext(query)
  const shaftLines = lines.map((line) => ({
    ...line,
    positions: positions.filter((p) => p.shaftLineId === line.id).map((p) => positionView(p, settled, now)),
  }))
  return {
    ...machine,
    shaftLines,
    jobs: await listJobs(query, { machineId: id }),
    now: now.toISOString(),
    timeline: await timeline(query, { machineId: id }),
  }
}

export interface Place {
  position: PositionView
  other: PositionView | null
  shaftLine: Omit<ShaftLineView, 'positions'>
  machine: { id: number; code: string; name: string; place: string }
  plant: PlantContext
}

type PlaceRow = PositionRow & Pick<Place, 'shaftLine' | 'machine'>

/** A position, its partner on the shaft line, the line itself, its machine and what the plant has settled. */
export async function findPlace(query: Query, positionId: number, now: Date): Promise<Place | null> {
  const place = rows<PlaceRow>(
    query,
    `SELECT at.*, json_build_object('id', s.id, 'name', s.name, 'spanMm', s.span_mm, 'shaftMaterial', s.shaft_material,
       'housingMaterial', s.housing_material, 'carries', s.carries) AS "shaftLine",
       json_build_object('id', m.id, 'code', m.code, 'name', m.name, 'place', m.place) AS machine
     FROM (${POSITION_SQL} WHERE p.shaft_line_id = (SELECT shaft_line_id FROM position WHERE id = $1)) at
     JOIN shaft_line s ON s.id = at."shaftLineId" JOIN machine m ON m.id = s.machine_id`,
    [positionId],
  )
  const [found, plant] = await Promise.all([place, plantContext(query)])
  const own = found.find((p) => p.id === positionId)
  if (!own) return null
  const other = found.find((p) => p.id !== positionId)
  const view = (row: PlaceRow) => positionView(row, plant, now)
  return { position: view(own), other: other ? view(other) : null, shaftLine: own.shaftLine, machine: own.machine, plant }
}

/** What was fitted at a position at a moment, and for how many days by then. */
export function fittedAt(
  query: Query,
  positionId: number,
  at: Date,
): Promise<{ designation: string; group: ClearanceGroup | null; days: number } | null> {
  return one(
    query,
    `SELECT designation, clearance_group AS "group", extract(epoch FROM $2 - lower(fitted)) / 86400 AS days
     FROM installation WHERE position_id = $1 AND fitted @> $2::timestamptz`,
    [positionId, at],
  )
}

/** Which ends hold, as settled by a card. */
export async function setHeld(query: Query, positionId: number, held: boolean | null): Promise<void> {
  await execute(query, 'UPDATE position SET held = $2 WHERE id = $1', [positionId, held])
}

/** Closes what was fitted and records what is fitted from now on. */
export async function fitBearing(query: Query, positionId: number, designation: string, group: string | null, at: Date): Promise<void> {
  await execute(query, 'UPDATE installation SET fitted = tstzrange(lower(fitted), $2) WHERE position_id = $1 AND upper_inf(fitted)', [
    positionId,
    at,
  ])
  await execute(
    query,
    'INSERT INTO installation (position_id, designation, clearance_group, fitted) VALUES ($1, $2, $3, tstzrange($4, NULL))',
    [positionId, designation, group, at],
  )
}

export function bearingUses(query: Query, designation: string): Promise<BearingUse[]> {
  return rows(
    query,
    `SELECT m.id AS "machineId", m.code AS "machineCode", m.name AS "machineName", p.name AS "positionName"
     FROM installation i JOIN position p ON p.id = i.position_id JOIN shaft_line s ON s.id = p.shaft_line_id JOIN machine m ON m.id = s.machine_id
     WHERE upper_inf(i.fitted) AND i.designation = $1 ORDER BY m.code, p.name`,
    [designation],
  )
}
