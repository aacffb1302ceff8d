import type { CouplingAt } from '../../src/core/line/driven.js'
import { expect } from 'chai'
import { conversionSteps, convertedSupports, type ConversionFacts } from '../../src/core/arrangement/conversion.js'
import { machinistSketch } from '../../src/core/drawing/machinist-sketch.js'
import {
  NOTHING_SEEN,
  VISIT_ITEMS,
  seenWords,
  visitCheck,
  type VisitAnswers,
  type VisitVerdict,
} from '../../src/core/arrangement/visit-check.js'
import { axialPlayUm } from '../../src/core/arrangement/axial-play.js'
import {
  besidePair,
  holdingFaults,
  holdingOf,
  schemesOf,
  type Ends,
  type Holding,
  type HoldingFault,
} from '../../src/core/arrangement/holding.js'
import { arrangementDrawing, type ArrangedSupport } from '../../src/core/drawing/arrangement.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import type { ArrangeAnswers, LineAnswers } from '../../src/core/card/answers.js'
import { FIRST_SCHOOLS, bareContext } from '../../src/core/card/context.js'
import { evaluateLine } from '../../src/core/card/evaluate.js'
import { arrangeStation } from '../../src/core/card/stations/arrange.js'
import { RING_ENDS, holderAt, withHolderAt, type RingHolding } from '../../src/core/line/records.js'
import { wordsOf } from '../../src/core/words/say.js'
import { metric } from './said.js'

const row = (designation: string) => findBearing(designation)!.row
const HOLD: Ends = ['cover', 'shoulder']
const GAP: Ends = ['free', 'free']
const NONE: Ends = [null, null]
const OPEN: Ends = ['shoulder', 'free']
const CLOSED: Ends = ['free', 'cover']

