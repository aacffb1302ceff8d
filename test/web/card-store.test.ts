import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import Dexie from 'dexie'
import { expect } from 'chai'
import { createPinia, setActivePinia } from 'pinia'
import type { FinishedCard } from '../../src/contract/finished.js'
import type { StepView } from '../../src/contract/card-parts.js'
import type { CardView } from '../../src/contract/cards.js'
import { problem } from '../../src/contract/problem.js'
import { changeKey } from '../../src/contract/answers.js'
import type { Command, CommandAnswer, CommandBody } from '../../src/contract/commands.js'
import type { LineContext } from '../../src/core/card/context.js'
import { evaluateLine } from '../../src/core/card/evaluate.js'
import { FIRST_PROCEDURE } from '../../src/core/procedure/procedures.js'
import { twoSupports } from '../core/line.js'
import { useCard } from '../../src/web/stores/card.js'
import { closeOutbox, useOutbox } from '../../src/web/stores/outbox.js'
import { bothOf } from '../../src/web/stores/card-drafts.js'
import { useSession } from '../../src/web/stores/session.js'
import { metric } from '../core/said.js'

type Answering = CommandBody<'answer-card'>

/** A step as a card of that day planned it. */
const STEP = {
  key: 'line/isolate',
  title: 'Lock it',
  doing: '',
  tools: [],
  fields: [],
  restsOn: [],
  scope: 'line',
  lane: 'line',
  place: 'p1.1',
  station: 'mount',
}

const SAVED = { savedAt: '2026-11-24T09:00:00Z', savedBy: 'R. Amble' }

/** A server that answers from memory as the real one does, and can be told to fail. */
class FakeServer {
  readonly calls: string[] = []
  readonly view: CardView
  /** What arrived, also what was refused or whose answer was lost. */
  readonly sent: Command[] = []
  readonly said = new Map<string, CommandAnswer>()
  /** So many times a key is one under which something else was sent. */
  used = 0
  failWith: 'network' | number | null = null
  hook: (() => void) | null = null

  constructor(context: LineContext = twoSupports('drive', null)) {
    this.view = {
      job: { id: 7, status: 'open', number: '0107', procedure: FIRST_PROCEDURE } as CardView['job'],
      revision: 1,
      plant: 'Hollin Beck Cider Works',
      line: { positions: context.positions.map((p) => ({ ...p, lubrication: null })) } as unknown as CardView['line'],
      context,
      dutyVersion: 1,
      answers: {},
      steps: [],
      moved: [],
      lineChanges: [],
      finished: null,
    }
  }

  /** What stands there of an answer. */
  value = (key: string) => this.view.answers[key]?.value

  /** Somebody else answers. */
  meanwhile(key: string, value: unknown): void {
    this.view.revision += 1
    this.view.answers[key] = { version: (this.view.answers[key]?.version ?? 0) + 1, value, ...SAVED, savedBy: 'M. Thorpe' }
  }

  readonly fetch = async (url: string, init: RequestInit): Promise<Response> => {
    const path = url.replace('/api/v1', '')
    this.calls.push(`${init.method} ${path}`)
    if (this.failWith === 'network') throw new TypeError('failed to fetch')
    if (this.failWith !== null) return this.reply(this.failWith, problem(this.failWith, 'Away', 'away'))
    this.hook?.()
    const id = Number(/^\/cards\/(\d+)/.exec(path)?.[1] ?? 7)
    if (path !== '/commands') return this.reply(200, structuredClone({ ...this.view, job: { ...this.view.job, id } }))
    const { commands } = JSON.parse(String(init.body)) as { commands: Command[] }
    return this.reply(200, { answers: commands.map((c) => this.take(c)) })
  }

  private take(command: Command): CommandAnswer {
    this.sent.push(command)
    const { key, kind, body } = command
    if (this.used-- > 0) return { key, outcome: 'refused', problem: problem(409, 'Key used', 'not stored') }
    const before = this.said.get(key)
    if (before) return { ...before, outcome: 'again' }
    const answer =
      kind === 'answer-card'
        ? this.change(key, body as Answering)
        : { key, outcome: 'done' as const, changed: this.other(body as CommandBody<'write-step'>) }
    if (answer.outcome === 'done') this.said.set(key, answer)
    return answer
  }

