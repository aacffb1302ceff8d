import Qty from 'js-quantities'

/**
 * Quantities at the edge: how a core value is shown and read in metric and in inch units.
 * Inside the core only the first column exists. Conversions come from the units package.
 */
export const QUANTITIES = {
  length: { core: 'mm', metric: { unit: 'mm', decimals: 2 }, inch: { unit: 'in', decimals: 4 } },
  /** From one place of a machine to another, as somebody measures it with a tape. */
  distance: { core: 'mm', metric: { unit: 'mm', decimals: 0 }, inch: { unit: 'in', decimals: 1 } },
  gap: { core: 'mm', metric: { unit: 'mm', decimals: 2 }, inch: { unit: 'thou', decimals: 1 } },
  fine: { core: 'um', metric: { unit: 'µm', decimals: 0 }, inch: { unit: 'thou', decimals: 2 } },
  force: { core: 'N', metric: { unit: 'kN', decimals: 2 }, inch: { unit: 'lbf', decimals: 0 } },
  temperature: { core: 'tempC', metric: { unit: '°C', decimals: 0 }, inch: { unit: '°F', decimals: 0 } },
  rise: { core: 'degC', metric: { unit: 'K', decimals: 0 }, inch: { unit: '°F', decimals: 0 } },
  stress: { core: 'MPa', metric: { unit: 'MPa', decimals: 0 }, inch: { unit: 'psi', decimals: 0 } },
  pressure: { core: 'MPa', metric: { unit: 'bar', decimals: 1 }, inch: { unit: 'psi', decimals: 0 } },
  mass: { core: 'kg', metric: { unit: 'kg', decimals: 2 }, inch: { unit: 'lb', decimals: 2 } },
  power: { core: 'kW', metric: { unit: 'kW', decimals: 1 }, inch: { unit: 'hp', decimals: 1 } },
  speed: { core: 'rpm', metric: { unit: 'r/min', decimals: 0 }, inch: { unit: 'r/min', decimals: 0 } },
  grams: { core: 'g', metric: { unit: 'g', decimals: 0 }, inch: { unit: 'oz', decimals: 2 } },
  velocity: { core: 'mm/s', metric: { unit: 'mm/s', decimals: 1 }, inch: { unit: 'in/s', decimals: 2 } },
  viscosity: { core: '1', metric: { unit: 'mm²/s', decimals: 0 }, inch: { unit: 'mm²/s', decimals: 0 } },
  minutes: { core: 'min', metric: { unit: 'min', decimals: 0 }, inch: { unit: 'min', decimals: 0 } },
  seconds: { core: '1', metric: { unit: 's', decimals: 0 }, inch: { unit: 's', decimals: 0 } },
  days: { core: '1', metric: { unit: 'd', decimals: 0 }, inch: { unit: 'd', decimals: 0 } },
  frequency: { core: 'Hz', metric: { unit: 'Hz', decimals: 1 }, inch: { unit: 'Hz', decimals: 1 } },
  percent: { core: '1', metric: { unit: '%', decimals: 0 }, inch: { unit: '%', decimals: 0 } },
  hours: { core: 'h', metric: { unit: 'h', decimals: 0 }, inch: { unit: 'h', decimals: 0 } },
  angle: { core: '1', metric: { unit: '°', decimals: 1 }, inch: { unit: '°', decimals: 1 } },
  torque: { core: 'N*m', metric: { unit: 'Nm', decimals: 0 }, inch: { unit: 'lbf·ft', decimals: 0 } },
  sound: { core: '1', metric: { unit: 'dB', decimals: 0 }, inch: { unit: 'dB', decimals: 0 } },
  current: { core: '1', metric: { unit: 'A', decimals: 1 }, inch: { unit: 'A', decimals: 1 } },
  arcmin: { core: '1', metric: { unit: 'arcmin', decimals: 1 }, inch: { unit: 'arcmin', decimals: 1 } },
  ratio: { core: '1', metric: { unit: '', decimals: 2 }, inch: { unit: '', decimals: 2 } },
  text: { core: '1', metric: { unit: '', decimals: 0 }, inch: { unit: '', decimals: 0 } },
} as const

export type Quantity = keyof typeof QUANTITIES
export type UnitSystem = 'metric' | 'inch'

