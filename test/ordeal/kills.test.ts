import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdirSync, readFileSync, rmSync, statfsSync, writeFileSync } from 'node:fs'
import { request } from 'node:http'
import { join } from 'node:path'
import { expect } from 'chai'
import pg from 'pg'
import { ensurePostgres, freePort, SERVER } from '../../tools/setup.mjs'
import { clusterDirectory, startCluster, temporaryDirectory } from '../../tools/cluster.mjs'
import { seeded } from '../../tools/seeded.mjs'
import { Client, changesOf, machineBy } from '../server/helpers.js'

/** The program as it is started, on a database that flushes, killed in the middle of its work: what was said to be kept is kept. */

const KILLS = Number(process.env.ORDEAL_KILLS ?? 2)
const DATABASE_KILLS = Number(process.env.ORDEAL_DATABASE_KILLS ?? 1)
const CUTS = Number(process.env.ORDEAL_CUTS ?? 3)
const MOST_MS = Number(process.env.ORDEAL_MOST_MS ?? 3000)
const random = seeded(Number(process.env.ORDEAL_SEED ?? 25))
const pause = (ms: number) => new Promise((go) => setTimeout(go, ms))

class Program {
  private child!: ChildProcess
  url = ''
  said = ''
  constructor(
    readonly dir: string,
    readonly cluster: Awaited<ReturnType<typeof startCluster>>,
  ) {}

  static async on(dir: string): Promise<Program> {
    await ensurePostgres()
    const program = new Program(dir, await startCluster(dir))
    await program.begin()
    return program
  }

  async begin(): Promise<void> {
    const port = this.url ? Number(new URL(this.url).port) : await freePort()
    this.url = `http://127.0.0.1:${port}`
    const env = {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: this.cluster.url,
      PORT: String(port),
      YARDFROST_DEMO: '1',
      YARDFROST_BACKUPS: '',
    }
    this.child = spawn(process.execPath, SERVER, { stdio: ['ignore', 'pipe', 'pipe'], env })
    for (const from of [this.child.stdout!, this.child.stderr!])
      from.on('data', (text) => (this.said = (this.said + String(text)).slice(-20_000)))
    await this.ready()
  }

  async ready(): Promise<void> {
    for (let n = 0; n < 600; n += 1) {
      if (
        await fetch(`${this.url}/api/v1/health`).then(
          (r) => r.ok,
          () => false,
        )
      )
        return
      if (this.child.exitCode !== null) throw new Error(`the server ended: ${this.said}`)
      await pause(50)
    }
    throw new Error(`not ready: ${this.said}`)
  }

  async killed(): Promise<void> {
    const gone = new Promise((done) => this.child.once('exit', done))
    this.child.kill('SIGKILL')
    await gone
    await this.begin()
  }

