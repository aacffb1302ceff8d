import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { expect } from 'chai'
import { writeMissingDocuments } from '../../src/server/cards/finish.js'
import { prepareDatabase } from '../../src/server/prepare.js'
import { Client, answer, answerRun, blankDatabase, cardOf, signAll, startInstance } from '../server/helpers.js'
import { Person, WEB_DIR, clear, stage, type Stage } from './helpers.js'

describe('journey: several places on one card', () => {
  let at: Stage
  let person: Person
  let helper: Client
  const cardId = async () => Number(/jobs\/(\d+)/.exec(await person.web.getCurrentUrl())![1])
  before(async () => {
    at = await stage()
    person = await Person.at(at.instance.url)
    helper = await new Client(at.instance.url).signIn('planner')
    await person.signIn('technician')
  })
  after(async () => {
    await person.leave()
    await clear(at)
  })

  it('a pair is changed as a set: opened whole, said once, laid out in its order, fitted together', async () => {
    await person.startJob('Must centrifuge', 'lower end', 'Vibration at the pair')
    const id = await cardId()
    await person.see("//*[@aria-label='Places of this card']//button[contains(., 'lower end 2')]")
    await person.button('Yes, it is 7212 B')
    await person.saved()
    // A digit leads to the other bearing of the set, which is what the first is.
    await person.web.executeScript('document.activeElement.blur()')
    await person.press('2')
    await person.see("//h1[contains(., 'lower end 2')]")
    expect(await person.figure('identify.designation')).to.equal('7212 B')
    await answerRun(helper, id)
    await person.web.navigate().refresh()
    await person.station('Mount')
    await person.seeText('Unpack the set of 2 7212 B')
    await person.seeText('back to back')
    await person.step('isolate', { tried: true })
    await signAll(helper, id)
    await person.web.navigate().refresh()
    await person.station('Inspect')
    await person.click("//label[contains(., 'why close it all the same')]")
    await person.press('Set changed whole; the old one is kept for a look')
    await person.button('Finish the job')
    await person.seeText('what was fitted is recorded')
    await person.click("//a[normalize-space()='To the machine']")
    await person.see("//h1[contains(., 'Must centrifuge')]")
    await person.seeText('2 × 7212 B')
    expect(
      (await cardOf(helper, id)).line.positions[0]!.places.every((p) => p.fitted!.since!.startsWith(new Date().toISOString().slice(0, 10))),
    ).to.equal(true)
  })

  it('both sleeves of a fan are one job: one lockout, each driven up by its own feelers, one release', async () => {
    await person.go('/')
    await person.openCard('Pasteuriser exhaust fan EF-1')
    const id = await cardId()
    await answerRun(helper, id)
    await person.web.navigate().refresh()
    await person.station('Mount')
    await person.see("//h1[contains(., 'sheave end')]")
    await person.step('isolate', { tried: true })
    await person.offOld()
    await person.step('seat', { seatMm: '69.97' })
    await person.step('unpack', { marking: '22216 K C3', sleeveRead: 'H 316' })
    await person.web.executeScript('document.activeElement.blur()')
    await person.press('2')
    await person.see("//h1[contains(., 'fan end')]")
    // The lock is on already; this bearing has its own marking to read.
    await person.see("//li[@data-step='isolate']//*[normalize-space()='R. Amble']")
    await person.offOld()
    await person.step('seat', { seatMm: '69.97' })
    await person.step('unpack', { marking: '22216 K C3', sleeveRead: 'H 316' })
    await signAll(helper, id)
    const { steps } = await cardOf(helper, id)
    expect(
      steps
        .map((s) => s.key)
        .filter((key) => key.endsWith('/isolate') || key.endsWith('/release'))
        .sort(),
    ).to.deep.equal(['line/isolate', 'line/release'])
    expect(steps.map((s) => s.key)).to.include.members(['p1.1/drive', 'p2.1/drive', 'p1/fill', 'p2/fill'])
    await answer(helper, id, { 'p1.1/inspect.note': 'both sleeves renewed' })
    await person.web.navigate().refresh()
    await person.station('Inspect')
    await person.click("//label[contains(., 'why close it all the same')]")
    await person.press('Drive-up by the maker’s sheet, written down at each')
    await person.button('Finish the job')
    await person.seeText('what was fitted is recorded')
  })
})

describe('journey: an old database carried over', () => {
  it('opens with its machines, its finished cards as they were, and its open card ready to go on', async () => {
    const db = await blankDatabase()
    await db.run(gunzipSync(readFileSync(join(process.cwd(), 'test', 'server', 'dumps', 'before-shaft-lines.sql.gz'))).toString('utf8'))
    await prepareDatabase(db.url, join(process.cwd(), 'src', 'server', 'migrations'))
    const instance = await startInstance(db.url, { webDir: WEB_DIR, now: () => new Date() })
    await writeMissingDocuments(instance.pool, new Date(), () => {})
    const person = await Person.at(instance.url)
    try {
      await person.signIn('technician')
      await person.machine('Must centrifuge')
      await person.seeText('2 × 7212')
      await person.go('/jobs/2/arrange')
      await person.seeText('both ends held')
      await person.go('/jobs/2/inspect')
      await person.seeText('Finished; what was fitted is recorded')
      // Half mounted under the release before: readings, signatures and the next step are there.
      await person.go('/jobs/5/mount')
      await person.see("//li[@data-step='seat']//*[normalize-space()='R. Amble']")
      expect(await person.web.executeScript("return document.getElementById('bore-boreMm').value")).to.equal('130.010')
      // Its old bearing came off before that was a step of the plan.
      await person.pick('The old one comes off', 'nothing to take off')
      await person.step('bore')
      await person.station('Arrange')
      expect(await person.valueOf('Float at the impeller end')).to.equal('1.2')
    } finally {
      await person.leave()
      await instance.close()
      await db.drop()
    }
  })
})
