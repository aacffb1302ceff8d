import { expect } from 'chai'
import fc from 'fast-check'
import { isThrust } from '../../src/core/bearing/families.js'
import { catalogue } from '../../src/core/catalogue/catalogue.js'
import { bearing } from '../../src/core/identify/marked.js'
import type { Family } from '../../src/core/bearing/families.js'
import {
  CYLINDRICAL,
  DEEP_GROOVE,
  SELF_ALIGNING,
  SELF_ALIGNING_TAPERED_BORE,
  SPHERICAL,
  SPHERICAL_TAPERED_BORE,
} from '../../src/core/fits/clearance-tables.js'
import { clearanceGroup } from '../../src/core/fits/clearance-group.js'
import { CLEARANCE_GROUPS, type ClearanceGroup } from '../../src/core/bearing/clearance.js'
import { fit } from '../../src/core/fits/fit.js'
import { innerShrinkUm, jointPressureMPa, outerGrowthUm } from '../../src/core/fits/lame.js'
import { density, normalShare, positivePart } from '../../src/core/fits/normal-distribution.js'
import { recommendFit } from '../../src/core/fits/recommend.js'
import { ratingLife } from '../../src/core/life/rating-life.js'
import { MATERIALS, coolingPerK, type Material } from '../../src/core/materials.js'
import { equivalentLoad } from '../../src/core/ratings/equivalent-load.js'
import { f0Ball, fcBall, fcThrustCylinders, loadRating } from '../../src/core/ratings/load-rating.js'
import { HOUSING_CLASSES, SHAFT_CLASSES } from '../../src/core/tolerances/iso286-tables.js'
import { standardToleranceUm, tolerance } from '../../src/core/tolerances/iso286.js'
import { METRIC_ACCURACIES, ringTolerance } from '../../src/core/tolerances/ring.js'
import {
  CYLINDRICAL_ROWS,
  DEEP_GROOVE_ROWS,
  SELF_ALIGNING_ROWS,
  SELF_ALIGNING_TAPERED_ROWS,
  SPHERICAL_ROWS,
  SPHERICAL_TAPERED_ROWS,
} from './tables/clearance.js'
import { GRADES, LIMITS } from './tables/limits.js'
import { INSERT_BORES, RING_TABLES } from './tables/rings.js'
import { HOUSINGS, SWEPT_SHAFTS } from './tables/seats.js'
import { SIZES } from './tables/sizes.js'

