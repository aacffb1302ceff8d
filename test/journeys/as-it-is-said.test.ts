import { expect } from 'chai'
import type { CardView } from '../../src/contract/cards.js'
import { draftOf } from '../../src/contract/lines.js'
import type { MachineView } from '../../src/contract/machines.js'
import { readLine } from '../../src/core/line/notation.js'
import { writeLine } from '../../src/core/line/write-line.js'
import { TEN_MACHINES } from '../core/tables/ten-machines.js'
import { clear, emptyStage, technicianAtScreen, type Person, type Stage } from './helpers.js'

const CODE = 'ten-of-all'

/** What the card of each machine knows before anything is entered: answers by their key, and sources as kind, mass or size. */
// prettier-ignore
const KNOWN: Readonly<Record<string, { answers: Record<string, unknown>; sources: string[]; fitted: string }>> = {
  'PU-1': { answers: { 'p1.1/mount.standsIn': 'split', 'p1/arrange.held': true, 'p2/arrange.held': false, 'p1.1/fit.split': true }, sources: ['belt 560', 'weight 120', 'weight 310', 'unbalance 310', 'magnetic 0'], fitted: '22218 EK C3' },
  'PP-2': { answers: { 'p2/arrange.held': true }, sources: ['coupling 0', 'weight 0', 'force 0', 'weight 24'], fitted: 'NU 309' },
  'HF-3': { answers: { 'p1.1/mount.standsIn': 'split', 'p1/arrange.held': false, 'p2/arrange.held': true }, sources: ['weight 185', 'unbalance 185', 'fan 0', 'belt 355', 'weight 0'], fitted: '22216 EK C3' },
  'LS-4': { answers: { 'p1.1/mount.standsIn': 'solid', 'p5.1/mount.standsIn': 'solid', 'p1/arrange.held': true }, sources: ['belt 400', 'weight 45'], fitted: 'UC 210' },
  'CM-5': { answers: { 'p1/arrange.held': true, 'p2/arrange.held': false }, sources: ['coupling 0', 'weight 0', 'weight 240', 'unbalance 240', 'magnetic 0'], fitted: '6314 C3' },
  'SP-6': { answers: { 'p1/arrange.held': true, 'p2/arrange.held': false }, sources: ['force 0', 'belt 120', 'weight 0'], fitted: '7014 C P4' },
  'GR-7': { answers: { 'p1/arrange.held': true, 'p2/arrange.held': false, 'p1/lubricate.orientation': 'inclined' }, sources: ['weight 420', 'force 0'], fitted: '6312-2RS' },
  'TW-8': { answers: { 'line/mount.hubLock': 'castellated' }, sources: ['force 0', 'weight 18.144'], fitted: 'LM67048' },
  'SC-9': { answers: { 'p1/arrange.held': true, 'p2/arrange.held': false }, sources: ['coupling 0', 'weight 0', 'force 0', 'weight 95'], fitted: '22212' },
  'SR-10': { answers: { 'p1.1/mount.standsIn': 'split', 'p1/arrange.held': true, 'p2/arrange.held': false }, sources: ['gear 600', 'weight 90', 'weight 2400', 'force 0'], fitted: '23048 CCK/W33 C4' },
}

