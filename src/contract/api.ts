import { z } from 'zod'
import type { Station } from '../core/card/answers.js'
import type { Bearing } from '../core/catalogue/catalogue.js'
import type { MakersFigures } from '../core/catalogue/makers-figures.js'
import type { LifeUsed } from '../core/card/position.js'
import { GROWTH_SCHOOLS } from '../core/arrangement/growth.js'
import type { CardEvaluation } from '../core/card/evaluate.js'
import type { StepState } from '../core/card/signing.js'
import type { CardContext, Schools } from '../core/card/station.js'
import type { Cause } from '../core/inspection/causes.js'
import { LOAD_BAND_NAMES } from '../core/fits/recommend-tables.js'
import type { Grease, GreaseGun } from '../core/lubrication/grease.js'
import { SCHOOLS, type School } from '../core/lubrication/regreasing.js'
import { BASE_OILS, THICKENERS } from '../core/lubrication/tables.js'
import type { CompareResult, Described, PositionDuty } from '../core/identify/compare.js'
import type { Letters } from '../core/identify/letters.js'
import { namesOf } from './names.js'
import type { SavedSearch, StockItem } from './own-data.js'
import { stepValuesSchema, type StepValues } from './card.js'

export type Theme = (typeof THEMES)[number]

/** Who may do what; each role may also do all that stands before it. */
export const ROLES = ['viewer', 'technician', 'planner', 'administrator'] as const
export type Role = (typeof ROLES)[number]

export function mayAct(role: Role, wanted: Role): boolean {
  return ROLES.indexOf(role) >= ROLES.indexOf(wanted)
}

const name = z.string().trim().min(1, 'must not be empty').max(80)
const login = z
  .string()
  .trim()
  .regex(/^[a-z][a-z0-9.-]{1,39}$/, 'small letters, digits, dot and dash, from 2 characters')
const password = z.string().min(10, 'at least 10 characters').max(200)
const unitsChoice = z.enum(['metric', 'inch'])

export const signInInput = z.strictObject({ login: z.string().max(80), password: z.string().max(200) })
export const THEMES = ['day', 'night'] as const
export const preferencesInput = z.strictObject({ units: unitsChoice.optional(), theme: z.enum(THEMES).optional() })
export const personInput = z.strictObject({ name, login, role: z.enum(ROLES), password })
export type PersonInput = z.output<typeof personInput>
export const personChange = z.strictObject({
  name: name.optional(),
  role: z.enum(ROLES).optional(),
  password: password.optional(),
  active: z.boolean().optional(),
})
export const firstAdministratorInput = z.strictObject({ code: z.string().max(80), name, login, password })
export type FirstAdministratorInput = z.output<typeof firstAdministratorInput>
/** A number that must be above zero, up to what it can mean. */
const upTo = (max: number) => z.number().positive('must be above zero').max(max)
const id = z.int().min(1).max(Number.MAX_SAFE_INTEGER)
const version = z
  .int()
  .min(0)
  .max(2 ** 31 - 2)
export const newJobInput = z.strictObject({ reason: z.string().trim().max(200) })
/** `version` is the one the person was looking at; another in the store means 409. */
export const saveAnswerInput = z.strictObject({ version, data: z.unknown() })
export const saveStepInput = z.strictObject({ version, values: stepValuesSchema })
/** With open questions or stops a card is closed only with a reason. */
export const finishInput = z.strictObject({ reason: z.string().trim().max(300).default('') })

const temperature = z.number().min(-100).max(400)
export const greaseInput = z
  .strictObject({
    name: z.string().trim().min(1, 'must not be empty').max(60),
    thickener: z.enum(namesOf(THICKENERS)),
    baseOil: z.enum(namesOf(BASE_OILS)),
    nlgi: z.string().trim().min(1, 'must not be empty').max(8),
    viscosity40: z.number().min(2).max(10_000),
    viscosity100: z.number().min(1.5).max(2000),
    lowC: temperature,
    highC: temperature,
  })
  .refine((g) => g.viscosity40 > g.viscosity100, { path: ['viscosity100'], message: 'must be under the viscosity at 40 °C' })
  .refine((g) => g.highC > g.lowC, { path: ['highC'], message: 'must be above the lower end' })
export const gunInput = z.strictObject({
  name: z.string().trim().min(1, 'must not be empty').max(60),
  strokesWeighed: z.int().min(1).max(200),
  gramsWeighed: upTo(10_000),
})
export const schoolsInput = z.strictObject({
  regreasing: z.enum(SCHOOLS),
  growth: z.enum(GROWTH_SCHOOLS),
  loadBands: z.enum(LOAD_BAND_NAMES),
})
export const makersFiguresInput = z.strictObject({
  dynamicRatingN: upTo(1e8).nullable(),
  staticRatingN: upTo(1e8).nullable(),
  fatigueLoadLimitN: upTo(1e8).nullable(),
  massKg: upTo(1e5).nullable(),
  sheet: z.string().trim().min(3, 'say from which sheet').max(120),
})
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

export const acceptStepInput = z.strictObject({ reason: z.string().trim().min(5, 'say why in at least 5 letters').max(300) })

export interface Me {
  id: number
  name: string
  login: string
  role: Role
  units: 'metric' | 'inch'
  theme: Theme
}

