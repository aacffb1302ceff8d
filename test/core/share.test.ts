import { expect } from 'chai'
import { asLineAnswers, emptyAnswers, keyOf, type LineAnswers } from '../../src/core/card/answers.js'
import { bareContext, type LineContext } from '../../src/core/card/context.js'
import { evaluateLine } from '../../src/core/card/evaluate.js'
import { heldAnswers, recordedLives, saidAnswers } from '../../src/core/card/recorded.js'
import { readLine } from '../../src/core/line/notation.js'
import { greaseOf } from '../../src/core/lubrication/grease-words.js'
import type { Sides } from '../../src/core/line/records.js'
import type { Holder } from '../../src/core/arrangement/holders.js'
import { sharesOf } from '../../src/core/card/share.js'
import { lineDuty, supportLives, supportsOf } from '../../src/core/card/line-duty.js'
import { arrangeStation } from '../../src/core/card/stations/arrange.js'
import { FIRST_SCHOOLS } from '../../src/core/card/context.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'

const row = (designation: string) => findBearing(designation)!.row
/** Several bearings at the first support of a line of two. */
function beside(...designations: string[]): LineContext {
  const context = bareContext(row(designations[0]!), row('NU 212'))
  const [first, second] = context.positions
  const places = designations.map((d, i) => ({ ...first!.places[0]!, code: `p1.${i + 1}`, designation: d, row: row(d) }))
  return { ...context, positions: [{ ...first!, places }, second!], onCard: places.map((p) => p.code) }
}
const DUTY = {
  speedRpm: 120,
  radialLoadN: 20_000,
  axialLoadN: 90_000,
  shock: 'smooth',
  innerRingC: 50,
  outerRingC: 45,
  hoursPerDay: 16,
  turningRing: 'inner',
  loadDirection: 'still',
  dirt: 'normal',
  ambientC: 20,
} as const
function card(context: LineContext, more: LineAnswers = {}) {
  const a = emptyAnswers()
  const answers = context.onCard.reduce<LineAnswers>((all, place) => {
    const designation = context.positions[0]!.places.find((p) => p.code === place)!.designation
    const own = {
      ...a,
      duty: { ...a.duty, ...DUTY },
      identify: { ...a.identify, designation, group: 'N' as const, groupEvidence: 'marking' as const },
    }
    return { ...all, ...asLineAnswers(own, place) }
  }, {})
  return { answers: { ...answers, ...more }, evaluation: evaluateLine({ ...answers, ...more }, context) }
}
const figure = (e: ReturnType<typeof card>['evaluation'], place: string, key: string) =>
  Object.values(e.places[place]!)
    .flatMap((s) => s.figures)
    .find((f) => f.key === key)?.value

