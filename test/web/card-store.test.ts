import { expect } from 'chai'
import { createPinia, setActivePinia } from 'pinia'
import type { AnswerView, CardView, StepView } from '../../src/contract/api.js'
import { problem } from '../../src/contract/problem.js'
import { STATIONS, emptyAnswers, type Station } from '../../src/core/card/answers.js'
import { evaluateCard } from '../../src/core/card/evaluate.js'
import { bareContext } from '../../src/core/card/station.js'
import { useCard } from '../../src/web/stores/card.js'
import { useSession } from '../../src/web/stores/session.js'

type Handler = (method: string, path: string, body: { version: number; data?: unknown; values?: StepView['values'] }) => unknown

/** A server that answers from memory as the real one does, and can be told to fail. */
class FakeServer {
  readonly calls: string[] = []
  readonly view: CardView
  failWith: 'network' | number | null = null
  hook: Handler | null = null

  constructor() {
    const answer = (station: Station): AnswerView => ({
      version: 1,
      data: emptyAnswers()[station],
      savedAt: '2026-11-24T09:00:00Z',
      savedBy: 'R. Amble',
    })
    this.view = {
      job: { id: 7, status: 'open', number: '0107' } as CardView['job'],
      plant: 'Hollin Beck Cider Works',
      position: { end: 'drive' } as CardView['position'],
      other: null,
      carries: 'impeller',
      context: bareContext('drive', null),
      dutyVersion: 1,
      answers: Object.fromEntries(STATIONS.map((s) => [s, answer(s)])) as CardView['answers'],
      steps: [],
      moved: [],
      finished: null,
    }
  }

  readonly fetch = async (url: string, init: RequestInit): Promise<Response> => {
    const path = url.replace('/api/v1', '')
    this.calls.push(`${init.method} ${path}`)
    if (this.failWith === 'network') throw new TypeError('failed to fetch')
    if (this.failWith !== null) return this.reply(this.failWith, problem(this.failWith, 'Away', 'away'))
    const body = init.body ? JSON.parse(String(init.body)) : undefined
    const own = this.hook?.(String(init.method), path, body)
    if (own) return own as Response
    const station = /answers\/(\w+)$/.exec(path)?.[1] as Station | undefined
    if (init.method === 'PUT' && station) {
      const current = this.view.answers[station]
      if (current.version !== body.version) return this.reply(409, problem(409, 'Changed meanwhile', 'changed', { current }))
      this.view.answers[station] = { ...current, version: body.version + 1, data: body.data }
    }
    const step = /steps\/(\w+)$/.exec(path)?.[1]
    if (init.method === 'PUT' && step) this.view.steps = [{ key: step, version: body.version + 1, values: body.values } as StepView]
    return this.reply(200, structuredClone(this.view))
  }

  reply(status: number, body: unknown): Response {
    return new Response(JSON.stringify(body), { status })
  }
}

const storage = new Map<string, string>()
const real = { fetch: globalThis.fetch, localStorage: Object.getOwnPropertyDescriptor(globalThis, 'localStorage') }

async function until(condition: () => boolean): Promise<void> {
  while (!condition()) await new Promise((resolve) => setTimeout(resolve, 20))
}

