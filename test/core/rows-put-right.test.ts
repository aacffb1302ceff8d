import { expect } from 'chai'
import { emptyAnswers } from '../../src/core/card/answers.js'
import { blockOf } from '../../src/core/card/stations/mount-situation.js'
import { greasedPart } from '../../src/core/lubrication/grease.js'
import { filledCard } from './line.js'
import { calculate } from '../../src/contract/calculations/registry.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { findMarked } from '../../src/core/identify/marked.js'
import { fit } from '../../src/core/fits/fit.js'
import { accuracyOf } from '../../src/core/tolerances/ring.js'
import { recommendFit } from '../../src/core/fits/recommend.js'
import { pressForce } from '../../src/core/mounting/press-force.js'
import { catalogue } from '../../src/core/catalogue/catalogue.js'
import { select } from '../../src/core/select/select.js'
import { whatBuysMost } from '../../src/core/life/curves.js'
import { figureText } from '../../src/core/card/figure-text.js'
import { Derivation } from '../../src/core/result.js'
import { housingPress } from '../../src/core/mounting/housing-press.js'
import { belongingTo, findPart } from '../../src/core/parts/belongs.js'
import { searchParts } from '../../src/core/parts/search.js'
import { equivalentLoad } from '../../src/core/ratings/equivalent-load.js'
import { forcesOf, newSource } from '../../src/core/loads/line-sources.js'
import { metric } from './said.js'

/** Rows, advice and choice that were wrong once, each by the value that is right. */

const row = (name: string) => findBearing(name)!.row

describe('rows', () => {
  it('sets with a J before their number are metric: 50 mm on m6 grips 9 to 37 µm', () => {
    const set = row('JLM104948/JLM104910')
    expect(accuracyOf(set, 'normal')).to.equal('normal')
    const found = fit({
      seat: 'shaft',
      sizeMm: set.boreMm,
      toleranceClass: 'm6',
      accuracy: accuracyOf(set, 'normal'),
      family: set.family,
    }).values
    expect([found.minInterferenceUm, found.maxInterferenceUm]).to.deep.equal([9, 37])
    expect(accuracyOf(row('LM11949/LM11910'), 'normal')).to.equal('inch-4')
    expect(findBearing('JL69349/JL69310')!.row.boreMm).to.equal(38)
  })
  it('inch ball bearings are wider where they are closed', () => {
    for (const [name, open, closed] of [
      ['R6', 5.558, 7.142],
      ['R8', 6.35, 7.938],
    ] as const) {
      expect(row(name).widthMm).to.equal(open)
      for (const marking of [`${name} ZZ`, `${name}-2RS`, `${name}ZZ C3`])
        expect(findMarked(marking)!.row.widthMm, marking).to.equal(closed)
    }
  })
  for (const [name, outer] of [
    ['NN 3011', 81],
    ['NN 3012', 86.1],
    ['NN 3016', 113],
    ['NN 3017', 118],
    ['NN 3030', 206],
    ['NN 3032', 219],
    ['NN 3034', 236],
  ] as const)
    it(`${name} has its outer raceway at ${outer} mm`, () => expect(row(name).outerRacewayMm).to.equal(outer))
  for (const [name, inner] of [
    ['NU 2232', 193],
    ['NU 2234', 205],
    ['NU 2236', 215],
    ['NU 2238', 228],
    ['NU 2240', 241],
  ] as const)
    it(`${name} has its inner raceway at ${inner} mm`, () => expect(row(name).innerRacewayMm).to.equal(inner))
  it('a long inner ring weighs as its outer ring is wide: 11208 about 0.72 kg', () => expect(row('11208').massKg).to.be.closeTo(0.72, 0.1))
  it('UC 202-10 is five eighths of an inch', () => expect(row('UC 202-10').boreMm).to.be.closeTo(15.875, 1e-9))
})

