import { z } from 'zod'
import type { Bearing } from '../core/catalogue/catalogue.js'
import type { MakersFigures } from '../core/catalogue/makers-figures.js'
import type { CompareResult, Described, PositionDuty } from '../core/identify/compare.js'
import type { Letters } from '../core/identify/letters.js'
import type { JobLine } from './cards.js'
import type { PositionView } from './lines.js'
import { upTo } from './numbers.js'
import type { StockItem } from './own-data.js'
import type { SavedSearch } from './yard.js'

/** Bearings with what the plant knows of them, and what the shelf offers. */

export const makersFiguresInput = z.strictObject({
  dynamicRatingN: upTo(1e8).nullable(),
  staticRatingN: upTo(1e8).nullable(),
  fatigueLoadLimitN: upTo(1e8).nullable(),
  massKg: upTo(1e5).nullable(),
  sheet: z.string().trim().min(3, 'say from which sheet').max(120),
})

export interface BearingUse {
  machineId: number
  machineCode: string
  machineName: string
  positionName: string
}

export interface BearingView {
  row: Bearing
  /** The same row before any maker's figures. */
  computed: Bearing
  usedAt: BearingUse[]
  jobs: JobLine[]
  stock: StockItem[]
  /** Other names that lead here. */
  names: string[]
}

/** The plant's own data over the base catalogue: what the browser's rack needs besides the core. */
export interface RackView {
  ownRows: Bearing[]
  makersFigures: MakersFigures[]
  letters: Letters[]
  crossReferences: { name: string; marking: string }[]
  stock: StockItem[]
  searches: SavedSearch[]
}

/** What came out of a position or is fitted there, and what on the shelf would do in its place, best first. */
export interface OffersView {
  position: PositionView
  machineId: number
  machineCode: string
  machineName: string
  removed: Described | null
  duty: PositionDuty
  offers: { item: StockItem; row: Bearing; result: CompareResult }[]
}

/** What a search finds: how many in all, and the first of them. */
export interface BearingsFound {
  total: number
  rows: Bearing[]
}
