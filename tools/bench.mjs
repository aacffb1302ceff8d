// Measures what is promised about speed, each line beside its limit; ends with 1 when one is over. Uses a cluster of its own.
import { randomUUID } from 'node:crypto'
import { spawn } from 'node:child_process'
import { readFileSync, readdirSync, rmSync } from 'node:fs'
import { createServer } from 'node:http'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { startCluster, temporaryDirectory } from './cluster.mjs'
import { ensureBrowser, ensureBuilt, ensurePackages, freePort, main, root, say } from './setup.mjs'

const ROUNDS = 200
/** Calls until a server that has just started works as it does all day. */
const WARM_UP = 150
const MACHINES = 300
const HISTORY_ROWS = 1_000_000
const results = []

/** A bare server of Node's own that answers as many bytes: what a round trip costs on this machine, whatever Yardfrost does. */
async function bareRoundTrip() {
  const bare = createServer((req, res) => req.resume().on('end', () => res.end('x'.repeat(8000)))).listen(0, '127.0.0.1')
  await new Promise((done) => bare.once('listening', done))
  const time = await p95(() =>
    fetch(`http://127.0.0.1:${bare.address().port}/`, { method: 'PUT', body: 'x'.repeat(400) }).then((r) => r.text()),
  )
  bare.close()
  bare.closeAllConnections()
  return time
}

function line(name, value, limit, unit) {
  const good = value <= limit
  results.push(good)
  console.log(`${good ? 'within' : 'OVER  '}  ${name.padEnd(58)} ${value.toFixed(1).padStart(8)} ${unit}  limit ${limit} ${unit}`)
}

/** The time under which 95 of 100 calls stay, ms; the first calls warm up and do not count. */
async function p95(call) {
  for (let i = 0; i < WARM_UP; i++) await call(i)
  const times = []
  for (let i = 0; i < ROUNDS; i++) {
    const begun = performance.now()
    await call(i)
    times.push(performance.now() - begun)
  }
  times.sort((a, b) => a - b)
  return times[Math.floor(times.length * 0.95)]
}

/** Machines with two lubrication points each, and a million greasings among them. */
async function fillHistory(url) {
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  const run = (sql, values) => client.query(sql, values)
  await run(
    `INSERT INTO machine (plant_id, code, name, location) SELECT 1, 'BX-' || n, 'Bench machine ' || n, 'Bench row' FROM generate_series(1, $1::int) n`,
    [MACHINES],
  )
  await run(`INSERT INTO shaft_line (machine_id, name, span_mm, shaft_material, housing_material, carries)
    SELECT id, 'Shaft', 300, 'carbon-steel', 'cast-iron', 'impeller' FROM machine WHERE code LIKE 'BX-%'`)
  await run(`INSERT INTO position (shaft_line_id, code, name, along_mm)
    SELECT s.id, 'p' || n, CASE n WHEN 1 THEN 'drive' ELSE 'non-drive' END || ' end', (n - 1) * 300
    FROM shaft_line s JOIN machine m ON m.id = s.machine_id CROSS JOIN generate_series(1, 2) n WHERE m.code LIKE 'BX-%'`)
  await run(`INSERT INTO place (position_id, number)
    SELECT p.id, 1 FROM position p LEFT JOIN place x ON x.position_id = p.id WHERE x.id IS NULL`)
  await run(`INSERT INTO installation (place_id, designation, clearance_group, fitted)
    SELECT x.id, '6312', '3', tstzrange(now() - interval '2 years', NULL) FROM place x
    LEFT JOIN installation i ON i.place_id = x.id WHERE i.id IS NULL`)
  await run(`INSERT INTO lubrication_point (position_id, grease_id, school, interval_h, interval_days, quantity_g, last_at, due_at)
    SELECT p.id, 1, 'interval-formula', 2800, 175, 20, now() - interval '100 days', now() + (p.id % 200 - 20) * interval '1 day'
    FROM position p LEFT JOIN lubrication_point l ON l.position_id = p.id WHERE l.position_id IS NULL`)
  await run(
    `INSERT INTO grease_event (key, position_id, at, person_id, kind, grease_id, gun_id, strokes, grams)
    SELECT gen_random_uuid(), p.id, now() - n * interval '8 hours', 1, 'greased', 1, 1, 16, 20
    FROM (SELECT p.id FROM position p JOIN shaft_line s ON s.id = p.shaft_line_id JOIN machine m ON m.id = s.machine_id WHERE m.code LIKE 'BX-%') p
    CROSS JOIN generate_series(1, ceil($1::numeric / (2 * $2))::int) n`,
    [HISTORY_ROWS, MACHINES],
  )
  // Years of use in a minute: what the database would have written and tidied by itself is done before anything is measured.
  await run('VACUUM ANALYZE')
  await run('CHECKPOINT')
  const { rows } = await run('SELECT count(*)::int AS n FROM grease_event')
  await client.end()
  return rows[0].n
}

