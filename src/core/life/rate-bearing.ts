import type { Bearing } from '../catalogue/bearing.js'
import { rollsOnBalls } from '../catalogue/families.js'
import { equivalentLoad } from '../ratings/equivalent-load.js'
import type { Result } from '../result.js'
import { ratingLife } from './rating-life.js'

export interface Rated {
  load: Result<{ equivalentLoadN: number; staticEquivalentLoadN: number }>
  life: Result<{ ratingLifeH: number; modifiedLifeH: number }>
  staticSafety: number
}

/**
 * Equivalent load, rating life and static safety of a row under one load. @throws InputError for a load that it is not rated for.
 * Sources: ISO 281:2007, ISO 76:2006.
 */
export function rateBearing(row: Bearing, radialN: number, axialN: number, speedRpm: number, reliabilityPercent: number): Rated {
  const load = equivalentLoad({
    family: row.family,
    contactAngleDeg: row.contactAngleDeg,
    radialLoadN: radialN,
    axialLoadN: axialN,
    staticRatingN: row.staticRatingN,
    f0: row.f0 ?? undefined,
    rows: row.rows,
  })
  const rollingElement = rollsOnBalls(row.family) ? 'ball' : 'roller'
  const life = ratingLife({
    rollingElement,
    dynamicRatingN: row.dynamicRatingN,
    equivalentLoadN: load.values.equivalentLoadN,
    speedRpm,
    reliabilityPercent,
  })
  return { load, life, staticSafety: row.staticRatingN / load.values.staticEquivalentLoadN }
}