describe('printed tables', () => {
  for (const [name, sizeMm, upperUm, lowerUm] of LIMITS) {
    it(`ISO 286: ${sizeMm} ${name}`, () => {
      expect(tolerance({ sizeMm, toleranceClass: name }).values).to.deep.equal({ upperUm, lowerUm })
    })
  }

  it('ISO 286 pins every class at least once', () => {
    expect([...SHAFT_CLASSES, ...HOUSING_CLASSES].filter((name) => !LIMITS.some((row) => row[0] === name))).to.deep.equal([])
  })

  for (const [sizeMm, widths] of GRADES) {
    it(`ISO 286: IT3 to IT10 at ${sizeMm} mm`, () => {
      expect(widths.map((_, i) => standardToleranceUm(i + 3, sizeMm))).to.deep.equal(widths)
    })
  }

  for (const { ring, family, rows } of RING_TABLES) {
    for (const [sizeMm, ...widths] of rows) {
      it(`${ring} ring, ${family}, ${sizeMm} mm`, () => {
        METRIC_ACCURACIES.forEach((accuracy, i) => {
          const ask = () => ringTolerance({ ring, sizeMm, accuracy, family }).values
          if (widths[i] === null) expect(ask, accuracy).to.throw('is held up to')
          else expect(ask(), accuracy).to.deep.equal({ upperUm: 0, lowerUm: -widths[i]! })
        })
      })
    }
  }

  for (const [sizeMm, upperUm] of INSERT_BORES) {
    it(`ISO 9628: insert bearing bore ${sizeMm} mm`, () => {
      expect(ringTolerance({ ring: 'inner', sizeMm, accuracy: 'normal', family: 'insert-ball' }).values).to.deep.equal({
        upperUm,
        lowerUm: 0,
      })
    })
  }

  for (const [designation, boreMm, outsideMm, widthMm] of SIZES) {
    it(`ISO 15: ${designation}`, () => {
      expect(bearing({ designation }).values).to.include({ designation, boreMm, outsideMm, widthMm })
    })
  }

  const clearances: [Family, boolean, [number, ClearanceGroup, number, number][]][] = [
    ['deep-groove-ball', false, DEEP_GROOVE_ROWS],
    ['cylindrical-roller', false, CYLINDRICAL_ROWS],
    ['spherical-roller', false, SPHERICAL_ROWS],
    ['spherical-roller', true, SPHERICAL_TAPERED_ROWS],
    ['self-aligning-ball', false, SELF_ALIGNING_ROWS],
    ['self-aligning-ball', true, SELF_ALIGNING_TAPERED_ROWS],
  ]
  for (const [family, taperedBore, rows] of clearances) {
    for (const [boreMm, group, minUm, maxUm] of rows) {
      it(`ISO 5753: ${family}${taperedBore ? ', tapered bore' : ''} ${boreMm} mm group ${group}`, () => {
        expect(clearanceGroup({ family, boreMm, taperedBore, group }).values).to.deep.equal({ minUm, maxUm })
      })
    }
  }

  // prettier-ignore
  for (const [name, table, rows] of [
    ['deep groove', DEEP_GROOVE, DEEP_GROOVE_ROWS], ['cylindrical', CYLINDRICAL, CYLINDRICAL_ROWS], ['spherical', SPHERICAL, SPHERICAL_ROWS],
    ['spherical, tapered bore', SPHERICAL_TAPERED_BORE, SPHERICAL_TAPERED_ROWS], ['self-aligning', SELF_ALIGNING, SELF_ALIGNING_ROWS],
    ['self-aligning, tapered bore', SELF_ALIGNING_TAPERED_BORE, SELF_ALIGNING_TAPERED_ROWS],
  ] as const)
    it(`ISO 5753: every row of ${name} has a value here`, () =>
      table.forEach(([to], i) => expect(rows.some(([bore]) => bore <= to && bore > (table[i - 1]?.[0] ?? 0)), `to ${to} mm`).to.equal(true)))

  it('ISO 5753: groups follow one another and grow with the bore', () => {
    for (const [family, taperedBore] of clearances.slice(0, 4)) {
      let last = 0
      for (const boreMm of [20, 28, 36, 45, 60, 75, 95, 115, 135, 155, 175, 195]) {
        const mids = CLEARANCE_GROUPS.map((group) => clearanceGroup({ family, boreMm, taperedBore, group }).values).map(
          (v) => (v.minUm + v.maxUm) / 2,
        )
        mids.slice(1).forEach((mid, i) => expect(mid, `${family} ${boreMm}`).to.be.above(mids[i]!))
        expect(mids[1]!).to.be.at.least(last)
        last = mids[1]!
      }
    }
  })

  for (const [family, boreMm, loadRatio, wanted] of SWEPT_SHAFTS) {
    it(`seat: ${family} ${boreMm} mm at P/C ${loadRatio} takes ${wanted}`, () => {
      const input = { family, boreMm, outsideMm: boreMm * 2, innerRingLoad: 'rotating', outerRingLoad: 'stationary', loadRatio } as const
      expect(recommendFit(input).values.shaftClass).to.equal(wanted)
    })
  }

  for (const [outerRingLoad, loadRatio, options, wanted] of HOUSINGS) {
    it(`seat: outer ring ${outerRingLoad} at P/C ${loadRatio} ${JSON.stringify(options)} takes ${wanted}`, () => {
      const input = {
        family: 'deep-groove-ball',
        boreMm: 60,
        outsideMm: 130,
        innerRingLoad: 'rotating',
        outerRingLoad,
        loadRatio,
        options,
      } as const
      expect(recommendFit(input).values.housingClass).to.equal(wanted)
    })
  }
})

