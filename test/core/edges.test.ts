import { seeded } from '../../tools/seeded.mjs'
import { faultsOf } from '../../src/core/line/draft.js'
import { expect } from 'chai'
import { withdrawalSleeves } from '../../src/core/parts/sleeves.js'
import { againstWords } from '../../src/core/card/against.js'
import { axialPlayUm } from '../../src/core/arrangement/axial-play.js'
import { freeRingRoom, reachOnCard } from '../../src/core/arrangement/free-ring.js'
import { lockedGrowth, SHAFT_YIELD_MPA } from '../../src/core/arrangement/locked-growth.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { insideOf, loadDistribution } from '../../src/core/distribution/load-distribution.js'
import type { Contact } from '../../src/core/distribution/contacts.js'
import type { Geometry } from '../../src/core/distribution/geometry.js'
import { referenceLife } from '../../src/core/distribution/reference-life.js'
import { seatOptions } from '../../src/core/fits/seat-options.js'
import { CAUSES } from '../../src/core/inspection/causes.js'
import { diagnose } from '../../src/core/inspection/diagnose.js'
import { regreasing, type RegreasingInput } from '../../src/core/lubrication/regreasing.js'
import { shaftDeflection } from '../../src/core/loads/beam.js'
import { allMoveInside } from '../../src/core/arrangement/holding.js'
import type { LineEvaluation } from '../../src/core/card/evaluate.js'
import { lifeTogether } from '../../src/core/card/together.js'
import { readSteps } from '../../src/core/life/duty-spectrum.js'
import { hotterRingC } from '../../src/core/life/hot-ring.js'
import { lineLoads, type LineLoadsInput } from '../../src/core/loads/line-loads.js'
import { newSource, togetherOf } from '../../src/core/loads/line-sources.js'
import { opposedPair } from '../../src/core/loads/opposed-pair.js'
import { at100 } from '../../src/core/lubrication/oil.js'
import { referenceViscosity, viscosity } from '../../src/core/life/viscosity.js'
import { MATERIALS } from '../../src/core/materials.js'
import { instrumentNotes, type FieldToRead, type MeasuringInstrument } from '../../src/core/measuring/instruments.js'
import { forecastRun } from '../../src/core/runin/run-in.js'
import { readLine } from '../../src/core/line/notation.js'
import { writeLine } from '../../src/core/line/write-line.js'
import { filledCard } from './line.js'
import { calculate } from '../../src/contract/calculations/registry.js'
import { metric } from './said.js'

/** Where a sign that slips would show: second derivations with nothing equal that could cancel, and both sides of every edge. */

describe('reference life by a second derivation', () => {
  const geometry = (balls: boolean, alphaDeg: number) =>
    ({
      family: balls ? 'angular-contact-ball' : 'tapered-roller',
      balls,
      alphaDeg,
      Dw: 12,
      Dpw: 80,
      Z: 5,
      rows: 1,
      inner: 0.515,
      outer: 0.53,
    }) as Geometry
  const of = (loads: readonly number[]) => [loads.map((load) => ({ load, laminae: null }) as Contact)]
  const LOADS = [4000, 2500, 900, 0, 0]
  const power = (loads: readonly number[], p: number) => loads.reduce((s, q) => s + q ** p, 0) / loads.length
  it('balls: unequal grooves, unequal loads', () => {
    const [alpha, C] = [(25 * Math.PI) / 180, 40_000]
    const gamma = (12 * Math.cos(alpha)) / 80
    const r = 1.044 * ((1 - gamma) / (1 + gamma)) ** 1.72 * ((0.515 * (2 * 0.53 - 1)) / (0.53 * (2 * 0.515 - 1))) ** 0.41
    const Qc = C / (5 * Math.cos(alpha) ** 0.7)
    const Qi = (Qc / 0.407) * (1 + r ** (10 / 3)) ** 0.3
    const Qe = (Qc / 0.389) * (1 + r ** -(10 / 3)) ** 0.3
    const wanted = ((power(LOADS, 3) ** (1 / 3) / Qi) ** (10 / 3) + (power(LOADS, 10 / 3) ** 0.3 / Qe) ** (10 / 3)) ** -0.9
    expect(referenceLife(geometry(true, 25), of(LOADS), C)).to.be.closeTo(wanted, 1e-9 * wanted)
  })
  it('rollers, and two rows of them', () => {
    const [alpha, C] = [(15 * Math.PI) / 180, 90_000]
    const gamma = (12 * Math.cos(alpha)) / 80
    const r = 1.038 * ((1 - gamma) / (1 + gamma)) ** (143 / 108)
    const life = (rows: number) => {
      const Qc = C / (5 * Math.cos(alpha) * rows ** (7 / 9))
      const Qi = (Qc / 0.378) * (1 + r ** 4.5) ** (2 / 9)
      const Qe = (Qc / 0.364) * (1 + r ** -4.5) ** (2 / 9)
      return (rows * ((power(LOADS, 4) ** 0.25 / Qi) ** 4.5 + power(LOADS, 4.5) / Qe ** 4.5)) ** ((2 / 9) * (-10 / 3))
    }
    for (const rows of [1, 2])
      expect(
        referenceLife(
          geometry(false, 15),
          Array.from({ length: rows }, () => of(LOADS)[0]!),
          C,
        ),
      ).to.be.closeTo(life(rows), 1e-9 * life(rows))
  })
  it('under thrust alone no row is uneven', () => {
    expect(referenceLife(geometry(true, 90), of([500, 500, 500, 500, 500]), 2500)).to.be.closeTo(1, 1e-9)
    expect(referenceLife(geometry(false, 90), of([500, 500, 500, 500, 500]), 2500)).to.be.closeTo(1, 1e-9)
  })
})

