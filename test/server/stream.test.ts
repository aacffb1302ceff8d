import { expect } from 'chai'
import { noticeOf, type Notice } from '../../src/contract/notices.js'
import { Client, answer, cardOf, doStep, machineBy, openAt, startTwo, type Instance } from './helpers.js'

/** What is told on the stream of one page, gathered; `end` hangs up. */
async function listen(
  client: Client,
): Promise<{ told: Notice[]; until: (of: string, id?: string) => Promise<Notice>; over: Promise<void>; end: () => void }> {
  const stop = new AbortController()
  const res = await fetch(`${client.base}/api/v1/stream`, { headers: client.headers(), signal: stop.signal })
  expect(res.status).to.equal(200)
  expect(res.headers.get('content-type')).to.match(/^text\/event-stream/)
  expect(res.headers.get('content-encoding')).to.equal(null)
  const told: Notice[] = []
  const over = (async () => {
    let text = ''
    try {
      for await (const piece of res.body!) {
        text += Buffer.from(piece).toString('utf8')
        const events = text.split('\n\n')
        text = events.pop()!
        for (const event of events) if (event.startsWith('data: ')) told.push(JSON.parse(event.slice(6)))
      }
    } catch {
      // Hung up.
    }
  })()
  const until = async (of: string, id?: string) => {
    for (let i = 0; i < 400; i++) {
      const found = told.find((n) => n.of === of && (id === undefined || n.id === id))
      if (found) return found
      await new Promise((resolve) => setTimeout(resolve, 10))
    }
    throw new Error(`${of} ${id} was not told; told: ${JSON.stringify(told)}`)
  }
  return { told, until, over, end: () => stop.abort() }
}

describe('what changed comes by itself, on two instances', () => {
  let pair: Awaited<ReturnType<typeof startTwo>>
  let one: Instance
  let two: Instance
  let technician: Client
  let viewer: Client
  before(async () => {
    pair = await startTwo()
    ;({ one, two } = pair)
    technician = await new Client(one.url).signIn('technician')
    viewer = await new Client(two.url).signIn('viewer')
  })
  after(() => pair.close())

  it('a card that is opened, answered and signed on one is told on the other, with its revision and nothing else', async () => {
    const page = await listen(viewer)
    const card = await openAt(technician, 'MP-2', ['p1.1'])
    const id = String(card.job.id)
    await page.until('line', String(card.line.id))
    await answer(technician, card.job.id, { 'p1/duty.dirt': 'clean' })
    const { revision } = await cardOf(technician, card.job.id)
    await page.until('card', id)
    await answer(technician, card.job.id, { 'p1.1/identify.designation': '6312', 'p1.1/mount.method': 'heat' })
    expect((await doStep(technician, card.job.id, 'line/isolate', { tried: true })).status).to.equal(200)
    const last = (await cardOf(technician, card.job.id)).revision
    for (let i = 0; i < 200 && !page.told.some((n) => n.id === id && n.revision === last); i++)
      await new Promise((resolve) => setTimeout(resolve, 10))
    const told = page.told.filter((n) => n.of === 'card' && n.id === id)
    expect(told.map((n) => n.revision)).to.include.members([revision, last])
    expect(last).to.be.above(revision + 1)
    for (const notice of page.told)
      expect(Object.keys(notice)).to.satisfy((keys: string[]) => keys.every((k) => ['of', 'id', 'revision'].includes(k)))
    page.end()
    await page.over
  })

  it('records, greasings and lists are told too; what is refused is not', async () => {
    const page = await listen(viewer)
    const fan = await machineBy(technician, 'CF-1')
    const planner = await new Client(one.url).signIn('planner')
    const entry = { marking: '6312', shelf: 'Z9', quantity: 2, note: '' }
    expect((await planner.post('/rack/stock', { entries: [entry], seen: [null] })).status).to.equal(201)
    expect((await answer(technician, 4, { 'p1/duty.dirt': 'not a kind of dirt' })).status).to.equal(422)
    expect((await planner.put(`/machines/${fan.id}/retirement`, { retired: true, reason: 'scrapped' })).status).to.equal(200)
    await page.until('machine', String(fan.id))
    await page.until('list', 'stock')
    expect(page.told.filter((n) => n.of === 'card' && n.id === '4')).to.deep.equal([])
    page.end()
    await page.over
  })

  it('a line of the database that is cut ends the streams of its instance, so that pages ask afresh; the next one hears again', async () => {
    const page = await listen(viewer)
    await one.pool.query(
      "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE query = 'LISTEN yardfrost_changed' AND datname = current_database()",
    )
    await page.over
    const next = await listen(viewer)
    await answer(technician, 4, { 'p1/duty.dirt': 'dirty' })
    await next.until('card', '4')
    next.end()
    await next.over
  })

  it('needs a sign-in; of one person only so many', async () => {
    expect((await new Client(one.url).get('/stream')).status).to.equal(401)
    const pages = []
    for (let i = 0; i < 20; i++) pages.push(await listen(viewer))
    expect((await viewer.get('/stream')).status).to.equal(429)
    for (const page of pages) page.end()
    await Promise.all(pages.map((p) => p.over))
    for (let i = 0; i < 50 && (await viewer.get('/stream')).status === 429; i++) await new Promise((resolve) => setTimeout(resolve, 20))
    const page = await listen(viewer)
    page.end()
    await page.over
  })

  it('lets the connection go when nobody hears', async () => {
    const listening = async () =>
      (await one.pool.query("SELECT 1 FROM pg_stat_activity WHERE query = 'LISTEN yardfrost_changed' AND datname = current_database()"))
        .rowCount
    for (let i = 0; i < 100 && (await listening()); i++) await new Promise((resolve) => setTimeout(resolve, 20))
    expect(await listening()).to.equal(0)
  })

  const TEXTS: [text: string, notice: Notice | null][] = [
    ['job 12 45', { of: 'card', id: '12', revision: 45 }],
    ['shaft line 3', { of: 'line', id: '3' }],
    ['line 3', { of: 'line', id: '3' }],
    ['greasing point 9', { of: 'point', id: '9' }],
    ['list stock', { of: 'list', id: 'stock' }],
    ['areas', { of: 'areas' }],
    ['person 4', null],
    ['', null],
  ]
  for (const [text, notice] of TEXTS) it(`reads "${text}"`, () => expect(noticeOf(text)).to.deep.equal(notice))
})
