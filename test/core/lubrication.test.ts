import { expect } from 'chai'
import fc from 'fast-check'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { FAMILIES, type Family } from '../../src/core/bearing/families.js'
import { compatibility, fillShare, film, firstFill, gramsOf, strokesFor, type Grease } from '../../src/core/lubrication/grease.js'
import { peakOfRms, regreasing, type RegreasingInput } from '../../src/core/lubrication/regreasing.js'
import {
  BASE_OILS,
  CONTAMINATION,
  FAMILY_FACTOR,
  MOISTURE,
  ORIENTATION,
  THICKENERS,
  oilMixing,
  thickenerMixing,
  type BaseOil,
  type Mixing,
  type Thickener,
} from '../../src/core/lubrication/tables.js'
import { InputError } from '../../src/core/result.js'

const BASE: RegreasingInput = {
  family: 'deep-groove-ball',
  boreMm: 60,
  outsideMm: 130,
  widthMm: 31,
  speedRpm: 1470,
  housingTemperatureC: 60,
  contamination: 'clean',
  moisture: 'dry',
  vibrationMmS: 3,
  orientation: 'horizontal',
}
const interval = (change: Partial<RegreasingInput> = {}) => regreasing({ ...BASE, ...change }).values.intervalH

/** Worked by hand: 14e6/(n √d) − 4 d, times K and the factors. [change, hours] */
const BY_HAND: [Partial<RegreasingInput>, number][] = [
  [{}, 10 * (14e6 / (1470 * 7.745967) - 240)],
  [{ family: 'spherical-roller', boreMm: 64, outsideMm: 120, speedRpm: 700 }, 14e6 / (700 * 8) - 256],
  [{ family: 'cylindrical-roller', boreMm: 100, outsideMm: 180, speedRpm: 1000 }, 5 * (1400 - 400)],
  [{ boreMm: 25, outsideMm: 62, speedRpm: 2800, housingTemperatureC: 70 }, 10 * (1000 - 100) * 0.5],
  [{ boreMm: 25, outsideMm: 62, speedRpm: 2800, contamination: 'heavy-abrasive', moisture: 'water' }, 10 * 900 * 0.2 * 0.1],
  [{ boreMm: 25, outsideMm: 62, speedRpm: 2800, vibrationMmS: 7, orientation: 'vertical' }, 10 * 900 * 0.6 * 0.3],
]

/** Edges of the banded factors: a value on the edge belongs to the next step. [field, value, factor, wanted] */
const EDGES: ['housingTemperatureC' | 'vibrationMmS', number, 'Ft' | 'Fv', number][] = [
  ['housingTemperatureC', 64.9, 'Ft', 1],
  ['housingTemperatureC', 65, 'Ft', 0.5],
  ['housingTemperatureC', 79.9, 'Ft', 0.5],
  ['housingTemperatureC', 80, 'Ft', 0.2],
  ['housingTemperatureC', 92.9, 'Ft', 0.2],
  ['housingTemperatureC', 93, 'Ft', 0.1],
  ['vibrationMmS', 4.99, 'Fv', 1],
  ['vibrationMmS', 5, 'Fv', 0.6],
  ['vibrationMmS', 9.99, 'Fv', 0.6],
  ['vibrationMmS', 10, 'Fv', 0.3],
]

const K: Record<Family, number> = {
  'deep-groove-ball': 10,
  'angular-contact-ball': 10,
  'four-point-ball': 10,
  'self-aligning-ball': 10,
  'cylindrical-roller': 5,
  'needle-roller': 5,
  'tapered-roller': 1,
  'spherical-roller': 1,
  'toroidal-roller': 1,
  'thrust-ball': 1,
  'thrust-cylindrical-roller': 1,
  'thrust-needle-roller': 1,
  'thrust-spherical-roller': 1,
  'insert-ball': 10,
}

