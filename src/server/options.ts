import type pg from 'pg'
import type { Logger } from 'pino'
import type { BackupPlace } from './backup/backup.js'

export interface ServerOptions {
  pool: pg.Pool
  /** The clock; tests and pictures give their own. */
  now: () => Date
  sessionSecret: string
  demo: boolean
  /** Directory of the built interface; without it only the API is served. */
  webDir?: string
  log?: Logger
  calculationsPerMinute?: number
  /** Calls of one address; 1,500 where nothing is said. */
  callsPerMinute?: number
  /** Scheme, host and port under which people reach this server when a proxy stands in front of it; null without one. */
  publicOrigin: string | null
  /** Where backups of its database go; left out where nobody said. */
  backups?: { url: string; place: BackupPlace }
  /** What the papers of the plant may take, bytes. */
  mostPaperBytes?: number
  /** Tells a start command of the same clone that this server is its own. */
  instance?: string
}
