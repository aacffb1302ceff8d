import { expect } from 'chai'
import { emptyAnswers, type CardAnswers } from '../../src/core/card/answers.js'
import type { CardEvaluation } from '../../src/core/card/evaluate.js'
import { linePlan } from '../../src/core/card/procedures.js'
import { answersOfTwo, evaluateCard, lineOfTwo, twoSupports, type Flat } from './line.js'
import type { StationResult } from '../../src/core/card/station.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { FAMILIES } from '../../src/core/bearing/families.js'
import { cardSection } from '../../src/core/drawing/card-section.js'
import { clearanceFrom, clearanceGroup } from '../../src/core/fits/clearance-group.js'
import type { ClearanceGroup } from '../../src/core/bearing/clearance.js'
import { calculate } from '../../src/contract/calculations/registry.js'
import { metric } from './said.js'

const row = (designation: string) => findBearing(designation)!.row

/** A card that is filled in up to Fit, whatever runs inside. */
function card(designation: string, patch: Partial<CardAnswers['duty']> = {}): CardEvaluation {
  const a: Flat = emptyAnswers()
  a.identify = { ...a.identify, designation, group: '3', groupEvidence: 'marking' }
  a.duty = {
    ...a.duty,
    speedRpm: 600,
    radialLoadN: 1500,
    axialLoadN: 0,
    shock: 'moderate',
    ambientC: 20,
    innerRingC: 60,
    outerRingC: 50,
    dirt: 'normal',
    hoursPerDay: 10,
    turningRing: 'inner',
    loadDirection: 'still',
    ...patch,
  }
  a.select.target = 'motor-24h'
  a.arrange = {
    ...a.arrange,
    spanMm: 300,
    shaftMaterial: 'carbon-steel',
    housingMaterial: 'cast-iron',
    assemblyC: 20,
    shaftHotC: 60,
    housingHotC: 40,
    driveEndHeld: true,
    nonDriveEndHeld: false,
    floatPresentMm: 1,
  }
  const context = twoSupports('drive', row('6312'))
  const line = lineOfTwo(a, context)
  // Whatever stands on it, it can be planned and drawn.
  linePlan(line)
  expect(cardSection(line, answersOfTwo(a), context, 'p1.1', 'metric', { width: 600, height: 300 })).to.not.equal(null)
  return line.places['p1.1']!
}
const asked = (e: CardEvaluation, station: 'identify' | 'fit') => e[station].questions.map((q) => q.code)
const stops = (e: CardEvaluation) =>
  (Object.values(e) as StationResult[]).flatMap((s) => s.cautions.filter((c) => c.level === 'stop').map((c) => c.code))

