import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect } from 'chai'
import { clusterDirectory, startCluster, temporaryDirectory } from '../../tools/cluster.mjs'
import { keepRunning } from '../../tools/keep-running.mjs'
import { ensureBuilt, ensurePostgres, freePort } from '../../tools/setup.mjs'
import pg from 'pg'
import { Client, freshDatabase, startInstance } from './helpers.js'

interface Ended {
  code: number | null
  out: string
  err: string
}

function run(args: string[], input = '', env: NodeJS.ProcessEnv = {}): Promise<Ended> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, args, { env: { ...process.env, ...env } })
    let out = ''
    let err = ''
    child.stdout.on('data', (chunk) => (out += chunk))
    child.stderr.on('data', (chunk) => (err += chunk))
    child.on('exit', (code) => resolve({ code, out, err }))
    child.stdin.end(input)
  })
}

const calc = (args: string[], input = '') => run(['tools/calc.mjs', ...args], input)

describe('command line of the calculations', () => {
  it('lists every calculation with its schemas', async () => {
    const { code, out } = await calc(['--list'])
    expect(code).to.equal(0)
    const list = JSON.parse(out)
    expect(list.map((c: { name: string }) => c.name)).to.include.members(['tolerance', 'operating-clearance', 'chilling'])
    for (const entry of list) expect(entry).to.have.all.keys('name', 'title', 'sources', 'input', 'output')
  })

  it('answers one calculation from an argument or from standard input', async () => {
    const input = '{"sizeMm":100,"toleranceClass":"m6"}'
    for (const answer of [await calc(['tolerance', input]), await calc(['tolerance', '-'], input)]) {
      expect(answer.code).to.equal(0)
      expect(JSON.parse(answer.out).values).to.deep.equal({ upperUm: 35, lowerUm: 13 })
    }
  })

  it('refuses on standard error with exit 2: values, names, JSON, no arguments', async () => {
    for (const [args, status] of [
      [['tolerance', '{"sizeMm":-1,"toleranceClass":"m6"}'], 422],
      [['horoscope', '{}'], 404],
      [['tolerance', '{sizeMm'], 400],
      [[], 400],
    ] as [string[], number][]) {
      const { code, out, err } = await calc(args)
      expect(code, args.join(' ')).to.equal(2)
      expect(out).to.equal('')
      expect(JSON.parse(err)).to.include({ status })
    }
  })

  it('prints a batch in order and exits 0 whatever the rows say', async () => {
    const lines = [
      '{"name":"bearing","input":{"designation":"nu 208"}}',
      'nonsense',
      '{"input":{}}',
      '{"name":"horoscope"}',
      '{"name":"heating-temperature","input":{"boreMm":60,"interferenceUm":30,"shaftTemperatureC":20}}',
    ]
    const { code, out } = await calc(['--batch'], lines.join('\n') + '\n')
    const answers = out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line))
    expect(code).to.equal(0)
    expect(answers.map((a) => a.ok)).to.deep.equal([true, false, false, false, true])
    expect(answers[0].result.values.outsideMm).to.equal(80)
    expect(answers[4].result.values.ringTemperatureC).to.equal(95)
  })
})

describe('commands on the machine of the server', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  const home = mkdtempSync(join(tmpdir(), 'yardfrost-kept-'))
  before(async function () {
    this.timeout(180_000)
    await ensureBuilt()
    db = await freshDatabase('demo')
  })
  after(async () => {
    await db.drop()
    rmSync(home, { recursive: true, force: true })
  })
  const command = (...args: string[]) =>
    run(['tools/command.mjs', ...args], '', { DATABASE_URL: db.url, YARDFROST_BACKUPS: home, INIT_CWD: home })

  it('makes a backup, restores it beside the living plant, and never over it without being asked', async () => {
    const made = await command('backup')
    expect(made.code, made.err).to.equal(0)
    const [path] = made.out.trim().split('\n')
    expect(existsSync(join(path!, 'plant.dump'))).to.equal(true)
    const over = await command('restore', path!)
    expect([over.code, over.err]).to.satisfy(([code, err]: [number, string]) => code === 1 && /a plant lives in this database/.test(err))
    const name = `kept_${process.pid}`
    const beside = await command('restore', path!.split('/').at(-1)!, `--beside=${name}`)
    expect(beside.code, beside.err).to.equal(0)
    expect(beside.out)
      .to.match(/every table held against its sum/)
      .and.contain(`--database=${name}`)
    const admin = new pg.Client({ connectionString: db.url })
    await admin.connect()
    await admin.query(`DROP DATABASE ${name} WITH (FORCE)`)
    await admin.end()
    expect((await command('restore')).err).to.contain('npm run restore -- FILE')
    expect((await command('horoscope')).err).to.contain('known: backup, restore, administrator')
  })

  it('makes a code for an administrator when nobody can sign in any more; it counts once', async () => {
    const made = await command('administrator', 'a.bramley')
    expect(made.code, made.err).to.equal(0)
    const code = /administrator: (\S+)/.exec(made.out)![1]!
    const instance = await startInstance(db.url, { demo: false })
    const client = new Client(instance.url)
    const taken = { login: 'a.bramley', code, password: 'russet-russet-1' }
    expect((await client.post('/invitation', taken)).status).to.equal(200)
    expect((await client.signIn('a.bramley', 'russet-russet-1').then((c) => c.get('/people'))).status).to.equal(200)
    expect((await new Client(instance.url).post('/invitation', taken)).status).to.equal(401)
    await instance.close()
    expect((await command('administrator')).err).to.contain('whose?')
  })
})

