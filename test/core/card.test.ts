import { expect } from 'chai'
import { emptyAnswers, type CardAnswers } from '../../src/core/card/answers.js'
import type { Station } from '../../src/core/procedure/rolling.js'
import { type LineEvaluation } from '../../src/core/card/evaluate.js'
import { asShown, movedFigures, shownOf } from '../../src/core/card/results.js'
import { fieldState } from '../../src/core/card/steps/plan-step.js'
import type { Grease } from '../../src/core/lubrication/grease.js'
import type { LineContext } from '../../src/core/card/context.js'
import { linePlan } from '../../src/core/card/procedures.js'
import { signature, stepStates, type StepRecord } from '../../src/core/card/signing.js'
import { stepName } from '../../src/core/card/line-step.js'
import { sweptRings } from '../../src/core/card/stations/duty.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { catalogue } from '../../src/core/catalogue/catalogue.js'
import { sectionDrawing } from '../../src/core/drawing/section.js'
import { cautionsOf, evaluateCard, figuresOf, lineOfTwo, questionsOf, twoSupports, type Arranged, type End, type Flat } from './line.js'
import { hatch, type Point } from '../../src/core/drawing/primitives.js'
import { askedOf } from '../../src/core/words/say.js'
import { metric } from './said.js'

const RUN = [
  { minute: 0, temperatureC: 20 },
  { minute: 30, temperatureC: 52 },
  { minute: 60, temperatureC: 60 },
  { minute: 90, temperatureC: 61 },
]
const GREASE: Grease = {
  id: 1,
  name: 'Wet-end calcium 2',
  thickener: 'calcium-sulfonate-complex',
  baseOil: 'mineral',
  nlgi: '2',
  viscosity40: 180,
  viscosity100: 16,
  lowC: -20,
  highC: 150,
}

type Patch = { [S in Station]?: S extends 'arrange' ? Arranged : Partial<CardAnswers[S]> }

/** The mash pump's drive end, filled in to the end. */
function full(patch: Patch = {}): Flat {
  const answers = emptyAnswers()
  const given: Patch = {
    identify: { designation: '6312', group: '3', groupEvidence: 'marking' },
    duty: {
      speedRpm: 1470,
      radialLoadN: 4200,
      axialLoadN: 900,
      shock: 'smooth',
      ambientC: 22,
      innerRingC: 70,
      outerRingC: 60,
      dirt: 'clean',
      hoursPerDay: 16,
      turningRing: 'inner',
      loadDirection: 'still',
    },
    select: { target: 'motor-24h' },
    arrange: {
      spanMm: 310,
      shaftMaterial: 'carbon-steel',
      housingMaterial: 'cast-iron',
      assemblyC: 20,
      shaftHotC: 78,
      housingHotC: 52,
      driveEndHeld: true,
      nonDriveEndHeld: false,
      floatPresentMm: 1.2,
    },
    mount: { method: 'heat' },
    lubricate: { greaseId: 1, gunId: 1 },
    runin: { freeTurn: 'free', readings: RUN, noise: 'quiet', vibrationRmsMmS: 0.9, machineClass: 'medium' },
    inspect: { findings: ['grease-milky', 'rust'], cause: 'water' },
  }
  const merge = <S extends Station>(s: S): Flat[S] => ({ ...answers[s], ...given[s], ...patch[s] }) as Flat[S]
  return {
    identify: merge('identify'),
    duty: merge('duty'),
    select: merge('select'),
    arrange: merge('arrange'),
    fit: merge('fit'),
    mount: merge('mount'),
    lubricate: merge('lubricate'),
    runin: merge('runin'),
    inspect: merge('inspect'),
  }
}

