import { isoDay } from '../../contract/days.js'
import type { PlaceView, PositionView, ShaftLineView } from '../../contract/lines.js'
import type { RecordChange } from '../../contract/machines.js'
import type { BearingUse } from '../../contract/rack.js'
import { readAnswers } from '../../contract/answers.js'
import { stationAnswers, type Key, type LineAnswers } from '../../core/card/answers.js'
import type { PlantContext } from '../../core/card/context.js'
import { leadOf } from '../../core/card/context.js'
import { lifeUsed } from '../../core/card/position.js'
import { heldAnswers, recordedLives } from '../../core/card/recorded.js'
import { recordedRow } from '../../core/identify/marked.js'
import { supportHeld } from '../../core/line/held.js'
import type { RingHolding } from '../../core/line/records.js'
import type { OilRecord } from '../../core/lubrication/oil-record.js'
import { withMakersFigures } from '../../core/catalogue/makers-figures.js'
import { execute, one, rows, type Query } from '../database.js'
import { GREASE_JSON, plantContext } from '../plant/store.js'

type PlaceRow = Omit<PlaceView, 'code' | 'fitted' | 'row' | 'life'> & {
  number: number
  designation: string | null
  group: string | null
  since: string | null
}

interface PositionRow extends Omit<PositionView, 'places' | 'held'> {
  shaftLineId: number
  places: PlaceRow[]
}

/** A thing on a shaft; what nobody said of it is left out. */
export const COMPONENT_JSON = `json_strip_nulls(json_build_object('kind', c.kind, 'slot', c.slot, 'facts', c.facts))::jsonb || jsonb_build_object('alongMm', c.along_mm)`

/** Positions along their lines, each with its places, what is fitted there, and what goes in through all its greasing points together. */
const POSITION_SQL = `
  SELECT p.id, p.code, p.shaft_line_id AS "shaftLineId", p.name, p.along_mm AS "alongMm", p.oil, p.grease,
    CASE WHEN l.points > 0 THEN json_build_object('school', l.school, 'intervalH', l.interval_h, 'intervalDays', l.interval_days,
      'quantityG', l.quantity_g, 'lastAt', l.last_at, 'dueAt', l.due_at, 'grease', CASE WHEN g.id IS NOT NULL THEN ${GREASE_JSON} END) END AS lubrication,
    (SELECT coalesce(json_agg(json_build_object('id', x.id, 'number', x.number, 'holding', x.holding, 'shaftSeat', x.shaft_seat, 'housingSeat', x.housing_seat,
        'set', CASE WHEN t.code IS NOT NULL THEN json_build_object('code', t.code, 'arrangement', t.arrangement) END,
        'designation', i.designation, 'group', i.clearance_group, 'since', lower(i.fitted), 'openJobId', o.job_id,
        'left', (SELECT json_build_object('number', j.number, 'day', to_char(j.finished_at AT TIME ZONE 'UTC', 'YYYY-MM-DD'), 'cause', f.cause, 'note', f.note)
           FROM finished_place f JOIN job j ON j.id = f.job_id WHERE f.place_id = x.id AND (f.cause IS NOT NULL OR f.note <> '')
           ORDER BY j.finished_at DESC LIMIT 1)) ORDER BY x.number), '[]')
     FROM place x LEFT JOIN place_set t ON t.position_id = x.position_id AND t.code = x.set_code
     LEFT JOIN installation i ON i.place_id = x.id AND upper_inf(i.fitted)
     LEFT JOIN job_place o ON o.place_id = x.id AND o.open WHERE x.position_id = p.id AND x.retired_at IS NULL) AS places
  FROM position p LEFT JOIN LATERAL (
    SELECT count(*) AS points, (array_agg(f.school ORDER BY t.id))[1] AS school, min(f.interval_h) AS interval_h, min(f.interval_days) AS interval_days,
      sum(f.quantity_g) AS quantity_g, min(t.last_at) AS last_at, min(t.due_at) AS due_at, (array_agg(t.grease_id ORDER BY t.id))[1] AS grease_id
    FROM point_feed f JOIN greasing_point t ON t.id = f.point_id AND t.retired_at IS NULL WHERE f.position_id = p.id) l ON true
  LEFT JOIN grease g ON g.id = l.grease_id`
const IN_ORDER = 'ORDER BY p.shaft_line_id, p.along_mm, p.code'

