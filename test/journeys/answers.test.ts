import { expect } from 'chai'
import { Key } from 'selenium-webdriver'
import { Person, clear, stage, type Stage } from './helpers.js'

/** Figures asked of the one box, with the hands on the keyboard. */
describe('journey: ten-second answers', () => {
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

  const ask = async (text: string) => {
    await person.web.executeScript('document.activeElement.blur()')
    await person.withControl('k')
    await person.web.wait(async () => (await person.focused()).includes('Find anything'), 10_000, 'the box has the focus')
    await person.press(text)
  }
  const said = async () =>
    (await (await person.see("//li[@role='option'][@aria-selected='true'][contains(., 'answer')]")).getText()).replace(/\s+/g, ' ')

  it('five figures, each in the list while it is typed', async () => {
    for (const [text, figure] of [
      ['6312 k5', 'k5: 2 µm to 30 µm, tight; heat to 95 °C'],
      ['heat 22213 m6 limit 110', 'heat to 110 °C'],
      ['60 H7 J7', 'H7 0 µm to 30 µm; J7 −12 µm to 18 µm'],
      ['growth 900 stainless 60K', 'grows 0.89 mm'],
      ['grease 6312 1480 70C', 'clean, dry and horizontal'],
    ] as const) {
      await ask(text)
      expect(await said(), text).to.contain(figure)
      await person.press(Key.ESCAPE)
    }
  })

  it('says what is missing, shows the working one key away, and keeps what was asked', async () => {
    await ask('life 6312 4kN')
    await person.seeText('at what speed?')
    await person.press(' 1480')
    await person.seeText('L10h')
    await person.press(Key.ARROW_RIGHT)
    await person.seeText('ISO 281:2007')
    await person.press(Key.ENTER)
    await person.see("//li[@role='option'][contains(., 'life 6312 4kN 1480')][contains(., 'kept')]")
    await person.press(Key.ENTER)
    await person.seeText('L10h')
    await person.press(Key.ESCAPE)
  })

  it('puts one onto the open card, and takes it back as one', async () => {
    await person.openCard('EF-1')
    await person.see("//h1[starts-with(normalize-space(), 'Identify')]")
    const before = await person.figure('identify.designation')
    await ask('22218 K C4')
    // A bearing alone is no question: with its group it is.
    await person.see("//li[@role='option'][contains(., 'C4')]")
    await person.press(Key.ARROW_DOWN)
    await person.see("//li[@role='option'][@aria-selected='true'][contains(., 'Put it onto this card')]")
    await person.press(Key.ENTER)
    await person.web.wait(async () => (await person.figure('identify.designation')) === '22218 K', 10_000, 'the card has it')
    await person.saved()
    await person.web.executeScript('document.activeElement.blur()')
    await person.withControl('z')
    await person.web.wait(async () => (await person.figure('identify.designation')) === before, 10_000, 'it is taken back')
  })
})
