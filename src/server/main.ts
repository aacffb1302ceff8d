import { randomBytes } from 'node:crypto'
import { createServer } from 'node:http'
import { join } from 'node:path'
import { pino } from 'pino'
import { createApp } from './app.js'
import { freezeFinished } from './cards/finish.js'
import { loadDemo } from './demo.js'
import { prepareDatabase } from './prepare.js'
import { createPool, setting } from './database.js'
import { anyPeople, tidySessions } from './people/store.js'

const root = process.cwd()
const url = process.env.DATABASE_URL
if (!url) throw new Error('DATABASE_URL is not set')
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

await prepareDatabase(url, join(root, 'src', 'server', 'migrations'))
const pool = createPool(url)
await freezeFinished(pool, now(), (job, error) => log.error({ job, err: error }, 'a finished card could not be read and is not kept'))
const demo = wantsDemo && (await loadDemo(pool, now()))
if (!wantsDemo && !(await anyPeople(pool))) {
  const code = await setting(pool, 'first-administrator-code', () => randomBytes(6).toString('hex'))
  console.log(`Open the address below and make the first administrator with this code: ${code}`)
}
const tidy = () => tidySessions(pool, now()).catch((error) => log.error({ err: error }, 'old sessions could not be cleared'))
await tidy()
setInterval(tidy, 3600 * 1000).unref()
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
    instance: process.env.YARDFROST_INSTANCE,
  }),
)
server.listen(port, host)

const stop = () => {
  server.close(() => pool.end().then(() => process.exit(0)))
  server.closeAllConnections()
}
for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, stop)
// The start command that looks after this server is gone: nobody could stop it any more.
process.on('disconnect', stop)
