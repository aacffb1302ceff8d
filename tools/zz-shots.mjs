import { writeFileSync } from 'node:fs'
import { demoServer } from './demo-server.mjs'
import { ensureBrowser, ensureBuilt, ensurePackages, main } from './setup.mjs'
main(async () => {
  await ensurePackages(); await ensureBuilt()
  const programs = await ensureBrowser()
  const { openBrowser } = await import('./browser.mjs')
  const demo = await demoServer({ YARDFROST_NOW: '2026-11-24T09:30:00Z', ...(process.env.EMPTY ? { YARDFROST_DEMO: '' } : {}) })
  const { web, close } = await openBrowser(programs)
  try {
    await web.manage().setTimeouts({ script: 20_000 })
    const sel = await import('selenium-webdriver'); const { By, until, Key } = sel
    const url = demo.url
    const picture = async (name) => { await web.sleep(350); writeFileSync(`/tmp/pics/${name}.png`, Buffer.from(await web.takeScreenshot(), 'base64')); console.log('picture', name) }
    const size = (w, h) => web.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', { width: w, height: h, deviceScaleFactor: 1, mobile: w < 600 })
    const go = async (path, name) => { await web.get(url + path); await web.wait(until.elementLocated(By.css('h1')), 10_000); await web.sleep(300); if (name) await picture(name) }
    const api = (method, path, body) => web.executeAsyncScript(`const [method, path, body, done] = arguments; fetch('/api/v1' + path, { method, headers: { 'content-type': 'application/json' }, body: body && JSON.stringify(body) }).then((r) => r.text()).then((t) => done(t ? JSON.parse(t) : null))`, method, path, body ?? null)
    const signIn = async (who) => { await go('/sign-in'); await api('POST', '/session', { login: who, password: 'cider-press-4' }) }
    const see = (x) => web.wait(until.elementLocated(By.xpath(x)), 10_000)
    const run = (s, ...a) => web.executeScript(s, ...a)
    await (await import(process.argv[2])).default({ web, url, go, picture, api, size, see, run, signIn, By, until, Key })
  } finally { await close(); await demo.close() }
})
