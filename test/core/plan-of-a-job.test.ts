import { expect } from 'chai'
import { asLineAnswers, emptyAnswers, type CardAnswers } from '../../src/core/card/answers.js'
import { bareContext, type LineContext } from '../../src/core/card/context.js'
import { allSigned, hasEnded } from '../../src/core/card/ended.js'
import { evaluateLine, type LineEvaluation } from '../../src/core/card/evaluate.js'
import { cautionsOf } from '../../src/core/card/results.js'
import { linePlan } from '../../src/core/card/procedures.js'
import { readForFit, signature, staleWords, stepStates, type StepRecord } from '../../src/core/card/signing.js'
import { stepName } from '../../src/core/card/line-step.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import type { Grease } from '../../src/core/lubrication/grease.js'
import { orientationAt } from '../../src/core/lubrication/tables.js'
import { say } from '../../src/core/words/say.js'
import { metric } from './said.js'

/** The plan of a whole card: what comes when, what a lock-off rests on, and that nothing starts dry. */

const row = (name: string) => findBearing(name.replace(/-.*/, ''))!.row
const GREASE: Grease = {
  id: 1,
  name: 'Press house lithium 2',
  thickener: 'lithium',
  baseOil: 'mineral',
  viscosity40: 110,
  viscosity100: 11,
  nlgi: '2',
  lowC: -20,
  highC: 120,
} as Grease
type More = { [S in keyof CardAnswers]?: Partial<CardAnswers[S]> }

/** A card of some places of a line, each place with the same duty. */
function job(names: string[], more: More = {}, extra: Record<string, unknown> = {}, change: (c: LineContext) => LineContext = (c) => c) {
  const a = emptyAnswers()
  Object.assign(a.duty, {
    speedRpm: 900,
    radialLoadN: 4000,
    axialLoadN: 300,
    shock: 'smooth',
    ambientC: 20,
    innerRingC: 60,
    outerRingC: 50,
    dirt: 'clean',
    hoursPerDay: 16,
    turningRing: 'inner',
    loadDirection: 'still',
  })
  Object.assign(a.select, { target: 'full-shift' })
  Object.assign(a.arrange, {
    spanMm: 300,
    shaftMaterial: 'carbon-steel',
    housingMaterial: 'cast-iron',
    assemblyC: 20,
    shaftHotC: 60,
    housingHotC: 45,
  })
  Object.assign(a.lubricate, { greaseId: 1, insideThickener: 'lithium', insideOil: 'mineral' })
  for (const [station, patch] of Object.entries(more)) Object.assign(a[station as keyof CardAnswers], patch)
  const bare = bareContext(...names.map(row))
  const fresh = bare.positions.map((p) => ({ ...p, places: p.places.map((x) => ({ ...x, designation: null, row: null })) }))
  const context = change({
    ...bare,
    positions: fresh,
    onCard: names.map((_, i) => `p${i + 1}.1`),
    plant: { ...bare.plant, greases: [GREASE] },
  })
  const answers = Object.assign(
    {},
    ...names.map((name, i) => ({
      ...asLineAnswers({ ...a, identify: { ...a.identify, designation: name, group: 'N', groupEvidence: 'marking' } }, `p${i + 1}.1`),
    })),
    extra,
  )
  return evaluateLine(answers, context)
}
const keys = (e: LineEvaluation) => linePlan(e).map((s) => s.key)
const names = (e: LineEvaluation) => keys(e).map(stepName).join(' ')
/** Every step signed in its order, at a minute of its own; good values in every field. */
function signedAll(e: LineEvaluation, until: (key: string) => boolean = () => false) {
  const records = new Map<string, StepRecord>()
  let minute = 0
  for (const step of linePlan(e)) {
    if (until(step.key)) break
    const values = Object.fromEntries(
      step.fields.map((f) => [
        f.key,
        f.kind === 'check'
          ? true
          : f.kind === 'number'
            ? ((f.min ?? 0) + (f.max ?? f.min ?? 0)) / 2
            : f.kind === 'choice'
              ? f.options![0]
              : f.expects
                ? 'marking' in f.expects
                  ? f.expects.marking.designation
                  : 'name' in f.expects
                    ? f.expects.name
                    : f.expects.part
                : 'read',
      ]),
    )
    const signedAt = new Date(Date.UTC(2026, 10, 30, 8, (minute += 1))).toISOString()
    records.set(step.key, { values, restedOn: signature(e, step, records), accepted: true, signedAt })
  }
  return records
}
const stateOf = (e: LineEvaluation, records: Map<string, StepRecord>, key: string) => stepStates(e, records).find((s) => s.key === key)!