describe('how a line is arranged', () => {
  // [rows by support, held, what the outer rings stand against, holding]
  // prettier-ignore
  const HOLDINGS: [string[][], (boolean | null)[], Ends[], Holding | null][] = [
    [[['6312'], ['6311']], [null, null], [OPEN, CLOSED], 'crossed'],
    [[['6312'], ['6311']], [null, null], [CLOSED, OPEN], 'crossed'],
    [[['6312'], ['6311']], [false, false], [OPEN, OPEN], 'none'],
    [[['6312'], ['NU 311']], [true, false], [OPEN, CLOSED], 'one'],
    [[['UC 210'], ['UC 210']], [true, true], [NONE, NONE], 'inserts'],
    [[['UC 210'], ['6210']], [true, true], [NONE, NONE], 'several'],
    [[['32210'], ['32209']], [true, true], [OPEN, CLOSED], 'adjusted'],
  ]
  for (const [names, held, outer, holding] of HOLDINGS)
    it(`${names.map((n, i) => `${n.join(' + ')} ${held[i]} [${outer[i]!.join(', ')}]`).join('; ')}: ${holding}`, () =>
      expect(holdingOf(names.map((n, i) => ({ rows: n.map(row), held: held[i]!, outer: outer[i]! })))).to.equal(holding))

  // prettier-ignore
  const FAULTS: [string, boolean | null, Ends, Ends, Holding | null, HoldingFault[]][] = [
    ['6311', false, HOLD, NONE, 'one', ['free-clamped']],
    ['6311', false, GAP, NONE, 'one', []],
    ['6311', false, NONE, NONE, 'one', []],
    ['6311', true, OPEN, NONE, 'one', ['held-open']],
    ['32210', true, OPEN, NONE, 'adjusted', []],
    ['6311', false, OPEN, NONE, 'crossed', []],
    ['NU 311', false, GAP, NONE, 'one', ['inside-loose']],
    ['NU 311', false, HOLD, NONE, 'one', []],
    ['6312', true, HOLD, GAP, 'one', ['inner-loose']],
    ['6312', false, GAP, GAP, 'one', ['both-free']],
    ['6312', false, OPEN, GAP, 'crossed', []],
    ['6312', false, GAP, HOLD, 'one', []],
  ]
  for (const [name, held, outer, inner, arranged, faults] of FAULTS)
    it(`${name} ${held} between ${outer.join(' and ')}, inner ${inner.join(' and ')}: ${faults.join(', ') || 'right'}`, () =>
      expect(holdingFaults({ rows: [row(name)], held, outer, inner }, arranged)).to.deep.equal(faults))

  it('a third beside two that are set against each other is named', () => {
    const supports = ['32210', '32209', '6210'].map((n) => ({ rows: [row(n)], held: true }))
    expect(besidePair(supports)).to.deep.equal([2])
    expect(besidePair(supports.slice(0, 2))).to.deep.equal([])
    expect(besidePair(['6309', '6210'].map((n) => ({ rows: [row(n)], held: true })))).to.deep.equal([])
  })

  it('every scheme that is offered leads to the holding that it names, with nothing clamped', () => {
    const lines = [
      ['6312', '6311'],
      ['6312', 'NU 311'],
      ['32210', '32209'],
      ['22216 K', '22216 K'],
      ['6312', '6312', '6312', '6312', '6312'],
      ['NU 312', 'NU 311'],
    ]
    const counts = lines.map((names) => {
      const supports = names.map((n) => ({ rows: [row(n)], held: null, outer: HOLD }))
      const schemes = schemesOf(supports)
      for (const scheme of schemes) {
        const so = supports.map((s, i) => ({ ...s, ...scheme.supports[i]! }))
        const wanted = { locating: 'one', crossed: 'crossed', adjusted: 'adjusted' }[scheme.kind]
        expect(holdingOf(so), `${names.join(' ')} ${scheme.kind}`).to.equal(wanted)
        for (const s of so) expect(holdingFaults(s, holdingOf(so))).to.deep.equal([])
      }
      return schemes.length
    })
    // Two that hold both ways may hold either or cross; a roller bearing on plain rings never holds.
    expect(counts).to.deep.equal([3, 1, 2, 3, 5, 0])
  })

  it('end play follows from the angle at which the ball stands: cos α = 1 − G / 2A', () => {
    for (const [clearance, ball] of [
      [20, 12.7],
      [45, 22.225],
      [5, 6],
    ] as const) {
      const A = 0.04 * ball * 1000
      expect(axialPlayUm(clearance, ball)).to.be.closeTo(2 * A * Math.sin(Math.acos(1 - clearance / (2 * A))), 1e-9)
    }
    expect(axialPlayUm(0, 10)).to.equal(0)
    expect(() => axialPlayUm(10, 0)).to.throw(/ballMm/)
  })

  it('what stands at the ends of a position is read and written at its first and last ring', () => {
    const ring = (outer: RingHolding['outer']): RingHolding => ({ inner: ['not-recorded', 'not-recorded'], outer })
    const pair = [ring(['shoulder', 'free']), ring(['free', 'held'])]
    expect(RING_ENDS.map((end) => holderAt(pair, end))).to.deep.equal(['shoulder', null, null, null])
    for (const end of RING_ENDS) expect(holderAt(withHolderAt(pair, end, 'cover'), end)).to.equal('cover')
    expect(withHolderAt(pair, RING_ENDS[1], 'cover')[0]).to.equal(pair[0])
  })
})

