import { expect } from 'chai'
import { calculate } from '../../src/contract/calculations/registry.js'
import { catalogue } from '../../src/core/catalogue/catalogue.js'
import { findMarked } from '../../src/core/identify/marked.js'
import { rackNames, readMarking } from '../../src/core/identify/marking.js'
import { quickAnswer } from '../../src/core/quick/answer.js'
import { say } from '../../src/core/words/say.js'
import { WRITINGS } from './tables/writings.js'

/** One reader of names, for everyday writings and for short questions. */

describe('markings as they are written every day', () => {
  for (const [written, row, group, closure, accuracy, pairing, notRead, changes] of WRITINGS)
    it(written, () => {
      const m = findMarked(written)!
      expect(
        m && [m.row.designation, m.group ?? '', m.closure ?? '', m.accuracy ?? '', m.pairing ?? '', m.notRead.join(','), m.changes ?? ''],
      ).to.deep.equal([row, group, closure, accuracy, pairing, notRead, changes])
    })
  it('read at Compare and on the bench as they are read in a line: the same row, group and bore', () => {
    const names = rackNames(catalogue())
    const other = WRITINGS.flatMap(([written, row, group]) => {
      const first = readMarking(names, written).readings[0]
      const [read, wanted] = [[first?.row.designation, first?.features.clearance ?? ''].join(' '), [row, group].join(' ')]
      return read === wanted ? [] : [`${written}: ${read}, not ${wanted}`]
    })
    expect(other).to.deep.equal([])
    const large = readMarking(names, '23048 CCK/W33 C4').readings[0]!
    expect([large.row.designation, large.features.bore, large.features.clearance]).to.deep.equal(['23048 K', '1:12', '4'])
  })
  it('are four hundred and more', () => expect(new Set(WRITINGS.map(([w]) => w)).size).to.be.at.least(400))
  it('other words behind a number are no letters, and a figure more is another number', () => {
    for (const text of ['1206 bronze bush', '6312 17', '62061', 'banana 6312', '6312 spindle'])
      expect(findMarked(text), text).to.equal(null)
  })
  it('a calculation never refuses them, names what it did not read, and stops where the angle changes', () => {
    const cautions = (designation: string) => {
      const found = calculate('bearing', { designation })
      return found.ok ? found.result.cautions.map((c) => `${c.level} ${c.code}`) : [JSON.stringify(found.problem)]
    }
    expect(cautions('6312 ETN9 C3')).to.deep.equal(['note letters-not-read'])
    expect(cautions('30206 B')).to.deep.equal(['stop letters-change'])
    expect(cautions('6312 C3')).to.deep.equal([])
  })
})

describe('a ten-second answer carries the worst of its cautions', () => {
  const words = (text: string) => say(quickAnswer(text, 'metric')!.words, 'metric').replace(/\s/g, ' ')
  // prettier-ignore
  for (const [text, says] of [
    ['22213 K m6', /^tapered bore: driven up .* neither heated/],
    ['heat 22213 EK C3 m6', /^tapered bore: driven up/],
    ['UC 208 k5', /never heated or pressed/],
    ['heat 6206-2RS1 k5', /heat to 80 °C/],
    ['heat 6206-2RS k5 limit 110', /caution: A sealed or shielded bearing/],
    ['6312 g6', /loose|tight/],
    ['heat 6312 f6', /^loose: slides on by hand$/],
    ['6304 s6', /stop: The ring would be stretched over 250 MPa/],
    ['life NU 312 10kN thrust 2kN 1000', /stop: NU 312 .* carries no axial load/],
    ['life C 2220 10kN thrust 2kN 1000', /stop: .* carries no axial load/],
    ['life 6206 40kN 1000', /^over its rating: no life can be stated — stop/],
    ['life 7208 B 4kN 1000', /caution: 7208 B takes thrust one way only/],
    ['life 6312 0.5kN 100', /^L10h beyond 200 000 h/],
    ['life 6312 9kN 15000', /caution: It runs faster than/],
    ['grease 6312 12000 70C', /^no grease speed.* — stop/],
    ['grease 6304 100 40C', /every 30 000 h/],
    ['grease 6206-2RS 1000 60C', /^sealed or shielded: nothing to feed; its grease lasts about/],
    ['30206 B m6', /^stop: The letters B behind 30206 make another contact angle/],
    ['life 30206 B 4kN 1480', /^stop: The letters B behind 30206/],
    ['growth 900 stainless in aluminium 60K', /austenitic\) grows 0.89 mm; the housing of aluminium counts as cold/],
    ['6312 ETN9 C3 k5', /^k5: 2 µm to 30 µm/],
  ] as const)
    it(`${text}: ${says}`, () => expect(words(text)).to.match(says))
  it('is a calculation too, and refuses what is no question or not complete', () => {
    const ask = (text: string) => calculate('quick-answer', { text })
    const heat = ask('heat 22213 m6 limit 110')
    expect(heat.ok && heat.result.values).to.deep.include({ kind: 'heat' })
    expect(heat.ok && (heat.result.values as { words: string }).words).to.match(/^heat to 110 °C, the limit/)
    expect(heat.ok && heat.result.cautions.map((c) => c.code)).to.include('hot-ring')
    for (const [text, says] of [
      ['mash pump', 'text'],
      ['life 6312', 'under what load'],
    ] as const) {
      const found = ask(text)
      expect(found.ok ? '' : JSON.stringify(found.problem), text).to.contain(says)
    }
    const inch = calculate('quick-answer', { text: '6312 k5', system: 'inch' })
    expect(inch.ok && (inch.result.values as { words: string }).words).to.contain('203 °F')
  })
})
