import { expect } from 'chai'
import fc from 'fast-check'
import { asLineAnswers, emptyAnswers, type CardAnswers } from '../../src/core/card/answers.js'
import { bareContext } from '../../src/core/card/context.js'
import { evaluateLine } from '../../src/core/card/evaluate.js'
import { againstWords, followsWords } from '../../src/core/card/against.js'
import { comparedWords, fieldState } from '../../src/core/card/steps/plan-step.js'
import { planSteps } from '../../src/core/card/steps/steps-of.js'
import type { StepContext } from '../../src/core/card/steps/step.js'
import { UNFILLED, oilSteps } from '../../src/core/card/steps/filling.js'
import { racewayClasses } from '../../src/core/fits/raceway.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { STEP_NAMES, stepRow, stepsThat } from '../../src/core/procedure/steps.js'
import { PLANS, planOf, takeOffWays, type Held, type Situation } from '../../src/core/mounting/plan.js'
import { DRIVE_WAYS, HEATERS, INNER_WAYS, OUTER_WAYS, STANDS_IN, TAKE_OFF_WAYS } from '../../src/core/mounting/ways.js'
import { say } from '../../src/core/words/say.js'
import { wordsOf } from '../../src/core/words/say.js'
import { cautionsOf, filledCard, figuresOf, questionsOf, type Patch } from './line.js'
import { metric } from './said.js'

const PLAIN: Situation = {
  ...{ held: 'fit', family: 'deep-groove-ball', inner: 'press', outer: 'push', separable: false, seated: true, retained: [] },
  ...{ rings: false, standsIn: 'machine', suspect: false, count: 1, sets: false, hub: null, hydraulic: false, takeOff: null },
}
const ROLLER = { family: 'cylindrical-roller', separable: true } as const
const COLLAR = { held: 'collar', family: 'insert-ball' } as const
const HUB = { held: 'hub', family: 'tapered-roller', separable: true, outer: 'press', inner: 'slide' } as const
const BARREL = { family: 'spherical-roller', held: 'sleeve', seated: true } as const

