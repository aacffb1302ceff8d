import { expect } from 'chai'
import type { CardView } from '../../src/contract/cards.js'
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
  placeBy,
  startInstance,
  stepAt,
  type Instance,
} from './helpers.js'
import { metric } from '../core/said.js'

describe('job card over HTTP', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let second: Instance
  let technician: Client
  let planner: Client
  let card: CardView

  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url)
    second = await startInstance(db.url)
    technician = await new Client(instance.url).signIn('technician')
    planner = await new Client(second.url).signIn('planner')
  })
  after(async () => {
    await instance.close()
    await second.close()
    await db.drop()
  })

  const refresh = async () => (card = await cardOf(technician, card.job.id))
  /** Sends changes on what `card` shows, which may be stale. */
  const save = (values: Record<string, unknown>, client = technician) =>
    client.post(`/cards/${card.job.id}/changes`, changesOf(card, values))
  const IDENTIFY = {
    'p1.1/identify.boreReadingsMm': [60.02],
    'p1.1/identify.outsideReadingsMm': [129.95],
    'p1.1/identify.widthReadingsMm': [30.9],
    'p1.1/identify.family': 'deep-groove-ball',
    'p1.1/identify.designation': '6312',
    'p1.1/identify.group': '3',
    'p1.1/identify.groupEvidence': 'marking',
  }

  it('demo: three finished jobs and two open ones, results computed by the core and kept with its version', async () => {
    const counts = await instance.pool.query('SELECT status, count(*)::int AS n FROM job GROUP BY status ORDER BY status')
    expect(counts.rows).to.deep.equal([
      { status: 'finished', n: 3 },
      { status: 'open', n: 2 },
    ])
    const results = await instance.pool.query('SELECT DISTINCT core_version FROM result')
    expect(results.rows).to.have.length(1)
    const fit = await instance.pool.query("SELECT figures FROM result WHERE station = 'fit' AND job_id = 1")
    expect(fit.rows[0].figures['fit.shaftClass']).to.equal('j6')
  })

  it('opens a card with what the records know, and only one a place', async () => {
    card = await openAt(technician, 'MP-2', ['p1.1'])
    const value = (key: string) => card.answers[key]?.value
    expect([value('line/duty.speedRpm'), value('p1/duty.radialLoadN'), value('p2/duty.radialLoadN')]).to.deep.equal([1470, 4200, undefined])
    expect([value('line/arrange.spanMm'), value('p1/arrange.held'), value('p2/arrange.held')]).to.deep.equal([310, true, false])
    const { id } = await placeBy(technician, 'MP-2', 'p1.1')
    const again = await technician.post('/cards', { places: [id], reason: 'again' })
    expect(again.status).to.equal(409)
    expect(again.body.current.jobId).to.equal(card.job.id)
  })

  it('takes single answers, each on its version: who answers another field meanwhile keeps his, the same field shows both', async () => {
    const first = await save(IDENTIFY)
    expect(first.status).to.equal(200)
    expect(first.body.versions['p1.1/identify.designation']).to.equal(1)
    const other = await save({ 'line/select.target': 'full-shift' }, planner)
    expect(other.status, 'another field').to.equal(200)
    expect(other.body.news['p1.1/identify.designation'], 'and learns what was answered').to.deep.include({
      value: '6312',
      savedBy: 'R. Amble',
    })
    const late = await save({ 'p1.1/identify.designation': '6311', 'line/select.target': 'one-shift' }, planner)
    expect(late.status).to.equal(409)
    expect(late.headers.get('content-type')).to.contain('application/problem+json')
    expect(
      late.body.current.conflicts.map((c: { key: string; value: unknown; savedBy: string }) => [c.key, c.value, c.savedBy]),
    ).to.deep.equal([
      ['p1.1/identify.designation', '6312', 'R. Amble'],
      ['line/select.target', 'full-shift', 'M. Thorpe'],
    ])
    await refresh()
    expect(card.answers['line/select.target']!.value, 'nothing of a refused change is stored').to.equal('full-shift')
    const stored = await instance.pool.query("SELECT version FROM answer WHERE job_id = $1 AND field = 'designation'", [card.job.id])
    expect(stored.rows).to.have.length(1)
  })

  it('lists that two people add to at once keep what both added', async () => {
    const seen = (finding: string) => ({ 'p1.1/inspect.findings': [finding] })
    expect((await save(seen('rust'))).status).to.equal(200)
    const both = await save(seen('grease-milky'), planner)
    expect(both.status).to.equal(200)
    expect(both.body.news['p1.1/inspect.findings'].value).to.have.members(['rust', 'grease-milky'])
    await refresh()
    expect(card.answers['p1.1/inspect.findings']!.value).to.have.members(['rust', 'grease-milky'])
    expect((await save({ 'p1.1/inspect.findings': [] })).status).to.equal(200)
    await refresh()
  })

  it('the same changes sent twice are taken once, and a key of others is refused', async () => {
    const body = changesOf(card, { 'line/select.reliabilityPercent': 95 })
    const send = (client: Client) => client.post(`/cards/${card.job.id}/changes`, body)
    const [one, two] = await Promise.all([send(technician), send(technician)])
    expect([one.status, two.status]).to.deep.equal([200, 200])
    expect((await send(planner)).status, 'a key is of one person').to.equal(409)
    expect(two.body.versions).to.deep.equal(one.body.versions)
    expect(two.body.revision).to.equal(one.body.revision)
    expect((await technician.post('/cards/4/changes', body)).status).to.equal(409)
    await refresh()
    await save({ 'line/select.reliabilityPercent': 90 })
    await refresh()
  })

  it('answers small: an ordinary change comes back in at most 2 kB', async () => {
    const reply = await save({ 'p1/duty.ambientC': 23 })
    expect(JSON.stringify(reply.body).length).to.be.at.most(2048)
    await refresh()
    await save({ 'p1/duty.ambientC': 22 })
    await refresh()
  })

  it('refuses an answer that stands twice in one list', async () => {
    const body = changesOf(card, { 'p1/duty.ambientC': 21 })
    const twice = await technician.post(`/cards/${card.job.id}/changes`, { ...body, changes: [...body.changes, ...body.changes] })
    expect([twice.status, twice.body.errors[0].field]).to.deep.equal([422, 'p1/duty.ambientC'])
  })

  it('refuses what is no answer of a place, with its key', async () => {
    // [key, value, words]
    const wrong: [string, unknown, string][] = [
      ['p1.1/identify.colour', 'red', 'no such field'],
      ['p1.1/duty.dirt', 'wet', 'belongs to the position'],
      ['line/identify.designation', '6312', 'belongs to the place'],
      ['p7/duty.dirt', 'wet', 'a position of this line'],
      ['p2.1/identify.designation', '6311', 'a place of this card'],
      ['p1/duty.dirt', 'muddy', ''],
    ]
    for (const [key, value, words] of wrong) {
      const reply = await save({ [key]: value })
      expect(reply.status, key).to.equal(422)
      expect(reply.body.errors[0].field).to.equal(key)
      expect(reply.body.errors[0].allowed).to.contain(words)
    }
  })

  it('a page of the release before is told to load anew, at every door it knew', async () => {
    for (const [method, path] of [
      ['PUT', `/jobs/${card.job.id}/answers/duty`],
      ['GET', `/jobs/${card.job.id}`],
      ['POST', `/jobs/${card.job.id}/steps/seat/signature`],
      ['POST', '/positions/3/jobs'],
    ] as const) {
      const reply = await technician.send(method, path, method === 'GET' ? undefined : { version: 1, data: {} })
      expect(reply.status, path).to.equal(410)
      expect(reply.body.detail).to.contain('Load it anew').and.contain('kept')
    }
  })

  it('signs steps in order, and a moved figure breaks the signature that rested on it', async () => {
    await save({ 'line/select.target': 'motor-24h', 'p1.1/mount.method': 'heat', 'p1.1/mount.takeOff': 'none' })
    await refresh()
    const sign = (key: string, values?: object) => doStep(technician, card.job.id, key, values)
    expect((await sign('p1.1/seat')).body.detail).to.contain('comes first')
    expect((await sign('line/isolate')).body.detail).to.contain('Fill in')
    expect((await sign('line/isolate', { tried: true })).status).to.equal(200)
    card = (await sign('p1.1/seat', { seatMm: 60.009 })).body
    const signed = card.steps.find((s) => s.key === 'p1.1/seat')!
    expect(signed.signedBy).to.equal('R. Amble')
    expect(signed.restedOn).to.deep.equal({ 'p1.1/identify.designation': '6312', 'p1.1/fit.shaftClass': 'k5' })

    // Half the load is light: the seat becomes j6 and life moves.
    const lighter = (await save({ 'p1/duty.radialLoadN': 2000, 'p1/duty.axialLoadN': 100 })).body
    expect(lighter.moved.map((m: { key: string }) => m.key)).to.include.members(['p1.1/fit.shaftClass', 'p1.1/select.lifeH'])
    const shaft = lighter.moved.find((m: { key: string }) => m.key === 'p1.1/fit.shaftClass')!
    expect(shaft).to.include({ before: 'k5', after: 'j6', because: 'duty' })
    const next = await sign('p1.1/bore')
    expect(next.status).to.equal(422)
    expect(next.body.detail).to.contain('no longer holds')

    await refresh()
    const back = await save({ 'p1/duty.radialLoadN': 4200, 'p1/duty.axialLoadN': 900 })
    expect(back.body.moved, 'a figure that came back has not moved').to.deep.equal([])
    await refresh()
  })

  it('every reading stays with what it was read with, when and by whom, whatever is written over it', async () => {
    const write = async (values: object, client = technician) => {
      const step = (await cardOf(client, card.job.id)).steps.find((s) => s.key === 'p1.1/shoulder')
      const saved = await client.put(stepAt(card.job.id, 'p1.1/shoulder'), { version: step?.version ?? 0, values })
      expect(saved.status).to.equal(200)
      return (saved.body as CardView).steps.find((s) => s.key === 'p1.1/shoulder')!.readings!
    }
    await write({ gapMm: 0.02, 'gapMm.with': 'Feelers F-1' })
    // The same again is no new reading, and words are none.
    await write({ gapMm: 0.02, 'gapMm.with': 'Feelers F-1', note: 'dry' })
    const all = await write({ gapMm: 0.01 }, planner)
    expect(all).to.deep.equal([
      { field: 'gapMm', value: 0.02, instrument: 'Feelers F-1', at: NOW.toISOString(), by: 'R. Amble' },
      { field: 'gapMm', value: 0.01, instrument: null, at: NOW.toISOString(), by: 'M. Thorpe' },
    ])
    expect(await write({ gapMm: null })).to.have.length(2)
    const kept = await instance.pool.query('DELETE FROM step_reading').then(
      () => 'deleted',
      (error: Error) => error.message,
    )
    expect(kept).to.contain('append-only')
    await refresh()
  })

  it('keeps duty versions: the card has its own, the earlier one stays', async () => {
    const { shaft_line_id: line } = (await instance.pool.query('SELECT shaft_line_id FROM job WHERE id = $1', [card.job.id])).rows[0]
    const versions = await instance.pool.query('SELECT version, job_id, data FROM duty WHERE shaft_line_id = $1 ORDER BY version', [line])
    expect(versions.rows).to.have.length(2)
    expect(versions.rows[0].job_id).to.equal(null)
    expect(versions.rows[1].job_id).to.equal(card.job.id)
    expect(card.dutyVersion).to.equal(versions.rows[1].version)
    expect(versions.rows[1].data['p2/duty.radialLoadN'], 'what another position carries stays in it').to.equal(5600)
  })

  it('two open cards of one line that both write its duty meet as a conflict, and the newer word can be kept over', async () => {
    const far = await openAt(planner, 'MP-2', ['p2.1'], 'the other end too')
    const speed = (card: CardView, value: number, duty: number | null = null) => ({
      ...changesOf(card, { 'line/duty.speedRpm': value }),
      duty,
    })
    expect((await planner.post(`/cards/${far.job.id}/changes`, speed(far, 1450))).status).to.equal(200)
    const late = await technician.post(`/cards/${card.job.id}/changes`, speed(card, 1480))
    expect(late.status).to.equal(409)
    expect(late.body.current.conflicts[0]).to.include({ key: 'line/duty.speedRpm', value: 1450, savedBy: 'M. Thorpe' })
    const kept = await technician.post(`/cards/${card.job.id}/changes`, speed(card, 1470.5, late.body.current.dutyVersion))
    expect(kept.status).to.equal(200)
    await refresh()
    expect((await technician.post(`/cards/${card.job.id}/changes`, speed(card, 1470))).status).to.equal(200)
    await refresh()
    const cancelled = await planner.post(`/cards/${far.job.id}/cancel`, { reason: 'opened at the wrong end' })
    expect(cancelled.body.job).to.include({ status: 'cancelled', cancelReason: 'opened at the wrong end' })
  })

  it('a cancelled card stays readable, takes no change, and frees its place', async () => {
    const place = await placeBy(technician, 'MP-2', 'p2.1')
    expect(place.openJobId).to.equal(null)
    const again = (await technician.post('/cards', { places: [place.id], reason: 'really' })).body as CardView
    expect((await technician.post(`/cards/${again.job.id}/cancel`, { reason: 'no' })).status).to.equal(422)
    expect((await technician.post(`/cards/${again.job.id}/cancel`, { reason: 'the pump runs again' })).status).to.equal(200)
    const view = await cardOf(planner, again.job.id)
    expect(view.finished, 'it says what it said').to.not.equal(null)
    const late = await planner.post(`/cards/${again.job.id}/changes`, changesOf(view, { 'p2/duty.dirt': 'dirty' }))
    expect(late.body.detail).to.contain('cancelled')
    expect((await planner.post(`/cards/${again.job.id}/cancel`, { reason: 'once more' })).status).to.equal(422)
    const timeline = (await machineBy(technician, 'MP-2')).timeline
    expect(metric(timeline.find((e) => e.kind === 'cancelled' && e.jobId === again.job.id)!.words)).to.contain('the pump runs again')
  })

  it('stops at a reading out of tolerance until a planner accepts it with a reason', async () => {
    const bore = stepAt(card.job.id, 'p1.1/bore')
    await technician.put(bore, { version: 0, values: { boreMm: 130.06 } })
    expect((await technician.post(`${bore}/signature`)).body.detail).to.contain('Outside tolerance')
    expect((await technician.post(`${bore}/acceptance`, { reason: 'looks fine to me' })).status).to.equal(403)
    expect((await planner.post(`${bore}/acceptance`, { reason: 'no' })).status).to.equal(422)
    const accepted = await planner.post(`${bore}/acceptance`, { reason: 'Housing goes to the shop next week.' })
    expect(accepted.body.steps.find((s: { key: string }) => s.key === 'p1.1/bore')).to.include({ acceptedBy: 'M. Thorpe' })
    expect((await technician.post(`${bore}/signature`)).status).to.equal(200)
    const changed = await technician.put(bore, { version: 3, values: { boreMm: 130.02 } })
    expect(changed.body.detail).to.contain('Withdraw')
  })

  it('finishes only when every step holds, then the bearing counts as fitted', async () => {
    expect((await technician.post(`/cards/${card.job.id}/finish`)).status).to.equal(422)
    for (const [key, values] of Object.entries({
      unpack: { marking: '6312 C3' },
      heat: { ringC: 104, demagnetised: true },
      push: undefined,
      shoulder: { gapMm: 0 },
    }))
      expect((await doStep(technician, card.job.id, `p1.1/${key}`, values)).status, key).to.equal(200)
    expect((await technician.post(`/cards/${card.job.id}/finish`)).body.detail, 'the release is still to come').to.contain('not signed')
    await closeCard(technician, card.job.id)
    const open = await technician.post(`/cards/${card.job.id}/finish`)
    expect(open.status).to.equal(422)
    expect(open.body.errors[0].field).to.equal('reason')
    const done = await technician.post(`/cards/${card.job.id}/finish`, { reason: 'The float is measured at the next stop.' })
    expect(done.status).to.equal(200)
    expect(done.body.job.finishReason).to.contain('next stop')
    expect((await placeBy(technician, 'MP-2', 'p1.1')).fitted).to.deep.equal({ designation: '6312', group: '3', since: NOW.toISOString() })
    expect((await save({ 'line/select.reliabilityPercent': 95 })).body.detail).to.contain('finished')
  })

  it('records who did what, for ever', async () => {
    const actions = await instance.pool.query('SELECT DISTINCT action FROM audit WHERE subject = $1', [`job ${card.job.id}`])
    expect(actions.rows.map((r) => r.action)).to.include.members([
      'open-card',
      'answer-card',
      'write-step',
      'sign-step',
      'accept-step',
      'finish-card',
    ])
    let refused = ''
    await instance.pool.query("UPDATE audit SET action = 'nothing'").catch((error) => (refused = error.message))
    expect(refused).to.contain('append-only')
  })

  it('refuses overlapping installations in the database itself', async () => {
    let refused = ''
    await instance.pool
      .query('INSERT INTO installation (place_id, designation, fitted) VALUES ($1, $2, tstzrange($3, NULL))', [
        (await placeBy(technician, 'MP-2', 'p1.1')).id,
        '6311',
        NOW,
      ])
      .catch((error) => (refused = error.code))
    expect(refused).to.equal('23P01')
  })
})
