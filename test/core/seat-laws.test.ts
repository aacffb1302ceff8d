import { expect } from 'chai'
import fc from 'fast-check'
import { axialPlayUm } from '../../src/core/arrangement/axial-play.js'
import { heldByEnds, holdingFaults, holdingOf, HELD_BY, type Ends } from '../../src/core/arrangement/holding.js'
import { leanDegOf } from '../../src/core/card/context.js'
import { sinceLast } from '../../src/core/card/stations/fit-measured.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { arrangementDrawing, type ArrangedSupport } from '../../src/core/drawing/arrangement.js'
import { toleranceZones } from '../../src/core/drawing/fit-charts.js'
import { seatOptions } from '../../src/core/fits/seat-options.js'
import { driveUp, leastLeftUm, reductionShare } from '../../src/core/mounting/drive-up.js'
import { standInSeatGauge } from '../../src/web/devices/seatGauge.js'

const row = (designation: string) => findBearing(designation)!.row
const end = fc.constantFrom(...HELD_BY)
const ends = fc.tuple(end, end)

describe('laws of arrangement and seats', () => {
  it('a line read from the other side is arranged the same', () => {
    const support = fc.record({
      rows: fc.constantFrom([row('6312')], [row('NU 311')], [row('32210')], [row('UC 210')]),
      held: fc.constantFrom(true, false),
      outer: ends,
    })
    const mirrored = <S extends { outer: Ends }>(s: S): S => ({ ...s, outer: [s.outer[1], s.outer[0]] })
    fc.assert(
      fc.property(fc.array(support, { minLength: 2, maxLength: 4 }), (line) => {
        const back = [...line].reverse().map(mirrored)
        expect(holdingOf(back)).to.equal(holdingOf(line))
        for (const s of line) expect(holdingFaults(mirrored(s), 'one')).to.deep.equal(holdingFaults(s, 'one'))
      }),
    )
  })
  it('a ring is held when it stands against something to both sides, and nobody knows while one is not said', () => {
    fc.assert(fc.property(ends, ([a, b]) => heldByEnds([a, b]) === (a !== 'free' && b !== 'free')))
    fc.assert(fc.property(end, (a) => heldByEnds([a, null]) === null && heldByEnds([null, a]) === null))
  })
  it('end play grows with clearance and with the ball', () => {
    const um = fc.double({ min: 1, max: 100, noNaN: true })
    const mm = fc.double({ min: 5, max: 60, noNaN: true })
    fc.assert(fc.property(um, mm, (clearance, ball) => axialPlayUm(clearance * 1.1, ball) > axialPlayUm(clearance, ball)))
    fc.assert(fc.property(um, mm, (clearance, ball) => axialPlayUm(clearance, ball * 1.1) > axialPlayUm(clearance, ball)))
  })
  it('travel and turn go with the reduction, and a finer taper goes further', () => {
    const up = (reductionUm: number, taper: '1:12' | '1:30' = '1:12') => driveUp({ boreMm: 100, taper, reductionUm, pitchMm: 2 }).values
    expect(up(60).axialTravelMm / up(30).axialTravelMm).to.be.closeTo(2, 1e-12)
    expect(up(60).nutAngleDeg).to.be.closeTo((360 * up(60).axialTravelMm) / 2, 1e-9)
    expect(up(60, '1:30').axialTravelMm).to.be.above(2 * up(60).axialTravelMm)
  })
  it('a larger group must keep more of its own least, and never less than nothing', () => {
    expect(leastLeftUm(100, 80, 'N') - leastLeftUm(100, 80, '3')).to.be.closeTo(100 * (0.65 - 0.5), 1e-9)
    expect(leastLeftUm(100, 20, '4')).to.equal(0)
    expect(() => leastLeftUm(0, 20, 'N')).to.throw(/boreMm/)
  })
  it('a large bore takes a smaller share of itself, and never less than a smaller bore', () => {
    for (const [boreMm, least, most] of [
      [100, 50, 65],
      [250, 125, 162.5],
      [300, 139.5, 184.5],
      [350, 150.5, 203],
      [500, 215, 290],
    ] as const) {
      const share = reductionShare(boreMm)
      expect(share[0] * boreMm, `${boreMm}`).to.be.closeTo(least, 1e-9)
      expect(share[1] * boreMm, `${boreMm}`).to.be.closeTo(most, 1e-9)
    }
    const whole = fc.double({ min: 20, max: 1400, noNaN: true })
    fc.assert(fc.property(whole, (b) => [0, 1].every((i) => reductionShare(b + 1)[i]! * (b + 1) > reductionShare(b)[i]! * b)))
    const far = driveUp({ boreMm: 500, taper: '1:12', reductionUm: 300, pitchMm: 5 })
    expect(far.cautions.map((c) => c.code)).to.include('drive-up-far')
  })
  it('the more metal is missing, the fewer ways are left, and compound never where a ring slides', () => {
    const of = (missingUm: number, mustSlide = false) =>
      seatOptions({ seat: 'shaft', nominalMm: 80, missingUm, withinForm: true, mustSlide })
    const steps = [5, 40, 150, 4000].map((um) => of(um).length)
    expect(steps).to.deep.equal([...steps].sort((a, b) => b - a))
    for (const um of [5, 40, 90]) expect(of(um, true)).to.not.include('compound')
    expect(() => of(30_000)).to.throw(/missingUm/)
  })
  it('a seat is compared with the last time it was measured', () => {
    expect(sinceLast([60.01, 60.012], 60.001)!.values.changeUm).to.be.closeTo(-10, 1e-6)
    expect([sinceLast(undefined, 60), sinceLast([], 60)]).to.deep.equal([null, null])
  })
  it('the gauge stand-in reads near its size, a shaft small and a bore wide, and the same again for the same seat', () => {
    const read = (seat: 'shaft' | 'housing') => {
      const taken: number[] = []
      const gauge = standInSeatGauge(7)
      const stop = gauge.onReading((mm) => taken.push(mm))
      for (let i = 0; i < 4; i += 1) gauge.trigger({ seat, nominalMm: 60, plane: 0, angleDeg: 45 * i })
      stop()
      gauge.trigger({ seat, nominalMm: 60, plane: 0, angleDeg: 0 })
      return taken
    }
    expect(read('shaft')).to.deep.equal(read('shaft')).and.to.have.length(4)
    for (const mm of read('shaft')) expect(mm).to.be.within(59.95, 60)
    for (const mm of read('housing')) expect(mm).to.be.within(60, 60.06)
  })
  it('a shaft leans as its records say', () =>
    expect([
      leanDegOf({ orientation: 'horizontal' }),
      leanDegOf({ orientation: 'vertical' }),
      leanDegOf({ orientation: 'tilted', tiltDeg: 30 }),
    ]).to.deep.equal([0, 90, 30]))
  it('zones are taken where they are drawn, on one scale', () => {
    const seat = { toleranceClass: 'k5', seatUpperUm: 15, seatLowerUm: 2, grip: null }
    const { seats, umPerUnit } = toleranceZones(seat, { ...seat, toleranceClass: 'H7', seatUpperUm: 40, seatLowerUm: 0 }, 640, 140, String)
    expect(seats.map((s) => s.seat)).to.deep.equal(['shaft', 'housing'])
    expect(seats[1]!.height * umPerUnit).to.be.closeTo(40, 1e-9)
  })
  it('housings of many supports keep apart', () => {
    const support: ArrangedSupport = {
      key: 'p',
      name: 'block',
      designation: '22211 K',
      row: null,
      leans: 1,
      held: false,
      inside: false,
      outer: ['free', 'free'],
      inner: [null, null],
      grip: null,
      gapsMm: null,
      moveMm: 0,
      fault: null,
    }
    const supports = Array.from({ length: 5 }, (_, i) => ({ ...support, key: `p${i}` }))
    const drawn = arrangementDrawing({ width: 680, height: 244, supports, share: 0, say: String, spanText: null, error: null })
    const walls = drawn.primitives.flatMap((p) => (p.kind === 'path' && p.role === 'housing' ? [p.d.match(/-?[\d.]+/g)!.map(Number)] : []))
    const edges = walls.map((n) => [Math.min(...n.filter((_, i) => i % 2 === 0)), Math.max(...n.filter((_, i) => i % 2 === 0))] as const)
    for (const [i, [left]] of edges.entries()) if (i) expect(left).to.be.above(edges[i - 1]![1])
  })
  it('a telescoping gauge scatters further than a bore gauge with its dial, round the same bore', () => {
    const spread = (gauge: number) => {
      const device = standInSeatGauge(7)
      const read: number[] = []
      device.onReading((mm) => read.push(mm))
      for (let i = 0; i < 60; i++) device.trigger({ seat: 'housing', nominalMm: 120, plane: 0, angleDeg: 45, gauge })
      return (Math.max(...read) - Math.min(...read)) * 1000
    }
    expect(spread(0)).to.be.at.most(1.7)
    expect(spread(1)).to.be.above(3).and.at.most(8.2)
  })
})
