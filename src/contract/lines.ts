import type { Scope } from '../core/card/answers.js'
import type { LineContext, PlaceSet } from '../core/card/context.js'
import type { LifeUsed } from '../core/card/position.js'
import type { Bearing } from '../core/catalogue/catalogue.js'
import type { HousingSeatRecord, RingHolding, ShaftSeatRecord, TURNING } from '../core/line/records.js'
import type { Grease } from '../core/lubrication/grease.js'
import type { School } from '../core/lubrication/regreasing.js'

/** Shaft lines as they are read: positions, places, what is fitted, what happened. */

export interface LubricationView {
  grease: Grease | null
  school: School
  intervalH: number | null
  intervalDays: number | null
  quantityG: number | null
  lastAt: string | null
  dueAt: string | null
}

export const TIMELINE_KINDS = ['fitted', 'opened', 'finished', 'cancelled', 'greased', 'skipped', 'cause'] as const

export interface TimelineEvent {
  kind: (typeof TIMELINE_KINDS)[number]
  at: string
  positionName: string
  words: string
  by: string | null
  jobId: number | null
}

export interface Fitted {
  designation: string
  group: string | null
  since: string
}

/** One bearing of a position. */
export interface PlaceView {
  id: number
  code: Scope
  set: PlaceSet | null
  fitted: Fitted | null
  row: Bearing | null
  holding: RingHolding
  shaftSeat: ShaftSeatRecord
  housingSeat: HousingSeatRecord
  /** Null while the duty is incomplete or the bearing is not in the catalogue. */
  life: LifeUsed | null
  /** The open card that works on it. */
  openJobId: number | null
}

/** A position along a shaft line, its places counted from the drive side. */
export interface PositionView {
  id: number
  code: Scope
  name: string
  /** From the left shaft end, mm. */
  alongMm: number
  held: boolean | null
  places: PlaceView[]
  lubrication: LubricationView | null
}

export interface ShaftLineView {
  id: number
  name: string
  orientation: LineContext['line']['orientation']
  tiltDeg: number
  turning: (typeof TURNING)[number]
  /** Between the outermost bearing centres; null where only one position is recorded. */
  spanMm: number | null
  shaftMaterial: string
  housingMaterial: string
  carries: string
  positions: PositionView[]
}
