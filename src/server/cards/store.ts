import type { AnswerView, FrozenCard, JobLine, JobSummary, MovedView } from '../../contract/cards.js'
import { keyOf, type Key, type Scope, type Station } from '../../core/card/answers.js'
import type { LineContext, PlaceRecord } from '../../core/card/context.js'
import type { Cause } from '../../core/inspection/causes.js'
import { fieldOf, leadForward, shapeOf } from '../../core/card/fields.js'
import { execute, one, rows, type Query } from '../database.js'
import type { StoredCard, StoredContext } from './frozen.js'

/** Columns of a job's line, and the tables that they come from. */
export const JOB_COLUMNS = `
  j.id, j.number, j.reason, j.status, j.opened_at AS "openedAt", o.name AS "openedBy", k.name AS "inCharge", j.in_charge AS "inChargeId", j.finished_at AS "finishedAt", j.finish_reason AS "finishReason",
         j.cancelled_at AS "cancelledAt", j.cancel_reason AS "cancelReason", j.summary,
         m.id AS "machineId", m.code AS "machineCode", m.name AS "machineName",
         (SELECT string_agg(name, ', ' ORDER BY along_mm) FROM (SELECT DISTINCT p.name, p.along_mm FROM job_place jp
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
  /** What a closed card knew, as it was stored. */
  context: StoredContext | null
  places: { id: number; code: Scope }[]
}

/**
 * Keeps other writers of these cards' shaft lines waiting until the transaction ends. Whoever changes a card takes its line,
 * several lines in the order of their numbers: so two of them never wait for each other.
 */
export async function lockLines(query: Query, of: { jobId: number } | { lineId: number } | { openWith: readonly string[] }): Promise<void> {
  const [which, value] =
    'jobId' in of
      ? ['id = (SELECT shaft_line_id FROM job WHERE id = $1)', of.jobId]
      : 'lineId' in of
        ? ['id = $1', of.lineId]
        : [
            "id IN (SELECT shaft_line_id FROM job WHERE status = 'open' AND summary -> 'designations' ?| $1::text[]) ORDER BY id",
            of.openWith,
          ]
  await execute(query, `SELECT 1 FROM shaft_line WHERE ${which} FOR NO KEY UPDATE`, [value])
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
  at: Date,
): Promise<{ id: number } | { openAlready: number }> {
  const taken = await one<{ jobId: number }>(query, 'SELECT job_id AS "jobId" FROM job_place WHERE open AND place_id = ANY ($1) LIMIT 1', [
    placeIds,
  ])
  if (taken) return { openAlready: taken.jobId }
  const row = await one<{ id: number }>(
    query,
    `WITH made AS (
       INSERT INTO job (number, shaft_line_id, reason, status, opened_at, opened_by, in_charge)
       VALUES (lpad(nextval('job_number')::text, 4, '0'), $1, $2, 'open', $3, $4, $4) RETURNING id),
     named AS (INSERT INTO job_place (job_id, place_id, open) SELECT made.id, p, true FROM made, unnest($5::bigint[]) p)
     SELECT id FROM made`,
    [lineId, reason, at, personId, placeIds],
  )
  return { id: row!.id }
}

/** Of these bearings those that an open card is about. */
export async function onOpenCards(query: Query, designations: readonly string[]): Promise<string[]> {
  const found = await rows<{ designation: string }>(
    query,
    `SELECT DISTINCT d AS designation FROM job, jsonb_array_elements_text(summary -> 'designations') d
     WHERE status = 'open' AND d = ANY ($1)`,
    [designations],
  )
  return found.map((r) => r.designation)
}

export async function setSummary(query: Query, jobId: number, summary: JobSummary): Promise<void> {
  await execute(query, 'UPDATE job SET summary = $2 WHERE id = $1', [jobId, summary])
}

/** Whoever has a job in hand from now on. */
export async function setInCharge(query: Query, jobId: number, personId: number): Promise<void> {
  await execute(query, 'UPDATE job SET in_charge = $2 WHERE id = $1', [jobId, personId])
}

/** Closes a job for good: its places are free again. */
export async function closeJob(
  query: Query,
  jobId: number,
  at: Date,
  how: { finished: { context: LineContext; reason: string } } | { cancelled: { reason: string; by: number; context: LineContext } },
): Promise<void> {
  const [context, reason] = 'finished' in how ? [how.finished.context, how.finished.reason] : [how.cancelled.context, how.cancelled.reason]
  await execute(
    query,
    'finished' in how
      ? `WITH freed AS (UPDATE job_place SET open = false WHERE job_id = $1)
         UPDATE job SET status = 'finished', finished_at = $2, context = $3, finish_reason = $4 WHERE id = $1`
      : `WITH freed AS (UPDATE job_place SET open = false WHERE job_id = $1)
         UPDATE job SET status = 'cancelled', cancelled_at = $2, context = $3, cancel_reason = $4, cancelled_by = $5 WHERE id = $1`,
    'finished' in how ? [jobId, at, context, reason] : [jobId, at, context, reason, how.cancelled.by],
  )
}

/** What stood at the places of a job when it was opened, and what earlier cards of each settled on, newest first. */
export async function pastOf(query: Query, jobId: number): Promise<Map<number, PlaceRecord['past']>> {
  const found = await rows<{ placeId: number; removed: PlaceRecord['past']['removed']; causes: { number: string; cause: Cause }[] }>(
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
          ORDER BY j.opened_at DESC LIMIT 10) c) AS causes
     FROM job_place jp JOIN job o ON o.id = jp.job_id WHERE jp.job_id = $1`,
    [jobId],
  )
  return new Map(found.map(({ placeId, removed, causes }) => [placeId, { removed, causes }]))
}

