import type { Words } from '../core/words/message.js'
import { z } from 'zod'
import type { Scope } from '../core/card/answers.js'
import type { LeftBehind, LineContext, PlaceSet } from '../core/card/context.js'
import type { LifeUsed } from '../core/card/position.js'
import type { Bearing } from '../core/catalogue/catalogue.js'
import { COMPONENT_KINDS, MOST, type ComponentFacts, type DraftBearing, type DraftComponent, type LineDraft } from '../core/line/draft.js'
import {
  HOUSING_SEATS,
  SHAFT_ORIENTATIONS,
  SHAFT_SEATS,
  TURNING,
  type HousingSeatRecord,
  type RingHolding,
  type ShaftSeatRecord,
} from '../core/line/records.js'
import { HOLDERS } from '../core/arrangement/holders.js'
import { MOST_SECTIONS, type ShaftShape } from '../core/line/shaft.js'
import { MATERIAL_NAMES } from '../core/materials.js'
import { CLEARANCE_GROUPS } from '../core/bearing/clearance.js'
import type { Grease } from '../core/lubrication/grease.js'
import { OIL_CODES, OIL_FEEDS, OIL_VISCOSITY, type OilRecord } from '../core/lubrication/oil-record.js'
import { NLGI, type GreaseSaid } from '../core/lubrication/grease-words.js'
import type { School } from '../core/lubrication/regreasing.js'
import { BASE_OILS, THICKENERS } from '../core/lubrication/tables.js'
import { STANDS_IN } from '../core/mounting/ways.js'
import { namesOf } from './names.js'

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

export const TIMELINE_KINDS = [
  'fitted',
  'opened',
  'finished',
  'cancelled',
  'greased',
  'skipped',
  'taken-back',
  'cause',
  'note',
  'visit',
] as const

export interface TimelineEvent {
  kind: (typeof TIMELINE_KINDS)[number]
  at: string
  positionName: string
  words: Words
  by: string | null
  jobId: number | null
  visitId: number | null
}

export interface Fitted {
  designation: string
  group: string | null
  /** Null where nobody knows since when. */
  since: string | null
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
  /** What the last card of it left for the next person; left out of what was closed before it was kept. */
  left?: LeftBehind | null
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
  /** What it runs in where that is oil; left out of what was closed before it was kept. */
  oil?: OilRecord | null
  /** Its grease as it was said of the line; left out where nothing was. */
  grease?: GreaseSaid | null
}

export interface ShaftLineView {
  id: number
  /** Counts the changes of its records. */
  version: number
  name: string
  orientation: LineContext['line']['orientation']
  tiltDeg: number
  turning: (typeof TURNING)[number]
  /** Between the outermost bearing centres; null where only one position is recorded. */
  spanMm: number | null
  shaftMaterial: string
  housingMaterial: string
  carries: string
  components: DraftComponent[]
  /** Left out of what was closed before it was kept; null where nobody has drawn its steps. */
  shaft?: ShaftShape | null
  positions: PositionView[]
}

const day = z.iso.date()
const along = z.number().min(-MOST.lengthMm).max(MOST.lengthMm)
const sizeMm = z.number().min(0.5).max(5000)
const sides = z.tuple([z.enum(HOLDERS), z.enum(HOLDERS)])
const seat = <K extends string>(kinds: readonly K[]) =>
  z.strictObject({
    kind: z.enum(kinds as readonly [K, ...K[]]),
    nominalMm: sizeMm.optional(),
    toleranceClass: z.string().max(8).optional(),
    measuredMm: z.array(sizeMm).max(16).optional(),
    measurings: z
      .array(z.strictObject({ day, meanMm: sizeMm }))
      .max(40)
      .optional(),
    sleeve: z.string().max(40).optional(),
    block: z.string().max(40).optional(),
    standsIn: z.enum(STANDS_IN).optional(),
  })
const code = z.string().regex(/^p[1-9]\d*$/)
/** What a position runs in where that is oil. */
const oil = z.strictObject({
  feed: z.enum(OIL_FEEDS),
  viscosity40: z.number().min(OIL_VISCOSITY[0]).max(OIL_VISCOSITY[1]),
  viscosity100: z.number().min(1).max(1000).nullable(),
  code: z.enum(OIL_CODES).nullable(),
}) satisfies z.ZodType<OilRecord>

/** What was said of the grease of a position. */
const greaseSaid = z.strictObject({
  name: z.string().trim().min(1).max(60).nullable(),
  thickener: z.enum(namesOf(THICKENERS)).nullable(),
  baseOil: z.enum(namesOf(BASE_OILS)).nullable(),
  viscosity40: z.number().min(OIL_VISCOSITY[0]).max(OIL_VISCOSITY[1]).nullable(),
  nlgi: z.enum(NLGI).nullable(),
}) satisfies z.ZodType<GreaseSaid>