describe('a lock-off stands on every step before it', () => {
  const before = job(['6312'])
  it('holds while they do', () => {
    const records = signedAll(before)
    expect(stateOf(before, records, 'line/guards').holds).to.equal(true)
    expect(stateOf(before, records, 'line/release').holds).to.equal(true)
  })
  it('falls when a step is added behind its back: an old one to be taken off, its grease cleaned out', () => {
    const after = job(['6312'], { mount: { takeOff: 'puller' } })
    const state = stateOf(after, signedAll(before), 'line/guards')
    expect([state.signed, state.holds]).to.deep.equal([true, false])
    expect(metric(staleWords(state)))
      .to.contain('Take the old bearing off')
      .and.contain('sign this again')
    expect(metric(state.blocked)).to.contain('comes first')
  })
  it('falls when a step is unsigned, and stays fallen when that is signed anew, until it is signed itself', () => {
    const records = signedAll(before)
    const seat = records.get('p1.1/seat')!
    records.set('p1.1/seat', { ...seat, restedOn: null, signedAt: null })
    expect(stateOf(before, records, 'line/guards').holds).to.equal(false)
    records.set('p1.1/seat', { ...seat, signedAt: '2026-11-30T12:00:00.000Z' })
    expect(stateOf(before, records, 'line/guards').reopened).to.have.length(1)
    const guards = linePlan(before).find((s) => s.key === 'line/guards')!
    records.set(guards.key, {
      ...records.get(guards.key)!,
      restedOn: signature(before, guards, records),
      signedAt: '2026-11-30T12:01:00.000Z',
    })
    expect(stateOf(before, records, 'line/guards').holds).to.equal(true)
    expect(stateOf(before, records, 'line/release').holds, 'the release stood on the lock-off of before').to.equal(false)
  })
  it('one that was signed before this was kept stands while all before it holds', () => {
    const records = signedAll(before)
    records.set('line/guards', { ...records.get('line/guards')!, restedOn: {} })
    expect(stateOf(before, records, 'line/guards').holds).to.equal(true)
    records.delete('p1.1/turn')
    expect(stateOf(before, records, 'line/guards').holds).to.equal(false)
  })
  it('hands that go in after the run do so behind a lock of their own, and the release waits for the second lock-off', () => {
    const oil = job(['6312'], { lubricate: { greaseId: null, lubricant: 'oil', oilViscosity40: 68 } })
    expect(names(oil)).to.match(/guards lock-again level guards-again release$/)
    const records = signedAll(oil, (key) => stepName(key) === 'guards-again')
    expect(metric(stateOf(oil, records, 'line/release').blocked)).to.contain('Guards on')
  })
})

