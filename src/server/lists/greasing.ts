import { rows, type Query } from '../database.js'
import { addWants, dropFeeds } from '../greasing/points.js'
import type { OwnEntry } from '../../contract/own-data.js'
import { SUPPORTS_SQL, atOf, type Supports } from './supports.js'
import { Wrong } from './wrong.js'

/** Greasing points as one of the plant's lists: what is wanted where, how often, and when it was last done. */

type Entry = OwnEntry<'greasing'>
const HOURS_A_DAY = 24

export interface GreasingRow extends Entry {
  positionId: number
}

/** An entry by the names that the records have. @throws Wrong where support or grease are not known, or the day is to come */
export function settleGreasing(entry: Entry, supports: Supports, greases: readonly string[], today: string): Entry {
  const at = supports.find(entry)
  const grease = entry.grease && greases.find((g) => g.toLowerCase() === entry.grease.toLowerCase())
  if (grease === undefined)
    throw new Wrong(
      'grease',
      `"${entry.grease}" is none of the greases of this plant: ${greases.join(', ') || 'enter one under Settings first'}`,
    )
  if (entry.last && entry.last > today) throw new Wrong('last', `${entry.last} is still to come`)
  return { ...entry, ...atOf(at), grease, intervalH: entry.intervalH ?? entry.intervalDays * HOURS_A_DAY }
}

const KEY = `upper(concat_ws(' / ', a.machine, a.line, a.support, nullif(t.name, '')))`
const FEEDS = `(${SUPPORTS_SQL}) a JOIN point_feed f ON f.position_id = a."positionId" JOIN greasing_point t ON t.id = f.point_id AND t.retired_at IS NULL`

/** Figures to a millionth, as a file has them, so that it reads back as it is. */
export async function greasingRows(query: Query, keys: readonly string[] | null): Promise<Entry[]> {
  return rows(
    query,
    `SELECT a.machine, a.line, a.support, t.name AS point, coalesce(g.name, '') AS grease, round(f.interval_days, 6) AS "intervalDays",
       round(f.interval_h, 6) AS "intervalH", round(f.quantity_g, 6) AS grams, coalesce(to_char(t.last_at AT TIME ZONE 'UTC', 'YYYY-MM-DD'), '') AS last
     FROM ${FEEDS} LEFT JOIN grease g ON g.id = t.grease_id
     WHERE f.interval_days IS NOT NULL AND ($1::text[] IS NULL OR ${KEY} = ANY ($1))
     ORDER BY a.machine, a.line, a.number, t.id`,
    [keys],
  )
}

/** A day is read as its noon; one that stands already keeps its hour. */
export async function writeGreasing(query: Query, entries: readonly GreasingRow[]): Promise<void> {
  const greases = new Map((await rows<{ id: number; name: string }>(query, 'SELECT id, name FROM grease')).map((g) => [g.name, g.id]))
  await addWants(
    query,
    entries.map(({ positionId, point, grease, intervalDays, intervalH, grams, last }) => ({
      ...{ positionId, point, pointId: null, jobId: null, school: 'manual' as const, intervalDays, intervalH, quantityG: grams },
      ...{ greaseId: greases.get(grease) ?? null, lastAt: last ? `${last}T12:00:00Z` : null },
    })),
  )
}

export async function removeGreasing(query: Query, keys: readonly string[], at: Date): Promise<void> {
  await dropFeeds(
    query,
    await rows(query, `SELECT f.position_id AS "positionId", f.point_id AS "pointId" FROM ${FEEDS} WHERE ${KEY} = ANY ($1)`, [keys]),
    at,
  )
}