/** [thickener, thickener, mixing] as the tables in common use have it. */
const THICKENER_PAIRS: [Thickener, Thickener, Mixing][] = [
  ['lithium', 'lithium-complex', 'compatible'],
  ['lithium', 'calcium', 'borderline'],
  ['lithium', 'calcium-complex', 'no'],
  ['lithium', 'clay', 'no'],
  ['lithium', 'polyurea-conventional', 'no'],
  ['lithium', 'polyurea-shear-stable', 'compatible'],
  ['lithium-complex', 'aluminium-complex', 'compatible'],
  ['lithium-complex', 'barium-complex', 'no'],
  ['calcium-sulfonate-complex', 'lithium', 'borderline'],
  ['calcium-sulfonate-complex', 'lithium-complex', 'compatible'],
  ['calcium-sulfonate-complex', 'clay', 'no'],
  ['calcium', 'clay', 'compatible'],
  ['polyurea-conventional', 'polyurea-shear-stable', 'compatible'],
  ['polyurea-shear-stable', 'clay', 'borderline'],
  ['sodium', 'lithium', 'no'],
]
const OIL_PAIRS: [BaseOil, BaseOil, Mixing][] = [
  ['mineral', 'pao', 'compatible'],
  ['mineral', 'ester', 'compatible'],
  ['mineral', 'pag', 'no'],
  ['pao', 'silicone', 'no'],
  ['ester', 'pag', 'borderline'],
  ['pfpe', 'mineral', 'no'],
]

const GREASE: Grease = {
  id: 1,
  name: 'General lithium 2',
  thickener: 'lithium',
  baseOil: 'mineral',
  nlgi: '2',
  viscosity40: 110,
  viscosity100: 11.5,
  lowC: -25,
  highC: 120,
}

