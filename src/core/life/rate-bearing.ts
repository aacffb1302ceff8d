import type { Bearing } from '../bearing/bearing.js'
import { rollsOnBalls } from '../bearing/families.js'
import { DIMENSION_SERIES, PAIRED, equivalentLoad, type Arrangement, type DimensionSeries } from '../ratings/equivalent-load.js'
import type { Result } from '../result.js'
import { ratingLife } from './rating-life.js'

export interface Rated {
  load: Result<{ equivalentLoadN: number; staticEquivalentLoadN: number }>
  life: Result<{ ratingLifeH: number; modifiedLifeH: number }>
  staticSafety: number
}

/** The dimension series in the name of a cylindrical series: NJ 22 has 22. Source: ISO 15. */
export function dimensionSeriesOf(series: string): DimensionSeries | undefined {
  return DIMENSION_SERIES.find((name) => series.endsWith(` ${name}`))
}

/**
 * Equivalent load (N), rating life (h) and static safety of a row under one load; of a pair or set the row carries its ratings
 * and the loads are those of the set. Speed r/min, reliability 90 to 99.95 %. @throws InputError for a load that it is not rated for.
 * Sources: ISO 281:2007, ISO 76:2006.
 */
export function rateBearing(
  row: Bearing,
  radialN: number,
  axialN: number,
  speedRpm: number,
  reliabilityPercent: number,
  arrangement: Arrangement = 'single',
): Rated {
  const load = equivalentLoad({
    family: row.family,
    contactAngleDeg: row.contactAngleDeg,
    radialLoadN: radialN,
    axialLoadN: axialN,
    staticRatingN: row.staticRatingN,
    f0: row.f0 ?? undefined,
    rows: row.rows,
    // Only bearings with a contact angle have factors of pairs.
    arrangement: PAIRED.includes(row.family) && row.rows === 1 ? arrangement : 'single',
    dimensionSeries: row.family === 'cylindrical-roller' ? dimensionSeriesOf(row.series) : undefined,
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
