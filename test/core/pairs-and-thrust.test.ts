import { expect } from 'chai'
import fc from 'fast-check'
import { asLineAnswers, emptyAnswers, type LineAnswers } from '../../src/core/card/answers.js'
import { bareContext, type LineContext } from '../../src/core/card/context.js'
import { evaluateLine } from '../../src/core/card/evaluate.js'
import { playsAsPair } from '../../src/core/card/stations/fit-pair.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import type { HeldBy } from '../../src/core/arrangement/holding.js'
import type { Material } from '../../src/core/materials.js'
import { arrangementDrawing } from '../../src/core/drawing/arrangement.js'
import { axialForceN, insideOf, loadDistribution } from '../../src/core/distribution/load-distribution.js'
import { canSlide } from '../../src/core/fits/fit.js'
import {
  PRELOAD_CLASSES,
  pairPlay,
  pairPreloadN,
  playOfPreloadUm,
  preloadOfClassN,
  type PreloadClass,
} from '../../src/core/fits/pair-play.js'
import { InputError } from '../../src/core/result.js'
import { newSource } from '../../src/core/loads/line-sources.js'
import { askedOf } from '../../src/core/words/say.js'
import { cautionsOf, filledCard } from './line.js'
import { metric } from './said.js'

const row = (designation: string) => findBearing(designation)!.row
const refusing = (make: () => unknown) => {
  try {
    make()
  } catch (error) {
    if (error instanceof InputError) return error.field
    throw error
  }
  return null
}
const DUTY = {
  ...{ speedRpm: 1450, radialLoadN: 3000, axialLoadN: 800, shock: 'smooth', ambientC: 20, innerRingC: 60, outerRingC: 50 },
  ...{ dirt: 'clean', hoursPerDay: 16, turningRing: 'inner', loadDirection: 'still' },
} as const

