import { createHash } from 'node:crypto'
import type { PointView } from '../../contract/greasing.js'
import { execute, one, rows, type Query } from '../database.js'
import { renewDue } from './points.js'

/** What was greased, skipped or filled. */

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
  await renewDue(query, own.map((t) => t.id)) // prettier-ignore
}

/**
 * Writes an entry at a point once, however often it is sent, with its share at each support that the point feeds; a greasing
 * moves the due date, a skip does not. False when it was there already.
 */
export async function addGreasing(query: Query, point: Pick<PointView, 'id' | 'feeds'>, entry: Entry): Promise<boolean> {
  const wanted = point.feeds.reduce((sum, f) => sum + (f.quantityG ?? 0), 0)
  const share = (f: PointView['feeds'][number]) => (wanted && f.quantityG !== null ? f.quantityG / wanted : 1 / point.feeds.length)
  for (const [i, feed] of point.feeds.entries()) {
    const part = {
      ...entry,
      grams: entry.grams === null ? null : entry.grams * share(feed),
      strokes: point.feeds.length > 1 ? null : entry.strokes,
    }
    if (!(await writeRow(query, part, feed.positionId, point.id, i > 0))) return false
  }
  if (entry.kind === 'skipped') return true
  await execute(query, 'UPDATE greasing_point SET last_at = greatest(last_at, $2), grease_id = $3 WHERE id = $1', [
    point.id,
    entry.at,
    entry.greaseId,
  ])
  // Whatever else feeds these bearings carries what is in them now.
  if (entry.kind === 'changed-over')
    await execute(
      query,
      `UPDATE greasing_point SET grease_id = $2 WHERE retired_at IS NULL AND id IN (SELECT o.point_id FROM point_feed f JOIN point_feed o USING (position_id) WHERE f.point_id = $1)`,
      [point.id, entry.greaseId],
    )
  await renewDue(query, [point.id])
  return true
}

const besideKey = (key: string, positionId: number) => createHash('md5').update(`${key} ${positionId}`).digest('hex')

/** The first row of an entry bears its key; those beside it one made of it and of their support. */
async function writeRow(query: Query, e: Entry, positionId: number, pointId: number | null, beside = false): Promise<boolean> {
  const done = await execute(
    query,
    `INSERT INTO grease_event (key, position_id, point_id, at, person_id, kind, grease_id, gun_id, strokes, grams, looks, note)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12) ON CONFLICT (key) DO NOTHING`,
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
    ],
  )
  return done > 0
}

/** Whether the stored event with this key is the same entry: one that was sent twice, and not another that bears its key. */
export async function sameGreasing(query: Query, pointId: number, e: Pick<Entry, 'key' | 'kind' | 'note'>): Promise<boolean> {
  const stored = await one(
    query,
    `SELECT 1 FROM grease_event WHERE key = $1 AND coalesce(point_id, position_id) = $2 AND kind = $3 AND note = $4`,
    [e.key, pointId, e.kind, e.note],
  )
  return stored !== null
}
