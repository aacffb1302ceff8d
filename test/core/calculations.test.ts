import { expect } from 'chai'
import fc from 'fast-check'
import { calculate, CALCULATIONS, describeCalculations } from '../../src/contract/calculations/registry.js'
import { RANGES } from './tables/ranges.js'
import { fcBall, fcRoller } from '../../src/core/ratings/load-rating.js'

type Values = Record<string, unknown>

function values(name: string, input: object): Values {
  const answer = calculate(name, input)
  if (!answer.ok) throw new Error(answer.problem.detail)
  return answer.result.values as Values
}

function codes(name: string, input: object): string[] {
  const answer = calculate(name, input)
  if (!answer.ok) throw new Error(answer.problem.detail)
  return answer.result.cautions.map((c) => c.code)
}

const STEEL_60 = { boreMm: 60, racewayDiameterMm: 74, widthMm: 31, interferenceUm: 20 }
const RECOMMEND = {
  family: 'deep-groove-ball',
  boreMm: 60,
  outsideMm: 130,
  innerRingLoad: 'rotating',
  outerRingLoad: 'stationary',
  loadRatio: 0.1,
}
const OPERATING = {
  designation: '6312',
  group: '3',
  shaft: { toleranceClass: 'k5' },
  housing: { toleranceClass: 'H7' },
  innerRingC: 70,
  outerRingC: 60,
}
const SPHERICAL_LOAD = { family: 'spherical-roller', contactAngleDeg: 10, radialLoadN: 10000 }

