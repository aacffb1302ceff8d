import { expect } from 'chai'
import fc from 'fast-check'
import { calculate } from '../../src/contract/calculations/registry.js'
import type { CardEvaluation } from '../../src/core/card/evaluate.js'
import { emptyAnswers } from '../../src/core/card/answers.js'
import { cautionsOf, evaluateCard, figuresOf, filledCard as card, questionsOf, twoSupports } from './line.js'
import { catalogue, findBearing, type Bearing } from '../../src/core/catalogue/catalogue.js'
import { adapterSleeve, shaftHold } from '../../src/core/catalogue/sleeves.js'
import { filletMm } from '../../src/core/catalogue/abutments.js'
import { clearanceFrom, clearanceGroup } from '../../src/core/fits/clearance-group.js'
import { CLEARANCE_GROUPS } from '../../src/core/bearing/clearance.js'
import { preloadTakenUm } from '../../src/core/fits/operating-clearance.js'
import { findMarked, recordedRow } from '../../src/core/identify/marked.js'
import { FINDING_NAMES, type Finding } from '../../src/core/inspection/findings.js'
import { minimumLoad } from '../../src/core/life/minimum-load.js'
import { greaseSpeedLimit } from '../../src/core/lubrication/grease.js'
import { ringTolerance } from '../../src/core/tolerances/ring.js'
import { wordsOf } from '../../src/core/words/say.js'
import { metric } from './said.js'

type Values = Record<string, unknown>

function ask(name: string, input: object) {
  const answer = calculate(name, input)
  if (!answer.ok) throw new Error(answer.problem.detail)
  return answer.result
}
const values = (name: string, input: object) => ask(name, input).values as Values
const codes = (name: string, input: object) => ask(name, input).cautions.map((c) => c.code)
const levels = (name: string, input: object) => Object.fromEntries(ask(name, input).cautions.map((c) => [c.code, c.level]))
const refusal = (name: string, input: object): string => {
  const answer = calculate(name, input)
  return answer.ok ? 'answered' : answer.problem.detail
}
const row = (designation: string): Bearing => findBearing(designation)!.row

const figure = (e: CardEvaluation, key: string) => figuresOf(e).get(key)?.value
const said = (e: CardEvaluation) => cautionsOf(e).map((c) => c.code)
const asked = (e: CardEvaluation) => questionsOf(e).map((q) => q.code)

describe('free ring', () => {
  // [growth, play, cold shrink, least, behind, ahead, needed, enough]
  // prettier-ignore
  const rows: [number, number, number, number, number, number, number, boolean][] = [
    [0.85, 3, 0, 0.5, 0.5, 2.5, 1.52, true],
    [-0.85, 3, 0, 0.5, 2.5, 0.5, 1.52, true],
    [-0.85, 1.5, 0, 0.5, 1, 0.5, 1.52, false],
    [1, 12, 0, 0.5, 2, 10, 1.7, true],
    [4, 6, 0, 0.5, 1, 5, 5.3, true],
    [4, 5, 0, 0.5, 0.5, 4.5, 5.3, false],
    [1, 12, 2.5, 0.5, 2.5, 9.5, 3.7, true],
    [1, 6, 0, 1.5, 1.5, 4.5, 2.7, true],
    [0, 3, 0, 0, 0.5, 2.5, 0, true],
  ]
  for (const [growthMm, playMm, coldShrinkMm, leastBehindMm, behindMm, aheadMm, neededMm, enough] of rows)
    it(`grows ${growthMm} in ${playMm} mm: ${behindMm} behind, ${aheadMm} ahead, ${enough ? 'enough' : 'short'}`, () => {
      const v = values('free-ring-room', { growthMm, playMm, coldShrinkMm, leastBehindMm })
      for (const [key, wanted] of Object.entries({ behindMm, aheadMm, neededMm })) expect(v[key], key).to.be.closeTo(wanted, 1e-9)
      expect(v.enough).to.equal(enough)
    })
  it('with the sign of the growth the two sides change places, and nothing else', () => {
    const size = fc.double({ min: 0.01, max: 20, noNaN: true })
    fc.assert(
      fc.property(size, size, (growthMm, playMm) => {
        const [a, b] = [values('free-ring-room', { growthMm, playMm }), values('free-ring-room', { growthMm: -growthMm, playMm })]
        return a.behindMm === b.aheadMm && a.aheadMm === b.behindMm && a.neededMm === b.neededMm && a.enough === b.enough
      }),
    )
  })
  it('a play of nothing is refused', () => {
    for (const playMm of [0, -1]) expect(refusal('free-ring-room', { growthMm: 1, playMm })).to.contain('playMm')
  })
  it('steel in aluminium, 1.2 m, 60 K: the room lies on the side of the held end, whatever the school', () => {
    for (const growthSchool of ['full', 'quick', 'cautious'] as const) {
      const e = card('6312', {
        arrange: {
          spanMm: 1200,
          shaftMaterial: 'carbon-steel',
          housingMaterial: 'aluminium',
          assemblyC: 20,
          shaftHotC: 80,
          housingHotC: 80,
          floatPresentMm: 3,
          growthSchool,
        },
      })
      expect(e.arrange.growthMm, growthSchool).to.be.closeTo(1200 * (11.7 - 23.5) * 60e-6, 1e-9)
      expect(figure(e, 'arrange.behindMm')).to.be.closeTo(2.5, 1e-9)
      expect(said(e)).to.include(growthSchool === 'full' ? 'housing-outgrows' : 'housing-outgrows-all')
    }
    const short = card('6312', {
      arrange: {
        spanMm: 1200,
        shaftMaterial: 'carbon-steel',
        housingMaterial: 'aluminium',
        assemblyC: 20,
        shaftHotC: 80,
        housingHotC: 80,
        floatPresentMm: 1.2,
      },
    })
    expect(short.arrange.verdict.word).to.equal('not enough room')
  })
})

