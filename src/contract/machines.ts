import { z } from 'zod'
import type { JobLine } from './cards.js'
import type { DueLine } from './greasing.js'
import { newLineInput, type ShaftLineView, type TimelineEvent } from './lines.js'

/** Machines and the Yard. */

export interface MachineLine {
  id: number
  code: string
  name: string
  area: string
  location: string
  fitted: string[]
  openJobs: number
}

export interface Yard {
  plant: string
  now: string
  jobs: JobLine[]
  due: DueLine[]
  machines: MachineLine[]
  /** What a plant without machines has so far; null once it has one. */
  beginning: { named: boolean; people: number; greases: number; guns: number } | null
}

/** Areas as a path: `Press house / Mill`. */
const area = z
  .string()
  .trim()
  .max(120)
  .transform((text) =>
    text
      .split('/')
      .map((part) => part.trim())
      .filter(Boolean)
      .join(' / '),
  )
const head = {
  code: z.string().trim().min(1, 'must not be empty').max(40),
  name: z.string().trim().min(1, 'must not be empty').max(120),
  area,
  location: z.string().trim().max(200),
  notes: z.string().trim().max(4000),
}

export const newMachineInput = z.strictObject({ ...head, lines: z.array(newLineInput).max(20) })
export type NewMachine = z.output<typeof newMachineInput>

export const machineInput = z.strictObject({ ...head, version: z.int().min(1) })
export type MachineInput = z.output<typeof machineInput>

/** New machines like this one, by their codes. */
export const copyInput = z.strictObject({ codes: z.array(head.code).min(1).max(50) })

export const retireInput = z.strictObject({ retired: z.boolean(), reason: z.string().trim().max(300) })

/** One change of the records of a machine or of one of its lines; what stood there and what stands there since. */
export interface RecordChange {
  id: number
  at: string
  by: string
  kind: 'made' | 'changed' | 'retired' | 'brought-back'
  lineId: number | null
  lineName: string | null
  before: Record<string, unknown> | null
  after: Record<string, unknown> | null
}

export interface MachineView {
  id: number
  /** Counts the changes of its records. */
  version: number
  code: string
  name: string
  area: string
  location: string
  notes: string
  shaftLines: ShaftLineView[]
  jobs: JobLine[]
  now: string
  timeline: TimelineEvent[]
  retired: { at: string; reason: string } | null
  /** What was changed in its records, newest first. */
  changes: RecordChange[]
}
