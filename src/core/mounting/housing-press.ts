import { jointPressureMPa } from '../fits/lame.js'
import type { Material } from '../materials.js'
import { Derivation, inRange, short, type Result } from '../result.js'

/**
 * Force to push an outer ring cold into its housing (N) and contact pressure (MPa): the ring as inner, the housing as outer cylinder by
 * Lamé, F = μ p π D B. Range: raceway below outside below housing, interference 0 to 1000 µm, μ 0.01 to 0.5.
 * Sources: Lamé; μ 0.12 for an oiled seat is engineering practice. @throws InputError outside.
 */
export function housingPress(input: {
  outsideMm: number
  racewayMm: number
  widthMm: number
  interferenceUm: number
  housingOutsideMm: number
  material: Material
  friction?: number
}): Result<{ pressureMPa: number; forceN: number }> {
  const D = inRange('outsideMm', input.outsideMm, 0, 3000, 'mm', true)
  const E = inRange('racewayMm', input.racewayMm, 0, 0.999 * D, 'mm', true)
  const B = inRange('widthMm', input.widthMm, 0, 2000, 'mm', true)
  const U = inRange('interferenceUm', input.interferenceUm, 0, 1000, 'µm')
  const H = inRange('housingOutsideMm', input.housingOutsideMm, D, 10_000, 'mm', true)
  const mu = inRange('friction', input.friction ?? 0.12, 0.01, 0.5)
  const joint = { innerBoreMm: E, jointMm: D, outerMm: H, innerMaterial: 'bearing-steel', outerMaterial: input.material } as const
  const pressureMPa = jointPressureMPa(joint, U)
  const forceN = mu * pressureMPa * Math.PI * D * B
  const sheet = new Derivation()
  sheet.step(
    'p',
    'contact pressure',
    'Lamé, ring in housing',
    `U ${short(U)} µm, E ${short(E)}, D ${short(D)}, Dh ${short(H)} mm`,
    pressureMPa,
    'MPa',
    'Lamé, thick cylinders',
  )
  sheet.step(
    'F',
    'force to press in',
    'μ p π D B',
    `${short(mu)} · ${short(pressureMPa)} · π · ${short(D)} · ${short(B)}`,
    forceN,
    'N',
    'Coulomb friction; μ: engineering practice',
  )
  return sheet.result({ pressureMPa, forceN })
}