describe('inch tapered sets', () => {
  // [ring, size, class 4, class 2, class 3]
  // prettier-ignore
  const zones: ['inner' | 'outer', number, number, number, number][] = [
    ['inner', 19.05, 13, 13, 13],
    ['inner', 76.2, 13, 13, 13],
    ['inner', 76.3, 25, 25, 13],
    ['inner', 304.8, 25, 25, 13],
    ['outer', 45.237, 25, 25, 13],
    ['outer', 304.8, 25, 25, 13],
  ]
  for (const [ring, sizeMm, four, two, three] of zones)
    it(`${ring} ring of ${sizeMm} mm lies above nominal`, () => {
      const of = (accuracy: 'inch-4' | 'inch-2' | 'inch-3') => ringTolerance({ ring, sizeMm, accuracy, family: 'tapered-roller' }).values
      expect(of('inch-4')).to.deep.equal({ upperUm: four, lowerUm: 0 })
      expect(of('inch-2')).to.deep.equal({ upperUm: two, lowerUm: 0 })
      expect(of('inch-3')).to.deep.equal({ upperUm: three, lowerUm: 0 })
    })
  it('is a class of tapered sets only, and ends where its table ends', () => {
    const one = { ring: 'inner', sizeMm: 40, accuracy: 'inch-4' } as const
    expect(() => ringTolerance({ ...one, family: 'deep-groove-ball' })).to.throw('takes the classes normal')
    expect(() => ringTolerance({ ...one, sizeMm: 320, family: 'tapered-roller' })).to.throw('304.8')
  })
  it('LM501349/10 on m6 and in H7, by calculation and on a card', () => {
    const shaft = { seat: 'shaft', sizeMm: 41.275, toleranceClass: 'm6', accuracy: 'inch-4', family: 'tapered-roller' }
    expect(values('fit', shaft)).to.include({ minInterferenceUm: -4, maxInterferenceUm: 25 })
    const housing = { seat: 'housing', sizeMm: 73.431, toleranceClass: 'H7', accuracy: 'inch-4', family: 'tapered-roller' }
    expect(values('fit', housing)).to.include({ minInterferenceUm: -30, maxInterferenceUm: 25 })
    const e = card('LM501349/10', { duty: { axialLoadN: 1500 }, fit: { shaftClass: 'm6', housingClass: 'H7' } })
    expect(figure(e, 'fit.shaftInterference')).to.deep.equal([-4, 25])
    expect(figure(e, 'fit.housingInterference')).to.deep.equal([-30, 25])
    expect(figure(e, 'mount.hoopStressMPa')).to.be.closeTo(98, 3)
    expect(said(e)).to.not.include('hoop-stress')
    const class3 = card('LM501349/10', { duty: { axialLoadN: 1500 }, fit: { accuracy: 'inch-3', shaftClass: 'm6' } })
    expect(figure(class3, 'fit.housingInterference')).to.deep.equal([-30, 13])
    expect(metric(card('LM501349/10', { fit: { accuracy: '5' } }).fit.fieldErrors.accuracy)).to.contain('inch-4')
    expect(metric(card('6312', { fit: { accuracy: 'inch-4' } }).fit.fieldErrors.accuracy)).to.contain('normal')
  })
})

describe('seats that clamp', () => {
  // [row, sleeve, shaft]; ISO 2982-1.
  // prettier-ignore
  const sleeves: [string, string, number][] = [
    ['1206 K', 'H 206', 25], ['1308 K', 'H 308', 35], ['2210 K', 'H 310', 45], ['2312 K', 'H 2312', 55],
    ['21313 K', 'H 313', 60], ['22214 K', 'H 314', 60], ['22220 K', 'H 320', 90], ['22222 K', 'H 322', 100], ['22224 K', 'H 3124', 110],
    ['22240 K', 'H 3140', 180], ['22312 K', 'H 2312', 55], ['22328 K', 'H 2328', 125], ['23022 K', 'H 322', 100], ['23024 K', 'H 3024', 110],
    ['23048 K', 'H 3048', 220], ['23120 K', 'H 3120', 90], ['23136 K', 'H 3136', 160], ['23218 K', 'H 2318', 80], ['23936 K', 'H 3936', 160],
    ['C 2220 K', 'H 320', 90], ['C 3036 K', 'H 3036', 160], ['C 3132 K', 'H 3132', 140], ['UK 208', 'H 2308', 35], ['UK 315', 'H 2315', 65],
  ]
  for (const [name, sleeve, shaftMm] of sleeves)
    it(`${name} sits on ${sleeve}, shaft Ø${shaftMm}`, () => {
      expect(adapterSleeve(row(name))).to.deep.equal({ designation: sleeve, shaftMm })
    })
  it('every tapered bore 1:12 of the rack has its sleeve, with the shaft smaller than the bore and never falling', () => {
    // Cylindrical roller bearings with taper sit on the shaft’s own.
    const tapered = catalogue().filter((r) => r.boreTaper === '1:12' && r.family !== 'cylindrical-roller')
    const without = tapered.filter((r) => !adapterSleeve(r)).map((r) => r.designation)
    expect(without).to.deep.equal([])
    const bySize = new Map(tapered.map((r) => [r.boreMm, adapterSleeve(r)!.shaftMm]))
    const sizes = [...bySize].sort(([a], [b]) => a - b)
    sizes.forEach(([bore, shaft], i) => {
      expect(shaft).to.be.below(bore)
      if (i) expect(shaft).to.be.at.least(sizes[i - 1]![1])
    })
    expect(tapered.length).to.be.above(200)
  })
  it('bores 1:30 and plain ones have none', () => {
    expect(adapterSleeve(row('24024 K30'))).to.equal(null)
    expect(adapterSleeve(row('22220'))).to.equal(null)
    expect(shaftHold(row('24024 K30'))).to.equal('taper')
  })
  it('a card takes the shaft under the sleeve, and gives no grip, creep or press figure', () => {
    for (const [name, mm] of [
      ['22220 K', 90],
      ['UK 208', 35],
    ] as const) {
      const e = card(name)
      expect(e.fit.shaft).to.include({ sizeMm: mm, toleranceClass: name === 'UK 208' ? 'h9' : 'h9', grip: null })
      for (const key of ['fit.shaftInterference', 'fit.creepUm', 'mount.pressForceN']) expect(figure(e, key) ?? null, key).to.equal(null)
      expect(e.fit.creepMarginUm).to.equal(null)
      expect(said(e)).to.not.include('creep')
    }
    expect(figure(card('22220 K'), 'fit.sleeve')).to.equal('H 320')
  })
  it('a taper without a known sleeve asks what it sits on', () => {
    const e = card('24024 K30')
    expect(e.fit.shaft).to.equal(null)
    expect(asked(e)).to.include('taper-seat')
  })
  it('inserts slide on and are locked: no press, no heat, no grip, no reasoning about creep', () => {
    for (const [name, lock] of [
      ['UC 208', 'screws'],
      ['UEL 208', 'collar'],
    ] as const) {
      const e = card(name)
      expect(e.mount.offers).to.deep.equal([])
      expect(e.mount.plan.map((s) => s.key)).to.deep.equal(['isolate', 'seat', 'unpack', 'slide', 'lock', 'turn'])
      expect(metric(e.mount.plan.find((s) => s.key === 'lock')!.title)).to.contain(lock)
      expect(figure(e, 'fit.shaftInterference')).to.equal(undefined)
      expect(e.fit.creepMarginUm).to.equal(null)
      expect(e.inspect.facts.join()).to.not.contain('creep')
    }
  })
  it('an unmounted tapered bore is refused: drive-up decides', () => {
    const seats = { shaft: { toleranceClass: 'h9' }, housing: { toleranceClass: 'H7' }, innerRingC: 60, outerRingC: 50 }
    expect(refusal('operating-clearance', { designation: '22220 K', group: '3', ...seats })).to.contain('decided by drive-up')
    const geometry = {
      family: 'spherical-roller',
      boreMm: 100,
      outsideMm: 180,
      innerRacewayMm: 115,
      outerRacewayMm: 160,
      accuracy: 'normal',
    }
    expect(refusal('operating-clearance', { ...geometry, taperedBore: true, group: '3', ...seats })).to.contain('decided by drive-up')
  })
})

