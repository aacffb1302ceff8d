import { expect } from 'chai'
import { Key } from 'selenium-webdriver'
import { Person, clear, stage, type Stage } from './helpers.js'

/** The same job with the mouse put away. */
describe('journey: a job by keyboard alone', () => {
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

  const onto = async (heading: string) => {
    await person.see(`//h1[normalize-space()='${heading}']`)
    await person.web.executeScript('document.activeElement.blur()')
  }

  it('signs in and starts a job', async () => {
    await person.go('/sign-in')
    await person.see("//input[@id='login']")
    await person.web.wait(async () => (await person.focused()).includes('Sign-in name'), 10_000, 'the first field has the focus')
    await person.press('technician', Key.TAB, 'cider-press-4', Key.ENTER)
    await onto('Needs hands')
    await person.withControl('k')
    await person.web.wait(async () => (await person.focused()).includes('Find anything'), 10_000, 'the palette has the focus')
    await person.press('mash pump')
    await person.see("//li[@role='option'][@aria-selected='true'][contains(., 'Mash pump MP-2')]")
    await person.press(Key.ENTER)
    await person.seeText('Pump shaft')
    await person.tabTo('Start a job at the impeller end')
    await person.press(Key.ENTER)
    await person.web.wait(async () => (await person.focused()).includes('What is wrong?'), 10_000, 'the reason has the focus')
    await person.press('Drip tray full of grease', Key.ENTER)
    await onto('Identify')
  })

  it('types the number from paper and the clearance group with the arrow keys', async () => {
    await person.tabTo('Number on ring or paper')
    await person.press('6311', Key.TAB)
    await person.web.wait(async () => (await person.figure('identify.designation')) === '6311', 10_000)
    await person.tabTo('Clearance group')
    await person.press(Key.SPACE, Key.ARROW_RIGHT, Key.ARROW_RIGHT)
    await person.seeText('Clearance as bought, C3')
  })

  it('walks the work line, chooses from lists and fills in temperatures', async () => {
    await person.withAlt(Key.ARROW_RIGHT)
    await onto('Duty')
    expect(await person.verdict()).to.equal('complete')
    await person.withAlt(Key.ARROW_RIGHT)
    await onto('Select')
    await person.tabTo('What kind of machine is it?')
    await person.press(Key.ARROW_DOWN)
    await person.see("//li[@role='option']")
    await person.press(Key.ARROW_DOWN)
    await person.press(Key.ENTER)
    await person.web.wait(async () => (await person.verdict()) !== 'no target yet', 10_000, 'waited for the target')
    await person.withAlt(Key.ARROW_RIGHT)
    await onto('Arrange')
    for (const [field, value] of [
      ['At assembly', '18'],
      ['Shaft at its hottest', '70'],
      ['Housing then', '48'],
      ['Float at the impeller end', '0.9'],
    ] as const) {
      await person.web.executeScript('document.activeElement.blur()')
      await person.tabTo(field)
      await person.press(value)
    }
    await person.web.wait(async () => (await person.verdict()) === 'has room', 10_000, 'waited for the room')
  })

  it('takes a slip back with Ctrl+Z', async () => {
    await person.web.executeScript('document.activeElement.blur()')
    await person.tabTo('Float at the impeller end')
    await person.press(Key.BACK_SPACE, Key.TAB)
    await person.web.wait(async () => (await person.verdict()) !== 'has room', 10_000)
    await person.web.executeScript('document.activeElement.blur()')
    await person.withControl('z')
    await person.web.wait(async () => (await person.verdict()) === 'has room', 10_000, 'waited for the undone float')
  })

  it('opens a working and closes it, and signs the first step', async () => {
    await person.withAlt(Key.ARROW_RIGHT)
    await onto('Fit')
    await person.tabTo('working of Shaft seat')
    await person.press(Key.ENTER)
    await person.seeText('engineering practice: seat class by load')
    await person.press(Key.ENTER)
    await person.withAlt(Key.ARROW_RIGHT)
    await onto('Mount')
    await person.tabTo('Tried to start')
    await person.press(Key.SPACE)
    await person.web.executeScript('document.activeElement.blur()')
    await person.tabTo('Sign: Isolate, lock and tag the machine')
    await person.press(Key.ENTER)
    await person.see("//li[@data-step='isolate']//*[normalize-space()='R. Amble']")
    await person.saved()
  })

  /** Fills the fields of a step in the order of the page and signs it, with Tab, text, Space and Enter. */
  async function stepByKeys(key: string, title: string, values: readonly (string | true)[]): Promise<void> {
    await person.web.executeScript("document.activeElement.blur(); document.querySelector('.card [tabindex]').focus()")
    const fields: string[] = await person.web.executeScript(
      "return [...document.querySelectorAll(`li[data-step='${arguments[0]}'] input`)].map((i) => i.id)",
      key,
    )
    for (const [i, value] of values.entries()) {
      for (let n = 0; n < 160 && (await person.web.executeScript('return document.activeElement.id')) !== fields[i]; n++)
        await person.press(Key.TAB)
      await person.press(value === true ? Key.SPACE : value)
    }
    await person.tabTo(`Sign: ${title}`)
    await person.press(Key.ENTER)
    await person.see(`//li[@data-step='${key}']//*[normalize-space()='R. Amble']`)
  }
  /** Opens a list with the arrow key and takes the entry that starts with these letters. */
  async function take(field: string, letters: string): Promise<void> {
    await person.web.executeScript('document.activeElement.blur()')
    await person.tabTo(field)
    await person.press(Key.ARROW_DOWN)
    await person.see("//li[@role='option']")
    await person.press(...letters)
    await person.press(Key.ENTER)
  }

  it('signs every mounting step', async () => {
    const seat = await person.web.executeScript<string>('return document.querySelector("li[data-step=\'seat\'] h3").innerText')
    expect(seat).to.contain('55')
    await stepByKeys('mark', 'Mark', [true])
    await stepByKeys('off', 'Take', [true])
    await stepByKeys('keep', 'Keep', [true])
    await stepByKeys('clean-out', 'Clean', [true])
    await stepByKeys('seat', 'Measure the shaft seat', ['55.009'])
    await stepByKeys('bore', 'Measure the housing seat', ['120.02'])
    await stepByKeys('unpack', 'Unpack', ['6311 C3'])
    const method = await person.web.executeScript<string>(
      "return document.querySelector(\"li[data-step='heat'], li[data-step='press']\").dataset.step",
    )
    if (method === 'press') await stepByKeys('press', 'Press', ['6'])
    else {
      await stepByKeys('heat', 'Heat', ['105'])
      await stepByKeys('push', 'Push', [])
    }
    await stepByKeys('shoulder', 'Feel', ['0'])
  })

  it('greases, runs in and releases', async () => {
    await person.withAlt(Key.ARROW_RIGHT)
    await onto('Lubricate')
    await take('Grease that goes in', 'W')
    await take('Grease gun', 'P')
    await person.web.wait(async () => (await person.verdict()) === 'settled', 10_000, 'waited for the grease')
    const grams = await person.figure('lubricate.firstFillG')
    await stepByKeys('fill', 'Fill', [grams, 'Wet-end calcium 2'])
    await person.withAlt(Key.ARROW_LEFT)
    await onto('Mount')
    await stepByKeys('turn', 'Turn', [true])
    await person.withAlt(Key.ARROW_RIGHT)
    await onto('Lubricate')
    await person.withAlt(Key.ARROW_RIGHT)
    await onto('Run in')
    await person.tabTo('Temperature')
    for (const [i, t] of ['20', '47', '55', '56'].entries()) {
      await person.press(t, Key.ENTER)
      await person.see(`//table[@aria-label='Readings of the run']/tbody/tr[${i + 1}]`)
    }
    await person.web.executeScript('document.activeElement.blur()')
    await person.tabTo('Turned by hand')
    await person.press(Key.SPACE)
    await person.tabTo('Noise')
    await person.press(Key.SPACE)
    await person.tabTo('Vibration, RMS')
    await person.press('1')
    await take('Machine', 'm')
    await person.web.wait(async () => (await person.verdict()) === 'fit for release', 10_000, 'waited for the run')
    await stepByKeys('guards', 'Guards', [true])
    await stepByKeys('release', 'Release', [])
  })

  it('ticks what is seen, settles on a cause and closes the card', async () => {
    await person.withAlt(Key.ARROW_RIGHT)
    await onto('Inspect')
    await person.tabTo('Rust spots')
    await person.press(Key.SPACE)
    await take('Cause that you settle on', 'wa')
    await person.web.wait(async () => (await person.verdict()) === 'cause settled', 10_000, 'waited for the cause')
    await person.saved()
    await person.web.executeScript('document.activeElement.blur()')
    await person.tabTo('why close it all the same')
    await person.press('Mark on the ring was worn off, stores record follows')
    await person.tabTo('Finish the job')
    await person.press(Key.ENTER)
    await person.seeText('its greasing is on the round')
  })

  it('opens all cautions and open questions of the card', async () => {
    await person.web.executeScript('document.activeElement.blur()')
    await person.tabTo('open question')
    await person.press(Key.ENTER)
    await person.seeText('Cautions')
    await person.see("//section[@aria-label='Cautions and open questions']//a[contains(., 'Identify')]")
  })
})

