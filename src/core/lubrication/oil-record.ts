import { BATH_OIL } from '../life/modified-life-tables.js'

/** Oil in a position: a fact of its record, as grease is. Viscosities in mm²/s. */

/** How it comes to the bearing: it stands in the housing, or runs through a filter to it. */
export const OIL_FEEDS = ['bath', 'circulating', 'oil-air'] as const
export type OilFeed = (typeof OIL_FEEDS)[number]
export const OIL_FEED_LABEL: Readonly<Record<OilFeed, string>> = {
  bath: 'stands in the housing',
  circulating: 'circulates through a filter',
  'oil-air': 'comes in drops with air',
}

export interface OilRecord {
  feed: OilFeed
  viscosity40: number
  /** Null where only the class is known: a viscosity index of 95 is taken. */
  viscosity100: number | null
  /** ISO 4406 class by a sample, `-/17/14`; null where nobody has taken one. */
  code: OilCode | null
}

/** Classes of the tables, cleanest first; the two tables share all but the last. */
export const OIL_CODES = Object.keys(BATH_OIL) as OilCode[]

export type OilCode = keyof typeof BATH_OIL

/** Range of what can be typed, mm²/s at 40 °C. */
export const OIL_VISCOSITY = [2, 10_000] as const