describe('chamfers and fillets of each ring', () => {
  // [row, inner ring, outer ring, shaft fillet, housing fillet]; ISO 15, 355, 582.
  // prettier-ignore
  const rows: [string, number, number, number, number][] = [
    ['16006', 0.3, 0.3, 0.3, 0.3], ['16008', 0.3, 0.3, 0.3, 0.3], ['16009', 0.6, 0.6, 0.6, 0.6], ['16010', 0.6, 0.6, 0.6, 0.6],
    ['16020', 1, 1, 1, 1], ['16030', 1.1, 1.1, 1, 1], ['16034', 1.5, 1.5, 1.5, 1.5], ['16040', 2, 2, 2, 2], ['16048', 2.1, 2.1, 2, 2],
    ['6006', 1, 1, 1, 1], ['6020', 1.5, 1.5, 1.5, 1.5], ['6312', 2.1, 2.1, 2, 2], ['6320', 3, 3, 2.5, 2.5], ['6226', 3, 3, 2.5, 2.5],
    ['NU 204', 0.6, 1, 0.6, 1], ['NU 205', 0.6, 1, 0.6, 1], ['NU 207', 0.6, 1.1, 0.6, 1], ['NJ 206', 0.6, 1, 0.6, 1], ['N 206', 1, 0.6, 1, 0.6],
    ['NU 208', 1.1, 1.1, 1, 1], ['NU 2204', 0.6, 1, 0.6, 1], ['NU 2207', 0.6, 1.1, 0.6, 1], ['NU 1006', 0.6, 1, 0.6, 1],
    ['NU 1010', 0.6, 1, 0.6, 1], ['N 1008', 1, 0.6, 1, 0.6], ['NU 1018', 1.1, 1.5, 1, 1.5], ['NU 304', 0.6, 1.1, 0.6, 1], ['NU 310', 2, 2, 2, 2],
    ['30203', 1, 1, 1, 1], ['30208', 1.5, 1.5, 1.5, 1.5], ['30212', 2, 1.5, 2, 1.5], ['30216', 2.5, 2, 2, 2], ['30312', 3, 2.5, 2.5, 2],
    ['30320', 4, 3, 3, 2.5], ['32018', 2, 1.5, 2, 1.5], ['33118', 2.5, 2, 2, 2],
  ]
  for (const [name, inner, outer, shaft, housing] of rows)
    it(`${name}: ${inner} and ${outer}`, () => {
      const { innerChamferMm, outerChamferMm, shaftFilletMm, housingFilletMm } = row(name)
      expect([innerChamferMm, outerChamferMm, shaftFilletMm, housingFilletMm]).to.deep.equal([inner, outer, shaft, housing])
    })
  it('no fillet of the rack is larger than its chamfer, and no shoulder catches less than the chamfer', () => {
    for (const r of catalogue()) {
      expect(r.shaftFilletMm, r.designation).to.be.at.most(r.innerChamferMm)
      expect(r.housingFilletMm, r.designation).to.be.at.most(r.outerChamferMm)
      expect(r.filletMm, r.designation).to.equal(Math.min(r.shaftFilletMm, r.housingFilletMm))
      if (r.shaftShoulderMm[0] < r.outsideMm) expect(r.shaftShoulderMm[0], r.designation).to.be.at.least(r.boreMm + 2 * r.innerChamferMm)
    }
  })
  it('a fillet beside an odd chamfer is that of the smaller row', () => {
    expect([0.05, 0.3, 1.3, 2.6, 9].map(filletMm)).to.deep.equal([0.05, 0.3, 1, 2, 6])
  })
})

describe('insert bearings', () => {
  it('each kind has widths of its own', () => {
    expect(row('UC 208')).to.include({ widthMm: 49.2, innerWidthMm: 49.2, outerWidthMm: 21 })
    expect(row('UEL 208')).to.include({ widthMm: 56.3, innerWidthMm: 42.8, outerWidthMm: 21 })
    expect(row('UK 208').innerWidthMm).to.be.within(31, 33)
    expect(row('UK 308').innerWidthMm).to.be.within(31, 33)
    expect(row('UK 208').sources.widthMm).to.equal('computed')
    for (const r of catalogue().filter((r) => r.form === 'adapter'))
      expect(r.innerWidthMm, r.designation).to.be.below(row(r.designation.replace('UK', 'UC')).innerWidthMm!)
  })
  it('sizes with a collar whose widths are not sure stay out', () => {
    for (const name of ['UEL 201', 'UEL 216', 'UEL 218']) expect(findBearing(name), name).to.equal(null)
  })
  it('are greased by the outer ring: 1.7 g for UC 208 where the inner ring would give twice that', () => {
    const e = card('UC 208', { duty: { radialLoadN: 1500 } })
    expect(figure(e, 'lubricate.quantityG')).to.be.closeTo(0.005 * 80 * 21, 1e-9)
    expect(figure(e, 'lubricate.firstFillG')).to.be.within(5, 12)
  })
})

