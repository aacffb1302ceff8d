import { createHash } from 'node:crypto'
import { catalogue, type Bearing } from '../../core/catalogue/catalogue.js'
import { one, rows, type Query } from './database.js'

let base: { json: string; hash: string } | null = null
/** The base rows of the core as JSON, made once a process. */
function baseRows() {
  if (!base) {
    const json = JSON.stringify(catalogue())
    base = { json, hash: createHash('sha256').update(json).digest('hex') }
  }
  return base
}

/** Brings the base rows of the core into the database; rows that the core changed are renewed. */
export async function seedBearings(query: Query): Promise<void> {
  const { json, hash } = baseRows()
  const held = await one<{ value: string }>(query, "SELECT value FROM setting WHERE key = 'catalogue'", [])
  if (held?.value === hash) return
  await query.query(
    `INSERT INTO bearing (designation, family, bore_mm, outside_mm, width_mm, data)
     SELECT r ->> 'designation', r ->> 'family', (r ->> 'boreMm')::numeric, (r ->> 'outsideMm')::numeric, (r ->> 'widthMm')::numeric, r
     FROM jsonb_array_elements($1::jsonb) r
     ON CONFLICT (designation) DO UPDATE SET data = excluded.data, origin = 'base', entry = NULL WHERE bearing.data <> excluded.data`,
    [json],
  )
  await query.query("INSERT INTO setting (key, value) VALUES ('catalogue', $1) ON CONFLICT (key) DO UPDATE SET value = $1", [hash])
}

/** Rows that the plant added, whole. */
export async function ownBearings(query: Query, designations: readonly string[] | null = null): Promise<Bearing[]> {
  const found = await rows<{ data: Bearing }>(
    query,
    "SELECT data FROM bearing WHERE origin = 'plant' AND ($1::text[] IS NULL OR designation = ANY ($1)) ORDER BY designation",
    [designations],
  )
  return found.map((r) => r.data)
}

export async function findBearingRow(query: Query, designation: string): Promise<Bearing | null> {
  return (await one<{ data: Bearing }>(query, 'SELECT data FROM bearing WHERE designation = $1', [designation]))?.data ?? null
}