describe('which steps a mounting has', () => {
  // [what it is, what decides, its steps]: family × seat × access × size.
  // prettier-ignore
  const CASES: [string, Partial<Situation>, string][] = [
    ['a small ball bearing, cold', {}, 'isolate seat bore unpack press shoulder turn'],
    ['a larger one, hot', { inner: 'heat' }, 'isolate seat bore unpack heat push shoulder turn'],
    ['its shaft chilled', { inner: 'chill' }, 'isolate seat bore unpack chill slip shoulder turn'],
    ['over 200 mm, on oil', { inner: 'oil' }, 'isolate seat bore unpack oil shoulder turn'],
    ['both rings tight, cold', { outer: 'press' }, 'isolate seat bore unpack press-both shoulder turn'],
    ['both tight, hot on the shaft and into a warmed housing', { inner: 'heat', outer: 'warm' }, 'isolate seat bore unpack heat push shoulder house turn'],
    ['both tight, pressed on and chilled in', { outer: 'chill' }, 'isolate seat bore unpack press shoulder house turn'],
    ['both tight, chilled shaft and warmed housing', { inner: 'chill', outer: 'warm' }, 'isolate seat bore unpack chill slip shoulder house turn'],
    ['hot on the shaft, pressed into its housing', { inner: 'heat', outer: 'press' }, 'isolate seat bore unpack heat push shoulder house turn'],
    ['rollers, rings apart, outer pressed alone', { ...ROLLER, outer: 'press' }, 'isolate seat bore unpack outer-in press shoulder join turn'],
    ['rollers, outer into a warmed housing, inner hot', { ...ROLLER, inner: 'heat', outer: 'warm' }, 'isolate seat bore unpack outer-in heat push shoulder join turn'],
    ['rollers, outer chilled, inner hot', { ...ROLLER, inner: 'heat', outer: 'chill' }, 'isolate seat bore unpack outer-in heat push shoulder join turn'],
    ['rollers, outer by hand', { ...ROLLER, inner: 'heat' }, 'isolate seat bore unpack outer-in heat push shoulder join turn'],
    ['locked by nut and washer', { retained: ['nut'] }, 'isolate seat bore unpack press shoulder nut turn'],
    ['an end plate on an overhung shaft, hot', { inner: 'heat', retained: ['end-plate'] }, 'isolate seat bore unpack heat push shoulder end-plate turn'],
    ['a snap ring', { retained: ['snap-ring'] }, 'isolate seat bore unpack press shoulder snap-ring turn'],
    ['a nut on one side, a snap ring on the other', { retained: ['nut', 'snap-ring'] }, 'isolate seat bore unpack press shoulder nut snap-ring turn'],
    ['a back-to-back pair, hot, with its nut', { family: 'angular-contact-ball', inner: 'heat', count: 2, retained: ['nut'] }, 'isolate seat bore unpack order heat push shoulder nut turn'],
    ['a set of three in tandem, cold', { family: 'angular-contact-ball', count: 3 }, 'isolate seat bore unpack order press shoulder turn'],
    ['a tapered roller bearing, cup pressed, set against its partner', { family: 'tapered-roller', separable: true, outer: 'press', sets: true }, 'isolate seat bore unpack outer-in press shoulder join setting turn'],
    ['a tapered roller bearing, hot cone, chilled cup, with its nut', { family: 'tapered-roller', separable: true, inner: 'heat', outer: 'chill', sets: true, retained: ['nut'] }, 'isolate seat bore unpack outer-in heat push shoulder join setting nut-lock turn'],
    ['one angular contact ball bearing against another', { family: 'angular-contact-ball', sets: true }, 'isolate seat bore unpack press shoulder setting turn'],
    ['a thrust ball bearing', { family: 'thrust-ball', separable: true }, 'isolate seat bore unpack press shoulder turn'],
    ['a needle roller bearing with inner ring, both pressed', { family: 'needle-roller', separable: true, outer: 'press' }, 'isolate seat bore unpack outer-in press shoulder join turn'],
    ['a cylindrical seat in a split block, held end', { ...BARREL, held: 'fit', inner: 'heat', standsIn: 'split', rings: true }, 'isolate base seat bore unpack heat push shoulder rings cap turn'],
    ['the same at the free end', { ...BARREL, held: 'fit', inner: 'heat', standsIn: 'split' }, 'isolate base seat bore unpack heat push shoulder cap turn'],
    ['barrels on an adapter sleeve, solid housing', BARREL, 'isolate seat unpack before zero drive lock turn'],
    ['barrels on an adapter sleeve, split block, held end', { ...BARREL, standsIn: 'split', rings: true }, 'isolate base seat unpack before zero drive lock rings cap turn'],
    ['barrels on an adapter sleeve, split block, free end', { ...BARREL, standsIn: 'split' }, 'isolate base seat unpack before zero drive lock cap turn'],
    ['barrels on a sleeve, hydraulic nut', { ...BARREL, hydraulic: true }, 'isolate seat unpack before zero drive rest lock turn'],
    ['barrels on a tapered shaft', { ...BARREL, held: 'taper' }, 'isolate seat unpack before zero drive lock turn'],
    ['barrels on a tapered shaft, large, hydraulic nut, block', { ...BARREL, held: 'taper', hydraulic: true, standsIn: 'split' }, 'isolate base seat unpack before zero drive rest lock cap turn'],
    ['a toroidal roller bearing on a sleeve', { ...BARREL, family: 'toroidal-roller' }, 'isolate seat unpack before zero drive lock turn'],
    ['a self-aligning ball bearing on a sleeve', { ...BARREL, family: 'self-aligning-ball' }, 'isolate seat unpack zero drive swivel lock turn'],
    ['a self-aligning ball bearing on a sleeve in a block', { ...BARREL, family: 'self-aligning-ball', standsIn: 'split', rings: true }, 'isolate base seat unpack zero drive swivel lock rings cap turn'],
    ['an insert on its sleeve', { ...BARREL, family: 'insert-ball', seated: false }, 'isolate seat unpack zero drive swivel lock turn'],
    ['an insert with set screws', { held: 'screws', family: 'insert-ball', seated: false }, 'isolate seat unpack slide lock-screws turn'],
    ['an insert with an eccentric collar', { held: 'collar', family: 'insert-ball', seated: false }, 'isolate seat unpack slide lock-collar turn'],
    ['a long inner ring on its pin', { held: 'pin', family: 'self-aligning-ball' }, 'isolate seat bore unpack slide lock-pin house turn'],
    ['a long inner ring in a split block', { held: 'pin', family: 'self-aligning-ball', standsIn: 'split', rings: true }, 'isolate base seat bore unpack slide lock-pin rings cap turn'],
    ['an insert with a clamp collar', { held: 'clamp', family: 'insert-ball', seated: false }, 'isolate seat unpack slide lock-clamp turn'],
    ['an insert with a clamp collar in a flange', { held: 'clamp', family: 'insert-ball', standsIn: 'flange' }, 'isolate base seat unpack slide square lock-clamp turn'],
    ['a drawn cup', { held: 'cup', family: 'needle-roller' }, 'isolate unpack raceway bore arbor shaft-in turn'],
    ['needles without inner ring', { held: 'ring', family: 'needle-roller' }, 'isolate unpack raceway bore arbor shaft-in turn'],
    ['needles in a cage', { held: 'cage', family: 'needle-roller' }, 'isolate unpack raceway bore shaft-in turn'],
    ['a bearing that no table lists', { held: 'unlisted', family: null }, 'isolate unpack sheet seats mount turn'],
    ['a set that no table lists', { held: 'unlisted', family: null, count: 2 }, 'isolate unpack order sheet seats mount turn'],
    ['the old one drawn off, then a new one cold', { takeOff: 'puller' }, 'isolate mark off keep seat bore unpack press shoulder turn'],
    ['the old inner ring heated off, then rollers', { ...ROLLER, takeOff: 'heat', inner: 'heat' }, 'isolate mark off keep seat bore unpack outer-in heat push shoulder join turn'],
    ['an insert with screws in a flange', { family: 'insert-ball', held: 'screws', standsIn: 'flange' }, 'isolate base seat unpack slide square lock-screws turn'],
    ['an insert with a collar in a take-up frame', { family: 'insert-ball', held: 'collar', standsIn: 'take-up' }, 'isolate base seat unpack slide square lock-collar turn'],
    ['barrels on a sleeve in a solid block', { ...BARREL, standsIn: 'solid', rings: true }, 'isolate base seat unpack before zero drive lock rings square turn'],
    ['a loose seat', { inner: 'slide' }, 'isolate seat bore unpack slide-on shoulder turn'],
    ['a seat that is bonded', { inner: 'bond' }, 'isolate seat bore unpack bond shoulder cured turn'],
    ['the inner end of a hub, both ends on the card', { ...HUB, hub: 'inner' }, 'isolate seat bore unpack outer-in inner-cone seal'],
    ['its outer end, where the nut is', { ...HUB, hub: 'outer', sets: true }, 'isolate seat bore unpack outer-in hub-on outer-cone setting pin hub-cap turn'],
    ['the inner end of a hub alone', { ...HUB, hub: 'inner', sets: true, takeOff: 'apart' }, 'isolate mark off keep seat bore unpack outer-in inner-cone seal hub-on setting pin hub-cap turn'],
    ['a pair set at its other end, this one nutted', { family: 'tapered-roller', separable: true, retained: ['nut'] }, 'isolate seat bore unpack outer-in press shoulder nut join turn'],
    ['a locating ring in a closed housing', { outer: 'press', inner: 'heat', rings: true }, 'isolate seat bore unpack heat push shoulder house rings turn'],
    ['one that was dropped', { suspect: true }, 'isolate seat bore unpack suspect press shoulder turn'],
    ['an old one off its sleeve, its nut held back', { ...BARREL, takeOff: 'hold-back', standsIn: 'split' }, 'isolate mark off keep base seat unpack before zero drive lock cap turn'],
    ['an old insert slid off', { held: 'collar', family: 'insert-ball', takeOff: 'slide' }, 'isolate mark off keep seat unpack slide lock-collar turn'],
    ['an old cup pulled', { held: 'cup', family: 'needle-roller', takeOff: 'puller' }, 'isolate mark off keep unpack raceway bore arbor shaft-in turn'],
    ['an old one that no table lists, cut off', { held: 'unlisted', family: null, takeOff: 'cut' }, 'isolate mark off keep unpack sheet seats mount turn'],
  ]
  for (const [what, change, steps] of CASES) it(what, () => expect(planOf({ ...PLAIN, ...change }).join(' ')).to.equal(steps))
  it('is pinned for forty combinations and more, and every step stands in one of them', () => {
    expect(CASES.length).to.be.at.least(40)
    expect([...new Set(CASES.flatMap(([, , steps]) => steps.split(' ')))].sort()).to.deep.equal([...STEP_NAMES].sort())
  })

  const situations = fc.record<Situation>({
    held: fc.constantFrom(...(Object.keys(PLANS) as Held[])),
    family: fc.constantFrom('deep-groove-ball', 'cylindrical-roller', 'spherical-roller', 'self-aligning-ball', 'insert-ball'),
    inner: fc.constantFrom(...INNER_WAYS, 'slide' as const, 'bond' as const),
    outer: fc.constantFrom(...OUTER_WAYS),
    ...{
      separable: fc.boolean(),
      seated: fc.boolean(),
      rings: fc.boolean(),
      sets: fc.boolean(),
      hydraulic: fc.boolean(),
      suspect: fc.boolean(),
    },
    hub: fc.constantFrom(null, 'inner' as const, 'outer' as const),
    standsIn: fc.constantFrom(...STANDS_IN),
    retained: fc.subarray(['nut', 'end-plate', 'snap-ring'] as const),
    count: fc.integer({ min: 1, max: 4 }),
    takeOff: fc.constantFrom(null, ...TAKE_OFF_WAYS),
  })
  it('laws: the lock comes first and the free turn last, nothing twice, no ring goes on two ways, the lock of a nut behind its drive', () =>
    fc.assert(
      fc.property(situations, (s) => {
        const steps = planOf(s)
        expect(steps[0]).to.equal('isolate')
        // The other end of a hub is set, locked and turned where its nut is.
        if (s.held !== 'hub' || s.sets) expect(steps.at(-1)).to.equal('turn')
        if (steps.includes('setting'))
          for (const lock of ['nut', 'nut-lock', 'pin'] as const)
            if (steps.includes(lock)) expect(steps.indexOf(lock)).to.be.above(steps.indexOf('setting'))
        expect(new Set(steps).size).to.equal(steps.length)
        expect(
          steps.filter((n) => ['press', 'press-both', 'heat', 'chill', 'oil', 'drive', 'slide', 'arbor', 'mount'].includes(n)).length,
        ).to.be.at.most(1)
        expect(steps.filter((n) => n === 'outer-in' || n === 'house' || n === 'press-both').length).to.be.at.most(1)
        const at = (name: (typeof steps)[number]) => steps.indexOf(name)
        if (at('drive') > 0) expect(at('lock')).to.be.above(at('drive')).and.above(at('zero'))
        if (at('off') > 0) expect(at('off')).to.be.below(at('unpack')).and.above(at('mark'))
        if (at('seat') > 0) expect(at('seat'), 'measured before it is unpacked').to.be.below(at('unpack'))
      }),
    ))
})

