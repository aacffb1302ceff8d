import { expect } from 'chai'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { asLineAnswers, emptyAnswers, keyOf, type DutyAnswers, type Key } from '../../src/core/card/answers.js'
import { bareContext } from '../../src/core/card/context.js'
import { evaluateLine } from '../../src/core/card/evaluate.js'
import { dutyStation, type FromLine } from '../../src/core/card/stations/duty.js'
import { pressureOffsetMm, supportLives, supportsOf } from '../../src/core/card/line-duty.js'
import { newStep, readSteps, faultOfSteps, slicesOf, type DutyStep } from '../../src/core/life/duty-spectrum.js'
import { newSource, type LoadSource } from '../../src/core/loads/line-sources.js'
import { lifeWords } from '../../src/core/life/life-words.js'
import { metric } from './said.js'

const row = (name: string) => findBearing(name)!.row
const weight = (massKg: number, alongMm: number): LoadSource => ({ ...newSource('weight', 'w', alongMm), values: { massKg } })
const push = (axialN: number, toward: 'left' | 'right', radialN = 0, alongMm = 200): LoadSource => ({
  ...newSource('force', 'f', alongMm),
  toward,
  values: { radialN, angleDeg: 270, axialN },
})
const DUTY = { speedRpm: 1480, shock: 'smooth', innerRingC: 70, outerRingC: 62, turningRing: 'inner', hoursPerDay: 10 } as const
/** A line of bearings 400 mm apart with a card on the first, and what is answered of it. */
function line(names: readonly string[], answers: Record<Key, unknown>, held: readonly (boolean | null)[] = []) {
  const context = bareContext(...names.map(row))
  context.positions.forEach((p, i) => (answers[keyOf(p.code, 'arrange', 'held')] = held[i] ?? null))
  const base = asLineAnswers({ identify: { designation: names[0]! }, duty: DUTY, select: { target: 'full-shift' } }, 'p1.1')
  const all = { ...base, ...answers }
  return { ...evaluateLine(all, context), all, context }
}
/** The life of every support of the line. */
const livesOf = ({ all, context, places, lineDuty }: ReturnType<typeof line>) =>
  supportLives(
    all,
    context,
    supportsOf(context, (place) => places[place]?.identify.row),
    lineDuty!,
  )
const duty = (e: ReturnType<typeof line>) => e.places['p1.1']!.duty
const G = 9.80665
const SMOOTH = 1.1

describe('loads of a line on its card', () => {
  it('what sits on the shaft fills the loads that nobody typed, with the sweep that follows', () => {
    const e = line(['6312', 'NU 312'], { 'line/duty.sources': [weight(300, 100)] }, [true, false])
    expect(duty(e).radialN).to.be.closeTo(0.75 * 300 * G * SMOOTH, 0.1)
    expect([duty(e).axialN, duty(e).innerRingLoad, duty(e).outerRingLoad]).to.deep.equal([0, 'rotating', 'stationary'])
    expect(duty(e).verdict.word).to.equal('complete')
    expect(livesOf(e).map((l) => [l.code, l.designation])).to.deep.equal([
      ['p1', '6312'],
      ['p2', 'NU 312'],
    ])
  })
  it('a load that turns with the shaft wins where it is the greater', () => {
    const unbalance: LoadSource = { ...newSource('unbalance', 'u', 100), values: { massKg: 300, gradeMmS: 200 } }
    expect(duty(line(['6312', 'NU 312'], { 'line/duty.sources': [unbalance, weight(30, 100)] }, [true, false])).innerRingLoad).to.equal(
      'stationary',
    )
  })
  it('a typed load counts before it, and where they part it is said', () => {
    const e = line(['6312', 'NU 312'], { 'line/duty.sources': [weight(300, 100)], 'p1/duty.radialLoadN': 5000 }, [true, false])
    expect(duty(e).radialN).to.be.closeTo(5500, 1e-6)
    expect(duty(e).cautions.map((c) => c.code)).to.include('typed-beside-sources')
  })
  it('without a speed or a second support nothing is made of it, and nothing is refused', () => {
    expect(duty(line(['6312', 'NU 312'], { 'line/duty.sources': [weight(300, 100)], 'line/duty.speedRpm': null })).radialN).to.equal(null)
    expect(duty(line(['6312'], { 'line/duty.sources': [weight(300, 100)] })).radialN).to.equal(null)
  })
  it('thrust goes to the support that holds, and to no other', () => {
    const at = (held: boolean[]) => duty(line(['6312', 'NU 312'], { 'line/duty.sources': [push(800, 'right', 2000)] }, held)).axialN
    expect([at([true, false]), at([false, true])]).to.deep.equal([800 * SMOOTH, 0])
  })
  it('thrust on a bearing that takes none is caught, also where it is said to hold', () => {
    const e = line(['NU 212', 'NU 212'], { 'line/duty.sources': [push(800, 'right', 2000)] }, [true, false])
    expect(duty(e).axialN).to.be.closeTo(880, 1e-9)
    expect(e.places['p1.1']!.select.cautions).to.deep.include.members([
      e.places['p1.1']!.select.cautions.find((c) => c.code === 'no-thrust'),
    ])
    expect(e.places['p1.1']!.select.verdict.level).to.equal('stop')
  })
  it('a shaft that leans more than the bearing forgives is a caution at Select', () => {
    const long = [weight(900, 200)]
    const of = (name: string) => line([name, name], { 'line/duty.sources': long }, [true, false])
    const soft = (name: string) => of(name).places['p1.1']!.select.cautions.map((c) => c.code)
    expect(duty(of('NU 205')).slopeArcmin).to.be.above(4)
    expect(soft('NU 205')).to.include('slope-over')
    expect(soft('22205')).to.not.include('slope-over')
  })
})

