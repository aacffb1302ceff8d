import { expect } from 'chai'
import { ROLLING_STATIONS } from '../../src/core/card/rolling-stations.js'
import { FIELDS } from '../../src/core/card/fields.js'
import { CAUTION_WORDS } from '../../src/core/words/say.js'
import { stationRow } from '../../src/core/procedure/procedures.js'
import { ROLLING, STATIONS } from '../../src/core/procedure/rolling.js'
import { MOUNTING_STEPS, STEP_NAMES, stepRow, stepsThat } from '../../src/core/procedure/steps.js'
import { figuresOf, filledCard } from './line.js'

describe('a procedure', () => {
  it('is computed as it is listed: the same stations, each behind those that it needs', () => {
    const names = ROLLING_STATIONS.map((s) => s.name)
    expect(names).to.deep.equal(ROLLING.stations.map((s) => s.name))
    expect(Object.keys(FIELDS)).to.have.members(names)
    ROLLING_STATIONS.forEach((s, i) => expect(names.slice(0, i), s.name).to.include.members([...s.needs]))
  })
  it('prints figures that its stations make, and asks first for stations that come first', () => {
    const cards = [filledCard('6312', { mount: { method: 'heat' }, inspect: { findings: ['flaking-load-zone'] } }), filledCard('22212 K')]
    const made = new Set(cards.flatMap((card) => [...figuresOf(card).keys()]))
    // Once a pair is set against its partner, a free end is measured, or something came out.
    const later = ['runin.pairHotUm', 'arrange.behindMm', 'inspect.lifeShare']
    for (const name of STATIONS) {
      const { needs = [], prints } = stationRow(name)
      const missing = prints.map((figure) => `${name}.${figure}`).filter((key) => !made.has(key) && !later.includes(key))
      expect(missing, 'printed, and made nowhere').to.deep.equal([])
      expect(STATIONS.slice(0, STATIONS.indexOf(name)), name).to.include.members([...needs])
    }
  })
})

describe('the table of steps', () => {
  it('speaks of cautions that there are, and of steps that there are', () => {
    for (const name of stepsThat(() => true)) {
      const { ends = [], clock } = stepRow(name)
      for (const code of ends) expect(Object.keys(CAUTION_WORDS), name).to.include(code)
      if (clock && 'after' in clock) expect(STEP_NAMES).to.include(clock.after)
    }
  })
  it('what is done for the whole machine comes first or last, and seals only come last', () => {
    expect(stepsThat((row) => row.machine === 'first')).to.deep.equal(['isolate'])
    expect(stepsThat((row) => row.machine === 'last').at(-1)).to.equal('release')
    for (const name of stepsThat((row) => row.seals === true)) expect(stepRow(name).machine, name).to.equal('last')
  })
  it('knows every step of a plan, and none that is only called so', () => {
    const { mount, lubricate, runin } = filledCard('6312', { mount: { method: 'heat' } })
    for (const { key } of [...mount.plan, ...lubricate.plan, ...runin.plan])
      expect(
        stepsThat(() => true),
        key,
      ).to.include(key)
    expect(stepRow('constructor')).to.deep.equal({})
    expect(Object.keys(MOUNTING_STEPS)).to.deep.equal([...STEP_NAMES])
  })
})
