import { expect } from 'chai'
import fc from 'fast-check'
import { calculate } from '../../src/contract/calculations/registry.js'

/** What warmth does to rings, seats and ratings, each against a second derivation. */

function answer(name: string, input: object) {
  const found = calculate(name, input)
  if (!found.ok) throw new Error(JSON.stringify(found.problem))
  return found.result
}
const values = (name: string, input: object) => answer(name, input).values as Record<string, number>
function refusal(name: string, input: object): string {
  const found = calculate(name, input)
  if (found.ok) throw new Error(`${name} answered`)
  return JSON.stringify(found.problem)
}

describe('a hot ring over its seat', () => {
  const SEAT = { boreMm: 60, widthMm: 31, ringMassKg: 0.5, ringC: 110, shaftC: 20, clearanceUm: 40 }
  /** The same by small steps of time: m c dT/dt = −k A (T − Ts) / (s/2 + 3 µm). */
  function stepped({ boreMm: d, widthMm: B, ringMassKg: m, ringC, shaftC, clearanceUm }: typeof SEAT): number {
    const A = Math.PI * d * B * 1e-6
    let [T, t] = [ringC, 0]
    const dt = 1e-4
    for (;;) {
      const s = clearanceUm - 0.012 * d * (ringC - T)
      if (s <= 0) return t
      T -= ((0.06 * A * (T - shaftC)) / (m * 460 * (s / 2 + 3) * 1e-6)) * dt
      t += dt
    }
  }
  it('grips after seconds, as small steps of time say too', () => {
    for (const change of [{}, { clearanceUm: 20 }, { ringC: 90, boreMm: 120, widthMm: 40, ringMassKg: 2.4, clearanceUm: 30 }])
      expect(values('seat-window', { ...SEAT, ...change }).seconds).to.be.closeTo(stepped({ ...SEAT, ...change }), 0.02)
    expect(values('seat-window', SEAT).gripC).to.be.closeTo(110 - 40 / 0.72, 1e-9)
  })
  it('no clearance, no time; one that never grips is refused, and so is a ring as cold as its shaft', () => {
    expect(values('seat-window', { ...SEAT, clearanceUm: 0 }).seconds).to.equal(0)
    expect(refusal('seat-window', { ...SEAT, clearanceUm: 66 })).to.contain('clearanceUm')
    expect(refusal('seat-window', { ...SEAT, ringC: 20 })).to.contain('ringC')
  })
  it('is always far shorter than the same ring has in still air', () =>
    fc.assert(
      fc.property(fc.double({ min: 20, max: 300, noNaN: true }), fc.double({ min: 5, max: 60, noNaN: true }), (boreMm, clearanceUm) => {
        const row = { boreMm, widthMm: boreMm / 2, ringMassKg: 3e-6 * boreMm ** 3 }
        const { seconds, gripC } = values('seat-window', {
          ...row,
          ringC: 110,
          shaftC: 20,
          clearanceUm: Math.min(clearanceUm, 0.9 * boreMm),
        })
        const air = values('cooling-window', {
          boreMm,
          outsideMm: 1.3 * boreMm,
          widthMm: row.widthMm,
          massKg: row.ringMassKg,
          fromC: 110,
          touchC: gripC!,
          ambientC: 20,
        })
        return seconds! < air.seconds! / 5
      }),
    ))
})

describe('time in a heater', () => {
  const OVEN = { massKg: 3.7, surfaceM2: 0.06, fromC: 20, toC: 100, setC: 120, roomC: 20, filmWM2K: 20 }
  it('an oven takes tens of minutes for 3.7 kg, whatever its watts: m c / (h A) ln(100 / 20)', () => {
    expect(values('film-heating', OVEN).seconds).to.be.closeTo(((3.7 * 460) / (20 * 0.06)) * Math.log(100 / 20), 1e-6)
    expect(values('film-heating', OVEN).seconds! / 60).to.be.within(20, 60)
  })
  it('a plate heats one face and loses by the rest', () => {
    const plate = { ...OVEN, plateM2: 0.012, filmWM2K: 250, setC: 140 }
    const [gain, lost] = [250 * 0.012, 15 * 0.048]
    const end = (gain * 140 + lost * 20) / (gain + lost)
    expect(values('film-heating', plate).seconds).to.be.closeTo(((3.7 * 460) / (gain + lost)) * Math.log((end - 20) / (end - 100)), 1e-6)
    expect(values('film-heating', plate).seconds! / 60).to.be.within(5, 40)
    expect(values('film-heating', { ...OVEN, toC: 20 }).seconds).to.equal(0)
  })
  it('what never gets there is refused with what would, and that gets there', () => {
    expect(refusal('film-heating', { ...OVEN, setC: 100 })).to.contain('at least 105 °C')
    expect(values('film-heating', { ...OVEN, setC: 105 }).seconds).to.be.above(0)
    const heavy = { massKg: 200, riseK: 90, surfaceM2: 0.56 }
    const said = refusal('heating-time', { ...heavy, powerW: 1000 })
    const powerW = Number(/at least (\d+) W/.exec(said)![1])
    expect(values('heating-time', { ...heavy, powerW }).seconds).to.be.above(0)
  })
  it('losses make it longer, and none of them leaves the old figure', () => {
    const ring = { massKg: 10, riseK: 90, powerW: 3500 }
    const plain = values('heating-time', ring).seconds!
    expect(values('heating-time', { ...ring, surfaceM2: 0.2 }).seconds).to.be.above(plain)
    expect(values('heating-time', { ...ring, surfaceM2: 1e-6 }).seconds).to.be.closeTo(plain, 0.01)
    const [loss, gain] = [15 * 0.2 * 90, 0.6 * 3500]
    expect(values('heating-time', { ...ring, surfaceM2: 0.2 }).seconds).to.be.closeTo(
      (-(10 * 460) / (15 * 0.2)) * Math.log(1 - loss / gain),
      1e-6,
    )
  })
})

