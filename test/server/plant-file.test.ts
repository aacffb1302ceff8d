import { Ajv2020 } from 'ajv/dist/2020.js'
import { expect } from 'chai'
import type { PlantDocument } from '../../src/contract/plant-document.js'
import { Client, NOW, freshDatabase, machineBy, startInstance, type Instance } from './helpers.js'

describe('the plant as one file', () => {
  const open: { db: Awaited<ReturnType<typeof freshDatabase>>; instance: Instance }[] = []
  const stage = async (content: 'demo' | 'empty') => {
    const db = await freshDatabase(content)
    const instance = await startInstance(db.url, { demo: content === 'demo', now: () => NOW })
    open.push({ db, instance })
    return instance
  }
  let full: Client
  let empty: Client
  before(async () => {
    full = await new Client((await stage('demo')).url).signIn('administrator')
    const fan = await machineBy(full, 'EF-1')
    const PDF = Buffer.from('%PDF-1.4 the fan manual %%EOF')
    const { body: folder } = await full.post(`/machines/${fan.id}/documents?kind=manual&name=Fan%20manual`, PDF)
    const said = { documentId: folder.documents[0].id, subject: 'interval', words: 'every 700 h', amount: 700, page: 9 }
    await full.post(`/machines/${fan.id}/sayings`, { ...said, positionId: fan.shaftLines[0]!.positions[1]!.id })
    await full.post(`/machines/${fan.id}/sayings`, { ...said, subject: 'grease', words: 'polyurea', amount: null, positionId: null })
    await full.post(`/machines/${fan.id}/copies`, { codes: ['EF-2'] })
    const [me] = (await full.get('/colleagues')).body
    await full.put('/areas/charge', { area: 'Press house', personId: me.id })
    const bare = await stage('empty')
    await bare.pool.query("INSERT INTO setting (key, value) VALUES ('first-administrator-code', 'abc123')")
    empty = new Client(bare.url)
    await empty.post('/first-administrator', { code: 'abc123', name: 'N. First', login: 'administrator', password: 'russet-russet' })
    await empty.signIn('administrator', 'russet-russet')
  })
  after(async () => {
    for (const { db, instance } of open) {
      await instance.close()
      await db.drop()
    }
  })
  const send = (client: Client, body: string) =>
    client.send('POST', '/plant-file', body, { 'content-type': 'application/x-yardfrost-plant' })

  it('comes out as its schema says', async () => {
    const schema = (await full.get('/plant-file.schema.json')).body
    const { body } = await full.get('/plant-file.json')
    const valid = new Ajv2020({ strict: false, validateFormats: false }).compile(schema)
    expect(valid(body), JSON.stringify(valid.errors?.slice(0, 3))).to.equal(true)
    expect(body.lists.machines.map((m: { code: string }) => m.code)).to.include.members(['MM-1', 'LS-1', 'PA-1'])
    expect(body.fitted.length).to.be.greaterThan(body.lists.machines.length)
    expect((await (await new Client(full.base).signIn('planner')).get('/plant-file.json')).status).to.equal(403)
  })

  it('what is no plant file is refused with its place, and nothing of it is kept', async () => {
    const { body: plant } = (await full.get('/plant-file.json')) as { body: PlantDocument }
    const [machine] = plant.lists.machines
    // prettier-ignore
    const WRONG: [string, string | object, RegExp][] = [
      ['no JSON', 'code;name', /JSON in UTF-8/],
      ['another shape', { machines: [] }, /format/],
      ['a line that is none', { ...plant, lists: { ...plant.lists, machines: [{ ...machine, words: '6312, 6312' }] } }, /lists\.machines\.0\.words: How far is it/],
      ['a grease that cannot be', { ...plant, greases: [{ ...plant.greases[0], lowC: 300 }] }, /greases\.0\.highC/],
    ]
    for (const [what, body, words] of WRONG) {
      const reply = await send(empty, typeof body === 'string' ? body : JSON.stringify(body))
      expect(reply.status, what).to.equal(422)
      expect(reply.body.detail, what).to.match(words)
    }
    expect((await empty.get('/machines')).body.machines).to.deep.equal([])
    expect((await empty.get('/settings')).body.greases).to.deep.equal([])
  })

  it('reads back into an empty plant and gives the same one', async () => {
    const { body: plant } = (await full.get('/plant-file.json')) as { body: PlantDocument }
    const reply = await send(empty, JSON.stringify(plant))
    expect(reply.status, JSON.stringify(reply.body)).to.equal(201)
    expect(reply.body.machines).to.equal(new Set(plant.lists.machines.map((m) => m.code)).size)
    const { body: again } = (await empty.get('/plant-file.json')) as { body: PlantDocument }
    const byLogin = (p: PlantDocument) => ({ ...p, people: p.people.filter((x) => x.login !== 'administrator') })
    expect(byLogin(again)).to.deep.equal(byLogin(plant))
    expect(plant.documents.map((d) => [d.machines, d.sayings.length])).to.deep.equal([[['EF-1', 'EF-2'], 4]])
    expect(plant.areas).to.have.length(1)
    // People are there without a password: an administrator hands out codes.
    expect((await empty.get('/people')).body.filter((p: { invited: boolean }) => p.invited)).to.have.length(plant.people.length - 1)
    const [was, is] = [await machineBy(full, 'EF-1'), await machineBy(empty, 'EF-1')]
    const shown = (m: typeof was) =>
      m.shaftLines.map((l) => l.positions.map((p) => [p.name, p.held, p.places.map((x) => [x.fitted, x.shaftSeat])]))
    expect(shown(is)).to.deep.equal(shown(was))
    const refused = await send(empty, JSON.stringify(plant))
    expect([refused.status, refused.body.title]).to.deep.equal([409, 'Not empty'])
  })
})
