import { randomBytes, randomUUID } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import { Ajv } from 'ajv'
import pg from 'pg'
import type { Logger } from 'pino'
import { ADDRESSES, type Address, type RouteName } from '../../src/contract/addresses.js'
import answers from '../../src/contract/replies.schema.json'
import type { CardView } from '../../src/contract/cards.js'
import type { PlaceView } from '../../src/contract/lines.js'
import type { MachineView } from '../../src/contract/machines.js'
import { readAnswers, type Changes } from '../../src/contract/answers.js'
import { partsOf, positionOf, type Key } from '../../src/core/card/answers.js'
import { evaluateLine, type LineEvaluation } from '../../src/core/card/evaluate.js'
import type { PlanField } from '../../src/core/card/steps/plan-step.js'
import { linePlan } from '../../src/core/card/procedures.js'
import { createApp } from '../../src/server/app.js'
import { DEMO_PASSWORD, loadDemo } from '../../src/server/demo.js'
import { prepareDatabase } from '../../src/server/prepare.js'
import { programAccount } from '../../src/server/program-account.js'
import { createPool } from '../../src/server/database.js'
import type { ServerOptions } from '../../src/server/options.js'

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
  // Another process of the tests may be making them at this moment.
  await admin.query('SELECT pg_advisory_lock(20261201)')
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

/** Connections that are just being closed are left to close, for which the database itself waits; what holds on is cut off. */
async function dropped(admin: pg.Client, name: string): Promise<void> {
  await admin.query(`DROP DATABASE ${name}`).catch(() => admin.query(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`))
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
      await dropped(admin, name)
      await admin.end()
    },
  }
}

/** A database with nothing in it, not even tables. */
export async function blankDatabase() {
  const name = `t_${randomBytes(6).toString('hex')}`
  const admin = new pg.Client({ connectionString: base() })
  await admin.connect()
  await admin.query(`CREATE DATABASE ${name} TEMPLATE template0`)
  const inside = new pg.Client({ connectionString: at(name) })
  await inside.connect()
  let left = false
  return {
    url: at(name),
    /** Statements of a dump, all at once. */
    run: (sql: string) => inside.query(sql),
    query: (sql: string) => inside.query(sql),
    drop: async () => {
      if (!left) await inside.end()
      left = true
      await dropped(admin, name)
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
  options: {
    demo?: boolean
    webDir?: string
    now?: () => Date
    publicOrigin?: string
    log?: Logger
    backups?: ServerOptions['backups']
    mostPaperBytes?: number
    callsPerMinute?: number
  } = {},
): Promise<Instance> {
  // The program works by its own account, as it does when it is started; a test looks at everything.
  const pool = createPool(databaseUrl)
  const account = await programAccount(databaseUrl)
  const own = createPool(account.url)
  const demo = options.demo !== false && (await loadDemo(own, NOW))
  const app = createApp({
    pool: own,
    now: options.now ?? (() => NOW),
    sessionSecret: 'test',
    demo,
    webDir: options.webDir,
    log: options.log,
    calculationsPerMinute: 10_000,
    callsPerMinute: options.callsPerMinute ?? 1_000_000,
    publicOrigin: options.publicOrigin ?? null,
    ...(options.backups && { backups: options.backups }),
    ...(options.mostPaperBytes && { mostPaperBytes: options.mostPaperBytes }),
  })
  const server = createServer(app)
  // A busy machine may pause longer than the usual five seconds between two calls.
  server.keepAliveTimeout = 60_000
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    pool,
    server,
    close: async () => {
      server.closeAllConnections()
      await new Promise((resolve) => server.close(resolve))
      await Promise.all([own.end(), pool.end()])
    },
  }
}

/** Two instances on one database of the demo plant, as when one is not enough. */
export async function startTwo(): Promise<{ one: Instance; two: Instance; close: () => Promise<void> }> {
  const db = await freshDatabase()
  const [one, two] = [await startInstance(db.url), await startInstance(db.url)]
  const close = async () => {
    await one.close()
    await two.close()
    await db.drop()
  }
  return { one, two, close }
}

const ajv = new Ajv({ allErrors: true, keywords: ['replies'] })
ajv.addSchema(answers, 'answers')
const ROUTE_PATTERNS = (Object.entries(ADDRESSES) as [RouteName, Address][]).map(([name, { method, path }]) => ({
  name,
  method: method.toUpperCase(),
  pattern: new RegExp(`^${path.replace('.', '\\.').replace(/:\w+/g, '[^/]+')}$`),
}))

/** Every answer that a test gets is held against what the contract says of its route. */
function mustBeAsDescribed(method: string, path: string, answer: unknown): void {
  const [bare] = path.split('?')
  const route = ROUTE_PATTERNS.find((r) => r.method === method && r.pattern.test(bare!))
  if (!route || !(route.name in answers.replies)) return
  const check = ajv.getSchema(`answers#/replies/${route.name}`)!
  if (!check(answer)) throw new Error(`${route.name} answers other than described: ${ajv.errorsText(check.errors).slice(0, 600)}`)
}

export interface Reply {
  status: number
  body: any // eslint-disable-line @typescript-eslint/no-explicit-any
  headers: Headers
}

const typeFor = (body: unknown) =>
  typeof body === 'string' ? 'text/csv' : Buffer.isBuffer(body) ? 'application/octet-stream' : 'application/json'

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
        ...(body === undefined ? {} : { 'content-type': typeFor(body) }),
        ...(this.cookie ? { cookie: this.cookie } : {}),
        ...headers,
      },
      body: body === undefined || typeof body === 'string' || Buffer.isBuffer(body) ? (body as BodyInit | undefined) : JSON.stringify(body),
    })
    const set = res.headers.get('set-cookie')
    if (set) this.cookie = set.split(';')[0]!
    // A stream has no end: that it began is all that such a call learns.
    const streams = /event-stream/.test(res.headers.get('content-type') ?? '')
    const bytes = streams ? Buffer.alloc(0) : Buffer.from(await res.arrayBuffer())
    if (streams) await res.body?.cancel()
    const json = /json/.test(res.headers.get('content-type') ?? '')
    const answered = json ? JSON.parse(bytes.toString('utf8')) : bytes.length ? bytes : null
    if (json && res.ok) mustBeAsDescribed(method, path, answered)
    return { status: res.status, body: answered, headers: res.headers }
  }

  /** What a browser sends besides, for calls by hand. */
  headers = () => ({ origin: this.origin, cookie: this.cookie })

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

