import type { AnswerView, FrozenCard, JobLine, JobSummary, MovedView } from '../../contract/api.js'
import type { StepValues } from '../../contract/card.js'
import { STATIONS, type CardAnswers, type Station } from '../../core/card/answers.js'
import type { CardContext } from '../../core/card/station.js'
import type { Cause } from '../../core/inspection/causes.js'
import { execute, one, rows, type Query } from './database.js'

/** Columns and tables of a job's line; what stands before them begins with SELECT. */
const JOB_SQL = `
  j.id, j.number, j.reason, j.status, j.opened_at AS "openedAt", o.name AS "openedBy", j.finished_at AS "finishedAt", j.finish_reason AS "finishReason", j.summary,
         m.id AS "machineId", m.code AS "machineCode", m.name AS "machineName", p.name AS "positionName"
  FROM job j JOIN person o ON o.id = j.opened_by JOIN position p ON p.id = j.position_id
  JOIN shaft_line s ON s.id = p.shaft_line_id JOIN machine m ON m.id = s.machine_id`

/** Jobs, newest first. */
export function listJobs(query: Query, filter: { status?: 'open'; machineId?: number; designation?: string }): Promise<JobLine[]> {
  return rows(
    query,
    `SELECT ${JOB_SQL} WHERE ($1::text IS NULL OR j.status = $1) AND ($2::bigint IS NULL OR m.id = $2) AND ($3::text IS NULL OR j.summary ->> 'designation' = $3)
     ORDER BY j.opened_at DESC`,
    [filter.status, filter.machineId, filter.designation],
  )
}

export interface JobRow {
  line: JobLine
  positionId: number
  dutyId: number | null
  dutyVersion: number | null
  plant: string
  openedAt: Date
  /** What a finished card knew. */
  context: CardContext | null
}

/**
 * Keeps other writers of these cards' shaft lines waiting until the transaction ends. Whoever changes a card takes its line
 * first and the card after it, several lines in the order of their numbers: so two of them never wait for each other.
 */
export async function lockLines(query: Query, of: { jobId: number } | { openWith: readonly string[] }): Promise<void> {
  await execute(
    query,
    `SELECT 1 FROM shaft_line WHERE id IN (
       SELECT p.shaft_line_id FROM job j JOIN position p ON p.id = j.position_id
       WHERE j.id = $1 OR (j.status = 'open' AND j.summary ->> 'designation' = ANY ($2::text[])))
     ORDER BY id FOR NO KEY UPDATE`,
    'jobId' in of ? [of.jobId, null] : [null, of.openWith],
  )
}