describe('regreasing', () => {
  for (const [change, hours] of BY_HAND)
    it(`interval formula by hand: ${JSON.stringify(change)}`, () => expect(interval(change)).to.be.closeTo(hours, hours * 1e-5))

  for (const [field, value, factor, wanted] of EDGES)
    it(`${field} ${value} counts ${wanted}`, () => expect(regreasing({ ...BASE, [field]: value }).values.factors[factor]).to.equal(wanted))

  it('knows every family', () => {
    for (const family of FAMILIES) expect(FAMILY_FACTOR[family], family).to.equal(K[family])
  })
  it('quantities: 0.005 D B from the side, 0.002 D B through the ring', () => {
    const { quantityG, centreQuantityG } = regreasing(BASE).values
    expect(quantityG).to.be.closeTo(20.15, 1e-9)
    expect(centreQuantityG).to.be.closeTo(8.06, 1e-9)
  })
  it('says that a speed is no grease speed, and gives no negative hours', () => {
    const fast = regreasing({ ...BASE, boreMm: 100, outsideMm: 180, speedRpm: 4000 })
    expect(fast.values.intervalH).to.equal(0)
    expect(fast.cautions.map((c) => [c.level, c.code])).to.deep.equal([['stop', 'no-grease-speed-bore']])
    expect(fast.values.schools.filter((s) => s.intervalH !== null)).to.deep.equal([])
  })
  it('at the very edge of grease speed the bracket is nothing', () => {
    // 14e6/(n · 10) = 400 at n = 3500.
    expect(interval({ boreMm: 100, outsideMm: 180, speedRpm: 3500 })).to.equal(0)
    expect(interval({ boreMm: 100, outsideMm: 180, speedRpm: 3499 })).to.be.above(0)
  })
  it('grease-life equation: 10^(−2.60 + 2450/(273 + T)) without speed and load, regreased at half', () => {
    const slow = (T: number) => regreasing({ ...BASE, speedRpm: 0.001, housingTemperatureC: T, loadRatio: 0.01 }).values.schools
    const life = (T: number) => slow(T).find((s) => s.school === 'grease-life')!.intervalH! * 2
    expect(life(70)).to.be.closeTo(34_890, 60)
    expect(life(100)).to.be.closeTo(9_290, 20)
    expect(life(20), 'no more than at 70 °C').to.be.closeTo(life(70), 1)
    for (const T of [70, 85, 100]) expect(life(T) / life(T + 15), `${T} °C`).to.be.within(1.75, 2.1)
  })
  it('grease-life equation: a full speed factor costs 0.86 halvings, twice the load class a step', () => {
    const life = (change: Partial<RegreasingInput>) =>
      regreasing({ ...BASE, ...change }).values.schools.find((s) => s.school === 'grease-life')!.intervalH!
    const full = 500_000 / 95
    const [slow, fast] = [1, full].map((speedRpm) => life({ speedRpm: speedRpm / 10, loadRatio: 0.01 }))
    expect(Math.log2(slow! / fast!)).to.be.closeTo(0.086, 0.001)
    expect(life({ loadRatio: 0.04 }) / life({ loadRatio: 0.12 })).to.be.closeTo(2, 0.001)
  })
  it('schools stay apart: manual only when entered, rollers have no grease-life equation', () => {
    const schools = regreasing({ ...BASE, family: 'spherical-roller', manualIntervalH: 750 }).values.schools
    expect(schools.map((s) => [s.school, s.intervalH !== null])).to.deep.equal([
      ['manual', true],
      ['interval-formula', true],
      ['grease-life', false],
      ['condition', true],
    ])
    expect(regreasing(BASE).values.schools[0]!.intervalH).to.equal(null)
  })
  it('law: no worsening of anything makes the interval longer', () => {
    const order = <T extends { factor: number; name: string }>(rows: readonly T[]) => rows.map((r) => r.name)
    const arbitrary = fc.record({
      speedRpm: fc.double({ min: 1, max: 20_000, noNaN: true }),
      housingTemperatureC: fc.double({ min: -20, max: 150, noNaN: true }),
      vibrationMmS: fc.double({ min: 0, max: 40, noNaN: true }),
      c: fc.nat(CONTAMINATION.length - 2),
      m: fc.nat(MOISTURE.length - 2),
      o: fc.nat(ORIENTATION.length - 2),
    })
    fc.assert(
      fc.property(arbitrary, ({ c, m, o, ...rest }) => {
        const at = (dc: number, dm: number, dOrientation: number, more: object = {}) =>
          interval({
            ...rest,
            ...more,
            contamination: order(CONTAMINATION)[c + dc] as never,
            moisture: order(MOISTURE)[m + dm] as never,
            orientation: order(ORIENTATION)[o + dOrientation] as never,
          })
        const now = at(0, 0, 0)
        const worse = [
          at(1, 0, 0),
          at(0, 1, 0),
          at(0, 0, 1),
          at(0, 0, 0, { speedRpm: rest.speedRpm * 1.1 }),
          at(0, 0, 0, { housingTemperatureC: rest.housingTemperatureC + 20 }),
          at(0, 0, 0, { vibrationMmS: rest.vibrationMmS + 6 }),
        ]
        return now >= 0 && worse.every((w) => w <= now && Number.isFinite(w))
      }),
    )
  })
  it('refuses what cannot be, with the field', () => {
    const wrong: [Partial<RegreasingInput>, string][] = [
      [{ boreMm: -1 }, 'boreMm'],
      [{ outsideMm: 50 }, 'outsideMm'],
      [{ speedRpm: 0 }, 'speedRpm'],
      [{ speedRpm: NaN }, 'speedRpm'],
      [{ housingTemperatureC: 900 }, 'housingTemperatureC'],
      [{ vibrationMmS: -2 }, 'vibrationMmS'],
      [{ manualIntervalH: 0 }, 'manualIntervalH'],
      [{ contamination: 'mud' as never }, 'contamination'],
    ]
    for (const [change, field] of wrong) {
      expect(() => regreasing({ ...BASE, ...change }), field)
        .to.throw(InputError)
        .with.property('field', field)
    }
  })
  it('a meter shows RMS; the formula wants peak', () => expect(peakOfRms(3)).to.be.closeTo(4.243, 0.001))
})

