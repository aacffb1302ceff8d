import { Router } from 'express'
import { problem } from '../../contract/problem.js'
import { ROUTES } from '../../contract/routes.js'
import { audit } from '../database.js'
import { USUAL_ROOM, usedByPapers } from '../documents/store.js'
import { route } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { Refused } from '../problems.js'
import { BackupFailed, listBackups, makeBackup } from './backup.js'

/** What is kept of the plant, and one more of it now. */
export function backupRoutes({ pool, now, backups, mostPaperBytes }: ServerOptions): Router {
  const router = Router()
  const view = async () => ({
    directory: backups?.place.directory ?? null,
    keep: backups?.place.keep ?? 0,
    backups: backups ? await listBackups(backups.place) : [],
    papers: { used: await usedByPapers(pool), most: mostPaperBytes ?? USUAL_ROOM },
  })

  route(router, ROUTES.backups, view)
  route(
    router,
    ROUTES.makeBackup,
    async ({ me }) => {
      if (!backups)
        throw new Refused(
          problem(409, 'No place for backups', 'This server was not told where backups go: set YARDFROST_BACKUPS and start it again.'),
        )
      try {
        const made = await makeBackup(backups.url, backups.place, 'by hand', now())
        await audit(pool, now(), me.id, 'backup', made.name, { bytes: made.bytes, rows: made.rows })
      } catch (error) {
        if (error instanceof BackupFailed) throw new Refused(problem(503, 'No backup was made', error.message))
        throw error
      }
      return view()
    },
    201,
  )
  return router
}