describe('a card of every family', () => {
  // [designation, family of clearance, verdict of Identify, verdict of Fit, loads]
  // prettier-ignore
  const cards: [string, 'table' | 'setting' | 'sheet', string, string, Partial<CardAnswers['duty']>][] = [
    ['6212', 'table', 'known', 'runs free', {}],
    ['6012', 'table', 'known', 'runs free', {}],
    ['4208', 'table', 'known', 'runs free', {}],
    ['7212 B', 'setting', 'known', 'set when mounted', { axialLoadN: 500 }],
    ['7012 C', 'setting', 'known', 'set when mounted', { axialLoadN: 500 }],
    ['3212', 'sheet', 'known', 'clearance open', { axialLoadN: 500 }],
    ['1212', 'table', 'known', 'runs free', {}],
    ['1212 K', 'table', 'known', 'drive-up open', {}],
    ['2310', 'table', 'known', 'runs free', {}],
    ['NU 212', 'table', 'known', 'runs free', {}],
    ['NJ 2212', 'table', 'known', 'runs free', { axialLoadN: 100 }],
    ['NUP 312', 'table', 'known', 'runs free', { axialLoadN: 100 }],
    ['N 212', 'table', 'known', 'runs free', {}],
    ['NA 4912', 'table', 'known', 'runs free', {}],
    ['RNA 4912', 'sheet', 'known', 'raceways to prove', {}],
    ['HK 2016', 'sheet', 'known', 'raceways to prove', {}],
    ['BK 2016', 'sheet', 'known', 'raceways to prove', {}],
    ['30212', 'setting', 'known', 'set when mounted', { axialLoadN: 500 }],
    ['33212', 'setting', 'known', 'set when mounted', { axialLoadN: 500 }],
    ['LM501349/LM501310', 'setting', 'known', 'set when mounted', { axialLoadN: 500 }],
    ['22212', 'table', 'known', 'runs free', { axialLoadN: 200 }],
    ['22212 K', 'table', 'known', 'drive-up open', { axialLoadN: 200 }],
    ['24024 K30', 'table', 'known', 'drive-up open', { axialLoadN: 200 }],
    ['23060', 'table', 'known', 'runs free', {}],
    ['C 2212', 'sheet', 'known', 'clearance open', {}],
    ['51212', 'setting', 'known', 'set when mounted', { radialLoadN: 0, axialLoadN: 3000 }],
    ['29412', 'setting', 'known', 'set when mounted', { radialLoadN: 200, axialLoadN: 9000 }],
    ['81212', 'setting', 'known', 'set when mounted', { radialLoadN: 0, axialLoadN: 3000 }],
    ['AXK 6085', 'setting', 'known', 'set when mounted', { radialLoadN: 0, axialLoadN: 3000 }],
    ['29244', 'setting', 'known', 'set when mounted', { radialLoadN: 200, axialLoadN: 90_000 }],
    ['QJ 212', 'sheet', 'known', 'clearance open', { axialLoadN: 500 }],
    ['11212', 'table', 'known', 'runs free', {}],
    ['NN 3012', 'table', 'known', 'runs free', {}],
    ['NN 3012 K', 'sheet', 'known', 'drive-up open', {}],
    ['NNU 4924', 'table', 'known', 'runs free', {}],
    ['NU 412', 'table', 'known', 'runs free', {}],
    ['24940', 'table', 'known', 'runs free', {}],
    ['23848', 'table', 'known', 'runs free', {}],
    ['R20', 'table', 'known', 'runs free', {}],
    ['16101', 'table', 'known', 'runs free', {}],
    ['25580/25520', 'setting', 'known', 'set when mounted', { axialLoadN: 500 }],
    ['52212', 'setting', 'known', 'set when mounted', { radialLoadN: 0, axialLoadN: 3000 }],
    ['K 25x29x13', 'sheet', 'known', 'raceways to prove', {}],
    ['UC 212', 'sheet', 'known', 'clearance open', {}],
    ['UK 212', 'sheet', 'known', 'drive-up open', {}],
  ]
  for (const [designation, from, identified, fitted, duty] of cards) {
    it(`${designation}: clearance from ${from}, fit ${fitted}`, () => {
      expect(clearanceFrom(row(designation))).to.equal(from)
      const e = card(designation, duty)
      for (const station of Object.values(e) as StationResult[]) expect(station.fieldErrors, station.station).to.deep.equal({})
      expect(e.identify.verdict.word).to.equal(identified)
      expect(e.fit.verdict.word).to.equal(fitted)
      expect(e.select.hero!.value, 'life').to.be.a('number')
    })
  }
  it('all families are among them', () => {
    expect(new Set(cards.map(([name]) => row(name).family))).to.deep.equal(new Set(FAMILIES))
  })
  it('the tapered bore takes its own clearance and a seat under the sleeve, and drive-up is asked about', () => {
    const straight = card('22212').identify.figures.find((f) => f.key === 'identify.clearanceRange')!.value
    const tapered = card('22212 K')
    expect(tapered.identify.figures.find((f) => f.key === 'identify.clearanceRange')!.value).to.not.deep.equal(straight)
    expect(tapered.fit.shaft!.toleranceClass).to.equal('h9')
    expect(asked(tapered, 'fit')).to.include('drive-up')
    expect(tapered.fit.clearance).to.equal(null)
    expect(tapered.mount.plan.map((s) => s.key)).to.deep.equal(['isolate', 'seat', 'unpack', 'before', 'zero', 'drive', 'lock', 'turn'])
    expect(metric(tapered.mount.reason)).to.contain('driven up')
  })
  it('a bearing without an inner ring gives no seat for the shaft', () => {
    const e = card('HK 2016')
    expect(e.fit.shaft).to.equal(null)
    expect(asked(e, 'fit')).to.include('shaft-raceway')
    expect(metric(e.fit.reason)).to.contain('The shaft is the raceway')
    expect(metric(card('RNA 4912').fit.reason)).to.contain('the shaft is its raceway')
    expect(e.mount.verdict.word).to.equal('by the sheet')
  })
  it('where no table is held it asks for the sheet and gives no figure', () => {
    const e = card('C 2212')
    expect(e.identify.figures.find((f) => f.key === 'identify.clearanceRange')!.value).to.equal(null)
    expect(asked(e, 'fit')).to.include('clearance-sheet')
    expect(e.fit.clearance).to.equal(null)
  })
  it('clearance that is set at assembly asks for no group', () => {
    const a = emptyAnswers()
    a.identify.designation = '30212'
    const e = evaluateCard(a, twoSupports('drive', null))
    expect(asked(e, 'identify')).to.not.include('clearance-group')
    expect(e.identify.verdict.word).to.equal('known')
    expect(card('30212', { axialLoadN: 500 }).fit.cautions.map((c) => c.code)).to.include('clearance-set')
  })
  it('a number without its angle letter is asked about before it counts as known', () => {
    const e = card('7212', { axialLoadN: 500 })
    expect(e.identify.row!.designation).to.equal('7212 B')
    expect(e.identify.verdict.word).to.equal('angle open')
    expect(asked(e, 'identify')).to.deep.equal(['contact-angle'])
    expect(asked(card('7212 B', { axialLoadN: 500 }), 'identify')).to.deep.equal([])
  })
  // [designation, axial N, stop]
  // prettier-ignore
  const thrust: [string, number, string | null][] = [
    ['6212', 300, null],
    ['NU 212', 300, 'no-thrust'],
    ['N 212', 300, 'no-thrust'],
    ['NJ 212', 100, null],
    ['NJ 212', 900, 'flange-overload'],
    ['NA 4912', 10, 'no-thrust'],
    ['C 2212', 10, 'no-thrust'],
    ['22212', 300, null],
    ['30212', 900, null],
  ]
  for (const [designation, axialLoadN, stop] of thrust) {
    it(`${designation} with ${axialLoadN} N of thrust ${stop ? 'stops' : 'goes on'}`, () => {
      const codes = stops(card(designation, { axialLoadN }))
      if (stop) expect(codes).to.include(stop)
      else expect(codes.filter((c) => c.includes('thrust') || c.includes('flange'))).to.deep.equal([])
    })
  }
  it('a type that moves inside cannot hold the shaft', () => {
    for (const name of ['NU 212', 'N 212', 'NA 4912', 'C 2212']) expect(stops(card(name)), name).to.include('no-end-held')
    for (const name of ['NJ 212', '22212', '6212', 'UC 212']) expect(stops(card(name)), name).to.not.include('no-end-held')
  })
})