describe('what a step says', () => {
  const row = findBearing('6312')!.row
  const SEAT = { sizeMm: 60, toleranceClass: 'k5', seatUpperUm: 15, seatLowerUm: 2, grip: null }
  const context = (situation: Partial<Situation>, more: Partial<StepContext> = {}): StepContext => ({
    ...{
      situation: { ...PLAIN, ...situation },
      row,
      group: '3',
      unlisted: null,
      shaft: SEAT,
      housing: { ...SEAT, sizeMm: 130, toleranceClass: 'H7' },
    },
    ...{
      set: { count: 1, arrangement: 'single' },
      sleeve: 'H 312',
      limitC: 110,
      chillToC: -78,
      forceN: 12_000,
      outerForceN: 8000,
      housingC: 75,
      ringToC: -78,
    },
    ...{ drift: 'soft', drying: 'dry', handled: null, wrappedMin: null },
    tools: {},
    heater: 'induction',
    block: null,
    heat: { ringTemperatureC: 96, setC: 100, mountingClearanceUm: 24, clearanceLeftUm: 20, withinLimit: true },
    drive: { by: 'reduction', reductionUm: [30, 39], travelMm: [0.45, 0.59], angleDeg: [81, 106], leastLeftUm: 20 },
    ...{
      boughtUm: [55, 75],
      classes: null,
      endBolt: null,
      setScrewNm: null,
      trial: null,
      turningNm: null,
      hub: null,
      remedies: { shaft: null, housing: null },
      outerTurns: false,
      setting: null,
      ...more,
    },
  })
  const step = (name: string, situation: Partial<Situation>, more: Partial<StepContext> = {}) =>
    planSteps(context(situation, more)).find((s) => s.key === name)!
  const field = (name: string, key: string, situation: Partial<Situation>, more: Partial<StepContext> = {}) =>
    step(name, situation, more).fields.find((f) => f.key === key)!

  it('drives up by what was chosen, within its figures', () => {
    const drive = context({}).drive!
    expect(field('drive', 'reductionUm', BARREL)).to.include({ min: 30, max: 39 })
    expect(field('drive', 'leftUm', BARREL).min).to.equal(20)
    expect(field('drive', 'travelMm', BARREL, { drive: { ...drive, by: 'travel' } })).to.include({ min: 0.45, max: 0.59 })
    expect(field('drive', 'angleDeg', BARREL, { drive: { ...drive, by: 'angle' } }).max).to.be.at.least(106)
    expect(step('drive', BARREL).restsOn).to.include('fit.reductionUm')
    expect(metric(step('drive', BARREL, { drive: null }).doing)).to.contain('maker’s sheet')
    for (const by of DRIVE_WAYS) expect(step('drive', BARREL, { drive: { ...drive, by } }).fields.length, by).to.be.at.least(1)
  })
  it('a sleeve is read before it goes on, and one of another series is told apart', () => {
    const sleeve = field('unpack', 'sleeveRead', BARREL)
    expect(['H 312', 'h312', 'H 2312', 'KM 12', ''].map((read) => fieldState(sleeve, read))).to.deep.equal([
      'good',
      'good',
      'outside',
      'outside',
      'missing',
    ])
    expect(say(comparedWords(sleeve, 'H 2312')!, 'metric')).to.equal('H 312 is wanted: H 2312 has length 62 mm instead of 47 mm.')
    expect(metric(comparedWords(sleeve, 'H312'))).to.contain('same')
    expect(step('unpack', {}, { sleeve: null }).fields.map((f) => f.key)).to.not.include('sleeveRead')
  })
  it('locating rings of the block are measured, one of another width stops', () => {
    const block = { name: 'SN 513', rings: { count: 2, outsideMm: 120, widthMm: 6 }, oilMm: 34, fillG: 90, measured: true } as const
    const planned = { ...block, measured: false }
    // A body of another make may be wider: until its seat is measured no ring is held against the plan of such blocks.
    expect(fieldState(field('rings', 'ringMm', { rings: true }, { block: planned }), 10)).to.equal('good')
    expect(step('rings', { rings: true }, { block: planned }).fields.map((f) => f.key)).to.deep.equal(['seatWideMm', 'ringMm', 'rings'])
    expect(metric(step('rings', { rings: true }, { block: planned }).doing)).to.contain('measure the seat')
    const single = { ...block, rings: { count: 1, outsideMm: 90, widthMm: 10 } } as const
    expect(metric(step('rings', { rings: true, retained: ['nut'] }, { block: single }).doing)).to.contain('on the side of the nut')
    expect(metric(step('rings', { rings: true }, { block: single }).doing)).to.contain('that the drawing shows')
    const ring = field('rings', 'ringMm', { rings: true }, { block })
    expect([fieldState(ring, 6.1), fieldState(ring, 10)]).to.deep.equal(['good', 'outside'])
    expect(say(step('rings', { rings: true }, { block }).doing, 'metric')).to.contain('two rings 6.00 mm wide')
    expect(metric(step('cap', { standsIn: 'split' }, { block }).doing), 'how high oil stands is said where it is filled').to.not.contain(
      'oil',
    )
    const bath = { feed: 'bath', viscosity40: 68, viscosity100: null, code: null } as const
    expect(say(oilSteps(bath, { ...UNFILLED, block, ownRoom: true }).at(-1)!.doing, 'metric')).to.contain('34 mm over its foot')
    expect(step('rings', { rings: true }).fields.map((f) => f.key)).to.deep.equal(['rings'])
  })
  it('a collar is turned with the shaft, and against the drum where the outer ring turns', () => {
    expect(metric(step('lock', COLLAR).doing)).to.contain('in the direction in which the shaft turns')
    expect(metric(step('lock', COLLAR, { outerTurns: true }).doing)).to.contain('against the direction in which the drum turns')
  })
  it('a collar that was turned the wrong way stops, seen from the same side as the shaft', () => {
    const state = (outerTurns: boolean, runs: string, turned: string) =>
      fieldState(field('lock', 'turned', COLLAR, { outerTurns }), turned, { runs, turned })
    expect([state(false, 'clockwise', 'clockwise'), state(false, 'clockwise', 'anticlockwise')]).to.deep.equal(['good', 'outside'])
    expect([state(true, 'clockwise', 'clockwise'), state(true, 'clockwise', 'anticlockwise')]).to.deep.equal(['outside', 'good'])
    expect(fieldState(field('lock', 'turned', COLLAR), undefined, { runs: 'clockwise' })).to.equal('missing')
    expect(fieldState(field('lock', 'runs', COLLAR), 'sideways')).to.equal('missing')
  })
  it('set screws have their torque by the key that fits, and without it the sheet governs', () => {
    const screws = field('lock', 'torqueNm', { held: 'screws', family: 'insert-ball' }, { setScrewNm: 14.4 })
    expect([fieldState(screws, 14.4), fieldState(screws, 12), fieldState(screws, 16)]).to.deep.equal(['good', 'outside', 'outside'])
    expect(field('lock', 'torqued', { held: 'screws', family: 'insert-ball' }).kind).to.equal('check')
  })
  it('a shaft as raceway: its size, roundness, hardness, depth and roughness each have their limit', () => {
    const CAGE = { held: 'cage', family: 'needle-roller', separable: true } as const
    const { row } = findBearing('K 25x29x13')!
    const needles = { row, classes: racewayClasses(row, null) }
    for (const name of ['raceway', 'bore']) {
      const of = (key: string) => field(name, `${name}${key}`, CAGE, needles)
      expect([58, 57].map((hrc) => fieldState(of('Hrc'), hrc))).to.deep.equal(['good', 'outside'])
      expect([0.2, 0.3].map((ra) => fieldState(of('Ra'), ra))).to.deep.equal(['good', 'outside'])
      // Needles of 2 mm: the least depth counts, not a tenth of them.
      expect([0.3, 0.25].map((mm) => fieldState(of('DepthMm'), mm))).to.deep.equal(['good', 'outside'])
    }
    // Shaft 25 h5: 9 µm, of which a quarter; housing 29 G6: 13 µm.
    expect(field('raceway', 'racewayRoundUm', CAGE, needles).max).to.be.closeTo(2.25, 1e-9)
    expect(field('bore', 'boreRoundUm', CAGE, needles).max).to.be.closeTo(3.25, 1e-9)
    expect(field('raceway', 'racewayDepthMm', { ...CAGE, held: 'ring' }, { row: findBearing('RNA 4912')!.row }).min).to.be.at.least(0.3)
  })
  it('a small ring can be struck on over a sleeve, a large or a tight one not', () => {
    const tool = (designation: string, forceN: number) => step('press', {}, { row: findBearing(designation)!.row, forceN }).tools
    expect([tool('6206', 4000), tool('6206', 15_000), tool('6312', 4000)].map((t) => t.includes('hammer'))).to.deep.equal([
      true,
      false,
      false,
    ])
  })
  it('what a step uses up follows from its way: cold of its own kind, oil where it is pressed, nothing in a freezer', () => {
    const used = (name: string, more: Partial<StepContext>, situation: Partial<Situation> = {}) => step(name, situation, more).materials
    expect([-25, -78, -196].map((chillToC) => used('chill', { chillToC }, { inner: 'chill' }))).to.deep.equal([
      undefined,
      ['dry ice'],
      ['liquid nitrogen'],
    ])
    expect(used('outer-in', { ringToC: -78 }, { ...ROLLER, outer: 'chill' })).to.deep.equal(['dry ice'])
    expect(used('outer-in', {}, { ...ROLLER, outer: 'press' })).to.deep.equal(['thin oil for the seat'])
    expect(used('outer-in', {}, { ...ROLLER, outer: 'warm' })).to.equal(undefined)
    expect(used('lock', {}, BARREL)).to.deep.equal(['new tab washer or clip'])
    expect(used('lock', {}, COLLAR), 'a collar has no washer').to.equal(undefined)
  })
  it('each heater says how it is used', () => {
    const hot = { heat: { setC: 90, ringTemperatureC: 88, withinLimit: true, mountingClearanceUm: 24, clearanceLeftUm: 24 } }
    const said = HEATERS.map((heater) => step('heat', { inner: 'heat' }, { ...hot, heater }))
    expect(new Set(said.map((s) => metric(s.doing))).size).to.equal(HEATERS.length)
    expect(said.map((s) => s.fields.some((f) => f.key === 'demagnetised'))).to.deep.equal([true, true, false, false, false])
    expect(metric(said[HEATERS.indexOf('oil-bath')]!.caution)).to.contain('catches fire')
  })
  it('both rows are felt, and rows that differ say that the ring stands askew', () => {
    const barrels = { row: findBearing('22213 K')!.row }
    expect(step('before', BARREL, barrels).fields.map((f) => f.key)).to.deep.equal(['beforeUm', 'beforeOtherUm'])
    expect(step('drive', BARREL, barrels).fields.map((f) => f.key)).to.deep.equal(['leftUm', 'leftOtherUm', 'reductionUm'])
    const other = field('before', 'beforeOtherUm', BARREL, barrels)
    expect([60, 70, 74].map((um) => fieldState(other, um, { beforeUm: 60 }))).to.deep.equal(['good', 'good', 'good'])
    expect(fieldState(other, 74, { beforeUm: 56 })).to.equal('outside')
    expect(metric(againstWords(other.against, 74, { beforeUm: 56 }))).to.contain('askew')
    expect(againstWords(other.against, 74, {}), 'the first row is not felt yet').to.equal(null)
    expect(step('before', BARREL, { row: findBearing('C 2215 K')!.row }).fields.length, 'one row').to.equal(1)
  })
  it('a ring is not driven over the end of its sleeve', () => {
    const left = field('zero', 'standsOutMm', BARREL)
    expect([fieldState(left, 0.5), fieldState(left, 0.7)]).to.deep.equal(['outside', 'good'])
    expect(metric(left.under)).to.contain('over the end of its sleeve')
    expect(step('zero', { ...BARREL, held: 'taper' }).fields.map((f) => f.key)).to.deep.equal(['seated'])
  })
  it('end play that went the wrong way after a shim is said, whichever side they sit on', () => {
    const play = (side: 'opens' | 'closes') =>
      field(
        'setting',
        'endPlayMm',
        { sets: true },
        { setting: { coldUm: 100, limitsUm: [20, 400] }, trial: { shimMm: 1.2, playMm: 0.3, side } },
      )
    const state = (side: 'opens' | 'closes', packMm: number, mm: number) => fieldState(play(side), mm, { packMm })
    expect([state('closes', 1.4, 0.1), state('closes', 1.4, 0.4)]).to.deep.equal(['good', 'outside'])
    expect([state('opens', 1.1, 0.2), state('opens', 1.1, 0.4)]).to.deep.equal(['good', 'outside'])
    expect(state('closes', 1.2, 0.25), 'the same pack has no direction').to.equal('good')
    const words = say(againstWords(play('closes').against, 0.4, { packMm: 1.4 })!, 'metric')
    expect(words).to.contain('0.20 mm more of shims should have closed the play').and.contain('from 0.30 mm to 0.40 mm')
    expect(say(followsWords(play('closes').against, { packMm: 1.4 }, 'gap'), 'metric')).to.equal('These shims should give 0.10 mm.')
    expect(metric(play('closes').under)).to.contain('spalls deep')
  })
  it('a preload is set by what it takes to turn, over what turned it loose', () => {
    const turn = field('setting', 'turnNm', { sets: true }, { turningNm: [0.5, 1] })
    expect([0.8, 1.2, 1.5].map((nm) => fieldState(turn, nm, { dragNm: 0.4 }))).to.deep.equal(['outside', 'good', 'outside'])
    expect(say(followsWords(turn.against, { dragNm: 0.4 }, 'torque'), 'metric')).to.equal('With that it is to be 0.90 Nm to 1.40 Nm.')
    expect(step('setting', { sets: true }).fields.map((f) => f.key)).to.not.include('turnNm')
  })
  it('both rings at once take both forces, and a torque is met within a tenth', () => {
    expect(field('press-both', 'forceN', { outer: 'press' }).max).to.equal(30_000)
    const plate = field('end-plate', 'torqueNm', { retained: ['end-plate'] }, { endBolt: { name: 'M12 8.8', torqueNm: 84 } })
    expect([plate.min, plate.max].map((n) => Math.round(n! * 10) / 10)).to.deep.equal([75.6, 92.4])
    expect(field('end-plate', 'torqued', { retained: ['end-plate'] }).kind).to.equal('check')
  })
  it('an adjusted pair is set to what Arrange found, and by the manual where it found nothing', () => {
    const pair = { family: 'tapered-roller', separable: true, sets: true } as const
    const set = { setting: { coldUm: 60, limitsUm: [20, 110] } } as const
    expect(field('setting', 'endPlayMm', pair, set)).to.include({ min: 0.02, max: 0.11 })
    expect(step('setting', pair, set).restsOn).to.include('arrange.pairColdUm')
    expect(step('setting', pair, set).fields.map((f) => f.key)).to.deep.equal(['endPlayMm'])
    expect(step('setting', pair).fields.map((f) => f.key)).to.deep.equal(['wanted', 'endPlayMm'])
  })
  it('a ring that was too hot is put aside, and not only measured again', () => {
    const hot = field('heat', 'ringC', { inner: 'heat' })
    expect(metric(hot.over)).to.contain('heat colour')
    expect([fieldState(hot, 100), fieldState(hot, 111)]).to.deep.equal(['good', 'outside'])
  })
  it('every step of every plan says what to do with what, and warns where a hand is at risk', () => {
    for (const held of Object.keys(PLANS) as Held[])
      for (const takeOff of TAKE_OFF_WAYS)
        for (const s of planSteps(
          context(
            { held, takeOff, standsIn: 'split', rings: true, retained: ['nut', 'snap-ring', 'end-plate'], hydraulic: true, count: 2 },
            { set: { count: 2, arrangement: 'back-to-back' } },
          ),
        )) {
          expect(say(s.title, 'metric').length * say(s.doing, 'metric').length * s.tools.length, s.key).to.be.above(0)
          if (['isolate', 'off', 'press', 'drive', 'lock', 'arbor'].includes(s.key) && !(s.key === 'lock' && held === 'screws'))
            expect(metric(s.caution), `${held} ${s.key}`).to.be.a('string')
        }
  })
})

