import { expect } from 'chai'
import fc from 'fast-check'
import { InputError } from '../../src/core/result.js'
import { IT, NEAR_LIMIT, R_S_ROWS, SHAFT_CLASSES, HOUSING_CLASSES, SIZE_STEPS } from '../../src/core/tolerances/iso286-tables.js'
import { standardToleranceUm, tolerance } from '../../src/core/tolerances/iso286.js'
import { ringTolerance } from '../../src/core/tolerances/ring.js'
import type { Family } from '../../src/core/bearing/families.js'

/** Values read from the printed tables of ISO 286-2, at least one in every size step: [class, size, upper, lower]. */
const PRINTED: [string, number, number, number][] = [
  ['h6', 3, 0, -6],
  ['k6', 3, 6, 0],
  ['M7', 3, -2, -12],
  ['j6', 6, 6, -2],
  ['N7', 6, -4, -16],
  ['m5', 10, 12, 6],
  ['K7', 10, 5, -10],
  ['k5', 18, 9, 1],
  ['P7', 18, -11, -29],
  ['g6', 30, -7, -20],
  ['J7', 30, 12, -9],
  ['k5', 40, 13, 2],
  ['P7', 50, -17, -42],
  ['s6', 50, 59, 43],
  ['j6', 60, 12, -7],
  ['K7', 80, 9, -21],
  ['N7', 80, -9, -39],
  ['s7', 65, 83, 53],
  ['m6', 100, 35, 13],
  ['J7', 120, 22, -13],
  ['M7', 120, 0, -35],
  ['r6', 120, 76, 54],
  ['p6', 150, 68, 43],
  ['H7', 180, 40, 0],
  ['r6', 190, 106, 77],
  ['n6', 250, 60, 31],
  ['F7', 250, 96, 50],
  ['M6', 300, -9, -41],
  ['G7', 315, 69, 17],
  ['h9', 400, 0, -140],
  ['N6', 400, -26, -62],
  ['JS7', 500, 31.5, -31.5],
  ['P7', 500, -45, -108],
  ['m6', 630, 70, 26],
  ['M7', 630, -26, -96],
  ['h7', 800, 0, -80],
  ['N7', 1000, -56, -146],
]

describe('ISO 286 tolerances', () => {
  for (const [name, size, upper, lower] of PRINTED) {
    it(`${name} at ${size} mm is ${upper}/${lower}`, () => {
      expect(tolerance({ sizeMm: size, toleranceClass: name }).values).to.deep.equal({ upperUm: upper, lowerUm: lower })
    })
  }

  it('gives every class a zone as wide as its grade', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SHAFT_CLASSES, ...HOUSING_CLASSES), fc.double({ min: 0.1, max: 500, noNaN: true }), (name, size) => {
        const { upperUm, lowerUm } = tolerance({ sizeMm: size, toleranceClass: name }).values
        return Math.abs(upperUm - lowerUm - standardToleranceUm(Number(name.replace(/\D/g, '')), size)) < 1e-9
      }),
    )
  })

  describe('every row agrees with the formulas that the standard was rounded from', () => {
    // ISO 286-1:2010 annex B: D the geometric mean of a step, mm; its first step was set apart.
    const middle = (from: number, to: number) => Math.sqrt(from * to)
    const unit = (D: number) => (D <= 500 ? 0.45 * Math.cbrt(D) + 0.001 * D : 0.004 * D + 2.1)
    const first = (D: number) => (D <= 500 ? 0.8 + 0.02 * D : 2 * unit(D))
    const TIMES: Record<number, number> = { 5: 7, 6: 10, 7: 16, 8: 25, 9: 40, 10: 64 }
    const grade = (n: number, D: number) => (TIMES[n] ? TIMES[n] * unit(D) : first(D) * ((7 * unit(D)) / first(D)) ** ((n - 1) / 4))
    const DEVIATION = {
      f: (D: number) => 5.5 * D ** 0.41,
      g: (D: number) => 2.5 * D ** 0.34,
      k: (D: number) => (D <= 500 ? 0.6 * Math.cbrt(D) : 0),
      m: (D: number) => (D <= 500 ? grade(7, D) - grade(6, D) : 0.024 * D + 12.6),
      n: (D: number) => (D <= 500 ? 5 * D ** 0.34 : 0.04 * D + 21),
      p: (D: number) => (D <= 500 ? grade(7, D) + 2.5 : 0.072 * D + 37.8),
    }
    const s = (D: number) => (D <= 50 ? grade(8, D) + 2.5 : grade(7, D) + 0.4 * D)
    const r = (D: number) => Math.sqrt(DEVIATION.p(D) * s(D))
    const near = (have: number, formula: number, what: string) => expect(have, what).to.be.closeTo(formula, Math.max(2.5, 0.06 * formula))
    SIZE_STEPS.slice(1).forEach((to, i) => {
      const D = middle(SIZE_STEPS[i]!, to)
      it(`to ${to} mm: all grades, and f to p`, () => {
        for (const n of Object.keys(IT).map(Number)) near(IT[n]![i + 1]!, grade(n, D), `IT${n}`)
        for (const [letter, of] of Object.entries(DEVIATION)) near(NEAR_LIMIT[letter as 'f'][i + 1]!, of(D), letter)
      })
    })
    it('r and s in their finer steps', () =>
      R_S_ROWS.slice(1).forEach(([to, haveR, haveS], i) => {
        const D = middle(R_S_ROWS[i]![0], to)
        near(haveR, r(D), `r to ${to}`)
        near(haveS, s(D), `s to ${to}`)
      }))
  })

  it('rises with the size step and with the grade', () => {
    for (const row of Object.values(IT)) {
      expect(row).to.have.length(SIZE_STEPS.length)
      row.slice(1).forEach((value, i) => expect(value).to.be.at.least(row[i]!))
    }
    SIZE_STEPS.forEach((_, i) => [4, 5, 6, 7, 8, 9, 10].forEach((g) => expect(IT[g]![i]!).to.be.above(IT[g - 1]![i]!)))
  })

  it('refuses what is not a class or not a size', () => {
    expect(() => tolerance({ sizeMm: 40, toleranceClass: 'z6' })).to.throw(InputError, 'shaft classes')
    expect(() => tolerance({ sizeMm: -1, toleranceClass: 'h6' })).to.throw(InputError, 'sizeMm')
    expect(() => tolerance({ sizeMm: NaN, toleranceClass: 'h6' })).to.throw(InputError)
    expect(() => tolerance({ sizeMm: 600, toleranceClass: 'j6' })).to.throw(InputError, '500 mm')
  })
})

