import type { Me, Person, Role } from '../../contract/api.js'
import { execute, one, rows, type Query } from './database.js'

const COLUMNS = 'id, name, login, role, units, theme, active'

export function findMe(query: Query, id: number): Promise<Me | null> {
  return one<Me>(query, `SELECT ${COLUMNS} FROM person WHERE id = $1 AND active`, [id])
}

export function findSignIn(query: Query, login: string): Promise<(Me & { passwordHash: string }) | null> {
  return one(query, `SELECT ${COLUMNS}, password_hash AS "passwordHash" FROM person WHERE login = $1 AND active`, [login])
}

export function listPeople(query: Query): Promise<Person[]> {
  return rows(query, 'SELECT id, name, login, role, active FROM person ORDER BY name')
}

export async function anyPeople(query: Query): Promise<boolean> {
  return (await one(query, 'SELECT 1 FROM person LIMIT 1')) !== null
}

/** Null when the login is taken. */
export function addPerson(query: Query, person: { name: string; login: string; role: Role; passwordHash: string }): Promise<Person | null> {
  return one(
    query,
    `INSERT INTO person (name, login, role, password_hash) VALUES ($1, $2, $3, $4)
     ON CONFLICT (login) DO NOTHING RETURNING id, name, login, role, active`,
    [person.name, person.login, person.role, person.passwordHash],
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
     WHERE id = $1 RETURNING id, name, login, role, active`,
    [id, change.name, change.role, change.active, change.passwordHash],
  )
}

export async function administrators(query: Query): Promise<number> {
  return (await one<{ n: number }>(query, "SELECT count(*) AS n FROM person WHERE role = 'administrator' AND active"))!.n
}

export async function setPreferences(query: Query, id: number, units: string | undefined, theme: string | undefined): Promise<void> {
  await execute(query, 'UPDATE person SET units = coalesce($2, units), theme = coalesce($3, theme) WHERE id = $1', [id, units, theme])
}

/** Every session of a person whose password, role or standing changed ends. */
export async function endSessions(query: Query, personId: number): Promise<void> {
  await execute(query, "DELETE FROM session WHERE (sess ->> 'personId')::bigint = $1", [personId])
}

export async function blockedUntil(query: Query, login: string): Promise<Date | null> {
  return (await one<{ until: Date }>(query, 'SELECT blocked_until AS until FROM sign_in_attempt WHERE login = $1', [login]))?.until ?? null
}

/** After the fourth failure in a row each next one doubles the wait, from 2 s to 5 minutes. */
export async function recordFailure(query: Query, login: string, now: Date): Promise<void> {
  await execute(
    query,
    `INSERT INTO sign_in_attempt AS a (login, failures, blocked_until) VALUES ($1, 1, $2)
     ON CONFLICT (login) DO UPDATE SET failures = a.failures + 1,
       blocked_until = $2 + CASE WHEN a.failures < 4 THEN interval '0' ELSE least(interval '5 minutes', interval '1 second' * 2 ^ (a.failures - 3)) END`,
    [login, now],
  )
}

export async function clearFailures(query: Query, login: string): Promise<void> {
  await execute(query, 'DELETE FROM sign_in_attempt WHERE login = $1', [login])
}