/** A card as the client sees it now. */
export const cardOf = async (client: Client, jobId: number): Promise<CardView> => (await client.get(`/cards/${jobId}`)).body

/** Changes of a card by key, `p1/duty.dirt`, each on the version that stands in `card`. */
export function changesOf(card: Pick<CardView, 'answers' | 'revision'>, values: Record<Key, unknown>): Changes {
  return {
    key: randomUUID(),
    since: card.revision,
    duty: null,
    changes: Object.entries(values).map(([key, value]) => {
      const { scope, station, name } = partsOf(key)!
      return { scope, station, field: name, value, base: card.answers[key]?.version ?? 0 }
    }),
  }
}

/** Answers fields of a card on what stands there now. */
export async function answer(client: Client, jobId: number, values: Record<Key, unknown>): Promise<Reply> {
  return client.post(`/cards/${jobId}/changes`, changesOf(await cardOf(client, jobId), values))
}

/** Address of a step of a card. */
export const stepAt = (jobId: number, key: Key) => `/cards/${jobId}/steps/${encodeURIComponent(key)}`

/** Fills in a step and signs it. */
export async function doStep(client: Client, jobId: number, key: Key, values?: object): Promise<Reply> {
  if (values) {
    const version = (await cardOf(client, jobId)).steps.find((s) => s.key === key)?.version ?? 0
    const saved = await client.put(stepAt(jobId, key), { version, values })
    if (saved.status !== 200) return saved
  }
  return client.post(`${stepAt(jobId, key)}/signature`)
}

/** A machine of the plant by its code. */
export async function machineBy(client: Client, code: string): Promise<MachineView> {
  const { machines } = (await client.get(`/machines?find=${encodeURIComponent(code)}`)).body
  return (await client.get(`/machines/${machines.find((m: { code: string }) => m.code === code).id}`)).body
}

/** The place of a machine's first shaft line by its code. */
export async function placeBy(client: Client, code: string, place: string): Promise<PlaceView> {
  const line = (await machineBy(client, code)).shaftLines[0]!
  return line.positions.flatMap((p) => p.places).find((p) => p.code === place)!
}

