import { Router } from 'express'
import { WITHOUT_WORK, mayAct, type PersonInput } from '../../contract/people.js'
import { problem } from '../../contract/problem.js'
import { ROUTES } from '../../contract/routes.js'
import type { ServerOptions } from '../options.js'
import { inviteOf, newCode } from './invitation.js'
import { hashPassword } from './password.js'
import { newSession } from './session-store.js'
import { listTurnedAway } from './turned-away.js'
import { mustNotBeGuessed } from './weak.js'
import { Refused, notFound, refused } from '../problems.js'
import { audit, transaction, type Query } from '../database.js'
import * as people from './store.js'
import { route, taken, type Call } from '../http/route.js'

/** Nothing stays in the hands of somebody who is switched off: it goes to `to`, or the change is refused with what it is. */
async function handedOver(query: Query, id: number, to: number | null): Promise<void> {
  const cards = await people.cardsInHand(query, id)
  const areas = await people.areasInHand(query, id)
  if (!cards.length && !areas.length) return
  if (to === null) {
    const what = [...cards.map((c) => `card ${c.number} on ${c.machineCode}`), ...areas.map((a) => `greasing of ${a}`)]
    const said = `Still in hand: ${what.slice(0, 6).join(', ')}${what.length > 6 ? ` and ${what.length - 6} more` : ''}. Choose who takes over.`
    throw new Refused(problem(409, 'Still in hand', said, { errors: [{ field: 'handTo', allowed: said }] }))
  }
  if (to === id || !(await people.works(query, to))) throw refused('handTo', 'somebody else who works here')
  await people.handOverAll(query, id, to)
}

export function peopleRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()

  route(router, ROUTES.people, () => people.listPeople(pool))

  route(router, ROUTES.turnedAway, () => listTurnedAway(pool))

  route(router, ROUTES.deeds, ({ id }) => people.deedsOf(pool, id))

  const add = async ({ body, me }: Call<PersonInput>) => {
    const { password, ...person } = body
    if (password !== null) mustNotBeGuessed(password, person.login, person.name)
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
    const { password, handTo, ...change } = body
    const known = password ? (await people.listPeople(pool)).find((p) => p.id === id) : undefined
    if (password && known) mustNotBeGuessed(password, known.login, change.name ?? known.name)
    const passwordHash = password ? await hashPassword(password) : undefined
    const changed = await transaction(pool, async (query) => {
      await people.lockPeople(query)
      // Somebody may have taken the role away while this one waited.
      if (!mayAct((await people.findMe(query, me.id))?.role ?? 'viewer', 'administrator'))
        throw new Refused(problem(403, 'Not allowed', 'You are no administrator any more.'))
      await people.lockPerson(query, id)
      if (change.active === false || (change.role && WITHOUT_WORK.includes(change.role))) await handedOver(query, id, handTo ?? null)
      const person = await people.changePerson(query, id, { ...change, passwordHash })
      if (!person) throw notFound('person')
      if ((await people.administrators(query)) === 0)
        throw new Refused(problem(422, 'Not possible now', 'Somebody must stay administrator.'))
      // Whoever changes the own password or role stays signed in here, in a new session, and nowhere else.
      if (id !== me.id || passwordHash || change.role) await people.endSessions(query, id)
      await audit(query, now(), me.id, 'change-person', `person ${id}`, {
        ...change,
        handTo: handTo ?? undefined,
        password: password ? 'changed' : undefined,
      })
      return person
    })
    if (id === me.id && (passwordHash || change.role)) await newSession(req, id)
    return changed
  })

  return router
}
