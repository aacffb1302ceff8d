import { expect } from 'chai'
import { SOURCES, SOURCE_KINDS, forcesOf, newSource, openOf, type LoadSource, type SourceKind } from '../../src/core/loads/line-sources.js'
import { sourcesOfRecords, usualPlaceMm } from '../../src/core/loads/recorded-sources.js'
import { lineLoads, steadyAndTurning, type LineLoadsInput } from '../../src/core/loads/line-loads.js'
import { Derivation, InputError } from '../../src/core/result.js'

const put = (kind: SourceKind, alongMm: number, values: Record<string, number>, toward: 'left' | 'right' | null = null): LoadSource => {
  const source = newSource(kind, `${kind} ${alongMm}`, alongMm)
  return { ...source, toward: toward ?? source.toward, values: { ...source.values, ...values } }
}
const BELT = put('belt', -100, { powerKw: 15, pitchDiameterMm: 200, pullFactor: 1.5 })
const WHEEL = put('weight', 500, { massKg: 100 })
const GEAR = put('gear', 250, { powerKw: 15, pitchDiameterMm: 200, helixDeg: 15, angleDeg: 0 })
const LINE: Omit<LineLoadsInput, 'sources'> = {
  ...{ speedRpm: 1460, holds: 0, shaft: null, diameterMm: 60, material: 'carbon-steel', leanDeg: 0, upperEnd: null },
  supports: [{ alongMm: 0 }, { alongMm: 500 }],
}
const carried = (sources: LoadSource[], change: Partial<LineLoadsInput> = {}) => lineLoads({ ...LINE, sources, ...change }).values
/** 15 kW at 1460 r/min on 200 mm: 98.11 Nm, 981.1 N. */
const FT = 981.1
const G = 980.665

