import { randomBytes } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import pg from 'pg'
import type { Logger } from 'pino'
import { emptyAnswers } from '../../src/core/card/answers.js'
import { createApp } from '../../src/server/app.js'
import { DEMO_PASSWORD, loadDemo } from '../../src/server/demo.js'
import { prepareDatabase } from '../../src/server/prepare.js'
import { createPool } from '../../src/server/store/database.js'

export const NOW = new Date('2026-11-24T09:30:00Z')

/** The demo plant as of a fixed moment for tests of the server, as of now for a browser with its own clock. */
const TEMPLATES = { demo: () => NOW, today: () => new Date() }
const base = () => {
  const url = process.env.YARDFROST_TEST_DATABASE
  if (!url) throw new Error('run through npm test, which starts a cluster')
  return url
}
const at = (name: string) => base().replace(/\/postgres$/, `/${name}`)
const migrations = join(process.cwd(), 'src', 'server', 'migrations')

type Content = keyof typeof TEMPLATES | 'empty'

/** Made once on the test cluster before the first suite; every database of a test is a copy of one of them. */
export async function makeTemplates(): Promise<void> {
  const admin = new pg.Client({ connectionString: base() })
  await admin.connect()
  for (const content of ['empty', ...Object.keys(TEMPLATES)] as Content[]) {
    const name = `template_${content}`
    if ((await admin.query('SELECT 1 FROM pg_database WHERE datname = $1', [name])).rowCount) continue
    await admin.query(`CREATE DATABASE ${name}${content === 'empty' ? '' : ' TEMPLATE template_empty'}`)
    if (content === 'empty') await prepareDatabase(at(name), migrations)
    else {
      const pool = createPool(at(name))
      await loadDemo(pool, TEMPLATES[content]())
      await pool.end()
    }
  }
  await admin.end()
}

/** A database of its own on the test cluster, with the demo plant unless it is to be empty, dropped at the end. */
export async function freshDatabase(content: Content = 'demo'): Promise<{ url: string; drop: () => Promise<void> }> {
  const name = `t_${randomBytes(6).toString('hex')}`
  const admin = new pg.Client({ connectionString: base() })
  await admin.connect()
  await admin.query(`CREATE DATABASE ${name} TEMPLATE template_${content}`)
  return {
    url: at(name),
    drop: async () => {
      await admin.query(`DROP DATABASE ${name} WITH (FORCE)`)
      await admin.end()
    },
  }
}

export interface Instance {
  url: string
  pool: pg.Pool
  server: Server
  close: () => Promise<void>
}

/** One server instance on a database. */
export async function startInstance(
  databaseUrl: string,
  options: { demo?: boolean; webDir?: string; now?: () => Date; publicOrigin?: string; log?: Logger } = {},
): Promise<Instance> {
  const pool = createPool(databaseUrl)
  const demo = options.demo !== false && (await loadDemo(pool, NOW))
  const app = createApp({
    pool,
    now: options.now ?? (() => NOW),
    sessionSecret: 'test',
    demo,
    webDir: options.webDir,
    log: options.log,
    calculationsPerMinute: 10_000,
    publicOrigin: options.publicOrigin ?? null,
  })
  const server = createServer(app)
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    pool,
    server,
    close: async () => {
      server.closeAllConnections()
      await new Promise((resolve) => server.close(resolve))
      await pool.end()
    },
  }
}

export interface Reply {
  status: number
  body: any // eslint-disable-line @typescript-eslint/no-explicit-any
  headers: Headers
}

/** A client with its own cookie that sends the origin as a browser does. */
export class Client {
  private cookie = ''
  constructor(
    readonly base: string,
    private readonly origin = base,
  ) {}

  async send(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Reply> {
    const res = await fetch(`${this.base}/api/v1${path}`, {
      method,
      headers: {
        origin: this.origin,
        ...(body === undefined ? {} : { 'content-type': typeof body === 'string' ? 'text/csv' : 'application/json' }),
        ...(this.cookie ? { cookie: this.cookie } : {}),
        ...headers,
      },
      body: body === undefined || typeof body === 'string' ? body : JSON.stringify(body),
    })
    const set = res.headers.get('set-cookie')
    if (set) this.cookie = set.split(';')[0]!
    const bytes = Buffer.from(await res.arrayBuffer())
    const json = /json/.test(res.headers.get('content-type') ?? '')
    return { status: res.status, body: json ? JSON.parse(bytes.toString('utf8')) : bytes.length ? bytes : null, headers: res.headers }
  }

  get = (path: string) => this.send('GET', path)
  post = (path: string, body: unknown = {}) => this.send('POST', path, body)
  put = (path: string, body: unknown) => this.send('PUT', path, body)
  patch = (path: string, body: unknown) => this.send('PATCH', path, body)
  delete = (path: string) => this.send('DELETE', path)

  async signIn(login: string, password = DEMO_PASSWORD): Promise<this> {
    const reply = await this.post('/session', { login, password })
    if (reply.status !== 200) throw new Error(`sign-in as ${login}: ${reply.status} ${reply.body?.detail}`)
    return this
  }
}

/** Grease, first hours and release of a mash pump card that is mounted: what is left to do before it can be closed. */
export async function closeCard(client: Client, jobId: number): Promise<void> {
  const card = () => client.get(`/jobs/${jobId}`).then((r) => r.body)
  const save = async (station: string, patch: object) => {
    const { version, data } = (await card()).answers[station]
    const reply = await client.put(`/jobs/${jobId}/answers/${station}`, {
      version,
      data: { ...empty[station as 'runin'], ...data, ...patch },
    })
    if (reply.status !== 200) throw new Error(`${station}: ${reply.body.detail}`)
  }
  const empty = emptyAnswers()
  await save('lubricate', { greaseId: 3, gunId: 1 })
  await save('runin', {
    freeTurn: 'free',
    noise: 'quiet',
    vibrationRmsMmS: 1,
    machineClass: 'medium',
    readings: [0, 30, 60, 90].map((minute, i) => ({ minute, temperatureC: [20, 50, 58, 59][i] })),
  })
  for (const [key, values] of [
    ['fill', { gramsG: 35, greaseRead: 'Wet-end calcium 2' }],
    ['guards', { on: true }],
    ['release', null],
  ] as const) {
    if (values) await client.put(`/jobs/${jobId}/steps/${key}`, { version: 0, values })
    const signed = await client.post(`/jobs/${jobId}/steps/${key}/signature`)
    if (signed.status !== 200) throw new Error(`${key}: ${signed.body.detail}`)
  }
}
