import { createHash } from 'node:crypto'
import type { PointView } from '../../contract/greasing.js'
import { execute, one, rows, together, type Query } from '../database.js'
import { renewDue } from './points.js'

/** What was greased, skipped or filled. */

/** What a point knew before an entry. */
interface Before {
  lastBefore: string | null
  greaseBefore: number | null
}

interface Entry {
  key: string
  at: Date
  personId: number
  kind: 'greased' | 'skipped' | 'filled' | 'changed-over'
  greaseId: number | null
  gunId: number | null
  strokes: number | null
  grams: number | null
  looks: string
  note: string
}

/** A bearing that a card filled starts the interval of the points that feed it alone. */
export async function addFill(query: Query, positionId: number, entry: Entry): Promise<void> {
  await writeRow(query, entry, positionId, null)
  const own = await rows<{ id: number }>(
    query,
    `UPDATE greasing_point t SET last_at = greatest(t.last_at, $2), grease_id = $3 WHERE t.retired_at IS NULL
       AND t.id IN (SELECT point_id FROM point_feed WHERE position_id = $1) AND NOT EXISTS (SELECT FROM point_feed o WHERE o.point_id = t.id AND o.position_id <> $1)
     RETURNING t.id`,
    [positionId, entry.at, entry.greaseId],
  )
  await renewDue(
    query,
    own.map((t) => t.id),
  )
}

/**
 * Writes an entry at a point once, however often it is sent, with its share at each support that the point feeds; a greasing
 * moves the due date, a skip does not. False when it was there already.
 */
export async function addGreasing(query: Query, point: Point, entry: Entry): Promise<boolean> {
  const share = shareOf(point)
  const before = { lastBefore: point.lastAt, greaseBefore: point.grease?.id ?? null }
  for (const [i, feed] of point.feeds.entries()) {
    const part = {
      ...entry,
      ...before,
      grams: entry.grams === null ? null : entry.grams * share(feed),
      strokes: point.feeds.length > 1 ? null : entry.strokes,
    }
    if (!(await writeRow(query, part, feed.positionId, point.id, i > 0))) return false
  }
  if (entry.kind === 'skipped') return true
  // They go out together and are done in this order.
  await together(query, () =>
    Promise.all([
      execute(query, 'UPDATE greasing_point SET last_at = greatest(last_at, $2), grease_id = $3 WHERE id = $1', [
        point.id,
        entry.at,
        entry.greaseId,
      ]),
      // Whatever else feeds these bearings carries what is in them now.
      entry.kind === 'changed-over' &&
        execute(
          query,
          `UPDATE greasing_point SET grease_id = $2 WHERE retired_at IS NULL AND id IN (SELECT o.point_id FROM point_feed f JOIN point_feed o USING (position_id) WHERE f.point_id = $1)`,
          [point.id, entry.greaseId],
        ),
      renewDue(query, [point.id]),
    ]),
  )
  return true
}

type Point = Pick<PointView, 'id' | 'feeds' | 'lastAt' | 'grease'>

/** Which part of an entry goes to each support that a point feeds. */
function shareOf({ feeds }: Pick<PointView, 'feeds'>) {
  const wanted = feeds.reduce((sum, f) => sum + (f.quantityG ?? 0), 0)
  return (f: PointView['feeds'][number]) => (wanted && f.quantityG !== null ? f.quantityG / wanted : 1 / feeds.length)
}

const besideKey = (key: string, positionId: number) => createHash('md5').update(`${key} ${positionId}`).digest('hex')

/** The first row of an entry bears its key; those beside it one made of it and of their support. */
async function writeRow(
  query: Query,
  e: Entry & Partial<Before>,
  positionId: number,
  pointId: number | null,
  beside = false,
): Promise<boolean> {
  const done = await execute(
    query,
    `INSERT INTO grease_event (key, position_id, point_id, at, person_id, kind, grease_id, gun_id, strokes, grams, looks, note, last_before, grease_before)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14) ON CONFLICT (key) DO NOTHING`,
    [
      beside ? besideKey(e.key, positionId) : e.key,
      positionId,
      pointId,
      e.at,
      e.personId,
      e.kind,
      e.greaseId,
      e.gunId,
      e.strokes,
      e.grams,
      e.looks,
      e.note,
      e.lastBefore ?? null,
      e.greaseBefore ?? null,
    ],
  )
  return done > 0
}

/** Whether an entry with this key has arrived. */
export const isStored = async (query: Query, key: string): Promise<boolean> =>
  (await one(query, 'SELECT 1 FROM grease_event WHERE key = $1', [key])) !== null

/** How far two amounts of one entry may lie apart, g. */
const SAME_G = 1e-6

/** Whether the stored event with this key is the same entry: one that was sent twice, and not another that bears its key. */
export async function sameGreasing(query: Query, point: Point, e: Omit<Entry, 'at' | 'personId'>): Promise<boolean> {
  const [feed] = point.feeds
  const grams = e.kind === 'skipped' || e.grams === null || !feed ? null : e.grams * shareOf(point)(feed)
  const stored = await one(
    query,
    `SELECT 1 FROM grease_event WHERE key = $1 AND coalesce(point_id, position_id) = $2 AND kind = $3 AND note = $4 AND looks = $5
       AND grease_id IS NOT DISTINCT FROM $6 AND (grams IS NOT DISTINCT FROM $7::numeric OR abs(grams - $7::numeric) < $8)`,
    [e.key, point.id, e.kind, e.note, e.looks, e.kind === 'skipped' ? null : e.greaseId, grams, SAME_G],
  )
  return stored !== null
}

/** The last greasing of a point that counts, all of its supports together. */
export function lastGreasing(query: Query, pointId: number): Promise<{ key: string; at: Date; by: string; grams: number | null } | null> {
  return one(
    query,
    `SELECT min(e.key::text) AS key, e.at, p.name AS by, sum(e.grams)::float8 AS grams
     FROM grease_event e JOIN person p ON p.id = e.person_id
     WHERE e.point_id = $1 AND e.withdrawn_at IS NULL AND e.kind IN ('greased', 'changed-over') GROUP BY e.at, p.name ORDER BY e.at DESC LIMIT 1`,
    [pointId],
  )
}

/** Takes an entry back at all its supports; the point stands as before it where nothing came after. False where there is none that counts. */
export async function takeBack(query: Query, pointId: number, key: string, personId: number, reason: string, at: Date): Promise<boolean> {
  const entry = await one<{ at: Date; lastBefore: Date | null; greaseBefore: number | null }>(
    query,
    `UPDATE grease_event e SET withdrawn_at = $4, withdrawn_by = $3, withdrawn_reason = $5
     FROM grease_event k WHERE k.key = $2 AND k.point_id = $1 AND k.withdrawn_at IS NULL AND e.point_id = k.point_id AND e.at = k.at AND e.person_id = k.person_id
     RETURNING k.at, k.last_before AS "lastBefore", k.grease_before AS "greaseBefore"`,
    [pointId, key, personId, at, reason],
  )
  if (!entry) return false
  await execute(
    query,
    `UPDATE greasing_point t SET grease_id = coalesce($4, t.grease_id), last_at = greatest($3::timestamptz,
       (SELECT max(e.at) FROM grease_event e WHERE e.point_id = t.id AND e.withdrawn_at IS NULL AND e.kind <> 'skipped'))
     WHERE t.id = $1 AND t.last_at = $2`,
    [pointId, entry.at, entry.lastBefore, entry.greaseBefore],
  )
  await renewDue(query, [pointId])
  return true
}