describe('bands of contact', () => {
  it('a roller presses wider on the outer raceway: widths squared go as their curvatures, (1 − γ) / (1 + γ)', () => {
    const { row } = findBearing('NU 212')!
    const { innerHalfWidthMm, outerHalfWidthMm } = loadDistribution(
      insideOf(row, { clearanceUm: 0, tiltArcmin: 0, radialLoadN: 20_000, axialLoadN: 0 }),
    ).values
    const gamma = row.elementDiameterMm / row.pitchDiameterMm
    expect((innerHalfWidthMm[0]! / outerHalfWidthMm[0]!) ** 2).to.be.closeTo((1 - gamma) / (1 + gamma), 1e-6)
  })
})

describe('a bent shaft between its nodes', () => {
  it('a quarter of the way: eleven sixteenths of the middle, and three quarters of the slope at the end', () => {
    const beam = {
      segments: [{ lengthMm: 1000, outsideMm: 50 }],
      material: 'carbon-steel',
      supportsMm: [0, 1000],
      loads: [{ positionMm: 500, forceN: 4000, angleDeg: 270 }],
      atMm: [0, 250, 500, 750],
    } as const
    const { deflectionUm: off, slopeArcmin } = shaftDeflection({ ...beam, atMm: [...beam.atMm] } as never).values
    const middle = (1000 * 4000 * 1000 ** 3) / (48 * MATERIALS['carbon-steel'].youngGPa * 1000 * ((Math.PI / 64) * 50 ** 4))
    expect(off[2]).to.be.closeTo(middle, 1e-6 * middle)
    expect(off[1]).to.be.closeTo((11 / 16) * middle, 1e-6 * middle)
    expect(off[3]).to.be.closeTo((11 / 16) * middle, 1e-6 * middle)
    expect(slopeArcmin[1]! / slopeArcmin[0]!).to.be.closeTo(0.75, 1e-6)
    expect(slopeArcmin[2]).to.be.closeTo(0, 1e-6)
  })
})

describe('a run that is foreseen', () => {
  const warming = (tau: number, to = 60, minutes = [0, 5, 10, 15, 20]) =>
    minutes.map((minute) => ({ minute, temperatureC: to - 40 * Math.exp(-minute / tau) }))
  it('settles where it tends to, once its slope is under four kelvin an hour', () => {
    const { settlesC, atMinute, tauMin } = forecastRun(warming(30))!
    expect(settlesC).to.be.closeTo(60, 0.5)
    expect(tauMin).to.be.closeTo(30, 1)
    // 40/30 K a minute at first; 4 K an hour is left after 30 ln 20 minutes.
    expect(atMinute).to.be.closeTo(30 * Math.log(20), 3)
  })
  it('is not foreseen by two readings, in ten minutes, by noise, when it cools, or when it climbs straight on', () => {
    expect(forecastRun(warming(30).slice(0, 2))).to.equal(null)
    expect(forecastRun(warming(30, 60, [0, 4, 9]))).to.equal(null)
    expect(forecastRun(warming(30, 60, [0, 5, 10]))).to.not.equal(null)
    expect(forecastRun([20, 45, 20, 45, 20].map((temperatureC, i) => ({ minute: 5 * i, temperatureC })))).to.equal(null)
    expect(forecastRun(warming(30).map((r) => ({ ...r, temperatureC: 100 - r.temperatureC })))).to.equal(null)
    expect(forecastRun([20, 25, 30, 35, 40].map((temperatureC, i) => ({ minute: 5 * i, temperatureC })))).to.equal(null)
  })
})

