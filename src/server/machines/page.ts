import { MACHINES_A_PAGE, type MachineLine, type MachinePage, type MACHINE_ORDERS } from '../../contract/machines.js'
import { one, rows, type Query } from '../database.js'
import { IN_AREA } from '../records/areas.js'

/** Machines page by page. Nothing here reads history. */

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
