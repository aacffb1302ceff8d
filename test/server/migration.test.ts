import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { expect } from 'chai'
import { phraseOf } from '../../src/server/cards/earlier/marked.js'
import type { Amount, Phrase } from '../../src/core/words/message.js'
import type pg from 'pg'
import type { CardView } from '../../src/contract/cards.js'
import type { FinishedCard } from '../../src/contract/finished.js'
import type { MachineView } from '../../src/contract/machines.js'
import { writeMissingDocuments } from '../../src/server/cards/finish.js'
import { figuresOf } from '../../src/core/card/results.js'
import { prepareDatabase } from '../../src/server/prepare.js'
import { answer, Client, NOW, blankDatabase, startInstance, type Instance } from './helpers.js'

const DUMP = join(process.cwd(), 'test', 'server', 'dumps', 'before-shaft-lines.sql.gz')

/** A finished card as the release before stored it: one bearing at one of two ends. */
interface OldCard {
  evaluation: Record<string, { figures: { key: string; value: unknown }[]; verdict: object; cautions: object[] }>
  states: { key: string; holds: boolean }[]
  steps: { key: string; signedBy: string; values: object }[]
}

/** A database of the release before cards were those of shaft lines: demo plant, open and finished cards, an imported list, free text. */
/** Sentences with their quantities written as they were then, `{60|length|3}`. */
function asMarked(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(asMarked)
  if (typeof value !== 'object' || value === null) return value
  if ('says' in value) {
    const { says, with: places } = value as Phrase
    return says.replace(/\{(\d+)\}/g, (_, n: string) => {
      const { value: number, quantity, decimals } = places[n] as Amount
      return `{${[number, quantity, decimals].filter((part) => part !== undefined).join('|')}}`
    })
  }
  return Object.fromEntries(Object.entries(value).map(([key, v]) => [key, asMarked(v)]))
}