  async databaseKilled(): Promise<void> {
    process.kill(Number(readFileSync(join(this.dir, 'data', 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL')
    await pause(200)
    await this.cluster.revive()
    await this.ready()
  }

  async end(): Promise<void> {
    const gone = new Promise((done) => this.child.once('exit', done))
    this.child.kill('SIGTERM')
    await gone
    this.cluster.stop()
  }
}

/** What was written and answered with yes. */
class Ledger {
  readonly wrong: string[] = []
  readonly stock: string[] = []
  readonly greasings: string[] = []
  speed = 0
  slowest = 0
  tries = 0
  stopped = false
  private readonly client: Client
  private points: number[] = []
  private card = 0
  constructor(private readonly program: Program) {
    this.client = new Client(program.url)
  }

  async begin(): Promise<void> {
    await this.client.signIn('planner')
    const machines = await Promise.all(['MM-1', 'MP-2', 'EF-1', 'CT-1'].map((code) => machineBy(this.client, code)))
    this.points = machines.flatMap((m) => m.points.map((p) => p.id))
    this.card = (await this.client.get('/yard')).body.jobs[0].id
  }

  /** The same again until it is answered, as a page does; an answer is yes, or that nobody is there. */
  private async sent(method: string, path: string, body: object): Promise<number | null> {
    while (!this.stopped) {
      this.tries += 1
      const since = performance.now()
      const status = await this.client.send(method, path, body).then(
        (r) => r.status,
        () => 0,
      )
      const ms = performance.now() - since
      if (status === 200 || status === 201) {
        this.slowest = Math.max(this.slowest, ms)
        return status
      }
      if (![0, 502, 503].includes(status)) {
        this.wrong.push(`${method} ${path} ${status}`)
        return null
      }
      await pause(60)
    }
    return null
  }

  async bookStock(): Promise<void> {
    for (let n = 0; !this.stopped; n += 1) {
      const shelf = `K-${n}`
      if (await this.sent('POST', '/rack/stock', { entries: [{ marking: '6312 C3', shelf, quantity: n + 1, note: '' }] }))
        this.stock.push(shelf)
    }
  }
  async grease(): Promise<void> {
    for (let n = 0; !this.stopped; n += 1) {
      const [key, point] = [randomUUID(), this.points[n % this.points.length]!]
      const entry = { key, kind: 'skipped', greaseId: null, gunId: null, strokes: null, grams: null, looks: '', note: `kill ${n}` }
      if (await this.sent('POST', `/points/${point}/greasings`, entry)) this.greasings.push(key)
      await pause(15)
    }
  }
  async answer(): Promise<void> {
    const key = 'line/duty.speedRpm'
    for (let n = 0; !this.stopped; n += 1) {
      const { body } = await this.client.get(`/cards/${this.card}`).catch(() => ({ body: null }))
      if (!body?.answers) {
        await pause(60)
        continue
      }
      const speed = 1000 + (n % 500)
      if (await this.sent('POST', `/cards/${this.card}/changes`, changesOf(body, { [key]: speed }))) this.speed = speed
    }
  }

  /** Every write that was answered with yes stands there. */
  async held(): Promise<void> {
    expect(this.wrong.slice(0, 5), `${this.wrong.length} answers that are none`).to.deep.equal([])
    const { entries } = (await this.client.get('/rack/stock')).body
    const shelves = new Set(entries.map((e: { shelf: string }) => e.shelf))
    expect(
      this.stock.filter((s) => !shelves.has(s)),
      'lost stock',
    ).to.deep.equal([])
    const db = new pg.Client({ connectionString: this.program.cluster.url })
    await db.connect()
    const { rows } = await db.query('SELECT key::text, count(*)::int AS n FROM grease_event WHERE key = ANY ($1::uuid[]) GROUP BY 1', [
      this.greasings,
    ])
    await db.end()
    expect(rows.length, 'greasings').to.equal(this.greasings.length)
    const { answers } = (await this.client.get(`/cards/${this.card}`)).body
    expect(answers['line/duty.speedRpm'].value, 'the last answer of the card').to.equal(this.speed)
  }
}

async function written(program: Program, during: (ledger: Ledger) => Promise<void>): Promise<Ledger> {
  const ledger = new Ledger(program)
  await ledger.begin()
  const writers = [ledger.bookStock(), ledger.grease(), ledger.answer()]
  await pause(800)
  await during(ledger)
  await pause(800)
  ledger.stopped = true
  await Promise.all(writers)
  await ledger.held()
  return ledger
}

describe('ordeal: killed in the middle', () => {
  let dir: string
  let program: Program
  before(async function () {
    this.timeout(120_000)
    dir = temporaryDirectory()
    program = await Program.on(dir)
  })
  after(async () => {
    await program?.end()
    rmSync(dir, { recursive: true, force: true })
  })

  it(`${KILLS} kills of the server and ${DATABASE_KILLS} of the database: no write that was answered with yes is lost`, async function () {
    this.timeout(60_000 + 20_000 * (KILLS + DATABASE_KILLS))
    const ledger = await written(program, async () => {
      const all = [...Array(KILLS).fill('server'), ...Array(DATABASE_KILLS).fill('database')].sort(() => random() - 0.5)
      for (const which of all) {
        await (which === 'server' ? program.killed() : program.databaseKilled())
        await pause(300 + random() * 700)
      }
    })
    const kept = ledger.stock.length + ledger.greasings.length
    console.log(`      ${kept} writes kept in ${ledger.tries} tries; the slowest that was kept took ${Math.round(ledger.slowest)} ms`)
    expect(kept).to.be.greaterThan(20)
    expect(ledger.slowest, 'the slowest answer, ms').to.be.below(MOST_MS)
  })

  it(`${CUTS} lists cut off while they are read in, by their sender or by a kill: all of it is there, or nothing`, async function () {
    this.timeout(60_000 + 20_000 * CUTS)
    const client = await new Client(program.url).signIn('administrator')
    const ROWS = 400
    const came: number[] = []
    for (let cut = 0; cut < CUTS; cut += 1) {
      const code = (n: number) => `CUT${cut}-${n}`
      const file = [
        'code,name,area,line,words',
        ...Array.from({ length: ROWS }, (_, n) => `${code(n)},Cut,Hall,shaft,"coupling, 6312 held, 320, 6312"`),
      ].join('\n')
      const url = new URL(`${program.url}/api/v1/rack/machines/file?name=cut.csv&apply=1`)
      const out = request(url, { method: 'POST', headers: { ...client.headers(), 'content-type': 'text/csv' } }, (res) => res.resume())
      const over = new Promise<void>((done) => out.on('close', () => done()))
      out.on('error', () => {})
      out.end(file)
      await pause(40 + random() * 900)
      if (cut % 3 === 2) await program.killed()
      else out.destroy()
      await over
      await pause(300)
      await program.ready()
      // What was sent whole may still be on its way in.
      let n = -1
      for (let look = 0; look < 40; look += 1) {
        const now = (await client.get(`/machines?find=CUT${cut}-`)).body.total as number
        if (now === n && (now === 0 || now === ROWS) && look > 4) break
        n = now
        await pause(150)
      }
      came.push(n)
    }
    expect(
      came.every((n) => n === 0 || n === ROWS),
      came.join(),
    ).to.equal(true)
  })
})

describe('ordeal: the disk is full', () => {
  const home = temporaryDirectory()
  const mount = join(home, 'disk')
  let program: Program | null = null
  before(async function () {
    this.timeout(120_000)
    mkdirSync(mount)
    // A disk of its own takes the rights to make one.
    if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=260m', 'tmpfs', mount]).status !== 0) return this.skip()
    program = await Program.on(clusterDirectory(mount))
  })
  after(async () => {
    await program?.end()
    spawnSync('umount', [mount])
    rmSync(home, { recursive: true, force: true })
  })

  it('says so instead of showing a fault, loses nothing, and goes on when there is room again', async function () {
    this.timeout(120_000)
    const filler = join(mount, 'filler')
    const ledger = await written(program!, async ({ stock }) => {
      const { bavail, bsize } = statfsSync(mount)
      writeFileSync(filler, Buffer.alloc(Math.max(0, bavail * bsize - 64 * 1024)))
      const before = stock.length
      // What is large finds no room at once; what is small lives for a while in what the database had taken for itself.
      const client = await new Client(program!.url).signIn('technician')
      const { id } = await machineBy(client, 'MM-1')
      const answers: number[] = []
      for (let n = 0; n < 6; n += 1) {
        const paper = Buffer.concat([Buffer.from(`%PDF-${n} `), Buffer.alloc(8e6, n)])
        answers.push(
          await client.post(`/machines/${id}/documents?kind=manual&name=Large%20${n}`, paper).then(
            (r) => r.status,
            () => 0,
          ),
        )
      }
      const health = await fetch(`${program!.url}/api/v1/health`).then(
        (r) => r.status,
        () => 0,
      )
      console.log(`      full: papers are answered ${answers.join(', ')}, health ${health}; ${stock.length - before} small writes went on`)
      expect(answers, 'a fault').to.not.include(500)
      expect(answers.filter((s) => s === 503 || s === 0).length, 'papers that found no room').to.be.greaterThan(0)
      rmSync(filler)
      await program!.cluster.revive()
      await program!.ready()
      await pause(1500)
    })
    expect(ledger.stock.length).to.be.greaterThan(10)
  })
})