describe('seat advice', () => {
  it('on small bores heavy roller rows take that for normal load, and no advised class stretches a ring past 250 MPa', () => {
    const load = { innerRingLoad: 'rotating', outerRingLoad: 'stationary', loadRatio: 0.2 } as const
    const advised = (name: string) =>
      recommendFit({ family: row(name).family, boreMm: row(name).boreMm, outsideMm: row(name).outsideMm, ...load }).values.shaftClass
    expect(advised('30302')).to.equal('k6')
    let [looked, most] = [0, 0]
    for (const r of catalogue().filter(
      (x) => !x.boreTaper && x.boreMm >= 10 && x.family !== 'insert-ball' && x.innerRacewayMm > x.boreMm,
    )) {
      const { shaftClass } = recommendFit({ family: r.family, boreMm: r.boreMm, outsideMm: r.outsideMm, ...load }).values
      const grip = fit({
        seat: 'shaft',
        sizeMm: r.boreMm,
        toleranceClass: shaftClass,
        accuracy: accuracyOf(r, 'normal'),
        family: r.family,
      }).values
      if (grip.maxInterferenceUm <= 2) continue
      const stress = pressForce({
        boreMm: r.boreMm,
        racewayDiameterMm: r.innerRacewayMm,
        widthMm: r.widthMm,
        interferenceUm: grip.maxInterferenceUm - 2,
      }).values.hoopStressMPa
      looked += 1
      most = Math.max(most, stress)
    }
    expect(looked).to.be.above(1000)
    expect(most).to.be.below(250)
  })
})

describe('choice and life', () => {
  const duty = { radialLoadN: 6000, axialLoadN: 0, speedRpm: 1000, limits: { boreMm: 60 } }
  const found = (more: object = {}) => select({ ...duty, ...more }, catalogue()).values.candidates
  it('never offers what the table of kinds strikes out, nor what cannot hold where it has to', () => {
    const families = new Set(found({ limit: 500 }).map((c) => c.family))
    expect(families.has('four-point-ball')).to.equal(false)
    expect(found({ limit: 500, axialLoadN: 4000 }).some((c) => c.family === 'cylindrical-roller')).to.equal(false)
    expect(found({ limit: 500, mustHold: true }).some((c) => /^(NU|N|NJ|C|NA) /.test(c.designation))).to.equal(false)
    expect(found({ limit: 500 }).some((c) => /^NU /.test(c.designation))).to.equal(true)
  })
  it('says what comes with it: a partner, a sleeve, a hard shaft', () => {
    const reasons = (test: RegExp, axialLoadN = 0) =>
      found({ limit: 500, axialLoadN })
        .find((c) => test.test(c.designation))!
        .reasons.map((r) => r.code)
    expect(reasons(/^32212$/, 6000)).to.include('select-partner')
    expect(reasons(/ K$/)).to.include('select-sleeve')
    expect(reasons(/^(HK|BK|K) /)).to.include('select-hard-shaft')
    expect(reasons(/^6212$/)).to.not.include.members(['select-partner', 'select-sleeve', 'select-hard-shaft'])
  })
  it('what buys most is held against the same kind of life', () => {
    const basis = {
      rollingElement: 'ball',
      thrust: false,
      dynamicRatingN: 40_000,
      fatigueLoadLimitN: 1500,
      equivalentLoadN: 4000,
      speedRpm: 1000,
      a1: 1,
      pitchDiameterMm: 95,
      kappa: 0.6,
      cleanliness: 'severe',
    } as const
    const now = ((1000 / 60) * 1e6) / 1000
    const rating = whatBuysMost(basis, 1, 'rating')
    expect(rating.find((b) => b.code === 'buy-load')!.hours).to.be.closeTo(now / 0.8 ** 3, 1e-6)
    expect(rating.map((b) => b.code)).to.not.include.members(['buy-oil', 'buy-clean'])
    expect(whatBuysMost(basis, 1, 'modified').map((b) => b.code)).to.include('buy-oil')
  })
  it('a life beyond meaning is said so', () => {
    expect(figureText({ value: 3e13, quantity: 'hours' }, 'metric').number.replace(/\s/g, ' ')).to.equal('beyond 200 000')
    expect(figureText({ value: 43_000, quantity: 'hours' }, 'metric').number.replace(/\s/g, ' ')).to.equal('43 000')
  })
  it('a belt past what its kind stands costs life, and says how much', () => {
    const said = (pullFactor: number, beltKind: number) => {
      const sheet = new Derivation()
      const source = newSource('belt', 'b', 100)
      forcesOf(
        { ...source, values: { ...source.values, powerKw: 15, pitchDiameterMm: 200, pullFactor, beltKind } },
        { speedRpm: 1460, leanDeg: 0, upperEnd: null },
        sheet,
      )
      return sheet.cautions.find((c) => c.code === 'belt-tight')
    }
    expect(said(1.7, 2)).to.equal(undefined)
    expect(said(2.2, 2)!.params!.left).to.equal(Math.round(100 * (1.7 / 2.2) ** 3))
    expect(said(2.2, 1)).to.equal(undefined)
    expect(said(3, 0)!.level).to.equal('caution')
  })
  it('the least load of a thrust spherical roller bearing is its own', () => {
    const answer = calculate('select', {
      radialLoadN: 0,
      axialLoadN: 3000,
      speedRpm: 100,
      limits: { boreMm: 60, families: ['thrust-spherical-roller'] },
    })
    const { candidates } = (answer.ok ? answer.result.values : {}) as { candidates: { reasons: string[] }[] }
    expect(candidates[0]!.reasons.join(' ')).to.not.contain('skid')
  })
})