export interface AnswerRow extends AnswerView {
  key: Key
  revision: number
}

/** A stored value as its field takes it now; a field that is gone keeps what it was. */
function asNow(station: Station, field: string, value: unknown, shape: number): unknown {
  const of = fieldOf(station, field)
  return of ? leadForward(of, value, shape) : value
}

/** Every answer of a card as it stands. */
export async function currentAnswers(query: Query, jobId: number): Promise<AnswerRow[]> {
  // As one value: some hundred rows of eight columns cost more to take apart than to read.
  const found = await one<{ all: [Scope, Station, string, number, unknown, number, string, string, number][] }>(
    query,
    `SELECT coalesce(json_agg(json_build_array(a.scope, a.station, a.field, a.version, a.value, a.revision, a.saved_at, p.name, a.shape)), '[]') AS all
     FROM answer a JOIN person p ON p.id = a.saved_by WHERE a.job_id = $1`,
    [jobId],
  )
  return found!.all.map(([scope, station, field, version, value, revision, savedAt, savedBy, shape]) => ({
    ...{
      key: keyOf(scope, station, field),
      version,
      value: asNow(station, field, value, shape),
      revision,
      savedAt: new Date(savedAt).toISOString(),
      savedBy,
    },
  }))
}

/** What an answer was at a version. */
export async function answerAt(
  query: Query,
  jobId: number,
  scope: Scope,
  station: Station,
  field: string,
  version: number,
): Promise<unknown> {
  const row = await one<{ value: unknown; shape: number }>(
    query,
    'SELECT value, shape FROM answer_version WHERE job_id = $1 AND scope = $2 AND station = $3 AND field = $4 AND version = $5',
    [jobId, scope, station, field, version],
  )
  return row ? asNow(station, field, row.value, row.shape) : null
}

export interface NewAnswer {
  scope: Scope
  station: Station
  field: string
  version: number
  value: unknown
}

/** What a change leaves behind besides results. */
export interface Written {
  answers: readonly NewAnswer[]
  revision: number
  summary: JobSummary
  /** Of changes that came over HTTP, so that they are taken once. */
  key?: string
  /** What became of the results meanwhile. */
  results?: { list: readonly ResultRow[]; coreVersion: string }
}

