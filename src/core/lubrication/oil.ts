import { OIL_FILTERS, type Cleanliness } from '../life/modified-life.js'
import { IN_LINE_OIL } from '../life/modified-life-tables.js'
import { InputError } from '../result.js'
import { OIL_FEEDS, OIL_VISCOSITY, OIL_CODES, type OilFeed, type OilRecord } from './oil-record.js'
import { at100Of } from '../life/viscosity.js'

/** What an oil is worth: its film, how clean it stays, how long it serves, and the words it is written in. mm²/s. */

/** Where only the class of an oil is known: an ordinary mineral oil. Engineering practice. */
const USUAL_INDEX = 95

/** Viscosity at 100 °C, mm²/s, as recorded or by the usual index of a mineral oil; null where it is so thin that no index is defined. Asks for 2 to 10 000 at 40 °C. Source: ASTM D2270. */
export function at100({ viscosity40, viscosity100 }: Pick<OilRecord, 'viscosity40' | 'viscosity100'>): number | null {
  if (viscosity100 !== null) return viscosity100
  try {
    return at100Of(viscosity40, USUAL_INDEX)
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}

/** What nobody has sampled is as clean as its surroundings let it be. Engineering practice. */
const BY_DIRT = {
  bath: { clean: '-/15/12', normal: '-/17/14', dirty: '-/19/16', wet: '-/21/18' },
  circulating: { clean: '-/13/10', normal: '-/15/12', dirty: '-/17/14', wet: '-/19/16' },
  // Fresh through its filter, but the air brings what is around.
  'oil-air': { clean: '-/13/10', normal: '-/13/10', dirty: '-/15/12', wet: '-/17/14' },
} as const
export type Dirt = keyof (typeof BY_DIRT)['bath']

/**
 * How clean an oil stays, by its sample or by the surroundings. A filtered oil dirtier than the table of filtered oil is taken
 * as the dirtiest of it. No unit. Source: ISO 281:2007, annex A; engineering practice where no sample was taken.
 */
export function oilCleanliness(oil: Pick<OilRecord, 'feed' | 'code'>, dirt: Dirt): Exclude<Cleanliness, string> {
  const code = oil.code ?? BY_DIRT[oil.feed][dirt]
  if (oil.feed === 'bath') return { filter: OIL_FILTERS[1], code }
  return { filter: OIL_FILTERS[0], code: code in IN_LINE_OIL ? code : Object.keys(IN_LINE_OIL).at(-1)! }
}

const WORDS =
  /^(?:(?:iso\s*)?vg\s*)?(\d{1,5}(?:[.,]\d+)?)(?:\/(\d{1,4}(?:[.,]\d+)?))?(?:\s+(bath|circulating|oil-air))?(?:\s+([-–—]?\/\d{1,2}\/\d{1,2}))?$/i

/** Oil from words, `VG 68 circulating -/17/14` or with its viscosity at 100 °C `VG 68/8.7`, mm²/s; null when they are none. Source: engineering practice (a notation of its own). */
export function readOil(text: string): OilRecord | null {
  const match = WORDS.exec(text.trim())
  if (!match) return null
  const number = (text: string) => Number(text.replace(',', '.'))
  const viscosity40 = number(match[1]!)
  const viscosity100 = match[2] ? number(match[2]) : null
  const written = match[4]?.replace(/^[-–—]?\//, '-/')
  const code = OIL_CODES.find((c) => c === written) ?? null
  const [least, most] = OIL_VISCOSITY
  if (
    viscosity40 < least ||
    viscosity40 > most ||
    (written && !code) ||
    (viscosity100 !== null && (viscosity100 < 1 || viscosity100 > 1000))
  )
    return null
  return { feed: OIL_FEEDS.find((f) => f === match[3]?.toLowerCase()) ?? 'bath', viscosity40, viscosity100, code }
}

/** Oil as the words that `readOil` reads. Viscosity in mm²/s. Source: as `readOil`. */
export function writeOil({ feed, viscosity40, viscosity100, code }: OilRecord): string {
  const short = (v: number) => Number(v.toPrecision(5))
  const hot = viscosity100 === null ? '' : `/${short(viscosity100)}`
  return [`VG ${short(viscosity40)}${hot}`, ...(feed === 'bath' ? [] : [feed]), ...(code ? [code] : [])].join(' ')
}

/** How long an oil usually serves, hours, by how warm it stands, °C. Engineering practice; the oil's maker and a sample govern. */
// prettier-ignore
const SERVICE: Readonly<Record<Exclude<OilFeed, 'oil-air'>, readonly (readonly [warmestC: number, hours: number])[]>> = {
  bath: [[50, 8000], [70, 5000], [90, 2500], [120, 800]],
  circulating: [[50, 20_000], [70, 12_000], [90, 6000], [120, 2000]],
}

/** Hours after which the oil is usually changed; null above 120 °C. Source: engineering practice; a sample or the maker's word governs. */
export function oilServiceH(feed: keyof typeof SERVICE, runC: number): number | null {
  return SERVICE[feed].find(([warmest]) => runC <= warmest)?.[1] ?? null
}
