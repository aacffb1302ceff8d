import { expect } from 'chai'
import { By, Key, Origin } from 'selenium-webdriver'
import { Person, clear, stage, type Stage } from './helpers.js'

describe('journey: what a shaft carries, and how long its bearings last', () => {
  let at: Stage
  let person: Person
  before(async () => {
    at = await stage()
    person = await Person.at(at.instance.url)
    await person.signIn('technician')
  })
  after(async () => {
    await person.leave()
    await clear(at)
  })

  const look = (view: string) => person.click(`//*[@aria-label='What is looked at']//*[normalize-space()='${view}']`)
  const source = async (n: number) => {
    const handle = await person.see(`(//*[contains(@class, 'handle')])[${n}]`)
    await person.web.executeScript('arguments[0].focus()', handle)
    return handle
  }
  const lives = async () => (await person.see("//*[@aria-label='Life of every bearing']")).getText()
  /** What is missing leads to the field that takes it. */
  const ledTo = async (missing: string, field: RegExp) => {
    await person.button(missing)
    await person.web.wait(async () => field.test(await person.web.executeScript('return document.activeElement.id')), 5_000, missing)
  }
  const changes = (what: () => Promise<string>, before: string, words: string) =>
    person.web.wait(async () => (await what()) !== before, 15_000, words)

  it('a belt-driven fan: from power to the life of both bearings, and what a tighter belt does to it', async () => {
    await person.cardOn(await person.machineOf('CT-1'), 'New belts')
    await person.type('Number on ring or paper', '22213')
    await person.station('Duty')
    await look('What sits on the shaft')
    await person.button('begin with what the records carry')
    await person.type('Power', '25 hp')
    await person.type('Pitch diameter', '280')
    await source(2)
    await person.type('Mass', '22')
    await source(3)
    await person.type('Mass', '310')
    await source(1)
    await person.seeText('The pull of a belt by power and factor is an estimate')
    await person.button('let the shaft decide')
    await person.seeText('from what sits on the shaft')
    const before = await lives()
    expect(before).to.contain('sheave end').and.to.contain('fan end')
    const handle = await person.see("//*[contains(@class, 'tension')]//*[@role='slider']")
    await person.web.executeScript('arguments[0].focus()', handle)
    await person.press(...Array.from({ length: 12 }, () => Key.ARROW_RIGHT))
    await changes(lives, before, 'the life of the bearings follows the belt')
    await person.seeText('pull 2.40 times')
    // Moved along the shaft and taken back.
    const tighter = await lives()
    await (await source(1)).sendKeys(Key.ARROW_LEFT, Key.ARROW_LEFT)
    await changes(lives, tighter, 'moving it changes them')
    await person.saved()
  })

  it('how it runs: steps from a list, the one that eats the life drawn', async () => {
    await look('How it runs')
    await person.button('Paste a list')
    const paste = async (list: string) => {
      const text = await person.see("//textarea[@id='spectrum-text']")
      await text.clear()
      await text.sendKeys(list)
      await person.button('Take these steps')
    }
    await paste('cycles;load\n1000000;100')
    await person.seeText('counts cycles')
    await paste('share;rpm;load %\n20;720;150\n80;720;90')
    await person.seeText('Step 1 eats the life')
    await person.see("//*[contains(@class, 'apexcharts-series')]")
    await person.station('Select')
    await person.seeText('step 1 does')
    await person.saved()
  })

  it('a larger series is chosen over what is in, with its reason, and taken back as one', async () => {
    const dialog = "//*[@role='dialog']"
    await person.button('What of the rack would do here')
    await person.click(`${dialog}//label[normalize-space()='Shaft and housing stay']`)
    await person.click(`${dialog}//*[@role='tab'][normalize-space()='Looked at']`)
    await person.see(`${dialog}//*[contains(@class, 'apexcharts-scatter-series') or contains(@class, 'apexcharts-series-markers')]`)
    await person.click(`${dialog}//*[@role='tab'][normalize-space()='Bearings of the rack']`)
    await person.click(`${dialog}//tr[.//a[normalize-space()='21313']]//button[contains(normalize-space(), 'choose')]`)
    await person.type('Why it was chosen', 'room for it, and twice the life')
    await person.button('Choose it')
    const chosen = "//*[@data-figure='select.chosen']"
    await person.see(`${chosen}//*[contains(normalize-space(), '21313 over 22213')]`)
    await person.seeText('room for it, and twice the life')
    await person.saved()
    await person.button('Undo')
    await person.web.wait(async () => (await person.web.findElements(By.xpath(chosen))).length === 0, 15_000, 'it is taken back')
    await person.saved()
  })

  it('a leaning screw on cylindrical bearings: its weight runs down the shaft, and that is caught', async () => {
    const id = await person.machineTyped('SC-9', 'Pomace screw', 'tilted 30, coupling, NU 212 held, 900, NU 212 free')
    await person.cardOn(id, 'Screw taken apart')
    await person.type('Number on ring or paper', 'NU 212')
    await person.station('Duty')
    await ledTo('temperature of the outer ring', /^outerRingC$/)
    await person.type('Speed', '60')
    await person.choose('Running', 'smooth')
    await look('What sits on the shaft')
    await person.click("//*[@aria-label='Put on the shaft']//button[normalize-space()='weight']")
    await look('This bearing')
    await ledTo('mass of the weight', /-massKg$/)
    await person.type('Mass', '240')
    await person.seeText('say which end is the upper one')
    await person.choose('Upper end of the shaft', 'the left')
    await person.seeText('carried at the')
    await person.station('Select')
    await person.web.wait(async () => (await person.verdict()) === 'stop', 15_000, 'a bearing that takes no thrust is a stop')
    await person.seeText('carries no axial load')
  })

  it('an adjusted tapered pair: thrust from either side presses the other one', async () => {
    await person.cardOn(await person.machineOf('PG-1'), 'Gearbox opened')
    await person.station('Duty')
    await look('What sits on the shaft')
    await person.click("//*[@aria-label='Put on the shaft']//button[normalize-space()='force']")
    await person.type('Across the shaft', '9 kN')
    await person.type('Push along it', '6 kN')
    await person.button('let the shaft decide')
    await person.station('Arrange')
    await person.choose('The two bearings stand', 'back-to-back')
    await person.station('Duty')
    const reason = async () => (await person.see("//section[@aria-label='Figures of Duty']//p")).getText()
    const right = await reason()
    expect(right).to.contain('presses it')
    await look('What sits on the shaft')
    await source(1)
    await person.pick('Pushes the shaft', 'to the left')
    await changes(reason, right, 'the other one is pressed')
    expect(await reason()).to.contain('its own radial load makes')
    await person.saved()
  })

  it('dragging keeps the page awake', async () => {
    const handle = await source(1)
    await person.web.executeScript(
      "window.longest = []; new PerformanceObserver((list) => list.getEntries().forEach((e) => window.longest.push(e.duration))).observe({ entryTypes: ['longtask'] })",
    )
    const where = async () => (await (await person.see("//*[contains(@class, 'handle')]")).getAttribute('aria-label')) ?? ''
    const before = await where()
    const hand = () => person.web.actions({ async: true })
    const drag = async (by: number) => {
      await person.web.executeScript('window.longest = []')
      await hand().move({ origin: handle }).press().perform()
      for (let i = 0; i < 12; i += 1) await hand().move({ origin: Origin.POINTER, x: by, y: 0, duration: 40 }).perform()
      await hand().release().perform()
      return (await person.web.executeScript<number[]>('return window.longest')).filter((ms) => ms > 50)
    }
    // What others do on this machine may hold up one of them; what the page does itself holds up each.
    const blocked = [await drag(8), await drag(-8), await drag(8)]
    expect(await where()).to.not.equal(before)
    expect(
      blocked.some((long) => long.length === 0),
      `long tasks of ${blocked.join('; ')} ms`,
    ).to.equal(true)
    await person.saved()
  })
})