  private other({ step, version, values }: CommandBody<'write-step'>): unknown {
    this.view.revision += 1
    const after = { key: step, version: version + 1, values } as StepView
    if (values) this.view.steps = [after]
    return { card: 7, revision: this.view.revision, step: values ? after : null }
  }

  private change(key: string, { since, changes }: Answering): CommandAnswer {
    const { answers } = this.view
    const at = (c: Answering['changes'][number]) => changeKey(c)
    const against = changes.filter((c) => (answers[at(c)]?.version ?? 0) !== c.base)
    if (against.length) {
      const conflicts = against.map((c) => ({ key: at(c), ...answers[at(c)] }))
      return { key, outcome: 'conflict', problem: problem(409, 'Changed meanwhile', 'changed', { current: { conflicts } }) }
    }
    this.view.revision += 1
    for (const c of changes) answers[at(c)] = { version: c.base + 1, value: c.value, ...SAVED }
    const sent = new Set(changes.map(at))
    const news = Object.entries(answers).filter(([k, a]) => !sent.has(k) && a.savedBy === 'M. Thorpe' && since < this.view.revision)
    const versions = Object.fromEntries(changes.map((c) => [at(c), answers[at(c)]!.version]))
    return {
      key,
      outcome: 'done',
      changed: { revision: this.view.revision, versions, news: Object.fromEntries(news), moved: [], dutyVersion: 1 },
    }
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

  /** What this device keeps. */
  const kept = async () => JSON.stringify(await (await useOutbox().shelf()).all())
  /** The same device with its page loaded anew. */
  const reload = () => {
    const { me } = useSession()
    closeOutbox()
    setActivePinia(createPinia())
    useSession().me = me
    card = useCard()
  }

  beforeEach(async () => {
    storage.clear()
    Dexie.dependencies.indexedDB = new IDBFactory()
    closeOutbox()
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
    await new Promise((resolve) => setTimeout(resolve, 100))
    expect(await kept()).to.contain('1470')
    expect(server.sent).to.deep.equal([])
    await until(() => card.saveState === 'saved')
    expect(server.sent).to.have.length(1)
    expect(await kept()).to.equal('[]')
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
      expect(await kept()).to.contain('radialLoadN')
      server.failWith = null
      await until(() => card.saveState === 'saved')
    }
    expect(server.value('p1/duty.radialLoadN')).to.equal(500)
  })

  it('finds what was typed before the page was lost, and sends it', async () => {
    server.failWith = 'network'
    card.edit('duty', { radialLoadN: 700 })
    await until(() => card.saveState === 'away')
    // Typed on while nobody answers: on the version that the first of them will make.
    card.edit('duty', { radialLoadN: 710, axialLoadN: 5 })
    await new Promise((resolve) => setTimeout(resolve, 700))
    reload()
    server.failWith = null
    await card.open(7)
    expect([card.answers.duty.radialLoadN, card.answers.duty.axialLoadN]).to.deep.equal([710, 5])
    await until(() => card.saveState === 'saved')
    expect(server.sent.map(({ body }) => (body as Answering).changes.map((c) => [c.field, c.value, c.base]))).to.deep.equal([
      [['radialLoadN', 700, 0]],
      [
        ['radialLoadN', 710, 1],
        ['axialLoadN', 5, 0],
      ],
    ])
    expect(await kept()).to.equal('[]')
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
    const acted = card.act('sign-step', { step: 'x' })
    card.edit('duty', { axialLoadN: 3 })
    expect(await acted).to.equal(true)
    await until(() => card.saveState === 'saved' && Object.keys(card.drafts).length === 0)
    expect(most).to.equal(1)
    expect(card.conflict).to.equal(null)
    expect([server.value('p1/duty.radialLoadN'), server.value('p1/duty.axialLoadN')]).to.deep.equal([2, 3])
    globalThis.fetch = fast as typeof fetch
  })

