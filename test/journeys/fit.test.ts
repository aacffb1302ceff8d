import { expect } from 'chai'
import { By, Key } from 'selenium-webdriver'
import { Person, clear, stage, type Stage } from './helpers.js'

describe('journey: how tight, and what is left of the clearance', () => {
  let at: Stage
  let person: Person
  before(async () => {
    at = await stage()
    person = await Person.at(at.instance.url)
    await person.signIn('technician')
    await person.cardOn(await person.machineOf('GP-1'), 'Noise', 'fit')
  })
  after(async () => {
    await person.leave()
    await clear(at)
  })
  const verdictIs = (wanted: RegExp) => person.web.wait(async () => wanted.test(await person.verdict()), 10_000, `the verdict is ${wanted}`)

  it('a fit is made tighter until the clearance is gone, and the group is changed', async () => {
    await person.choose('Clearance group that goes in', 'C3')
    await verdictIs(/runs free|tight in/)
    const zone = "//*[@role='slider'][@aria-label='Class of the shaft seat, by its zone']"
    const first = await (await person.see(zone)).getAttribute('aria-valuetext')
    for (let i = 0; i < 12 && !/without clearance|trace/.test(await person.verdict()); i++) {
      await person.web.executeScript('arguments[0].focus()', await person.see(zone))
      await person.press(Key.ARROW_UP)
    }
    expect(await person.verdict()).to.match(/without clearance|trace/)
    expect(await (await person.see(zone)).getAttribute('aria-valuetext')).to.not.equal(first)
    await person.button('What one step does')
    const steps = "//*[@aria-label='What one step does']//tr"
    await person.see(`${steps}[contains(., 'group C4')]`)
    await person.see(`${steps}[contains(., 'one class looser')]`)
    const least = async () => Number((await person.figure('fit.clearance')).split('…')[0]!.trim().replace('−', '-'))
    expect(await least()).to.be.below(0)
    for (const group of ['C4', 'C5']) if ((await least()) < 0) await person.choose('Clearance group that goes in', group)
    await person.web.wait(async () => (await least()) >= 0, 10_000, 'a larger group leaves clearance')
    await person.saved()
    // Back to the class that was advised, in the list beside it.
    await person.pick('Shaft class', 'advised')
    expect(await (await person.see(zone)).getAttribute('aria-valuetext')).to.equal(first)
  })

  it('a worn seat, from the gauge to the decision, with the heating temperature that follows', async () => {
    await person.station('Mount')
    const toSet = async () => Number(/(\d+) °C to set/.exec(await person.text())![1])
    const before = await toSet()
    await person.station('Fit')
    await person.button('Measure the shaft seat')
    for (let i = 0; i < 12; i++) await person.click("//button[starts-with(normalize-space(), 'Read plane')]")
    await person.seeText('All read')
    // What is too coarse for the class is said where it is read.
    await person.pick('Shaft seat read with', 'Caliper C-1')
    await person.seeText('too coarse for this')
    await person.see("//*[name()='svg'][contains(@aria-label, 'Seat as measured: plane 1')]")
    await verdictIs(/stop/)
    await person.seeText('Ways out')
    expect(await person.figure('fit.shaftMeasuredMm')).to.match(/^39\.9/)
    await person.station('Mount')
    expect(await toSet(), 'a smaller shaft wants less heat').to.be.below(before)
    await person.station('Fit')
    await person.button('Measure the shaft seat')
    await person.pick('What is done about the shaft seat', 'retaining compound')
    await person.seeText('both faces clean and dry')
    // Bonded: a step of its own, nothing is heated or pressed, and it cures before anything turns.
    await person.station('Mount')
    await person.see("//li[@data-step='bond']//*[contains(., 'No grease') or contains(., 'free of grease')]")
    await person.see("//li[@data-step='cured']")
    const order = await person.web.executeScript<string[]>(
      "return [...document.querySelectorAll('li[data-step]')].map((s) => s.dataset.step)",
    )
    expect(order.indexOf('bond')).to.be.above(order.indexOf('seat'))
    expect(order.indexOf('cured')).to.be.above(order.indexOf('bond')).and.below(order.indexOf('turn'))
    expect(order).to.not.include.members(['heat', 'press'])
    await person.saved()
  })

  it('a reading in the wrong unit is refused beside its plane, and nothing is lost', async () => {
    await person.station('Fit')
    await person.button('Measure the housing seat')
    const cell = (n: number) => person.see(`//*[@id='housingPlane1-${n}']`)
    await (await cell(1)).sendKeys('3.5433', Key.TAB)
    await person.seeText('another unit')
    await (await cell(1)).sendKeys(Key.chord(Key.CONTROL, 'a'), '3.5433 in', Key.TAB)
    await person.web.wait(
      async () => (await person.web.findElements(By.css('.sheet .error'))).length === 0,
      10_000,
      'inches are understood',
    )
    expect(await (await cell(1)).getAttribute('value')).to.equal('89.9998')
  })
})
