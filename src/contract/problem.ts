import { z } from 'zod'
import type { Words } from '../core/words/message.js'
import { InputError } from '../core/result.js'

/** One value that was refused: which field, what it was, what is allowed. */
export interface FieldError {
  field: string
  value?: unknown
  allowed: string
}
export const fieldErrorSchema: z.ZodType<FieldError> = z.object({ field: z.string(), value: z.unknown().optional(), allowed: z.string() })

/** RFC 9457 problem details, the one shape of every error that leaves the program. */
export interface Problem {
  type: string
  title: string
  status: number
  detail: string
  errors?: FieldError[]
  /** The detail as a message, where it has quantities: it is said in the reader's units. */
  words?: Words
  /** With 409: what the other person saved meanwhile. */
  current?: unknown
}
export const problemSchema: z.ZodType<Problem> = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  detail: z.string(),
  errors: z.array(fieldErrorSchema).optional(),
  words: z.custom<Words>().optional(),
  current: z.unknown().optional(),
})

export function problem(status: number, title: string, detail: string, extra: Partial<Problem> = {}): Problem {
  return { type: `urn:yardfrost:${title.toLowerCase().replace(/[^a-z]+/g, '-')}`, title, status, detail, ...extra }
}

/** The 422 of a refused value, from either the schema or the core. */
export function refusal(error: z.ZodError | InputError): Problem {
  const errors: FieldError[] =
    error instanceof InputError
      ? [{ field: error.field, value: finite(error.value), allowed: error.allowed }]
      : error.issues.map((issue) => ({ field: issue.path.join('.') || 'input', allowed: allowed(issue) }))
  return problem(422, 'Refused value', errors.map((e) => `${e.field}: ${e.allowed}`).join('; '), { errors })
}

/** What was allowed, in plain words where the schema has none of its own. */
function allowed(issue: z.core.$ZodIssue): string {
  if (!/^(Invalid input|Too (small|big)):/.test(issue.message)) return issue.message
  if (issue.code === 'invalid_type') return /received (null|undefined)$/.test(issue.message) ? 'must not be empty' : `a ${issue.expected}`
  if (issue.code === 'too_small') return bound('at least', issue.minimum, issue.origin, issue.inclusive)
  if (issue.code === 'too_big') return bound('at most', issue.maximum, issue.origin, issue.inclusive)
  return issue.message
}

const COUNTED: Readonly<Record<string, string>> = { string: ' letters', array: ' entries' }
const bound = (words: string, limit: number | bigint, origin: string, inclusive = true) =>
  `${inclusive ? words : words === 'at least' ? 'above' : 'under'} ${limit}${COUNTED[origin] ?? ''}`

/** JSON has no NaN and no Infinity; they are named in words. */
function finite(value: unknown): unknown {
  return typeof value === 'number' && !Number.isFinite(value) ? String(value) : value
}