  it('keeps typing that arrived while a save was under way', async () => {
    let typed = false
    server.hook = () => {
      if (typed) return
      typed = true
      card.edit('duty', { radialLoadN: 45, axialLoadN: 55 })
    }
    card.edit('duty', { radialLoadN: 44 })
    await until(() => card.saveState === 'saved' && Object.keys(card.drafts).length === 0)
    expect([server.value('p1/duty.radialLoadN'), server.value('p1/duty.axialLoadN')]).to.deep.equal([45, 55])
    expect(server.view.answers['p1/duty.radialLoadN']!.version).to.equal(2)
  })

  it('two people on different fields both win, and each learns what the other answered', async () => {
    server.meanwhile('p1/duty.dirt', 'wet')
    card.edit('duty', { speedRpm: 1470 })
    await until(() => card.saveState === 'saved')
    expect(server.value('line/duty.speedRpm')).to.equal(1470)
    expect(card.answers.duty.dirt).to.equal('wet')
  })

  it('shows both answers after a conflict; mine goes over theirs, or theirs replaces mine, field by field', async () => {
    server.meanwhile('line/duty.speedRpm', 990)
    card.edit('duty', { speedRpm: 1000 })
    await until(() => card.saveState === 'conflict')
    expect(card.conflict!.conflicts[0]).to.include({ savedBy: 'M. Thorpe', value: 990 })
    card.resolveConflict({ 'line/duty.speedRpm': 'mine' })
    await until(() => card.saveState === 'saved')
    expect(server.value('line/duty.speedRpm')).to.equal(1000)

    server.meanwhile('line/duty.speedRpm', 750)
    server.meanwhile('p1/duty.radialLoadN', 40)
    card.edit('duty', { speedRpm: 1200, radialLoadN: 50 })
    await until(() => card.saveState === 'conflict')
    card.resolveConflict({ 'line/duty.speedRpm': 'theirs', 'p1/duty.radialLoadN': 'mine' })
    await until(() => card.saveState === 'saved')
    expect([card.answers.duty.speedRpm, card.answers.duty.radialLoadN]).to.deep.equal([750, 50])
    expect(server.value('p1/duty.radialLoadN')).to.equal(50)
  })

  it('changes that nobody answered go again under the same key, so that they count once', async () => {
    let lost = true
    const real = server.fetch
    globalThis.fetch = (async (url: string, init: RequestInit) => {
      const reply = await real(url, init)
      if (!lost || !url.endsWith('/commands')) return reply
      lost = false
      throw new TypeError('the answer was lost on the way')
    }) as typeof fetch
    card.edit('duty', { hoursPerDay: 8 })
    await until(() => card.saveState === 'saved')
    expect(server.view.answers['line/duty.hoursPerDay']!.version).to.equal(1)
    expect([server.said.size, server.sent.length]).to.deep.equal([1, 2])
    globalThis.fetch = real as typeof fetch
  })

  it('finds what a page of the release before kept, a whole station at a time, and sends what is new of it', async () => {
    server.meanwhile('line/duty.speedRpm', 1470)
    const old = {
      stations: {
        duty: { base: 4, data: { speedRpm: 1470, radialLoadN: 900, dirt: null } },
        arrange: { base: 2, data: { driveEndHeld: true, nonDriveEndHeld: false, floatPresentMm: 0.7, spanMm: 310 } },
      },
      steps: { isolate: { tried: true }, seat: { seatMm: 60.01 } },
    }
    storage.set('yardfrost:card:7', JSON.stringify(old))
    reload()
    await card.open(7)
    expect(Object.keys(card.drafts).sort()).to.deep.equal([
      'line/arrange.spanMm',
      'p1/arrange.held',
      'p1/duty.radialLoadN',
      'p2/arrange.floatPresentMm',
      'p2/arrange.held',
    ])
    expect(Object.keys(card.stepDrafts)).to.deep.equal(['line/isolate', 'p1.1/seat'])
    await until(() => card.saveState === 'saved')
    expect(server.value('p2/arrange.floatPresentMm')).to.equal(0.7)
    expect(storage.has('yardfrost:card:7')).to.equal(false)
  })