export interface SessionState {
  me: Me | null
  /** No person exists yet: the first administrator is made with the code printed at the start. */
  needsFirstAdministrator: boolean
  demo: boolean
}

export interface Person {
  id: number
  name: string
  login: string
  role: Role
  active: boolean
}

export interface JobSummary {
  questions: number
  stops: number
  /** Stations whose verdict is good. */
  done: Station[]
  designation: string | null
  cause: Cause | null
}

export interface JobLine {
  id: number
  number: string
  reason: string
  status: 'open' | 'finished'
  openedAt: string
  openedBy: string
  finishedAt: string | null
  finishReason: string
  machineId: number
  machineCode: string
  machineName: string
  positionName: string
  summary: JobSummary
}

export interface MachineLine {
  id: number
  code: string
  name: string
  place: string
  fitted: string[]
  openJobs: number
}

/** A lubrication point as its place on the round. */
export interface DueLine {
  positionId: number
  positionName: string
  machineId: number
  machineCode: string
  machineName: string
  place: string
  greaseName: string | null
  quantityG: number | null
  dueAt: string
}

export interface Yard {
  plant: string
  now: string
  jobs: JobLine[]
  due: DueLine[]
  machines: MachineLine[]
}

export interface LubricationView {
  grease: Grease | null
  school: School
  intervalH: number | null
  intervalDays: number | null
  quantityG: number | null
  lastAt: string | null
  dueAt: string | null
}

export interface GunView extends GreaseGun {
  strokesWeighed: number
  gramsWeighed: number
  weighedAt: string
  weighedBy: string | null
}

/** What the plant has settled: the settings screen and the greasing page read it. */
export interface PlantSettings {
  greases: Grease[]
  guns: GunView[]
  schools: Schools
  makersFigures: MakersFigures[]
  /** Bearings of the plant's own that are fitted or on a card. */
  ownRows: Bearing[]
}

export const TIMELINE_KINDS = ['fitted', 'opened', 'finished', 'greased', 'skipped', 'cause'] as const
export interface TimelineEvent {
  kind: (typeof TIMELINE_KINDS)[number]
  at: string
  positionName: string
  words: string
  by: string | null
  jobId: number | null
}

/** One position with all that greasing it needs. */
export interface GreasingView {
  position: PositionView
  machineId: number
  machineCode: string
  machineName: string
  place: string
  lubrication: LubricationView | null
  now: string
  plant: PlantSettings
  events: TimelineEvent[]
}

export interface Fitted {
  designation: string
  group: string | null
  since: string
}

export interface PositionView {
  id: number
  name: string
  end: 'drive' | 'non-drive'
  stationMm: number
  held: boolean | null
  fitted: Fitted | null
  row: Bearing | null
  lubrication: LubricationView | null
  /** Null while the duty is incomplete or the bearing is not in the catalogue. */
  life: LifeUsed | null
}

export interface ShaftLineView {
  id: number
  name: string
  spanMm: number
  shaftMaterial: string
  housingMaterial: string
  carries: string
  positions: PositionView[]
}

export interface MachineView {
  id: number
  code: string
  name: string
  place: string
  notes: string
  shaftLines: ShaftLineView[]
  jobs: JobLine[]
  now: string
  timeline: TimelineEvent[]
}

export interface AnswerView {
  version: number
  data: unknown
  savedAt: string | null
  savedBy: string | null
}

export interface StepView {
  key: string
  version: number
  values: StepValues
  signedBy: string | null
  signedAt: string | null
  /** Figures under the signature as they were shown when it was given; the core says whether it still holds. */
  restedOn: Record<string, string> | null
  acceptedBy: string | null
  acceptedReason: string | null
}

export interface MovedView {
  key: string
  label: string
  station: Station
  before: string
  after: string
  because: Station
}

export interface CardView {
  job: JobLine
  plant: string
  position: PositionView
  other: PositionView | null
  carries: string
  context: CardContext
  dutyVersion: number | null
  answers: Record<Station, AnswerView>
  steps: StepView[]
  moved: MovedView[]
  /** What a finished card said when it was finished; it is shown instead of anything computed now. */
  finished: Pick<FrozenCard, 'coreVersion' | 'evaluation' | 'states'> | null
}

/** All of a finished card that later code or records could otherwise change. */
export interface FrozenCard {
  coreVersion: string
  evaluation: CardEvaluation
  states: StepState[]
  steps: StepView[]
  position: PositionView
  other: PositionView | null
  carries: string
}

export interface BearingUse {
  machineId: number
  machineCode: string
  machineName: string
  positionName: string
}

export interface BearingView {
  row: Bearing
  /** The same row before any maker's figures. */
  computed: Bearing
  usedAt: BearingUse[]
  jobs: JobLine[]
  stock: StockItem[]
  /** Other names that lead here. */
  names: string[]
}

/** The plant's own data over the base catalogue: what the browser's rack needs besides the core. */
export interface RackView {
  ownRows: Bearing[]
  makersFigures: MakersFigures[]
  letters: Letters[]
  crossReferences: { name: string; marking: string }[]
  stock: StockItem[]
  searches: SavedSearch[]
}

/** What came out of a position or is fitted there, and what on the shelf would do in its place, best first. */
export interface OffersView {
  position: PositionView
  machineId: number
  machineCode: string
  machineName: string
  removed: Described | null
  duty: PositionDuty
  offers: { item: StockItem; row: Bearing; result: CompareResult }[]
}
