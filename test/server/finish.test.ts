import { randomUUID } from 'node:crypto'
import { expect } from 'chai'
import type { CardView, MachineView, PositionView } from '../../src/contract/api.js'
import { Client, NOW, closeCard, freshDatabase, startInstance, type Instance } from './helpers.js'

const DAY_MS = 24 * 3600 * 1000

/** Two servers on one database, as when one is not enough; the card is done on one and read on the other. */
describe('closing a card, on two instances', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let one: Instance
  let two: Instance
  let technician: Client
  let colleague: Client
  let machineId: number
  let card: CardView
  let clock = NOW
  before(async () => {
    db = await freshDatabase()
    one = await startInstance(db.url, { now: () => clock })
    two = await startInstance(db.url, { now: () => clock })
    technician = await new Client(one.url).signIn('technician')
    colleague = await new Client(two.url).signIn('planner')
    machineId = (await technician.get('/yard')).body.machines.find((m: { code: string }) => m.code === 'MP-2').id
  })
  after(async () => {
    await one.close()
    await two.close()
    await db.drop()
  })

  const machine = async () => (await colleague.get(`/machines/${machineId}`)).body as MachineView
  const position = async (end: string) => (await machine()).shaftLines[0]!.positions.find((p) => p.end === end) as PositionView
  const save = async (station: keyof CardView['answers'], patch: object, client = technician) => {
    const { version, data } = card.answers[station]
    return client.put(`/jobs/${card.job.id}/answers/${station}`, { version, data: { ...(data as object), ...patch } })
  }
  const step = async (key: string, values?: object) => {
    if (values) await technician.put(`/jobs/${card.job.id}/steps/${key}`, { version: 0, values })
    return technician.post(`/jobs/${card.job.id}/steps/${key}/signature`)
  }
  const refresh = async () => (card = (await technician.get(`/jobs/${card.job.id}`)).body)

  it('a job opened on one instance cannot be opened again on the other', async () => {
    const { id } = await position('drive')
    const both = await Promise.all([
      technician.post(`/positions/${id}/jobs`, { reason: 'noisy' }),
      colleague.post(`/positions/${id}/jobs`, { reason: 'noisy' }),
    ])
    expect(both.map((r) => r.status).sort()).to.deep.equal([201, 409])
    card = both.find((r) => r.status === 201)!.body
  })

  it('of two savings of one station at the same moment one wins and the other gets both versions', async () => {
    const identify = {
      boreReadingsMm: [],
      outsideReadingsMm: [],
      widthReadingsMm: [],
      instrument: 'vernier',
      family: null,
      designation: '6312',
      group: '3',
      groupEvidence: 'marking',
    }
    const both = await Promise.all([save('identify', identify), save('identify', { ...identify, group: '4' }, colleague)])
    expect(both.map((r) => r.status).sort()).to.deep.equal([200, 409])
    const lost = both.find((r) => r.status === 409)!
    await refresh()
    expect(lost.body.current.data).to.deep.equal(card.answers.identify.data)
    card = (await save('identify', identify)).body
  })

  it('what came out and how it stood are read from the records', async () => {
    const { past } = card.context
    expect(past.removed).to.deep.include({ designation: '6312', group: '3' })
    expect(past.removed!.days).to.be.closeTo(520, 0.01)
    expect(past).to.deep.include({ bothEndsHeld: false, causes: [] })
    expect(past.grease!.name).to.equal('Wet-end calcium 2')
    expect(past.daysSinceGrease! / past.intervalDays!).to.be.closeTo(1, 0.001)
  })

  it('the release waits for a run that has settled', async () => {
    card = (await save('select', { target: 'motor-24h', reliabilityPercent: 90 })).body
    card = (await save('mount', { method: 'heat', limitC: 110, chillToC: -78, pressRatingN: 50000 })).body
    const values: Record<string, object | undefined> = {
      isolate: { tried: true },
      seat: { seatMm: 60.009 },
      bore: { boreMm: 130.02 },
      unpack: { marking: '6312 C3' },
      heat: { ringC: 104 },
      push: undefined,
      shoulder: { gapMm: 0.01 },
      turn: { free: true },
    }
    for (const [key, fields] of Object.entries(values)) expect((await step(key, fields)).status, key).to.equal(200)
    expect((await step('release')).body.detail).to.contain('comes first')
    await closeCard(technician, card.job.id)
    await refresh()
    expect(card.steps.find((s) => s.key === 'release')).to.include({ signedBy: 'R. Amble' })
    const hotter = { ...(card.answers.runin.data as { readings: object[] }) }
    const late = [...hotter.readings, { minute: 120, temperatureC: 72 }]
    card = (await save('runin', { readings: late })).body
    expect(
      (await technician.post(`/jobs/${card.job.id}/finish`, { reason: 'all is well' })).body.detail,
      'a new reading breaks the release',
    ).to.contain('no longer hold')
    card = (await save('runin', { readings: hotter.readings })).body
  })

  it('finishing writes what is fitted, which ends hold, the point of the round and the first fill, at once', async () => {
    card = (
      await save('arrange', {
        driveEndHeld: true,
        nonDriveEndHeld: false,
        floatPresentMm: 1.2,
        assemblyC: 20,
        shaftHotC: 78,
        housingHotC: 52,
      })
    ).body
    const empty = {
      findings: [],
      hoursRun: null,
      bothEndsHeld: null,
      inverterDrive: null,
      beltDrive: null,
      standsStill: null,
      cause: null,
      note: '',
    }
    card = (await save('inspect', { ...empty, findings: ['grease-milky', 'rust'], cause: 'water', note: 'seal lip hard' })).body
    const done = await technician.post(`/jobs/${card.job.id}/finish`)
    expect(done.status, JSON.stringify(done.body.errors ?? done.body.detail)).to.equal(200)
    const drive = await position('drive')
    expect(drive.fitted).to.deep.equal({ designation: '6312', group: '3', since: NOW.toISOString() })
    expect(drive.held).to.equal(true)
    expect((await position('non-drive')).held).to.equal(false)
    expect(drive.life!.hoursRun).to.equal(0)
    const { lubrication } = drive
    expect(lubrication!.lastAt).to.equal(NOW.toISOString())
    expect((Date.parse(lubrication!.dueAt!) - NOW.getTime()) / DAY_MS).to.be.closeTo(lubrication!.intervalDays!, 1e-3)
    const today = (await machine()).timeline.filter((e) => e.at === NOW.toISOString())
    expect(today.map((e) => e.kind)).to.include.members(['fitted', 'finished', 'greased', 'cause'])
    expect(today.find((e) => e.kind === 'greased')!.words)
      .to.contain('first fill')
      .and.contain('{35|grams}')
    expect(today.find((e) => e.kind === 'cause')!.words).to.equal('water got in')
  })

  it('twice finished is once finished, and the card reads the same on both instances', async () => {
    const both = await Promise.all([technician.post(`/jobs/${card.job.id}/finish`), colleague.post(`/jobs/${card.job.id}/finish`)])
    expect(both.map((r) => r.status)).to.deep.equal([422, 422])
    const [a, b] = [(await technician.get(`/jobs/${card.job.id}`)).body, (await colleague.get(`/jobs/${card.job.id}`)).body]
    expect(a).to.deep.equal(b)
    expect(a.job.status).to.equal('finished')
    const fills = await one.pool.query("SELECT count(*)::int AS n FROM grease_event WHERE kind = 'filled' AND note = $1", [
      `card ${card.job.number}`,
    ])
    expect(fills.rows[0].n).to.equal(1)
  })

  it('the next card at the position knows the cause, and how long this bearing ran', async () => {
    clock = new Date(NOW.getTime() + 30 * DAY_MS)
    const next = (await colleague.post(`/positions/${(await position('drive')).id}/jobs`, { reason: 'warm again' })).body as CardView
    expect(next.context.past.causes).to.deep.equal([{ number: card.job.number, cause: 'water' }])
    expect(next.context.past.removed!.days).to.be.closeTo(30, 1e-6)
    expect(next.answers.duty.data).to.deep.equal(card.answers.duty.data)
  })

  it('one greasing sent to both instances counts once', async () => {
    const { id, lubrication } = await position('drive')
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
    const both = await Promise.all([
      technician.post(`/positions/${id}/greasings`, entry),
      colleague.post(`/positions/${id}/greasings`, entry),
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