  it('what one has typed and not sent is not sent by whoever opens the card next, and is there again for its person', async () => {
    server.failWith = 'network'
    card.edit('duty', { radialLoadN: 777 })
    await until(() => card.saveState === 'away')
    const me = useSession().me!
    useSession().me = { ...me, id: 2, name: 'Z. Pippin' }
    server.failWith = null
    reload()
    await card.open(7)
    expect(card.drafts).to.deep.equal({})
    expect(server.value('p1/duty.radialLoadN')).to.not.equal(777)
    useSession().me = me
    reload()
    await card.open(7)
    expect(server.value('p1/duty.radialLoadN')).to.equal(777)
    expect(card.answers.duty.radialLoadN).to.equal(777)
  })

  it('what is typed goes out, or waits, when another card is opened at once; that one gets nothing of it', async () => {
    card.edit('duty', { radialLoadN: 810 })
    await card.open(8)
    expect([card.drafts, server.value('p1/duty.radialLoadN')]).to.deep.equal([{}, 810])
    server.failWith = 'network'
    card.edit('duty', { axialLoadN: 9 })
    expect(await card.open(7).catch(() => 'away')).to.equal('away')
    server.failWith = null
    await card.open(7)
    expect([card.drafts, card.sending, server.value('p1/duty.axialLoadN')]).to.deep.equal([{}, null, 9])
    expect(server.sent.map((c) => (c.body as Answering).card)).to.deep.equal([7, 8])
    expect(await kept()).to.equal('[]')
  })

  it('what is not taken of a card that is no longer in hand stays, and is there again when it is opened', async () => {
    server.failWith = 'network'
    card.edit('duty', { speedRpm: 1000 })
    await until(() => card.saveState === 'away')
    card.$reset()
    server.failWith = null
    server.meanwhile('line/duty.speedRpm', 990)
    await card.open(8)
    expect([card.drafts, card.conflict]).to.deep.equal([{}, null])
    expect(await kept()).to.contain('Changed meanwhile')
    await card.open(7)
    await until(() => card.saveState === 'conflict')
    expect(card.answers.duty.speedRpm).to.equal(1000)
  })

  it('somebody who signs in on the same page gets nothing of what another was typing', async () => {
    card.edit('duty', { radialLoadN: 820 })
    const me = useSession().me!
    useSession().me = null
    await new Promise((resolve) => setTimeout(resolve, 700))
    useSession().me = { ...me, id: 2, name: 'Z. Pippin' }
    await card.open(7)
    expect([card.drafts, server.sent]).to.deep.equal([{}, []])
    useSession().me = me
    await card.open(7)
    expect(card.answers.duty.radialLoadN).to.equal(820)
    await until(() => card.saveState === 'saved')
    expect(server.value('p1/duty.radialLoadN')).to.equal(820)
  })

  it('a conflict outlives the page: what was typed is there again and is asked about again', async () => {
    server.meanwhile('line/duty.speedRpm', 990)
    card.edit('duty', { speedRpm: 1000 })
    await until(() => card.saveState === 'conflict')
    await new Promise((resolve) => setTimeout(resolve, 50))
    reload()
    await card.open(7)
    await until(() => card.saveState === 'conflict')
    expect(card.answers.duty.speedRpm).to.equal(1000)
    card.resolveConflict({ 'line/duty.speedRpm': 'mine' })
    await until(() => card.saveState === 'saved')
    expect(server.value('line/duty.speedRpm')).to.equal(1000)
  })

  it('a change of others that came between is asked for, though the own one raised the revision over it', async () => {
    server.view.steps = [{ key: 'p1.1/seat', version: 1, values: { note: 'theirs' } } as unknown as StepView]
    server.view.revision += 1
    card.edit('duty', { speedRpm: 990 })
    await until(() => card.saveState === 'saved' && card.view!.steps.length === 1)
    expect(card.view!.revision).to.equal(server.view.revision)
  })