describe('a ring over 150 °C', () => {
  const LOAD = { rollingElement: 'ball', dynamicRatingN: 30_000, equivalentLoadN: 3000, speedRpm: 1000 } as const
  const life = (ringTemperatureC: number) => values('rating-life', { ...LOAD, ringTemperatureC }).ratingLifeMrev
  for (const [celsius, factor] of [
    [20, 1],
    [150, 1],
    [175, 0.95],
    [200, 0.9],
    [250, 0.75],
    [275, 0.675],
    [300, 0.6],
  ] as const)
    it(`at ${celsius} °C bears ${factor} of its rating`, () => expect(life(celsius)).to.be.closeTo((10 * factor) ** 3, 1e-6))
  it('hotter is refused, and over 150 °C it is said', () => {
    expect(refusal('rating-life', { ...LOAD, ringTemperatureC: 301 })).to.contain('ringTemperatureC')
    expect(answer('rating-life', { ...LOAD, ringTemperatureC: 200 }).cautions.map((c) => c.code)).to.include('hot-rating')
    expect(answer('rating-life', { ...LOAD, ringTemperatureC: 150 }).cautions).to.deep.equal([])
  })
})

describe('a free ring that moves both ways', () => {
  const room = (movesMm: number[], playMm: number, leastBehindMm?: number) =>
    answer('free-ring-room', { movesMm, playMm, ...(leastBehindMm !== undefined && { leastBehindMm }) }).values as {
      behindMm: number
      aheadMm: number
      neededMm: number
      enough: boolean
    }
  it('an aluminium housing that comes 0.85 mm in the cold needs that room away from the held end too', () => {
    expect(room([-0.6, 0.85], 1.5)).to.deep.include({ enough: false })
    expect(room([-0.6, 0.85], 1.5).neededMm).to.be.closeTo(1.2 * 0.6 + 1.2 * 0.85, 1e-9)
  })
  it('another place of the ring never asks for less room, and both gaps are the play', () =>
    fc.assert(
      fc.property(fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: 1, maxLength: 4 }), fc.double({ min: -5, max: 5, noNaN: true }), (moves, more) => {
        const [few, many] = [room(moves, 30), room([...moves, more], 30)]
        return many.neededMm >= few.neededMm && Math.abs(many.behindMm + many.aheadMm - 30) < 1e-9 && many.behindMm >= 0.5
      }),
    )) // prettier-ignore
  it('neither growth nor moves, both of them, or none in the list: refused', () => {
    expect(refusal('free-ring-room', { playMm: 3 })).to.contain('growth')
    expect(refusal('free-ring-room', { playMm: 3, growthMm: 1, movesMm: [1] })).to.contain('growth')
    expect(refusal('free-ring-room', { playMm: 3, movesMm: [] })).to.contain('movesMm')
  })
})

describe('what ends where', () => {
  it('an oil under 2 mm²/s at 100 °C has no index: refused, with what to do', () => {
    expect(refusal('viscosity', { isoVg: 5, temperatureC: 40 })).to.contain('from its sheet')
    expect(values('viscosity', { isoVg: 7, temperatureC: 100 }).viscosityMm2S).to.be.above(2)
  })
  it('friction says for which load it is good', () =>
    expect(
      answer('friction', { family: 'deep-groove-ball', boreMm: 60, equivalentLoadN: 2000, speedRpm: 1000 }).assumptions.join(' '),
    ).to.match(/tenth of the dynamic rating/))
})