/** Stores results of job $1 at $4 from parameters of these numbers; what stood there before gives way. */
const resultsSql = (list: number, version: number) => `
  INSERT INTO result AS r (job_id, scope, station, inputs, figures, shown, core_version, computed_at)
  SELECT $1, v ->> 'scope', v ->> 'station', v -> 'inputs', v -> 'figures', v -> 'shown', $${version}, $4 FROM jsonb_array_elements($${list}::jsonb) v
  ON CONFLICT (job_id, scope, station) DO UPDATE
    SET inputs = excluded.inputs, figures = excluded.figures, shown = excluded.shown, core_version = excluded.core_version, computed_at = excluded.computed_at`

/** Writes new versions of answers with what goes with them, in one statement. */
export async function addAnswers(query: Query, jobId: number, written: Written, personId: number, at: Date): Promise<void> {
  await execute(
    query,
    `WITH raised AS (UPDATE job SET revision = $3, summary = $6 WHERE id = $1),
       taken AS (INSERT INTO change_key (key, job_id, at) SELECT $7::uuid, $1, $4 WHERE $7 IS NOT NULL),
       noted AS (INSERT INTO audit (at, person_id, action, subject, detail)
         SELECT $4, $5, 'change-card', 'job ' || $1, jsonb_build_object('changes', $2::jsonb) WHERE $7 IS NOT NULL),
       given AS (SELECT v ->> 'scope' AS scope, v ->> 'station' AS station, v ->> 'field' AS field, (v ->> 'version')::int AS version, v -> 'value' AS value, (v ->> 'shape')::int AS shape
         FROM jsonb_array_elements($2::jsonb) v),
       counted AS (${resultsSql(8, 9)}),
       kept AS (INSERT INTO answer_version (job_id, scope, station, field, version, value, shape, saved_at, saved_by)
         SELECT $1, scope, station, field, version, value, shape, $4, $5 FROM given)
     INSERT INTO answer (job_id, scope, station, field, version, value, shape, revision, saved_at, saved_by)
     SELECT $1, scope, station, field, version, value, shape, $3, $4, $5 FROM given
     ON CONFLICT (job_id, scope, station, field) DO UPDATE
       SET version = excluded.version, value = excluded.value, shape = excluded.shape, revision = excluded.revision, saved_at = excluded.saved_at, saved_by = excluded.saved_by`,
    [
      jobId,
      JSON.stringify(written.answers.map((a) => ({ ...a, shape: shapeOf(fieldOf(a.station, a.field)!) }))),
      written.revision,
      at,
      personId,
      written.summary,
      written.key ?? null,
      JSON.stringify(written.results?.list ?? []),
      written.results?.coreVersion ?? '',
    ],
  )
}

/** False when these changes were taken before. */
export async function takeChangeKey(query: Query, jobId: number, key: string, at: Date): Promise<boolean> {
  return (
    (await execute(query, 'INSERT INTO change_key (key, job_id, at) VALUES ($1, $2, $3) ON CONFLICT (key) DO NOTHING', [
      key,
      jobId,
      at,
    ])) === 1
  )
}

/** Whether changes under this key are stored, and of which card. */
export function findChangeKey(query: Query, key: string): Promise<{ jobId: number } | null> {
  return one(query, 'SELECT job_id AS "jobId" FROM change_key WHERE key = $1', [key])
}

/** Keys are kept as long as a device may have been away. */
export async function dropOldChangeKeys(query: Query, before: Date): Promise<void> {
  await execute(query, 'DELETE FROM change_key WHERE at < $1', [before])
}

export interface DutyRow {
  id: number
  version: number
  data: Record<Key, unknown>
  jobId: number | null
  savedAt: Date
  savedBy: string
}

