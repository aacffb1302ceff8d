import { expect } from 'chai'
import { runChart } from '../../src/core/drawing/run-chart.js'
import { InputError } from '../../src/core/result.js'
import {
  MACHINE_CLASSES,
  judgeRun,
  vibrationZone,
  type MachineClass,
  type RunState,
  type VibrationZone,
} from '../../src/core/runin/run-in.js'

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
    MACHINE_CLASSES.forEach(({ limits }, i) => {
      expect(limits[0]).to.be.below(limits[1])
      expect(limits[1]).to.be.below(limits[2])
      if (i) expect(limits[1]).to.be.above(MACHINE_CLASSES[i - 1]!.limits[1])
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
