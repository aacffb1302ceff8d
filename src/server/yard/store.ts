import type { JobLine } from '../../contract/cards.js'
import type { DueLine } from '../../contract/greasing.js'
import { MACHINES_A_PAGE, type MachineLine, type MachinePage, type MACHINE_ORDERS } from '../../contract/machines.js'
import { WITHOUT_WORK } from '../../contract/people.js'
import type { AreaLine, Colleague, SavedSearch, SCREENS_KEPT } from '../../contract/yard.js'
import { execute, one, rows, type Query } from '../database.js'
import { JOB_COLUMNS, JOB_TABLES } from '../cards/store.js'

/** What needs hands, and machines page by page. Nothing here reads history. */

/** Of which machines: an area and all below it, and of whom. Empty and null for all. */
export interface Asked {
  area: string
  personId: number | null
}

/** Lines of the Yard; of more only the number is told. */
const SHOWN = 60

/** Whether a machine m stands in the area $1 or below it. */
const IN_AREA = `($1 = '' OR m.area = $1 OR starts_with(m.area, $1 || ' / '))`

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

/** What a list of machines shows of a machine m. */
const MACHINE_SQL = `m.id, m.code, m.name, m.area, m.location,
  ARRAY(SELECT CASE WHEN count(*) > 1 THEN count(*) || ' × ' ELSE '' END || i.designation || coalesce(' C' || nullif(i.clearance_group, 'N'), '')
    FROM shaft_line s JOIN position p ON p.shaft_line_id = s.id AND p.retired_at IS NULL
    JOIN place x ON x.position_id = p.id AND x.retired_at IS NULL JOIN installation i ON i.place_id = x.id AND upper_inf(i.fitted)
    WHERE s.machine_id = m.id AND s.retired_at IS NULL GROUP BY i.designation, i.clearance_group ORDER BY i.designation, i.clearance_group) AS fitted,
  (SELECT count(*) FROM job j JOIN shaft_line s ON s.id = j.shaft_line_id WHERE s.machine_id = m.id AND j.status = 'open') AS "openJobs",
  m.next_due AS "nextDue"`

type MachineRow = Omit<MachineLine, 'nextDue'> & { nextDue: Date | string | null }
const machineLine = ({ nextDue, ...m }: MachineRow): MachineLine => ({ ...m, nextDue: nextDue && new Date(nextDue).toISOString() })

export async function machinesById(query: Query, ids: readonly number[]): Promise<MachineLine[]> {
  return (await rows<MachineRow>(query, `SELECT ${MACHINE_SQL} FROM machine m WHERE m.id = ANY ($1) ORDER BY m.code`, [ids])).map(
    machineLine,
  )
}

export type MachineOrder = (typeof MACHINE_ORDERS)[number]
const ORDER_SQL: Record<MachineOrder, string> = {
  code: 'm.code',
  name: 'lower(m.name), m.code',
  area: 'lower(m.area), lower(m.location), m.code',
  due: 'm.next_due, m.code',
}
/** What a text is looked for by: words that must all be there, without regard of case. */
export const patternsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/\s+/)
    .filter(Boolean)
    .slice(0, 8)
    .map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`)

/** That a column holds as many words as there are patterns, the first of them parameter `from`; written out, so that an index serves. */
export const holds = (column: string, patterns: readonly string[], from: number): string =>
  patterns.map((_, i) => `${column} LIKE $${from + i}`).join(' AND ')

/** One page of the machines that fit; the page that is asked for or the last one there is. */
export async function machinePage(
  query: Query,
  asked: { area: string; find: string; order: MachineOrder; page: number },
): Promise<MachinePage> {
  const words = patternsOf(asked.find)
  const FIND = words.length
    ? ` AND (${holds('m.words', words, 2)} OR m.id IN (SELECT s.machine_id FROM position p JOIN shaft_line s ON s.id = p.shaft_line_id
      WHERE p.retired_at IS NULL AND ${holds('p.words', words, 2)}))`
    : ''
  const FITS = `m.retired_at IS NULL AND ${IN_AREA}${FIND}`
  const given = [asked.area, ...words]
  const order = ORDER_SQL[asked.order]
  const on = (page: number) =>
    rows<MachineRow>(
      query,
      `SELECT ${MACHINE_SQL} FROM (SELECT m.*, row_number() OVER () AS at FROM (
         SELECT m.id, m.code, m.name, m.area, m.location, m.next_due FROM machine m WHERE ${FITS}
         ORDER BY ${order} LIMIT ${MACHINES_A_PAGE} OFFSET $${given.length + 1}) m) m ORDER BY at`,
      [...given, (page - 1) * MACHINES_A_PAGE],
    )
  const wanted = Math.max(1, asked.page)
  // Side by side: the page that is asked for is there but for one time in many.
  const [counted, found] = await Promise.all([
    one<{ n: number }>(query, `SELECT count(*) AS n FROM machine m WHERE ${FITS}`, given),
    on(wanted),
  ])
  const total = counted!.n
  const pages = Math.max(1, Math.ceil(total / MACHINES_A_PAGE))
  const page = Math.min(wanted, pages)
  const machines = page === wanted ? found : await on(page)
  return { machines: machines.map(machineLine), total, page, pages }
}

type Screen = (typeof SCREENS_KEPT)[number]

export async function savedSearches(query: Query, personId: number, screen: Screen): Promise<SavedSearch[]> {
  return rows(query, 'SELECT id, name, search, columns FROM saved_search WHERE person_id = $1 AND screen = $2 ORDER BY name', [
    personId,
    screen,
  ])
}

export async function saveSearch(query: Query, personId: number, screen: Screen, saved: Omit<SavedSearch, 'id'>): Promise<void> {
  await execute(
    query,
    `INSERT INTO saved_search (person_id, screen, name, search, columns) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (person_id, screen, name) DO UPDATE SET search = excluded.search, columns = excluded.columns`,
    [personId, screen, saved.name, saved.search, JSON.stringify(saved.columns)],
  )
}

/** Of which screen it was; null when there is none. */
export async function dropSearch(query: Query, personId: number, id: number): Promise<Screen | null> {
  const gone = await one<{ screen: Screen }>(query, 'DELETE FROM saved_search WHERE person_id = $1 AND id = $2 RETURNING screen', [
    personId,
    id,
  ])
  return gone?.screen ?? null
}
