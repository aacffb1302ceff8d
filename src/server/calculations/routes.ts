import { Router } from 'express'
import { rateLimit } from 'express-rate-limit'
import { calculate, describeCalculations } from '../../contract/calculations/registry.js'
import { problem } from '../../contract/problem.js'
import { sendProblem } from '../http/guard.js'

/** Open to everybody, touches no record of the plant, and is rate limited. */
export function calculationRoutes(limitPerMinute: number): Router {
  const router = Router()
  router.use(
    rateLimit({
      windowMs: 60_000,
      limit: limitPerMinute,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      handler: (_req, res) => sendProblem(res, problem(429, 'Too many requests', 'Too many calculations in a minute; wait a little.')),
    }),
  )
  router.get('/', (_req, res) => {
    res.json(describeCalculations())
  })
  router.post('/:name', (req, res) => {
    const answer = calculate(req.params.name, req.body)
    if (answer.ok) res.json(answer.result)
    else sendProblem(res, answer.problem)
  })
  return router
}
