import { Validator } from '@seriousme/openapi-schema-validator'
import { expect } from 'chai'
import { say } from '../../src/core/words/say.js'
import fontkit from 'fontkit'
import type { CardView } from '../../src/contract/cards.js'
import type { MachineView } from '../../src/contract/machines.js'
import { CALCULATIONS } from '../../src/contract/calculations/registry.js'
import { ROUTES } from '../../src/contract/routes.js'
import { linePlan } from '../../src/core/card/procedures.js'
import { cardDocument } from '../../src/server/files/card-pdf.js'
import { PDF_FONT_FILES } from '../../src/server/files/pdf.js'
import { paperOf } from '../../src/server/cards/card.js'
import { Client, NOW, freshDatabase, startInstance, type Instance } from './helpers.js'

/** Every text of a document definition, drawings included. */
function texts(value: unknown): string[] {
  if (typeof value === 'string') return [value]
  if (typeof value === 'function') return texts((value as (page: number, pages: number) => unknown)(1, 2))
  if (Array.isArray(value)) return value.flatMap(texts)
  if (!value || typeof value !== 'object') return []
  return Object.entries(value).flatMap(([key, v]) => {
    if (key === 'svg') return [...String(v).matchAll(/>([^<]+)</g)].map((m) => m[1]!.replace(/&\w+;/g, ''))
    return ['text', 'content', 'stack', 'columns', 'table', 'body', 'footer'].includes(key) || Array.isArray(value) ? texts(v) : []
  })
}

