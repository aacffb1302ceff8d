import { expect } from 'chai'
import { type Client, answer, openAt } from '../server/helpers.js'
import { Key } from 'selenium-webdriver'
import { technicianAtScreen, type Person } from './helpers.js'

/** Whole plans followed in large letters with only what the screen says, and the order that a fitter meets. */
describe('journey: plans in large letters, from the first lock to the guards', () => {
  const here = technicianAtScreen({ width: 820, height: 1180 })
  let person: Person
  let technician: Client
  before(() => void ({ person, technician } = here))

  interface Asked {
    id: string
    label: string
    kind: 'check' | 'choice' | 'input'
  }
  /** What the step on the screen still asks, in its order. */
  const asked = () =>
    person.web.executeScript<Asked[]>(`
      const inside = document.querySelector('section[data-step]')
      const labelOf = (i) => (inside.querySelector('label[for="' + CSS.escape(i.id) + '"]') ?? i.closest('label'))?.innerText.trim() ?? ''
      return [...inside.querySelectorAll('input')].filter((i) => !i.disabled && !/-with/.test(i.id) && !i.closest('details')).flatMap((i) =>
        i.type === 'checkbox' ? (i.checked ? [] : [{ id: i.id, label: labelOf(i), kind: 'check' }])
        : i.type === 'radio' ? ([...document.getElementsByName(i.name)].some((r) => r.checked) || document.getElementsByName(i.name)[0] !== i ? [] : [{ id: i.id, label: labelOf(i), kind: 'choice' }])
        : i.getAttribute('role') === 'combobox' || i.value ? [] : [{ id: i.id, label: labelOf(i), kind: 'input' }])`)
  /** A good reading by what stands beside its field, or a name by the title of the step. */
  function entry(label: string, title: string, hands: Readonly<Record<string, string>>): string {
    const own = Object.entries(hands).find(([words]) => label.startsWith(words))
    if (own) return own[1]
    const figures = [...label.replace(/−/g, '-').matchAll(/-?\d+(?:\.\d+)?/g)].map(([n]) => n)
    if (label.includes('…')) return String((Number(figures.at(-2)) + Number(figures.at(-1))) / 2)
    if (label.includes('at least')) return figures.at(-1)!
    if (label.includes('at most')) return Number(figures.at(-1)) < 0 ? figures.at(-1)! : String(Number(figures.at(-1)) / 2)
    if (/^Marking/.test(label)) return / (?:the set of \d+ )?(\S+(?: \S+)*?) and read/.exec(title.replace(/^Unpack/, ''))![1]!
    if (/^Grease as read/.test(label)) return / g of ([^,]+)/.exec(title)![1]!
    return label === 'Cured for' ? '24' : 'as read'
  }
  const headed = async () => (await person.see('//section[@data-step]//h1')).getText()
  const inHand = () =>
    person.web.executeScript<string>(
      "return [document.querySelector('section[data-step]')?.dataset.step, document.querySelector('header .count')?.innerText].join(' ')",
    )
  /** Follows the screen until a step is in hand; names of what was signed on the way. */
  async function follow(until: string, hands: Readonly<Record<string, string>> = {}): Promise<string[]> {
    const done: string[] = []
    for (let left = 60; left > 0; left -= 1) {
      await person.see('//section[@data-step]')
      const name = (await inHand()).split(' ')[0]!
      if (name === until) return done
      const title = await headed()
      for (const { id, label, kind } of await asked()) {
        if (kind === 'check') await person.click(`//label[@for='${id}'] | //*[@id='${id}']/ancestor::label`)
        else if (kind === 'choice') await person.click(`//*[@id='${id}']/ancestor::label | //label[@for='${id}']`)
        else await (await person.see(`//input[@id='${id}']`)).sendKeys(Key.chord(Key.CONTROL, 'a'), entry(label, title, hands), Key.TAB)
      }
      const here = await inHand()
      await person.web.wait(
        async () => /Done, sign it/.test(await (await person.see('//footer')).getText()),
        15_000,
        `${name} can be signed after ${done.join(' ')}`,
      )
      await person.click("//footer//button[contains(., 'Done, sign it')]")
      await person.web.wait(async () => (await inHand()) !== here, 20_000, `${name} is signed`)
      done.push(name)
    }
    throw new Error(`${until} never came: ${done.join(' ')}`)
  }
  const known = (place: string, designation: string, group = 'N') => ({
    [`${place}/identify.designation`]: designation,
    [`${place}/identify.group`]: group,
    [`${place}/identify.groupEvidence`]: 'marking',
  })
  async function opened(machine: string, places: string[], said: Record<string, unknown>): Promise<number> {
    const { job } = await openAt(technician, machine, places)
    const saved = await answer(technician, job.id, { 'line/select.target': 'one-shift', ...said })
    expect(saved.status, JSON.stringify(saved.body.errors ?? saved.body.detail)).to.equal(200)
    await person.go(`/jobs/${job.id}/steps`)
    return job.id
  }

  it('a bonded seat: cleaned and wetted before it slides on, cured before it is turned; a step added behind it takes the lock-off away', async () => {
    const id = await opened('MM-1', ['p1.1'], {
      ...known('p1.1', '6311', '3'),
      'p1.1/mount.takeOff': 'none',
      'p1.1/fit.shaftRemedy': 'compound',
      'p1/lubricate.greaseId': 1,
    })
    const done = await follow('release')
    expect(done.join(' ')).to.equal('isolate seat bore unpack bond shoulder fill cured turn guards')
    await answer(technician, id, { 'p1.1/mount.takeOff': 'puller' })
    await person.go(`/jobs/${id}/runin`)
    await person.seeText('was added, reopened or signed again since')
    await person.go(`/jobs/${id}/steps`)
    await person.see("//section[@data-step='mark']")
  })

  it('a chilled shaft: the outer ring in, the shaft cold, and the ring on within seconds', async () => {
    await opened('MM-1', ['p2.1'], {
      ...known('p2.1', 'NU 311', '3'),
      'p2.1/mount.takeOff': 'none',
      'p2.1/mount.method': 'chill',
      'p2/lubricate.greaseId': 1,
    })
    const done = await follow('slip')
    expect(done.join(' ')).to.equal('isolate seat bore unpack outer-in chill')
    await person.see("//*[@role='timer']")
    await person.seeText('until it must be over its seat')
    expect(await follow('guards')).to.deep.equal(['slip', 'shoulder', 'fill', 'join', 'turn'])
  })

  it('a split block: cleaned, driven up, rings beside it, bearing and base packed by weight, and only then the cap', async () => {
    await opened('LS-1', ['p2.1'], {
      ...known('p2.1', '22211 K', '3'),
      'p2.1/mount.standsIn': 'split',
      'p2.1/mount.blockSeatMm': 33,
      'p2.1/mount.driveBy': 'angle',
      'p2/arrange.outerLeft': 'locating-ring',
      'p2/lubricate.greaseId': 1,
      'p2.1/mount.takeOff': 'hold-back',
    })
    const done = await follow('rings', { 'Sleeve as read': 'H 311' })
    expect(done.join(' ')).to.equal('isolate mark off keep clean-out base seat unpack before zero drive lock')
    await person.seeText('a single one, on the side of the nut')
    expect(await follow('fill')).to.deep.equal(['rings'])
    expect(await headed()).to.match(/Pack the bearing with \d+ g .* the base with \d+ g/)
    expect(await follow('guards')).to.deep.equal(['fill', 'cap', 'turn'])
  })

  it('an oil pump’s pair: drained first, heated and pushed on as two in their order, oil in when all is closed, and looked at behind a lock of its own', async () => {
    await opened('MP-3', ['p1.1'], {
      ...known('p1.1', '7312 B'),
      'p1.1/mount.method': 'heat',
      'p1/lubricate.lubricant': 'oil',
      'p1/lubricate.oilViscosity40': 68,
      'p1.1/mount.takeOff': 'heat',
    })
    const done = await follow('push')
    expect(done.slice(0, 5)).to.deep.equal(['isolate', 'drain', 'mark', 'off', 'keep'])
    expect(done.indexOf('order')).to.be.above(done.indexOf('unpack')).and.below(done.indexOf('heat'))
    expect(await headed()).to.contain('one after the other')
    const rest = await follow('guards')
    expect(rest.at(-1)).to.equal('oil-fill')
    expect(rest.indexOf('turn')).to.be.below(rest.indexOf('oil-fill'))
    expect(await follow('release')).to.deep.equal(['guards', 'lock-again', 'level', 'guards-again'])
  })

  it('a wheel hub: cups in, cones packed, inner cone, seal, hub on, outer cone, set while it turns, and pinned where a slot loosens', async () => {
    const hub = {
      'line/duty.turningRing': 'outer',
      'line/mount.hubLock': 'castellated',
      'line/mount.hubPitchMm': 1.5,
      'line/mount.hubSlots': 6,
      'line/duty.loadDirection': 'still',
      'p1/arrange.held': true,
      'p2/arrange.held': true,
      'p2/arrange.innerRight': 'nut',
      'line/arrange.facing': 'back-to-back',
    }
    const of = (p: string) => ({
      [`${p}.1/mount.takeOff`]: 'none',
      [`${p}/lubricate.greaseId`]: 1,
    })
    await opened('PG-1', ['p1.1', 'p2.1'], { ...known('p1.1', '32210'), ...known('p2.1', '32209'), ...hub, ...of('p1'), ...of('p2') })
    const done = await follow('setting', { 'Wanted by': '0.05', 'End play': '0.05' })
    expect(done.join(' ')).to.match(
      /^isolate (clean-out )*seat bore unpack outer-in seat bore unpack outer-in fill fill inner-cone seal hub-on outer-cone$/,
    )
    await person.seeText('Turn the hub all the while')
    expect(await follow('pin', { 'Wanted by': '0.05', 'End play': '0.05' })).to.deep.equal(['setting'])
    await person.seeText('On to the next slot that loosens')
    expect(await follow('guards')).to.deep.equal(['pin', 'hub-cap', 'turn'])
  })
})

