import { expect } from 'chai'
import { readLine } from '../../src/core/line/notation.js'
import type { ImportReport } from '../../src/contract/own-data.js'
import type { MachineView } from '../../src/contract/machines.js'
import { Client, NOW, freshDatabase, machineBy, startInstance, type Instance } from './helpers.js'

const HEAD = 'code,name,area,location,line,words,shaft,housing,notes'
const quoted = (cells: readonly string[]) => cells.map((c) => `"${c.replaceAll('"', '""')}"`).join(',')
const row = (code: string, words: string, name = 'Juice pump', line = 'shaft') =>
  quoted([code, name, 'Press house / Cellar', '', line, words, '', '', ''])

describe('machines as a list', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let planner: Client
  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url, { now: () => NOW })
    planner = await new Client(instance.url).signIn('planner')
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })
  const bring = async (rows: readonly string[], apply = false): Promise<ImportReport> => {
    const reply = await planner.post(`/rack/machines/file?name=list.csv${apply ? '&apply=1' : ''}`, [HEAD, ...rows].join('\n'))
    expect(reply.status, JSON.stringify(reply.body)).to.equal(200)
    return reply.body as ImportReport
  }
  const codes = async () => ((await planner.get('/machines')).body.machines as { code: string }[]).map((m) => m.code)
  const undo = (id: number | null) => planner.post(`/rack/changes/${id}/undo`)

  it('names by line what is wrong, makes nothing of it, and then all of it', async () => {
    const wrong = await bring(
      [
        row('JP-1', 'coupling, 6312 C3 held, 320, NU 312 free, impeller'),
        row('JP-2', 'coupling, 6312 held, 320, NU 3l2 free'),
        row('JP-3', '6312 held, NU 312'),
        row('JP-4', '6312 held, 20, NU 312'),
        row('JP-5', '6312 since 2030-01-01, 320, NU 312'),
        row('JP-1', '6308, 200, 6308', 'Another name', 'second shaft'),
        row('JP-1', '6308, 200, 6308'),
        row('', '6308, 200, 6308'),
      ],
      true,
    )
    expect(wrong.batchId).to.equal(null)
    expect(
      wrong.errors.map((e) => [e.line, e.column]),
      JSON.stringify(wrong.errors),
    ).to.deep.equal([
      [3, 'words'],
      [4, 'words'],
      [5, 'words'],
      [6, 'words'],
      [7, 'code'],
      [8, 'code'],
      [9, 'code'],
    ])
    expect(wrong.errors[0]!.message).to.match(/“NU 3l2” is not understood.*It could be NU 312/)
    expect(await codes()).to.not.include('JP-1')
    const good = [
      row('JP-1', 'coupling, 6312 C3 held, 320, NU 312 free, impeller'),
      row('JP-1', '6308, 200, 6308', 'Juice pump', 'second shaft'),
      row('JP-2', 'coupling, 7312 B pair back-to-back held, 520, NU 212 free, impeller'),
    ]
    expect(await bring(good)).to.include({ added: 3, changed: 0, batchId: null })
    expect((await bring(good, true)).batchId).to.be.a('number')
    const made = await machineBy(planner, 'JP-1')
    expect(made.shaftLines.map((l) => [l.name, l.positions.length, l.components.length])).to.deep.equal([
      ['shaft', 2, 2],
      ['second shaft', 2, 0],
    ])
    expect(
      (await machineBy(planner, 'JP-2')).shaftLines[0]!.positions[0]!.places.map((p) => [
        p.code,
        p.set?.arrangement,
        p.fitted?.designation,
      ]),
    ).to.deep.equal([
      ['p1.1', 'back-to-back', '7312 B'],
      ['p1.2', 'back-to-back', '7312 B'],
    ])
    expect(await bring(good)).to.include({ added: 0, changed: 0, same: 3 })
  })

  it('a list comes out as it went in, and reads back as the same', async () => {
    const csv = (await planner.get('/rack/machines/list.csv')).body.toString('utf8').replace(/^\uFEFF/, '') as string
    expect(csv).to.contain('coupling, 7312 B pair back-to-back held, 520, NU 212 free, impeller')
    const again = await planner.post('/rack/machines/file?name=list.csv', csv)
    expect(again.body).to.include({ added: 0, changed: 0 })
    expect(again.body.errors).to.deep.equal([])
  })

  it('is taken back whole, and comes in again; not while a card works on one of its machines', async () => {
    const report = await bring([row('JP-8', '6312 held, 320, NU 312'), row('JP-9', '6312 held, 320, NU 312')], true)
    expect((await undo(report.batchId)).status).to.equal(200)
    expect(await codes()).to.not.include.members(['JP-8'])
    const second = await bring([row('JP-8', '6312 held, 340, NU 312'), row('JP-9', '6312 held, 320, NU 312')], true)
    const m: MachineView = await machineBy(planner, 'JP-8')
    expect(m.shaftLines).to.have.length(1)
    expect(m.shaftLines[0]!.positions.map((p) => p.alongMm)).to.deep.equal([0, 340])
    const { body: card } = await planner.post('/cards', { places: [m.shaftLines[0]!.positions[0]!.places[0]!.id], reason: 'noisy' })
    const refused = await undo(second.batchId)
    expect([refused.status, refused.body.detail]).to.deep.equal([
      409,
      `Open on these machines: card ${card.job.number} on JP-8. Finish or cancel first.`,
    ])
    expect(await codes()).to.include.members(['JP-8', 'JP-9'])
    await planner.post(`/cards/${card.job.id}/cancel`, { reason: 'only looked at' })
    expect((await undo(second.batchId)).status).to.equal(200)
  })

  it('what stands is written over and keeps its places, its history and its open card', async () => {
    await bring([row('JP-7', '6312 held, 320, NU 312')], true)
    const before = await machineBy(planner, 'JP-7')
    const ids = (m: MachineView) => m.shaftLines[0]!.positions.map((p) => p.places[0]!.id)
    expect(await bring([row('JP-7', '6312 C3 held, 330, NU 312')], true)).to.include({ added: 0, changed: 1 })
    const after = await machineBy(planner, 'JP-7')
    expect(ids(after)).to.deep.equal(ids(before))
    expect(after.changes[0]!.before!.words).to.equal('6312 held, 320, NU 312')
  })

  it('five thousand machines with twelve thousand supports come in within thirty seconds', async () => {
    // No two lines alike, as it is in no plant.
    const words = [
      (mm: number) => `6312 held, ${mm}, NU 312 free`,
      (mm: number) => `coupling, 22216 K on H 316 held, ${mm}, same free, fan wheel`,
      (mm: number) => `6308 held, ${mm}, 6308 free, 300, 6308 free`,
    ]
    const rows = Array.from({ length: 5000 }, (_, i) => row(`BULK-${i}`, words[i % 5 < 3 ? i % 2 : 2]!(300 + i)))
    // A server that has been at work on a small plant, on every connection that it has.
    await Promise.all(
      Array.from({ length: 120 }, (_, i) =>
        planner.post('/machines', {
          ...{ code: `WARM-${i}`, name: 'pump', area: '', location: '', notes: '' },
          lines: [
            { name: 'shaft', shaftMaterial: 'carbon-steel', housingMaterial: 'cast-iron', line: readLine(words[1]!(900), 'metric').line },
          ],
        }),
      ),
    )
    const begun = Date.now()
    const report = await bring(rows, true)
    const seconds = (Date.now() - begun) / 1000
    expect(report).to.include({ added: 5000 })
    expect(seconds, `${seconds} s`).to.be.below(30)
    const { rows: counted } = await instance.pool.query(
      "SELECT count(*) FROM position p JOIN shaft_line s ON s.id = p.shaft_line_id JOIN machine m ON m.id = s.machine_id WHERE m.code LIKE 'BULK-%'",
    )
    expect(Number(counted[0].count)).to.equal(12_000)
  })
})