const NOTHING: ArrangeAnswers = {
  ...{
    held: null,
    outerLeft: null,
    outerRight: null,
    innerLeft: null,
    innerRight: null,
    floatPresentMm: null,
    spigotMm: null,
    alongMm: null,
  },
  ...{
    facing: null,
    growthSchool: null,
    hotterK: null,
    coldestC: null,
    couplingGapMm: null,
    couplingAllowsMm: null,
    coupledTo: null,
    coupledPushMm: null,
  },
  ...{ hotPlayUm: null, measuredPlayUm: null, trialShimMm: null, shimSide: null, turnFromNm: null, turnToNm: null },
  ...{ spanMm: 800, shaftMaterial: 'carbon-steel', housingMaterial: 'cast-iron', assemblyC: 20, shaftHotC: 80, housingHotC: 40 },
}
const arrange = (names: string[], answers: LineAnswers, shared: Partial<ArrangeAnswers> = {}, coupling?: CouplingAt | null) => {
  const supports = names.map((n, i) => ({ code: `p${i + 1}`, name: `end ${i + 1}`, alongMm: i * 800, rows: [row(n)] }))
  return arrangeStation(answers, { ...NOTHING, ...shared }, supports, FIRST_SCHOOLS, coupling)
}
const HELD = { 'p1/arrange.held': true, 'p2/arrange.held': false }
const figure = (r: ReturnType<typeof arrange>, key: string) => r.figures.find((f) => f.key === `arrange.${key}`)?.value ?? null
const codes = (r: ReturnType<typeof arrange>) => r.cautions.map((c) => c.code)

