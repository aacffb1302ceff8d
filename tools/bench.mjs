// Measures what is promised about speed, each line beside its limit; ends with 1 when one is over. Uses a cluster of its own.
import { randomUUID } from 'node:crypto'
import { spawn } from 'node:child_process'
import { createServer } from 'node:http'
import { join } from 'node:path'
import { dragTime, evaluationTimes, firstScreen, rackWorkerTimes, solutionTime, untilUsable } from './bench/browser.mjs'
import { answersPerSecond } from './bench/load.mjs'
import { answersTime, hearTime, outboxTime } from './bench/door.mjs'
import { MACHINES, POSITIONS, fillPlant } from './bench/plant.mjs'
import { demoServer } from './demo-server.mjs'
import { SPARING, ensureBrowser, ensureBuilt, ensurePackages, main, root, say } from './setup.mjs'

const ROUNDS = 200
/** Calls until a server that has just started works as it does all day. */
const WARM_UP = 150
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

/** How many times more a bare server with the same statements answers than this one, from the same clients in turn. */
async function besideBare(database, cardId, measure) {
  const bare = spawn(
    process.execPath,
    [...SPARING, '--import', 'tsx', join(root, 'tools', 'bench', 'bare.mjs'), database, String(cardId)],
    {
      cwd: root,
      stdio: ['ignore', 'pipe', 2],
      env: { ...process.env, NODE_ENV: 'production' },
    },
  )
  try {
    const port = Number(await new Promise((done) => bare.stdout.once('data', (text) => done(String(text)))))
    for (const path of ['yard', 'card']) {
      const [most, ours] = await measure(port, path)
      console.log(`        ${path}: ${ours.toFixed(0)} answers a second, bare Express and pg ${most.toFixed(0)}`)
      line(`throughput of the ${path}: bare server over this one`, most / ours, 2, 'x')
    }
  } finally {
    bare.kill()
  }
}

