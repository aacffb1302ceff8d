// What is measured in Chromium.
import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { openBrowser } from '../browser.mjs'
import { root } from '../setup.mjs'

/** The browser at a signed-in page of the server. */
async function signedIn(url, programs, work) {
  const { web, command, close } = await openBrowser(programs)
  try {
    await web.manage().setTimeouts({ script: 120_000 })
    await web.get(`${url}/sign-in`)
    await web.executeAsyncScript(
      `const done = arguments[0]; fetch('/api/v1/session', { method: 'POST', headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ login: 'technician', password: 'cider-press-4' }) }).then(() => done())`,
    )
    return await work(web, command)
  } finally {
    await close()
  }
}

/** From the address to a screen that can be used, ms: the slowest of five, after one that fills the cache. */
export function untilUsable(url, programs, path, sign) {
  return signedIn(url, programs, async (web) => {
    const times = []
    for (let i = 0; i < 6; i++) {
      await web.get(`${url}${path}`)
      times.push(
        await web.executeAsyncScript(
          `const [sign, done] = arguments
           const look = () => document.querySelector(sign) ? requestAnimationFrame(() => done(performance.now())) : setTimeout(look, 5)
           look()`,
          sign,
        ),
      )
    }
    return Math.max(...times.slice(1))
  })
}

/** A part of the core, built as one script and run in the page: what `expression` answers there, with `given` at hand. */
async function inPage(url, programs, entry, given, expression) {
  const { build } = await import('vite')
  const built = await build({
    root,
    configFile: false,
    logLevel: 'silent',
    build: {
      write: false,
      lib: { entry: join(root, 'src', 'core', entry), name: 'core', formats: ['iife'] },
      rollupOptions: { output: { inlineDynamicImports: true } },
    },
  })
  const { code } = (Array.isArray(built) ? built[0] : built).output[0]
  const { web, command, close } = await openBrowser(programs)
  try {
    await web.get(`${url}/sign-in`)
    await command('Runtime.evaluate', { expression: `${code};globalThis.core = core;globalThis.given = ${JSON.stringify(given)}` })
    return await web.executeScript(expression)
  } finally {
    await close()
  }
}

/** Times of `run` by round i, ms, in order, the first sixty left out. */
const TIMES = (run) => `
  const times = []
  for (let i = 0; i < 360; i++) {
    const begun = performance.now()
    ${run}
    times.push(performance.now() - begun)
  }
  return times.slice(60).sort((a, b) => a - b)`

/** The card's own evaluation, ms, p95; what it answers is the whole line. */
export async function evaluationTimes(url, programs, view) {
  const answers = Object.fromEntries(Object.entries(view.answers).map(([key, a]) => [key, a.value]))
  const times = await inPage(
    url,
    programs,
    'card/evaluate.ts',
    [answers, view.context],
    TIMES(`given[0]['p1/duty.radialLoadN'] = 5000 + i
    const line = core.evaluateLine(given[0], given[1])
    if (line.order.length !== 5 || line.places['p1.1'].select.figures.length < 3) throw new Error('the line is not whole')`),
  )
  return times[Math.floor(times.length * 0.95)]
}

/** One solution of a part of the core, ms, median. */
export async function solutionTime(url, programs, entry, name, input, vary) {
  const times = await inPage(url, programs, entry, input, TIMES(`core.${name}({ ...given, ${vary} })`))
  return times[Math.floor(times.length / 2)]
}

/** Script that the first screen after sign-in loads, as files of the build, gzipped, kB. */
export function firstScreen(url, programs) {
  return signedIn(url, programs, async (web) => {
    await web.get(url)
    await web.wait(async () => (await web.executeScript('return document.querySelector("h1")?.innerText')) === 'Needs hands', 15_000)
    const scripts = await web.executeScript(
      "return performance.getEntriesByType('resource').map((e) => new URL(e.name).pathname).filter((p) => p.endsWith('.js'))",
    )
    return [...new Set(scripts)].reduce((sum, path) => sum + gzipSync(readFileSync(join(root, 'dist', 'web', path))).length / 1000, 0)
  })
}

/** The rack's worker as the browser runs it, spoken to in the way of its package: p95 of searches and identifications, median of selections, ms. */
export async function rackWorkerTimes(url, programs, searches, rounds) {
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
       const timed = async (one) => {
         const times = []
         for (let i = 0; i < rounds + 20; i++) { const begun = performance.now(); await one(i); if (i >= 20) times.push(performance.now() - begun) }
         return times.sort((a, b) => a - b)
       }
       const p95 = async (one) => { const times = await timed(one); return times[Math.floor(times.length * 0.95)] }
       const duty = (i) => ({ radialLoadN: 6000 + i, axialLoadN: 500, speedRpm: 1470, limits: { modifiedLifeH: 20000 }, isoVg: 100, temperatureC: 70, cleanliness: 'normal' })
       const readings = (i) => ({ boreMm: [40.02 + i / 1000, 40.03], outsideMm: [79.96, 79.97], widthMm: [17.96] })
       ;(async () => {
         await call('take', { ownRows: [], makersFigures: [], letters: [], crossReferences: [], stock: [] })
         done({
           search: await p95((i) => call('search', searches[i % searches.length])),
           select: (await timed((i) => call('select', duty(i))))[Math.floor(rounds / 2)],
           identify: await p95((i) => call('identify', { readings: readings(i), instrument: 'vernier' })),
         })
       })()`,
      file,
      searches,
      rounds,
    )
  } finally {
    await close()
  }
}

/** From the hand that moves a seat's zone to the station laid out anew, ms, median: a class further with every move. */
export function dragTime(url, programs, path) {
  return signedIn(url, programs, async (web) => {
    await web.get(`${url}${path}`)
    await web.wait(() => web.executeScript("return document.querySelector('.zone[aria-label*=shaft]') !== null"), 15_000)
    const [times, seen] = await web.executeAsyncScript(
      `const done = arguments[0]
       // A made-up pointer cannot be held.
       Element.prototype.setPointerCapture = () => {}
       const zone = () => document.querySelector('.zone[aria-label*=shaft]')
       const send = (type, y) => zone().dispatchEvent(new PointerEvent(type, { bubbles: true, clientY: y, pointerId: 1 }))
       const frame = () => new Promise((next) => requestAnimationFrame(() => setTimeout(next)))
       ;(async () => {
         const [times, seen] = [[], new Set()]
         send('pointerdown', 300)
         for (let i = 0; i < 120; i++) {
           // One move a frame, as a hand sends them; what is drawn follows in the microtasks behind it.
           await frame()
           const begun = performance.now()
           send('pointermove', 300 + (i % 2 ? 14 : -14) + (i % 5))
           await Promise.resolve()
           document.body.getBoundingClientRect()
           times.push(performance.now() - begun)
           seen.add(zone().getAttribute('aria-valuetext') + document.querySelector('[data-figure="fit.shaftClass"]').innerText)
         }
         send('pointermove', 300)
         send('pointerup', 300)
         done([times.slice(20).sort((a, b) => a - b), [...seen]])
       })()`,
    )
    if (seen.length < 2) throw new Error('no class was changed by dragging')
    return times[Math.floor(times.length / 2)]
  })
}
