import type { Bearing } from '../bearing/bearing.js'
import { loadRating } from '../ratings/load-rating.js'
import { Derivation, InputError, short, type Result } from '../result.js'
import { amount } from '../words/message.js'
import { contactsOf, type Contacts } from './contacts.js'
import { RAD, checked, type DistributionInput, type Geometry } from './geometry.js'
import { referenceLife } from './reference-life.js'

/** How a load spreads over the elements of a bearing, ISO/TS 16281. It knows nothing of what asks for it. */

export type { DistributionInput }

/** Over so much misalignment a bearing turns in its own raceway, and its rings do not tilt against each other, degrees. Engineering practice. */
const ALIGNS_DEG = 0.3

/** How far the rings of a bearing tilt against each other, in minutes of arc, where its shaft leans so far (from 0, in minutes of arc); a row tells its misalignment in degrees. Source: engineering practice. */
export const tiltOfRings = (row: Pick<Bearing, 'misalignmentDeg'>, slopeArcmin: number): number =>
  row.misalignmentDeg > ALIGNS_DEG ? 0 : slopeArcmin

/** What the distribution of a row's load needs to know of it; loads in N, clearance in µm, tilt in arcmin. Source: the row's typical geometry. */
export function insideOf(
  row: Bearing,
  at: Required<Pick<DistributionInput, 'clearanceUm' | 'tiltArcmin' | 'radialLoadN' | 'axialLoadN'>>,
): DistributionInput {
  const { family, elements, elementDiameterMm, pitchDiameterMm, contactAngleDeg, rollerLengthMm, rows } = row
  return {
    ...{ family, elements, elementDiameterMm, pitchDiameterMm, contactAngleDeg, rows, ...at },
    ...(rollerLengthMm !== null && { rollerLengthMm }),
  }
}

export interface DistributionValues {
  /** The first element stands under the radial load; rows added. */
  elementLoadsN: number[]
  loadZoneDeg: number
  maxLoadN: number
  /** On the inner raceway, most loaded. */
  maxPressureMPa: number
  outerPressureMPa: number
  /** Radial shift of the inner ring from the centred position. */
  displacementUm: number
  axialShiftUm: number
  referenceLifeMrev: number
  /** Where each element of the first row runs on its raceways: contact angle, and half width of the band. */
  contactAnglesDeg: number[]
  innerHalfWidthMm: number[]
  outerHalfWidthMm: number[]
}

/**
 * Force along the shaft, N, that presses the rings of one row so far together, mm, from where its elements just touch; all elements
 * carry alike. Source: Hertz; ISO/TS 16281. @throws InputError for an inside that cannot be.
 */
export function axialForceN(input: DistributionInput, shiftMm: number): number {
  const g = checked({ ...input, rows: 1 })
  const { load, sin } = contactsOf(g).at(1, 0, shiftMm, 1)
  return g.Z * load * sin
}

/** How many times as long one distribution lets a bearing live as another; no unit, from 0. Source: ISO/TS 16281. */
export const timesAsLong = (one: Pick<DistributionValues, 'referenceLifeMrev'>, referenceLifeMrev: number): number =>
  one.referenceLifeMrev / referenceLifeMrev

/** Energy of the pressed contacts less the work of the load, with its slope and curvature in radial and axial shift. */
function potential(contacts: Contacts, g: Geometry, r: number, x: number) {
  const sum = { energy: -g.radialN * r - g.axialN * x, fr: -g.radialN, fx: -g.axialN, rr: 0, rx: 0, xx: 0 }
  for (let row = 0; row < g.rows; row++)
    for (let j = 0; j < g.Z; j++) {
      const cos = Math.cos((2 * Math.PI * j) / g.Z)
      const side = row ? -1 : 1
      const c = contacts.at(cos, r, side * x, side)
      if (c.load === 0) continue
      // What is left of the stiffness across the line of contact: the line turns as the ring shifts.
      const turn = c.load * c.turning
      sum.energy += c.energy
      sum.fr += c.load * c.cos * cos
      sum.fx += side * c.load * c.sin
      sum.rr += cos * cos * (c.stiffness * c.cos ** 2 + turn * c.sin ** 2)
      sum.rx += side * cos * (c.stiffness - turn) * c.cos * c.sin
      sum.xx += c.stiffness * c.sin ** 2 + turn * c.cos ** 2
    }
  return sum
}

