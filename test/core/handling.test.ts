import { expect } from 'chai'
import { calculate } from '../../src/contract/calculations/registry.js'
import { linePlan } from '../../src/core/card/procedures.js'
import { stepName } from '../../src/core/card/line-step.js'
import { ASIDE_WORDS, asideVerdict, type AsideReason } from '../../src/core/mounting/handling.js'
import { cautionsOf, filledCard, figuresOf } from './line.js'
import { metric } from './said.js'

const RING = { boreMm: 60, outsideMm: 130, widthMm: 31, massKg: 1.7 }
const sweating = (storeC: number, roomC: number, humidityPercent: number) => {
  const answer = calculate('sweating', { ...RING, storeC, roomC, humidityPercent })
  if (!answer.ok) throw new Error(JSON.stringify(answer.problem))
  return answer.result.values as { dewC: number; sweats: boolean; waitMin: number }
}

describe('a bearing from a cold store', () => {
  // Dew points as they stand in tables of moist air.
  for (const [roomC, humidity, dewC] of [
    [20, 50, 9.3],
    [25, 60, 16.7],
    [30, 80, 26.2],
    [10, 70, 4.8],
    [20, 100, 20],
  ] as const)
    it(`air of ${roomC} °C at ${humidity} % has its dew point at ${dewC} °C`, () =>
      expect(sweating(5, roomC, humidity).dewC).to.be.closeTo(dewC, 0.15))
  it('sweats below the dew point, and waits by the warming of one lump: m c / (h A) ln(15/10.7)', () => {
    const { sweats, waitMin, dewC } = sweating(5, 20, 50)
    const area = (Math.PI * (190 * 31 + (130 ** 2 - 60 ** 2) / 2)) / 1e6
    expect(sweats).to.equal(true)
    expect(waitMin).to.be.closeTo((((1.7 * 460) / (15 * area)) * Math.log(15 / (20 - dewC))) / 60, 1e-6)
  })
  it('from a store as warm as the room, or in dry air, it does not', () => {
    expect(sweating(20, 20, 70)).to.include({ sweats: false, waitMin: 0 })
    expect(sweating(5, 20, 20).sweats).to.equal(false)
  })
  it('in saturated air it sweats until it is as warm as the room', () => {
    const { sweats, waitMin } = sweating(5, 20, 100)
    expect(sweats).to.equal(true)
    const area = (Math.PI * (190 * 31 + (130 ** 2 - 60 ** 2) / 2)) / 1e6
    expect(waitMin).to.be.closeTo((((1.7 * 460) / (15 * area)) * Math.log(15 / 0.5)) / 60, 1e-6)
    expect(sweating(20, 20, 100).sweats).to.equal(false)
  })
  it('the card says how long, in the step that unwraps it', () => {
    const card = filledCard('6312', { mount: { storeC: 2, humidityPercent: 70 } })
    expect(figuresOf(card).get('mount.dewC')!.value).to.be.closeTo(14.4, 0.2)
    expect(cautionsOf(card).map((c) => c.code)).to.include('sweats')
    expect(metric(card.mount.plan.find((s) => s.key === 'unpack')!.doing)).to.match(/in its wrapping for/)
    expect(metric(filledCard('6312').mount.plan.find((s) => s.key === 'unpack')!.doing)).to.not.match(/in its wrapping for/)
  })
})

describe('a bearing that is put aside', () => {
  // prettier-ignore
  for (const [reason, hottestC, classC, colours, verdict] of [
    ['over-heated', 160, 150, false, 'scrap'], ['over-heated', 140, 150, false, 'measure'], ['over-heated', 140, 150, true, 'scrap'],
    ['over-heated', 140, null, false, 'measure'], ['over-heated', null, 150, true, 'scrap'], ['dropped', null, null, false, 'look'],
    ['struck', 200, 100, false, 'look'], ['wet', null, null, true, 'dry'],
  ] as const)
    it(`${reason}, ${hottestC} °C, class ${classC}${colours ? ', coloured' : ''}: ${verdict}`, () => {
      expect(asideVerdict({ reason: reason as AsideReason, hottestC, classC, colours })).to.equal(verdict)
      expect(ASIDE_WORDS[verdict]).to.be.a('string')
    })
})

describe('what happened to it, and where it stands', () => {
  const steps = (patch: Parameters<typeof filledCard>[1]) => filledCard('6312', patch).mount.plan.map((s) => s.key)
  it('one that was dropped is looked into before it is fitted, and said so', () => {
    expect(steps({ mount: { handled: 'dropped' } })).to.include('suspect')
    expect(steps({})).to.not.include('suspect')
    for (const handled of ['dropped', 'struck', 'wet'] as const)
      expect(
        cautionsOf(filledCard('6312', { mount: { handled } })).map((c) => c.code),
        handled,
      ).to.include(`handled-${handled}`)
  })
  it('a flange has its face, a take-up frame its guides, and both are squared', () => {
    const base = (standsIn: 'flange' | 'take-up' | 'solid') => filledCard('UC 208', { mount: { standsIn } }).mount.plan
    expect(base('flange').find((s) => s.key === 'base')!.fields[0]!.key).to.equal('faceGapMm')
    expect(
      base('take-up')
        .find((s) => s.key === 'base')!
        .fields.map((f) => f.key),
    ).to.include('alongMm')
    for (const standsIn of ['flange', 'take-up', 'solid'] as const)
      expect(
        base(standsIn).map((s) => s.key),
        standsIn,
      ).to.include('square')
  })
  it('two schools of drift and of drying, each with its reason', () => {
    const nut = { arrange: { innerRight: 'nut' } } as const
    const said = (drift: 'soft' | 'steel') => filledCard('22212 K', { mount: { drift } }).mount.plan.find((s) => s.key === 'lock')!
    expect(metric(said('soft').doing)).to.contain('wipe its chips away')
    expect(metric(said('steel').doing)).to.contain('sheds no chips')
    expect(filledCard('6312', { ...nut, mount: { drift: 'steel' } }).mount.plan.find((s) => s.key === 'nut')!.tools).to.include(
      'drift of mild steel',
    )
    const cold = (drying: 'dry' | 'oil') =>
      filledCard('6312', { mount: { method: 'chill', drying } }).mount.plan.find((s) => s.key === 'slip')!.doing
    expect(metric(cold('dry')))
      .to.contain('keep it dry')
      .and.not.equal(cold('oil'))
  })
  it('a machine that stood is woken before its guards go on', () => {
    const plan = (stored: boolean) => {
      const card = filledCard('6312', { runin: { stored } })
      return linePlan({ order: [{ place: 'p1.1', lead: 'p1.1' }], places: { 'p1.1': card } }).map((s) => stepName(s.key))
    }
    expect(plan(true).slice(-3)).to.deep.equal(['wake', 'guards', 'release'])
    expect(plan(false)).to.not.include('wake')
  })
  it('a loud place and a motor over its plate are said', () => {
    const codes = (runin: object) => cautionsOf(filledCard('6312', { runin })).map((c) => c.code)
    expect(codes({ noiseDb: 85, currentA: 12, ratedA: 11 })).to.include.members(['loud', 'current-over'])
    expect(codes({ noiseDb: 84, currentA: 11, ratedA: 11 })).to.not.include.members(['loud'])
  })
})