/** Worked by hand from the standards' formulas and tables: [calculation, input, field, value, relative tolerance]. */
const WORKED: [string, object, string, number | string | boolean, number?][] = [
  ['fit', { seat: 'shaft', sizeMm: 60, toleranceClass: 'k5', accuracy: 'normal', family: 'deep-groove-ball' }, 'maxInterferenceUm', 30],
  ['fit', { seat: 'shaft', sizeMm: 60, toleranceClass: 'k5', accuracy: 'normal', family: 'deep-groove-ball' }, 'minInterferenceUm', 2],
  ['fit', { seat: 'housing', sizeMm: 130, toleranceClass: 'H7', accuracy: 'normal', family: 'deep-groove-ball' }, 'maxInterferenceUm', 0],
  ['fit', { seat: 'housing', sizeMm: 130, toleranceClass: 'H7', accuracy: 'normal', family: 'deep-groove-ball' }, 'minInterferenceUm', -58],
  ['fit', { seat: 'shaft', sizeMm: 40, toleranceClass: 'h6', accuracy: 'normal', family: 'insert-ball' }, 'maxInterferenceUm', 0],
  ['fit', { seat: 'shaft', sizeMm: 40, toleranceClass: 'h6', accuracy: 'normal', family: 'insert-ball' }, 'minInterferenceUm', -37],
  ['clearance-group', { family: 'deep-groove-ball', boreMm: 60, group: 'N' }, 'minUm', 8],
  ['clearance-group', { family: 'deep-groove-ball', boreMm: 65, group: '3' }, 'maxUm', 43],
  ['clearance-group', { family: 'deep-groove-ball', boreMm: 100, group: '4' }, 'maxUm', 84],
  ['clearance-group', { family: 'deep-groove-ball', boreMm: 17, group: '2' }, 'maxUm', 9],
  ['clearance-group', { family: 'cylindrical-roller', boreMm: 50, group: 'N' }, 'minUm', 30],
  ['clearance-group', { family: 'cylindrical-roller', boreMm: 110, group: '3' }, 'maxUm', 125],
  ['clearance-group', { family: 'spherical-roller', boreMm: 110, group: 'N' }, 'minUm', 75],
  ['clearance-group', { family: 'spherical-roller', boreMm: 110, group: '3' }, 'maxUm', 160],
  ['clearance-group', { family: 'spherical-roller', boreMm: 80, taperedBore: true, group: 'N' }, 'minUm', 70],
  // 20 + (30 + 24) / (0.012 · 60) = 95; 5 mm bores take the 20 µm floor.
  ['heating-temperature', { boreMm: 60, interferenceUm: 30, shaftTemperatureC: 20 }, 'ringTemperatureC', 95],
  ['heating-temperature', { boreMm: 40, interferenceUm: 25, shaftTemperatureC: 18 }, 'ringTemperatureC', 18 + 41 / 0.48],
  ['heating-temperature', { boreMm: 40, interferenceUm: 25, shaftTemperatureC: 18 }, 'setC', 105],
  ['heating-temperature', { boreMm: 40, interferenceUm: 25, shaftTemperatureC: 18 }, 'withinLimit', true],
  ['heating-temperature', { boreMm: 40, interferenceUm: 35, shaftTemperatureC: 20 }, 'withinLimit', false],
  ['heating-temperature', { boreMm: 40, interferenceUm: 35, shaftTemperatureC: 20 }, 'setC', 110],
  ['heating-temperature', { boreMm: 40, interferenceUm: 35, shaftTemperatureC: 20 }, 'clearanceLeftUm', 90 * 0.48 - 35],
  ['heating-temperature', { boreMm: 10, interferenceUm: 5, shaftTemperatureC: 20 }, 'mountingClearanceUm', 6],
  // 106.6 °C is within 108, though rounded up it would be 110.
  ['heating-temperature', { boreMm: 60, interferenceUm: 38.35, shaftTemperatureC: 20, limitC: 108 }, 'withinLimit', true],
  ['heating-temperature', { boreMm: 60, interferenceUm: 38.35, shaftTemperatureC: 20, limitC: 108 }, 'setC', 108],
  // 1000 mm, 60 K on carbon steel against 40 K on cast iron: 1000 (702 − 420)e-6.
  [
    'thermal-growth',
    { spanMm: 1000, shaftMaterial: 'carbon-steel', shaftRiseK: 60, housingMaterial: 'cast-iron', housingRiseK: 40 },
    'growthMm',
    0.282,
  ],
  // One foot of shaft by the quick rule is 0.010 inch.
  [
    'thermal-growth',
    { spanMm: 304.8, shaftMaterial: 'carbon-steel', shaftRiseK: 60, housingMaterial: 'cast-iron', housingRiseK: 0 },
    'quickRuleMm',
    0.254,
  ],
  [
    'thermal-growth',
    { spanMm: 304.8, shaftMaterial: 'austenitic-stainless', shaftRiseK: 60, housingMaterial: 'cast-iron', housingRiseK: 0 },
    'quickRuleMm',
    0.381,
  ],
  ['chilling', { diameterMm: 100, material: 'bearing-steel', fromC: 20, toC: -78, interferenceUm: 40 }, 'shrinkUm', 107.8],
  ['chilling', { diameterMm: 50, material: 'bronze', fromC: 20, toC: -196, interferenceUm: 100 }, 'clearanceUm', 67.4],
  // Same steel, solid shaft: p = U E (F² − d²) / (2 d F²).
  ['press-force', STEEL_60, 'pressureMPa', (0.02 * 206000 * (74 ** 2 - 60 ** 2)) / (2 * 60 * 74 ** 2)],
  ['press-force', STEEL_60, 'forceN', 0.12 * ((0.02 * 206000 * (74 ** 2 - 60 ** 2)) / (2 * 60 * 74 ** 2)) * Math.PI * 60 * 31],
  ['rating-life', { rollingElement: 'ball', dynamicRatingN: 20000, equivalentLoadN: 2000, speedRpm: 1000 }, 'ratingLifeMrev', 1000],
  [
    'rating-life',
    { rollingElement: 'ball', dynamicRatingN: 20000, equivalentLoadN: 2000, speedRpm: 1000 },
    'ratingLifeH',
    16666.6667,
    1e-6,
  ],
  [
    'rating-life',
    { rollingElement: 'roller', dynamicRatingN: 20000, equivalentLoadN: 2000, speedRpm: 1000 },
    'ratingLifeMrev',
    2154.4347,
    1e-6,
  ],
  [
    'rating-life',
    { rollingElement: 'ball', dynamicRatingN: 20000, equivalentLoadN: 2000, speedRpm: 1000, reliabilityPercent: 95, aIso: 2 },
    'modifiedLifeH',
    21333.3333,
    1e-6,
  ],
  [
    'equivalent-load',
    { family: 'deep-groove-ball', radialLoadN: 4000, axialLoadN: 2000, staticRatingN: 20000, f0: 13.8 },
    'equivalentLoadN',
    0.56 * 4000 + 1.45 * 2000,
  ],
  ['equivalent-load', { family: 'deep-groove-ball', radialLoadN: 4000, axialLoadN: 2000, staticRatingN: 20000, f0: 13.8 }, 'e', 0.3],
  [
    'equivalent-load',
    { family: 'deep-groove-ball', radialLoadN: 4000, axialLoadN: 500, staticRatingN: 20000, f0: 13.8 },
    'equivalentLoadN',
    4000,
  ],
  ['equivalent-load', { ...SPHERICAL_LOAD, axialLoadN: 1000 }, 'equivalentLoadN', 10000 + 0.45 * 5.671282 * 1000, 1e-6],
  ['equivalent-load', { ...SPHERICAL_LOAD, axialLoadN: 4000 }, 'equivalentLoadN', 6700 + 0.67 * 5.671282 * 4000, 1e-6],
  ['equivalent-load', { ...SPHERICAL_LOAD, axialLoadN: 1000 }, 'staticEquivalentLoadN', 10000 + 0.44 * 5.671282 * 1000, 1e-6],
  ['equivalent-load', { family: 'cylindrical-roller', radialLoadN: 5000, axialLoadN: 0 }, 'equivalentLoadN', 5000],
  ['equivalent-load', { family: 'cylindrical-roller', radialLoadN: 5000, axialLoadN: 1500 }, 'equivalentLoadN', 0.92 * 5000 + 0.6 * 1500],
  // 9 balls of 12 mm on 60 mm: γ 0.2, fc 59.9, 9^(2/3) 4.3267, 12^1.8 87.6046; C0 = 14.0 · 9 · 144.
  [
    'load-rating',
    { family: 'deep-groove-ball', elements: 9, elementDiameterMm: 12, pitchDiameterMm: 60 },
    'dynamicRatingN',
    1.3 * 59.9 * 4.326749 * 87.60464,
    1e-5,
  ],
  ['load-rating', { family: 'deep-groove-ball', elements: 9, elementDiameterMm: 12, pitchDiameterMm: 60 }, 'staticRatingN', 18144],
  [
    'load-rating',
    { family: 'cylindrical-roller', elements: 14, elementDiameterMm: 10, rollerLengthMm: 10, pitchDiameterMm: 100 },
    'staticRatingN',
    44 * 0.9 * 14 * 100,
  ],
  ['bearing', { designation: 'nu-210' }, 'outsideMm', 90],
  ['bearing', { designation: ' 223 12 ' }, 'widthMm', 46],
  ['recommend-fit', RECOMMEND, 'shaftClass', 'k5'],
  ['recommend-fit', RECOMMEND, 'housingClass', 'H7'],
  ['recommend-fit', { ...RECOMMEND, loadRatio: 0.05 }, 'shaftClass', 'j6'],
  ['recommend-fit', { ...RECOMMEND, boreMm: 110, outsideMm: 200 }, 'shaftClass', 'm5'],
  ['recommend-fit', { ...RECOMMEND, family: 'tapered-roller' }, 'shaftClass', 'm6'],
  ['recommend-fit', { ...RECOMMEND, family: 'cylindrical-roller', loadRatio: 0.2 }, 'shaftClass', 'n6'],
  ['recommend-fit', { ...RECOMMEND, family: 'spherical-roller', boreMm: 100, outsideMm: 180 }, 'shaftClass', 'm6'],
  ['recommend-fit', { ...RECOMMEND, innerRingLoad: 'stationary', outerRingLoad: 'rotating' }, 'shaftClass', 'h6'],
  ['recommend-fit', { ...RECOMMEND, innerRingLoad: 'stationary', outerRingLoad: 'rotating' }, 'housingClass', 'N7'],
  ['recommend-fit', { ...RECOMMEND, innerRingLoad: 'stationary', options: { innerMustSlide: true } }, 'shaftClass', 'g6'],
  ['recommend-fit', { ...RECOMMEND, options: { sleeve: true } }, 'shaftClass', 'h9'],
  ['recommend-fit', { ...RECOMMEND, options: { heatThroughShaft: true } }, 'housingClass', 'G7'],
  ['recommend-fit', { ...RECOMMEND, options: { lightAlloy: true } }, 'housingClass', 'J7'],
  ['recommend-fit', { ...RECOMMEND, outerRingLoad: 'indeterminate', options: { outerMustSlide: true } }, 'housingClass', 'J7'],
  ['recommend-fit', { ...RECOMMEND, outerRingLoad: 'rotating', options: { split: true } }, 'housingClass', 'J7'],
  ['recommend-fit', { ...RECOMMEND, loadRatio: 0.065, options: { loadBands: '0.07-0.15' } }, 'shaftClass', 'j6'],
]

