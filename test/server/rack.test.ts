import { expect } from 'chai'
import { OWN_KINDS, OWN_SCHEMAS, type OwnKind } from '../../src/contract/own-data.js'
import { COLUMNS } from '../../src/contract/own-columns.js'
import { decode, looksLikeFormula, readCsv, templateCsv, writeCsv } from '../../src/server/files/csv.js'
import { answer, Client, freshDatabase, startInstance, type Instance, type Reply } from './helpers.js'

const bytes = (text: string) => new TextEncoder().encode(text)
const latin1 = (text: string) => Uint8Array.from(text, (c) => c.charCodeAt(0))
const HEAD = 'marking,shelf,quantity,note'

describe('files of the plant’s lists', () => {
  for (const [mark, way] of [
    ['\uFEFF', 'with its mark'],
    ['', 'without one'],
  ])
    it(`reads UTF-16 ${way}, either way round, and says so`, async () => {
      const little = Buffer.from(`${mark}marking;shelf;quantity\n6312 C3;Größe 9;4\n`, 'utf16le')
      for (const file of [little, Buffer.from(little).swap16()]) {
        const { entries, notes, errors } = await readCsv('stock', file)
        expect(errors).to.deep.equal([])
        expect(entries[0]!.entry).to.include({ marking: '6312 C3', shelf: 'Größe 9', quantity: 4 })
        expect(notes[0]).to.equal('The file is UTF-16 and was read so.')
      }
    })
  it('every template reads back as its own example', async () => {
    for (const kind of OWN_KINDS) {
      const { entries, errors } = await readCsv(kind, bytes(templateCsv(kind)))
      expect(errors, kind).to.deep.equal([])
      expect(entries, kind).to.have.length(1)
      expect(OWN_SCHEMAS[kind].safeParse(entries[0]!.entry).success, kind).to.equal(true)
      expect((await readCsv(kind, bytes(writeCsv(kind, [entries[0]!.entry])))).entries[0]!.entry).to.deep.equal(entries[0]!.entry)
    }
  })
  it('finds separator, decimal commas and the byte order mark by itself, and says so', async () => {
    const head = COLUMNS.figures.map((c) => c.name).join(';')
    const { entries, errors, notes } = await readCsv('figures', bytes(`\uFEFF${head}\n6312;81,5;52;;;sheet of the test\n`))
    expect(errors).to.deep.equal([])
    expect(entries[0]!.entry).to.include({ dynamicRatingN: 81500, staticRatingN: 52000, massKg: null })
    expect(notes.join(' ')).to.contain('semicolons').and.to.contain('decimal commas')
  })
  it('a figure that can be read two ways is asked about', async () => {
    const { errors } = await readCsv('stock', bytes(`${HEAD}\n6312,A-1,"1,234",\n`))
    expect(errors[0]).to.include({ line: 2, column: 'quantity' })
    expect(errors[0]!.message).to.contain('1.234 or 1234')
  })
  it('a Latin-1 file is read as such and said', async () => {
    const { entries, notes } = await readCsv('stock', latin1(`${HEAD}\n6312,A-1,2,Schr\u00e4nke\n`))
    expect(entries[0]!.entry).to.include({ note: 'Schränke' })
    expect(notes[0]).to.contain('Latin-1')
    expect(decode(bytes('ä')).note).to.equal(null)
  })
  // [what, text, line, column, words]
  // prettier-ignore
  const bad: [string, string, number, string | null, string][] = [
    ['a formula', `${HEAD}\n=1+1,A-1,2,`, 2, 'marking', 'formula'],
    ['a command', `${HEAD}\n6312,@sum,2,`, 2, 'shelf', 'formula'],
    ['a number that is none', `${HEAD}\n6312,A-1,two,`, 2, 'quantity', 'not a number'],
    ['half a piece', `${HEAD}\n6312,A-1,1.5,`, 2, 'quantity', 'int'],
    ['fewer than none', `${HEAD}\n6312,A-1,-2,`, 2, 'quantity', '0'],
    ['an empty cell', `${HEAD}\n6312,,2,`, 2, 'shelf', 'must not be empty'],
    ['a row too long', `${HEAD}\n6312,A-1,2,,,,more`, 2, null, 'cells'],
    ['an unknown column', 'marking,shelf,quantity,colour\n6312,A-1,2,red', 1, 'colour', 'no such column'],
    ['a missing column', 'marking,shelf\n6312,A-1', 1, 'quantity', 'missing'],
    ['a name that stands twice', `${HEAD}\n6312,A-1,2,\n6313,A-1,1,\n6312 ,a-1,3,`, 4, 'marking', 'line 2'],
    ['no row', `${HEAD}\n`, 2, null, 'no row'],
    ['nothing', '', 1, 'marking', 'missing'],
    ['a designation of 1,900 signs', `${HEAD}\n${'6'.repeat(1900)},A-1,2,`, 2, 'marking', '60'],
    ['a cell of 5,000 signs', `${HEAD}\n${'6'.repeat(5000)},A-1,2,`, 2, null, 'quotation mark'],
  ]
  for (const [what, text, line, column, words] of bad) {
    it(`${what} is named with its line`, async () => {
      const { errors } = await readCsv('stock', bytes(text))
      expect(errors[0]).to.include({ line, column })
      expect(errors[0]!.message).to.contain(words)
    })
  }
  // [list, heading, row, column, words]
  // prettier-ignore
  const badRows: [OwnKind, string, string, string, string][] = [
    ['bearings', 'designation,family,bore_mm,outside_mm,width_mm,sheet', 'HB 1,ball,38,84,20,drawing', 'family', 'Invalid'],
    ['bearings', 'designation,family,bore_mm,outside_mm,width_mm,sheet', 'HB 1,deep-groove-ball,,84,20,drawing', 'bore_mm', 'empty'],
    ['bearings', 'designation,family,bore_mm,outside_mm,width_mm,sheet', 'HB 1,deep-groove-ball,0,84,20,drawing', 'bore_mm', 'above zero'],
    ['bearings', 'designation,family,bore_mm,outside_mm,width_mm,sheet', 'HB 1,deep-groove-ball,-38,84,20,drawing', 'bore_mm', 'above zero'],
    ['bearings', 'designation,family,bore_mm,outside_mm,width_mm,sheet', 'HB 1,deep-groove-ball,38 mm,84,20,drawing', 'bore_mm', 'not a number'],
    ['bearings', 'designation,family,bore_mm,outside_mm,width_mm,sheet', 'HB 1,deep-groove-ball,38,84,20,x', 'sheet', 'which sheet'],
    ['bearings', 'designation,family,bore_mm,outside_mm,width_mm,sheet,bore_taper', 'HB 1,spherical-roller,38,84,20,drawing,1:10', 'bore_taper', 'Invalid'],
    ['bearings', 'designation,family,bore_mm,outside_mm,width_mm,sheet,contact_angle_deg', 'HB 1,angular-contact-ball,38,84,20,drawing,120', 'contact_angle_deg', '90'],
    ['bearings', 'designation,family,bore_mm,outside_mm,width_mm,sheet,form', 'HB 1,cylindrical-roller,38,84,20,drawing,NX', 'form', 'Invalid'],
    ['figures', 'designation,dynamic_rating_kn,sheet', '6312,-5,data sheet', 'dynamic_rating_kn', 'above zero'],
    ['figures', 'designation,dynamic_rating_kn,sheet', '6312,eighty,data sheet', 'dynamic_rating_kn', 'not a number'],
    ['figures', 'designation,dynamic_rating_kn,sheet', ',80,data sheet', 'designation', 'empty'],
    ['figures', 'designation,dynamic_rating_kn,sheet', '6312,80,', 'sheet', 'empty'],
    ['letters', 'letters,feature,value', 'DD,seal,both', 'feature', 'Invalid'],
    ['letters', 'letters,feature,value', 'DD,closure,sealed', 'value', 'contact-seals, both'],
    ['letters', 'letters,feature,value', 'DD,clearance,9', 'value', '2 | N | 3'],
    ['letters', 'letters,feature,value', 'DDDDDDDDDDDDDDDD,closure,open', 'letters', '12'],
    ['cross-references', 'name,marking', ',6312', 'name', 'empty'],
    ['cross-references', 'name,marking', 'HB-1,=6312', 'marking', 'formula'],
    ['stock', 'marking,shelf,quantity', '6312,A-1,9999999', 'quantity', '1000000'],
  ]
  for (const [kind, head, line, column, words] of badRows) {
    it(`${kind}: ${line.slice(0, 40)} is refused at ${column}`, async () => {
      const { errors, entries } = await readCsv(kind, bytes(`${head}\n${line}\n`))
      expect(entries).to.deep.equal([])
      expect(errors[0]).to.include({ line: 2, column })
      expect(errors[0]!.message).to.contain(words)
    })
  }
  // [cell, what is read, or null where it is refused]
  // prettier-ignore
  const numbers: [string, number | null][] = [
    ['31.5', 31500],
    ['31,5', 31500],
    ['1 250', 1250000],
    ['1\u00a0250,5', 1250500],
    ['0.86', 860],
    ['0,860', 860],
    ['12,34', 12340],
    ['1.234.567', null],
    ['12,34,56', null],
    ['1e3', null],
    ['0x10', null],
    ['∞', null],
  ]
  for (const [cell, value] of numbers) {
    it(`reads the figure ${cell} ${value === null ? 'as none' : `as ${value} N`}`, async () => {
      const { entries, errors } = await readCsv('figures', bytes(`designation;dynamic_rating_kn;sheet\n6312;${cell};data sheet\n`))
      if (value === null) expect(errors[0]).to.include({ line: 2, column: 'dynamic_rating_kn' })
      else expect(entries[0]!.entry).to.include({ dynamicRatingN: value })
    })
  }
  it('columns stand in any order, empty lines and columns without a name are passed over', async () => {
    const { entries, errors } = await readCsv('stock', bytes('quantity,,marking,shelf\n\n2,x,6312,A-1\n,,,\n3,,6313,A-2\n'))
    expect(errors).to.deep.equal([])
    expect(entries.map((e) => [e.line, (e.entry as { quantity: number }).quantity])).to.deep.equal([
      [3, 2],
      [5, 3],
    ])
  })
  it('takes tabs, capitals in the heading and line ends of every kind', async () => {
    const { entries, notes } = await readCsv('stock', bytes('Marking\tShelf\tQUANTITY\r\n6312\tA-1\t2\r\n'))
    expect(entries[0]!.entry).to.include({ marking: '6312', quantity: 2 })
    expect(notes.join()).to.contain('tabs')
  })
  it('counts lines as an editor does, over cells with line ends', async () => {
    const { errors } = await readCsv('stock', bytes(`${HEAD}\n6312,A-1,2,"two\nlines"\n6313,A-2,x,\n`))
    expect(errors[0]).to.include({ line: 4, column: 'quantity' })
  })
  it('of ten thousand rows with one bad line only that line is named', async () => {
    const rows = Array.from({ length: 10_000 }, (_, i) => `6312,S-${i},${i === 7000 ? 'many' : 1},`)
    const { errors } = await readCsv('stock', bytes([HEAD, ...rows].join('\n')))
    expect(errors).to.have.length(1)
    expect(errors[0]).to.include({ line: 7002, column: 'quantity' })
  })
  it('what is written out runs in no spreadsheet and comes back', async () => {
    const text = writeCsv('stock', [{ marking: '6312', shelf: 'A', quantity: 1, note: '=HYPERLINK("x")' }])
    expect(text).to.contain("'=HYPERLINK")
    expect((await readCsv('stock', bytes(text))).entries[0]!.entry).to.include({ note: '=HYPERLINK("x")' })
    expect(['=1', '+x', '-x', '@x'].every(looksLikeFormula)).to.equal(true)
    expect(['-12', '+3', '6312', ''].some(looksLikeFormula)).to.equal(false)
  })
})

