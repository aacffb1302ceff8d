import { expect } from 'chai'
import fc from 'fast-check'
import { takenUm, withReckoned, zeroOf } from '../../src/core/card/reckoned.js'
import { driveProgress, meanOfRowsUm, progressWords } from '../../src/core/mounting/drive-progress.js'
import { SET_SCREW_KEYS, SET_SCREW_KEY_NAMES, keyMmOf } from '../../src/core/mounting/set-screws.js'
import { InputError } from '../../src/core/result.js'
import { say } from '../../src/core/words/say.js'
import { calculate } from '../../src/contract/calculations/registry.js'

function values(name: string, input: object) {
  const answer = calculate(name, input)
  if (!answer.ok) throw new Error(JSON.stringify(answer.problem))
  return answer.result.values as Record<
    | 'seconds'
    | 'outerC'
    | 'differenceK'
    | 'growthUm'
    | 'gentleW'
    | 'apparentC'
    | 'housingC'
    | 'preloadN'
    | 'torqueNm'
    | 'touchC'
    | 'shrinkUm',
    number
  >
}
const refused = (name: string, input: object) => {
  const answer = calculate(name, input)
  return answer.ok ? null : (answer.problem.errors?.[0]?.field ?? answer.problem.detail)
}
const cautions = (name: string, input: object) => {
  const answer = calculate(name, input)
  return answer.ok ? answer.result.cautions.map((c) => c.code) : []
}

/** 6312 as it comes: 60 × 130 × 31, 1.7 kg. */
const RING = { boreMm: 60, outsideMm: 130, widthMm: 31, massKg: 1.7, fromC: 110, touchC: 90, ambientC: 20 }

describe('driven up by the feeler', () => {
  it('counts the mean of both rows, one alone while the other is not felt', () => {
    expect([meanOfRowsUm(80, 70), meanOfRowsUm(80, null), meanOfRowsUm(undefined, 70)]).to.deep.equal([75, 80, null])
  })
  const FIGURES = { reductionUm: [30, 39], travelMm: [0.45, 0.585], angleDeg: [81, 105.3] } as const
  // 85 µm felt before; a third of the least reduction is a third of its travel and of its turn.
  for (const [left, state, moreMm, moreDeg] of [
    [65, 'more', 0.15, 27],
    [85, 'none', 0.45, 81],
    [90, 'none', 0.45, 81],
    [55, 'there', 0, 0],
    [46, 'there', 0, 0],
    [40, 'far', 0, 0],
  ] as const)
    it(`${left} µm left of 85: ${state}`, () => {
      const found = driveProgress(takenUm({ beforeUm: 85 }, { leftUm: left })!, FIGURES)
      expect(found).to.include({ state, takenUm: 85 - left })
      expect(found.moreMm).to.be.closeTo(moreMm, 1e-9)
      expect(found.moreDeg).to.be.closeTo(moreDeg, 1e-9)
      expect(say(progressWords(found), 'inch')).to.match(
        { more: /up the taper/, none: /Nothing taken/, there: /Stop here/, far: /too far/ }[state],
      )
    })
})

describe('what a step works out of its readings', () => {
  const step = {
    fields: [{ key: 'reductionUm', label: '', kind: 'number', quantity: 'fine', min: 30, max: 39, reckoned: 'taken' }],
  } as const
  const zero = { beforeUm: 85, beforeOtherUm: 83 }
  const of = (um: number | null, left: number | null = null, other: number | null = null) => ({
    reductionUm: um,
    leftUm: left,
    leftOtherUm: other,
  })
  // [what, how it stood, what was entered, what is kept]
  // prettier-ignore
  const ROWS: [string, ReturnType<typeof of>, ReturnType<typeof of>, number | null][] = [
    ['enough is gone', of(null, 70, 70), of(null, 54, 52), 31], ['not enough yet', of(null), of(null, 60, 60), null], ['too far is said as well', of(null), of(null, 40, 40), 44],
    ['one row alone', of(null), of(null, 53), 31], ['a reading takes it back', of(31, 54, 52), of(31, 70, 52), null], ['a reading changes it', of(31, 54, 52), of(31, 50, 48), 35],
    ['what was typed stays', of(33, 54, 52), of(33, 50, 48), 33], ['typed now', of(31, 54, 52), of(36, 54, 52), 36], ['cleared by hand', of(31, 54, 52), of(null, 54, 52), null],
  ]
  for (const [what, before, after, kept] of ROWS)
    it(what, () => expect(withReckoned(step as never, before, after, zero).reductionUm).to.equal(kept))
  it('nothing without its zero, and no other step is touched', () => {
    expect(withReckoned(step as never, of(null), of(null, 54, 52), undefined).reductionUm).to.equal(null)
    const after = of(null, 54, 52)
    expect(withReckoned({ fields: [] }, of(null), after, zero)).to.equal(after)
    expect(zeroOf('p2.1/drive')).to.equal('p2.1/before')
  })
})