  it('a set answers what it shares once, and each bearing what is its own', async () => {
    const context = twoSupports('drive', null)
    const [pair] = context.positions
    const set = { code: 's1', arrangement: 'back-to-back' as const }
    pair!.places = [1, 2].map((n) => ({ ...pair!.places[0]!, code: `p1.${n}`, set }))
    server = new FakeServer({ ...context, onCard: ['p1.1', 'p1.2'] })
    globalThis.fetch = server.fetch as typeof fetch
    card.$reset()
    await card.open(7)
    card.walk(1)
    expect(card.place).to.equal('p1.2')
    card.edit('fit', { shaftClass: 'k5' })
    card.edit('identify', { designation: '7312 B' })
    card.edit('duty', { dirt: 'wet' })
    await until(() => card.saveState === 'saved')
    expect(Object.keys(server.view.answers).sort()).to.deep.equal(['p1.1/fit.shaftClass', 'p1.2/identify.designation', 'p1/duty.dirt'])
    card.walk(1)
    expect([card.place, card.answers.fit.shaftClass, card.answers.duty.dirt]).to.deep.equal(['p1.1', 'k5', 'wet'])
  })

  it('asks to sign in again when the session has run out and goes on afterwards', async () => {
    server.failWith = 401
    card.edit('duty', { hoursPerDay: 12 })
    await until(() => card.saveState === 'signed-out')
    expect(useSession().expired).to.equal(true)
    server.failWith = null
    card.schedule(0)
    await until(() => card.saveState === 'saved')
    expect(server.value('line/duty.hoursPerDay')).to.equal(12)
  })

  it('a key under which something else was sent is left: what is typed goes under a new one', async () => {
    server.used = 1
    card.edit('duty', { hoursPerDay: 13 })
    await until(() => card.saveState === 'saved')
    server.used = 1
    card.editStep('p1.1/seat', { note: 'round' })
    await until(() => card.saveState === 'saved')
    expect([server.value('line/duty.hoursPerDay'), server.view.steps[0]!.values]).to.deep.equal([13, { note: 'round' }])
    expect(new Set(server.sent.map((c) => c.key)).size).to.equal(4)
    expect(await kept()).to.equal('[]')
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
    card.editStep('p1.1/seat', { seatMm: 60.01 })
    card.editStep('p1.1/seat', { note: 'round' })
    await until(() => card.saveState === 'saved')
    expect(server.view.steps[0]).to.deep.include({ key: 'p1.1/seat', values: { seatMm: 60.01, note: 'round' } })
    expect(card.stepDrafts).to.deep.equal({})
  })

  it('two hands on other fields of one step both stay; on the same field it is said', () => {
    const before = { a: 1, b: 2 }
    expect(bothOf(before, { a: 3, b: 2 }, { a: 1, b: 4 })).to.deep.equal({ a: 3, b: 4 })
    expect(bothOf(before, { a: 3, b: 2 }, { a: 3, b: 2 })).to.deep.equal({ a: 3, b: 2 })
    expect(bothOf(before, { a: 3, b: 2 }, { a: 5, b: 2 })).to.equal(null)
  })

  it('what another hand read at a step stays under an entry that waits', async () => {
    card.editStep('p1.1/seat', { seatMm: 60.01 })
    await until(() => card.saveState === 'saved')
    card.stepDrafts['p1.1/seat'] = { note: 'waits' }
    card.editStep('p1.1/seat', { note: 'waits still' })
    expect(card.stepDrafts['p1.1/seat']).to.deep.equal({ seatMm: 60.01, note: 'waits still' })
    await until(() => card.saveState === 'saved')
  })

  it('a finished card shows what it said when it was finished, not what the core says now', () => {
    const said = structuredClone(evaluateLine({}, server.view.context))
    said.places['p1.1']!.duty.headline = 'as it was'
    const states = [{ key: 'line/isolate', fields: {}, outside: [], signed: true, movedUnder: [], holds: true, blocked: null }]
    card.take({
      ...server.view,
      finished: {
        coreVersion: '2020.1.1',
        evaluation: said as unknown as FinishedCard['evaluation'],
        plan: [STEP],
        states,
      },
    })
    expect(card.plan).to.deep.equal([STEP])
    expect(metric(card.evaluation.duty.headline)).to.equal('as it was')
    expect(card.stepStates).to.deep.equal(states)
    card.take(server.view)
    expect(metric(card.evaluation.duty.headline)).to.not.equal('as it was')
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
