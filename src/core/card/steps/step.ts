import type { Words } from '../../words/message.js'
import type { Bearing } from '../../bearing/bearing.js'
import type { ClearanceGroup } from '../../bearing/clearance.js'
import type { SetOfBearings } from '../../life/set-of-bearings.js'
import type { Situation } from '../../mounting/plan.js'
import type { HeatingValues } from '../../mounting/temperatures.js'
import type { Drift, Drying, Handled } from '../../mounting/handling.js'
import type { Need } from '../../mounting/tools.js'
import type { Remedy } from '../../fits/seat-options.js'
import type { DriveWay, Heater, HubLock } from '../../mounting/ways.js'
import type { LocatingRings } from '../../parts/blocks.js'
import { ROUNDS } from '../against.js'
import { tolerance } from '../../tolerances/iso286.js'
import type { PlanField, PlanStep } from './plan-step.js'
import type { FitSeat } from '../stations/fit-seats.js'

/** What the words of a step are made of: what is known of its place, and the fields that it can ask. */

export interface StepContext {
  situation: Situation
  row: Bearing | null
  group: ClearanceGroup | null
  /** What was typed of a bearing that no table lists. */
  unlisted: string | null
  shaft: FitSeat | null
  housing: FitSeat | null
  set: SetOfBearings
  sleeve: string | null
  heat: HeatingValues | null
  /** What heats it: flux through the bore leaves it magnetic. */
  heater: Heater
  limitC: number
  chillToC: number
  forceN: number | null
  /** Of the outer ring: pressed with, into a housing so warm, or chilled so far. */
  outerForceN: number | null
  housingC: number | null
  ringToC: number
  drive: {
    by: DriveWay
    reductionUm: readonly [number, number]
    travelMm: readonly [number, number]
    angleDeg: readonly [number, number]
    leastLeftUm: number | null
  } | null
  /** Clearance as bought, felt before it goes on. */
  boughtUm: readonly [number, number] | null
  /** Classes of a shaft and housing that are raceway and press seat. */
  classes: { shaftClass: string; housingClass: string } | null
  endBolt: { name: string; torqueNm: number } | null
  /** Of set screws by the key that fits them, Nm; null where nobody has said it. */
  setScrewNm: number | null
  /** The ring that the collar is turned with: where the outer ring turns, against the drum. */
  outerTurns: boolean
  drift: Drift
  drying: Drying
  handled: Handled | null
  /** How long it stays wrapped until it no longer sweats, minutes; null where that is not known or not needed. */
  wrappedMin: number | null
  /** Tools of the plant that were picked, in words, by what they are needed for. */
  tools: Partial<Record<Need, Words>>
  /** The split block of its sizes, with its locating rings, the level of oil over its foot, mm, and about what it weighs, kg; null where no plan has one. */
  block: {
    name: string
    rings: LocatingRings | null
    oilMm: number
    fillG: number
    massKg?: number | null
    /** Its seat was measured, not taken from the plan of such blocks. */ measured?: boolean
  } | null
  /** Of two that are set against each other: end play to set cold and how far it may go, µm; null where Arrange has not settled it. */
  setting: { coldUm: number; limitsUm: readonly [number, number] } | null
  /** What a trial pack of shims gave, mm, and what more of them does; null where it was not tried. */
  trial: { shimMm: number; playMm: number; side: 'opens' | 'closes' } | null
  /** Of a hub or wheel: how its nut is kept, and what one slot of it makes of the end play, µm; null where that is not said. */
  hub: { lock: HubLock | null; slotUm: number | null } | null
  /** What is done about a seat that was worn, where anything is. */
  remedies: { shaft: Remedy | null; housing: Remedy | null }
  /** Turning torque that the manual wants of a preloaded pair, over what turns it loose, Nm. */
  turningNm: readonly [number, number] | null
}

/** A step of a situation, without its name. */
export type Make = (c: StepContext) => Omit<PlanStep, 'key'>

/** The drift of a school as a tool, and why it is that one. */
export const DRIFT_TOOL: Readonly<Record<Drift, string>> = { soft: 'drift of soft metal', steel: 'drift of mild steel' }

/** What most steps rest on. */
export const BEARING = ['identify.designation']

/** Something to confirm at a step. */
export const check = (key: string, label: Words): PlanField => ({ key, label, kind: 'check', quantity: 'text' })
/** One of two directions, seen from a named side. */
export const turned = (key: string, label: Words, against?: PlanField['against']): PlanField => ({
  key,
  label,
  kind: 'choice',
  quantity: 'text',
  options: ROUNDS,
  ...(against && { against }),
})
/** Something to write down in words. */
export const words = (key: string, label: Words): PlanField => ({ key, label, kind: 'text', quantity: 'text' })
/** A number to write down with the range that lets the plan go on, in core units of its quantity. Source: none, it computes nothing. */
export const number = (
  key: string,
  label: Words,
  quantity: PlanField['quantity'],
  range: Pick<PlanField, 'min' | 'max' | 'decimals' | 'over' | 'under' | 'against'>,
): PlanField => ({ key, label, kind: 'number', quantity, ...range })
/** Torque is met within so much of it. Engineering practice. */
const TORQUE_SHARE = 0.1
/** A torque to meet, Nm. Source: none, it computes nothing. */
export const torqued = (what: string, torqueNm: number): PlanField =>
  number('torqueNm', `Torque of ${what}`, 'torque', { min: torqueNm * (1 - TORQUE_SHARE), max: torqueNm * (1 + TORQUE_SHARE), decimals: 1 })
/** A size to measure, mm, with the limits of its class where there is one. Source: ISO 286-1. @throws InputError for a class that does not exist */
export function sized(key: string, label: Words, sizeMm: number, toleranceClass: string | null): PlanField {
  if (!toleranceClass) return number(key, label, 'length', { decimals: 3 })
  const { upperUm, lowerUm } = tolerance({ sizeMm, toleranceClass }).values
  return number(key, label, 'length', { decimals: 3, min: sizeMm + lowerUm / 1000, max: sizeMm + upperUm / 1000 })
}
