import { Router } from 'express'
import type { FirstAdministratorInput, Me, SessionState } from '../../contract/people.js'
import { problem } from '../../contract/problem.js'
import { ROUTES } from '../../contract/routes.js'
import { checkPassword, costsTooLittle, hashPassword } from './password.js'
import { sumOf } from './invitation.js'
import { newSession } from './session-store.js'
import { mustNotBeGuessed } from './weak.js'
import { Refused, refused } from '../problems.js'
import { audit, one, transaction } from '../database.js'
import * as people from './store.js'
import { route } from '../http/route.js'
import type { ServerOptions } from '../options.js'

/** Checked when no such person exists, so that the answer takes as long. */
const NOBODY = hashPassword('nobody has this password')

export function sessionRoutes({ pool, now, demo }: ServerOptions): Router {
  const router = Router()

  const state = async (person: Me | null): Promise<SessionState> => ({
    me: person,
    needsFirstAdministrator: !(await people.anyPeople(pool)),
    demo,
  })

  const mustNotBeHeld = async (name: string, address: string) => {
    const until = await people.heldBack(pool, name, address, now())
    if (!until) return
    const seconds = Math.max(1, Math.ceil((until.getTime() - now().getTime()) / 1000))
    throw new Refused(problem(429, 'Too many tries', `Too many failed sign-ins. Try again in ${seconds} seconds.`))
  }

  route(router, ROUTES.session, ({ me }) => state(me))

  route(router, ROUTES.signIn, async ({ req, body: { login, password } }) => {
    const name = login.trim().toLowerCase()
    const address = req.ip ?? ''
    await mustNotBeHeld(name, address)
    const person = await people.findSignIn(pool, name)
    const good = await checkPassword(password, person?.passwordHash ?? (await NOBODY), address)
    if (!person || !good) throw new Refused(problem(401, 'Sign-in refused', 'Name and password do not belong together.'))
    await people.clearTries(pool, name, address)
    if (costsTooLittle(person.passwordHash))
      await people.changePerson(pool, person.id, { passwordHash: await hashPassword(password, address) })
    await newSession(req, person.id)
    await audit(pool, now(), person.id, 'sign-in', `person ${person.id}`, { address })
    const { passwordHash: _hidden, ...known } = person
    return state(known)
  })

  route(router, ROUTES.signOut, async ({ req, res }) => {
    await new Promise<void>((resolve, reject) => req.session.destroy((error) => (error ? reject(error) : resolve())))
    res.clearCookie('yardfrost').status(204).end()
  })

  route(router, ROUTES.takeInvitation, async ({ req, body: { login, code, password } }) => {
    const name = login.trim().toLowerCase()
    const address = req.ip ?? ''
    await mustNotBeHeld(name, address)
    mustNotBeGuessed(password, name)
    const passwordHash = await hashPassword(password, address)
    const taken = await transaction(pool, async (query) => {
      const person = await people.takeInvitation(query, name, sumOf(code), passwordHash, now())
      if (!person) return false
      await people.endSessions(query, person.id)
      await audit(query, now(), person.id, 'invitation-taken', `person ${person.id}`, { address })
      return true
    })
    if (!taken)
      throw new Refused(problem(401, 'Code refused', 'Name and code do not belong together, or the code has been used or has run out.'))
    await people.clearTries(pool, name, address)
    return state(null)
  })

  route(router, ROUTES.ownPassword, async ({ req, me, body: { old, password } }) => {
    const address = req.ip ?? ''
    await mustNotBeHeld(me.login, address)
    const person = await people.findSignIn(pool, me.login)
    if (!person || !(await checkPassword(old, person.passwordHash))) throw refused('old', 'your password as it is now')
    await people.clearTries(pool, me.login, address)
    mustNotBeGuessed(password, me.login, me.name)
    const passwordHash = await hashPassword(password)
    await transaction(pool, async (query) => {
      await people.changePerson(query, me.id, { passwordHash })
      await people.endSessions(query, me.id)
      await audit(query, now(), me.id, 'own-password', `person ${me.id}`)
    })
    await newSession(req, me.id)
    return state(me)
  })

  route(router, ROUTES.signOutEverywhere, async ({ res, me }) => {
    await people.endSessions(pool, me.id)
    await audit(pool, now(), me.id, 'signed-out-everywhere', `person ${me.id}`)
    res.clearCookie('yardfrost').status(204).end()
  })

  route(router, ROUTES.preferences, async ({ body: { units, theme }, me }) => {
    await people.setPreferences(pool, me.id, units, theme)
    return state({ ...me, units: units ?? me.units, theme: theme ?? me.theme })
  })

  const firstAdministrator = async ({ code, name, login, password }: FirstAdministratorInput, address: string) => {
    // Looked at before anything is worked out: once somebody is there this door is gone.
    if (await people.anyPeople(pool)) throw new Refused(problem(410, 'Gone', 'This plant has its first administrator already.'))
    const wanted = await one<{ value: string }>(pool, "SELECT value FROM setting WHERE key = 'first-administrator-code'", [])
    if (wanted?.value !== code.trim()) {
      // Only wrong ones count, so that nobody is held back by the tries of others.
      await mustNotBeHeld('first administrator', address)
      throw new Refused(problem(403, 'Not allowed', 'The code is wrong or has been used.'))
    }
    mustNotBeGuessed(password, login, name)
    const passwordHash = await hashPassword(password, address)
    await transaction(pool, async (query) => {
      const stored = await one<{ value: string }>(query, "SELECT value FROM setting WHERE key = 'first-administrator-code' FOR UPDATE", [])
      if (!stored || stored.value !== code.trim() || (await people.anyPeople(query)))
        throw new Refused(problem(403, 'Not allowed', 'The code is wrong or has been used.'))
      const person = await people.addPerson(query, { name, login, role: 'administrator', passwordHash })
      await query.query("DELETE FROM setting WHERE key = 'first-administrator-code'")
      await audit(query, now(), person!.id, 'first-administrator', `person ${person!.id}`)
    })
    return state(null)
  }
  route(router, ROUTES.firstAdministrator, ({ req, body }) => firstAdministrator(body, req.ip ?? ''), 201)

  return router
}