describe('the figures beside a step', () => {
  it('are those of its station: each is made on some card, and each step is one of a plan', () => {
    const warm = {
      arrange: { innerRight: 'cover' },
      mount: { method: 'heat', endBoltMm: 12, endBoltClass: '8.8', storeC: 2, humidityPercent: 80 },
    } as const
    const cards = [
      filledCard('6312', warm),
      ...(['warm', 'chill', 'press'] as const).map((outerMethod) =>
        filledCard('NU 312', { fit: { housingClass: 'P7' }, mount: { outerMethod, method: 'chill' } }),
      ),
      filledCard('22212 K'),
      filledCard('UC 207', { mount: { setScrewKey: '4' } }),
    ]
    const made = new Set(cards.flatMap((e) => [...figuresOf(e)].filter(([, f]) => f.value !== null).map(([key]) => key)))
    const ofPairs = [
      'arrange.pairColdUm',
      'arrange.pairShimMm',
      'arrange.pairNutDeg',
      'arrange.pairLimitsUm',
      'runin.pairHotUm',
      'mount.hubSlotUm',
    ]
    const missing = stepsThat((row) => row.figures !== undefined)
      .flatMap((name) => stepRow(name).figures!)
      .filter((key) => !made.has(key) && !ofPairs.includes(key))
    expect(missing).to.deep.equal([])
  })
})

