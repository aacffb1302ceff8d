import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect } from 'chai'
import { By } from 'selenium-webdriver'
import { listBackups } from '../../src/server/backup/backup.js'
import { restore } from '../../src/server/backup/restore.js'
import { migrationsIn } from '../../src/server/prepare.js'
import { programsOfPostgres } from '../../tools/setup.mjs'
import { DEMO_PASSWORD } from '../../src/server/demo.js'
import { Client, freshDatabase, startInstance, type Instance } from '../server/helpers.js'
import { Person, WEB_DIR, clear, stage, type Stage } from './helpers.js'

const PNG = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64')

describe('journey: a plant of one’s own, its lists, papers and people', () => {
  let at: Stage
  let person: Person
  const home = mkdtempSync(join(tmpdir(), 'yardfrost-files-'))
  const fileOf = (name: string, content: string | Buffer) => {
    const path = join(home, name)
    writeFileSync(path, content)
    return path
  }
  /** The last file choice on the page. */
  const choose = async (path: string) => {
    await person.see("//input[@type='file']")
    const inputs = await person.web.findElements(By.css('input[type=file]'))
    await inputs.at(-1)!.sendKeys(path)
  }
  before(async () => {
    at = await stage()
    person = await Person.at(at.instance.url)
    await person.signIn('administrator')
  })
  after(async () => {
    await person.leave()
    await clear(at)
    rmSync(home, { recursive: true, force: true })
  })

  it('a list with columns of its own is asked about once, refused by line, mended, made and taken back', async () => {
    await person.visit('/own-data?list=greasing')
    const head = 'Tag;Bearing position;Grease type;Interval;Amount;Last done;Colour'
    await choose(fileOf('round.csv', `${head}\nCT-1;attic;Wet-end calcium 2;60;18;1.10.2025;green`))
    await person.see("//h2[normalize-space()='What are these columns?']")
    await person.button('Read the file so')
    await person.seeText('Nothing was changed: 1 error')
    await person.seeText('CT-1 has no attic; its supports are')
    await choose(fileOf('mended.csv', `${head}\nCT-1;fan end;Wet-end calcium 2;60;18;1.10.2025;green`))
    await person.seeText('This file would add 0, change 1')
    await person.button('Make these changes')
    await person.seeText('Done: added 0, changed 1')
    await person.see("//tr[td[normalize-space()='CT-1']][td[normalize-space()='2025-10-01']]")
    await person.button('Take it back')
    await person.web.wait(async () => !(await person.text()).includes('2025-10-01'), 10_000, 'it is as it was')
  })

  it('a manual and a nameplate go into the folder, and a card quotes what the manual says', async () => {
    await person.machine('Mash pump')
    await person.seeText('Papers and pictures')
    await choose(fileOf('nothing.png', 'no picture at all'))
    await person.seeText('a PDF or a picture (PNG, JPEG, WebP) that can be opened')
    await choose(fileOf('Mash pump manual.pdf', '%PDF-1.4 made up %%EOF'))
    await person.see("//li//b[normalize-space()='Mash pump manual.pdf']")
    await person.fromList('What it is', 'nameplate')
    await choose(fileOf('plate.png', PNG))
    await person.see("//img[contains(@alt, 'plate.png')]")
    await person.click("//li[.//b[normalize-space()='Mash pump manual.pdf']]//button[normalize-space()='what it says on bearings']")
    await person.fromList('Where', 'drive end')
    await person.type('As it stands there', '6313 C3')
    await person.type('Page', '12')
    await person.button('Note it')
    await person.see("//li[contains(., 'drive end, bearing') and contains(., '6313 C3') and contains(., 'page 12')]")
    await person.visit('/')
    await person.startJob('Mash pump', 'drive end', 'as the manual wants')
    await person.see("//ul[@aria-label='What the papers say']//li[contains(., '6313 C3') and contains(., 'Mash pump manual.pdf, page 12')]")
  })

  it('whoever leaves hands over what is in hand, and the history says who did it', async () => {
    await person.visit('/settings')
    await person.click("//button[@aria-label='Switch off R. Amble']")
    await person.seeText('Still in hand: card')
    await person.pick('Who takes over', 'M. Thorpe')
    await person.button('Hand over and change')
    await person.see("//button[@aria-label='Switch on R. Amble']")
    await person.click("//li[.//b[normalize-space()='J. Lund']]//button[starts-with(normalize-space(), 'history')]")
    await person.see("//ol[@aria-label='What was done']/li[1][contains(., 'change person')]")
    await person.visit('/')
    await person.button('one area or one person')
    await person.fromList('Person', 'M. Thorpe')
    await person.see("//section[@aria-labelledby='jobs-title']//a[contains(., 'GP-1') and contains(., 'M. Thorpe')]")
  })

  it('a view of one area is kept under a name and found again', async () => {
    await person.visit('/?area=Press%20house')
    await person.see("//h1[normalize-space()='Needs hands']")
    expect(await (await person.see("//section[@aria-labelledby='due-title']")).getText()).to.not.contain('Cooling tower')
    await person.button('keep this view')
    await (await person.field('Name of the view')).sendKeys('My hall')
    await person.button('keep')
    await person.visit('/')
    await person.button('My hall')
    await person.web.wait(async () => (await person.web.getCurrentUrl()).endsWith('?area=Press+house'), 10_000, 'the view is shown')
  })

  it('the whole plant goes out as one file and into an empty one, papers and all', async () => {
    const admin = await new Client(at.instance.url).signIn('administrator', DEMO_PASSWORD)
    const { body: plant } = await admin.get('/plant-file')
    const db = await freshDatabase('empty')
    const bare = await startInstance(db.url, { demo: false, webDir: WEB_DIR, now: () => new Date() })
    await bare.pool.query("INSERT INTO setting (key, value) VALUES ('first-administrator-code', 'one-code')")
    const other = await Person.at(bare.url)
    try {
      const first = { code: 'one-code', name: 'N. First', login: 'administrator', password: DEMO_PASSWORD }
      expect((await new Client(bare.url).post('/first-administrator', first)).status).to.equal(201)
      await other.go('/sign-in')
      await other.type('Sign-in name', 'administrator')
      await other.type('Password', DEMO_PASSWORD)
      await other.button('Sign in')
      await other.see("//h1[normalize-space()='Begin here']")
      await (await other.see("//input[@type='file']")).sendKeys(fileOf('plant.yardfrost', plant))
      await other.see("//h1[normalize-space()='Needs hands']")
      await other.machine('Mash pump')
      await other.see("//img[contains(@alt, 'plate.png')]")
      await other.seeText('6313 C3')
    } finally {
      await other.leave()
      await clear({ db, instance: bare })
    }
  })
})

