import type { Message, Params, Words } from './words/message.js'

/** What every calculation of the core returns, and the one error it may raise. */

export interface WorkingStep {
  symbol: string
  name: string
  formula: string
  /** The formula with the numbers put in. */
  substituted: string
  value: number | string
  unit: string
  /** Standard and clause or table, or "engineering practice" with the reason. */
  source: string
}

export type CautionLevel = 'note' | 'caution' | 'stop'

export interface Caution extends Message {
  level: CautionLevel
  /** The sentence as it stood when a card was closed; else it follows from code and parameters. */
  message?: Words
  /** The figure that triggered it. */
  figure?: number | string
}

/** How figures came about, and what is to be said of them. */
export interface Sheet {
  working: WorkingStep[]
  cautions: Caution[]
  assumptions: string[]
}

export interface Result<V> extends Sheet {
  /** Unrounded values; the unit is in the name. */
  values: V
}

/** Input that cannot be: names the field, the value and the allowed range in plain words. */
export class InputError extends Error {
  constructor(
    readonly field: string,
    readonly value: unknown,
    readonly allowed: string,
  ) {
    super(`${field}: ${String(value)} is not possible; ${allowed}`)
    this.name = 'InputError'
  }
}

/** Digits behind a point that nobody measures are left out of a sum that is read. */
const readable = (substituted: string): string => substituted.replace(/\d+\.\d{7,}/g, (digits) => short(Number(digits), 5))

/** Collects working, cautions and assumptions while a calculation runs. */
export class Derivation {
  readonly working: WorkingStep[] = []
  readonly cautions: Caution[] = []
  readonly assumptions: string[] = []

  step(symbol: string, name: string, formula: string, substituted: string, value: number | string, unit: string, source: string): void {
    this.working.push({ symbol, name, formula, substituted: readable(substituted), value, unit, source })
  }

  caution(level: CautionLevel, code: string, params: Params = {}, figure?: number | string): void {
    if (!this.cautions.some((c) => c.code === code)) this.cautions.push({ level, code, params, figure })
  }

  assume(sentence: string): void {
    if (!this.assumptions.includes(sentence)) this.assumptions.push(sentence)
  }

  /** Takes over what a calculation inside this one has to say. */
  include(other: Pick<Result<unknown>, 'working' | 'cautions' | 'assumptions'>): void {
    this.working.push(...other.working)
    other.cautions.forEach((c) => this.caution(c.level, c.code, c.params, c.figure))
    other.assumptions.forEach((a) => this.assume(a))
  }

  /** Closes the sheet; a value that is not finite is a fault of this program and is never handed out. */
  result<V extends object>(values: V): Result<V> {
    for (const [key, value] of Object.entries(values)) {
      if (typeof value === 'number' && !Number.isFinite(value)) {
        throw new InputError(key, value, 'these inputs lead to no finite figure')
      }
    }
    return { values, working: this.working, cautions: this.cautions, assumptions: this.assumptions }
  }
}

/**
 * How one figure came about in a single step, beside what was assumed; the unit is named with the value.
 * Source: none, it computes nothing.
 */
export function worked(...step: Parameters<Derivation['step']>): Sheet {
  const sheet = new Derivation()
  sheet.step(...step)
  return sheet.result({})
}

/**
 * Checks that a number lies in [min, max], in the unit that is named; `exclusive` leaves out the lower end.
 * @throws InputError with the field, the value and the range when it does not, or is no finite number
 */
export function inRange(field: string, value: number, min: number, max: number, unit = '', exclusive = false): number {
  if (typeof value !== 'number' || !Number.isFinite(value) || value > max || value < min || (exclusive && value === min)) {
    const range = Number.isFinite(max) ? `${min} to ${max}` : `${min}`
    throw new InputError(field, value, `allowed ${exclusive ? 'above' : 'from'} ${range} ${unit}`.trimEnd())
  }
  return value
}

/** Number with few enough digits to be read in a substituted formula; any number, no unit. */
export function short(value: number, digits = 4): string {
  if (value === 0) return '0'
  return Number(value.toPrecision(digits)).toString()
}

/** Linear interpolation in rising abscissae; held constant outside. No unit of its own: the answer has that of `ys`. */
export function interpolate(xs: readonly number[], ys: readonly number[], x: number): number {
  if (x <= xs[0]!) return ys[0]!
  const last = xs.length - 1
  if (x >= xs[last]!) return ys[last]!
  const i = xs.findIndex((v) => v > x)
  const share = (x - xs[i - 1]!) / (xs[i]! - xs[i - 1]!)
  return ys[i - 1]! + share * (ys[i]! - ys[i - 1]!)
}
