import { createHash } from 'node:crypto'
import { request } from 'node:http'
import { Ajv2020 } from 'ajv/dist/2020.js'
import { expect } from 'chai'
import { PLANT_FILE_TYPE } from '../../src/contract/plant-document.js'
import { Client, NOW, freshDatabase, machineBy, plantLinesOf, startInstance, type Instance } from './helpers.js'

type Line = Record<string, any> // eslint-disable-line @typescript-eslint/no-explicit-any
const fileOf = (lines: readonly (Line | string)[]) => lines.map((l) => (typeof l === 'string' ? l : JSON.stringify(l))).join('\n')
/** With its end counted anew. */
const ended = (lines: readonly (Line | string)[]) => [...lines, { kind: 'end', lines: lines.length }]
const sumOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex')
const PDF = Buffer.from('%PDF-1.4 the fan manual %%EOF')

/** Papers of so many MB go out and in at once: `npm run ordeal` takes 420. */
const PAPERS_MB = Number(process.env.ORDEAL_PAPERS_MB ?? 84)
/** As elsewhere in the gate, where a busy disk counts too; the long way asks for one second. */
const MOST_MS = Number(process.env.ORDEAL_MOST_MS ?? 3000)

describe('the plant as one file', () => {
  const open: { db: Awaited<ReturnType<typeof freshDatabase>>; instance: Instance }[] = []
  const stage = async (content: 'demo' | 'empty') => {
    const db = await freshDatabase(content)
    const instance = await startInstance(db.url, { demo: content === 'demo', now: () => NOW })
    open.push({ db, instance })
    return instance
  }
  /** A plant with nothing in it but its administrator. */
  const bare = async () => {
    const instance = await stage('empty')
    await instance.pool.query("INSERT INTO setting (key, value) VALUES ('first-administrator-code', 'abc123')")
    const client = new Client(instance.url)
    await client.post('/first-administrator', { code: 'abc123', name: 'N. First', login: 'administrator', password: 'russet-russet' })
    return { client: await client.signIn('administrator', 'russet-russet'), instance }
  }
  let full: Client
  let empty: Client
  let lines: Line[]
  before(async () => {
    full = await new Client((await stage('demo')).url).signIn('administrator')
    const fan = await machineBy(full, 'EF-1')
    const { body: folder } = await full.post(`/machines/${fan.id}/documents?kind=manual&name=Fan%20manual`, PDF)
    const said = { documentId: folder.documents[0].id, subject: 'interval', words: 'every 700 h', amount: 700, page: 9 }
    await full.post(`/machines/${fan.id}/sayings`, { ...said, positionId: fan.shaftLines[0]!.positions[1]!.id })
    await full.post(`/machines/${fan.id}/sayings`, { ...said, subject: 'grease', words: 'polyurea', amount: null, positionId: null })
    await full.post(`/machines/${fan.id}/copies`, { codes: ['EF-2'] })
    const [me] = (await full.get('/colleagues')).body
    await full.put('/areas/charge', { area: 'Press house', personId: me.id })
    await full.post('/rack/stock', { entries: [{ marking: '6312 C3', shelf: 'A-1', quantity: 2, note: '' }] })
    lines = plantLinesOf((await full.get('/plant-file')).body)
    empty = (await bare()).client
  })
  after(async () => {
    for (const { db, instance } of open) {
      await instance.close()
      await db.drop()
    }
  })
  const send = (client: Client, body: string) => client.send('POST', '/plant-file', body, { 'content-type': PLANT_FILE_TYPE })

  it('comes out line by line as its schema says, with what it holds and what it leaves out', async () => {
    const schema = (await full.get('/plant-file.schema.json')).body
    const valid = new Ajv2020({ strict: false, validateFormats: false }).compile(schema)
    for (const line of lines)
      expect(valid(line), `${JSON.stringify(line).slice(0, 200)} ${JSON.stringify(valid.errors?.slice(0, 3))}`).to.equal(true)
    expect(lines[0]).to.include({ kind: 'plant', version: 2 })
    expect([lines[0]!.holds, lines[0]!.leavesOut].join()).to.contain('papers and pictures').and.contain('Job cards')
    expect(lines.at(-1)).to.deep.equal({ kind: 'end', lines: lines.length - 1 })
    const of = (kind: string) => lines.filter((l) => l.kind === kind)
    expect(
      of('entry')
        .filter((l) => l.list === 'machines')
        .map((l) => l.entry.code),
    ).to.include.members(['MM-1', 'LS-1', 'PA-1'])
    expect(of('fitted').length).to.be.greaterThan(15)
    expect((await (await new Client(full.base).signIn('planner')).get('/plant-file')).status).to.equal(403)
  })

  it('reads back into an empty plant and gives the same one', async () => {
    const { client, instance } = await bare()
    const reply = await send(client, fileOf(lines))
    expect(reply.status, JSON.stringify(reply.body)).to.equal(201)
    const machines = new Set(lines.filter((l) => l.list === 'machines').map((l) => l.entry.code)).size
    expect(reply.body).to.deep.equal({ machines, papers: 1, stayed: ['administrator'] })
    const again = plantLinesOf((await client.get('/plant-file')).body)
    const others = (all: Line[]) => all.filter((l) => l.kind !== 'person' || l.login !== 'administrator')
    expect(others(again)).to.deep.equal(others(lines))
    expect(lines.filter((l) => l.kind === 'paper').map((d) => [d.machines, d.sayings.length])).to.deep.equal([[['EF-1', 'EF-2'], 4]])
    // People are there without a password: an administrator hands out codes.
    const invited = (await client.get('/people')).body.filter((p: { invited: boolean }) => p.invited)
    expect(invited).to.have.length(lines.filter((l) => l.kind === 'person').length - 1)
    const [was, is] = [await machineBy(full, 'EF-1'), await machineBy(client, 'EF-1')]
    const shown = (m: typeof was) =>
      m.shaftLines.map((l) => l.positions.map((p) => [p.name, p.held, p.places.map((x) => [x.fitted, x.shaftSeat])]))
    expect(shown(is)).to.deep.equal(shown(was))
    const refused = await send(client, fileOf(lines))
    expect([refused.status, refused.body.title]).to.deep.equal([409, 'Not empty'])
    await instance.pool.query('SELECT 1')
  })

  it('a file of before it had lines is read as well', async () => {
    const of = (kind: string) => lines.filter((l) => l.kind === kind).map(({ kind: _kind, ...rest }) => rest)
    const lists = ['machines', 'bearings', 'figures', 'letters', 'cross-references', 'stock', 'tools', 'instruments', 'aside']
    const old = {
      ...{ format: 'yardfrost-plant', version: 1, name: lines[0]!.name, schools: lines[0]!.schools, people: of('person') },
      ...{ greases: of('grease').map((l) => l.grease), guns: of('gun').map((l) => l.gun) },
      lists: Object.fromEntries(
        lists.map((list) => [
          list,
          of('entry')
            .filter((l) => l.list === list)
            .map((l) => l.entry),
        ]),
      ),
      ...{ fitted: of('fitted'), greasing: of('greasing'), areas: of('area') },
      documents: of('paper').map(({ type, size: _size, sum: _sum, ...paper }) => ({ ...paper, kind: type, data: PDF.toString('base64') })),
    }
    const { client } = await bare()
    const wrong = await send(
      client,
      JSON.stringify({ ...old, lists: { ...old.lists, machines: [{ ...old.lists.machines![0], words: '6312, 6312' }] } }),
    )
    expect(wrong.body.detail).to.match(/^lists\.machines\.0\.words: How far is it/)
    const reply = await send(client, JSON.stringify(old))
    expect(reply.status, JSON.stringify(reply.body)).to.equal(201)
    const others = (all: Line[]) => all.filter((l) => l.kind !== 'person' || l.login !== 'administrator')
    expect(others(plantLinesOf((await client.get('/plant-file')).body))).to.deep.equal(others(lines))
  })

  /** One line of the file changed; a second one stands behind it where it is given. */
  const changed = (kind: string, change: (line: Line) => Line | string | (Line | string)[]) => {
    const at = lines.findIndex((l) => l.kind === kind && change(l) !== l)
    return { at, file: fileOf(ended([...lines.slice(0, at), ...[change(lines[at]!)].flat(), ...lines.slice(at + 1, -1)])) }
  }
  const entryOf = (list: string, change: (entry: Line) => Line | Line[]) =>
    changed('entry', (l) => (l.list === list ? [change(l.entry)].flat().map((entry) => ({ ...l, entry })) : l))
  // What is wrong, how the file comes to it, and the field of the refusal behind its line.
  // prettier-ignore
  const REFUSED: [string, () => { at: number; file: string }, RegExp][] = [
    ['a line that is no JSON', () => changed('gun', () => '{"kind":"gun"'), /^: JSON in UTF-8/],
    ['a list for a line', () => changed('gun', () => '[1, 2]'), /^: a JSON object/],
    ['a kind that is none', () => changed('gun', (l) => ({ ...l, kind: 'pistol' })), /\.kind: plant \| person/],
    ['a null sign', () => changed('person', (l) => ({ ...l, name: 'A\0B' })), /\.name: text without null signs/],
    ['half of a letter', () => changed('gun', (l) => JSON.stringify(l).replace(/"name":"/, '"name":"\\ud800')), /\.gun\.name: text without/],
    ['lists in lists in lists', () => changed('gun', () => `{"kind":"gun","gun":${'['.repeat(5000)}${']'.repeat(5000)}}`), /not nested beyond reason/],
    ['a field that is none', () => changed('fitted', (l) => ({ ...l, colour: 'red' })), /Unrecognized key/],
    ['a line that cannot be', () => entryOf('machines', (e) => ({ ...e, words: '6312, 6312' })), /\.words: How far is it/],
    ['a grease that cannot be', () => changed('grease', (l) => ({ ...l, grease: { ...l.grease, lowC: 300 } })), /\.highC: must be above/],
    ['a grease twice', () => changed('grease', (l) => [l, l]), /\.name: ".*" is there already/],
    ['a bearing in stock that nobody knows', () => entryOf('stock', (e) => ({ ...e, marking: 'QQ 77 XX' })), /\.marking: /],
    ['stock twice', () => entryOf('stock', (e) => [e, { ...e, shelf: e.shelf.toLowerCase() }]), /\.marking: once; it stands at line \d+ already/],
    ['letters twice', () => entryOf('letters', (e) => [e, e]), /\.letters: once; it stands at line \d+ already/],
    ['a cross reference twice', () => entryOf('cross-references', (e) => [e, e]), /\.name: once; it stands at line \d+ already/],
    ['fitted to a machine that is not there', () => changed('fitted', (l) => ({ ...l, machine: 'QQ-9' })), /\.machine: a machine of this file; there is no "QQ-9"/],
    ['fitted to a support that is not there', () => changed('fitted', (l) => ({ ...l, support: 30 })), /\.support: a support of/],
    ['fitted to a place that is not there', () => changed('fitted', (l) => ({ ...l, place: 30 })), /\.place: a place of that support/],
    ['fitted to another line', () => changed('fitted', (l) => ({ ...l, line: 'Nowhere shaft' })), /\.support: a support of/],
    ['fitted in the year 0', () => changed('fitted', (l) => ({ ...l, from: '0000-01-01T00:00:00Z' })), /\.from: a year from 1900/],
    ['fitted backwards', () => changed('fitted', (l) => ({ ...l, from: '2024-05-01T00:00:00Z', to: '2024-04-01T00:00:00Z' })), /\.to: later than it was fitted/],
    ['fitted over what is still in', () => changed('fitted', (l) => [{ ...l, to: null }, { ...l, from: '2026-05-01T00:00:00Z', to: null }]), /\.from: a time when the place is free: line \d+ has a bearing in it still/],
    ['a clock that no place has', () => changed('fitted', (l) => ({ ...l, from: '2024-05-01T00:00:00+25:00' })), /\.from: a moment as/],
    ['a point of a grease that is not there', () => changed('greasing', (l) => ({ ...l, grease: 'Goose fat' })), /\.grease: a grease of this file; there is no "Goose fat"/],
    ['a point twice', () => changed('greasing', (l) => [l, l]), /\.point: once; it stands at line \d+ already/],
    ['an interval of 27,000 years', () => changed('greasing', (l) => ({ ...l, intervalDays: 1e7, lastAt: '2026-01-01T00:00:00Z' })), /\.intervalDays: at most 10000/],
    ['an area in the hands of nobody', () => changed('area', (l) => ({ ...l, login: 'nobody.here' })), /\.login: somebody of this file/],
    ['a sign-in name that is none', () => changed('person', (l) => ({ ...l, login: 'Öl' })), /\.login: a sign-in name/],
    ['a paper of a machine that is not there', () => changed('paper', (l) => ({ ...l, machines: ['QQ-9'] })), /\.machine: a machine of this file/],
    ['a saying without its amount', () => changed('paper', (l) => ({ ...l, sayings: l.sayings.map((s: Line) => ({ ...s, amount: null })) })), /\.sayings\.\d\.amount: how much/],
    ['a saying on a support that is not there', () => changed('paper', (l) => ({ ...l, sayings: l.sayings.map((s: Line) => ({ ...s, line: s.line && 'Nowhere', support: s.support && 0 })) })), /\.support: a support of/],
    ['a paper that was changed on the way', () => changed('piece', () => ({ kind: 'piece', data: Buffer.from(PDF.toString().replace('fan', 'fox')).toString('base64') })), /\.sum: the sum of its bytes/],
    ['a paper that is none', () => { const bytes = Buffer.from('just text'); return changed('paper', (l) => [{ ...l, size: bytes.length, sum: sumOf(bytes) }, { kind: 'piece', data: bytes.toString('base64') }, l]) }, /\.file: a PDF or a picture/],
    ['a paper that ends in the middle', () => changed('piece', () => ({ kind: 'piece', data: PDF.subarray(0, 9).toString('base64') })), /: a piece of "Fan manual", which is not whole yet/],
    ['a paper that is longer than it says', () => changed('piece', (l) => [l, l]), /: a paper before its pieces/],
    ['a machine behind the papers', () => changed('end', () => lines[1]!), /papers stand behind everything else/],
    ['a second plant', () => changed('person', (l) => [lines[0]!, l]), /: the plant first, and once/],
  ]
  for (const [what, make, words] of REFUSED)
    it(`refuses ${what}, at its line`, async () => {
      const { at, file } = make()
      expect(at, 'the demo plant has such a line').to.be.at.least(0)
      const reply = await send(empty, file)
      expect(reply.status, JSON.stringify(reply.body)).to.equal(422)
      expect(reply.body.errors[0].field, reply.body.detail).to.match(/^line \d+/)
      expect(reply.body.detail.replace(/^line \d+/, '')).to.match(words)
      const line = Number(/^line (\d+)/.exec(reply.body.detail)![1])
      expect(line - at, reply.body.detail).to.be.within(0, 3)
    })
  it('refuses what is cut short, wherever it is cut, and what is none; nothing of any is kept', async () => {
    const file = fileOf(lines)
    for (const share of [0, 0.1, 0.4, 0.7, 0.95, 0.999]) {
      const reply = await send(empty, file.slice(0, Math.floor(file.length * share)))
      expect(reply.status, `${share}`).to.equal(422)
    }
    expect((await send(empty, fileOf(ended(lines.slice(0, -2))))).body.detail).to.match(/a piece of "Fan manual"/)
    expect((await send(empty, 'code;name')).body.detail).to.match(/JSON in UTF-8/)
    expect((await send(empty, '{"machines":[]}')).body.detail).to.match(/format/)
    expect((await empty.get('/machines')).body.machines).to.deep.equal([])
    expect((await empty.get('/settings')).body.greases).to.deep.equal([])
    expect((await empty.get('/people')).body).to.have.length(1)
  })
  it('an upload that breaks off leaves nothing, and the server goes on', async () => {
    const url = new URL(`${empty.base}/api/v1/plant-file`)
    await new Promise<void>((done) => {
      const out = request(url, { method: 'POST', headers: { ...empty.headers(), 'content-type': PLANT_FILE_TYPE, 'content-length': 9e6 } })
      out.on('error', () => done())
      out.write(fileOf(lines).slice(0, 5000))
      setTimeout(() => out.destroy(), 200)
    })
    expect((await empty.get('/machines')).body.machines).to.deep.equal([])
  })

  it(`${PAPERS_MB} MB of papers go out and come in as a stream, and others do not wait for them`, async function () {
    this.timeout(240_000)
    const { client, instance } = await bare()
    const { client: target, instance: second } = await bare()
    expect((await send(client, fileOf(ended(lines.filter((l) => !['paper', 'piece', 'end'].includes(l.kind)))))).status).to.equal(201)
    // Volumes of 14 MB, each of its own bytes.
    await instance.pool.query(
      `WITH made AS (INSERT INTO document (kind, name, media_type, bytes, size, sum, added_at, added_by)
         SELECT 'manual', 'Volume ' || n, 'application/pdf', b, length(b), encode(sha256(b), 'hex'), now(), (SELECT min(id) FROM person)
         FROM generate_series(1, $1::int) n, LATERAL (SELECT convert_to('%PDF-' || n || repeat(' sheet', 14000000 / 6), 'UTF8') AS b) x RETURNING id)
       INSERT INTO machine_document SELECT (SELECT min(id) FROM machine), id FROM made`,
      [PAPERS_MB / 14],
    )
    let worst = 0
    let watching = true
    const watch = (async () => {
      while (watching) {
        const since = performance.now()
        await new Promise((go) => setTimeout(go, 20))
        worst = Math.max(worst, performance.now() - since - 20)
      }
    })()
    const memory = process.memoryUsage().rss
    const [from, to] = [new URL(`${client.base}/api/v1/plant-file`), new URL(`${target.base}/api/v1/plant-file`)]
    let bytes = 0
    const status = await new Promise<number>((done, failed) => {
      const out = request(to, { method: 'POST', headers: { ...target.headers(), 'content-type': PLANT_FILE_TYPE } }, (res) => {
        res.resume()
        done(res.statusCode!)
      }).on('error', failed)
      request(from, { headers: client.headers() }, (res) => {
        res.on('data', (chunk: Buffer) => (bytes += chunk.length))
        res.pipe(out)
      })
        .on('error', failed)
        .end()
    })
    watching = false
    await watch
    expect(status).to.equal(201)
    expect(bytes).to.be.greaterThan(1.3e6 * PAPERS_MB)
    const sums = async (at: Instance) => (await at.pool.query('SELECT sum, size FROM document ORDER BY sum')).rows
    expect(await sums(second)).to.deep.equal(await sums(instance))
    console.log(`      others waited ${Math.round(worst)} ms at most, for ${Math.round(bytes / 1e6)} MB of file`)
    expect(worst, 'others wait, ms').to.be.below(MOST_MS)
    expect(process.memoryUsage().rss - memory, 'memory of both sides, bytes').to.be.below(500e6)
  })
})