/** The newest duty of the line of a job. */
export async function latestDuty(query: Query, jobId: number): Promise<DutyRow | null> {
  const found = await one<DutyRow>(
    query,
    `SELECT d.id, d.version, d.data, d.job_id AS "jobId", d.saved_at AS "savedAt", p.name AS "savedBy" FROM duty d JOIN person p ON p.id = d.saved_by
     WHERE d.shaft_line_id = (SELECT shaft_line_id FROM job WHERE id = $1) ORDER BY d.version DESC LIMIT 1`,
    [jobId],
  )
  return found && { ...found, savedAt: new Date(found.savedAt) }
}

/** A job rewrites the version of the duty that it made itself, and makes a new one over any other. */
export async function saveDuty(
  query: Query,
  job: JobRow,
  latest: DutyRow | null,
  changed: Record<Key, unknown>,
  personId: number,
  at: Date,
): Promise<void> {
  const data = { ...latest?.data, ...changed }
  if (latest?.jobId === job.line.id) {
    await execute(query, 'UPDATE duty SET data = $2, saved_at = $3, saved_by = $4 WHERE id = $1', [latest.id, data, at, personId])
    return
  }
  await execute(
    query,
    `WITH made AS (INSERT INTO duty (shaft_line_id, version, data, job_id, saved_at, saved_by) VALUES ($1, $2, $3, $4, $5, $6) RETURNING id)
     UPDATE job SET duty_id = (SELECT id FROM made) WHERE id = $4`,
    [job.shaftLineId, (latest?.version ?? 0) + 1, data, job.line.id, at, personId],
  )
}

/** The card starts from this version of the duty. */
export async function useDuty(query: Query, jobId: number, dutyId: number): Promise<void> {
  await execute(query, 'UPDATE job SET duty_id = $2 WHERE id = $1', [jobId, dutyId])
}

export interface ResultRow {
  scope: Scope
  station: Station
  inputs: unknown
  figures: unknown
  /** How each figure read, by its name. */
  shown: Record<string, string>
}

/** Stores results; what stands there with the same inputs and figures is left alone. */
export async function saveResults(
  query: Query,
  jobId: number,
  results: readonly ResultRow[],
  coreVersion: string,
  at: Date,
): Promise<void> {
  if (results.length) await execute(query, resultsSql(2, 3), [jobId, JSON.stringify(results), coreVersion, at])
}

/** How the figures of a card read when it was last computed, and whether all of it by this core. */
export async function shownFigures(
  query: Query,
  jobId: number,
): Promise<{ scope: Scope; station: Station; shown: Record<string, string>; coreVersion: string }[]> {
  return rows(query, 'SELECT scope, station, shown, core_version AS "coreVersion" FROM result WHERE job_id = $1', [jobId])
}

/** Keeps the first value that a person saw; one that came back to it is forgotten by `clearMoved`. */
export async function saveMoved(query: Query, jobId: number, moved: Omit<MovedView, 'because'>[], because: string): Promise<void> {
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

/** Forgets what moved at stations that are being looked at, and whatever has come back to what it was; what is left. */
export function clearMoved(query: Query, jobId: number, stations: readonly Station[]): Promise<MovedView[]> {
  return rows(
    query,
    `WITH gone AS (DELETE FROM moved_figure WHERE job_id = $1 AND (station = ANY ($2) OR before = after))
     SELECT key, label, station, before, after, because FROM moved_figure
     WHERE job_id = $1 AND NOT (station = ANY ($2) OR before = after) ORDER BY key`,
    [jobId, stations],
  )
}

/** As it was stored; `readFrozen` reads it. */
export async function findFrozen(query: Query, jobId: number): Promise<StoredCard | null> {
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

export interface FinishedPlace {
  designation: string
  group: string | null
  hoursRun: number | null
  cause: Cause | null
  method: string | null
}

/** One row for what the plant counts. */
export async function addFinishedPlace(query: Query, jobId: number, placeId: number, f: FinishedPlace): Promise<void> {
  await execute(
    query,
    'INSERT INTO finished_place (job_id, place_id, designation, clearance_group, hours_run, cause, method) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [jobId, placeId, f.designation, f.group, f.hoursRun, f.cause, f.method],
  )
}
