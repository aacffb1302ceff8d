import type { RequestHandler } from 'express'
import { ipKeyGenerator, rateLimit } from 'express-rate-limit'
import { problem } from '../../contract/problem.js'
import type { Me } from '../../contract/people.js'
import { sendProblem } from './guard.js'

/** So many calls in a minute of one person, or of one address where nobody is signed in; beyond them 429 with `words`. */
export const limited = (limit: number, words: string): RequestHandler =>
  rateLimit({
    ...{ windowMs: 60_000, limit, standardHeaders: 'draft-8', legacyHeaders: false },
    keyGenerator: (req, res) => {
      const me = res.locals.me as Me | null | undefined
      return me ? `person ${me.id}` : ipKeyGenerator(req.ip ?? '')
    },
    handler: (_req, res) => sendProblem(res, problem(429, 'Too many requests', words)),
  })
