import { randomUUID } from 'node:crypto'
import { expect } from 'chai'
import type { PointView } from '../../src/contract/greasing.js'
import type { MachineView } from '../../src/contract/machines.js'
import type { Yard } from '../../src/contract/yard.js'
import { Client, NOW, freshDatabase, machineBy, startInstance, type Instance, plantLinesOf } from './helpers.js'

const DAY_MS = 24 * 3600 * 1000
const CODE = 'CT-1'

describe('greasing points', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let technician: Client
  let administrator: Client
  let clock = NOW
  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url, { now: () => clock })
    technician = await new Client(instance.url).signIn('technician')
    administrator = await new Client(instance.url).signIn('administrator')
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })

  const machine = (): Promise<MachineView> => machineBy(technician, CODE)
  const arrange = async (points: object[], version?: number) => {
    const line = (await machine()).shaftLines[0]!
    return technician.put(`/lines/${line.id}/points`, { version: version ?? line.version, points })
  }
  const named = (all: readonly PointView[], name: string) => all.find((p) => p.name === name)!
  const entry = (change: object = {}) => ({
    ...{ key: randomUUID(), kind: 'greased', gunId: null, strokes: null, looks: '', note: 'two of them' },
    ...change,
  })
  const eventsAt = async (positionId: number) =>
    (
      await instance.pool.query("SELECT grams FROM grease_event WHERE position_id = $1 AND note = 'two of them' ORDER BY id", [positionId])
    ).rows.map((r) => Number(r.grams))

  it('a support gets a second nipple: each takes half, both fall due as the one did', async () => {
    const before = await machine()
    const [left, right] = before.shaftLines[0]!.positions
    const [one, other] = before.points
    const reply = await arrange([
      { id: one!.id, name: 'bearing', feeds: [left!.id] },
      { id: null, name: 'seal', feeds: [left!.id] },
      { id: other!.id, name: '', feeds: [right!.id] },
    ])
    expect(reply.status, JSON.stringify(reply.body)).to.equal(200)
    const { points, shaftLines, changes } = reply.body as MachineView
    for (const name of ['bearing', 'seal']) {
      expect(named(points, name).quantityG, name).to.be.closeTo(one!.quantityG! / 2, 1e-9)
      expect([named(points, name).intervalDays, named(points, name).dueAt, named(points, name).grease], name).to.deep.equal([
        one!.intervalDays,
        one!.dueAt,
        one!.grease,
      ])
    }
    expect(shaftLines[0]!.positions[0]!.lubrication!.quantityG, 'the support wants what it wanted').to.be.closeTo(one!.quantityG!, 1e-9)
    expect(changes[0]!.after).to.deep.equal({ points: `${left!.name}, bearing; ${right!.name}; ${left!.name}, seal` })
  })

  it('each is greased by itself, and the Yard calls it by its name', async () => {
    const { points } = await machine()
    const seal = named(points, 'seal')
    clock = new Date(NOW.getTime() + 400 * DAY_MS)
    const due = ((await technician.get('/yard')).body as Yard).due.filter((d) => d.machineCode === CODE).map((d) => d.pointName)
    expect(due).to.include.members([`${seal.feeds[0]!.name}, seal`, `${seal.feeds[0]!.name}, bearing`])
    const done = await technician.post(`/points/${seal.id}/greasings`, entry({ greaseId: seal.grease!.id, grams: seal.quantityG }))
    expect(done.status, JSON.stringify(done.body)).to.equal(201)
    const later = (await machine()).points
    expect(named(later, 'seal').lastAt).to.equal(clock.toISOString())
    expect(named(later, 'bearing').lastAt).to.equal(named(points, 'bearing').lastAt)
    clock = NOW
  })

  it('renaming moves no date', async () => {
    const before = await machine()
    const rows = before.points.map((p) => ({
      id: p.id,
      name: p.name === 'seal' ? 'labyrinth' : p.name,
      feeds: p.feeds.map((f) => f.positionId),
    }))
    const { points } = (await arrange(rows)).body as MachineView
    expect(named(points, 'labyrinth').dueAt).to.equal(named(before.points, 'seal').dueAt)
    expect(named(points, 'bearing').dueAt).to.equal(named(before.points, 'bearing').dueAt)
  })

  it('one fitting feeds both ends: what both want goes in at once, and each end has its share on record', async () => {
    const before = await machine()
    const [left, right] = before.shaftLines[0]!.positions
    const id = named(before.points, 'bearing').id
    const { points } = (await arrange([{ id, name: 'fitting', feeds: [left!.id, right!.id] }])).body as MachineView
    expect(points).to.have.length(1)
    const [shared] = points
    const wanted = [left, right].map((p) => p!.lubrication!.quantityG!)
    expect(shared!.quantityG).to.be.closeTo(wanted[0]! + wanted[1]!, 1e-9)
    expect(shared!.intervalDays).to.equal(Math.min(...[left, right].map((p) => p!.lubrication!.intervalDays!)))
    const before_ = [await eventsAt(left!.id), await eventsAt(right!.id)]
    // Of the rows of one entry any may bear the smaller key: what is sent twice is known whichever it is.
    const days = (n: number) => new Date(NOW.getTime() - n * 24 * 3600 * 1000).toISOString()
    for (const [n, key] of ['00000000-0000-4000-8000-000000000001', 'ffffffff-ffff-4fff-bfff-ffffffffffff'].entries()) {
      const own = { ...entry({ greaseId: shared!.grease!.id, grams: 30, at: days(3 + 3 * n) }), key }
      for (let i = 0; i < 3; i++) expect((await technician.post(`/points/${shared!.id}/greasings`, own)).status, key).to.equal(201)
    }
    for (const p of [left, right]) before_[[left, right].indexOf(p)] = await eventsAt(p!.id)
    const twice = entry({ greaseId: shared!.grease!.id, grams: 30 })
    for (let i = 0; i < 2; i++) expect((await technician.post(`/points/${shared!.id}/greasings`, twice)).status).to.equal(201)
    for (const [i, p] of [left, right].entries()) {
      const added = (await eventsAt(p!.id)).slice(before_[i]!.length)
      expect(added, 'once, however often it is sent').to.have.length(1)
      expect(added[0]).to.be.closeTo((30 * wanted[i]!) / (wanted[0]! + wanted[1]!), 1e-6)
    }
    expect((await machine()).points[0]!.lastAt).to.equal(NOW.toISOString())
  })

  it('list and plant file carry points by their names', async () => {
    const { entries } = (await technician.get('/rack/greasing')).body
    const mine = entries.filter((e: { machine: string }) => e.machine === CODE)
    expect(mine.map((e: { point: string }) => e.point)).to.deep.equal(['fitting', 'fitting'])
    const file = plantLinesOf((await administrator.get('/plant-file')).body)
    expect(file.filter((l) => l.kind === 'greasing' && l.machine === CODE).map((l) => l.point)).to.deep.equal(['fitting', 'fitting'])
    const planner = await new Client(instance.url).signIn('planner')
    const split = mine.map((e: { support: string }) => ({ ...e, point: e.support }))
    for (const e of mine)
      await planner.delete(
        `/rack/greasing/entries/${encodeURIComponent([e.machine, e.line, e.support, e.point].join(' / ').toUpperCase())}`,
      )
    expect((await machine()).points).to.deep.equal([])
    expect((await planner.post('/rack/greasing', { entries: split })).body).to.include({ added: 2 })
    expect((await machine()).points.map((p) => [p.name, p.feeds.length])).to.deep.equal(split.map((e: { point: string }) => [e.point, 1]))
    expect((await planner.post('/rack/greasing', { entries: split })).body).to.include({ added: 0, same: 2 })
  })

  it('is refused where points cannot be told apart, a support would be left dry, or the line has changed', async () => {
    const { points, shaftLines } = await machine()
    const [left, right] = shaftLines[0]!.positions
    const [one] = points
    const other = (await machineBy(technician, 'MP-2')).points[0]!
    const wrong: [object[], string, string][] = [
      [[{ id: one!.id, name: '', feeds: [left!.id, right!.id] }], 'points.0.name', 'needs a name'],
      [[{ id: one!.id, name: '', feeds: [left!.id] }], 'points', 'left without a point'],
      [[{ id: null, name: 'a', feeds: [left!.id] }, { id: null, name: 'A', feeds: [right!.id] }], 'points.1.name', 'another point'],
      [[{ id: null, name: '', feeds: [left!.id] }, { id: null, name: 'a', feeds: [left!.id, right!.id] }], 'points.0.name', 'give each a name'],
      [[{ id: other.id, name: '', feeds: [left!.id] }], 'points.0.id', 'of this line'],
      [[{ id: null, name: 'a', feeds: [other.feeds[0]!.positionId] }], 'points.0.feeds', 'of this line'],
    ] // prettier-ignore
    for (const [rows, field, words] of wrong) {
      const reply = await arrange(rows)
      expect(reply.status, words).to.equal(422)
      expect(reply.body.errors[0].field, words).to.equal(field)
      expect(reply.body.errors[0].allowed).to.contain(words)
    }
    expect((await arrange([], 1)).status).to.equal(409)
    const viewer = await new Client(instance.url).signIn('viewer')
    expect((await viewer.put(`/lines/${shaftLines[0]!.id}/points`, { version: 1, points: [] })).status).to.equal(403)
    expect((await technician.get('/points/99999')).status).to.equal(404)
  })

  it('an entry of a page of the release before names the support', async () => {
    const { positions } = (await machineBy(technician, 'MP-2')).shaftLines[0]!
    const grease = positions[0]!.lubrication!.grease!.id
    const done = await technician.post(`/positions/${positions[0]!.id}/greasings`, entry({ greaseId: grease, grams: 4 }))
    expect(done.status).to.equal(201)
    expect(done.body.point.feeds[0].positionId).to.equal(positions[0]!.id)
  })
})
