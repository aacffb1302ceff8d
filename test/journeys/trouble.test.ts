import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { rmSync } from 'node:fs'
import { expect } from 'chai'
import { Key } from 'selenium-webdriver'
import { startCluster, temporaryDirectory } from '../../tools/cluster.mjs'
import { createApp } from '../../src/server/app.js'
import { loadDemo } from '../../src/server/demo.js'
import { prepareDatabase } from '../../src/server/prepare.js'
import { createPool } from '../../src/server/store/database.js'
import { Client, startInstance } from '../server/helpers.js'
import { Person, WEB_DIR, clear, stage, type Stage } from './helpers.js'

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

describe('journey: two people on one station', () => {
  it('the second sees both versions and chooses', async () => {
    const at = await stage()
    const person = await Person.at(at.instance.url)
    try {
      await person.signIn('technician')
      await person.openCard('Glycol circulation pump GP-1, drive end')
      await person.station('Duty')
      const planner = await new Client(at.instance.url).signIn('planner')
      const card = (await planner.get('/jobs/4')).body
      await planner.put('/jobs/4/answers/duty', { version: card.answers.duty.version, data: { ...card.answers.duty.data, speedRpm: 1450 } })
      await person.type('Speed', '2900')
      await person.seeText('Two versions of Duty')
      await person.seeText('M. Thorpe')
      const text = await person.text()
      expect(text).to.contain('2900').and.contain('1450')
      await person.button('Keep mine')
      await person.saved()
      expect((await planner.get('/jobs/4')).body.answers.duty.data.speedRpm).to.equal(2900)

      const again = (await planner.get('/jobs/4')).body
      await planner.put('/jobs/4/answers/duty', {
        version: again.answers.duty.version,
        data: { ...again.answers.duty.data, speedRpm: 1475 },
      })
      await person.type('Speed', '3000')
      await person.button('Take theirs')
      await person.saved()
      await person.web.wait(async () => (await person.valueOf('Speed')) === '1475', 10_000, 'waited for the other version')
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
      const stored = (await (await new Client(at.instance.url).signIn('technician')).get('/jobs/4')).body.answers.duty.data
      expect(stored).to.include({ radialLoadN: 2200, axialLoadN: 700 })
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