describe('never started dry', () => {
  it('without a chosen grease the step is there and cannot be signed; the start waits for it', () => {
    const dry = job(['6312'], { lubricate: { greaseId: null } })
    expect(names(dry)).to.contain('fill')
    const states = signedAll(dry, (key) => stepName(key) === 'fill')
    expect(metric(stateOf(dry, states, 'p1/fill').blocked)).to.contain('Say at Lubricate what goes in')
    expect(metric(stateOf(dry, states, 'line/guards').blocked)).to.contain('comes first')
  })
  it('sealed for life, sealed by its marking, or filled by somebody: each is a word of its own', () => {
    expect(names(job(['6312'], { lubricate: { greaseId: null, sealed: true } }))).to.not.contain('fill')
    expect(names(job(['6312-2RS'], { lubricate: { greaseId: null } }))).to.not.contain('fill')
    const by = job(['6312'], { lubricate: { greaseId: null, filledBy: 'central system' } })
    expect(say(linePlan(by).find((s) => s.key === 'p1/fill')!.title, 'metric')).to.contain('central system')
  })
  it('every position of the card has its filling before the start', () => {
    const two = job(['6312', '6311'], {}, { 'p2/lubricate.greaseId': null })
    expect(keys(two).filter((k) => k.endsWith('/fill'))).to.deep.equal(['p1/fill', 'p2/fill'])
    expect(
      metric(
        stateOf(
          two,
          signedAll(two, (k) => k === 'p2/fill'),
          'line/guards',
        ).blocked,
      ),
    ).to.contain('comes first')
  })
})

describe('the order of the work', () => {
  it('a split block: cleaned out, bearing and rings in, bearing and base packed by weight, then the cap, then turned', () => {
    const block = job(['22212 K'], { fit: { split: true }, mount: { takeOff: 'hold-back' } }, { 'p1/arrange.outerLeft': 'locating-ring' })
    expect(names(block)).to.equal(
      'isolate mark off keep clean-out base seat unpack before zero drive lock rings fill cap turn guards release',
    )
    const fill = linePlan(block).find((s) => s.key === 'p1/fill')!
    expect(fill.fields.map((f) => f.key)).to.deep.equal(['gramsG', 'blockG', 'greaseRead'])
    expect(say(fill.title, 'metric')).to.match(/Pack the bearing with \d+ g .* the base with \d+ g/)
  })
  it('oil of a machine is drained before anything comes off and filled when the last bearing of its room is closed', () => {
    const oil = job(['6312', '6311'], { lubricate: { greaseId: null, lubricant: 'oil', oilViscosity40: 68 }, mount: { takeOff: 'puller' } })
    const all = keys(oil)
    expect(all.slice(0, 3)).to.deep.equal(['line/isolate', 'line/drain', 'p1.1/mark'])
    expect(all.indexOf('line/oil-fill')).to.be.above(all.indexOf('p2.1/turn')).and.below(all.indexOf('line/guards'))
    expect(all.filter((k) => /drain|oil-fill|level/.test(k))).to.have.length(3)
    expect(
      linePlan(oil)
        .find((s) => s.key === 'line/oil-fill')!
        .fields.map((f) => f.key),
    ).to.include('litres')
    expect(
      metric(
        stateOf(
          oil,
          signedAll(oil, (k) => k === 'p2.1/turn'),
          'line/oil-fill',
        ).blocked,
      ),
    ).to.contain('Turn')
  })
  it('oil of a block is its own', () => {
    const oil = job(['22212 K', '22212 K'], { fit: { split: true }, lubricate: { greaseId: null, lubricant: 'oil', oilViscosity40: 150 } })
    expect(keys(oil).filter((k) => k.endsWith('oil-fill'))).to.deep.equal(['p1/oil-fill', 'p2/oil-fill'])
  })
  it('the old one comes off where the records have one, at every support; nothing to take off has to be said', () => {
    const stood = (c: LineContext): LineContext => ({ ...c, positions: bareContext(row('6312'), row('6311')).positions })
    const off = (extra: Record<string, unknown> = {}) => keys(job(['6312', '6311'], {}, extra, stood)).filter((k) => k.endsWith('/off'))
    expect(off()).to.deep.equal(['p1.1/off', 'p2.1/off'])
    expect(off({ 'p2.1/mount.takeOff': 'none' })).to.deep.equal(['p1.1/off'])
    expect(keys(job(['6312'])).filter((k) => k.endsWith('/off'))).to.deep.equal([])
  })
  it('two bearings of one position: both off before the first goes on, and turned once', () => {
    const beside = (c: LineContext): LineContext => ({
      ...c,
      positions: [
        { ...c.positions[0]!, places: [c.positions[0]!.places[0]!, { ...c.positions[0]!.places[0]!, code: 'p1.2' }] },
        c.positions[1]!,
      ],
      onCard: ['p1.1', 'p1.2'],
    })
    const both = job(
      ['NU 312', '6311'],
      { mount: { takeOff: 'puller' } },
      { 'p1.2/identify.designation': '6312', 'p1.2/mount.takeOff': 'puller' },
      beside,
    )
    const all = keys(both)
    expect(all.indexOf('p1.2/off')).to.be.below(all.indexOf('p1.1/seat'))
    expect(all.filter((k) => k.endsWith('/turn'))).to.deep.equal(['p1.2/turn'])
  })
  it('an adjusted pair is set once, where its nut is or at the last of the card, after both are on and before the nut is locked', () => {
    const pair = job(
      ['32210', '32209'],
      {},
      { 'p1/arrange.held': true, 'p2/arrange.held': true, 'p2/arrange.innerRight': 'nut', 'line/arrange.facing': 'back-to-back' },
    )
    const all = keys(pair)
    expect(all.filter((k) => k.endsWith('/setting'))).to.deep.equal(['p2.1/setting'])
    expect(all.indexOf('p2.1/nut-lock')).to.be.above(all.indexOf('p2.1/setting'))
    const records = signedAll(pair, (k) => k === 'p1.1/shoulder')
    expect(metric(stateOf(pair, records, 'p2.1/setting').blocked)).to.contain('comes first')
  })
})