const other = findBearing('6311')!.row
/** What plant and records know of the position: a grease, a gun, a bearing that ran for 200 days. */
function contextOf(end: End, partner = other): LineContext {
  const bare = twoSupports(end, partner)
  const past = { removed: { designation: '6312', group: '3' as const, days: 200 }, causes: [] }
  return {
    ...bare,
    plant: { ...bare.plant, greases: [GREASE], guns: [{ id: 1, name: 'Press house gun', gramsPerStroke: 1.24 }] },
    positions: bare.positions.map((p) => ({
      ...p,
      places: p.places.map((x) => ({ ...x, past })),
      past: { grease: GREASE, daysSinceGrease: 60, intervalDays: 170 },
    })),
  }
}
const line = (patch: Patch = {}): LineEvaluation => lineOfTwo(full(patch), contextOf('drive'))
const evaluate = (patch: Patch = {}, end: End = 'drive', partner = other) => evaluateCard(full(patch), contextOf(end, partner))
type Evaluation = ReturnType<typeof evaluate>
const codes = (e: Evaluation) => cautionsOf(e).map((c) => c.code)
const value = (e: Evaluation, key: string) => figuresOf(e).get(key)?.value

describe('job card', () => {
  it('an empty card asks and invents nothing', () => {
    const e = evaluateCard(emptyAnswers(), twoSupports('drive', null))
    expect([...figuresOf(e).values()].filter((f) => f.value !== null)).to.deep.equal([])
    expect(e.mount.plan).to.deep.equal([])
    expect(e.identify.verdict.word).to.equal('not started')
  })

  it('asks at its own station for a stored answer that cannot be read any more, and says what stood there', () => {
    const unread = [{ scope: 'line', station: 'arrange' as const, field: 'shaftMaterial', value: 'oak' }]
    const asked = questionsOf(evaluateCard(emptyAnswers(), { ...twoSupports('drive', null), unread }))
    const before = questionsOf(evaluateCard(emptyAnswers(), twoSupports('drive', null)))
    expect(asked).to.have.length(before.length + 1)
    const question = asked.find((q) => q.code === 'unread-shaftMaterial')!
    expect(question.station).to.equal('arrange')
    expect(metric(askedOf(question).text)).to.contain('“oak” stands here for Shaft ')
  })

  it('a full card agrees with the sums done by hand', () => {
    const e = evaluate()
    expect(value(e, 'duty.radialN')).to.be.closeTo(4620, 1e-9)
    expect(value(e, 'arrange.growthMm')).to.be.closeTo(310 * (11.7e-6 * 58 - 10.5e-6 * 32), 1e-9)
    expect(value(e, 'arrange.floatNeededMm')).to.be.closeTo(1.2 * 310 * (11.7e-6 * 58 - 10.5e-6 * 32) + 0.5, 1e-9)
    expect(value(e, 'fit.shaftClass')).to.equal('k5')
    // 22 + (30 + 24) / (0.012 · 60) = 97, set 100.
    expect(value(e, 'mount.setTemperatureC')).to.equal(100)
    expect(e.fit.verdict.word).to.equal('runs free')
    expect(questionsOf(e)).to.deep.equal([])
  })

  it('asks for the clearance group until it is confirmed, and carries the mark from the number', () => {
    const e = evaluate({ identify: { designation: '6312 C3', group: null, groupEvidence: null } })
    expect(e.identify.group).to.equal('3')
    expect(questionsOf(e).map((q) => q.code)).to.include('clearance-group')
  })

  it('says when the number and the gauge disagree', () => {
    const e = evaluate({ identify: { boreReadingsMm: [45.01], outsideReadingsMm: [99.97], widthReadingsMm: [24.9] } })
    expect(codes(e)).to.include('number-against-gauge')
  })

  /** Which ring the load sweeps: [turning ring, load, inner, outer]. */
  for (const [turning, load, inner, outer] of [
    ['inner', 'still', 'rotating', 'stationary'],
    ['inner', 'turns', 'stationary', 'rotating'],
    ['outer', 'still', 'stationary', 'rotating'],
    ['outer', 'turns', 'rotating', 'stationary'],
    ['inner', 'unknown', 'indeterminate', 'indeterminate'],
  ] as const) {
    it(`${turning} ring turns, load ${load}: inner ${inner}, outer ${outer}`, () => {
      expect(sweptRings(turning, load)).to.deep.equal([inner, outer])
    })
  }

  it('catches both ends held, no end held, and a free end without room', () => {
    expect(codes(evaluate({ arrange: { nonDriveEndHeld: true } }))).to.include('both-ends-held')
    expect(codes(evaluate({ arrange: { driveEndHeld: false } }))).to.include('no-end-held')
    expect(codes(evaluate({ arrange: { floatPresentMm: 0.2 } }))).to.include('float-short')
    expect(evaluate({ arrange: { nonDriveEndHeld: true } }).arrange.verdict.level).to.equal('stop')
  })

  it('a roller bearing that moves inside is no second locating end, and alone holds nothing', () => {
    const roller = findBearing('NU 208')!.row
    const clamped = evaluate({ arrange: { nonDriveEndHeld: true } }, 'drive', roller)
    expect(clamped.arrange).to.deep.include({ holding: 'one', holders: ['p1'] })
    expect(clamped.arrange.verdict.word).to.equal('moves inside')
    expect(codes(evaluate({ arrange: { driveEndHeld: false, nonDriveEndHeld: true } }, 'drive', roller))).to.include('no-end-held')
  })

  it('stops at thrust on a bearing that takes none, at a load over the static rating and at too hot a ring', () => {
    expect(codes(evaluate({ identify: { designation: 'NU 312' } }))).to.include('no-thrust')
    const heavy = evaluate({ duty: { radialLoadN: 90000, axialLoadN: 0 } })
    expect(codes(heavy)).to.include('over-static-rating')
    expect(heavy.select.verdict.level).to.equal('stop')
    const hot = evaluate({ mount: { limitC: 60 } })
    expect(codes(hot)).to.include('cannot-heat')
    expect(hot.mount.recommended).to.equal('press')
  })

  it('refuses impossible entries beside their field and goes on with the rest', () => {
    const e = evaluate({ duty: { hoursPerDay: 30, speedRpm: -5 }, arrange: { spanMm: -3 } })
    expect(e.duty.fieldErrors).to.have.keys('hoursPerDay', 'speedRpm')
    expect(e.arrange.fieldErrors).to.have.property('spanMm')
    expect(value(e, 'identify.boreMm')).to.equal(60)
  })

  it('a smaller and a larger size stand beside it, and life grows with size', () => {
    const { alternatives } = evaluate().select
    expect(alternatives.map((a) => a.designation)).to.deep.equal(['6311', '6312', '6313'])
    expect(alternatives[2]!.ratingLifeH).to.be.above(alternatives[0]!.ratingLifeH)
  })

  it('names what moved when an earlier answer changes, and nothing within display rounding', () => {
    const before = shownOf(line())
    const changed = new Set(['p1/duty'])
    const moved = movedFigures(before, line({ duty: { radialLoadN: 2000, axialLoadN: 100 } }), changed)
    expect(moved.map((m) => m.key)).to.include.members(['p1.1/select.lifeH', 'p1.1/fit.shaftClass', 'p1.1/mount.pressForceN'])
    expect(moved.every((m) => m.station !== 'duty')).to.equal(true)
    expect(movedFigures(before, line({ duty: { radialLoadN: 4200.01 } }), changed)).to.deep.equal([])
  })

  it('every figure with a value that was computed opens into its working', () => {
    for (const figure of figuresOf(evaluate()).values()) {
      if (typeof figure.value === 'number' && !['identify.massKg', 'duty.ringDifferenceK', 'arrange.floatPresentMm'].includes(figure.key))
        expect(figure.working, figure.key).to.not.be.empty
      expect(asShown(figure)).to.not.match(/NaN|Infinity|undefined/)
    }
  })
})