describe('a pair that is bought by its play', () => {
  it('loses twice half of the radial loss over the slope of its contact, by hand at 40° and 45°', () => {
    const { leastUm, mostUm } = pairPlay({ asBoughtUm: 20, radialLossUm: [4, 12], contactAngleDeg: 45 }).values
    expect([leastUm, mostUm].map((um) => Math.round(um * 1e6) / 1e6)).to.deep.equal([8, 16])
    const steep = pairPlay({ asBoughtUm: 0, radialLossUm: [10, 10], contactAngleDeg: 40 }).values
    expect(steep.leastUm).to.be.closeTo(-11.918, 0.001)
  })
  for (const [change, field] of [
    [{ asBoughtUm: 3000 }, 'asBoughtUm'],
    [{ contactAngleDeg: 2 }, 'contactAngleDeg'],
    [{ radialLossUm: [0, 900] as const }, 'radialLossUm.1'],
  ] as const)
    it(`refuses ${JSON.stringify(change)}`, () =>
      expect(refusing(() => pairPlay({ asBoughtUm: 0, radialLossUm: [0, 0], contactAngleDeg: 40, ...change }))).to.equal(field))
  it('presses itself as hard as a thrust that moves one row half as far', () => {
    const b = row('7312 B')
    for (const thrust of [300, 2000, 9000]) {
      const inside = insideOf(b, { clearanceUm: 0, tiltArcmin: 0, radialLoadN: 0, axialLoadN: thrust })
      const { axialShiftUm } = loadDistribution(inside).values
      expect(axialForceN(inside, axialShiftUm / 1000)).to.be.closeTo(thrust, thrust * 1e-4)
      expect(pairPreloadN(b, -2 * axialShiftUm)).to.be.closeTo(thrust, thrust * 1e-4)
    }
    expect(pairPreloadN(b, 0)).to.equal(0)
  })
  it('a class on the box stands for a usual preload, of which the play is found again; heavier presses harder, and a steeper angle more', () => {
    for (const name of ['7014 C', '7312 B'])
      for (const preload of PRELOAD_CLASSES) {
        const b = row(name)
        const forceN = preloadOfClassN(b, preload)
        expect(pairPreloadN(b, playOfPreloadUm(b, forceN)), `${name} ${preload}`).to.be.closeTo(forceN, forceN * 1e-6)
      }
    const all = PRELOAD_CLASSES.map((preload) => preloadOfClassN(row('7014 C'), preload))
    expect(all).to.deep.equal([...all].sort((a, b) => a - b))
    const share = (name: string) => preloadOfClassN(row(name), 'light') / row(name).dynamicRatingN
    expect(share('7312 B') / share('7014 C')).to.be.closeTo(1.5, 1e-9)
  })
  it('the more play is missing, the harder', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 60, noNaN: true }), fc.constantFrom('7312 B', '7206 B', '32210'), (um, name) => {
        expect(pairPreloadN(row(name), -um * 1.1)).to.be.above(pairPreloadN(row(name), -um))
      }),
      { numRuns: 40 },
    ))

  /** A pump of a back-to-back pair and a roller bearing; the card is that of the pair. */
  function pump(pairPlayUm: number | null, shaftClass: string | null = null, pairPreload: PreloadClass | null = null) {
    const context: LineContext = bareContext(null, row('NU 312'))
    const set = { code: 'p1.s1', arrangement: 'back-to-back' as const }
    context.positions[0]!.places = ['p1.1', 'p1.2'].map((code) => ({
      code,
      designation: '7312 B',
      row: row('7312 B'),
      set,
      past: { removed: null, causes: [] },
    }))
    context.onCard = ['p1.1', 'p1.2']
    const a = emptyAnswers()
    Object.assign(a.duty, DUTY)
    Object.assign(a.identify, { designation: '7312 B' })
    Object.assign(a.select, { target: 'motor-24h' })
    Object.assign(a.fit, { pairPlayUm, shaftClass, pairPreload })
    const answers: LineAnswers = { ...asLineAnswers(a, 'p1.1'), 'p1.2/identify.designation': '7312 B' }
    return evaluateLine(answers, context).places['p1.1']!.fit
  }
  const value = (fit: ReturnType<typeof pump>, key: string) => fit.figures.find((f) => f.key === `fit.${key}`)?.value
  it('is asked for its play, and no clearance group', () => {
    const open = pump(null)
    expect(open.questions.map((q) => q.code))
      .to.include('pair-play')
      .and.not.include('fit-group')
    expect(open.verdict.level).to.equal('open')
    expect(metric(askedOf(open.questions.find((q) => q.code === 'pair-play')!).text)).to.contain('bought')
  })
  it('keeps its play, becomes preloaded, and is stopped where the preload is too hard', () => {
    const [loose, tight, hard] = [pump(60), pump(12), pump(-60)]
    expect(loose.verdict).to.deep.equal({ word: 'runs with play', level: 'good' })
    expect(value(loose, 'pairPreloadN')).to.equal(0)
    const [low, high] = value(tight, 'clearance') as [number, number]
    expect(low).to.be.below(high)
    expect(high).to.be.below(0)
    expect(tight.verdict.word).to.equal('preloaded')
    expect(hard.verdict).to.deep.equal({ word: 'preloaded too hard', level: 'stop' })
    expect(hard.cautions.map((c) => c.code)).to.include('pair-preload-high')
  })
  it('by the class on its box it is no longer asked, is marked as usual, and gives way to a play that was read', () => {
    const [light, heavy, read] = [pump(null, null, 'light'), pump(null, null, 'heavy'), pump(12, null, 'light')]
    expect(light.questions.map((q) => q.code)).to.not.include('pair-play')
    expect(value(light, 'pairBoughtN')).to.be.closeTo(0.0045 * row('7312 B').dynamicRatingN, 1e-6)
    const least = (fit: ReturnType<typeof pump>) => (value(fit, 'clearance') as [number, number])[0]
    expect(least(heavy)).to.be.below(least(light))
    expect(value(read, 'pairBoughtN')).to.equal(undefined)
    expect(least(read)).to.be.closeTo(least(pump(12)), 1e-9)
  })
  it('a tighter class takes more of it', () => {
    const [k5, m6] = ['k5', 'm6'].map((name) => (value(pump(40, name), 'clearance') as [number, number])[0])
    expect(m6).to.be.below(k5!)
  })
  it('counts where two single rows stand against each other, and nowhere else', () => {
    const is = (name: string, count: number, arrangement: 'back-to-back' | 'tandem' | 'single') =>
      playsAsPair(row(name), { count, arrangement })
    expect(is('7312 B', 2, 'back-to-back')).to.equal(true)
    expect([
      is('7312 B', 2, 'tandem'),
      is('7312 B', 1, 'single'),
      is('6312', 2, 'back-to-back'),
      is('7312 B', 3, 'back-to-back'),
    ]).to.deep.equal([false, false, false, false])
  })
})

