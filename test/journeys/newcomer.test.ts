import { expect } from 'chai'
import { Key } from 'selenium-webdriver'
import { Person, clear, stage, type Stage } from './helpers.js'

/** Somebody who opens the program for the first time, with the bearing and its paper on the bench. */
describe('journey: from the first page to a printed card, inputs counted', () => {
  // Eight of them take the old bearing off and wipe its grease out: four steps, each confirmed and signed.
  const MOST_INPUTS = 74
  const MOST_MINUTES = 5
  let at: Stage
  let person: Person
  before(async () => {
    at = await stage()
    person = await Person.at(at.instance.url)
  })
  after(async () => {
    await person.leave()
    await clear(at)
  })

  it('takes about seventy inputs and less than five minutes', async () => {
    const begun = Date.now()
    await person.signIn('technician')
    await person.startJob('Mash pump', 'drive end', 'Noisy since the last clean-down')
    await person.type('Number on ring or paper', '6312')
    await person.choose('Clearance group', 'C3')
    await person.pick('How is the group known?', 'read on the ring')
    await person.station('Select')
    await person.pick('What kind of machine is it?', 'round the clock')
    await person.station('Arrange')
    await person.type('At assembly', '20')
    await person.type('Shaft at its hottest', '78')
    await person.type('Housing then', '52')
    await person.type('Float at the impeller end', '1.2')
    await person.station('Mount')
    await person.click("//label[contains(., 'Hot, by heater')]")
    await person.step('isolate', { tried: true })
    await person.offOld()
    await person.step('seat', { seatMm: '60.009' })
    await person.step('bore', { boreMm: '130.02' })
    await person.step('unpack', { marking: '6312 C3' })
    await person.step('heat', { ringC: '104', demagnetised: true })
    await person.step('push')
    await person.step('shoulder', { gapMm: '0.01' })
    await person.station('Lubricate')
    await person.pick('Grease that goes in', 'Wet-end calcium 2')
    await person.pick('Grease gun', 'Press house gun')
    await person.step('fill', { gramsG: '35', greaseRead: 'Wet-end calcium 2' })
    await person.station('Mount')
    await person.step('turn', { free: true })
    await person.station('Run in')
    await person.choose('Turned by hand', 'free and even')
    await person.step('guards', { on: true })
    await person.run(21, 48, 57, 58)
    await person.choose('Noise', 'quiet')
    await person.type('Vibration, RMS', '0.9')
    await person.pick('Machine', 'medium')
    await person.step('release')
    await person.station('Inspect')
    await person.click("//label[contains(., 'Milky or watery')]")
    await person.click("//label[contains(., 'Rust spots')]")
    await person.pick('Cause that you settle on', 'water got in')
    await person.saved()
    await person.type('1 open question: why close it all the same?', 'Readings from the run sheet')
    await person.button('Finish the job')
    await person.seeText('Finished')
    expect(await person.fetched('Card as PDF')).to.equal('200 application/pdf %PDF-')
    const minutes = (Date.now() - begun) / 60_000
    console.log(`        ${person.inputs} inputs, ${minutes.toFixed(1)} minutes`)
    expect(person.inputs).to.be.within(40, MOST_INPUTS)
    expect(minutes).to.be.below(MOST_MINUTES)
  })
})

