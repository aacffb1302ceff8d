import type { JobLine, JobSummary } from '../../contract/cards.js'
import type { FinishedCard } from '../../contract/finished.js'
import type { Scope } from '../../core/card/answers.js'
import type { LeftBehind, PlaceRecord } from '../../core/card/context.js'
import type { ProcedureName } from '../../core/procedure/procedures.js'
import type { Cause } from '../../core/inspection/causes.js'
import { execute, one, rows, type Query } from '../database.js'
import type { StoredContext } from './earlier/one-bearing.js'
import type { StoredCard } from './read-document.js'

/** Columns of a job's line, and the tables that they come from. */
export const JOB_COLUMNS = `
  j.id, json_build_object('name', j.procedure, 'version', j.procedure_version) AS procedure, j.number, j.reason, j.status, j.opened_at AS "openedAt", o.name AS "openedBy", k.name AS "inCharge", j.in_charge AS "inChargeId", j.finished_at AS "finishedAt", j.finish_reason AS "finishReason",
         j.cancelled_at AS "cancelledAt", j.cancel_reason AS "cancelReason", j.summary,
         m.id AS "machineId", m.code AS "machineCode", m.name AS "machineName",
         (SELECT coalesce(string_agg(name, ', ' ORDER BY along_mm), '') FROM (SELECT DISTINCT p.name, p.along_mm FROM job_place jp
          JOIN place x ON x.id = jp.place_id JOIN position p ON p.id = x.position_id WHERE jp.job_id = j.id) at) AS "where"`
export const JOB_TABLES = `
  FROM job j JOIN person o ON o.id = j.opened_by JOIN person k ON k.id = j.in_charge JOIN shaft_line s ON s.id = j.shaft_line_id JOIN machine m ON m.id = s.machine_id`
const JOB_SQL = `${JOB_COLUMNS} ${JOB_TABLES}`

/** Jobs, newest first. */
export function listJobs(query: Query, filter: { status?: 'open'; machineId?: number; designation?: string }): Promise<JobLine[]> {
  return rows(
    query,
    `SELECT ${JOB_SQL} WHERE ($1::text IS NULL OR j.status = $1) AND ($2::bigint IS NULL OR m.id = $2)
       AND ($3::text IS NULL OR j.summary -> 'designations' ? $3)
     ORDER BY j.opened_at DESC`,
    [filter.status, filter.machineId, filter.designation],
  )
}

export interface JobRow {
  line: JobLine
  shaftLineId: number
  revision: number
  dutyId: number | null
  dutyVersion: number | null
  openedAt: Date
  /** What a closed card of before its document knew, as it was stored. */
  context: StoredContext | null
  places: { id: number; code: Scope }[]
}

/** Keeps other writers of the line of a card waiting, or of the lines of all open cards with these bearings; see `lockLine`. */
export async function lockLines(query: Query, of: { jobId: number } | { openWith: readonly string[] }): Promise<void> {
  const [which, value] =
    'jobId' in of
      ? ['id = (SELECT shaft_line_id FROM job WHERE id = $1)', of.jobId]
      : ["id IN (SELECT shaft_line_id FROM job WHERE status = 'open' AND summary -> 'designations' ?| $1::text[]) ORDER BY id", of.openWith]
  await execute(query, `SELECT 1 FROM shaft_line WHERE ${which} FOR NO KEY UPDATE`, [value])
}

/** Whether a work is wanted at the machine of a line, and on no card yet; it stays so until the transaction ends. */
export async function isWanted(query: Query, workId: number, lineId: number): Promise<boolean> {
  const found = await one(
    query,
    `SELECT 1 FROM work w JOIN shaft_line s ON s.machine_id = w.machine_id AND s.id = $2 WHERE w.id = $1 AND w.state = 'wanted' FOR UPDATE OF w`,
    [workId, lineId],
  )
  return found !== null
}

/** Open cards of a line. */
export async function openOnLine(query: Query, lineId: number): Promise<number[]> {
  const found = await rows<{ id: number }>(query, "SELECT id FROM job WHERE shaft_line_id = $1 AND status = 'open' ORDER BY id", [lineId])
  return found.map((j) => j.id)
}

