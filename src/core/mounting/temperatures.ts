import { coolingPerK, expansionPerK, type Material } from '../materials.js'
import { InputError, Derivation, inRange, short, type Result } from '../result.js'
import { amount } from '../words/message.js'

/** Warmed to so much a retaining compound lets go, °C. Engineering practice; its sheet goes before it. */
export const BOND_LETS_GO_C = 250

export interface HeatingInput {
  boreMm: number
  interferenceUm: number
  shaftTemperatureC: number
  mountingClearanceUm?: number
  limitC?: number
}

export interface HeatingValues {
  /** Unrounded. */
  ringTemperatureC: number
  /** What to set: rounded up to 5 °C, never over the limit. */
  setC: number
  mountingClearanceUm: number
  /** What the ring at `setC` has over its largest interference; not above zero: it does not go on. */
  clearanceLeftUm: number
  /** Judged on the unrounded temperature. */
  withinLimit: boolean
}

/** Clearance wanted while the hot ring goes on: 0.4 µm per mm of bore, at least 6 µm. Engineering practice. */
export function mountingClearanceUm(boreMm: number): number {
  return Math.max(6, 0.4 * boreMm)
}

/** Up to here an ordinary ring keeps its size; above it the stabilisation class is asked, and above the next its hardness goes. */
const STABLE_C = 120
const HARD_C = 150

function limitCautions(limitC: number, sheet: Derivation): void {
  if (limitC > STABLE_C) sheet.caution('caution', 'stabilisation-class', { limit: amount(STABLE_C, 'temperature') }, limitC)
  if (limitC > HARD_C) sheet.caution('caution', 'hardness', { limit: amount(HARD_C, 'temperature') }, limitC)
}

/**
 * Ring temperature at which a ring slides over its seat, °C.
 * T = shaft + (U + mounting clearance) / (0.012 d), µm and mm; what is set is rounded up to 5 °C and never over the limit.
 * Over the limit the ring is heated to the limit as long as that still clears its largest interference; where it does not,
 * it is a stop. Range: bore above 0 to 2000 mm, interference 0 to 2000 µm, limit 40 to 300 °C.
 * @throws InputError outside. Sources: expansion of bearing steel; clearance and limits: engineering practice.
 */
export function heatingTemperature(input: HeatingInput): Result<HeatingValues> {
  const d = inRange('boreMm', input.boreMm, 0, 2000, 'mm', true)
  const U = inRange('interferenceUm', input.interferenceUm, 0, 2000, 'µm')
  const shaft = inRange('shaftTemperatureC', input.shaftTemperatureC, -60, 150, '°C')
  const gap = inRange('mountingClearanceUm', input.mountingClearanceUm ?? mountingClearanceUm(d), 0, 2000, 'µm')
  const limit = inRange('limitC', input.limitC ?? 110, 40, 300, '°C')
  const perK = expansionPerK('bearing-steel') * 1000 * d
  const ringTemperatureC = shaft + (U + gap) / perK
  const setC = Math.min(limit, Math.ceil((ringTemperatureC - 1e-9) / 5) * 5)
  const clearanceLeftUm = (setC - shaft) * perK - U
  const withinLimit = ringTemperatureC <= limit
  const sheet = new Derivation()
  sheet.step(
    's',
    'clearance wanted for mounting',
    input.mountingClearanceUm === undefined ? 'max(6, 0.4 d)' : 'given',
    `d = ${short(d)}`,
    gap,
    'µm',
    'engineering practice: room to push in one move',
  )
  sheet.step(
    'T',
    'ring temperature',
    'Ts + (U + s) / (0.012 d)',
    `${short(shaft)} + (${short(U)} + ${short(gap)}) / (0.012 · ${short(d)})`,
    ringTemperatureC,
    '°C',
    'expansion of bearing steel, 12e-6 per K',
  )
  sheet.step(
    'set',
    'temperature to set',
    'rounded up to 5 °C, at most the limit',
    `${short(ringTemperatureC)}, limit ${short(limit)}`,
    setC,
    '°C',
    'engineering practice',
  )
  sheet.step(
    'left',
    'clearance at that temperature',
    '0.012 d (Tset − Ts) − U',
    `0.012 · ${short(d)} · ${short(setC - shaft)} − ${short(U)}`,
    clearanceLeftUm,
    'µm',
    'expansion of bearing steel',
  )
  if (clearanceLeftUm <= 0) sheet.caution('stop', 'over-ring-limit', { limit: amount(limit, 'temperature') }, short(ringTemperatureC))
  else if (!withinLimit)
    sheet.caution(
      'caution',
      'little-room',
      { limit: amount(limit, 'temperature'), left: amount(clearanceLeftUm, 'fine'), gap: amount(gap, 'fine') },
      short(clearanceLeftUm, 2),
    )
  limitCautions(limit, sheet)
  sheet.caution('caution', 'hot-ring', {}, setC)
  return sheet.result({ ringTemperatureC, setC, mountingClearanceUm: gap, clearanceLeftUm, withinLimit })
}

export interface ChillingInput {
  diameterMm: number
  material: Material
  fromC: number
  toC: number
  interferenceUm: number
}

/**
 * Shrink of a part on cooling and the clearance that leaves, µm: D · αm · ΔT with the mean coefficient from room to `toC`.
 * Range: diameter above 0 to 2000 mm; −196 °C up to `fromC`, at most 60 °C. Source: pinned mean coefficients, see docs/methods.md.
 * @throws InputError outside these ranges
 */
export function chilling(input: ChillingInput): Result<{ shrinkUm: number; clearanceUm: number }> {
  const D = inRange('diameterMm', input.diameterMm, 0, 2000, 'mm', true)
  const from = inRange('fromC', input.fromC, -100, 60, '°C')
  const to = inRange('toC', input.toC, -196, 60, '°C')
  if (to >= from) throw new InputError('toC', to, `chilling goes below the starting temperature of ${from} °C`)
  const U = inRange('interferenceUm', input.interferenceUm, -2000, 2000, 'µm')
  const sheet = new Derivation()
  const { perK, standIn } = coolingPerK(input.material, to)
  if (standIn) sheet.assume(`No cooling coefficients are held for this material; those of ${standIn} were taken.`)
  const shrinkUm = D * perK * (from - to) * 1000
  const clearanceUm = shrinkUm - U
  sheet.step(
    'αm',
    'mean coefficient on cooling',
    'interpolated between −25, −78 and −196 °C',
    `to ${short(to)} °C`,
    perK * 1e6,
    '1e-6/K',
    'handbook means, see docs/methods.md',
  )
  sheet.step(
    'ΔD',
    'shrink',
    'D αm ΔT',
    `${short(D)} · ${short(perK * 1e6)}e-6 · ${short(from - to)}`,
    shrinkUm,
    'µm',
    'linear thermal expansion',
  )
  sheet.step('s', 'clearance left', 'ΔD − U', `${short(shrinkUm)} − ${short(U)}`, clearanceUm, 'µm', 'difference')
  if (clearanceUm <= 0) sheet.caution('stop', 'not-cold-enough', {}, short(clearanceUm))
  if (to < -50 && input.material === 'bearing-steel') sheet.caution('caution', 'cold-bearing', { limit: amount(-50, 'temperature') }, to)
  if (to < -60) sheet.caution('caution', 'asphyxiation', {}, to)
  sheet.caution('note', 'frost')
  return sheet.result({ shrinkUm, clearanceUm })
}