/** Opens a card for places of a machine's first shaft line. */
export async function openAt(client: Client, code: string, places: readonly string[], reason = 'noisy'): Promise<CardView> {
  const ids = await Promise.all(places.map(async (p) => (await placeBy(client, code, p)).id))
  const reply = await client.post('/cards', { places: ids, reason })
  if (reply.status !== 201) throw new Error(`open ${code}: ${reply.status} ${reply.body?.detail}`)
  return reply.body
}

/** Grease, first turn, first hours and release of a mash pump card whose bearing is on: what is left to do before it can be closed. */
export async function closeCard(client: Client, jobId: number, at = 'p1'): Promise<void> {
  const said = await answer(client, jobId, {
    [`${at}/lubricate.greaseId`]: 3,
    [`${at}/lubricate.gunId`]: 1,
    [`${at}/runin.freeTurn`]: 'free',
    [`${at}/runin.noise`]: 'quiet',
    [`${at}/runin.vibrationRmsMmS`]: 1,
    'line/runin.machineClass': 'medium',
    [`${at}/runin.readings`]: [0, 30, 60, 90].map((minute, i) => ({ minute, temperatureC: [20, 50, 58, 59][i] })),
  })
  if (said.status !== 200) throw new Error(said.body.detail)
  for (const [key, values] of [
    [`${at}/fill`, { gramsG: 35, greaseRead: 'Wet-end calcium 2' }],
    [`${at}.1/turn`, { free: true }],
    ['line/guards', { on: true }],
    ['line/release', undefined],
  ] as const) {
    const signed = await doStep(client, jobId, key, values)
    if (signed.status !== 200) throw new Error(`${key}: ${signed.body.detail}`)
  }
}

/** The whole card as the core computes it from what is stored. */
export async function evaluationOf(client: Client, jobId: number): Promise<LineEvaluation> {
  const card = await cardOf(client, jobId)
  const answers = Object.fromEntries(Object.entries(card.answers).map(([key, a]) => [key, a.value]))
  return evaluateLine(readAnswers(answers).answers, card.context)
}

/** What a careful hand would write into a field: within its limits, the marking and the grease as expected. */
export function entryFor(field: PlanField): unknown {
  if (field.kind === 'check') return true
  if (field.kind === 'number') return ((field.min ?? 0) + (field.max ?? (field.min ?? 0) + 20)) / 2
  if (!field.expects) return 'as read'
  if ('name' in field.expects) return field.expects.name
  if ('part' in field.expects) return field.expects.part
  const { designation, group } = field.expects.marking
  return group && group !== 'N' ? `${designation} C${group}` : designation
}

/** Fills in and signs every step of a card that is not signed yet. */
export async function signAll(client: Client, jobId: number): Promise<void> {
  const signed = new Set((await cardOf(client, jobId)).steps.filter((s) => s.signedBy).map((s) => s.key))
  for (const step of linePlan(await evaluationOf(client, jobId)).filter((s) => !signed.has(s.key))) {
    const values = Object.fromEntries(step.fields.map((f) => [f.key, entryFor(f)]))
    const done = await doStep(client, jobId, step.key, step.fields.length ? values : undefined)
    if (done.status !== 200) throw new Error(`${step.key}: ${done.body.detail}`)
  }
}

/** A quiet run that settles, grease and gun, for every position of a card: what its release waits for. */
export async function answerRun(client: Client, jobId: number): Promise<void> {
  const { context } = await cardOf(client, jobId)
  const said: Record<Key, unknown> = {
    'line/select.target': 'full-shift',
    'line/runin.machineClass': 'medium',
    'line/arrange.assemblyC': 20,
  }
  for (const at of new Set(context.onCard.map(positionOf)))
    Object.assign(said, {
      [`${at}/lubricate.greaseId`]: 3,
      [`${at}/lubricate.gunId`]: 1,
      [`${at}/runin.freeTurn`]: 'free',
      [`${at}/runin.noise`]: 'quiet',
      [`${at}/runin.vibrationRmsMmS`]: 1,
      [`${at}/runin.readings`]: [0, 30, 60, 90].map((minute, i) => ({ minute, temperatureC: [20, 42, 48, 49][i] })),
    })
  const reply = await answer(client, jobId, said)
  if (reply.status !== 200) throw new Error(reply.body.detail)
}

/** The lines of a plant file. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export const plantLinesOf = (file: Buffer): Record<string, any>[] =>
  file
    .toString('utf8')
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line))