describe('journey: cautions that must be seen', () => {
  const here = technicianAtScreen()
  let person: Person
  let technician: Client
  before(() => void ({ person, technician } = here))
  const said = async (machine: string, place: string, answers: Record<string, unknown>, station: string) => {
    const { job } = await openAt(technician, machine, [place])
    const saved = await answer(technician, job.id, {
      [`${place}/identify.group`]: '3',
      [`${place}/identify.groupEvidence`]: 'marking',
      'line/select.target': 'motor-24h',
      ...answers,
    })
    expect(saved.status, JSON.stringify(saved.body.errors ?? saved.body.detail)).to.equal(200)
    await person.go(`/jobs/${job.id}/${station}`)
    return job.id
  }
  it('a sealed one is heated to 80 °C at most and never in a bath', async () => {
    await said('MM-1', 'p1.1', { 'p1.1/identify.designation': '6311-2RS', 'p1.1/mount.method': 'heat' }, 'mount')
    await person.seeText('Sealed or shielded: 80 °C at most unless its maker says more, and never in a bath')
  })
  it('a free ring counts the coldest start too: light alloy at −40 °C takes its room away', async () => {
    const warm = {
      'line/arrange.housingMaterial': 'aluminium',
      'line/arrange.shaftMaterial': 'carbon-steel',
      'line/arrange.assemblyC': 20,
      'line/arrange.shaftHotC': 40,
      'line/arrange.housingHotC': 35,
      'line/arrange.spanMm': 1500,
      'p1/arrange.held': true,
      'p2/arrange.held': false,
      'p2/arrange.floatPresentMm': 1.5,
    }
    await said('MM-1', 'p2.1', { 'p2.1/identify.designation': '6311', ...warm }, 'arrange')
    const before = await person.text()
    expect(before, 'warm it has room').to.not.contain('where its room ends, hot or cold')
    await person.type('Coldest start', '-40')
    await person.seeText('has 1.50 mm and needs 1.77 mm')
    await person.seeText('where its room ends, hot or cold')
  })
  it('the rack search strikes out what its kinds strike out, and says what needs a partner', async () => {
    await said('MP-2', 'p1.1', { 'p1.1/identify.designation': '6312' }, 'select')
    await person.button('What of the rack would do here')
    await person.seeText('needs a partner')
  })
  it('a quick answer leads with its stop, and carries its caution', async () => {
    const ask = async (text: string) => {
      await person.web.executeScript('document.activeElement.blur()')
      await person.withControl('k')
      await person.web.wait(async () => (await person.focused()).includes('Find anything'), 10_000, 'the box has the focus')
      await person.press(text)
    }
    await ask('life 30206 B 4kN 1480')
    await person.seeText('The letters B behind 30206 make another contact angle')
    await person.press(Key.ESCAPE)
    await ask('heat 22213 m6 limit 110')
    await person.seeText('Be quick, or press')
  })
})