describe('warmth at the bench', () => {
  it('the window by hand: m c / (h A) times the logarithm of both differences', () => {
    const area = (Math.PI * (190 * 31 + (130 ** 2 - 60 ** 2) / 2)) / 1e6
    expect(values('cooling-window', RING).seconds).to.be.closeTo(((1.7 * 460) / (15 * area)) * Math.log(90 / 70), 1e-6)
    expect(values('cooling-window', RING).seconds, 'minutes and not hours').to.be.within(200, 400)
  })
  it('a chilled ring warms alike, with the signs turned', () => {
    const cold = values('cooling-window', { ...RING, fromC: -70, touchC: -50 }).seconds
    expect(cold).to.be.closeTo(values('cooling-window', RING).seconds, 1e-9)
  })
  it('what already touches has no time, and the room can never be reached', () => {
    expect(values('cooling-window', { ...RING, touchC: 110 }).seconds).to.equal(0)
    expect(cautions('cooling-window', { ...RING, touchC: 115 })).to.include('no-window')
    expect([
      refused('cooling-window', { ...RING, touchC: 20 }),
      refused('cooling-window', { ...RING, fromC: -70, touchC: 30 }),
    ]).to.deep.equal(['touchC', 'touchC'])
  })
  it('more mass and stiller air leave longer, a wider ring no less', () =>
    fc.assert(
      fc.property(fc.double({ min: 1.01, max: 3, noNaN: true }), (by) => {
        const of = (change: object) => values('cooling-window', { ...RING, ...change }).seconds
        expect(of({ massKg: 1.7 * by })).to.be.closeTo(of({}) * by, 1e-6 * of({}))
        expect(of({ filmWM2K: 15 * by })).to.be.closeTo(of({}) / by, 1e-6 * of({}))
        expect(of({ fromC: 110 * by })).to.be.above(of({}))
      }),
      { numRuns: 50 },
    ))
  it('a chilled shaft by hand: half its shrink used up is one half-life of ρ c D / 4h', () => {
    const SHAFT = { diameterMm: 60, innerMm: 0, lengthMm: 31, material: 'carbon-steel', fromC: -78, roomC: 20, ring: false }
    const { shrinkUm } = values('chilling', { diameterMm: 60, material: 'carbon-steel', fromC: 20, toC: -78, interferenceUm: 0 })
    const half = values('chill-window', { ...SHAFT, interferenceUm: shrinkUm / 2 })
    expect(half.touchC).to.be.closeTo(-29, 1e-9)
    expect(half.seconds).to.be.closeTo(((7850 * 460 * 0.06) / (4 * 25)) * Math.log(2), 1e-6)
    expect(values('chill-window', { ...SHAFT, interferenceUm: shrinkUm }).seconds).to.be.closeTo(0, 1e-6)
    expect(cautions('chill-window', { ...SHAFT, interferenceUm: shrinkUm + 5 })).to.include('not-cold-enough')
    // Length cancels out of a shaft; a tube has less to warm.
    expect(values('chill-window', { ...SHAFT, lengthMm: 62, interferenceUm: 20 }).seconds).to.be.closeTo(
      values('chill-window', { ...SHAFT, interferenceUm: 20 }).seconds,
      1e-6,
    )
    expect(values('chill-window', { ...SHAFT, innerMm: 40, interferenceUm: 20 }).seconds).to.be.closeTo(
      values('chill-window', { ...SHAFT, interferenceUm: 20 }).seconds * (1 - 4 / 9),
      1e-6,
    )
  })
  it('a chilled ring as the cooling window has it, with the same mass and film', () => {
    const RACE = {
      diameterMm: 130,
      innerMm: 112,
      lengthMm: 31,
      material: 'bearing-steel',
      fromC: -70,
      roomC: 20,
      interferenceUm: 30,
      ring: true,
    }
    const { seconds, touchC } = values('chill-window', { ...RACE, filmWM2K: 15 })
    const massKg = (7.85e-6 * Math.PI * (130 ** 2 - 112 ** 2) * 31) / 4
    expect(seconds).to.be.closeTo(
      values('cooling-window', { boreMm: 112, outsideMm: 130, widthMm: 31, massKg, fromC: -70, touchC, ambientC: 20 }).seconds,
      1e-6,
    )
    expect(refused('chill-window', { ...RACE, interferenceUm: 0 }), 'nothing grips').to.equal('interferenceUm')
    expect(refused('chill-window', { ...RACE, fromC: 30 })).to.equal('fromC')
    expect(refused('chill-window', { ...RACE, innerMm: 130 })).to.equal('innerMm')
  })
  it('heating by hand: 10 kg by 90 K with 3.5 kW at 0.6 take 197 s', () =>
    expect(values('heating-time', { massKg: 10, riseK: 90, powerW: 3500 }).seconds).to.be.closeTo(197.1, 0.1))

  const TWO = { boreMm: 60, outsideMm: 130, widthMm: 31, massKg: 1.7, powerW: 3500, fromC: 20, toC: 110 }
  it('two rings: without heat going over, inner and outer rise by their shares over their masses', () => {
    // A bearing of no width passes nothing from ring to ring: s η P t / (0.42 m c) = 90 K.
    const thin = values('two-rings', { ...TWO, widthMm: 0.001 })
    expect(thin.seconds).to.be.closeTo((90 * 0.42 * 1.7 * 460) / (0.6 * 0.6 * 3500), 0.5)
    expect(thin.differenceK).to.be.closeTo(90 - (90 * 0.4 * 0.42) / (0.6 * 0.58), 0.5)
  })
  it('two rings: both together take up what the heater gives, less what the air took', () => {
    const { seconds, outerC } = values('two-rings', TWO)
    const taken = 460 * 1.7 * (0.42 * 90 + 0.58 * (outerC - 20))
    expect(taken).to.be.within(0.97 * 0.6 * 3500 * seconds, 1.03 * 0.6 * 3500 * seconds)
  })
  it('two rings: fast heating squeezes, gentle heating does not, and the gentlest is found', () => {
    const fast = values('two-rings', { ...TWO, powerW: 10_000 })
    expect(fast.differenceK).to.be.above(40)
    expect(cautions('two-rings', { ...TWO, powerW: 10_000 })).to.include('rings-apart')
    expect(values('two-rings', { ...TWO, powerW: fast.gentleW }).differenceK).to.be.closeTo(40, 0.5)
    const slow = { ...TWO, powerW: 300 }
    expect([values('two-rings', slow).gentleW, cautions('two-rings', slow)]).to.deep.equal([300, []])
    // 95 mm by 40 K at 11.5e-6 or so: inner ring over outer.
    expect(fast.growthUm / fast.differenceK).to.be.closeTo(95 * 0.0115, 0.1)
    expect(refused('two-rings', { ...TWO, powerW: 5 })).to.equal('powerW')
  })

  it('a shiny ring of 110 °C in a room of 20 °C shows about 45 °C, and a matt patch the truth', () => {
    const shiny = { trueC: 110, emissivity: 0.2, roomC: 20 }
    expect(values('infrared-reading', shiny).apparentC).to.be.closeTo(45, 1.5)
    expect(cautions('infrared-reading', shiny)).to.include('shine')
    expect(values('infrared-reading', { ...shiny, emissivity: 1 }).apparentC).to.be.closeTo(110, 1e-9)
    expect(values('infrared-reading', { ...shiny, setEmissivity: 0.2 }).apparentC, 'set as it is').to.be.closeTo(110, 1e-6)
    expect(cautions('infrared-reading', { ...shiny, emissivity: 0.97 })).to.deep.equal([])
  })
  it('what is as warm as the room shows the room, whatever shines', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 1, noNaN: true }), fc.double({ min: -20, max: 60, noNaN: true }), (emissivity, roomC) => {
        expect(values('infrared-reading', { trueC: roomC, emissivity, roomC }).apparentC).to.be.closeTo(roomC, 1e-6)
      }),
    ))
  it('a housing by hand: 40 µm and 52 µm of room over 130 mm of cast iron', () => {
    const input = { outsideMm: 130, interferenceUm: 40, ringC: 20, material: 'cast-iron' }
    expect(values('housing-heating', input).housingC).to.be.closeTo(20 + 92 / (0.0105 * 130), 1e-9)
    expect(values('housing-heating', { ...input, material: 'aluminium' }).housingC).to.be.below(values('housing-heating', input).housingC)
    expect(values('housing-heating', { ...input, ringC: -40 }).housingC, 'a chilled ring needs less').to.be.closeTo(-40 + 92 / 1.365, 1e-9)
  })
  // prettier-ignore
  for (const [name, input, field] of [
    ['heating-time', { massKg: 1, riseK: 80, powerW: 0 }, 'powerW'], ['heating-time', { massKg: 1, riseK: 80, powerW: 1000, efficiency: 2 }, 'efficiency'],
    ['infrared-reading', { trueC: 110, emissivity: 0, roomC: 20 }, 'emissivity'], ['infrared-reading', { trueC: -50, emissivity: 0.02, roomC: 80, setEmissivity: 0.02 }, null],
    ['housing-heating', { outsideMm: 0, interferenceUm: 1, ringC: 20, material: 'cast-iron' }, 'outsideMm'], ['cooling-window', { ...RING, outsideMm: 50 }, 'outsideMm'],
  ] as const)
    it(`${name} ${JSON.stringify(input)}: ${field ? `refuses ${field}` : 'answers'}`, () => expect(refused(name, input)).to.equal(field))
})

