import { z } from 'zod'
import type { LubricationView, PositionView, TimelineEvent } from './lines.js'
import { id, upTo } from './numbers.js'
import type { PlantSettings } from './plant.js'

/** The round: what is due, one point, one entry. */

/** Days from one greasing to the next at most: longer than any plant stands. */
export const MOST_DAYS = 10_000

/** One entry of the round. `key` is made where it is typed, so that an entry sent twice counts once. */
export const greasingInput = z.strictObject({
  key: z.uuid(),
  /** When it was done, for entries that waited on a device; left out: now. */
  at: z.iso.datetime().optional(),
  kind: z.enum(['greased', 'skipped', 'changed-over']),
  greaseId: id.nullable(),
  gunId: id.nullable(),
  strokes: z.int().min(1).max(1000).nullable(),
  grams: upTo(100_000).nullable(),
  looks: z.string().trim().max(120),
  note: z.string().trim().max(300),
  /** Somebody greased it a little while ago, and this is a second time all the same. */
  again: z.literal(true).optional(),
})

/** An entry is taken back with a reason. */
export const takenBackInput = z.strictObject({ reason: z.string().trim().min(5, 'why, in at least 5 letters').max(300) })

/** The last greasing of a point: what is asked about before a second, and what can be taken back. */
export interface LastGreasing {
  key: string
  at: string
  by: string
  grams: number | null
  /** It can be taken back still: it is not older than entries may be. */
  open: boolean
}

export type GreasingInput = z.output<typeof greasingInput>

/** A greasing point: what it feeds, what goes in, when. A support may have several, and one may feed several supports. */
export interface PointView extends LubricationView {
  id: number
  /** Empty where its support has no other. */
  name: string
  /** From the left, with what each support wants through it. */
  feeds: { positionId: number; name: string; quantityG: number | null }[]
}

/** What a point is called: its supports, and its own name where it has one. */
export const pointName = ({ feeds, name }: Pick<PointView, 'feeds' | 'name'>): string =>
  [feeds.map((f) => f.name).join(' and '), name].filter(Boolean).join(', ')

/** Which points a line has and what each feeds; `id` null for one that is new. */
export const pointsInput = z.strictObject({
  version: z.int().min(1),
  points: z
    .array(
      z.strictObject({ id: id.nullable(), name: z.string().trim().max(60), feeds: z.array(id).min(1, 'at least one support').max(40) }),
    )
    .max(80),
})
export type PointInput = z.output<typeof pointsInput>['points'][number]

/** A greasing point as it stands on the round. */
export interface DueLine {
  pointId: number
  /** Its supports, and its own name where it has one. */
  pointName: string
  machineId: number
  machineCode: string
  machineName: string
  location: string
  greaseName: string | null
  quantityG: number | null
  dueAt: string
}

/** One greasing point with all that it needs. */
export interface GreasingView {
  point: PointView
  /** What it feeds, from the left. */
  positions: PositionView[]
  machineId: number
  machineCode: string
  machineName: string
  location: string
  now: string
  plant: PlantSettings
  events: TimelineEvent[]
  /** Null where nothing was noted yet. */
  last: LastGreasing | null
}
