import type { TimelineEvent } from '../../contract/lines.js'
import { VISIT_VERDICT_LABEL, type VisitVerdict } from '../../core/arrangement/visit-check.js'
import { CAUSE_LABEL, type Cause } from '../../core/inspection/causes.js'
import { amount, joined, phrase, type Words } from '../../core/words/message.js'
import { rows, type Query } from '../database.js'

interface EventRow {
  kind: TimelineEvent['kind']
  at: Date
  positionName: string
  words: string
  by: string | null
  jobId: number | null
  visitId: number | null
}

interface Greased {
  kind: 'greased' | 'filled' | 'changed-over' | 'skipped'
  grams: number | null
  grease: string | null
  looks: string | null
  note: string | null
  back: string | null
}
const DONE: Partial<Record<Greased['kind'], string>> = { filled: 'first fill', 'changed-over': 'changed over' }

/** What was put in, of what, and what was noted; why it was taken back. */
function greasedWords({ kind, grams, grease, looks, note, back }: Greased): Words {
  const put = grams === null ? '' : phrase`${amount(grams, 'grams')} of ${grease ?? ''}`
  const said = kind === 'skipped' ? (note ?? '') : joined([DONE[kind] ?? '', put, looks ?? '', note ?? ''], ', ')
  return back === null ? said : phrase`${said}: ${back}`
}

/** Causes and verdicts stand there by their names, greasings with their parts. */
function wordsOf({ kind, words }: EventRow): Words {
  if (kind === 'visit') return VISIT_VERDICT_LABEL[words as VisitVerdict]
  if (kind === 'greased' || kind === 'skipped' || kind === 'taken-back') return greasedWords(JSON.parse(words) as Greased)
  return kind === 'cause' ? CAUSE_LABEL[words as Cause] : words
}

/**
 * What happened at a machine, or at one of its positions, newest first: fitted, jobs, causes found, greasings.
 * Each part is cut to the limit before they are merged, so that a long history is not read for a short list.
 */
export async function timeline(
  query: Query,
  where: { machineId?: number; positionIds?: readonly number[] },
  limit = 120,
): Promise<TimelineEvent[]> {
  const found = await rows<EventRow>(
    query,
    `WITH at AS (
       SELECT p.id, p.name FROM position p JOIN shaft_line s ON s.id = p.shaft_line_id
       WHERE ($1::bigint IS NULL OR s.machine_id = $1) AND ($2::bigint[] IS NULL OR p.id = ANY ($2))),
     jobs AS (
       SELECT j.*, w.name FROM job j JOIN LATERAL (
         SELECT string_agg(DISTINCT at.name, ', ') AS name FROM job_place jp JOIN place x ON x.id = jp.place_id JOIN at ON at.id = x.position_id
         WHERE jp.job_id = j.id) w ON w.name IS NOT NULL
       ORDER BY j.opened_at DESC LIMIT $3)
     SELECT * FROM (
       (SELECT 'fitted' AS kind, lower(i.fitted) AS at, at.name AS "positionName",
          CASE WHEN count(*) > 1 THEN count(*) || ' × ' ELSE '' END || i.designation || CASE WHEN i.clearance_group IS NULL OR i.clearance_group = 'N' THEN '' ELSE ' C' || i.clearance_group END AS words,
          NULL AS by, NULL::bigint AS "jobId", NULL::bigint AS "visitId"
        FROM installation i JOIN place x ON x.id = i.place_id JOIN at ON at.id = x.position_id
        WHERE NOT lower_inf(i.fitted) GROUP BY at.id, at.name, i.designation, i.clearance_group, lower(i.fitted) ORDER BY 2 DESC LIMIT $3)
       UNION ALL
       (SELECT 'opened', j.opened_at, j.name, concat_ws(': ', 'card ' || j.number, nullif(j.reason, '')), o.name, j.id, NULL
        FROM jobs j JOIN person o ON o.id = j.opened_by)
       UNION ALL
       (SELECT 'finished', j.finished_at, j.name, concat_ws(': ', 'card ' || j.number, nullif(j.finish_reason, '')), NULL, j.id, NULL
        FROM jobs j WHERE j.finished_at IS NOT NULL)
       UNION ALL
       (SELECT 'cancelled', j.cancelled_at, j.name, concat_ws(': ', 'card ' || j.number, nullif(j.cancel_reason, '')), c.name, j.id, NULL
        FROM jobs j JOIN person c ON c.id = j.cancelled_by)
       UNION ALL
       (SELECT 'cause', j.opened_at, j.name, j.summary ->> 'cause', NULL, j.id, NULL
        FROM jobs j WHERE j.summary ->> 'cause' IS NOT NULL AND j.finished_at IS NULL)
       UNION ALL
       (SELECT 'cause', j.finished_at, at.name, f.cause, NULL, j.id, NULL
        FROM jobs j JOIN finished_place f ON f.job_id = j.id JOIN place x ON x.id = f.place_id JOIN at ON at.id = x.position_id
        WHERE f.cause IS NOT NULL GROUP BY j.id, j.finished_at, at.name, f.cause)
       UNION ALL
       (SELECT 'note', j.finished_at, at.name, f.note, NULL, j.id, NULL
        FROM jobs j JOIN finished_place f ON f.job_id = j.id JOIN place x ON x.id = f.place_id JOIN at ON at.id = x.position_id
        WHERE f.note <> '' GROUP BY j.id, j.finished_at, at.name, f.note)
       UNION ALL
       (SELECT CASE WHEN e.withdrawn_at IS NOT NULL THEN 'taken-back' WHEN e.kind = 'skipped' THEN 'skipped' ELSE 'greased' END, e.at, at.name,
          json_build_object('kind', e.kind, 'grams', e.grams, 'grease', g.name, 'looks', e.looks, 'note', e.note, 'back', e.withdrawn_reason)::text, coalesce(w.name, o.name), NULL, NULL
        FROM at JOIN LATERAL (SELECT * FROM grease_event x WHERE x.position_id = at.id ORDER BY x.at DESC LIMIT $3) e ON true
        LEFT JOIN grease g ON g.id = e.grease_id JOIN person o ON o.id = e.person_id LEFT JOIN person w ON w.id = e.withdrawn_by)
       UNION ALL
       (SELECT 'visit', v.at, s.name, v.result ->> 'verdict', o.name, NULL, v.id
        FROM visit_check v JOIN shaft_line s ON s.id = v.shaft_line_id JOIN person o ON o.id = v.person_id
        WHERE s.machine_id = $1 ORDER BY v.at DESC LIMIT $3)
     ) every ORDER BY at DESC, kind, "positionName", words LIMIT $3`,
    [where.machineId ?? null, where.positionIds ?? null, limit],
  )
  return found.map((e) => ({ ...e, at: e.at.toISOString(), words: wordsOf(e) }))
}
