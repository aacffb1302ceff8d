import type { Bearing } from '../bearing/bearing.js'
import { rollsOnBalls, type Family } from '../bearing/families.js'
import { Derivation, inRange, short, type Result } from '../result.js'

const STEEL_KG_MM3 = 7.85e-6

/**
 * Axial load that keeps the barrels of a thrust spherical roller bearing from being thrown outward, N: C0/1000 and, with
 * speed, Z m r ωc² tan α, the centrifugal force of the set turned into the axial load that balances it on the housing washer.
 */
function thrustSpherical(row: Bearing, speedRpm: number, sheet: Derivation): number {
  const { elements: Z, elementDiameterMm: Dw, pitchDiameterMm: Dpw, contactAngleDeg, staticRatingN } = row
  const alpha = (contactAngleDeg * Math.PI) / 180
  const massKg = (Math.PI / 4) * Dw ** 2 * row.rollerLengthMm! * STEEL_KG_MM3
  const cage = ((2 * Math.PI * speedRpm) / 60) * 0.5 * (1 - (Dw * Math.cos(alpha)) / Dpw)
  const thrownN = Z * massKg * (Dpw / 2000) * cage ** 2 * Math.tan(alpha)
  const leastN = staticRatingN / 1000 + thrownN
  sheet.step(
    'Fs',
    'to hold the barrels against being thrown out',
    'Z m (Dpw/2) ωc² tan α',
    `${Z} · ${short(massKg)} kg · ${short(Dpw / 2)} mm · (${short(cage)} 1/s)² · tan ${short(contactAngleDeg)}°`,
    thrownN,
    'N',
    'centrifugal force of the set at cage speed',
  )
  sheet.step(
    'Fmin',
    'least axial load',
    'C0 / 1000 + Fs',
    `${short(staticRatingN)} / 1000 + ${short(thrownN)}`,
    leastN,
    'N',
    'engineering practice',
  )
  return leastN
}

/** Share of C below which the elements of a radial bearing skid, no unit. Source: engineering practice. */
export const leastShare = (family: Family): number => (rollsOnBalls(family) ? 0.01 : 0.02)

/**
 * Load below which the elements skid, N: 0.01 C with balls, 0.02 C with rollers; thrust spherical roller bearings
 * C0/1000 and what the speed asks, as axial load. Range: speed 0 to 200 000 r/min. @throws InputError outside.
 * Source: engineering practice.
 */
export function minimumLoad(row: Bearing, speedRpm: number): Result<{ minimumN: number }> {
  inRange('speedRpm', speedRpm, 0, 200_000, 'r/min')
  const sheet = new Derivation()
  if (row.family === 'thrust-spherical-roller') return sheet.result({ minimumN: thrustSpherical(row, speedRpm, sheet) })
  const share = leastShare(row.family)
  const minimumN = share * row.dynamicRatingN
  sheet.step(
    'Pmin',
    'least load',
    `${share} C`,
    `${share} · ${short(row.dynamicRatingN)}`,
    minimumN,
    'N',
    'engineering practice: below it the elements skid',
  )
  return sheet.result({ minimumN })
}
