import type { SessionData } from 'express-session'
import { WITHOUT_WORK, type Deed, type Me, type Person, type Role } from '../../contract/people.js'
import { execute, one, rows, type Query } from '../database.js'

const COLUMNS = 'id, name, login, role, units, theme'
const PERSON = 'id, name, login, role, active, invite_sum IS NOT NULL AS invited'

export function findMe(query: Query, id: number): Promise<Me | null> {
  return one<Me>(query, `SELECT ${COLUMNS} FROM person WHERE id = $1 AND active`, [id])
}

/** A session that has not run out, with its person unless switched off meanwhile. */
export function readSession(query: Query, sid: string): Promise<{ sess: SessionData; me: Me | null } | null> {
  return one(
    query,
    `SELECT s.sess, (SELECT to_json(m) FROM (SELECT ${COLUMNS} FROM person WHERE id = (s.sess ->> 'personId')::bigint AND active) m) AS me
     FROM session s WHERE s.sid = $1 AND s.expire >= now()`,
    [sid],
  )
}

export function findSignIn(query: Query, login: string): Promise<(Me & { passwordHash: string }) | null> {
  return one(
    query,
    `SELECT ${COLUMNS}, password_hash AS "passwordHash" FROM person WHERE login = $1 AND active AND password_hash IS NOT NULL`,
    [login],
  )
}

export function listPeople(query: Query): Promise<Person[]> {
  return rows(query, `SELECT ${PERSON} FROM person ORDER BY name`)
}

export async function anyPeople(query: Query): Promise<boolean> {
  return (await one(query, 'SELECT 1 FROM person LIMIT 1')) !== null
}

/** Of a code only this is kept; `until` is when it ends. */
export interface Invite {
  sum: string
  until: Date
}

/** With a password or with an invitation to choose one. Null when the login is taken. */
export function addPerson(
  query: Query,
  person: { name: string; login: string; role: Role; passwordHash: string | null },
  invite: Invite | null = null,
): Promise<Person | null> {
  return one(
    query,
    `INSERT INTO person (name, login, role, password_hash, invite_sum, invite_until) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (login) DO NOTHING RETURNING ${PERSON}`,
    [person.name, person.login, person.role, person.passwordHash, invite?.sum, invite?.until],
  )
}

export function changePerson(
  query: Query,
  id: number,
  change: { name?: string; role?: Role; active?: boolean; passwordHash?: string },
): Promise<Person | null> {
  return one(
    query,
    `UPDATE person SET name = coalesce($2, name), role = coalesce($3, role), active = coalesce($4, active), password_hash = coalesce($5, password_hash)
     WHERE id = $1 RETURNING ${PERSON}`,
    [id, change.name, change.role, change.active, change.passwordHash],
  )
}

/** A new code for somebody; the password stays until another is chosen with it. */
export function invitePerson(query: Query, id: number, invite: Invite): Promise<Person | null> {
  return one(query, `UPDATE person SET invite_sum = $2, invite_until = $3 WHERE id = $1 RETURNING ${PERSON}`, [
    id,
    invite.sum,
    invite.until,
  ])
}

/** Takes a code that still counts, once; the person whose it was. */
export function takeInvitation(query: Query, login: string, sum: string, passwordHash: string, now: Date): Promise<{ id: number } | null> {
  return one(
    query,
    `UPDATE person SET password_hash = $3, invite_sum = NULL, invite_until = NULL
     WHERE login = $1 AND active AND invite_sum = $2 AND invite_until > $4 RETURNING id`,
    [login, sum, passwordHash, now],
  )
}

/** Open cards that somebody has in hand. */
export function cardsInHand(query: Query, personId: number): Promise<{ id: number; number: string; machineCode: string }[]> {
  return rows(
    query,
    `SELECT j.id, j.number, m.code AS "machineCode" FROM job j JOIN shaft_line s ON s.id = j.shaft_line_id JOIN machine m ON m.id = s.machine_id
     WHERE j.status = 'open' AND j.in_charge = $1 ORDER BY j.number`,
    [personId],
  )
}

/** Everything that one has in hand is another's: open cards and the areas to grease. */
export async function handOverAll(query: Query, from: number, to: number): Promise<void> {
  await execute(query, "UPDATE job SET in_charge = $2 WHERE status = 'open' AND in_charge = $1", [from, to])
  await execute(query, 'UPDATE area_charge SET person_id = $2 WHERE person_id = $1', [from, to])
}

export async function areasInHand(query: Query, personId: number): Promise<string[]> {
  return (await rows<{ area: string }>(query, 'SELECT area FROM area_charge WHERE person_id = $1 ORDER BY area', [personId])).map(
    (a) => a.area,
  )
}