interface LineRow extends Omit<ShaftLineView, 'positions'> {
  duty: Record<Key, unknown> | null
}
const LINE_SQL = `
  s.id, s.version, s.name, s.orientation, s.tilt_deg AS "tiltDeg", s.turning, s.shaft, s.span_mm AS "spanMm", s.shaft_material AS "shaftMaterial",
  s.housing_material AS "housingMaterial", s.carries,
  (SELECT coalesce(json_agg(${COMPONENT_JSON} ORDER BY c.number), '[]')
   FROM component c WHERE c.shaft_line_id = s.id) AS components,
  (SELECT d.data FROM duty d WHERE d.shaft_line_id = s.id ORDER BY d.version DESC LIMIT 1) AS duty`

const DAY_MS = 24 * 3600 * 1000

type Settled = Pick<PlantContext, 'makersFigures' | 'ownRows'>

const iso = (text: string | null) => text && new Date(text).toISOString()

function placeView(found: PlaceRow, code: string, { makersFigures, ownRows }: Settled): PlaceView {
  const { number: _number, designation, group, since, ...rest } = found
  const base = designation ? recordedRow(designation, ownRows) : null
  const row = base && withMakersFigures(base, makersFigures)
  return {
    ...rest,
    code,
    fitted: designation ? { designation, group, since: iso(since) } : null,
    row,
    life: null,
  }
}

/** Whether a position holds the shaft, from the rings of its places. */
export const heldOf = (places: readonly Pick<PlaceView, 'holding' | 'row' | 'set'>[]) =>
  supportHeld(places.map(({ holding, row, set }) => ({ holding, row, inSet: set !== null })))

/** How much of its life each place has used, as a card of the line counts it. */
function countLives(
  line: Pick<LineRow, 'orientation' | 'carries' | 'tiltDeg' | 'turning'>,
  views: readonly PositionView[],
  duty: LineAnswers,
  now: Date,
): void {
  const { hoursPerDay } = stationAnswers(duty, 'duty', 'p1.1')
  if (hoursPerDay === null) return
  const { orientation, carries, tiltDeg, turning } = line
  const positions = views.map(({ code, name, alongMm, held, places }) => ({
    ...{ code, name, alongMm, held, past: { grease: null, daysSinceGrease: null, intervalDays: null } },
    places: places.map((x) => ({
      code: x.code,
      designation: x.fitted?.designation ?? null,
      row: x.row,
      set: x.set,
      past: { removed: null, causes: [] },
    })),
  }))
  const context = { line: { orientation, carries, tiltDeg, turning }, positions }
  const lives = recordedLives(duty, heldAnswers(views), context)
  for (const place of views.flatMap((v) => v.places)) {
    const { since } = place.fitted ?? {}
    const days = since ? Math.max(0, (now.getTime() - Date.parse(since)) / DAY_MS) : 0
    if (place.row) place.life = lifeUsed(lives.get(leadOf(context, place.code)), hoursPerDay, days)
  }
}

function lineView({ duty: stored, ...line }: LineRow, positions: PositionRow[], settled: Settled, now: Date | null): ShaftLineView {
  const duty = readAnswers(stored ?? {}).answers
  const views = positions.map(({ shaftLineId: _line, places: stored, lubrication, ...p }): PositionView => {
    const places = stored.map((x) => placeView(x, `${p.code}.${x.number}`, settled))
    const held = heldOf(places)
    return {
      ...p,
      held,
      places,
      lubrication: lubrication && { ...lubrication, lastAt: iso(lubrication.lastAt), dueAt: iso(lubrication.dueAt) },
    }
  })
  if (now) countLives(line, views, duty, now)
  const [first, last] = [views[0], views.at(-1)]
  return { ...line, spanMm: first && last && first !== last ? last.alongMm - first.alongMm : line.spanMm, positions: views }
}

/** The lines of a machine that stand. */
export async function linesOfMachine(query: Query, machineId: number, now: Date): Promise<ShaftLineView[]> {
  const [lines, positions, settled] = await Promise.all([
    rows<LineRow>(query, `SELECT ${LINE_SQL} FROM shaft_line s WHERE s.machine_id = $1 AND s.retired_at IS NULL ORDER BY s.id`, [
      machineId,
    ]),
    rows<PositionRow>(
      query,
      `${POSITION_SQL} JOIN shaft_line s ON s.id = p.shaft_line_id WHERE s.machine_id = $1 AND p.retired_at IS NULL ${IN_ORDER}`,
      [machineId],
    ),
    plantContext(query),
  ])
  const of = (line: LineRow) => positions.filter((p) => p.shaftLineId === line.id)
  return lines.map((line) => lineView(line, of(line), settled, now))
}