describe('two bearings that hold the shaft against each other', () => {
  const TYPED = { 'p1/duty.radialLoadN': 8000, 'p2/duty.radialLoadN': 5000, 'p1/duty.axialLoadN': 2000, 'p2/duty.axialLoadN': 0 }
  const pair = (answers: Record<Key, unknown>) => line(['32210', '32210'], answers, [true, true])
  const share = (e: ReturnType<typeof line>) => ['p1', 'p2'].map((p) => Math.round(e.lineDuty!.opposed[p]!.axialN))
  /** Y of the row is 0.4 cot α. */
  const induced = (radialN: number) => radialN / (2 * (0.4 / Math.tan((row('32210').contactAngleDeg * Math.PI) / 180)))

  it('the one that is pushed carries what the other induces and the thrust; by hand', () => {
    const e = pair({ ...TYPED, 'line/arrange.facing': 'face-to-face' })
    const [a, b] = [induced(8000 * SMOOTH), induced(5000 * SMOOTH)]
    expect(b + 2000 * SMOOTH).to.be.above(a)
    expect(share(e)).to.deep.equal([Math.round(b + 2000 * SMOOTH), Math.round(b)])
    expect(duty(e).axialN).to.equal(e.lineDuty!.opposed.p1!.axialN)
    expect(e.places['p1.1']!.select.cautions.map((c) => c.code)).to.not.include('induced-thrust')
    expect(metric(duty(e).figures.find((f) => f.key === 'duty.axialN')!.note)).to.contain('presses it')
  })
  it('the change of its end play until it is hot stands at Arrange, with its sign', () => {
    const warm = { shaftMaterial: 'carbon-steel', housingMaterial: 'cast-iron', assemblyC: 20, shaftHotC: 60, housingHotC: 40, spanMm: 180 }
    const said = Object.fromEntries(Object.entries(warm).map(([name, v]) => [`line/arrange.${name}`, v]))
    const change = (facing: string) =>
      pair({ ...TYPED, ...said, 'line/arrange.facing': facing }).places['p1.1']!.arrange.figures.find(
        (f) => f.key === 'arrange.pairChangeUm',
      )!
    const { pitchDiameterMm: D, contactAngleDeg } = row('32210')
    const cone = D / Math.tan((contactAngleDeg * Math.PI) / 180)
    const grown = 11.7e-6 * 40 - 10.5e-6 * 20
    const across = cone * 12e-6 * 20
    expect(change('back-to-back').value).to.be.closeTo(1000 * (grown * 180 - across), 1e-6)
    expect(change('face-to-face').value).to.be.closeTo(1000 * (-grown * 180 - across), 1e-6)
    expect(metric(change('face-to-face').note)).to.contain('it tightens')
  })
  it('thrust from either side presses the other one, and back-to-back the other way round', () => {
    const by = (toward: 'left' | 'right', facing: string) =>
      share(pair({ 'line/duty.sources': [push(3000, toward, 6000)], 'line/arrange.facing': facing }))
    const [left, right] = [by('left', 'face-to-face'), by('right', 'face-to-face')]
    expect(left[0]! - left[1]!).to.equal(3300)
    expect(right[1]! - right[0]!).to.equal(3300)
    const back = by('right', 'back-to-back')
    expect(back[0]! - back[1]!).to.equal(3300)
  })
  it('until it is said how they face each other the worse of both ways counts, and that is said', () => {
    const e = pair({ 'line/duty.sources': [push(3000, 'left', 6000)] })
    const ways = ['face-to-face', 'back-to-back'].map((facing) =>
      share(pair({ 'line/duty.sources': [push(3000, 'left', 6000)], 'line/arrange.facing': facing })),
    )
    expect(share(e)).to.deep.equal([0, 1].map((i) => Math.max(...ways.map((w) => w[i]!))))
    expect(e.lineDuty!.opposed.p1!.from.assumptions.join(' ')).to.contain('worse of both ways')
  })
  it('they bear the shaft at their pressure centres: apart back-to-back, nearer face-to-face', () => {
    const centres = (facing: string) =>
      Object.values(pair({ 'line/duty.sources': [weight(100, 100)], 'line/arrange.facing': facing }).lineDuty!.centres)
    const a = pressureOffsetMm(row('32210'))
    expect(a).to.be.within(7, 14)
    expect(centres('back-to-back')).to.deep.equal([-a, 400 + a])
    expect(centres('face-to-face')).to.deep.equal([a, 400 - a])
    // A weight overhung at the left takes less of the far end when the supports stand wider.
    const far = (facing: string) =>
      pair({ 'line/duty.sources': [weight(100, -100)], 'line/arrange.facing': facing }).lineDuty!.supports.p2!.radialN
    expect(far('back-to-back')).to.be.below(far('face-to-face'))
  })
})

