import { expect } from 'chai'
import { type Client, answer, openAt } from '../server/helpers.js'
import { Key } from 'selenium-webdriver'
import { technicianAtScreen, type Person } from './helpers.js'

describe('journey: every way onto its seat', () => {
  const here = technicianAtScreen()
  let person: Person
  let technician: Client
  before(() => void ({ person, technician } = here))
  const known = (place: string, designation: string, group = 'N') => ({
    [`${place}/identify.designation`]: designation,
    [`${place}/identify.group`]: group,
    [`${place}/identify.groupEvidence`]: 'marking',
    'line/select.target': 'motor-24h',
  })
  async function opened(machine: string, places: string[], said: Record<string, unknown>, station = 'mount'): Promise<number> {
    const { job } = await openAt(technician, machine, places)
    const saved = await answer(technician, job.id, said)
    expect(saved.status, JSON.stringify(saved.body.errors ?? saved.body.detail)).to.equal(200)
    await person.go(`/jobs/${job.id}/${station}`)
    return job.id
  }
  /** A step that was done before, filled in and signed. */
  async function signed(id: number, key: string, values: object): Promise<void> {
    const at = `/cards/${id}/steps/${encodeURIComponent(key)}`
    await person.api('PUT', at, { version: 0, values })
    const { status, detail } = await person.api<{ status?: number; detail?: string }>('POST', `${at}/signature`)
    expect(status, `${key}: ${detail}`).to.equal(undefined)
  }
  const step = (name: string) => person.see(`//li[@data-step='${name}']`)
  const steps = async () =>
    person.web.executeScript<string[]>("return [...document.querySelectorAll('li[data-step]')].map((s) => s.dataset.step)")

  it('heat with the coil on a shiny ring: the time, the seconds, and what a camera would show', async () => {
    await opened('MM-1', ['p1.1'], { ...known('p1.1', '6311', '3'), 'p1.1/mount.method': 'heat' })
    const induction = Number(await person.figure('mount.heatMin'))
    await person.fromList('Heater of this plant', 'Coil 1 kW')
    await person.web.wait(async () => Number(await person.figure('mount.heatMin')) > 3 * induction, 10_000, 'a small coil takes longer')
    await person.seeText('20 s on and 60 s off')
    expect(Number(await person.figure('mount.infraredC'))).to.be.below(60)
    expect(Number(await person.figure('mount.windowS'))).to.be.above(20)
  })

  it('a press that is too weak for this seat is stopped, and another of the plant takes its place', async () => {
    await person.click("//div[@role='radiogroup']//label[contains(., 'Cold, by press')]")
    await person.fromList('Press of this plant', 'Arbor press 1 t')
    await person.seeText('Arbor press 1 t will not do')
    await person.fromList('Press of this plant', 'Press house press 5 t')
    await person.web.wait(async () => !(await person.text()).includes('will not do:'), 10_000, 'the other press will do')
    await step('press')
    await person.click("//div[@role='radiogroup']//label[contains(., 'Hot, by heater')]")
    await person.saved()
  })

  it('dismounting for inspection: marked, drawn off, kept, and only then the new one', async () => {
    await person.pick('The old one comes off', 'puller')
    await step('off')
    const order = await steps()
    expect(order.slice(0, 6)).to.deep.equal(['isolate', 'mark', 'off', 'keep', 'clean-out', 'seat'])
    await person.button('What to bring')
    await person.seeText('Three-arm puller 10 t')
    await person.saved()
  })

  it('a chilled outer ring: the way is chosen, and the step says how cold', async () => {
    await person.station('Fit')
    await person.pick('Housing class', 'P7')
    await person.station('Mount')
    await person.pick('Outer ring goes in', 'chilled')
    await step('house')
    await person.seeText('Chill the ring to')
    expect(Number(await person.figure('mount.outerChillUm'))).to.be.above(0)
    await person.pick('Outer ring goes in', 'into a warmed housing')
    await person.seeText('Warm the housing to')
    await person.saved()
  })

  it('an end plate on an overhung shaft: its bolt is asked, its torque is said', async () => {
    await person.station('Arrange')
    await person.pick('Inner ring, to the right', 'cover')
    await person.station('Mount')
    await person.seeText('Which bolt holds the end plate')
    await person.type('Bolt of the end plate, M', '12')
    await person.pick('Class of the bolt', '8.8')
    await step('end-plate')
    expect(Number(await person.figure('mount.endBoltNm'))).to.be.closeTo(84, 2)
  })

  it('an insert by its eccentric collar: not where the shaft runs both ways, and not turned against it; its screw by its key', async () => {
    const id = await opened('BC-3', ['p1.1'], { ...known('p1.1', 'UEL 207'), 'p1.1/mount.takeOff': 'none' })
    await step('lock')
    await person.seeText('Turn the collar')
    expect(await person.verdict()).to.contain('slides on')
    await person.click("//label[contains(., 'runs both ways')]")
    await person.web.wait(async () => (await person.verdict()).includes('not this way'), 10_000, 'a collar on a reversing shaft is stopped')
    await person.seeText('A collar works loose')
    await person.click("//label[contains(., 'runs both ways')]")
    await person.web.wait(async () => (await person.verdict()).includes('slides on'), 10_000, 'it runs one way')
    await person.seeText('Which key fits the set screws')
    await person.pick('Key that fits the set screws', '4 mm')
    expect(Number(await person.figure('mount.setScrewNm'))).to.be.closeTo(8.5, 0.05)
    await person.saved()
    for (const [key, values] of [
      ['line/isolate', { tried: true }],
      ['p1.1/seat', { seatMm: 34.99 }],
      ['p1.1/unpack', { marking: 'UEL 207' }],
      ['p1.1/slide', { slides: true }],
    ] as const)
      await signed(id, key, values)
    await person.go(`/jobs/${id}/steps`)
    await person.choose('The shaft turns, seen from the collar', 'clockwise')
    await person.choose('The collar was turned, seen from the same side', 'anticlockwise')
    await person.seeText('Against the shaft: it works loose')
    // By keys, as a gloved hand does: the arrow chooses and does not turn the page.
    await person.press(Key.ARROW_LEFT)
    await person.web.wait(async () => !(await person.text()).includes('it works loose'), 10_000, 'the right way is taken')
    await person.saved()
  })

  it('a chilled shaft: the seconds run as soon as its cold is signed', async () => {
    const id = await opened('MM-1', ['p2.1'], {
      ...known('p2.1', 'NU 311', '3'),
      'p2.1/mount.method': 'chill',
      'p2.1/mount.takeOff': 'none',
    })
    const seconds = Number(await person.figure('mount.windowS'))
    expect(seconds).to.be.above(60)
    for (const [key, values] of [
      ['line/isolate', { tried: true }],
      ['p2.1/seat', { seatMm: 55.011 }],
      ['p2.1/bore', { boreMm: 120.005 }],
      ['p2.1/unpack', { marking: 'NU 311 C3' }],
      ['p2.1/outer-in', { in: true }],
      ['p2.1/chill', { shaftC: -80 }],
    ] as const)
      await signed(id, key, values)
    await person.go(`/jobs/${id}/steps`)
    await person.seeText('Slide the ring on while the shaft is cold')
    const left = async () =>
      (await (await person.see("//*[@role='timer']//b")).getText()).split(':').reduce((m, s) => 60 * m + Number(s), 0)
    const first = await left()
    expect(first).to.be.within(seconds - 60, seconds)
    await person.web.wait(async () => (await left()) < first, 10_000, 'it counts down')
  })

  it('an adjusted pair by dial and shims: Arrange says the cold setting, the shims, and the step holds to it', async () => {
    const set = {
      'line/arrange.facing': 'face-to-face',
      'line/arrange.hotPlayUm': 40,
      'line/arrange.shaftMaterial': 'carbon-steel',
      'line/arrange.housingMaterial': 'cast-iron',
      'line/arrange.assemblyC': 20,
      'line/arrange.shaftHotC': 60,
      'line/arrange.housingHotC': 45,
      'line/arrange.spanMm': 200,
      'line/arrange.measuredPlayUm': 400,
      'line/arrange.trialShimMm': 1.5,
      'line/arrange.shimSide': 'closes',
      'p1/arrange.held': true,
      'p2/arrange.held': true,
    }
    const id = await opened('PG-1', ['p1.1', 'p2.1'], { ...known('p1.1', '32210'), ...known('p2.1', '32209'), ...set }, 'arrange')
    const cold = Number(await person.figure('arrange.pairColdUm'))
    expect(Number(await person.figure('arrange.pairShimMm')), 'more shim closes what is too loose').to.be.above(1.5)
    await person.seeText('hot it stays slack')
    // Set once, at the last of the two, when both are on.
    await person.go(`/jobs/${id}/mount`)
    await person.see("//li[@data-step='isolate']")
    expect(await steps()).to.not.include('setting')
    await person.web.executeScript('document.activeElement.blur()')
    await person.press('2')
    await step('setting')
    await person.seeText('by the figures of Arrange')
    const label = await (await person.see("//li[@data-step='setting']//label[contains(., 'End play measured')]")).getText()
    const [least, most] = [...label.matchAll(/(\d+\.\d+)/g)].map((m) => 1000 * Number(m[1]))
    expect(cold).to.be.within(least!, most!)
    // More shims close it: what opened instead went the wrong way.
    for (const [field, value] of [
      ['packMm', '1.8'],
      ['endPlayMm', '0.6'],
    ] as const)
      await (await person.see(`//input[@id='setting-${field}']`)).sendKeys(value, Key.TAB)
    await person.seeText('The wrong way: 0.30 mm more of shims should have closed the play')
    await (await person.see("//input[@id='setting-endPlayMm']")).sendKeys(Key.chord(Key.CONTROL, 'a'), '0.13', Key.TAB)
    await person.web.wait(async () => !(await person.text()).includes('The wrong way'), 10_000, 'it went the right way')
    await person.station('Run in')
    await step('hot')
    await person.type('Temperature, pinion side', '45')
    await person.type('Temperature, blind side', '45', Key.ENTER)
    await person.seeText('How warm is the shaft beside its bearings')
    await person.type('Shaft beside its bearings, warm', '75')
    await person.seeText('it heats itself on and spalls deep')
    await person.type('Shaft beside its bearings, warm', '58')
    await person.web.wait(async () => Number(await person.figure('runin.pairHotUm')) > 0, 10_000, 'warm it has some play')
    await person.saved()
  })

  it('a run-in of a fan with both positions: one climbs, is stopped, found, and run in again', async () => {
    const fine = [0, 20, 40, 60].map((minute, i) => ({ minute, temperatureC: [20, 38, 47, 51][i] }))
    const climbing = [0, 30, 60].map((minute, i) => ({ minute, temperatureC: [20, 37, 54][i] }))
    const held = { 'p2/arrange.held': true, 'p3/arrange.held': true, 'p1/arrange.held': false }
    await opened(
      'LS-1',
      ['p2.1', 'p3.1'],
      {
        ...known('p2.1', '22211 K', '3'),
        ...known('p3.1', '22211 K', '3'),
        ...held,
        'p2/runin.readings': climbing,
        'p3/runin.readings': fine,
      },
      'runin',
    )
    await person.type('Minutes since start', '90')
    await person.type('Temperature, second block', '71')
    await person.type('Temperature, third block', '53', Key.ENTER)
    await person.web.wait(async () => (await person.verdict()).includes('climbs on'), 10_000, 'it climbs on')
    await person.see("//h3[normalize-space()='Look first at']")
    expect(await person.text()).to.contain('hotter than the coolest position')
    await person.see("//figure[contains(@aria-label, 'after 90 min')]")
    await person.web.executeScript('document.activeElement.blur()')
    await person.press('2')
    await person.web.wait(async () => !(await person.verdict()).includes('climbs on'), 10_000, 'the other end rests')
    await person.press('1')
    await person.button('Stop the run')
    await person.web.wait(async () => (await person.valueOf('Why it is stopped')) === 'climbs on', 10_000, 'the verdict is proposed')
    await person.button('Stopped')
    await person.web.wait(async () => (await person.verdict()) === 'stopped', 10_000, 'it is stopped')
    await person.type('What was found and done', 'a locating ring at the free end, taken out')
    await person.button('Begin a new run')
    await person.web.wait(async () => (await person.verdict()) === 'not started', 10_000, 'a new run')
    await person.seeText('Found: a locating ring at the free end')
    await person.button('It starts now')
    await person.see("//*[@role='timer'][starts-with(., '00:00')]")
    await person.click("//summary[contains(., 'Gauge')]")
    await person.pick('Stand-in, measures nothing real', 'contact thermometer')
    await person.button('Take the stand-in')
    for (const block of ['second block', 'third block']) {
      await person.button('Press its button')
      await person.seeText(`at 0 min, ${block}`)
    }
    await person.see("//table[@aria-label='Readings of the run']//td[contains(., 'stand-in: contact thermometer, R. Amble')]")
    await person.saved()
  })
})