describe('calculations, worked by hand', () => {
  for (const [name, input, field, wanted, relative = 1e-9] of WORKED) {
    it(`${name} ${JSON.stringify(input).slice(0, 110)} → ${field}`, () => {
      const got = values(name, input)[field]
      if (typeof wanted === 'number') expect(got as number).to.be.closeTo(wanted, Math.max(Math.abs(wanted) * relative, 1e-9))
      else expect(got).to.equal(wanted)
    })
  }

  it('meets the tabulated geometry factors', () => {
    expect(fcBall(0.2)).to.equal(59.9)
    expect(fcBall(0.0499999)).to.be.closeTo(46.7, 0.25)
    expect(fcRoller(0.1)).to.be.closeTo(84.2, 0.25)
    expect(fcRoller(0.18)).to.be.closeTo(88.8, 0.3)
    expect(fcRoller(0.3)).to.be.closeTo(83.8, 0.3)
  })
})

describe('operating clearance', () => {
  it('leaves the group untouched on loose seats without heat', () => {
    const v = values('operating-clearance', { ...OPERATING, shaft: { toleranceClass: 'f6' }, innerRingC: 20, outerRingC: 20 })
    expect(v).to.include({ minUm: 23, maxUm: 43 })
    expect(v.medianUm as number).to.be.closeTo(33, 1e-3)
  })
  it('takes U·d/F from the clearance and α ΔT over the mean raceway', () => {
    const measured = { ...OPERATING, rangeUm: [30, 30], shaft: { deviationUm: [20, 20] }, smoothingUm: 0 }
    const { innerRacewayMm: F, pitchDiameterMm: pitch } = values('bearing', { designation: '6312' }) as {
      innerRacewayMm: number
      pitchDiameterMm: number
    }
    const v = values('operating-clearance', measured)
    expect(v.maxUm as number).to.be.closeTo(30 - (20 * 60) / F - 0.012 * 10 * pitch, 1e-9)
    expect((v.maxUm as number) - (v.minUm as number)).to.be.closeTo((15 * 60) / F, 1e-9)
  })
  it('agrees with a hundred thousand simulated assemblies', () => {
    const v = values('operating-clearance', { ...OPERATING, smoothingUm: 2, innerRingC: 60 }) as Record<string, number>
    const { innerRacewayMm: F, outerRacewayMm: E } = values('bearing', { designation: '6312' }) as Record<string, number>
    let state = 1
    const uniform = () => (state = (state * 48271) % 2147483647) / 2147483647
    const normal = (min: number, max: number) =>
      (min + max) / 2 + ((max - min) / 6) * Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform())
    const left = Array.from({ length: 100_000 }, () => {
      const grip = Math.max(0, normal(2, 15) - normal(-15, 0) - 2)
      const squeeze = Math.max(0, normal(-18, 0) - normal(0, 40) - 2)
      return normal(23, 43) - (grip * 60) / F! - (squeeze * E!) / 130
    }).sort((a, b) => a - b)
    expect(v.medianUm).to.be.closeTo(left[50_000]!, 0.3)
    expect(v.p025Um).to.be.closeTo(left[2_500]!, 0.3)
    expect(v.p975Um).to.be.closeTo(left[97_500]!, 0.3)
  })
  it('falls as the inner ring warms and as the shaft grows, and warns when nothing is left', () => {
    fc.assert(
      fc.property(fc.double({ min: 20, max: 120, noNaN: true }), fc.double({ min: 0.5, max: 40, noNaN: true }), (innerRingC, more) => {
        const a = values('operating-clearance', { ...OPERATING, innerRingC })
        const b = values('operating-clearance', { ...OPERATING, innerRingC: innerRingC + more })
        return (b.medianUm as number) < (a.medianUm as number) && (b.shareBelowZero as number) >= (a.shareBelowZero as number)
      }),
    )
    expect(codes('operating-clearance', { ...OPERATING, group: '2', innerRingC: 110 })).to.include('clearance-used-up')
  })
})