describe('a long inner ring that a pin keeps', () => {
  const e = filledCard('11208')
  it('slides onto h8 and is neither pressed nor heated', () => {
    expect(e.fit.shaft!.toleranceClass).to.equal('h8')
    expect(e.fit.shaft!.grip, 'nothing grips').to.equal(null)
    expect(metric(e.fit.reason)).to.contain('J7').and.contain('pin')
    expect(e.mount.plan.map((s) => s.key))
      .to.include.members(['slide', 'lock'])
      .and.not.include('heat')
    expect(e.mount.verdict.word).to.equal('slides on')
    expect(metric(e.mount.plan.find((s) => s.key === 'lock')!.doing)).to.contain('slot')
  })
  it('holds the grease that lies under its outer ring, and stands in the block of that width', () => {
    const { row } = findBearing('11208')!
    const { row: short } = findBearing('1208')!
    expect(greasedPart(row).widthMm).to.equal(short.widthMm)
    expect(blockOf(row, false, emptyAnswers())!.rings).to.deep.equal(blockOf(short, false, emptyAnswers())!.rings)
    const measured = emptyAnswers()
    measured.mount.blockSeatMm = 41
    // 41 mm as measured, less the 18 mm of its outer ring: two of 11.5 mm.
    expect(blockOf(row, false, measured)!.rings).to.deep.equal({ count: 2, outsideMm: 80, widthMm: 11.5 })
  })
})

describe('thrust on a pair of 15°', () => {
  const of = (arrangement: 'back-to-back' | 'single' | 'tandem', staticRatingN: number) =>
    equivalentLoad({
      family: 'angular-contact-ball',
      contactAngleDeg: 15,
      radialLoadN: 1000,
      axialLoadN: 2000,
      staticRatingN,
      f0: 15,
      arrangement,
    }).values
  it('rests on one of the two: e is that of a single one with half of the rating of the pair', () => {
    expect(of('back-to-back', 40_000).e).to.equal(of('single', 20_000).e)
    expect(of('back-to-back', 40_000).e).to.be.above(of('single', 40_000).e)
  })
  it('is shared by two in tandem', () => expect(of('tandem', 40_000).e).to.equal(of('single', 40_000).e))
})

