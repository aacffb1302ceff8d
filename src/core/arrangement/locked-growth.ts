import { MATERIALS, type Material } from '../materials.js'
import { Derivation, inRange, short, type Result } from '../result.js'
import { amount } from '../words/message.js'

/** Stress at which a shaft of ordinary make gives way for good, MPa: beyond it the figures below are no longer true. Engineering practice, low values. */
export const SHAFT_YIELD_MPA: Readonly<Record<Material, number>> = {
  ...{ 'carbon-steel': 300, 'martensitic-stainless': 400, 'austenitic-stainless': 200, 'duplex-stainless': 400 },
  ...{ 'bearing-steel': 1500, 'cast-iron': 200, aluminium: 150, bronze: 130 },
}

/**
 * Thrust in N of a shaft that grows between two ends which cannot move: growth over the softness of shaft column and seats in series,
 * 1/k = L/(E A) + 1/k_seats. Over its yield is a caution: it bends or gives, and what is reckoned is the most. Range: growth 0 to 50 mm, diameters to 2000 mm, span to 20 000 mm, stiffness of both seats together above
 * 0 N/µm. Source: Hooke; the stiffness of seats is engineering practice. @throws InputError outside.
 */
export function lockedGrowth(input: {
  growthMm: number
  shaftDiameterMm: number
  shaftBoreMm?: number
  spanMm: number
  material: Material
  seatStiffnessNUm: number
}): Result<{ thrustN: number }> {
  const growth = inRange('growthMm', input.growthMm, 0, 50, 'mm')
  const d = inRange('shaftDiameterMm', input.shaftDiameterMm, 0, 2000, 'mm', true)
  const bore = inRange('shaftBoreMm', input.shaftBoreMm ?? 0, 0, 0.99 * d, 'mm')
  const L = inRange('spanMm', input.spanMm, 0, 20_000, 'mm', true)
  const seats = inRange('seatStiffnessNUm', input.seatStiffnessNUm, 0, 1e7, 'N/µm', true)
  const area = (Math.PI / 4) * (d ** 2 - bore ** 2)
  const column = (MATERIALS[input.material].youngGPa * area) / L
  const k = 1 / (1 / column + 1 / seats)
  const thrustN = 1000 * growth * k
  const sheet = new Derivation()
  sheet.step(
    'ks',
    'stiffness of the shaft',
    'E A / L',
    `${MATERIALS[input.material].youngGPa} · ${short(area)} / ${short(L)}`,
    column,
    'N/µm',
    'Hooke',
  )
  sheet.step(
    'k',
    'shaft and seats in series',
    '1 / (1/ks + 1/kh)',
    `1 / (1/${short(column)} + 1/${short(seats)})`,
    k,
    'N/µm',
    'springs in series',
  )
  sheet.step('F', 'thrust', 'ΔL k', `${short(1000 * growth)} µm · ${short(k)}`, thrustN, 'N', 'Hooke')
  const stressMPa = thrustN / area
  sheet.step('σ', 'stress in the shaft', 'F / A', `${short(thrustN)} / ${short(area)}`, stressMPa, 'MPa', 'Hooke')
  if (stressMPa > SHAFT_YIELD_MPA[input.material])
    sheet.caution(
      'caution',
      'locked-yield',
      { stress: amount(stressMPa, 'stress'), yield: amount(SHAFT_YIELD_MPA[input.material], 'stress') },
      short(stressMPa),
    )
  return sheet.result({ thrustN })
}