describe('journey: the round', () => {
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

  it('a point that is overdue is greased in a few touches and leaves the list', async () => {
    await person.click("//section[@aria-labelledby='due-title']//a[contains(., 'Cooling tower fan CT-1, fan end')]")
    expect(await (await person.see("//p[contains(@class, 'due')]")).getText()).to.match(/^(19|20) days overdue$/)
    await person.pick('Grease gun', 'Roof gun')
    expect(await person.valueOf('Strokes')).to.equal('12')
    await person.type('Old grease at the lip', 'dark')
    await person.button('Greased')
    await person.seeText('the next date is set')
    await person.seeText('18 g of Wet-end calcium 2, dark')
    await person.click("//a[normalize-space()='Yard']")
    await person.see("//h1[normalize-space()='Needs hands']")
    expect(await (await person.see("//section[@aria-labelledby='due-title']")).getText()).to.not.contain('Cooling tower fan CT-1, fan end')
  })

  it('another grease is refused beside its field until the change-over is ticked', async () => {
    await person.click("//section[@aria-labelledby='due-title']//a[contains(., 'Mash pump MP-2, impeller end')]")
    await person.pick('Grease', 'General lithium 2')
    await person.button('Greased')
    await person.seeText('is in there')
    await person.click("//label[contains(., 'record the change-over')]")
    await person.button('Greased')
    await person.seeText('changed over')
  })

  it('skipping asks why', async () => {
    await person.go('/')
    await person.click("//section[@aria-labelledby='due-title']//a[contains(., 'Bottle conveyor drum BC-3, gear motor side')]")
    await person.button('Skip…')
    await person.type('Why is it skipped?', 'Line runs through the night')
    await person.button('Note as skipped')
    await person.seeText('it stays due')
  })

  it('an entry typed while the server is away waits on the device and arrives once', async () => {
    await person.go('/')
    await person.click("//section[@aria-labelledby='due-title']//a[contains(., 'Press arm pivots PA-1, left cheek')]")
    await person.see("//button[normalize-space()='Greased'][not(@disabled)]")
    const count = async () => (await at.instance.pool.query("SELECT count(*)::int AS n FROM grease_event WHERE kind = 'greased'")).rows[0].n
    const before = await count()
    await person.cutOff(async () => {
      await person.button('Greased')
      await person.seeText('1 waiting on this device')
      expect(await count()).to.equal(before)
    })
    await person.web.wait(async () => !(await person.text()).includes('waiting on this device'), 45_000, 'waited for the entry to arrive')
    expect(await count()).to.equal(before + 1)
    await person.seeText('What waited here was sent.')
    const right =
      "return Math.max(...[...document.querySelectorAll('.greasing *')].map((e) => e.getBoundingClientRect().right)) - innerWidth"
    await person.button('Greased')
    await person.seeText('is this a second greasing?')
    await person.resize(390, 844)
    expect(await person.web.executeScript<number>(right), 'nothing runs out of a phone').to.be.at.most(0)
    await person.resize(1280, 800)
  })

  it('a page that is killed with twenty entries waiting sends them once, in order, after it is opened again', async () => {
    await person.go('/')
    await person.click("//section[@aria-labelledby='due-title']//a[contains(., 'Bottle conveyor drum BC-3, gear motor side')]")
    const noted = async () =>
      (await at.instance.pool.query("SELECT note FROM grease_event WHERE note LIKE 'no hands,%' ORDER BY id")).rows.map((r) => r.note)
    await person.dieAfter(async () => {
      for (let i = 1; i <= 20; i++) {
        await person.button('Skip…')
        await person.type('Why is it skipped?', `no hands, ${i}`)
        await person.button('Note as skipped')
        await person.seeText(`${i} waiting on this device`)
      }
      expect(await noted()).to.deep.equal([])
    })
    await person.web.wait(async () => (await noted()).length >= 20, 45_000, 'they arrive')
    await person.web.wait(async () => !(await person.text()).includes('waiting on this device'), 45_000, 'and wait no more')
    expect(await noted()).to.deep.equal(Array.from({ length: 20 }, (_, i) => `no hands, ${i + 1}`))
  })

  it('an entry that waited is sent after the page was closed and opened again', async () => {
    const { id } = (await at.instance.pool.query('SELECT position_id AS id FROM point_feed LIMIT 1')).rows[0]
    await person.web.executeScript(
      `localStorage.setItem('yardfrost:round', JSON.stringify([{ positionId: arguments[0], entry: { key: crypto.randomUUID(), kind: 'skipped',
        greaseId: null, gunId: null, strokes: null, grams: null, looks: '', note: 'typed before the page was lost' } }]))`,
      id,
    )
    await person.go('/rack')
    const kept = async () =>
      (await at.instance.pool.query("SELECT 1 FROM grease_event WHERE note = 'typed before the page was lost'")).rowCount
    await person.web.wait(async () => (await kept()) === 1, 45_000, 'waited for the kept entry')
    await person.web.wait(
      async () => (await person.web.executeScript("return localStorage.getItem('yardfrost:round')")) === null,
      45_000,
      'waited for the device to forget it',
    )
  })
})

describe('journey: settings, palette, keys and light', () => {
  let at: Stage
  let person: Person
  before(async () => {
    at = await stage()
    person = await Person.at(at.instance.url)
    await person.signIn('planner')
  })
  after(async () => {
    await person.leave()
    await clear(at)
  })
  it('finds anything by its words and goes there', async () => {
    await person.withControl('k')
    await person.see("//li[@role='option'][contains(., 'Yard')]")
    await person.press('gearbox')
    await person.see("//li[@role='option'][@aria-selected='true'][contains(., 'Press gearbox')]")
    await person.press(Key.ENTER)
    await person.see("//h1[contains(., 'Press gearbox')]")
    await person.withControl('k')
    await person.press('22213')
    await person.see("//li[@role='option'][@aria-selected='true'][contains(., 'spherical roller')]")
    await person.press(Key.ENTER)
    await person.see("//h1[normalize-space()='22213']")
  })

  it('lists the keys under ? and changes the light with n, for good', async () => {
    await person.press('?')
    await person.seeText('take the last change on a card back')
    await person.press(Key.ESCAPE)
    await person.web.wait(async () => !(await person.text()).includes('take the last change'), 10_000)
    await person.press('n')
    await person.see("//html[contains(@class, 'night')]")
    await person.web.navigate().refresh()
    await person.see("//html[contains(@class, 'night')]")
    await person.press('n')
    await person.see("//html[not(contains(@class, 'night'))]")
  })

  it('a gun is weighed again, a grease is added, refused values stand beside their field', async () => {
    await person.go('/settings')
    await person.button('Weigh again: Cellar gun')
    await person.type('Grams together', '9.2')
    await person.button('Save')
    await person.seeText('0.92')
    await person.button('Add a grease')
    await person.click("//section[@aria-labelledby='greases-title']//input[@id='grease-name']")
    await (await person.see("//input[@id='grease-name']")).sendKeys('Trial clay 2')
    await person.type('Oil at 40 °C', '200')
    await person.type('Oil at 100 °C', '300')
    await person.type('Serves from', '-10')
    await person.type('Serves to', '160')
    await person.button('Save')
    await person.seeText('must be under the viscosity at 40 °C')
    await person.type('Oil at 100 °C', '18')
    await person.button('Save')
    await person.seeText('200 / 18 mm²/s')
  })

  it('figures of a maker’s sheet are entered on the bearing’s page and named on every card', async () => {
    await person.go('/rack/6308')
    await person.button('Enter figures of a maker’s sheet')
    await person.type('Dynamic rating C', '45')
    await person.type('From which sheet', 'stores folder 12, page 3')
    await person.button('Enter')
    await person.seeText("maker's sheet; computed")
    await person.go('/jobs/4/select')
    await person.seeText('moved: was')
    await person.go('/jobs/4/identify')
    await person.seeText('stores folder 12, page 3')
    await person.go('/settings')
    await person.seeText('entered by M. Thorpe')
  })
})