describe('where thrust leaves the shaft', () => {
  const arranged = (names: readonly [string, string], answers: LineAnswers) => {
    const a = emptyAnswers()
    Object.assign(a.duty, { ...DUTY, radialLoadN: null, axialLoadN: null })
    const held = { 'p1/arrange.held': true, 'p2/arrange.held': false }
    return evaluateLine({ ...asLineAnswers(a, 'p1.1'), ...held, ...answers }, bareContext(...names.map(row))).places['p1.1']!.arrange
  }
  const PUSH = { ...newSource('force', 'f', 600), toward: 'left', values: { radialN: 500, angleDeg: 270, axialN: 900 } } as const
  // prettier-ignore
  const CASES: [string, readonly [string, string], LineAnswers, string[], string][] = [
    ['a ball bearing that holds takes it', ['6312', 'NU 312'], { 'p1/duty.axialLoadN': 900 }, [], 'p1'],
    ['rollers without ribs take none', ['NU 312', '6312'], { 'p1/duty.axialLoadN': 900 }, ['thrust-through-p1'], 'p1'],
    ['rollers with one take some', ['NJ 312', '6312'], { 'p1/duty.axialLoadN': 900 }, [], 'p1'],
    ['a free ring is not where it belongs', ['6312', '6312'], { 'p2/duty.axialLoadN': 900 }, ['thrust-free-p2'], 'p2'],
    ['without thrust nothing is said', ['NU 312', '6312'], { 'p1/duty.axialLoadN': 0 }, [], ''],
  ]
  for (const [what, names, answers, codes, to] of CASES)
    it(what, () => {
      const found = arranged(names, answers)
      expect(found.cautions.map((c) => c.code).filter((c) => c.startsWith('thrust-'))).to.deep.equal(codes)
      expect(found.thrust!.map((t) => t.to).join()).to.equal(to)
      if (codes.length) expect(found.verdict.level).to.equal('stop')
    })
  it('a wheel that pushes comes to the support that holds, with its side', () => {
    const { thrust } = arranged(['6312', '6312'], { 'line/duty.sources': [PUSH] })
    expect(thrust!.map((t) => [t.to, t.toRight, Math.round(t.thrustN)])).to.deep.equal([['p1', false, 900]])
  })
  it('is drawn as an arrow, in the colour of what is wrong where nothing takes it', () => {
    const support = {
      key: 'p1',
      name: 'drive end',
      designation: 'NU 312',
      row: row('NU 312'),
      leans: 1,
      held: true,
      inside: true,
      outer: [null, null],
      inner: [null, null],
      grip: null,
      gapsMm: null,
      moveMm: 0,
      fault: null,
    } as const
    const drawn = (wrong: boolean) =>
      arrangementDrawing({
        width: 680,
        height: 244,
        supports: [support, { ...support, key: 'p2' }],
        share: 0,
        say: String,
        spanText: null,
        error: null,
        thrust: [{ key: 'p2', toRight: null, text: '900 N', wrong }],
      })
    const roles = (wrong: boolean) => drawn(wrong).primitives.map((p) => ('role' in p ? p.role : ''))
    expect(roles(true).filter((r) => r === 'error')).to.have.length(roles(false).filter((r) => r === 'error').length + 1)
    expect(drawn(true).description).to.contain('900 N').and.contain('does not take it')
  })
})