describe('both sides of an edge', () => {
  const grease: RegreasingInput = {
    family: 'deep-groove-ball',
    boreMm: 60,
    outsideMm: 130,
    widthMm: 31,
    speedRpm: 1450,
    housingTemperatureC: 60,
    contamination: 'clean',
    moisture: 'dry',
    vibrationMmS: 1,
    orientation: 'horizontal',
  }
  const codes = (change: Partial<RegreasingInput>) => regreasing({ ...grease, ...change }).cautions.map((c) => c.code)
  it('93 °C is hot for grease, 92.9 °C is not', () => {
    expect(codes({ housingTemperatureC: 93 })).to.include('grease-hot')
    expect(codes({ housingTemperatureC: 92.9 })).to.not.include('grease-hot')
  })
  it('a bracket of nothing is no grease case, and one of a little is', () => {
    const nothing = 14e6 / (Math.sqrt(200) * 4 * 200)
    const wide = { family: 'angular-contact-ball', boreMm: 200, outsideMm: 310, widthMm: 51 } as const
    expect(codes({ ...wide, speedRpm: nothing * 1.0001 })).to.include('no-grease-speed-bore')
    expect(codes({ ...wide, speedRpm: nothing * 0.9999 })).to.not.include('no-grease-speed-bore')
  })
  it('a seat of no size is refused; a sleeve mends what it reaches, and only beyond is a housing scrap', () => {
    const worn = { seat: 'housing', nominalMm: 120, missingUm: 20, withinForm: true, mustSlide: false } as const
    expect(seatOptions({ ...worn, nominalMm: 0.5, missingUm: 0 })).to.deep.equal([])
    for (const nominalMm of [0, 1000.1]) expect(() => seatOptions({ ...worn, nominalMm })).to.throw('nominalMm')
    const reach = [...Array(20_000).keys()].findLast((um) => seatOptions({ ...worn, missingUm: um }).includes('sleeve'))!
    expect(seatOptions({ ...worn, missingUm: reach })).to.not.include('scrap')
    expect(seatOptions({ ...worn, missingUm: reach + 1 })).to.deep.equal(['scrap'])
    expect(seatOptions({ ...worn, seat: 'shaft' })).to.include('scrap')
  })
  it('an entry may lie at the end of what it may be over another, and not beyond', () => {
    const against = { rule: 'over', field: 'drag', min: 1, max: 2, wrong: 'no' } as const
    for (const [value, wrong] of [
      [4, null],
      [5, null],
      [3.999, 'no'],
      [5.001, 'no'],
    ] as const)
      expect(metric(againstWords(against, value, { drag: 3 })), String(value)).to.equal(wrong)
  })
  it('an instrument must reach the middle of what it reads', () => {
    const tool = (from: number | null, to: number | null): MeasuringInstrument =>
      ({ name: 'M-3', kind: 'micrometer', place: '', step: 0.001, from, to, checked: '', due: '', note: '' }) as MeasuringInstrument
    const warned = (t: MeasuringInstrument, field: Partial<FieldToRead>) =>
      instrumentNotes(t, { quantity: 'length', ...field }, '2026-11-30').some((n) => n.level === 'caution')
    expect(warned(tool(25, 55.4), { min: 55, max: 56 }), 'the middle is 55.5').to.equal(true)
    expect(warned(tool(25, 55.6), { min: 55, max: 56 })).to.equal(false)
    expect(warned(tool(55.6, 75), { min: 55, max: 56 })).to.equal(true)
    expect(warned(tool(55.4, 75), { min: 55, max: 56 })).to.equal(false)
    expect(warned(tool(25, 50), { min: 55 })).to.equal(true)
    expect(warned(tool(60, 75), { max: 55 })).to.equal(true)
    expect(warned(tool(25, 75), {})).to.equal(false)
  })
  it('the free ring keeps its room on the side to which it moves', () => {
    const [there, back] = [reachOnCard([1])!, reachOnCard([-1])!]
    expect([there.awayMm, there.towardMm]).to.deep.equal([back.towardMm, back.awayMm])
    expect(there.awayMm).to.be.closeTo(1.2, 1e-9)
    expect(reachOnCard([0])!.towardMm, 'what does not move keeps the least behind it').to.be.above(0)
  })
  it('a free ring that moves both ways has a sixth of its room toward the held end, as long as enough is left the other way', () => {
    const of = (movesMm: number[], playMm: number) => freeRingRoom({ movesMm, playMm }).values
    // A sixth of 3 mm is over the least; away from the held end 1.2 · 1 mm is wanted.
    expect(of([1, -0.1], 3).behindMm).to.be.closeTo(0.5, 1e-9)
    // Where 6 of 6.8 mm are wanted ahead, what is left of them stays behind and not a sixth.
    expect(of([5, -0.1], 6.8).behindMm).to.be.closeTo(0.8, 1e-9)
    expect(of([5, -0.1], 6.8).aheadMm).to.be.closeTo(6, 1e-9)
  })
  it('beyond the depth of its groove a ball lies against the shoulder: more clearance gives no more axial play', () => {
    const [ball, share] = [10, axialPlayUm(1, 10)]
    expect(share).to.be.above(0)
    const plays = [200, 400, 600, 800, 1000].map((um) => axialPlayUm(um, ball))
    plays.slice(1).forEach((play, i) => expect(play).to.be.at.least(plays[i]! - 1e-9))
    expect(axialPlayUm(1000, 2)).to.equal(axialPlayUm(900, 2))
    // At the depth the play is the diameter of the circle of centres.
    const centres = axialPlayUm(1000, 2) / 2
    expect(axialPlayUm(2 * centres * 0.999999, 2)).to.be.closeTo(2 * centres, 0.01)
  })
  it('a shaft gives way at the stress of its own kind', () => {
    for (const [material, yieldMPa] of Object.entries(SHAFT_YIELD_MPA)) {
      const E = MATERIALS[material as keyof typeof MATERIALS].youngGPa * 1000
      const at = (stress: number) =>
        lockedGrowth({
          growthMm: (stress * 1000) / E,
          shaftDiameterMm: 10,
          spanMm: 1000,
          material: material as keyof typeof MATERIALS,
          seatStiffnessNUm: 1e7,
        }).cautions.length
      expect([at(yieldMPa * 1.002), at(yieldMPa * 0.999)], material).to.deep.equal([1, 0])
    }
    expect(Object.values(SHAFT_YIELD_MPA)).to.deep.equal([300, 400, 200, 400, 1500, 200, 150, 130])
  })
})

