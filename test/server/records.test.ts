import { expect } from 'chai'
import type { CardView } from '../../src/contract/cards.js'
import { draftOf, type LineInput } from '../../src/contract/lines.js'
import type { MachineView } from '../../src/contract/machines.js'
import type { LineDraft } from '../../src/core/line/draft.js'
import { carryOver } from '../../src/core/line/carry.js'
import { readLine } from '../../src/core/line/notation.js'
import { writeLine } from '../../src/core/line/write-line.js'
import { Client, NOW, answer, freshDatabase, startInstance, type Instance } from './helpers.js'

const typed = (words: string): LineDraft => readLine(words, 'metric').line
const FAN = 'sheave, 22216 K C3 on H 316 held, 900, same free, fan wheel'
const HEAD = { name: 'Fan shaft', shaftMaterial: 'carbon-steel', housingMaterial: 'cast-iron' } as const
const machineOf = (code: string, words = FAN) => ({
  ...{ code, name: 'Loft fan', area: 'Press house/ Loft', location: 'under the ridge', notes: '' },
  lines: [{ ...HEAD, line: typed(words) }],
})

describe('records of a plant of one’s own', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let technician: Client
  let planner: Client

  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url, { now: () => NOW })
    technician = await new Client(instance.url).signIn('technician')
    planner = await new Client(instance.url).signIn('planner')
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })

  const made = async (code: string, words?: string): Promise<MachineView> => {
    const { status, body } = await technician.post('/machines', machineOf(code, words))
    expect(status, JSON.stringify(body)).to.equal(201)
    return body as MachineView
  }
  const words = (m: MachineView, i = 0) => writeLine(draftOf(m.shaftLines[i]!), 'metric')
  const retype = (m: MachineView, text: string, change: Partial<LineInput> = {}) => {
    const line = m.shaftLines[0]!
    const body = { ...HEAD, version: line.version, line: carryOver(draftOf(line), typed(text)), ...change }
    return technician.put(`/lines/${line.id}`, body)
  }
  const fittedAt = async (placeId: number) =>
    (
      await instance.pool.query<{ designation: string; from: string | null; to: string | null }>(
        `SELECT designation, to_char(lower(fitted), 'YYYY-MM-DD') AS from, to_char(upper(fitted), 'YYYY-MM-DD') AS to
         FROM installation WHERE place_id = $1 ORDER BY lower(fitted) NULLS FIRST`,
        [placeId],
      )
    ).rows.map((r) => `${r.designation} ${r.from ?? '…'}–${r.to ?? ''}`)

  it('a support before the beginning of its line is refused with its field', async () => {
    const m = await made('LF-0')
    const { version, ...line } = { version: m.shaftLines[0]!.version, line: draftOf(m.shaftLines[0]!) }
    const [first, ...others] = line.line.positions
    const wrong = { ...line.line, positions: [{ ...first!, alongMm: -5 }, ...others] }
    for (const reply of [
      await technician.put(`/lines/${m.shaftLines[0]!.id}`, { ...HEAD, version, line: wrong }),
      await technician.post(`/machines/${m.id}/lines`, { ...HEAD, name: 'Second shaft', line: wrong }),
    ])
      expect([reply.status, reply.body.errors?.[0].field], reply.body.detail).to.deep.equal([422, 'line.positions.0.alongMm'])
  })

  it('a machine typed in words stands as it was typed, with its area and who made it', async () => {
    const m = await made('LF-1')
    expect(words(m)).to.equal(FAN)
    expect(m.area).to.equal('Press house / Loft')
    expect(m.shaftLines[0]!.positions.map((p) => [p.code, p.name, p.held])).to.deep.equal([
      ['p1', 'sheave end', true],
      ['p2', 'fan end', false],
    ])
    expect(m.shaftLines[0]!.positions[0]!.places[0]!.shaftSeat).to.deep.equal({ kind: 'adapter-sleeve', sleeve: 'H 316' })
    expect(m.changes.map((c) => [c.kind, c.lineName, c.by])).to.deep.equal([
      ['made', 'Fan shaft', 'R. Amble'],
      ['made', null, 'R. Amble'],
    ])
    expect((await technician.get('/machines')).body.machines.map((x: { code: string }) => x.code)).to.include('LF-1')
  })

  it('what was said of a line is not asked on its card: what sits on it, its housing, oil or grease, its nut', async () => {
    const { body: greases } = await planner.post('/settings/greases', { name: 'Sheet room 2', thickener: 'lithium', viscosity40: 220 })
    const tin = greases.greases.find((g: { name: string }) => g.name === 'Sheet room 2')
    expect(tin).to.deep.include({ viscosity40: 220, nlgi: '2', usual: ['baseOil', 'nlgi', 'viscosity100', 'lowC', 'highC'] })
    const said =
      'sheave Ø355 3 belts, 180, 22218 K on H 318 held in SN 518 grease "Sheet room 2", 900, UCP 210 grease lithium NLGI 2, impeller 185 kg push 2 kN left, castellated nut'
    const m = await made('SAID-1', said)
    const [line] = m.shaftLines
    expect(draftOf(line!).components).to.deep.equal(typed(said).components)
    expect(readLine(words(m), 'metric').line).to.deep.equal(typed(said))
    const card = (await technician.post('/cards', { places: line!.positions.flatMap((p) => p.places.map((x) => x.id)), reason: 'x' }))
      .body as CardView
    const value = (key: string) => card.answers[key]?.value
    expect(value('p1.1/mount.standsIn')).to.equal('split')
    expect(value('p1.1/fit.split')).to.equal(true)
    expect(value('p2.1/mount.standsIn')).to.equal('solid')
    expect(value('p1/lubricate.greaseId')).to.equal(tin.id)
    expect(value('line/mount.hubLock')).to.equal('castellated')
    expect(card.context.positions.map((p) => p.past.grease?.name)).to.deep.equal(['Sheet room 2', 'lithium NLGI 2, the rest as usual'])
    const sources = value('line/duty.sources') as { kind: string; values: Record<string, number>; toward: string | null }[]
    expect(sources.map((s) => [s.kind, s.values.massKg ?? s.values.pitchDiameterMm ?? s.values.axialN, s.toward])).to.deep.equal([
      ['belt', 355, null],
      ['weight', undefined, null],
      ['force', 2000, 'left'],
      ['weight', 185, null],
    ])
    // Typed over: the block and what is known go and come with the words.
    const again = await retype(m, said.replace(' in SN 518', '').replace('185 kg', '190 kg'))
    expect(again.status).to.equal(200)
    expect(words(again.body as MachineView))
      .to.contain('190 kg')
      .and.not.contain('SN 518')
  })

  // prettier-ignore
  const REFUSED: [what: string, body: object, field: string][] = [
    ['a code that another machine has', machineOf('MM-1'), 'code'],
    ['a machine without a code', machineOf(' '), 'code'],
    ['a line without a support', machineOf('X-1', 'coupling'), 'lines.0.line'],
    ['supports whose bearings overlap', machineOf('X-2', '6312, 20, 6312'), 'lines.0.line.positions.1'],
    ['a day that has not come', machineOf('X-3', '6312 since 2027-01-01, 320, 6312'), 'lines.0.line.positions.0'],
    ['a material that is none', { ...machineOf('X-4'), lines: [{ ...HEAD, shaftMaterial: 'oak', line: typed(FAN) }] }, 'lines.0.shaftMaterial'],
  ]
  for (const [what, body, field] of REFUSED)
    it(`refuses ${what}`, async () => {
      const { status, body: answer } = await technician.post('/machines', body)
      expect(status).to.equal(422)
      expect(answer.errors.map((e: { field: string }) => e.field)).to.include(field)
    })

  it('a correction changes what stands; another bearing with a later day is a replacement, and history keeps both', async () => {
    let m = await made('LF-2', '6312 since 2025-03-01, 320, NU 312')
    const [first] = m.shaftLines[0]!.positions.map((p) => p.places[0]!.id)
    m = (await retype(m, '6313 since 2025-03-01, 320, NU 312')).body
    expect(await fittedAt(first!)).to.deep.equal(['6313 2025-03-01–'])
    m = (await retype(m, '6312 C3 since 2026-02-01, 320, NU 312')).body
    expect(await fittedAt(first!)).to.deep.equal(['6313 2025-03-01–2026-02-01', '6312 2026-02-01–'])
    const early = await retype(m, '6312 C3 since 2025-01-01, 320, NU 312')
    expect([early.status, early.body.errors[0].allowed]).to.deep.equal([422, 'a day after the bearing before it came out'])
    m = (await retype(m, '6312 C3 since 2026-02-01, 320, NU 312 C3')).body
    expect(words(m)).to.equal('6312 C3 since 2026-02-01, 320, NU 312 C3')
    expect(m.changes[0]).to.deep.include({ kind: 'changed', lineName: 'Fan shaft' })
    expect([m.changes[0]!.before!.words, m.changes[0]!.after!.words]).to.deep.equal([
      '6312 C3 since 2026-02-01, 320, NU 312',
      '6312 C3 since 2026-02-01, 320, NU 312 C3',
    ])
  })

  it('what stood before is put back as it was, with its codes', async () => {
    const m = await made('LF-3', '6312 held, 320, NU 312 + 7312 B pair back-to-back, impeller')
    const codes = (v: MachineView) => v.shaftLines[0]!.positions.map((p) => p.places.map((x) => [x.id, x.code]))
    const less = (await retype(m, '6312 held, 400, NU 312')).body as MachineView
    expect(codes(less).flat()).to.have.length(2)
    const back = await technician.put(`/lines/${m.shaftLines[0]!.id}`, {
      ...HEAD,
      version: less.shaftLines[0]!.version,
      line: draftOf(m.shaftLines[0]!),
    })
    expect(back.status, JSON.stringify(back.body)).to.equal(200)
    expect([words(back.body), codes(back.body)]).to.deep.equal([words(m), codes(m)])
  })

  it('two who change one line: the second is told, and nothing of it is stored', async () => {
    const m = await made('LF-4')
    expect((await retype(m, '22216 K C3 on H 316 held, 950, same free')).status).to.equal(200)
    const late = await retype(m, '22216 K C3 on H 316 held, 990, same free')
    expect([late.status, late.body.current.positions[1].alongMm]).to.deep.equal([409, 950])
  })

  it('what it runs in is part of the line: kept, said in what was changed, moved on an open card', async () => {
    const m = await made('LF-9', '6312 held, 320, NU 312')
    const oiled = (await retype(m, '6312 held, 320, NU 312 in oil VG 68 -/17/14')).body as MachineView
    expect(words(oiled)).to.match(/ in oil VG 68 -\/17\/14$/)
    expect(oiled.shaftLines[0]!.positions[1]!.oil).to.deep.equal({ feed: 'bath', viscosity40: 68, viscosity100: null, code: '-/17/14' })
    expect(JSON.stringify(oiled.changes[0]!.after)).to.contain('in oil VG 68')
    const card = (await technician.post('/cards', { places: [oiled.shaftLines[0]!.positions[1]!.places[0]!.id], reason: 'oil' }))
      .body as CardView
    expect(card.context.positions[1]!.past.oil!.viscosity40).to.equal(68)
  })

  it('a place is not taken away from under its card; what else changes is shown on it', async () => {
    const m = await made('LF-5')
    const line = m.shaftLines[0]!
    const card = (await technician.post('/cards', { places: [line.positions[1]!.places[0]!.id], reason: 'hot' })).body as CardView
    await answer(technician, card.job.id, { 'line/duty.speedRpm': 900 })
    const gone = await retype(m, '22216 K C3 on H 316 held')
    expect([gone.status, gone.body.detail]).to.deep.equal([
      409,
      `Card ${card.job.number} works on the fan end: finish or cancel it before the bearing is taken off the line.`,
    ])
    const wider = (await retype(m, '22216 K C3 on H 316 held, 1200, same free')).body as MachineView
    const seen = (await technician.get(`/cards/${card.job.id}`)).body as CardView
    expect(seen.lineChanges.map((c) => [c.before!.words, c.after!.words])).to.deep.equal([
      [FAN, '22216 K C3 on H 316 held, 1200 mm, same free'],
    ])
    expect(seen.answers['line/duty.speedRpm']!.value).to.equal(900)
    // The support that no card works on may go, and its card stays as it is.
    const alone = await technician.put(`/lines/${line.id}`, {
      ...{ ...HEAD, version: wider.shaftLines[0]!.version },
      line: { ...draftOf(wider.shaftLines[0]!), positions: draftOf(wider.shaftLines[0]!).positions.slice(1), components: [] },
    })
    expect(alone.status, JSON.stringify(alone.body)).to.equal(200)
    expect((await technician.get(`/cards/${card.job.id}/card.pdf`)).status).to.equal(200)
    const retired = await planner.put(`/machines/${m.id}/retirement`, { retired: true, reason: 'sold' })
    expect([retired.status, retired.body.detail]).to.deep.equal([
      409,
      `Open on this machine: card ${card.job.number}. Finish or cancel first.`,
    ])
    await technician.post(`/cards/${card.job.id}/cancel`, { reason: 'only looked at' })
    expect((await planner.put(`/machines/${m.id}/retirement`, { retired: true, reason: 'sold' })).body.retired.reason).to.equal('sold')
    expect((await technician.get(`/cards/${card.job.id}`)).body.line.positions).to.have.length(1)
    expect((await technician.get('/machines')).body.machines.map((x: { code: string }) => x.code)).to.not.include('LF-5')
    expect((await planner.put(`/machines/${m.id}/retirement`, { retired: false, reason: '' })).body.retired).to.equal(null)
  })

  it('six of the same: lines, seats, bearings and what is wanted of grease; duty, days and history stay behind', async () => {
    const { body: found } = await technician.get('/machines')
    const fan = found.machines.find((x: { code: string }) => x.code === 'EF-1') as { id: number }
    const model = (await technician.get(`/machines/${fan.id}`)).body as MachineView
    const copies = await technician.post(`/machines/${fan.id}/copies`, { codes: ['PF-11', 'PF-12', 'PF-13', 'PF-14', 'PF-15', 'PF-16'] })
    expect(copies.status, JSON.stringify(copies.body)).to.equal(201)
    expect(copies.body).to.have.length(6)
    const copy = (await technician.get(`/machines/${copies.body[0].id}`)).body as MachineView
    const bare = (m: MachineView) => words(m).replace(/ since [^\s,]+/g, '')
    expect(bare(copy)).to.equal(bare(model))
    expect(words(copy)).to.not.contain('since')
    expect(copy.jobs).to.deep.equal([])
    const point = (m: MachineView) => m.shaftLines[0]!.positions[0]!.lubrication!
    expect([point(copy).intervalH, point(copy).quantityG]).to.deep.equal([point(model).intervalH, point(model).quantityG])
    expect([point(copy).lastAt, point(copy).dueAt]).to.deep.equal([null, null])
    const again = await technician.post(`/machines/${fan.id}/copies`, { codes: ['PF-17', 'PF-11'] })
    expect(again.status).to.equal(422)
    expect(
      (await technician.get('/machines')).body.machines.map((x: { code: string }) => x.code),
      'all or none',
    ).to.not.include('PF-17')
  })

  it('a viewer reads and changes nothing', async () => {
    const viewer = await new Client(instance.url).signIn('viewer')
    expect((await viewer.post('/machines', machineOf('V-1'))).status).to.equal(403)
    expect((await viewer.get('/yard')).status).to.equal(200)
  })

  it('every line of the demo plant is written in words that read back as it', async () => {
    const { body: found } = await technician.get('/machines')
    for (const { id, code } of found.machines as { id: number; code: string }[]) {
      const m = (await technician.get(`/machines/${id}`)).body as MachineView
      for (const line of m.shaftLines) {
        const draft = draftOf(line)
        for (const system of ['metric', 'inch'] as const) {
          const read = readLine(writeLine(draft, system), system)
          expect(read.problems, `${code}: ${writeLine(draft, system)}`).to.deep.equal([])
          const again = carryOver(draft, read.line)
          again.positions.forEach((p, i) => expect(p.alongMm).to.be.closeTo(draft.positions[i]!.alongMm, 0.002))
          expect(
            { ...again, positions: again.positions.map((p, i) => ({ ...p, alongMm: draft.positions[i]!.alongMm })) },
            `${code} ${system}`,
          ).to.deep.equal(draft)
        }
      }
    }
  })
})
