import { randomUUID } from 'node:crypto'
import { expect } from 'chai'
import type { CardView } from '../../src/contract/cards.js'
import type { LineContext } from '../../src/core/card/context.js'
import {
  Client,
  NOW,
  cardOf,
  changesOf,
  closeCard,
  doStep,
  freshDatabase,
  machineBy,
  openAt,
  startInstance,
  type Instance,
} from './helpers.js'
import { metric } from '../core/said.js'

const DAY_MS = 24 * 3600 * 1000

/** Two servers on one database, as when one is not enough; the card is done on one and read on the other. */
describe('closing a card, on two instances', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let one: Instance
  let two: Instance
  let technician: Client
  let colleague: Client
  let card: CardView
  let clock = NOW
  before(async () => {
    db = await freshDatabase()
    one = await startInstance(db.url, { now: () => clock })
    two = await startInstance(db.url, { now: () => clock })
    technician = await new Client(one.url).signIn('technician')
    colleague = await new Client(two.url).signIn('planner')
  })
  after(async () => {
    await one.close()
    await two.close()
    await db.drop()
  })

  const machine = () => machineBy(colleague, 'MP-2')
  const position = async (code: string) => (await machine()).shaftLines[0]!.positions.find((p) => p.code === code)!
  const save = async (values: Record<string, unknown>, client = technician) => {
    const reply = await client.post(`/cards/${card.job.id}/changes`, changesOf(card, values))
    await refresh()
    return reply
  }
  const step = (key: string, values?: object) => doStep(technician, card.job.id, key, values)
  const refresh = async () => (card = await cardOf(technician, card.job.id))
  const finishing = (client: Client, reason = '') => client.post(`/cards/${card.job.id}/finish`, { reason })

  it('a card opened on one instance cannot be opened again on the other', async () => {
    const places = [(await position('p1')).places[0]!.id]
    const both = await Promise.all([technician, colleague].map((who) => who.post('/cards', { places, reason: 'noisy' })))
    expect(both.map((r) => r.status).sort()).to.deep.equal([201, 409])
    card = both.find((r) => r.status === 201)!.body
  })

  it('of two answers of one field at the same moment one wins and the other gets both', async () => {
    const group = (value: string, client: Client) =>
      client.post(
        `/cards/${card.job.id}/changes`,
        changesOf(card, { 'p1.1/identify.designation': '6312', 'p1.1/identify.group': value, 'p1.1/identify.groupEvidence': 'marking' }),
      )
    const both = await Promise.all([group('3', technician), group('4', colleague)])
    expect(both.map((r) => r.status).sort()).to.deep.equal([200, 409])
    const lost = both.find((r) => r.status === 409)!
    await refresh()
    expect(lost.body.current.conflicts).to.deep.equal([{ key: 'p1.1/identify.group', ...card.answers['p1.1/identify.group'] }])
    await save({ 'p1.1/identify.group': '3' })
  })

  it('what came out and how it stood are read from the records', async () => {
    const [{ past: grease, places }] = card.context.positions as [LineContext['positions'][number]]
    const past = { ...places[0]!.past, ...grease }
    expect(past.removed).to.deep.include({ designation: '6312', group: '3' })
    expect(past.removed!.days).to.be.closeTo(520, 0.01)
    expect(past.causes).to.deep.equal([])
    expect(card.context.positions.map((p) => p.held)).to.deep.equal([true, false])
    expect(past.grease!.name).to.equal('Wet-end calcium 2')
    expect(past.daysSinceGrease! / past.intervalDays!).to.be.closeTo(1, 0.001)
  })

  it('the release waits for a run that has settled', async () => {
    await save({ 'line/select.target': 'motor-24h', 'p1.1/mount.method': 'heat', 'p1.1/mount.takeOff': 'none' })
    const values: Record<string, object | undefined> = {
      'line/isolate': { tried: true },
      'p1.1/seat': { seatMm: 60.009 },
      'p1.1/bore': { boreMm: 130.02 },
      'p1.1/unpack': { marking: '6312 C3' },
      'p1.1/heat': { ringC: 104, demagnetised: true },
      'p1.1/push': undefined,
      'p1.1/shoulder': { gapMm: 0.01 },
    }
    for (const [key, fields] of Object.entries(values)) expect((await step(key, fields)).status, key).to.equal(200)
    expect((await step('line/release')).body.detail).to.contain('comes first')
    await closeCard(technician, card.job.id)
    await refresh()
    expect(card.steps.find((s) => s.key === 'line/release')).to.include({ signedBy: 'R. Amble' })
    const readings = card.answers['p1/runin.readings']!.value as object[]
    await save({ 'p1/runin.readings': [...readings, { minute: 120, temperatureC: 72 }] })
    expect((await finishing(technician, 'all is well')).body.detail, 'a new reading breaks the release').to.contain('no longer hold')
    await save({ 'p1/runin.readings': readings })
  })

  it('finishing writes what is fitted, which ends hold, the point of the round and the first fill, at once', async () => {
    await save({
      'p2/arrange.floatPresentMm': 1.2,
      'p1/arrange.outerLeft': 'locating-ring',
      'p1/arrange.outerRight': 'cover',
      'p1/arrange.innerLeft': 'shoulder',
      'line/arrange.assemblyC': 20,
      'line/arrange.shaftHotC': 78,
      'line/arrange.housingHotC': 52,
      'p1.1/inspect.findings': ['grease-milky', 'rust'],
      'p1.1/inspect.cause': 'water',
      'p1.1/inspect.note': 'seal lip hard',
    })
    // The ring itself, and what stood on all steps before it: the lock-off and the release.
    expect((await finishing(technician)).body.detail, 'a locating ring is a step of its own').to.contain(
      '3 steps are not signed or no longer hold',
    )
    expect((await step('p1.1/rings', { rings: true })).status).to.equal(200)
    expect((await finishing(technician)).body.detail, 'signed behind the lock-off: that is signed again').to.contain('2 steps')
    for (const key of ['line/guards', 'line/release']) expect((await step(key)).status, key).to.equal(200)
    expect((await finishing(technician)).body.errors[0].field, 'a run that was written down at once is asked about').to.equal('reason')
    const done = await finishing(technician, 'Readings from the run sheet of the shift.')
    expect(done.status, JSON.stringify(done.body.errors ?? done.body.detail)).to.equal(200)
    const drive = await position('p1')
    const [place] = drive.places
    expect(place!.fitted).to.deep.equal({ designation: '6312', group: '3', since: NOW.toISOString() })
    expect(drive.held).to.equal(true)
    const { holding } = place!
    expect(holding).to.deep.equal({ inner: ['shoulder', holding.inner[1]], outer: ['locating-ring', 'cover'] })
    expect((await position('p2')).held).to.equal(false)
    expect(place!.life!.hoursRun).to.equal(0)
    const { lubrication } = drive
    expect(lubrication!.lastAt).to.equal(NOW.toISOString())
    expect((Date.parse(lubrication!.dueAt!) - NOW.getTime()) / DAY_MS).to.be.closeTo(lubrication!.intervalDays!, 1e-3)
    const today = (await machine()).timeline.filter((e) => e.at === NOW.toISOString())
    expect(today.map((e) => e.kind)).to.include.members(['fitted', 'finished', 'greased', 'cause'])
    expect(metric(today.find((e) => e.kind === 'greased')!.words))
      .to.contain('first fill')
      .and.contain('35 g of')
    const of = (kind: string) => today.find((e) => e.kind === kind)!
    expect([of('cause').words, of('cause').positionName]).to.deep.equal(['water got in', 'drive end'])
    expect([of('note').words, of('note').positionName]).to.deep.equal(['seal lip hard', 'drive end'])
    expect(place!.left).to.deep.equal({
      number: card.job.number,
      day: NOW.toISOString().slice(0, 10),
      cause: 'water',
      note: 'seal lip hard',
    })
  })

  it('twice finished is once finished, and the card reads the same on both instances', async () => {
    const both = await Promise.all([finishing(technician), finishing(colleague)])
    expect(both.map((r) => r.status)).to.deep.equal([422, 422])
    const [a, b] = [(await technician.get(`/cards/${card.job.id}`)).body, (await colleague.get(`/cards/${card.job.id}`)).body]
    expect(a).to.deep.equal(b)
    expect(a.job.status).to.equal('finished')
    const fills = await one.pool.query("SELECT count(*)::int AS n FROM grease_event WHERE kind = 'filled' AND note = $1", [
      `card ${card.job.number}`,
    ])
    expect(fills.rows[0].n).to.equal(1)
  })

  it('the next card at the position knows the cause, and how long this bearing ran', async () => {
    clock = new Date(NOW.getTime() + 30 * DAY_MS)
    const next = await openAt(colleague, 'MP-2', ['p1.1'], 'warm again')
    const { past } = next.context.positions[0]!.places[0]!
    expect(past.causes).to.deep.equal([{ number: card.job.number, cause: 'water' }])
    expect(past.left).to.deep.equal([
      { number: card.job.number, day: NOW.toISOString().slice(0, 10), cause: 'water', note: 'seal lip hard' },
    ])
    expect(past.removed!.days).to.be.closeTo(30, 1e-6)
    for (const key of ['line/duty.speedRpm', 'p1/duty.radialLoadN', 'p1/duty.dirt'])
      expect(next.answers[key]!.value, key).to.deep.equal(card.answers[key]!.value)
  })

  it('one greasing sent to both instances counts once', async () => {
    const { id, lubrication } = await position('p1')
    const entry = {
      key: randomUUID(),
      kind: 'greased',
      greaseId: lubrication!.grease!.id,
      gunId: 1,
      strokes: 16,
      grams: 19.8,
      looks: '',
      note: '',
    }
    const elsewhere = await new Client(two.url).signIn('technician')
    const both = await Promise.all([
      technician.post(`/positions/${id}/greasings`, entry),
      elsewhere.post(`/positions/${id}/greasings`, entry),
    ])
    expect(both.map((r) => r.status)).to.deep.equal([201, 201])
    expect((await one.pool.query('SELECT count(*)::int AS n FROM grease_event WHERE key = $1', [entry.key])).rows[0].n).to.equal(1)
  })

  it('units and light follow the person to the other instance', async () => {
    await technician.patch('/session', { theme: 'night' })
    await technician.patch('/session', { units: 'inch' })
    const elsewhere = await new Client(two.url).signIn('technician')
    expect((await elsewhere.get('/session')).body.me).to.include({ theme: 'night', units: 'inch' })
    expect((await technician.patch('/session', { theme: 'dusk' })).status).to.equal(422)
  })
})
