import { z } from 'zod'

/** People, what each may do, and who is signed in. */

/** Who may do what; each role may also do all that stands before it. */
export const ROLES = ['viewer', 'storekeeper', 'technician', 'planner', 'administrator'] as const

export type Role = (typeof ROLES)[number]

export function mayAct(role: Role, wanted: Role): boolean {
  return ROLES.indexOf(role) >= ROLES.indexOf(wanted)
}

/** Roles that have no work in hand: no card is theirs and no area. */
export const WITHOUT_WORK: readonly Role[] = ROLES.filter((role) => !mayAct(role, 'technician'))

const name = z.string().trim().min(1, 'must not be empty').max(80)

export const login = z
  .string()
  .trim()
  .regex(/^[a-z][a-z0-9.-]{1,39}$/, 'small letters, digits, dot and dash, from 2 characters')

const password = z.string().min(10, 'at least 10 characters').max(200)

const unitsChoice = z.enum(['metric', 'inch'])

export const signInInput = z.strictObject({ login: z.string().max(80), password: z.string().max(200) })

export const THEMES = ['day', 'night'] as const

export type Theme = (typeof THEMES)[number]

export const preferencesInput = z.strictObject({ units: unitsChoice.optional(), theme: z.enum(THEMES).optional() })

/** Without a password the person is invited by a one-time code. */
export const personInput = z.strictObject({ name, login, role: z.enum(ROLES), password: password.nullable().default(null) })

export type PersonInput = z.output<typeof personInput>

export const personChange = z.strictObject({
  name: name.optional(),
  role: z.enum(ROLES).optional(),
  password: password.optional(),
  active: z.boolean().optional(),
  /** Who takes over what a person has in hand that is switched off. */
  handTo: z.int().min(1).nullable().optional(),
})

/** A one-time code and the password that its person chooses. */
export const invitationInput = z.strictObject({ login: z.string().max(80), code: z.string().max(40), password })

export const ownPasswordInput = z.strictObject({ old: z.string().max(200), password })

export const firstAdministratorInput = z.strictObject({ code: z.string().max(80), name, login, password })

export type FirstAdministratorInput = z.output<typeof firstAdministratorInput>

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
  /** Has a code and has not chosen a password with it yet. */
  invited: boolean
}

/** Something that a person did, as the audit holds it. */
export interface Deed {
  at: string
  action: string
  subject: string
  detail: Record<string, unknown>
}

/** A code is shown once, to whoever made it. */
export interface Invitation {
  person: Person
  code: string | null
}

/** Sign-ins or calls of one kind that were turned away within an hour. */
export interface TurnedAway {
  /** Method and address, numbers left out. */
  what: string
  /** 401 a wrong password or code, 403 not allowed or a foreign page, 429 too many. */
  status: number
  /** Who was signed in or tried to sign in; empty when nobody said. */
  login: string
  address: string
  times: number
  firstAt: string
  lastAt: string
}
