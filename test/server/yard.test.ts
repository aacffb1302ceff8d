import { expect } from 'chai'
import { MACHINES_A_PAGE, type MachinePage } from '../../src/contract/machines.js'
import type { Colleague, Found, Yard } from '../../src/contract/yard.js'
import { Client, NOW, freshDatabase, machineBy, startInstance, type Instance } from './helpers.js'

describe('the Yard of a plant of any size', () => {
  let db: Awaited<ReturnType<typeof freshDatabase>>
  let instance: Instance
  const at = {} as Record<'viewer' | 'storekeeper' | 'technician' | 'planner' | 'administrator', Client>
  before(async () => {
    db = await freshDatabase()
    instance = await startInstance(db.url, { now: () => NOW })
    for (const role of ['viewer', 'storekeeper', 'technician', 'planner', 'administrator'] as const)
      at[role] = await new Client(instance.url).signIn(role)
  })
  after(async () => {
    await instance.close()
    await db.drop()
  })
  const yard = async (query = '') => (await at.viewer.get(`/yard${query}`)).body as Yard
  const page = async (query = '') => (await at.viewer.get(`/machines${query}`)).body as MachinePage
  const found = async (text: string) => ((await at.viewer.get(`/find?find=${encodeURIComponent(text)}`)).body as { found: Found[] }).found
  const colleague = async (name: string) => ((await at.viewer.get('/colleagues')).body as Colleague[]).find((c) => c.name === name)!

  it('an area asks for what stands in it and below it, and for nothing whose name only begins alike', async () => {
    const all = await yard()
    const [area] = all.areas.filter((a) => a.due + a.overdue > 0).map((a) => a.area.split(' / ')[0]!)
    const here = await yard(`?area=${encodeURIComponent(area!)}`)
    const sums = all.areas.filter((a) => a.area === area || a.area.startsWith(`${area} / `))
    expect(here.dueTotal)
      .to.equal(sums.reduce((n, a) => n + a.due + a.overdue, 0))
      .and.to.be.below(all.dueTotal)
    expect(here.overdue).to.equal(sums.reduce((n, a) => n + a.overdue, 0))
    expect(here.jobsTotal).to.equal(sums.reduce((n, a) => n + a.jobs, 0))
    expect((await yard(`?area=${encodeURIComponent(area!.slice(0, -1))}`)).dueTotal).to.equal(0)
    expect(all.areas.reduce((n, a) => n + a.machines, 0)).to.equal((await page()).total)
  })

  it('a person asks for the cards in hand and for the greasing of their areas', async () => {
    const amble = await colleague('R. Amble')
    const mine = await yard(`?person=${amble.id}`)
    expect(mine.jobsTotal).to.equal(amble.jobs).and.to.be.above(0)
    expect(mine.due).to.deep.equal([])
    const { areas } = await yard()
    const { area } = areas.find((a) => a.area && a.due + a.overdue > 0)!
    expect((await at.technician.put('/areas/charge', { area, personId: amble.id })).status).to.equal(403)
    expect((await at.planner.put('/areas/charge', { area, personId: 999_999 })).status).to.equal(422)
    expect((await at.planner.put('/areas/charge', { area, personId: amble.id })).body).to.deep.equal({ areas: [area] })
    const greased = await yard(`?person=${amble.id}`)
    expect(greased.dueTotal)
      .to.equal((await yard(`?area=${encodeURIComponent(area)}`)).dueTotal)
      .and.to.be.above(0)
  })

  it('a card is handed on, and nothing stays in the hands of somebody who leaves', async () => {
    const [amble, thorpe] = [await colleague('R. Amble'), await colleague('M. Thorpe')]
    const [job] = (await yard(`?person=${amble.id}`)).jobs
    expect((await at.viewer.put(`/cards/${job!.id}/in-charge`, { personId: thorpe.id })).status).to.equal(403)
    expect((await at.technician.put(`/cards/${job!.id}/in-charge`, { personId: 999_999 })).status).to.equal(422)
    const handed = await at.technician.put(`/cards/${job!.id}/in-charge`, { personId: thorpe.id })
    expect([handed.body.job.inCharge, handed.body.job.openedBy]).to.deep.equal(['M. Thorpe', job!.openedBy])
    const refusal = await at.administrator.patch(`/people/${thorpe.id}`, { active: false })
    expect(refusal.status).to.equal(409)
    expect(refusal.body.errors[0].allowed).to.contain(`card ${job!.number} on ${job!.machineCode}`)
    expect((await at.administrator.patch(`/people/${thorpe.id}`, { active: false, handTo: thorpe.id })).status).to.equal(422)
    expect((await at.administrator.patch(`/people/${thorpe.id}`, { active: false, handTo: amble.id })).status).to.equal(200)
    expect(await colleague('M. Thorpe')).to.equal(undefined)
    expect((await yard(`?person=${amble.id}`)).jobs.map((j) => j.id)).to.include(job!.id)
    expect((await at.administrator.patch(`/people/${thorpe.id}`, { active: true })).status).to.equal(200)
    at.planner = await new Client(instance.url).signIn('planner')
    const { body: deeds } = await at.administrator.get(`/people/${amble.id}/deeds`)
    expect(deeds[0]).to.deep.include({ action: 'hand-over', subject: `job ${job!.id}` })
    expect((await at.planner.get(`/people/${amble.id}/deeds`)).status).to.equal(403)
  })

  it('a viewer keeps views of the own, by screen', async () => {
    const view = { screen: 'yard', name: 'Press house', search: 'area=Press+house', columns: [] }
    expect((await at.viewer.put('/searches', view)).body).to.have.length(1)
    expect((await at.viewer.put('/searches', { ...view, screen: 'machines' })).body).to.have.length(1)
    expect((await at.viewer.put('/searches', { ...view, name: ' ' })).status).to.equal(422)
    expect((await at.technician.get('/searches/yard')).body).to.deep.equal([])
    const { views } = await yard()
    expect(views.map((v) => [v.name, v.search])).to.deep.equal([['Press house', 'area=Press+house']])
    expect((await at.technician.delete(`/searches/${views[0]!.id}`)).status).to.equal(404)
    expect((await at.viewer.delete(`/searches/${views[0]!.id}`)).body).to.deep.equal([])
    expect((await at.viewer.get('/searches/kitchen')).status).to.equal(404)
  })

  it('machines come page by page, sorted as asked, and an address of nonsense gives the first page', async () => {
    const rows = Array.from({ length: 120 }, (_, i) => ({
      ...{ code: `PG-${String(i).padStart(3, '0')}`, name: `Paged ${120 - i}`, area: 'Annex', location: '', notes: '', line: '' },
      ...{ shaftMaterial: '', housingMaterial: '', words: '' },
    }))
    expect((await at.planner.post('/rack/machines', { entries: rows })).status).to.equal(201)
    const pages = [await page('?area=Annex'), await page('?area=Annex&page=5')]
    expect(pages.map((p) => [p.total, p.page, p.pages, p.machines.length])).to.deep.equal([
      [120, 1, 5, MACHINES_A_PAGE],
      [120, 5, 5, 20],
    ])
    expect((await page('?area=Annex&page=99')).page).to.equal(5)
    expect((await page('?page=-1&order=colour&find=PG-00')).machines[0]!.code).to.equal('PG-000')
    expect((await page('?area=Annex&order=name')).machines[0]!.name).to.equal('Paged 1')
    const due = (await page('?order=due')).machines.flatMap((m) => m.nextDue ?? [])
    expect(due).to.deep.equal([...due].sort())
    expect((await page('?find=100%25')).total).to.equal(0)
  })

  const SEARCHES = [
    // text, kind and label of what comes first among its kind
    ['MP-2', 'machine', 'Mash pump MP-2'],
    ['mash pump drive', 'position', 'Mash pump MP-2, drive end'],
    ['32010 X', 'bearing', '32010'],
    ['6312 C3', 'bearing', '6312'],
    ['nu312 ecp', 'bearing', 'NU 312'],
    ['amble', 'person', 'R. Amble'],
  ] as const
  for (const [text, kind, label] of SEARCHES)
    it(`one box finds a ${kind} by ${text}`, async () => {
      expect((await found(text)).find((f) => f.kind === kind)!.label).to.equal(label)
    })
  it('a card by its number, and a support by what is fitted, as long as it is fitted', async () => {
    const [job] = (await yard()).jobs
    expect((await found(`card ${job!.number}`))[0]).to.deep.include({ kind: 'card', id: job!.id })
    const { shaftLines, code, name, version, area, location, notes } = await machineBy(at.technician, 'MP-2')
    const { designation } = shaftLines[0]!.positions[0]!.places[0]!.fitted!
    const mine = async (text: string) => (await found(text)).filter((f) => f.kind === 'position').map((f) => f.label)
    expect(await mine(`${designation} MP-2`)).to.not.deep.equal([])
    const id = (await machineBy(at.technician, 'MP-2')).id
    const head = { code, name, version, area, location, notes }
    expect((await at.technician.put(`/machines/${id}`, { ...head, name: 'Pomace pump' })).status).to.equal(200)
    expect(await mine('pomace drive')).to.deep.equal(['Pomace pump MP-2, drive end'])
    expect(await mine('mash drive mp-2')).to.deep.equal([])
  })
  it('nothing and signs that mean something to a database find nothing', async () => {
    for (const text of ['', '   ', '%', '_', '\\', "'; --"]) expect(await found(text), text).to.deep.equal([])
  })

  it('a storekeeper changes the stock and no other list', async () => {
    const item = { marking: '6312 2Z C3', shelf: 'Z-9', quantity: 3, note: '' }
    expect((await at.storekeeper.post('/rack/stock', { entries: [item] })).status).to.equal(201)
    const other = await at.storekeeper.post('/rack/cross-references', { entries: [{ name: 'HB-1', marking: '6312', note: '' }] })
    expect([other.status, other.body.detail]).to.deep.equal([403, 'This list needs the role planner; you are signed in as storekeeper.'])
    expect((await at.viewer.post('/rack/stock', { entries: [item] })).status).to.equal(403)
    const [last] = (await at.planner.get('/rack/changes')).body
    expect((await at.storekeeper.post(`/rack/changes/${last.id}/undo`)).status).to.equal(200)
  })
})
