import { Router } from 'express'
import type pg from 'pg'
import { firstAdministratorInput, preferencesInput, signInInput, type Me, type SessionState } from '../../contract/api.js'
import { problem } from '../../contract/problem.js'
import { checkPassword, hashPassword } from '../auth/password.js'
import { Refused } from '../card.js'
import { audit, one, transaction } from '../store/database.js'
import * as people from '../store/people.js'
import { me, need, read } from './guard.js'
import type { ServerOptions } from '../app.js'

/** Checked when no such person exists, so that the answer takes as long. */
const NOBODY = hashPassword('nobody has this password')

export function sessionRoutes({ pool, now, demo }: ServerOptions): Router {
  const router = Router()

  const state = async (person: Me | null): Promise<SessionState> => ({
    me: person,
    needsFirstAdministrator: !(await people.anyPeople(pool)),
    demo,
  })

  router.get('/session', async (_req, res) => {
    res.json(await state(res.locals.me))
  })

  router.post('/session', async (req, res) => {
    const { login, password } = read(signInInput, req.body)
    const name = login.trim().toLowerCase()
    const until = await people.blockedUntil(pool, name)
    if (until && until > now()) {
      const seconds = Math.ceil((until.getTime() - now().getTime()) / 1000)
      throw new Refused(problem(429, 'Too many tries', `Too many failed sign-ins. Try again in ${seconds} seconds.`))
    }
    const person = await people.findSignIn(pool, name)
    const good = await checkPassword(password, person?.passwordHash ?? (await NOBODY))
    if (!person || !good) {
      await people.recordFailure(pool, name, now())
      throw new Refused(problem(401, 'Sign-in refused', 'Name and password do not belong together.'))
    }
    await people.clearFailures(pool, name)
    await new Promise<void>((resolve, reject) => req.session.regenerate((error) => (error ? reject(error) : resolve())))
    req.session.personId = person.id
    await audit(pool, now(), person.id, 'sign-in', `person ${person.id}`)
    const { passwordHash: _hidden, ...known } = person
    res.json(await state(known))
  })

  router.delete('/session', (req, res, next) => {
    req.session.destroy((error) => (error ? next(error) : res.clearCookie('yardfrost').status(204).end()))
  })

  router.patch('/session', need('viewer'), async (req, res) => {
    const { units } = read(preferencesInput, req.body)
    await people.setUnits(pool, me(res).id, units)
    res.json(await state({ ...me(res), units }))
  })

  router.post('/first-administrator', async (req, res) => {
    const { code, name, login, password } = read(firstAdministratorInput, req.body)
    const passwordHash = await hashPassword(password)
    await transaction(pool, async (query) => {
      const stored = await one<{ value: string }>(query, "SELECT value FROM setting WHERE key = 'first-administrator-code' FOR UPDATE", [])
      if (!stored || stored.value !== code.trim() || (await people.anyPeople(query)))
        throw new Refused(problem(403, 'Not allowed', 'The code is wrong or has been used.'))
      const person = await people.addPerson(query, { name, login, role: 'administrator', passwordHash })
      await query.query("DELETE FROM setting WHERE key = 'first-administrator-code'")
      await audit(query, now(), person!.id, 'first-administrator', `person ${person!.id}`)
    })
    res.status(201).json(await state(null))
  })

  return router
}

/** The person of the session, unless switched off meanwhile. */
export async function currentPerson(pool: pg.Pool, personId: number | undefined): Promise<Me | null> {
  return personId === undefined ? null : people.findMe(pool, personId)
}
