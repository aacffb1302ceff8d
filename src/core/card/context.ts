import type { GrowthSchool } from '../arrangement/growth.js'
import type { Bearing } from '../bearing/bearing.js'
import type { MakersFigures } from '../catalogue/makers-figures.js'
import type { ClearanceGroup } from '../bearing/clearance.js'
import type { LoadBands } from '../fits/recommend-tables.js'
import type { Cause } from '../inspection/causes.js'
import { ALONE, type SetOfBearings } from '../life/set-of-bearings.js'
import type { CouplingAt } from '../line/driven.js'
import type { HousingSeatRecord, SHAFT_ORIENTATIONS, ShaftSeatRecord, TURNING } from '../line/records.js'
import type { ShaftShape } from '../line/shaft.js'
import type { Saying } from '../line/sayings.js'
import type { Grease, GreaseGun } from '../lubrication/grease.js'
import type { OilRecord } from '../lubrication/oil-record.js'
import type { School } from '../lubrication/regreasing.js'
import type { MeasuringInstrument } from '../measuring/instruments.js'
import type { Tool } from '../mounting/tools.js'
import type { Arrangement } from '../ratings/equivalent-load.js'
import { positionOf, type Scope } from './answers.js'
import type { Station } from '../procedure/rolling.js'

/** What a card knows before anything is entered: the plant, the records of its shaft line, and what stood there before. */

/** Where practitioners differ: one default each, chosen by the plant. */
export interface Schools {
  regreasing: School
  growth: GrowthSchool
  loadBands: LoadBands
}

export const FIRST_SCHOOLS: Schools = { regreasing: 'interval-formula', growth: 'full', loadBands: '0.06-0.12' }

/** What the plant has settled for all its cards. */
export interface PlantContext {
  greases: Grease[]
  guns: GreaseGun[]
  /** What governs unless a card chooses otherwise. */
  schools: Schools
  makersFigures: MakersFigures[]
  /** Bearings that the plant added and that this card speaks of. */
  ownRows: Bearing[]
  /** Its tools and instruments; left out by cards of before. */
  tools?: Tool[]
  instruments?: MeasuringInstrument[]
}

/** What came out, and the number of the card that fitted it; null where no card did. */
export interface Removed {
  designation: string
  group: ClearanceGroup | null
  /** Null where nobody knows since when it was in. */
  days: number | null
  /** Left out by cards of before. */
  since?: string | null
  card?: string | null
}

/** What the records say of a bearing position as the job found it. */
export interface PositionPast {
  removed: Removed | null
  grease: Grease | null
  /** What the position runs in where that is oil; left out: grease, or not known. */
  oil?: OilRecord | null
  daysSinceGrease: number | null
  intervalDays: number | null
  /** The point as it stands in the records; left out by cards of before. */
  point?: { school: School; intervalH: number | null; quantityG: number | null } | null
  bothEndsHeld: boolean | null
  /** What the papers of the machine say on this position; left out where they say nothing. */
  says?: readonly Saying[]
  /** What earlier cards of this place settled on, newest first. */
  causes: { number: string; cause: Cause }[]
  /** What the cards before left for the next one, newest first; left out by cards of before. */
  left?: LeftBehind[]
}

/** What somebody who closed a card settled on and wrote for the next person. */
export interface LeftBehind {
  number: string
  /** `2026-03-12`. */
  day: string
  cause: Cause | null
  note: string
}

/** Neighbouring places of a position that are bought, fitted and replaced together. */
export interface PlaceSet {
  code: string
  arrangement: Exclude<Arrangement, 'single'>
}

/** One bearing of a position as the records have it. */
export interface PlaceRecord {
  code: Scope
  /** What is fitted; null where nothing is recorded. */
  designation: string | null
  row: Bearing | null
  set: PlaceSet | null
  /** What it sits on; left out where nothing is recorded. */
  shaftSeat?: ShaftSeatRecord
  housingSeat?: HousingSeatRecord
  past: Pick<PositionPast, 'removed' | 'causes' | 'left'>
}

/** A position along the line, places counted from the drive side. */
export interface PositionRecord {
  code: Scope
  name: string
  /** From the left shaft end, mm. */
  alongMm: number
  held: boolean | null
  /** To which sides its outer rings stand against something by the records; left out by cards of before. */
  sides?: { left: boolean; right: boolean }
  places: PlaceRecord[]
  past: Pick<PositionPast, 'grease' | 'oil' | 'daysSinceGrease' | 'intervalDays' | 'point' | 'says'>
}

