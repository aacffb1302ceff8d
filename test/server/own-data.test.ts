import { expect } from 'chai'
import { OWN_KINDS } from '../../src/contract/own-data.js'
import { Client, freshDatabase, startInstance, type Instance } from './helpers.js'

/** The plant's lists by hand and by two people at once. */
describe('own data by form, and two at once', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instances: Instance[]
  let planner: Client
  let other: Client
  before(async () => {
    db = await freshDatabase()
    instances = [await startInstance(db.url), await startInstance(db.url)]
    planner = await new Client(instances[0]!.url).signIn('planner')
    other = await new Client(instances[1]!.url).signIn('administrator')
  })
  after(async () => {
    for (const one of instances) await one.close()
    await db.drop()
  })
  const head = 'marking,shelf,quantity,note'
  const stock = async (marking: string, shelf: string) =>
    ((await planner.get('/rack')).body.stock as { marking: string; shelf: string; quantity: number }[]).find(
      (s) => s.marking === marking && s.shelf === shelf,
    )

  it('twenty take one each of twenty: nobody writes over what another took, and who is told yes has taken one', async () => {
    const on = { marking: '6312 C3', shelf: 'Z-9', quantity: 20, note: '' }
    expect((await planner.post('/rack/stock', { entries: [on], seen: [null] })).status).to.equal(201)
    const take = async (client: Client) => {
      const entry = (await stock('6312 C3', 'Z-9'))!
      const seen = { ...on, quantity: entry.quantity }
      return client.post('/rack/stock', { entries: [{ ...seen, quantity: seen.quantity - 1 }], seen: [seen] })
    }
    const replies = await Promise.all(Array.from({ length: 20 }, (_, i) => take(i % 2 ? planner : other)))
    const taken = replies.filter((r) => r.status === 201).length
    expect(replies.every((r) => r.status === 201 || r.status === 409)).to.equal(true)
    expect(taken).to.be.at.least(1).and.below(20)
    expect((await stock('6312 C3', 'Z-9'))!.quantity).to.equal(20 - taken)
    const refused = replies.find((r) => r.status === 409)!
    expect(refused.body.title).to.equal('Changed meanwhile')
    expect(refused.body.detail).to.match(/it is now: .*shelf Z-9.*Look again/)
    // What is thought to be new and is there already is no new one; without having looked it goes as before.
    expect((await planner.post('/rack/stock', { entries: [on], seen: [null] })).status).to.equal(409)
    expect((await planner.post('/rack/stock', { entries: [{ ...on, quantity: 0 }] })).status).to.equal(201)
  })

  it('what the plant has settled is changed on what was seen: of two at once one is told what stands there now', async () => {
    const { body: before } = await planner.get('/settings')
    const [grease] = before.greases
    const { id, usual: _usual, ...tin } = grease
    const [gun] = before.guns
    const weighed = { name: gun.name, strokesWeighed: 10, gramsWeighed: 13 }
    // prettier-ignore
    const CHANGES: [string, object, object, string][] = [
      [`/settings/greases/${id}`, { ...tin, highC: 131 }, { ...tin, highC: 132 }, before.versions.greases[id]],
      [`/settings/guns/${gun.id}`, weighed, { ...weighed, gramsWeighed: 14 }, before.versions.guns[gun.id]],
      ['/settings/schools', { ...before.schools, growth: 'quick' }, { ...before.schools, growth: 'cautious' }, before.versions.schools],
      ['/settings/plant', { name: 'Bramley Press' }, { name: 'Pippin Press' }, before.versions.name],
    ]
    for (const [path, first, second, seen] of CHANGES) {
      const both = await Promise.all([planner.put(`${path}?seen=${seen}`, first), other.put(`${path}?seen=${seen}`, second)])
      expect(both.map((r) => r.status).sort(), path).to.deep.equal([200, 409])
      const refused = both.find((r) => r.status === 409)!
      expect(refused.body.detail, path).to.match(/^Somebody else has changed this meanwhile: .+\. Look again/)
      expect(refused.body.current, path).to.not.equal(undefined)
      // On what stands there now it goes.
      const { versions } = (await planner.get('/settings')).body
      const now = { greases: versions.greases[id], guns: versions.guns[gun.id], schools: versions.schools, plant: versions.name }[
        path.split('/')[2]!
      ]
      expect((await other.put(`${path}?seen=${now}`, second)).status, path).to.equal(200)
    }
    await planner.put('/settings/schools', before.schools)
    await planner.put(`/settings/greases/${id}`, tin)
  })

  it('one entry of every list by form, changed, removed and taken back', async () => {
    // prettier-ignore
    const entries: Record<(typeof OWN_KINDS)[number], [first: object, changed: object, key: string]> = {
      machines: [
        { code: 'QW-1', name: 'Quench pump', area: 'Press house', location: '', notes: '', line: 'shaft', shaftMaterial: 'carbon-steel', housingMaterial: 'cast-iron', words: 'coupling, 6312 C3 held, 320, NU 312 free' },
        { code: 'QW-1', name: 'Quench pump', area: 'Press house', location: '', notes: 'new seal', line: 'shaft', shaftMaterial: 'carbon-steel', housingMaterial: 'cast-iron', words: 'coupling, 6313 C3 held, 320, NU 312 free' },
        'QW-1 / SHAFT',
      ],
      greasing: [
        { machine: 'EF-1', line: 'Fan shaft', support: 'sheave end', grease: 'Motor polyurea 2', intervalDays: 90, intervalH: 700, grams: 21, last: '2026-10-01' },
        { machine: 'EF-1', line: 'Fan shaft', support: 'sheave end', grease: 'Motor polyurea 2', intervalDays: 60, intervalH: 700, grams: 21, last: '2026-10-01' },
        'EF-1 / FAN SHAFT / SHEAVE END',
      ],
      history: [
        { machine: 'EF-1', line: 'Fan shaft', support: 'sheave end', place: 1, designation: '22216 K', group: '3', from: '2019-03-01', to: '2021-03-01' },
        { machine: 'EF-1', line: 'Fan shaft', support: 'sheave end', place: 1, designation: '22216 K', group: 'N', from: '2019-03-01', to: '2021-03-01' },
        'EF-1 / FAN SHAFT / SHEAVE END / 1 / 2019-03-01',
      ],
      people: [
        { login: 'k.russet', name: 'K. Russet', role: 'technician', active: 'yes' },
        { login: 'k.russet', name: 'K. Russet', role: 'planner', active: 'yes' },
        'K.RUSSET',
      ],
      bearings: [
        { designation: 'HB 90', family: 'needle-roller', form: 'drawn-cup-open', boreMm: 21, outsideMm: 27, widthMm: 14, innerWidthMm: null, outerWidthMm: null, chamferMm: null, boreTaper: null, contactAngleDeg: null, dynamicRatingN: null, staticRatingN: null, fatigueLoadLimitN: null, massKg: null, greaseSpeedRpm: null, sheet: 'drawing 9' },
        { designation: 'HB 90', family: 'needle-roller', form: 'drawn-cup-open', boreMm: 21, outsideMm: 27, widthMm: 15, innerWidthMm: null, outerWidthMm: null, chamferMm: null, boreTaper: null, contactAngleDeg: null, dynamicRatingN: null, staticRatingN: null, fatigueLoadLimitN: null, massKg: null, greaseSpeedRpm: null, sheet: 'drawing 9b' },
        'HB 90',
      ],
      figures: [
        { designation: '6309', dynamicRatingN: 55000, staticRatingN: null, fatigueLoadLimitN: null, massKg: null, sheet: 'data sheet' },
        { designation: '6309', dynamicRatingN: 56000, staticRatingN: 31000, fatigueLoadLimitN: null, massKg: null, sheet: 'data sheet' },
        '6309',
      ],
      letters: [
        { letters: 'VV', feature: 'closure', value: 'non-contact-seals, both', note: '' },
        { letters: 'VV', feature: 'closure', value: 'shields, both', note: 'seen again' },
        'VV',
      ],
      'cross-references': [
        { name: 'HB-7', marking: '6309 C3', note: '' },
        { name: 'HB-7', marking: '6314 C3', note: '' },
        'HB7',
      ],
      stock: [
        { marking: '6314 C3', shelf: 'X-1', quantity: 1, note: '' },
        { marking: '6314 C3', shelf: 'X-1', quantity: 4, note: '' },
        '6314 C3 @ X-1',
      ],
      tools: [
        { name: 'Bench press 10 t', kind: 'press', place: 'bay 3', forceN: 100_000, powerKw: null, onS: null, offS: null, fromMm: null, toMm: 400, torqueNm: null, toC: null, massKg: null, setupMin: 15, costHour: 45, costUse: null, note: '' },
        { name: 'Bench press 10 t', kind: 'press', place: 'bay 4', forceN: 100_000, powerKw: null, onS: null, offS: null, fromMm: null, toMm: 400, torqueNm: null, toC: null, massKg: null, setupMin: 15, costHour: 45, costUse: null, note: '' },
        'BENCH PRESS 10 T',
      ],
      aside: [
        { marking: '6314 C3', reason: 'over-heated', day: '2026-11-20', card: '0104', hottestC: 165, minutes: 5, classC: 150, colours: 'no', verdict: '', note: '' },
        { marking: '6314 C3', reason: 'over-heated', day: '2026-11-20', card: '0104', hottestC: 165, minutes: 5, classC: 200, colours: 'no', verdict: 'measured, good', note: '' },
        '6314 C3 / 2026-11-20 / 0104',
      ],
      instruments: [
        { name: 'M-12', kind: 'micrometer', place: '', step: 0.001, from: 50, to: 75, checked: '2026-09-01', due: '2027-09-01', note: '' },
        { name: 'M-12', kind: 'micrometer', place: 'bay 3', step: 0.001, from: 50, to: 75, checked: '2026-09-01', due: '2027-09-01', note: '' },
        'M-12',
      ],
    }
    const held = async (kind: string, key: string) => {
      const list = (await other.get(`/rack/${kind}`)).body.entries as Record<string, unknown>[]
      const [name] = key.split(/ [@/] /)
      return list.filter((e) => Object.values(e).some((v) => String(v).replace(/-/g, '').toUpperCase() === name!.replace(/-/g, '')))
    }
    // What the demo plant has at that point and in that year makes room.
    await planner.delete(`/rack/greasing/entries/${encodeURIComponent('EF-1 / FAN SHAFT / SHEAVE END')}`)
    for (const kind of OWN_KINDS) {
      const by = kind === 'people' ? other : planner
      const [first, changed, key] = entries[kind]
      const before_ = (await held(kind, key)).length
      expect((await by.post(`/rack/${kind}`, { entries: [first] })).body, kind).to.include({ added: 1, changed: 0 })
      expect((await by.post(`/rack/${kind}`, { entries: [first] })).body, kind).to.include({ added: 0, same: 1, batchId: null })
      expect((await by.post(`/rack/${kind}`, { entries: [changed] })).body, kind).to.include({ added: 0, changed: 1 })
      const removed = await by.delete(`/rack/${kind}/entries/${encodeURIComponent(key)}`)
      expect(removed.status, kind).to.equal(200)
      expect(await held(kind, key), kind).to.have.length(before_)
      expect((await by.post(`/rack/changes/${removed.body.batchId}/undo`)).status, kind).to.equal(200)
      const [back] = await held(kind, key)
      expect(back, kind).to.deep.include(kind === 'cross-references' ? { marking: '6314 C3' } : changed)
      expect((await by.delete(`/rack/${kind}/entries/nothing`)).status, kind).to.equal(404)
    }
  })
  it('figures typed on a bearing’s page stand among the changes, empty ones take them away, and both go back', async () => {
    const figures = (dynamicRatingN: number | null) => ({
      dynamicRatingN,
      staticRatingN: null,
      fatigueLoadLimitN: null,
      massKg: null,
      sheet: 'data sheet',
    })
    const row = async () => (await planner.get('/bearings/6313')).body.row
    const computed = (await row()).dynamicRatingN
    await planner.put('/bearings/6313/makers-figures', figures(97500))
    const [entered] = (await planner.get('/rack/changes')).body
    expect(entered).to.include({ kind: 'figures', entries: 1 })
    expect((await planner.put('/bearings/6313/makers-figures', figures(null))).body.row.dynamicRatingN).to.equal(computed)
    const [emptied] = (await planner.get('/rack/changes')).body
    await planner.post(`/rack/changes/${emptied.id}/undo`)
    expect((await row()).dynamicRatingN).to.equal(97500)
    await planner.post(`/rack/changes/${entered.id}/undo`)
    expect((await row()).dynamicRatingN).to.equal(computed)
  })
  it('a file is not even read from somebody who may not send it', async () => {
    const viewer = await new Client(instances[0]!.url).signIn('viewer')
    expect((await viewer.post('/rack/stock/file', 'x'.repeat(7_000_000))).status).to.equal(403)
    expect((await planner.post('/rack/stock/file', 'x'.repeat(7_000_000))).status).to.equal(413)
  })
  it('a refused field of a form is named as the form knows it', async () => {
    const refused = async (kind: string, entry: object) => (await planner.post(`/rack/${kind}`, { entries: [entry] })).body.errors[0].field
    expect(await refused('stock', { marking: '99999', shelf: 'A', quantity: 1, note: '' })).to.equal('marking')
    expect(await refused('stock', { marking: '6312', shelf: '', quantity: 1, note: '' })).to.equal('shelf')
    expect(await refused('stock', { marking: '6312', shelf: 'A', quantity: -1, note: '' })).to.equal('quantity')
    expect(await refused('cross-references', { name: 'X', marking: '?' })).to.be.oneOf(['note', 'marking'])
    expect(
      await refused('figures', {
        designation: '1',
        dynamicRatingN: 1,
        staticRatingN: null,
        fatigueLoadLimitN: null,
        massKg: null,
        sheet: 'data sheet',
      }),
    ).to.equal('designation')
  })
  it('two instances bring the same file at once: it comes in once, the other finds it there', async () => {
    const text = `${head}\n6314 C3,R-1,5,\n6315 C3,R-2,6,\n`
    const both = await Promise.all([
      planner.post('/rack/stock/file?apply=1&name=a.csv', text),
      other.post('/rack/stock/file?apply=1&name=b.csv', text),
    ])
    expect(both.map((r) => r.body.added).sort()).to.deep.equal([0, 2])
    expect(both.map((r) => r.body.same).sort()).to.deep.equal([0, 2])
    expect(await stock('6314 C3', 'R-1')).to.include({ quantity: 5 })
  })
  it('two people take one change back at once: it goes back once', async () => {
    const { batchId } = (await planner.post('/rack/stock/file?apply=1', `${head}\n6316 C3,R-3,2,\n`)).body
    const both = await Promise.all([planner.post(`/rack/changes/${batchId}/undo`), other.post(`/rack/changes/${batchId}/undo`)])
    expect(both.map((r) => r.status).sort()).to.deep.equal([200, 409])
    expect(await stock('6316 C3', 'R-3')).to.equal(undefined)
  })
  it('every change stands in the list with who made it, and in the audit', async () => {
    const { body } = await planner.get('/rack/changes')
    expect(body[0]).to.include({ kind: 'stock', by: 'M. Thorpe', entries: 1 })
    expect(body.every((b: { at: string }) => !Number.isNaN(Date.parse(b.at)))).to.equal(true)
    const { rows } = await instances[0]!.pool.query("SELECT count(*)::int AS n FROM audit WHERE subject LIKE 'list %'")
    expect(rows[0].n).to.be.above(15)
  })
  it('search answers from the server with own bearings, at most as many rows as asked for', async () => {
    const found = (await planner.get('/bearings?find=deep&limit=3')).body
    expect(found.rows).to.have.length(3)
    expect(found.total).to.be.above(300)
    expect((await planner.get('/bearings?find=deep')).body.rows).to.have.length(50)
    expect((await planner.get('/bearings?find=deep&limit=9999')).body.rows).to.have.length(200)
    expect((await planner.get('/bearings?find=21%2027')).body.rows.map((r: { designation: string }) => r.designation)).to.include('HB 90')
    expect((await planner.get('/bearings/6%2F0')).status).to.equal(404)
  })
  it('the OpenAPI document says what the rack’s addresses take', async () => {
    const { paths } = (await planner.get('/openapi.json')).body
    const file = paths['/rack/{kind}/file'].post
    expect(Object.keys(file.requestBody.content)).to.deep.equal(['text/csv'])
    expect(file.parameters.map((p: { name: string }) => p.name)).to.deep.equal(['kind', 'name', 'apply', 'columns', 'progress'])
    expect(paths['/bearings'].get.parameters.map((p: { in: string; name: string }) => `${p.in} ${p.name}`)).to.deep.equal([
      'query find',
      'query limit',
    ])
  })
})