describe('unlike materials', () => {
  const seats = { shaft: { toleranceClass: 'm6' }, housing: { toleranceClass: 'H7' }, outerRingC: 65 }
  const hot = (shaft: object, housing: object, more: object = {}) =>
    values('operating-clearance', {
      designation: '6210',
      group: '3',
      ...seats,
      innerRingC: 70,
      shaft: { toleranceClass: 'm6', ...shaft },
      housing: { toleranceClass: 'H7', ...housing },
      ...more,
    }) as Record<string, number> & { shaftHotUm: number[]; housingHotUm: number[] }
  it('an austenitic shaft at 70 °C grips 11 µm more and takes about 9 µm of clearance', () => {
    const [steel, austenitic] = [hot({}, {}), hot({ material: 'austenitic-stainless' }, {})]
    expect(austenitic.shaftHotUm[1]! - steel.shaftHotUm[1]!).to.be.closeTo((16.5 - 12) * 50 * 50e-3, 1e-9)
    expect(steel.medianUm! - austenitic.medianUm!).to.be.within(8.5, 10)
  })
  it('an aluminium housing at 65 °C is 47 µm looser over 90 mm, and squeezes nothing', () => {
    const [steel, aluminium] = [hot({}, {}), hot({}, { material: 'aluminium' })]
    expect(steel.housingHotUm[0]! - aluminium.housingHotUm[0]!).to.be.closeTo((23.5 - 12) * 90 * 45e-3, 1e-9)
    expect(aluminium.medianUm).to.be.at.least(steel.medianUm!)
  })
  it('at 20 °C no material changes the fit, and colder than that it turns round', () => {
    const at = (c: number, material?: string) =>
      values('operating-clearance', {
        designation: '6210',
        group: '3',
        shaft: { toleranceClass: 'm6', material },
        housing: { toleranceClass: 'H7' },
        innerRingC: c,
        outerRingC: c,
      }) as { shaftHotUm: number[] }
    expect(at(20, 'austenitic-stainless').shaftHotUm).to.deep.equal(at(20).shaftHotUm)
    expect(at(-30, 'austenitic-stainless').shaftHotUm[1]).to.be.below(at(-30).shaftHotUm[1]!)
  })
  it('the old place of the material means the same', () => {
    expect(hot({}, {}, { shaftMaterial: 'austenitic-stainless' })).to.deep.equal(hot({ material: 'austenitic-stainless' }, {}))
  })
  it('a card shows both grips hot, counts them in the clearance, and warns where the swept ring gets loose', () => {
    const steel = card('6210', { arrange: { shaftMaterial: 'bearing-steel', housingMaterial: 'bearing-steel' } })
    const unlike = card('6210', { arrange: { shaftMaterial: 'austenitic-stainless', housingMaterial: 'aluminium' } })
    expect(figure(steel, 'fit.shaftHotInterference')).to.equal(undefined)
    expect((figure(unlike, 'fit.shaftHotInterference') as readonly number[])[1]).to.be.closeTo(
      (figure(unlike, 'fit.shaftInterference') as readonly number[])[1]! + 4.5 * 50 * 0.04,
      1e-6,
    )
    expect(unlike.fit.clearance!.medianUm).to.be.below(steel.fit.clearance!.medianUm)
    const drum = card('6210', { duty: { turningRing: 'outer' }, arrange: { housingMaterial: 'aluminium' } })
    expect(said(drum)).to.include('outer-loose-hot')
    expect(said(card('6210', { duty: { turningRing: 'outer' }, arrange: { housingMaterial: 'carbon-steel' } }))).to.not.include(
      'outer-loose-hot',
    )
  })
})

describe('heating', () => {
  const heat = (boreMm: number, interferenceUm: number, limitC?: number) => ({
    boreMm,
    interferenceUm,
    shaftTemperatureC: 20,
    ...(limitC ? { limitC } : {}),
  })
  it('small rings may be heated: 20 mm on k5 needs no more than the limit', () => {
    expect(values('heating-temperature', heat(20, 11)).ringTemperatureC).to.be.closeTo(20 + 19 / 0.24, 1e-9)
    expect(values('heating-temperature', heat(20, 11)).withinLimit).to.equal(true)
    expect(card('6308').mount.offers.find((o) => o.method === 'heat')!.possible).to.equal(true)
  })
  it('over the limit it is heated to the limit as long as that clears; only then it stops', () => {
    expect(levels('heating-temperature', heat(40, 35))).to.include({ 'little-room': 'caution' })
    expect(codes('heating-temperature', heat(40, 35))).to.not.include('over-ring-limit')
    expect(levels('heating-temperature', heat(40, 43.3))).to.include({ 'over-ring-limit': 'stop' })
    expect(codes('heating-temperature', heat(40, 43.1))).to.not.include('over-ring-limit')
    const e = card('6308', { mount: { method: 'heat', limitC: 80 } })
    expect(e.mount.verdict.word).to.equal('can be done')
    expect(e.mount.plan.find((s) => s.key === 'heat')!.fields[0]).to.include({ min: 75, max: 80 })
  })
  it('a limit over 120 °C asks for the stabilisation class, over 150 °C warns of hardness', () => {
    const limits = (limitC: number) =>
      codes('heating-temperature', heat(60, 30, limitC)).filter((c) => c === 'stabilisation-class' || c === 'hardness')
    expect([120, 121, 150, 151].map(limits)).to.deep.equal([
      [],
      ['stabilisation-class'],
      ['stabilisation-class'],
      ['stabilisation-class', 'hardness'],
    ])
    expect(asked(card('6308', { mount: { method: 'heat', limitC: 150 } }))).to.include('stabilisation-class')
    expect(asked(card('6308', { mount: { method: 'press', limitC: 150 } }))).to.not.include('stabilisation-class')
  })
})

describe('a trace of preload', () => {
  it('is taken by balls by size, by rollers not at all', () => {
    expect([20, 50, 70, 90, 200].map((mm) => preloadTakenUm('deep-groove-ball', mm))).to.deep.equal([5, 5, 7, 9, 10])
    for (const family of ['cylindrical-roller', 'spherical-roller', 'needle-roller'] as const)
      expect(preloadTakenUm(family, 100)).to.equal(0)
  })
  /** A bearing of 60 × 110 whose probable clearance is `medianUm`: loose seats, so that only the heat takes it. */
  const probable = (family: string, medianUm: number) => ({
    family,
    boreMm: 60,
    outsideMm: 110,
    innerRacewayMm: 72,
    outerRacewayMm: 98,
    accuracy: 'normal',
    rangeUm: [20, 20],
    shaft: { deviationUm: [-40, -30] },
    housing: { deviationUm: [30, 40] },
    outerRingC: 50,
    innerRingC: 50 + (20 - medianUm) / (0.012 * 85),
  })
  // [family, probable clearance, level, code]
  // prettier-ignore
  const cases: [string, number, string, string][] = [
    ['deep-groove-ball', -4, 'caution', 'trace-of-preload'],
    ['deep-groove-ball', -8.4, 'caution', 'trace-of-preload'],
    ['deep-groove-ball', -8.6, 'stop', 'clearance-used-up'],
    ['cylindrical-roller', -0.1, 'stop', 'clearance-used-up'],
  ]
  for (const [family, um, level, code] of cases)
    it(`${family}, probable ${um} µm: ${level}`, () => {
      expect(values('operating-clearance', probable(family, um)).medianUm).to.be.closeTo(um, 1e-6)
      expect(levels('operating-clearance', probable(family, um))).to.deep.equal({ [code]: level })
    })
  it('a card says so in its verdict', () => {
    const warm = (designation: string, innerRingC: number) =>
      card(designation, { identify: { group: 'N' }, duty: { innerRingC, outerRingC: 50 } })
    const traces = [66, 68, 70, 72, 74, 76]
      .map((c) => warm('6312', c))
      .filter((e) => e.fit.clearance!.medianUm < 0 && e.fit.clearance!.medianUm > -9)
    expect(traces).to.not.be.empty
    for (const e of traces) expect(e.fit.verdict).to.deep.equal({ word: 'trace of preload', level: 'caution' })
    expect(warm('6312', 110).fit.verdict.level).to.equal('stop')
  })
})

