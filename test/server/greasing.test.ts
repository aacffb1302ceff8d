import { randomUUID } from 'node:crypto'
import { expect } from 'chai'
import type { GreasingView } from '../../src/contract/greasing.js'
import type { PositionView } from '../../src/contract/lines.js'
import type { Yard } from '../../src/contract/yard.js'
import { Client, NOW, freshDatabase, machineBy, startInstance, type Instance } from './helpers.js'
import { metric } from '../core/said.js'

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
    // Most tests speak of other things than of a second greasing.
    again: true as const,
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

  it('greased twice: a double tap, two people or an old page is asked, who and how much is said, and said again it counts', async () => {
    clock = new Date(NOW.getTime() + 4 * DAY_MS)
    const at = (minutes: number) => new Date(clock.getTime() - minutes * 60_000).toISOString()
    const first = await log({ at: at(40) })
    expect(first.status).to.equal(201)
    const other = await planner.post(`/points/${point}/greasings`, entry({ again: undefined }))
    expect([other.status, other.body.title]).to.deep.equal([409, 'Greased already'])
    expect(other.body.detail).to.contain('R. Amble noted 20 g here, 40 minutes apart')
    expect(other.body.current).to.include({ by: 'R. Amble' })
    expect((await planner.post(`/points/${point}/greasings`, entry())).status).to.equal(201)
    // A waiting entry that was done before the other is asked as well; one of days ago is not.
    expect((await log({ again: undefined, at: at(70) })).status).to.equal(409)
    expect((await log({ again: undefined, at: at(2.5 * 24 * 60) })).status).to.equal(201)
    expect((await log({ again: undefined, kind: 'skipped', note: 'not reached today' })).status).to.equal(201)
  })

  it('one noted by mistake is taken back with a reason: it stays readable, and the date is as before', async () => {
    const before = (await technician.get(`/points/${point}`)).body as GreasingView
    const at = new Date(clock.getTime() + 60_000).toISOString()
    const noted = (await log({ at })).body as GreasingView
    expect(noted.point.lastAt).to.equal(at)
    const path = (key: string) => `/points/${point}/greasings/${key}/taken-back`
    expect((await planner.post(path(noted.last!.key), { reason: 'no' })).status).to.equal(422)
    const viewer = await new Client(instance.url).signIn('viewer')
    expect((await viewer.post(path(noted.last!.key), { reason: 'wrong machine' })).status).to.equal(403)
    const back = await planner.post(path(noted.last!.key), { reason: 'wrong machine' })
    expect(back.status).to.equal(200)
    const view = back.body as GreasingView
    expect([view.point.lastAt, view.point.dueAt, view.last]).to.deep.equal([before.point.lastAt, before.point.dueAt, before.last])
    expect(view.events[0]).to.include({ kind: 'taken-back' })
    expect(metric(view.events[0]!.words)).to.contain('wrong machine')
    expect((await planner.post(path(noted.last!.key), { reason: 'wrong machine' })).status).to.equal(409)
    clock = NOW
  })

  it('the same key with other grams, grease or looks is another entry and is refused', async () => {
    const sent = entry({ at: NOW.toISOString() })
    const post = (change: object) => technician.post(`/points/${point}/greasings`, { ...sent, ...change })
    expect((await post({})).status).to.equal(201)
    expect((await post({})).status).to.equal(201)
    for (const change of [{ grams: 12 }, { looks: 'dark' }, { kind: 'skipped', note: 'not reached' }]) {
      const reply = await post(change)
      expect([reply.status, reply.body.title], JSON.stringify(change)).to.deep.equal([409, 'Key used'])
    }
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