describe('Arrange: growth, coupling, and metal that must come off', () => {
  // 800 mm of carbon steel over 60 K against cast iron over 20 K.
  const GROWTH = 800 * (11.7e-6 * 60 - 10.5e-6 * 20)
  it('what could make it hotter still counts', () => {
    expect(figure(arrange(['6312', '6311'], HELD), 'growthMm')).to.be.closeTo(GROWTH, 1e-9)
    expect(figure(arrange(['6312', '6311'], HELD, { hotterK: 30 }), 'growthMm')).to.be.closeTo(GROWTH + 800 * 11.7e-6 * 30, 1e-9)
  })
  it('a cold start that takes more back than the least asks for room behind the ring', () => {
    const found = arrange(['6312', '6311'], { ...HELD, 'p2/arrange.floatPresentMm': 3 }, { shaftMaterial: 'aluminium', coldestC: -40 })
    const shrink = 800 * 60 * (23.5e-6 - 10.5e-6)
    expect(shrink).to.be.above(0.5)
    const growth = figure(found, 'growthMm') as number
    expect(figure(found, 'floatNeededMm')).to.be.closeTo(1.2 * growth + 1.2 * shrink, 1e-9)
    expect(figure(found, 'behindMm')).to.be.closeTo(1.2 * shrink, 1e-9)
  })
  it('an aluminium housing in the cold: the steel shaft comes out of it, away from the held end', () => {
    const cold = { housingMaterial: 'aluminium', shaftHotC: 60, housingHotC: 50, coldestC: -40 } as const
    const out = 800 * 60 * (23.5e-6 - 11.7e-6)
    const back = 800 * (11.7e-6 * 40 - 23.5e-6 * 30)
    const at = (floatPresentMm: number) => arrange(['6312', '6311'], { ...HELD, 'p2/arrange.floatPresentMm': floatPresentMm }, cold)
    expect([out > 0.5, back < 0]).to.deep.equal([true, true])
    expect(figure(at(3), 'floatNeededMm')).to.be.closeTo(1.2 * out + Math.max(0.5, -1.2 * back), 1e-9)
    expect(at(0.9).verdict.level).to.equal('stop')
  })
  it('a hotter shaft in a housing that outgrows it reduces nothing: what was foreseen counts beside it', () => {
    const grown = { housingMaterial: 'aluminium', shaftHotC: 80, housingHotC: 80 } as const
    const needed = (hotterK: number | null) =>
      figure(arrange(['6312', '6311'], { ...HELD, 'p2/arrange.floatPresentMm': 3 }, { ...grown, hotterK }), 'floatNeededMm') as number
    expect(needed(40)).to.be.at.least(needed(null))
  })
  it('the coupling stands where the line has it: held at the far end the growth runs into it, on whichever side it is', () => {
    const far = { 'p1/arrange.held': true, 'p2/arrange.held': false }
    const right = arrange(['6312', '6311'], far, { couplingGapMm: 3 }, { alongMm: 1000, slot: 2 })
    expect(figure(right, 'couplingHotMm')).to.be.closeTo(3 - 1.25 * GROWTH, 1e-9)
    expect(right.fieldErrors).to.deep.equal({})
    expect([right.reason, codes(right).includes('locates-away')]).to.deep.equal([
      'The far end holds; growth runs toward the coupling.',
      true,
    ])
    const slot = arrange(['6312', '6311'], far, { couplingGapMm: 3 }, { alongMm: null, slot: 2 })
    expect(figure(slot, 'couplingGrowthMm')).to.be.closeTo(GROWTH, 1e-9)
    const near = arrange(
      ['6312', '6311'],
      { 'p1/arrange.held': false, 'p2/arrange.held': true },
      { couplingGapMm: 3 },
      { alongMm: 1000, slot: 2 },
    )
    expect([figure(near, 'couplingGrowthMm'), codes(near).includes('locates-away')]).to.deep.equal([GROWTH / 4, false])
  })
  it('what it is coupled to pushes too, and a line with belts has no word of a coupling', () => {
    const pushed = arrange(['6312', '6311'], HELD, { couplingGapMm: 1, couplingAllowsMm: 0.9, coupledPushMm: 1 })
    expect(codes(pushed)).to.include.members(['coupling-closes', 'coupling-over'])
    const belt = arrange(['6312', '6311'], { 'p1/arrange.held': false, 'p2/arrange.held': true }, {}, null)
    expect([belt.reason, ...belt.cautions.map((c) => wordsOf(c))].map(metric).join(' ')).to.not.match(/coupling/i)
  })
  it('two that face each other are not asked for a held end', () => {
    const asked = arrange(['32210', '32209'], {}).questions.map((x) => x.code)
    expect(asked).to.include('holding-against').and.not.include('holding')
  })
  it('held twice, a housing that shrinks in the cold pulls as a hot shaft pushes', () => {
    const both = { 'p1/arrange.held': true, 'p2/arrange.held': true }
    expect(
      figure(arrange(['6312', '6311'], both, { housingMaterial: 'aluminium', shaftHotC: 40, housingHotC: 40 }), 'lockedThrustN'),
    ).to.be.above(1000)
  })
  it('a pair set cold to a preload is said to need more than a dial, and the coldest start is shown', () => {
    const against = { 'p1/arrange.held': true, 'p2/arrange.held': true }
    const at = (more: Partial<ArrangeAnswers>) =>
      arrange(['32210', '32209'], against, { facing: 'back-to-back', hotPlayUm: 20, shaftHotC: 40, housingHotC: 40, ...more })
    const preloaded = at({ spanMm: 800, shaftMaterial: 'austenitic-stainless' })
    expect(metric(wordsOf(preloaded.cautions.find((c) => c.code === 'pair-cold-preload')!))).to.match(/dial feels no preload/)
    const cold = at({ facing: 'face-to-face', shaftMaterial: 'carbon-steel', housingMaterial: 'aluminium', coldestC: -40 })
    const set = figure(cold, 'pairColdUm') as number
    expect(figure(cold, 'pairColdestUm')).to.be.closeTo(set - 800 * (11.7 - 23.5) * -60e-3, 1e-6)
    expect(codes(cold)).to.include('pair-coldest-tight')
  })
  it('the coupling gap is what is left of it hot, from the end that holds', () => {
    const at = (held: LineAnswers, alongMm: number) =>
      arrange(['6312', '6311'], held, { couplingGapMm: 3, couplingAllowsMm: 0.3 }, { alongMm, slot: 0 })
    // Held at the drive end only the overhang grows toward the coupling.
    expect(figure(at(HELD, -200), 'couplingHotMm')).to.be.closeTo(3 - GROWTH / 4, 1e-9)
    expect(codes(at(HELD, -200))).to.not.include('coupling-over')
    const away = at({ 'p1/arrange.held': false, 'p2/arrange.held': true }, -200)
    expect(figure(away, 'couplingHotMm')).to.be.closeTo(3 - 1.25 * GROWTH, 1e-9)
    expect(codes(away)).to.include.members(['locates-away', 'coupling-over'])
    expect(codes(arrange(['6312', '6311'], { 'p1/arrange.held': false, 'p2/arrange.held': true }, { couplingGapMm: 0.3 }))).to.include(
      'coupling-closes',
    )
    expect(codes(arrange(['6312', '6311'], HELD, { coupledTo: 'plain' }))).to.include('plain-motor')
  })
  it('a free ring without room: how much comes off its cover, and what is left of the spigot', () => {
    const found = arrange(['6312', '6311'], { ...HELD, 'p2/arrange.floatPresentMm': 0.4, 'p2/arrange.spigotMm': 12 })
    const needed = 1.2 * GROWTH + 0.5
    expect(figure(found, 'metalOffMm')).to.be.closeTo(Math.ceil((needed - 0.4) * 10) / 10, 1e-9)
    expect(found.float.p2!.metal!.leftMm).to.be.closeTo(12 - (figure(found, 'metalOffMm') as number), 1e-9)
    expect(figure(arrange(['6312', '6311'], { ...HELD, 'p2/arrange.floatPresentMm': 2 }), 'metalOffMm')).to.equal(null)
  })
  it('a free ring between cover and shoulder is clamped: all of its room must come off', () => {
    const found = arrange(['6312', '6311'], { ...HELD, 'p2/arrange.outerLeft': 'shoulder', 'p2/arrange.outerRight': 'cover' })
    expect(found.verdict).to.deep.equal({ word: 'clamped', level: 'stop' })
    expect(metric(wordsOf(found.cautions.find((c) => c.code === 'free-clamped-p2')!))).to.contain('end 2')
    expect(figure(found, 'metalOffMm')).to.be.at.least(1.2 * GROWTH + 0.5)
  })
  it('each end holding one way: their play together takes the growth up', () => {
    const ends = {
      'p1/arrange.outerLeft': 'cover',
      'p1/arrange.outerRight': 'free',
      'p2/arrange.outerLeft': 'free',
      'p2/arrange.outerRight': 'cover',
    }
    const of = (a: number | null, b: number | null) =>
      arrange(['6312', '6311'], { ...ends, 'p1/arrange.floatPresentMm': a, 'p2/arrange.floatPresentMm': b }).verdict.word
    expect([of(0.5, 0.5), of(0.5, null), of(null, null)]).to.deep.equal(['has room', 'not enough room', 'not complete'])
  })
  it('inserts by their screws at both ends: within their play a caution, beyond it an error', () => {
    const both = { 'p1/arrange.held': true, 'p2/arrange.held': true }
    const cool = arrange(['UC 210', 'UC 210'], both, { shaftHotC: 30, housingHotC: 25 })
    expect([cool.verdict.level, cool.holding]).to.deep.equal(['caution', 'inserts'])
    expect(codes(cool)).to.include('inserts-within')
    expect(codes(arrange(['UC 210', 'UC 210'], both))).to.include('inserts-locked')
  })
  it('names what is missing and the field that takes it, and nothing once it is judged', () => {
    const fields = (r: ReturnType<typeof arrange>) => r.missing?.map((m) => [m.scope, m.field].filter(Boolean).join('/'))
    expect(fields(arrange(['6312', '6311'], {}, { shaftHotC: null }))).to.deep.equal(['p1/held', 'p2/held', 'shaftHotC'])
    expect(fields(arrange(['6312', '6311'], HELD))).to.deep.equal(['p2/floatPresentMm'])
    expect(fields(arrange(['6312', '6311'], { ...HELD, 'p2/arrange.floatPresentMm': 3 }))).to.equal(undefined)
  })
  it('says how far each free support moves, to its own side', () => {
    const { moves } = arrange(['6312', '6312', '6312'], { 'p1/arrange.held': false, 'p2/arrange.held': true, 'p3/arrange.held': false })
    expect(moves!.p1).to.be.closeTo(-GROWTH, 1e-9)
    expect(moves!.p3).to.be.closeTo(GROWTH, 1e-9)
  })
})