describe('seat classes of thrust bearings and drawn cups', () => {
  const RECOMMEND = {
    family: 'thrust-spherical-roller',
    boreMm: 100,
    outsideMm: 210,
    innerRingLoad: 'rotating',
    outerRingLoad: 'stationary',
    loadRatio: 0.1,
  }
  // [changes, shaft, housing]
  // prettier-ignore
  const rows: [object, string, string | null][] = [
    [{ boreMm: 200, outsideMm: 400 }, 'k6', null], [{ boreMm: 220, outsideMm: 420 }, 'm6', null], [{ boreMm: 400, outsideMm: 710 }, 'm6', null],
    [{ boreMm: 420, outsideMm: 730 }, 'n6', null], [{ options: { axialOnly: true } }, 'j6', 'H8'],
    [{ boreMm: 260, outsideMm: 480, options: { axialOnly: true } }, 'js6', 'H8'], [{ innerRingLoad: 'stationary', outerRingLoad: 'rotating' }, 'j6', null],
    [{ family: 'thrust-ball' }, 'j6', 'H8'], [{ family: 'thrust-ball', boreMm: 300, outsideMm: 420 }, 'js6', 'H8'],
    [{ family: 'needle-roller', boreMm: 20, outsideMm: 26, options: { drawnCup: true } }, 'h5', 'N6'],
    [{ family: 'needle-roller', boreMm: 20, outsideMm: 26, options: { drawnCup: true, lightAlloy: true } }, 'h5', 'R6'],
  ]
  for (const [change, shaft, housing] of rows)
    it(`${JSON.stringify(change)}: ${shaft}${housing ? ` and ${housing}` : ''}`, () => {
      const v = values('recommend-fit', { ...RECOMMEND, ...change })
      expect(v.shaftClass).to.equal(shaft)
      if (housing) expect(v.housingClass).to.equal(housing)
    })
  it('a drawn cup is judged in a ring gauge, and its card says so', () => {
    expect(
      codes('recommend-fit', { ...RECOMMEND, family: 'needle-roller', boreMm: 20, outsideMm: 26, options: { drawnCup: true } }),
    ).to.include('ring-gauge')
    const e = card('HK 2016', { duty: { radialLoadN: 800 } })
    expect([figure(e, 'fit.shaftClass'), figure(e, 'fit.housingClass')]).to.deep.equal(['h5', 'N6'])
  })
  const ball = { ...RECOMMEND, family: 'deep-groove-ball' }
  it('"H8 serves as well" stands only where it is true', () => {
    const says = (change: object) => ask('recommend-fit', { ...ball, ...change }).assumptions.some((a) => a.includes('H8 serves'))
    expect(says({})).to.equal(true)
    for (const change of [
      { loadRatio: 0.2 },
      { options: { precise: true } },
      { options: { lightAlloy: true } },
      { options: { thinWall: true } },
      { options: { outerMustSlide: true } },
      { options: { heatThroughShaft: true } },
      { family: 'tapered-roller' },
      { family: 'thrust-spherical-roller' },
    ])
      expect(says(change), JSON.stringify(change)).to.equal(false)
  })
  it('both rings still, or both swept, is asked about', () => {
    const both = (load: string) =>
      codes('recommend-fit', { ...ball, innerRingLoad: load, outerRingLoad: load }).filter((c) => c.startsWith('both-rings'))
    expect([both('stationary'), both('rotating'), both('indeterminate')]).to.deep.equal([['both-rings-still'], ['both-rings-swept'], []])
    expect(codes('recommend-fit', ball)).to.not.include('both-rings-swept')
  })
  it('thrust spherical: C0/1000 at rest, and more with the square of the speed', () => {
    const r = row('29412')
    const least = (rpm: number) => minimumLoad(r, rpm).values.minimumN
    expect(least(0)).to.be.closeTo(r.staticRatingN / 1000, 1e-6)
    expect((least(2000) - least(0)) / (least(1000) - least(0))).to.be.closeTo(4, 1e-9)
    // 16 to 17 barrels of some 0.05 kg on 95 mm: about a tenth of a kilonewton at 1000 r/min.
    expect(least(1000) - least(0)).to.be.within(60, 130)
    expect(minimumLoad(row('6312'), 1000).values.minimumN).to.be.closeTo(0.01 * row('6312').dynamicRatingN, 1e-6)
    expect(minimumLoad(row('NU 312'), 0).values.minimumN).to.be.closeTo(0.02 * row('NU 312').dynamicRatingN, 1e-6)
    expect(said(card('29412', { duty: { radialLoadN: 0, axialLoadN: 3000 } }))).to.not.include('minimum-load')
    expect(said(card('29412', { duty: { radialLoadN: 0, axialLoadN: 500 } }))).to.include('minimum-load')
  })
})