describe('running that changes', () => {
  const step = (sharePercent: number | null, more: Partial<DutyStep> = {}): DutyStep => ({ ...newStep(), sharePercent, ...more })
  const LOADED = { 'p1/duty.radialLoadN': 6000, 'p1/duty.axialLoadN': 0 }
  const life = (spectrum: DutyStep[]) => {
    const { select } = line(['6312', 'NU 312'], { ...LOADED, 'line/duty.spectrum': spectrum }, [true, false]).places['p1.1']!
    return { ...select.changing, plainH: select.figures.find((f) => f.key === 'select.lifeH')!.value as number, select }
  }
  it('steps that are all as the duty leave its life as it is', () => {
    const { hours, plainH, damageShares } = life([step(30), step(70)])
    expect(hours! / plainH).to.be.closeTo(1, 1e-9)
    expect(damageShares![0]).to.be.closeTo(0.3, 1e-9)
  })
  it('by hand: a tenth of the time at twice the load eats 8 parts of 17', () => {
    const { hours, plainH, damageShares, select } = life([step(10, { loadPercent: 200 }), step(90)])
    expect(hours! / plainH).to.be.closeTo(1 / 1.7, 1e-6)
    expect(damageShares![0]).to.be.closeTo(0.8 / 1.7, 1e-6)
    expect(metric(select.figures.find((f) => f.key === 'select.changingLifeH')!.note)).to.equal('step 2 does 53 % of the damage')
    expect(select.headline).to.deep.equal(lifeWords(hours!))
  })
  it('a ramp lies between the steps on its sides; shock of its own counts against that of the duty', () => {
    const ramp = life([step(0, { speedRpm: 0 }), step(50, { ramp: true }), step(50)])
    expect(ramp.damageShares![1]! / ramp.damageShares![2]!).to.be.closeTo(0.5, 0.01)
    expect(life([step(100, { shock: 'heavy' })]).hours! / ramp.plainH).to.be.closeTo((1.1 / 2) ** 3, 1e-6)
  })
  it('shares that do not add up, and steps that never turn, are said; the plain duty counts', () => {
    const { changing, cautions } = life([step(60)]).select
    expect([changing, cautions.length]).to.deep.equal([null, cautions.length])
    expect(faultOfSteps([step(60)])).to.deep.equal({ code: 'spectrum-sum', params: { sum: 60 } })
    expect(faultOfSteps([step(60), step(null)])!.code).to.equal('spectrum-share-open')
    expect(faultOfSteps([step(100, { ramp: true })])!.code).to.equal('spectrum-ramp-first')
    expect(life([step(100, { speedRpm: 0 })]).select.cautions.map((c) => c.code)).to.include('spectrum-still')
  })
  it('slices of a ramp run evenly from the step before', () => {
    const slices = slicesOf([step(20, { speedRpm: 0, loadPercent: 50 }), step(80, { ramp: true })], 1600)
    expect(slices).to.have.length(9)
    expect(slices.slice(1).reduce((sum, s) => sum + s.speedRpm / 8, 0)).to.be.closeTo(800, 1e-9)
    expect(slices.reduce((sum, s) => sum + s.share, 0)).to.be.closeTo(1, 1e-12)
  })

  // prettier-ignore
  const LISTS: [what: string, rows: string[][], steps: (string | number | null)[][] | string][] = [
    ['plain, in order', [['20', '1180', '140'], ['80', '600', '100', '70', 'heavy', 'yes']], [[20, 1180, 140, null, null], [80, 600, 100, 70, 'heavy']]],
    ['named, hours become shares', [['Hours', 'rpm', 'load %'], ['6', '1480', '100'], ['2', '900', '50']], [[75, 1480, 100, null, null], [25, 900, 50, null, null]]],
    ['percent signs and decimals', [['share', 'speed', 'load'], ['12,5 %', '1480', '80 %'], ['87.5', '', '']], [[12.5, 1480, 80, null, null], [87.5, null, null, null, null]]],
    ['cycles are no time', [['cycles', 'load'], ['1000000', '100']], 'spectrum-cycles'],
    ['a word for a number', [['share', 'speed'], ['half', '1480']], 'spectrum-number'],
    ['a shock that is none', [['100', '', '', '', 'terrible']], 'spectrum-shock'],
    ['nothing', [], 'spectrum-empty'],
  ]
  for (const [what, rows, wanted] of LISTS)
    it(`a list: ${what}`, () => {
      const { steps, wrong } = readSteps(rows, 'metric')
      if (typeof wanted === 'string') expect(wrong[0]!.code).to.equal(wanted)
      else expect(steps.map((s) => [s.sharePercent, s.speedRpm, s.loadPercent, s.temperatureC, s.shock])).to.deep.equal(wanted)
    })
  it('temperatures of a list are read in the unit of whoever reads inches', () =>
    expect(readSteps([['100', '', '', '158']], 'inch').steps[0]!.temperatureC).to.be.closeTo(70, 1e-9))
})

