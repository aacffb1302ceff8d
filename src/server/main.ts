import { randomBytes } from 'node:crypto'
import { createServer } from 'node:http'
import { join } from 'node:path'
import { pino } from 'pino'
import { createApp } from './app.js'
import { writeMissingDocuments } from './cards/finish.js'
import { loadDemo } from './demo.js'
import { USUAL_KEEP, byTheHour } from './backup/backup.js'
import { COMMANDS } from './commands.js'
import { NewerDatabase, prepareDatabase } from './prepare.js'
import { createPool, setting } from './database.js'
import { USUAL_ROOM } from './documents/store.js'
import { sweepCommands } from './door/door.js'
import { sweepTurnedAway } from './people/turned-away.js'
import { programAccount } from './program-account.js'
import { anyPeople, tidySessions } from './people/store.js'

const root = process.cwd()
const url = process.env.DATABASE_URL
if (!url) throw new Error('DATABASE_URL is not set')
const migrationsDir = join(root, 'src', 'server', 'migrations')
const directory = process.env.YARDFROST_BACKUPS
const keep = Number(process.env.YARDFROST_BACKUPS_KEEP ?? USUAL_KEEP)
if (!(Number.isInteger(keep) && keep > 0)) throw new Error('YARDFROST_BACKUPS_KEEP is how many backups are kept, 1 or more')
/** What the papers of the plant may take, bytes. */
const mostPaperBytes = process.env.YARDFROST_PAPERS_MB ? Number(process.env.YARDFROST_PAPERS_MB) * 1e6 : USUAL_ROOM
if (!(mostPaperBytes > 0)) throw new Error('YARDFROST_PAPERS_MB is how much room papers and pictures have, MB')
const place = directory ? { directory, keep, programs: process.env.YARDFROST_POSTGRES ?? '' } : null

/** Something to be done here once, beside the program that runs. */
const [command, ...args] = process.argv.slice(2)
if (command) {
  try {
    if (!Object.hasOwn(COMMANDS, command) || !place)
      throw new Error(`known: ${Object.keys(COMMANDS).join(', ')}, with YARDFROST_BACKUPS set`)
    console.log(await COMMANDS[command]!(url, place, args, migrationsDir))
    process.exit(0)
  } catch (error) {
    console.error(`yardfrost: ${error instanceof Error ? error.message : String(error)}`)
    process.exit(1)
  }
}
const host = process.env.HOST ?? '127.0.0.1'
const port = Number(process.env.PORT ?? 8080)
const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' })
/** A fixed clock for pictures; the real one otherwise. */
const fixed = process.env.YARDFROST_NOW ? new Date(process.env.YARDFROST_NOW) : null
const now = () => fixed ?? new Date()

/** Set when a proxy stands in front: the address that people type, e.g. https://bearings.example. */
const publicOrigin = process.env.YARDFROST_ORIGIN ? new URL(process.env.YARDFROST_ORIGIN).origin : null

const wantsDemo = process.env.YARDFROST_DEMO === '1'
const loopback = ['127.0.0.1', '::1', 'localhost'].includes(host)
if (wantsDemo && !loopback) throw new Error('the demo plant has known passwords and is served on loopback only')

try {
  await prepareDatabase(url, migrationsDir, place)
} catch (error) {
  if (!(error instanceof NewerDatabase)) throw error
  console.error(`yardfrost: ${error.message}`)
  process.exit(1)
}
const account = await programAccount(url)
if (!account.own) log.warn('the account of DATABASE_URL may make no other: the program works by that one, which owns the tables')
const pool = createPool(account.url)
await writeMissingDocuments(pool, now(), (job, error) =>
  log.error({ job, err: error }, 'a finished card could not be read and is not kept'),
)
const demo = wantsDemo && (await loadDemo(pool, now()))
if (!wantsDemo && !(await anyPeople(pool))) {
  const code = await setting(pool, 'first-administrator-code', () => randomBytes(6).toString('hex'))
  console.log(`Open the address below and make the first administrator with this code: ${code}`)
}
const tidy = () =>
  Promise.all([tidySessions(pool, now()), sweepTurnedAway(pool, now()), sweepCommands(pool, now())]).catch((error) =>
    log.error({ err: error }, 'old sessions could not be cleared'),
  )
await tidy()
setInterval(tidy, 3600 * 1000).unref()
if (place) {
  const kept = () => byTheHour(url, place, new Date()).catch((error) => log.error({ err: error }, 'no backup could be made'))
  void kept()
  setInterval(kept, 5 * 60 * 1000).unref()
}
const sessionSecret = await setting(pool, 'session-secret', () => randomBytes(32).toString('hex'))
const server = createServer(
  createApp({
    pool,
    now,
    sessionSecret,
    demo,
    webDir: join(root, 'dist', 'web'),
    log,
    publicOrigin,
    ...(place && { backups: { url, place } }),
    mostPaperBytes,
    instance: process.env.YARDFROST_INSTANCE,
  }),
)
// A large file over a slow line takes its time.
server.requestTimeout = 3600 * 1000
server.listen(port, host)

const stop = () => {
  server.close(() => pool.end().then(() => process.exit(0)))
  server.closeAllConnections()
}
for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, stop)
// The start command that looks after this server is gone: nobody could stop it any more.
process.on('disconnect', stop)
