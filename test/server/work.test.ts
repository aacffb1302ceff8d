import { expect } from 'chai'
import type { WorkView } from '../../src/contract/work.js'
import { lateDays } from '../../src/core/work/work.js'
import { Client, freshDatabase, machineBy, openAt, startInstance, type Instance } from './helpers.js'

describe('work above cards, rounds and visits', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let at: Instance
  let technician: Client
  let viewer: Client
  before(async () => {
    db = await freshDatabase()
    at = await startInstance(db.url)
    technician = await new Client(at.url).signIn('technician')
    viewer = await new Client(at.url).signIn('viewer')
  })
  after(async () => {
    await at.close()
    await db.drop()
  })

  const WANTED = {
    kind: 'errand',
    positionId: null,
    why: 'the guard rattles',
    origin: 'flag',
    inHands: null,
    wantedFrom: null,
    wantedTo: null,
    minutes: 20,
  }
  const open = async (machine: number): Promise<WorkView[]> => (await viewer.get(`/work?machine=${machine}`)).body.work
  const stored = async (id: number) => (await at.pool.query('SELECT * FROM work WHERE id = $1', [id])).rows[0]

  it('every card and visit hangs on one, open as long as the card is, in the same hands', async () => {
    const { rows } = await at.pool.query(
      `SELECT j.status, w.state, w.kind, w.in_hands = j.in_charge AS mine, w.machine_id IS NOT NULL AS placed FROM job j LEFT JOIN work w ON w.id = j.work_id`,
    )
    expect(rows.length).to.be.above(3)
    for (const r of rows)
      expect([r.kind, r.state, r.mine, r.placed]).to.deep.equal([
        'card',
        { open: 'open', finished: 'done', cancelled: 'dropped' }[r.status as 'open'],
        true,
        true,
      ])
    const { job } = await openAt(technician, 'MP-2', ['p1.1'], 'noisy at night')
    const machine = (await machineBy(technician, 'MP-2')).id
    const mine = (await open(machine)).find((w) => w.cardId === job.id)!
    expect(mine).to.include({ kind: 'card', why: 'noisy at night', state: 'open', inHands: 'R. Amble', origin: 'person' })
    expect((await technician.post(`/work/${mine.id}/end`, { version: mine.version, how: 'done', reason: '' })).status).to.equal(422)
    await technician.post(`/cards/${job.id}/cancel`, { reason: 'wrong machine' })
    expect((await open(machine)).some((w) => w.cardId === job.id)).to.equal(false)
    expect(await stored(mine.id)).to.include({ state: 'dropped', ended_why: 'wrong machine' })
  })

  it('something that is wanted stands at its machine until it is done, dropped, or written on a card', async () => {
    const { id: machineId, shaftLines } = await machineBy(technician, 'MP-2')
    const [support] = shaftLines[0]!.positions
    // [what, status, field]
    const wrong: [object, number, string | undefined][] = [
      [{ why: 'no' }, 422, 'work.why'],
      [{ positionId: 999_999 }, 422, 'positionId'],
      [{ machineId: 999_999 }, 404, undefined],
      [{ inHands: 999_999 }, 422, 'inHands'],
      [{ wantedFrom: '2026-12-02', wantedTo: '2026-12-01' }, 422, 'work.wantedTo'],
      [{ kind: 'card' }, 422, 'work.kind'],
    ]
    for (const [more, status, field] of wrong) {
      const reply = await technician.post('/work', { ...WANTED, machineId, ...more })
      expect(reply.status, JSON.stringify(more)).to.equal(status)
      if (field) expect(reply.body.errors[0].field.replace('work.', '')).to.equal(field.replace('work.', ''))
    }
    expect((await viewer.post('/work', { ...WANTED, machineId })).status).to.equal(403)
    const made = await technician.post('/work', { ...WANTED, machineId, positionId: support!.id, wantedTo: '2026-11-20' })
    expect(made.status).to.equal(201)
    const wanted = (await open(machineId)).find((w) => w.why === WANTED.why)!
    expect(wanted).to.include({
      kind: 'errand',
      origin: 'flag',
      state: 'wanted',
      positionName: support!.name,
      minutes: 20,
      wantedTo: '2026-11-20',
      cardId: null,
    })
    const end = (body: object) => technician.post(`/work/${wanted.id}/end`, { version: wanted.version, how: 'done', reason: '', ...body })
    expect((await end({ how: 'dropped' })).body.errors[0].field).to.equal('reason')
    expect((await end({ version: 7 })).status).to.equal(409)
    expect((await end({})).status).to.equal(200)
    expect((await end({ version: wanted.version + 1 })).status, 'once').to.equal(409)
    expect((await open(machineId)).some((w) => w.id === wanted.id)).to.equal(false)
    expect(await stored(wanted.id)).to.include({ state: 'done' })

    await technician.post('/work', { ...WANTED, machineId, why: 'it hums in the evening', origin: 'wish' })
    const wish = (await open(machineId)).find((w) => w.origin === 'wish')!
    const places = support!.places.map((p) => p.id)
    const other = (await machineBy(technician, 'MM-1')).shaftLines[0]!.positions[0]!.places.map((p) => p.id)
    expect((await technician.post('/cards', { places: other, reason: '', work: wish.id })).body.errors[0].field).to.equal('work')
    const card = (await technician.post('/cards', { places, reason: 'it hums', work: wish.id })).body
    expect((await open(machineId)).find((w) => w.id === wish.id)).to.include({
      cardId: card.job.id,
      state: 'open',
      kind: 'card',
      origin: 'wish',
      why: 'it hums in the evening',
    })
    expect((await technician.post('/cards', { places: other, reason: '', work: wish.id })).status, 'once').to.equal(422)
    await technician.post(`/cards/${card.job.id}/cancel`, { reason: 'it was the fan' })
    expect(await stored(wish.id)).to.include({ state: 'dropped', ended_why: 'it was the fan' })
  })

  it('a visit is work that was done when it was written down', async () => {
    const { shaftLines } = await machineBy(technician, 'MP-2')
    const seen = {
      rings: 1,
      held: null,
      coversClamp: null,
      behindMm: null,
      aheadMm: null,
      couplingGapMm: null,
      sleevesBothEnds: null,
      group: null,
      hottestC: null,
      fittedBy: '',
      note: '',
      pictures: [],
    }
    const visit = await technician.post(`/lines/${shaftLines[0]!.id}/visits`, seen)
    expect(visit.status).to.equal(201)
    const { rows } = await at.pool.query('SELECT w.kind, w.state FROM visit_check v JOIN work w ON w.id = v.work_id WHERE v.id = $1', [
      visit.body.id,
    ])
    expect(rows).to.deep.equal([{ kind: 'visit', state: 'done' }])
  })

  // [wanted by, today, days late]
  for (const [by, today, late] of [
    [null, '2026-11-24', null],
    ['2026-11-24', '2026-11-24', null],
    ['2026-11-20', '2026-11-24', 4],
    ['2026-10-31', '2026-11-01', 1],
  ] as const)
    it(`wanted by ${by}, on ${today}: ${late ?? 'not'} late`, () => expect(lateDays(by, today)).to.equal(late))
})