/** How a person may write a unit, and the units package's name for it, with a factor where it has none. */
const WRITTEN: Record<string, readonly [string, number]> = {
  mm: ['mm', 1],
  cm: ['cm', 1],
  m: ['m', 1],
  µm: ['um', 1],
  um: ['um', 1],
  in: ['in', 1],
  '"': ['in', 1],
  inch: ['in', 1],
  ft: ['ft', 1],
  thou: ['in', 0.001],
  mil: ['in', 0.001],
  n: ['N', 1],
  kn: ['kN', 1],
  lbf: ['lbf', 1],
  nm: ['N*m', 1],
  'n·m': ['N*m', 1],
  'lbf·ft': ['ft*lbf', 1],
  'lbf*ft': ['ft*lbf', 1],
  w: ['W', 1],
  kw: ['kW', 1],
  hp: ['hp', 1],
  '°c': ['tempC', 1],
  c: ['tempC', 1],
  '°f': ['tempF', 1],
  f: ['tempF', 1],
  k: ['tempK', 1],
  mpa: ['MPa', 1],
  psi: ['psi', 1],
  bar: ['bar', 1],
  kg: ['kg', 1],
  g: ['g', 1],
  lb: ['lbs', 1],
  oz: ['oz', 1],
  'mm/s': ['mm/s', 1],
  'in/s': ['in/s', 1],
  min: ['min', 1],
  'r/min': ['rpm', 1],
  rpm: ['rpm', 1],
  h: ['h', 1],
  hz: ['Hz', 1],
}

/** The units package stumbles over numbers that are nearly nothing. */
const plainNumber = (value: number) => (Math.abs(value) < 1e-12 ? 0 : value)

/** Value of `amount` in `from` units as core units of the quantity; null when the unit measures something else. */
function toCore(amount: number, from: string, quantity: Quantity): number | null {
  const known = WRITTEN[from.toLowerCase()]
  if (!known) return null
  const { core } = QUANTITIES[quantity]
  if (core === '1') return null
  // A difference of temperature has no zero point, so 9 °F of it are 5 K.
  const name = quantity === 'rise' ? known[0].replace(/^temp/, 'deg') : known[0]
  try {
    return Qty(plainNumber(amount * known[1]), name).to(core).scalar
  } catch {
    return null
  }
}

/** The written unit in which a person's system shows a quantity. */
export function unitOf(quantity: Quantity, system: UnitSystem): string {
  return QUANTITIES[quantity][system].unit
}

/** Every conversion is a straight line; the units package is asked for two points of it once. */
interface Line {
  factor: number
  offset: number
}
const lines = new Map<string, Line | null>()

function lineOf(quantity: Quantity, system: UnitSystem): Line | null {
  const { core } = QUANTITIES[quantity]
  const known = WRITTEN[unitOf(quantity, system).toLowerCase()]
  if (core === '1' || !known) return null
  const name = quantity === 'rise' ? known[0].replace(/^temp/, 'deg') : known[0]
  if (name === core && known[1] === 1) return null
  const at = (value: number) => Qty(value, core).to(name).scalar / known[1]
  const offset = core === 'tempC' ? at(0) : 0
  return { factor: core === 'tempC' ? (at(100) - offset) / 100 : at(1), offset }
}

/** Core value as the number shown in the person's system (not rounded). */
export function shown(value: number, quantity: Quantity, system: UnitSystem): number {
  const key = `${quantity} ${system}`
  let line = lines.get(key)
  if (line === undefined) lines.set(key, (line = lineOf(quantity, system)))
  return line === null ? value : value * line.factor + line.offset
}

/** Life is known to two figures at best: 51 435 h is said as 51 000 h. Other quantities are left as they are. */
export function sensible(value: number, quantity: Quantity): number {
  return quantity === 'hours' && Math.abs(value) >= 1000 ? Number(value.toPrecision(2)) : value
}

/** The number of decimals that a person can measure or set, so that rounding happens only at display. */
export function decimalsOf(quantity: Quantity, system: UnitSystem): number {
  return QUANTITIES[quantity][system].decimals
}

