import { expect } from 'chai'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { clearanceGroup } from '../../src/core/fits/clearance-group.js'
import { fit } from '../../src/core/fits/fit.js'
import { rateBearing } from '../../src/core/life/rate-bearing.js'
import { quickAnswer } from '../../src/core/quick/answer.js'
import { CALCULATIONS, SHAPES, SLOTS } from '../../src/core/quick/words.js'
import type { UnitSystem } from '../../src/core/units/quantities.js'
import { say } from '../../src/core/words/say.js'

const ask = (text: string, system: UnitSystem = 'metric') => {
  const a = quickAnswer(text, system)
  return a && { ...a, words: say(a.words, system).replace(/\s/g, ' ') }
}
const words = (text: string, system: UnitSystem = 'metric') => ask(text, system)?.words
const row = (name: string) => findBearing(name)!.row

describe('ten-second answers', () => {
  /** What is asked in each system, and what it says. */
  // prettier-ignore
  const ASKED: [metric: string, inMetric: RegExp, inch: string, inInch: RegExp][] = [
    ['6312 k5', /^k5: 2 µm to 30 µm, tight; heat to 95 °C$/, '6312 k5', /^k5: 0.08 thou to 1.18 thou, tight; heat to 203 °F$/],
    ['heat 6312 k5 limit 80', /heat to 80 °C, the limit — caution: Heat to the limit.*Be quick, or press/, 'heat 6312 k5 limit 176', /heat to 176 °F, the limit/],
    ['60 H7 J7', /^H7 0 µm to 30 µm; J7 −12 µm to 18 µm$/, '2.3622 H7', /^H7 0.00 thou to 1.18 thou$/],
    ['C3 6312', /^C3 23 µm to 43 µm$/, '6312 c3', /^C3 0.91 thou to 1.69 thou$/],
    ['growth 900 stainless 60K', /grows 0.89 mm$/, 'growth 35.433 stainless 60K', /grows 0.0351 in$/],
    ['grease 6312 1480 70C', /^\d+ g every [\d ]+ h, clean/, 'grease 6312 1480 158', /oz every/],
    ['life 6312 4kN 1480', /^L10h 83 000 h$/, 'life 6312 899.24lbf 1480', /^L10h 83 000 h$/],
  ]
  for (const [metric, inMetric, inch, inInch] of ASKED)
    it(`${metric} · ${inch}`, () => {
      expect(words(metric)).to.match(inMetric)
      expect(words(inch, 'inch')).to.match(inInch)
    })
  it('says what the calculations say', () => {
    const { minInterferenceUm, maxInterferenceUm } = fit({
      seat: 'shaft',
      sizeMm: 65,
      toleranceClass: 'm6',
      accuracy: 'normal',
      family: 'spherical-roller',
    }).values
    expect(words('22213 m6')).to.contain(`m6: ${minInterferenceUm} µm to ${maxInterferenceUm} µm`)
    const { minUm, maxUm } = clearanceGroup({ family: 'cylindrical-roller', boreMm: 60, group: '4' }).values
    expect(words('NU 212 C4')).to.equal(`C4 ${minUm} µm to ${maxUm} µm`)
    const life = rateBearing(row('22213'), 12_000, 2000, 980, 90).life.values.ratingLifeH
    const said = Number(words('life 22213 12kN thrust 2kN 980')!.replace(/\D+/g, '').replace(/^10/, ''))
    expect(said).to.be.closeTo(life, 0.06 * life)
  })
  it('in any order of words', () => {
    for (const text of ['life 6312 4kN 1480', '4kN life 1480 6312', '1480 6312 4 kN life', '6312 1480rpm 4kN life'])
      expect(words(text), text).to.equal('L10h 83 000 h')
    for (const text of ['grease 70C 1480 6312', '1480 grease 6312 at 70']) expect(words(text), text).to.equal(words('grease 6312 1480 70C'))
    expect(words('stainless 60 K growth 900')).to.equal(words('growth 900 stainless 60K'))
    expect(words('J7 60 H7')).to.equal('J7 −12 µm to 18 µm; H7 0 µm to 30 µm')
  })
  it('asks for what is still missing, the first of it, while it is typed', () => {
    // prettier-ignore
    for (const [text, missing] of [
      ['life 6312 4kN', 'at what speed?'], ['life 6312', 'under what load?'], ['life', 'which bearing?'], ['heat 22213', 'which class has the shaft, as k5?'],
      ['growth 900 stainless', 'by how much warmer?'], ['grease 6312 1480', 'at what temperature?'], ['H7', 'at what size?'],
    ] as const)
      expect([ask(text)?.missing, ask(text)?.words], text).to.deep.equal([missing, ''])
  })
  it('names word by word what it did not understand, and answers all the same', () => {
    const a = ask('life banana 6312 4kN soon 1480')!
    expect([a.unknown, a.words]).to.deep.equal([['banana', 'soon'], 'L10h 83 000 h'])
    expect(ask('60 H7 17 J7')!.unknown).to.deep.equal(['17'])
  })
  it('is silent where somebody looks for a machine, a bearing or a card', () => {
    for (const text of [
      '',
      'mash pump',
      '6312',
      '22213 K',
      'NU 312',
      'row 17 middle',
      'feed pump 40 drive',
      'BX-4990',
      '0042',
      '32010 X',
      'steel tank hall four',
    ])
      expect(ask(text), text).to.equal(null)
  })
  it('says in words what cannot be', () => {
    expect(words('C3 51212')).to.contain('set when it is mounted')
    expect(words('C3 7212 B')).to.contain('set when it is mounted')
    expect(words('life 6312 4kN 0')).to.contain('not possible')
    expect(words('growth 90000 stainless 60K')).to.contain('not possible')
  })
  it('of two plain numbers takes the larger for the bearing; a K behind its number is its taper', () => {
    expect(ask('life 1200 6312 4kN')!.takes).to.deep.include({ bearing: '6312' })
    expect(ask('life 1200 6312 4kN')!.takes.numbers.speed).to.equal(1200)
    expect(ask('22213 K m6')!.takes.bearing).to.equal('22213 K')
  })
  it('hands a card what it can take', () => {
    const { takes } = ask('life 6312 C3 4kN 1480')!
    expect(takes).to.deep.equal({
      bearing: '6312',
      group: '3',
      shaftClass: null,
      housingClass: null,
      numbers: { radial: 4000, speed: 1480 },
    })
  })
  it('every calculation answers its own example and shows where the figure is from', () => {
    for (const calculation of CALCULATIONS) {
      const a = ask(SHAPES[calculation].example)!
      expect([a.calculation, a.missing], calculation).to.deep.equal([calculation, ''])
      expect(a.working.length, calculation).to.be.above(0)
      for (const slot of [...SHAPES[calculation].needs, ...SHAPES[calculation].may]) expect(SLOTS[slot].asks).to.match(/\?$/)
    }
  })
})
