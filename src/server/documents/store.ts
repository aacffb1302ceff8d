import { createHash } from 'node:crypto'
import {
  DOCUMENTS_A_PAGE,
  type DocumentFacts,
  type DocumentKind,
  type DocumentView,
  type FolderPage,
  type MediaType,
  type SayingInput,
  type SayingView,
} from '../../contract/documents.js'
import { problem } from '../../contract/problem.js'
import { execute, one, rows, type Query } from '../database.js'
import { Refused } from '../problems.js'

const SAYING_JSON = `json_build_object('id', y.id, 'documentId', y.document_id, 'positionId', y.position_id, 'subject', y.subject, 'words', y.words,
  'amount', y.amount, 'page', y.page, 'document', d.name)`

/** Which page of a folder is wanted: by its number, or the one on which a paper stands. */
export type Wanted = { page: number } | { with: number }

/** A page of what lies in the folder of a machine, with what it says; the bytes stay where they are. */
export async function folderPage(query: Query, machineId: number, wanted: Wanted, most: number): Promise<FolderPage> {
  const IN_ORDER = `SELECT d.id, row_number() OVER (ORDER BY d.kind, d.name, d.id) AS n, count(*) OVER () AS total
    FROM machine_document m JOIN document d ON d.id = m.document_id WHERE m.machine_id = $1`
  const [counted, used] = await Promise.all([
    one<{ total: number; n: number | null }>(query, `SELECT count(*) AS total, max(n) FILTER (WHERE id = $2) AS n FROM (${IN_ORDER}) d`, [
      machineId,
      'with' in wanted ? wanted.with : null,
    ]),
    usedByPapers(query),
  ])
  const { total, n } = counted!
  const pages = Math.max(1, Math.ceil(total / DOCUMENTS_A_PAGE))
  const page = Math.min(pages, 'page' in wanted ? wanted.page : Math.ceil((n ?? 1) / DOCUMENTS_A_PAGE))
  const found = await rows<Omit<DocumentView, 'addedAt'> & { addedAt: Date | string }>(
    query,
    `SELECT d.id, d.kind, d.name, d.media_type AS "mediaType", d.size, d.added_at AS "addedAt", p.name AS "addedBy",
       (SELECT coalesce(json_agg(${SAYING_JSON} ORDER BY y.id), '[]') FROM saying y
        WHERE y.document_id = d.id AND y.machine_id = $1 AND y.removed_at IS NULL) AS sayings
     FROM (${IN_ORDER}) o JOIN document d ON d.id = o.id JOIN person p ON p.id = d.added_by WHERE o.n > $2 AND o.n <= $2 + $3 ORDER BY o.n`,
    [machineId, (page - 1) * DOCUMENTS_A_PAGE, DOCUMENTS_A_PAGE],
  )
  const documents = found.map((d) => ({ ...d, addedAt: new Date(d.addedAt).toISOString() }))
  return { documents, total, page, pages, added: 'with' in wanted ? wanted.with : null, room: { used, most } }
}

/** What the papers of the plant take, bytes. */
export async function usedByPapers(query: Query): Promise<number> {
  return (await one<{ used: number }>(query, 'SELECT coalesce(sum(size), 0)::bigint AS used FROM document'))!.used
}

/** What the papers of a machine say, of one line by the job on it: each with the position that it speaks of. */
export async function sayingsOf(query: Query, of: { lineId: number } | { jobId: number }): Promise<SayingView[]> {
  const found = await rows<{ saying: SayingView }>(
    query,
    `SELECT ${SAYING_JSON} AS saying FROM saying y JOIN document d ON d.id = y.document_id
     WHERE y.removed_at IS NULL AND y.machine_id = (SELECT machine_id FROM shaft_line
       WHERE id = coalesce($1::bigint, (SELECT shaft_line_id FROM job WHERE id = $2))) ORDER BY y.id`,
    'lineId' in of ? [of.lineId, null] : [null, of.jobId],
  )
  return found.map((f) => f.saying)
}

export interface NewDocument extends DocumentFacts {
  kind: DocumentKind
  bytes: Buffer
}

const GB = 1e9
/** What the papers of a plant may take where nobody said, bytes. */
export const USUAL_ROOM = 10 * GB

/** Before anything more is kept: the papers of a plant have their room. */
export async function mustHaveRoom(query: Query, bytes: number, most: number): Promise<void> {
  const used = await usedByPapers(query)
  if (used + bytes <= most) return
  const said = `The papers of this plant take ${(used / GB).toFixed(2)} GB of ${(most / GB).toFixed(2)} GB. Take out what nobody needs, or have an administrator give them more room.`
  throw new Refused(problem(507, 'No room left', said, { errors: [{ field: 'file', allowed: said }] }))
}

