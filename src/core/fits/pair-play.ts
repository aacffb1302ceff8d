import { axialForceN, insideOf } from '../distribution/load-distribution.js'
import type { Bearing } from '../bearing/bearing.js'
import { Derivation, inRange, short, type Result } from '../result.js'

/** Axial play of two single rows that stand side by side and are ground to each other: what fits and heat make of it. */

export interface PairPlayInput {
  /** Both together as they lie on the bench, µm; below zero preload. */
  asBoughtUm: number
  /** What fits and heat take of the radial clearance of each, µm: least and most. */
  radialLossUm: readonly [least: number, most: number]
  contactAngleDeg: number
}

/**
 * Axial play of a pair, back to back or face to face, in µm: as bought less the radial loss of its rows over tan α (each loses half of
 * it a side, and there are two). Range: play −500 to 2000 µm, loss −500 to 500 µm, contact angle 5° to 60°.
 * Source: geometry of the contact. @throws InputError outside.
 */
export function pairPlay(input: PairPlayInput): Result<{ leastUm: number; mostUm: number }> {
  const bought = inRange('asBoughtUm', input.asBoughtUm, -500, 2000, 'µm')
  const alpha = inRange('contactAngleDeg', input.contactAngleDeg, 5, 60, '°')
  const [least, most] = input.radialLossUm.map((um, i) => inRange(`radialLossUm.${i}`, um, -500, 500, 'µm')) as [number, number]
  const slope = Math.tan((alpha * Math.PI) / 180)
  const sheet = new Derivation()
  const leastUm = bought - most / slope
  const mostUm = bought - least / slope
  sheet.step(
    'Δa',
    'axial play taken by fits and heat',
    'ΔGr / tan α',
    `${short(least)} … ${short(most)} / tan ${short(alpha)}°`,
    `${short(least / slope)} … ${short(most / slope)}`,
    'µm',
    'geometry of the contact',
  )
  sheet.step('a', 'axial play left', 'as bought − Δa', short(bought), `${short(leastUm)} … ${short(mostUm)}`, 'µm', 'sum')
  return sheet.result({ leastUm, mostUm })
}

/**
 * Force, N, with which a pair of such rows presses itself together where its play is so many µm below zero; 0 where it has play. Each
 * row is pressed by half of it. Source: Hertz, as `loadDistribution`.
 */
export const pairPreloadN = (row: Bearing, playUm: number): number =>
  playUm >= 0 ? 0 : axialForceN(insideOf(row, { clearanceUm: 0, tiltArcmin: 0, radialLoadN: 0, axialLoadN: 1 }), -playUm / 2000)

/** How hard a pair is ground to press itself, by the class on its box. */
export const PRELOAD_CLASSES = ['light', 'medium', 'heavy'] as const
export type PreloadClass = (typeof PRELOAD_CLASSES)[number]
/** Usual preload of a class as a share of the dynamic rating, to 20° of contact angle and above. Engineering practice; classes are each maker's own. */
const PRELOAD_SHARE: Readonly<Record<PreloadClass, readonly [flat: number, steep: number]>> = {
  light: [0.003, 0.0045],
  medium: [0.009, 0.0135],
  heavy: [0.018, 0.027],
}
const STEEP_DEG = 20

/** Usual preload of a pair of such rows by its class, N. Source: engineering practice; the sheet of its maker goes before it. */
export const preloadOfClassN = (row: Pick<Bearing, 'dynamicRatingN' | 'contactAngleDeg'>, preload: PreloadClass): number =>
  row.dynamicRatingN * PRELOAD_SHARE[preload][row.contactAngleDeg > STEEP_DEG ? 1 : 0]

/** Axial play, µm and below zero, at which a pair of such rows presses itself together with a force, N, from 0; the inverse of `pairPreloadN`. Source: as that, by bisection. */
export function playOfPreloadUm(row: Bearing, forceN: number): number {
  let [hard, soft] = [-MOST_PRELOAD_UM, 0]
  for (let step = 0; step < 50; step += 1) {
    const middle = (hard + soft) / 2
    if (pairPreloadN(row, middle) > forceN) hard = middle
    else soft = middle
  }
  return (hard + soft) / 2
}
/** No pair is bought with more preload than this, µm. */
const MOST_PRELOAD_UM = 200
