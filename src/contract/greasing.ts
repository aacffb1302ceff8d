import { z } from 'zod'
import type { LubricationView, PositionView, TimelineEvent } from './lines.js'
import { id, upTo } from './numbers.js'
import type { PlantSettings } from './plant.js'

/** The round: what is due, one point, one entry. */

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
})

export type GreasingInput = z.output<typeof greasingInput>

/** A lubrication point as it stands on the round. */
export interface DueLine {
  positionId: number
  positionName: string
  machineId: number
  machineCode: string
  machineName: string
  location: string
  greaseName: string | null
  quantityG: number | null
  dueAt: string
}

/** One position with all that greasing it needs. */
export interface GreasingView {
  position: PositionView
  machineId: number
  machineCode: string
  machineName: string
  location: string
  lubrication: LubricationView | null
  now: string
  plant: PlantSettings
  events: TimelineEvent[]
}
