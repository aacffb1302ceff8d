import type { AnswerView, JobLine, JobSummary, MovedView } from '../../contract/api.js'
import type { StepValues } from '../../contract/card.js'
import { STATIONS, type CardAnswers, type Station } from '../../core/card/answers.js'
import type { CardContext } from '../../core/card/station.js'
import type { Cause } from '../../core/inspection/causes.js'
import { one, rows, type Query } from './database.js'

const JOB_SQL = `
  SELECT j.id, j.number, j.reason, j.status, j.opened_at AS "openedAt", o.name AS "openedBy", j.finished_at AS "finishedAt", j.finish_reason AS "finishReason", j.summary,
         m.id AS "machineId", m.code AS "machineCode", m.name AS "machineName", p.name AS "positionName"
  FROM job j JOIN person o ON o.id = j.opened_by JOIN position p ON p.id = j.position_id
  JOIN shaft_line s ON s.id = p.shaft_line_id JOIN machine m ON m.id = s.machine_id`

/** Jobs, newest first. */
export function listJobs(query: Query, filter: { status?: 'open'; machineId?: number; designation?: string }): Promise<JobLine[]> {
  return rows(
    query,
    `${JOB_SQL} WHERE ($1::text IS NULL OR j.status = $1) AND ($2::bigint IS NULL OR m.id = $2) AND ($3::text IS NULL OR j.summary ->> 'designation' = $3)
     ORDER BY j.opened_at DESC`,
    [filter.status, filter.machineId, filter.designation],
  )
}

export interface JobRow {
  line: JobLine
  positionId: number
  dutyId: number | null
  openedAt: Date
  /** What a finished card knew. */
  context: CardContext | null
}

/** `lock` keeps other writers of the card waiting until the transaction ends. */
export async function findJob(query: Query, id: number, lock = false): Promise<JobRow | null> {
  const row = await one<Omit<JobRow, 'line'>>(
    query,
    `SELECT position_id AS "positionId", duty_id AS "dutyId", opened_at AS "openedAt", context FROM job WHERE id = $1 ${lock ? 'FOR UPDATE' : ''}`,
    [id],
  )
  if (!row) return null
  return { ...row, line: (await one<JobLine>(query, `${JOB_SQL} WHERE j.id = $1`, [id]))! }
}

/** Null when the position already has an open job. */
export async function addJob(query: Query, positionId: number, reason: string, personId: number, at: Date): Promise<number | null> {
  const row = await one<{ id: number }>(
    query,
    `INSERT INTO job (number, position_id, reason, status, opened_at, opened_by)
     VALUES (lpad(nextval('job_number')::text, 4, '0'), $1, $2, 'open', $3, $4)
     ON CONFLICT (position_id) WHERE status = 'open' DO NOTHING RETURNING id`,
    [positionId, reason, at, personId],
  )
  return row?.id ?? null
}

export async function openJobAt(query: Query, positionId: number): Promise<number | null> {
  return (await one<{ id: number }>(query, "SELECT id FROM job WHERE position_id = $1 AND status = 'open'", [positionId]))?.id ?? null
}

export async function setSummary(query: Query, jobId: number, summary: JobSummary): Promise<void> {
  await query.query('UPDATE job SET summary = $2 WHERE id = $1', [jobId, summary])
}

export async function finishJob(query: Query, jobId: number, at: Date, context: CardContext, reason: string): Promise<void> {
  await query.query("UPDATE job SET status = 'finished', finished_at = $2, context = $3, finish_reason = $4 WHERE id = $1", [
    jobId,
    at,
    context,
    reason,
  ])
}

/** What earlier finished cards of a position settled on, newest first. */
export function earlierCauses(query: Query, positionId: number, before: Date): Promise<{ number: string; cause: Cause }[]> {
  return rows(
    query,
    `SELECT number, summary ->> 'cause' AS cause FROM job
     WHERE position_id = $1 AND status = 'finished' AND opened_at < $2 AND summary ->> 'cause' IS NOT NULL ORDER BY opened_at DESC LIMIT 10`,
    [positionId, before],
  )
}

/** The newest version of each station; version 0 with no data where nothing was saved. */
export async function currentAnswers(query: Query, jobId: number): Promise<Record<Station, AnswerView>> {
  const found = await rows<{ station: Station; version: number; data: unknown; savedAt: Date; savedBy: string }>(
    query,
    `SELECT DISTINCT ON (a.station) a.station, a.version, a.data, a.saved_at AS "savedAt", p.name AS "savedBy"
     FROM answer a JOIN person p ON p.id = a.saved_by WHERE a.job_id = $1 ORDER BY a.station, a.version DESC`,
    [jobId],
  )
  const view = (station: Station): AnswerView => {
    const row = found.find((f) => f.station === station)
    return row
      ? { version: row.version, data: row.data, savedAt: row.savedAt.toISOString(), savedBy: row.savedBy }
      : { version: 0, data: null, savedAt: null, savedBy: null }
  }
  return Object.fromEntries(STATIONS.map((s) => [s, view(s)])) as Record<Station, AnswerView>
}

export async function addAnswer(
  query: Query,
  jobId: number,
  station: Station,
  version: number,
  data: unknown,
  personId: number,
  at: Date,
): Promise<void> {
  await query.query('INSERT INTO answer (job_id, station, version, data, saved_at, saved_by) VALUES ($1, $2, $3, $4, $5, $6)', [
    jobId,
    station,
    version,
    data,
    at,
    personId,
  ])
}