describe('seat recommendation says what it does', () => {
  const base = {
    family: 'spherical-roller',
    boreMm: 80,
    outsideMm: 140,
    innerRingLoad: 'rotating',
    outerRingLoad: 'stationary',
    loadRatio: 0.1,
  } as const
  const codes = (more: object) => recommendFit({ ...base, ...more }).cautions.map((c) => c.code)
  it('cautions a hollow shaft, a split housing that would pinch, and rings that cannot slide', () => {
    expect(codes({ options: { hollowShaft: true } })).to.include('hollow-shaft')
    expect(codes({ outerRingLoad: 'rotating', options: { split: true } })).to.include('split-housing')
    expect(codes({ outerRingLoad: 'rotating', options: { outerMustSlide: true } })).to.include('outer-must-slide')
    expect(codes({ options: { innerMustSlide: true } })).to.include('inner-must-slide')
    expect(codes({})).to.deep.equal([])
  })
  it('says when the two schools of load bands part', () => {
    expect(codes({ loadRatio: 0.13, boreMm: 60 })).to.include('bands-part')
    expect(codes({ loadRatio: 0.1 })).to.not.include('bands-part')
  })
  it('names the row it took where the table has a gap', () => {
    expect(recommendFit({ ...base, loadRatio: 0.04 }).assumptions.join(' ')).to.contain('no row of its own for light load')
    expect(recommendFit({ ...base, boreMm: 40, loadRatio: 0.2 }).assumptions.join(' ')).to.contain('begins above 50 mm')
    expect(
      recommendFit({ ...base, family: 'cylindrical-roller', boreMm: 300, outsideMm: 540, loadRatio: 0.04 }).assumptions.join(' '),
    ).to.contain('ends at 200 mm')
    expect(recommendFit({ ...base, loadRatio: 0.2 }).assumptions.join(' ')).to.contain('Another school keeps n6')
  })
  it('every reason is a sentence', () => {
    for (const innerRingLoad of ['rotating', 'stationary', 'indeterminate'] as const) {
      const { shaftReason, housingReason } = recommendFit({ ...base, innerRingLoad }).values
      expect(shaftReason).to.match(/^[A-Z].*\.$/)
      expect(housingReason).to.match(/^[A-Z].*\.$/)
    }
  })
})

describe('factors of ISO 281 and ISO 76', () => {
  // ISO 281:2007 table 10, α = 90°.
  for (const [ratio, value] of [
    [0.01, 105.4],
    [0.02, 122.9],
    [0.05, 150.7],
    [0.1, 175.7],
    [0.2, 205],
  ] as const)
    it(`fc of thrust cylinders at Dwe/Dpw ${ratio} is ${value}`, () => expect(fcThrustCylinders(ratio)).to.be.closeTo(value, 0.2))
  it('thrust cylinders by hand: fourteen of 9 by 9 mm on 54 mm', () => {
    const rated = loadRating({
      family: 'thrust-cylindrical-roller',
      elements: 14,
      elementDiameterMm: 9,
      rollerLengthMm: 9,
      pitchDiameterMm: 54,
    })
    const C = 293.2 * (9 / 54) ** (2 / 9) * 9 ** (7 / 9) * 14 ** 0.75 * 9 ** (29 / 27)
    expect(rated.values.dynamicRatingN).to.be.closeTo(C, 1)
    expect(rated.values.staticRatingN).to.be.closeTo(220 * 14 * 81, 1)
    expect(() => fcThrustCylinders(0.5)).to.throw()
  })
  it('four points of contact are two rows of contacts: 2^0.7 of one row in C, twice in C0', () => {
    const of = (rows: number) =>
      loadRating({ family: 'four-point-ball', elements: 13, elementDiameterMm: 12.7, pitchDiameterMm: 60, contactAngleDeg: 35, rows })
        .values
    expect(of(2).dynamicRatingN / of(1).dynamicRatingN).to.be.closeTo(2 ** 0.7, 1e-9)
    expect(of(2).staticRatingN / of(1).staticRatingN).to.be.closeTo(2, 1e-9)
    expect(bearing({ designation: 'QJ 208' }).values.dynamicRatingN).to.be.closeTo(of(2).dynamicRatingN, 1)
  })
  const fc_: [number, number][] = [
    [0.05, 46.7],
    [0.06, 49.1],
    [0.08, 52.8],
    [0.1, 55.5],
    [0.12, 57.5],
    [0.14, 58.8],
    [0.16, 59.6],
    [0.18, 59.9],
    [0.22, 59.6],
    [0.24, 59.0],
    [0.26, 58.2],
    [0.28, 57.1],
    [0.3, 56.0],
    [0.32, 54.6],
    [0.34, 53.2],
    [0.36, 51.7],
    [0.38, 50.0],
    [0.4, 48.4],
  ]
  for (const [gamma, value] of fc_) it(`fc at γ ${gamma} is ${value}`, () => expect(fcBall(gamma)).to.be.closeTo(value, 1e-9))

  const f0: [number, number][] = [
    [0.05, 15.7],
    [0.07, 16.1],
    [0.1, 16.4],
    [0.12, 15.9],
    [0.14, 15.4],
    [0.16, 14.9],
    [0.18, 14.4],
    [0.2, 14.0],
    [0.22, 13.5],
    [0.24, 13.0],
    [0.26, 12.5],
    [0.28, 12.1],
    [0.3, 11.6],
  ]
  for (const [gamma, value] of f0) it(`f0 at γ ${gamma} is ${value}`, () => expect(f0Ball(gamma)).to.be.closeTo(value, 1e-9))

  /** [f0 Fa/C0, e, Y] */
  const eY: [number, number, number][] = [
    [0.1, 0.19, 2.3],
    [0.172, 0.19, 2.3],
    [0.345, 0.22, 1.99],
    [0.689, 0.26, 1.71],
    [1.03, 0.28, 1.55],
    [1.38, 0.3, 1.45],
    [2.07, 0.34, 1.31],
    [3.45, 0.38, 1.15],
    [5.17, 0.42, 1.04],
    [6.89, 0.44, 1.0],
    [9, 0.44, 1.0],
  ]
  for (const [ratio, e, Y] of eY) {
    it(`deep groove at f0 Fa/C0 ${ratio}: e ${e}, Y ${Y}`, () => {
      const axialLoadN = ratio * 1000
      const v = equivalentLoad({ family: 'deep-groove-ball', radialLoadN: axialLoadN, axialLoadN, staticRatingN: 14000, f0: 14 }).values
      expect(v.e).to.be.closeTo(e, 1e-9)
      expect(v.equivalentLoadN).to.be.closeTo(Math.max(1, 0.56 + Y) * axialLoadN, 1e-6)
    })
  }

  const a1: [number, number][] = [
    [90, 1],
    [95, 0.64],
    [96, 0.55],
    [97, 0.47],
    [98, 0.37],
    [99, 0.25],
    [99.2, 0.22],
    [99.4, 0.19],
    [99.6, 0.16],
    [99.8, 0.12],
    [99.9, 0.093],
    [99.92, 0.087],
    [99.94, 0.08],
    [99.95, 0.077],
  ]
  for (const [reliabilityPercent, value] of a1) {
    it(`a1 at ${reliabilityPercent} % is ${value}`, () => {
      const v = ratingLife({ rollingElement: 'ball', dynamicRatingN: 1e4, equivalentLoadN: 1e3, speedRpm: 1000, reliabilityPercent }).values
      expect(v.modifiedLifeH / v.ratingLifeH).to.be.closeTo(value, 1e-9)
    })
  }
})