describe('start command', () => {
  let home: string
  const running: ChildProcess[] = []
  before(async () => {
    await ensureBuilt()
    home = mkdtempSync(join(tmpdir(), 'yardfrost-start-'))
  })
  after(() => {
    running.forEach((child) => child.exitCode === null && child.kill('SIGKILL'))
    rmSync(home, { recursive: true, force: true })
    for (const dir of [home, join(home, 'own')]) rmSync(clusterDirectory(dir), { recursive: true, force: true })
  })

  /** Starts and waits for the address; `stop` sends the signal and waits for the end. */
  async function start(
    args: string[] = [],
    env: NodeJS.ProcessEnv = {},
  ): Promise<{ url: string; out: () => string; stop: (signal: NodeJS.Signals) => Promise<number | null> }> {
    const child = spawn(process.execPath, ['tools/start.mjs', ...args], { env: { ...process.env, YARDFROST_DATA_DIR: home, ...env } })
    running.push(child)
    let out = ''
    child.stdout.on('data', (chunk) => (out += chunk))
    child.stderr.on('data', (chunk) => (out += chunk))
    const url = await new Promise<string>((resolve, reject) => {
      child.stdout.on('data', () => {
        const found = /ready: (http:\S+)[^]*Stop with Ctrl-C/.exec(out)
        if (found) resolve(found[1]!)
      })
      child.on('exit', () => reject(new Error(out)))
    })
    const stop = (signal: NodeJS.Signals) => {
      const ended = new Promise<number | null>((resolve) => child.on('exit', resolve))
      child.kill(signal)
      return ended
    }
    return { url, out: () => out, stop }
  }

  it('makes a cluster, serves the demo plant, stops on Ctrl-C, and finds its data at the second start', async function () {
    this.timeout(90_000)
    const first = await start()
    expect(first.out()).to.contain('cider-press-4')
    const client = await new Client(first.url).signIn('technician')
    const job = await client.post('/cards', { places: [1], reason: 'kept over a restart' })
    expect(job.status).to.equal(201)
    const page = await fetch(first.url)
    const html = await page.text()
    const policy = page.headers.get('content-security-policy')!
    expect(policy)
      .to.contain("script-src 'self'")
      .and.not.match(/unsafe-eval|upgrade-insecure-requests/)
    const nonce = /nonce-([^']+)'/.exec(policy)![1]!
    expect(html).to.contain(nonce).and.not.contain('__CSP_NONCE__')
    expect(await first.stop('SIGINT')).to.equal(0)
    expect(existsSync(join(clusterDirectory(home), 'data', 'postmaster.pid'))).to.equal(false)

    const second = await start()
    expect(second.url, 'the port is remembered').to.equal(first.url)
    const again = await new Client(second.url).signIn('technician')
    expect((await again.get(`/cards/${job.body.job.id}`)).body.job.reason).to.equal('kept over a restart')
    const twice = await run(['tools/start.mjs'], '', { YARDFROST_DATA_DIR: home })
    expect(twice.code).to.equal(0)
    expect(twice.out).to.contain(`already runs: ${first.url}`)
    const reset = await run(['tools/start.mjs', '--reset', '--yes'], '', { YARDFROST_DATA_DIR: home })
    expect(reset.code, 'a running plant is not deleted').to.equal(1)
    expect(reset.err).to.contain('stop it before')
    expect(await second.stop('SIGTERM')).to.equal(0)
  })

  it('starts again after a crash that left a pid file behind', async function () {
    this.timeout(60_000)
    const pidFile = join(clusterDirectory(home), 'data', 'postmaster.pid')
    writeFileSync(pidFile, `999999\n${home}\n0\n1\n\n127.0.0.1\n`)
    const { url, out, stop } = await start()
    expect(out()).to.contain('ended without cleaning up')
    expect((await fetch(`${url}/api/v1/health`)).status).to.equal(200)
    await stop('SIGTERM')
  })

  const pidFile = () => join(clusterDirectory(home), 'data', 'postmaster.pid')
  const postmaster = () => Number(readFileSync(pidFile(), 'utf8').split('\n')[0])
  /** Waits for a condition that must come true. */
  async function until(what: string, condition: () => unknown | Promise<unknown>): Promise<void> {
    for (let i = 0; i < 300; i += 1) {
      if (await condition()) return
      await new Promise((go) => setTimeout(go, 100))
    }
    throw new Error(`waited for: ${what}`)
  }
  const healthy = (url: string) =>
    fetch(`${url}/api/v1/health`).then(
      (r) => r.ok,
      () => false,
    )
  /** The server of an address, found by the port that it was given. */
  const serverOf = (url: string) =>
    readdirSync('/proc')
      .filter((name) => /^\d+$/.test(name))
      .map(Number)
      .find((pid) => {
        try {
          return readFileSync(`/proc/${pid}/environ`, 'utf8')
            .split('\0')
            .includes(`PORT=${new URL(url).port}`)
        } catch {
          return false
        }
      })!

  it('kill each process in turn, restart the database by hand: it goes on, and nothing running is taken for dead', async function () {
    this.timeout(120_000)
    const { url, out, stop } = await start()
    const client = await new Client(url).signIn('technician')
    const saved = await client.post('/cards', { places: [3], reason: 'kept over all of it' })

    const firstPostmaster = postmaster()
    process.kill(firstPostmaster, 'SIGKILL')
    await until('another postmaster', () => existsSync(pidFile()) && postmaster() !== firstPostmaster)
    await until('the database back', () => healthy(url))
    expect(out()).to.contain('the database ended; bringing it back')

    const pgCtl = join(await ensurePostgres(), 'pg_ctl')
    const asRoot = process.getuid?.() === 0
    const byHand = ['-D', join(clusterDirectory(home), 'data'), '-w', '-m', 'fast', 'restart']
    if (asRoot) execFileSync('runuser', ['-u', 'postgres', '--', pgCtl, ...byHand], { cwd: '/', stdio: 'ignore' })
    else execFileSync(pgCtl, byHand, { stdio: 'ignore' })
    await until('the database back', () => healthy(url))
    const twice = await run(['tools/start.mjs'], '', { YARDFROST_DATA_DIR: home })
    expect(twice.out).to.contain(`already runs: ${url}`)
    expect(existsSync(pidFile()), 'the pid file of a running database stays').to.equal(true)

    process.kill(serverOf(url), 'SIGKILL')
    await until('the server again', async () => out().includes('the server ended (SIGKILL)') && (await healthy(url)))
    expect((await client.get(`/cards/${saved.body.job.id}`)).body.job.reason).to.equal('kept over all of it')
    expect(await stop('SIGTERM')).to.equal(0)
    expect(existsSync(pidFile())).to.equal(false)
  })

  it('a server that ends again and again is started again and again, each time after a longer pause', async () => {
    const begun: number[] = []
    let gaveUp = false
    const start = () => {
      begun.push(performance.now())
      return spawn(process.execPath, ['-e', 'process.exit(3)'])
    }
    const said: string[] = []
    const kept = keepRunning(
      start,
      () => (gaveUp = true),
      (text: string) => said.push(text),
      20,
    )
    kept.ready()
    await until('nine starts', () => begun.length >= 9)
    await kept.end()
    expect(gaveUp).to.equal(false)
    expect(begun[8]! - begun[7]!).to.be.greaterThan(20 * 2 ** 7)
    expect(said.at(-1)).to.match(/^the server ended \(3\); starting it again in [\d.]+ s$/)
    // One that never was ready is given up.
    let code = 0
    keepRunning(
      () => spawn(process.execPath, ['-e', 'process.exit(4)']),
      (c: number) => (code = c),
      () => {},
    )
    await until('given up', () => code === 4)
  })

  it('when the start command itself is killed its server ends, and the next one takes the database over', async function () {
    this.timeout(90_000)
    const first = await start()
    await first.stop('SIGKILL')
    await until('the server gone', async () => !(await healthy(first.url)))
    const running = postmaster()
    const second = await start()
    expect(second.url).to.equal(first.url)
    expect(postmaster(), 'the same database server').to.equal(running)
    await second.stop('SIGTERM')
    expect(existsSync(pidFile())).to.equal(false)
  })

  it('a second instance is asked for by an option, remembers nothing, and keeps the database when the first one ends', async function () {
    this.timeout(90_000)
    const first = await start()
    const second = await start(['--second'])
    expect(second.url).to.not.equal(first.url)
    await first.stop('SIGTERM')
    expect(await healthy(second.url)).to.equal(true)
    const third = await start()
    expect(third.url, 'the remembered address is that of the first').to.equal(first.url)
    await second.stop('SIGKILL')
    expect(await healthy(third.url)).to.equal(true)
    await third.stop('SIGTERM')
    expect(existsSync(pidFile()), 'the last one stops the database').to.equal(false)
  })

  it('of two starts at the same moment one starts, and the other tells its address and ends', async function () {
    this.timeout(90_000)
    const [a, b] = [1, 2].map(() => spawn(process.execPath, ['tools/start.mjs'], { env: { ...process.env, YARDFROST_DATA_DIR: home } }))
    running.push(a!, b!)
    const said = new Map<ChildProcess, string>()
    for (const child of [a!, b!]) child.stdout.on('data', (chunk) => said.set(child, (said.get(child) ?? '') + chunk))
    const first = await new Promise<ChildProcess>((ended) => [a!, b!].forEach((child) => child.on('exit', () => ended(child))))
    const other = first === a ? b! : a!
    expect(first.exitCode).to.equal(0)
    const url = /already runs: (http:\S+)/.exec(said.get(first)!)![1]!
    expect(said.get(other)).to.contain(`ready: ${url}`)
    const ended = new Promise((done) => other.on('exit', done))
    other.kill('SIGTERM')
    await ended
    expect(JSON.parse(readFileSync(join(home, 'state.json'), 'utf8')).webPort).to.equal(Number(new URL(url).port))
  })

  it('the demo plant and a plant of one’s own run side by side, each in its database, and each says how to open the other', async function () {
    this.timeout(120_000)
    const own = await start(['--empty'])
    expect(own.out())
      .to.match(/with this code: [0-9a-f]{12}/)
      .and.to.match(/The demo plant, in a database of its own: npm start \(at http:/)
    const demo = await start()
    expect(demo.url).to.not.equal(own.url)
    expect(demo.out()).to.contain(`A plant of your own, in a database of its own: npm start -- --empty (at ${own.url})`)
    const state = async (url: string) => (await new Client(url).get('/session')).body
    expect(await state(own.url)).to.include({ needsFirstAdministrator: true, demo: false })
    expect(await state(demo.url)).to.include({ needsFirstAdministrator: false, demo: true })
    expect([await own.stop('SIGTERM'), await demo.stop('SIGTERM')]).to.deep.equal([0, 0])
    const again = await start(['--empty'])
    expect(again.url, 'its address is remembered').to.equal(own.url)
    await again.stop('SIGTERM')
  })

  it('asks before it deletes, and says what an option is not', async () => {
    const asked = await run(['tools/start.mjs', '--reset'], '', { YARDFROST_DATA_DIR: home })
    expect(asked.code).to.equal(1)
    expect(asked.err).to.contain('needs --yes')
    const odd = await run(['tools/start.mjs', '--sideways'])
    expect(odd.err).to.contain('unknown option --sideways')
  })

  it('with DATABASE_URL uses that server, loads no demo plant and prints the code for the first administrator', async function () {
    this.timeout(60_000)
    const dir = temporaryDirectory()
    const other = mkdtempSync(join(tmpdir(), 'yardfrost-start-'))
    const cluster = await startCluster(dir)
    try {
      const { url, out, stop } = await start([], { DATABASE_URL: cluster.url, YARDFROST_DATA_DIR: other })
      expect(out()).to.match(/with this code: [0-9a-f]{12}/)
      expect(out()).to.not.contain('cider-press-4')
      expect((await (await fetch(`${url}/api/v1/session`)).json()).needsFirstAdministrator).to.equal(true)
      expect(existsSync(join(other, 'postgres'))).to.equal(false)
      await stop('SIGTERM')
    } finally {
      cluster.stop()
      rmSync(dir, { recursive: true, force: true })
      rmSync(other, { recursive: true, force: true })
    }
  })
})

describe('private cluster', () => {
  it('listens on loopback only, without a socket, wants its password, and never takes the usual port', async () => {
    expect(await freePort(5432)).to.not.equal(5432)
    const dir = temporaryDirectory()
    const cluster = await startCluster(dir)
    try {
      const pid = readFileSync(join(dir, 'data', 'postmaster.pid'), 'utf8').split('\n')
      expect(pid[4], 'socket directory').to.equal('')
      expect(pid[5], 'listen address').to.equal('127.0.0.1')
      const pg = (await import('pg')).default
      const wrong = new pg.Client({ connectionString: cluster.url.replace(/:[0-9a-f]{48}@/, ':guess@') })
      let refused = ''
      await wrong.connect().catch((error) => (refused = error.message))
      expect(refused).to.contain('password authentication failed')
    } finally {
      cluster.stop()
      rmSync(dir, { recursive: true, force: true })
    }
  })
})