describe('laws', () => {
  const load = fc.double({ min: 100, max: 50000, noNaN: true })
  it('life falls with the third or ten-thirds power of the load', () => {
    fc.assert(
      fc.property(load, fc.constantFrom('ball', 'roller'), (P, rollingElement) => {
        const life = (factor: number) =>
          values('rating-life', { rollingElement, dynamicRatingN: 1e5, equivalentLoadN: P * factor, speedRpm: 1500 }).ratingLifeH as number
        const ratio = life(1) / life(2)
        return Math.abs(ratio - 2 ** (rollingElement === 'ball' ? 3 : 10 / 3)) < 1e-6
      }),
    )
  })
  it('an equivalent load is never under the radial load and grows with the axial load', () => {
    fc.assert(
      fc.property(load, load, fc.constantFrom('deep-groove-ball', 'spherical-roller'), (Fr, Fa, family) => {
        const P = (axialLoadN: number) =>
          values('equivalent-load', { family, contactAngleDeg: 10, radialLoadN: Fr, axialLoadN, staticRatingN: 80000, f0: 14 })
            .equivalentLoadN as number
        return P(0) === Fr && P(Fa) >= Fr && P(Fa * 1.2) >= P(Fa) - 0.01 * Fr
      }),
    )
  })
  it('heating and chilling are inverse to their temperature difference', () => {
    fc.assert(
      fc.property(fc.double({ min: 10, max: 400, noNaN: true }), fc.double({ min: 0, max: 200, noNaN: true }), (boreMm, U) => {
        const v = values('heating-temperature', { boreMm, interferenceUm: U, shaftTemperatureC: 20 }) as Record<
          string,
          number | boolean
        > as Record<string, number>
        return (
          Math.abs((v.ringTemperatureC! - 20) * 0.012 * boreMm - U - v.mountingClearanceUm!) < 1e-6 &&
          v.setC! <= 110 &&
          (v.withinLimit ? v.setC! >= v.ringTemperatureC! - 1e-6 && v.setC! < v.ringTemperatureC! + 5 : v.setC === 110) &&
          Math.abs((v.setC! - 20) * 0.012 * boreMm - U - v.clearanceLeftUm!) < 1e-6
        )
      }),
    )
  })
  it('press force doubles with the interference', () => {
    const once = values('press-force', STEEL_60).forceN as number
    expect(values('press-force', { ...STEEL_60, interferenceUm: 40 }).forceN).to.be.closeTo(2 * once, 1e-6)
  })
})