describe('a free ring that its housing grips', () => {
  const at = (housingClass: string | null, recorded?: string) => {
    const context = bareContext(row('6312'), row('6311'))
    if (recorded) context.positions[1]!.places[0]!.housingSeat = { kind: 'cylindrical', toleranceClass: recorded }
    const answers: LineAnswers = {
      ...asLineAnswers(emptyAnswers(), 'p1.1'),
      ...{ 'p1/arrange.held': true, 'p2/arrange.held': false, 'p2.1/fit.housingClass': housingClass },
    }
    return evaluateLine(answers, context).places['p1.1']!.arrange.faults!.map((f) => f.fault)
  }
  // prettier-ignore
  for (const [own, recorded, faults] of [
    ['H7', undefined, []], ['J7', undefined, []], ['M7', undefined, ['free-tight']], ['P7', undefined, ['free-tight']],
    [null, 'N7', ['free-tight']], ['H7', 'N7', []], [null, 'H7', []], [null, undefined, []], ['Z9', undefined, []],
  ] as const)
    it(`chosen ${own}, recorded ${recorded ?? 'nothing'}: ${faults.join() || 'slides'}`, () => expect(at(own, recorded)).to.deep.equal(faults))
  it('one that slides cold and grips warm is a caution at Fit and at Arrange, in cast iron and not in steel', () => {
    const codes = (housingMaterial: Material, housingClass: string, outerRingC: number) => {
      const answers = {
        duty: { innerRingC: outerRingC + 10, outerRingC },
        arrange: { driveEndHeld: false, nonDriveEndHeld: true, housingMaterial },
        fit: { housingClass },
      }
      const said = cautionsOf(filledCard('6312', answers)).filter((c) => /free-(ring-)?(hot|tight)/.test(c.code))
      return said.map((c) => `${c.station} ${c.code}`)
    }
    expect(codes('carbon-steel', 'H7', 60)).to.deep.equal([])
    expect(codes('cast-iron', 'H7', 40)).to.deep.equal([])
    expect(codes('cast-iron', 'H7', 140)).to.deep.equal(['arrange free-hot-p1', 'fit free-ring-hot'])
    expect(codes('cast-iron', 'G7', 140)).to.deep.equal([])
    expect(codes('cast-iron', 'M7', 140)).to.deep.equal(['arrange free-tight-p1', 'fit free-ring-tight'])
  })
  it('one with nothing beside either ring is a caution at both, as is one that moves inside and whose outer ring is left free', () => {
    const codes = (name: string, inner: HeldBy, outer: HeldBy) => {
      const ends = { outerLeft: outer, outerRight: outer, innerLeft: inner, innerRight: inner }
      const said = cautionsOf(filledCard(name, { arrange: { driveEndHeld: false, nonDriveEndHeld: true, ...ends } }))
      return said.filter((c) => /both|inside-loose|unheld/.test(c.code)).map((c) => `${c.station} ${c.code}`)
    }
    expect(codes('6312', 'free', 'free')).to.deep.equal(['arrange both-free-p1', 'fit free-ring-both'])
    expect(codes('6312', 'nut', 'free')).to.deep.equal([])
    expect(codes('NU 312', 'nut', 'free')).to.deep.equal(['arrange inside-loose-p1', 'fit ring-unheld'])
    expect(codes('NU 312', 'nut', 'cover')).to.deep.equal([])
  })
  it('slides where more of its assemblies are loose than tight', () => {
    const slides = (minInterferenceUm: number, maxInterferenceUm: number) => canSlide({ minInterferenceUm, maxInterferenceUm })
    expect([slides(-30, 10), slides(-10, 10), slides(1, 30)]).to.deep.equal([true, false, false])
  })
})
