import { InputError, Derivation, inRange, type Result } from '../result.js'
import { HOUSING_CLASSES, IT, J_HOLE, J_SHAFT, NEAR_LIMIT, R_S_ROWS, SHAFT_CLASSES, SIZE_STEPS } from './iso286-tables.js'

export interface Limits {
  upperUm: number
  lowerUm: number
}

/** Index of the size step "over … up to and including". Range: above 0 to 1000 mm. */
function stepOf(sizeMm: number): number {
  return SIZE_STEPS.findIndex((end) => sizeMm <= end)
}

/** Words for the size step, for the working. */
function stepWords(sizeMm: number): string {
  const i = stepOf(sizeMm)
  return i === 0 ? 'up to 3 mm' : `over ${SIZE_STEPS[i - 1]} up to ${SIZE_STEPS[i]} mm`
}

/**
 * Standard tolerance IT3 to IT10 in µm for a nominal size above 0 to 1000 mm.
 * Source: ISO 286-1:2010 table 1.
 * @throws InputError outside these grades and sizes
 */
export function standardToleranceUm(grade: number, sizeMm: number): number {
  inRange('sizeMm', sizeMm, 0, 1000, 'mm', true)
  const row = IT[grade]
  if (!row) throw new InputError('grade', grade, 'grades IT3 to IT10 are held')
  return row[stepOf(sizeMm)]!
}

/** Fundamental deviation of k, m, n, p, r, s (distance above the zero line) in µm. */
function aboveZeroUm(letter: string, sizeMm: number): number {
  if (letter === 'r' || letter === 's') return R_S_ROWS.find((row) => sizeMm <= row[0])![letter === 'r' ? 1 : 2]
  return NEAR_LIMIT[letter as 'k'][stepOf(sizeMm)]!
}

/** Limits of a shaft class. */
function shaftLimits(letter: string, it: number, sizeMm: number): Limits {
  switch (letter) {
    case 'f':
    case 'g': {
      const near = -NEAR_LIMIT[letter][stepOf(sizeMm)]!
      return { upperUm: near, lowerUm: near - it }
    }
    case 'h':
      return { upperUm: 0, lowerUm: -it }
    case 'js':
      return { upperUm: it / 2, lowerUm: -it / 2 }
    case 'j': {
      const lower = J_SHAFT[stepOf(sizeMm)]!
      return { upperUm: lower + it, lowerUm: lower }
    }
    default: {
      const lower = aboveZeroUm(letter, sizeMm)
      return { upperUm: lower + it, lowerUm: lower }
    }
  }
}

/** Limits of a hole class; K to N to IT8 and P, R to IT7 carry the delta rule between 3 and 500 mm. */
function holeLimits(letter: string, grade: number, it: number, sizeMm: number): Limits {
  switch (letter) {
    case 'F':
    case 'G': {
      const near = NEAR_LIMIT[letter.toLowerCase() as 'f'][stepOf(sizeMm)]!
      return { upperUm: near + it, lowerUm: near }
    }
    case 'H':
      return { upperUm: it, lowerUm: 0 }
    case 'JS':
      return { upperUm: it / 2, lowerUm: -it / 2 }
    case 'J': {
      const upper = J_HOLE[grade as 6][stepOf(sizeMm)]!
      return { upperUm: upper, lowerUm: upper - it }
    }
    default: {
      const delta = sizeMm > 3 && sizeMm <= 500 ? it - standardToleranceUm(grade - 1, sizeMm) : 0
      let upper = -aboveZeroUm(letter.toLowerCase(), sizeMm) + delta
      // ISO 286-1 table 3, footnote: M6 from 250 to 315 mm is −9, not −11.
      if (letter === 'M' && grade === 6 && sizeMm > 250 && sizeMm <= 315) upper = -9
      return { upperUm: upper, lowerUm: upper - it }
    }
  }
}

/**
 * Limits of a tolerance class in µm from the nominal size.
 * Lower-case letters are shafts, upper-case letters holes. Range: above 0 to 1000 mm; j and J to 500 mm.
 * @throws InputError for a class or size outside the tables.
 * Source: ISO 286-1:2010 tables 1 to 5 and the delta rule of clause 4.3.2.5.
 */
export function tolerance(input: { sizeMm: number; toleranceClass: string }): Result<Limits> {
  const { sizeMm } = input
  const name = String(input.toleranceClass).trim()
  inRange('sizeMm', sizeMm, 0, 1000, 'mm', true)
  const isShaft = SHAFT_CLASSES.includes(name)
  if (!isShaft && !HOUSING_CLASSES.includes(name)) {
    throw new InputError('toleranceClass', name, `shaft classes ${SHAFT_CLASSES.join(' ')}; housing classes ${HOUSING_CLASSES.join(' ')}`)
  }
  const letter = name.replace(/\d+/, '')
  const grade = Number(name.replace(/\D+/, ''))
  if (letter.toLowerCase() === 'j' && sizeMm > 500) {
    throw new InputError('sizeMm', sizeMm, `class ${name} is defined up to 500 mm`)
  }
  const it = standardToleranceUm(grade, sizeMm)
  const limits = isShaft ? shaftLimits(letter, it, sizeMm) : holeLimits(letter, grade, it, sizeMm)
  const sheet = new Derivation()
  sheet.step(`IT${grade}`, 'standard tolerance', `table, ${stepWords(sizeMm)}`, `IT${grade}(${sizeMm})`, it, 'µm', 'ISO 286-1:2010 table 1')
  sheet.step(
    name,
    `limits of ${name}`,
    letter.toLowerCase() === 'js' ? '± IT / 2' : 'near limit and IT',
    `${name} at ${sizeMm} mm`,
    `${signed(limits.upperUm)} / ${signed(limits.lowerUm)}`,
    'µm',
    `ISO 286-1:2010 table ${isShaft ? '4 and 5' : '2 and 3'}`,
  )
  return sheet.result(limits)
}

/** Deviation in µm with its sign, a true minus, and 0 without one. Source: notation of ISO 286-1. */
export function signed(um: number): string {
  return um > 0 ? `+${um}` : um < 0 ? `−${-um}` : '0'
}
