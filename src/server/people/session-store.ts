import connectPgSimple from 'connect-pg-simple'
import session from 'express-session'
import type { Request } from 'express'
import type pg from 'pg'
import { readSession } from './store.js'

const PgStore = connectPgSimple(session)

/** Sessions in the database; reading one brings its person along, so that a call asks once who makes it. */
export class SessionStore extends PgStore {
  constructor(private readonly people: pg.Pool) {
    super({ pool: people, tableName: 'session', createTableIfMissing: false, pruneSessionInterval: false, disableTouch: true })
  }

  override get(sid: string, done: (error: unknown, session?: session.SessionData | null) => void): void {
    readSession(this.people, sid).then(
      (found) => done(null, found && { ...found.sess, me: found.me }),
      (error: unknown) => done(error),
    )
  }

  /** The person is no part of what is kept. */
  override set(sid: string, { me: _me, ...kept }: session.SessionData, done?: (error?: unknown) => void): void {
    super.set(sid, kept, done)
  }
}

/** A session under a number that nobody knew before; the one of before is gone. */
export async function newSession(req: Request, personId: number): Promise<void> {
  await new Promise<void>((resolve, reject) => req.session.regenerate((error) => (error ? reject(error) : resolve())))
  req.session.personId = personId
}