describe('journey: ten machines in words alone, from an empty database', () => {
  let at: Stage
  let person: Person
  before(async () => {
    ;({ at, person } = await emptyStage(CODE))
    await person.beginAs(CODE)
  })
  after(async () => {
    await person.leave()
    await clear(at)
  })

  const words = async () => (await person.see("//textarea[@id='line-words']")).getAttribute('value')

  for (const [code, name, units, said] of TEN_MACHINES)
    it(`${code}, ${name}: typed, drawn, read back equal, and not asked again on its card`, async () => {
      await person.visit('/machines/new')
      await person.click(
        `//*[@role='group'][starts-with(@aria-label, 'Units')]//button[normalize-space()='${units === 'inch' ? 'in' : 'mm'}']`,
      )
      await person.type('Code', code)
      await person.type('Name', name)
      await person.type('The line in words, from left to right', said)
      const line = readLine(said, units).line
      for (const p of line.positions) await person.see(`//*[@role='button'][starts-with(@aria-label, '${p.name}: ')]`)
      expect(await person.web.executeScript("return document.querySelectorAll('.words .problem').length"), 'nothing is refused').to.equal(0)
      // Once it is left it stands as it is written, which is the same line.
      await person.web.wait(async () => (await words()) === writeLine(line, units), 10_000, `it is written as ${writeLine(line, units)}`)
      await person.button('Make the machine')
      await person.see(`//h1[contains(., '${name}')]`)
      const id = await person.machineOf(code)
      const machine = await person.api<MachineView>('GET', `/machines/${id}`)
      const kept = draftOf(machine.shaftLines[0]!)
      expect(readLine(writeLine(kept, units), units).line, 'it is kept as it was said').to.deep.equal(line)
      await person.visit(`/machines/${id}/edit?line=${machine.shaftLines[0]!.id}`)
      expect(await words()).to.equal(writeLine(line, units))

      const places = machine.shaftLines[0]!.positions.flatMap((p) => p.places.map((x) => x.id))
      const card = await person.api<CardView>('POST', '/cards', { places, reason: 'as typed' })
      const known = KNOWN[code]!
      const answers = Object.fromEntries(Object.keys(known.answers).map((key) => [key, card.answers[key]?.value]))
      expect(answers).to.deep.equal(known.answers)
      const sources = (card.answers['line/duty.sources']?.value ?? []) as { kind: string; values: Record<string, number | null> }[]
      expect(sources.map((s) => `${s.kind} ${s.values.massKg ?? s.values.pitchDiameterMm ?? 0}`)).to.deep.equal(known.sources)
      line.positions.forEach((p, i) => {
        const { past } = card.context.positions[i]!
        expect(past.oil ?? null, `${p.name} in oil`).to.deep.equal(p.oil ?? null)
        expect(past.grease !== null, `${p.name} in grease`).to.equal(p.grease != null)
      })
      await person.go(`/jobs/${card.job.id}/identify`)
      await person.see(`//section[@aria-label='As fitted'][contains(., '${known.fitted}')]`)
    })
})

/** What a page is, measured as it stands: how high it is and how high what is in it, how wide, and texts of controls that are cut. */
const MEASURED = `
  const seen = (e) => { const r = e.getBoundingClientRect(), s = getComputedStyle(e); return s.visibility !== 'hidden' && s.display !== 'none' && r.width > 1 && r.height > 1 }
  const page = document.getElementById('main')
  const ends = [...page.querySelectorAll('*')].filter((e) => seen(e) && (!e.children.length || /^(svg|INPUT|BUTTON|TEXTAREA)$/.test(e.tagName)))
  const top = page.getBoundingClientRect().top
  const bottom = Math.max(0, ...ends.map((e) => e.getBoundingClientRect().bottom + page.scrollTop))
  const controls = document.body.querySelectorAll('button, a, label, legend, th, h1, h2, h3, summary, .p-select-label')
  const cut = [...controls].filter((e) => seen(e) && e.textContent.trim() && getComputedStyle(e).overflowX !== 'visible' && e.scrollWidth > e.clientWidth + 1).map((e) => e.textContent.trim().slice(0, 40))
  const squeezed = [...document.querySelectorAll('.p-select-label, button, label')].filter((e) => seen(e) && e.clientWidth < 64 && e.scrollHeight > 4 * parseFloat(getComputedStyle(e).fontSize) && /\\w{4}/.test(e.textContent)).map((e) => 'squeezed: ' + e.textContent.trim().slice(0, 40))
  window.scrollTo(0, 1e6)
  page.scrollTop = 1e6
  const header = Math.round(document.querySelector('header').getBoundingClientRect().top)
  return { blank: page.scrollHeight > page.clientHeight ? Math.round(page.scrollHeight + top - bottom) : 0, document: document.scrollingElement.scrollHeight - innerHeight, beyond: Math.max(document.scrollingElement.scrollWidth, page.scrollWidth) - innerWidth, header, cut: [...new Set([...cut, ...squeezed])],
    wrong: [...document.querySelectorAll('[role=status], [aria-live]')].map((e) => e.textContent).filter((t) => /No results|No available/.test(t)).concat([...document.querySelectorAll('input')].map((e) => e.value).filter((t) => /NaN/.test(t))) }
`
/** Under the last thing of a page there may be so much air, px. */
const AIR = 80

