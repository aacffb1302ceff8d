import { expect } from 'chai'
import { createPinia, setActivePinia } from 'pinia'
import type { GreasingInput } from '../../src/contract/greasing.js'
import type { Yard } from '../../src/contract/machines.js'
import { problem } from '../../src/contract/problem.js'
import { findCommands, placesOf, stationsOf } from '../../src/web/commands/commands.js'
import { daysUntil, dueWords } from '../../src/web/figures/dates.js'
import { useRound } from '../../src/web/stores/round.js'

const entry = (key: string): GreasingInput => ({
  key,
  kind: 'greased',
  greaseId: 1,
  gunId: 1,
  strokes: 12,
  grams: 18,
  looks: '',
  note: '',
})

describe('the round on a patchy connection', () => {
  const realFetch = globalThis.fetch
  const realStorage = Object.getOwnPropertyDescriptor(globalThis, 'localStorage')
  const storage = new Map<string, string>()
  let sent: string[]
  let answer: (key: string) => Response
  const good = () => new Response(JSON.stringify({ position: { id: 1 } }), { status: 201 })
  beforeEach(() => {
    storage.clear()
    sent = []
    answer = good
    setActivePinia(createPinia())
    const fake = {
      getItem: (k: string) => storage.get(k) ?? null,
      setItem: (k: string, v: string) => storage.set(k, v),
      removeItem: (k: string) => storage.delete(k),
    }
    Object.defineProperty(globalThis, 'localStorage', { value: fake, configurable: true })
    globalThis.fetch = (async (_url: string, init: RequestInit) => {
      const { key } = JSON.parse(String(init.body)) as GreasingInput
      const reply = answer(key)
      sent.push(key)
      return reply
    }) as typeof fetch
  })
  after(() => {
    globalThis.fetch = realFetch
    if (realStorage) Object.defineProperty(globalThis, 'localStorage', realStorage)
  })
  const away = () => {
    throw new TypeError('failed to fetch')
  }

  it('sends at once when the server answers, and keeps nothing', async () => {
    expect(await useRound().log(1, entry('a'))).to.deep.equal({ position: { id: 1 } })
    expect(storage.size).to.equal(0)
  })
  it('keeps what cannot be sent, also over a reload, and sends it once, in order', async () => {
    answer = away
    const round = useRound()
    expect(await round.log(1, entry('a'))).to.equal(null)
    expect(await round.log(2, entry('b'))).to.equal(null)
    expect(storage.get('yardfrost:round')).to.contain('"a"').and.contain('"b"')
    setActivePinia(createPinia())
    const again = useRound()
    expect(again.waiting.map((w) => w.entry.key)).to.deep.equal(['a', 'b'])
    answer = good
    await again.flush()
    expect(sent).to.deep.equal(['a', 'b'])
    expect([again.waiting.length, storage.size]).to.deep.equal([0, 0])
  })
  it('two sendings at once lose nothing', async () => {
    answer = away
    const round = useRound()
    for (const key of ['a', 'b', 'c']) await round.log(1, entry(key))
    answer = good
    await Promise.all([round.flush(), round.flush()])
    expect([...new Set(sent)]).to.deep.equal(['a', 'b', 'c'])
    expect(round.waiting).to.deep.equal([])
  })
  it('a refusal is told and does not hold up what comes after', async () => {
    answer = (key) =>
      key === 'a' ? new Response(JSON.stringify(problem(422, 'Refused value', 'greaseId: other grease')), { status: 422 }) : good()
    const round = useRound()
    let told = ''
    await round.log(1, entry('a')).catch((error: Error) => (told = error.message))
    expect(told).to.contain('other grease')
    expect(round.waiting).to.deep.equal([])
    expect(await round.log(1, entry('b'))).to.not.equal(null)
  })
  it('a signed-out device keeps its entries', async () => {
    answer = () => new Response(JSON.stringify(problem(401, 'Not signed in', 'Sign in')), { status: 401 })
    expect(await useRound().log(1, entry('a'))).to.equal(null)
    expect(useRound().waiting).to.have.length(1)
  })
})

describe('dates in words', () => {
  const NOW = '2026-11-24T09:30:00Z'
  const WORDS: [string, number, string, string][] = [
    ['2026-11-05T09:30:00Z', -19, 'stop', '19 days overdue'],
    ['2026-11-23T23:00:00Z', -1, 'stop', '1 day overdue'],
    ['2026-11-24T03:00:00Z', 0, 'caution', 'due today'],
    ['2026-11-24T20:00:00Z', 0, 'caution', 'due today'],
    ['2026-11-25T01:00:00Z', 1, 'good', 'in 1 day'],
    ['2026-12-24T09:30:00Z', 30, 'good', 'in 30 days'],
    ['2028-11-14T09:30:00Z', 721, 'good', '14 Nov 2028'],
  ]
  for (const [at, days, level, words] of WORDS)
    it(`${at}: ${words}`, () => {
      expect(daysUntil(at, NOW)).to.equal(days)
      expect(dueWords(at, NOW)).to.deep.equal({ level, words })
    })
})

describe('palette', () => {
  const yard = {
    now: '2026-11-24T09:30:00Z',
    machines: [{ id: 2, code: 'MP-2', name: 'Mash pump', place: 'Pump row' }],
    jobs: [
      { id: 4, number: '0104', machineName: 'Glycol circulation pump', machineCode: 'GP-1', positionName: 'drive end', reason: 'warm' },
    ],
    due: [{ positionId: 3, machineName: 'Mash pump', machineCode: 'MP-2', positionName: 'drive end', dueAt: '2026-11-24T09:30:00Z' }],
  } as unknown as Yard
  const all = [...stationsOf(4), ...placesOf(yard)]
  const labels = (search: string) => findCommands(all, search).map((c) => c.label)

  it('finds by any words, in any order, and says where it leads', () => {
    expect(labels('pump mash')).to.deep.equal(['Mash pump MP-2', 'Grease Mash pump MP-2, drive end'])
    expect(labels('0104')[0]).to.contain('Glycol')
    expect(findCommands(all, 'due today')[0]!.to).to.deep.equal({ name: 'greasing', params: { id: 3 } })
    expect(labels('lubr')).to.deep.equal(['Lubricate'])
  })
  it('without words it lists the places and no bearings; with a size it finds bearings', () => {
    expect(labels('')).to.have.length(all.length)
    expect(labels('60 130 31')).to.deep.equal(['6312', '7312 C', '7312 AC', '7312 B', '1312'])
    expect(labels('nothing like it')).to.deep.equal([])
  })
})
