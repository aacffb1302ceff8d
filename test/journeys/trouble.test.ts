import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { rmSync } from 'node:fs'
import { expect } from 'chai'
import { Key } from 'selenium-webdriver'
import { startCluster, temporaryDirectory } from '../../tools/cluster.mjs'
import { createApp } from '../../src/server/app.js'
import { loadDemo } from '../../src/server/demo.js'
import { prepareDatabase } from '../../src/server/prepare.js'
import { createPool } from '../../src/server/database.js'
import { Client, answer, cardOf, startInstance } from '../server/helpers.js'
import { Person, WEB_DIR, clear, stage, technicianAtScreen, type Stage } from './helpers.js'

describe('journey: bad input', () => {
  let at: Stage
  let person: Person
  before(async () => {
    at = await stage()
    person = await Person.at(at.instance.url)
    await person.signIn('technician')
    await person.startJob('Cooling tower fan', 'fan end', '')
  })
  after(async () => {
    await person.leave()
    await clear(at)
  })

  it('questions a size in the wrong unit and takes it as inches on request', async () => {
    await person.type('Bore 1', '2.5591')
    await person.seeText('Was 2.559 in (65 mm) meant?')
    await person.button('Take as inches')
    await person.web.wait(async () => (await person.valueOf('Bore 1')) === '65.001', 10_000, 'waited for 65 mm')
  })

  it('says beside the field what cannot be, and keeps what was typed', async () => {
    await person.type('Outside 1', '40')
    await person.seeText('must be smaller than the outside diameter')
    expect(await person.valueOf('Outside 1')).to.equal('40')
    await person.type('Outside 1', 'about 120')
    await person.seeText('Not a number')
    await person.saved()
    await person.web.navigate().refresh()
    await person.see("//h1[normalize-space()='Identify']")
    expect(await person.valueOf('Outside 1')).to.equal('about 120')
    await person.type('Outside 1', '120')
    await person.type('Number on ring or paper', '99999')
    await person.seeText('The rack holds no "99999"')
    await person.type('Number on ring or paper', '22213')
    await person.seeText('spherical roller bearing')
  })

  it('stops at a load above the static rating and at a ring over its limit', async () => {
    await person.station('Duty')
    await person.type('Radial load', '400')
    await person.saved()
    await person.station('Select')
    await person.seeText('above the static rating')
    await person.station('Duty')
    await person.type('Radial load', '5.2')
    await person.station('Fit')
    await person.choose('Clearance group that goes in', 'C3')
    await person.station('Mount')
    await person.click("//label[contains(., 'Hot, by heater')]")
    await person.pick('Limit of the ring', '80 °C')
    await person.seeText('to spare: be quick')
    await person.station('Duty')
    await person.type('Air around', '45')
    await person.saved()
    await person.station('Mount')
    await person.seeText('at the limit of 80 °C it does not clear its seat')
    expect(await person.verdict()).to.equal('not this way')
  })
})

describe('journey: two people on one card', () => {
  let at: Stage
  let person: Person
  let planner: Client
  const speed = async () => (await cardOf(planner, 4)).answers['line/duty.speedRpm']!.value
  before(async () => {
    at = await stage()
    person = await Person.at(at.instance.url)
    planner = await new Client(at.instance.url).signIn('planner')
    await person.signIn('technician')
    await person.openCard('Glycol circulation pump GP-1, drive end')
    await person.station('Duty')
  })
  after(async () => {
    await person.leave()
    await clear(at)
  })

  it('different fields at once: both are kept, and both pages show both', async () => {
    expect((await answer(planner, 4, { 'line/duty.hoursPerDay': 20 })).status).to.equal(200)
    await person.type('Speed', '2910')
    await person.saved()
    await person.web.wait(async () => (await person.valueOf('Hours a day')) === '20', 10_000, 'waited for the other answer')
    expect(await speed()).to.equal(2910)
  })

  it('the same field: both answers are shown with their unit, mine counts or theirs', async () => {
    await person.cutOff(async () => {
      await answer(planner, 4, { 'line/duty.speedRpm': 1450 })
      await person.type('Speed', '2900')
    })
    await person.seeText('Two answers')
    await person.seeText('M. Thorpe')
    const text = await person.text()
    expect(text).to.contain('Duty: Speed').and.contain('2900 r/min').and.contain('1450 r/min')
    await person.button('Keep mine')
    await person.saved()
    expect(await speed()).to.equal(2900)

    await person.cutOff(async () => {
      await answer(planner, 4, { 'line/duty.speedRpm': 1475 })
      await person.type('Speed', '3000')
    })
    await person.button('Take theirs')
    await person.saved()
    await person.web.wait(async () => (await person.valueOf('Speed')) === '1475', 10_000, 'waited for the other answer')
  })

  it('who reads inches sees a conflict in inches', async () => {
    await person.station('Arrange')
    await person.web.executeScript('document.activeElement.blur()')
    await person.press('u')
    await person.see("//label[normalize-space()='Between bearing centres']/ancestor::*[contains(., 'in')]")
    await person.cutOff(async () => {
      await answer(planner, 4, { 'line/arrange.spanMm': 254 })
      await person.type('Between bearing centres', '11')
    })
    await person.seeText('Two answers')
    await person.see("//*[@role='dialog']//td[normalize-space()='11 in']")
    const text = await (await person.see("//*[@role='dialog']")).getText()
    expect(text).to.contain('10 in').and.contain('11 in').and.not.contain('mm')
    await person.button('Take theirs')
    await person.saved()
  })
})