describe('a hub or wheel of tapered rollers', () => {
  const hub = (more: More = {}) =>
    job(
      ['30206', '30204'],
      { duty: { turningRing: 'outer', speedRpm: 300 }, mount: { takeOff: 'apart', hubLock: 'castellated', hubPitchMm: 1.5, hubSlots: 6 }, ...more },
      { 'p1/arrange.held': true, 'p2/arrange.held': true, 'p2/arrange.innerRight': 'nut', 'line/arrange.facing': 'back-to-back' },
    ) // prettier-ignore
  it('comes apart from the nut inward and together outward: cups, packed cones, inner cone, seal, hub, outer cone, set, pinned', () => {
    expect(keys(hub()).slice(1, -2).join(' ')).to.equal(
      [
        'p2.1/mark p2.1/off p2.1/keep p1.1/mark p1.1/off p1.1/keep p1/clean-out p2/clean-out',
        'p1.1/seat p1.1/bore p1.1/unpack p1.1/outer-in p2.1/seat p2.1/bore p2.1/unpack p2.1/outer-in',
        'p1/fill p2/fill p1.1/inner-cone p1.1/seal p2.1/hub-on p2.1/outer-cone p2.1/setting p2.1/pin p2.1/hub-cap p2.1/turn',
      ].join(' '),
    )
  })
  it('is one lane: nothing at the outer end is signed before the inner end is done', () => {
    const records = signedAll(hub(), (k) => k === 'p1.1/seal')
    expect(metric(stateOf(hub(), records, 'p2.1/hub-on').blocked)).to.contain('seal')
  })
  it('a cone is packed full: about three times its share of the free space', () => {
    const grams = hub().places['p2.1']!.lubricate.figures.find((f) => f.key === 'lubricate.firstFillG')!.value as number
    const share = job(['30204']).places['p1.1']!.lubricate.figures.find((f) => f.key === 'lubricate.firstFillG')!.value as number
    expect(grams / share).to.be.within(2, 4)
  })
  it('one slot is its pitch over its slots, asked and not assumed', () => {
    expect(hub().places['p2.1']!.mount.figures.find((f) => f.key === 'mount.hubSlotUm')!.value).to.equal(250)
    const open = hub({ mount: { takeOff: 'apart' } }).places['p2.1']!.mount
    expect(open.questions.map((q) => q.code)).to.include.members(['hub-lock', 'hub-slots'])
  })
  it('the end play is set while it turns, and the pin goes where a slot loosens', () => {
    const steps = linePlan(hub())
    expect(metric(steps.find((s) => s.key === 'p2.1/setting')!.doing)).to.match(/Turn the hub all the while/)
    expect(metric(steps.find((s) => s.key === 'p2.1/pin')!.doing)).to.match(/next slot that loosens/)
    expect(metric(linePlan(hub({ mount: { hubLock: 'two-nuts' } })).find((s) => s.key === 'p2.1/pin')!.doing)).to.match(
      /Hold the inner nut/,
    )
  })
  it('a drum of the records turns its outer rings without being asked', () => {
    const drum = (c: LineContext): LineContext => ({ ...c, line: { ...c.line, turning: 'housing' } })
    const e = job(['30206', '30204'], { duty: { turningRing: null } }, { 'p1/arrange.held': true, 'p2/arrange.held': true }, drum)
    expect(e.places['p1.1']!.mount.hub).to.equal('inner')
  })
})