/** [ring, size, accuracy, family, upper, lower] */
const RINGS: ['inner' | 'outer', number, 'normal' | '6' | '5' | '4', Family, number, number][] = [
  ['inner', 10, 'normal', 'deep-groove-ball', 0, -8],
  ['inner', 18, 'normal', 'deep-groove-ball', 0, -8],
  ['inner', 30, '6', 'deep-groove-ball', 0, -8],
  ['inner', 40, 'normal', 'deep-groove-ball', 0, -12],
  ['inner', 80, '5', 'spherical-roller', 0, -9],
  ['inner', 100, 'normal', 'cylindrical-roller', 0, -20],
  ['inner', 180, '4', 'angular-contact-ball', 0, -10],
  ['inner', 250, 'normal', 'spherical-roller', 0, -30],
  ['outer', 18, '6', 'deep-groove-ball', 0, -7],
  ['outer', 30, 'normal', 'deep-groove-ball', 0, -9],
  ['outer', 47, 'normal', 'deep-groove-ball', 0, -11],
  ['outer', 80, 'normal', 'deep-groove-ball', 0, -13],
  ['outer', 110, 'normal', 'deep-groove-ball', 0, -15],
  ['outer', 130, 'normal', 'deep-groove-ball', 0, -18],
  ['outer', 160, 'normal', 'spherical-roller', 0, -25],
  ['outer', 250, '5', 'spherical-roller', 0, -15],
  ['inner', 40, 'normal', 'tapered-roller', 0, -12],
  ['outer', 80, 'normal', 'tapered-roller', 0, -16],
  ['inner', 40, 'normal', 'insert-ball', 21, 0],
  ['outer', 80, 'normal', 'thrust-ball', 0, -19],
]

describe('ring tolerances', () => {
  for (const [ring, sizeMm, accuracy, family, upperUm, lowerUm] of RINGS) {
    it(`${ring} ring ${sizeMm} mm class ${accuracy}, ${family}`, () => {
      expect(ringTolerance({ ring, sizeMm, accuracy, family }).values).to.deep.equal({ upperUm, lowerUm })
    })
  }
  it('refuses a class that is not made and a size outside the table', () => {
    expect(() => ringTolerance({ ring: 'inner', sizeMm: 40, accuracy: '5', family: 'insert-ball' })).to.throw(InputError, 'ISO 9628')
    expect(() => ringTolerance({ ring: 'outer', sizeMm: 900, accuracy: '5', family: 'deep-groove-ball' })).to.throw(
      InputError,
      'held up to 800 mm; beyond it take the limits from the maker’s sheet',
    )
  })
})