/** Open cards that are about one of these bearings. */
export async function openWith(query: Query, designations: readonly string[]): Promise<number[]> {
  const found = await rows<{ id: number }>(
    query,
    "SELECT id FROM job WHERE status = 'open' AND summary -> 'designations' ?| $1::text[] ORDER BY id",
    [designations],
  )
  return found.map((j) => j.id)
}

export async function findJob(query: Query, id: number): Promise<JobRow | null> {
  const row = await one<JobLine & Omit<JobRow, 'line' | 'openedAt'>>(
    query,
    `SELECT j.shaft_line_id AS "shaftLineId", j.revision, j.duty_id AS "dutyId", j.context,
       (SELECT version FROM duty WHERE id = j.duty_id) AS "dutyVersion",
       (SELECT json_agg(json_build_object('id', x.id, 'code', p.code || '.' || x.number) ORDER BY p.along_mm, p.code, x.number)
        FROM job_place jp JOIN place x ON x.id = jp.place_id JOIN position p ON p.id = x.position_id WHERE jp.job_id = j.id) AS places,
       ${JOB_SQL} WHERE j.id = $1`,
    [id],
  )
  if (!row) return null
  const { shaftLineId, revision, dutyId, dutyVersion, context, places, ...line } = row
  const iso = (at: string | null) => at && new Date(at).toISOString()
  return {
    ...{ shaftLineId, revision, dutyId, dutyVersion, context, places: places ?? [], openedAt: new Date(line.openedAt) },
    line: { ...line, openedAt: iso(line.openedAt)!, finishedAt: iso(line.finishedAt), cancelledAt: iso(line.cancelledAt) },
  }
}

/** Opens a job on places of one line; the open job that stands in the way otherwise. */
export async function addJob(
  query: Query,
  lineId: number,
  placeIds: readonly number[],
  reason: string,
  personId: number,
  procedure: ProcedureName,
  at: Date,
  workId: number | null,
): Promise<{ id: number } | { openAlready: number }> {
  const taken = await one<{ jobId: number }>(query, 'SELECT job_id AS "jobId" FROM job_place WHERE open AND place_id = ANY ($1) LIMIT 1', [
    placeIds,
  ])
  if (taken) return { openAlready: taken.jobId }
  const row = await one<{ id: number }>(
    query,
    `WITH made AS (
       INSERT INTO job (number, shaft_line_id, reason, status, opened_at, opened_by, in_charge, procedure, procedure_version, work_id)
       VALUES (lpad(nextval('job_number')::text, 4, '0'), $1, $2, 'open', $3, $4, $4, $6, $7, $8) RETURNING id),
     named AS (INSERT INTO job_place (job_id, place_id, open) SELECT made.id, p, true FROM made, unnest($5::bigint[]) p)
     SELECT id FROM made`,
    [lineId, reason, at, personId, placeIds, procedure.name, procedure.version, workId],
  )
  return { id: row!.id }
}

export async function setSummary(query: Query, jobId: number, summary: JobSummary): Promise<void> {
  await execute(query, 'UPDATE job SET summary = $2 WHERE id = $1', [jobId, summary])
}

/** Whoever has a job in hand from now on. */
export async function setInCharge(query: Query, jobId: number, personId: number): Promise<void> {
  await execute(query, 'UPDATE job SET in_charge = $2 WHERE id = $1', [jobId, personId])
}

/** Something was done to a card besides its answers: pages that show it know less than it. */
export async function raiseRevision(query: Query, jobId: number): Promise<void> {
  await execute(query, 'UPDATE job SET revision = revision + 1 WHERE id = $1', [jobId])
}

/** Closes a job for good: its places are free again. */
export async function closeJob(
  query: Query,
  jobId: number,
  at: Date,
  how: { finished: { reason: string } } | { cancelled: { reason: string; by: number } },
): Promise<void> {
  await execute(
    query,
    'finished' in how
      ? `WITH freed AS (UPDATE job_place SET open = false WHERE job_id = $1)
         UPDATE job SET status = 'finished', finished_at = $2, finish_reason = $3 WHERE id = $1`
      : `WITH freed AS (UPDATE job_place SET open = false WHERE job_id = $1)
         UPDATE job SET status = 'cancelled', cancelled_at = $2, cancel_reason = $3, cancelled_by = $4 WHERE id = $1`,
    'finished' in how ? [jobId, at, how.finished.reason] : [jobId, at, how.cancelled.reason, how.cancelled.by],
  )
}