describe('loads that a type does not take', () => {
  it('wide flanged cylindrical bearings: e 0.3 and Y 0.4, in the calculation and on a row', () => {
    const load = { family: 'cylindrical-roller', radialLoadN: 10_000, axialLoadN: 3500 }
    for (const dimensionSeries of ['22', '23']) {
      expect(values('equivalent-load', { ...load, dimensionSeries })).to.include({ equivalentLoadN: 0.92 * 10_000 + 0.4 * 3500, e: 0.3 })
      expect(values('equivalent-load', { ...load, axialLoadN: 2900, dimensionSeries }).equivalentLoadN).to.equal(10_000)
    }
    for (const dimensionSeries of ['10', '2', '3', '4', undefined])
      expect(values('equivalent-load', { ...load, dimensionSeries }).e).to.equal(0.2)
    // With the shock factor of smooth running.
    const of = (name: string) => figure(card(name, { duty: { radialLoadN: 10_000, axialLoadN: 3500 } }), 'select.equivalentLoadN')
    for (const [name, P] of [
      ['NJ 2212', 10_600],
      ['NUP 2312', 10_600],
      ['NJ 212', 11_300],
    ] as const)
      expect(of(name), name).to.be.closeTo(1.1 * P, 1e-6)
  })
  it('press force and creep go by the width of the inner ring', () => {
    const r = row('30212')
    expect(r.innerWidthMm).to.equal(22)
    const e = card('30212', { duty: { axialLoadN: 2000 } })
    const { grip } = e.fit.shaft!
    const { forceN } = values('press-force', {
      boreMm: 60,
      racewayDiameterMm: r.innerRacewayMm,
      widthMm: 22,
      interferenceUm: grip!.maxInterferenceUm - 2,
    })
    expect(figure(e, 'mount.pressForceN')).to.be.closeTo(forceN as number, 1e-6)
    // 0.08 √(60 · 3300 / 22), warmth over 40 K, smoothing; the load counts with 1.1.
    expect(figure(e, 'fit.creepUm')).to.be.closeTo(0.08 * Math.sqrt((60 * 3300) / 22) + 0.0015 * 60 * 40 + 2, 1e-9)
  })
  it('a single tapered or angular contact bearing without outside thrust is told of its missing partner', () => {
    const tapered = { family: 'tapered-roller', contactAngleDeg: 15, radialLoadN: 4000 }
    const Y = 0.4 / Math.tan((15 * Math.PI) / 180)
    expect(codes('equivalent-load', { ...tapered, axialLoadN: 0 })).to.include('induced-thrust')
    expect(codes('equivalent-load', { ...tapered, axialLoadN: (4000 / (2 * Y)) * 0.99 })).to.include('induced-thrust')
    expect(codes('equivalent-load', { ...tapered, axialLoadN: (4000 / (2 * Y)) * 1.01 })).to.not.include('induced-thrust')
    expect(codes('equivalent-load', { ...tapered, axialLoadN: 0, arrangement: 'back-to-back' })).to.not.include('induced-thrust')
    const angular = { family: 'angular-contact-ball', contactAngleDeg: 40, radialLoadN: 4000 }
    expect(codes('equivalent-load', { ...angular, axialLoadN: 1.13 * 4000 })).to.include('induced-thrust')
    expect(codes('equivalent-load', { ...angular, axialLoadN: 1.15 * 4000 })).to.not.include('induced-thrust')
    expect(codes('equivalent-load', { ...angular, axialLoadN: 0, rows: 2 })).to.not.include('induced-thrust')
    expect(said(card('7212 B'))).to.include('induced-thrust')
  })
  it('a self-aligning ball bearing under mostly thrust, and a load above C, stop', () => {
    const load = { family: 'self-aligning-ball', contactAngleDeg: 12, radialLoadN: 1000 }
    expect(levels('equivalent-load', { ...load, axialLoadN: 1001 })).to.include({ 'mostly-thrust': 'stop' })
    expect(codes('equivalent-load', { ...load, axialLoadN: 1000 })).to.not.include('mostly-thrust')
    const life = { rollingElement: 'ball', dynamicRatingN: 1000, speedRpm: 100 }
    expect(levels('rating-life', { ...life, equivalentLoadN: 1001 })).to.deep.equal({ 'over-dynamic-rating': 'stop' })
    expect(levels('rating-life', { ...life, equivalentLoadN: 1000 })).to.deep.equal({ 'life-outside-range': 'caution' })
    expect(levels('rating-life', { ...life, equivalentLoadN: 500 })).to.deep.equal({})
  })
  // prettier-ignore
  const impossible: [string, object, string][] = [
    ['cylindrical-roller', { contactAngleDeg: 30, rollerLengthMm: 10 }, 'contactAngleDeg'],
    ['needle-roller', { contactAngleDeg: 5, rollerLengthMm: 10 }, 'contactAngleDeg'],
    ['toroidal-roller', { contactAngleDeg: 10, rollerLengthMm: 10 }, 'contactAngleDeg'],
    ['deep-groove-ball', { contactAngleDeg: 40 }, 'contactAngleDeg'],
    ['insert-ball', { contactAngleDeg: 25 }, 'contactAngleDeg'],
    ['tapered-roller', { contactAngleDeg: 0, rollerLengthMm: 10 }, 'contactAngleDeg'],
    ['tapered-roller', { rollerLengthMm: 10 }, 'contactAngleDeg'],
    ['angular-contact-ball', { contactAngleDeg: 60 }, 'contactAngleDeg'],
    ['thrust-ball', { contactAngleDeg: 45 }, 'contactAngleDeg'],
    ['self-aligning-ball', { rows: 1 }, 'rows'],
    ['spherical-roller', { rows: 1, contactAngleDeg: 10, rollerLengthMm: 10 }, 'rows'],
  ]
  const inside = { elements: 12, elementDiameterMm: 10, pitchDiameterMm: 60 }
  for (const [family, more, field] of impossible)
    it(`no ${family} is like ${JSON.stringify(more)}`, () =>
      expect(refusal('load-rating', { family, ...inside, ...more })).to.contain(field))
  it('self-aligning ball bearings are rated with two rows where none are told', () => {
    const told = { family: 'self-aligning-ball', ...inside, contactAngleDeg: 10 }
    expect(values('load-rating', told)).to.deep.equal(values('load-rating', { ...told, rows: 2 }))
    expect(ask('load-rating', told).assumptions.join()).to.contain('Two rows')
  })
  it('what fits between the rings of small tapered and spherical bearings: rollers, ribs and walls', () => {
    for (const r of catalogue().filter((r) => (r.form === 'tapered' || r.series.startsWith('222')) && r.boreMm <= 60)) {
      const wall = (r.innerRacewayMm - r.boreMm) / 2
      expect(wall / (r.outsideMm - r.boreMm), `${r.designation}: wall of the inner ring`).to.be.at.least(0.09)
      expect(r.rollerLengthMm!, r.designation).to.be.at.most(
        ((r.outerWidthMm ?? r.widthMm) * (r.rows === 2 ? 0.5 : 1)) / Math.cos((r.contactAngleDeg * Math.PI) / 180),
      )
    }
  })
})

