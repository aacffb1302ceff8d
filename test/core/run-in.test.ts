import { expect } from 'chai'
import fc from 'fast-check'
import { runChart } from '../../src/core/drawing/run-chart.js'
import { bareContext } from '../../src/core/card/context.js'
import { evaluateLine } from '../../src/core/card/evaluate.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { InputError } from '../../src/core/result.js'
import { wordsOf } from '../../src/core/words/say.js'
import { cautionsOf, figuresOf, filledCard, type Patch } from './line.js'
import {
  MACHINE_CLASSES,
  forecastRun,
  foreseenC,
  hotterThanOthers,
  jumpOf,
  nextMinute,
  judgeRun,
  vibrationZone,
  type MachineClass,
  type RunState,
  type VibrationZone,
} from '../../src/core/runin/run-in.js'
import { metric } from './said.js'

/** Runs as [minute, °C] and what they are, limit 90 °C. */
// prettier-ignore
const RUNS: [string, [number, number][], RunState][] = [
  ['nothing yet', [], 'none'],
  ['the first reading', [[0, 20]], 'warming'],
  ['a run that bends over and rests', [[0, 20], [20, 41], [40, 52], [60, 57], [90, 60], [120, 61]], 'settled'],
  ['a run with its peak behind it', [[0, 20], [30, 58], [60, 66], [90, 65], [120, 63]], 'settled'],
  ['still rising, but less and less', [[0, 20], [20, 40], [40, 52], [60, 60]], 'warming'],
  ['two readings a minute apart prove nothing', [[0, 20], [59, 50], [60, 50]], 'warming'],
  ['a flat start is too early to count', [[0, 20], [10, 21], [25, 21]], 'warming'],
  ['climbs on after the first hour as fast as before', [[0, 20], [30, 36], [60, 51], [90, 66]], 'climbing'],
  ['climbs on, faster', [[0, 20], [60, 40], [90, 55], [110, 70]], 'climbing'],
  ['not settled after four hours', [[0, 20], [60, 40], [120, 52], [180, 60], [250, 66]], 'climbing'],
  ['runs away', [[0, 20], [5, 35]], 'racing'],
  ['over the limit, whatever it did after', [[0, 20], [60, 91], [120, 70]], 'over-limit'],
  ['readings out of order are put in order', [[60, 57], [0, 20], [120, 61], [20, 41], [90, 60], [40, 52]], 'settled'],
]

/** Boundaries of ISO 10816-1, annex B. [class, reading, zone] */
const ZONES: [MachineClass, number, VibrationZone][] = [
  ['small', 0.7, 'A'],
  ['small', 0.71, 'B'],
  ['small', 1.8, 'C'],
  ['small', 4.5, 'D'],
  ['medium', 1.1, 'A'],
  ['medium', 1.12, 'B'],
  ['medium', 2.8, 'C'],
  ['medium', 7.1, 'D'],
  ['large-rigid', 1.8, 'B'],
  ['large-rigid', 4.5, 'C'],
  ['large-rigid', 11.2, 'D'],
  ['large-soft', 2.8, 'B'],
  ['large-soft', 7.1, 'C'],
  ['large-soft', 18, 'D'],
]

const readings = (list: [number, number][]) => list.map(([minute, temperatureC]) => ({ minute, temperatureC }))

