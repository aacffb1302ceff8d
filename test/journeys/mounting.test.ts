import { expect } from 'chai'
import { Client, answer, openAt } from '../server/helpers.js'
import { Person, clear, stage, type Stage } from './helpers.js'

describe('journey: every way onto its seat', () => {
  let at: Stage
  let person: Person
  let technician: Client
  before(async () => {
    at = await stage()
    technician = await new Client(at.instance.url).signIn('technician')
    person = await Person.at(at.instance.url)
    await person.signIn('technician')
  })
  after(async () => {
    await person.leave()
    await clear(at)
  })
  const known = (place: string, designation: string, group = 'N') => ({ [`${place}/identify.designation`]: designation, [`${place}/identify.group`]: group, [`${place}/identify.groupEvidence`]: 'marking', 'line/select.target': 'motor-24h' }) // prettier-ignore
  async function opened(machine: string, places: string[], said: Record<string, unknown>, station = 'mount'): Promise<number> {
    const { job } = await openAt(technician, machine, places)
    const saved = await answer(technician, job.id, said)
    expect(saved.status, JSON.stringify(saved.body.errors ?? saved.body.detail)).to.equal(200)
    await person.go(`/jobs/${job.id}/${station}`)
    return job.id
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
    expect(order.slice(0, 5)).to.deep.equal(['isolate', 'mark', 'off', 'keep', 'seat'])
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

  it('an insert by its eccentric collar, and not where the shaft runs both ways', async () => {
    await opened('BC-3', ['p1.1'], known('p1.1', 'UEL 207'))
    await step('lock')
    await person.seeText('Turn the collar')
    expect(await person.verdict()).to.contain('slides on')
    await person.click("//label[contains(., 'runs both ways')]")
    await person.web.wait(async () => (await person.verdict()).includes('not this way'), 10_000, 'a collar on a reversing shaft is stopped')
    await person.seeText('A collar works loose')
  })

  it('an adjusted pair by dial and shims: Arrange says the cold setting, the shims, and the step holds to it', async () => {
    const set = { 'line/arrange.facing': 'face-to-face', 'line/arrange.hotPlayUm': 40, 'line/arrange.shaftMaterial': 'carbon-steel', 'line/arrange.housingMaterial': 'cast-iron', 'line/arrange.assemblyC': 20, 'line/arrange.shaftHotC': 60, 'line/arrange.housingHotC': 45, 'line/arrange.spanMm': 200, 'line/arrange.measuredPlayUm': 400, 'line/arrange.trialShimMm': 1.5, 'line/arrange.shimSide': 'closes', 'p1/arrange.held': true, 'p2/arrange.held': true } // prettier-ignore
    const id = await opened('PG-1', ['p1.1', 'p2.1'], { ...known('p1.1', '32210'), ...known('p2.1', '32209'), ...set }, 'arrange')
    const cold = Number(await person.figure('arrange.pairColdUm'))
    expect(Number(await person.figure('arrange.pairShimMm')), 'more shim closes what is too loose').to.be.above(1.5)
    await person.seeText('hot it stays slack')
    await person.go(`/jobs/${id}/mount`)
    await step('setting')
    await person.seeText('by the figures of Arrange')
    const label = await (await person.see("//li[@data-step='setting']//label[contains(., 'End play measured')]")).getText()
    const [least, most] = [...label.matchAll(/(\d+\.\d+)/g)].map((m) => 1000 * Number(m[1]))
    expect(cold).to.be.within(least!, most!)
  })

  it('a run-in of a fan with both positions: one climbs, is stopped, and what to look at first is said', async () => {
    const fine = [0, 20, 40, 60, 90].map((minute, i) => ({ minute, temperatureC: [20, 38, 47, 51, 53][i] }))
    const climbing = [0, 30, 60, 90].map((minute, i) => ({ minute, temperatureC: [20, 37, 54, 71][i] }))
    const held = { 'p2/arrange.held': true, 'p3/arrange.held': true, 'p1/arrange.held': false }
    await opened('LS-1', ['p2.1', 'p3.1'], { ...known('p2.1', '22211 K', '3'), ...known('p3.1', '22211 K', '3'), ...held, 'p2/runin.readings': climbing, 'p3/runin.readings': fine }, 'runin') // prettier-ignore
    await person.web.wait(async () => (await person.verdict()).includes('climbs on'), 10_000, 'it climbs on')
    await person.see("//h3[normalize-space()='Look first at']")
    expect(await person.text()).to.contain('hotter than the coolest position')
    await person.see("//figure[contains(@aria-label, 'after 90 min')]")
    await person.web.executeScript('document.activeElement.blur()')
    await person.press('2')
    await person.web.wait(async () => !(await person.verdict()).includes('climbs on'), 10_000, 'the other end rests')
  })
})