describe('torque of set screws', () => {
  for (const [keyMm, torqueNm] of [
    [2.5, 2],
    [3, 4],
    [4, 8.5],
    [5, 17],
    [6, 28],
    [8, 54],
    // In inches: 1/8, 3/16 and 1/4, by nine tenths of 0.24 s³.
    [3.175, 6.91],
    [4.763, 23.34],
    [6.35, 55.3],
  ] as const)
    it(`key ${keyMm} mm: ${torqueNm} Nm`, () => expect(values('set-screw-torque', { keyMm }).torqueNm).to.be.closeTo(torqueNm, 0.01))
  it('a wider key of the same kind takes more, and none more than nine tenths of what it must stand', () => {
    const nm = SET_SCREW_KEYS.map(({ name, keyMm }, i) => {
      expect([keyMmOf(name), SET_SCREW_KEY_NAMES[i]]).to.deep.equal([keyMm, name])
      const { torqueNm } = values('set-screw-torque', { keyMm })
      expect(torqueNm!, name).to.be.at.most(0.9 * 0.24 * keyMm ** 3 + 1e-9)
      return torqueNm!
    })
    for (const kind of [nm.slice(0, 7), nm.slice(7)]) expect(kind).to.deep.equal([...kind].sort((a, b) => a - b))
  })
  it('refuses a key that no screw has', () => {
    expect([1, 3.5, 12].map((keyMm) => refused('set-screw-torque', { keyMm }))).to.deep.equal(['keyMm', 'keyMm', 'keyMm'])
    expect(() => keyMmOf('7' as '8')).to.throw(InputError)
  })
})

