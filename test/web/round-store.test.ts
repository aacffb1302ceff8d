import type { Found } from '../../src/contract/yard.js'
import { FIRST_PROCEDURE } from '../../src/core/procedure/procedures.js'
import type { UnitSystem } from '../../src/core/units/quantities.js'
import { say } from '../../src/core/words/say.js'
import { expect } from 'chai'
import { createPinia, setActivePinia } from 'pinia'
import type { GreasingInput } from '../../src/contract/greasing.js'
import { problem } from '../../src/contract/problem.js'
import { commandsOf, findCommands, stationsOf } from '../../src/web/commands/commands.js'
import { areaTree, flattened, pathOf } from '../../src/web/screens/Yard/areas.js'
import { daysUntil, dueWords } from '../../src/web/figures/dates.js'
import { useRound } from '../../src/web/stores/round.js'
import { useSession } from '../../src/web/stores/session.js'
import type { Me } from '../../src/contract/people.js'

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
  const person = (id: number, name: string) =>
    (useSession().me = { id, name, login: name, role: 'technician', units: 'metric', theme: 'day' } as Me)
  it('an entry belongs to whoever typed it: another who signs in here sends nothing of it', async () => {
    answer = away
    const round = useRound()
    person(1, 'R. Amble')
    await round.log(1, entry('a'))
    answer = good
    person(2, 'Z. Pippin')
    await round.flush()
    expect([sent, round.mine, round.others]).to.deep.equal([[], [], ['R. Amble']])
    await round.log(2, entry('b'))
    expect(sent).to.deep.equal(['b'])
    person(1, 'R. Amble')
    await round.flush()
    expect([sent, storage.size]).to.deep.equal([['b', 'a'], 0])
  })
  it('an older entry that is refused is never dropped: it stays with its reason until somebody has looked', async () => {
    answer = away
    const round = useRound()
    await round.log(1, entry('a'))
    await round.log(1, entry('b'))
    answer = (key) =>
      key === 'a' ? new Response(JSON.stringify(problem(409, 'Greased already', 'J. Lund noted 20 g')), { status: 409 }) : good()
    await round.flush()
    expect(sent).to.deep.equal(['a', 'b'])
    expect(round.refused.map((w) => [w.entry.key, w.refused])).to.deep.equal([['a', 'J. Lund noted 20 g']])
    expect(storage.get('yardfrost:round')).to.contain('J. Lund')
    let said: GreasingInput | null = null
    globalThis.fetch = (async (_url: string, init: RequestInit) => {
      said = JSON.parse(String(init.body)) as GreasingInput
      return good()
    }) as typeof fetch
    await round.again('a')
    expect(said!).to.deep.include({ key: 'a', again: true })
    expect(storage.size).to.equal(0)
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
  const here = [...stationsOf(4, FIRST_PROCEDURE), { key: 'yard', label: 'Yard', hint: 'what needs hands', to: '/' }]
  it('what belongs to the screen is found by any of its words, in any order', () => {
    expect(findCommands(here, 'hands yard').map((c) => c.label)).to.deep.equal(['Yard'])
    expect(findCommands(here, 'lubr').map((c) => c.label)).to.deep.equal(['Lubricate'])
    expect(findCommands(here, '')).to.have.length(here.length)
  })
  const WHERE = [
    ['machine', 2, { name: 'machine', params: { id: 2 } }],
    ['card', 4, { name: 'card', params: { id: 4 } }],
    ['position', 3, { name: 'machine', params: { id: 9 }, hash: '#support-3' }],
    ['bearing', 'NU 312', { name: 'bearing', params: { designation: 'NU 312' } }],
    ['person', 9, { name: 'yard', query: { person: '9' } }],
  ] as const
  for (const [kind, id, to] of WHERE)
    it(`a ${kind} that the server found leads to its screen`, () => {
      const [command] = commandsOf([{ kind, id, label: 'x', hint: '', machineId: 9 }], String)
      expect(command!.to).to.deep.equal(to)
      expect(command!.key).to.match(/^[a-zA-Z0-9-]+$/)
    })
  it('what was found shows its sizes in the units of whoever looks, with the decimals that they have', () => {
    const hint = (units: UnitSystem, sizesMm: NonNullable<Found['sizesMm']>) =>
      commandsOf([{ kind: 'bearing', id: 'x', label: 'x', hint: 'of a kind', sizesMm }], (text) => say(text, units))[0]!.hint
    const plain = [19.05, 45.237, 16].map((mm) => ({ what: '', mm }))
    expect(hint('metric', plain)).to.equal('of a kind, 19.05 × 45.237 × 16 mm')
    expect(hint('inch', plain)).to.equal('of a kind, 0.75 × 1.781 × 0.6299 in')
    expect(hint('inch', [{ what: 'shaft', mm: 25.4 }])).to.equal('of a kind, shaft 1.0000 in')
  })
})

describe('areas', () => {
  const line = (area: string, machines: number, overdue = 0) => ({ area, machines, overdue, due: 0, jobs: 0 })
  const tree = areaTree([
    line('Press house / Mill', 3, 1),
    line('Cellar', 2),
    line('Press house', 4),
    line('Hall / North / Row 1', 5, 2),
    line('', 9),
  ])
  it('the tree sums what lies below, and areas that only stand in a path are there', () => {
    expect(flattened(tree).map(({ node, depth }) => [depth, node.label, node.machines, node.overdue])).to.deep.equal([
      [0, 'Press house', 7, 1],
      [1, 'Mill', 3, 1],
      [0, 'Cellar', 2, 0],
      [0, 'Hall', 5, 2],
      [1, 'North', 5, 2],
      [2, 'Row 1', 5, 2],
    ])
  })
  it('a path leads from the root', () => {
    expect(pathOf('Hall / North / Row 1').map((p) => p.area)).to.deep.equal(['Hall', 'Hall / North', 'Hall / North / Row 1'])
    expect(pathOf('')).to.deep.equal([])
  })
})
