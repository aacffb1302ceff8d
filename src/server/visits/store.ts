import type { VisitInput, VisitView } from '../../contract/visits.js'
import { visitCheck, type VisitResult } from '../../core/arrangement/visit-check.js'
import type { Material } from '../../core/materials.js'
import { CORE_VERSION } from '../../core/version.js'
import { one, rows, type Query } from '../database.js'
import { notFound, refused } from '../problems.js'

interface LineRow {
  machineId: number
  shaftMaterial: Material
  housingMaterial: Material
  spanMm: number | null
}

/** What the records know of the line that is looked at. */
const lineOf = (query: Query, lineId: number) =>
  one<LineRow>(
    query,
    `SELECT s.machine_id AS "machineId", s.shaft_material AS "shaftMaterial", s.housing_material AS "housingMaterial",
       (SELECT max(p.along_mm) - min(p.along_mm) FROM position p WHERE p.shaft_line_id = s.id AND p.retired_at IS NULL) AS "spanMm"
     FROM shaft_line s WHERE s.id = $1 AND s.retired_at IS NULL`,
    [lineId],
  )

/** Keeps what was seen with what followed from it. */
export async function addVisit(
  query: Query,
  lineId: number,
  { pictures, ...answers }: VisitInput,
  personId: number,
  at: Date,
): Promise<{ id: number; verdict: VisitResult['verdict'] }> {
  const line = await lineOf(query, lineId)
  if (!line) throw notFound('shaft line')
  const known = await rows<{ id: number }>(
    query,
    `SELECT d.id FROM machine_document m JOIN document d ON d.id = m.document_id WHERE m.machine_id = $1 AND d.id = ANY ($2) AND d.kind = 'picture'`,
    [line.machineId, pictures],
  )
  if (known.length < new Set(pictures).size) throw refused('pictures', 'pictures that lie in the folder of this machine')
  const result = visitCheck(answers, { ...line, spanMm: line.spanMm || null })
  const added = await one<{ id: number }>(
    query,
    `INSERT INTO visit_check (shaft_line_id, at, person_id, answers, result, pictures, core_version) VALUES ($1, $2, $3, $4, $5, $6, $7) RETURNING id`,
    [lineId, at, personId, answers, result, pictures, CORE_VERSION],
  )
  return { id: added!.id, verdict: result.verdict }
}

/** A visit as it was written down. */
export async function findVisit(query: Query, visitId: number): Promise<VisitView | null> {
  const found = await one<Omit<VisitView, 'at'> & { at: Date }>(
    query,
    `SELECT v.id, m.id AS "machineId", m.code AS "machineCode", m.name AS "machineName", s.name AS "lineName", v.at, o.name AS by, v.answers, v.result,
       (SELECT coalesce(json_agg(json_build_object('id', d.id, 'name', d.name) ORDER BY d.id), '[]') FROM document d WHERE d.id = ANY (v.pictures)) AS pictures
     FROM visit_check v JOIN shaft_line s ON s.id = v.shaft_line_id JOIN machine m ON m.id = s.machine_id JOIN person o ON o.id = v.person_id
     WHERE v.id = $1`,
    [visitId],
  )
  return found && { ...found, at: found.at.toISOString() }
}
