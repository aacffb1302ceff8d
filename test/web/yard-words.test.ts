import type { Found } from '../../src/contract/yard.js'
import { FIRST_PROCEDURE } from '../../src/core/procedure/procedures.js'
import type { UnitSystem } from '../../src/core/units/quantities.js'
import { say } from '../../src/core/words/say.js'
import { expect } from 'chai'
import { commandsOf, findCommands, stationsOf } from '../../src/web/commands/commands.js'
import { areaTree, flattened, pathOf } from '../../src/web/screens/Yard/areas.js'
import { daysUntil, dueWords } from '../../src/web/figures/dates.js'

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
