import { expect } from 'chai'
import { Key } from 'selenium-webdriver'
import { Person, clear, stage, type Stage } from './helpers.js'

describe('journey: what holds, what lets go', () => {
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
  const picture = (name: string) => person.see(`//*[@role='button'][@aria-label='What the rings stand against, ${name}']`)

  it('an exhaust fan with a locating ring at both ends is found, and put right', async () => {
    await person.go('/')
    await person.openCard('Pasteuriser exhaust fan EF-1')
    await person.station('Arrange')
    for (const end of ['sheave end', 'fan end']) {
      await (await picture(end)).click()
      await person.seeText(`What the rings stand against, ${end}`)
      for (const side of ['left', 'right']) await person.fromList(`Outer ring, to the ${side}`, 'locating ring')
    }
    expect(await person.verdict()).to.equal('clamped')
    await person.see("//*[name()='svg']//*[name()='text'][normalize-space()='clamped']")
    await person.choose('Outer ring at the fan end', 'held')
    expect(await person.verdict()).to.equal('both ends held')
    await person.see("//*[name()='svg']//*[name()='text'][contains(., 'Both ends held')]")
    expect(await person.figure('arrange.lockedThrustN')).to.match(/\d/)
    await person.fromList('Arranged so', 'sheave end holds')
    expect(await person.verdict()).to.equal('has room')
    const gaps = async () => (await person.see("//*[name()='svg'][@role='group']")).getText()
    const cold = await gaps()
    await (await person.see("//*[@role='slider'][@aria-labelledby='heat-said']")).sendKeys(Key.END)
    await person.seeText('at its hottest')
    expect(await gaps()).to.not.equal(cold)
    await person.button('Undo')
    expect(await person.verdict()).to.equal('both ends held')
    await person.fromList('Arranged so', 'sheave end holds')
    await person.saved()
  })

  it('a stainless pump: the quick rule and the full calculation part, and the coupling has no room for it', async () => {
    const materials = { shaftMaterial: 'austenitic-stainless' }
    const words = 'coupling, 6212 free, 900, 6212 held, impeller'
    await person.cardOn(await person.machineTyped('SP-9', 'Syrup pump', words, materials), 'Noise', 'arrange')
    await person.type('At assembly', '20')
    await person.type('Shaft at its hottest', '120')
    await person.type('Housing then', '90')
    const [full, quick] = [Number(await person.figure('arrange.fullMm')), Number(await person.figure('arrange.quickRuleMm'))]
    expect(Math.abs(full - quick)).to.be.above(0.2)
    await person.seeText('The quick rule assumes a rise')
    await person.type('Hotter still at worst, by', '30')
    expect(Number(await person.figure('arrange.fullMm'))).to.be.closeTo(full + 900 * 16.5e-6 * 30, 0.011)
    await person.type('Coupling gap at assembly', '1')
    await person.seeText('The coupling gap of 1.00 mm is used up')
    // Held at the drive end the growth runs the other way.
    await person.fromList('Arranged so', 'drive end holds')
    await person.web.wait(async () => !(await person.text()).includes('is used up'), 10_000, 'the coupling has its gap')
    await person.saved()
  })

  it('an adjusted pair, set cold for what it is to be hot', async () => {
    await person.cardOn(await person.machineOf('PG-1'), 'Gearbox opened', 'arrange')
    await person.fromList('Arranged so', 'set against each other, face-to-face')
    await person.type('At assembly', '20')
    await person.type('Shaft at its hottest', '85')
    await person.type('Housing then', '60')
    const change = async () => Number((await person.figure('arrange.pairChangeUm')).replace('−', '-'))
    expect(await change(), 'face-to-face always loses').to.be.below(0)
    await person.seeText('set so much more play cold')
    await person.type('End play wanted hot', '40')
    expect(Number(await person.figure('arrange.pairColdUm'))).to.be.closeTo(40 - (await change()), 1.1)
    await person.type('End play measured', '5')
    await person.seeText('hot it runs preloaded')
    expect(await person.figure('arrange.pairNutDeg')).to.match(/\d/)
  })

  it('a motor changed from a roller to two ball bearings: what it asks, and the sketch for the machinist', async () => {
    await person.cardOn(await person.machineTyped('MM-9', 'Mill motor', 'coupling, 6312 held, 420, NU 312 free'), 'Conversion')
    await person.type('Number on ring or paper', '6312')
    await person.web.executeScript('document.activeElement.blur()')
    await person.press('2')
    await person.see("//h1[contains(., 'non-drive end')]")
    await person.type('Number on ring or paper', '6312')
    await person.station('Arrange')
    const path = "//section[@aria-label='Conversion']"
    await person.see(`${path}[contains(., 'it no longer gives way inside')]`)
    await person.type('At assembly', '20')
    await person.type('Shaft at its hottest', '90')
    await person.type('Housing then', '55')
    await (await picture('non-drive end')).click()
    await person.fromList('Outer ring, to the left', 'shoulder')
    await person.fromList('Outer ring, to the right', 'cover')
    expect(await person.verdict()).to.equal('clamped')
    await person.type('Cover spigot reaches in', '14')
    await person.see(`${path}//li[contains(., 'to be done')][contains(., 'Metal off the cover')]`)
    const off = Number(await person.figure('arrange.metalOffMm'))
    expect(off).to.be.above(0.5)
    await person.seeText(`leaves ${(14 - off).toFixed(2)} mm`)
    await person.saved()
    expect(await person.fetched('Sketch for the machinist, non-drive end')).to.equal('200 application/pdf %PDF-')
    // With its cover cut back and the ring free it has the room, and nothing more comes off.
    await person.fromList('Outer ring, to the right', 'nothing')
    await person.type('Float at the non-drive end', '1.4')
    expect(await person.verdict()).to.equal('has room')
    await person.see(`${path}//li[contains(., 'settled')][contains(., 'Metal off the cover')]`)
  })

  it('a visit check without a card: the walk, the verdict as it grows, the report on one page', async () => {
    const id = await person.machineOf('EF-1')
    await person.go(`/machines/${id}`)
    await person.link('Visit check')
    expect(await person.verdict()).to.equal('not enough is known')
    await person.choose('Which end is held?', 'both ends')
    await person.choose('Locating rings, all housings together', '4')
    expect(await person.verdict()).to.equal('do not run it')
    await person.seeText('fail within days')
    await person.choose('Which end is held?', 'the drive end')
    await person.choose('Locating rings, all housings together', '2')
    await person.choose('Does a cover clamp the ring of the free end?', 'no')
    await person.type('Gap toward the held end', '0.6')
    await person.type('Gap away from the held end', '0.2')
    await person.type('The hottest the shaft has been, or will be', '95')
    await person.seeText('the gap is gone before it is at its hottest')
    await person.type('Who fitted it', 'an outfit from over the hill')
    // What was seen stays on the device until it is written down.
    await person.web.navigate().refresh()
    await person.see("//h1[contains(., 'Visit check')]")
    expect(await person.valueOf('Gap away from the held end')).to.equal('0.2')
    await person.button('Write it down')
    await person.see("//a[normalize-space()='Print the report']")
    expect(await person.verdict()).to.equal('do not run it')
    await person.seeText('fitted by an outfit from over the hill')
    expect(await person.fetched('Print the report')).to.equal('200 application/pdf %PDF-')
    await person.go(`/machines/${id}`)
    await person.see("//ol//a[normalize-space()='do not run it']")
  })
})
