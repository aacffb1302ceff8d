import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { expect } from 'chai'
import { By, Key } from 'selenium-webdriver'
import { Person, clear, stage, type Stage } from './helpers.js'

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')
const SCREENS = [
  '/',
  '/machines',
  '/machines/2',
  '/machines/new',
  '/machines/11/edit?line=11',
  '/lines/11/visit?machine=11',
  '/jobs/4/identify',
  '/jobs/4/duty',
  '/jobs/4/select',
  '/jobs/4/arrange',
  '/jobs/4/fit',
  '/jobs/1/mount',
  '/jobs/4/steps',
  '/jobs/4/lubricate',
  '/jobs/2/runin',
  '/jobs/2/inspect',
  '/greasing/3',
  '/rack',
  '/rack/6312',
  '/parts?find=sleeve%20for%2022213%20K',
  '/parts/SN%20513',
  '/bench',
  '/compare?rows=6311%20C3&rows=NU%20311%20C3&rows=6311%202Z',
  '/compare?at=1',
  '/own-data?list=machines',
  '/own-data?list=bearings',
  '/own-data?list=stock',
  '/own-data?list=tools',
  '/settings',
  '/nowhere',
]

interface Finding {
  id: string
  impact: string
  nodes: { target: string[]; html: string }[]
}

describe('journey: every screen', () => {
  let at: Stage
  let person: Person
  let seen: string[] = []
  before(async () => {
    at = await stage()
    person = await Person.at(at.instance.url)
  })
  after(async () => {
    await person.leave()
    await clear(at)
  })

  /** By night only the inks are others: what is looked at by day in full is looked at for its contrast alone. */
  async function findings(path: string, rules: readonly string[] | null = null): Promise<string[]> {
    await person.command('Runtime.evaluate', { expression: AXE })
    const found = await person.web.executeAsyncScript<Finding[]>(
      "const [rules, done] = arguments; axe.run(document, { resultTypes: ['violations'], ...(rules && { runOnly: rules }) }).then((r) => done(r.violations))",
      rules,
    )
    return found
      .filter((f) => ['serious', 'critical'].includes(f.impact))
      .map((f) => `${path}: ${f.id} at ${f.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`)
  }
  const overhang = () =>
    person.web.executeScript<number>('return document.documentElement.scrollWidth - document.documentElement.clientWidth')

  it('has no serious accessibility finding by day and by night, fits a tablet of 820, and breaks no rule of its own policy', async () => {
    await person.go('/sign-in')
    await person.see('//h1')
    const all = await findings('/sign-in')
    await person.signIn('administrator')
    const links = new Set<string>()
    for (const path of SCREENS) {
      await person.visit(path)
      // The injected checker is a tool of the test, not of the page; the page's own policy stays as it is.
      all.push(...(await findings(path)))
      const here: string[] = await person.web.executeScript(
        "return [...document.querySelectorAll('a[href]')].map((a) => a.getAttribute('href')).filter((h) => !h.startsWith('#'))",
      )
      if (path !== '/nowhere') here.forEach((link) => links.add(link))
      await person.resize(820, 1180)
      expect(await overhang(), path).to.be.at.most(0)
      await person.resize(1280, 800)
    }
    await person.press('n')
    await person.see("//html[contains(@class, 'night')]")
    for (const path of [
      '/',
      '/machines',
      '/machines/2',
      '/machines/11/edit?line=11',
      '/lines/11/visit?machine=11',
      '/jobs/4/fit',
      '/jobs/2/inspect',
      '/settings',
      '/rack',
      '/bench',
      '/compare?at=1',
      '/own-data',
    ]) {
      await person.visit(path)
      all.push(...(await findings(`${path} at night`, ['color-contrast'])))
    }
    await person.press('n')
    for (const [key, words] of [
      ['?', 'take the last change on a card back'],
      ['k', 'all machines'],
    ] as const) {
      if (key === '?') await person.press(key)
      else await person.withControl(key)
      await person.seeText(words)
      all.push(...(await findings(`key ${key}`)))
      await person.press(Key.ESCAPE)
    }
    expect(all).to.deep.equal([])
    seen = [...links]
    const log = await person.web.manage().logs().get('browser')
    expect(log.filter((entry) => entry.level.name === 'SEVERE').map((entry) => entry.message)).to.deep.equal([])
  })

  it('has no dead link', async () => {
    const some = seen.filter((link, i) => !link.startsWith('/rack/') || i % 20 === 0)
    expect(some.length).to.be.above(25)
    for (const link of some) {
      if (link.startsWith('/api/')) {
        const status = await person.web.executeAsyncScript('const [to, done] = arguments; fetch(to).then((r) => done(r.status))', link)
        expect(status, link).to.equal(200)
        continue
      }
      await person.visit(link)
      expect(await (await person.see('//h1')).getText(), link).to.not.equal('Nothing here')
    }
  })

  it('changes units at a key press, everywhere', async () => {
    await person.go('/jobs/1/fit')
    await person.see("//h1[normalize-space()='Fit']")
    const before = await person.figure('fit.clearance')
    await person.press('u')
    await person.seeText('thou')
    expect(await person.figure('fit.clearance')).to.not.equal(before)
    await person.go('/rack/6312')
    await person.seeText('2.3622')
    await person.press('u')
    await person.seeText('60 × 130 × 31')
  })

  it('works by keyboard alone: search the rack, open a bearing, walk the work line', async () => {
    await person.go('/')
    await person.see("//h1[normalize-space()='Needs hands']")
    await person.press('/')
    const search = await person.see("//input[@aria-label='Search the rack']")
    await person.web.wait(
      async () => (await person.web.executeScript('return document.activeElement?.getAttribute("aria-label")')) === 'Search the rack',
      10_000,
    )
    await search.sendKeys('6312', Key.ENTER)
    await person.see("//h1[normalize-space()='6312']")
    await person.go('/jobs/4/duty')
    await person.see("//h1[normalize-space()='Duty']")
    await person.withAlt(Key.ARROW_RIGHT)
    await person.see("//h1[normalize-space()='Select']")
    await person.withAlt(Key.ARROW_LEFT)
    await person.see("//h1[normalize-space()='Duty']")
    await person.press(Key.TAB)
    const skip = await person.web.findElement(By.css('.skip'))
    expect(await skip.getText()).to.equal('Skip to the work')
  })

  it('a viewer reads the card and finds nothing to change', async () => {
    const reader = await Person.at(at.instance.url)
    try {
      await reader.signIn('viewer')
      await reader.go('/jobs/4/duty')
      await reader.seeText('Read only')
      expect(await (await reader.field('Speed')).isEnabled()).to.equal(false)
      await reader.go('/machines/2')
      await reader.see('//h1')
      expect(await reader.text()).to.not.contain('Start a job')
      await reader.go('/settings')
      await reader.seeText('managed by an administrator')
    } finally {
      await reader.leave()
    }
  })
})
