import express, { type Request, type RequestHandler, type Response, type Router } from 'express'
import type { Me } from '../../contract/people.js'
import { problem } from '../../contract/problem.js'
import type { RouteName } from '../../contract/addresses.js'
import type { CheckedBodyOf, ReplyOf, RouteSpec } from '../../contract/routes.js'
import { badTextIn } from '../../contract/text.js'
import { Refused, badText } from '../problems.js'
import { idOf, need, read } from './guard.js'

/** Of a body that is not JSON, MB. */
const LARGEST_FILE = 6

export interface Call<B> {
  req: Request
  res: Response
  /** Checked against the route's schema. */
  body: B
  /** The signed-in person; only routes with a role have one. */
  me: Me
  id: number
}

/** What a handler returns is sent as JSON; nothing returned means that it has answered itself. */
type Handler<K extends RouteName> = (call: Call<CheckedBodyOf<K>>) => Promise<ReplyOf<K> | void>

/** Mounts a route of the table: role, parameters and body are checked before the handler runs. */
export function route<K extends RouteName>(router: Router, spec: RouteSpec<K>, run: Handler<K>, status = 200): void {
  const guards: RequestHandler[] = spec.least ? [need(spec.least)] : []
  // A file is read only once its sender may send it.
  if (spec.accepts && !spec.streams) guards.push(express.raw({ type: () => true, limit: `${spec.largestMb ?? LARGEST_FILE}mb` }))
  router[spec.method](spec.path, ...guards, async (req: Request, res: Response) => {
    if (!spec.oneByOne) refuseBadText(req)
    const call: Call<CheckedBodyOf<K>> = {
      req,
      res,
      body: (spec.body ? read(spec.body, req.body) : undefined) as CheckedBodyOf<K>,
      me: res.locals.me as Me,
      id: spec.path.includes(':id') ? idOf(req) : 0,
    }
    const value = await run(call)
    if (value === undefined) return
    res.status(status).json(value)
  })
}

/** The one place where text enters: what the database or a page could not hold is refused with the field it stands in. */
function refuseBadText({ body, query, params }: Request): void {
  const at = badTextIn(Buffer.isBuffer(body) ? {} : body) ?? badTextIn({ ...query }) ?? badTextIn({ ...params })
  if (at) throw badText(at)
}

/** A file to open or keep, named in plain letters. */
export function sendFile(res: Response, name: string, type: string, content: string | Buffer): void {
  const plain = name.replace(/[^A-Za-z0-9.-]+/g, '-')
  res.set('Content-Disposition', `inline; filename="${plain}"`).type(type).send(content)
}

/** A name that somebody has already. */
export function taken(field: string, name: string): Refused {
  return new Refused(
    problem(422, 'Refused value', `${field}: "${name}" is taken`, { errors: [{ field, allowed: 'a name nobody has yet' }] }),
  )
}
