import { access, constants, mkdir } from 'node:fs/promises'
import type { HealthView } from '../contract/backups.js'
import { execute, one } from './database.js'
import type { ServerOptions } from './options.js'

/** What was found counts so long: whoever asks again and again makes no more work. */
const LOOKS_EVERY_MS = 5000

/**
 * Whether the database answers and can be written, and whether backups can be kept. Without the database nothing works; without
 * room for backups the program works on, and says so.
 */
export function healthOf({ pool, backups }: Pick<ServerOptions, 'pool' | 'backups'>): () => Promise<HealthView> {
  let last: { at: number; view: HealthView } | null = null
  const look = async (): Promise<HealthView> => {
    const troubles: string[] = []
    if (backups)
      await mkdir(backups.place.directory, { recursive: true, mode: 0o700 })
        .then(() => access(backups.place.directory, constants.W_OK))
        .catch(() => troubles.push('backups cannot be written'))
    const written = await execute(
      pool,
      "INSERT INTO setting (key, value) VALUES ('looked-after', now()::text) ON CONFLICT (key) DO UPDATE SET value = excluded.value",
    ).catch(() => 0)
    if (!written) troubles.push('the database cannot be written')
    return { ok: written > 0, troubles }
  }
  return async () => {
    if (last?.view.ok && performance.now() - last.at < LOOKS_EVERY_MS) {
      // That it answers is asked each time.
      await one(pool, 'SELECT 1')
      return last.view
    }
    last = { at: performance.now(), view: await look() }
    return last.view
  }
}