/**
 * Shift of the inner ring at which contacts and load balance. The energy is convex, so Newton steps that are shortened until they
 * lower it lead there from anywhere; where nothing is pressed yet a step down the slope takes their place.
 */
function balance(contacts: Contacts, g: Geometry): { r: number; x: number } {
  let { r, x } = contacts.start
  let now = potential(contacts, g, r, x)
  const scale = g.radialN + g.axialN
  let ridge = 0
  for (let i = 0; i < 200 && Math.hypot(contacts.radial ? now.fr : 0, contacts.axial ? now.fx : 0) > 1e-10 * scale; i++) {
    const rr = contacts.radial ? now.rr + ridge : 1
    const xx = contacts.axial ? now.xx + ridge : 1
    const rx = contacts.radial && contacts.axial ? now.rx : 0
    const [fr, fx] = [contacts.radial ? now.fr : 0, contacts.axial ? now.fx : 0]
    const det = rr * xx - rx * rx
    if (!(det > 1e-9 * rr * xx)) {
      ridge = Math.max(2 * ridge, 1e-3 * scale)
      continue
    }
    const [dr, dx] = [-(xx * fr - rx * fx) / det, -(rr * fx - rx * fr) / det]
    let step = Math.min(1, (0.2 * contacts.reach) / Math.max(Math.abs(dr), Math.abs(dx), 1e-12))
    let next = potential(contacts, g, r + step * dr, x + step * dx)
    for (let k = 0; k < 40 && next.energy > now.energy + 1e-14 * Math.abs(now.energy); k++) {
      step /= 2
      next = potential(contacts, g, r + step * dr, x + step * dx)
    }
    r += step * dr
    x += step * dx
    now = next
    ridge /= 4
  }
  if (Math.hypot(contacts.radial ? now.fr : 0, contacts.axial ? now.fx : 0) > 1e-4 * scale)
    throw new InputError('radialLoadN', g.radialN, 'a load that the contacts of this bearing can balance')
  return { r, x }
}

/** Angle over which elements would carry, wherever they stood, degrees: every change between pressed and free is bisected. */
function zone(pressed: (phi: number) => number): number {
  const STEPS = 360
  let carried = 0
  for (let i = 0; i < STEPS; i++) {
    const [from, to] = [(2 * Math.PI * i) / STEPS, (2 * Math.PI * (i + 1)) / STEPS]
    const [a, b] = [pressed(from) > 0, pressed(to) > 0]
    if (a === b) {
      carried += a ? to - from : 0
      continue
    }
    let [low, high] = [from, to]
    for (let k = 0; k < 40; k++) {
      const middle = (low + high) / 2
      if (pressed(middle) > 0 === a) low = middle
      else high = middle
    }
    carried += a ? low - from : to - high
  }
  return carried / RAD
}

/**
 * Loads of the elements (N), load zone (°), greatest pressure (MPa) and reference rating life (million revolutions) of a bearing with
 * clearance (µm, diametral), thrust, tilt and a pinched outer ring, by balance of the contacts. Balls by Hertz, rollers in 30 laminae without profile.
 * Range: 3 to 200 elements, 1 or 2 rows, osculation above 0.5 to 0.7, clearance −1000 to 5000 µm, tilt ±120 arcmin.
 * Source: ISO/TS 16281. @throws InputError outside, and for a load that the kind cannot balance.
 */