describe('journey: two take the last bearing', () => {
  it('the second is told what stands there now, keeps what was typed, and nothing is taken twice', async () => {
    const at = await stage()
    const people = [await Person.at(at.instance.url), await Person.at(at.instance.url)]
    const [one, two] = people as [Person, Person]
    try {
      const keeper = await new Client(at.instance.url).signIn('storekeeper')
      const last = { marking: '6313 C3', shelf: 'Q-7', quantity: 1, note: '' }
      expect((await keeper.post('/rack/stock', { entries: [last], seen: [null] })).status).to.equal(201)
      for (const person of people) {
        await person.signIn('storekeeper')
        await person.visit('/own-data?list=stock')
        await person.click("//tr[contains(., 'Q-7')]//button[starts-with(normalize-space(), 'change')]")
        await person.type('quantity *', '0')
      }
      await one.button('Enter')
      await one.see("//tr[contains(., 'Q-7') and contains(., '0')]")
      await two.button('Enter')
      await two.seeText('Somebody else changed this entry meanwhile; it is now:')
      expect(await two.valueOf('quantity *')).to.equal('0')
    } finally {
      for (const person of people) await person.leave()
      await clear(at)
    }
  })
})

describe('journey: nothing lost', () => {
  it('a backup by the button, its age, and the plant as it was brought back beside the living one', async () => {
    const directory = mkdtempSync(join(tmpdir(), 'yardfrost-backups-'))
    const place = { directory, keep: 5, programs: programsOfPostgres() ?? '' }
    const at = await stage(undefined, place)
    const person = await Person.at(at.instance.url)
    const migrations = migrationsIn(join(process.cwd(), 'src', 'server', 'migrations'))
    const database = `beside_${process.pid}`
    let beside: Instance | null = null
    try {
      await person.signIn('administrator')
      await person.go('/settings')
      await person.seeText('There is none yet')
      await person.button('Back up now')
      await person.seeText('The newest was made just now')
      await person.see("//table[@aria-label='Backups']//td[normalize-space()='by hand']")
      const [made] = await listBackups(place)
      const done = await restore(at.db.url, place, join(directory, made!.name), { kind: 'beside', database }, migrations, new Date())
      beside = await startInstance(done.url, { demo: false, webDir: WEB_DIR, now: () => new Date() })
      const other = await Person.at(beside.url)
      try {
        await other.signIn('technician')
        await other.machine('Mash pump')
        await other.seeText('6312 C3')
      } finally {
        await other.leave()
      }
    } finally {
      await beside?.close()
      await at.instance.pool.query(`DROP DATABASE IF EXISTS ${database} WITH (FORCE)`)
      await person.leave()
      await clear(at)
      rmSync(directory, { recursive: true, force: true })
    }
  })
})