describe('each kind as a fitter does it', () => {
  const steps = (name: string, more: More = {}) => linePlan(job([name], more))
  const say = (name: string, key: string, more: More = {}) => steps(name, more).find((s) => stepName(s.key) === key)
  it('rings that come apart go on ring by ring and are slid together turning', () => {
    expect(names(job(['NU 312']))).to.match(/outer-in press shoulder fill join turn/)
    expect(metric(say('NU 312', 'join')!.caution)).to.contain('Never knocked')
  })
  it('a loose seat is slid on: no press, no force, no stop', () => {
    const loose = job(['6312'], { fit: { shaftClass: 'f6' } })
    expect(names(loose)).to.contain('slide-on').and.not.contain('press')
    expect(loose.places['p1.1']!.mount.verdict.level).to.equal('good')
    expect(say('6312', 'slide-on', { fit: { shaftClass: 'f6' } })!.fields.some((f) => f.quantity === 'force')).to.equal(false)
  })
  it('a bonded seat is cleaned, wetted, slid on and cured; it may be short of its class by what compound fills', () => {
    const bonded = job(['6312'], { fit: { shaftRemedy: 'compound' } })
    expect(names(bonded)).to.match(/bond shoulder fill cured turn/)
    const seat = say('6312', 'seat', { fit: { shaftRemedy: 'compound' } })!
    expect(seat.fields[0]!.min).to.be.below(say('6312', 'seat')!.fields[0]!.min! - 0.09)
    expect(metric(say('6312', 'bond', { fit: { shaftRemedy: 'compound' } })!.doing)).to.contain('none near the rolling elements')
  })
  it('no word of a nut where none is, none of cooling where nothing was hot', () => {
    expect(metric(say('6312', 'shoulder', { mount: { method: 'press' } })!.doing)).to.not.match(/nut|room temperature/)
    expect(metric(say('6312', 'push', { mount: { method: 'heat' } })!.doing)).to.not.contain('Nut')
    expect(
      metric(
        linePlan(job(['6312'], { mount: { method: 'heat' } }, { 'p1/arrange.innerRight': 'nut' })).find((s) => stepName(s.key) === 'push')!
          .doing,
      ),
    ).to.contain('Nut it home')
  })
  it('the two of a pair are heated, put on and looked at as two; their nut has what it was tightened to', () => {
    const pair = (c: LineContext): LineContext => {
      const [p] = c.positions
      const set = { code: 's1', arrangement: 'back-to-back' as const }
      const places = [
        { ...p!.places[0]!, set },
        { ...p!.places[0]!, code: 'p1.2', set },
      ]
      return { ...c, positions: [{ ...p!, places }, ...c.positions.slice(1)], onCard: ['p1.1', 'p1.2'] }
    }
    const plan = linePlan(job(['7312 B', '6311'], { mount: { method: 'heat' } }, { 'p1/arrange.innerRight': 'nut' }, pair))
    const of = (name: string) => plan.find((s) => stepName(s.key) === name)!
    expect(of('heat').fields.map((f) => f.key)).to.include.members(['ringC', 'ring2C'])
    expect(metric(of('push').title)).to.contain('one after the other')
    expect(metric(of('push').doing)).to.contain('marks across the outer rings in line')
    expect(of('nut').fields.map((f) => f.key)).to.include('tightened')
  })
  it('a sealed one: 80 °C at most, never in a bath, and how long its grease lasts instead of an interval', () => {
    const sealed = job(['6312-2RS'], { mount: { method: 'heat', heater: 'oil-bath' } }).places['p1.1']!
    expect(sealed.mount.cautions.map((c) => c.code)).to.include('sealed-bath')
    expect(sealed.mount.figures.find((f) => f.key === 'mount.setTemperatureC')!.value).to.be.at.most(80)
    expect(sealed.lubricate.intervalH).to.equal(null)
    expect(sealed.lubricate.figures.find((f) => f.key === 'lubricate.greaseLifeH')!.value).to.be.above(1000)
    const said = job(['6312-2RS'], { mount: { method: 'heat', limitC: 100 } }).places['p1.1']!
    expect(said.mount.cautions.map((c) => c.code)).to.include('sealed-limit')
  })
  it('nothing colder than nitrogen leaves a part is demanded, and a loose outer ring wants no warm housing', () => {
    const cold = say('6312', 'chill', { mount: { method: 'chill', chillToC: -196 } })!
    expect(cold.fields[0]!.max).to.equal(-190)
    expect(job(['6312'], { mount: { outerMethod: 'warm' } }).places['p1.1']!.mount.outer).to.equal('push')
  })
  it('the dew point is that of the shop, whatever the machine stands in', () => {
    const dew = (more: object) =>
      job(['6312'], { mount: { storeC: 2, humidityPercent: 70, ...more }, duty: { ambientC: 45 } }).places['p1.1']!.mount.figures.find(
        (f) => f.key === 'mount.dewC',
      )!.value
    expect(dew({})).to.be.closeTo(14.4, 0.2)
    expect(dew({ shopC: 25 })).to.be.closeTo(19.1, 0.3)
  })
})