describe('card store', () => {
  let server: FakeServer
  let card: ReturnType<typeof useCard>

  beforeEach(async () => {
    storage.clear()
    setActivePinia(createPinia())
    server = new FakeServer()
    globalThis.fetch = server.fetch as typeof fetch
    const fake = {
      getItem: (k: string) => storage.get(k) ?? null,
      setItem: (k: string, v: string) => storage.set(k, v),
      removeItem: (k: string) => storage.delete(k),
    }
    Object.defineProperty(globalThis, 'localStorage', { value: fake, configurable: true })
    useSession().me = { id: 1, name: 'R. Amble', login: 'technician', role: 'technician', units: 'metric', theme: 'day' }
    card = useCard()
    await card.open(7)
  })
  after(() => {
    globalThis.fetch = real.fetch
    if (real.localStorage) Object.defineProperty(globalThis, 'localStorage', real.localStorage)
    else delete (globalThis as { localStorage?: unknown }).localStorage
  })

  it('gathers what is typed within a moment into one save, and then keeps no draft', async () => {
    card.edit('duty', { speedRpm: 1 })
    card.edit('duty', { speedRpm: 14 })
    card.edit('duty', { speedRpm: 1470 })
    expect(card.saveState).to.equal('waiting')
    expect(storage.get('yardfrost:card:7')).to.contain('1470')
    await until(() => card.saveState === 'saved')
    expect(server.calls.filter((c) => c.startsWith('PUT'))).to.have.length(1)
    expect(storage.has('yardfrost:card:7')).to.equal(false)
  })

  it('does not save what did not change', async () => {
    card.edit('duty', { speedRpm: null })
    expect(card.saveState).to.equal('saved')
    expect(card.undoStack).to.have.length(0)
  })

  it('keeps and repeats when the network or the database is away', async () => {
    for (const failure of ['network', 503] as const) {
      server.failWith = failure
      card.edit('duty', { radialLoadN: failure === 503 ? 500 : 400 })
      await until(() => card.saveState === 'away')
      expect(storage.get('yardfrost:card:7')).to.contain('radialLoadN')
      server.failWith = null
      await until(() => card.saveState === 'saved')
    }
    expect(server.view.answers.duty.data).to.include({ radialLoadN: 500 })
  })

  it('finds what was typed before the page was lost, and sends it', async () => {
    server.failWith = 'network'
    card.edit('duty', { radialLoadN: 700 })
    await until(() => card.saveState === 'away')
    card.$reset()
    server.failWith = null
    await card.open(7)
    expect(card.answers.duty.radialLoadN).to.equal(700)
    await until(() => card.saveState === 'saved')
    expect(server.view.answers.duty.data).to.include({ radialLoadN: 700 })
  })

  it('a slow server meets one save after the other, never two at once', async () => {
    let under = 0
    let most = 0
    const fast = server.fetch
    globalThis.fetch = (async (url: string, init: RequestInit) => {
      most = Math.max(most, ++under)
      await new Promise((resolve) => setTimeout(resolve, 700))
      under -= 1
      return fast(url, init)
    }) as typeof fetch
    card.edit('duty', { radialLoadN: 1 })
    await until(() => under === 1)
    card.edit('duty', { radialLoadN: 2 })
    card.schedule(0)
    const acted = card.act('POST', '/moved/fit/seen')
    card.edit('duty', { axialLoadN: 3 })
    expect(await acted).to.equal(true)
    await until(() => card.saveState === 'saved' && Object.keys(card.drafts).length === 0)
    expect(most).to.equal(1)
    expect(card.conflict).to.equal(null)
    expect(server.view.answers.duty.data).to.include({ radialLoadN: 2, axialLoadN: 3 })
    globalThis.fetch = fast as typeof fetch
  })

  it('keeps typing that arrived while a save was under way', async () => {
    let typed = false
    server.hook = (method, path) => {
      if (method === 'PUT' && path.endsWith('duty') && !typed) {
        typed = true
        card.edit('duty', { axialLoadN: 55 })
      }
      return null
    }
    card.edit('duty', { radialLoadN: 44 })
    await until(() => card.saveState === 'saved' && Object.keys(card.drafts).length === 0)
    expect(server.view.answers.duty.data).to.include({ radialLoadN: 44, axialLoadN: 55 })
    expect(server.view.answers.duty.version).to.equal(3)
  })

  it('shows both versions after a conflict; mine goes over theirs, or theirs replaces mine', async () => {
    const meanwhile = (speedRpm: number) => {
      const { duty } = server.view.answers
      server.view.answers.duty = { ...duty, version: duty.version + 1, data: { ...emptyAnswers().duty, speedRpm }, savedBy: 'M. Thorpe' }
    }
    meanwhile(990)
    card.edit('duty', { speedRpm: 1000 })
    await until(() => card.saveState === 'conflict')
    expect(card.conflict!.theirs).to.include({ savedBy: 'M. Thorpe' })
    card.resolveConflict('mine')
    await until(() => card.saveState === 'saved')
    expect(server.view.answers.duty.data).to.include({ speedRpm: 1000 })

    meanwhile(750)
    card.edit('duty', { speedRpm: 1200 })
    await until(() => card.saveState === 'conflict')
    card.resolveConflict('theirs')
    await until(() => card.saveState === 'saved')
    expect(card.answers.duty.speedRpm).to.equal(750)
  })

  it('asks to sign in again when the session has run out and goes on afterwards', async () => {
    server.failWith = 401
    card.edit('duty', { hoursPerDay: 12 })
    await until(() => card.saveState === 'signed-out')
    expect(useSession().expired).to.equal(true)
    server.failWith = null
    card.schedule(0)
    await until(() => card.saveState === 'saved')
    expect(server.view.answers.duty.data).to.include({ hoursPerDay: 12 })
  })

  it('says why a save was refused', async () => {
    server.failWith = 422
    card.edit('duty', { hoursPerDay: 13 })
    await until(() => card.saveState === 'refused')
    expect(card.message).to.equal('away')
  })

  it('takes back field by field: typing on in one field is one change', async () => {
    card.edit('duty', { speedRpm: 1 })
    card.edit('duty', { speedRpm: 14 })
    card.edit('duty', { radialLoadN: 5 })
    card.edit('arrange', { spanMm: 300 })
    expect(card.undoStack).to.have.length(3)
    card.endTyping()
    card.edit('arrange', { spanMm: 310 })
    expect(card.undoStack, 'coming back to a field is another change').to.have.length(4)
    card.undo()
    expect(card.answers.arrange.spanMm).to.equal(300)
    card.undo()
    expect(card.answers.arrange.spanMm).to.equal(null)
    card.undo()
    expect(card.answers.duty).to.include({ speedRpm: 14, radialLoadN: null })
    card.undo()
    expect(card.answers.duty.speedRpm).to.equal(null)
    card.undo()
    await until(() => card.saveState === 'saved')
  })

  it('saves the fields of a step with the version it saw', async () => {
    card.editStep('seat', { seatMm: 60.01 })
    card.editStep('seat', { note: 'round' })
    await until(() => card.saveState === 'saved')
    expect(server.view.steps[0]).to.deep.include({ key: 'seat', values: { seatMm: 60.01, note: 'round' } })
    expect(card.stepDrafts).to.deep.equal({})
  })

  it('a finished card shows what it said when it was finished, not what the core says now', () => {
    const said = structuredClone(evaluateCard(emptyAnswers(), bareContext('drive', null)))
    said.duty.headline = 'as it was'
    const states = [{ key: 'isolate', fields: {}, outside: [], signed: true, movedUnder: [], holds: true, blocked: null }]
    card.take({ ...server.view, finished: { coreVersion: '2020.1.1', evaluation: said, states } })
    expect(card.evaluation.duty.headline).to.equal('as it was')
    expect(card.stepStates).to.deep.equal(states)
    card.take(server.view)
    expect(card.evaluation.duty.headline).to.not.equal('as it was')
  })

  it('a viewer and a finished job are read only', () => {
    expect(card.readOnly).to.equal(false)
    useSession().me!.role = 'viewer'
    expect(card.readOnly).to.equal(true)
    useSession().me!.role = 'planner'
    card.view!.job.status = 'finished'
    expect(card.readOnly).to.equal(true)
  })
})
