import { createHash } from 'node:crypto'
import type pg from 'pg'
import { COMMANDS, isLate, type Command, type CommandAnswer } from '../../contract/commands.js'
import { mayAct, type Me } from '../../contract/people.js'
import { problem, refusal } from '../../contract/problem.js'
import { badTextIn } from '../../contract/text.js'
import { Within, audit, execute, one, together, transaction, type Query } from '../database.js'
import { Refused, badText } from '../problems.js'
import { DOES, type Deed, type Done } from './kinds.js'

/** The one door for what people do: each command once, under its key, in a transaction of its own. */

type Outcome = Exclude<CommandAnswer['outcome'], 'again'>
type Answer = Pick<CommandAnswer, 'changed' | 'problem'>

/**
 * Takes commands in their order and answers each. One that is refused holds up no other.
 * @throws where the database does not answer: what was taken until then is taken, and answered again when all of it is sent once more
 */
export async function take(pool: pg.Pool, device: string, commands: readonly Command[], me: Me, now: Date): Promise<CommandAnswer[]> {
  const answers: CommandAnswer[] = []
  for (const command of commands) answers.push(await takeOne(pool, device, command, me, now))
  return answers
}

async function takeOne(pool: pg.Pool, device: string, command: Command, me: Me, now: Date): Promise<CommandAnswer> {
  const { key, kind } = command
  // Somebody who may not now could be let in later: that is not kept.
  if (!mayAct(me.role, COMMANDS[kind].least) && !(await keptAllTheSame(pool, command, me, now)))
    return { key, outcome: 'refused', problem: problem(403, 'Not allowed', `This needs the role ${COMMANDS[kind].least}.`) }
  return transaction(pool, async (client, commit) => {
    // Not waited for: it all goes out with what is asked first, behind the key. What is done of a command that was taken before goes back.
    const begun = begin(client, device, command, me, now)
    // Where it fails, what goes out behind it fails too and is what is raised.
    begun.catch(() => {})
    const saved = client.query('SAVEPOINT command')
    const [outcome, answer, done] = await doneOrNot(command, { within: new Within(client), key, me, at: new Date(command.at), now })
    const before = await begun
    await saved
    if (before) {
      await client.query('ROLLBACK TO SAVEPOINT command')
      return before
    }
    await together(client, () =>
      Promise.all([
        outcome === 'done' ? null : client.query('ROLLBACK TO SAVEPOINT command'),
        execute(client, 'UPDATE command SET outcome = $2, answer = $3 WHERE key = $1', [key, outcome, answer]),
        done?.of ? audit(client, now, me.id, kind, done.of, done.detail ?? {}) : null,
        commit(),
      ]),
    )
    return { key, outcome, ...answer }
  })
}

/**
 * Does one command that came by an address of its own, under the key that it brings or a new one.
 * @throws Refused where it is not taken
 */
export async function takeAlone(pool: pg.Pool, command: Command, me: Me, now: Date): Promise<CommandAnswer> {
  const answer = await takeOne(pool, 'its own address', command, me, now)
  if (answer.problem) throw new Refused(answer.problem)
  return answer
}

/** What waited on a device while its person lost the right to it is kept; nobody else gets round the table of who may. */
async function keptAllTheSame(query: Query, { kind, at }: Command, me: Me, now: Date): Promise<boolean> {
  if (!('keptLate' in COMMANDS[kind]) || !isLate(new Date(at), now)) return false
  return (
    (await one(query, "SELECT 1 FROM audit WHERE subject = $1 AND action = 'change-person' AND at > $2 LIMIT 1", [
      `person ${me.id}`,
      at,
    ])) !== null
  )
}

/** Takes the key; what was answered under it before, if it was. */
async function begin(query: Query, device: string, { key, at, kind, body }: Command, me: Me, now: Date): Promise<CommandAnswer | null> {
  const sum = createHash('sha256')
    .update(JSON.stringify(body ?? null))
    .digest('hex')
    .slice(0, 32)
  const added = await execute(
    query,
    `INSERT INTO command (key, person_id, device, at, heard_at, kind, body_sum, outcome, answer) VALUES ($1, $2, $3, $4, $5, $6, $7, 'done', '{}')
     ON CONFLICT (key) DO NOTHING`,
    [key, me.id, device, at, now, kind, sum],
  )
  if (added) return null
  const known = await one<{ mine: boolean; outcome: Outcome; answer: Answer }>(
    query,
    'SELECT person_id = $2 AND kind = $3 AND coalesce(body_sum, $4) = $4 AS mine, outcome, answer FROM command WHERE key = $1',
    [key, me.id, kind, sum],
  )
  if (!known?.mine)
    return {
      key,
      outcome: 'refused',
      problem: problem(409, 'Key used', 'This bears the key of something else that was done: it was not stored.'),
    }
  return { key, outcome: known.outcome === 'done' ? 'again' : known.outcome, ...known.answer }
}

async function doneOrNot({ kind, body }: Command, deed: Deed): Promise<[Outcome, Answer, Done | null]> {
  const bad = badTextIn(body)
  const read = COMMANDS[kind].body.safeParse(body)
  if (bad !== null || !read.success) return ['refused', { problem: read.success ? badText(bad!).problem : refusal(read.error) }, null]
  try {
    const does = DOES[kind] as (deed: Deed, body: unknown) => Promise<Done>
    const done = await does(deed, read.data)
    return ['done', { changed: done.changed }, done]
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    return [error.problem.status === 409 && error.problem.current !== undefined ? 'conflict' : 'refused', { problem: error.problem }, null]
  }
}

const YEAR_MS = 365 * 24 * 3600 * 1000

/** Keys are kept a year: no device waits longer. */
export async function sweepCommands(query: Query, now: Date): Promise<void> {
  const before = new Date(now.getTime() - YEAR_MS)
  await execute(query, 'DELETE FROM command WHERE heard_at < $1', [before])
}