describe('how an old bearing comes off', () => {
  // prettier-ignore
  for (const [of, ways] of [
    [{ held: 'fit', separable: false, boreMm: 60, gripUm: 20 }, 'puller heat holes cut'], [{ held: 'fit', separable: true, boreMm: 60, gripUm: 20 }, 'apart puller heat holes cut'],
    [{ held: 'fit', separable: false, boreMm: 140, gripUm: 20 }, 'heat puller holes cut'], [{ held: 'fit', separable: false, boreMm: 240, gripUm: 80 }, 'oil heat puller holes cut'],
    [{ held: 'fit', separable: false, boreMm: 60, gripUm: 70 }, 'heat puller holes cut'], [{ held: 'sleeve', separable: false, boreMm: 60, gripUm: 0 }, 'hold-back cut'],
    [{ held: 'taper', separable: false, boreMm: 200, gripUm: 0 }, 'hold-back oil cut'], [{ held: 'screws', separable: false, boreMm: 35, gripUm: 0 }, 'slide puller cut'],
    [{ held: 'clamp', separable: false, boreMm: 35, gripUm: 0 }, 'slide puller cut'],
    [{ held: 'cage', separable: true, boreMm: 25, gripUm: 0 }, 'apart'], [{ held: 'cup', separable: false, boreMm: 25, gripUm: 0 }, 'puller holes cut'],
  ] as const)
    it(`${JSON.stringify(of)}: ${ways}`, () => expect(takeOffWays(of).join(' ')).to.equal(ways))
})

