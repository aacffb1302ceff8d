import { randomUUID } from 'node:crypto'
import { expect } from 'chai'
import type { GreasingView } from '../../src/contract/greasing.js'
import type { PositionView } from '../../src/contract/lines.js'
import type { Yard } from '../../src/contract/yard.js'
import { Client, NOW, freshDatabase, machineBy, startInstance, type Instance } from './helpers.js'

const DAY_MS = 24 * 3600 * 1000

describe('greasing', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let technician: Client
  let planner: Client
  let pump: PositionView
  let point: number
  let clock = NOW
  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url, { now: () => clock })
    technician = await new Client(instance.url).signIn('technician')
    planner = await new Client(instance.url).signIn('planner')
    const machine = await machineBy(technician, 'MP-2')
    pump = machine.shaftLines[0]!.positions.find((p) => p.code === 'p1')!
    point = machine.points.find((p) => p.feeds[0]!.positionId === pump.id)!.id
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })

  const entry = (change: object = {}) => ({
    key: randomUUID(),
    kind: 'greased',
    greaseId: pump.lubrication!.grease!.id,
    gunId: 1,
    strokes: 16,
    grams: 19.84,
    looks: 'clean',
    note: '',
    ...change,
  })
  const log = (change: object = {}) => technician.post(`/points/${point}/greasings`, entry(change))
  const due = async () => ((await technician.get('/yard')).body as Yard).due

  it('the Yard shows what falls due within a week, the longest overdue first', async () => {
    const list = await due()
    expect(list.length).to.be.above(8)
    const at = list.map((d) => Date.parse(d.dueAt))
    expect(at).to.deep.equal([...at].sort((a, b) => a - b))
    expect(at[0]).to.be.below(NOW.getTime() - 10 * DAY_MS)
    expect(at.at(-1)).to.be.below(NOW.getTime() + 7 * DAY_MS)
    const mine = list.find((d) => d.pointId === point)!
    expect(Math.abs(Date.parse(mine.dueAt) - NOW.getTime())).to.be.below(1000)
  })

  it('the interval at a point is that of the core for its duty', () => {
    // 14e6/(1470 · √60) − 240, ball, wet: 0.7 for dirt, 0.4 for condensation, 60 °C counts 1.
    const hours = 10 * (14e6 / (1470 * Math.sqrt(60)) - 240) * 0.7 * 0.4
    expect(pump.lubrication!.intervalH).to.be.closeTo(hours, 0.01)
    expect(pump.lubrication!.intervalDays).to.be.closeTo(hours / 16, 0.01)
    expect(pump.lubrication!.quantityG).to.be.closeTo(20.15, 0.01)
  })

  it('a skip needs a reason and stays due', async () => {
    expect((await log({ kind: 'skipped', note: '' })).body.errors[0].field).to.equal('note')
    expect((await log({ kind: 'skipped', note: 'pump runs through the pressing' })).status).to.equal(201)
    expect((await due()).some((d) => d.pointId === point)).to.equal(true)
  })

  it('another grease is refused until the change-over is recorded', async () => {
    const greases = (await technician.get('/settings')).body.greases
    const clash = greases.find((g: { name: string }) => g.name === 'General lithium 2').id
    const refused = await log({ greaseId: clash })
    expect(refused.status).to.equal(422)
    expect(refused.body.errors[0]).to.have.property('field', 'greaseId')
    expect(refused.body.detail).to.contain('change-over')
    expect((await log({ greaseId: clash, kind: 'changed-over' })).status).to.equal(201)
    // Back again, so that the point is as it was.
    expect((await log({ kind: 'changed-over' })).status).to.equal(201)
  })

  it('what is missing is named: grease, grams', async () => {
    expect((await log({ greaseId: null })).body.errors[0].field).to.equal('greaseId')
    expect((await log({ grams: null })).body.errors[0].field).to.equal('grams')
  })

  it('an entry that arrives twice counts once; the next date is an interval on', async () => {
    clock = new Date(NOW.getTime() + DAY_MS)
    const twice = entry({ at: NOW.toISOString() })
    const count = async () =>
      (await instance.pool.query('SELECT count(*)::int AS n FROM grease_event WHERE position_id = $1', [pump.id])).rows[0].n
    const before = await count()
    const [one, two] = [
      await technician.post(`/points/${point}/greasings`, twice),
      await technician.post(`/points/${point}/greasings`, twice),
    ]
    expect([one.status, two.status]).to.deep.equal([201, 201])
    expect(await count()).to.equal(before + 1)
    const view = two.body as GreasingView
    expect(Date.parse(view.point.lastAt!)).to.equal(NOW.getTime())
    expect((Date.parse(view.point.dueAt!) - NOW.getTime()) / DAY_MS).to.be.closeTo(pump.lubrication!.intervalDays!, 1e-3)
    expect((await due()).some((d) => d.pointId === point)).to.equal(false)
    expect(view.events[0]).to.include({ kind: 'greased', by: 'R. Amble' })
    clock = NOW
  })

  it('an entry from long ago or from the future is refused', async () => {
    expect((await log({ at: new Date(NOW.getTime() - 20 * DAY_MS).toISOString() })).body.errors[0].field).to.equal('at')
    expect((await log({ at: new Date(NOW.getTime() + DAY_MS).toISOString() })).body.errors[0].field).to.equal('at')
  })

  it('a late entry does not move the date back', async () => {
    const before = (await technician.get(`/points/${point}`)).body.point.dueAt
    await log({ at: new Date(NOW.getTime() - 5 * DAY_MS).toISOString() })
    expect((await technician.get(`/points/${point}`)).body.point.dueAt).to.equal(before)
  })

  it('a quantity over twice what is wanted asks why', async () => {
    const much = await log({ strokes: 200, grams: 248 })
    expect(much.status).to.equal(422)
    expect(much.body.errors[0]).to.deep.include({ field: 'note' })
    expect(much.body.errors[0].allowed).to.contain('20 g')
    expect((await log({ strokes: 200, grams: 248, note: 'flushed the old grease out' })).status).to.equal(201)
  })

  it('a position without a plan says so', async () => {
    const id = (
      await instance.pool.query(
        'SELECT p.id FROM position p LEFT JOIN point_feed f ON f.position_id = p.id WHERE f.position_id IS NULL LIMIT 1',
      )
    ).rows[0].id
    const reply = await technician.post(`/positions/${id}/greasings`, entry())
    expect(reply.status).to.equal(422)
    expect(reply.body.detail).to.contain('no greasing plan')
  })

  it('settings: greases, guns and the school are kept, refused values named', async () => {
    const grease = {
      name: 'Trial grease',
      thickener: 'clay',
      baseOil: 'mineral',
      nlgi: '2',
      viscosity40: 220,
      viscosity100: 19,
      lowC: -10,
      highC: 160,
    }
    expect((await technician.post('/settings/greases', grease)).status).to.equal(403)
    const added = await planner.post('/settings/greases', grease)
    expect(added.status).to.equal(201)
    const id = added.body.greases.find((g: { name: string }) => g.name === 'Trial grease').id
    expect((await planner.post('/settings/greases', grease)).body.errors[0].field).to.equal('name')
    expect((await planner.post('/settings/greases', { ...grease, name: 'B', viscosity100: 400 })).body.errors[0].field).to.equal(
      'viscosity100',
    )
    expect(
      (await planner.put(`/settings/greases/${id}`, { ...grease, highC: 150 })).body.greases.find((g: { id: number }) => g.id === id).highC,
    ).to.equal(150)
    expect((await planner.put('/settings/greases/9999', grease)).status).to.equal(404)
    const guns = (await technician.put('/settings/guns/1', { name: 'Press house gun', strokesWeighed: 10, gramsWeighed: 11 })).body.guns
    expect(guns.find((g: { id: number }) => g.id === 1)).to.include({ gramsPerStroke: 1.1, weighedBy: 'R. Amble' })
    const schools = { regreasing: 'grease-life', growth: 'cautious', loadBands: '0.07-0.15' }
    expect((await planner.put('/settings/schools', schools)).body.schools).to.deep.equal(schools)
    expect((await planner.put('/settings/schools', { ...schools, growth: 'by eye' })).status).to.equal(422)
    const open = (await technician.get('/cards/4')).body
    expect(open.context.plant.schools).to.deep.equal(schools)
    expect(open.answers['p1.1/fit.loadBands'].value, 'an open card keeps its bands').to.equal('0.06-0.12')
    const job = (await technician.post('/cards', { places: [pump.places[0]!.id], reason: '' })).body
    expect(job.answers['p1.1/fit.loadBands'].value).to.equal('0.07-0.15')
  })
})
