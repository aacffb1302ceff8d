import type { AnswerView } from '../../contract/card-parts.js'
import type { JobSummary, MovedView } from '../../contract/cards.js'
import { keyOf, type Key, type Scope } from '../../core/card/answers.js'
import type { Figure } from '../../core/card/station.js'
import type { Station } from '../../core/procedure/rolling.js'
import { fieldOf, leadForward, shapeOf } from '../../core/card/fields.js'
import { execute, one, rows, type Query } from '../database.js'
import type { JobRow } from './store.js'

/** Answers of a card with their versions, the keys of changes, the duty that they write, results and what moved. */

export interface AnswerRow extends AnswerView {
  key: Key
  revision: number
}

/** A stored value as its field takes it now; a field that is gone keeps what it was. */
export function asNow(station: Station, field: string, value: unknown, shape: number): unknown {
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
       given AS (SELECT v ->> 'scope' AS scope, v ->> 'station' AS station, v ->> 'field' AS field, (v ->> 'version')::int AS version, v -> 'value' AS value, (v ->> 'shape')::int AS shape
         FROM jsonb_array_elements($2::jsonb) v),
       counted AS (${resultsSql(7, 8)}),
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
      JSON.stringify(written.results?.list ?? []),
      written.results?.coreVersion ?? '',
    ],
  )
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
  station: string
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
): Promise<
  { scope: Scope; station: Station; shown: Record<string, string>; figures: Record<string, Figure['value']>; coreVersion: string }[]
> {
  return rows(query, 'SELECT scope, station, shown, figures, core_version AS "coreVersion" FROM result WHERE job_id = $1', [jobId])
}

/** Keeps the first value that a person saw; one that came back to it is forgotten by `clearMoved`. */
export async function saveMoved(query: Query, jobId: number, moved: Omit<MovedView, 'because'>[], because: string): Promise<void> {
  if (!moved.length) return
  await execute(
    query,
    `INSERT INTO moved_figure (job_id, key, station, before, after, was, because)
     SELECT $1, v ->> 'key', v ->> 'station', v ->> 'before', v ->> 'after', v -> 'was', $3 FROM jsonb_array_elements($2::jsonb) v
     ON CONFLICT (job_id, key) DO UPDATE SET after = excluded.after, because = excluded.because`,
    [jobId, JSON.stringify(moved), because],
  )
}

export function listMoved(query: Query, jobId: number): Promise<MovedView[]> {
  return rows(query, 'SELECT key, station, before, after, was, because FROM moved_figure WHERE job_id = $1 ORDER BY key', [jobId])
}

/** Forgets what moved at stations that are being looked at, and whatever has come back to what it was; what is left. */
export function clearMoved(query: Query, jobId: number, stations: readonly Station[]): Promise<MovedView[]> {
  return rows(
    query,
    `WITH gone AS (DELETE FROM moved_figure WHERE job_id = $1 AND (station = ANY ($2) OR before = after))
     SELECT key, station, before, after, was, because FROM moved_figure
     WHERE job_id = $1 AND NOT (station = ANY ($2) OR before = after) ORDER BY key`,
    [jobId, stations],
  )
}