describe('what a taper is driven up by', () => {
  const asked = (name: string) =>
    filledCard(name)
      .mount.plan.find((s) => s.key === 'drive')!
      .fields.map((f) => f.key)
  it('balls by the angle of their nut, rollers by the clearance that goes', () => {
    expect(asked('1208 K').join()).to.match(/angle/i)
    expect(asked('22212 K')).to.include('reductionUm')
  })
})

describe('a line written out and read back', () => {
  for (const words of [
    'impeller, 6309, 400, 6309',
    '6309, 400, 6309, impeller',
    'coupling, 100, 6309, 200, impeller, 200, 6309',
    'fan, 6309, 300, 6309, 90, pulley',
  ])
    it(words, () => {
      const { line } = readLine(words, 'metric')
      expect(readLine(writeLine(line, 'metric'), 'metric').line).to.deep.equal(line)
    })
})

describe('odds of a cause', () => {
  it('one finding weighs by how often each cause makes it, against its prior', () => {
    const seen = { 0: 0.03, 1: 0.12, 2: 0.3, 3: 0.6 } as const
    const finding = Object.keys(CAUSES[0]!.makes)[0] as never
    const score = CAUSES.map((c) => c.prior * seen[((c.makes as Record<string, 0 | 1 | 2 | 3>)[finding] ?? 0) as 0 | 1 | 2 | 3])
    const total = score.reduce((a, b) => a + b, 0)
    const found = diagnose({ findings: [finding] }).values.causes
    for (const { cause, share } of found)
      expect(share, cause).to.be.closeTo(score[CAUSES.findIndex((c) => c.name === cause)]! / total, 1e-9)
    // What is under one in a hundred is not named.
    expect(found).to.have.length(score.filter((s) => s / total >= 0.01).length)
  })
})