/** Nonsense, and the field that must be named. */
const REFUSED: [string, object, string][] = [
  ['tolerance', { sizeMm: -5, toleranceClass: 'h6' }, 'sizeMm'],
  ['tolerance', { sizeMm: 50, toleranceClass: 'x9' }, 'toleranceClass'],
  ['tolerance', { sizeMm: '50', toleranceClass: 'h6' }, 'sizeMm'],
  ['tolerance', { sizeMm: 50, toleranceClas: 'h6' }, 'toleranceClass'],
  ['ring-tolerance', { ring: 'inner', sizeMm: 50, accuracy: '7', family: 'deep-groove-ball' }, 'accuracy'],
  ['fit', { seat: 'shaft', sizeMm: 60, toleranceClass: 'H7', accuracy: 'normal', family: 'deep-groove-ball' }, 'toleranceClass'],
  ['recommend-fit', { ...RECOMMEND, outsideMm: 50 }, 'outsideMm'],
  ['recommend-fit', { ...RECOMMEND, loadRatio: 2 }, 'loadRatio'],
  ['clearance-group', { family: 'tapered-roller', boreMm: 50, group: 'N' }, 'family'],
  ['clearance-group', { family: 'deep-groove-ball', boreMm: 5, group: '4' }, 'group'],
  ['clearance-group', { family: 'deep-groove-ball', boreMm: 50, taperedBore: true, group: 'N' }, 'taperedBore'],
  ['operating-clearance', { ...OPERATING, designation: '9999' }, 'designation'],
  ['operating-clearance', { ...OPERATING, designation: undefined }, 'family'],
  ['operating-clearance', { ...OPERATING, shaft: {} }, 'shaft'],
  ['load-rating', { family: 'deep-groove-ball', elements: 30, elementDiameterMm: 20, pitchDiameterMm: 60 }, 'elements'],
  ['load-rating', { family: 'cylindrical-roller', elements: 12, elementDiameterMm: 10, pitchDiameterMm: 60 }, 'rollerLengthMm'],
  ['equivalent-load', { family: 'deep-groove-ball', radialLoadN: 0, axialLoadN: 0, staticRatingN: 1000, f0: 14 }, 'radialLoadN'],
  ['equivalent-load', { family: 'deep-groove-ball', radialLoadN: 100, axialLoadN: 10 }, 'staticRatingN'],
  ['rating-life', { rollingElement: 'ball', dynamicRatingN: 1000, equivalentLoadN: 100, speedRpm: 0 }, 'speedRpm'],
  [
    'rating-life',
    { rollingElement: 'ball', dynamicRatingN: 1000, equivalentLoadN: 100, speedRpm: 100, reliabilityPercent: 50 },
    'reliabilityPercent',
  ],
  ['bearing', { designation: 'x'.repeat(5000) }, 'designation'],
  ['identify', { readings: { boreMm: [80], outsideMm: [40] }, instrument: 'vernier' }, 'readings.boreMm'],
  ['identify', { readings: {}, instrument: 'vernier' }, 'readings'],
  [
    'thermal-growth',
    { spanMm: 0, shaftMaterial: 'carbon-steel', shaftRiseK: 60, housingMaterial: 'cast-iron', housingRiseK: 40 },
    'spanMm',
  ],
  ['press-force', { ...STEEL_60, racewayDiameterMm: 50 }, 'racewayDiameterMm'],
  ['heating-temperature', { boreMm: 0, interferenceUm: 30, shaftTemperatureC: 20 }, 'boreMm'],
  ['chilling', { diameterMm: 50, material: 'bronze', fromC: 20, toC: 30, interferenceUm: 0 }, 'toC'],
]

