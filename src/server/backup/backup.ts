import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { mkdir, open, readFile, readdir, rename, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import pg from 'pg'
import type { BackupLine } from '../../contract/backups.js'
import { CORE_VERSION } from '../../core/version.js'
import { LEFT_OUT, manifest, rowsIn, sumsOf, type Manifest } from './manifest.js'

/** Where backups lie, how many are kept, and where the programs of the database are. */
export interface BackupPlace {
  directory: string
  keep: number
  /** Directory of pg_dump and pg_restore; empty where they are found without. */
  programs: string
}

/** So many are kept where nobody says otherwise: two days by the hour. */
export const USUAL_KEEP = 48

/** Something outside this program did not do its part: said as it is, and nothing is left half done. */
export class BackupFailed extends Error {}

export const MANIFEST = 'manifest.json'
const DUMP = 'plant.dump'
/** A backup that is still being written. */
const PART = '.part'

/** Runs a program of the database on a database, its password not on the command line. */
export async function runProgram(place: Pick<BackupPlace, 'programs'>, name: string, url: string, args: readonly string[]): Promise<void> {
  const { hostname, port, username, password, pathname } = new URL(url)
  const env = {
    ...process.env,
    ...{ PGHOST: hostname, PGPORT: port || '5432', PGUSER: decodeURIComponent(username), PGPASSWORD: decodeURIComponent(password) },
    PGDATABASE: decodeURIComponent(pathname.slice(1)),
  }
  const child = spawn(place.programs ? join(place.programs, name) : name, args, { env, stdio: ['ignore', 'ignore', 'pipe'] })
  let said = ''
  child.stderr.on('data', (text) => (said = (said + String(text)).slice(-2000)))
  const code = await new Promise<number | null>((done, failed) => {
    child.once('error', () => failed(new BackupFailed(`${name} was not found; it comes with the client programs of PostgreSQL`)))
    child.once('close', done)
  })
  if (code !== 0) throw new BackupFailed(`${name} failed: ${said.trim()}`)
}

export async function sumOfFile(file: string): Promise<string> {
  const hash = createHash('sha256')
  await pipeline(createReadStream(file), hash)
  return hash.digest('hex')
}

/** What is written must be on the disk before it counts. */
async function flushed(file: string): Promise<void> {
  const handle = await open(file, 'r+')
  await handle.sync()
  await handle.close()
}

async function written(file: string, text: string): Promise<void> {
  const handle = await open(file, 'w', 0o600)
  await handle.writeFile(text)
  await handle.sync()
  await handle.close()
}

/** Two at once would write the same twice: the second waits and finds what the first made. */
const LOCK = 20261201

/**
 * A backup of the whole database, papers included, as of one moment: `pg_dump` in its own format and a manifest with a sum of every
 * table, first beside and then, complete, under its name. Older ones than are kept go.
 */
export async function makeBackup(url: string, place: BackupPlace, why: string, at: Date): Promise<BackupLine> {
  await mkdir(place.directory, { recursive: true, mode: 0o700 })
  const name = at.toISOString().replace(/:/g, '-').replace('.', '-')
  const [part, whole] = [join(place.directory, name + PART), join(place.directory, name)]
  const client = new pg.Client({ connectionString: url })
  client.on('error', () => {})
  await client.connect()
  try {
    await client.query('SELECT pg_advisory_lock($1)', [LOCK])
    await mkdir(part, { recursive: true, mode: 0o700 })
    await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY')
    const snapshot = (await client.query('SELECT pg_export_snapshot() AS id')).rows[0].id as string
    const file = join(part, DUMP)
    const leftOut = LEFT_OUT.map((table) => `--exclude-table-data=public.${table}`)
    await runProgram(place, 'pg_dump', url, [
      '--format=custom',
      '--no-owner',
      '--no-privileges',
      `--snapshot=${snapshot}`,
      `--file=${file}`,
      ...leftOut,
    ])
    const tables = await sumsOf(client)
    const migrations = (await client.query('SELECT name FROM migration ORDER BY id')).rows.map((r: { name: string }) => r.name)
    await client.query('COMMIT')
    await flushed(file)
    const made: Manifest = {
      ...{ format: 'yardfrost-backup', version: 1, madeAt: at.toISOString(), why, core: CORE_VERSION, migrations },
      ...{ file: DUMP, bytes: (await stat(file)).size, sha256: await sumOfFile(file), tables },
    }
    await written(join(part, MANIFEST), JSON.stringify(made, null, 1))
    await rename(part, whole)
    await prune(place)
    return lineOf(name, made)
  } catch (error) {
    await rm(part, { recursive: true, force: true })
    throw error
  } finally {
    await client.end().catch(() => {})
  }
}

const lineOf = (name: string, { madeAt, why, bytes, tables }: Manifest): BackupLine => ({ name, madeAt, why, bytes, rows: rowsIn(tables) })

/** The manifest of a backup; null where there is none that can be read. */
export async function readManifest(directory: string): Promise<Manifest | null> {
  try {
    return manifest.parse(JSON.parse(await readFile(join(directory, MANIFEST), 'utf8')))
  } catch {
    return null
  }
}

async function names(place: Pick<BackupPlace, 'directory'>): Promise<string[]> {
  const found = await readdir(place.directory).catch(() => [])
  return found.filter((name) => /^\d{4}-\d\d-\d\dT[\d-]+Z$/.test(name)).sort((a, b) => (a < b ? 1 : -1))
}

/** All backups that can be read, newest first. */
export async function listBackups(place: Pick<BackupPlace, 'directory'>): Promise<BackupLine[]> {
  const all = await Promise.all((await names(place)).map(async (name) => [name, await readManifest(join(place.directory, name))] as const))
  return all.flatMap(([name, made]) => (made ? [lineOf(name, made)] : []))
}

/** The newest stay, by their number; what was left half done by a process that is gone goes too. */
async function prune(place: BackupPlace): Promise<void> {
  const old = (await names(place)).slice(place.keep)
  const halves = (await readdir(place.directory)).filter((name) => name.endsWith(PART))
  for (const name of [...old, ...halves]) await rm(join(place.directory, name), { recursive: true, force: true })
}

const HOUR_MS = 3600 * 1000

/** A backup where the newest is older than an hour; null where it is not. */
export async function byTheHour(url: string, place: BackupPlace, at: Date): Promise<BackupLine | null> {
  const [newest] = await listBackups(place)
  if (newest && at.getTime() - Date.parse(newest.madeAt) < HOUR_MS) return null
  return makeBackup(url, place, 'by the hour', at)
}
