import type { StepValues } from '../../contract/answers.js'
import type { ReadingView } from '../../contract/card-parts.js'
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
}

export function listSteps(query: Query, jobId: number): Promise<StepRow[]> {
  return rows(
    query,
    `SELECT t.key, t.version, t.fields, t.rested_on AS "restedOn", s.name AS "signedBy", t.signed_by AS "signedById", t.signed_at AS "signedAt",
            a.name AS "acceptedBy", t.accepted_reason AS "acceptedReason",
            (SELECT coalesce(json_agg(json_build_object('field', r.field, 'value', r.value, 'instrument', r.instrument, 'at', r.at, 'by', p.name) ORDER BY r.id), '[]')
             FROM step_reading r JOIN person p ON p.id = r.person_id WHERE r.job_id = t.job_id AND r.step = t.key) AS readings
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
