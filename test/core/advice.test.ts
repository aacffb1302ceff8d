import { expect } from 'chai'
import { asLineAnswers, type Key } from '../../src/core/card/answers.js'
import { bareContext } from '../../src/core/card/context.js'
import { evaluateLine } from '../../src/core/card/evaluate.js'
import { doubtsOf, supportsOf } from '../../src/core/card/line-duty.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { cautiousSources, sharpest } from '../../src/core/loads/cautious.js'
import { lineLoads, type LineLoadsInput } from '../../src/core/loads/line-loads.js'
import { SOURCES } from '../../src/core/loads/line-sources.js'
import { say } from '../../src/core/words/say.js'

const row = (name: string) => findBearing(name)!.row

describe('advice on a bearing under its duty', () => {
  const DUTY = {
    speedRpm: 1480,
    shock: 'smooth',
    radialLoadN: 3000,
    axialLoadN: 0,
    innerRingC: 60,
    outerRingC: 55,
    dirt: 'clean',
    turningRing: 'inner',
    loadDirection: 'still',
  } as const
  const advised = (name: string, duty: object = {}, more: object = {}) =>
    evaluateLine(asLineAnswers({ identify: { designation: name }, duty: { ...DUTY, ...duty }, ...more }, 'p1.1'), bareContext(row(name)))
      .places['p1.1']!.select.advice!
  // prettier-ignore
  const CASES: [what: string, name: string, duty: object, more: object, codes: string[], takes: string | null][] = [
    ['nothing speaks for a change', '6312', {}, {}, [], null],
    ['rings 20 K apart', '6312', { innerRingC: 80, outerRingC: 60 }, {}, ['advise-group-warm'], '3'],
    ['rings 35 K apart', '6312', { innerRingC: 95, outerRingC: 60 }, {}, ['advise-group-warm'], '4'],
    ['rings 20 K apart, C3 chosen', '6312', { innerRingC: 80, outerRingC: 60 }, { fit: { group: '3' } }, [], null],
    ['rings 35 K apart, C3 chosen', '6312', { innerRingC: 95, outerRingC: 60 }, { fit: { group: '3' } }, ['advise-group-warm'], '4'],
    ['hot through', '6312', { innerRingC: 90, outerRingC: 88 }, {}, ['advise-group-hot'], '3'],
    ['heavy shock', '22216', { shock: 'heavy' }, {}, ['advise-group-shock'], '3'],
    ['a tapered bearing is set, not bought with a group', '32210', { innerRingC: 95, outerRingC: 60, axialLoadN: 3000 }, {}, [], null],
    ['wet', '6204', { dirt: 'wet' }, {}, ['advise-seal'], null],
    ['wet and fast', '6204', { dirt: 'wet', speedRpm: 12000 }, {}, ['advise-seal-fast'], null],
    ['wet and hot', '6204', { dirt: 'wet', innerRingC: 110, outerRingC: 105 }, { fit: { group: '3' } }, ['advise-seal-hot'], null],
    ['thrust on a bearing that takes none', 'NU 212', { axialLoadN: 2500 }, {}, ['advise-kind'], null],
  ]
  for (const [what, name, duty, more, codes, takes] of CASES)
    it(`${name}, ${what}: ${codes.join(', ') || 'none'}`, () => {
      const advice = advised(name, duty, more)
      expect(advice.map((a) => a.code)).to.deep.equal(codes)
      expect(advice.find((a) => a.takes)?.takes?.value ?? null).to.equal(takes)
      for (const a of advice) expect(say(a, 'inch')).to.match(/^[A-Z].*\.$/)
    })
  it('names kinds that would do', () =>
    expect(say(advised('NU 212', { axialLoadN: 2500 })[0]!, 'metric')).to.match(/takes|carries no thrust.*Better here/))
  it('a choice stands on the card with what it was chosen over and why', () => {
    const select = { chosen: '6412', chosenOver: '6312', chosenWhy: 'twice the life in the same housing' }
    const { figures } = evaluateLine(
      asLineAnswers({ identify: { designation: '6412' }, duty: DUTY, select }, 'p1.1'),
      bareContext(row('6312')),
    ).places['p1.1']!.select
    expect(figures.find((f) => f.key === 'select.chosen')).to.deep.include({
      value: '6412 over 6312',
      note: 'twice the life in the same housing',
    })
  })
})