/** Whether somebody may have work in hand; nobody switches him off until the transaction ends. */
export async function works(query: Query, personId: number): Promise<boolean> {
  return (
    (await one(query, 'SELECT 1 FROM person WHERE id = $1 AND active AND role <> ALL ($2) FOR SHARE', [personId, WITHOUT_WORK])) !== null
  )
}

/** What somebody did, newest first. */
export async function deedsOf(query: Query, personId: number, limit = 200): Promise<Deed[]> {
  const found = await rows<Omit<Deed, 'at'> & { at: Date }>(
    query,
    'SELECT at, action, subject, detail FROM audit WHERE person_id = $1 ORDER BY id DESC LIMIT $2',
    [personId, limit],
  )
  return found.map((d) => ({ ...d, at: d.at.toISOString() }))
}

/** Administrators who can sign in: one who was invited and has no password yet is none. */
export async function administrators(query: Query): Promise<number> {
  return (await one<{ n: number }>(
    query,
    "SELECT count(*) AS n FROM person WHERE role = 'administrator' AND active AND password_hash IS NOT NULL",
  ))!.n
}

export async function setPreferences(query: Query, id: number, units: string | undefined, theme: string | undefined): Promise<void> {
  await execute(query, 'UPDATE person SET units = coalesce($2, units), theme = coalesce($3, theme) WHERE id = $1', [id, units, theme])
}

/** Every session of a person whose password, role or standing changed ends. */
export async function endSessions(query: Query, personId: number): Promise<void> {
  await execute(query, "DELETE FROM session WHERE (sess ->> 'personId')::bigint = $1", [personId])
}

/** Who is about to be switched off takes on nothing until the transaction ends. */
export async function lockPerson(query: Query, id: number): Promise<void> {
  await execute(query, 'SELECT 1 FROM person WHERE id = $1 FOR UPDATE', [id])
}

/** Nobody else may count or change people until the transaction ends. */
export async function lockPeople(query: Query): Promise<void> {
  await query.query('LOCK TABLE person IN SHARE ROW EXCLUSIVE MODE')
}

/** Tries by one name from one address before the waits begin, by one name from anywhere, and from one address by whatever names. */
const FREE_TRIES = { here: 5, anywhere: 100, address: 60 } as const
const LONGEST_WAIT_S = 300

/**
 * Counts a try before anything is checked; null when it may go on, else until when this key is held back. Tries beyond the
 * free ones wait 2 s, twice as long each time, at most five minutes. What is held back is not counted.
 */
async function countTry(query: Query, key: string, free: number, now: Date): Promise<Date | null> {
  const counted = await one(
    query,
    `INSERT INTO sign_in_attempt AS a (key, tries, blocked_until, last_at) VALUES ($1, 1, $2, $2)
     ON CONFLICT (key) DO UPDATE SET tries = least(a.tries + 1, 100000), last_at = $2,
       blocked_until = $2::timestamptz + interval '1 second' *
         CASE WHEN a.tries + 1 < $3 THEN 0 ELSE least($4, 2 ^ least(a.tries + 2 - $3, 20)) END
     WHERE a.blocked_until <= $2 OR a.blocked_until > $2::timestamptz + interval '1 second' * 2 * $4
     RETURNING tries`,
    [key, now, free, LONGEST_WAIT_S],
  )
  if (counted) return null
  return (await one<{ until: Date }>(query, 'SELECT blocked_until AS until FROM sign_in_attempt WHERE key = $1', [key]))?.until ?? now
}

const keysOf = (login: string, address: string) => [`${login} ${address}`, login, `@${address}`] as const

/** Until when signing in with this name is held back, from this address, from anywhere or of this address with any name; null when it may be tried. */
export async function heldBack(query: Query, login: string, address: string, now: Date): Promise<Date | null> {
  const [here, anywhere, all] = keysOf(login, address)
  return (
    (await countTry(query, here, FREE_TRIES.here, now)) ??
    (await countTry(query, anywhere, FREE_TRIES.anywhere, now)) ??
    (await countTry(query, all, FREE_TRIES.address, now))
  )
}

/** A sign-in that succeeded: what was counted of this name from this address is forgotten. */
export async function clearTries(query: Query, login: string, address: string): Promise<void> {
  await execute(query, 'DELETE FROM sign_in_attempt WHERE key = ANY ($1)', [[...keysOf(login, address)]])
}

/** Sessions that have run out, and tries that nobody remembers. */
export async function tidySessions(query: Query, now: Date): Promise<void> {
  await execute(query, 'DELETE FROM session WHERE expire < $1', [now])
  await execute(query, "DELETE FROM sign_in_attempt WHERE last_at < $1::timestamptz - interval '1 day'", [now])
}