/** A stored answer that cannot be read any more: its option is gone, or it never could be. */
export interface UnreadAnswer {
  scope: Scope
  station: Station
  field: string
  value: string
}

/** What a card of a shaft line knows. */
export interface LineContext {
  plant: PlantContext
  line: {
    orientation: (typeof SHAFT_ORIENTATIONS)[number]
    carries: string
    /** Left out by cards of before; the shaft null where nobody has drawn its steps. */
    tiltDeg?: number
    shaft?: ShaftShape | null
    /** Where the coupling sits; null where what the line carries is known and no coupling is among it; left out where nobody has said. */
    coupling?: CouplingAt | null
    /** Which part turns; left out by cards of before. */
    turning?: (typeof TURNING)[number]
    /** The same as cards of before kept it. */
    couplingMm?: number | null
  }
  /** All positions of the line from the drive side. */
  positions: PositionRecord[]
  /** The places that this card works on. */
  onCard: Scope[]
  /** Stored answers that must be given again; left out when all could be read. */
  unread?: readonly UnreadAnswer[]
}

/** Where the coupling of a line sits, also as cards of before kept it. */
export const couplingOf = ({ coupling, couplingMm }: LineContext['line']): LineContext['line']['coupling'] =>
  coupling === undefined && typeof couplingMm === 'number' ? { alongMm: couplingMm, slot: 0 } : coupling

/** How far a shaft leans, degrees from level: 90 where it stands upright. Source: the records. */
export function leanDegOf({ orientation, tiltDeg }: Pick<LineContext['line'], 'orientation' | 'tiltDeg'>): number {
  return orientation === 'vertical' ? 90 : orientation === 'tilted' ? (tiltDeg ?? 0) : 0
}

/** What the stations of one place know. */
export interface CardContext {
  plant: PlantContext
  past: PositionPast
}

/** Every place of the line in order. */
export function placesOf(context: Pick<LineContext, 'positions'>): PlaceRecord[] {
  return context.positions.flatMap((p) => p.places)
}

/** The record of a place of the line. @throws RangeError when the line has no such place. */
export function placeRecord(context: Pick<LineContext, 'positions'>, code: Scope): PlaceRecord {
  const found = placesOf(context).find((p) => p.code === code)
  if (!found) throw new RangeError(`no place ${code} on this line`)
  return found
}

/** The places of the set that a place belongs to, itself alone where it stands alone. */
export function setOf(context: Pick<LineContext, 'positions'>, code: Scope): PlaceRecord[] {
  const place = placeRecord(context, code)
  const { set } = place
  if (!set) return [place]
  return context.positions.find((p) => p.code === positionOf(code))!.places.filter((p) => p.set?.code === set.code)
}

/** How many stand together at a place, and how they face. */
export function standingAt(context: Pick<LineContext, 'positions'>, code: Scope): SetOfBearings {
  const set = setOf(context, code)
  return set.length > 1 ? { count: set.length, arrangement: set[0]!.set!.arrangement } : ALONE
}

/** The first place of its set: where is answered what a set shares. */
export const leadOf = (context: Pick<LineContext, 'positions'>, code: Scope): Scope => setOf(context, code)[0]!.code

const nothingBefore = () => ({ grease: null, daysSinceGrease: null, intervalDays: null })

/** The context of a line without any record but what is fitted, one bearing a position; the card is that of the first. */
export function bareContext(...fitted: (Bearing | null)[]): LineContext {
  const names = ['drive end', ...fitted.slice(2).map((_, i) => `middle ${i + 1}`), 'non-drive end']
  return {
    plant: { greases: [], guns: [], schools: FIRST_SCHOOLS, makersFigures: [], ownRows: [] },
    line: { orientation: 'horizontal', carries: 'fan' },
    positions: (fitted.length ? fitted : [null]).map((row, i) => ({
      code: `p${i + 1}`,
      name: names[i]!,
      alongMm: i * 400,
      held: null,
      places: [{ code: `p${i + 1}.1`, designation: row?.designation ?? null, row, set: null, past: { removed: null, causes: [] } }],
      past: nothingBefore(),
    })),
    onCard: ['p1.1'],
  }
}