describe('several bearings at one support share its load', () => {
  // prettier-ignore
  const SHARES: [stands: string[], each: [takes: string, across: number, thrust: number, instead: string | null][]][] = [
    [['22212', '29412'], [['across', 1, 0, '29412'], ['thrust', 0, 1, null]]],
    [['NU 212', '7312 B'], [['across', 1, 0, '7312 B'], ['all', 1, 1, null]]],
    [['7309 B', '7309 B'], [['all', 0.6, 1, null], ['all', 0.6, 1, null]]],
    [['6312', '6312', '6312'], [['all', 0.4, 1, null], ['all', 0.4, 1, null], ['all', 0.4, 1, null]]],
    [['6312', '6212'], [['all', 1, 1, null], ['all', 1, 1, null]]],
    [['29412', '29412'], [['all', 0.6, 1, null], ['all', 0.6, 1, null]]],
    [['NU 212', 'NU 212', '6312'], [['across', 0.6, 0, '6312'], ['across', 0.6, 0, '6312'], ['all', 1, 1, null]]],
  ]
  for (const [stands, each] of SHARES)
    it(stands.join(' + '), () => {
      const found = sharesOf(stands.map((d, i) => ({ lead: `p1.${i + 1}`, row: row(d), count: 1, said: null })))
      expect([...found.values()].map((s) => [s.takes, Math.round(s.across * 1e9) / 1e9, s.thrust, s.instead])).to.deep.equal(each)
    })

  it('thrust goes to the thrust bearing: the spherical one lives by its radial load and is not fitted for the thrust', () => {
    const context = beside('22212', '29412')
    const { evaluation, answers } = card(context)
    // By hand, ISO 281: (C/Fr)^(10/3) 1e6/(60 n), no thrust at all; smooth running counts 1.1.
    const { dynamicRatingN } = row('22212')
    const hours = (dynamicRatingN / 22_000) ** (10 / 3) * (1e6 / (60 * 120))
    expect(figure(evaluation, 'p1.1', 'select.lifeH')).to.be.closeTo(hours, hours * 1e-6)
    const thrust = (row('29412').dynamicRatingN / 99_000) ** (10 / 3) * (1e6 / (60 * 120))
    expect(figure(evaluation, 'p1.2', 'select.lifeH')).to.be.closeTo(thrust, thrust * 1e-6)
    expect(figure(evaluation, 'p1.1', 'select.takes')).to.equal('the load across the shaft')
    expect(evaluation.places['p1.2']!.fit.housing?.toleranceClass, 'its housing washer is free all round').to.equal('H8')
    const alone = card(beside('22212')).evaluation
    expect(figure(alone, 'p1.1', 'select.lifeH')).to.be.lessThan(hours / 10)
    expect(figure(alone, 'p1.1', 'select.takes')).to.equal(undefined)
    // What is drawn of the line says the shorter of the two.
    const supports = supportsOf(context, () => undefined)
    const arranged = arrangeStation(answers, emptyAnswers().arrange, supports, FIRST_SCHOOLS, null)
    const [first] = supportLives(answers, context, supports, lineDuty(answers, context, supports, arranged))
    expect(first!.hours).to.be.closeTo(Math.min(hours, thrust), 1)
    expect(first!.designation).to.equal(thrust < hours ? '29412' : '22212')
  })

  it('a person says otherwise', () => {
    const context = beside('22212', '29412')
    const { evaluation } = card(context, { [keyOf('p1.1', 'select', 'takes')]: 'all' })
    const alone = card(beside('22212')).evaluation
    expect(figure(evaluation, 'p1.1', 'select.lifeH')).to.equal(figure(alone, 'p1.1', 'select.lifeH'))
  })

  it('a roller bearing beside what holds is not stopped for a thrust that it never sees', () => {
    const { evaluation } = card(beside('NU 312', '6312'))
    const codes = evaluation.places['p1.1']!.select.cautions.map((c) => c.code)
    expect(codes).to.not.include('no-thrust')
  })

  it('an adjusted pair in the records is counted with the thrust that its bearings make on each other', () => {
    const context = bareContext(row('30208'), row('30208'))
    const a = emptyAnswers()
    const duty = asLineAnswers({ ...a, duty: { ...a.duty, ...DUTY, radialLoadN: 4000, axialLoadN: 3000 } }, 'p1.1')
    const second = asLineAnswers({ ...a, duty: { ...a.duty, ...DUTY, radialLoadN: 9000, axialLoadN: 0 } }, 'p2.1')
    const both = { ...second, ...Object.fromEntries(Object.entries(duty).filter(([key]) => !key.startsWith('p2'))) }
    const holding = (left: Holder, right: Holder) => ({ inner: ['not-recorded', 'not-recorded'] as Sides, outer: [left, right] as Sides })
    const held = heldAnswers([
      { code: 'p1', held: true, places: [{ holding: holding('cover', 'free') }] },
      { code: 'p2', held: true, places: [{ holding: holding('free', 'cover') }] },
    ])
    expect(held).to.include({ 'p1/arrange.held': true, 'p1/arrange.outerLeft': 'cover', 'p2/arrange.outerRight': 'cover' })
    const facing = { ...both, [keyOf('line', 'arrange', 'facing')]: 'face-to-face' as const }
    const [apart, together] = [{}, held].map((h) => recordedLives(facing, h, context))
    expect(apart!.get('p1.1')).to.be.greaterThan(0)
    expect(together!.get('p1.1')! / apart!.get('p1.1')!).to.be.lessThan(0.8)
  })
})

describe('what was said of a line is where its card begins', () => {
  const { positions, components } = readLine(
    'sheave Ø355, 180, 22218 K on H 318 in SN 518 grease "Tin", 900, UCP 210, castellated nut',
    'metric',
  ).line
  const recorded = positions.map((p, i) => ({
    ...p,
    code: `p${i + 1}`,
    places: p.bearings.map((b, n) => ({ ...b, code: `p${i + 1}.${n + 1}` })),
  }))
  const tin = { id: 7, ...greaseOf({ name: 'Tin', thickener: 'lithium' }) }
  const keys = (onCard: string[], parts = components) =>
    Object.keys(saidAnswers({ positions: recorded, components: parts }, onCard, [tin])).sort()
  it('of the places on the card, and of the line', () => {
    expect(keys(['p1.1', 'p2.1'])).to.deep.equal([
      'line/duty.sources',
      'line/mount.hubLock',
      'p1.1/fit.split',
      'p1.1/mount.standsIn',
      'p1/lubricate.greaseId',
      'p2.1/mount.standsIn',
    ])
    expect(keys(['p2.1'])).to.deep.equal(['line/duty.sources', 'line/mount.hubLock', 'p2.1/mount.standsIn'])
  })
  it('nothing of what sits on the shaft where nothing is known of it', () => {
    expect(
      keys(
        ['p2.1'],
        components.map(({ facts: _facts, ...c }) => c),
      ),
    ).to.deep.equal(['line/mount.hubLock', 'p2.1/mount.standsIn'])
  })
})
