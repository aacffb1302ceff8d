import type { OwnEntry } from '../../contract/own-data.js'
import { WITHOUT_WORK } from '../../contract/people.js'
import { problem } from '../../contract/problem.js'
import { execute, rows, type Query } from '../database.js'
import { inviteOf, newCode } from '../people/invitation.js'
import { administrators, endSessions, lockPeople } from '../people/store.js'
import { Refused } from '../problems.js'

/** People as one of the plant's lists. Nobody gets a password by a file: whoever is new is given a code afterwards. */

type Entry = OwnEntry<'people'>

export async function peopleRows(query: Query, keys: readonly string[] | null): Promise<Entry[]> {
  return rows(
    query,
    `SELECT login, name, role, CASE WHEN active THEN 'yes' ELSE 'no' END AS active FROM person
     WHERE $1::text[] IS NULL OR upper(login) = ANY ($1) ORDER BY login`,
    [keys],
  )
}

async function somebodyStays(query: Query): Promise<void> {
  if ((await administrators(query)) === 0) throw new Refused(problem(422, 'Not possible now', 'Somebody must stay administrator.'))
}

export async function writePeople(query: Query, entries: readonly Entry[], at: Date): Promise<void> {
  await lockPeople(query)
  // A code that nobody has seen: the one that counts is made and handed over under Settings.
  const list = JSON.stringify(entries.map((e) => ({ ...e, ...inviteOf(newCode(), at) })))
  await execute(
    query,
    'SELECT 1 FROM person WHERE login IN (SELECT r.login FROM jsonb_to_recordset($1::jsonb) AS r (login text)) ORDER BY id FOR UPDATE',
    [list],
  )
  const leaving = await rows<{ login: string }>(
    query,
    `SELECT r.login FROM jsonb_to_recordset($1::jsonb) AS r (login text, role text, active text) JOIN person p ON p.login = r.login
     WHERE (r.active = 'no' OR r.role = ANY ($2))
       AND (EXISTS (SELECT FROM job WHERE status = 'open' AND in_charge = p.id) OR EXISTS (SELECT FROM area_charge WHERE person_id = p.id))`,
    [list, WITHOUT_WORK],
  )
  if (leaving.length)
    throw new Refused(
      problem(
        409,
        'Still in hand',
        `Still with cards or areas in hand: ${leaving.map((p) => p.login).join(', ')}. Hand them over under Settings first.`,
      ),
    )
  const changed = await rows<{ id: number }>(
    query,
    `INSERT INTO person AS p (login, name, role, active, invite_sum, invite_until) SELECT r.login, r.name, r.role, r.active = 'yes', r.sum, r.until
     FROM jsonb_to_recordset($1::jsonb) AS r (login text, name text, role text, active text, sum text, until timestamptz)
     ON CONFLICT (login) DO UPDATE SET name = excluded.name, role = excluded.role, active = excluded.active
     RETURNING id`,
    [list],
  )
  await somebodyStays(query)
  for (const { id } of changed) await endSessions(query, id)
}

export async function removePeople(query: Query, keys: readonly string[]): Promise<void> {
  await lockPeople(query)
  await execute(query, "DELETE FROM session WHERE (sess ->> 'personId')::bigint IN (SELECT id FROM person WHERE upper(login) = ANY ($1))", [
    keys,
  ])
  await execute(query, 'DELETE FROM person WHERE upper(login) = ANY ($1)', [keys])
  await somebodyStays(query)
}