describe('regreasing limits', () => {
  const GREASE = { housingTemperatureC: 50, contamination: 'clean', moisture: 'dry', vibrationMmS: 2, orientation: 'horizontal' }
  const point = (name: string, speedRpm: number, more: object = {}) => {
    const { family, boreMm, outsideMm, widthMm } = row(name)
    return { family, boreMm, outsideMm, widthMm, speedRpm, ...GREASE, ...more }
  }
  it('a slow machine: the formula stays, what governs is held to what a grease serves', () => {
    const v = values('regreasing', point('6212', 150)) as {
      intervalH: number
      governingIntervalH: number
      schools: { school: string; intervalH: number | null }[]
    }
    expect(v.intervalH).to.be.closeTo(10 * (14e6 / (150 * Math.sqrt(60)) - 240), 1e-6)
    expect(v.governingIntervalH).to.equal(30_000)
    expect(v.schools.find((s) => s.school === 'interval-formula')!.intervalH).to.equal(30_000)
    expect(codes('regreasing', point('6212', 150))).to.deep.equal(['grease-service-life'])
    expect(values('regreasing', point('6212', 1450)).governingIntervalH).to.equal(values('regreasing', point('6212', 1450)).intervalH)
  })
  it('five years govern where a machine runs few hours a day, unless its own manual speaks', () => {
    const seldom = card('6212', { duty: { hoursPerDay: 1 } })
    expect(figure(seldom, 'lubricate.intervalDays')).to.be.closeTo(5 * 365.25, 1e-6)
    expect(figure(seldom, 'lubricate.intervalH')).to.be.closeTo(5 * 365.25, 1e-6)
    expect(said(seldom)).to.include('grease-ages')
    const manual = card('6212', { duty: { hoursPerDay: 1 }, lubricate: { school: 'manual', manualIntervalH: 4000 } })
    expect(figure(manual, 'lubricate.intervalDays')).to.equal(4000)
    expect(said(card('6212'))).to.not.include('grease-ages')
  })
  it('over the speed of the type it is no grease case', () => {
    for (const [name, rpm] of [
      ['6000', 100_000],
      ['22220', 3400],
    ] as const) {
      expect(levels('regreasing', point(name, rpm))['no-grease-speed'], name).to.equal('stop')
      expect(values('regreasing', point(name, rpm)).governingIntervalH).to.equal(null)
    }
    // Spherical rollers: 335 000 mm/min, 140 mm.
    expect(codes('regreasing', point('22220', 2390))).to.not.include('grease-speed-high')
    expect(levels('regreasing', point('22220', 2400))['grease-speed-high']).to.equal('caution')
    expect(codes('regreasing', point('22220', 3000))).to.include('no-grease-speed')
  })
  it('thick oil is for slow machines: the limit falls with viscosity', () => {
    expect([10, 100, 220, 460, 5000].map((viscosity40) => greaseSpeedLimit({ viscosity40 }))).to.deep.equal([
      1_000_000, 500_000, 320_000, 170_000, 70_000,
    ])
  })
  it('a card says when its grease is too stiff for the speed, or for the cold it runs in', () => {
    const a = emptyAnswers()
    Object.assign(a, { identify: { ...a.identify, designation: '6212' } })
    Object.assign(a.duty, { speedRpm: 3600, ambientC: 20, innerRingC: -5, outerRingC: -8, dirt: 'clean', hoursPerDay: 8 })
    a.lubricate.greaseId = 1
    const context = twoSupports('drive', null)
    context.plant.greases = [
      {
        id: 1,
        name: 'Press grease',
        thickener: 'lithium',
        baseOil: 'mineral',
        nlgi: '2',
        viscosity40: 460,
        viscosity100: 30,
        lowC: 0,
        highC: 120,
      },
    ]
    const found = evaluateCard(a, context).lubricate.cautions
    expect(found.map((c) => c.code)).to.include.members(['grease-too-cold', 'grease-too-slow'])
    expect(metric(wordsOf(found.find((c) => c.code === 'grease-too-cold')!))).to.contain('runs at')
  })
})

describe('clearance groups over 200 mm', () => {
  // [row, group, min, max]; ISO 5753-1, typed a second time.
  // prettier-ignore
  const rows: [string, '2' | 'N' | '3' | '4' | '5', number, number][] = [
    ['6044', 'N', 25, 85], ['6048', '3', 85, 160], ['6052', '4', 155, 245], ['6060', 'N', 40, 115], ['6064', '2', 3, 60], ['6072', '3', 130, 240],
    ['6084', 'N', 60, 170], ['6092', '5', 390, 570], ['NU 1044', 'N', 105, 165], ['NU 1048', '3', 170, 235], ['NU 1052', '4', 260, 330],
    ['NU 1060', 'N', 130, 205], ['NU 1064', '5', 455, 535], ['23044', 'N', 140, 220], ['23048', '3', 240, 320], ['23052', '4', 350, 460],
    ['23060', '5', 500, 630], ['23064', 'N', 200, 310], ['23072', '3', 340, 450], ['23084', '2', 140, 240], ['23096', 'N', 260, 410],
    ['23044 K', 'N', 180, 250], ['23048 K', '3', 270, 350], ['23052 K', '2', 150, 220], ['23060 K', '4', 430, 540], ['23064 K', '5', 590, 740],
    ['23072 K', 'N', 300, 400], ['23084 K', '3', 440, 570], ['23096 K', 'N', 370, 490],
  ]
  for (const [name, group, minUm, maxUm] of rows)
    it(`${name} C${group}: ${minUm} to ${maxUm} µm`, () => {
      const { family, boreMm, boreTaper } = row(name)
      expect(clearanceGroup({ family, boreMm, group, taperedBore: boreTaper !== null }).values).to.deep.equal({ minUm, maxUm })
    })
  it('every row of a family with a table has its groups, each reaching above the one before, and none falls with the bore', () => {
    const held = catalogue().filter(
      (r) =>
        ['deep-groove-ball', 'cylindrical-roller', 'spherical-roller', 'self-aligning-ball'].includes(r.family) &&
        !(r.family === 'cylindrical-roller' && r.boreTaper) &&
        r.boreMm > 2.5 + (r.family === 'spherical-roller' ? 12 : 0),
    )
    for (const r of held) expect(clearanceFrom(r), r.designation).to.equal('table')
    for (const family of ['deep-groove-ball', 'cylindrical-roller', 'spherical-roller', 'spherical K'] as const) {
      let before: number[] | null = null
      for (const boreMm of [30, 40, 50, 65, 80, 100, 120, 140, 160, 180, 200, 225, 250, 280, 315, 355, 400, 450, 500]) {
        const of = {
          family: family === 'spherical K' ? ('spherical-roller' as const) : family,
          boreMm,
          taperedBore: family === 'spherical K',
        }
        const ends = (['2', 'N', '3', '4'] as const).flatMap((group) => Object.values(clearanceGroup({ ...of, group }).values))
        for (let i = 2; i < ends.length; i += 1) expect(ends[i]!, `${family} ${boreMm}`).to.be.at.least(ends[i - 2]!)
        if (before) ends.forEach((v, i) => expect(v, `${family} ${boreMm}`).to.be.at.least(before![i]!))
        before = ends
      }
    }
    expect(CLEARANCE_GROUPS).to.have.length(5)
  })
  it('where a table ends it says what to do', () => {
    expect(refusal('clearance-group', { family: 'deep-groove-ball', boreMm: 560, group: 'N' })).to.contain(
      'enter the maker’s range as rangeUm',
    )
    expect(refusal('clearance-group', { family: 'deep-groove-ball', boreMm: 420, group: '5' })).to.contain('maker’s sheet')
    expect(refusal('ring-tolerance', { ring: 'inner', sizeMm: 900, accuracy: '4', family: 'deep-groove-ball' })).to.contain('maker’s sheet')
    expect(refusal('clearance-group', { family: 'toroidal-roller', boreMm: 100, group: 'N' })).to.contain('rangeUm')
  })
})

