import { Router } from 'express'
import { mayAct, type PersonInput } from '../../contract/people.js'
import { problem } from '../../contract/problem.js'
import { ROUTES } from '../../contract/routes.js'
import type { ServerOptions } from '../options.js'
import { inviteOf, newCode } from './invitation.js'
import { hashPassword } from './password.js'
import { Refused, notFound } from '../problems.js'
import { audit, transaction } from '../database.js'
import * as people from './store.js'
import { route, taken, type Call } from '../http/route.js'

export function peopleRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()

  route(router, ROUTES.people, () => people.listPeople(pool))

  const add = async ({ body, me }: Call<PersonInput>) => {
    const { password, ...person } = body
    const code = password === null ? newCode() : null
    const passwordHash = password === null ? null : await hashPassword(password)
    const added = await people.addPerson(pool, { ...person, passwordHash }, code === null ? null : inviteOf(code, now()))
    if (!added) throw taken('login', person.login)
    await audit(pool, now(), me.id, 'add-person', `person ${added.id}`, { role: added.role, invited: code !== null })
    return { person: added, code }
  }
  route(router, ROUTES.addPerson, add, 201)

  route(router, ROUTES.invite, async ({ id, me }) => {
    const code = newCode()
    const person = await people.invitePerson(pool, id, inviteOf(code, now()))
    if (!person) throw notFound('person')
    await audit(pool, now(), me.id, 'invite', `person ${id}`)
    return { person, code }
  })

  route(router, ROUTES.changePerson, async ({ req, id, body, me }) => {
    const { password, ...change } = body
    const passwordHash = password ? await hashPassword(password) : undefined
    return transaction(pool, async (query) => {
      await people.lockPeople(query)
      // Somebody may have taken the role away while this one waited.
      if (!mayAct((await people.findMe(query, me.id))?.role ?? 'viewer', 'administrator'))
        throw new Refused(problem(403, 'Not allowed', 'You are no administrator any more.'))
      const person = await people.changePerson(query, id, { ...change, passwordHash })
      if (!person) throw notFound('person')
      if ((await people.administrators(query)) === 0)
        throw new Refused(problem(422, 'Not possible now', 'Somebody must stay administrator.'))
      // Whoever changes the own password stays signed in here, and nowhere else.
      if (id !== me.id || passwordHash) await people.endSessions(query, id, id === me.id ? req.sessionID : '')
      await audit(query, now(), me.id, 'change-person', `person ${id}`, { ...change, password: password ? 'changed' : undefined })
      return person
    })
  })

  return router
}
