import { stat } from 'node:fs/promises'
import { basename, dirname, join } from 'node:path'
import pg from 'pg'
import { BackupFailed, MANIFEST, makeBackup, readManifest, runProgram, sumOfFile, type BackupPlace } from './backup.js'
import { differences, rowsIn, sumsOf, type Manifest } from './manifest.js'

/** A backup brought back: into an empty database, beside the living one, or over it where that was asked for. */

export type RestoreInto = { kind: 'empty' } | { kind: 'beside'; database: string } | { kind: 'over' }

export interface RestoreReport {
  /** Address of the database that it stands in now. */
  url: string
  madeAt: string
  rows: number
  tables: number
  /** Made of what stood there before; null where nothing did. */
  before: string | null
}

const databaseAt = (url: string, name: string) => {
  const other = new URL(url)
  other.pathname = `/${encodeURIComponent(name)}`
  return other.toString()
}

async function inside<T>(url: string, body: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url })
  client.on('error', () => {})
  await client.connect()
  try {
    return await body(client)
  } finally {
    await client.end().catch(() => {})
  }
}

/** The backup that a path names: its directory, its dump or its manifest. What is damaged or of a newer program is refused before anything is touched. */
export async function openBackup(path: string, known: readonly string[]): Promise<{ directory: string; made: Manifest }> {
  const isDirectory = await stat(path).then(
    (s) => s.isDirectory(),
    () => null,
  )
  if (isDirectory === null) throw new BackupFailed(`there is nothing at ${path}`)
  const directory = isDirectory ? path : dirname(path)
  const made = await readManifest(directory)
  if (!made || (!isDirectory && ![made.file, MANIFEST].includes(basename(path))))
    throw new BackupFailed(`${path} is no backup of Yardfrost: no manifest that can be read lies beside it`)
  const file = join(directory, made.file)
  const { size } = await stat(file).catch(() => ({ size: -1 }))
  if (size !== made.bytes || (await sumOfFile(file)) !== made.sha256)
    throw new BackupFailed(`${file} is not what its manifest says: it was damaged or cut short. Take another backup.`)
  const newer = made.migrations.filter((name) => !known.includes(name))
  if (newer.length)
    throw new BackupFailed(`this backup was made by a newer program (it knows ${newer.at(-1)}): bring the program up to date first`)
  return { directory, made }
}

/** Whether nobody has written anything into a database yet. */
async function isEmpty(client: pg.Client): Promise<boolean> {
  const { rows } = await client.query("SELECT to_regclass('public.person') IS NOT NULL AS there")
  if (!rows[0].there) return true
  return !(await client.query('SELECT EXISTS (SELECT FROM person) OR EXISTS (SELECT FROM machine) AS used')).rows[0].used
}

/** Nobody else may work on a database that is replaced. */
async function aloneIn(client: pg.Client): Promise<void> {
  const { rows } = await client.query(
    "SELECT count(*) AS n FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid() AND application_name NOT LIKE 'yardfrost-lease%'",
  )
  if (Number(rows[0].n) > 0) throw new BackupFailed('the program runs on this database: stop it first, then restore')
}

async function filled(url: string, place: BackupPlace, directory: string, made: Manifest): Promise<void> {
  await inside(url, (client) => client.query('DROP SCHEMA IF EXISTS public CASCADE; CREATE SCHEMA public'))
  await runProgram(place, 'pg_restore', url, [
    '--no-owner',
    '--no-privileges',
    '--exit-on-error',
    '--single-transaction',
    `--dbname=${new URL(url).pathname.slice(1)}`,
    join(directory, made.file),
  ])
  const wrong = differences(made.tables, await inside(url, sumsOf))
  if (wrong.length) throw new BackupFailed(`what was restored is not what was kept:\n  ${wrong.join('\n  ')}`)
}

/**
 * Restores a backup and holds every table against its manifest. Over a living plant only after a backup of it, and after the one that
 * is restored has shown beside it that it is whole. `known`: the migrations of this program. @throws BackupFailed with what to do
 */
export async function restore(
  url: string,
  place: BackupPlace,
  path: string,
  into: RestoreInto,
  known: readonly string[],
  at: Date,
): Promise<RestoreReport> {
  const { directory, made } = await openBackup(path, known)
  const report = { madeAt: made.madeAt, rows: rowsIn(made.tables), tables: Object.keys(made.tables).length }
  if (into.kind === 'beside') {
    const target = databaseAt(url, into.database)
    await besides(url, into.database, () => filled(target, place, directory, made))
    return { ...report, url: target, before: null }
  }
  const empty = await inside(url, async (client) => {
    await aloneIn(client)
    return isEmpty(client)
  })
  if (!empty && into.kind === 'empty')
    throw new BackupFailed(
      'a plant lives in this database. Restore beside it with --beside=NAME and look, or replace it with --over: a backup of it is made first.',
    )
  const trial = `restore_${at.getTime()}`
  if (!empty) {
    await besides(url, trial, () => filled(databaseAt(url, trial), place, directory, made))
    await inside(url, (client) => client.query(`DROP DATABASE "${trial}" WITH (FORCE)`))
  }
  const before = empty ? null : (await makeBackup(url, { ...place, keep: place.keep + 1 }, 'before a restore', at)).name
  await filled(url, place, directory, made)
  return { ...report, url, before }
}

/** Fills a new database of this name; it goes again where that fails. */
async function besides(url: string, name: string, fill: () => Promise<void>): Promise<void> {
  if (!/^[a-z][a-z0-9_]{0,40}$/.test(name))
    throw new BackupFailed('a database is named by small letters, figures and _, beginning with a letter')
  await inside(url, async (client) => {
    const there = (await client.query('SELECT 1 FROM pg_database WHERE datname = $1', [name])).rowCount
    if (there) throw new BackupFailed(`a database ${name} is there already: give another name`)
    await client.query(`CREATE DATABASE "${name}" TEMPLATE template0`)
    try {
      await fill()
    } catch (error) {
      await client.query(`DROP DATABASE "${name}" WITH (FORCE)`)
      throw error
    }
  })
}
