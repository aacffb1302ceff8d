import { expect } from 'chai'
import type { CardView, FrozenCard } from '../../src/contract/api.js'
import { fillAnswers } from '../../src/contract/card.js'
import { STATIONS, emptyAnswers } from '../../src/core/card/answers.js'
import { evaluateCard, figuresOf } from '../../src/core/card/evaluate.js'
import { freezeFinished, paperOf } from '../../src/server/card.js'
import { cardDocument } from '../../src/server/files/card-pdf.js'
import { Client, NOW, freshDatabase, startInstance, type Instance } from './helpers.js'

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

  const kept = async (id: number): Promise<FrozenCard> =>
    (await instance.pool.query('SELECT core_version AS "coreVersion", card FROM finished_card WHERE job_id = $1', [id])).rows.map((r) => ({
      coreVersion: r.coreVersion,
      ...r.card,
    }))[0]
  /** Puts in place of what is kept what a core of another day said. */
  const rewrite = async (id: number, change: (card: FrozenCard) => void) => {
    const { coreVersion: _version, ...card } = await kept(id)
    change(card as FrozenCard)
    await instance.pool.query('ALTER TABLE finished_card DISABLE TRIGGER finished_card_guard')
    await instance.pool.query("UPDATE finished_card SET card = $2, core_version = '2020.1.1' WHERE job_id = $1", [id, JSON.stringify(card)])
    await instance.pool.query('ALTER TABLE finished_card ENABLE TRIGGER finished_card_guard')
  }
  const view = async (id: number) => (await technician.get(`/jobs/${id}`)).body as CardView
  const recomputed = (card: CardView) =>
    evaluateCard(fillAnswers(Object.fromEntries(STATIONS.map((s) => [s, card.answers[s].data ?? {}]))), card.context)

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

  it('reads as it was at every door though the core of today has other figures, words, steps and judgements', async () => {
    await rewrite(2, (card) => {
      const growth = card.evaluation.arrange.figures.find((f) => f.key === 'arrange.growthMm')!
      growth.value = 7.77
      growth.working = [{ symbol: 'x', name: 'as then', formula: '', substituted: '', value: 7.77, unit: 'mm', source: 'then' }]
      card.evaluation.fit.cautions = [{ level: 'stop', code: 'then', message: 'A caution of that day.', station: 'fit' }]
      card.evaluation.mount.plan[0]!.title = 'A step of that day'
      card.states[0]!.holds = true
      card.steps[0]!.signedBy = 'Somebody of that day'
      card.carries = 'mill drum of that day'
    })
    const card = await view(2)
    const today = figuresOf(recomputed(card)).get('arrange.growthMm')!.value
    expect(today).to.not.equal(7.77)
    expect(card.finished!.coreVersion).to.equal('2020.1.1')
    expect(figuresOf(card.finished!.evaluation).get('arrange.growthMm')).to.deep.include({ value: 7.77 })
    expect(card.steps[0]!.signedBy).to.equal('Somebody of that day')

    const json = (await technician.get('/jobs/2/card.json')).body
    expect(json).to.include({ coreVersion: '2020.1.1', carries: 'mill drum of that day' })
    expect(json.stations.arrange.figures.find((f: { key: string }) => f.key === 'arrange.growthMm').value).to.equal(7.77)
    expect(json.stations.fit.cautions[0].code).to.equal('then')

    const paper = JSON.stringify(cardDocument({ ...(await paperOf(instance.pool, 2, NOW)), units: 'metric', printedAt: NOW }))
    for (const words of ['7.77', 'A caution of that day.', 'A step of that day', 'mill drum of that day'])
      expect(paper, words).to.contain(words)
    expect((await technician.get('/jobs/2/section.svg')).body.toString()).to.contain('mill drum of that day')
    expect((await technician.get('/jobs/2/card.pdf')).status).to.equal(200)
  })

  it('finished before cards were kept: stored once as it reads now, and one that cannot be read holds up no other', async () => {
    await instance.pool.query('ALTER TABLE finished_card DISABLE TRIGGER finished_card_guard')
    await instance.pool.query('DELETE FROM finished_card WHERE job_id IN (1, 3)')
    await instance.pool.query('ALTER TABLE finished_card ENABLE TRIGGER finished_card_guard')
    await instance.pool.query("UPDATE job SET context = '{}' WHERE id = 3")
    const unreadable: number[] = []
    const run = () => freezeFinished(instance.pool, NOW, (job) => unreadable.push(job))
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
    const { answers } = await view(4)
    const data = answers.arrange.data!
    await instance.pool.query(
      `UPDATE answer SET data = data || '{"shaftMaterial": "oak", "windOnTheShaft": 3}' WHERE job_id = 4 AND station = 'arrange'`,
    )
    const asked = async () => evaluateCard(emptyAnswers(), (await view(4)).context).arrange.questions.map((q) => q.code)
    expect(await asked()).to.include('unread-shaftMaterial')
    expect((await technician.get('/jobs/4/card.pdf')).status).to.equal(200)
    const put = await technician.put('/jobs/4/answers/arrange', { version: answers.arrange.version, data })
    expect(put.status, JSON.stringify(put.body)).to.equal(200)
    expect(put.body.context).to.not.have.property('unread')
    expect(await asked()).to.not.include('unread-shaftMaterial')
    expect((await view(4)).answers.arrange.data).to.deep.equal(data)
  })
})