describe('what the old bearing says, further', () => {
  const of = (findings: Finding[], context: object = {}) => ask('diagnose', { findings, context })
  const first = (findings: Finding[], context: object = {}) =>
    (of(findings, context).values as { causes: { cause: string }[] }).causes[0]!.cause
  it('smearing with a good film and hardly any load is skidding, with a load it is not', () => {
    expect(first(['smearing'], { kappa: 2, loadRatio: 0.01 })).to.equal('light-load')
    for (const loadRatio of [0.03, 0.15, 0.3]) expect(first(['smearing'], { kappa: 2, loadRatio })).to.not.equal('light-load')
  })
  it('craters are one heavy current, washboards a leaking one, each with its mode', () => {
    expect(first(['craters'])).to.equal('excessive-current')
    expect(first(['craters'], { weldedNear: true })).to.equal('excessive-current')
    expect(first(['washboard'])).to.equal('electric-current')
    expect(first(['craters', 'washboard'], { inverterDrive: true })).to.equal('electric-current')
  })
  it('a hot wreck is never clear, and says that what came first cannot be read', () => {
    const wrecks: Finding[][] = [
      ['heat-colours', 'cage-broken', 'grease-black'],
      ['heat-colours', 'grease-black', 'grease-missing'],
      ['elements-heat', 'cage-broken'],
    ]
    for (const findings of wrecks)
      for (const context of [{}, { regreasingRatio: 9, kappa: 0.1 }, { bothEndsHeld: true, floatShort: true }]) {
        const { values, cautions } = of(findings, context)
        expect((values as { confidence: string }).confidence).to.not.equal('clear')
        expect(cautions.map((c) => c.code)).to.include('hot-wreck')
      }
    expect(of(['heat-colours', 'grease-missing'], {}).cautions.map((c) => c.code)).to.not.include('hot-wreck')
    expect(asked(card('6312', { inspect: { findings: ['heat-colours', 'cage-broken', 'grease-black'] } }))).to.include('what-came-first')
  })
  it('every finding at once is answered', () => {
    const { values } = of([...FINDING_NAMES])
    expect((values as { causes: unknown[] }).causes).to.not.be.empty
  })
})

describe('everyday markings', () => {
  // [typed, row, group, words that explain a piece]
  // prettier-ignore
  const markings: [string, string, string | null, string[]][] = [
    ['6312-2RS', '6312', null, ['contact seal on both sides']], ['22213 EK C3', '22213 K', '3', ['reinforced set', 'clearance C3']],
    ['NU 208 ECP', 'NU 208', null, ['reinforced set', 'cage of polymer']], ['7212 BEP', '7212 B', null, ['cage of polymer']],
    ['6003/C3', '6003', '3', ['clearance C3']], ['32010 X', '32010', null, ['general plan']], ['LM11949', 'LM11949/LM11910', null, ['cone alone']],
    ['LM11910', 'LM11949/LM11910', null, ['cup alone']], ['6312 ZZ/C3', '6312', '3', ['shield on both sides']], ['nu210', 'NU 210', null, []],
    ['7212 P', '7212 B', null, ['40°']],
  ]
  for (const [typed, designation, group, pieces] of markings)
    it(`${typed} is read on the card, in records and by the calculation`, () => {
      const marked = findMarked(typed)!
      expect([marked.row.designation, marked.group]).to.deep.equal([designation, group])
      expect(recordedRow(typed)!.designation).to.equal(designation)
      const answer = ask('bearing', { designation: typed })
      expect((answer.values as Values).designation).to.equal(designation)
      for (const words of pieces) expect(answer.assumptions.join('\n'), words).to.contain(words)
      const e = card(typed, { identify: { group: null, groupEvidence: null } })
      expect(e.identify.row!.designation).to.equal(designation)
      expect(e.identify.group).to.equal(group)
    })
  it('says what the marking leaves out', () => {
    expect(ask('bearing', { designation: '6312-2RS' }).assumptions.join()).to.match(/Not said.*internal clearance.*heat stabilisation/)
    expect(ask('bearing', { designation: '6312 C3' }).assumptions.join()).to.not.match(/Not said.*internal clearance/)
  })
  it('a cone without its cup, and letters that nobody knows, are asked about', () => {
    expect(asked(card('LM11949'))).to.include('cone-and-cup')
    const odd = card('6312 QX7', { identify: { group: 'N', groupEvidence: 'marking' } })
    expect(asked(odd)).to.include('letters-unknown')
    expect(odd.identify.verdict.word).to.equal('letters open')
    expect(recordedRow('6312 QX7')!.designation, 'letters that change nothing').to.equal('6312')
    expect(recordedRow('7312 AQ'), 'letters of another angle').to.equal(null)
  })
  it('other words behind a number make it no bearing, nor do missing signs', () => {
    for (const typed of ['1206 bronze bush', 'bronze sleeve 60', 'banana', '63?2', '63*', '', 'x'.repeat(61)])
      expect(findMarked(typed), typed).to.equal(null)
  })
  it('rows of the plant are read with their letters too', () => {
    const own = [{ ...row('6312'), designation: 'HB 4711', series: 'own' }]
    expect(findMarked('HB 4711 C3', own)).to.include({ group: '3' })
    expect(findMarked('HB 4711 C3', own)!.row.designation).to.equal('HB 4711')
    expect(findMarked('HB 4711 C3')).to.equal(null)
  })
})