/** What stood at the places of a job when it was opened, and what earlier cards of each settled on, newest first. */
export async function pastOf(query: Query, jobId: number): Promise<Map<number, PlaceRecord['past']>> {
  const found = await rows<{
    placeId: number
    removed: PlaceRecord['past']['removed']
    causes: { number: string; cause: Cause }[]
    left: LeftBehind[]
  }>(
    query,
    `SELECT jp.place_id AS "placeId",
       (SELECT json_build_object('designation', i.designation, 'group', i.clearance_group, 'days', extract(epoch FROM o.opened_at - lower(i.fitted)) / 86400,
         'since', lower(i.fitted), 'card', (SELECT j.number FROM finished_place f JOIN job j ON j.id = f.job_id
           WHERE f.place_id = i.place_id AND j.finished_at = lower(i.fitted)))
        FROM installation i WHERE i.place_id = jp.place_id AND i.fitted @> o.opened_at) AS removed,
       (SELECT coalesce(json_agg(json_build_object('number', number, 'cause', cause) ORDER BY opened_at DESC), '[]') FROM (
          SELECT j.number, coalesce(f.cause, j.summary ->> 'cause') AS cause, j.opened_at FROM job_place x JOIN job j ON j.id = x.job_id
          LEFT JOIN finished_place f ON f.job_id = j.id AND f.place_id = x.place_id
          WHERE x.place_id = jp.place_id AND j.status = 'finished' AND j.opened_at < o.opened_at AND coalesce(f.cause, j.summary ->> 'cause') IS NOT NULL
          ORDER BY j.opened_at DESC LIMIT 10) c) AS causes,
       (SELECT coalesce(json_agg(l ORDER BY l.day DESC, l.number DESC), '[]') FROM (
          SELECT j.number, to_char(j.finished_at AT TIME ZONE 'UTC', 'YYYY-MM-DD') AS day, f.cause, f.note
          FROM finished_place f JOIN job j ON j.id = f.job_id
          WHERE f.place_id = jp.place_id AND j.finished_at < o.opened_at AND (f.cause IS NOT NULL OR f.note <> '')
          ORDER BY j.finished_at DESC LIMIT 3) l) AS "left"
     FROM job_place jp JOIN job o ON o.id = jp.job_id WHERE jp.job_id = $1`,
    [jobId],
  )
  return new Map(found.map(({ placeId, removed, causes, left }) => [placeId, { removed, causes, ...(left.length > 0 && { left }) }]))
}

/** As it was stored; `readDocument` reads it. */
export async function findFinished(query: Query, jobId: number): Promise<StoredCard | null> {
  const row = await one<{ coreVersion: string; card: Omit<FinishedCard, 'coreVersion'> }>(
    query,
    'SELECT core_version AS "coreVersion", card FROM finished_card WHERE job_id = $1',
    [jobId],
  )
  return row && { coreVersion: row.coreVersion, ...row.card }
}

/** Kept once; what stands there already stays. */
export async function addFinished(query: Query, jobId: number, at: Date, { coreVersion, ...card }: FinishedCard): Promise<void> {
  await execute(
    query,
    'INSERT INTO finished_card (job_id, core_version, frozen_at, card) VALUES ($1, $2, $3, $4) ON CONFLICT (job_id) DO NOTHING',
    [jobId, coreVersion, at, JSON.stringify(card)],
  )
}

/** Finished jobs whose document is not written yet, oldest first. */
export async function closedWithoutDocument(query: Query): Promise<number[]> {
  const found = await rows<{ id: number }>(
    query,
    "SELECT id FROM job WHERE status = 'finished' AND NOT EXISTS (SELECT 1 FROM finished_card f WHERE f.job_id = job.id) ORDER BY id",
  )
  return found.map((r) => r.id)
}

export interface FinishedPlace {
  designation: string
  group: string | null
  hoursRun: number | null
  cause: Cause | null
  method: string | null
  note: string
}

/** One row for what the plant counts. */
export async function addFinishedPlace(query: Query, jobId: number, placeId: number, f: FinishedPlace): Promise<void> {
  await execute(
    query,
    'INSERT INTO finished_place (job_id, place_id, designation, clearance_group, hours_run, cause, method, note) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)',
    [jobId, placeId, f.designation, f.group, f.hoursRun, f.cause, f.method, f.note],
  )
}
