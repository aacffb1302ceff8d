import { z } from 'zod'
import type { Station } from '../core/card/answers.js'
import type { Bearing } from '../core/catalogue/catalogue.js'
import { stepValuesSchema, type StepValues } from './card.js'

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
export const preferencesInput = z.strictObject({ units: unitsChoice })
export const personInput = z.strictObject({ name, login, role: z.enum(ROLES), password })
export const personChange = z.strictObject({
  name: name.optional(),
  role: z.enum(ROLES).optional(),
  password: password.optional(),
  active: z.boolean().optional(),
})
export const firstAdministratorInput = z.strictObject({ code: z.string().max(80), name, login, password })
export const newJobInput = z.strictObject({ reason: z.string().trim().max(200) })
/** `version` is the one the person was looking at; another in the store means 409. */
export const saveAnswerInput = z.strictObject({ version: z.int().min(0), data: z.unknown() })
export const saveStepInput = z.strictObject({ version: z.int().min(0), values: stepValuesSchema })
export const acceptStepInput = z.strictObject({ reason: z.string().trim().min(5, 'say why in at least 5 letters').max(300) })

export interface Me {
  id: number
  name: string
  login: string
  role: Role
  units: 'metric' | 'inch'
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
}

export interface JobLine {
  id: number
  number: string
  reason: string
  status: 'open' | 'finished'
  openedAt: string
  openedBy: string
  finishedAt: string | null
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

export interface Yard {
  plant: string
  jobs: JobLine[]
  machines: MachineLine[]
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
  dutyVersion: number | null
  answers: Record<Station, AnswerView>
  steps: StepView[]
  moved: MovedView[]
}

export interface BearingUse {
  machineId: number
  machineCode: string
  machineName: string
  positionName: string
}

export interface BearingView {
  row: Bearing
  usedAt: BearingUse[]
  jobs: JobLine[]
}