const force = z.number().min(-1e8).max(1e8)
const facts = z.strictObject({
  massKg: z.number().min(0).max(1e6).optional(),
  diameterMm: z.number().min(0).max(20_000).optional(),
  widthMm: z.number().min(0).max(20_000).optional(),
  belts: z.int().min(1).max(99).optional(),
  pullN: force.optional(),
  pullDeg: z.number().min(-360).max(720).optional(),
  pushN: force.optional(),
}) satisfies z.ZodType<ComponentFacts>

/** A line as it is drawn, typed or read from a list; what is wrong with it as a whole is judged by `faultsOf`. */
export const lineDraft = z.strictObject({
  orientation: z.enum(SHAFT_ORIENTATIONS),
  tiltDeg: z.number().min(0).max(90),
  turning: z.enum(TURNING),
  positions: z
    .array(
      z.strictObject({
        code: code.nullable(),
        name: z.string().trim().max(MOST.name),
        alongMm: z.number().min(0).max(MOST.lengthMm),
        bearings: z
          .array(
            z
              .strictObject({
                places: z.array(z.string().regex(/^p[1-9]\d*\.[1-9]\d*$/)).max(MOST.inSet),
                count: z.int().min(1).max(MOST.inSet),
                arrangement: z.enum(['back-to-back', 'face-to-face', 'tandem']).nullable(),
                designation: z.string().trim().min(1).max(MOST.designation).nullable(),
                group: z.enum(CLEARANCE_GROUPS).nullable(),
                shaftSeat: seat(SHAFT_SEATS),
                housingSeat: seat(HOUSING_SEATS),
                holding: z.strictObject({ inner: sides, outer: sides }),
                since: day.nullable(),
              })
              .refine((b) => b.count > 1 === (b.arrangement !== null), 'a pair or set says how its bearings face, one alone does not'),
          )
          .max(MOST.bearings),
        oil: oil.nullable().optional(),
        grease: greaseSaid.nullable().optional(),
      }),
    )
    .max(MOST.positions),
  components: z
    .array(
      z.strictObject({
        kind: z.enum(COMPONENT_KINDS),
        slot: z.int().min(0).max(MOST.positions),
        alongMm: along.nullable(),
        facts: facts.optional(),
      }),
    )
    .max(MOST.components),
  shaft: z
    .strictObject({
      leftMm: along,
      sections: z
        .array(
          z.strictObject({
            lengthMm: z.number().min(0).max(MOST.lengthMm),
            outsideMm: z.number().min(0).max(5000),
            boreMm: z.number().min(0).max(5000),
          }),
        )
        .min(1)
        .max(MOST_SECTIONS),
    })
    .nullable()
    .default(null),
}) satisfies z.ZodType<LineDraft>

const material = z.enum(MATERIAL_NAMES)
const lineHead = { name: z.string().trim().min(1, 'must not be empty').max(80), shaftMaterial: material, housingMaterial: material }

export const newLineInput = z.strictObject({ ...lineHead, line: lineDraft })
export type NewLine = z.output<typeof newLineInput>

/** The whole line on the version that was seen. */
export const lineInput = z.strictObject({ ...lineHead, version: z.int().min(1), line: lineDraft })
export type LineInput = z.output<typeof lineInput>

/** What of a line is needed to draw it. */
export type DrawnLine = Pick<ShaftLineView, 'orientation' | 'tiltDeg' | 'turning' | 'components' | 'shaft'> & {
  positions: (Pick<PositionView, 'code' | 'name' | 'alongMm' | 'oil' | 'grease'> & {
    places: Pick<PlaceView, 'code' | 'set' | 'fitted' | 'shaftSeat' | 'housingSeat' | 'holding'>[]
  })[]
}

/** The line of the records as somebody would draw it: places of one set as one. */
export function draftOf(view: DrawnLine): LineDraft {
  const { orientation, tiltDeg, turning, components, shaft = null } = view
  return {
    orientation,
    tiltDeg,
    turning,
    components,
    shaft,
    positions: view.positions.map(({ code, name, alongMm, places, oil, grease }) => {
      const firsts = places.filter((p, i) => !p.set || places.findIndex((q) => q.set?.code === p.set!.code) === i)
      const bearings = firsts.map((p): DraftBearing => {
        const all = p.set ? places.filter((q) => q.set?.code === p.set!.code) : [p]
        return {
          places: all.map((q) => q.code),
          count: all.length,
          arrangement: all.length > 1 ? p.set!.arrangement : null,
          designation: p.fitted?.designation ?? null,
          group: CLEARANCE_GROUPS.find((g) => g === p.fitted?.group) ?? null,
          shaftSeat: p.shaftSeat,
          housingSeat: p.housingSeat,
          holding: p.holding,
          since: p.fitted?.since?.slice(0, 10) ?? null,
        }
      })
      return { code, name, alongMm, bearings, ...(oil && { oil }), ...(grease && { grease }) }
    }),
  }
}
