import { expect } from 'chai'
import type { CardEvaluation } from '../../src/core/card/evaluate.js'
import { emptyAnswers, type CardAnswers } from '../../src/core/card/answers.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { meetingSwingDeg, motionOf, swingSpeed } from '../../src/core/life/swing.js'
import { regreasingAtRest } from '../../src/core/lubrication/at-rest.js'
import { figuresOf, filledCard, questionsOf, cautionsOf, usedBy } from './line.js'
import { metric } from './said.js'

/** What stands or swings: rated at rest or by how far it goes, seated by its load, greased by the calendar, released without a run. */

const STANDS = { speedRpm: 0, atRest: 'stands' } as const
const SWINGS = { speedRpm: 0, atRest: 'swings', swingDeg: 60, swingsPerMin: 6 } as const
const card = (duty: Partial<CardAnswers['duty']>, more = {}) => filledCard('22213', { duty, ...more })
const WAITED = ['select', 'fit', 'lubricate'] as const
const words = (e: CardEvaluation) => WAITED.map((s) => e[s].verdict.word)
const codes = (e: CardEvaluation) => cautionsOf(e).map((c) => c.code)
const value = (e: CardEvaluation, key: string) => figuresOf(e).get(key)?.value

describe('a shaft that swings', () => {
  it('goes there and back: 90° six times a minute is three turns, and all round and back twice as many as it does cycles', () => {
    expect(swingSpeed({ swingDeg: 90, cyclesPerMin: 6 }).values.equivalentRpm).to.be.closeTo(3, 1e-12)
    expect(swingSpeed({ swingDeg: 360, cyclesPerMin: 5 }).values.equivalentRpm).to.be.closeTo(10, 1e-12)
  })
  for (const [what, input] of [
    ['no angle', { swingDeg: 0, cyclesPerMin: 6 }],
    ['more than all round', { swingDeg: 361, cyclesPerMin: 6 }],
    ['no cycle', { swingDeg: 60, cyclesPerMin: 0 }],
    ['too many', { swingDeg: 60, cyclesPerMin: 10_001 }],
  ] as const)
    it(`refuses ${what}`, () => expect(() => swingSpeed(input)).to.throw('allowed'))
  it('has paths that meet from 720° / (Z (1 − γ)) on', () => {
    const row = { ...findBearing('22213')!.row, elements: 20, elementDiameterMm: 10, pitchDiameterMm: 100, contactAngleDeg: 0 }
    expect(meetingSwingDeg(row)).to.be.closeTo(720 / (20 * 0.9), 1e-9)
  })
  it('is known by angle and cycles, and by nothing less', () => {
    expect(motionOf({ ...SWINGS })).to.deep.equal({ kind: 'swings', swingDeg: 60, speedRpm: 2 })
    expect(motionOf({ ...SWINGS, swingsPerMin: null })).to.equal(null)
    expect(motionOf({ ...SWINGS, speedRpm: null })).to.equal(null)
    expect(motionOf({ ...SWINGS, atRest: null })).to.deep.equal({ kind: 'stands' })
    expect(motionOf({ ...SWINGS, speedRpm: 900 })).to.deep.equal({ kind: 'turns', speedRpm: 900 })
  })
  it('waits nowhere, and lasts as long as one that turns as far', () => {
    const swinging = card(SWINGS)
    expect(words(swinging)).to.not.include('waiting')
    expect(value(swinging, 'select.lifeH')).to.be.closeTo(value(card({ speedRpm: 2 }), 'select.lifeH') as number, 1)
    expect(value(swinging, 'duty.equivalentRpm')).to.equal(2)
    // A life beyond what anybody knows has no years, and a run that is not watched no temperature in front.
    expect(metric(swinging.select.reason)).to.not.contain('years')
    expect(metric(card({ radialLoadN: 20_000 }).select.reason)).to.contain('years')
    expect(swinging.runin.hero).to.equal(null)
    expect(card({}).runin.hero!.key).to.equal('runin.lastC')
    expect(codes(swinging)).to.include('grease-at-rest').and.not.include('minimum-load')
  })
  it('is told where its elements never meet their neighbour’s path, and not where they do', () => {
    expect(codes(card({ ...SWINGS, swingDeg: 5 }))).to.include('swing-small')
    expect(codes(card({ ...SWINGS, swingDeg: 170 }))).to.not.include('swing-small')
  })
  it('is asked for what is missing', () => {
    expect(questionsOf(card({ ...SWINGS, swingDeg: null })).map((x) => x.code)).to.include('swing')
    expect(questionsOf(card({ speedRpm: 0 })).map((x) => x.code)).to.include('stands-or-swings')
    expect(questionsOf(card({})).map((x) => x.code)).to.not.include('stands-or-swings')
  })
  it('uses up its life by the way it goes', () => {
    const row = findBearing('22213')!.row
    const duty = (d: Partial<CardAnswers['duty']>) =>
      ({
        ...emptyAnswers().duty,
        radialLoadN: 3000,
        axialLoadN: 0,
        shock: 'smooth',
        hoursPerDay: 24,
        innerRingC: 40,
        outerRingC: 40,
        ...d,
      }) as CardAnswers['duty']
    expect(usedBy(row, duty(SWINGS), 365)!.share).to.be.closeTo(usedBy(row, duty({ speedRpm: 2 }), 365)!.share, 1e-9)
    expect(usedBy(row, duty(STANDS), 365)).to.equal(null)
  })
})