describe('laws of the parts', () => {
  it('a fit is loose at one end when the probable range says so, and the probable range lies inside the limits', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SHAFT_CLASSES), fc.integer({ min: 5, max: 240 }), (toleranceClass, sizeMm) => {
        const v = fit({ seat: 'shaft', sizeMm, toleranceClass, accuracy: 'normal', family: 'spherical-roller' }).values
        return v.minInterferenceUm <= v.probableMinInterferenceUm && v.probableMaxInterferenceUm <= v.maxInterferenceUm
      }),
    )
  })

  it('Lamé: same steel on a solid shaft gives U d/F, in an endless housing U E/D', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 200, noNaN: true }),
        fc.double({ min: 1.05, max: 2, noNaN: true }),
        fc.double({ min: 1, max: 80, noNaN: true }),
        (d, ratio, U) => {
          const F = d * ratio
          const onShaft = {
            innerBoreMm: 0,
            jointMm: d,
            outerMm: F,
            innerMaterial: 'bearing-steel',
            outerMaterial: 'bearing-steel',
          } as const
          const inHousing = {
            innerBoreMm: d,
            jointMm: F,
            outerMm: Infinity,
            innerMaterial: 'bearing-steel',
            outerMaterial: 'bearing-steel',
          } as const
          return Math.abs(outerGrowthUm(onShaft, U) - (U * d) / F) < 1e-6 && Math.abs(innerShrinkUm(inHousing, U) - (U * d) / F) < 1e-6
        },
      ),
    )
  })

  it('Lamé: a hollow shaft and a softer housing hold less, a loose joint not at all', () => {
    const solid = { innerBoreMm: 0, jointMm: 60, outerMm: 74, innerMaterial: 'carbon-steel', outerMaterial: 'bearing-steel' } as const
    const hollow = { ...solid, innerBoreMm: 40 }
    expect(jointPressureMPa(hollow, 20)).to.be.below(jointPressureMPa(solid, 20))
    expect(jointPressureMPa({ ...solid, innerMaterial: 'aluminium' }, 20)).to.be.below(jointPressureMPa(solid, 20))
    expect(jointPressureMPa(solid, -5)).to.equal(0)
    // By the sheet's formula for one steel: U (d/F)(1 − (d0/d)²)/(1 − (d0/F)²).
    const expected = ((20 * 60) / 74) * ((1 - (40 / 60) ** 2) / (1 - (40 / 74) ** 2))
    expect(outerGrowthUm({ ...hollow, innerMaterial: 'bearing-steel' }, 20)).to.be.closeTo(expected, 1e-9)
  })

  it('normal distribution: known quantiles, and the positive part against numerical integration', () => {
    expect(normalShare(0)).to.be.closeTo(0.5, 1e-6)
    expect(normalShare(1.959964)).to.be.closeTo(0.975, 1e-6)
    expect(normalShare(-1)).to.be.closeTo(0.1586553, 1e-6)
    for (const [mean, sigma] of [
      [5, 2],
      [0, 3],
      [-2, 2],
      [1, 0.5],
    ] as const) {
      let first = 0
      let second = 0
      for (let z = -8; z < 8; z += 0.001) {
        const x = Math.max(0, mean + sigma * z)
        first += x * density(z) * 0.001
        second += x * x * density(z) * 0.001
      }
      const got = positivePart({ mean, sigma })
      expect(got.mean).to.be.closeTo(first, 1e-3)
      expect(got.sigma).to.be.closeTo(Math.sqrt(second - first * first), 1e-3)
    }
    expect(positivePart({ mean: -3, sigma: 0 })).to.deep.equal({ mean: 0, sigma: 0 })
  })

  /** Pinned expansion, 10⁻⁶ per K: [material, near room, to −25, −78, −196 °C]. */
  const expansion: [Material, number, number, number, number][] = [
    ['bearing-steel', 12.0, 11.6, 11.0, 9.7],
    ['carbon-steel', 11.7, 11.3, 10.6, 9.3],
    ['austenitic-stainless', 16.5, 16.0, 15.3, 13.5],
    ['cast-iron', 10.5, 10.2, 9.6, 8.5],
    ['bronze', 17.5, 17.0, 16.2, 15.5],
    ['aluminium', 23.5, 22.8, 21.5, 18.0],
  ]
  for (const [material, room, ...cold] of expansion) {
    it(`expansion of ${material}`, () => {
      expect(MATERIALS[material].expansion).to.equal(room)
      ;[-25, -78, -196].forEach((toC, i) => expect(coolingPerK(material, toC).perK * 1e6).to.be.closeTo(cold[i]!, 1e-9))
      expect(coolingPerK(material, -50).perK * 1e6).to.be.within(cold[1]!, cold[0]!)
    })
  }
  it('steels without a cooling row take the nearest and say which', () => {
    expect(coolingPerK('duplex-stainless', -78).standIn).to.equal('bearing steel')
    expect(coolingPerK('martensitic-stainless', -78).standIn).to.equal('cast iron')
    expect(coolingPerK('bronze', -78)).to.not.have.property('standIn')
  })

  it('every row of the catalogue takes every calculation a card asks of it', () => {
    for (const row of catalogue()) {
      const [radialLoadN, axialLoadN] = isThrust(row.family) ? [0, row.dynamicRatingN / 10] : [row.dynamicRatingN / 10, 0]
      const load = equivalentLoad({ ...row, f0: row.f0 ?? undefined, radialLoadN, axialLoadN }).values
      expect(load.equivalentLoadN, row.designation).to.equal(row.dynamicRatingN / 10)
      const seat = recommendFit({ ...row, innerRingLoad: 'rotating', outerRingLoad: 'stationary', loadRatio: 0.1 }).values
      expect(
        fit({ seat: 'shaft', sizeMm: row.boreMm, toleranceClass: seat.shaftClass, accuracy: 'normal', family: row.family }).values
          .maxInterferenceUm,
        row.designation,
      ).to.be.above(row.family === 'insert-ball' || isThrust(row.family) ? -100 : 0)
    }
  })
})
