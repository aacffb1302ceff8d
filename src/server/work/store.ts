import type { WorkInput, WorkView } from '../../contract/work.js'
import { execute, one, rows, type Query } from '../database.js'
import { conflict, notFound, refused } from '../problems.js'

/** Work of every kind. What a card or a visit is of it, the database writes with them. */

/** Somebody wants something done at a machine. */
export async function wantWork(query: Query, w: WorkInput, personId: number, at: Date): Promise<number> {
  const machine = await one<{ lineId: number | null; there: boolean }>(
    query,
    `SELECT p.shaft_line_id AS "lineId", $2::bigint IS NULL OR p.id IS NOT NULL AS there FROM machine m
     LEFT JOIN shaft_line s ON s.machine_id = m.id LEFT JOIN position p ON p.shaft_line_id = s.id AND p.id = $2
     WHERE m.id = $1 ORDER BY p.id IS NULL LIMIT 1`,
    [w.machineId, w.positionId],
  )
  if (!machine) throw notFound('machine')
  if (!machine.there) throw refused('positionId', 'a support of this machine')
  if (w.inHands !== null && !(await one(query, 'SELECT 1 FROM person WHERE id = $1 AND active', [w.inHands])))
    throw refused('inHands', 'somebody who works here')
  const made = await one<{ id: number }>(
    query,
    `INSERT INTO work (kind, machine_id, shaft_line_id, position_id, why, origin, state, in_hands, wanted_from, wanted_to, minutes, begun_at, begun_by)
     VALUES ($1, $2, $3, $4, $5, $6, 'wanted', $7, $8, $9, $10, $11, $12) RETURNING id`,
    [
      ...[w.kind, w.machineId, machine.lineId, w.positionId, w.why, w.origin, w.inHands],
      ...[w.wantedFrom, w.wantedTo, w.minutes, at, personId],
    ],
  )
  return made!.id
}

/** It is done, or nobody wants it any more; what is written on a card ends with the card. Answers the machine. */
export async function endWork(
  query: Query,
  id: number,
  { version, how, reason }: { version: number; how: 'done' | 'dropped'; reason: string },
  personId: number,
  at: Date,
): Promise<number | null> {
  const found = await one<{ version: number; state: string; machineId: number | null; cardId: number | null }>(
    query,
    `SELECT w.version, w.state, w.machine_id AS "machineId", (SELECT j.id FROM job j WHERE j.work_id = w.id) AS "cardId" FROM work w WHERE w.id = $1 FOR UPDATE`,
    [id],
  )
  if (!found) throw notFound('work')
  if (found.cardId !== null) throw refused('how', 'what is written on a card ends with the card')
  if (found.version !== version || found.state !== 'wanted')
    throw conflict('Somebody else has changed this meanwhile.', { state: found.state })
  if (how === 'dropped' && reason.length < 5) throw refused('reason', 'say why it is dropped, in at least 5 letters')
  await execute(query, 'UPDATE work SET state = $2, version = version + 1, ended_at = $3, ended_by = $4, ended_why = $5 WHERE id = $1', [
    id,
    how,
    at,
    personId,
    reason,
  ])
  return found.machineId
}

/** What is wanted or under way, what is wanted first standing first; of one machine or of all. */
export async function openWork(query: Query, machineId: number | null): Promise<WorkView[]> {
  const found = await rows<Omit<WorkView, 'begunAt'> & { begunAt: Date }>(
    query,
    `SELECT w.id, w.version, w.kind, w.machine_id AS "machineId", m.code AS "machineCode", p.name AS "positionName", w.why, w.origin, w.state,
       h.name AS "inHands", w.wanted_from::text AS "wantedFrom", w.wanted_to::text AS "wantedTo", w.minutes, w.begun_at AS "begunAt", b.name AS "begunBy",
       (SELECT j.id FROM job j WHERE j.work_id = w.id) AS "cardId", (SELECT v.id FROM visit_check v WHERE v.work_id = w.id) AS "visitId"
     FROM work w JOIN person b ON b.id = w.begun_by LEFT JOIN machine m ON m.id = w.machine_id LEFT JOIN position p ON p.id = w.position_id
     LEFT JOIN person h ON h.id = w.in_hands
     WHERE w.state IN ('wanted', 'open') AND ($1::bigint IS NULL OR w.machine_id = $1) ORDER BY w.wanted_to NULLS LAST, w.begun_at LIMIT 200`,
    [machineId],
  )
  return found.map((w) => ({ ...w, begunAt: w.begunAt.toISOString() }))
}
