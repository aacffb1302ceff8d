import { Router } from 'express'
import { personChange, personInput } from '../../contract/api.js'
import { problem } from '../../contract/problem.js'
import type { ServerOptions } from '../app.js'
import { hashPassword } from '../auth/password.js'
import { Refused, notFound } from '../card.js'
import { audit, transaction } from '../store/database.js'
import * as people from '../store/people.js'
import { idOf, me, need, read } from './guard.js'

export function peopleRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()

  router.get('/people', need('administrator'), async (_req, res) => {
    res.json(await people.listPeople(pool))
  })

  router.post('/people', need('administrator'), async (req, res) => {
    const { password, ...person } = read(personInput, req.body)
    const added = await people.addPerson(pool, { ...person, passwordHash: await hashPassword(password) })
    if (!added)
      throw new Refused(
        problem(422, 'Refused value', `login: "${person.login}" is taken`, {
          errors: [{ field: 'login', allowed: 'a name nobody has yet' }],
        }),
      )
    await audit(pool, now(), me(res).id, 'add-person', `person ${added.id}`, { role: added.role })
    res.status(201).json(added)
  })

  router.patch('/people/:id', need('administrator'), async (req, res) => {
    const id = idOf(req)
    const { password, ...change } = read(personChange, req.body)
    const passwordHash = password ? await hashPassword(password) : undefined
    const changed = await transaction(pool, async (query) => {
      const person = await people.changePerson(query, id, { ...change, passwordHash })
      if (!person) throw notFound('person')
      if ((await people.administrators(query)) === 0)
        throw new Refused(problem(422, 'Not possible now', 'Somebody must stay administrator.'))
      if (id !== me(res).id) await people.endSessions(query, id)
      await audit(query, now(), me(res).id, 'change-person', `person ${id}`, { ...change, password: password ? 'changed' : undefined })
      return person
    })
    res.json(changed)
  })

  return router
}
