import { expansionPerK } from '../materials.js'
import { Derivation, InputError, inRange, short, type Result } from '../result.js'
import { amount } from '../words/message.js'
import { STEEL_J_KG_K } from './warmth.js'

/** Inner and outer ring as two lumps: a heater whose flux goes through the bore warms the inner one first, and it grows into its rolling elements. */

export interface TwoRingsInput {
  boreMm: number
  outsideMm: number
  widthMm: number
  massKg: number
  powerW: number
  efficiency?: number
  /** Share of the heat that arises in the inner ring. */
  innerShare?: number
  fromC: number
  toC: number
}

export interface TwoRingsValues {
  /** Until the inner ring is at its temperature. */
  seconds: number
  outerC: number
  /** The largest difference on the way, K, and what the inner ring grows more than the outer by it, µm across. */
  differenceK: number
  growthUm: number
  /** The most power at which the difference stays in its limit. */
  gentleW: number
}

/** A difference beyond this squeezes balls and cage. Engineering practice: 30 to 50 K. */
export const RINGS_APART_K = 40
/** Heat from ring to ring over rolling elements and air, W/(m² K) of the surface between them. Engineering practice: 60 to 120. */
const BETWEEN_W_M2K = 80
/** The inner ring has this share of the mass; the elements count with the ring that they lie in. Engineering practice. */
const INNER_MASS = 0.42
/** From the bore outward most flux stays in the ring that is nearest to the core. Engineering practice: 0.55 to 0.8. */
const INNER_SHARE = 0.6
const FILM_W_M2K = 15
const STEEL_PER_K = expansionPerK('bearing-steel')

interface Lumps {
  innerJK: number
  outerJK: number
  betweenWK: number
  filmWK: number
}

/** The heating step by step until the inner ring has risen enough; null where it never does. */
function heated({ innerJK, outerJK, betweenWK, filmWK }: Lumps, innerW: number, outerW: number, riseK: number) {
  let [inner, outer, seconds, most] = [0, 0, 0, 0]
  // Small against the whole and against both time constants; a ring that needs many times as long is not heated at all.
  const whole = ((innerJK + outerJK) * riseK) / (innerW + outerW)
  const step = Math.min(whole / 500, (0.02 * Math.min(innerJK, outerJK)) / betweenWK)
  while (inner < riseK) {
    const across = betweenWK * (inner - outer)
    const up = ((innerW - across) * step) / innerJK
    if (up <= 0 || seconds > 50 * whole) return null
    inner += up
    outer += ((outerW + across - filmWK * outer) * step) / outerJK
    seconds += step
    most = Math.max(most, inner - outer)
  }
  return { seconds, outer, most }
}

/**
 * How far inner and outer ring are apart while a bearing is heated, two lumps of steel with heat going over between them:
 * m1 c dT1/dt = s η P − G (T1 − T2), m2 c dT2/dt = (1 − s) η P + G (T1 − T2) − h A (T2 − Ta). Range: sizes above 0 to 3000 mm, mass to
 * 10 000 kg, power above 0 to 1 000 000 W, −40 to 300 °C, share 0.5 to 0.95. Source: lumped capacity; shares and films are engineering practice.
 * @throws InputError outside, and where the power does not reach the temperature
 */
export function twoRings(input: TwoRingsInput): Result<TwoRingsValues> {
  const d = inRange('boreMm', input.boreMm, 0, 3000, 'mm', true)
  const D = inRange('outsideMm', input.outsideMm, d, 3000, 'mm', true)
  const B = inRange('widthMm', input.widthMm, 0, 2000, 'mm', true)
  const m = inRange('massKg', input.massKg, 0, 10_000, 'kg', true)
  const P = inRange('powerW', input.powerW, 0, 1e6, 'W', true)
  const eta = inRange('efficiency', input.efficiency ?? 0.6, 0.05, 1)
  const share = inRange('innerShare', input.innerShare ?? INNER_SHARE, 0.5, 0.95)
  const from = inRange('fromC', input.fromC, -40, 80, '°C')
  const to = inRange('toC', input.toC, from, 300, '°C')
  const middleMm = (d + D) / 2
  const lumps: Lumps = {
    innerJK: INNER_MASS * m * STEEL_J_KG_K,
    outerJK: (1 - INNER_MASS) * m * STEEL_J_KG_K,
    betweenWK: (BETWEEN_W_M2K * Math.PI * middleMm * B) / 1e6,
    filmWK: (FILM_W_M2K * Math.PI * D * B) / 1e6,
  }
  const run = (W: number) => heated(lumps, share * W, (1 - share) * W, to - from)
  const found = run(eta * P)
  if (!found) throw new InputError('powerW', P, 'more power: the ring never gets so hot')
  const sheet = new Derivation()
  sheet.step(
    'G',
    'heat between the rings',
    'k π dm B',
    `${BETWEEN_W_M2K} · π · ${short(middleMm)} · ${short(B)}`,
    lumps.betweenWK,
    'W/K',
    'engineering practice',
  )
  sheet.step(
    't',
    'until the inner ring is hot',
    'two lumps',
    `${short(share * eta * P)} W inside, ${short((1 - share) * eta * P)} W outside`,
    found.seconds,
    's',
    'lumped capacity',
  )
  sheet.step('ΔT', 'inner ring over outer ring, at most', 'T1 − T2', '', found.most, 'K', 'lumped capacity')
  const growthUm = STEEL_PER_K * middleMm * found.most * 1000
  sheet.step(
    'Δd',
    'inner ring grows more by',
    'α dm ΔT',
    `${short(STEEL_PER_K * 1e6)}e-6 · ${short(middleMm)} · ${short(found.most)}`,
    growthUm,
    'µm',
    'linear thermal expansion',
  )
  if (found.most > RINGS_APART_K) sheet.caution('caution', 'rings-apart', { is: amount(found.most, 'rise') }, short(Math.round(found.most)))
  return sheet.result({
    seconds: found.seconds,
    outerC: from + found.outer,
    differenceK: found.most,
    growthUm,
    gentleW: gentlest(run, eta, P),
  })
}

/** The most power whose difference stays in its limit, found by halving. */
function gentlest(run: (W: number) => { most: number } | null, eta: number, P: number): number {
  const keeps = (power: number) => (run(eta * power)?.most ?? 0) <= RINGS_APART_K
  if (keeps(P)) return P
  let [low, high] = [0, P]
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2
    if (keeps(middle)) low = middle
    else high = middle
  }
  return low
}
