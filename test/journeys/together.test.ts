import { expect } from 'chai'
import { Key } from 'selenium-webdriver'
import { Person, clear, stage, type Stage } from './helpers.js'
import { Client, answer, cardOf, doStep, openAt } from '../server/helpers.js'

/** Two people at two screens: what one does the other sees, without a touch and without being asked for again and again. */
describe('journey: two at one card', () => {
  let at: Stage
  let fitter: Person
  let planner: Person
  let technician: Client
  let id: number
  before(async () => {
    at = await stage()
    technician = await new Client(at.instance.url).signIn('technician')
    ;[fitter, planner] = await Promise.all([Person.at(at.instance.url), Person.at(at.instance.url)])
    await Promise.all([fitter.signIn('technician'), planner.signIn('planner')])
  })
  after(async () => {
    await Promise.all([fitter?.leave(), planner?.leave()])
    await clear(at)
  })
  /** How often a page asked for an address since it was opened. */
  const asked = (person: Person, path: string) =>
    person.web.executeScript<number>(
      "return performance.getEntriesByType('resource').filter((e) => e.initiatorType === 'fetch' && new URL(e.name).pathname === arguments[0]).length",
      path,
    )
  const quiet = () => new Promise((resolve) => setTimeout(resolve, 3500))

  it('a job that is begun stands in the Yard of the other', async () => {
    await planner.go('/')
    await planner.see("//h2[normalize-space()='Open jobs']")
    expect(await planner.text()).to.not.contain('two at it')
    id = (await openAt(technician, 'MM-1', ['p1.1'], 'two at it')).job.id
    await planner.seeText('two at it')
  })

  it('an answer changes the figures of the other; nobody asks while nothing happens, and one’s own change asks for nothing', async () => {
    await Promise.all([fitter.go(`/jobs/${id}/duty`), planner.go(`/jobs/${id}/duty`)])
    await Promise.all([
      fitter.see("//h1[starts-with(normalize-space(), 'Duty')]"),
      planner.see("//h1[starts-with(normalize-space(), 'Duty')]"),
    ])
    // Both streams have begun by then.
    await quiet()
    const before = await Promise.all([fitter, planner].map((p) => asked(p, `/api/v1/cards/${id}`)))
    await fitter.type('Radial load', '5')
    await fitter.saved()
    await planner.web.wait(async () => (await planner.valueOf('Radial load')) === '5', 10_000, 'it stands on the other screen')
    await quiet()
    const after = await Promise.all([fitter, planner].map((p) => asked(p, `/api/v1/cards/${id}`)))
    expect(after).to.deep.equal([before[0], before[1]! + 1])
  })

  it('what is being typed stays, and the other’s answer comes with it', async () => {
    const field = await planner.field('Axial load')
    await planner.web.executeScript('arguments[0].focus()', field)
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), '1')
    await answer(technician, id, { 'p1/duty.ambientC': 31 })
    await field.sendKeys('.5')
    await planner.saved()
    expect(await field.getAttribute('value')).to.equal('1.5')
    await planner.web.wait(async () => (await planner.valueOf('Air around')) === '31', 10_000, 'what the other answered is there too')
    expect((await cardOf(technician, id)).answers['p1/duty.axialLoadN']!.value).to.equal(1500)
  })

  it('a step that is signed shows on the other screen, also after the stream was cut', async () => {
    await answer(technician, id, {
      'p1.1/identify.designation': '6311',
      'p1.1/identify.group': '3',
      'p1.1/identify.groupEvidence': 'marking',
      'p1.1/mount.method': 'heat',
      'p1.1/mount.takeOff': 'none',
    })
    await planner.go(`/jobs/${id}/steps`)
    await planner.see("//section[@data-step='isolate']")
    await at.instance.pool.query(
      "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE query = 'LISTEN yardfrost_changed' AND datname = current_database()",
    )
    expect((await doStep(technician, id, 'line/isolate', { tried: true })).status).to.equal(200)
    await planner.see("//section[@data-step='seat']")
  })
})