describe('journey: people', () => {
  it('an administrator adds somebody, who signs in and is switched off again', async () => {
    const at = await stage()
    const admin = await Person.at(at.instance.url)
    try {
      await admin.signIn('administrator')
      await admin.go('/settings')
      await admin.type('Name', 'T. Quill')
      await admin.type('Sign-in name', 'T Quill')
      await admin.type('First password (empty: a code)', 'short')
      await admin.button('Add')
      await admin.seeText('small letters')
      await admin.seeText('at least 10 characters')
      expect(await admin.valueOf('Name')).to.equal('T. Quill')
      await admin.type('Sign-in name', 'quill')
      await admin.type('First password (empty: a code)', 'apple-pulp-77')
      await admin.button('Add')
      await admin.seeText('quill')
      await admin.button('Switch off T. Quill')
      await admin.seeText('switched off')
      await admin.web.manage().logs().get('browser')
      await admin.button('Sign out')
      await admin.see("//h1[normalize-space()='Yardfrost']")
      const thrown = (await admin.web.manage().logs().get('browser')).filter((e) => e.message.includes('TypeError'))
      expect(thrown.map((e) => e.message)).to.deep.equal([])
      await admin.type('Sign-in name', 'quill')
      await admin.type('Password', 'apple-pulp-77', Key.ENTER)
      await admin.seeText('do not belong together')
      // Somebody is invited, chooses a password with the code, and it counts once.
      await admin.signIn('administrator')
      await admin.go('/settings')
      await admin.type('Name', 'O. Pippin')
      await admin.type('Sign-in name', 'pippin')
      await admin.button('Add')
      const code = await (await admin.see('//*[@data-code]')).getText()
      await admin.button('Sign out everywhere')
      for (const password of ['cox-orange-1', 'cox-orange-2']) {
        await admin.button('I have a one-time code')
        await admin.type('Sign-in name', 'pippin')
        await admin.type('Code that you were given', code.toUpperCase())
        await admin.type('New password, at least 10 characters', password, Key.ENTER)
        if (password.endsWith('1')) {
          await admin.see("//h1[normalize-space()='Needs hands']")
          await admin.go('/settings')
          await admin.button('Sign out')
        } else await admin.seeText('the code has been used')
      }
    } finally {
      await admin.leave()
      await clear(at)
    }
  })
})
