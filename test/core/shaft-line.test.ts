import { expect } from 'chai'
import fc from 'fast-check'
import { keyOf, partsOf, placeAnswers, scopeOf, type LineAnswers } from '../../src/core/card/answers.js'
import { bareContext, type LineContext } from '../../src/core/card/context.js'
import { evaluateLine } from '../../src/core/card/evaluate.js'
import { movedFigures, questionsOf, resultsOf, shownOf } from '../../src/core/card/results.js'
import { FIELDS, fieldsOf } from '../../src/core/card/fields.js'
import { STATIONS } from '../../src/core/procedure/rolling.js'
import { mergeLists } from '../../src/core/card/merge.js'
import { asSet } from '../../src/core/life/set-of-bearings.js'
import { lifeTogether } from '../../src/core/card/together.js'
import { linePlan } from '../../src/core/card/procedures.js'
import { stepName } from '../../src/core/card/line-step.js'
import { stepStates } from '../../src/core/card/signing.js'
import { holdingOf } from '../../src/core/arrangement/holding.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { HOLDING_NOT_RECORDED, outerHeld, withOuterHeld, type Sides } from '../../src/core/line/records.js'
import { HOLDERS, type Holder } from '../../src/core/arrangement/holders.js'
import { rateBearing } from '../../src/core/life/rate-bearing.js'
import { fittedWords } from '../../src/core/line/fitted.js'
import { wordsOf } from '../../src/core/words/say.js'
import { metric } from './said.js'

const row = (designation: string) => findBearing(designation)!.row

/** A line shaft of five blocks, 2.2 m apart, the first held; answers of line and positions laid over it. */
function lineShaft(held: readonly boolean[] = [true, false, false, false, false], more: Record<string, unknown> = {}) {
  const context: LineContext = { ...bareContext(...Array(5).fill(row('22211 K'))), onCard: [1, 2, 3, 4, 5].map((n) => `p${n}.1`) }
  context.positions.forEach((p, i) => (p.alongMm = i * 2200))
  const answers: Record<string, unknown> = {
    'line/duty.speedRpm': 210,
    'line/duty.shock': 'moderate',
    'line/duty.turningRing': 'inner',
    'line/duty.loadDirection': 'still',
    'line/duty.hoursPerDay': 8,
    'line/select.target': 'one-shift',
    'line/arrange.shaftMaterial': 'carbon-steel',
    'line/arrange.housingMaterial': 'cast-iron',
    'line/arrange.assemblyC': 15,
    'line/arrange.shaftHotC': 35,
    'line/arrange.housingHotC': 25,
  }
  context.positions.forEach((p, i) => {
    Object.assign(answers, {
      [`${p.code}.1/identify.designation`]: '22211 K',
      [`${p.code}.1/identify.group`]: '3',
      [`${p.code}/duty.radialLoadN`]: 3000 + 100 * i,
      [`${p.code}/duty.axialLoadN`]: 0,
      [`${p.code}/duty.innerRingC`]: 38,
      [`${p.code}/duty.outerRingC`]: 34,
      [`${p.code}/arrange.held`]: held[i],
      [`${p.code}/arrange.floatPresentMm`]: held[i] ? null : 6,
    })
  })
  const all: LineAnswers = { ...answers, ...more }
  return { answers: all, context, line: evaluateLine(all, context) }
}