describe('running in', () => {
  for (const [name, list, state] of RUNS) it(name, () => expect(judgeRun(readings(list), 90).state).to.equal(state))

  it('gives peak, last and the slope of late', () => {
    const run = judgeRun(
      readings([
        [0, 20],
        [60, 62],
        [90, 60],
        [120, 59],
      ]),
      90,
    )
    expect(run).to.include({ peakC: 62, lastC: 59 })
    expect(run.lastRateKPerH).to.be.closeTo(-2, 1e-9)
  })
  it('refuses readings that cannot be', () => {
    expect(() => judgeRun([{ minute: -1, temperatureC: 20 }], 90)).to.throw(InputError)
    expect(() => judgeRun([{ minute: 1, temperatureC: NaN }], 90)).to.throw(InputError)
  })
  for (const [machineClass, value, zone] of ZONES)
    it(`${machineClass} at ${value} mm/s is zone ${zone}`, () => expect(vibrationZone(machineClass, value)).to.equal(zone))
  it('limits rise from zone to zone and from class to class', () => {
    const FIRST_GROUP = MACHINE_CLASSES.findIndex((c) => c.name === 'group-2-rigid')
    MACHINE_CLASSES.forEach(({ limits }, i) => {
      expect(limits[0]).to.be.below(limits[1])
      expect(limits[1]).to.be.below(limits[2])
      // Two standards, each from the smaller and stiffer to the larger and softer; both of their middle groups share their limits.
      if (i && i !== FIRST_GROUP) expect(limits[1]).to.be.at.least(MACHINE_CLASSES[i - 1]!.limits[1])
    })
  })
  it('draws the run under its limit: hotter is higher, later is further right', () => {
    const drawing = runChart(
      readings([
        [0, 20],
        [30, 50],
        [60, 58],
      ]),
      { limitC: 90, ambientC: 18 },
      640,
      260,
      (c) => `${c} °C`,
    )
    const dots = drawing.primitives.filter((p) => p.kind === 'circle') as { cx: number; cy: number }[]
    expect(dots).to.have.length(3)
    expect(dots[1]!.cx).to.be.above(dots[0]!.cx)
    expect(dots[2]!.cy).to.be.below(dots[1]!.cy)
    const limit = drawing.primitives.find((p) => p.kind === 'line' && p.role === 'error') as { y1: number }
    expect(limit.y1).to.be.below(dots[2]!.cy)
    expect(drawing.description).to.contain('58 °C at 60 min')
  })
})

describe('what a run will come to', () => {
  const warming = (settlesC: number, amountK: number, tauMin: number, minutes: readonly number[]) =>
    minutes.map((minute) => ({ minute, temperatureC: settlesC - amountK * Math.exp(-minute / tauMin) }))
  it('finds where a single mass settles, and when, from any readings of it', () =>
    fc.assert(
      fc.property(
        fc.record({
          settlesC: fc.integer({ min: 45, max: 95 }),
          amountK: fc.integer({ min: 20, max: 60 }),
          tauMin: fc.integer({ min: 10, max: 90 }),
        }),
        ({ settlesC, amountK, tauMin }) => {
          const f = forecastRun(warming(settlesC, amountK, tauMin, [0, 10, 25, 45, 60]))!
          expect(f.settlesC).to.be.closeTo(settlesC, 1.5)
          expect(f.tauMin / tauMin).to.be.closeTo(1, 0.05)
          expect(foreseenC(f, 60), 'through its own readings').to.be.closeTo(settlesC - amountK * Math.exp(-60 / tauMin), 1)
          expect(foreseenC(f, 10_000)).to.be.closeTo(f.settlesC, 1e-6)
          expect(f.atMinute).to.be.closeTo(tauMin * Math.log(Math.max(1, (60 * amountK) / (4 * tauMin))), 0.12 * f.atMinute + 1)
        },
      ),
    ))
  // prettier-ignore
  for (const [what, list] of [
    ['two readings', [[0, 20], [30, 40]]], ['five minutes', [[0, 20], [2, 25], [5, 28]]], ['a straight climb', [[0, 20], [30, 36], [60, 52], [90, 68]]],
    ['a climb that steepens', [[0, 20], [30, 30], [60, 50], [90, 80]]], ['one that only cools', [[0, 80], [30, 60], [60, 50]]], ['up and down', [[0, 20], [20, 60], [40, 30], [60, 70], [80, 25]]],
  ] as [string, [number, number][]][])
    it(`${what}: nothing is foreseen`, () => expect(forecastRun(readings(list))).to.equal(null))
  it('a jump is found behind the first half hour, up and down, and no warming is one', () => {
    expect(
      jumpOf(
        readings([
          [0, 20],
          [40, 50],
          [48, 62],
          [60, 63],
        ]),
      ),
    ).to.deep.equal({ minute: 48, byK: 12 })
    expect(
      jumpOf(
        readings([
          [0, 20],
          [50, 60],
          [55, 50],
        ]),
      ),
    ).to.deep.equal({ minute: 55, byK: -10 })
    expect(
      jumpOf(
        readings([
          [0, 20],
          [10, 40],
          [40, 55],
          [70, 66],
        ]),
      ),
    ).to.equal(null)
  })
  it('one end hotter than the other is named, and an unread one is no end', () => {
    expect(hotterThanOthers([70, 52])).to.deep.equal([{ index: 0, byK: 18 }])
    expect(hotterThanOthers([70, null])).to.deep.equal([])
    expect(hotterThanOthers([60, 61, 62])).to.deep.equal([])
    expect(hotterThanOthers([40, 70, 80]).map((h) => h.index)).to.deep.equal([1, 2])
  })
})

