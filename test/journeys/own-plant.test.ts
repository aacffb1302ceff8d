import { expect } from 'chai'
import { By, Key } from 'selenium-webdriver'
import { clear, emptyStage, Person, stage, type Stage } from './helpers.js'

const CODE = 'first-of-all'

describe('journey: from an empty database to the first card, by keyboard', () => {
  let at: Stage
  let person: Person
  before(async () => {
    ;({ at, person } = await emptyStage(CODE))
  })
  after(async () => {
    await person.leave()
    await clear(at)
  })

  it('makes the administrator, who is signed in at once and sees where to begin', async () => {
    await person.beginAs(CODE)
  })

  it('names the plant', async () => {
    await person.tabTo('Name of the plant')
    await person.press('Hollin Beck Cider Works', Key.ENTER)
    await person.see("//h2[contains(., 'Name the plant')]//*[normalize-space()='done']")
    await person.seeText('Hollin Beck Cider Works')
  })

  it('types a belt-driven fan from its nameplate in words', async () => {
    await person.tabTo('Make it')
    await person.press(Key.ENTER)
    await person.see("//textarea[@id='line-words']")
    await person.tabTo('Code')
    await person.press('LF-1', Key.TAB, 'Loft fan', Key.TAB, 'Press house / Loft', Key.TAB)
    await person.tabTo('The line in words')
    await person.press('sheave, 22216 K C3 on H 316 held, 900, sane')
    await person.seeText('“sane” is not understood here')
    await person.press(Key.TAB, ' free, fan wheel')
    expect(await (await person.see("//textarea[@id='line-words']")).getAttribute('value')).to.equal(
      'sheave, 22216 K C3 on H 316 held, 900, same free, fan wheel',
    )
    await person.tabTo('fan end: 22216 K C3')
    await person.tabTo('Make the machine')
    await person.press(Key.ENTER)
    await person.see("//h1[contains(., 'Loft fan')]")
    await person.seeText('nobody has said since when')
  })

  it('opens a card for both bearings, confirms what the records say, and reaches Fit', async () => {
    await person.tabTo('Start a job at the sheave end')
    await person.press(Key.ENTER)
    await person.web.wait(async () => (await person.focused()).includes('What is wrong?'), 10_000, 'the reason has the focus')
    await person.tabTo('all of the line')
    await person.press(Key.ENTER)
    await person.tabTo('Start')
    await person.press(Key.ENTER)
    await person.see("//h1[starts-with(normalize-space(), 'Identify')]")
    await person.web.executeScript('document.activeElement.blur()')
    await person.tabTo('Yes, it is 22216 K')
    await person.press(Key.ENTER)
    await person.tabTo('Yes, C3 by the records')
    await person.press(Key.ENTER)
    await person.saved()
    await person.withAlt(Key.ARROW_RIGHT)
    await person.see("//h1[starts-with(normalize-space(), 'Duty')]")
    await person.tabTo('Speed')
    await person.press('1150', Key.TAB)
    await person.tabTo('Radial load')
    await person.press('6 kN', Key.TAB)
    await person.tabTo('Axial load')
    await person.press('0', Key.TAB)
    await person.saved()
    for (const station of ['Select', 'Arrange', 'Fit']) {
      await person.withAlt(Key.ARROW_RIGHT)
      await person.see(`//h1[starts-with(normalize-space(), '${station}')]`)
    }
    await person.seeText('sheave end')
  })
})

