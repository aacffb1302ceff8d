import { expect } from 'chai'
import { imageSize } from 'image-size'
import type { CardView } from '../../src/contract/cards.js'
import type { DocumentView } from '../../src/contract/documents.js'
import type { MachineView } from '../../src/contract/machines.js'
import { jpegOf, pngOf } from './pictures.js'
import { Client, NOW, answer, freshDatabase, machineBy, openAt, startInstance, type Instance } from './helpers.js'

/** Papers of their own bytes. */
const PNG = pngOf({ tint: 1 })
const PDF = Buffer.from(
  '%PDF-1.4\n1 0 obj<</Type/Catalog/OpenAction<</S/JavaScript/JS(app.alert(1))>>>>endobj\ntrailer<</Root 1 0 R>>\n%%EOF',
)

describe('the folder of a machine', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let technician: Client
  let viewer: Client
  let pump: MachineView
  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url, { now: () => NOW })
    technician = await new Client(instance.url).signIn('technician')
    viewer = await new Client(instance.url).signIn('viewer')
    pump = await machineBy(technician, 'MP-2')
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })
  const put = (bytes: Buffer, kind: string, name: string, client = technician) =>
    client.post(`/machines/${pump.id}/documents?kind=${kind}&name=${encodeURIComponent(name)}`, bytes)
  const folder = async (id = pump.id) => (await viewer.get(`/machines/${id}/documents`)).body.documents as DocumentView[]

  const REFUSED: [string, Buffer, string][] = [
    ['nothing', Buffer.alloc(0), 'a file that is not empty'],
    ['a text that is called a picture', Buffer.from('not a picture at all'), 'a PDF or a picture'],
    ['the beginning of a picture and then nothing', PNG.subarray(0, 12), 'a PDF or a picture'],
    ['a page with script', Buffer.from('<html><script>alert(1)</script></html>'), 'a PDF or a picture'],
    ['a drawing with script', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script/></svg>'), 'this is svg'],
    ['a PDF that begins with something else', Buffer.concat([Buffer.from('MZ '), PDF]), 'a PDF or a picture'],
    ['a picture of 64 million dots in 90 bytes', pngOf({ wide: 8000, high: 8000 }), 'at most 50 million dots; this one has 64'],
    ['a picture that ends in its dots', PNG.subarray(0, PNG.length - 16), 'ends in the middle'],
    ['a picture of 9 MB', Buffer.concat([PNG, Buffer.alloc(9 * 1024 * 1024)]), 'at most 8 MB'],
  ]
  for (const [what, bytes, allowed] of REFUSED)
    it(`refuses ${what}`, async () => {
      const { status, body } = await put(bytes, 'picture', 'plate.png')
      expect(status).to.equal(422)
      expect(body.errors[0].allowed).to.contain(allowed)
      expect(await folder()).to.deep.equal([])
    })
  // prettier-ignore
  const NAMES: [string, RegExp][] = [
    ['plate.exe', /ending \.png/], ['plate.pdf', /ending \.png/], ['plate\n.png', /letters that are seen/], ['plate\u202egnp.png', /letters that are seen/],
    ['plate\u200b.png', /letters that are seen/], ['p'.repeat(201), /at most 200 letters/],
  ]
  for (const [name, allowed] of NAMES)
    it(`refuses the name ${JSON.stringify(name.slice(0, 20))} of a picture`, async () => {
      const { status, body } = await put(PNG, 'picture', name)
      expect([status, body.errors[0].field]).to.deep.equal([422, 'name'])
      expect(body.errors[0].allowed).to.match(allowed)
    })
  it('refuses 40 MB before it is read, a kind that is none, and a viewer', async () => {
    expect((await put(Buffer.alloc(40 * 1024 * 1024), 'picture', 'x.png')).status).to.equal(413)
    expect((await put(PNG, 'recipe', 'x.png')).status).to.equal(422)
    expect((await put(PNG, 'picture', ' ')).status).to.equal(422)
    expect((await put(PNG, 'picture', 'x.png', viewer)).status).to.equal(403)
  })

  it('a paper that was taken out is served no more, also where it said something; what a visit shows stays', async () => {
    const bytes = Buffer.concat([PDF, Buffer.from('taken out')])
    const [paper] = (await put(bytes, 'manual', 'Taken out')).body.documents as DocumentView[]
    await technician.post(`/machines/${pump.id}/sayings`, {
      documentId: paper!.id,
      positionId: null,
      subject: 'grease',
      words: 'lithium',
      amount: null,
      page: 1,
    })
    expect((await viewer.get(`/documents/${paper!.id}/file`)).status).to.equal(200)
    expect((await technician.delete(`/machines/${pump.id}/documents/${paper!.id}`)).status).to.equal(200)
    expect((await viewer.get(`/documents/${paper!.id}/file`)).status).to.equal(404)
    const [picture] = (await put(pngOf({ tint: 2 }), 'picture', 'as found.png')).body.documents as DocumentView[]
    await instance.pool.query(
      `INSERT INTO visit_check (shaft_line_id, at, person_id, answers, result, pictures, core_version) SELECT s.id, now(), min(p.id), '{}', '{"verdict":"run"}', ARRAY[$2::bigint], 'x' FROM shaft_line s, person p WHERE s.machine_id = $1 GROUP BY s.id`,
      [pump.id, picture!.id],
    )
    expect((await technician.delete(`/machines/${pump.id}/documents/${picture!.id}`)).status).to.equal(200)
    expect((await viewer.get(`/documents/${picture!.id}/file`)).status).to.equal(200)
    expect(await folder()).to.deep.equal([])
  })
  it('put in and taken out at once, neither is a fault, and what lies in a folder is there', async () => {
    const fan = await machineBy(technician, 'EF-1')
    const bytes = Buffer.concat([PDF, Buffer.from('at once')])
    const add = (id: number) => technician.post(`/machines/${id}/documents?kind=manual&name=At%20once`, bytes)
    for (let n = 0; n < 12; n += 1) {
      const [own] = ((await add(pump.id)).body.documents as DocumentView[]).filter((d) => d.name === 'At once')
      const both = await Promise.all([add(fan.id), technician.delete(`/machines/${pump.id}/documents/${own!.id}`), add(fan.id)])
      expect(both.map((r) => r.status)).to.deep.equal([201, 200, 201])
      const [there] = (await folder(fan.id)).filter((d) => d.name === 'At once')
      expect((await viewer.get(`/documents/${there!.id}/file`)).status).to.equal(200)
      await technician.delete(`/machines/${fan.id}/documents/${there!.id}`)
    }
  })

  it('keeps of a photograph the picture alone, and which way round it is', async () => {
    const [kept] = (await put(jpegOf({ place: '52 N 13 E', orientation: 6 }), 'picture', 'Coupling, 3.2 mm')).body
      .documents as DocumentView[]
    const { body, headers } = await viewer.get(`/documents/${kept!.id}/file`)
    expect(body.includes('52 N 13 E')).to.equal(false)
    expect(imageSize(body).orientation).to.equal(6)
    expect(headers.get('content-disposition')).to.contain('Coupling-3.2-mm.jpg')
    await technician.delete(`/machines/${pump.id}/documents/${kept!.id}`)
  })
  it('a folder of many comes page by page, a new paper on the page where it stands', async () => {
    const fan = await machineBy(technician, 'EF-1')
    await instance.pool.query(
      `WITH made AS (INSERT INTO document (kind, name, media_type, bytes, size, sum, added_at, added_by)
         SELECT 'drawing', 'Sheet ' || lpad(n::text, 5, '0'), 'application/pdf', '%PDF-', 5, 'sum ' || n, now(), (SELECT min(id) FROM person) FROM generate_series(1, 10000) n RETURNING id)
       INSERT INTO machine_document SELECT $1, id FROM made`,
      [fan.id],
    )
    const since = performance.now()
    const { body: last } = await viewer.get(`/machines/${fan.id}/documents?page=99999`)
    expect(performance.now() - since).to.be.below(1000)
    expect([last.page, last.pages, last.total, last.documents.at(-1).name]).to.deep.equal([200, 200, 10_000, 'Sheet 10000'])
    const added = await technician.post(`/machines/${fan.id}/documents?kind=drawing&name=Sheet%2005000b`, PDF)
    expect([added.body.page, added.body.documents.some((d: DocumentView) => d.id === added.body.added)]).to.deep.equal([101, true])
    const gone = await technician.delete(`/machines/${fan.id}/documents/${added.body.added}?page=101`)
    expect([gone.body.page, gone.body.total]).to.deep.equal([101, 10_000])
  })
  it('says how much room is left and refuses what does not go into it', async () => {
    const { body: before } = await viewer.get(`/machines/${pump.id}/documents`)
    const small = await startInstance(db.url, { now: () => NOW, mostPaperBytes: before.room.used + 1000 })
    const hands = await new Client(small.url).signIn('technician')
    const paper = (size: number) => Buffer.concat([PDF, Buffer.alloc(size - PDF.length)])
    const full = await hands.post(`/machines/${pump.id}/documents?kind=manual&name=Large`, paper(1001))
    expect([full.status, full.body.title]).to.deep.equal([507, 'No room left'])
    const fits = await hands.post(`/machines/${pump.id}/documents?kind=manual&name=Fits`, paper(1000))
    expect(fits.body.room).to.deep.equal({ used: before.room.used + 1000, most: before.room.used + 1000 })
    await hands.delete(`/machines/${pump.id}/documents/${fits.body.added}`)
    await small.close()
  })

  it('keeps a file once, shows a picture and hands a PDF over as a download that runs nothing', async () => {
    expect((await put(PNG, 'nameplate', 'Schild – плита.png')).status).to.equal(201)
    expect((await put(PNG, 'nameplate', 'again.png')).body.documents).to.have.length(1)
    expect((await put(PDF, 'manual', 'Pump manual')).status).to.equal(201)
    const all = await folder()
    expect(all.map((d) => [d.kind, d.mediaType, d.size])).to.deep.equal([
      ['manual', 'application/pdf', PDF.length],
      ['nameplate', 'image/png', PNG.length],
    ])
    for (const [document, way, bytes] of [
      [all[0]!, 'attachment', PDF],
      [all[1]!, 'inline', PNG],
    ] as const) {
      const { headers, body } = await viewer.get(`/documents/${document.id}/file`)
      expect(headers.get('content-disposition')).to.match(new RegExp(`^${way}; `))
      expect(headers.get('content-security-policy')).to.equal("sandbox; default-src 'none'")
      expect(headers.get('x-content-type-options')).to.equal('nosniff')
      expect(bytes.equals(body)).to.equal(true)
    }
  })

  const say = (entry: object) => technician.post(`/machines/${pump.id}/sayings`, entry)
  it('what a paper says is refused where it makes no sense', async () => {
    const [{ id: documentId }] = (await folder()) as [DocumentView]
    const good = { documentId, positionId: null, subject: 'interval', words: 'every 500 h', amount: 500, page: 12 }
    const foreign = (await machineBy(technician, 'MM-1')).shaftLines[0]!.positions[0]!.id
    const BAD: [object, string][] = [
      [{ ...good, amount: null }, 'amount'],
      [{ ...good, subject: 'designation' }, 'amount'],
      [{ ...good, words: ' ' }, 'words'],
      [{ ...good, page: 0 }, 'page'],
      [{ ...good, positionId: foreign }, 'documentId'],
      [{ ...good, documentId: 999_999 }, 'documentId'],
    ]
    for (const [entry, field] of BAD) {
      const { status, body } = await say(entry)
      expect([status, body.errors[0].field], JSON.stringify(entry)).to.deep.equal([422, field])
    }
  })

  it('a card quotes it, asks where it differs, and follows its interval where the manual governs', async () => {
    const [{ id: documentId }] = (await folder()) as [DocumentView]
    const [p1, p2] = pump.shaftLines[0]!.positions
    const at = { documentId, page: 12, amount: null }
    await say({ ...at, positionId: p1!.id, subject: 'designation', words: '6313 C3' })
    await say({ ...at, positionId: p2!.id, subject: 'designation', words: '6311' })
    await say({ ...at, positionId: null, subject: 'interval', words: 'every 500 h', amount: 500 })
    const card: CardView = await openAt(technician, 'MP-2', ['p1.1'])
    const says = card.context.positions.find((p) => p.code === 'p1')!.past.says!
    expect(says.map((s) => [s.words, s.document, s.page])).to.deep.equal([
      ['6313 C3', 'Pump manual', 12],
      ['every 500 h', 'Pump manual', 12],
    ])
    await answer(technician, card.job.id, { 'p1.1/identify.designation': '6312', 'p1.1/identify.group': '3' })
    await answer(technician, card.job.id, { 'p1/lubricate.school': 'manual', 'p1/lubricate.greaseId': 3 })
    const { places } = (await technician.get(`/cards/${card.job.id}/card.json`)).body
    const { identify, lubricate } = places['p1.1']
    expect(identify.cautions.map((c: { code: string }) => c.code)).to.include('paper-other-bearing')
    expect(lubricate.intervalH).to.equal(500)
    expect(lubricate.questions.map((c: { code: string }) => c.code)).to.not.include('manual-interval')
  })

  it('a machine like it has the papers and what they say at its own supports', async () => {
    const { body: made } = await technician.post(`/machines/${pump.id}/copies`, { codes: ['MP-8'] })
    const [manual] = await folder(made[0].id)
    expect(manual!.sayings.map((s) => s.words)).to.deep.equal(['6313 C3', '6311', 'every 500 h'])
    const own = (await machineBy(technician, 'MP-8')).shaftLines[0]!.positions.map((p) => p.id)
    expect(manual!.sayings.map((s) => s.positionId)).to.deep.equal([...own, null])
  })

  it('what is taken out of a folder is gone there, and stays where others have it', async () => {
    const [manual] = await folder()
    const { body } = await technician.delete(`/machines/${pump.id}/documents/${manual!.id}`)
    expect(body.documents.map((d: DocumentView) => d.kind)).to.deep.equal(['nameplate'])
    expect((await technician.delete(`/machines/${pump.id}/documents/${manual!.id}`)).status).to.equal(404)
    const copy = await machineBy(technician, 'MP-8')
    expect((await folder(copy.id))[0]!.sayings).to.have.length(3)
  })
})