describe('a line of five supports', () => {
  it('grows from the held block to each free one by its own distance, and each needs its own room', () => {
    const { float, growthMm, sliding } = lineShaft().line.places['p1.1']!.arrange
    const perMm = 11.7e-6 * 20 - 10.5e-6 * 10
    expect(growthMm).to.be.closeTo(8800 * perMm, 1e-9)
    expect(sliding).to.deep.equal(['p2', 'p3', 'p4', 'p5'])
    sliding.forEach((code, i) => expect(float[code]!.neededMm, code).to.be.closeTo(1.2 * (i + 1) * 2200 * perMm + 0.5, 1e-9))
  })
  it('held in the middle it grows to both sides, and the longer one is the figure', () => {
    const { line } = lineShaft([false, true, false, false, false])
    const { growthMm, holders, reason, cautions } = line.places['p1.1']!.arrange
    expect(holders).to.deep.equal(['p2'])
    expect(growthMm).to.be.closeTo(6600 * (11.7e-6 * 20 - 10.5e-6 * 10), 1e-9)
    expect(metric(reason)).to.contain('both sides')
    expect(cautions.map((c) => c.code)).to.include('holds-away')
  })
  it('held twice is a stop that names both, held nowhere is one too', () => {
    const twice = lineShaft([true, false, false, true, false]).line.places['p1.1']!.arrange
    expect(twice.verdict).to.deep.equal({ word: 'held twice', level: 'stop' })
    expect(metric(wordsOf(twice.cautions.find((c) => c.code === 'several-held')!))).to.contain('drive end, middle 3')
    expect(lineShaft(Array(5).fill(false)).line.places['p1.1']!.arrange.verdict.word).to.equal('no end held')
  })
  it('one block without room is found by its name, a block not measured is asked about by its name', () => {
    const { line } = lineShaft(undefined, { 'p4/arrange.floatPresentMm': 0.6, 'p3/arrange.floatPresentMm': null })
    const { cautions, questions, verdict, floatShort } = line.places['p1.1']!.arrange
    expect(metric(wordsOf(cautions.find((c) => c.code === 'float-short-p4')!))).to.contain('middle 3')
    expect(questions.map((q) => q.code)).to.include('float-p3')
    expect([verdict.level, floatShort]).to.deep.equal(['stop', true])
  })
  it('computes what belongs to the line once, and what belongs to a block five times', () => {
    const count = (station: string) => resultsOf(lineShaft().line).filter((r) => r.result.station === station).length
    expect(['arrange', 'duty', 'identify', 'lubricate'].map(count)).to.deep.equal([1, 5, 5, 5])
  })
  it('a change at one block moves figures of that block only', () => {
    const before = lineShaft()
    const after = lineShaft(undefined, { 'p3/duty.radialLoadN': 6400 })
    const moved = movedFigures(shownOf(before.line), after.line, new Set(['p3/duty']))
    expect(moved.length).to.be.above(0)
    expect(new Set(moved.map((m) => m.scope))).to.deep.equal(new Set(['p3.1']))
  })
  it('isolation comes once and first, guards and release once and last, the blocks side by side', () => {
    const { line } = lineShaft()
    const plan = linePlan(line)
    expect(plan[0]!.key).to.equal('line/isolate')
    expect(plan.filter((s) => s.scope === 'line').map((s) => stepName(s.key))).to.deep.equal(['isolate', 'guards', 'release'])
    const signed = new Map([['line/isolate', { values: { tried: true }, restedOn: {}, accepted: false }]])
    const blocked = new Map(stepStates(line, signed).map((s) => [s.key, s.blocked]))
    for (const block of [1, 2, 3, 4, 5])
      expect(metric(blocked.get(`p${block}.1/mark`)), 'waits for nothing but its own entry').to.contain('Fill in')
    expect(metric(blocked.get('p2.1/unpack'))).to.contain('comes first')
    expect(metric(blocked.get('line/guards'))).to.contain('comes first')
    const none = new Map(stepStates(line, new Map()).map((s) => [s.key, s.blocked]))
    expect(metric(none.get('p3.1/mark')), 'the lock before everything').to.contain('Isolate')
  })
  it('of a card of two blocks only those are asked about, and the others stay as recorded', () => {
    const { answers, context } = lineShaft()
    const two = evaluateLine(answers, { ...context, onCard: ['p2.1', 'p3.1'] })
    expect(Object.keys(two.places)).to.deep.equal(['p2.1', 'p3.1'])
    expect(new Set(questionsOf(two).map((q) => q.scope)).has('p5.1')).to.equal(false)
    expect(two.places['p2.1']!.arrange.growthMm).to.equal(evaluateLine(answers, context).places['p1.1']!.arrange.growthMm)
  })
})

