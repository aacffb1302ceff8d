import type { Request, RequestHandler, Response } from 'express'
import { z } from 'zod'
import { mayAct, type Me, type Role } from '../../contract/people.js'
import { problem, refusal, type Problem } from '../../contract/problem.js'
import { Refused } from '../problems.js'

declare module 'express-session' {
  interface SessionData {
    personId: number
    /** Brought along when the session is read; null when the person was switched off meanwhile. */
    me?: Me | null
  }
}

declare module 'express-serve-static-core' {
  interface Locals {
    me: Me | null
  }
}

export function sendProblem(res: Response, body: Problem): void {
  res.status(body.status).type('application/problem+json').send(JSON.stringify(body))
}

/** Lets through who is signed in with at least this role. */
export function need(role: Role): RequestHandler {
  return (_req, res, next) => {
    const person = res.locals.me as Me | null
    if (!person) return sendProblem(res, problem(401, 'Not signed in', 'Sign in to go on; what you typed is kept.'))
    if (!mayAct(person.role, role))
      return sendProblem(res, problem(403, 'Not allowed', `This needs the role ${role}; you are signed in as ${person.role}.`))
    next()
  }
}

/** A host name with its port, as a browser sends it: no more than a name may have. */
const HOST = /^[A-Za-z0-9.-]{1,253}(:\d{1,5})?$|^\[[0-9a-fA-F:.]{2,45}\](:\d{1,5})?$/

/**
 * The address under which people reach this server: the one that the setting names when a proxy stands in front, else that
 * of the request. Refuses a Host header that is none.
 */
export function originOf(req: Request, publicOrigin: string | null): string {
  if (publicOrigin) return publicOrigin
  const host = req.headers.host ?? ''
  if (!HOST.test(host)) throw new Refused(problem(400, 'Unreadable request', 'The Host header names no host.'))
  return `${req.protocol}://${host}`
}

/** Writes must come from a page of this very server: scheme, host and port. Signing in is a write. */
export function sameOrigin(publicOrigin: string | null): RequestHandler {
  return (req, res, next) => {
    if (['GET', 'HEAD', 'OPTIONS'].includes(req.method)) return next()
    if (req.headers.origin === originOf(req, publicOrigin)) return next()
    sendProblem(res, problem(403, 'Foreign origin', 'Writes are accepted only from pages of this server.'))
  }
}

/** Parses or refuses with field paths. */
export function read<T extends z.ZodType>(schema: T, value: unknown): z.output<T> {
  const parsed = schema.safeParse(value)
  if (!parsed.success) throw new Refused(refusal(parsed.error))
  return parsed.data
}

/** Figures alone: 1e1 and 0x1 are no numbers of anything. */
const idSchema = z
  .string()
  .regex(/^[1-9]\d{0,15}$/)
  .transform(Number)
  .pipe(z.number().max(Number.MAX_SAFE_INTEGER))

export function idOf(req: Request, name = 'id'): number {
  const parsed = idSchema.safeParse(req.params[name])
  if (!parsed.success) throw new Refused(problem(404, 'Not found', 'There is nothing at this address.'))
  return parsed.data
}

const pageNumber = z.coerce.number().int().min(1).max(1e6).catch(1)

/** Which page of a long list is asked for, from 1; what is none is the first. */
export const pageOf = (req: Request): number => pageNumber.parse(req.query.page)
