import { z } from 'zod'
import type { Query } from '../database.js'

/** What a backup holds, table by table, so that a restore can be held against it. */

/** Nobody needs to be signed in still after a restore. */
export const LEFT_OUT = ['session'] as const

const tableSum = z.strictObject({ rows: z.int().min(0), sum: z.string() })
export type TableSum = z.infer<typeof tableSum>

export const manifest = z.strictObject({
  format: z.literal('yardfrost-backup'),
  version: z.literal(1),
  madeAt: z.iso.datetime(),
  why: z.string().max(80),
  core: z.string().max(40),
  /** Names of the migrations that the database had. */
  migrations: z.array(z.string().max(120)),
  file: z.string().max(120),
  bytes: z.int().min(0),
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  tables: z.record(z.string(), tableSum),
})
export type Manifest = z.infer<typeof manifest>

const quoted = (name: string) => `"${name.replaceAll('"', '""')}"`

/** Names of the tables that a backup holds. */
async function tablesOf(query: Query): Promise<string[]> {
  const { rows } = await query.query(
    "SELECT c.relname AS name FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace WHERE n.nspname = 'public' AND c.relkind IN ('r', 'p') ORDER BY 1",
  )
  return rows.map((r: { name: string }) => r.name).filter((name) => !(LEFT_OUT as readonly string[]).includes(name))
}

/** Rows of every table and a sum over what stands in them, whatever their order. */
export async function sumsOf(query: Query): Promise<Record<string, TableSum>> {
  const sums: Record<string, TableSum> = {}
  for (const name of await tablesOf(query)) {
    const { rows } = await query.query(
      `SELECT count(*) AS rows, coalesce(sum(('x' || substr(md5(t::text), 1, 15))::bit(60)::bigint), 0)::text AS sum FROM ${quoted(name)} t`,
    )
    sums[name] = rows[0] as TableSum
  }
  return sums
}

export const rowsIn = (tables: Manifest['tables']): number => Object.values(tables).reduce((all, t) => all + t.rows, 0)

/** Tables of which one side has other rows than the other; empty where both are equal. */
export function differences(wanted: Manifest['tables'], found: Manifest['tables']): string[] {
  const names = [...new Set([...Object.keys(wanted), ...Object.keys(found)])].sort()
  return names.flatMap((name) => {
    const [a, b] = [wanted[name], found[name]]
    if (a && b && a.rows === b.rows && a.sum === b.sum) return []
    const has = (t: TableSum | undefined) => (t ? `${t.rows} rows` : 'no table')
    return [a?.rows === b?.rows ? `${name}: as many rows, and not the same` : `${name}: ${has(a)} in the backup, ${has(b)} here`]
  })
}
