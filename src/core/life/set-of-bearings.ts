import { rollsOnBalls } from '../bearing/families.js'
import type { Bearing } from '../bearing/bearing.js'
import { PAIRED, type Arrangement } from '../ratings/equivalent-load.js'

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

/** A single row that takes thrust one way only and stands against a partner. Source: the kinds of the rack. */
export const opposes = (row: Bearing | null, set: SetOfBearings): boolean =>
  row !== null && PAIRED.includes(row.family) && row.rows === 1 && set.count === 1