/** The card's own evaluation, built as one script and run in the page, ms; what it answers is the whole line. */
async function evaluationTimes(url, programs, view) {
  const { build } = await import('vite')
  const entry = join(root, 'src', 'core', 'card', 'evaluate.ts')
  const built = await build({
    root,
    configFile: false,
    logLevel: 'silent',
    build: { write: false, lib: { entry, name: 'core', formats: ['iife'] }, rollupOptions: { output: { inlineDynamicImports: true } } },
  })
  const { code } = (Array.isArray(built) ? built[0] : built).output[0]
  const { openBrowser } = await import('./browser.mjs')
  const { web, command, close } = await openBrowser(programs)
  try {
    await web.get(`${url}/sign-in`)
    const answers = Object.fromEntries(Object.entries(view.answers).map(([key, a]) => [key, a.value]))
    await command('Runtime.evaluate', {
      expression: `${code};globalThis.core = core;globalThis.given = ${JSON.stringify([answers, view.context])}`,
    })
    const times = await web.executeScript(`
      const times = []
      for (let i = 0; i < 360; i++) {
        given[0]['p1/duty.radialLoadN'] = 5000 + i
        const begun = performance.now()
        const line = core.evaluateLine(given[0], given[1])
        times.push(performance.now() - begun)
        if (line.order.length !== 5 || line.places['p1.1'].select.figures.length < 3) throw new Error('the line is not whole')
      }
      return times.slice(60).sort((a, b) => a - b)`)
    return times[Math.floor(times.length * 0.95)]
  } finally {
    await close()
  }
}

/** Script that the first screen after sign-in loads, as files of the build, gzipped, kB. */
async function firstScreen(url, programs) {
  const { openBrowser } = await import('./browser.mjs')
  const { web, close } = await openBrowser(programs)
  try {
    await web.manage().setTimeouts({ script: 20_000 })
    await web.get(`${url}/sign-in`)
    await web.executeAsyncScript(
      `const done = arguments[0]; fetch('/api/v1/session', { method: 'POST', headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ login: 'technician', password: 'cider-press-4' }) }).then(() => done())`,
    )
    await web.get(url)
    await web.wait(async () => (await web.executeScript('return document.querySelector("h1")?.innerText')) === 'Needs hands', 15_000)
    const scripts = await web.executeScript(
      "return performance.getEntriesByType('resource').map((e) => new URL(e.name).pathname).filter((p) => p.endsWith('.js'))",
    )
    return [...new Set(scripts)].reduce((sum, path) => sum + gzipSync(readFileSync(join(root, 'dist', 'web', path))).length / 1000, 0)
  } finally {
    await close()
  }
}

/** The rack's worker as the browser runs it, spoken to in the way of its package: p95 of searches and identifications, ms. */
async function rackWorkerTimes(url, programs, searches) {
  const { openBrowser } = await import('./browser.mjs')
  const { web, close } = await openBrowser(programs)
  try {
    await web.manage().setTimeouts({ script: 120_000 })
    await web.get(`${url}/sign-in`)
    const file = readdirSync(join(root, 'dist', 'web', 'assets')).find((name) => name.startsWith('rack.worker'))
    return await web.executeAsyncScript(
      `const [file, searches, rounds, done] = arguments
       const worker = new Worker('/assets/' + file, { type: 'module' })
       let n = 0
       const call = (name, value) => new Promise((answer) => {
         const id = String(n++)
         const hear = (event) => { if (event.data.id === id) { worker.removeEventListener('message', hear); answer(event.data.value) } }
         worker.addEventListener('message', hear)
         worker.postMessage({ id, type: 'APPLY', path: [name], argumentList: [{ type: 'RAW', value }] })
       })
       const p95 = async (one) => {
         const times = []
         for (let i = 0; i < rounds + 20; i++) { const begun = performance.now(); await one(i); if (i >= 20) times.push(performance.now() - begun) }
         return times.sort((a, b) => a - b)[Math.floor(times.length * 0.95)]
       }
       const readings = (i) => ({ boreMm: [40.02 + i / 1000, 40.03], outsideMm: [79.96, 79.97], widthMm: [17.96] })
       ;(async () => {
         await call('take', { ownRows: [], makersFigures: [], letters: [], crossReferences: [], stock: [] })
         done({
           search: await p95((i) => call('search', searches[i % searches.length])),
           identify: await p95((i) => call('identify', { readings: readings(i), instrument: 'vernier' })),
         })
       })()`,
      file,
      searches,
      ROUNDS,
    )
  } finally {
    await close()
  }
}

