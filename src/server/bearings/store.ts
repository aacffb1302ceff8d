import { createHash } from 'node:crypto'
import { catalogue, type Bearing } from '../../core/catalogue/catalogue.js'
import { CORE_VERSION } from '../../core/version.js'
import { ownRowOf } from '../../core/catalogue/own-row.js'
import { one, rows, type Query } from '../database.js'

let base: { json: string; hash: string } | null = null
/** The base rows of the core as JSON, made once a process. */
function baseRows() {
  if (!base) {
    const json = JSON.stringify(catalogue())
    base = { json, hash: createHash('sha256').update(`${CORE_VERSION} ${json}`).digest('hex') }
  }
  return base
}

/**
 * Brings the base rows of the core into the database and works the plant's own rows out anew by the core of today. A base
 * row that the core no longer has leaves, unless something of the plant speaks of it.
 */
export async function seedBearings(query: Query): Promise<void> {
  const { json, hash } = baseRows()
  const held = await one<{ value: string }>(query, "SELECT value FROM setting WHERE key = 'catalogue'", [])
  if (held?.value === hash) return
  await query.query(
    `INSERT INTO bearing (designation, family, bore_mm, outside_mm, width_mm, data)
     SELECT r ->> 'designation', r ->> 'family', (r ->> 'boreMm')::numeric, (r ->> 'outsideMm')::numeric, (r ->> 'widthMm')::numeric, r
     FROM jsonb_array_elements($1::jsonb) r
     ON CONFLICT (designation) DO UPDATE SET data = excluded.data, family = excluded.family, bore_mm = excluded.bore_mm,
       outside_mm = excluded.outside_mm, width_mm = excluded.width_mm, origin = 'base', entry = NULL WHERE bearing.data <> excluded.data`,
    [json],
  )
  await query.query(
    `DELETE FROM bearing b WHERE origin = 'base' AND NOT EXISTS (SELECT 1 FROM jsonb_array_elements($1::jsonb) r WHERE r ->> 'designation' = b.designation)
     AND NOT EXISTS (SELECT 1 FROM stock_item s WHERE s.designation = b.designation)
     AND NOT EXISTS (SELECT 1 FROM makers_figures f WHERE f.designation = b.designation)`,
    [json],
  )
  const own = await rows<{ entry: Parameters<typeof ownRowOf>[0] }>(query, "SELECT entry FROM bearing WHERE origin = 'plant'")
  for (const { entry } of own) {
    const row = ownRowOf(entry)
    await query.query("UPDATE bearing SET data = $2 WHERE designation = $1 AND origin = 'plant'", [row.designation, row])
  }
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