describe('an outer ring that is pressed in', () => {
  const force = (name: string) => {
    const turning = { turningRing: 'outer', loadDirection: 'still', axialLoadN: 1500 } as const
    const e = filledCard(name, { duty: turning, fit: { housingClass: 'P7' }, mount: { outerMethod: 'press' } })
    return e.mount.figures.find((f) => f.key === 'mount.outerForceN')!
  }
  it('takes the force of its own width, not that of the whole bearing', () => {
    const { row } = findBearing('30208')!
    expect(row.outerWidthMm).to.be.below(row.widthMm)
    const reckoned = housingPress({
      outsideMm: 80,
      racewayMm: row.outerRacewayMm,
      widthMm: row.outerWidthMm!,
      interferenceUm: 49,
      material: 'cast-iron',
      housingOutsideMm: 120,
    })
    expect(force('30208').value).to.be.closeTo(reckoned.values.forceN, 1)
  })
})

describe('rows and parts that were missing', () => {
  // prettier-ignore
  for (const [written, designation, bore, outside, width] of [
    ['6805', '61805', 25, 37, 7], ['6905', '61905', 25, 42, 9], ['5208', '3208', 40, 80, 30.2], ['5308', '3308', 40, 90, 36.5],
    ['52308', '52308', 30, 78, 49], ['32208 B', '32208 B', 40, 80, 24.75], ['32310 B', '32310 B', 50, 110, 42.25],
    ['NK 20/16', 'NK 20/16', 20, 28, 16], ['NKI 20/20', 'NKI 20/20', 20, 32, 20], ['UC 306', 'UC 306', 30, 72, 43],
  ] as const)
    it(`${written} is ${designation}`, () => {
      const { row: found } = findBearing(written)!
      expect([found.designation, found.boreMm, found.outsideMm, found.widthMm]).to.deep.equal([designation, bore, outside, width])
    })
  it('a steep one stands at its own angle, and one that no standard fixes stays out and is said', () => {
    expect(row('32208 B').contactAngleDeg).to.equal(20)
    expect(row('32208').contactAngleDeg).to.be.below(15)
    expect(row('32208 B').dimensionSource).to.contain('typical')
    expect(findMarked('30208 B')!.changes).to.equal('angle')
    expect(row('NK 20/16').sources.boreMm).to.equal('computed')
    expect(row('NK 20/16').dimensionSource).to.contain('fixed by no standard')
  })
  it('each row of a 513 pair is rated as the single one', () => {
    expect(row('52308').dynamicRatingN).to.equal(row('51308').dynamicRatingN)
  })
  const belongs = (name: string) => belongingTo(row(name)).map((b) => b.name)
  it('units of series 3 and of inch bores, with their bolts', () => {
    expect(belongs('UC 308')).to.include.members(['UCP 308', 'UCF 308', 'UCFL 308', 'UCT 308']).and.not.include('UCP 208')
    expect(belongs('UC 208-24')).to.include.members(['UCP 208-24', 'UCF 208-24']).and.not.include('UCP 208')
    expect(findPart('UCP 208-24')!.sizes).to.deep.equal([['shaft', 38.1], ...findPart('UCP 208')!.sizes.slice(1)])
    for (const [name, bolt] of [
      ['UCP 205', 'M10'],
      ['UCF 208', 'M12'],
      ['UCFL 210', 'M16'],
      ['UCP 216', 'M20'],
    ] as const)
      expect(findPart(name)!.facts.map(metric).join(), name).to.contain(`bolts ${bolt}`)
    expect(findPart('UCT 208')!.facts.map(metric).join()).to.not.contain('bolts')
  })
  it('angle rings and loose inner rings', () => {
    expect(belongs('NJ 308')).to.include('HJ 308')
    expect(belongs('NUP 308')).to.not.include('HJ 308')
    expect(belongs('NK 24/20')).to.include('IR 20 × 24 × 20')
    expect(belongs('NKI 20/20')).to.include('IR 20 × 24 × 20').and.not.include('IR 20 × 24 × 16')
    expect(searchParts('inner ring for NKI 20/16').parts.map((p) => p.name)).to.deep.equal(['IR 20 × 24 × 16'])
  })
  it('split blocks of 230 and 231 are in no standard, and that is said', () => {
    expect(metric(searchParts('block for 23134 K').nothing)).to.contain('No standard gives the sizes of split blocks')
    expect(searchParts('block for 22213 K').nothing).to.equal(null)
  })
})