describe('journey: a card that was opened by mistake', () => {
  it('is cancelled with a reason, stays readable, and its bearing is free for another', async () => {
    const at = await stage()
    const person = await Person.at(at.instance.url)
    try {
      await person.signIn('technician')
      await person.startJob('Mash pump', 'impeller end', 'wrong pump')
      await person.station('Inspect')
      await person.button('Cancel card')
      await person.type('Why is it cancelled?', 'It was the other pump')
      await person.button('Cancel the card')
      await person.seeText('Read only')
      await person.seeText('Cancelled: It was the other pump')
      await person.link('Mash pump')
      await person.seeText('job cancelled')
      await person.see("//button[@aria-label='Start a job at the impeller end']")
    } finally {
      await person.leave()
      await clear(at)
    }
  })
})

describe('journey: things go away and come back', () => {
  it('server stopped while typing: kept, said, and saved when it is back', async () => {
    const at = await stage()
    const person = await Person.at(at.instance.url)
    try {
      await person.signIn('technician')
      await person.openCard('Glycol circulation pump GP-1, drive end')
      await person.station('Duty')
      const port = (at.instance.server.address() as AddressInfo).port
      await at.instance.close()
      await person.type('Radial load', '2.2')
      await person.seeText('Server away: kept here')
      await person.type('Axial load', '0.7')
      const pool = createPool(at.db.url)
      const server = createServer(
        createApp({ pool, now: () => new Date(), sessionSecret: 'test', demo: true, webDir: WEB_DIR, publicOrigin: null }),
      )
      await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve))
      at.instance = {
        ...at.instance,
        pool,
        server,
        close: async () => (server.closeAllConnections(), await new Promise((resolve) => server.close(resolve)), await pool.end()),
      }
      await person.saved()
      const stored = (await cardOf(await new Client(at.instance.url).signIn('technician'), 4)).answers
      expect([stored['p1/duty.radialLoadN']!.value, stored['p1/duty.axialLoadN']!.value]).to.deep.equal([2200, 700])
    } finally {
      await person.leave()
      await clear(at)
    }
  })

  it('database stopped and started: the page says so and loses nothing', async () => {
    const dir = temporaryDirectory()
    const cluster = await startCluster(dir)
    await prepareDatabase(cluster.url, 'src/server/migrations')
    const instance = await startInstance(cluster.url, { webDir: WEB_DIR, now: () => new Date() })
    await loadDemo(instance.pool, new Date())
    const person = await Person.at(instance.url)
    try {
      await person.signIn('technician')
      await person.openCard('Glycol circulation pump GP-1, drive end')
      await person.station('Duty')
      cluster.stop()
      await person.type('Radial load', '2.3')
      await person.seeText('Server away: kept here')
      await cluster.revive()
      await person.saved()
      await person.web.navigate().refresh()
      await person.see("//h1[normalize-space()='Duty']")
      expect(await person.valueOf('Radial load')).to.equal('2.3')
    } finally {
      await person.leave()
      await instance.close()
      cluster.stop()
      rmSync(dir, { recursive: true, force: true })
    }
  })

  it('sign-in run out in the middle of a card: sign in again and go on', async () => {
    const at = await stage()
    const person = await Person.at(at.instance.url)
    try {
      await person.signIn('technician')
      await person.openCard('Glycol circulation pump GP-1, drive end')
      await person.station('Duty')
      await at.instance.pool.query('DELETE FROM session')
      await person.type('Radial load', '2.4')
      await person.seeText('The sign-in has run out')
      await person.type('Password', 'cider-press-4', Key.ENTER)
      await person.saved()
      expect(await person.valueOf('Radial load')).to.equal('2.4')
    } finally {
      await person.leave()
      await clear(at)
    }
  })
})

describe('journey: what waits on a device belongs to its person', () => {
  const here = technicianAtScreen()
  const notedBy = async () =>
    (
      await here.at.instance.pool.query(
        "SELECT p.login FROM grease_event e JOIN person p ON p.id = e.person_id WHERE e.looks = 'dark, left waiting' ORDER BY e.id",
      )
    ).rows.map((r: { login: string }) => r.login)
  it('a greasing left waiting is not booked to whoever signs in next, and goes out with its own person', async () => {
    const { person } = here
    await person.visit('/greasing/1')
    await (await person.field('Old grease at the lip')).sendKeys('dark, left waiting')
    await person.cutOff(async () => {
      await person.button('Greased')
      await person.seeText('the entry waits on this device')
      await person.web.manage().deleteAllCookies()
    })
    await person.signIn('planner')
    await person.visit('/greasing/1')
    await person.seeText('Entries of R. Amble wait on this device until they sign in')
    expect(await notedBy()).to.deep.equal([])
    await person.web.manage().deleteAllCookies()
    await person.signIn('technician')
    await person.visit('/greasing/1')
    await person.web.wait(async () => (await notedBy()).length === 1, 15_000, 'it goes out')
    expect(await notedBy()).to.deep.equal(['technician'])
  })

  it('a second tap is asked about, and an entry is taken back with its reason', async () => {
    const { person } = here
    await person.visit('/greasing/1')
    await person.button('Greased')
    await person.seeText('is this a second greasing?')
    await person.button('A second greasing: note it')
    await person.seeText('Greasing noted; the next date is set.')
    await person.button('Take the last entry back…')
    await person.type('Why it is taken back', 'noted at the wrong point')
    await person.button('Take it back')
    await person.seeText('Taken back; the date is as it was before.')
    await person.seeText('greasing taken back')
  })
})
