import { rollsOnBalls } from '../catalogue/families.js'
import type { Bearing } from '../catalogue/bearing.js'
import type { Arrangement } from '../ratings/equivalent-load.js'
import type { Scope } from './answers.js'
import type { PlaceRecord } from './context.js'
import { valueWords } from '../identify/letters.js'
import type { IdentifyResult } from './stations/identify.js'

/** How many bearings stand together and how they face; one alone is `single`. */
export interface SetOfBearings {
  count: number
  arrangement: Arrangement
}

/** A bearing that stands alone. */
export const ALONE: SetOfBearings = { count: 1, arrangement: 'single' }

/**
 * A row with the ratings of `count` like it that stand side by side and share the load: C rises with the 0.7th power of
 * the number on balls and with its 7/9th on rollers, C0 and the fatigue load limit with the number itself. `count` from 1 to 8.
 * Sources: ISO 281:2007, 5.1 and 7.1; ISO 76:2006, 5.2 and 7.2.
 */
export function asSet(row: Bearing, { count }: SetOfBearings): Bearing {
  if (count === 1) return row
  return {
    ...row,
    dynamicRatingN: row.dynamicRatingN * count ** (rollsOnBalls(row.family) ? 0.7 : 7 / 9),
    staticRatingN: row.staticRatingN * count,
    fatigueLoadLimitN: row.fatigueLoadLimitN * count,
  }
}

/** A set must be whole and alike: what is missing is asked, what differs stops. */
export function judgeSet(
  set: readonly PlaceRecord[],
  places: Readonly<Record<Scope, { identify: Pick<IdentifyResult, 'questions' | 'cautions' | 'row' | 'pairing'> }>>,
): void {
  if (set.length < 2) return
  const first = places[set[0]!.code]?.identify
  if (!first) return
  const missing = set.filter((p) => !places[p.code])
  if (missing.length)
    first.questions.push({
      code: 'set-incomplete',
      station: 'identify',
      params: { all: set.length, worked: set.length - missing.length },
    })
  const { arrangement } = set[0]!.set!
  for (const { code } of set) {
    const own = places[code]?.identify
    if (own?.row && own.pairing && own.pairing !== 'any' && own.pairing !== arrangement)
      own.cautions.push({
        level: 'stop',
        code: 'pair-faces-otherwise',
        station: 'identify',
        params: { designation: own.row.designation, letters: valueWords('pairing', own.pairing), arrangement },
      })
  }
  const rows = set.flatMap((p) => places[p.code]?.identify.row ?? [])
  const names = [...new Set(rows.map((r) => r.designation))]
  if (names.length > 1)
    first.cautions.push({
      level: 'stop',
      code: 'set-differs',
      station: 'identify',
      params: { names: names.join(' and ') },
    })
}