describe('loads from what sits on a shaft', () => {
  it('a weight over a support is carried by it alone, downward', () => {
    const [left, right] = carried([WHEEL]).supports
    expect(left!.radialN).to.be.closeTo(0, 1e-5)
    expect(right!.radialN).to.be.closeTo(G, 1e-5)
    expect(right!.angleDeg).to.be.closeTo(270, 1e-6)
  })
  it('an overhung sheave loads the near support with more than its pull and lifts the far one', () => {
    const [near, far] = carried([BELT]).supports
    expect(near!.radialN).to.be.closeTo(1.5 * FT * 1.2, 0.5)
    expect(far!.radialN).to.be.closeTo(1.5 * FT * 0.2, 0.5)
    expect([Math.round(near!.angleDeg), Math.round(far!.angleDeg)]).to.deep.equal([90, 270])
  })
  it('a source that was put there before something was asked counts the usual of it', () => {
    const before = put('belt', -100, { powerKw: 15, pitchDiameterMm: 200, pullFactor: 1.5 })
    delete before.values.beltKind
    expect(openOf(before)).to.equal(null)
    expect(carried([before]).supports[0]!.radialN).to.equal(carried([BELT]).supports[0]!.radialN)
  })
  it('which way a gear turns and whether it drives says to which side its teeth pull: up against its weight, or down with it', () => {
    const weight = put('weight', 250, { massKg: 300 })
    // Pushed apart to the right: its partner stands to the left, where a wheel that turns against the clock moves down.
    const at = (turns: number, drives: number) =>
      lineLoads({
        ...LINE,
        sources: [weight, put('gear', 250, { powerKw: 22, pitchDiameterMm: 200, helixDeg: 0, angleDeg: 0, turns, drives })],
      }).values.supports[0]!.radialN
    const Ft = (2000 * 30_000 * 22) / (Math.PI * LINE.speedRpm * 200)
    const Fr = Ft * Math.tan((20 * Math.PI) / 180)
    const W = 300 * 9.80665
    const half = (up: number) => Math.hypot(Fr, W - up) / 2
    expect(at(1, 1), 'a driver is held back: up').to.be.closeTo(half(Ft), 1e-6)
    expect(at(1, -1), 'a driven one is pulled along: down').to.be.closeTo(half(-Ft), 1e-6)
    expect([at(-1, -1), at(-1, 1)]).to.deep.equal([at(1, 1), at(1, -1)])
  })
  it('a spiral bevel: hand, turning and driving say which face carries; the other face turns the screw over', () => {
    const spiral = (hand: number, drives: number, turns = 1, toward: 'left' | 'right' = 'left') => {
      const sheet = new Derivation()
      const source = {
        ...put('bevel', 250, { powerKw: 15, pitchDiameterMm: 120, coneDeg: 20, spiralDeg: 35, angleDeg: 0, hand, drives, turns }),
        toward,
      }
      return { along: Math.abs(forcesOf(source, LINE, sheet)[0]!.axialN), said: sheet.assumptions.join(' ') }
    }
    const Ft = (2000 * 30_000 * 15) / (Math.PI * LINE.speedRpm * 120)
    const [a, d, b] = [20, 20, 35].map((deg) => (deg * Math.PI) / 180) as [number, number, number]
    const thrust = (sign: number) => (Ft / Math.cos(b)) * (Math.tan(a) * Math.sin(d) + sign * Math.sin(b) * Math.cos(d))
    // Right hand, driving, against the clock seen from its large end: the concave face carries and pushes it away from the apex.
    expect(spiral(1, 1).along).to.be.closeTo(thrust(1), 1e-6)
    expect(spiral(-1, 1).along).to.be.closeTo(Math.abs(thrust(-1)), 1e-6)
    expect(spiral(1, -1).along).to.be.closeTo(Math.abs(thrust(-1)), 1e-6)
    expect(spiral(1, 1, -1).along).to.be.closeTo(Math.abs(thrust(-1)), 1e-6)
    expect(spiral(1, 1, 1, 'right').along, 'seen from the other end the clock turns over').to.be.closeTo(Math.abs(thrust(-1)), 1e-6)
    expect(spiral(0, 1).said).to.contain('not all said')
  })
  it('a helical gear: two forces across, thrust to the support that holds, and the moment of thrust off the axis', () => {
    const { supports, thrustN } = carried([GEAR], { holds: 1 })
    const radial = (FT * Math.tan(Math.PI / 9)) / Math.cos(Math.PI / 12)
    const thrust = FT * Math.tan(Math.PI / 12)
    const moment = (thrust * 100) / 500
    expect(supports[1]!.radialN).to.be.closeTo(Math.hypot(radial / 2 + moment, FT / 2), 0.3)
    expect(supports[0]!.radialN).to.be.closeTo(Math.hypot(radial / 2 - moment, FT / 2), 0.3)
    expect([...supports.map((s) => Math.round(s.axialN)), Math.round(thrustN)]).to.deep.equal([0, Math.round(thrust), Math.round(thrust)])
    // Turned round it pushes the other way, and so does its moment.
    const turned = carried([{ ...GEAR, toward: 'left' }], { holds: 1 })
    expect(turned.thrustN).to.be.closeTo(-thrust, 0.2)
    expect(turned.supports[0]!.radialN).to.be.closeTo(supports[1]!.radialN, 1e-6)
  })
  it('thrust that nobody holds is said, and left out', () => {
    const result = lineLoads({ ...LINE, sources: [GEAR], holds: null })
    expect(result.cautions.map((c) => c.code)).to.deep.equal(['thrust-unheld'])
    expect(result.values.supports.map((s) => s.axialN)).to.deep.equal([0, 0])
  })
  it('unbalance turns with the shaft: told apart, and counted in', () => {
    const F = 100 * 6.3 * ((2 * Math.PI * 1460) / 60 / 1000)
    const [left, right] = carried([put('unbalance', 125, { massKg: 100 })]).supports
    expect(left!.turningN).to.be.closeTo(0.75 * F, 1e-3)
    expect([left!.standingN, right!.standingN]).to.deep.equal([0, 0])
    expect(left!.radialN).to.equal(left!.turningN)
  })
  it('what stands and what turns: neither alone is less than both, both together less than their sum', () => {
    expect(steadyAndTurning(1000, 0)).to.equal(1000)
    for (const ratio of [0.1, 0.5, 0.9, 1]) {
      const together = steadyAndTurning(1000, 1000 * ratio)
      expect(together).to.be.within(1000, 1000 * (1 + ratio))
      // The quadratic mean is the least that a power above two can give.
      expect(together).to.be.above(1000 * Math.hypot(1, ratio))
      expect(steadyAndTurning(1000 * ratio, 1000)).to.be.closeTo(together, 1e-6)
    }
  })
  it('five supports share by the beam: a load between the first two is carried by both and lifts the third', () => {
    const supports = [0, 500, 1000, 1500, 2000].map((alongMm) => ({ alongMm }))
    const found = carried([put('weight', 250, { massKg: 100 })], { supports }).supports
    expect(found.map((s) => Math.round(s.angleDeg)).slice(0, 3)).to.deep.equal([270, 270, 90])
    expect(found.reduce((sum, s) => sum + (s.angleDeg > 180 ? s.radialN : -s.radialN), 0)).to.be.closeTo(G, 1e-3)
    expect(found[0]!.radialN).to.be.above(found[2]!.radialN)
  })
  it('the shaft in its steps: a thicker middle bends less, and carries the same on two supports', () => {
    const middle = [put('weight', 250, { massKg: 100 })]
    const shaft = (outsideMm: number) => ({
      leftMm: 50,
      sections: [
        { lengthMm: 150, outsideMm: 60, boreMm: 0 },
        { lengthMm: 300, outsideMm, boreMm: 0 },
        { lengthMm: 150, outsideMm: 60, boreMm: 0 },
      ],
    })
    const bend = (d: number) => Math.max(...carried(middle, { shaft: shaft(d) }).bending.map((b) => b.offUm))
    const plain = (G * 500 ** 3) / (48 * 206_000 * ((Math.PI * 60 ** 4) / 64))
    expect(bend(60)).to.be.closeTo(1000 * plain, 30 * plain)
    expect(bend(90)).to.be.below(bend(60) * 0.6)
    expect(carried(middle, { shaft: shaft(90) }).supports[0]!.radialN).to.be.closeTo(G / 2, 1e-3)
  })
  it('what overhangs the drawn shaft is carried as if it went on', () =>
    expect(
      carried([BELT], { shaft: { leftMm: 20, sections: [{ lengthMm: 540, outsideMm: 60, boreMm: 0 }] } }).supports[0]!.radialN,
    ).to.be.closeTo(1.5 * FT * 1.2, 0.5))
  it('a shaft that leans: weight goes partly along it, to the lower end; upright all of it', () => {
    const lean = (leanDeg: number, upperEnd: 'left' | 'right') => carried([put('weight', 250, { massKg: 100 })], { leanDeg, upperEnd })
    expect(lean(90, 'left').thrustN).to.be.closeTo(G, 1e-6)
    expect(lean(90, 'right').thrustN).to.be.closeTo(-G, 1e-6)
    expect(lean(90, 'left').supports[0]!.radialN).to.be.closeTo(0, 1e-6)
    expect(lean(30, 'right').thrustN).to.be.closeTo(-G / 2, 1e-6)
    expect(lean(30, 'right').supports[1]!.radialN).to.be.closeTo((G * Math.cos(Math.PI / 6)) / 2, 1e-4)
    expect(lineLoads({ ...LINE, sources: [WHEEL], leanDeg: 10 }).cautions.map((c) => c.code)).to.include('upper-end-unknown')
  })
  it('a source with something open is left out and named', () => {
    const open = put('weight', 250, {})
    const found = lineLoads({ ...LINE, sources: [open, WHEEL] })
    expect(found.cautions[0]).to.deep.include({ code: 'source-open-1', params: { what: 'weight 1', open: 'mass' } })
    expect(found.values.supports[1]!.radialN).to.be.closeTo(G, 1e-5)
  })
  it('an estimate says so, and what to measure', () =>
    expect(lineLoads({ ...LINE, sources: [BELT] }).assumptions.join(' ')).to.match(/estimate: measure the frequency/))
  for (const [change, field] of [
    [{ speedRpm: -1 }, 'speedRpm'],
    [{ supports: [{ alongMm: 0 }] }, 'supports'],
    [{ supports: [{ alongMm: 5 }, { alongMm: 5 }] }, 'supportsMm'],
    [{ leanDeg: 91 }, 'leanDeg'],
  ] as const)
    it(`refuses ${JSON.stringify(change)}`, () =>
      expect(() => carried([WHEEL], change as Partial<LineLoadsInput>))
        .to.throw(InputError)
        .with.property('field', field))
})