/** What was changed in the records of a machine, or of one line since a moment, newest first. */
export async function recordChanges(query: Query, of: { machineId: number } | { jobId: number }, limit = 100): Promise<RecordChange[]> {
  const [where, value] =
    'machineId' in of
      ? ['c.machine_id = $1', of.machineId]
      : [
          "c.kind = 'changed' AND c.shaft_line_id = (SELECT shaft_line_id FROM job WHERE id = $1) AND c.at >= (SELECT opened_at FROM job WHERE id = $1)",
          of.jobId,
        ]
  const found = await rows<RecordChange>(
    query,
    `SELECT c.id, c.at, o.name AS by, c.kind, c.shaft_line_id AS "lineId", s.name AS "lineName", c.before, c.after
     FROM record_change c JOIN person o ON o.id = c.person_id LEFT JOIN shaft_line s ON s.id = c.shaft_line_id
     WHERE ${where} ORDER BY c.at DESC, c.id DESC LIMIT ${limit}`,
    [value],
  )
  return found.map((c) => ({ ...c, at: iso(c.at)! }))
}

/** A shaft line with its machine and what the plant has settled. */
export interface LineRecord {
  line: ShaftLineView
  /** The newest word on the duty of the line. */
  duty: LineAnswers
  machine: { id: number; code: string; name: string; location: string }
  plantName: string
  plant: PlantContext
}

/** A line by its own number or by that of a job on it; without a time the life used is left out. */
export async function findLine(query: Query, of: { lineId: number } | { jobId: number }, now: Date | null): Promise<LineRecord | null> {
  const wanted = 'lineId' in of ? [of.lineId, null] : [null, of.jobId]
  const WANTED = '= coalesce($1::bigint, (SELECT shaft_line_id FROM job WHERE id = $2))'
  const [line, positions, plant] = await Promise.all([
    one<LineRow & { machine: LineRecord['machine']; plantName: string }>(
      query,
      `SELECT ${LINE_SQL}, json_build_object('id', m.id, 'code', m.code, 'name', m.name, 'location', m.location) AS machine,
         (SELECT name FROM plant WHERE id = m.plant_id) AS "plantName"
       FROM shaft_line s JOIN machine m ON m.id = s.machine_id WHERE s.id ${WANTED}`,
      wanted,
    ),
    rows<PositionRow>(
      query,
      `${POSITION_SQL} WHERE p.shaft_line_id ${WANTED} AND (p.retired_at IS NULL OR EXISTS (SELECT 1 FROM job_place jp
         JOIN place x ON x.id = jp.place_id WHERE jp.job_id = $2 AND x.position_id = p.id)) ${IN_ORDER}`,
      wanted,
    ),
    plantContext(query),
  ])
  if (!line) return null
  const { machine, plantName: name, ...record } = line
  return { line: lineView(record, positions, plant, now), duty: readAnswers(line.duty ?? {}).answers, machine, plantName: name, plant }
}

/** The line of a position, and the position on it. */
export async function findPosition(query: Query, positionId: number, now: Date): Promise<(LineRecord & { position: PositionView }) | null> {
  const at = await one<{ lineId: number }>(query, 'SELECT shaft_line_id AS "lineId" FROM position WHERE id = $1', [positionId])
  const found = at && (await findLine(query, { lineId: at.lineId }, now))
  return found && { ...found, position: found.line.positions.find((p) => p.id === positionId)! }
}

/** Whether the machine of a line is out of the lists; it stays so, or not, until the transaction ends. */
export async function machineRetired(query: Query, lineId: number): Promise<boolean> {
  const machine = await one<{ retired: boolean }>(
    query,
    'SELECT m.retired_at IS NOT NULL AS retired FROM shaft_line s JOIN machine m ON m.id = s.machine_id WHERE s.id = $1 FOR SHARE OF m',
    [lineId],
  )
  return machine?.retired ?? true
}

/** The shaft lines that places stand on, each once. */
export async function linesOfPlaces(query: Query, placeIds: readonly number[]): Promise<{ placeId: number; lineId: number }[]> {
  return rows(
    query,
    'SELECT x.id AS "placeId", p.shaft_line_id AS "lineId" FROM place x JOIN position p ON p.id = x.position_id WHERE x.id = ANY ($1)',
    [placeIds],
  )
}

