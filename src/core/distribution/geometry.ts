import { isThrust, rollsOnBalls, type Family } from '../bearing/families.js'
import { InputError, inRange } from '../result.js'

/** What the distribution of a load is asked with, and what of it counts. */

export interface DistributionInput {
  family: Family
  elements: number
  elementDiameterMm: number
  pitchDiameterMm: number
  /** Free contact angle; 0: it follows from the clearance. */
  contactAngleDeg?: number
  rollerLengthMm?: number
  rows?: number
  /** Radius of the raceway groove over the ball's diameter. */
  innerOsculation?: number
  outerOsculation?: number
  /** Diametral. */
  clearanceUm: number
  radialLoadN: number
  axialLoadN?: number
  tiltArcmin?: number
  /** The outer raceway pinched in the direction of the radial load: largest less smallest diameter. */
  ovalUm?: number
}

/** Radians in a degree. */
export const RAD = Math.PI / 180

/** What was asked, looked over and in one unit: mm, N and radians. Source: none, it holds each value against its range. @throws InputError outside */
export function checked(input: DistributionInput) {
  const Z = inRange('elements', input.elements, 3, 200)
  if (!Number.isInteger(Z)) throw new InputError('elements', Z, 'a whole number')
  const Dw = inRange('elementDiameterMm', input.elementDiameterMm, 0.5, 500, 'mm')
  const Dpw = inRange('pitchDiameterMm', input.pitchDiameterMm, 2 * Dw, 5000, 'mm, from twice the element')
  const alphaDeg = inRange('contactAngleDeg', input.contactAngleDeg ?? (isThrust(input.family) ? 90 : 0), 0, 90, '°')
  const rows = inRange('rows', input.rows ?? 1, 1, 2)
  const balls = rollsOnBalls(input.family)
  if (!balls && input.rollerLengthMm === undefined)
    throw new InputError('rollerLengthMm', undefined, 'the effective length of a roller, mm')
  const radialN = inRange('radialLoadN', input.radialLoadN, 0, 1e9, 'N')
  const axialN = inRange('axialLoadN', input.axialLoadN ?? 0, 0, 1e9, 'N')
  if (radialN + axialN === 0) throw new InputError('radialLoadN', 0, 'a load above 0 N')
  if (!balls && alphaDeg === 0 && axialN > 0)
    throw new InputError('axialLoadN', axialN, '0 N: rollers without contact angle carry none on their raceways')
  if (alphaDeg > 0 && rows === 1 && axialN === 0)
    throw new InputError('axialLoadN', 0, 'above 0 N: one row with a contact angle is pushed apart by a radial load alone')
  if (alphaDeg === 90 && radialN > 0) throw new InputError('radialLoadN', radialN, '0 N at a contact angle of 90°')
  return {
    ...{ family: input.family, balls, Z, Dw, Dpw, alphaDeg, rows, radialN, axialN },
    length: balls ? 0 : inRange('rollerLengthMm', input.rollerLengthMm!, 0, 1000, 'mm', true),
    inner: inRange('innerOsculation', input.innerOsculation ?? 0.52, 0.5, 0.7, '', true),
    outer: inRange('outerOsculation', input.outerOsculation ?? 0.53, 0.5, 0.7, '', true),
    clearanceMm: inRange('clearanceUm', input.clearanceUm, -1000, 5000, 'µm') / 1000,
    ovalMm: inRange('ovalUm', input.ovalUm ?? 0, 0, 1000, 'µm') / 1000,
    tiltRad: (inRange('tiltArcmin', input.tiltArcmin ?? 0, -120, 120, 'arcmin') / 60) * RAD,
  }
}
export type Geometry = ReturnType<typeof checked>