describe('greases that meet', () => {
  for (const [a, b, mixing] of THICKENER_PAIRS)
    it(`${a} with ${b}: ${mixing}`, () => {
      expect(thickenerMixing(a, b)).to.equal(mixing)
      expect(thickenerMixing(b, a)).to.equal(mixing)
    })
  for (const [a, b, mixing] of OIL_PAIRS)
    it(`${a} oil with ${b} oil: ${mixing}`, () => {
      expect(oilMixing(a, b)).to.equal(mixing)
      expect(oilMixing(b, a)).to.equal(mixing)
    })
  it('tables are symmetric, and everything goes with itself', () => {
    for (const a of THICKENERS)
      for (const b of THICKENERS) {
        expect(thickenerMixing(a.name, b.name), `${a.name} ${b.name}`).to.equal(thickenerMixing(b.name, a.name))
        if (a === b) expect(thickenerMixing(a.name, b.name)).to.equal('compatible')
      }
    for (const a of BASE_OILS)
      for (const b of BASE_OILS) {
        expect(oilMixing(a.name, b.name)).to.equal(oilMixing(b.name, a.name))
        if (a === b) expect(oilMixing(a.name, b.name)).to.equal('compatible')
      }
  })
  it('the worse of thickener and oil counts; unknown is no', () => {
    expect(compatibility({ thickener: 'lithium-complex', baseOil: 'mineral' }, GREASE).mixing).to.equal('compatible')
    expect(compatibility({ thickener: 'lithium', baseOil: 'pag' }, GREASE).mixing).to.equal('no')
    expect(compatibility({ thickener: 'calcium', baseOil: 'pao' }, GREASE).mixing).to.equal('borderline')
    for (const inside of [
      { thickener: 'unknown', baseOil: 'mineral' },
      { thickener: 'lithium', baseOil: 'unknown' },
    ] as const) {
      const { mixing, words } = compatibility(inside, GREASE)
      expect(mixing).to.equal('no')
      expect(words).to.contain('not known')
    }
  })
})

describe('how much', () => {
  it('first fill by hand: 31 wide, 60 to 130, 1.70 kg, 40 %', () => {
    const { freeCm3, firstFillG } = firstFill({ boreMm: 60, outsideMm: 130, widthMm: 31, massKg: 1.7 }, 0.4).values
    expect(freeCm3).to.be.closeTo(323.82 - 216.56, 0.05)
    expect(firstFillG).to.be.closeTo(107.26 * 0.4 * 0.9, 0.05)
  })
  it('no row of the catalogue has more steel than room', () => {
    for (const name of ['6000', '6206', '6322', 'NU 210', '22213', '22322'])
      expect(firstFill(findBearing(name)!.row, 0.3).values.firstFillG, name).to.be.above(0)
  })
  it('fills less the faster it turns', () => expect([1000, 3000, 6000].map((n) => fillShare(n, 90))).to.deep.equal([0.4, 0.3, 0.15]))
  it('strokes are whole and at least one', () => {
    expect(gramsOf(16, { gramsPerStroke: 1.24 })).to.be.closeTo(19.84, 1e-9)
    expect(strokesFor(20.15, { gramsPerStroke: 1.24 })).to.equal(16)
    expect(strokesFor(0.3, { gramsPerStroke: 1.24 })).to.equal(1)
  })
})

describe('film', () => {
  it('goes through both points of the oil', () => {
    expect(film(GREASE, 40, 95, 1470).values.viscosity).to.be.closeTo(110, 1e-6)
    expect(film(GREASE, 100, 95, 1470).values.viscosity).to.be.closeTo(11.5, 1e-6)
  })
  it('reference viscosity by hand, and its two branches meet within 3 % at 1000 r/min', () => {
    expect(film(GREASE, 70, 100, 1500).values.reference).to.be.closeTo(4500 / Math.sqrt(1500) / 10, 1e-9)
    const [below, above] = [999.999, 1000].map((n) => film(GREASE, 70, 100, n).values.reference)
    expect(below! / above!).to.be.within(1, 1.03)
  })
  it('law: warmer oil is thinner, κ is their ratio', () => {
    fc.assert(
      fc.property(fc.double({ min: -20, max: 140, noNaN: true }), (T) => {
        const [a, b] = [film(GREASE, T, 95, 1470).values, film(GREASE, T + 5, 95, 1470).values]
        return b.viscosity < a.viscosity && Math.abs(a.kappa - a.viscosity / a.reference) < 1e-9
      }),
    )
  })
})
