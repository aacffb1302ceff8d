import type { JobLine } from '../../contract/cards.js'
import type { DueLine } from '../../contract/greasing.js'
import { WITHOUT_WORK } from '../../contract/people.js'
import type { AreaLine, Colleague, Yard } from '../../contract/yard.js'
import { execute, one, rows, type Query } from '../database.js'
import { JOB_COLUMNS, JOB_TABLES } from '../cards/store.js'
import { IN_AREA } from '../records/areas.js'

/** What needs hands. Nothing here reads history. */

/** Of which machines: an area and all below it, and of whom. Empty and null for all. */
export interface Asked {
  area: string
  personId: number | null
}

/** Lines of the Yard; of more only the number is told. */
const SHOWN = 60

export async function openJobs(query: Query, { area, personId }: Asked): Promise<{ jobs: JobLine[]; total: number; questions: number }> {
  const found = await rows<JobLine & { total: number; questions: number }>(
    query,
    `SELECT ${JOB_COLUMNS}, count(*) OVER () AS total, sum((j.summary ->> 'questions')::int) OVER ()::int AS questions ${JOB_TABLES}
     WHERE j.status = 'open' AND ${IN_AREA} AND ($2::bigint IS NULL OR j.in_charge = $2) ORDER BY j.opened_at DESC LIMIT ${SHOWN}`,
    [area, personId],
  )
  return {
    jobs: found.map(({ total: _t, questions: _q, ...job }) => job),
    total: found[0]?.total ?? 0,
    questions: found[0]?.questions ?? 0,
  }
}

/** Points due before a moment, the longest overdue first; of a person those of the areas that they grease. */
export async function dueBefore(
  query: Query,
  { area, personId }: Asked,
  now: Date,
  before: Date,
): Promise<{ due: DueLine[]; total: number; overdue: number }> {
  const found = await rows<Omit<DueLine, 'dueAt'> & { dueAt: Date; total: number; overdue: number }>(
    query,
    `SELECT t.id AS "pointId", concat_ws(', ', f.supports, nullif(t.name, '')) AS "pointName", m.id AS "machineId", m.code AS "machineCode", m.name AS "machineName",
       concat_ws(', ', nullif(m.area, ''), nullif(m.location, '')) AS location, g.name AS "greaseName", f."quantityG", t.due_at AS "dueAt",
       count(*) OVER () AS total, count(*) FILTER (WHERE t.due_at < $3) OVER () AS overdue
     FROM greasing_point t JOIN LATERAL (SELECT string_agg(p.name, ' and ' ORDER BY p.along_mm) AS supports, sum(f.quantity_g) AS "quantityG"
         FROM point_feed f JOIN position p ON p.id = f.position_id AND p.retired_at IS NULL WHERE f.point_id = t.id) f ON f.supports IS NOT NULL
     JOIN shaft_line s ON s.id = t.shaft_line_id JOIN machine m ON m.id = s.machine_id LEFT JOIN grease g ON g.id = t.grease_id
     WHERE t.due_at < $4 AND t.retired_at IS NULL AND m.retired_at IS NULL AND ${IN_AREA}
       AND ($2::bigint IS NULL OR EXISTS (SELECT FROM area_charge c WHERE c.person_id = $2 AND (m.area = c.area OR starts_with(m.area, c.area || ' / '))))
     ORDER BY t.due_at LIMIT ${SHOWN}`,
    [area, personId, now, before],
  )
  return {
    due: found.map(({ total: _t, overdue: _o, ...line }) => ({ ...line, dueAt: line.dueAt.toISOString() })),
    total: found[0]?.total ?? 0,
    overdue: found[0]?.overdue ?? 0,
  }
}

/** Every area with what stands and waits in it. */
export function listAreas(query: Query, now: Date, before: Date): Promise<AreaLine[]> {
  return rows(
    query,
    `WITH point AS (SELECT s.machine_id, count(*) FILTER (WHERE t.due_at < $1) AS overdue, count(*) FILTER (WHERE t.due_at >= $1) AS due
         FROM greasing_point t JOIN shaft_line s ON s.id = t.shaft_line_id
         WHERE t.due_at < $2 AND t.retired_at IS NULL AND EXISTS (SELECT FROM point_feed f JOIN position p ON p.id = f.position_id AND p.retired_at IS NULL WHERE f.point_id = t.id) GROUP BY s.machine_id),
       open AS (SELECT s.machine_id, count(*) AS jobs FROM job j JOIN shaft_line s ON s.id = j.shaft_line_id WHERE j.status = 'open' GROUP BY s.machine_id)
     SELECT m.area, count(*) AS machines, coalesce(sum(point.overdue), 0)::int AS overdue, coalesce(sum(point.due), 0)::int AS due,
       coalesce(sum(open.jobs), 0)::int AS jobs
     FROM machine m LEFT JOIN point ON point.machine_id = m.id LEFT JOIN open ON open.machine_id = m.id
     WHERE m.retired_at IS NULL GROUP BY m.area ORDER BY m.area`,
    [now, before],
  )
}

/** Who may have work in hand, with what they have; somebody switched off only while something is theirs. */
export async function listColleagues(query: Query): Promise<Colleague[]> {
  return rows(
    query,
    `SELECT * FROM (SELECT p.id, p.name, p.active AND p.role <> ALL ($1) AS works,
         (SELECT count(*) FROM job j WHERE j.status = 'open' AND j.in_charge = p.id)::int AS jobs,
         ARRAY(SELECT area FROM area_charge c WHERE c.person_id = p.id ORDER BY area) AS areas
       FROM person p) c WHERE works OR jobs > 0 OR areas <> '{}' ORDER BY name LIMIT 500`,
    [WITHOUT_WORK],
  ).then((found) => (found as (Colleague & { works: boolean })[]).map(({ works: _w, ...c }) => c))
}

export async function setAreaCharge(query: Query, area: string, personId: number | null): Promise<void> {
  await execute(
    query,
    personId === null
      ? 'DELETE FROM area_charge WHERE area = $1'
      : 'INSERT INTO area_charge (area, person_id) VALUES ($1, $2) ON CONFLICT (area) DO UPDATE SET person_id = excluded.person_id',
    personId === null ? [area] : [area, personId],
  )
}

/** What a plant without machines has so far. */
export async function beginning(query: Query): Promise<NonNullable<Yard['beginning']>> {
  const found = await one<NonNullable<Yard['beginning']>>(
    query,
    `SELECT EXISTS (SELECT 1 FROM plant WHERE name <> '') AS named, (SELECT count(*) FROM person WHERE active) AS people,
       (SELECT count(*) FROM grease) AS greases, (SELECT count(*) FROM grease_gun) AS guns,
       EXISTS (SELECT 1 FROM setting WHERE key = 'schools') AS schools`,
  )
  return found!
}
