import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import Dexie from 'dexie'
import { expect } from 'chai'
import { createPinia, setActivePinia } from 'pinia'
import type { Command, CommandAnswer } from '../../src/contract/commands.js'
import type { Me } from '../../src/contract/people.js'
import { problem } from '../../src/contract/problem.js'
import { loadDrafts } from '../../src/web/outbox/begun.js'
import { readDraft, writeDraft } from '../../src/web/stores/drafts.js'
import { closeOutbox, useOutbox } from '../../src/web/stores/outbox.js'
import { useSession } from '../../src/web/stores/session.js'

/** A greasing, told from the next by its note. */
const greasing = (note: string) => ({ point: 1, kind: 'greased' as const, greaseId: 1, gunId: 1, strokes: 12, grams: 18, looks: '', note })
const noteOf = ({ body }: Command) => (body as { note: string }).note

describe('the outbox on a patchy connection', () => {
  const realFetch = globalThis.fetch
  const realStorage = Object.getOwnPropertyDescriptor(globalThis, 'localStorage')
  const storage = new Map<string, string>()
  /** Notes of what the server took, and every call that reached it. */
  let taken: string[]
  let calls: Command[][]
  let refuse: (command: Command) => CommandAnswer | null
  let way: 'open' | 'cut' | 'cut-behind' | number
  const seen = new Map<string, CommandAnswer>()
  const json = (body: unknown, status = 200) => new Response(JSON.stringify(body), { status })
  /** The same device with its page loaded anew. */
  const reload = () => {
    closeOutbox()
    setActivePinia(createPinia())
    person(1, 'R. Amble')
  }
  const person = (id: number, name: string) =>
    (useSession().me = { id, name, login: name, role: 'technician', units: 'metric', theme: 'day' } as Me)
  beforeEach(() => {
    storage.clear()
    seen.clear()
    Dexie.dependencies.indexedDB = new IDBFactory()
    ;[taken, calls, refuse, way] = [[], [], () => null, 'open']
    const fake = {
      getItem: (k: string) => storage.get(k) ?? null,
      setItem: (k: string, v: string) => storage.set(k, v),
      removeItem: (k: string) => storage.delete(k),
      key: (i: number) => [...storage.keys()][i] ?? null,
      get length() {
        return storage.size
      },
    }
    Object.defineProperty(globalThis, 'localStorage', { value: fake, configurable: true })
    globalThis.fetch = (async (_url: string, init: RequestInit) => {
      if (way === 'cut') throw new TypeError('failed to fetch')
      if (typeof way === 'number') return json(problem(way, 'Not now', 'not now'), way)
      const { commands } = JSON.parse(String(init.body)) as { commands: Command[] }
      calls.push(commands)
      const answers = commands.map((command): CommandAnswer => {
        const { key } = command
        const before = seen.get(key)
        if (before) return { ...before, outcome: before.outcome === 'done' ? 'again' : before.outcome }
        const answer = refuse(command) ?? { key, outcome: 'done' as const, changed: { point: 1 } }
        if (answer.outcome === 'done') taken.push(noteOf(command))
        seen.set(key, answer)
        return answer
      })
      if (way === 'cut-behind') throw new TypeError('the answer was lost')
      return json({ answers })
    }) as typeof fetch
    reload()
  })
  after(() => {
    closeOutbox()
    globalThis.fetch = realFetch
    if (realStorage) Object.defineProperty(globalThis, 'localStorage', realStorage)
  })
  const waiting = () => useOutbox().mine.map(noteOf)
  const no = (title: string, more: object = {}) => ({
    key: '',
    outcome: 'refused' as const,
    problem: problem(422, title, `${title}!`, more),
  })

  it('sends at once when the server answers, says what it said, and keeps nothing', async () => {
    expect((await useOutbox().perform('log-greasing', greasing('a')))!.changed).to.deep.equal({ point: 1 })
    expect(taken).to.deep.equal(['a'])
    reload()
    await useOutbox().look()
    expect(useOutbox().kept).to.deep.equal([])
  })

  it('keeps what cannot be sent over a reload, and sends it once, in order, in one call', async () => {
    way = 'cut'
    for (const note of ['a', 'b', 'c']) expect(await useOutbox().perform('log-greasing', greasing(note))).to.equal(null)
    reload()
    await useOutbox().look()
    expect(waiting()).to.deep.equal(['a', 'b', 'c'])
    way = 'open'
    await useOutbox().flush()
    expect([taken, calls.length, useOutbox().kept.length]).to.deep.equal([['a', 'b', 'c'], 1, 0])
  })

  it('what is just under way is not called waiting; what found nobody is', async () => {
    const sent = useOutbox().perform('log-greasing', greasing('a'))
    while (!useOutbox().mine.length) await new Promise((resolve) => setTimeout(resolve, 1))
    expect(useOutbox().waiting).to.equal(0)
    await sent
    way = 'cut'
    await useOutbox().perform('log-greasing', greasing('b'))
    expect(useOutbox().waiting).to.equal(1)
    way = 'open'
    await useOutbox().flush()
    expect(useOutbox().waiting).to.equal(0)
  })

  it('an answer that is lost on its way back is asked for again, and nothing is taken twice', async () => {
    way = 'cut-behind'
    expect(await useOutbox().perform('log-greasing', greasing('a'))).to.equal(null)
    reload()
    way = 'open'
    await Promise.all([useOutbox().flush(), useOutbox().flush(), useOutbox().perform('log-greasing', greasing('b'))])
    expect([taken, useOutbox().kept.length]).to.deep.equal([['a', 'b'], 0])
  })

  it('a refusal of what was just done is told and not kept; it does not hold up what comes after', async () => {
    refuse = (c) => (noteOf(c) === 'a' ? { ...no('Refused value'), key: c.key } : null)
    expect((await useOutbox().perform('log-greasing', greasing('a')))!.problem!.title).to.equal('Refused value')
    expect(useOutbox().kept).to.deep.equal([])
    expect((await useOutbox().perform('log-greasing', greasing('b')))!.outcome).to.equal('done')
  })

  it('an older one that is refused is never dropped: it stays with its reason until somebody has looked, and is sent under another key', async () => {
    way = 'cut'
    for (const note of ['a', 'b', 'c']) await useOutbox().perform('log-greasing', greasing(note))
    way = 'open'
    refuse = (c) => (noteOf(c) !== 'b' && !(c.body as { again?: true }).again ? { ...no('Greased already'), key: c.key } : null)
    await useOutbox().flush()
    reload()
    await useOutbox().look()
    expect([taken, waiting()]).to.deep.equal([['b'], []])
    const [a, c] = useOutbox().refused
    expect([a!, c!].map((k) => [noteOf(k), k.problem!.detail])).to.deep.equal([
      ['a', 'Greased already!'],
      ['c', 'Greased already!'],
    ])
    expect((await useOutbox().again(a!.key, { again: true }))!.outcome).to.equal('done')
    expect(calls.at(-1)!.map((sent) => [sent.at, sent.key === a!.key])).to.deep.equal([[a!.at, false]])
    await useOutbox().drop(c!.key)
    expect([taken, useOutbox().kept.length]).to.deep.equal([['b', 'a'], 0])
  })

  it('work belongs to whoever did it: another who signs in here sends nothing of it', async () => {
    way = 'cut'
    await useOutbox().perform('log-greasing', greasing('a'))
    way = 'open'
    person(2, 'Z. Pippin')
    await useOutbox().flush()
    expect([taken, waiting(), useOutbox().others]).to.deep.equal([[], [], ['R. Amble']])
    await useOutbox().perform('log-greasing', greasing('b'))
    person(1, 'R. Amble')
    await useOutbox().flush()
    expect([taken, useOutbox().kept.length]).to.deep.equal([['b', 'a'], 0])
  })

  it('what is begun is there again on the same device, for its person alone, and what pages of before kept comes along', async () => {
    storage.set('yardfrost:line:3:7', JSON.stringify({ supports: 2 }))
    storage.set('yardfrost:rack-columns', JSON.stringify(['bore']))
    await loadDrafts(1)
    expect(readDraft('line:3:7')).to.deep.equal({ supports: 2 })
    expect([...storage.keys()]).to.deep.equal(['yardfrost:rack-columns'])
    writeDraft('visit:9', { rings: 2 })
    writeDraft('raw:/jobs/1:speed', '14x')
    writeDraft('raw:/jobs/1:speed', null)
    await new Promise((resolve) => setTimeout(resolve, 50))
    await loadDrafts(2)
    expect([readDraft('visit:9'), readDraft('line:3:7')]).to.deep.equal([null, null])
    await loadDrafts(1)
    expect([readDraft('visit:9'), readDraft('line:3:7'), readDraft('raw:/jobs/1:speed')]).to.deep.equal([
      { rings: 2 },
      { supports: 2 },
      null,
    ])
  })

  it('a signed-out device, and one that is told to wait, keep what they have', async () => {
    for (const status of [401, 429, 503]) {
      way = status
      expect(await useOutbox().perform('log-greasing', greasing(String(status)))).to.equal(null)
    }
    expect([waiting(), useSession().expired]).to.deep.equal([['401', '429', '503'], true])
  })

  it('a call that is refused whole goes one by one, so that one bad entry holds up no other', async () => {
    way = 'cut'
    for (const note of ['a', 'b']) await useOutbox().perform('log-greasing', greasing(note))
    const real = globalThis.fetch
    globalThis.fetch = (async (url: string, init: RequestInit) => {
      const { commands } = JSON.parse(String(init.body)) as { commands: Command[] }
      return commands.some((c) => noteOf(c) === 'a') ? json(problem(422, 'Refused value', 'commands: broken'), 422) : real(url, init)
    }) as typeof fetch
    way = 'open'
    await useOutbox().flush()
    expect([taken, useOutbox().refused.map(noteOf)]).to.deep.equal([['b'], ['a']])
  })

  it('many go a hundred at a time', async () => {
    way = 'cut'
    for (let i = 0; i < 230; i++) await useOutbox().perform('log-greasing', greasing(String(i)))
    way = 'open'
    await useOutbox().flush()
    expect(calls.map((c) => c.length)).to.deep.equal([100, 100, 30])
    expect(taken).to.deep.equal(Array.from({ length: 230 }, (_, i) => String(i)))
  })

  it('what a page of the release before left waiting is taken over once, with its key, its day and its person', async () => {
    const entry = (key: string) => ({ key, kind: 'greased', greaseId: 1, gunId: 1, strokes: 1, grams: 2, looks: '', note: key.slice(-1) })
    const [mine, theirs, said] = [
      '00000000-0000-4000-8000-00000000000a',
      '00000000-0000-4000-8000-00000000000b',
      '00000000-0000-4000-8000-00000000000c',
    ]
    const old = [
      { positionId: 7, entry: { ...entry(mine!), at: '2026-11-20T08:00:00.000Z' } },
      { pointId: 8, entry: entry(theirs!), person: { id: 2, name: 'Z. Pippin' } },
      { pointId: 9, entry: entry(said!), refused: 'J. Lund noted 20 g' },
    ]
    storage.set('yardfrost:round', JSON.stringify(old))
    await useOutbox().flush()
    expect(calls).to.deep.equal([
      [
        {
          key: mine,
          at: '2026-11-20T08:00:00.000Z',
          kind: 'log-greasing',
          body: { point: 7, kind: 'greased', greaseId: 1, gunId: 1, strokes: 1, grams: 2, looks: '', note: 'a' },
        },
      ],
    ])
    expect([useOutbox().others, useOutbox().refused.map((k) => k.problem!.detail), storage.has('yardfrost:round')]).to.deep.equal([
      ['Z. Pippin'],
      ['J. Lund noted 20 g'],
      false,
    ])
    await useOutbox().flush()
    expect(calls).to.have.length(1)
  })

  it('a device that keeps nothing says so, and sends as long as the page is open', async () => {
    Dexie.dependencies.indexedDB = undefined as unknown as IDBFactory
    reload()
    way = 'cut'
    await useOutbox().perform('log-greasing', greasing('a'))
    expect([useOutbox().lasts, waiting()]).to.deep.equal([false, ['a']])
    way = 'open'
    await useOutbox().flush()
    expect([taken, useOutbox().kept]).to.deep.equal([['a'], []])
  })
})
