import { Derivation, inRange, short, type Result } from '../result.js'
import { amount } from '../words/message.js'

export interface FreeRingInput {
  /** Growth of the shaft past its housing; below zero the housing outgrows the shaft. */
  growthMm: number
  /** What a cold start takes back beyond the position at assembly. */
  coldShrinkMm?: number
  /** Room of the free ring in its housing: groove or cap to cap, less the ring's width. */
  playMm: number
  /** Room that stays on the side away from the growth in any case. */
  leastBehindMm?: number
}

export interface FreeRingValues {
  /** To leave at assembly on the side toward the held end. */
  behindMm: number
  /** To leave on the side to which the shaft grows away from the held end. */
  aheadMm: number
  neededMm: number
  enough: boolean
}

/** Room beyond growth: a fifth more than reckoned. Engineering practice. */
export const GROWTH_FACTOR = 1.2
/** What stays behind the ring in any case, mm. Engineering practice for motors; large housings want 1.5 to 2.5. */
export const LEAST_BEHIND_MM = 0.5

/** Room that a growth needs in all, mm; the sign of the growth does not matter. Source as for `freeRingRoom`. */
export function roomNeededMm(growthMm: number, coldShrinkMm = 0, leastBehindMm = LEAST_BEHIND_MM): number {
  return GROWTH_FACTOR * Math.abs(growthMm) + Math.max(leastBehindMm, coldShrinkMm)
}

/**
 * Where the free ring stands at assembly and whether its play is enough, mm. On the side away from the growth stays a
 * sixth of the play, unless growth needs it, and never less than `leastBehindMm` or the cold shrink; the rest is ahead.
 * Where the housing outgrows the shaft the two sides change places.
 * Range: growth −500 to 500, play above 0 to 1000, the others 0 to 500 mm. @throws InputError outside.
 * Source: engineering practice (a fifth over growth; a sixth of the play behind).
 */
export function freeRingRoom(input: FreeRingInput): Result<FreeRingValues> {
  const growth = inRange('growthMm', input.growthMm, -500, 500, 'mm')
  const cold = inRange('coldShrinkMm', input.coldShrinkMm ?? 0, 0, 500, 'mm')
  const play = inRange('playMm', input.playMm, 0, 1000, 'mm', true)
  const least = inRange('leastBehindMm', input.leastBehindMm ?? LEAST_BEHIND_MM, 0, 500, 'mm')
  const sheet = new Derivation()
  const reach = GROWTH_FACTOR * Math.abs(growth)
  const away = Math.max(least, cold, Math.min(play / 6, play - reach))
  const toward = play - away
  const [behindMm, aheadMm] = growth < 0 ? [toward, away] : [away, toward]
  const neededMm = roomNeededMm(growth, cold, least)
  const enough = play >= neededMm
  sheet.step(
    's',
    'room needed',
    '1.2 |ΔL| + max(least, cold shrink)',
    `1.2 · ${short(Math.abs(growth))} + max(${short(least)}, ${short(cold)})`,
    neededMm,
    'mm',
    'engineering practice: a fifth over growth',
  )
  sheet.step(
    growth < 0 ? 'ahead' : 'behind',
    growth < 0 ? 'gap away from the held end' : 'gap toward the held end',
    'max(least, cold shrink, min(play / 6, play − 1.2 |ΔL|))',
    `max(${short(least)}, ${short(cold)}, min(${short(play)} / 6, ${short(play)} − ${short(reach)}))`,
    away,
    'mm',
    'engineering practice: the ring stands toward the side it comes from',
  )
  sheet.step(
    growth < 0 ? 'behind' : 'ahead',
    growth < 0 ? 'gap toward the held end' : 'gap away from the held end',
    'play less the other gap',
    `${short(play)} − ${short(away)}`,
    toward,
    'mm',
    growth < 0 ? 'the housing outgrows the shaft: the ring goes toward the held end' : 'the shaft grows away from the held end',
  )
  if (!enough) sheet.caution('stop', 'free-ring-short', { play: amount(play, 'gap'), needed: amount(neededMm, 'gap') }, short(play))
  return sheet.result({ behindMm, aheadMm, neededMm, enough })
}
