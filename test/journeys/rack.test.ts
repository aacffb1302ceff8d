import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect } from 'chai'
import { Key } from 'selenium-webdriver'
import { sizes } from '../../src/core/catalogue/catalogue.js'
import { hiddenRing } from '../../src/core/identify/demo-ring.js'
import { Person, clear, stage, type Stage } from './helpers.js'

describe('journey: the rack', () => {
  let at: Stage
  let person: Person
  const folder = mkdtempSync(join(tmpdir(), 'yardfrost-files-'))
  before(async () => {
    at = await stage()
    person = await Person.at(at.instance.url)
    await person.signIn('planner')
  })
  after(async () => {
    await person.leave()
    await clear(at)
    rmSync(folder, { recursive: true, force: true })
  })

  const typeInto = async (name: string, text: string, end = '') => {
    const input = await person.see(`//input[@aria-label='${name}']`)
    await input.sendKeys(Key.chord(Key.CONTROL, 'a'), text, end)
  }
  const select = async (name: string, option: string) => {
    await person.click(`//*[@role='combobox'][@aria-label='${name}']`)
    await person.click(`//li[@role='option'][normalize-space(.)="${option}"]`)
  }
  const order = async () => (await person.see('//*[@data-order]')).getText()

  // Ring 1 of the stand-in; what it is nobody at the screen knows.
  const hidden = hiddenRing(sizes(), 1).row

  it('an unmarked ring: readings of the gauge narrow the rack to its size while they come in', async () => {
    await person.visit('/bench')
    await person.seeText('Every answer narrows the list')
    await person.button('Connect')
    for (let i = 0; i < 4; i++) await person.button('Send bore')
    await person.see("//ol[@aria-label='Candidates by how well they fit']//li")
    for (let i = 0; i < 4; i++) await person.button('Send outside diameter')
    for (let i = 0; i < 4; i++) await person.button('Send width')
    await person.see(
      `//ol[@aria-label='Candidates by how well they fit']/li[1]//span[normalize-space()='${hidden.boreMm} × ${hidden.outsideMm} × ${hidden.widthMm}']`,
    )
    await person.see(`//ol[@aria-label='Candidates by how well they fit']/li[1]//button[normalize-space()='${hidden.designation}']`)
  })
  it('one look answers what measuring cannot; the order line holds only what is known', async () => {
    await person.button('tapered rollers')
    await person.seeText('What runs inside? tapered rollers')
    await person.button(hidden.designation)
    expect(await order()).to.equal(hidden.designation)
    await person.seeText('A ring not stabilised for its heat grows')
    await select('tolerance class', 'tolerance class 6')
    expect(await order()).to.equal(hidden.designation)
    await select('How is it known: tolerance class', 'from paper or drawing')
    await person.web.wait(async () => (await order()) === `${hidden.designation} P6`, 10_000, 'the line takes what is confirmed')
    await person.button('what is it?')
    await person.seeText(`${hidden.designation}, worn`)
  })
  it('nothing is lost by a reload, and clearing can be taken back', async () => {
    await person.web.navigate().refresh()
    await person.see('//*[@data-order]')
    expect(await order()).to.equal(`${hidden.designation} P6`)
    await person.button('Clear the bench')
    await person.seeText('Every answer narrows the list')
    await person.button('Take back')
    expect(await order()).to.equal(`${hidden.designation} P6`)
    await person.button('Clear the bench')
  })
  it('typing fast: Enter goes on, a paste fills the ring, a foreign reading is said', async () => {
    await (await person.see("//input[@aria-label='bore, reading 1']")).click()
    await person.press(
      '55.01',
      Key.ENTER,
      '55.02',
      Key.ENTER,
      '54.99',
      Key.ENTER,
      '55.0',
      Key.ENTER,
      '119.98',
      Key.ENTER,
      '65.1',
      Key.ENTER,
    )
    await person.seeText('they do not belong to one ring')
    await (await person.see("//input[@aria-label='outside diameter, reading 2']")).sendKeys(Key.chord(Key.CONTROL, 'a'), '119.97', Key.TAB)
    await person.see("//ol[@aria-label='Candidates by how well they fit']//button[normalize-space()='6311']")
    await person.button('Clear the bench')
    await typeInto('bore, reading 1', '155', Key.TAB)
    await typeInto('outside diameter, reading 1', '120', Key.TAB)
    await person.seeText('the bore must be smaller than the outside diameter')
    await person.button('Clear the bench')
  })

  it('a half-read marking is completed, explained and held against the gauge', async () => {
    await (await person.see("//input[@aria-label='bore, reading 1']")).sendKeys('55.02', Key.TAB)
    await typeInto('outside diameter, reading 1', '119.97', Key.TAB)
    await typeInto('What can be read on the ring', '6?11 2Z C3')
    await person.see("//section[@aria-label='Marking']//li[1][contains(., '6311 2Z C3')][contains(., 'fits the gauge')]")
    await person.see("//section[@aria-label='Marking']//li[contains(., '6211 2Z C3')][contains(., 'not what the gauge says')]")
    await person.seeText('closure: shield on both sides')
    await person.click("//section[@aria-label='Marking']//li[1]/button")
    await person.web.wait(async () => (await order()) === '6311 2Z C3', 10_000, 'what was read is settled')
    await person.click("//section[@aria-label='Marking']//li[contains(., '6211 2Z C3')]/button")
    await person.seeText('outside diameter: the number says 100 mm, the gauge says 119.97 mm')
    await typeInto('What can be read on the ring', '9'.repeat(70))
    await person.seeText('a marking has at most 60 signs')
    await person.button('Clear the bench')
  })

  it('what the bench found goes onto the card that asked', async () => {
    await person.visit('/')
    await person.startJob('Cooling tower fan', 'fan end', 'no number')
    await person.link('Find out on the bench')
    await typeInto('What can be read on the ring', '22213 C3')
    await person.click("//section[@aria-label='Marking']//li[1]/button")
    await person.button('Put it on the card')
    await person.see("//h1[normalize-space()='Identify']")
    await person.web.wait(
      async () => (await person.valueOf('Number on ring or paper')) === '22213',
      10_000,
      'the number stands on the card',
    )
    expect(await person.verdict()).to.equal('known')
  })

  it('an offered look-alike is refused with its reason; the shelf says what would do', async () => {
    await person.visit('/')
    await person.machine('Mill motor')
    await person.link('What on the shelf would do?')
    await person.seeText('On the shelf')
    await person.see("//section[@aria-label='On the shelf']//li[1][contains(., '6311 C3')][contains(., 'will do here')]")
    await person.type('Offered: number and letters', 'NU 311 C3', Key.ENTER)
    await person.see("//section[@aria-label='Offered: NU 311 C3'][contains(., 'will not do')]")
    await person.seeText('The thrust that the removed one carried would have no bearing to take it')
    await person.see("//tr[.//b[normalize-space()='width']]/td[contains(., 'same')]")
    await person.type('Offered: number and letters', '99999', Key.ENTER)
    await person.seeText('No bearing of the rack begins with "99999"')
  })

  it('a CSV with errors is refused by line, corrected, made, and taken back', async () => {
    const file = join(folder, 'shelf.csv')
    const read = async (text: string) => {
      writeFileSync(file, text)
      await (await person.see("//input[@type='file']")).sendKeys(file)
    }
    await person.visit('/own-data?list=stock')
    await person.seeText('What lies on which shelf')
    await read('marking;shelf;quantity;note\n6314 C3;G-01;two;\n99999;G-02;1;\n')
    await person.seeText('Nothing was changed: 2 errors')
    await person.seeText('line 2 quantity: "two" is not a number')
    await person.seeText('line 3 marking: "99999" begins with no number of the rack')
    await read('marking;shelf;quantity;note\n6314 C3;G-01;2;\n6314 C3;G-01;3;\n')
    await person.seeText('line 3 marking: stands in line 2 already')
    await read('marking;shelf;quantity;note\n6314 C3;G-01;2;\n6311 C3;A-03;7;\n')
    await person.seeText('This file would add 1, change 1, 0 stay as they are')
    await person.seeText('quantity 2 becomes 7')
    expect(await person.text()).to.not.match(/G-01\s+2\s/)
    await person.button('Make these changes')
    await person.seeText('Done: added 1, changed 1')
    await person.see("//tr[td[normalize-space()='6314 C3']]")
    await person.button('Take it back')
    await person.web.wait(async () => !(await person.text()).includes('6314 C3'), 10_000, 'the entry is gone again')
    await person.see("//tr[td[normalize-space()='6311 C3']][td[normalize-space()='2']]")
  })

  it('the rack is searched, sorted out and opened by keyboard alone', async () => {
    await person.visit('/')
    await person.press('/')
    await person.see("//h1[normalize-space()='Rack']")
    const active = () => person.web.executeScript<string>('return document.activeElement.getAttribute("aria-label") ?? ""')
    await person.web.wait(async () => (await active()) === 'Search the rack', 10_000, 'the search has the focus')
    await person.press('bore 40..45 width<20 deep')
    await person.web.wait(
      async () => /^\d\d? of \d{4} bearings$/.test(await (await person.see("//*[@role='status'][contains(., 'bearings')]")).getText()),
      10_000,
      'few are left',
    )
    await person.press(Key.ARROW_DOWN)
    await person.see("//*[@role='row'][contains(@class, 'here')]")
    await person.press(' ', Key.ARROW_DOWN, ' ')
    await person.see("//button[normalize-space()='Compare 2']")
    const second = await (await person.see("//*[@role='row'][contains(@class, 'here')]//a")).getText()
    await person.press(Key.ENTER)
    await person.see(`//h1[normalize-space()='${second}']`)
    await person.seeText('computed from typical geometry')
    expect(await person.fetched('Label with QR')).to.equal('200 application/pdf %PDF-')
  })

  it('parts of a store: the sleeve of a bearing on its shaft, what belongs to it, and what does not', async () => {
    await person.visit('/parts')
    await typeInto('Search the parts', 'sleeve for 22216 K on 70')
    await person.see("//button[normalize-space()='H 316']")
    await person.see("//h2[normalize-space()='H 316']")
    await person.seeText('2 on C-01')
    await person.button('KM 16')
    await person.see("//h2[normalize-space()='KM 16']")
    expect(await person.fetched('Label with QR')).to.equal('200 application/pdf %PDF-')
    await typeInto('Search the parts', 'H 2316 for 22216 K')
    await person.seeText('H 2316 is of another series')
    await typeInto('Search the parts', 'sleeve for 6312')
    await person.seeText('it sits on no sleeve')
  })

  it('a part goes onto a shelf as a bearing does, and what is neither is refused', async () => {
    await person.visit('/own-data?list=stock')
    await person.button('New entry')
    await person.type('marking *', 'KM 99')
    await person.type('shelf *', 'C-09')
    await person.type('quantity *', '3')
    await person.button('Enter')
    await person.seeText('begins with no number of the rack')
    await person.type('marking *', 'KM 20')
    await person.button('Enter')
    await person.see("//td[normalize-space()='KM 20']")
    await person.visit('/parts/KM%2020')
    await person.seeText('3 on C-09')
  })

  it('a tool of the plant’s own is listed with its ratings, and wrong ones are said beside their field', async () => {
    await person.visit('/own-data?list=tools')
    await person.button('New entry')
    await person.type('name *', 'Oven in the paint shop')
    await person.pick('kind *', 'oven')
    await person.type('from mm', '400')
    await person.type('to mm', '200')
    await person.button('Enter')
    await person.seeText('must not be under from')
    await person.type('from mm', '100')
    await person.button('Enter')
    await person.see("//td[normalize-space()='Oven in the paint shop']")
  })

  it('a search is kept with its columns, and found again', async () => {
    await person.visit('/rack?find=spherical%2C%20tapered%20bore%2C%2080')
    await person.see("//a[normalize-space()='22216 K']")
    await person.click("//div[contains(@class, 'p-multiselect ')]")
    await person.click("//li[@role='option'][normalize-space()='Speed, oil']")
    await person.press(Key.ESCAPE)
    await person.see("//*[@role='columnheader'][contains(., 'Speed, oil')]")
    await person.button('keep this view')
    await (await person.field('Name of the view')).sendKeys('fan bearings')
    await person.button('keep')
    await person.see("//div[@aria-label='Kept views']//button[normalize-space()='fan bearings']")
    expect(await person.fetched('CSV')).to.equal('200 text/csv desig')
    await typeInto('Search the rack', 'zebra')
    await person.seeText('Nothing fits "zebra"')
    await person.button('fan bearings')
    await person.see("//a[normalize-space()='22216 K']")
  })
})
