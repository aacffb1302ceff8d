import { Router } from 'express'
import { calculate, describeCalculations } from '../../contract/calculations/registry.js'
import { sendProblem } from '../http/guard.js'
import { limited } from '../http/limit.js'

/** Open to everybody, touches no record of the plant, and is rate limited. */
export function calculationRoutes(limitPerMinute: number): Router {
  const router = Router()
  router.use(limited(limitPerMinute, 'Too many calculations in a minute; wait a little.'))
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