describe('the bearings of a card together', () => {
  it('last shorter than any of them; one that is not rated yet leaves it open, and one alone has nothing to share', () => {
    const { line } = lineShaft()
    const lives = Object.values(line.places).map((p) => p.select.figures.find((f) => f.key === 'select.lifeH')!.value as number)
    const together = lifeTogether(line)!
    expect(together.value).to.be.below(Math.min(...lives))
    // Five alike would last 5^(−8/9) of one.
    expect(together.value).to.be.within(Math.min(...lives) * 5 ** (-8 / 9), Math.max(...lives) * 5 ** (-8 / 9))
    expect(lifeTogether(lineShaft(undefined, { 'line/select.reliabilityPercent': 95 }).line)!.value).to.be.closeTo(
      together.value as number,
      1e-6,
    )
    expect(lifeTogether(lineShaft(undefined, { 'p3/duty.radialLoadN': null }).line)).to.equal(null)
    const { answers, context } = lineShaft()
    expect(lifeTogether(evaluateLine(answers, { ...context, onCard: ['p2.1'] }))).to.equal(null)
  })
})

describe('who holds', () => {
  // [rows by position, held, holding]
  // prettier-ignore
  const rows: [string[][], (boolean | null)[], ReturnType<typeof holdingOf>][] = [
    [[['6312'], ['6311']], [true, false], 'one'],
    [[['6312'], ['6311']], [true, true], 'several'],
    [[['6312'], ['6311']], [true, null], null],
    [[['6312'], ['NU 311']], [true, true], 'one'],
    [[['32210'], ['32209']], [true, true], 'adjusted'],
    [[['7212 B'], ['7212 B']], [true, true], 'adjusted'],
    [[['7312 B', '7312 B'], ['NU 312']], [true, false], 'one'],
    [[['7312 B', '7312 B'], ['6312']], [true, true], 'several'],
    [[['32210'], ['32209'], ['NU 210']], [true, true, true], 'adjusted'],
    [[['32210'], ['32209'], ['6210']], [true, true, true], 'several'],
    [[['NU 312', '6312'], ['NU 311']], [true, true], 'one'],
  ]
  for (const [names, held, holding] of rows)
    it(`${names.map((n, i) => `${n.join(' + ')} ${held[i] === null ? '?' : held[i] ? 'held' : 'free'}`).join(', ')}: ${holding}`, () => {
      expect(holdingOf(names.map((n, i) => ({ rows: n.map(row), held: held[i]! })))).to.equal(holding)
    })
  it('is read from the rings of a position taken together, and a card that says less than is recorded changes nothing', () => {
    const side = fc.constantFrom(...HOLDERS)
    const rings = fc.record({ inner: fc.tuple(side, side), outer: fc.tuple(side, side) })
    const holds = (h: Holder) => h !== 'free' && h !== 'not-recorded'
    fc.assert(
      fc.property(rings, fc.boolean(), (ring, held) => {
        expect(outerHeld([ring]) === true).to.equal(ring.outer.every(holds))
        expect(outerHeld([withOuterHeld(ring, held)])).to.equal(held)
        if (outerHeld([ring]) === held) expect(withOuterHeld(ring, held)).to.equal(ring)
      }),
    )
    expect(outerHeld([HOLDING_NOT_RECORDED])).to.equal(null)
    const pair = [
      { ...HOLDING_NOT_RECORDED, outer: ['shoulder', 'free'] as Sides },
      { ...HOLDING_NOT_RECORDED, outer: ['free', 'cover'] as Sides },
    ]
    expect(outerHeld(pair), 'a pair held from both sides').to.equal(true)
  })
})