export async function latestDuty(query: Query, positionId: number): Promise<CardAnswers['duty'] | null> {
  return (
    (
      await one<{ data: CardAnswers['duty'] }>(query, 'SELECT data FROM duty WHERE position_id = $1 ORDER BY version DESC LIMIT 1', [
        positionId,
      ])
    )?.data ?? null
  )
}

/** The duty of the shaft line as this job sees it: its own version is rewritten while the job is open, others never. */
export async function saveDuty(query: Query, job: JobRow, data: unknown, personId: number, at: Date): Promise<void> {
  const own = await query.query('UPDATE duty SET data = $3, saved_at = $4, saved_by = $5 WHERE id = $1 AND job_id = $2', [
    job.dutyId,
    job.line.id,
    data,
    at,
    personId,
  ])
  if (own.rowCount) return
  const row = await one<{ id: number }>(
    query,
    `INSERT INTO duty (shaft_line_id, position_id, version, data, job_id, saved_at, saved_by)
     SELECT p.shaft_line_id, p.id, coalesce((SELECT max(version) FROM duty WHERE shaft_line_id = p.shaft_line_id), 0) + 1, $2, $3, $4, $5
     FROM position p WHERE p.id = $1 RETURNING id`,
    [job.positionId, data, job.line.id, at, personId],
  )
  await query.query('UPDATE job SET duty_id = $2 WHERE id = $1', [job.line.id, row!.id])
}

export async function dutyVersion(query: Query, dutyId: number | null): Promise<number | null> {
  return (await one<{ version: number }>(query, 'SELECT version FROM duty WHERE id = $1', [dutyId]))?.version ?? null
}

export async function saveResult(
  query: Query,
  jobId: number,
  station: Station,
  inputs: unknown,
  figures: unknown,
  coreVersion: string,
  at: Date,
): Promise<void> {
  await query.query(
    `INSERT INTO result (job_id, station, inputs, figures, core_version, computed_at) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (job_id, station) DO UPDATE SET inputs = $3, figures = $4, core_version = $5, computed_at = $6`,
    [jobId, station, inputs, JSON.stringify(figures), coreVersion, at],
  )
}

/** Keeps the first value that a person saw; a figure that came back to it has not moved. */
export async function saveMoved(query: Query, jobId: number, moved: Omit<MovedView, 'because'>, because: Station): Promise<void> {
  await query.query(
    `INSERT INTO moved_figure (job_id, key, label, station, before, after, because) VALUES ($1, $2, $3, $4, $5, $6, $7)
     ON CONFLICT (job_id, key) DO UPDATE SET after = $6, because = $7`,
    [jobId, moved.key, moved.label, moved.station, moved.before, moved.after, because],
  )
  await query.query('DELETE FROM moved_figure WHERE job_id = $1 AND before = after', [jobId])
}

export function listMoved(query: Query, jobId: number): Promise<MovedView[]> {
  return rows(query, 'SELECT key, label, station, before, after, because FROM moved_figure WHERE job_id = $1 ORDER BY key', [jobId])
}

export async function clearMoved(query: Query, jobId: number, station: Station): Promise<void> {
  await query.query('DELETE FROM moved_figure WHERE job_id = $1 AND station = $2', [jobId, station])
}

export interface StepRow {
  key: string
  version: number
  fields: StepValues
  restedOn: Record<string, string> | null
  signedBy: string | null
  signedById: number | null
  signedAt: Date | null
  acceptedBy: string | null
  acceptedReason: string | null
}

export function listSteps(query: Query, jobId: number): Promise<StepRow[]> {
  return rows(
    query,
    `SELECT t.key, t.version, t.fields, t.rested_on AS "restedOn", s.name AS "signedBy", t.signed_by AS "signedById", t.signed_at AS "signedAt",
            a.name AS "acceptedBy", t.accepted_reason AS "acceptedReason"
     FROM step t LEFT JOIN person s ON s.id = t.signed_by LEFT JOIN person a ON a.id = t.accepted_by WHERE t.job_id = $1`,
    [jobId],
  )
}

/** New values take back an acceptance that was given for the old ones. */
export async function saveStepValues(query: Query, jobId: number, key: string, values: StepValues): Promise<void> {
  await query.query(
    `INSERT INTO step (job_id, key, version, fields) VALUES ($1, $2, 1, $3)
     ON CONFLICT (job_id, key) DO UPDATE SET fields = $3, version = step.version + 1, accepted_by = NULL, accepted_reason = NULL`,
    [jobId, key, values],
  )
}

export async function signStep(
  query: Query,
  jobId: number,
  key: string,
  restedOn: Record<string, string>,
  personId: number,
  at: Date,
): Promise<void> {
  await query.query(
    `INSERT INTO step (job_id, key, version, rested_on, signed_by, signed_at) VALUES ($1, $2, 1, $3, $4, $5)
     ON CONFLICT (job_id, key) DO UPDATE SET rested_on = $3, signed_by = $4, signed_at = $5, version = step.version + 1`,
    [jobId, key, restedOn, personId, at],
  )
}

export async function withdrawSignature(query: Query, jobId: number, key: string): Promise<void> {
  await query.query(
    'UPDATE step SET rested_on = NULL, signed_by = NULL, signed_at = NULL, version = version + 1 WHERE job_id = $1 AND key = $2',
    [jobId, key],
  )
}

export async function acceptStep(query: Query, jobId: number, key: string, reason: string, personId: number): Promise<void> {
  await query.query('UPDATE step SET accepted_by = $3, accepted_reason = $4, version = version + 1 WHERE job_id = $1 AND key = $2', [
    jobId,
    key,
    personId,
    reason,
  ])
}