describe('loads where only power and speed are known', () => {
  const LINE: Omit<LineLoadsInput, 'sources'> = {
    ...{ speedRpm: 1180, holds: 0, shaft: null, diameterMm: 70, material: 'carbon-steel', leanDeg: 0, upperEnd: null },
    supports: [{ alongMm: 0 }, { alongMm: 900 }],
  }
  const FAN = [
    { kind: 'sheave' as const, slot: 0, alongMm: null },
    { kind: 'fan-wheel' as const, slot: 2, alongMm: null },
  ]
  const guess = (components: typeof FAN) => cautiousSources({ powerKw: 18.5, shaftMm: 70 }, components, [0, 900], (n) => `s${n}`)

  it('guesses every value of what is carried, on the safe side of what is usual, and says which', () => {
    const list = guess(FAN)
    expect(list.map((s) => s.kind)).to.deep.equal(['belt', 'weight', 'weight', 'unbalance', 'force'])
    for (const s of list) {
      const fields = SOURCES[s.kind].fields.map((f) => f.name as string)
      expect(fields).to.include.members(s.assumed!)
      for (const f of fields) expect(s.values[f], `${s.kind} ${f}`).to.be.a('number')
    }
    const usual = list.map((s) => (s.kind === 'belt' ? { ...s, values: { ...s.values, pitchDiameterMm: 280, pullFactor: 1.8 } } : s))
    const most = (sources: typeof list) => Math.max(...lineLoads({ ...LINE, sources }).values.supports.map((s) => s.radialN))
    expect(most(list)).to.be.above(most(usual))
  })
  it('a shaft of which nothing is recorded is that of a motor', () =>
    expect(cautiousSources({ powerKw: 15, shaftMm: 60 }, [], [0, 400], String).map((s) => s.kind)).to.deep.equal([
      'coupling',
      'weight',
      'unbalance',
    ]))
  it('what to measure first is what moves the greatest load most; what somebody has said is not in it', () => {
    const list = guess(FAN)
    const doubts = sharpest({ ...LINE, sources: list })
    expect(doubts).to.have.length(2)
    expect(doubts[0]!.toN - doubts[0]!.fromN).to.be.at.least(doubts[1]!.toN - doubts[1]!.fromN)
    expect(doubts.map((d) => `${d.kind} ${d.name}`)).to.include('belt pitchDiameterMm')
    const said = list.map((s) => ({ ...s, assumed: s.assumed!.filter((name) => name !== 'pitchDiameterMm') }))
    expect(sharpest({ ...LINE, sources: said }).map((d) => d.name)).to.not.include('pitchDiameterMm')
    expect(sharpest({ ...LINE, sources: list.map((s) => ({ ...s, assumed: [] })) })).to.deep.equal([])
  })
  it('on a card: from power and speed to a duty that is complete', () => {
    const answers: Record<Key, unknown> = {
      ...asLineAnswers(
        {
          identify: { designation: '22216' },
          duty: { speedRpm: 1180, shock: 'smooth', innerRingC: 70, outerRingC: 62, turningRing: 'inner', sources: guess(FAN) },
        },
        'p1.1',
      ),
      ...{ 'p1/arrange.held': true, 'p2/arrange.held': false },
    }
    const context = bareContext(row('22216'), row('22216'))
    const e = evaluateLine(answers, context)
    const { duty, arrange } = e.places['p1.1']!
    expect(duty.verdict.word).to.equal('complete')
    const supports = supportsOf(context, (place) => e.places[place]?.identify.row)
    expect(doubtsOf(answers, context, supports, arrange, e.lineDuty!)).to.have.length(2)
  })
})
