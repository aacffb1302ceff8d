import { expect } from 'chai'
import type { CardView } from '../../src/contract/api.js'
import { Client, NOW, closeCard, freshDatabase, startInstance, type Instance } from './helpers.js'

describe('job card over HTTP', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let second: Instance
  let technician: Client
  let planner: Client
  let positionId: number
  let card: CardView

  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url)
    second = await startInstance(db.url)
    technician = await new Client(instance.url).signIn('technician')
    planner = await new Client(second.url).signIn('planner')
    const yard = (await technician.get('/yard')).body
    const machine = (await technician.get(`/machines/${yard.machines.find((m: { code: string }) => m.code === 'MP-2').id}`)).body
    positionId = machine.shaftLines[0].positions.find((p: { end: string }) => p.end === 'drive').id
  })
  after(async () => {
    await instance.close()
    await second.close()
    await db.drop()
  })

  const save = (station: keyof CardView['answers'], patch: object, client = technician) =>
    client.put(`/jobs/${card.job.id}/answers/${station}`, {
      version: card.answers[station].version,
      data: { ...(card.answers[station].data as object), ...patch },
    })
  const IDENTIFY = {
    boreReadingsMm: [60.02],
    outsideReadingsMm: [129.95],
    widthReadingsMm: [30.9],
    instrument: 'vernier',
    family: 'deep-groove-ball',
    designation: '6312',
    group: '3',
    groupEvidence: 'marking',
  }

  it('demo: three finished jobs and an open one, results computed by the core and kept with its version', async () => {
    const counts = await instance.pool.query('SELECT status, count(*)::int AS n FROM job GROUP BY status ORDER BY status')
    expect(counts.rows).to.deep.equal([
      { status: 'finished', n: 3 },
      { status: 'open', n: 1 },
    ])
    const results = await instance.pool.query('SELECT DISTINCT core_version FROM result')
    expect(results.rows).to.have.length(1)
    const fit = await instance.pool.query("SELECT figures FROM result WHERE station = 'fit' AND job_id = 1")
    expect(fit.rows[0].figures.find((f: { key: string }) => f.key === 'fit.shaftClass').value).to.equal('j6')
  })

  it('opens a job with what the machine knows, and only one a position', async () => {
    const reply = await technician.post(`/positions/${positionId}/jobs`, { reason: 'noisy' })
    expect(reply.status).to.equal(201)
    card = reply.body
    expect(card.answers.duty.data).to.include({ speedRpm: 1470, radialLoadN: 4200 })
    expect(card.answers.arrange.data).to.include({ spanMm: 310, driveEndHeld: true, nonDriveEndHeld: false })
    const again = await technician.post(`/positions/${positionId}/jobs`, { reason: 'again' })
    expect(again.status).to.equal(409)
    expect(again.body.current.jobId).to.equal(card.job.id)
  })

  it('versions a station and gives the second writer both versions', async () => {
    const first = await save('identify', IDENTIFY)
    expect(first.status).to.equal(200)
    expect(first.body.answers.identify.version).to.equal(1)
    const late = await save('identify', { ...IDENTIFY, designation: '6311' }, planner)
    expect(late.status).to.equal(409)
    expect(late.headers.get('content-type')).to.contain('application/problem+json')
    expect(late.body.current.data.designation).to.equal('6312')
    expect(late.body.current.savedBy).to.equal('R. Amble')
    card = first.body
    const stored = await instance.pool.query('SELECT version FROM answer WHERE job_id = $1 AND station = $2', [card.job.id, 'identify'])
    expect(stored.rows).to.have.length(1)
  })

  it('refuses what is not an answer of the station, with the field', async () => {
    const reply = await save('identify', { ...IDENTIFY, colour: 'red' })
    expect(reply.status).to.equal(422)
    expect(reply.body.errors[0].allowed).to.contain('colour')
  })

  it('signs steps in order, and a moved figure breaks the signature that rested on it', async () => {
    card = (await save('select', { target: 'motor-24h', reliabilityPercent: 90 })).body
    card = (await save('mount', { method: 'heat', limitC: 110, chillToC: -78, pressRatingN: 50000 })).body
    const step = (key: string) => `/jobs/${card.job.id}/steps/${key}`
    expect((await technician.post(`${step('seat')}/signature`)).body.detail).to.contain('comes first')
    expect((await technician.post(`${step('isolate')}/signature`)).body.detail).to.contain('Fill in')
    await technician.put(step('isolate'), { version: 0, values: { tried: true } })
    expect((await technician.post(`${step('isolate')}/signature`)).status).to.equal(200)
    await technician.put(step('seat'), { version: 0, values: { seatMm: 60.009 } })
    card = (await technician.post(`${step('seat')}/signature`)).body
    const signed = card.steps.find((s) => s.key === 'seat')!
    expect(signed.signedBy).to.equal('R. Amble')
    expect(signed.restedOn).to.deep.equal({ 'identify.designation': '6312', 'fit.shaftClass': 'k5' })

    // Half the load is light: the seat becomes j6 and life moves.
    card = (await save('duty', { radialLoadN: 2000, axialLoadN: 100 })).body
    expect(card.moved.map((m) => m.key)).to.include.members(['fit.shaftClass', 'select.lifeH'])
    const shaft = card.moved.find((m) => m.key === 'fit.shaftClass')!
    expect(shaft).to.include({ before: 'k5', after: 'j6', because: 'duty' })
    const next = await technician.post(`${step('bore')}/signature`)
    expect(next.status).to.equal(422)
    expect(next.body.detail).to.contain('no longer holds')

    card = (await save('duty', { radialLoadN: 4200, axialLoadN: 900 })).body
    expect(card.moved, 'a figure that came back has not moved').to.deep.equal([])
  })

  it('keeps duty versions: the job has its own, the earlier one stays', async () => {
    const versions = await instance.pool.query('SELECT version, job_id, data FROM duty WHERE position_id = $1 ORDER BY version', [
      positionId,
    ])
    expect(versions.rows).to.have.length(2)
    expect(versions.rows[0].job_id).to.equal(null)
    expect(versions.rows[1].job_id).to.equal(card.job.id)
    expect(card.dutyVersion).to.equal(versions.rows[1].version)
  })

  it('stops at a reading out of tolerance until a planner accepts it with a reason', async () => {
    const bore = `/jobs/${card.job.id}/steps/bore`
    await technician.put(bore, { version: 0, values: { boreMm: 130.06 } })
    expect((await technician.post(`${bore}/signature`)).body.detail).to.contain('Outside tolerance')
    expect((await technician.post(`${bore}/acceptance`, { reason: 'looks fine to me' })).status).to.equal(403)
    expect((await planner.post(`${bore}/acceptance`, { reason: 'no' })).status).to.equal(422)
    const accepted = await planner.post(`${bore}/acceptance`, { reason: 'Housing goes to the shop next week.' })
    expect(accepted.body.steps.find((s: { key: string }) => s.key === 'bore')).to.include({ acceptedBy: 'M. Thorpe' })
    expect((await technician.post(`${bore}/signature`)).status).to.equal(200)
    const changed = await technician.put(bore, { version: 3, values: { boreMm: 130.02 } })
    expect(changed.body.detail).to.contain('Withdraw')
  })

  it('finishes only when every step holds, then the bearing counts as fitted', async () => {
    expect((await technician.post(`/jobs/${card.job.id}/finish`)).status).to.equal(422)
    for (const [key, values] of Object.entries({
      unpack: { marking: '6312 C3' },
      heat: { ringC: 104 },
      push: null,
      shoulder: { gapMm: 0 },
      turn: { free: true },
    })) {
      if (values) await technician.put(`/jobs/${card.job.id}/steps/${key}`, { version: 0, values })
      expect((await technician.post(`/jobs/${card.job.id}/steps/${key}/signature`)).status, key).to.equal(200)
    }
    expect((await technician.post(`/jobs/${card.job.id}/finish`)).body.detail, 'the release is still to come').to.contain('not signed')
    await closeCard(technician, card.job.id)
    const open = await technician.post(`/jobs/${card.job.id}/finish`)
    expect(open.status).to.equal(422)
    expect(open.body.errors[0].field).to.equal('reason')
    const done = await technician.post(`/jobs/${card.job.id}/finish`, { reason: 'The float is measured at the next stop.' })
    expect(done.status).to.equal(200)
    expect(done.body.job.finishReason).to.contain('next stop')
    expect(done.body.position.fitted).to.deep.equal({ designation: '6312', group: '3', since: NOW.toISOString() })
    expect((await save('select', { reliabilityPercent: 95 })).body.detail).to.contain('finished')
  })

  it('records who did what, for ever', async () => {
    const actions = await instance.pool.query('SELECT DISTINCT action FROM audit WHERE subject = $1', [`job ${card.job.id}`])
    expect(actions.rows.map((r) => r.action)).to.include.members([
      'open-job',
      'save-station',
      'save-step',
      'sign-step',
      'accept-step',
      'finish-job',
    ])
    let refused = ''
    await instance.pool.query("UPDATE audit SET action = 'nothing'").catch((error) => (refused = error.message))
    expect(refused).to.contain('append-only')
  })

  it('refuses overlapping installations in the database itself', async () => {
    let refused = ''
    await instance.pool
      .query('INSERT INTO installation (position_id, designation, fitted) VALUES ($1, $2, tstzrange($3, NULL))', [positionId, '6311', NOW])
      .catch((error) => (refused = error.code))
    expect(refused).to.equal('23P01')
  })
})
