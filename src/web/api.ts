import type { Problem } from '../contract/problem.js'

/** The server answered with a problem. */
export class ApiError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }
}

/** The server or its database did not answer; what was typed is kept and sent again. */
export class AwayError extends Error {}

export async function request<T>(method: string, path: string, body?: unknown): Promise<T> {
  let res: Response
  try {
    res = await fetch(`/api/v1${path}`, {
      method,
      headers: body === undefined ? {} : { 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
    })
  } catch {
    throw new AwayError('The server does not answer.')
  }
  if (res.status === 503 || res.status === 502 || res.status === 504) throw new AwayError('The database does not answer.')
  const text = await res.text()
  const value = text ? JSON.parse(text) : null
  if (!res.ok) throw new ApiError(value as Problem)
  return value as T
}

/** What a refused change says: by field where fields are to blame, else one sentence. */
export function refusalOf(failure: unknown): { errors: Record<string, string>; problem: string | null } {
  if (failure instanceof ApiError && failure.problem.errors?.length)
    return { errors: Object.fromEntries(failure.problem.errors.map((e) => [e.field, e.allowed])), problem: null }
  return { errors: {}, problem: failure instanceof Error ? failure.message : String(failure) }
}