/** Decimals in a person's system when a figure asks for its own in metric: a micrometre is half a ten-thousandth of an inch. */
function decimalsFor(quantity: Quantity, system: UnitSystem, metricDecimals: number | undefined): number {
  if (metricDecimals === undefined || system === 'metric') return metricDecimals ?? decimalsOf(quantity, system)
  // Minutes are minutes, and a pound-foot is no coarser than a newton metre.
  if (quantity === 'torque' || unitOf(quantity, 'metric') === unitOf(quantity, 'inch')) return metricDecimals
  return quantity === 'length' ? Math.max(decimalsOf(quantity, system), metricDecimals + 2) : decimalsOf(quantity, system)
}

/** Core value as text in the person's system, with thin spaces between thousands and a true minus; no unit. */
export function format(value: number, quantity: Quantity, system: UnitSystem, metricDecimals?: number): string {
  const decimals = decimalsFor(quantity, system, metricDecimals)
  const number = shown(sensible(value, quantity), quantity, system)
  const text = Math.abs(number).toFixed(decimals)
  const [whole, part] = text.split('.')
  const grouped = whole!.length > 4 ? whole!.replace(/\B(?=(\d{3})+$)/g, '\u2009') : whole!
  // The sign is that of the number shown: −5 °C is 23 °F.
  const minus = number < 0 && Number(text) !== 0 ? '−' : ''
  return minus + grouped + (part ? `.${part}` : '')
}

/** As `format`, from core units, with the zeros at the end of decimals left out: 40 instead of 40.000. */
export function formatTrimmed(value: number, quantity: Quantity, system: UnitSystem, metricDecimals?: number): string {
  const text = format(value, quantity, system, metricDecimals)
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text
}

/** Core value with its unit as text in the person's system. */
export const withUnit = (value: number, quantity: Quantity, system: UnitSystem, metricDecimals?: number): string =>
  `${format(value, quantity, system, metricDecimals)} ${unitOf(quantity, system)}`.trimEnd()

/** Decimals that a nominal size has in millimetres, at most three: 40 has none, 19.05 two. No unit. Source: none. */
export const decimalsOfSize = (mm: number): number => [0, 1, 2].find((n) => Math.abs(mm - Number(mm.toFixed(n))) < 5e-4) ?? 3

/** A length in mm whose number was meant in inches. */
export function takenAsInches(value: number): number {
  return Qty(value, 'in').to('mm').scalar
}

export type Parsed = { ok: true; value: number } | { ok: false; message: string }

/** Decimal number, decimal comma, fraction `5/16` or mixed `1 5/16`. */
function amountOf(text: string): number | null {
  const plain = text
    .replace(/\u2212/g, '-')
    .replace(/[\s\u2009]+/g, ' ')
    .trim()
  const mixed = /^([+-]?)(?:(\d+)[ -])?(\d+)\/(\d+)$/.exec(plain)
  if (mixed) {
    const [, sign, whole, top, bottom] = mixed
    if (Number(bottom) === 0) return null
    return (sign === '-' ? -1 : 1) * (Number(whole ?? 0) + Number(top) / Number(bottom))
  }
  const number = plain.replace(/(\d) (?=\d{3}(\D|$))/g, '$1').replace(',', '.')
  return /^[+-]?(\d+\.?\d*|\.\d+)$/.test(number) ? Number(number) : null
}

/**
 * Reads what a person typed: a number alone is in the person's system, a unit behind it always counts.
 * `2.3622 in`, `1.5 thou`, `203 °F`, `5/16 in`, `12,5` and `1 500 N` all work.
 */
export function parse(text: string, quantity: Quantity, system: UnitSystem): Parsed {
  const match = /^\s*([+\-\u2212]?[\d.,/\s\u2009-]+?)\s*([^\d.,/\s-][^\s]*)?\s*$/.exec(text)
  const amount = match && amountOf(match[1]!)
  if (!match || amount === null) return { ok: false, message: 'Not a number. Type a number, with its unit if it is not the one shown.' }
  const unit = match[2] ?? unitOf(quantity, system)
  if (!match[2] && QUANTITIES[quantity].core === '1') return { ok: true, value: amount }
  const value = toCore(amount, unit, quantity)
  if (value === null) return { ok: false, message: `"${unit}" does not fit here; wanted ${unitOf(quantity, system) || 'a plain number'}.` }
  return { ok: true, value }
}