describe('a hot ring at Select', () => {
  it('bears less over 150 °C, asks for its class, and is not rated over 300 °C', () => {
    const at = (innerRingC: number) => job(['6312'], { duty: { innerRingC } }).places['p1.1']!.select
    const life = (c: number) => at(c).figures.find((f) => f.key === 'select.lifeH')!.value as number
    expect(life(250) / life(150)).to.be.closeTo(0.75 ** 3, 1e-9)
    expect(at(250).questions.map((q) => q.code)).to.include('hot-class')
    expect(at(250).cautions.map((c) => c.code)).to.include('hot-rating')
    expect(at(120).questions.map((q) => q.code)).to.not.include('hot-class')
  })
})

describe('a clearance that Fit and a step both want', () => {
  const felt = (fit: More['fit'] = {}) => job(['22212 K'], { fit })
  const fitOf = (e: LineEvaluation) => e.places['p1.1']!.fit
  it('is read at the step, both rows, and stands at Fit', () => {
    const steps = linePlan(felt())
    const [before, drive] = ['before', 'drive'].map((name) => steps.find((s) => stepName(s.key) === name)!)
    expect(readForFit(before!, { beforeUm: 70, beforeOtherUm: 60 }, ['beforeOtherUm'])).to.deep.equal({ unmountedUm: 65 })
    expect(readForFit(drive!, { leftUm: 30, leftOtherUm: 34, reductionUm: 33 }, ['leftUm'])).to.deep.equal({ drivenUm: 32 })
    expect(readForFit(drive!, { leftUm: null }, ['leftUm'])).to.deep.equal({ drivenUm: null })
    // What was typed at Fit is not taken back by another entry at the step.
    expect(readForFit(drive!, { reductionUm: 33 }, ['reductionUm'])).to.deep.equal({})
  })
  it('and what was felt once it is driven up is what is left, less what warmth takes', () => {
    const left = (e: LineEvaluation) => fitOf(e).figures.find((f) => f.key === 'fit.clearance')!.value as readonly number[]
    const asks = (e: LineEvaluation) =>
      fitOf(e)
        .questions.map((c) => c.code)
        .includes('drive-up')
    const free = felt({ drivenUm: 40 })
    expect([asks(felt()), asks(free)]).to.deep.equal([true, false])
    expect(left(free)[0]).to.equal(left(free)[1])
    expect(left(free)[0]).to.be.below(40)
    expect(fitOf(free).verdict.word).to.equal('runs free')
    expect(fitOf(felt({ drivenUm: 2 })).verdict.level).to.equal('stop')
  })
})

