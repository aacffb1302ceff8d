import type { DueLine } from '../../contract/greasing.js'
import type { School } from '../../core/lubrication/regreasing.js'
import { execute, one, rows, type Query } from '../database.js'

export interface Point {
  greaseId: number | null
  school: School
  intervalH: number | null
  intervalDays: number | null
  quantityG: number | null
}

/** What is wanted at a position from now on; the due date follows from the last greasing. */
export async function setPoint(query: Query, positionId: number, point: Point, jobId: number | null): Promise<void> {
  await execute(
    query,
    `INSERT INTO lubrication_point (position_id, grease_id, school, interval_h, interval_days, quantity_g, job_id)
     VALUES ($1, $2, $3, $4, $5, $6, $7)
     ON CONFLICT (position_id) DO UPDATE SET grease_id = $2, school = $3, interval_h = $4, interval_days = $5, quantity_g = $6, job_id = $7`,
    [positionId, point.greaseId, point.school, point.intervalH, point.intervalDays, point.quantityG, jobId],
  )
  await renewDue(query, positionId)
}

async function renewDue(query: Query, positionId: number): Promise<void> {
  await execute(query, "UPDATE lubrication_point SET due_at = last_at + interval_days * interval '1 day' WHERE position_id = $1", [
    positionId,
  ])
}

export interface GreaseEvent {
  key: string
  positionId: number
  at: Date
  personId: number
  kind: 'greased' | 'skipped' | 'filled' | 'changed-over'
  greaseId: number | null
  gunId: number | null
  strokes: number | null
  grams: number | null
  looks: string
  note: string
}

/** Writes an event once, however often it is sent; a greasing moves the due date, a skip does not. False when it was there already. */
export async function addGreaseEvent(query: Query, e: GreaseEvent): Promise<boolean> {
  const done = await execute(
    query,
    `INSERT INTO grease_event (key, position_id, at, person_id, kind, grease_id, gun_id, strokes, grams, looks, note)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11) ON CONFLICT (key) DO NOTHING`,
    [e.key, e.positionId, e.at, e.personId, e.kind, e.greaseId, e.gunId, e.strokes, e.grams, e.looks, e.note],
  )
  if (!done) return false
  if (e.kind !== 'skipped') {
    await execute(query, `UPDATE lubrication_point SET last_at = greatest(last_at, $2), grease_id = $3 WHERE position_id = $1`, [
      e.positionId,
      e.at,
      e.greaseId,
    ])
    await renewDue(query, e.positionId)
  }
  return true
}

/** Whether the stored event with this key is the same entry: one that was sent twice, and not another that bears its key. */
export async function sameGreasing(query: Query, e: Pick<GreaseEvent, 'key' | 'positionId' | 'kind' | 'note'>): Promise<boolean> {
  const stored = await one(query, 'SELECT 1 FROM grease_event WHERE key = $1 AND position_id = $2 AND kind = $3 AND note = $4', [
    e.key,
    e.positionId,
    e.kind,
    e.note,
  ])
  return stored !== null
}

/** Keeps other writers of the point waiting until the transaction ends. */
export async function lockPoint(query: Query, positionId: number): Promise<void> {
  await execute(query, 'SELECT 1 FROM lubrication_point WHERE position_id = $1 FOR UPDATE', [positionId])
}

/** Points due before a date, the longest overdue first. */
export async function dueBefore(query: Query, before: Date, limit = 60): Promise<DueLine[]> {
  const found = await rows<Omit<DueLine, 'dueAt'> & { dueAt: Date }>(
    query,
    `SELECT l.position_id AS "positionId", p.name AS "positionName", m.id AS "machineId", m.code AS "machineCode", m.name AS "machineName",
       concat_ws(', ', nullif(m.area, ''), nullif(m.location, '')) AS location, g.name AS "greaseName", l.quantity_g AS "quantityG", l.due_at AS "dueAt"
     FROM lubrication_point l JOIN position p ON p.id = l.position_id JOIN shaft_line s ON s.id = p.shaft_line_id
     JOIN machine m ON m.id = s.machine_id LEFT JOIN grease g ON g.id = l.grease_id
     WHERE l.due_at < $1 AND p.retired_at IS NULL AND m.retired_at IS NULL ORDER BY l.due_at LIMIT $2`,
    [before, limit],
  )
  return found.map((line) => ({ ...line, dueAt: line.dueAt.toISOString() }))
}