/** How the rings of a place are held, as settled by a card. */
export async function setHolding(query: Query, placeId: number, holding: RingHolding): Promise<void> {
  await execute(query, 'UPDATE place SET holding = $2 WHERE id = $1', [placeId, holding])
}

/** So many measurings of a seat are kept. */
const MEASURINGS = 40

/**
 * A seat as a card measured it on a day, mm at 20 °C, plane by plane; a seat of which nothing was recorded is then a cylinder of its
 * nominal size. What was measured before stays, oldest first.
 */
export async function setMeasured(
  query: Query,
  placeId: number,
  seat: 'shaft' | 'housing',
  nominalMm: number,
  planesMm: readonly number[],
  at: Date,
) {
  const meanMm = planesMm.reduce((a, b) => a + b, 0) / planesMm.length
  const now = { day: isoDay(at), meanMm: Math.round(meanMm * 1e5) / 1e5 }
  const column = seat === 'shaft' ? 'shaft_seat' : 'housing_seat'
  await execute(
    query,
    `UPDATE place SET ${column} = CASE WHEN ${column} ->> 'kind' = 'not-recorded' THEN jsonb_build_object('kind', 'cylindrical', 'nominalMm', $2::float8) ELSE ${column} END
       || jsonb_build_object('measuredMm', $3::jsonb, 'measurings', jsonb_path_query_array(
            coalesce(${column} -> 'measurings', '[]') || $4::jsonb, '$[last - ${MEASURINGS - 1} to last]'))
     WHERE id = $1`,
    [placeId, nominalMm, JSON.stringify(planesMm.map((mm) => Math.round(mm * 1e5) / 1e5)), JSON.stringify([now])],
  )
}

/** A seat that was made anew: nothing that was measured of it counts any more. */
export async function forgetMeasured(query: Query, placeId: number, seat: 'shaft' | 'housing'): Promise<void> {
  const column = seat === 'shaft' ? 'shaft_seat' : 'housing_seat'
  await execute(query, `UPDATE place SET ${column} = ${column} - '{measuredMm,measurings}'::text[] WHERE id = $1`, [placeId])
}

/** What a position runs in from now on; null where it is grease. */
export async function setOil(query: Query, positionId: number, oil: OilRecord | null): Promise<void> {
  await execute(query, 'UPDATE position SET oil = $2 WHERE id = $1', [positionId, oil])
}

/** Closes what was fitted and records what is fitted from now on; a clock that was set back does not put the new one before the old. */
export async function fitBearing(query: Query, placeId: number, designation: string, group: string | null, at: Date): Promise<void> {
  const [last] = await rows<{ upTo: Date }>(
    query,
    `UPDATE installation SET fitted = tstzrange(lower(fitted), greatest($2, lower(fitted) + interval '1 ms')) WHERE place_id = $1 AND upper_inf(fitted)
     RETURNING upper(fitted) AS "upTo"`,
    [placeId, at],
  )
  await execute(
    query,
    'INSERT INTO installation (place_id, designation, clearance_group, fitted) VALUES ($1, $2, $3, tstzrange($4, NULL))',
    [placeId, designation, group, last?.upTo ?? at],
  )
}

/** Where a row of the rack is fitted, by whatever letters it is called there. */
export async function bearingUses(query: Query, designation: string): Promise<BearingUse[]> {
  const names = await rows<{ name: string }>(query, 'SELECT DISTINCT designation AS name FROM installation WHERE upper_inf(fitted)')
  const meant = names.filter(({ name }) => name === designation || recordedRow(name)?.designation === designation).map((n) => n.name)
  return rows(
    query,
    `SELECT m.id AS "machineId", m.code AS "machineCode", m.name AS "machineName", p.name AS "positionName"
     FROM installation i JOIN place x ON x.id = i.place_id JOIN position p ON p.id = x.position_id
     JOIN shaft_line s ON s.id = p.shaft_line_id JOIN machine m ON m.id = s.machine_id
     WHERE upper_inf(i.fitted) AND i.designation = ANY ($1) AND x.retired_at IS NULL AND m.retired_at IS NULL GROUP BY m.id, p.id ORDER BY m.code, p.name`,
    [meant],
  )
}
