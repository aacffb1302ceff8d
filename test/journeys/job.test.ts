import { expect } from 'chai'
import { By, Key } from 'selenium-webdriver'
import { Person, clear, stage, type Stage } from './helpers.js'

describe('journey: from the Yard to a signed mounting step', () => {
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

  it('signs in, opens the mash pump and starts a job on its drive end', async () => {
    await person.signIn('technician')
    await person.startJob('Mash pump', 'drive end', 'Noisy since the last clean-down')
    await person.seeText('card 0106')
  })

  it('Identify: readings in two units rank the bearing; the group stays an open question until confirmed', async () => {
    await person.identify6312()
    expect(await person.figure('identify.designation')).to.equal('6312')
    expect(await person.verdict()).to.equal('group open')
    await person.pick('How is the group known?', 'read on the ring')
    await person.web.wait(async () => (await person.verdict()) === 'known', 10_000, 'waited for the group to be known')
  })

  it('Duty: comes from the machine; shock is asked and multiplies', async () => {
    await person.station('Duty')
    expect(await person.valueOf('Speed')).to.equal('1470')
    await person.choose('Running', 'moderate shock')
    expect(await person.figure('duty.radialN')).to.equal('5.67')
    await person.choose('Running', 'smooth')
    expect(await person.figure('duty.radialN')).to.equal('4.62')
    expect(await person.verdict()).to.equal('complete')
  })

  it('Select: a verdict in words, with the next sizes beside it and the working one click away', async () => {
    await person.station('Select')
    await person.pick('What kind of machine is it?', 'round the clock')
    expect(await person.verdict()).to.equal('lasts')
    await person.seeText('6311')
    await person.seeText('6313')
    await person.click("//*[@data-figure='select.lifeH']//button")
    await person.seeText('(C/P)³')
    await person.seeText('ISO 281:2007')
  })

  it('Select: life is drawn and bent by what if; the whole rack answers what else would do', async () => {
    await person.see("//section[@aria-label='Life drawn']//*[contains(@class, 'apexcharts-series')]")
    const said = async () => (await person.see("//section[@aria-label='Life drawn']//p[@role='status']")).getText()
    const before = await said()
    const handle = await person.see("//section[@aria-label='Life drawn']//*[@role='slider']")
    await person.web.executeScript('arguments[0].focus()', handle)
    await person.press(Key.ARROW_RIGHT, Key.ARROW_RIGHT, Key.ARROW_RIGHT)
    await person.web.wait(async () => (await said()) !== before, 10_000, 'the life follows the handle')
    await person.button('What of the rack would do here')
    const dialog = "//*[@role='dialog']"
    await person.see(`${dialog}//tr[contains(@class, 'this')]//a[normalize-space()='6312']`)
    await person.seeText('bearings meet every limit')
    await person.click(`${dialog}//label[normalize-space()='Shaft and housing stay']`)
    await person.see(`${dialog}//tr//a[normalize-space()='6412']`)
    await person.click(`${dialog}//*[@role='tab'][normalize-space()='Kinds of bearing']`)
    await person.seeText('its rings go on one by one')
    await person.press(Key.ESCAPE)
    await person.web.wait(async () => (await person.web.findElements(By.xpath(dialog))).length === 0, 10_000, 'the card is there again')
  })

  it('Arrange: growth, quick rule, and both ends held caught in words and on the drawing', async () => {
    await person.station('Arrange')
    await person.type('At assembly', '68 °F')
    await person.type('Shaft at its hottest', '78')
    await person.type('Housing then', '52')
    expect(await person.figure('arrange.growthMm')).to.equal('0.11')
    await person.choose('Outer ring at the impeller end', 'held')
    expect(await person.verdict()).to.equal('both ends held')
    await person.see("//*[name()='svg']//*[name()='text'][contains(., 'Both ends held')]")
    await person.choose('Outer ring at the impeller end', 'free')
    await person.type('Float at the impeller end', '1.2')
    expect(await person.verdict()).to.equal('has room')
  })

  it('Fit: classes with their reason, both seats on one scale, clearance by group', async () => {
    await person.station('Fit')
    expect(await person.figure('fit.shaftClass')).to.equal('k5')
    expect(await person.figure('fit.housingClass')).to.equal('H7')
    expect(await person.verdict()).to.equal('runs free')
    await person.choose('Clearance group that goes in', 'C2')
    expect(await person.verdict()).to.equal('runs without clearance')
    await person.choose('Clearance group that goes in', 'C3')
    expect(await person.verdict()).to.equal('runs free')
  })

  it('Mount: three ways beside each other, then the first step is signed by name', async () => {
    await person.station('Mount')
    await person.click("//label[contains(., 'Hot, by heater')]")
    expect(await person.figure('mount.setTemperatureC')).to.equal('100')
    await person.click("//label[contains(., 'Tried to start')]")
    await person.button('Sign: Isolate, lock and tag the machine')
    await person.see("//li[@data-step='isolate']//*[normalize-space()='R. Amble']")
    await person.saved()
  })

  it('finds everything after a reload', async () => {
    await person.web.navigate().refresh()
    await person.see("//li[@data-step='isolate']//*[normalize-space()='R. Amble']")
    await person.station('Arrange')
    expect(await person.valueOf('Float at the impeller end')).to.equal('1.2')
    expect(await person.valueOf('At assembly')).to.equal('20')
    await person.station('Identify')
    expect(await person.valueOf('Bore 2')).to.equal('60.025')
  })

  it('says which later figures moved when an earlier answer changes, and that a signed step no longer holds', async () => {
    await person.station('Mount')
    await person.type('Shaft seat diameter, 60.002 … 60.015 mm', '60.009')
    await person.button('Sign: Measure the shaft seat, 60 k5')
    await person.see("//li[@data-step='seat']//*[normalize-space()='R. Amble']")
    await person.station('Duty')
    await person.type('Radial load', '2')
    await person.type('Axial load', '0.1')
    await person.saved()
    await person.station('Fit')
    await person.seeText('was k5, changed at duty')
    await person.button('Seen')
    await person.web.wait(async () => !(await person.text()).includes('was k5'), 10_000)
    await person.station('Mount')
    await person.seeText('No longer holds')
    expect(await person.text()).to.match(/Sign again/)
  })

  it('takes the last change back', async () => {
    await person.station('Duty')
    await person.button('Undo')
    await person.button('Undo')
    await person.web.wait(async () => (await person.valueOf('Radial load')) === '4.2', 10_000, 'waited for the undone load')
    expect(await person.valueOf('Axial load')).to.equal('0.9')
    await person.saved()
    await person.station('Mount')
    await person.web.wait(async () => !(await person.text()).includes('No longer holds'), 10_000)
  })

  it('stops at a reading outside its tolerance until a planner accepts it with a reason', async () => {
    await person.type('Housing seat diameter, 130.000 … 130.040 mm', '130.06')
    await person.seeText('the plan stops here')
    await person.saved()
    const address = new URL(await person.web.getCurrentUrl()).pathname
    const planner = await Person.at(at.instance.url)
    try {
      await planner.signIn('planner')
      await planner.go(address)
      await (await planner.see("//input[@aria-label='Reason for accepting']")).sendKeys('Housing is rebored next week')
      await planner.button('Accept')
      await planner.seeText('Accepted by M. Thorpe')
      await planner.button('Sign: Measure the housing seat, 130 H7')
      await planner.see("//li[@data-step='bore']//*[normalize-space()='M. Thorpe']")
    } finally {
      await planner.leave()
    }
  })

  it('signs the rest of the mounting steps', async () => {
    await person.web.navigate().refresh()
    await person.step('unpack', { marking: '6312 C3' })
    await person.step('heat', { ringC: '104' })
    await person.step('push')
    await person.step('shoulder', { gapMm: '0.01' })
    await person.step('turn', { free: true })
  })

  it('Lubricate: interval with its factors, what may meet what, strokes of the weighed gun', async () => {
    await person.station('Lubricate')
    expect(await person.verdict()).to.equal('grease open')
    await person.pick('Grease that goes in', 'Wet-end calcium 2')
    await person.pick('Grease gun', 'Press house gun')
    expect(await person.figure('lubricate.quantityG')).to.equal('20')
    expect(await person.figure('lubricate.strokes')).to.equal('16')
    expect(await person.figure('lubricate.Fm')).to.equal('0.4')
    const before = await person.figure('lubricate.intervalH')
    await person.pick('Moisture', 'dry × 1')
    expect(await person.figure('lubricate.intervalH')).to.not.equal(before)
    await person.pick('Thickener that was in there', 'not known')
    expect(await person.verdict()).to.equal('clean out first')
    await person.see("//li[@data-step='clean-out']")
    await person.pick('Thickener that was in there', 'calcium sulfonate complex')
    expect(await person.verdict()).to.equal('settled')
    await person.step('fill', { gramsG: '35', greaseRead: 'Wet-end calcium 2' })
  })

  it('Run in: a run that climbs on is stopped with where to look; one that settles is released by name', async () => {
    await person.station('Run in')
    await person.choose('Turned by hand', 'free and even')
    await person.run(20, 34, 48, 62)
    await person.web.wait(async () => (await person.verdict()) === 'climbs on', 10_000, 'waited for the climbing run')
    await person.seeText('Look first at')
    await person.click("//li[contains(., '60 min')]//button")
    await person.click("//li[contains(., '40 min')]//button")
    await person.web.wait(async () => (await person.verdict()) !== 'climbs on', 10_000)
    await person.type('Minutes since start', '40')
    await person.type('Temperature', '46', Key.ENTER)
    await person.run(52, 53)
    await person.choose('Noise', 'quiet')
    await person.type('Vibration, RMS', '0.9')
    await person.pick('Machine', 'medium')
    await person.web.wait(async () => (await person.verdict()) === 'fit for release', 10_000, 'waited for the release')
    await person.step('guards', { on: true })
    await person.step('release')
  })

  it('Inspect: findings rank the causes; a tie is said, a further look settles it', async () => {
    await person.station('Inspect')
    await person.seeText('Nothing seen, no diagnosis')
    await person.click("//label[contains(., 'Flaking in the load zone')]")
    await person.seeText('Two causes lie close')
    await person.click("//label[contains(., 'Milky or watery')]")
    await person.click("//label[contains(., 'Rust spots')]")
    await person.see("//details[@data-cause='water']")
    await person.pick('Cause that you settle on', 'water got in')
    expect(await person.verdict()).to.equal('cause settled')
    await person.seeText('Find the way in')
  })

  it('closes the card; paper comes out; Yard and machine know the next greasing', async () => {
    await person.saved()
    await person.type('1 open question: why close it all the same?', 'Readings from the run sheet')
    await person.button('Finish the job')
    await person.seeText('its greasing is on the round')
    expect(await person.fetched('Card as PDF')).to.equal('200 application/pdf %PDF-')
    expect(await person.fetched('Grease label')).to.equal('200 application/pdf %PDF-')
    expect(await person.fetched('Section as SVG')).to.equal('200 image/svg+xml <svg ')
    await person.click("//a[normalize-space()='To the machine']")
    await person.see("//h1[contains(., 'Mash pump')]")
    await person.seeText('cause found')
    await person.seeText('water got in')
    await person.click("//a[normalize-space()='Yard']")
    await person.see("//h1[normalize-space()='Needs hands']")
    const due = await (await person.see("//section[@aria-labelledby='due-title']")).getText()
    expect(due).to.contain('Mash pump MP-2, impeller end').and.not.contain('Mash pump MP-2, drive end')
  })
})