describe('the plant’s own data', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  let planner: Client
  const file = (kind: OwnKind, text: string, apply = false, client = planner): Promise<Reply> =>
    client.post(`/rack/${kind}/file?name=test.csv${apply ? '&apply=1' : ''}`, text)
  const stockOf = async (marking: string) =>
    ((await planner.get('/rack')).body.stock as { marking: string; quantity: number }[]).find((s) => s.marking === marking)
  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url)
    planner = await new Client(instance.url).signIn('planner')
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })

  it('a dry run says what would change and changes nothing', async () => {
    const { body } = await file('stock', `${HEAD}\n6311 C3,A-03,5,\n6314 C3,G-01,1,\n6312 C3,A-05,2,\n`)
    expect(body).to.include({ rows: 3, added: 1, changed: 1, same: 1, batchId: null })
    expect(body.changes[0]).to.deep.include({ key: '6311 C3 @ A-03' })
    expect(body.changes[0].before.quantity).to.equal(2)
    expect((await stockOf('6311 C3'))!.quantity).to.equal(2)
  })
  it('is made whole, and taken back whole', async () => {
    const { body } = await file('stock', `${HEAD}\n6311 C3,A-03,5,\n6314 C3,G-01,1,\n`, true)
    expect(body.batchId).to.be.a('number')
    expect((await stockOf('6311 C3'))!.quantity).to.equal(5)
    expect(await stockOf('6314 C3')).to.include({ designation: '6314' })
    const undone = await planner.post(`/rack/changes/${body.batchId}/undo`)
    expect(undone.body[0].undoneAt).to.be.a('string')
    expect((await stockOf('6311 C3'))!.quantity).to.equal(2)
    expect(await stockOf('6314 C3')).to.equal(undefined)
    expect((await planner.post(`/rack/changes/${body.batchId}/undo`)).status).to.equal(409)
  })
  it('one bad line and nothing is changed', async () => {
    const { body } = await file('stock', `${HEAD}\n6311 C3,A-03,9,\n99999,A-1,1,\n7208,A-1,1,\n`, true)
    expect(body.errors.map((e: { line: number }) => e.line)).to.deep.equal([3, 4])
    expect(body.errors[0].message).to.contain('no number of the rack')
    expect(body.errors[1].message).to.contain('write which')
    expect(body.batchId).to.equal(null)
    expect((await stockOf('6311 C3'))!.quantity).to.equal(2)
  })
  it('a change that somebody changed again is not taken back over them', async () => {
    const first = (await file('stock', `${HEAD}\n6308 C3,A-01,3,\n`, true)).body.batchId
    const second = (await file('stock', `${HEAD}\n6308 C3,A-01,4,\n`, true)).body.batchId
    const refused = await planner.post(`/rack/changes/${first}/undo`)
    expect(refused.status).to.equal(409)
    expect(refused.body.detail).to.contain('6308 C3 @ A-01')
    await planner.post(`/rack/changes/${second}/undo`)
    expect((await planner.post(`/rack/changes/${first}/undo`)).status).to.equal(200)
    expect((await stockOf('6308 C3'))!.quantity).to.equal(2)
  })
  it('the file of a list reads back without a change', async () => {
    for (const kind of OWN_KINDS.filter((k) => k !== 'figures')) {
      const by = kind === 'people' ? await new Client(instance.url).signIn('administrator') : planner
      const text = String((await by.get(`/rack/${kind}/list.csv`)).body)
      expect((await file(kind, text, false, by)).body, kind)
        .to.include({ added: 0, changed: 0 })
        .and.to.have.property('errors')
        .that.deep.equals([])
    }
  })
  it('an own bearing is found, opened, put on a card and rated; the catalogue cannot be overwritten', async () => {
    const { body } = await planner.get('/bearings/hb%207701')
    expect(body.row).to.include({ boreMm: 38, dynamicRatingN: 31000, series: 'own' })
    expect(body.row.sources).to.include({ dynamicRatingN: 'entered', staticRatingN: 'entered', elements: 'computed' })
    expect((await planner.get('/bearings?find=38 84 20')).body.rows[0].designation).to.equal('HB 7701')
    const sizes = ['bore', 'outside', 'width'].map((size) => [`p1.1/identify.${size}ReadingsMm`, []])
    const saved = await answer(planner, 4, { ...Object.fromEntries(sizes), 'p1.1/identify.designation': 'HB 7701' })
    expect(saved.body.ownRows[0].designation).to.equal('HB 7701')
    const { identify } = (await planner.get('/cards/4/card.json')).body.places['p1.1']
    expect(identify.headline).to.equal('HB 7701')
    expect(identify.fieldErrors).to.deep.equal({})
    const taken = await planner.post('/rack/bearings', {
      entries: [{ ...(await planner.get('/rack/bearings')).body.entries[0], designation: '6312' }],
    })
    expect(taken.status).to.equal(422)
    expect(taken.body.errors[0]).to.include({ field: 'designation' })
    const used = await planner.send('DELETE', `/rack/bearings/entries/${encodeURIComponent('HB 7701')}`)
    expect(used.status).to.equal(409)
  })
  it('figures of a sheet come in by file, with who and from where, and go back', async () => {
    const head = COLUMNS.figures.map((c) => c.name).join(',')
    const report = await file('figures', `${head}\nnu 208,63.5,,,,sheet of the test\n`, true)
    const row = async () => (await planner.get('/bearings/NU%20208')).body.row
    expect(await row()).to.include({ dynamicRatingN: 63500 })
    expect((await row()).entered).to.include({ by: 'M. Thorpe', sheet: 'sheet of the test' })
    await planner.post(`/rack/changes/${report.body.batchId}/undo`)
    expect(await row()).to.not.have.property('entered')
  })
  it('letters and names of the plant are read in stock and offers', async () => {
    expect(await stockOf('6309 DD')).to.deep.include({ designation: '6309', features: { closure: 'contact-seals, both' } })
    expect((await planner.get('/bearings/6312')).body.names).to.deep.equal(['HBSTORE4411'])
    const wrong = await planner.post('/rack/letters', { entries: [{ letters: 'QQ', feature: 'closure', value: 'a curtain', note: '' }] })
    expect(wrong.body.errors[0]).to.include({ field: 'value' })
  })
  it('offers from the shelf come best first with what parts them', async () => {
    const machine = (await planner.get('/machines')).body.machines.find((m: { code: string }) => m.code === 'MM-1')
    const position = (await planner.get(`/machines/${machine.id}`)).body.shaftLines[0].positions[0]
    const { offers, removed } = (await planner.get(`/positions/${position.id}/offers`)).body
    expect(removed.row.designation).to.equal('6311')
    const verdicts = Object.fromEntries(
      offers.map((o: { item: { marking: string }; result: { verdict: string } }) => [o.item.marking, o.result.verdict]),
    )
    expect(verdicts['6311 C3']).to.be.oneOf(['same', 'will-do'])
    expect(verdicts).to.include({ '6311': 'will-not-do', 'NU 311 C3': 'will-not-do', '6311 2Z C3': 'will-not-do', '6311 C4': 'will-do' })
    expect(offers[0].item.marking).to.equal('6311 C3')
  })
  it('searches are kept by person, and what is found leaves as CSV', async () => {
    const saved = await planner.put('/searches', { screen: 'rack', name: 'fans', search: 'spherical 80', columns: ['family'] })
    expect(saved.body[0]).to.include({ name: 'fans', search: 'spherical 80' })
    expect((await (await new Client(instance.url).signIn('technician')).get('/rack')).body.searches).to.deep.equal([])
    expect((await planner.delete(`/searches/${saved.body[0].id}`)).body).to.deep.equal([])
    const csv = String((await planner.get('/bearings.csv?find=40 80 18')).body)
      .trim()
      .split('\n')
    expect(csv[0]).to.contain('designation,family')
    expect(csv).to.have.length(12)
  })
  it('a label is one page', async () => {
    const label = await planner.get('/bearings/6312/label.pdf')
    expect(label.headers.get('content-type')).to.contain('application/pdf')
  })
  it('five thousand rows come in whole', async () => {
    const rows = Array.from({ length: 5000 }, (_, i) => `6312 C3,Z-${i},1,`)
    expect((await file('stock', [HEAD, ...rows].join('\n'), true)).body).to.include({ rows: 5000, added: 5000 })
  })
  it('only who may changes, and a file that is no list is not found', async () => {
    const viewer = await new Client(instance.url).signIn('viewer')
    expect((await file('stock', `${HEAD}\n6312,A,1,`, true, viewer)).status).to.equal(403)
    expect((await planner.post('/rack/nonsense/file', 'x')).status).to.equal(404)
    expect((await file('stock', 'x'.repeat(7_000_000))).status).to.equal(413)
  })
})
