import { readLine } from '../../src/core/line/notation.js'
import { join } from 'node:path'
import { By, error, Key, until, type WebDriver, type WebElement } from 'selenium-webdriver'
import { openBrowser } from '../../tools/browser.mjs'
import { DEMO_PASSWORD } from '../../src/server/demo.js'
import type { BackupPlace } from '../../src/server/backup/backup.js'
import { Client, freshDatabase, startInstance, type Instance } from '../server/helpers.js'

const WAIT = 45_000
/** How often a condition is looked at, ms. */
const POLL = 40
/** A sentence that reached the page without being said. */
const UNSAID = /.{0,60}("says":|\[object ).{0,60}/
export const WEB_DIR = join(process.cwd(), 'dist', 'web')

/** Who sits at a screen now. */
const present = new Set<Person>()
afterEach('says what a page showed when a journey failed', async function () {
  if (this.currentTest?.state !== 'failed') return
  for (const person of present) console.log(await person.web.getCurrentUrl(), '\n', await person.text())
})

/** A person at the screen: finds things by their words, as a person does. */
export class Person {
  /** What the hands did: each click, each field typed into, each key pressed on its own. */
  inputs = 0

  private constructor(
    readonly web: WebDriver,
    readonly resize: (width: number, height: number) => Promise<unknown>,
    readonly command: (name: string, args: object) => Promise<unknown>,
    private readonly close: () => Promise<void>,
    public base: string,
  ) {}

  async leave(): Promise<void> {
    present.delete(this)
    await this.close()
  }

  static async at(base: string, size?: { width: number; height: number }): Promise<Person> {
    const { web, resize, command, close } = await openBrowser(
      { browser: process.env.YARDFROST_BROWSER!, driver: process.env.YARDFROST_DRIVER! },
      size,
    )
    const person = new Person(web, resize, command, close, base)
    present.add(person)
    return person
  }

  async go(path: string): Promise<void> {
    await this.web.get(this.base + path)
  }

  /** Nothing reaches the page, and nothing leaves it, while `work` is done. */
  async cutOff<T>(work: () => Promise<T>): Promise<T> {
    const network = (offline: boolean) =>
      this.command('Network.emulateNetworkConditions', { offline, latency: 0, downloadThroughput: -1, uploadThroughput: -1 })
    await this.command('Network.enable', {})
    await network(true)
    try {
      return await work()
    } finally {
      await network(false)
    }
  }

  /** The page dies as it stands, cut off from the server, and another tab is opened at its address; what the browser keeps is still there. */
  async dieAfter(work: () => Promise<unknown>): Promise<void> {
    const address = await this.web.getCurrentUrl()
    const here = await this.web.getWindowHandle()
    await this.web.switchTo().newWindow('tab')
    const next = await this.web.getWindowHandle()
    await this.web.switchTo().window(here)
    await this.command('Network.enable', {})
    await this.command('Network.emulateNetworkConditions', { offline: true, latency: 0, downloadThroughput: -1, uploadThroughput: -1 })
    await work()
    await this.command('Page.crash', {}).catch(() => {})
    await this.web.switchTo().window(next)
    await this.web.get(address)
  }

  /** Becomes the first administrator by the code that was printed at the start. */
  async beginAs(code: string): Promise<void> {
    await this.go('/sign-in')
    await this.seeText('First administrator')
    await this.tabTo('Code printed at the start')
    await this.press(code, Key.TAB, 'A. Bramley', Key.TAB, 'bramley', Key.TAB, 'russet-russet', Key.ENTER)
    await this.see("//h1[normalize-space()='Begin here']")
  }

  /** Goes on inside the page, as a link does, and waits until the screen is there. */
  async visit(path: string): Promise<void> {
    await this.web.executeScript(
      // The router reads its own place from the state of the entry.
      `document.title = 'leaving'
       const state = { back: null, current: arguments[0], forward: null, position: history.length, replaced: false, scroll: null }
       history.pushState(state, '', arguments[0])
       dispatchEvent(new PopStateEvent('popstate', { state }))`,
      path,
    )
    const there =
      "return document.title !== 'leaving' && !!document.querySelector('h1') && !document.querySelector('[role=status].state-box')"
    await this.web.wait(() => this.web.executeScript(there), WAIT, `waited for ${path}`, POLL)
  }

  /** Calls the server as whoever is signed in. */
  api<T>(method: string, path: string, body: unknown = null): Promise<T> {
    return this.web.executeAsyncScript<T>(
      `const [method, path, body, done] = arguments
       fetch('/api/v1' + path, { method, headers: { 'content-type': 'application/json' }, body: body && JSON.stringify(body) }).then(async (r) => done(await r.json()))`,
      method,
      path,
      body,
    )
  }

  /** The number of a machine by its code. */
  async machineOf(code: string): Promise<number> {
    const { machines } = await this.api<{ machines: { id: number; code: string }[] }>('GET', `/machines?find=${code}`)
    return machines.find((m) => m.code === code)!.id
  }

  /** A machine of one line, made a moment ago from words; its number. */
  async machineTyped(code: string, name: string, words: string, materials: object = {}): Promise<number> {
    const line = { name: 'Shaft', shaftMaterial: 'carbon-steel', housingMaterial: 'cast-iron', ...materials }
    const lines = [{ ...line, line: readLine(words, 'metric').line }]
    const made = await this.api<{ id: number }>('POST', '/machines', {
      code,
      name,
      area: 'Press house',
      location: 'floor',
      notes: '',
      lines,
    })
    return made.id
  }

  /** A card on every bearing of a machine, open at a station. */
  async cardOn(id: number, reason: string, station = 'identify'): Promise<void> {
    interface Found {
      jobs: { id: number; status: string }[]
      shaftLines: { positions: { places: { id: number }[] }[] }[]
    }
    const machine = await this.api<Found>('GET', `/machines/${id}`)
    const places = machine.shaftLines[0]!.positions.flatMap((p) => p.places.map((x) => x.id))
    const open = machine.jobs.find((j) => j.status === 'open')
    const job = open ?? (await this.api<{ job: { id: number } }>('POST', '/cards', { places, reason })).job
    await this.go(`/jobs/${job.id}/${station}`)
  }

  see(xpath: string): Promise<WebElement> {
    return this.web.wait(until.elementLocated(By.xpath(xpath)), WAIT, `waited for ${xpath}`, POLL)
  }

  /** Any visible text on the page. */
  async seeText(text: string): Promise<void> {
    await this.web.wait(async () => (await this.text()).includes(text), WAIT, `waited for "${text}"`, POLL)
  }

  async text(): Promise<string> {
    const text = await this.web.executeScript<string>('return document.body.innerText')
    if (UNSAID.test(text)) throw new Error(`a sentence stands there that nobody said: ${UNSAID.exec(text)![0]}`)
    return text
  }

  /** Does something with what stands there; the page may draw it anew between the look and the touch. */
  private async on(find: () => Promise<WebElement>, touch: (element: WebElement) => Promise<void>): Promise<void> {
    this.inputs += 1
    for (let left = 3; ; left -= 1) {
      try {
        await touch(await find())
        return
      } catch (cause) {
        if (!(cause instanceof error.StaleElementReferenceError) || left === 0) throw cause
      }
    }
  }

  click(xpath: string): Promise<void> {
    return this.on(
      () => this.see(xpath),
      async (element) => {
        await this.web.executeScript("arguments[0].scrollIntoView({ block: 'center' })", element)
        await element.click()
      },
    )
  }

  button(words: string): Promise<void> {
    return this.click(`//button[normalize-space()='${words}' or @aria-label='${words}'][not(@disabled)]`)
  }

  link(words: string): Promise<void> {
    return this.click(`//a[contains(normalize-space(.), '${words}')]`)
  }

  async field(label: string): Promise<WebElement> {
    const found = await this.see(`//label[normalize-space()='${label}']`)
    return this.see(`//*[@id='${await found.getAttribute('for')}']`)
  }

  type(label: string, text: string, end: string = Key.TAB): Promise<void> {
    return this.on(
      () => this.field(label),
      (field) => field.sendKeys(Key.chord(Key.CONTROL, 'a'), text, end),
    )
  }

  async valueOf(label: string): Promise<string> {
    return (await this.field(label)).getAttribute('value') as Promise<string>
  }

  /** A decision whose values all stay in sight. */
  choose(legend: string, option: string): Promise<void> {
    return this.click(`//fieldset[legend[normalize-space()='${legend}']]//label[normalize-space()='${option}']`)
  }

  /** One value from a list. */
  async pick(label: string, option: string): Promise<void> {
    const found = await this.see(`//label[normalize-space()='${label}']`)
    await this.click(`//*[@id='${await found.getAttribute('for')}']`)
    await this.click(`//li[@role='option'][contains(normalize-space(.), "${option}")]`)
  }

  /** One of a list that says itself what it is of. */
  async fromList(label: string, option: string): Promise<void> {
    await this.click(`//*[@role='combobox'][@aria-label='${label}']`)
    await this.click(`//li[@role='option'][starts-with(normalize-space(), '${option}')]`)
    // The list leaves slowly, and must not be taken for the next one.
    const open = () => this.web.findElements(By.xpath("//li[@role='option']"))
    await this.web.wait(async () => (await open()).length === 0, WAIT, 'the list is closed', POLL)
  }

  async station(name: string): Promise<void> {
    await this.click(`//nav[@aria-label='Stations']//a[contains(., '${name}')]`)
    await this.see(`//h1[starts-with(normalize-space(), '${name}')]`)
  }

  async saved(): Promise<void> {
    await this.web.wait(
      async () => /^Saved/.test(await (await this.see('//*[@data-save]')).getText()),
      WAIT,
      'waited for the card to be saved',
      POLL,
    )
  }

  async verdict(): Promise<string> {
    return (await this.see('//*[@data-verdict]')).getText()
  }

  async figure(key: string): Promise<string> {
    return (await this.see(`//*[@data-figure='${key}']//b`)).getText()
  }

  /** Single keys work where nobody is typing. */
  async press(...keys: string[]): Promise<void> {
    this.inputs += 1
    await this.web
      .actions()
      .sendKeys(...keys)
      .perform()
  }

  async withControl(key: string): Promise<void> {
    this.inputs += 1
    await this.web.actions().keyDown(Key.CONTROL).sendKeys(key).keyUp(Key.CONTROL).perform()
  }

  async withAlt(key: string): Promise<void> {
    await this.web.actions().keyDown(Key.ALT).sendKeys(key).keyUp(Key.ALT).perform()
  }

  /** Words of what has the focus. */
  focused(): Promise<string> {
    return this.web.executeScript(`
      const a = document.activeElement
      if (a === document.body) return ''
      const label = a.id && document.querySelector('label[for="' + CSS.escape(a.id) + '"]')
      return [a.getAttribute('aria-label'), label?.innerText, a.closest('label')?.innerText, a.closest('fieldset')?.querySelector('legend')?.innerText, a.matches('a, button') && a.textContent.replace(/\\s+/g, ' ')].filter(Boolean).join(' | ')`)
  }

  /** Tabs until the focused thing says these words. */
  async tabTo(words: string): Promise<void> {
    for (let i = 0; i < 120; i++) {
      if ((await this.focused()).includes(words)) return
      await this.press(Key.TAB)
    }
    throw new Error(`no key press led to "${words}"`)
  }

  async signIn(login: string): Promise<void> {
    await this.go('/sign-in')
    await this.type('Sign-in name', login)
    await this.type('Password', DEMO_PASSWORD, Key.ENTER)
    await this.see("//h1[normalize-space()='Needs hands']")
  }

  /** An open card from the list of the Yard. */
  openCard(words: string): Promise<void> {
    return this.click(`//section[@aria-labelledby='jobs-title']//a[contains(normalize-space(.), '${words}')]`)
  }

  /** A machine from the list of all machines. */
  async machine(name: string): Promise<void> {
    await this.link('Machines')
    await this.click(`//tr[contains(normalize-space(.), '${name}')]//a`)
  }

  /** One step of the plan, filled in and signed by the person at the screen. */
  async step(key: string, values: Record<string, string | true> = {}): Promise<void> {
    const item = `//li[@data-step='${key}']`
    for (const [field, value] of Object.entries(values)) {
      if (value === true) await this.click(`${item}//input[@type='checkbox']`)
      else {
        const input = await this.see(`//*[@id='${key}-${field}']`)
        this.inputs += 1
        await input.sendKeys(Key.chord(Key.CONTROL, 'a'), value, Key.TAB)
      }
    }
    await this.click(`${item}//button[starts-with(@aria-label, 'Sign:')][not(@disabled)]`)
    await this.see(`${item}//*[contains(@class, 'state-good')]`)
  }

  /** The old bearing marked, taken off and kept, and its grease wiped out: what every plan of a fitted place begins with. */
  async offOld(): Promise<void> {
    await this.step('mark', { marked: true })
    await this.step('off', { off: true })
    await this.step('keep', { kept: true })
    await this.step('clean-out', { clean: true })
  }

  /** Temperatures of a run, at the minutes that the form proposes. */
  async run(...temperatures: number[]): Promise<void> {
    for (const t of temperatures) await this.type('Temperature', String(t), Key.ENTER)
  }

  /** What a link of the page gives: status, content type, first letters. */
  async fetched(words: string): Promise<string> {
    const href = await (await this.see(`//a[normalize-space()='${words}']`)).getAttribute('href')
    this.inputs += 1
    return this.web.executeAsyncScript<string>(
      "const [href, done] = arguments; fetch(href).then(async (r) => done(`${r.status} ${r.headers.get('content-type').split(';')[0]} ${(await r.text()).slice(0, 5)}`))",
      href,
    )
  }

  /** Opens the machine and starts a job at one end. */
  async startJob(machine: string, end: string, reason: string): Promise<void> {
    await this.machine(machine)
    await this.button(`Start a job at the ${end}`)
    this.inputs += 1
    await (await this.see("//input[@id='job-reason']")).sendKeys(reason, Key.ENTER)
    await this.see("//h1[starts-with(normalize-space(), 'Identify')]")
  }

  /** Identify the mash pump's bearing from readings. */
  async identify6312(): Promise<void> {
    const sizes: [string, string][] = [
      ['Bore 1', '60.02'],
      ['Bore 2', '2.3632 in'],
      ['Outside 1', '129.95'],
      ['Width 1', '30.93'],
    ]
    for (const [label, value] of sizes) await this.type(label, value)
    await this.pick('What runs inside', 'deep groove')
    await this.click("//button[contains(., '6312')]")
    await this.choose('Clearance group', 'C3')
    await this.saved()
  }
}

export interface Stage {
  db: Awaited<ReturnType<typeof freshDatabase>>
  instance: Instance
}

export async function stage(now: () => Date = () => new Date(), backups?: BackupPlace): Promise<Stage> {
  const db = await freshDatabase('today')
  const kept = backups && { backups: { url: db.url, place: backups } }
  return { db, instance: await startInstance(db.url, { webDir: WEB_DIR, now, ...kept }) }
}

export async function clear({ db, instance }: Stage): Promise<void> {
  await instance.close()
  await db.drop()
}

/** A database in which nobody is yet, and who opens it first; the code of the first administrator is `code`. */
export async function emptyStage(code: string): Promise<{ at: Stage; person: Person }> {
  const db = await freshDatabase('empty')
  const at = { db, instance: await startInstance(db.url, { demo: false, webDir: WEB_DIR, now: () => new Date() }) }
  await at.instance.pool.query("INSERT INTO setting (key, value) VALUES ('first-administrator-code', $1)", [code])
  return { at, person: await Person.at(at.instance.url) }
}

/** A plant with a technician at a screen of its own, who also calls the server, for all tests of one `describe`. */
export function technicianAtScreen(size?: { width: number; height: number }) {
  const here = {} as { at: Stage; person: Person; technician: Client }
  before(async () => {
    here.at = await stage()
    here.technician = await new Client(here.at.instance.url).signIn('technician')
    here.person = await Person.at(here.at.instance.url, size)
    await here.person.signIn('technician')
  })
  after(async () => {
    await here.person.leave()
    await clear(here.at)
  })
  return here
}
