import type { JobLine } from './cards.js'
import type { DueLine } from './greasing.js'
import type { ShaftLineView, TimelineEvent } from './lines.js'

/** Machines and the Yard. */

export interface MachineLine {
  id: number
  code: string
  name: string
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
}

export interface MachineView {
  id: number
  code: string
  name: string
  location: string
  notes: string
  shaftLines: ShaftLineView[]
  jobs: JobLine[]
  now: string
  timeline: TimelineEvent[]
}
