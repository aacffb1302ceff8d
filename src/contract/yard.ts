import { z } from 'zod'
import type { JobLine } from './cards.js'
import type { DueLine } from './greasing.js'
import { id } from './numbers.js'

/** The Yard of a plant of any size: what needs hands by area and by person, kept views, and the one box that finds. */

/** What can be looked at again under a name; `search` is what the screen understands. */
export const SCREENS_KEPT = ['rack', 'yard', 'machines'] as const
export const savedSearchInput = z.strictObject({
  screen: z.enum(SCREENS_KEPT),
  name: z.string().trim().min(1, 'must not be empty').max(60),
  search: z.string().trim().max(300),
  columns: z.array(z.string().max(40)).max(30).default([]),
})
export interface SavedSearch {
  id: number
  name: string
  search: string
  columns: string[]
}

/** Whoever greases an area; null for nobody. */
export const areaChargeInput = z.strictObject({ area: z.string().trim().min(1).max(120), personId: id.nullable() })

/** What stands in one area itself, not below it. */
export interface AreaLine {
  area: string
  machines: number
  /** Greasing points past their day, and those that fall due within the week besides. */
  overdue: number
  due: number
  jobs: number
}

/** Somebody who works here, and how many open cards are theirs. */
export interface Colleague {
  id: number
  name: string
  jobs: number
  /** Areas that they grease. */
  areas: string[]
}

export interface Yard {
  plant: string
  now: string
  /** Open jobs of the area and person asked for, newest first, no more than a page of them. */
  jobs: JobLine[]
  /** How many there are, and how many questions stand open on them. */
  jobsTotal: number
  questions: number
  /** Greasing points due within the week, the longest overdue first, no more than a page of them. */
  due: DueLine[]
  dueTotal: number
  overdue: number
  /** Every area of the plant, whatever was asked for. */
  areas: AreaLine[]
  colleagues: Colleague[]
  views: SavedSearch[]
  /** What a plant without machines has so far; null once it has one. */
  beginning: { named: boolean; people: number; greases: number; guns: number; schools: boolean } | null
}

/** Something that a search found, and where it is. */
export interface Found {
  kind: 'machine' | 'position' | 'card' | 'bearing' | 'part' | 'person'
  /** A number, the designation of a bearing, or the name of a part. */
  id: number | string
  label: string
  hint: string
  /** Its sizes in mm, each with what it is where that must be told. */
  sizesMm?: { what: string; mm: number }[]
  /** The machine that a position belongs to. */
  machineId?: number
}