describe('the kinds of source', () => {
  const AROUND = { speedRpm: 1460, leanDeg: 0, upperEnd: null }
  const forces = (source: LoadSource) => forcesOf(source, AROUND, new Derivation())
  const POWER = { powerKw: 15, pitchDiameterMm: 200 }
  const rad = Math.PI / 180
  const rho = Math.atan(0.05 / Math.cos(20 * rad))
  // prettier-ignore
  const BY_HAND: [what: string, source: LoadSource, part: 'radialN' | 'axialN' | 'momentNmm', at: number, wanted: number][] = [
    // 4 · 0.12 · 0.6² · 45² = 349.92 N a strand, 2 sin 85° times two belts
    ['belt by frequency', put('belt-frequency', 0, { spanMm: 600, beltKgPerM: 0.12, frequencyHz: 45, wrapDeg: 170, belts: 2 }), 'radialN', 0, 4 * 349.92 * Math.sin(85 * rad)],
    // 20 N bend a span of 600 by 9.6 mm: 312.5 N
    ['belt by deflection', put('belt-deflection', 0, { spanMm: 600, forceN: 20, deflectionMm: 9.6, wrapDeg: 180, belts: 1 }), 'radialN', 0, 625],
    ['chain', put('chain', 0, { ...POWER, pullFactor: 1.25 }), 'radialN', 0, 1.25 * FT],
    ['bevel, across', put('bevel', 0, { ...POWER, coneDeg: 30 }), 'radialN', 0, FT * Math.tan(20 * rad) * Math.cos(30 * rad)],
    ['bevel, along', put('bevel', 0, { ...POWER, coneDeg: 30 }), 'axialN', 0, FT * Math.tan(20 * rad) * Math.sin(30 * rad)],
    ['worm, along', put('worm', 0, { ...POWER, leadDeg: 10 }, 'left'), 'axialN', 0, -FT / Math.tan(10 * rad + rho)],
    ['coupling', put('coupling', 0, { ...POWER, sharePercent: 20 }), 'radialN', 0, 0.2 * FT],
    // 0.4 MPa over an eye of 120 less a shaft of 45 mm
    ['pump, along', put('pump', 0, { pressureMpa: 0.4, eyeMm: 120, shaftMm: 45, outsideMm: 260, widthMm: 22, flowPercent: 100 }), 'axialN', 0, (0.4 * Math.PI * (120 ** 2 - 45 ** 2)) / 4],
    ['pump, across at no flow', put('pump', 0, { pressureMpa: 0.4, eyeMm: 120, shaftMm: 45, outsideMm: 260, widthMm: 22, flowPercent: 0 }), 'radialN', 0, 0.36 * 0.4 * 260 * 22],
    ['fan', put('fan', 0, { pressurePa: 1800, inletMm: 630 }), 'axialN', 0, (0.0018 * Math.PI * 630 ** 2) / 4],
    // B²/(4 µ0) at 0.7 T is 97.5 kPa
    ['magnetic pull', put('magnetic', 0, { rotorMm: 150, stackMm: 160, offPercent: 10 }), 'radialN', 0, Math.PI * 150 * 160 * 0.0975 * 0.1],
    ['force, along', put('force', 0, { radialN: 0, axialN: 700 }, 'left'), 'axialN', 0, -700],
  ]
  for (const [what, source, part, at, wanted] of BY_HAND)
    it(`${what}: ${wanted.toFixed(1)}`, () => expect(forces(source)[at]![part]).to.be.closeTo(wanted, Math.abs(wanted) * 1e-3))

  it('worm and wheel push each other alike: what is thrust of one is the driving force of the other', () => {
    const worm = forces(put('worm', 0, { ...POWER, leadDeg: 12 }))
    const wheelSpeed = 1460 / 20
    // The wheel has the worm's thrust for its driving force: power that makes it at its own diameter and speed.
    const powerKw = (Math.abs(worm[0]!.axialN) * 400 * Math.PI * wheelSpeed) / (2000 * 30_000)
    const wheel = forcesOf(
      put('worm-wheel', 0, { powerKw, pitchDiameterMm: 400, leadDeg: 12 }),
      { ...AROUND, speedRpm: wheelSpeed },
      new Derivation(),
    )
    expect(wheel[0]!.axialN).to.be.closeTo(worm[1]!.radialN, 1e-6)
    expect(wheel[0]!.radialN).to.be.closeTo(worm[0]!.radialN, 1e-6)
  })

  it('every kind begins with its usual values, says what is open, and works once all is said', () => {
    for (const kind of SOURCE_KINDS) {
      const source = newSource(kind, 'x', 10)
      const said = {
        ...source,
        values: Object.fromEntries(
          SOURCES[kind].fields.map((f) => [f.name, source.values[f.name] ?? (f.range[0] + Math.min(100, f.range[1])) / 2]),
        ),
      }
      expect(openOf({ ...said, alongMm: null }), kind).to.equal('Along the shaft')
      expect(openOf(said), kind).to.equal(null)
      for (const f of forces(said)) for (const n of [f.radialN, f.axialN, f.momentNmm]) expect(n, kind).to.satisfy(Number.isFinite)
    }
  })

  it('begins with what the records carry, each where it sits', () => {
    const components = [
      { kind: 'sheave' as const, slot: 0, alongMm: null },
      { kind: 'fan-wheel' as const, slot: 2, alongMm: 1100 },
      { kind: 'nut' as const, slot: 2, alongMm: null },
    ]
    const list = sourcesOfRecords(components, [0, 900], (n) => `s${n}`)
    expect(list.map((s) => `${s.id} ${s.kind} ${s.alongMm}`)).to.deep.equal([
      's0 belt -180',
      's1 weight -180',
      's2 weight 1100',
      's3 unbalance 1100',
      's4 fan 1100',
    ])
    expect([usualPlaceMm('belt-frequency', components, [0, 900]), usualPlaceMm('gear', components, [0, 900])]).to.deep.equal([-180, 450])
  })
})