main(async () => {
  await ensurePackages()
  await ensureBuilt()
  const programs = await ensureBrowser()
  const temp = temporaryDirectory()
  const cluster = await startCluster(temp)
  const port = await freePort()
  const url = `http://127.0.0.1:${port}`
  const server = spawn(process.execPath, [join(root, 'dist', 'server', 'main.js')], {
    cwd: root,
    stdio: ['ignore', 2, 2],
    env: { ...process.env, NODE_ENV: 'production', DATABASE_URL: cluster.url, PORT: String(port), YARDFROST_DEMO: '1' },
  })
  try {
    const up = () =>
      fetch(`${url}/api/v1/health`).then(
        (r) => r.ok,
        () => false,
      )
    for (let i = 0; i < 150 && !(await up()); i++) await new Promise((done) => setTimeout(done, 200))
    line('first screen, script gzipped', await firstScreen(url, programs), 200, 'kB')
    say('filling the history')
    say(`${await fillHistory(cluster.url)} greasings on ${2 * MACHINES} points`)

    let cookie = ''
    const call = async (method, path, body) => {
      const res = await fetch(`${url}/api/v1${path}`, {
        method,
        headers: { origin: url, cookie, ...(body ? { 'content-type': 'application/json' } : {}) },
        body: body && JSON.stringify(body),
      })
      if (!res.ok) throw new Error(`${method} ${path}: ${res.status} ${await res.text()}`)
      cookie = res.headers.get('set-cookie')?.split(';')[0] ?? cookie
      return res.json()
    }
    await call('POST', '/session', { login: 'technician', password: 'cider-press-4' })
    const { jobs, machines } = await call('GET', '/yard')
    const card = await call('GET', `/cards/${jobs[0].id}`)
    const key = 'p1/duty.radialLoadN'
    let seen = { revision: card.revision, version: card.answers[key]?.version ?? 0 }
    let answered = 0
    const save = async (i) => {
      const change = { scope: 'p1', station: 'duty', field: 'radialLoadN', value: 2000 + i, base: seen.version }
      const reply = await call('POST', `/cards/${card.job.id}/changes`, { key: randomUUID(), since: seen.revision, changes: [change] })
      seen = { revision: reply.revision, version: reply.versions[key] }
      answered = Math.max(answered, JSON.stringify(reply).length / 1024)
    }
    const lineShaft = await call('GET', `/machines/${machines.find((m) => m.code === 'LS-1').id}`)
    const places = lineShaft.shaftLines[0].positions.flatMap((p) => p.places.map((x) => x.id))
    const five = await call('POST', '/cards', { places, reason: 'all five' })
    const answers = five.context.onCard.flatMap((place) => [
      { scope: place, station: 'identify', field: 'designation', value: '22211 K', base: 0 },
      { scope: place, station: 'identify', field: 'group', value: '3', base: 0 },
    ])
    await call('POST', `/cards/${five.job.id}/changes`, { key: randomUUID(), since: five.revision, changes: answers })
    console.log(`        reference: a bare HTTP round trip on this machine, p95 ${(await bareRoundTrip()).toFixed(1)} ms`)
    line('saving one changed answer, p95', await p95(save), 25, 'ms')
    line('its reply, largest', answered, 2, 'kB')
    line('opening a card of five supports, p95', await p95(() => call('GET', `/cards/${five.job.id}`)), 60, 'ms')
    line(
      'evaluation of five supports in the browser, p95',
      await evaluationTimes(url, programs, await call('GET', `/cards/${five.job.id}`)),
      8,
      'ms',
    )
    line('due list (Yard) over a million greasings, p95', await p95(() => call('GET', '/yard')), 50, 'ms')
    const SEARCHES = ['40 80 18', 'bore 40..45 width<20', 'spherical, tapered bore, 60', 'nu208', '6', 'needle without inner ring', '60']
    line(
      'search of the whole rack from the server, p95',
      await p95((i) => call('GET', `/bearings?find=${encodeURIComponent(SEARCHES[i % SEARCHES.length])}`)),
      30,
      'ms',
    )
    const inWorker = await rackWorkerTimes(url, programs, SEARCHES)
    line('search of the whole rack in the worker, p95', inWorker.search, 20, 'ms')
    line('identification in the worker, p95', inWorker.identify, 10, 'ms')
    await call('POST', '/session', { login: 'planner', password: 'cider-press-4' })
    const csv = ['marking,shelf,quantity,note', ...Array.from({ length: 5000 }, (_, i) => `6312 2Z C3,Z-${i},1,`)].join('\n')
    const begun = performance.now()
    const brought = await fetch(`${url}/api/v1/rack/stock/file?apply=1`, {
      method: 'POST',
      headers: { origin: url, cookie, 'content-type': 'text/csv' },
      body: csv,
    })
    if ((await brought.json()).added !== 5000) throw new Error('the import did not come in whole')
    line('import of 5,000 rows', (performance.now() - begun) / 1000, 5, 's')
    const busy = machines.find((m) => m.code === 'BX-1').id
    line('machine with its timeline over a million greasings, p95', await p95(() => call('GET', `/machines/${busy}`)), 50, 'ms')
  } finally {
    server.kill('SIGTERM')
    await new Promise((done) => server.once('exit', done))
    cluster.stop()
    rmSync(temp, { recursive: true, force: true })
  }
  process.exitCode = results.every(Boolean) ? 0 : 1
})
