import { Router, type Request } from 'express'
import { z } from 'zod'
import { DOCUMENT_KINDS } from '../../contract/documents.js'
import { ROUTES } from '../../contract/routes.js'
import { audit, one, transaction, type Query } from '../database.js'
import { pageOf } from '../http/guard.js'
import { route } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { notFound, refused } from '../problems.js'
import { fileOf, nameToKeep } from './media.js'
import * as documents from './store.js'

/** The folder of a machine: manual, nameplate, pictures, and what they say on bearings. */
export function documentRoutes({ pool, now, mostPaperBytes }: ServerOptions): Router {
  const router = Router()
  const most = mostPaperBytes ?? documents.USUAL_ROOM
  const folder = (query: Query, id: number, req: Request) => documents.folderPage(query, id, { page: pageOf(req) }, most)
  const mustBe = async (machineId: number) => {
    if (!(await one(pool, 'SELECT 1 FROM machine WHERE id = $1', [machineId]))) throw notFound('machine')
  }

  route(router, ROUTES.documents, async ({ id, req }) => {
    await mustBe(id)
    return folder(pool, id, req)
  })
  route(
    router,
    ROUTES.addDocument,
    async ({ id, req, me }) => {
      await mustBe(id)
      const kind = z.enum(DOCUMENT_KINDS).safeParse(req.query.kind)
      if (!kind.success) throw refused('kind', DOCUMENT_KINDS.join(' | '))
      const file = fileOf(Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0), String(req.query.name ?? ''))
      return transaction(pool, async (query) => {
        await documents.mustHaveRoom(query, file.bytes.length, most)
        const documentId = await documents.addDocument(query, id, { kind: kind.data, ...file }, me.id, now())
        const size = file.bytes.length
        await audit(query, now(), me.id, 'add-document', `machine ${id}`, { document: documentId, name: file.name, size })
        return documents.folderPage(query, id, { with: documentId }, most)
      })
    },
    201,
  )
  // A picture may be shown in the page; a PDF, which may hold script, is only ever handed over to be kept.
  route(router, ROUTES.documentFile, async ({ id, res }) => {
    const found = await documents.findDocument(pool, id)
    if (!found) throw notFound('document')
    const { mediaType, bytes } = found
    const name = nameToKeep(found.name, mediaType)
    const way = mediaType === 'application/pdf' ? 'attachment' : 'inline'
    const plain = name.replace(/[^A-Za-z0-9.-]+/g, '-')
    res.set({
      'Content-Type': mediaType,
      'Content-Disposition': `${way}; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name).replace(/['()*]/g, '_')}`,
      'Content-Security-Policy': "sandbox; default-src 'none'",
      'X-Content-Type-Options': 'nosniff',
    })
    res.send(bytes)
  })

  return router
}