describe('a shaft that stands', () => {
  it('is rated at rest, waits nowhere, and has no life to run out', () => {
    const standing = card(STANDS)
    expect(words(standing)).to.not.include('waiting')
    expect(standing.select.hero!.key).to.equal('select.staticSafety')
    expect(value(standing, 'select.lifeH')).to.equal(undefined)
    expect(standing.select.verdict.word).to.equal('stands it at rest')
    expect(card({ ...STANDS, radialLoadN: 150_000 }).select.verdict.level).to.equal('caution')
    expect(codes(card({ ...STANDS, radialLoadN: 500_000 }))).to.include('over-static-rating')
  })
  it('sits by its load: none swept where that stands, both where it goes round, and neither is called a slip', () => {
    const of = (loadDirection: 'still' | 'turns') => card({ ...STANDS, loadDirection })
    expect([of('still').duty.innerRingLoad, of('still').duty.outerRingLoad]).to.deep.equal(['stationary', 'stationary'])
    expect([of('turns').duty.innerRingLoad, of('turns').duty.outerRingLoad]).to.deep.equal(['rotating', 'rotating'])
    expect(value(of('still'), 'fit.shaftClass')).to.equal('h6')
    for (const e of [of('still'), of('turns')]) expect(codes(e).filter((c) => c.startsWith('both-rings'))).to.deep.equal([])
    expect(codes(card({ turningRing: null, loadDirection: 'still', ...STANDS }))).to.include('stands-shaken')
  })
  it('is released after a turn by hand, and one that swings when it was listened to', () => {
    const held = (duty: Partial<CardAnswers['duty']>, runin: object) =>
      card(duty, { runin }).runin.plan.find((s) => s.key === 'release')!.hold
    expect(metric(held(STANDS, { freeTurn: null }))).to.equal('Still to come: the free turn.')
    expect(held(STANDS, { freeTurn: 'free' })).to.equal(undefined)
    expect(metric(held(SWINGS, { freeTurn: 'free' }))).to.equal('Still to come: the noise while it swings.')
    expect(metric(held({}, { freeTurn: 'free' }))).to.contain('a settled temperature')
  })
})

describe('grease where nothing turns', () => {
  const at = (more: object) =>
    regreasingAtRest({ kind: 'stands', outsideMm: 120, widthMm: 31, contamination: 'clean', moisture: 'dry', ...more }).values
  it('is renewed by the calendar: a year, half of it where it swings, in hours of the duty', () => {
    expect(at({}).intervalH).to.be.closeTo(12 * 730.5, 1e-6)
    expect(at({ kind: 'swings' }).intervalH).to.be.closeTo(6 * 730.5, 1e-6)
    expect(at({ hoursPerDay: 8 }).intervalH).to.be.closeTo(4 * 730.5, 1e-6)
    expect(at({}).quantityG).to.be.closeTo(0.005 * 120 * 31, 1e-9)
  })
  it('sooner where it is dirty or wet, never under half a month', () => {
    expect(at({ moisture: 'condensation' }).intervalH).to.be.closeTo(0.4 * 12 * 730.5, 1e-6)
    expect(at({ moisture: 'water', contamination: 'heavy-abrasive' }).intervalH).to.be.closeTo(0.5 * 730.5, 1e-6)
  })
  it('shows days that do not depend on the hours a day, says by what, and fills it full', () => {
    for (const hoursPerDay of [8, 24]) expect(value(card({ ...STANDS, hoursPerDay }), 'lubricate.intervalDays')).to.be.closeTo(365.25, 0.01)
    const hero = figuresOf(card(STANDS)).get('lubricate.intervalH')!
    expect(metric(hero.note)).to.equal('by the calendar')
    expect(metric(figuresOf(card(STANDS)).get('lubricate.firstFillG')!.note)).to.contain('100 %')
    expect(metric(figuresOf(card({})).get('lubricate.intervalH')!.note)).to.equal('by interval formula')
  })
})
