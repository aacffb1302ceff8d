import { expect } from 'chai'
import pg from 'pg'
import type { MachineView } from '../../src/contract/machines.js'
import type { VisitInput, VisitView } from '../../src/contract/visits.js'
import { NOTHING_SEEN } from '../../src/core/arrangement/visit-check.js'
import { Client, freshDatabase, machineBy, startInstance, type Instance } from './helpers.js'

const SEEN: VisitInput = {
  ...NOTHING_SEEN,
  held: 'both',
  rings: 4,
  coversClamp: false,
  behindMm: 0.4,
  aheadMm: 0.4,
  hottestC: 90,
  fittedBy: 'the outfit from over the hill',
  pictures: [],
}

describe('a visit over HTTP', () => {
  let instance: Instance
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let technician: Client
  let machine: MachineView
  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url)
    technician = await new Client(instance.url).signIn('technician')
    machine = await machineBy(technician, 'EF-1')
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })
  const lineId = () => machine.shaftLines[0]!.id

  it('is written down with its verdict, stands on the timeline, and prints on one page', async () => {
    const made = await technician.post(`/lines/${lineId()}/visits`, SEEN)
    expect(made.status).to.equal(201)
    const visit = made.body as VisitView
    expect([visit.result.verdict, visit.by, visit.machineCode]).to.deep.equal(['stop', 'R. Amble', 'EF-1'])
    expect(visit.result.findings.map((f) => f.code)).to.include('visit-both-held')
    const viewer = await new Client(instance.url).signIn('viewer')
    expect((await viewer.get(`/visits/${visit.id}`)).body).to.deep.equal(visit)
    const { timeline } = (await viewer.get(`/machines/${machine.id}`)).body as MachineView
    expect(timeline[0]).to.include({ kind: 'visit', words: 'do not run it', visitId: visit.id })
    const paper = await viewer.get(`/visits/${visit.id}/report.pdf`)
    expect(paper.headers.get('content-type')).to.contain('application/pdf')
    expect((paper.body as Buffer).toString('latin1').match(/\/Type \/Page\b/g)).to.have.length(1)
    expect((await viewer.post(`/lines/${lineId()}/visits`, SEEN)).status, 'who may only read').to.equal(403)
  })

  // prettier-ignore
  const REFUSED: [change: object, field: string][] = [
    [{ rings: -1 }, 'rings'],
    [{ aheadMm: -0.2 }, 'aheadMm'],
    [{ hottestC: 900 }, 'hottestC'],
    [{ held: 'somewhere' }, 'held'],
    [{ pictures: [999_999] }, 'pictures'],
  ]
  for (const [change, field] of REFUSED)
    it(`refuses ${JSON.stringify(change)}, with its field`, async () => {
      const reply = await technician.post(`/lines/${lineId()}/visits`, { ...SEEN, ...change })
      expect(reply.status).to.equal(422)
      expect((reply.body as { errors: { field: string }[] }).errors[0]!.field).to.equal(field)
    })

  it('of a line that is not there there is none, and what was said cannot be changed', async () => {
    expect((await technician.post('/lines/999999/visits', SEEN)).status).to.equal(404)
    expect((await technician.get('/visits/999999')).status).to.equal(404)
    const pool = new pg.Pool({ connectionString: db.url })
    const change = pool.query(`UPDATE visit_check SET result = '{}'`)
    await change.then(
      () => expect.fail('a visit was changed'),
      (error: Error) => expect(error.message).to.match(/append/i),
    )
    await pool.end()
  })
})