describe('a database of the release before', () => {
  let db: Awaited<ReturnType<typeof blankDatabase>>
  let instance: Instance
  let technician: Client
  let old: Record<string, unknown[]>
  let stored: Map<number, OldCard>

  before(async () => {
    db = await blankDatabase()
    await db.run(gunzipSync(readFileSync(DUMP)).toString('utf8'))
    const all = async (sql: string) => (await db.query(sql)).rows
    stored = new Map((await all('SELECT job_id, card FROM public.finished_card')).map((r) => [Number(r.job_id), r.card as OldCard]))
    old = {
      answers: await all('SELECT job_id, station, version, data FROM public.answer ORDER BY 1, 2, 3'),
      installations: await all('SELECT position_id, designation, clearance_group, fitted FROM public.installation ORDER BY id'),
      duty: await all(
        'SELECT d.shaft_line_id, d.version, d.data, p.shaft_end FROM public.duty d JOIN public.position p ON p.id = d.position_id ORDER BY 1, 2',
      ),
      jobs: await all('SELECT id, number, reason, status FROM public.job ORDER BY id'),
      greasings: await all('SELECT key FROM public.grease_event'),
      points: await all('SELECT position_id, interval_days, quantity_g, due_at FROM public.lubrication_point ORDER BY 1'),
      stock: await all('SELECT marking, shelf, quantity FROM public.stock_item ORDER BY 1, 2'),
      steps: await all('SELECT job_id, key, fields, signed_by, rested_on FROM public.step ORDER BY 1, 2'),
    }
    await prepareDatabase(db.url, join(process.cwd(), 'src', 'server', 'migrations'))
    instance = await startInstance(db.url)
    await writeMissingDocuments(instance.pool, NOW, (id, error) => {
      throw new Error(`job ${id}: ${String(error)}`)
    })
    technician = await new Client(instance.url).signIn('technician')
  })
  after(async () => {
    await instance?.close()
    await db?.drop()
  })

  const rows = async (sql: string): Promise<pg.QueryResultRow[]> => (await instance.pool.query(sql)).rows
  const card = async (id: number): Promise<CardView> => (await technician.get(`/cards/${id}`)).body
  const machine = async (code: string): Promise<MachineView> => {
    const { machines } = (await technician.get('/machines')).body
    return (await technician.get(`/machines/${machines.find((m: { code: string }) => m.code === code).id}`)).body
  }

  it('keeps every job, greasing and shelf', async () => {
    expect(await rows('SELECT id, number, reason, status FROM job ORDER BY id')).to.deep.equal(
      old.jobs!.map((j) => ({ ...(j as object), id: Number((j as { id: string }).id) })),
    )
    expect(await rows('SELECT key FROM grease_event')).to.have.length(old.greasings!.length)
    const points = await rows(
      'SELECT t.id AS position_id, f.interval_days, f.quantity_g, t.due_at FROM greasing_point t JOIN point_feed f ON f.point_id = t.id ORDER BY 1',
    )
    expect(points, 'a printed label still finds its point').to.have.length.above(5)
    expect(points.map((p) => [Number(p.position_id), p.due_at?.toISOString()])).to.deep.equal(
      (old.points as pg.QueryResultRow[]).map((p) => [Number(p.position_id), p.due_at?.toISOString()]),
    )
    expect(await rows('SELECT marking, shelf, quantity FROM stock_item ORDER BY 1, 2')).to.deep.equal(old.stock)
    const changes = (await technician.get('/rack/changes')).body
    expect(changes.some((c: { source: string }) => c.source.includes('shelves.csv'))).to.equal(true)
  })

  it('carries over every answer that said something, at the level where it belongs', async () => {
    const now = new Map(
      (await rows("SELECT job_id || ' ' || scope || '/' || station || '.' || field AS key, value FROM answer")).map((r) => [
        r.key as string,
        r.value as unknown,
      ]),
    )
    const newest = new Map<string, { job_id: string; station: string; data: Record<string, unknown> }>()
    for (const a of old.answers as { job_id: string; station: string; data: Record<string, unknown> }[])
      newest.set(`${a.job_id} ${a.station}`, a)
    let compared = 0
    for (const { job_id, station, data } of newest.values())
      for (const [field, value] of Object.entries(data)) {
        if (value === null || value === false || value === '' || (Array.isArray(value) && !value.length)) continue
        const name = field.endsWith('EndHeld') && station === 'arrange' ? 'held' : field
        const scopes = name === 'held' ? [field === 'driveEndHeld' ? 'p1' : 'p2'] : ['line', 'p1', 'p2', 'p1.1', 'p2.1']
        const found = scopes.map((s) => now.get(`${job_id} ${s}/${station}.${name}`)).filter((v) => v !== undefined)
        expect(
          found.map((v) => JSON.stringify(v)),
          `${job_id} ${station}.${field}`,
        ).to.include(JSON.stringify(value))
        compared += 1
      }
    expect(compared).to.be.above(150)
  })

  it('keeps the steps with their signatures, which hold as they held', async () => {
    const steps = await rows('SELECT job_id, key, fields, signed_by FROM step ORDER BY 1, 2')
    expect(steps).to.have.length(old.steps!.length)
    const open = await card(5)
    expect(open.steps.map((s) => s.key).sort()).to.deep.equal(['line/isolate', 'p1.1/bore', 'p1.1/seat'])
    expect(open.steps.find((s) => s.key === 'p1.1/seat')!.restedOn).to.deep.equal({
      'p1.1/identify.designation': '6312',
      'p1.1/fit.shaftClass': 'k5',
    })
    // Its old bearing came off before that was a step of the plan: somebody says so.
    expect((await answer(technician, 5, { 'p1.1/mount.takeOff': 'none' })).status).to.equal(200)
    const next = await technician.post(`/cards/5/steps/${encodeURIComponent('p1.1/bore')}/signature`)
    expect(next.status, next.body?.detail).to.equal(200)
  })

  it('shows finished cards as they were frozen', async () => {
    expect([...stored.keys()]).to.deep.equal([1, 2, 3])
    for (const [id, was] of stored) {
      const view = await card(id)
      const figures = figuresOf(view.finished!.evaluation)
      const [{ place }] = view.finished!.evaluation.order as [{ place: string; lead: string }]
      for (const [station, result] of Object.entries(was.evaluation)) {
        for (const figure of result.figures) {
          const scoped = [place, place.split('.')[0]!, 'line'].map((scope) => figures.get(`${scope}/${figure.key}`)).find(Boolean)
          expect(asMarked(scoped), figure.key).to.deep.equal(figure)
        }
        const shown = view.finished!.evaluation.places[place]![station]!
        expect(shown.verdict).to.deep.equal(result.verdict)
        expect(asMarked(shown.cautions)).to.deep.equal(result.cautions)
      }
      expect(view.finished!.states.map((s) => s.holds)).to.deep.equal(was.states.map((s) => s.holds))
      expect(view.steps.map((s) => [s.signedBy, s.values])).to.deep.equal(was.steps.map((s) => [s.signedBy, s.values]))
      expect((await technician.get(`/cards/${id}/card.pdf`)).status).to.equal(200)
      expect((await technician.get(`/cards/${id}/section.svg`)).status).to.equal(200)
    }
    const after = (await rows('SELECT card FROM finished_card ORDER BY job_id')).map((r) => r.card as FinishedCard)
    expect(after).to.deep.equal([...stored.values()])
  })

  it('reads a pair that was written in words as two places of one set, and keeps the words', async () => {
    const [lower, upper] = (await machine('CF-1')).shaftLines[0]!.positions
    expect(lower!.places.map((p) => [p.code, p.fitted?.designation, p.set])).to.deep.equal([
      ['p1.1', '7212', { code: 's1', arrangement: 'back-to-back' }],
      ['p1.2', '7212', { code: 's1', arrangement: 'back-to-back' }],
    ])
    expect(upper!.places.map((p) => p.fitted?.designation)).to.deep.equal(['NU 1010'])
    const open = await card(6)
    expect(open.context.onCard).to.deep.equal(['p1.1', 'p1.2'])
    const written = await rows("SELECT DISTINCT written_as FROM installation WHERE written_as LIKE '% pair, %' ORDER BY 1")
    expect(written.map((r) => r.written_as)).to.deep.equal(
      (old.installations as { designation: string }[])
        .map((i) => i.designation)
        .filter((d) => d.includes(' pair, '))
        .sort(),
    )
  })

  it('keeps what no catalogue lists, and cards on it can be read and changed', async () => {
    const [left, right] = (await machine('PA-1')).shaftLines[0]!.positions
    expect([left, right].map((p) => p!.places[0]!.fitted!.designation)).to.deep.equal(Array(2).fill('bronze sleeve 60 × 75 × 70'))
    const open = await card(7)
    expect(open.answers['p1/duty.ambientC']!.value).to.equal(21)
    expect(open.context.positions[0]!.places[0]!.designation).to.contain('bronze sleeve')
  })

  it('keeps every word on the duty: the newest as one duty of the line, the older ones behind it', async () => {
    const now = await rows('SELECT shaft_line_id, version, data FROM duty ORDER BY 1, 2')
    expect(now).to.have.length(old.duty!.length)
    ;(old.duty as { data: Record<string, unknown>; shaft_end: string }[]).forEach(({ data, shaft_end }, i) => {
      for (const [field, value] of Object.entries(data)) {
        const kept = now[i]!.data as Record<string, unknown>
        expect(kept[`line/duty.${field}`] ?? kept[`${shaft_end === 'drive' ? 'p1' : 'p2'}/duty.${field}`] ?? null, field).to.deep.equal(
          value,
        )
      }
    })
    const pump = (await machine('MP-2')).shaftLines[0]!
    expect(pump.positions.map((p) => [p.code, p.alongMm, p.held])).to.deep.equal([
      ['p1', 0, true],
      ['p2', 310, false],
    ])
    expect(pump.positions.every((p) => p.places[0]!.life !== null)).to.equal(true)
  })

  // prettier-ignore
  for (const [was, is] of [
    ['Heat to {95|temperature}, {12.5|gap|2} away', { says: 'Heat to {0}, {1} away', with: { 0: { value: 95, quantity: 'temperature' }, 1: { value: 12.5, quantity: 'gap', decimals: 2 } } }],
    ['sizes {40;80;18|sizes}', { says: 'sizes {0}', with: { 0: { sizesMm: [40, 80, 18] } } }],
    ['cold {-78|temperature}', { says: 'cold {0}', with: { 0: { value: -78, quantity: 'temperature' } } }],
    ['of \uE07B1|x}', { says: 'of {0}1|x}', with: { 0: '{' } }],
    ['of {1|nothing}', 'of {1|nothing}'],
    ['nothing of it', 'nothing of it'],
  ] as const)
    it(`reads a sentence of before: ${was}`, () => expect(phraseOf(was)).to.deep.equal(is))
})
