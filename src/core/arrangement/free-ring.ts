import { Derivation, InputError, inRange, short, type Result } from '../result.js'
import { amount } from '../words/message.js'

export interface FreeRingInput {
  /** Growth of the shaft past its housing; below zero the housing outgrows the shaft. Left out where `movesMm` says where it goes. */
  growthMm?: number
  /** Every place of the ring that can occur, from where it stands cold at assembly; plus is away from the held end. */
  movesMm?: readonly number[]
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

/** What a ring needs to each side of where it stands at assembly, mm. */
export interface Reach {
  towardMm: number
  awayMm: number
}

/** Room to each side for every move of a ring, mm; plus is away from the held end. Source: engineering practice, a fifth over and never under `leastBehindMm`. */
export const reachOf = (movesMm: readonly number[], leastBehindMm = LEAST_BEHIND_MM): Reach => ({
  towardMm: Math.max(leastBehindMm, GROWTH_FACTOR * Math.max(0, ...movesMm.map((m) => -m))),
  awayMm: Math.max(leastBehindMm, GROWTH_FACTOR * Math.max(0, ...movesMm)),
})

/** Room to each side of a ring on a card, mm: with one place the least stays behind it, with several each side has its own. Source: as `freeRingRoom`. */
export function reachOnCard(movesMm: readonly number[]): Reach | null {
  const [one, ...more] = movesMm
  if (one === undefined) return null
  if (more.length) return reachOf(movesMm)
  const [ahead, behind] = [GROWTH_FACTOR * Math.abs(one), LEAST_BEHIND_MM]
  return one < 0 ? { towardMm: ahead, awayMm: behind } : { towardMm: behind, awayMm: ahead }
}

/** The room of a ring that moves both ways. */
function bothWays(movesMm: readonly number[], play: number, least: number): Result<FreeRingValues> {
  if (!movesMm.length) throw new InputError('movesMm', movesMm, 'at least one place of the ring')
  movesMm.forEach((m, i) => inRange(`movesMm.${i}`, m, -500, 500, 'mm'))
  const { towardMm, awayMm } = reachOf(movesMm, least)
  const neededMm = towardMm + awayMm
  const enough = play >= neededMm
  const behindMm = Math.max(towardMm, Math.min(play / 6, play - awayMm))
  const aheadMm = play - behindMm
  const sheet = new Derivation()
  const moves = movesMm.map((m) => short(m)).join(', ')
  sheet.step(
    't',
    'room toward the held end',
    'max(least, 1.2 · largest move that way)',
    `${moves}; least ${short(least)}`,
    towardMm,
    'mm',
    'engineering practice: a fifth over',
  )
  sheet.step(
    'a',
    'room away from the held end',
    'max(least, 1.2 · largest move that way)',
    `${moves}; least ${short(least)}`,
    awayMm,
    'mm',
    'engineering practice: a fifth over',
  )
  sheet.step('s', 'room needed', 't + a', `${short(towardMm)} + ${short(awayMm)}`, neededMm, 'mm', 'sum')
  sheet.step(
    'behind',
    'gap toward the held end',
    'max(t, min(play / 6, play − a))',
    `max(${short(towardMm)}, min(${short(play)} / 6, ${short(play - awayMm)}))`,
    behindMm,
    'mm',
    'engineering practice',
  )
  sheet.step(
    'ahead',
    'gap away from the held end',
    'play less the other gap',
    `${short(play)} − ${short(behindMm)}`,
    aheadMm,
    'mm',
    'difference',
  )
  if (!enough) sheet.caution('stop', 'free-ring-short', { play: amount(play, 'gap'), needed: amount(neededMm, 'gap') }, short(play))
  return sheet.result({ behindMm, aheadMm, neededMm, enough })
}

/**
 * Where the free ring stands at assembly and whether its play is enough, mm. On the side away from the growth stays a
 * sixth of the play, unless growth needs it, and never less than `leastBehindMm` or the cold shrink; the rest is ahead.
 * Where the housing outgrows the shaft the two sides change places. With `movesMm` every place that can occur counts with its sign (hottest,
 * hotter still, coldest): each side has 1.2 times the largest move that way, and the least in any case.
 * Range: growth and moves −500 to 500, play above 0 to 1000, the others 0 to 500 mm. @throws InputError outside.
 * Source: engineering practice (a fifth over growth; a sixth of the play behind).
 */
export function freeRingRoom(input: FreeRingInput): Result<FreeRingValues> {
  if (input.movesMm) {
    const least = inRange('leastBehindMm', input.leastBehindMm ?? LEAST_BEHIND_MM, 0, 500, 'mm')
    return bothWays(input.movesMm, inRange('playMm', input.playMm, 0, 1000, 'mm', true), least)
  }
  const growth = inRange('growthMm', input.growthMm!, -500, 500, 'mm')
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
