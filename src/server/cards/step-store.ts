import type { StepValues } from '../../contract/answers.js'
import type { LateSignature, LateWhy, ReadingView } from '../../contract/card-parts.js'
import { execute, rows, type Query } from '../database.js'

/** What was written on the steps of a card, and who signed and accepted them. */

export interface StepRow {
  key: string
  version: number
  fields: StepValues
  restedOn: Record<string, string> | null
  signedBy: string | null
  signedById: number | null
  signedAt: string | null
  acceptedBy: string | null
  acceptedReason: string | null
  readings: ReadingView[]
  late: LateSignature[]
}

export function listSteps(query: Query, jobId: number): Promise<StepRow[]> {
  return rows(
    query,
    `SELECT k.key, coalesce(t.version, 0) AS version, coalesce(t.fields, '{}') AS fields, t.rested_on AS "restedOn", s.name AS "signedBy",
            t.signed_by AS "signedById", t.signed_at AS "signedAt", a.name AS "acceptedBy", t.accepted_reason AS "acceptedReason",
            (SELECT coalesce(json_agg(json_build_object('field', r.field, 'value', r.value, 'instrument', r.instrument, 'at', r.at, 'by', p.name) ORDER BY r.id), '[]')
             FROM step_reading r JOIN person p ON p.id = r.person_id WHERE r.job_id = $1 AND r.step = k.key) AS readings,
            (SELECT coalesce(json_agg(json_build_object('by', p.name, 'at', l.at, 'heardAt', l.heard_at, 'why', l.why) ORDER BY l.id), '[]')
             FROM late_signature l JOIN person p ON p.id = l.person_id WHERE l.job_id = $1 AND l.step = k.key) AS late
     FROM (SELECT key FROM step WHERE job_id = $1 UNION SELECT step FROM late_signature WHERE job_id = $1) k
     LEFT JOIN step t ON t.job_id = $1 AND t.key = k.key LEFT JOIN person s ON s.id = t.signed_by LEFT JOIN person a ON a.id = t.accepted_by`,
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

/** Readings stand for good, each with what it was read with, when, and by whom. */
export async function addReadings(
  query: Query,
  jobId: number,
  step: string,
  readings: readonly { field: string; value: number; instrument: string | null }[],
  personId: number,
  at: Date,
): Promise<void> {
  await execute(
    query,
    `INSERT INTO step_reading (job_id, step, field, value, instrument, at, person_id)
     SELECT $1, $2, r.field, r.value, r.instrument, $4, $5
     FROM jsonb_to_recordset($3::jsonb) AS r (field text, value double precision, instrument text)`,
    [jobId, step, JSON.stringify(readings), at, personId],
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

/** A signature that cannot count, kept as it was given. */
export async function addLate(
  query: Query,
  jobId: number,
  step: string,
  given: { personId: number; at: Date; heardAt: Date; rests: Record<string, string>; why: LateWhy },
): Promise<void> {
  await execute(
    query,
    'INSERT INTO late_signature (job_id, step, person_id, at, heard_at, rests, why) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [...[jobId, step, given.personId, given.at, given.heardAt, given.rests, given.why]],
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