export function loadDistribution(input: DistributionInput): Result<DistributionValues> {
  const g = checked(input)
  const contacts = contactsOf(g)
  const { r, x } = balance(contacts, g)
  const at = (phi: number, row: number) => contacts.at(Math.cos(phi), r, row ? -x : x, row ? -1 : 1)
  const byRow = Array.from({ length: g.rows }, (_, row) => Array.from({ length: g.Z }, (_, j) => at((2 * Math.PI * j) / g.Z, row)))
  const [first] = byRow
  const elementLoadsN = first!.map((c, j) => c.load + (byRow[1]?.[j]!.load ?? 0))
  const loadZoneDeg = zone((phi) => Math.max(...byRow.map((_, row) => at(phi, row).pressed)))
  const bands = byRow.flat().map((c) => contacts.bands(c))
  const { family, Z: elements, Dw: elementDiameterMm, Dpw: pitchDiameterMm, alphaDeg, rows } = g
  const rated = loadRating({
    ...{ family, elements, elementDiameterMm, pitchDiameterMm, rows, contactAngleDeg: alphaDeg },
    rollerLengthMm: input.rollerLengthMm,
  })
  const sheet = new Derivation()
  const referenceLifeMrev = referenceLife(g, byRow, rated.values.dynamicRatingN)
  const maxLoadN = Math.max(...elementLoadsN)
  const maxPressureMPa = Math.max(...bands.map((b) => b.innerMPa))
  sheet.step(
    'Qmax',
    'most loaded element',
    'balance of the contacts',
    `${g.Z} elements, shift ${short(r * 1000)} µm`,
    maxLoadN,
    'N',
    'ISO/TS 16281',
  )
  sheet.step('pmax', 'greatest pressure, inner raceway', 'Hertz', `Q ${short(maxLoadN)}`, maxPressureMPa, 'MPa', 'Hertz')
  sheet.step(
    'L10r',
    'reference rating life',
    'per raceway',
    `C ${short(rated.values.dynamicRatingN)}`,
    referenceLifeMrev,
    'million rev',
    'ISO/TS 16281',
  )
  if (!g.balls) sheet.assume('Rollers are taken without profile and edge factor: with tilt the figure is for comparison only.')
  if (!g.balls && g.tiltRad !== 0) sheet.caution('caution', 'tilt-without-profile')
  if (contacts.selfAligning && g.tiltRad !== 0) sheet.assume('A self-aligning bearing gives way to tilt: it is left out.')
  if (g.alphaDeg > 0) sheet.assume('The free contact angle is given: clearance is part of it.')
  if (g.alphaDeg === 0 && input.clearanceUm < -Math.max(DEEP_UM, DEEP_SHARE * g.Dpw))
    sheet.caution('caution', 'clearance-deep', { is: amount(input.clearanceUm, 'fine') }, short(input.clearanceUm))
  if (maxPressureMPa > PLASTIC_MPA[g.balls ? 'ball' : 'roller']) sheet.caution('stop', 'pressure-plastic', {}, short(maxPressureMPa))
  return sheet.result({
    ...{ elementLoadsN, loadZoneDeg, maxLoadN, maxPressureMPa, outerPressureMPa: Math.max(...bands.map((b) => b.outerMPa)) },
    ...{ displacementUm: Math.abs(r) * 1000, axialShiftUm: x * 1000, referenceLifeMrev },
    contactAnglesDeg: first!.map((c) => Math.atan2(c.sin, c.cos) / RAD),
    innerHalfWidthMm: bands.slice(0, g.Z).map((b) => b.innerMm),
    outerHalfWidthMm: bands.slice(0, g.Z).map((b) => b.outerMm),
  })
}

/** A preload beyond so much, µm, and so much for each mm of pitch diameter, heats itself. Engineering practice. */
const DEEP_UM = 10
const DEEP_SHARE = 0.1

/** Pressure at which a raceway keeps a dent of a ten-thousandth of the element, MPa. ISO 76:2006. */
const PLASTIC_MPA = { ball: 4200, roller: 4000 }