describe('paper and files', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let technician: Client
  let planner: Client
  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url)
    technician = await new Client(instance.url).signIn('technician')
    planner = await new Client(instance.url).signIn('planner')
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })

  const pages = (pdf: Buffer) => [...pdf.toString('latin1').matchAll(/\/Type \/Page\b(?!s)/g)].length

  it('the card as PDF: one or two pages, for every card of the plant', async () => {
    for (const id of [1, 2, 3, 4]) {
      const reply = await technician.get(`/cards/${id}/card.pdf`)
      expect(reply.headers.get('content-type')).to.contain('application/pdf')
      const pdf = reply.body as Buffer
      expect(pdf.subarray(0, 5).toString()).to.equal('%PDF-')
      expect(pages(pdf), `card ${id}`).to.be.within(1, 2)
    }
  })

  it('of a card whose steps are signed says what was done, in the order of the signatures', async () => {
    const paper = { ...(await paperOf(instance.pool, 2, NOW)), units: 'metric' as const, printedAt: NOW }
    // The last of its plan is said to be signed first.
    const last = paper.view.steps.find((s) => s.key === paper.states.at(-1)!.key) ?? paper.view.steps.at(-1)!
    const at = (i: number) => new Date(NOW.getTime() + i * 60_000).toISOString()
    const steps = paper.view.steps.map((s, i) => ({ ...s, signedBy: 'Rosa Thwaite', signedAt: s === last ? at(0) : at(i + 1) }))
    const states = paper.states.map((s) => ({ ...s, signed: true, holds: true }))
    const all = texts(cardDocument({ ...paper, states, view: { ...paper.view, steps } }))
    const title = (key: string) => say(linePlan(paper.evaluation).find((s) => s.key === key)!.title, 'metric')
    const place = (key: string) => all.findIndex((text) => text.startsWith(title(key).slice(0, 12)))
    expect(place(last.key))
      .to.be.above(-1)
      .and.below(place(steps.find((s) => s.key !== last.key)!.key))
    expect(all.join('\n')).to.contain('done').and.not.contain('can be done')
  })

  it('has section, figures, steps with fields and signatures, cautions, questions and the closing reason on it', async () => {
    const paper = { ...(await paperOf(instance.pool, 2, NOW)), units: 'metric' as const, printedAt: NOW }
    const all = texts(cardDocument(paper)).join('\n')
    for (const words of [
      'Mill motor MM-1, non-drive end',
      'Hollin Beck Cider Works',
      'Card 0102',
      'Shaft seat diameter',
      '44.994',
      'Accepted by M. Thorpe',
      'R. Amble',
      'Release the machine for running',
      'raceways: band off to one side',
      'Open questions',
      'limit 90 °C',
    ])
      expect(all, words).to.contain(words)
    const first = texts(cardDocument({ ...paper, ...(await paperOf(instance.pool, 1, NOW)) })).join('\n')
    expect(first).to.contain('Closed all the same: The mill is needed tonight').and.contain('Both ends are held')
    const inch = texts(cardDocument({ ...paper, units: 'inch' })).join('\n')
    expect(inch).to.contain('thou').and.not.contain('{')
  })

  it('uses only letters that the paper’s fonts have', async () => {
    const letters = new Set<string>()
    for (const id of [1, 2, 3, 4])
      for (const units of ['metric', 'inch'] as const)
        for (const text of texts(cardDocument({ ...(await paperOf(instance.pool, id, NOW)), units, printedAt: NOW })))
          for (const letter of text) letters.add(letter)
    expect(letters.size).to.be.above(60)
    for (const file of Object.values(PDF_FONT_FILES)) {
      const font = fontkit.openSync(file) as unknown as { hasGlyphForCodePoint: (code: number) => boolean }
      const missing = [...letters].filter((l) => l > ' ' && !font.hasGlyphForCodePoint(l.codePointAt(0)!))
      expect(missing, file).to.deep.equal([])
    }
  })

  it('the card as JSON carries every figure with its working and the version of the core', async () => {
    const { body } = await technician.get('/cards/2/card.json')
    expect(body.coreVersion).to.match(/^\d{4}\./)
    expect(body.job.number).to.equal('0102')
    expect(Object.keys(body.places['p2.1'])).to.have.length(9)
    const fit = body.places['p2.1'].fit.figures.find((f: { key: string }) => f.key === 'fit.clearance')
    expect(fit.working.length).to.be.above(3)
  })

  it('the section as SVG stands alone: no class, no variable, nothing from elsewhere', async () => {
    const reply = await technician.get('/cards/2/section.svg')
    expect(reply.headers.get('content-type')).to.contain('image/svg+xml')
    const svg = (reply.body as Buffer).toString('utf8')
    expect(svg)
      .to.match(/^<svg xmlns="http:\/\/www\.w3\.org\/2000\/svg"/)
      .and.contain('Ø45 j6')
      .and.not.match(/class=|var\(|href/)
  })

  it('a card without a bearing has no section and says so', async () => {
    const job = (await technician.post('/cards', { places: [1], reason: 'empty' })).body as CardView
    expect((await technician.get(`/cards/${job.job.id}/section.svg`)).status).to.equal(404)
    expect((await technician.get(`/cards/${job.job.id}/sketch.pdf?position=p1`)).status, 'nothing comes off').to.equal(404)
    expect(pages((await technician.get(`/cards/${job.job.id}/card.pdf`)).body as Buffer)).to.equal(1)
  })

  it('the grease label is one page', async () => {
    const { machines } = (await technician.get('/machines')).body
    const machine = (await technician.get(`/machines/${machines[0].id}`)).body as MachineView
    const label = await technician.get(`/points/${machine.points[0]!.id}/label.pdf`)
    expect(pages(label.body as Buffer)).to.equal(1)
  })

  it('the OpenAPI document is valid and names every route and calculation', async () => {
    const document = (await new Client(instance.url).get('/openapi.json')).body
    const checked = await new Validator().validate(structuredClone(document))
    expect(checked.errors ?? []).to.deep.equal([])
    expect(checked.valid).to.equal(true)
    for (const spec of Object.values(ROUTES))
      expect(document.paths[spec.path.replace(/:(\w+)/g, '{$1}')], spec.path).to.have.property(spec.method)
    for (const { name } of CALCULATIONS) expect(document.paths[`/calculations/${name}`].post.requestBody.required, name).to.equal(true)
  })

  it('calculations answer over HTTP: an interval, a diagnosis', async () => {
    const nobody = new Client(instance.url)
    const interval = await nobody.post('/calculations/regreasing', {
      family: 'spherical-roller',
      boreMm: 64,
      outsideMm: 120,
      widthMm: 31,
      speedRpm: 700,
      housingTemperatureC: 50,
      contamination: 'clean',
      moisture: 'dry',
      vibrationMmS: 1,
      orientation: 'horizontal',
    })
    expect(interval.body.values.intervalH).to.be.closeTo(2244, 0.01)
    const cause = await nobody.post('/calculations/diagnose', { findings: ['washboard'], context: { inverterDrive: true } })
    expect(cause.body.values.causes[0].cause).to.equal('electric-current')
    expect((await nobody.post('/calculations/diagnose', { findings: ['tired'] })).status).to.equal(422)
  })

  it('two years of history: machines, finished cards, a cause found twice over at one position', async () => {
    const { machines } = (await technician.get('/machines')).body
    const old = NOW.getTime() - 600 * 24 * 3600 * 1000
    const views: MachineView[] = []
    for (const m of machines) views.push((await technician.get(`/machines/${m.id}`)).body)
    expect(views.filter((v) => v.timeline.some((e) => Date.parse(e.at) < old)).length).to.be.at.least(6)
    const mill = views.find((v) => v.code === 'MM-1')!
    expect(mill.timeline.filter((e) => e.kind === 'cause').map((e) => e.words)).to.deep.equal([
      'both ends held: the shaft could not grow',
      'too little or too old grease',
    ])
    const { positions } = ((await technician.get('/cards/2')).body as CardView).context
    expect(positions.map((p) => p.held)).to.deep.equal([true, true])
    const { past } = positions[1]!.places[0]!
    expect(past.causes).to.deep.equal([{ number: '0101', cause: 'starvation' }])
    expect(past.removed).to.deep.include({ designation: '6309', group: '3' })
  })

  it('a finished card keeps what it knew when settings change', async () => {
    const before = (await technician.get('/cards/2')).body.context
    await planner.put('/settings/schools', { regreasing: 'manual', growth: 'quick', loadBands: '0.06-0.12' })
    expect((await technician.get('/cards/2')).body.context).to.deep.equal(before)
    expect((await technician.get('/cards/4')).body.context.plant.schools.regreasing).to.equal('manual')
  })

  it('figures of a maker’s sheet stand over the row with who and from where, and open cards say what moved', async () => {
    const entered = { dynamicRatingN: null, staticRatingN: null, fatigueLoadLimitN: null, massKg: null, sheet: 'stores folder 12, page 3' }
    const base = (await planner.get('/bearings/6308')).body.computed
    expect((await technician.put('/bearings/6308/makers-figures', { ...entered, dynamicRatingN: 1 })).status).to.equal(403)
    expect((await planner.put('/bearings/6308/makers-figures', { ...entered, dynamicRatingN: -1 })).body.errors[0].field).to.equal(
      'dynamicRatingN',
    )
    expect((await planner.put('/bearings/nothing/makers-figures', entered)).status).to.equal(404)
    const higher = base.dynamicRatingN * 1.1
    const view = (await planner.put('/bearings/6308/makers-figures', { ...entered, dynamicRatingN: higher })).body
    expect(view.row.dynamicRatingN).to.be.closeTo(higher, 1e-6)
    expect(view.row.staticRatingN).to.equal(base.staticRatingN)
    expect(view.row.entered).to.deep.equal({ by: 'M. Thorpe', at: NOW.toISOString(), sheet: 'stores folder 12, page 3' })
    const card = (await technician.get('/cards/4')).body as CardView
    expect(card.moved.map((m) => m.key)).to.include('p1.1/select.lifeH')
    await planner.put('/bearings/6308/makers-figures', entered)
    expect((await planner.get('/bearings/6308')).body.row).to.not.have.property('entered')
    expect((await technician.get('/cards/4')).body.moved.map((m: { key: string }) => m.key)).to.not.include('p1.1/select.lifeH')
  })
})
