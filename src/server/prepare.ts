import { readdirSync } from 'node:fs'
import { runner } from 'node-pg-migrate'
import pg from 'pg'
import { makeBackup, type BackupPlace } from './backup/backup.js'
import { createPool } from './database.js'
import { seedBearings } from './bearings/store.js'

/** The database has been used by a newer program than this one. */
export class NewerDatabase extends Error {
  constructor(readonly unknown: readonly string[]) {
    super(
      `this database was used by a newer program (it has ${unknown.at(-1)}, which this one does not know). Start the newer program, or restore a backup that was made before: npm run restore`,
    )
  }
}

/** Names of the migrations that this program brings, in their order. */
export const migrationsIn = (dir: string): string[] =>
  readdirSync(dir)
    .filter((file) => file.endsWith('.sql'))
    .map((file) => file.slice(0, -'.sql'.length))
    .sort()

/** Names of the migrations that a database has; none of one that is new. */
async function migrationsOf(url: string): Promise<string[]> {
  const client = new pg.Client({ connectionString: url })
  client.on('error', () => {})
  await client.connect()
  try {
    const { rows } = await client.query("SELECT to_regclass('public.migration') IS NOT NULL AS there")
    if (!rows[0].there) return []
    return (await client.query('SELECT name FROM migration ORDER BY id')).rows.map((r: { name: string }) => r.name)
  } finally {
    await client.end()
  }
}

/**
 * Brings the database to the newest shape and the base rows of the catalogue into it. Safe to run twice at once. Before one that is used is
 * changed a backup of it is made where there is a place for it; a step that fails leaves all as it was.
 * @throws NewerDatabase where a newer program has changed it
 */
export async function prepareDatabase(url: string, migrationsDir: string, backups: BackupPlace | null = null): Promise<void> {
  const known = migrationsIn(migrationsDir)
  const has = await migrationsOf(url)
  const unknown = has.filter((name) => !known.includes(name))
  if (unknown.length) throw new NewerDatabase(unknown)
  if (backups && has.length && has.length < known.length) await makeBackup(url, backups, 'before a migration', new Date())
  await migrate(url, migrationsDir, 60)
  const pool = createPool(url)
  try {
    await seedBearings(pool)
  } finally {
    await pool.end()
  }
}

/** Another instance may be migrating at this moment; then this one waits for it. */
async function migrate(databaseUrl: string, dir: string, triesLeft: number): Promise<void> {
  try {
    // All steps that are open, or none of them.
    await runner({ databaseUrl, dir, direction: 'up', migrationsTable: 'migration', singleTransaction: true, log: () => {} })
  } catch (error) {
    if (triesLeft === 0 || !String(error).includes('Another migration')) throw error
    await new Promise((resolve) => setTimeout(resolve, 500))
    await migrate(databaseUrl, dir, triesLeft - 1)
  }
}
