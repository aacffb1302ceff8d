import { randomUUID } from 'node:crypto'
import { expect } from 'chai'
import type { ImportReport, OwnKind } from '../../src/contract/own-data.js'
import { Client, NOW, freshDatabase, machineBy, startInstance, type Instance } from './helpers.js'

/** A plant's own files: greasing points, what was fitted before, people; with the columns and dates that they have. */
describe('lists of a plant of one’s own', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let planner: Client
  let admin: Client
  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url, { now: () => NOW })
    planner = await new Client(instance.url).signIn('planner')
    admin = await new Client(instance.url).signIn('administrator')
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })
  const read = async (kind: OwnKind, lines: string[], apply = false, query: Record<string, string> = {}, by = planner) => {
    const asked = new URLSearchParams({ name: 'own.csv', ...(apply ? { apply: '1' } : {}), ...query })
    return by.post(`/rack/${kind}/file?${asked}`, lines.join('\n'))
  }
  const errors = (report: ImportReport) => report.errors.map((e) => `${e.line} ${e.column}: ${e.message}`)

  it('columns by their own names are guessed, settled once and kept; what is left out is left out', async () => {
    const lines = [
      'Tag;Bearing position;Grease type;Interval;Amount;Last done;Colour',
      'CT-1;fan end;Wet-end calcium 2;60;18;1.10.2026;green',
    ]
    const first: ImportReport = (await read('greasing', lines)).body
    expect(first.headings.map((h) => [h.name, h.column, h.known])).to.deep.equal([
      ['Tag', 'machine', false],
      ['Bearing position', 'support', false],
      ['Grease type', 'grease', false],
      ['Interval', 'interval_days', false],
      ['Amount', 'grams', false],
      ['Last done', 'last', false],
      ['Colour', null, false],
    ])
    expect(errors(first)[0]).to.equal('1 Tag: no such column: say what it is here, or leave it out')
    const columns = JSON.stringify(Object.fromEntries(first.headings.map((h) => [h.name, h.column ?? ''])))
    const settled: ImportReport = (await read('greasing', lines, false, { columns })).body
    expect([settled.changed, settled.errors, settled.changes[0]!.after!.last]).to.deep.equal([1, [], '2026-10-01'])
    // A dry run keeps nothing, not what its columns were said to be either.
    expect((await read('greasing', lines)).body.headings[0].known).to.equal(false)
    const later: ImportReport = (await read('greasing', lines, true, { columns })).body
    expect([later.changed, later.batchId !== null]).to.deep.equal([1, true])
    const { lubrication } = (await machineBy(planner, 'CT-1')).shaftLines[0]!.positions.find((p) => p.name === 'fan end')!
    expect([lubrication!.intervalDays, lubrication!.intervalH, lubrication!.quantityG, lubrication!.school]).to.deep.equal([
      60,
      1440,
      18,
      'manual',
    ])
    expect(lubrication!.dueAt!.slice(0, 10)).to.equal('2026-11-30')
    expect((await planner.post(`/rack/changes/${later.batchId}/undo`)).status).to.equal(200)
    const again: ImportReport = (await read('greasing', lines)).body
    expect([again.headings[0]!.known, again.changed]).to.deep.equal([true, 1])
    expect((await read('greasing', lines, false, { columns: '{"Tag":"colour"}' })).status).to.equal(422)
    expect((await read('greasing', lines, false, { columns: '{' })).status).to.equal(422)
  })

  it('errors are told by line with what would mend them, and nothing is kept', async () => {
    const report: ImportReport = (
      await read(
        'greasing',
        [
          'machine,line,support,grease,interval_days,interval_h,grams,last',
          'XX-9,,fan end,,60,,18,',
          'CT-1,,attic end,,60,,18,',
          'CT-1,,fan end,Goose fat,60,,18,',
          'CT-1,,fan end,,0,,18,',
          'CT-1,,sheave end,,60,,18,2031-01-01',
          'CT-1,,fan end,,60,,18,3/4/2026',
        ],
        true,
      )
    ).body
    const said = errors(report)
    expect(said[0]).to.equal('2 machine: no machine has the code XX-9')
    expect(said[1]).to.contain('3 support: CT-1 has no attic end; its supports are ')
    expect(said[2]).to.contain('4 grease: "Goose fat" is none of the greases of this plant: ')
    expect(said[3]).to.equal('5 interval_days: must be above zero')
    expect(said[4]).to.equal('6 last: 2031-01-01 is still to come')
    expect(said[5]).to.contain('7 last: "3/4/2026" can be read two ways')
    expect(report.batchId).to.equal(null)
  })

  it('replacements of years before stand in the timeline, and two bearings at once are refused', async () => {
    const head = 'machine,support,place,designation,fitted,taken_out'
    const place = (await machineBy(planner, 'EF-1')).shaftLines[0]!.positions[0]!
    const since = place.places[0]!.fitted!.since!.slice(0, 10)
    const good = [head, `EF-1,${place.name},1,22216 K C3,12/05/2014,13/06/2016`, `EF-1,${place.name},,22216 K,13/06/2016,14/07/2018`]
    const made: ImportReport = (await read('history', good, true)).body
    expect([made.added, made.errors]).to.deep.equal([2, []])
    expect(made.notes).to.deep.equal(['Dates with strokes were read day first, as some of them can only be.'])
    expect(made.changes[0]!.after).to.include({ designation: '22216 K', group: '3', from: '2014-05-12', line: 'Fan shaft' })
    const { timeline } = await machineBy(planner, 'EF-1')
    expect(timeline.filter((e) => e.at.startsWith('2014-05-12'))).to.not.deep.equal([])
    const BAD: [string, string][] = [
      [`EF-1,${place.name},1,22216 K,2015-01-01,2017-01-01`, '22216 K is there from 2014-05-12 to 2016-06-13: two bearings at once'],
      [`EF-1,${place.name},1,22216 K,2018-08-01,`, `22216 K is there from ${since} until today: two bearings at once`],
      [`EF-1,${place.name},1,22216 K,2019-01-01,2018-01-01`, '2018-01-01 is not behind 2019-01-01'],
      [`EF-1,${place.name},1,22216 K,2031-01-01,`, '2031-01-01 is still to come'],
      [`EF-1,${place.name},7,22216 K,2019-01-01,2019-02-01`, 'has one bearing'],
    ]
    for (const [line, message] of BAD) {
      const { body: report } = await read('history', [head, line], true)
      expect(JSON.stringify(report.errors?.[0] ?? report), line).to.contain(message)
    }
    expect((await planner.post(`/rack/changes/${made.batchId}/undo`)).status).to.equal(200)
    expect((await machineBy(planner, 'EF-1')).timeline.filter((e) => e.at.startsWith('2014-05-12'))).to.deep.equal([])
  })

  it('people come by file without a password, and the last administrator cannot be lost', async () => {
    const lines = ['login,name,role,active', 'о-нэйм,Ольга,viewer,', 'z.pippin,Zoë Pippin 蘋果,technician,']
    expect((await read('people', lines, true, {}, planner)).status).to.equal(403)
    expect(errors((await read('people', lines, true, {}, admin)).body)[0]).to.contain('2 login: small letters')
    const made: ImportReport = (await read('people', [lines[0]!, lines[2]!], true, {}, admin)).body
    expect(made.added).to.equal(1)
    expect((await new Client(instance.url).post('/session', { login: 'z.pippin', password: 'cider-press-4' })).status).to.equal(401)
    const gone = await read('people', [lines[0]!, 'administrator,J. Lund,viewer,yes'], true, {}, admin)
    expect([gone.status, gone.body.detail]).to.deep.equal([422, 'Somebody must stay administrator.'])
    const busy = await read('people', [lines[0]!, 'technician,R. Amble,technician,no'], true, {}, admin)
    expect([busy.status, busy.body.detail]).to.deep.equal([
      409,
      'Still with cards or areas in hand: technician. Hand them over under Settings first.',
    ])
    expect((await admin.post(`/rack/changes/${made.batchId}/undo`)).status).to.equal(200)
    expect((await admin.get('/people')).body.map((p: { login: string }) => p.login)).to.not.include('z.pippin')
    expect((await planner.get('/rack/people')).status).to.equal(403)
  })

  const MANY = ['marking,shelf,quantity,note', ...Array.from({ length: 6000 }, (_, i) => `6312 2Z C3,S-${i},1,`)]
  it('a list that is stopped, before or while it is read, leaves nothing', async () => {
    const key = randomUUID()
    expect((await planner.get(`/imports/${key}`)).body).to.deep.equal({ done: 0, total: 0, stopped: false })
    expect((await planner.post(`/imports/${key}/stop`)).body.stopped).to.equal(true)
    const refused = await read('stock', MANY, true, { progress: key })
    expect([refused.status, refused.body.title]).to.deep.equal([409, 'Stopped'])
    const other = randomUUID()
    const running = read('stock', MANY, true, { progress: other })
    for (let i = 0; i < 400 && (await planner.get(`/imports/${other}`)).body.total === 0; i++) await new Promise((go) => setTimeout(go, 5))
    expect((await planner.get(`/imports/${other}`)).body.total).to.equal(6000)
    expect((await admin.get(`/imports/${other}`)).body.total, 'it is nobody else’s').to.equal(0)
    await planner.post(`/imports/${other}/stop`)
    expect((await running).status).to.equal(409)
    const { rows } = await instance.pool.query("SELECT count(*)::int AS n FROM stock_item WHERE shelf LIKE 'S-%'")
    expect(rows[0].n).to.equal(0)
  })
  it('a connection that ends while a list is read leaves nothing', async () => {
    const leave = new AbortController()
    const running = fetch(`${instance.url}/api/v1/rack/stock/file?apply=1`, {
      method: 'POST',
      headers: { ...planner.headers(), 'content-type': 'text/csv' },
      body: MANY.join('\n'),
      signal: leave.signal,
    }).catch(() => 'left')
    const total = async () => (await instance.pool.query('SELECT count(*)::int AS n FROM import_progress WHERE total = 6000')).rows[0].n
    const before_ = await total()
    for (let i = 0; i < 400 && (await total()) === before_; i++) await new Promise((go) => setTimeout(go, 5))
    leave.abort()
    expect(await running).to.equal('left')
    await new Promise((go) => setTimeout(go, 1500))
    const { rows } = await instance.pool.query("SELECT count(*)::int AS n FROM stock_item WHERE shelf LIKE 'S-%'")
    expect(rows[0].n).to.equal(0)
  })
})
