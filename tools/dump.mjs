// Writes the demo plant as it is today, open and closed cards in it, as a dump for later versions to bring up and read:
//   npm run dump -- NAME      to test/server/dumps/NAME.sql.gz
import { spawnSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { demoServer } from './demo-server.mjs'
import { SetupError, ensureBuilt, ensurePackages, ensurePostgres, main, postgresProgram, root, say } from './setup.mjs'

const NOW = '2026-11-24T09:30:00Z'
/** A dump is kept with the tests and must stay small. */
const MOST_BYTES = 150_000

const LEFT_OUT = ['--exclude-table-data=public.session', '--exclude-table-data=public.change_key']

/** Rows of the rack's base are made anew by every version: only those that something points to stay, without the sum that says all are there. */
async function thinned(url) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  const { rows } = await client.query(
    `SELECT c.conrelid::regclass AS table, a.attname AS own, f.attname AS of FROM pg_constraint c
       JOIN pg_attribute a ON a.attrelid = c.conrelid AND a.attnum = c.conkey[1] JOIN pg_attribute f ON f.attrelid = c.confrelid AND f.attnum = c.confkey[1]
      WHERE c.contype = 'f' AND c.confrelid = 'public.bearing'::regclass`,
  )
  const pointed = rows.map((r) => `AND NOT EXISTS (SELECT 1 FROM ${r.table} t WHERE t.${r.own} = b.${r.of})`).join(' ')
  await client.query(`DELETE FROM bearing b WHERE origin <> 'plant' ${pointed}`)
  await client.query("DELETE FROM setting WHERE key = 'catalogue'")
  await client.end()
}

main(async () => {
  const [name] = process.argv.slice(2)
  if (!/^[\w.-]+$/.test(name ?? '')) throw new SetupError('a name is wanted: npm run dump -- NAME')
  await ensurePackages()
  await ensureBuilt()
  await ensurePostgres()
  const pgDump = postgresProgram('pg_dump')
  if (!pgDump) throw new SetupError('pg_dump was not found')
  const demo = await demoServer({ YARDFROST_NOW: NOW })
  try {
    await thinned(demo.databaseUrl)
    const made = spawnSync(pgDump, [demo.databaseUrl, '--no-owner', '--no-privileges', '--inserts', '--rows-per-insert=200', ...LEFT_OUT], {
      maxBuffer: 1e9,
    })
    if (made.status !== 0) throw new SetupError(`pg_dump failed: ${made.error ?? made.stderr}`)
    // What only the newest client understands is no SQL.
    const sql = made.stdout.toString('utf8').replace(/^\\(un)?restrict .*$/gm, '')
    const packed = gzipSync(sql, { level: 9 })
    if (packed.length > MOST_BYTES) throw new SetupError(`${packed.length} bytes: more than ${MOST_BYTES}`)
    const file = join(root, 'test', 'server', 'dumps', `${name}.sql.gz`)
    writeFileSync(file, packed)
    say(`${file}: ${packed.length} bytes`)
  } finally {
    await demo.close()
  }
})