describe('sets', () => {
  it('two on balls carry 2^0.7 times as much, on rollers 2^(7/9), at rest twice', () => {
    const [ball, roller] = [row('7312 B'), row('32210')]
    const pair = { count: 2, arrangement: 'back-to-back' as const }
    expect(asSet(ball, pair).dynamicRatingN / ball.dynamicRatingN).to.be.closeTo(1.6245, 1e-4)
    expect(asSet(roller, pair).dynamicRatingN / roller.dynamicRatingN).to.be.closeTo(1.7145, 1e-4)
    expect(asSet(ball, pair).staticRatingN).to.equal(2 * ball.staticRatingN)
    expect(asSet(ball, { count: 1, arrangement: 'single' })).to.equal(ball)
  })
  it('a pair under purely radial load lives 2^(0.7·3) times as long on balls, with the factors of pairs', () => {
    const b = row('7312 B')
    const single = rateBearing(b, 5000, 5000 * 1.14, 1500, 90).life.values.ratingLifeH
    expect(rateBearing(b, 5000, 0, 1500, 90, 'back-to-back').load.values.equivalentLoadN).to.equal(5000)
    const pair = rateBearing(asSet(b, { count: 2, arrangement: 'tandem' }), 5000, 5000 * 1.14, 1500, 90, 'tandem').life.values.ratingLifeH
    expect(pair / single).to.be.closeTo(2 ** 2.1, 1e-6)
  })
  it('is written once with how many it is', () => {
    const fitted = (designation: string, group: string | null = null) => ({ fitted: { designation, group } })
    expect(fittedWords([fitted('7312 B'), fitted('7312 B')])).to.equal('2 × 7312 B')
    expect(fittedWords([fitted('NU 312', '3'), fitted('6312', 'N')])).to.equal('NU 312 C3, 6312')
    expect(fittedWords([{ fitted: null }])).to.equal('')
  })
})

describe('lists that two people change at once', () => {
  const elements = fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e'))
  it('hold what either added, and not what either took out', () => {
    fc.assert(
      fc.property(elements, elements, elements, (from, theirs, mine) => {
        const merged = new Set(mergeLists('findings', from, theirs, mine) as string[])
        for (const e of ['a', 'b', 'c', 'd', 'e'] as const) {
          const [was, there, here] = [from, theirs, mine].map((list) => list.includes(e))
          expect(merged.has(e), e).to.equal(was ? there && here : there || here)
        }
      }),
    )
  })
  it('readings of the same size are each kept; a run is kept in the order of time', () => {
    expect(mergeLists('readings', [60.01], [60.01, 60.02], [60.01, 60.02])).to.deep.equal([60.01, 60.02, 60.02])
    const at = (minute: number, temperatureC = 40) => ({ minute, temperatureC })
    expect(mergeLists('run', [at(0)], [at(0), at(40)], [at(0), at(20)])).to.deep.equal([at(0), at(20), at(40)])
    expect(mergeLists('run', [at(0)], [at(0)], [at(0, 41)]), 'only I changed it').to.deep.equal([at(0, 41)])
    expect(mergeLists('run', [at(0)], [at(0, 42)], [at(0, 41)]), 'both changed it').to.equal(null)
    expect(mergeLists('quantity', 1, 2, 3)).to.equal(null)
  })
})

describe('fields', () => {
  it('each is answered at its own level, and a key comes apart as it was put together', () => {
    for (const station of STATIONS)
      for (const [name, field] of fieldsOf(station)) {
        const scope = scopeOf(station, name, 'p3.2', 'p3.1')
        expect(scope === 'line' ? 'line' : scope.includes('.') ? 'place' : 'position', `${station}.${name}`).to.equal(field.level)
        expect(partsOf(keyOf(scope, station, name))).to.deep.equal({ scope, station, name })
        expect(field.label.length).to.be.above(2)
      }
    for (const wrong of ['p1.1/fit', 'q1/fit.split', 'p1.1/lunch.split', 'line/constructor.x']) expect(partsOf(wrong), wrong).to.equal(null)
  })
  it('an option has words where its value is none', () => {
    for (const station of STATIONS)
      for (const [name, field] of fieldsOf(station))
        for (const option of field.options) expect(field.words[option] ?? option, `${station}.${name}`).to.match(/^[^A-Z].*|^[A-Z0-9]/)
    expect(FIELDS.duty.dirt.words).to.deep.equal({ normal: 'usual' })
  })
  it('a place sees nothing of another', () => {
    const seen = placeAnswers({ 'p1.1/identify.designation': '6312', 'p1/duty.dirt': 'wet' }, 'p2.1')
    expect([seen.identify.designation, seen.duty.dirt]).to.deep.equal([null, null])
  })
})
