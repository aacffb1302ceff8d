import type { Bearing, Closure } from '../../bearing/bearing.js'
import { speedLimitRpm } from '../../catalogue/speed-limits.js'
import { rollsOnBalls } from '../../bearing/families.js'
import { rateBearing } from '../../life/rate-bearing.js'
import { InputError, short } from '../../result.js'
import { amount, phrase, type Words } from '../../words/message.js'
import { percent, type Described, type Lines, type PositionDuty } from './described.js'
import { wordsOf } from '../../words/say.js'

/** Life of a row at the duty, or null when the duty is incomplete or the row cannot carry it. */
function lifeOf(
  row: Bearing,
  { radialLoadN, axialLoadN, speedRpm }: PositionDuty,
): { hours: number; staticSafety: number; stopped: Words | null } | null {
  if (radialLoadN === null || axialLoadN === null || !speedRpm || radialLoadN + axialLoadN === 0) return null
  try {
    const rated = rateBearing(row, radialLoadN, axialLoadN, speedRpm, 90)
    const stop = rated.load.cautions.find((c) => c.level === 'stop')
    return { hours: rated.life.values.ratingLifeH, staticSafety: rated.staticSafety, stopped: stop ? wordsOf(stop) : null }
  } catch (error) {
    if (!(error instanceof InputError)) throw error
    return { hours: 0, staticSafety: 0, stopped: `${error.allowed}.` }
  }
}

/** Ratings within this share of each other are counted as alike: no figure of the trade is surer. */
const ALIKE = 0.03

/** Shares of what the removed one bears that are still enough where no duty is known, and static safety that is enough where one is. */
const ENOUGH = 0.8
const STATIC_SAFETY = 2

/** Load, at speed and at rest; gives life of the offered over that of the removed, no unit. */
export function strength({ row: a }: Described, { row: b }: Described, duty: PositionDuty, lines: Lines): number {
  const byRating = (b.dynamicRatingN / a.dynamicRatingN) ** (rollsOnBalls(b.family) ? 3 : 10 / 3)
  const [before, after] = [lifeOf(a, duty), lifeOf(b, duty)]
  const ratio = before && after && before.hours > 0 ? after.hours / before.hours : byRating
  const force = (n: number) => amount(n, 'force', 1)
  const times = `life × ${short(ratio, 2)}`
  const load = lines.on('load it carries', force(a.dynamicRatingN), force(b.dynamicRatingN))
  if (after?.stopped) load('not', after.stopped, times)
  else if (Math.abs(b.dynamicRatingN / a.dynamicRatingN - 1) < ALIKE && Math.abs(ratio - 1) < 4 * ALIKE) load('same')
  else if (ratio >= 1) load('acceptable', 'It lives longer than the one removed.', times)
  else if (after && duty.targetH !== null) {
    const lasts = after.hours >= duty.targetH
    const words = phrase`Here it lives ${amount(after.hours, 'hours')}, ${lasts ? 'still over' : 'under'} the ${amount(duty.targetH, 'hours')} wanted.`
    load(lasts ? 'acceptable' : 'not', words, times)
  } else if (ratio >= ENOUGH) load('acceptable', 'A little less life than the one removed.', times)
  else load('not', 'It lives clearly shorter than the one removed.', times)

  const share = b.staticRatingN / a.staticRatingN
  const still = lines.on('load at rest', force(a.staticRatingN), force(b.staticRatingN))
  if (Math.abs(share - 1) < ALIKE) still('same')
  else if (share > 1) still('acceptable', 'It stands more load at rest.', percent(share))
  else if (after)
    still(
      after.staticSafety >= STATIC_SAFETY ? 'acceptable' : 'not',
      `Static safety here would be ${short(after.staticSafety, 2)}.`,
      percent(share),
    )
  else still(share >= ENOUGH ? 'acceptable' : 'not', 'Shock and load at rest dent it sooner.', percent(share))
  return ratio
}

/** Speed guidance, r/min; `closed` is how the other would be closed. */
export function speed({ row: a }: Described, { row: b }: Described, duty: PositionDuty, closed: Closure, lines: Lines): void {
  const limit = (row: Bearing, closure: Closure) => Math.round(speedLimitRpm(row, 'grease', closure) / 100) * 100
  const [before, after] = [limit(a, 'open'), limit(b, closed)]
  const runs = duty.speedRpm
  const line = lines.on('speed with grease', amount(before, 'speed', 0), amount(after, 'speed', 0))
  if (runs !== null && runs > after)
    line('not', phrase`It would run at ${amount(runs, 'speed', 0)}, above its guidance.`, percent(runs / after))
  else if (Math.abs(after / before - 1) < ALIKE) line('same')
  else if (after > before) line('acceptable', 'It may run faster than the one removed.', percent(after / before))
  else if (runs !== null)
    line('acceptable', phrase`It runs at ${amount(runs, 'speed', 0)} here, under its guidance.`, percent(after / before))
  else line('unknown', 'It may run less fast: find out the speed.', percent(after / before))
}