describe('journey: machines and lines of one’s own', () => {
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
  const words = async () => (await person.see("//textarea[@id='line-words']")).getAttribute('value')
  const handle = (name: string) => person.see(`//*[@role='button'][starts-with(@aria-label, '${name}')]`)

  it('a pump with a pair is typed as one line, corrected on the drawing, and taken back step by step', async () => {
    await person.visit('/machines/new')
    await person.type('Code', 'SP-1')
    await person.type('Name', 'Sluice pump')
    await person.type('The line in words, from left to right', 'coupling, 7312 B pair back-to-back held, 520, NU 312 free, impeller')
    await person.see("//*[@role='button'][starts-with(@aria-label, 'drive end: 2 × 7312 B')]")
    const second = await handle('impeller end')
    await person.web.executeScript('arguments[0].focus()', second)
    await person.press(Key.ARROW_RIGHT, Key.ARROW_RIGHT)
    await person.web.wait(async () => (await words())?.includes(', 530,'), 10_000, 'the words follow the drawing')
    await person.web
      .actions()
      .dragAndDrop(await handle('impeller end'), { x: 60, y: 0 })
      .perform()
    await person.web.wait(async () => !(await words())?.includes(', 530,'), 10_000, 'it is dragged')
    const dragged = Number(/held, (\d+)/.exec((await words())!)![1])
    expect([dragged % 5, dragged > 530], String(dragged)).to.deep.equal([0, true])
    const impeller = await handle('impeller, ')
    await person.web.executeScript('arguments[0].focus()', impeller)
    await person.press(Key.ARROW_RIGHT)
    await person.web.wait(
      async () => /NU 312 free, \d+, impeller/.test((await words()) ?? ''),
      10_000,
      'what sits on the shaft moves along it',
    )
    await person.button('Undo')
    await person.web.wait(async () => (await words())?.endsWith('NU 312 free, impeller'), 10_000, 'and back')
    await person.web.executeScript('arguments[0].focus()', await handle('impeller end'))
    await person.type('Number on ring or paper', '60 130 31 cylindrical', '')
    await person.click("//li[@role='option'][starts-with(normalize-space(), 'NU 312')]")
    await person.web.wait(async () => (await words())?.includes(', NU 312'), 10_000, 'it was found on the rack by its sizes')
    await person.pick('Outer ring, left', 'shoulder')
    await person.web.wait(async () => (await words())?.includes('held by shoulder left'), 10_000, 'who holds stands in the words')
    await person.button('Undo')
    await person.web.wait(async () => !(await words())?.includes('shoulder'), 10_000, 'it is taken back')
    expect(await words(), 'a step back takes back one thing only').to.contain(`held, ${dragged},`)
    await person.button('Make the machine')
    await person.see("//h1[contains(., 'Sluice pump')]")
    await person.seeText('2 × 7312 B')
    await person.seeText(`${dragged} mm`)
  })

  it('what was changed stands in the records, from what to what', async () => {
    await person.link('Edit the line')
    await person.type('The line in words, from left to right', 'coupling, 7312 B pair back-to-back held, 520, NU 212 free, impeller')
    await person.button('Save')
    await person.see("//h1[contains(., 'Sluice pump')]")
    await person.see(
      "//section[@aria-label='Records']//b[normalize-space()='coupling, 7312 B pair back-to-back held, 520, NU 212 free, impeller']",
    )
  })

  it('what was changed is put back as it was', async () => {
    await person.link('Edit the line')
    await person.type('Name', 'Sluice pump of the yard')
    await person.type('The line in words, from left to right', 'coupling, 6312 held, 520, NU 312 free')
    await person.button('Save')
    await person.see("//h1[contains(., 'Sluice pump of the yard')]")
    await person.click("//section[@aria-label='Records']//li[.//b[normalize-space()='Sluice pump of the yard']]//button")
    await person.seeText('This is how it stood before')
    expect(await person.valueOf('Name')).to.equal('Sluice pump')
    await person.button('Save')
    await person.see("//h1[starts-with(normalize-space(), 'Sluice pump SP-1')]")
    await person.click("//section[@aria-label='Records']//li[.//b[normalize-space()='coupling, 6312 held, 520, NU 312 free']]//button")
    await person.web.wait(
      async () => (await words())?.includes('7312 B pair back-to-back held, 520, NU 212 free, impeller'),
      10_000,
      'the words stand there',
    )
    await person.button('Save')
    await person.seeText('2 × 7312 B')
  })

  it('the shaft gets its steps, a support beyond its end is said, and the words carry them', async () => {
    await person.link('Edit the line')
    await person.button('draw its steps')
    await person.web.wait(async () => (await words())?.includes('shaft '), 10_000, 'the words follow')
    await person.type('Length', '300')
    await person.seeText('beyond the end of the shaft')
    await person.type('Length', '24.5 in')
    await person.web.wait(async () => (await words())?.includes('x 622.3'), 10_000, 'a length in inches is understood')
    await person.button('Save')
    await person.see("//h1[contains(., 'Sluice pump')]")
    await person.link('Edit the line')
    await person.web.wait(async () => /shaft \d+ x 622.3 begins 100/.test((await words()) ?? ''), 10_000, 'it was kept')
    await person.visit('/machines')
    await person.link('Sluice pump')
  })

  it('a support gets a second nipple, each with its half', async () => {
    await person.machine('MP-2')
    await person.see("//a[contains(., 'Wet-end calcium 2, 20 g')]")
    await person.button('Greasing points')
    await person.web.wait(async () => (await person.focused()).includes('Name of point 1'), 10_000, 'the first name has the focus')
    await person.button('another point')
    await person.see("//input[@aria-label='Name of point 3']")
    for (const [n, name] of ['bearing', , 'labyrinth'].entries()) {
      if (!name) continue
      const field = `//input[@aria-label='Name of point ${n + 1}']`
      await person.click(field)
      await person.web.wait(async () => (await person.focused()).includes(`Name of point ${n + 1}`), 10_000, 'the name has the focus')
      await person.press(name)
      await person.web.wait(async () => (await (await person.see(field)).getAttribute('value')) === name, 10_000, `${name} stands there`)
    }
    await person.click("(//*[@role='dialog']//div[contains(@class, 'p-multiselect ')])[3]")
    await person.click("//li[@role='option'][normalize-space()='drive end']")
    await person.see("//li[@role='option'][@aria-selected='true'][normalize-space()='drive end']")
    await person.press(Key.ESCAPE)
    const open = () => person.web.executeScript("return document.querySelectorAll('[role=option]').length")
    await person.web.wait(async () => (await open()) === 0, 10_000, 'the list is closed')
    await person.button('Save')
    for (const name of ['bearing', 'labyrinth']) await person.see(`//a[contains(., '${name}, Wet-end calcium 2, 10 g')]`)
    await person.see("//section[@aria-label='Records']//b[normalize-space()='drive end, bearing; impeller end; drive end, labyrinth']")
  })

  it('six of the same fan are made, and one is retired and brought back', async () => {
    await person.machine('EF-1')
    await person.button('More of the same')
    await person.type('Codes of the new machines, with blanks or commas between them', 'EF-2 EF-3 EF-4, EF-5 EF-6, EF-7', Key.ENTER)
    await person.see("//h1[normalize-space()='Machines']")
    for (const code of ['EF-2', 'EF-7']) await person.see(`//tr//a[normalize-space()='${code}']`)
    await person.click("//tr//a[normalize-space()='EF-4']")
    await person.see("//h1[contains(., 'EF-4')]")
    await person.button('Retire')
    await person.type('Why? (may stay empty)', 'never built', Key.ENTER)
    await person.seeText('never built')
    await person.visit('/machines')
    await person.see("//tr//a[normalize-space()='EF-7']")
    expect(await person.web.findElements(By.xpath("//tr//a[normalize-space()='EF-4']"))).to.have.length(0)
    await person.web.navigate().back()
    await person.button('Bring back')
    await person.see("//button[normalize-space()='Retire']")
  })

  it('what was typed and not saved is there again after a reload, and can be left', async () => {
    await person.visit('/machines/new')
    await person.type('The line in words, from left to right', '6312 held, 320, NU 312')
    await person.web.sleep(200)
    await person.web.navigate().refresh()
    await person.seeText('What you typed before is here again')
    expect(await words()).to.equal('6312 held, 320, NU 312')
    await person.button('Leave it, begin anew')
    await person.web.wait(async () => (await words()) === '', 10_000, 'it is left')
  })

  it('a viewer finds nothing to change', async () => {
    await person.web.manage().deleteAllCookies()
    await person.signIn('viewer')
    await person.machine('EF-1')
    await person.see("//h1[contains(., 'Pasteuriser exhaust fan')]")
    for (const name of ['Edit', 'Retire', 'More of the same'])
      expect(await person.web.findElements(By.xpath(`//button[normalize-space()='${name}']`)), name).to.have.length(0)
    await person.visit('/machines/new')
    await person.seeText('Your account may only read')
  })
})
