import { readFileSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { expect } from 'chai'
import type { CardView } from '../../src/contract/cards.js'
import { finishedCard } from '../../src/contract/finished.js'
import { loadCard } from '../../src/server/cards/card.js'
import { prepareDatabase } from '../../src/server/prepare.js'
import { Client, NOW, blankDatabase, startInstance, type Instance } from './helpers.js'

/** Databases of earlier days, each brought up by today's program and read: every machine, every card, open and closed. */

const DIR = join(process.cwd(), 'test', 'server', 'dumps')
/** The oldest has a test of its own, which compares what it held field by field. */
const DUMPS = readdirSync(DIR).filter((name) => name.endsWith('.sql.gz') && !name.startsWith('before-shaft-lines'))

describe('a database of before is brought up and read', () => {
  it('there is one at least, and each is small', () => {
    expect(DUMPS).to.have.length.above(0)
    for (const name of DUMPS) expect(statSync(join(DIR, name)).size, name).to.be.at.most(150_000)
  })
  for (const name of DUMPS)
    describe(name, () => {
      let db: Awaited<ReturnType<typeof blankDatabase>>
      let instance: Instance
      let technician: Client
      let held: Record<string, { id: number; status?: string; code?: string; keys?: number }[]>
      before(async () => {
        db = await blankDatabase()
        await db.run(gunzipSync(readFileSync(join(DIR, name))).toString('utf8'))
        const rows = async (sql: string) => (await db.query(sql)).rows as { id: number }[]
        held = {
          jobs: await rows('SELECT id::int, status FROM public.job ORDER BY id'),
          machines: await rows('SELECT id::int, code FROM public.machine WHERE retired_at IS NULL ORDER BY id'),
          greasings: await rows('SELECT id::int FROM public.grease_event'),
          answers: await rows('SELECT job_id::int AS id, count(*)::int AS keys FROM public.answer GROUP BY 1 ORDER BY 1'),
        }
        await prepareDatabase(db.url, join(process.cwd(), 'src', 'server', 'migrations'))
        instance = await startInstance(db.url, { demo: false })
        technician = await new Client(instance.url).signIn('technician')
      })
      after(async () => {
        await instance?.close()
        await db?.drop()
      })

      it('every card opens, those that are closed as they were closed, and has its papers', async () => {
        expect(new Set(held.jobs!.map((j) => j.status)).size, 'open and closed ones').to.be.at.least(2)
        for (const { id, status } of held.jobs!) {
          const { status: code, body } = await technician.get(`/cards/${id}`)
          expect(code, `card ${id}`).to.equal(200)
          const card = body as CardView
          expect(card.job.status, `card ${id}`).to.equal(status)
          expect(card.context.onCard.length, `card ${id}`).to.be.at.least(1)
          if (card.finished) {
            const read = finishedCard.safeParse((await loadCard(instance.pool, id, NOW)).finished)
            expect(read.success, `document of ${id}: ${read.error?.message}`).to.equal(true)
          } else expect(status, `card ${id}`).to.equal('open')
          if (status !== 'cancelled') expect((await technician.get(`/cards/${id}/card.pdf`)).status, `paper of ${id}`).to.equal(200)
        }
      })
      it('keeps every answer and every greasing', async () => {
        const now = (await instance.pool.query('SELECT job_id::int AS id, count(*)::int AS keys FROM answer GROUP BY 1 ORDER BY 1')).rows
        expect(now).to.deep.equal(held.answers)
        expect((await instance.pool.query('SELECT 1 FROM grease_event')).rowCount).to.equal(held.greasings!.length)
      })
      it('every machine is shown with its lines, and the rack is whole', async () => {
        for (const { id, code } of held.machines!) {
          const { status, body } = await technician.get(`/machines/${id}`)
          expect([status, body.code], code).to.deep.equal([200, code])
          expect(body.shaftLines, code).to.be.an('array')
        }
        expect((await technician.get('/rack/bearings/6312')).status).to.be.oneOf([200, 404])
        expect(Number((await instance.pool.query('SELECT count(*) AS n FROM bearing')).rows[0].n)).to.be.above(3900)
      })
    })
})
