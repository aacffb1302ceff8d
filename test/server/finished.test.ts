import { expect } from 'chai'
import type { CardView } from '../../src/contract/cards.js'
import type { FinishedCard } from '../../src/contract/finished.js'
import { readAnswers } from '../../src/contract/answers.js'
import { evaluateCard, linePlan } from '../../src/core/card/procedures.js'
import { rollingOf, type LineEvaluation } from '../../src/core/card/rolling-stations.js'
import { figuresOf, questionsOf } from '../../src/core/card/results.js'
import { worded } from '../../src/core/card/worded.js'
import { paperOf } from '../../src/server/cards/card.js'
import { writeMissingDocuments } from '../../src/server/cards/finish.js'
import { cardDocument } from '../../src/server/files/card-pdf.js'
import { FIRST_PROCEDURE } from '../../src/core/procedure/procedures.js'
import { newSource } from '../../src/core/loads/line-sources.js'
import { Client, NOW, answer, cardOf, freshDatabase, openAt, startInstance, type Instance } from './helpers.js'

const plain = (value: unknown) => JSON.parse(JSON.stringify(value))

describe('a finished card', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let technician: Client
  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url)
    technician = await new Client(instance.url).signIn('technician')
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })

  const kept = async (id: number): Promise<FinishedCard> =>
    (await instance.pool.query('SELECT core_version AS "coreVersion", card FROM finished_card WHERE job_id = $1', [id])).rows.map((r) => ({
      coreVersion: r.coreVersion,
      ...r.card,
    }))[0]
  /** Puts in place of what is kept what a core of another day said. */
  const rewrite = async (id: number, change: (card: FinishedCard & { evaluation: LineEvaluation }) => void) => {
    const { coreVersion: _version, ...card } = await kept(id)
    change(card as FinishedCard & { evaluation: LineEvaluation })
    await instance.pool.query('ALTER TABLE finished_card DISABLE TRIGGER finished_card_guard')
    await instance.pool.query("UPDATE finished_card SET card = $2, core_version = '2020.1.1' WHERE job_id = $1", [id, JSON.stringify(card)])
    await instance.pool.query('ALTER TABLE finished_card ENABLE TRIGGER finished_card_guard')
  }
  const view = (id: number) => cardOf(technician, id)
  /** As the core says it now, with its sentences: so it is kept. */
  const recomputed = (card: CardView) =>
    worded(
      evaluateCard(
        FIRST_PROCEDURE,
        readAnswers(Object.fromEntries(Object.entries(card.answers).map(([key, a]) => [key, a.value]))).answers,
        card.context,
      ),
    )

  it('is kept whole when it is finished, and nothing can change it', async () => {
    const card = await view(1)
    expect(card.finished!.evaluation).to.deep.equal(plain(recomputed(card)))
    expect(card.finished!.states.map((s) => s.holds)).to.include(true)
    expect((await view(4)).finished, 'an open card is computed').to.equal(null)
    for (const statement of ["UPDATE finished_card SET core_version = 'x'", 'DELETE FROM finished_card'])
      await instance.pool.query(statement).then(
        () => expect.fail(statement),
        (error: Error) => expect(error.message).to.contain('stays as it is'),
      )
  })

  it('keeps what sits on the shaft; it comes back on one that lost it where the loads are those that were closed, and only there', async () => {
    const { id } = (await openAt(technician, 'GP-1', ['p2.1'])).job
    const weight = { ...newSource('weight', 'a', 130), values: { massKg: 40 } }
    await answer(technician, id, { 'line/duty.sources': [weight], 'line/duty.speedRpm': 1450, 'p2.1/identify.designation': 'NU 208' })
    expect((await technician.post(`/cards/${id}/cancel`, { reason: 'only looked at' })).status).to.equal(200)
    const was = rollingOf((await view(id)).finished!.evaluation)!.lineDuty!
    expect(Object.values(was.supports).reduce((sum, s) => sum + s.standingN, 0)).to.be.closeTo(40 * 9.81, 1)
    /** As it was kept before it was a document: without plan, drawings and answers, and once without what sits on the shaft. */
    const asBefore = (card: FinishedCard & { evaluation: LineEvaluation }) => {
      for (const later of ['procedure', 'about', 'plan', 'answers', 'drawings']) delete (card as unknown as Record<string, unknown>)[later]
      Object.assign(card, { version: 2 })
      delete card.evaluation.lineDuty
    }
    await rewrite(id, asBefore)
    const led = await view(id)
    expect(rollingOf(led.finished!.evaluation)!.lineDuty).to.deep.equal(was)
    expect(led.finished!.plan.map((s) => s.key)).to.deep.equal(linePlan(led.finished!.evaluation).map((s) => s.key))
    await rewrite(id, (card) => {
      const radial = card.evaluation.places['p2.1']!.duty.figures.find((f) => f.key === 'duty.radialN')!
      radial.value = 12_345
    })
    expect((await view(id)).finished!.evaluation, 'a core of another day said otherwise').to.not.have.property('lineDuty')
  })

  it('reads as it was at every door though the core of today has other figures, words, steps and judgements', async () => {
    await rewrite(2, (card) => {
      const said = card.evaluation.places['p2.1']!
      const growth = said.arrange.figures.find((f) => f.key === 'arrange.growthMm')!
      growth.value = 7.77
      growth.working = [{ symbol: 'x', name: 'as then', formula: '', substituted: '', value: 7.77, unit: 'mm', source: 'then' }]
      said.fit.cautions = [{ level: 'stop', code: 'then', message: 'A caution of that day.', station: 'fit' }]
      card.plan[0]!.title = 'A step of that day'
      for (const d of card.drawings)
        d.metric.primitives.push({ kind: 'text', x: 9, y: 9, text: 'mill drum of that day', anchor: 'start', role: 'label' })
      card.states[0]!.holds = true
      card.steps[0]!.signedBy = 'Somebody of that day'
      card.context.line.carries = 'mill drum of that day'
    })
    const card = await view(2)
    const today = figuresOf(recomputed(card)).get('line/arrange.growthMm')!.value
    expect(today).to.not.equal(7.77)
    expect(card.finished!.coreVersion).to.equal('2020.1.1')
    expect(figuresOf(card.finished!.evaluation).get('line/arrange.growthMm')).to.deep.include({ value: 7.77 })
    expect(card.steps[0]!.signedBy).to.equal('Somebody of that day')

    const json = (await technician.get('/cards/2/card.json')).body
    expect(json.coreVersion).to.equal('2020.1.1')
    expect(json.context.line.carries).to.equal('mill drum of that day')
    expect(json.places['p2.1'].arrange.figures.find((f: { key: string }) => f.key === 'arrange.growthMm').value).to.equal(7.77)
    expect(json.places['p2.1'].fit.cautions[0].code).to.equal('then')

    const paper = JSON.stringify(cardDocument({ ...(await paperOf(instance.pool, 2, NOW)), units: 'metric', printedAt: NOW }))
    for (const words of ['7.77', 'A caution of that day.', 'A step of that day', 'mill drum of that day'])
      expect(paper, words).to.contain(words)
    expect((await technician.get('/cards/2/section.svg')).body.toString()).to.contain('mill drum of that day')
    expect((await technician.get('/cards/2/card.pdf')).status).to.equal(200)
  })

  it('finished before cards were kept: stored once as it reads now, and one that cannot be read holds up no other', async () => {
    await instance.pool.query('ALTER TABLE finished_card DISABLE TRIGGER finished_card_guard')
    await instance.pool.query('DELETE FROM finished_card WHERE job_id IN (1, 3)')
    await instance.pool.query('ALTER TABLE finished_card ENABLE TRIGGER finished_card_guard')
    await instance.pool.query("UPDATE job SET context = '{}' WHERE id = 3")
    const unreadable: number[] = []
    const run = () => writeMissingDocuments(instance.pool, NOW, (job) => unreadable.push(job))
    await run()
    expect(unreadable).to.deep.equal([3])
    const stored = await kept(1)
    expect(stored.evaluation).to.deep.equal(plain(recomputed(await view(1))))
    const { coreVersion } = stored
    await Promise.all([run(), run()])
    expect((await kept(1)).coreVersion).to.equal(coreVersion)
    expect((await kept(2)).coreVersion, 'what is kept stays').to.equal('2020.1.1')
  })

  it('an open card with an answer that is no longer offered opens, asks for it, and forgets it when it is given anew', async () => {
    const key = 'line/arrange.shaftMaterial'
    const { answers } = await view(4)
    const { value } = answers[key]!
    await instance.pool.query(`UPDATE answer SET value = '"oak"' WHERE job_id = 4 AND field = 'shaftMaterial'`)
    await instance.pool.query(
      `INSERT INTO answer SELECT job_id, scope, station, 'windOnTheShaft', 1, '3', revision, saved_at, saved_by FROM answer WHERE job_id = 4 AND field = 'shaftMaterial'`,
    )
    const asked = async () => questionsOf(evaluateCard(FIRST_PROCEDURE, {}, (await view(4)).context)).map((q) => q.code)
    expect(await asked()).to.include('unread-shaftMaterial')
    expect((await technician.get('/cards/4/card.pdf')).status).to.equal(200)
    // Answering another field of the station leaves the question standing.
    expect((await answer(technician, 4, { 'line/arrange.assemblyC': 19 })).status).to.equal(200)
    expect(await asked()).to.include('unread-shaftMaterial')
    const put = await answer(technician, 4, { [key]: value })
    expect(put.status, JSON.stringify(put.body)).to.equal(200)
    expect((await view(4)).context).to.not.have.property('unread')
    expect(await asked()).to.not.include('unread-shaftMaterial')
    expect((await view(4)).answers[key]!.value).to.deep.equal(value)
  })
})
