import { jointPressureMPa } from '../fits/lame.js'
import type { Material } from '../materials.js'
import { Derivation, inRange, short, type Result } from '../result.js'
import { amount } from '../words/message.js'

export interface PressForceInput {
  boreMm: number
  racewayDiameterMm: number
  widthMm: number
  /** Effective: smoothing already taken off. */
  interferenceUm: number
  shaftBoreMm?: number
  shaftMaterial?: Material
  friction?: number
}

export interface PressForceValues {
  pressureMPa: number
  forceN: number
  hoopStressMPa: number
}

/** Stretch at which a ring is asked about, and from which it may crack in service, MPa. Engineering practice for through-hardened rings. */
export const HOOP_CAUTION_MPA = 150
export const HOOP_STOP_MPA = 250

/**
 * Force to push a ring cold over its seat (N), contact pressure and hoop stress at the bore (MPa).
 * p by Lamé, F = μ p π d B, σ = p (F² + d²)/(F² − d²). Range: bore below raceway, interference 0 to 1000 µm, μ 0.01 to 0.5.
 * Sources: Lamé; μ 0.12 for an oiled seat is engineering practice.
 * @throws InputError outside these ranges
 */
export function pressForce(input: PressForceInput): Result<PressForceValues> {
  const d = inRange('boreMm', input.boreMm, 0, 2000, 'mm', true)
  const F = inRange('racewayDiameterMm', input.racewayDiameterMm, d, 4000, 'mm', true)
  const B = inRange('widthMm', input.widthMm, 0, 2000, 'mm', true)
  const U = inRange('interferenceUm', input.interferenceUm, 0, 1000, 'µm')
  const hollow = inRange('shaftBoreMm', input.shaftBoreMm ?? 0, 0, d * 0.95, 'mm')
  const mu = inRange('friction', input.friction ?? 0.12, 0.01, 0.5)
  const pressureMPa = jointPressureMPa(
    { innerBoreMm: hollow, jointMm: d, outerMm: F, innerMaterial: input.shaftMaterial ?? 'carbon-steel', outerMaterial: 'bearing-steel' },
    U,
  )
  const forceN = mu * pressureMPa * Math.PI * d * B
  const hoopStressMPa = (pressureMPa * (F * F + d * d)) / (F * F - d * d)
  const sheet = new Derivation()
  sheet.step(
    'p',
    'contact pressure',
    'Lamé, ring on shaft',
    `U ${short(U)} µm, d ${short(d)}, F ${short(F)}, d0 ${short(hollow)} mm`,
    pressureMPa,
    'MPa',
    'Lamé, thick cylinders',
  )
  sheet.step(
    'F',
    'force to press on',
    'μ p π d B',
    `${short(mu)} · ${short(pressureMPa)} · π · ${short(d)} · ${short(B)}`,
    forceN,
    'N',
    'Coulomb friction; μ: engineering practice',
  )
  sheet.step(
    'σ',
    'hoop stress at the bore',
    'p (F² + d²)/(F² − d²)',
    `${short(pressureMPa)} · (${short(F)}² + ${short(d)}²)/(${short(F)}² − ${short(d)}²)`,
    hoopStressMPa,
    'MPa',
    'Lamé',
  )
  if (hoopStressMPa > HOOP_STOP_MPA) sheet.caution('stop', 'hoop-stress', { limit: amount(HOOP_STOP_MPA, 'stress') }, short(hoopStressMPa))
  else if (hoopStressMPa > HOOP_CAUTION_MPA)
    sheet.caution('caution', 'hoop-stress-high', { limit: amount(HOOP_CAUTION_MPA, 'stress') }, short(hoopStressMPa))
  return sheet.result({ pressureMPa, forceN, hoopStressMPa })
}
