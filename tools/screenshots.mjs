// Writes one picture of each main view, from the demo plant under a fixed clock, to docs/screenshots (or the directory given).
import { randomUUID } from 'node:crypto'
import { mkdirSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { demoServer } from './demo-server.mjs'
import { ensureBrowser, ensureBuilt, ensurePackages, main, root, say } from './setup.mjs'

const NOW = '2026-11-24T09:30:00Z'
const out = resolve(process.argv[2] ?? join(root, 'docs', 'screenshots'))

/** What a technician would have entered on the mash pump's card by now. */
const ANSWERS = {
  'p1.1/identify.boreReadingsMm': [60.02, 60.03],
  'p1.1/identify.outsideReadingsMm': [129.96, 129.94],
  'p1.1/identify.widthReadingsMm': [30.92, 30.95],
  'p1.1/identify.family': 'deep-groove-ball',
  'p1.1/identify.designation': '6312',
  'p1.1/identify.group': '3',
  'line/select.target': 'motor-24h',
  'line/arrange.assemblyC': 20,
  'line/arrange.shaftHotC': 78,
  'line/arrange.housingHotC': 52,
  'p2/arrange.floatPresentMm': 1.2,
  'p1.1/mount.method': 'heat',
  'p1/lubricate.vibrationRmsMmS': 1.1,
}

/** A ring without a number, measured and looked at. */
const BENCH = {
  readings: { boreMm: [55.03, 55.06, 55.02, 55.05], outsideMm: [119.97, 119.95, 119.98, 119.96], widthMm: [28.96, 28.95] },
  instruments: { boreMm: 'bore-gauge', outsideMm: 'micrometer', widthMm: 'vernier' },
  features: { shape: 'balls' },
  marking: '?31? 2Z',
  chosen: '6311',
  known: { closure: { value: 'shields, both', evidence: 'seen' } },
  feelerUm: null,
}

main(async () => {
  await ensurePackages()
  await ensureBuilt()
  const programs = await ensureBrowser()
  const { openBrowser } = await import('./browser.mjs')
  const demo = await demoServer({ YARDFROST_NOW: NOW })
  const { url } = demo
  const { web, close } = await openBrowser(programs)
  try {
    await web.manage().setTimeouts({ script: 20_000 })
    mkdirSync(out, { recursive: true })
    const { By, until } = await import('selenium-webdriver')
    const settled = () =>
      web.wait(
        async () =>
          web.executeScript(
            'return document.fonts.ready.then(() => document.fonts.status === "loaded" && !document.querySelector("[role=status].state-box"))',
          ),
        10_000,
      )
    const picture = async (name) => {
      await settled()
      // A blinking caret would make every picture a new one.
      await web.executeScript('document.activeElement?.blur()')
      await web.sleep(250)
      writeFileSync(join(out, `${name}.png`), Buffer.from(await web.takeScreenshot(), 'base64'))
      say(`picture ${name}`)
    }
    const go = async (path, name) => {
      await web.get(url + path)
      await web.wait(until.elementLocated(By.css('h1')), 10_000)
      if (name) await picture(name)
    }
    const api = (method, path, body) =>
      web.executeAsyncScript(
        `const [method, path, body, done] = arguments
         fetch('/api/v1' + path, { method, headers: { 'content-type': 'application/json' }, body: body && JSON.stringify(body) }).then((r) => r.text()).then((t) => done(t ? JSON.parse(t) : null))`,
        method,
        path,
        body ?? null,
      )
    await go('/sign-in')
    await api('POST', '/session', { login: 'technician', password: 'cider-press-4' })
    const yard = await api('GET', '/yard')
    const machine = async (code) => (await api('GET', `/machines?find=${code}`)).machines.find((m) => m.code === code).id
    const pump = await api('GET', `/machines/${await machine('MP-2')}`)
    const placeOf = (machine, code) => machine.shaftLines[0].positions.flatMap((p) => p.places).find((p) => p.code === code).id
    const card = await api('POST', '/cards', {
      places: [placeOf(pump, 'p1.1')],
      reason: 'Noisy at the drive end since the last clean-down',
    })
    const id = card.job.id
    const { greases, guns } = await api('GET', '/settings')
    const named = (list, name) => list.find((x) => x.name === name).id
    const answers = {
      ...ANSWERS,
      'p1/lubricate.greaseId': named(greases, 'Wet-end calcium 2'),
      'p1/lubricate.gunId': named(guns, 'Press house gun'),
    }
    const changes = Object.entries(answers).map(([key, value]) => {
      const [, scope, station, field] = /^(.+)\/(\w+)\.(\w+)$/.exec(key)
      return { scope, station, field, value, base: card.answers[key]?.version ?? 0 }
    })
    await api('POST', `/cards/${id}/changes`, { key: randomUUID(), since: card.revision, changes })
    const step = (key) => `/cards/${id}/steps/${encodeURIComponent(key)}`
    await api('PUT', step('line/isolate'), { version: 0, values: { tried: true } })
    await api('POST', `${step('line/isolate')}/signature`)
    await api('PUT', step('p1.1/seat'), { version: 0, values: { seatMm: 60.009 } })
    await go('/', 'yard')
    await go('/machines?area=Press%20house', 'machines')
    const mill = await machine('MM-1')
    await go(`/machines/${mill}`, 'machine')
    for (const station of ['identify', 'select', 'arrange', 'fit', 'mount', 'lubricate'])
      await go(`/jobs/${id}/${station}`, `station-${station}`)
    const DONE = {
      ...{ mark: { marked: true }, off: { off: true }, keep: { kept: true } },
      ...{ bore: { boreMm: 130.02 }, unpack: { marking: '6312 C3' } },
    }
    for (const [name, values] of Object.entries(DONE)) await api('PUT', step(`p1.1/${name}`), { version: 0, values })
    const clean = (await api('GET', `/cards/${id}`)).steps.find((s) => s.key.endsWith('/clean-out'))?.key ?? 'p1/clean-out'
    await api('PUT', step(clean), { version: 0, values: { clean: true } })
    for (const key of ['p1.1/mark', 'p1.1/off', 'p1.1/keep', clean, 'p1.1/seat', 'p1.1/bore', 'p1.1/unpack'])
      await api('POST', `${step(key)}/signature`)
    await go(`/jobs/${id}/steps`, 'step-by-step')
    // The fan's shaft with all that acts on it.
    const fan = await api('GET', `/machines/${await machine('EF-1')}`)
    await go(`/jobs/${fan.jobs.find((j) => j.status === 'open').id}/duty`)
    await web.executeScript("[...document.querySelectorAll('.views button')].find((b) => b.textContent.includes('shaft')).click()")
    await picture('station-duty')
    // The mill motor's second card is the one on which a repeat failure was understood.
    const { jobs } = await api('GET', `/machines/${mill}`)
    const told = jobs.find((j) => j.summary.cause === 'both-ends-held').id
    await go(`/jobs/${told}/runin`, 'station-runin')
    await go(`/jobs/${told}/inspect`, 'station-inspect')
    await go(`/greasing/${yard.due[0].pointId}`, 'greasing')
    await go('/rack?find=spherical%2C%20tapered%20bore%2C%2080', 'rack')
    await go('/parts/H%20316?find=22216%20K', 'parts')
    await web.executeScript("localStorage.setItem('yardfrost:bench', arguments[0])", JSON.stringify(BENCH))
    await go('/bench', 'bench')
    const drive = (await api('GET', `/machines/${mill}`)).shaftLines[0].positions.find((p) => p.code === 'p1').id
    await go(`/compare?at=${drive}&rows=NU%20311%20C3&rows=6311%20C4`, 'compare')
    await api('DELETE', '/session')
    await api('POST', '/session', { login: 'administrator', password: 'cider-press-4' })
    const pump3 = await machine('MP-3')
    const { shaftLines } = await api('GET', `/machines/${pump3}`)
    await go(`/machines/${pump3}/edit?line=${shaftLines[0].id}`)
    await web.executeScript("document.querySelector('.handle').focus()")
    await picture('line-editor')
  } finally {
    await close()
    await demo.close()
  }
})