describe('an adjusted pair, set cold for what it is to be hot', () => {
  const PAIR = { 'p1/arrange.held': true, 'p2/arrange.held': true }
  const of = (shared: Partial<ArrangeAnswers>) => arrange(['32210', '32209'], PAIR, { facing: 'face-to-face', hotPlayUm: 40, ...shared })
  it('asks for the play that is wanted, then says what to set, and how far it may go', () => {
    expect(of({ hotPlayUm: null }).questions.map((q) => q.code)).to.include('adjusted-setting')
    const set = of({})
    expect(set.questions.map((q) => q.code)).to.not.include('adjusted-setting')
    const change = figure(set, 'pairChangeUm') as number
    expect(change, 'face-to-face loses').to.be.below(0)
    expect(figure(set, 'pairColdUm')).to.be.closeTo(40 - change, 1e-9)
    // No play left hot at the one end, a thousandth of the larger bore over what is wanted at the other.
    expect(figure(set, 'pairLimitsUm')).to.deep.equal([-change, 40 - change + 50])
  })
  it('from what the dial shows: turn of the nut, shims by their side, and what is too far', () => {
    const cold = figure(of({}), 'pairColdUm') as number
    const now = of({ measuredPlayUm: cold + 100, trialShimMm: 1.2, shimSide: 'closes' })
    // 45 mm: M45 x 1.5.
    expect(figure(now, 'pairNutDeg')).to.be.closeTo((-0.36 * 100) / 1.5, 1e-6)
    expect(figure(now, 'pairShimMm')).to.be.closeTo(1.3, 1e-9)
    expect(figure(of({ measuredPlayUm: cold + 100, trialShimMm: 1.2, shimSide: 'opens' }), 'pairShimMm')).to.be.closeTo(1.1, 1e-9)
    expect(codes(now)).to.include('pair-too-loose')
    expect(codes(of({ measuredPlayUm: 0 }))).to.include('pair-too-tight')
    expect(codes(of({ measuredPlayUm: cold }))).to.not.include.members(['pair-too-tight', 'pair-too-loose'])
    expect(metric(of({ measuredPlayUm: 20_000, trialShimMm: 0.1, shimSide: 'opens' }).fieldErrors.trialShimMm)).to.contain('trial pack')
  })
})