describe('what is missing of a duty', () => {
  const whole = {
    ...emptyAnswers().duty,
    speedRpm: 1450,
    radialLoadN: 3000,
    axialLoadN: 0,
    shock: 'smooth' as const,
    innerRingC: 60,
    outerRingC: 50,
    turningRing: 'inner' as const,
    loadDirection: 'still' as const,
  }
  const support = { radialN: 0, standingN: 0, turningN: 0, angleDeg: 0, axialN: 0, slopeArcmin: 0 }
  const line = { support, loads: null, refused: null, opposed: null }
  const open = { ...whole, radialLoadN: null, axialLoadN: null, sources: [newSource('weight', 'a', 100), newSource('belt', 'b', 0)] }
  // prettier-ignore
  const MISSING: [what: string, duty: DutyAnswers, from: FromLine | undefined, reason: string | null, fields: string[]][] = [
    ['nothing', whole, undefined, null, []],
    ['everything', emptyAnswers().duty, undefined, 'Missing: speed, or how it moves, how it runs (smooth, moderate, heavy), temperature of the inner ring, temperature of the outer ring.', ['speedRpm', 'shock', 'innerRingC', 'outerRingC']],
    ['one load', { ...whole, axialLoadN: null }, undefined, 'Missing: axial load.', ['axialLoadN']],
    ['a ring', { ...whole, innerRingC: null }, undefined, 'Missing: temperature of the inner ring.', ['innerRingC']],
    ['things on the shaft of which not all is said', open, line, 'Missing: mass of the weight, power of the belt.', ['a-massKg', 'b-powerKw']],
    ['nothing where the loads are typed beside them', { ...open, radialLoadN: 3000, axialLoadN: 0 }, line, null, []],
  ]
  for (const [what, duty, from, reason, fields] of MISSING)
    it(what, () => {
      const found = dutyStation(duty, from)
      expect(found.verdict.level).to.equal(reason === null ? 'good' : 'open')
      expect(found.missing!.map((m) => m.field)).to.deep.equal(fields)
      if (reason) expect(metric(found.reason)).to.equal(reason)
      else expect(metric(found.reason)).to.not.contain('Missing')
    })
})