describe('sleeves that pull', () => {
  it('are made for these bores, each on a smaller shaft', () => {
    const bores = [...new Set(withdrawalSleeves().map((s) => s.boreMm))].sort((a, b) => a - b)
    // 40 to 95 by fives, 100 to 200 by tens, 220 to 480 by twenties.
    expect(bores.reduce((a, b) => a + b, 0)).to.equal(810 + 1650 + 4900)
    for (const s of withdrawalSleeves()) expect(s.boreMm - s.shaftMm, s.name).to.equal(s.boreMm <= 150 ? 5 : s.boreMm <= 200 ? 10 : 20)
  })
  it('nothing answers what it cannot', () => expect(calculate('bearing', { designation: 'no such' }).ok).to.equal(false))
})

describe('edges that a change of one sign would cross', () => {
  it('two bearings last together by the product of their survivals, one alone has nothing beside it', () => {
    const place = (value: number) => ({ select: { basis: { rollingElement: 'ball', a1: 1 }, figures: [{ key: 'select.lifeH', value }] } })
    const of = (...lives: number[]) =>
      lifeTogether({
        order: lives.map((_, i) => ({ place: `p${i}`, lead: `p${i}` })),
        places: Object.fromEntries(lives.map((l, i) => [`p${i}`, place(l)])),
      } as unknown as LineEvaluation)
    // Two alike under the slope of balls, 10/9: half to the power 9/10.
    expect(of(1000, 1000)!.value).to.be.closeTo(1000 * 2 ** -0.9, 0.5)
    expect(of(1000)).to.equal(null)
  })
  it('the warmer of two rings counts, one alone as it is, none as nothing', () => {
    const hotter = (innerRingC: number | null, outerRingC: number | null) => hotterRingC({ innerRingC, outerRingC })
    expect([hotter(null, 50), hotter(60, null), hotter(60, 70), hotter(null, null)]).to.deep.equal([50, 60, 70, null])
  })
  it('an oil of which only the class is known has the usual index of 95', () => {
    const said = viscosity({ isoVg: 100, viscosityIndex: 95, temperatureC: 70 }).values
    expect(viscosity({ isoVg: 100, temperatureC: 70 }).values).to.deep.equal(said)
    expect(at100({ viscosity40: 100, viscosity100: null })).to.be.closeTo(said.at100Mm2S, 1e-9)
  })
  it('forces across the shaft add by their parts', () => {
    expect(
      togetherOf([
        { radialN: 3, angleDeg: 0 },
        { radialN: 4, angleDeg: 90 },
        { radialN: 1, angleDeg: 0 },
      ]).map((x) => Math.round(x * 1e9) / 1e9),
    ).to.deep.equal([4, 4])
  })
  it('a support of which nothing is known does not move inside', () => expect(allMoveInside([])).to.equal(false))
  it('thrust that a radial load makes is Fr / (2 Y), by hand', () => {
    const { working } = opposedPair({ radialLoadsN: [3200, 800], externalAxialN: 0, y: [1.6, 0.8] })
    expect(working.slice(0, 2).map((w) => w.value)).to.deep.equal([1000, 500])
  })
  it('a width of half a millimetre is the least that is greased', () => {
    const of = (widthMm: number) => () =>
      regreasing({
        family: 'deep-groove-ball',
        boreMm: 3,
        outsideMm: 8,
        widthMm,
        speedRpm: 1000,
        housingTemperatureC: 50,
        contamination: 'clean',
        moisture: 'dry',
        vibrationMmS: 1,
        orientation: 'horizontal',
      } as RegreasingInput)
    expect(of(0.5)).to.not.throw()
    expect(of(0.49)).to.throw('widthMm')
  })
  it('a load of nothing is a step of a list, one below nothing is none', () => {
    const read = (load: string) =>
      readSteps(
        [
          ['share', 'speed', 'load'],
          ['50 %', '1000', load],
        ],
        'metric',
      )
    expect(read('0').wrong).to.deep.equal([])
    expect(read('-1').wrong.map((w) => w.code)).to.deep.equal(['spectrum-number'])
  })
  it('the film of every candidate is that of its own size', () => {
    const asked = {
      radialLoadN: 9000,
      axialLoadN: 0,
      speedRpm: 1450,
      limits: { boreMm: [60, 80], families: ['deep-groove-ball'], modifiedLifeH: 1 },
      limit: 200,
      cleanliness: 'normal',
    } as const
    const by = (more: object) =>
      (
        calculate('select', { ...asked, ...more }) as unknown as {
          result: { values: { candidates: { designation: string; modifiedLifeH: number }[] } }
        }
      ).result.values.candidates
    const { viscosityMm2S } = viscosity({ isoVg: 68, temperatureC: 60 }).values
    for (const { designation, modifiedLifeH } of by({ isoVg: 68, temperatureC: 60 }).slice(-5)) {
      const { pitchDiameterMm } = findBearing(designation)!.row
      const kappa = viscosityMm2S / referenceViscosity({ pitchDiameterMm, speedRpm: 1450 }).values.viscosityMm2S
      const own = by({ kappa }).find((c) => c.designation === designation)!
      expect(modifiedLifeH, designation).to.be.closeTo(own.modifiedLifeH, own.modifiedLifeH * 1e-6)
    }
  })
  it('a drawn shaft is longer at the end beyond which something sits, and only there', () => {
    const shaft = { leftMm: 50, sections: [{ lengthMm: 500, outsideMm: 60, boreMm: 0 }] }
    const at = (alongMm: number) =>
      lineLoads({
        supports: [0, 400].map((mm) => ({ alongMm: mm })),
        sources: [{ ...newSource('weight', 'a', alongMm), values: { massKg: 100 } }],
        speedRpm: 1000,
        leanDeg: 0,
        upperEnd: null,
        holds: 0,
        diameterMm: null,
        material: 'carbon-steel',
        shaft,
      } as unknown as LineLoadsInput).values
    // Levers by hand: 100 kg at 200 mm halves, at -100 mm it lifts the far end.
    expect(at(200).supports.map((s) => Math.round(s.radialN))).to.deep.equal([490, 490])
    expect(at(-100).supports.map((s) => Math.round(s.radialN))).to.deep.equal([1226, 245])
  })
  it('words end at two hundred letters', () => {
    const refused = (letters: number) => JSON.stringify(calculate('quick-answer', { text: 'x'.repeat(letters) }))
    expect(refused(200)).to.not.contain('200 letters')
    expect(refused(201)).to.contain('200')
  })
})