describe('seats as the records have them', () => {
  const on = (fit: More['fit'], toleranceClass?: string) => {
    const seat = (c: LineContext) =>
      c.positions.map((p) => ({
        ...p,
        places: p.places.map((x) => ({ ...x, shaftSeat: { kind: 'cylindrical' as const, toleranceClass } })),
      }))
    return job(['6212'], { fit }, {}, (c) => (toleranceClass ? { ...c, positions: seat(c) } : c)).places['p1.1']!.fit
  }
  it('are shown instead of an advice, and a choice on the card goes before them', () => {
    const all = [on({}), on({}, 'g6'), on({ shaftClass: 'm6' }, 'g6')]
    expect(all.slice(1).map((f) => f.shaft!.toleranceClass)).to.deep.equal(['g6', 'm6'])
    const said = all.map((f) => f.cautions.map((c) => c.code).filter((code) => code.endsWith('-class-shaft')))
    expect(said).to.deep.equal([[], ['recorded-class-shaft'], ['own-class-shaft']])
  })
})

describe('a shaft that leans', () => {
  it('counts as level, inclined or upright for its grease', () =>
    expect([0, 19, 20, 45, 59, 60, 90].map(orientationAt)).to.deep.equal([
      'horizontal',
      'horizontal',
      'inclined',
      'inclined',
      'inclined',
      'vertical',
      'vertical',
    ]))
})

describe('what is done need not be heeded any more', () => {
  const card = job(['6312'], {
    mount: { method: 'heat', takeOff: 'puller' },
    lubricate: { greaseId: 1, insideThickener: 'polyurea-conventional', insideOil: 'mineral' },
  })
  const plan = linePlan(card)
  const standing = (until: string) => {
    const states = stepStates(
      card,
      signedAll(card, (key) => stepName(key) === until),
    )
    return cautionsOf(card).flatMap((c) => (hasEnded(c, plan, states) ? [] : [c.code]))
  }
  it('a caution ends with its step, and not before it', () => {
    expect(standing('isolate')).to.include.members(['greases-must-not-mix', 'hot-ring'])
    expect(standing('push')).to.include('hot-ring').and.not.include('greases-must-not-mix')
    expect(standing('guards')).to.not.include.members(['hot-ring'])
  })
  it('comes back when the step no longer holds, and a stop never ends', () => {
    const states = stepStates(card, signedAll(card)).map((s) => ({ ...s, holds: s.holds && stepName(s.key) !== 'push' }))
    const hot = cautionsOf(card).find((c) => c.code === 'hot-ring')!
    expect(hasEnded(hot, plan, states)).to.equal(false)
    expect(hasEnded({ ...hot, level: 'stop' }, plan, stepStates(card, signedAll(card)))).to.equal(false)
    expect([allSigned('p1.1', plan, states), allSigned('p1.1', plan, stepStates(card, signedAll(card)))]).to.deep.equal([false, true])
  })
  it('of another position it stands until its own step is signed', () => {
    const two = job(['6312', '6312'], { mount: { method: 'heat' } })
    const states = stepStates(
      two,
      signedAll(two, (key) => key === 'p2.1/push'),
    )
    const hot = cautionsOf(two).filter((c) => c.code === 'hot-ring')
    expect(hot.map((c) => [c.scope, hasEnded(c, linePlan(two), states)])).to.deep.equal([
      ['p1.1', true],
      ['p2.1', false],
    ])
  })
})