/** `lock` keeps other writers of the card waiting until the transaction ends. */
export async function findJob(query: Query, id: number, lock = false): Promise<JobRow | null> {
  const row = await one<JobLine & Omit<JobRow, 'line' | 'openedAt'>>(
    query,
    `SELECT j.position_id AS "positionId", j.duty_id AS "dutyId", j.context, (SELECT name FROM plant WHERE id = m.plant_id) AS plant,
       (SELECT version FROM duty WHERE id = j.duty_id) AS "dutyVersion", ${JOB_SQL} WHERE j.id = $1 ${lock ? 'FOR UPDATE OF j' : ''}`,
    [id],
  )
  if (!row) return null
  const { positionId, dutyId, dutyVersion, plant, context, ...line } = row
  return { positionId, dutyId, dutyVersion, plant, context, openedAt: new Date(line.openedAt), line }
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

/** Of these bearings those that an open card is about. */
export async function onOpenCards(query: Query, designations: readonly string[]): Promise<string[]> {
  const found = await rows<{ designation: string }>(
    query,
    "SELECT DISTINCT summary ->> 'designation' AS designation FROM job WHERE status = 'open' AND summary ->> 'designation' = ANY ($1)",
    [designations],
  )
  return found.map((r) => r.designation)
}

export async function setSummary(query: Query, jobId: number, summary: JobSummary): Promise<void> {
  await execute(query, 'UPDATE job SET summary = $2 WHERE id = $1', [jobId, summary])
}

export async function finishJob(query: Query, jobId: number, at: Date, context: CardContext, reason: string): Promise<void> {
  await execute(query, "UPDATE job SET status = 'finished', finished_at = $2, context = $3, finish_reason = $4 WHERE id = $1", [
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
    `SELECT s.station, a.version, a.data, a.saved_at AS "savedAt", p.name AS "savedBy"
     FROM unnest($2::text[]) AS s (station)
     JOIN LATERAL (SELECT * FROM answer x WHERE x.job_id = $1 AND x.station = s.station ORDER BY x.version DESC LIMIT 1) a ON true
     JOIN person p ON p.id = a.saved_by`,
    [jobId, [...STATIONS]],
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
  await execute(query, 'INSERT INTO answer (job_id, station, version, data, saved_at, saved_by) VALUES ($1, $2, $3, $4, $5, $6)', [
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
  await execute(
    query,
    `WITH own AS (UPDATE duty SET data = $3, saved_at = $4, saved_by = $5 WHERE id = $1 AND job_id = $2 RETURNING id),
     made AS (
       INSERT INTO duty (shaft_line_id, position_id, version, data, job_id, saved_at, saved_by)
       SELECT p.shaft_line_id, p.id, coalesce((SELECT max(version) FROM duty WHERE shaft_line_id = p.shaft_line_id), 0) + 1, $3, $2, $4, $5
       FROM position p WHERE p.id = $6 AND NOT EXISTS (SELECT 1 FROM own) RETURNING id)
     UPDATE job SET duty_id = made.id FROM made WHERE job.id = $2`,
    [job.dutyId, job.line.id, data, at, personId, job.positionId],
  )
}

/** Results of a card, one row a station with what was put in; rows that say the same are left as they are. */
export async function saveResults(
  query: Query,
  jobId: number,
  results: { station: Station; inputs: unknown; figures: unknown }[],
  coreVersion: string,
  at: Date,
): Promise<void> {
  await execute(
    query,
    `INSERT INTO result AS r (job_id, station, inputs, figures, core_version, computed_at)
     SELECT $1, v ->> 'station', v -> 'inputs', v -> 'figures', $3, $4 FROM jsonb_array_elements($2::jsonb) v
     ON CONFLICT (job_id, station) DO UPDATE SET inputs = excluded.inputs, figures = excluded.figures, core_version = $3, computed_at = $4
     WHERE (r.inputs, r.figures, r.core_version) IS DISTINCT FROM (excluded.inputs, excluded.figures, excluded.core_version)`,
    [jobId, JSON.stringify(results), coreVersion, at],
  )
}

/** Keeps the first value that a person saw; one that came back to it is forgotten by `clearMoved`. */
export async function saveMoved(query: Query, jobId: number, moved: Omit<MovedView, 'because'>[], because: Station): Promise<void> {
  if (!moved.length) return
  await execute(
    query,
    `INSERT INTO moved_figure (job_id, key, label, station, before, after, because)
     SELECT $1, v ->> 'key', v ->> 'label', v ->> 'station', v ->> 'before', v ->> 'after', $3 FROM jsonb_array_elements($2::jsonb) v
     ON CONFLICT (job_id, key) DO UPDATE SET after = excluded.after, because = excluded.because`,
    [jobId, JSON.stringify(moved), because],
  )
}

export function listMoved(query: Query, jobId: number): Promise<MovedView[]> {
  return rows(query, 'SELECT key, label, station, before, after, because FROM moved_figure WHERE job_id = $1 ORDER BY key', [jobId])
}

/** Forgets what moved at a station that is being looked at, and whatever has come back to what it was. */
export async function clearMoved(query: Query, jobId: number, station: Station): Promise<void> {
  await execute(query, 'DELETE FROM moved_figure WHERE job_id = $1 AND (station = $2 OR before = after)', [jobId, station])
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
  await execute(
    query,
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
  await execute(
    query,
    `INSERT INTO step (job_id, key, version, rested_on, signed_by, signed_at) VALUES ($1, $2, 1, $3, $4, $5)
     ON CONFLICT (job_id, key) DO UPDATE SET rested_on = $3, signed_by = $4, signed_at = $5, version = step.version + 1`,
    [jobId, key, restedOn, personId, at],
  )
}

export async function withdrawSignature(query: Query, jobId: number, key: string): Promise<void> {
  await execute(
    query,
    'UPDATE step SET rested_on = NULL, signed_by = NULL, signed_at = NULL, version = version + 1 WHERE job_id = $1 AND key = $2',
    [jobId, key],
  )
}

export async function acceptStep(query: Query, jobId: number, key: string, reason: string, personId: number): Promise<void> {
  await execute(query, 'UPDATE step SET accepted_by = $3, accepted_reason = $4, version = version + 1 WHERE job_id = $1 AND key = $2', [
    jobId,
    key,
    personId,
    reason,
  ])
}

export async function findFrozen(query: Query, jobId: number): Promise<FrozenCard | null> {
  const row = await one<{ coreVersion: string; card: Omit<FrozenCard, 'coreVersion'> }>(
    query,
    'SELECT core_version AS "coreVersion", card FROM finished_card WHERE job_id = $1',
    [jobId],
  )
  return row && { coreVersion: row.coreVersion, ...row.card }
}

/** Kept once; what stands there already stays. */
export async function addFrozen(query: Query, jobId: number, at: Date, { coreVersion, ...card }: FrozenCard): Promise<void> {
  await execute(
    query,
    'INSERT INTO finished_card (job_id, core_version, frozen_at, card) VALUES ($1, $2, $3, $4) ON CONFLICT (job_id) DO NOTHING',
    [jobId, coreVersion, at, JSON.stringify(card)],
  )
}

/** Finished jobs whose card is not kept yet, oldest first. */
export async function finishedUnfrozen(query: Query): Promise<number[]> {
  const found = await rows<{ id: number }>(
    query,
    "SELECT id FROM job WHERE status = 'finished' AND NOT EXISTS (SELECT 1 FROM finished_card f WHERE f.job_id = job.id) ORDER BY id",
  )
  return found.map((r) => r.id)
}