describe('odd words cost little', () => {
  const LONGEST = 4000
  const PIECES = [
    '+1 ',
    '6312, 100, ',
    'same, ',
    '6312 held held ',
    '6312 + ',
    '1x ',
    'roll 1 kg 1 kg ',
    '6312 on H ',
    'abcdefgh ',
    '1',
    'a',
    '6312-',
    '", ',
    'Ø1 ',
    '2, ',
    '1 mm, ',
    'grease ',
    ' ',
    'in SN ',
    '7014 C P4 DB + ',
  ]
  const random = seeded(25)
  const mixed = Array.from({ length: 200 }, () => {
    let text = ''
    while (text.length < LONGEST) text += PIECES[Math.floor(random() * PIECES.length)]!
    return text.slice(0, LONGEST)
  })
  it('a line of four thousand letters, whatever stands in it, is read in far less than a second', () => {
    readLine('6312, 320, NU 312', 'metric')
    const slow = [...PIECES.map((piece) => piece.repeat(Math.ceil(LONGEST / piece.length)).slice(0, LONGEST)), ...mixed].flatMap((text) => {
      const before = performance.now()
      const { line } = readLine(text, 'metric')
      faultsOf(line, '2026-12-01')
      const ms = performance.now() - before
      return ms > 600 ? [`${text.slice(0, 40)}…: ${Math.round(ms)} ms`] : []
    })
    expect(slow).to.deep.equal([])
  })
})
