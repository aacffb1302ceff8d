import { ADDRESSES, addressOf, type Address, type ParamsOf, type RouteName } from '../contract/addresses.js'
import type { BodyOf, ReplyOf } from '../contract/routes.js'
import type { Problem } from '../contract/problem.js'
import type { Words } from '../core/words/message.js'
import { hearTime } from './clock.js'

/** The server answered with a problem. */
export class ApiError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }

  /** Why, to be said in the reader's units. */
  get said(): Words {
    return this.problem.words ?? this.problem.detail
  }
}

/** The server or its database did not answer; what was typed is kept and sent again. */
export class AwayError extends Error {}

/** What goes with a call: parameters of the path, query, body. */
interface Sent<K extends RouteName> {
  params?: ParamsOf<K>
  query?: Readonly<Record<string, string>>
  body?: unknown
}

/** A form as somebody left it: what is still empty goes out as null and is refused with its field. */
type AsLeft<T> = { [F in keyof T]: T[F] | null }

type Needs<K extends RouteName> = ([keyof ParamsOf<K>] extends [never] ? { params?: undefined } : { params: ParamsOf<K> }) &
  ((typeof ADDRESSES)[K] extends { accepts: string }
    ? { body: Blob }
    : BodyOf<K> extends undefined
      ? { body?: undefined }
      : { body: AsLeft<BodyOf<K>> })

type Args<K extends RouteName> = { params?: undefined; body?: undefined } extends Needs<K> ? [sent?: Sent<K>] : [sent: Sent<K> & Needs<K>]

/**
 * Calls a route of the table with all that it needs and gives what it answers.
 * @throws ApiError when the server refuses, AwayError when nobody answers
 */
export const call = <K extends RouteName>(name: K, ...[sent]: Args<K>): Promise<ReplyOf<K>> => send(name, sent ?? {})

/** Calls a route whose name is known only at run time; `call` says what each needs. */
export async function send<K extends RouteName>(name: K, { params, query, body }: Sent<K>): Promise<ReplyOf<K>> {
  const { method, ...address }: Address = ADDRESSES[name]
  let res: Response
  try {
    res = await fetch(addressOf(name, params ?? ({} as ParamsOf<K>), query), {
      method: method.toUpperCase(),
      headers: body === undefined ? {} : { 'content-type': address.accepts ?? 'application/json' },
      body: body === undefined || body instanceof Blob ? body : JSON.stringify(body),
    })
  } catch {
    throw new AwayError('The server does not answer.')
  }
  hearTime(res.headers.get('Yardfrost-Time'))
  if (res.status === 503 || res.status === 502 || res.status === 504) throw new AwayError('The database does not answer.')
  const text = await res.text()
  const value = text ? JSON.parse(text) : null
  if (!res.ok) throw new ApiError(value as Problem)
  return value as ReplyOf<K>
}

/** What a refused change says: by field where fields are to blame, else one sentence. */
export function refusalOf(failure: unknown): { errors: Record<string, string>; problem: string | null } {
  if (failure instanceof ApiError && failure.problem.errors?.length)
    return { errors: Object.fromEntries(failure.problem.errors.map((e) => [e.field, e.allowed])), problem: null }
  return { errors: {}, problem: failure instanceof Error ? failure.message : String(failure) }
}
