import { join, resolve } from 'node:path'
import type { BackupPlace } from './backup/backup.js'
import { makeBackup } from './backup/backup.js'
import { restore, type RestoreInto } from './backup/restore.js'
import { audit, createPool, execute, one, transaction } from './database.js'
import { inviteOf, newCode } from './people/invitation.js'
import { addPerson, changePerson, endSessions, invitePerson, lockPeople } from './people/store.js'
import { migrationsIn } from './prepare.js'

/** What is done on the machine of the server, beside the program that runs: `main.js COMMAND ...`. */

type Command = (url: string, place: BackupPlace, args: readonly string[], migrationsDir: string) => Promise<string>

const MB = 1e6
/** Names of databases in the address of one. */
const named = (url: string) => decodeURIComponent(new URL(url).pathname.slice(1))

const backup: Command = async (url, place) => {
  const made = await makeBackup(url, place, 'by hand', new Date())
  return `${join(place.directory, made.name)}\n${made.rows} rows, ${(made.bytes / MB).toFixed(1)} MB`
}

const bringBack: Command = async (url, place, args, migrationsDir) => {
  const [file, ...options] = args
  const beside = options.find((o) => o.startsWith('--beside='))?.slice('--beside='.length)
  const odd = options.find((o) => o !== '--over' && !o.startsWith('--beside='))
  if (!file || odd) throw new Error(`${odd ? `unknown option ${odd}; ` : ''}npm run restore -- FILE [--beside=NAME | --over]`)
  const into: RestoreInto = beside
    ? { kind: 'beside', database: beside }
    : options.includes('--over')
      ? { kind: 'over' }
      : { kind: 'empty' }
  // Whoever types a path means it from where he stands.
  const path = resolve(process.env.INIT_CWD ?? process.cwd(), file)
  const done = await restore(url, place, path, into, migrationsIn(migrationsDir), new Date())
  return [
    `Restored: the plant as of ${done.madeAt}, ${done.rows} rows in ${done.tables} tables, every table held against its sum.`,
    ...(done.before ? [`What stood there before is kept as ${join(place.directory, done.before)}.`] : []),
    beside
      ? `It stands beside the living one in the database ${named(done.url)}. Look at it with: npm start -- --empty --database=${beside}`
      : 'Start the program as always.',
  ].join('\n')
}

/** Nobody can sign in as administrator: a code for one, made where the server runs. */
const administrator: Command = async (url, _place, args) => {
  const [login = '', ...more] = args
  if (!LOGIN.test(login) || more.length) throw new Error('whose? npm run administrator -- LOGIN (small letters, figures, . _ -)')
  const code = newCode()
  const pool = createPool(url)
  try {
    await transaction(pool, async (query) => {
      await lockPeople(query)
      const at = new Date()
      const invite = inviteOf(code, at)
      const found = await one<{ id: number }>(query, 'SELECT id FROM person WHERE login = $1', [login])
      const person = found
        ? await changePerson(query, found.id, { role: 'administrator', active: true })
        : await addPerson(query, { name: login, login, role: 'administrator', passwordHash: null }, invite)
      if (found) {
        await invitePerson(query, found.id, invite)
        await endSessions(query, found.id)
      }
      await execute(query, 'DELETE FROM sign_in_attempt')
      await execute(query, "DELETE FROM setting WHERE key = 'first-administrator-code'")
      await audit(query, at, null, 'administrator-code', `person ${person!.id}`, { login, new: !found })
    })
  } finally {
    await pool.end()
  }
  return `One-time code for ${login}, administrator: ${code}\nAt the sign-in page: "I have a one-time code". It counts once, for seven days.`
}
const LOGIN = /^[a-z0-9._-]{2,40}$/

export const COMMANDS: Readonly<Record<string, Command>> = { backup, restore: bringBack, administrator }