describe('signing the plan', () => {
  const e = line()
  const good: Record<string, StepRecord['values']> = {
    isolate: { tried: true },
    seat: { seatMm: 60.009 },
    bore: { boreMm: 130.02 },
    unpack: { marking: '6312 C3' },
    heat: { ringC: 102, demagnetised: true },
    push: {},
    shoulder: { gapMm: 0.02 },
    turn: { free: true },
    fill: { gramsG: 34, greaseRead: 'Wet-end calcium 2' },
    guards: { on: true },
    release: {},
  }
  const stepOf = (from: LineEvaluation, name: string) => linePlan(from).find((s) => stepName(s.key) === name)!
  const sign = (keys: string[], from = e) =>
    new Map<string, StepRecord>(
      keys.map((name) => [
        stepOf(from, name).key,
        {
          values: good[name]!,
          restedOn: signature(from, stepOf(from, name)),
          accepted: false,
        },
      ]),
    )

  it('goes step by step', () => {
    const states = stepStates(e, sign(['isolate']))
    expect(states[0]).to.include({ holds: true })
    expect(metric(states[1]!.blocked)).to.contain('Fill in')
    expect(metric(states[2]!.blocked)).to.contain('comes first')
  })
  it('holds to the end when nothing moved', () => {
    expect(stepStates(e, sign(Object.keys(good))).every((s) => s.holds)).to.equal(true)
  })
  it('breaks only the steps whose figures moved', () => {
    const changed = line({ fit: { shaftClass: 'm6' } })
    const broken = stepStates(changed, sign(Object.keys(good)))
      .filter((s) => !s.holds)
      .map((s) => stepName(s.key))
    expect(broken).to.include.members(['seat', 'heat'])
    expect(broken).to.not.include('isolate')
    expect(broken).to.not.include('bore')
  })
  it('judges a reading against its tolerance, ends included', () => {
    const field = stepOf(e, 'seat').fields[0]!
    expect([60.002, 60.015, 60.0019, 60.016, null].map((v) => fieldState(field, v))).to.deep.equal([
      'good',
      'good',
      'outside',
      'outside',
      'missing',
    ])
  })
})