describe('torque of screws', () => {
  // Preload in kN and torque in Nm as tables by VDI 2230 print them for friction 0.12.
  // prettier-ignore
  const PRINTED: [number, number, string, number, number][] = [
    [8, 1.25, '8.8', 18.6, 24.6], [10, 1.5, '8.8', 29.6, 48], [12, 1.75, '8.8', 43, 84], [16, 2, '8.8', 80.9, 206],
    [20, 2.5, '8.8', 130, 415], [12, 1.75, '10.9', 63.2, 123], [12, 1.75, '12.9', 74, 144], [24, 3, '8.8', 188, 714],
  ]
  for (const [threadMm, pitchMm, klass, kN, Nm] of PRINTED)
    it(`M${threadMm} ${klass}: ${kN} kN, ${Nm} Nm`, () => {
      const { preloadN, torqueNm } = values('screw-torque', { threadMm, pitchMm, class: klass })
      expect(preloadN / 1000 / kN, 'preload').to.be.closeTo(1, 0.01)
      expect(torqueNm / Nm, 'torque').to.be.closeTo(1, 0.03)
    })
  it('a drier thread takes more torque for less preload', () => {
    const of = (friction: number) => values('screw-torque', { threadMm: 12, pitchMm: 1.75, class: '8.8', friction })
    expect(of(0.2).preloadN).to.be.below(of(0.1).preloadN)
    expect(of(0.2).torqueNm).to.be.above(of(0.1).torqueNm)
  })
  it('refuses what is no screw', () => {
    const of = (change: object) => refused('screw-torque', { threadMm: 12, pitchMm: 1.75, class: '8.8', ...change })
    expect([of({ threadMm: 0 }), of({ pitchMm: 5 }), of({ class: '9.9' }), of({ headMeanMm: 10 })]).to.deep.equal([
      'threadMm',
      'pitchMm',
      'class',
      'headMeanMm',
    ])
  })
})
