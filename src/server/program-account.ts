import { createHmac } from 'node:crypto'
import pg from 'pg'

/**
 * The account by which the running program speaks to its database: it owns nothing, so that no statement of its own, meant or
 * slipped in, can drop a table, switch off a trigger, or change what may only grow (the audit, visits, finished cards).
 */
const PROGRAM = 'yardfrost_program'
/** One at a time gives rights in a database. */
const LOCK = 20261207

export interface ProgramAccount {
  url: string
  /** False where the account of the address may make no others: then the program runs by that one. */
  own: boolean
}

/** What the account may: everything in rows; of what only grows to add, of the list of migrations to read. */
const RIGHTS = `
  GRANT USAGE ON SCHEMA public TO ${PROGRAM};
  GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO ${PROGRAM};
  GRANT USAGE, SELECT ON ALL SEQUENCES IN SCHEMA public TO ${PROGRAM};
  REVOKE INSERT, UPDATE, DELETE ON migration FROM ${PROGRAM};`
const ONLY_GROWS = `SELECT DISTINCT c.relname AS name FROM pg_trigger t JOIN pg_class c ON c.oid = t.tgrelid JOIN pg_proc p ON p.oid = t.tgfoid
  WHERE p.proname = 'audit_is_append_only' AND t.tgtype & 24 = 24`

/**
 * Makes the account where there is none, and gives it its rights in the database of `url` (the account of its owner). Its password
 * follows from the owner's, so that every database of a server and every instance of the program know the same. Safe to run twice
 * at once, and again after a restore or a migration.
 */
export async function programAccount(url: string): Promise<ProgramAccount> {
  const owner = new URL(url)
  const secret = decodeURIComponent(owner.password)
  const client = new pg.Client({ connectionString: url })
  client.on('error', () => {})
  await client.connect()
  try {
    const { rows } = await client.query('SELECT rolsuper OR rolcreaterole AS may FROM pg_roles WHERE rolname = current_user')
    if (!rows[0]?.may || !secret) return { url, own: false }
    const password = createHmac('sha256', secret).update(PROGRAM).digest('hex')
    const program = new URL(url)
    program.username = PROGRAM
    program.password = password
    await client.query('SELECT pg_advisory_lock($1)', [LOCK])
    const there = await client.query('SELECT 1 FROM pg_roles WHERE rolname = $1', [PROGRAM])
    // Two databases of one server may come here at the same moment.
    if (!there.rowCount)
      await client.query(
        `DO $$ BEGIN CREATE ROLE ${PROGRAM} LOGIN PASSWORD '${password}'; EXCEPTION WHEN duplicate_object OR unique_violation THEN NULL; END $$`,
      )
    await client.query(RIGHTS)
    const grows = (await client.query(ONLY_GROWS)).rows.map((r: { name: string }) => `"${r.name}"`)
    if (grows.length) await client.query(`REVOKE UPDATE, DELETE ON ${grows.join(', ')} FROM ${PROGRAM}`)
    if (!(await opens(program.toString()))) await client.query(`ALTER ROLE ${PROGRAM} LOGIN PASSWORD '${password}'`)
    return { url: program.toString(), own: true }
  } finally {
    await client.end().catch(() => {})
  }
}

async function opens(url: string): Promise<boolean> {
  const client = new pg.Client({ connectionString: url })
  client.on('error', () => {})
  try {
    await client.connect()
    return true
  } catch {
    return false
  } finally {
    await client.end().catch(() => {})
  }
}
