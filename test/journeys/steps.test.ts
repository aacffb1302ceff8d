import { expect } from 'chai'
import { By, Key } from 'selenium-webdriver'
import type { CardView } from '../../src/contract/cards.js'
import { type Client, answer, cardOf, openAt } from '../server/helpers.js'
import { technicianAtScreen, type Person } from './helpers.js'

describe('journey: step by step, in gloves', () => {
  const here = technicianAtScreen({ width: 820, height: 1180 })
  let person: Person
  let technician: Client
  before(() => void ({ person, technician } = here))

  const heading = async () => (await person.see('//section[@data-step]//h1')).getText()
  const onStep = (name: string) => person.see(`//section[@data-step='${name}']`)
  const big = (label: string) => person.see(`//footer//button[contains(., '${label}')]`)
  /** Space goes on, whatever it is that it does now. */
  async function onward(label: string): Promise<void> {
    await big(label)
    await person.press(' ')
  }
  async function reading(text: string): Promise<void> {
    await person.see("//section[@data-step]//input[not(@type='checkbox')]")
    // The first that is still empty, else the first.
    await person.web.executeScript(
      "const all = [...document.querySelectorAll('section[data-step] input:not([type=checkbox])')]; (all.find((i) => !i.value) ?? all[0]).focus()",
    )
    await person.press(...text, Key.ENTER)
  }
  const opened = async (machine: string, places: string[], said: Record<string, unknown>): Promise<CardView> => {
    const card = await openAt(technician, machine, places)
    expect((await answer(technician, card.job.id, said)).status).to.equal(200)
    return card
  }
  const known = (place: string, designation: string, group = 'N') => ({
    [`${place}/identify.designation`]: designation,
    [`${place}/identify.group`]: group,
    [`${place}/identify.groupEvidence`]: 'marking',
  })

  it('on a portrait tablet by keyboard only: confirmed and signed by space, stopped by a reading, measured again', async () => {
    const { job } = await opened('MM-1', ['p1.1'], {
      ...known('p1.1', '6311', '3'),
      'p1.1/mount.takeOff': 'none',
      'line/select.target': 'motor-24h',
      'p1.1/mount.method': 'heat',
    })
    await person.go(`/jobs/${job.id}/steps`)
    await onStep('isolate')
    const low = await person.web.executeScript<number>(
      "return Math.min(...[...document.querySelectorAll('footer button')].map((b) => b.getBoundingClientRect().height))",
    )
    expect(low, 'for a knuckle').to.be.at.least(64)
    await onward('Yes: Tried to start')
    await onward('Done, sign it')
    await onStep('seat')
    await reading('55.2')
    await person.seeText('the plan stops here')
    expect(await person.web.findElements(By.xpath("//footer//button[contains(., 'Done')]"))).to.have.length(0)
    await person.click("//button[contains(., 'Measure again')]")
    await reading('55.009')
    await onward('Done, sign it')
    await onStep('bore')
    await reading('120.02')
    await onward('Done, sign it')
    await onStep('unpack')
    await person.press(Key.ARROW_LEFT)
  })
  it('a look back never loses the place, and what another hand signed shows by itself', async () => {
    await person.web.executeScript('document.activeElement.blur()')
    await person.press(Key.ARROW_LEFT)
    await onStep('bore')
    await person.seeText('Signed by R. Amble')
    await person.click("//button[contains(., 'Back to step')]")
    await onStep('unpack')
    const id = Number(/jobs\/(\d+)/.exec(await person.web.getCurrentUrl())![1])
    const step = (await cardOf(technician, id)).steps.find((s) => s.key === 'p1.1/unpack')
    const put = await technician.put(`/cards/${id}/steps/${encodeURIComponent('p1.1/unpack')}`, {
      version: step?.version ?? 0,
      values: { marking: '6311 C3' },
    })
    expect(put.status).to.equal(200)
    await person.web.executeScript('document.activeElement.blur()')
    await onward('Done, sign it')
    await onStep('heat')
  })
  it('a gauge that types: its reading lands in the field, its nonsense is refused, and the window begins to run', async () => {
    const gauge = (text: string) =>
      person.web.executeScript(
        `for (const key of [...arguments[0], 'Enter']) document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))`,
        text,
      )
    await person.web.executeScript('document.activeElement.blur()')
    await gauge('ERR')
    await person.seeText('The gauge sent "ERR": nothing was taken.')
    await gauge('+106.0')
    await person.seeText('From the gauge: 106 °C')
    await onward('Yes: Demagnetised')
    await onward('Done, sign it')
    await onStep('push')
    const clock = await (await person.see("//*[@role='timer']")).getText()
    expect(clock)
      .to.match(/^\d+:\d\d/)
      .and.contain('until it must be over its seat')
  })
  it('a stand-in is pressed: what it reads lands with its name, a loose cable is said, and the instrument in hand is kept', async () => {
    const { job } = await opened('MM-1', ['p2.1'], {
      ...known('p2.1', 'NU 311', '3'),
      'p2.1/mount.takeOff': 'none',
      'line/select.target': 'motor-24h',
      'p2.1/mount.method': 'heat',
    })
    await person.go(`/jobs/${job.id}/steps`)
    await onward('Yes')
    await onward('Done, sign it')
    await onStep('seat')
    await person.click("//summary[contains(., 'Gauge')]")
    await person.pick('Stand-in, measures nothing real', 'micrometer')
    await person.pick('It is', 'cable comes loose')
    await person.button('Take the stand-in')
    await person.button('Press its button')
    await person.seeText('From the gauge: 55.0')
    await person.seeText('stand-in: micrometer, R. Amble')
    await person.button('Press its button')
    await person.button('Press its button')
    await person.seeText('Its cable came loose in the middle')
    await person.button('Disconnect')
    await person.fromList('Read with', 'Caliper C-1')
    await person.seeText('too coarse for this')
    await person.fromList('Read with', 'Micrometer M-3')
    await person.seeText('Checked 2026-06-15')
    await reading('55.011')
    await person.seeText('Micrometer M-3, R. Amble')
    await person.web.executeScript('document.activeElement.blur()')
    await onward('Done, sign it')
    await onStep('bore')
  })
  const into = async (id: string, text: string, end: string) =>
    (await person.see(`//input[@id='${id}']`)).sendKeys(Key.chord(Key.CONTROL, 'a'), text, end)
  const felt = async (id: string) => Number(await (await person.see(`//input[@id='${id}']`)).getAttribute('value'))
  async function feelerStandIn(): Promise<void> {
    await person.click("//summary[contains(., 'Gauge')]")
    await person.pick('Stand-in, measures nothing real', 'feeler gauges')
    await person.button('Take the stand-in')
  }
  it('two sleeves of one shaft driven up in one card, by the clearance that goes: one felt by hand, one by the feeler stand-in', async () => {
    const sleeves = await opened('LS-1', ['p2.1', 'p3.1'], {
      ...known('p2.1', '22211 K', '3'),
      ...known('p3.1', '22211 K', '3'),
      ...Object.fromEntries(
        ['p2', 'p3'].flatMap((p) => [
          [`${p}.1/mount.takeOff`, 'none'],
          [`${p}/lubricate.filledBy`, 'central system'],
        ]),
      ),
      'line/select.target': 'one-shift',
    })
    await person.go(`/jobs/${sleeves.job.id}/steps`)
    await onward('Yes')
    await onward('Done, sign it')
    for (const block of ['second block', 'third block']) {
      await onStep('seat')
      await person.seeText(block)
      await reading('49.97')
      await onward('Done, sign it')
      await onStep('unpack')
      await reading('22211 K C3')
      await reading('h311')
      await onward('Done, sign it')
      await onStep('before')
      if (block === 'second block') {
        await reading('85')
        await reading('60')
        await person.seeText('the outer ring stands askew')
        await into('before-beforeOtherUm', '83', Key.ENTER)
      } else {
        await feelerStandIn()
        for (const field of ['beforeUm', 'beforeOtherUm']) {
          await person.button('Press its button')
          await person.web.wait(async () => (await felt(`before-${field}`)) > 0, 10_000, `${field} is felt`)
        }
        await person.seeText('stand-in: feeler gauges, R. Amble')
        // The stand-in scatters as a feeler does: what it reads beyond the limits is felt again by hand.
        for (const field of ['beforeUm', 'beforeOtherUm'])
          if (Math.abs((await felt(`before-${field}`)) - 85) > 10) await into(`before-${field}`, '85', Key.TAB)
        await person.web.executeScript('document.activeElement.blur()')
      }
      const [one, other] = [await felt('before-beforeUm'), await felt('before-beforeOtherUm')]
      await onward('Done, sign it')
      await onStep('zero')
      await person.click("//label[contains(., 'No slack left')]")
      await reading('1.5')
      await onward('Done, sign it')
      await onStep('drive')
      expect(await heading()).to.contain('up its taper')
      await reading(String(one - 15))
      await reading(String(other - 15))
      await person.seeText('of the nut to go')
      await into('drive-leftUm', String(one - 31), Key.TAB)
      await into('drive-leftOtherUm', String(other - 31), Key.ENTER)
      await person.seeText('Stop here')
      await person.web.wait(async () => (await felt('drive-reductionUm')) === 31, 10_000, 'what was taken away is reckoned')
      // A reading that takes it back takes the figure with it.
      await into('drive-leftUm', String(one - 5), Key.TAB)
      await person.web.wait(async () => (await felt('drive-reductionUm')) === 0, 10_000, 'what was reckoned goes')
      await into('drive-leftUm', String(one - 31), Key.ENTER)
      await person.web.wait(async () => (await felt('drive-reductionUm')) === 31, 10_000, 'and comes back')
      await onward('Done, sign it')
      await onStep('lock')
      await onward('Yes')
      await onward('Done, sign it')
      // Nothing starts dry: who fills it was said, and is seen.
      await onStep('fill')
      await reading('Wet-end calcium 2')
      await person.click("//label[contains(., 'Grease is in, seen')]")
      await person.web.executeScript('document.activeElement.blur()')
      await onward('Done, sign it')
      await onStep('turn')
      await onward('Yes')
      await onward('Done, sign it')
    }
    await onStep('guards')
  })
})