describe('an adjusted pair, felt warm', () => {
  const context = { ...bareContext(findBearing('32210')!.row, findBearing('32209')!.row), onCard: ['p1.1', 'p2.1'] }
  const set = {
    ...{ 'p1/arrange.held': true, 'p2/arrange.held': true, 'line/arrange.facing': 'face-to-face', 'line/arrange.hotPlayUm': 40 },
    ...{ 'line/arrange.shaftMaterial': 'carbon-steel', 'line/arrange.housingMaterial': 'cast-iron', 'line/arrange.spanMm': 200 },
    ...{ 'line/arrange.assemblyC': 20, 'line/arrange.shaftHotC': 60, 'line/arrange.housingHotC': 45 },
  }
  const at = (housingC: number, shaftNowC: number | null, stops: object[] = []) => {
    const readings = [
      { minute: 0, temperatureC: 20 },
      { minute: 60, temperatureC: housingC },
    ]
    const answers = {
      ...set,
      'p1/runin.readings': readings,
      'p2/runin.readings': readings,
      'line/runin.shaftNowC': shaftNowC,
      'line/runin.stops': stops,
    }
    return evaluateLine(answers, context).places['p1.1']!.runin
  }
  const hot = (r: ReturnType<typeof at>) => r.figures.find((f) => f.key === 'runin.pairHotUm')?.value
  it('has what was wanted at the temperatures that were foreseen, less where the shaft is hotter, more where it is cooler', () => {
    expect(hot(at(45, 60))).to.be.closeTo(40, 1e-9)
    expect(hot(at(45, 80))).to.be.below(0)
    expect(at(45, 80).cautions.map((c) => c.code)).to.include('pair-hot-tight')
    expect(hot(at(45, 45))).to.be.above(40)
    expect(at(80, 40).cautions.map((c) => c.code)).to.include('pair-hot-loose')
  })
  it('asks for the shaft, and says nothing before the housings are read in this run', () => {
    expect(at(45, null).questions.map((q) => q.code)).to.include('shaft-now')
    const found = [{ run: 1, why: 'climbs on', found: 'shims' }]
    expect(hot(at(45, 60, found)), 'a new run is not read yet').to.equal(undefined)
    expect(at(45, 60, found).questions.map((q) => q.code)).to.not.include('shaft-now')
  })
})

