import type { PointView } from './greasing.js'
import { z } from 'zod'
import type { JobLine } from './cards.js'
import type { RecordChange } from './record-change.js'
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
  /** When the next of its points is to be greased. */
  nextDue: string | null
}

/** How a page of machines is sorted: by code, name or area, or what needs hands first. */
export const MACHINE_ORDERS = ['code', 'name', 'area', 'due'] as const
export const MACHINES_A_PAGE = 25

export interface MachinePage {
  machines: MachineLine[]
  total: number
  /** From 1. */
  page: number
  pages: number
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
/** What is said of a machine itself. */
export const machineHead = z.strictObject({
  code: z.string().trim().min(1, 'must not be empty').max(40),
  name: z.string().trim().min(1, 'must not be empty').max(120),
  area,
  location: z.string().trim().max(200),
  notes: z.string().trim().max(4000),
})
export type MachineHead = z.output<typeof machineHead>

export const newMachineInput = z.strictObject({ ...machineHead.shape, lines: z.array(newLineInput).max(20) })
export type NewMachine = z.output<typeof newMachineInput>

export const machineInput = z.strictObject({ ...machineHead.shape, version: z.int().min(1) })
export type MachineInput = z.output<typeof machineInput>

/** New machines like this one, by their codes. */
export const copyInput = z.strictObject({ codes: z.array(machineHead.shape.code).min(1).max(50) })

export const retireInput = z.strictObject({ retired: z.boolean(), reason: z.string().trim().max(300) })

export type { RecordChange }

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
  points: PointView[]
}
