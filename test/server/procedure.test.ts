import { expect } from 'chai'
import type { CardView } from '../../src/contract/cards.js'
import { addMadeUp, GAP_AT } from '../made-up.js'
import { Client, NOW, answer, cardOf, doStep, freshDatabase, machineBy, openAt, startInstance, type Instance } from './helpers.js'
import { paperOf } from '../../src/server/cards/card.js'
import { cardDocument } from '../../src/server/files/card-pdf.js'

/** A procedure that is added by its lines in the lists goes from an empty card to its paper, and the nine are not disturbed by it. */
describe('a made-up procedure of two stations', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let technician: Client
  let card: CardView
  let takeAway: () => void
  before(async () => {
    takeAway = addMadeUp()
    db = await freshDatabase()
    instance = await startInstance(db.url)
    technician = await new Client(instance.url).signIn('technician')
  })
  after(async () => {
    takeAway()
    await instance.close()
    await db.drop()
  })
  const refresh = async () => (card = await cardOf(technician, card.job.id))
  const places = async () => (await machineBy(technician, 'MP-2')).shaftLines[0]!.positions.map((p) => p.places[0]!)

  it('is opened in its newest version; what there is not is refused', async () => {
    const body = { places: (await places()).map((p) => p.id), reason: 'covers', procedure: 'look-over' }
    expect((await technician.post('/cards', { ...body, procedure: 'look-under' })).status).to.equal(422)
    const opened = await technician.post('/cards', body)
    expect(opened.status).to.equal(201)
    card = opened.body
    expect(card.job.procedure).to.deep.equal({ name: 'look-over', version: 3 })
    expect(card.answers, 'nothing of the nine is brought along').to.deep.equal({})
  })

  it('takes answers of its own stations alone, and another card takes none of them', async () => {
    const [first] = card.context.onCard
    const gap = GAP_AT(first!)
    expect((await answer(technician, card.job.id, { [`${first}/fit.shaftClass`]: 'k5' })).status).to.equal(422)
    expect((await answer(technician, card.job.id, { [gap]: 30_000 })).status, 'no gap is that wide').to.equal(422)
    const said = await answer(technician, card.job.id, { [gap]: 0.2 })
    expect(said.status).to.equal(200)
    const other = await openAt(technician, 'MM-1', ['p1.1'])
    expect(other.job.procedure).to.deep.equal({ name: 'rolling', version: 1 })
    const refused = await answer(technician, other.job.id, { 'p1.1/cover.gapMm': 0.2 })
    expect(refused.body.errors[0].allowed).to.equal('cover has no such field')
    await refresh()
    expect(card.answers[gap]!.value).to.equal(0.2)
  })

  it('its steps are signed in their order, and fall when what they rest on moves', async () => {
    const [first, second] = card.context.onCard as [string, string]
    expect((await doStep(technician, card.job.id, 'line/handed-over')).status, 'not in the plan yet').to.equal(404)
    await answer(technician, card.job.id, { [GAP_AT(second)]: 0.3 })
    const early = await doStep(technician, card.job.id, 'line/handed-over')
    expect(early.body.detail).to.equal('"Close the cover" comes first.')
    const wide = await doStep(technician, card.job.id, `${first}/closed`, { leftMm: 0.9 })
    expect(wide.body.detail).to.contain('Outside tolerance')
    for (const place of [first, second])
      expect((await doStep(technician, card.job.id, `${place}/closed`, { leftMm: 0.1 })).status).to.equal(200)
    expect((await technician.post(`/cards/${card.job.id}/finish`, { reason: '' })).body.detail).to.equal(
      '1 step is not signed or no longer holds.',
    )
    expect((await doStep(technician, card.job.id, 'line/handed-over')).status).to.equal(200)
    await answer(technician, card.job.id, { [GAP_AT(first)]: 0.4 })
    await refresh()
    expect(card.moved.map((m) => [m.key, m.before, m.after])).to.deep.equal([['line/handover.covers', '0', '2']])
    expect((await technician.post(`/cards/${card.job.id}/finish`, { reason: '' })).body.detail).to.equal(
      '1 step is not signed or no longer holds.',
    )
    expect((await doStep(technician, card.job.id, `${first}/closed`)).status).to.equal(200)
  })

  it('is closed as a document that reads so for good, on screen, as JSON and on paper, and leaves the records alone', async () => {
    const before = await places()
    const closed = await technician.post(`/cards/${card.job.id}/finish`, { reason: '' })
    expect(closed.status, closed.body.detail).to.equal(200)
    takeAway()
    takeAway = addMadeUp()
    await refresh()
    const [first] = card.context.onCard as [string]
    expect(card.job.status).to.equal('finished')
    expect(card.job.summary).to.deep.include({ done: ['cover', 'handover'], designations: [], cause: null })
    expect(card.finished!.evaluation.procedure).to.deep.equal({ name: 'look-over', version: 3 })
    expect(card.finished!.evaluation.places[first]!.cover!.hero!.value).to.equal(0.4)
    expect(card.finished!.states.every((s) => s.holds)).to.equal(true)
    const json = (await technician.get(`/cards/${card.job.id}/card.json`)).body
    expect(json.places[first].handover.hero.value).to.equal(2)
    const pdf = (await technician.get(`/cards/${card.job.id}/card.pdf`)).body as Buffer
    expect(pdf.subarray(0, 5).toString()).to.equal('%PDF-')
    const paper = { ...(await paperOf(instance.pool, card.job.id, NOW)), units: 'metric' as const, printedAt: NOW }
    const written = JSON.stringify(cardDocument(paper).content)
    for (const words of ['Cover', 'Hand over', 'Close the cover', 'Hand it over', 'Gap that is left']) expect(written).to.contain(words)
    for (const address of ['section.svg', 'bring.pdf', 'sketch.pdf?position=p1'])
      expect((await technician.get(`/cards/${card.job.id}/${address}`)).status, address).to.equal(404)
    expect(await places(), 'free again, and as they were').to.deep.equal(before.map((p) => ({ ...p, openJobId: null })))
  })
})