describe('the drawing of an arrangement', () => {
  const support = (change: Partial<ArrangedSupport> = {}): ArrangedSupport => ({
    ...{
      key: 'p1',
      name: 'end',
      designation: '6312',
      row: row('6312'),
      leans: 1,
      held: false,
      inside: false,
      outer: GAP,
      inner: HOLD,
      grip: null,
    },
    ...{ gapsMm: [0.5, 1.5], moveMm: 0.6, fault: null, ...change },
  })
  const draw = (share: number, ...supports: ArrangedSupport[]) =>
    arrangementDrawing({ width: 680, height: 244, supports, share, say: (mm) => mm.toFixed(2), spanText: null, error: null })
  const words = (d: ReturnType<typeof draw>) => d.primitives.flatMap((p) => (p.kind === 'text' ? [p.text] : []))
  it('counts the gaps of a free ring down on the side to which it moves', () => {
    expect(words(draw(0, support()))).to.include.members(['0.50', '1.50'])
    expect(words(draw(1, support()))).to.include.members(['1.10', '0.90'])
    expect(words(draw(1, support({ moveMm: -0.6 })))).to.include('0.00')
  })
  it('moves only the inner ring of a bearing that gives way inside', () => {
    const rings = (share: number) =>
      draw(share, support({ inside: true, outer: HOLD, gapsMm: null })).primitives.flatMap((p) =>
        p.kind === 'path' && p.role === 'ring-own' ? [p.d] : [],
      )
    expect(rings(1)[0]).to.equal(rings(0)[0])
    expect(rings(1)[1]).to.not.equal(rings(0)[1])
  })
  it('keeps within its paper for one to six supports, and says what the rings stand against', () => {
    for (let n = 1; n <= 6; n += 1) {
      const d = draw(1, ...Array.from({ length: n }, (_, i) => support({ key: `p${i}`, fault: i ? null : 'clamped' })))
      expect(d.places).to.have.length(n)
      for (const p of d.primitives) if (p.kind === 'text') expect(p.x).to.be.within(0, 680)
      expect(d.description).to.contain('outer ring against nothing and nothing').and.to.contain('clamped')
    }
  })
})

describe('a conversion, and the sketch of what must come off', () => {
  const of = (before: string, after: string) => convertedSupports([{ code: 'p2', before: [row(before)], after: [row(after)] }])
  it('is told by what gives way inside', () => {
    expect(of('NU 312', '6312')).to.deep.equal(['p2'])
    expect(of('6312', 'NU 312')).to.deep.equal(['p2'])
    expect(of('6312', '6412')).to.deep.equal([])
    expect(convertedSupports([{ code: 'p2', before: [null], after: [row('6312')] }])).to.deep.equal([])
  })
  it('each step is open, settled, or has something to be done', () => {
    const nothing = { holding: null, holder: null, growthMm: null, free: null, couplingGapMm: null, group: null, greaseChosen: false }
    expect(conversionSteps(nothing).every((s) => s.state === 'open')).to.equal(true)
    const all: ConversionFacts = {
      holding: 'one',
      holder: ['cover', 'shoulder'],
      growthMm: 0.3,
      free: { inside: false, presentMm: 2, offMm: null },
      couplingGapMm: 3,
      group: '3',
      greaseChosen: true,
    }
    expect(conversionSteps(all).every((s) => s.state === 'done')).to.equal(true)
    const short = conversionSteps({ ...all, free: { inside: false, presentMm: 0.2, offMm: 0.7 } })
    expect(short.filter((s) => s.state === 'act').map((s) => s.step)).to.deep.equal(['convert-metal'])
  })
  it('the sketch writes what comes off, what was and what is left', () => {
    const words = (spigotMm: number | null) =>
      machinistSketch({
        width: 620,
        height: 330,
        housingMm: 130,
        spigotMm,
        offMm: 0.7,
        say: (mm) => `${mm.toFixed(2)} mm`,
      }).primitives.flatMap((p) => (p.kind === 'text' ? [p.text] : []))
    expect(words(12)).to.include.members(['0.70 mm off this face', '11.30 mm', 'was 12.00 mm'])
    expect(words(null)).to.include('measured length less 0.70 mm')
  })
})