describe('a run on the card', () => {
  const run = (patch: Patch) => filledCard('6312', patch)
  const codes = (e: ReturnType<typeof run>) => cautionsOf(e).map((c) => c.code)
  it('says where it will settle while it warms, and that it will pass its limit', () => {
    const warm = readings([
      [0, 20],
      [10, 38],
      [20, 50],
      [30, 58],
    ])
    const e = run({ runin: { readings: warm, limitC: 90 } })
    expect(figuresOf(e).get('runin.settlesC')!.value).to.be.within(65, 85)
    expect(codes(e)).to.not.include('run-will-pass')
    expect(codes(run({ runin: { readings: warm, limitC: 62 } }))).to.include('run-will-pass')
  })
  it('names a jump either way', () => {
    const base = [
      [0, 20],
      [30, 45],
      [60, 52],
    ] as [number, number][]
    expect(codes(run({ runin: { readings: readings([...base, [66, 63]]), limitC: 90 } }))).to.include('run-jump-up')
    expect(codes(run({ runin: { readings: readings([...base, [66, 40]]), limitC: 90 } }))).to.include('run-jump-down')
  })
  it('a run that was stopped holds the release until it is written down what was found; then a new one begins', () => {
    const climbing = readings([
      [0, 20],
      [30, 37],
      [60, 54],
      [90, 71],
    ])
    const stop = { run: 1, why: 'climbs on', found: null }
    const stopped = run({ runin: { readings: climbing, stops: [stop] } }).runin
    expect([stopped.verdict.word, stopped.runNo, stopped.stopped?.why]).to.deep.equal(['stopped', 1, 'climbs on'])
    expect(metric(wordsOf(stopped.cautions.find((c) => c.code === 'run-stopped')!))).to.contain('climbs on')
    const found = { ...stop, found: 'two locating rings' }
    const again = run({ runin: { readings: climbing, stops: [found] } }).runin
    expect([again.runNo, again.stopped, again.run.state]).to.deep.equal([2, null, 'none'])
    const settled = readings([
      [0, 20],
      [30, 48],
      [60, 52],
      [90, 53],
    ]).map((r) => ({ ...r, run: 2 }))
    const second = run({ runin: { readings: [...climbing, ...settled], stops: [found] } }).runin
    expect([second.run.state, second.run.peakC]).to.deep.equal(['settled', 53])
  })
  it('a round goes on at its minute until every position is read, then twenty later', () => {
    const at = (...minutes: number[]) => minutes.map((minute) => ({ minute, temperatureC: 20 }))
    expect([nextMinute([[], []]), nextMinute([at(0), []]), nextMinute([at(0), at(0)]), nextMinute([at(0, 35), at(0)])]).to.deep.equal([
      0, 0, 20, 35,
    ])
  })
  it('of two positions the hotter is marked', () => {
    const context = { ...bareContext(findBearing('6312')!.row, findBearing('6311')!.row), onCard: ['p1.1', 'p2.1'] }
    const at = (c: number) =>
      readings([
        [0, 20],
        [60, c - 2],
        [90, c],
      ])
    const { places } = evaluateLine({ 'p1/runin.readings': at(78), 'p2/runin.readings': at(55) }, context)
    const said = (place: string) => places[place]!.runin.cautions.filter((c) => c.code === 'run-hotter')
    expect([said('p1.1').length, said('p2.1').length]).to.deep.equal([1, 0])
    expect(metric(wordsOf(said('p1.1')[0]!))).to.contain('drive end')
  })
})
