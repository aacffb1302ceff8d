import { Router } from 'express'
import { z } from 'zod'
import { DOCUMENT_KINDS } from '../../contract/documents.js'
import { ROUTES } from '../../contract/routes.js'
import { audit, one, transaction } from '../database.js'
import { idOf } from '../http/guard.js'
import { route } from '../http/route.js'
import type { ServerOptions } from '../options.js'
import { notFound, refused } from '../problems.js'
import { mediaTypeOf } from './media.js'
import * as documents from './store.js'

/** The folder of a machine: manual, nameplate, pictures, and what they say on bearings. */
export function documentRoutes({ pool, now }: ServerOptions): Router {
  const router = Router()
  const mustBe = async (machineId: number) => {
    if (!(await one(pool, 'SELECT 1 FROM machine WHERE id = $1', [machineId]))) throw notFound('machine')
  }

  route(router, ROUTES.documents, async ({ id }) => {
    await mustBe(id)
    return documents.documentsOf(pool, id)
  })
  route(
    router,
    ROUTES.addDocument,
    async ({ id, req, me }) => {
      await mustBe(id)
      const kind = z.enum(DOCUMENT_KINDS).safeParse(req.query.kind)
      if (!kind.success) throw refused('kind', DOCUMENT_KINDS.join(' | '))
      const name = z.string().trim().min(1).max(200).safeParse(req.query.name)
      if (!name.success) throw refused('name', 'what it is called, at most 200 letters')
      const bytes = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0)
      const mediaType = mediaTypeOf(bytes)
      return transaction(pool, async (query) => {
        const documentId = await documents.addDocument(query, id, { kind: kind.data, name: name.data, mediaType, bytes }, me.id, now())
        await audit(query, now(), me.id, 'add-document', `machine ${id}`, { document: documentId, name: name.data, size: bytes.length })
        return documents.documentsOf(query, id)
      })
    },
    201,
  )
  route(router, ROUTES.removeDocument, ({ id, req, me }) =>
    transaction(pool, async (query) => {
      const documentId = idOf(req, 'document')
      if (!(await documents.removeDocument(query, id, documentId, now()))) throw notFound('document')
      await audit(query, now(), me.id, 'remove-document', `machine ${id}`, { document: documentId })
      return documents.documentsOf(query, id)
    }),
  )
  // A picture may be shown in the page; a PDF, which may hold script, is only ever handed over to be kept.
  route(router, ROUTES.documentFile, async ({ id, res }) => {
    const found = await documents.findDocument(pool, id)
    if (!found) throw notFound('document')
    const { name, mediaType, bytes } = found
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
  route(
    router,
    ROUTES.addSaying,
    ({ id, body, me }) =>
      transaction(pool, async (query) => {
        if (!(await documents.addSaying(query, id, body, me.id, now())))
          throw refused('documentId', 'a paper and a support of this machine')
        await audit(query, now(), me.id, 'add-saying', `machine ${id}`, body)
        return documents.documentsOf(query, id)
      }),
    201,
  )
  route(router, ROUTES.removeSaying, ({ id, req, me }) =>
    transaction(pool, async (query) => {
      const saying = idOf(req, 'saying')
      if (!(await documents.removeSaying(query, id, saying, now()))) throw notFound('saying')
      await audit(query, now(), me.id, 'remove-saying', `machine ${id}`, { saying })
      return documents.documentsOf(query, id)
    }),
  )

  return router
}
