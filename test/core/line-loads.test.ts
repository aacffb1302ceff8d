import { expect } from 'chai'
import { lineLoads, type LoadSource } from '../../src/core/loads/line-loads.js'
import { InputError } from '../../src/core/result.js'

const BELT: LoadSource = { kind: 'belt', powerKw: 15, pitchDiameterMm: 200, pullFactor: 1.5, angleDeg: 90, alongMm: -100 }
const WHEEL: LoadSource = { kind: 'weight', massKg: 100, alongMm: 500 }
const GEAR: LoadSource = { kind: 'gear', powerKw: 15, pitchDiameterMm: 200, helixAngleDeg: 15, angleDeg: 0, alongMm: 250 }
const carried = (sources: LoadSource[], change: object = {}) =>
  lineLoads({ sources, speedRpm: 1460, supportsMm: [0, 500], holds: 0, ...change }).values
/** 15 kW at 1460 r/min on 200 mm: 98.11 Nm, 981.1 N. */
const FT = 981.1

describe('loads from what sits on a shaft', () => {
  it('a weight over a support is carried by it alone, downward', () => {
    const [left, right] = carried([WHEEL]).supports
    expect(left!.radialN).to.be.closeTo(0, 1e-6)
    expect([right!.radialN, right!.angleDeg]).to.deep.equal([980.665, 270])
  })
  it('an overhung sheave loads the near support with more than its pull and lifts the far one', () => {
    const [near, far] = carried([BELT]).supports
    expect(near!.radialN).to.be.closeTo(1.5 * FT * 1.2, 0.5)
    expect(far!.radialN).to.be.closeTo(1.5 * FT * 0.2, 0.5)
    expect([near!.angleDeg, far!.angleDeg]).to.deep.equal([90, 270])
  })
  it('a belt upward takes weight off', () => {
    const [, far] = carried([BELT, WHEEL]).supports
    expect(far!.radialN).to.be.closeTo(980.665 + 1.5 * FT * 0.2, 0.5)
  })
  it('a helical gear: two forces across, thrust to the support that holds, and the moment of thrust off the axis', () => {
    const { supports } = carried([GEAR], { holds: 1 })
    const radial = (FT * Math.tan(Math.PI / 9)) / Math.cos(Math.PI / 12)
    const thrust = FT * Math.tan(Math.PI / 12)
    const moment = (thrust * 100) / 500
    expect(supports[1]!.radialN).to.be.closeTo(Math.hypot(radial / 2 + moment, FT / 2), 0.3)
    expect(supports[0]!.radialN).to.be.closeTo(Math.hypot(radial / 2 - moment, FT / 2), 0.3)
    expect(supports.map((s) => Math.round(s.axialN))).to.deep.equal([0, Math.round(thrust)])
  })
  it('thrust that nobody holds is said, and left out', () => {
    const result = lineLoads({ sources: [GEAR], speedRpm: 1460, supportsMm: [0, 500], holds: null })
    expect(result.cautions.map((c) => c.code)).to.deep.equal(['thrust-unheld'])
    expect(result.values.supports.map((s) => s.axialN)).to.deep.equal([0, 0])
  })
  it('unbalance turns with the shaft and is no part of what stands', () => {
    const { supports, turningN } = carried([{ kind: 'unbalance', massKg: 100, balanceGradeMmS: 6.3, alongMm: 125 }])
    expect(turningN).to.be.closeTo(0.75 * 100 * 6.3 * ((2 * Math.PI * 1460) / 60 / 1000), 1e-6)
    expect(supports.map((s) => s.radialN)).to.deep.equal([0, 0])
  })
  it('five supports share by the beam: a load between the first two is carried by both and lifts the third', () => {
    const { supports } = carried([{ kind: 'weight', massKg: 100, alongMm: 250 }], { supportsMm: [0, 500, 1000, 1500, 2000] })
    expect(supports.map((s) => Math.round(s.angleDeg)).slice(0, 3)).to.deep.equal([270, 270, 90])
    const up = supports.reduce((sum, s) => sum + (s.angleDeg > 180 ? s.radialN : -s.radialN), 0)
    expect(up).to.be.closeTo(980.665, 1e-3)
    expect(supports[0]!.radialN).to.be.above(supports[2]!.radialN)
  })
  it('an estimate says so', () =>
    expect(lineLoads({ sources: [BELT], speedRpm: 1460, supportsMm: [0, 500], holds: 0 }).assumptions.join(' ')).to.contain('estimate'))
  for (const [change, field] of [
    [{ speedRpm: 0 }, 'speedRpm'],
    [{ supportsMm: [0] }, 'supportsMm'],
    [{ supportsMm: [5, 5] }, 'supportsMm'],
  ] as const)
    it(`refuses ${JSON.stringify(change)}`, () =>
      expect(() => carried([WHEEL], change))
        .to.throw(InputError)
        .with.property('field', field))
})
