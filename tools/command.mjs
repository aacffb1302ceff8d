// Something that is done on the machine of the server, once: npm run backup, npm run restore -- FILE.
// Of a plant of one's own where there is one, else of the demo plant; --demo says the latter. DATABASE_URL says another database.
import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { clusterDirectory, startCluster } from './cluster.mjs'
import { PLANTS, backupsOf } from './plants.mjs'
import { SERVER, ensureBuilt, ensurePackages, ensurePostgres, main, programsOfPostgres, root } from './setup.mjs'

main(async () => {
  const [command, ...all] = process.argv.slice(2)
  const args = all.filter((a) => a !== '--demo')
  await ensurePackages()
  await ensureBuilt()
  await ensurePostgres()
  const plant = all.includes('--demo') || !existsSync(PLANTS.own.dir) ? PLANTS.demo : PLANTS.own
  const state = join(plant.dir, 'state.json')
  const port = existsSync(state) ? JSON.parse(readFileSync(state, 'utf8')).databasePort : undefined
  const cluster = process.env.DATABASE_URL ? null : await startCluster(clusterDirectory(plant.dir), port)
  // While this works nobody who leaves stops the database.
  await cluster?.lease(() => {})
  const done = spawnSync(process.execPath, [...SERVER, command, ...args], {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: {
      ...process.env,
      DATABASE_URL: process.env.DATABASE_URL ?? cluster.url,
      YARDFROST_BACKUPS: process.env.YARDFROST_BACKUPS ?? backupsOf(plant.dir),
      YARDFROST_POSTGRES: process.env.YARDFROST_POSTGRES ?? programsOfPostgres() ?? '',
    },
  })
  await cluster?.release()
  process.exitCode = done.status ?? 1
})
