import type { SavedSearch, SCREENS_KEPT } from '../../contract/yard.js'
import { execute, one, rows, type Query } from '../database.js'

/** What a person looks at again and again. */

type Screen = (typeof SCREENS_KEPT)[number]

export async function savedSearches(query: Query, personId: number, screen: Screen): Promise<SavedSearch[]> {
  return rows(query, 'SELECT id, name, search, columns FROM saved_search WHERE person_id = $1 AND screen = $2 ORDER BY name', [
    personId,
    screen,
  ])
}

export async function saveSearch(query: Query, personId: number, screen: Screen, saved: Omit<SavedSearch, 'id'>): Promise<void> {
  await execute(
    query,
    `INSERT INTO saved_search (person_id, screen, name, search, columns) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (person_id, screen, name) DO UPDATE SET search = excluded.search, columns = excluded.columns`,
    [personId, screen, saved.name, saved.search, JSON.stringify(saved.columns)],
  )
}

/** Of which screen it was; null when there is none. */
export async function dropSearch(query: Query, personId: number, id: number): Promise<Screen | null> {
  const gone = await one<{ screen: Screen }>(query, 'DELETE FROM saved_search WHERE person_id = $1 AND id = $2 RETURNING screen', [
    personId,
    id,
  ])
  return gone?.screen ?? null
}