describe('a visit check', () => {
  const LINE = { spanMm: 1000, shaftMaterial: 'carbon-steel', housingMaterial: 'cast-iron' } as const
  const GOOD: VisitAnswers = {
    ...NOTHING_SEEN,
    held: 'drive',
    rings: 2,
    coversClamp: false,
    behindMm: 0.6,
    aheadMm: 2,
    sleevesBothEnds: false,
    group: '3',
    hottestC: 90,
    couplingGapMm: 3,
  }
  const of = (change: Partial<VisitAnswers>) => visitCheck({ ...GOOD, ...change }, LINE)
  // 70 K of the shaft against 35 K of the housing.
  const growth = 1000 * (11.7e-6 * 70 - 10.5e-6 * 35)
  it('grows by the records and the hottest that was named', () => {
    expect(of({}).growthMm).to.be.closeTo(growth, 1e-9)
    expect(visitCheck(GOOD, { ...LINE, spanMm: null }).growthMm).to.equal(null)
    expect(of({ hottestC: null }).growthMm).to.equal(null)
  })
  // prettier-ignore
  const SEEN: [Partial<VisitAnswers>, VisitVerdict, string[]][] = [
    [{}, 'run', []],
    [{ rings: 4 }, 'stop', ['visit-both-held']],
    [{ held: 'both' }, 'stop', ['visit-both-held']],
    [{ held: 'none', rings: 0 }, 'stop', ['visit-none-held']],
    [{ coversClamp: true }, 'stop', ['visit-clamped']],
    [{ aheadMm: 0.3 }, 'stop', ['visit-ahead-gone']],
    [{ aheadMm: 0.5, behindMm: 0.5 }, 'watch', ['visit-room-short']],
    [{ behindMm: 0.1 }, 'watch', ['visit-behind']],
    [{ held: 'other', couplingGapMm: 0.2 }, 'stop', ['visit-coupling']],
    [{ sleevesBothEnds: true }, 'run', ['visit-sleeves']],
    [{ group: 'N' }, 'watch', ['visit-group']], [{ group: 'not-readable' }, 'run', ['visit-group-gone']],
    [{ group: 'N', hottestC: 60 }, 'run', []],
    [{ group: null }, 'watch', []],
    [{ aheadMm: null }, 'open', []],
    [NOTHING_SEEN, 'open', []],
  ]
  for (const [change, verdict, found] of SEEN)
    it(`${JSON.stringify(change)}: ${verdict} ${found.join(', ')}`, () => {
      const result = of(change)
      expect([result.verdict, result.findings.map((f) => f.code)]).to.deep.equal([verdict, found])
      for (const f of result.findings) expect(metric(wordsOf(f))).to.not.contain('{undefined')
    })
  it('what was seen reads in words, and what was not is said', () => {
    expect(VISIT_ITEMS.map((item) => seenWords(NOTHING_SEEN, item)).every((w) => w === 'not looked at')).to.equal(true)
    expect([seenWords(GOOD, 'held'), seenWords(GOOD, 'rings'), seenWords(GOOD, 'coversClamp'), seenWords(GOOD, 'group')]).to.deep.equal([
      'the drive end',
      '2',
      'no',
      'C3',
    ])
  })
})