describe('radial clearance by ISO 5753-1, further tables', () => {
  // [family, tapered, bore, group, min, max]
  // prettier-ignore
  const rows: ['self-aligning-ball' | 'needle-roller', boolean, number, ClearanceGroup, number, number][] = [
    ['self-aligning-ball', false, 10, '2', 2, 9],
    ['self-aligning-ball', false, 20, 'N', 10, 23],
    ['self-aligning-ball', false, 25, '3', 19, 35],
    ['self-aligning-ball', false, 40, 'N', 13, 29],
    ['self-aligning-ball', false, 50, '4', 37, 57],
    ['self-aligning-ball', false, 60, 'N', 16, 36],
    ['self-aligning-ball', false, 80, '3', 35, 60],
    ['self-aligning-ball', false, 100, '5', 89, 124],
    ['self-aligning-ball', false, 110, 'N', 25, 56],
    ['self-aligning-ball', true, 20, 'N', 13, 26],
    ['self-aligning-ball', true, 30, '3', 23, 39],
    ['self-aligning-ball', true, 40, '2', 12, 24],
    ['self-aligning-ball', true, 60, '3', 41, 61],
    ['self-aligning-ball', true, 80, 'N', 35, 57],
    ['self-aligning-ball', true, 110, '4', 100, 139],
    ['needle-roller', false, 20, 'N', 20, 45],
    ['needle-roller', false, 40, 'N', 25, 50],
    ['needle-roller', false, 40, '3', 45, 70],
  ]
  for (const [family, taperedBore, boreMm, group, minUm, maxUm] of rows) {
    it(`${family}${taperedBore ? ', tapered bore' : ''}, ${boreMm} mm, C${group}`, () => {
      expect(clearanceGroup({ family, boreMm, group, taperedBore }).values).to.deep.equal({ minUm, maxUm })
    })
  }
  it('groups follow on each other and grow with the bore, in every table', () => {
    for (const [family, taperedBore] of [
      ['self-aligning-ball', false],
      ['self-aligning-ball', true],
      ['needle-roller', false],
    ] as const) {
      for (const boreMm of [20, 30, 40, 50, 60, 80, 100, 120]) {
        const middle = (group: ClearanceGroup, bore = boreMm) => {
          const v = clearanceGroup({ family, boreMm: bore, group, taperedBore }).values
          expect(v.minUm).to.be.below(v.maxUm)
          return v.minUm + v.maxUm
        }
        expect(middle('2')).to.be.below(middle('N'))
        expect(middle('N')).to.be.below(middle('3'))
        expect(middle('3')).to.be.below(middle('4'))
        expect(middle('4')).to.be.below(middle('5'))
        if (boreMm > 20) expect(middle('N')).to.be.at.least(middle('N', boreMm - 10))
      }
    }
  })
  it('families without a table are refused by name', () => {
    for (const family of ['insert-ball', 'toroidal-roller', 'tapered-roller', 'thrust-ball']) {
      const answer = calculate('clearance-group', { family, boreMm: 40, group: 'N' })
      expect(answer, family).to.have.nested.property('problem.errors[0].field', 'family')
    }
    expect(
      calculate('clearance-group', { family: 'cylindrical-roller', boreMm: 40, group: 'N', taperedBore: true }),
    ).to.have.nested.property('problem.errors[0].field', 'taperedBore')
  })
})