describe('refusals', () => {
  for (const [name, input, field] of REFUSED) {
    it(`${name} refuses ${JSON.stringify(input).slice(0, 90)}`, () => {
      const answer = calculate(name, input)
      expect(answer.ok).to.equal(false)
      if (answer.ok) return
      expect(answer.problem.status).to.equal(422)
      expect(answer.problem.errors!.map((e) => e.field)).to.include(field)
    })
  }
  it('does not know other names', () => {
    expect(calculate('horoscope', {})).to.have.nested.property('problem.status', 404)
  })
})

describe('registry', () => {
  it('describes every calculation with schemas, and each result keeps to its own', () => {
    const list = describeCalculations()
    expect(list.map((c) => c.name)).to.deep.equal(CALCULATIONS.map((c) => c.name))
    for (const entry of list) {
      expect(entry.input).to.have.property('type', 'object')
      expect(entry.output).to.have.nested.property('properties.working')
      expect(entry.sources).to.not.be.empty
    }
    for (const [name, input] of WORKED) {
      const answer = calculate(name, input)
      const calculation = CALCULATIONS.find((c) => c.name === name)!
      expect(answer.ok && calculation.values.safeParse(answer.result.values).success, name).to.equal(true)
    }
  })
})

describe('what a calculation allows', () => {
  /** The same input with one number of it changed. */
  const put = (input: object, path: string, value: number): object => {
    const copy: Values = structuredClone(input) as Values
    const keys = path.split('.')
    const holder = keys.slice(0, -1).reduce((at, key) => at[key] as Values, copy)
    holder[keys.at(-1)!] = value
    return copy
  }
  const refusal = (name: string, input: object): string => {
    const found = calculate(name, input)
    return found.ok
      ? ''
      : found.problem.errors
        ? `${found.problem.errors[0]!.field}: ${found.problem.errors[0]!.allowed}`
        : found.problem.detail
  }
  for (const [name, input, allowed] of RANGES)
    it(`${name}: ${Object.keys(allowed).join(', ')}`, () => {
      expect(calculate(name, input).ok, 'it answers the input itself').to.equal(true)
      for (const [path, words] of Object.entries(allowed)) {
        const ends = typeof words === 'string' ? [words, words] : words
        for (const [i, end] of [-1e15, 1e15].entries())
          expect(refusal(name, put(input, path, end)).replace(`${path}: allowed `, ''), `${path} ${end}`).to.equal(ends[i])
      }
    })
})