describe('drawing', () => {
  it('draws every row of the catalogue to scale with finite coordinates', () => {
    for (const row of catalogue()) {
      const drawing = sectionDrawing({
        row,
        width: 640,
        height: 300,
        held: row.boreMm % 2 === 0,
        floatMm: 1,
        radialText: '1 kN',
        axialText: '1 kN',
        lengthText: String,
        error: null,
      })
      expect(JSON.stringify(drawing.primitives), row.designation).to.not.match(/NaN|null|Infinity/)
      expect(drawing.description).to.contain(row.designation)
    }
  })
  it('shows the mark of a held ring, the gap of a free one, and the error in words', () => {
    const row = findBearing('6312')!.row
    const draw = (held: boolean | null, error: string | null = null) =>
      sectionDrawing({ row, width: 640, height: 300, held, lengthText: String, error }).primitives
    expect(draw(true).filter((p) => p.kind === 'path' && p.role === 'held')).to.have.length(2)
    expect(draw(false).some((p) => p.kind === 'line' && p.role === 'gap')).to.equal(true)
    expect(draw(null).some((p) => 'role' in p && (p.role === 'gap' || p.role === 'held'))).to.equal(false)
    expect(draw(true, 'both ends held').some((p) => p.kind === 'text' && p.text === 'both ends held')).to.equal(true)
  })
  it('hatches only inside its outline', () => {
    const square: Point[] = [
      [10, 10],
      [50, 10],
      [50, 50],
      [10, 50],
    ]
    const path = hatch(square, 8, 1, 'ring-hatch') as { d: string }
    const numbers = path.d.match(/-?\d+(\.\d+)?/g)!.map(Number)
    expect(numbers.length).to.be.above(20)
    expect(numbers.every((n) => n >= 9.99 && n <= 50.01)).to.equal(true)
  })
})