main(async () => {
  await ensurePackages()
  await ensureBuilt()
  const programs = await ensureBrowser()
  const { url, databaseUrl, close } = await demoServer({ NODE_ENV: 'production' })
  try {
    line('first screen, script gzipped', await firstScreen(url, programs), 200, 'kB')
    say('filling the plant')
    const filled = await fillPlant(databaseUrl)
    say(`${filled.machines} machines, ${filled.positions} positions, ${filled.greasings} greasings`)

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
    const { jobs } = await call('GET', '/yard')
    const machine = async (code) => (await call('GET', `/machines?find=${code}`)).machines.find((m) => m.code === code).id
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
    const lineShaft = await call('GET', `/machines/${await machine('LS-1')}`)
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
    line('1,000 greasings out of an outbox', await outboxTime(call, databaseUrl, 1000), 10, 's')
    const field = { scope: 'p1', station: 'duty', field: 'radialLoadN', value: (i) => 3000 + i }
    line('1,000 answers of one card out of an outbox', await answersTime(call, card.job.id, field, 1000), 20, 's')
    const signedIn = async (login) => {
      const headers = { origin: url, 'content-type': 'application/json' }
      const res = await fetch(`${url}/api/v1/session`, {
        method: 'POST',
        headers,
        body: JSON.stringify({ login, password: 'cider-press-4' }),
      })
      return res.headers.get('set-cookie').split(';')[0]
    }
    const cookies = await Promise.all(['planner', 'viewer', 'storekeeper'].map(signedIn))
    const known = await call('GET', `/cards/${card.job.id}`)
    seen = { revision: known.revision, version: known.answers[key].version }
    const heard = {
      ...{ change: (i) => save(500 + i), subject: (n) => n.of === 'card' && n.id === String(card.job.id), asking: 2 },
      ask: () => call('GET', `/cards/${card.job.id}`),
    }
    line('a change told to 50 streams and shown on two pages, p95', await hearTime(url, cookies, 50, heard, 60), 1000, 'ms')
    line('opening a card of five supports, p95', await p95(() => call('GET', `/cards/${five.job.id}`)), 60, 'ms')
    line(
      'evaluation of five supports in the browser, p95',
      await evaluationTimes(url, programs, await call('GET', `/cards/${five.job.id}`)),
      8,
      'ms',
    )
    line(`Yard of ${MACHINES} machines over a million greasings, p95`, await p95(() => call('GET', '/yard')), 60, 'ms')
    line('Yard of one area, p95', await p95((i) => call('GET', `/yard?area=Hall%20${(i % 8) + 1}`)), 60, 'ms')
    line('a page of its machines, p95', await p95((i) => call('GET', `/machines?page=${(i % 100) + 1}&order=due`)), 60, 'ms')
    const FINDS = ['BX-4990', '6312 C3', 'feed pump 40 drive', 'NU 312', 'amble', 'row 17 middle', '32010 X', 'nothing has this']
    line(
      `one box over ${POSITIONS} positions, p95`,
      await p95((i) => call('GET', `/find?find=${encodeURIComponent(FINDS[i % FINDS.length])}`)),
      30,
      'ms',
    )
    const pump = jobs.find((j) => j.machineCode === 'GP-1')
    line('a class of a seat dragged until all is drawn anew, median', await dragTime(url, programs, `/jobs/${pump.id}/fit`), 16, 'ms')
    line('Yard in the browser until it can be used', await untilUsable(url, programs, '/', '.due li a'), 1000, 'ms')
    line('machines in the browser until they can be used', await untilUsable(url, programs, '/machines', 'tr td a'), 1500, 'ms')
    await besideBare(databaseUrl, five.job.id, async (bare, path) => [
      await answersPerSecond(`http://127.0.0.1:${bare}/${path}`),
      await answersPerSecond(`${url}/api/v1/${path === 'yard' ? 'yard' : `cards/${five.job.id}`}`, { cookie }),
    ])
    const SEARCHES = ['40 80 18', 'bore 40..45 width<20', 'spherical, tapered bore, 60', 'nu208', '6', 'needle without inner ring', '60']
    line(
      'search of the whole rack from the server, p95',
      await p95((i) => call('GET', `/bearings?find=${encodeURIComponent(SEARCHES[i % SEARCHES.length])}`)),
      30,
      'ms',
    )
    const inWorker = await rackWorkerTimes(url, programs, SEARCHES, ROUNDS)
    line('search of the whole rack in the worker, p95', inWorker.search, 20, 'ms')
    line('identification in the worker, p95', inWorker.identify, 10, 'ms')
    line('selection from the whole rack with modified life in the worker, median', inWorker.select, 16, 'ms')
    const BALLS = {
      family: 'deep-groove-ball',
      elements: 8,
      elementDiameterMm: 22.225,
      pitchDiameterMm: 95,
      clearanceUm: 20,
      axialLoadN: 3000,
    }
    const ROLLERS = {
      ...{ family: 'cylindrical-roller', elements: 14, elementDiameterMm: 18, pitchDiameterMm: 96, rollerLengthMm: 18, clearanceUm: 20 },
      tiltArcmin: 3,
    }
    const spread = (input) =>
      solutionTime(url, programs, 'distribution/load-distribution.ts', 'loadDistribution', input, 'radialLoadN: 9000 + i')
    line('load distribution of a ball bearing, median', await spread(BALLS), 1, 'ms')
    line('load distribution of a tilted roller bearing, median', await spread(ROLLERS), 5, 'ms')
    const ASSEMBLED = {
      ...{
        family: 'deep-groove-ball',
        boreMm: 60,
        outsideMm: 130,
        innerRacewayMm: 74,
        outerRacewayMm: 116,
        accuracy: 'normal',
        group: 'N',
      },
      ...{ shaft: { toleranceClass: 'k5' }, housing: { toleranceClass: 'J7' }, innerRingC: 75, outerRingC: 65, method: 'simulated' },
    }
    line(
      'simulation of 100,000 assemblies, median',
      await solutionTime(url, programs, 'fits/operating-clearance.ts', 'operatingClearance', ASSEMBLED, 'seed: i'),
      100,
      'ms',
    )
    const SHAFT = {
      ...{
        segments: [
          { lengthMm: 2000, outsideMm: 60 },
          { lengthMm: 2000, outsideMm: 50, boreMm: 20 },
        ],
        material: 'carbon-steel',
      },
      ...{
        supportsMm: [0, 1000, 2000, 3000, 4000],
        loads: [
          { positionMm: 500, forceN: 1000 },
          { positionMm: 2500, forceN: 900, angleDeg: 90 },
        ],
      },
    }
    line(
      'shaft on five supports, median',
      await solutionTime(url, programs, 'loads/beam.ts', 'shaftDeflection', SHAFT, 'atMm: [500, 1500 + i]'),
      1,
      'ms',
    )
    await call('POST', '/session', { login: 'planner', password: 'cider-press-4' })
    const importOf = async (kind, csv, rows) => {
      const begun = performance.now()
      const brought = await fetch(`${url}/api/v1/rack/${kind}/file?apply=1`, {
        method: 'POST',
        headers: { origin: url, cookie, 'content-type': 'text/csv' },
        body: csv,
      })
      const { added, errors } = await brought.json()
      if (added !== rows) throw new Error(`the import did not come in whole: ${JSON.stringify(errors?.[0])}`)
      return (performance.now() - begun) / 1000
    }
    const stock = ['marking,shelf,quantity,note', ...Array.from({ length: 5000 }, (_, i) => `6312 2Z C3,Z-${i},1,`)].join('\n')
    line('import of 5,000 rows of stock', await importOf('stock', stock, 5000), 5, 's')
    const SHAFTS = ['coupling, 6312 C3 held, 320, NU 312, impeller', 'sheave, 6312 held, 300, 6312, 300, 6312, fan wheel']
    const list = Array.from(
      { length: MACHINES },
      (_, i) => `NX-${i},Read in ${i},Annex / Row ${i % 40},Shaft,"${SHAFTS[Number(i % 5 < 2)]}"`,
    )
    const machines = ['code,name,area,line,words', ...list].join('\n')
    line(`import of ${MACHINES} machines with ${POSITIONS} positions`, await importOf('machines', machines, MACHINES), 30, 's')
    const busy = await machine('BX-1')
    line('machine with its timeline over a million greasings, p95', await p95(() => call('GET', `/machines/${busy}`)), 50, 'ms')
  } finally {
    await close()
  }
  process.exitCode = results.every(Boolean) ? 0 : 1
})