describe('journey: no page scrolls into nothing, none is wider than its window, no control is cut', () => {
  const here = technicianAtScreen({ width: 1280, height: 800 })
  const SIZES = [
    [1280, 800],
    [820, 1180],
    [390, 844],
  ] as const
  const STATIONS = ['identify', 'duty', 'select', 'arrange', 'fit', 'mount', 'lubricate', 'runin', 'inspect']
  /** The mash pump and a card of all its places. */
  async function pumpCard(): Promise<{ pump: number; job: number }> {
    const { person } = here
    const pump = await person.machineOf('MP-2')
    const machine = await person.api<MachineView>('GET', `/machines/${pump}`)
    const open = machine.jobs.find((j) => j.status === 'open')
    const places = machine.shaftLines[0]!.positions.flatMap((p) => p.places.map((x) => x.id))
    return { pump, job: open?.id ?? (await person.api<CardView>('POST', '/cards', { places, reason: 'how it looks' })).job.id }
  }
  for (const [width, height] of SIZES)
    it(`at ${width} x ${height}`, async () => {
      const { person } = here
      const { pump, job } = await pumpCard()
      const pages = [
        '/',
        '/machines',
        '/machines/new',
        `/machines/${pump}`,
        `/machines/${pump}/edit`,
        '/rack',
        '/rack/6312',
        '/bench',
        '/compare?rows=6312&rows=6312-2RS&rows=NU+312&rows=6312+C3',
        '/parts',
        '/greasing',
        '/settings',
        '/own-data',
        `/jobs/${job}/steps`,
        ...STATIONS.map((s) => `/jobs/${job}/${s}`),
      ]
      await person.resize(width, height)
      for (const page of pages) {
        await person.visit(page)
        interface Measured {
          blank: number
          document: number
          beyond: number
          header: number
          cut: string[]
          wrong: string[]
        }
        const found = await person.web.executeScript<Measured>(MEASURED)
        expect(found.blank, `${page}: blank below its content`).to.be.lessThan(AIR)
        expect(found.document, `${page}: the document itself does not scroll`).to.be.at.most(0)
        expect(found.beyond, `${page}: wider than its window`).to.be.at.most(0)
        expect(found.header, `${page}: the header stays`).to.be.greaterThan(-2)
        expect(found.cut, `${page}: texts that are cut`).to.deep.equal([])
        expect(found.wrong, `${page}: read out where nothing was asked, or no number`).to.deep.equal([])
      }
    })

  it('at first sight of a station its head takes at most 150 px, and its first field stands above the fold', async () => {
    const { person } = here
    const { job } = await pumpCard()
    await person.resize(1280, 800)
    for (const station of STATIONS) {
      await person.visit(`/jobs/${job}/${station}`)
      const { head, field, figure, fold } = await person.web.executeScript<Record<'head' | 'field' | 'figure' | 'fold', number>>(`
        const tops = (css) => [...document.querySelectorAll(css)].map((e) => e.getBoundingClientRect()).filter((r) => r.height > 10).map((r) => r.bottom)
        return { head: document.querySelector("nav[aria-label='Stations']").getBoundingClientRect().bottom,
          field: Math.min(...tops('.left input, .left .p-select, .left textarea, .left fieldset'), 1e6) % 1e6, figure: Math.min(...tops('.right h1, .right .hero')),
          fold: document.querySelector('.rail').getBoundingClientRect().top }`)
      expect(head, station).to.be.at.most(150)
      expect(field, `${station}: first field`).to.be.at.most(fold)
      expect(figure, `${station}: figure`).to.be.at.most(fold)
    }
    await person.button('Unfold')
    await person.see("//section[@aria-label='Places of this card']//*[name()='svg']")
    await person.button('Fold')
  })
})