describe('the figures beside the steps of a card', () => {
  const mount = (designation: string, patch: Patch = {}) => filledCard(designation, patch)
  const value = (e: ReturnType<typeof mount>, key: string) => figuresOf(e).get(key)?.value
  const keys = (e: ReturnType<typeof mount>) => e.mount.plan.map((s) => s.key).join(' ')
  const answered = (patch: Partial<CardAnswers['mount']>): Patch => ({ mount: patch })
  it('hot: time in the heater, seconds until it must be on, at most until it grips, and what a camera would show', () => {
    const hot = mount('6312', answered({ method: 'heat' }))
    expect(value(hot, 'mount.heatMin')).to.be.within(0.3, 2)
    expect(value(hot, 'mount.windowS')).to.be.above(30)
    expect(value(hot, 'mount.infraredC')).to.be.below((value(hot, 'mount.setTemperatureC') as number) - 30)
    const slow = mount('6312', answered({ method: 'heat', heater: 'oven' }))
    expect(value(slow, 'mount.heatMin'), 'an oven takes tens of minutes whatever its watts').to.be.within(15, 60)
    expect(value(mount('6312', answered({ method: 'heat', heater: 'oven', heaterKw: 200 })), 'mount.heatMin')).to.equal(
      value(slow, 'mount.heatMin'),
    )
    expect(value(hot, 'mount.seatS')).to.be.within(0.5, 60)
    expect(value(hot, 'mount.windowS')).to.be.above(10 * (value(hot, 'mount.seatS') as number))
  })
  it('a housing that grips: warmed where it is large, pressed where it is small, chilled where it is wanted so', () => {
    const outer = (designation: string, patch: Patch = {}) =>
      mount(designation, { ...patch, duty: { turningRing: 'outer' }, fit: { housingClass: 'P7' } })
    expect(outer('6312').mount.outer).to.equal('warm')
    expect(value(outer('6312'), 'mount.housingC')).to.be.within(50, 110)
    expect(outer('6304').mount.outer).to.equal('press')
    expect(value(outer('6304'), 'mount.outerForceN')).to.be.above(500)
    expect(value(outer('6312', answered({ outerMethod: 'chill' })), 'mount.outerChillUm')).to.be.above(0)
    expect(mount('6312').mount.outer).to.equal('push')
    expect(keys(outer('NU 312'))).to.contain('outer-in')
  })
  it('an end plate asks for its bolt, and says the torque by size and class', () => {
    const plate = { arrange: { innerRight: 'cover' } } as const
    const open = mount('6312', plate)
    expect(keys(open)).to.contain('end-plate')
    expect(questionsOf(open).map((x) => x.code)).to.include('end-bolt')
    const said = mount('6312', { ...plate, mount: { endBoltMm: 12, endBoltClass: '8.8' } })
    expect(value(said, 'mount.endBoltNm')).to.be.closeTo(84, 2)
    expect(metric(mount('6312', { ...plate, mount: { endBoltMm: 1, endBoltClass: '8.8' } }).mount.fieldErrors.endBoltMm)).to.contain('2')
  })
  it('locating rings, a split block and what holds the inner ring come from Arrange and Fit', () => {
    const block = mount('22212', {
      fit: { split: true },
      arrange: { outerLeft: 'locating-ring', outerRight: 'locating-ring', innerLeft: 'nut' },
    })
    for (const step of ['base', 'nut', 'rings', 'cap']) expect(keys(block), step).to.contain(step)
  })
  it('a sleeve is driven up by the figures of Fit', () => {
    const e = mount('22212 K')
    const taken = e.mount.plan.find((s) => s.key === 'drive')!.fields.find((f) => f.key === 'reductionUm')!
    expect([taken.min, taken.max]).to.deep.equal(value(e, 'fit.reductionUm'))
    expect(mount('1212 K').mount.plan.find((s) => s.key === 'drive')!.fields[0]!.key).to.equal('angleDeg')
  })
  it('a large taper asks for a hydraulic nut, a very large one for oil as well', () => {
    const notes = (designation: string, hydraulic = false) =>
      cautionsOf(mount(designation, answered({ hydraulic }))).flatMap((c) => (c.code.startsWith('taper-') ? [c.code] : []))
    expect([notes('22216 K'), notes('22217 K'), notes('22217 K', true), notes('22244 K', true)]).to.deep.equal([
      [],
      ['taper-hydraulic'],
      [],
      ['taper-oil'],
    ])
  })
  it('a collar on a shaft that runs both ways is stopped', () => {
    const e = mount('UEL 208', answered({ reversing: true }))
    expect(cautionsOf(e).map((c) => c.code)).to.include('collar-reversing')
    expect(e.mount.verdict.level).to.equal('stop')
    expect(metric(wordsOf(cautionsOf(e).find((c) => c.code === 'collar-reversing')!))).to.contain('both ways')
    expect(mount('UEL 208').mount.verdict.level).to.equal('good')
  })
  it('a tapered pair on a whole line: the step takes the cold setting of Arrange', () => {
    const context = { ...bareContext(findBearing('32210')!.row, findBearing('32209')!.row), onCard: ['p1.1', 'p2.1'] }
    const a = emptyAnswers()
    Object.assign(a.duty, {
      speedRpm: 900,
      radialLoadN: 4000,
      axialLoadN: 0,
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
      facing: 'face-to-face',
      hotPlayUm: 40,
      spanMm: 200,
      shaftMaterial: 'carbon-steel',
      housingMaterial: 'cast-iron',
      assemblyC: 20,
      shaftHotC: 60,
      housingHotC: 45,
    })
    const held = { 'p1/arrange.held': true, 'p2/arrange.held': true, 'p1.1/identify.designation': '32210' }
    const { arrange, mount } = evaluateLine({ ...asLineAnswers(a, 'p1.1'), ...held }, context).places['p1.1']!
    const cold = arrange.figures.find((f) => f.key === 'arrange.pairColdUm')!.value as number
    const setting = mount.plan.find((s) => s.key === 'setting')!
    expect(setting.fields[0]!.min! * 1000).to.be.at.most(cold)
    expect(setting.fields[0]!.max! * 1000).to.be.at.least(cold)
    expect(metric(setting.title)).to.contain('end play')
  })
  it('oil is offered where a shaft is worth drilling', () => {
    const offers = (name: string) => mount(name).mount.offers.map((o) => o.method)
    expect(offers('6244')).to.include('oil')
    expect(offers('6312')).to.not.include('oil')
  })
})
