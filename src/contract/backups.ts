import type { PapersRoom } from './documents.js'

/** What the program knows of its backups, and of the room that papers take in them. */

/** One backup in the directory, newest first in a list. */
export interface BackupLine {
  /** Name of its directory, by the time at which it was made. */
  name: string
  madeAt: string
  /** Why it was made: by hand, by the hour, before a migration, before a restore. */
  why: string
  bytes: number
  rows: number
}

export interface BackupsView {
  /** Where they lie on the machine of the server; null where it was not told to make any. */
  directory: string | null
  /** So many are kept. */
  keep: number
  backups: BackupLine[]
  papers: PapersRoom
}

/** Whether the server can work: it can read and write its database, and keep backups where it was told to. */
export interface HealthView {
  ok: boolean
  /** What cannot be written, in words; empty when all is well. */
  troubles: string[]
}