/** Puts a file into a folder; the same bytes are kept once, whatever they are called the second time, and stay while this goes on. */
export async function addDocument(query: Query, machineId: number, d: NewDocument, personId: number, at: Date): Promise<number> {
  const sum = createHash('sha256').update(d.bytes).digest('hex')
  const kept = await one<{ id: number }>(
    query,
    `WITH made AS (INSERT INTO document (kind, name, media_type, bytes, size, sum, added_at, added_by) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)
       ON CONFLICT (sum) DO UPDATE SET sum = excluded.sum RETURNING id)
     SELECT id FROM made`,
    [d.kind, d.name, d.mediaType, d.bytes, d.bytes.length, sum, at, personId],
  )
  await linkDocument(query, machineId, kept!.id)
  return kept!.id
}

export async function linkDocument(query: Query, machineId: number, documentId: number): Promise<void> {
  await execute(query, 'INSERT INTO machine_document (machine_id, document_id) VALUES ($1, $2) ON CONFLICT DO NOTHING', [
    machineId,
    documentId,
  ])
}

/** Takes a file out of a folder with what it says there; one that lies in no folder any more is dropped. */
export async function removeDocument(query: Query, machineId: number, documentId: number, at: Date): Promise<boolean> {
  // Whoever puts the same bytes into another folder at this moment comes before or after.
  await execute(query, 'SELECT 1 FROM document WHERE id = $1 FOR UPDATE', [documentId])
  const done = await execute(query, 'DELETE FROM machine_document WHERE machine_id = $1 AND document_id = $2', [machineId, documentId])
  if (!done) return false
  await execute(query, 'UPDATE saying SET removed_at = $3 WHERE machine_id = $1 AND document_id = $2 AND removed_at IS NULL', [
    machineId,
    documentId,
    at,
  ])
  await execute(
    query,
    `DELETE FROM document d WHERE id = $1 AND NOT EXISTS (SELECT FROM machine_document m WHERE m.document_id = d.id)
       AND NOT EXISTS (SELECT FROM saying y WHERE y.document_id = d.id) AND NOT EXISTS (SELECT FROM visit_check v WHERE d.id = ANY (v.pictures))`,
    [documentId],
  )
  return true
}

/** A file that lies in a folder or that a visit shows; one that was taken out is gone for whoever asks. */
export function findDocument(query: Query, id: number): Promise<{ name: string; mediaType: MediaType; bytes: Buffer } | null> {
  return one(
    query,
    `SELECT d.name, d.media_type AS "mediaType", d.bytes FROM document d WHERE d.id = $1 AND
       (EXISTS (SELECT FROM machine_document m WHERE m.document_id = d.id) OR EXISTS (SELECT FROM visit_check v WHERE d.id = ANY (v.pictures)))`,
    [id],
  )
}

/** False where the paper does not lie in this folder, or the position is not of this machine. */
export async function addSaying(query: Query, machineId: number, s: SayingInput, personId: number, at: Date): Promise<boolean> {
  const done = await execute(
    query,
    `INSERT INTO saying (document_id, machine_id, position_id, subject, words, amount, page, added_at, added_by)
     SELECT $2, $1, $3::bigint, $4, $5, $6, $7, $8, $9 WHERE EXISTS (SELECT FROM machine_document WHERE machine_id = $1 AND document_id = $2)
       AND ($3::bigint IS NULL OR EXISTS (SELECT FROM position p JOIN shaft_line l ON l.id = p.shaft_line_id WHERE p.id = $3 AND l.machine_id = $1))`,
    [machineId, s.documentId, s.positionId, s.subject, s.words, s.amount, s.page, at, personId],
  )
  return done === 1
}

export async function removeSaying(query: Query, machineId: number, id: number, at: Date): Promise<boolean> {
  return (
    (await execute(query, 'UPDATE saying SET removed_at = $3 WHERE id = $2 AND machine_id = $1 AND removed_at IS NULL', [
      machineId,
      id,
      at,
    ])) === 1
  )
}

/** A machine like another has its papers too, and what they say at the same supports. */
export async function copyDocuments(query: Query, from: number, to: number, personId: number, at: Date): Promise<void> {
  await execute(query, 'INSERT INTO machine_document SELECT $2, document_id FROM machine_document WHERE machine_id = $1', [from, to])
  await execute(
    query,
    `WITH support AS (SELECT p.id, l.machine_id, dense_rank() OVER (PARTITION BY l.machine_id ORDER BY l.id) AS line,
         row_number() OVER (PARTITION BY l.id ORDER BY p.along_mm, p.code) AS at
       FROM position p JOIN shaft_line l ON l.id = p.shaft_line_id WHERE l.machine_id IN ($1, $2) AND p.retired_at IS NULL AND l.retired_at IS NULL)
     INSERT INTO saying (document_id, machine_id, position_id, subject, words, amount, page, added_at, added_by)
     SELECT y.document_id, $2, b.id, y.subject, y.words, y.amount, y.page, $4, $3
     FROM saying y LEFT JOIN support a ON a.id = y.position_id LEFT JOIN support b ON b.machine_id = $2 AND b.line = a.line AND b.at = a.at
     WHERE y.machine_id = $1 AND y.removed_at IS NULL AND (y.position_id IS NULL OR b.id IS NOT NULL)`,
    [from, to, personId, at],
  )
}
