import { expect } from 'chai'
import type { Key } from '../../src/core/card/answers.js'
import { linePlan } from '../../src/core/card/procedures.js'
import { stepName } from '../../src/core/card/line-step.js'
import {
  Client,
  NOW,
  answer,
  answerRun,
  cardOf,
  doStep,
  entryFor,
  evaluationOf,
  stepAt,
  freshDatabase,
  machineBy,
  openAt,
  signAll,
  startInstance,
  type Instance,
} from './helpers.js'
import { askedOf } from '../../src/core/words/say.js'
import { paperOf } from '../../src/server/cards/card.js'
import { cardDocument } from '../../src/server/files/card-pdf.js'
import { metric } from '../core/said.js'

/** Every kind of bearing of the catalogue, and one that no table lists, from the opened card to the finished one. */
describe('every kind is carried to the finish', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let technician: Client
  let clock = NOW
  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url, { now: () => clock })
    technician = await new Client(instance.url).signIn('technician')
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })

  const evaluation = (id: number) => evaluationOf(technician, id)

  // [what, machine, places, number on the ring, steps that this kind has and others need not, steps that it must not have]
  // prettier-ignore
  const KINDS: [string, string, string[], string, string[], string[]][] = [
    ['a deep groove ball bearing of a motor', 'MM-1', ['p1.1'], '6311 C3', ['seat', 'bore', 'shoulder', 'fill'], ['drive', 'lock']],
    ['a back-to-back pair beside a roller bearing, together', 'MP-3', ['p1.1', 'p2.1'], '7312 B', ['order', 'seat', 'fill'], ['drive']],
    ['two adapter sleeves of a fan, together', 'LS-1', ['p2.1', 'p3.1'], '22211 K C3', ['seat', 'before', 'drive', 'lock'], ['press', 'heat', 'shoulder']],
    ['an insert bearing of a drum', 'BC-3', ['p1.1'], 'UC 207', ['slide', 'lock'], ['press', 'heat', 'bore']],
    ['an adjusted tapered pair', 'PG-1', ['p1.1', 'p2.1'], '32210', ['seat', 'setting'], ['drive']],
    ['a hot vertical stainless shaft', 'AG-1', ['p1.1', 'p2.1'], '6313 C3', ['seat', 'shoulder'], ['drive']],
    ['a drawn cup', 'CT-1', ['p2.1'], 'HK 2520', ['raceway', 'arbor', 'shaft-in'], ['seat', 'heat']],
    ['needles in a cage', 'CT-1', ['p2.1'], 'K 25x29x13', ['raceway', 'bore', 'shaft-in'], ['arbor', 'seat', 'heat']],
    ['a thrust cylindrical roller bearing', 'MP-2', ['p1.1'], '81210', ['seat', 'bore'], ['drive', 'setting']],
    ['a thrust ball bearing', 'MP-2', ['p1.1'], '51212', ['seat', 'bore'], ['drive', 'setting']],
    ['a needle roller bearing without inner ring', 'MP-2', ['p2.1'], 'RNA 4912', ['raceway', 'arbor'], ['seat']],
    ['a bearing that no table lists', 'PA-1', ['p1.1'], 'bronze sleeve 60 × 75 × 70', ['sheet', 'seats', 'mount', 'fill'], ['press', 'heat']],
  ]
  it('what the feeler took away is reckoned by the server too, with its reading, whoever sends the rows', async () => {
    const { id } = (await openAt(technician, 'LS-1', ['p2.1'])).job
    await answer(technician, id, {
      'p2.1/identify.designation': '22211 K C3',
      'p2.1/identify.group': '3',
      'p2.1/identify.groupEvidence': 'marking',
    })
    const field = linePlan(await evaluation(id))
      .find((s) => s.key === 'p2.1/drive')!
      .fields.find((f) => f.reckoned)!
    const put = (key: string, version: number, values: object) => technician.put(stepAt(id, key), { version, values })
    const want = Math.round((field.min! + field.max!) / 2)
    await put('p2.1/before', 0, { beforeUm: 90, beforeOtherUm: 90 })
    await put('p2.1/drive', 0, { leftUm: 90 - want, leftOtherUm: 90 - want })
    const stands = async () => (await cardOf(technician, id)).steps.find((s) => s.key === 'p2.1/drive')!
    expect((await stands()).values.reductionUm).to.equal(want)
    expect((await stands()).readings!.map((r) => r.field)).to.include('reductionUm')
    await put('p2.1/drive', 1, { ...(await stands()).values, leftUm: 89 })
    expect((await stands()).values.reductionUm).to.equal(null)
    await technician.post(`/cards/${id}/cancel`, { reason: 'only tried' })
  })
  for (const [what, machine, places, marking, has, hasNot] of KINDS)
    it(what, async () => {
      const card = await openAt(technician, machine, places)
      const { id } = card.job
      const onCard = card.context.onCard
      await answerRun(technician, id)
      const said: Record<Key, unknown> = {}
      for (const place of onCard) {
        const second = machine === 'MP-3' ? 'NU 312 C3' : machine === 'PG-1' ? '32209' : machine === 'AG-1' ? '6311 C3' : marking
        said[`${place}/identify.designation`] = place.startsWith('p2') && places.length > 1 ? second : marking
        said[`${place}/identify.group`] = '3'
        said[`${place}/identify.groupEvidence`] = 'marking'
      }
      if (what.includes('a thrust')) said[`${places[0]!.split('.')[0]}/duty.radialLoadN`] = 0
      expect((await answer(technician, id, said)).status).to.equal(200)

      const steps = linePlan(await evaluation(id))
      const names = steps.map((s) => stepName(s.key))
      expect(names[0]).to.equal('isolate')
      expect(names.slice(-2)).to.deep.equal(['guards', 'release'])
      for (const once of ['isolate', 'guards', 'release'])
        expect(
          names.filter((n) => n === once),
          once,
        ).to.have.length(1)
      expect(names).to.include('turn')
      expect(names).to.include.members(has)
      for (const not of hasNot) expect(names, not).to.not.include(not)
      await signAll(technician, id)
      const done = await technician.post(`/cards/${id}/finish`, { reason: 'carried through by its sheet' })
      expect(done.status, done.body.detail).to.equal(200)
      const line = (await machineBy(technician, machine)).shaftLines[0]!
      for (const place of onCard) {
        const found = line.positions.flatMap((p) => p.places).find((p) => p.code === place)!
        const wanted = String(said[`${place}/identify.designation`]).replace(/ C3$/, '')
        expect(found.fitted!.designation, place).to.equal(wanted)
        expect(found.openJobId).to.equal(null)
      }
      if (machine === 'LS-1')
        for (const code of ['p2', 'p3']) {
          const point = line.positions.find((p) => p.code === code)!.lubrication!
          expect([point.school, point.intervalH], 'the interval of the manual stays').to.deep.equal(['manual', 1600])
        }
      for (const paper of ['card.pdf', 'bring.pdf', 'card.json'])
        expect((await technician.get(`/cards/${id}/${paper}`)).status, paper).to.equal(200)
      clock = new Date(clock.getTime() + 24 * 3600 * 1000)
    })

  it('a pair is opened whole whichever of it is named, and changed as one', async () => {
    const card = await openAt(technician, 'CF-1', ['p1.2'])
    expect(card.context.onCard).to.deep.equal(['p1.1', 'p1.2'])
    const { id } = card.job
    await answer(technician, id, { 'p1.1/identify.designation': '7212 B', 'line/select.target': 'full-shift' })
    const same = await evaluation(id)
    expect(same.places['p1.2']!.identify.row!.designation, 'what the set shares is said once').to.equal('7212 B')
    expect(same.places['p1.2']!.mount).to.deep.equal(same.places['p1.1']!.mount)
    await answer(technician, id, { 'p1.2/identify.designation': '7213 B' })
    const differs = await evaluation(id)
    expect(differs.places['p1.1']!.identify.cautions.map((c) => c.code)).to.include('set-differs')
    // The letters on the rings say how the pair was ground to face.
    for (const [letters, wrong] of [
      ['DB', false],
      ['DU', false],
      ['DF', true],
    ] as const) {
      await answer(technician, id, { 'p1.1/identify.designation': `7212 B ${letters}`, 'p1.2/identify.designation': null })
      const codes = (await evaluation(id)).places['p1.1']!.identify.cautions.map((c) => c.code)
      expect(codes.includes('pair-faces-otherwise'), letters).to.equal(wrong)
    }
    await technician.post(`/cards/${id}/cancel`, { reason: 'only looked at' })
  })

  it('a position that runs in oil: filled as oil, and the records know it afterwards; grease again forgets it', async () => {
    const oilOfRecords = async () => (await machineBy(technician, 'MM-1')).shaftLines[0]!.positions[1]!.oil ?? null
    for (const [lubricant, wanted] of [
      ['oil', { feed: 'circulating', viscosity40: 68, viscosity100: null, code: '-/15/12' }],
      ['grease', null],
    ] as const) {
      const { id } = (await openAt(technician, 'MM-1', ['p2.1'])).job
      await answerRun(technician, id)
      const oil = { oilFeed: 'circulating', oilViscosity40: 68, oilCode: '-/15/12' }
      await answer(technician, id, {
        ...{ 'p2.1/identify.designation': '6309', 'p2.1/identify.group': 'N', 'p2.1/identify.groupEvidence': 'marking' },
        ...Object.fromEntries(Object.entries({ lubricant, ...(wanted && oil) }).map(([name, v]) => [`p2/lubricate.${name}`, v])),
      })
      const names = linePlan(await evaluation(id)).map((s) => stepName(s.key))
      expect([names.includes('oil-fill'), names.includes('fill')], lubricant).to.deep.equal([wanted !== null, wanted === null])
      await signAll(technician, id)
      const done = await technician.post(`/cards/${id}/finish`, { reason: 'only the oil was changed' })
      expect(done.status, JSON.stringify(done.body)).to.equal(200)
      expect(await oilOfRecords()).to.deep.equal(wanted)
      clock = new Date(clock.getTime() + 24 * 3600 * 1000)
    }
    clock = NOW
  })

  it('what is written down is compared with what is expected before it can be signed', async () => {
    const card = await openAt(technician, 'GP-1', ['p2.1'])
    const { id } = card.job
    const at = 'p2.1/identify'
    await answer(technician, id, {
      [`${at}.designation`]: 'NU 208',
      [`${at}.group`]: '3',
      [`${at}.groupEvidence`]: 'marking',
      'line/select.target': 'motor-24h',
      'p2.1/mount.takeOff': 'none',
    })
    for (const step of linePlan(await evaluation(id))
      .slice(0, 4)
      .filter((s) => !s.key.endsWith('/unpack')))
      await doStep(technician, id, step.key, Object.fromEntries(step.fields.map((f) => [f.key, entryFor(f)])))
    // [what stands on the ring, words of the refusal or null]
    for (const [read, words] of [
      ['banana', 'Not as expected'],
      ['NU 209 C3', 'Not as expected'],
      ['NU 208', 'Not as expected'],
      ['NU 208 ECP C3', null],
    ] as const) {
      const signed = await doStep(technician, id, 'p2.1/unpack', { marking: read })
      if (words) expect(signed.body.detail, read).to.contain(words)
      else expect(signed.status, read).to.equal(200)
    }
    await technician.post(`/cards/${id}/cancel`, { reason: 'only looked at' })
  })

  it('a reading carries the time of the server; a run that was written down at once is asked about', async () => {
    const card = await openAt(technician, 'GP-1', ['p2.1'])
    const { id } = card.job
    const readings = [0, 60, 120].map((minute, i) => ({ minute, temperatureC: [20, 50, 51][i], storedAt: '2020-01-01T00:00:00.000Z' }))
    await answer(technician, id, { 'p2/runin.readings': readings, 'p2.1/identify.designation': 'NU 208' })
    const stored = (await cardOf(technician, id)).answers['p2/runin.readings']!.value as { storedAt: string }[]
    expect(new Set(stored.map((r) => r.storedAt)), 'whatever the page says').to.deep.equal(new Set([NOW.toISOString()]))
    const { questions } = (await evaluation(id)).places['p2.1']!.runin
    expect(metric(askedOf(questions.find((q) => q.code === 'run-times')!).text)).to.contain('120 min')
    await technician.post(`/cards/${id}/cancel`, { reason: 'only looked at' })
  })

  it('a run that was stopped keeps who stopped it and what was found; the paper tells both runs', async () => {
    const { id } = (await openAt(technician, 'GP-1', ['p2.1'])).job
    const first = [0, 30, 60, 90].map((minute, i) => ({ minute, temperatureC: [20, 37, 54, 71][i], with: 'Probe P-1', by: 'Nobody' }))
    await answer(technician, id, { 'p2/runin.readings': first, 'line/runin.stops': [{ run: 1, why: 'climbs on', found: null }] })
    expect((await evaluation(id)).places['p2.1']!.runin.verdict.word).to.equal('stopped')
    const stored = async () => (await cardOf(technician, id)).answers['line/runin.stops']!.value as { by: string; found: string | null }[]
    const [stop] = await stored()
    expect(stop!.by, 'the server says who').to.equal('R. Amble')
    await answer(technician, id, { 'line/runin.stops': [{ ...stop, found: 'two locating rings' }] })
    const again = [0, 30, 60, 90].map((minute, i) => ({ minute, temperatureC: [20, 44, 49, 50][i], run: 2 }))
    await answer(technician, id, { 'p2/runin.readings': [...first, ...again] })
    expect((await evaluation(id)).places['p2.1']!.runin.run.peakC).to.equal(50)
    const paper = { ...(await paperOf(instance.pool, id, NOW)), units: 'inch' as const, printedAt: NOW }
    const printed = JSON.stringify(cardDocument(paper))
    for (const words of [
      'Run 1: 0 min 68 °F (Probe P-1, R. Amble), 30 min',
      'Run 1 stopped by R. Amble: climbs on. Found: two locating rings.',
      'Run 2: 0 min 68 °F (R. Amble), 30 min 111 °F',
    ])
      expect(printed, words).to.contain(words)
    expect((await technician.get(`/cards/${id}/card.pdf`)).status).to.equal(200)
    await technician.post(`/cards/${id}/cancel`, { reason: 'only looked at' })
  })

  it('places of two lines make no card, and a place that is worked on is not taken twice', async () => {
    const [a, b] = await Promise.all(
      ['MM-1', 'MP-2'].map(async (code) => (await machineBy(technician, code)).shaftLines[0]!.positions[0]!.places[0]!.id),
    )
    const both = await technician.post('/cards', { places: [a, b], reason: '' })
    expect(both.status).to.equal(422)
    expect(both.body.detail).to.contain('one shaft line')
    expect((await technician.post('/cards', { places: [999_999], reason: '' })).status).to.equal(404)
    expect((await technician.post('/cards', { places: [], reason: '' })).status).to.equal(422)
  })

  it('a seat as measured: every measuring stays with its day, and a seat that is made anew forgets them', async () => {
    const shaftSeat = async () =>
      (await cardOf(technician, (await openAt(technician, 'MM-1', ['p2.1'])).job.id)).context.positions.find((p) => p.code === 'p2')!
        .places[0]!.shaftSeat
    const carried = async (values: Record<Key, unknown>) => {
      const { id } = (await openAt(technician, 'MM-1', ['p2.1'])).job
      await answerRun(technician, id)
      const said = { 'p2.1/identify.designation': '6309', 'p2.1/identify.group': 'N', 'p2.1/identify.groupEvidence': 'marking', ...values }
      expect((await answer(technician, id, said)).status).to.equal(200)
      await signAll(technician, id)
      const done = await technician.post(`/cards/${id}/finish`, { reason: 'measured' })
      expect(done.status, done.body.detail).to.equal(200)
      clock = new Date(clock.getTime() + 30 * 24 * 3600 * 1000)
    }
    const sizes = (um: number) => ({ 'p2.1/fit.shaftPlane1': [45 + um / 1000, 45 + um / 1000], 'p2.1/fit.shaftPlane2': [45 + um / 1000] })
    await carried(sizes(9))
    await carried(sizes(6))
    const { id } = (await openAt(technician, 'MM-1', ['p2.1'])).job
    const seat = (await cardOf(technician, id)).context.positions.find((p) => p.code === 'p2')!.places[0]!.shaftSeat!
    expect(seat.measurings!.map((m) => m.meanMm)).to.deep.equal([45.009, 45.006])
    expect(seat.measuredMm).to.deep.equal([45.006, 45.006])
    expect(new Set(seat.measurings!.map((m) => m.day)).size, 'each on its day').to.equal(2)
    await technician.post(`/cards/${id}/cancel`, { reason: 'only looked at' })
    await carried({ ...sizes(-40), 'p2.1/fit.shaftRemedy': 'regrind' })
    const anew = await shaftSeat()
    expect([anew?.measurings, anew?.measuredMm]).to.deep.equal([undefined, undefined])
  })
})
