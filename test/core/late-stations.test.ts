import { expect } from 'chai'
import { emptyAnswers, type CardAnswers, type LubricateAnswers } from '../../src/core/card/answers.js'
import { evaluateLine, type CardEvaluation } from '../../src/core/card/evaluate.js'
import { answersOfTwo, figuresOf, lineOfTwo, questionsOf, stepsOf, twoSupports, type Arranged, type Flat, usedBy } from './line.js'
import { figureText } from '../../src/core/card/figure-text.js'
import type { LineContext, PositionPast, Schools } from '../../src/core/card/context.js'
import type { AnswersOf } from '../../src/core/card/fields.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { withMakersFigures, type MakersFigures } from '../../src/core/catalogue/makers-figures.js'
import { cardSection } from '../../src/core/drawing/card-section.js'
import { DAY, NIGHT, shapeStyle } from '../../src/core/drawing/palette.js'
import { toSvg } from '../../src/core/drawing/svg.js'
import type { Grease } from '../../src/core/lubrication/grease.js'
import { at100, oilCleanliness } from '../../src/core/lubrication/oil.js'
import { wordsOf } from '../../src/core/words/say.js'
import { metric } from './said.js'

const CALCIUM: Grease = {
  id: 1,
  name: 'Wet-end calcium 2',
  thickener: 'calcium-sulfonate-complex',
  baseOil: 'mineral',
  nlgi: '2',
  viscosity40: 180,
  viscosity100: 16,
  lowC: -20,
  highC: 150,
}
const THIN: Grease = {
  ...CALCIUM,
  id: 2,
  name: 'Spindle lithium 2',
  thickener: 'lithium-complex',
  baseOil: 'pao',
  viscosity40: 15,
  viscosity100: 3.4,
  highC: 60,
}

interface Patch {
  designation?: string
  duty?: Partial<CardAnswers['duty']>
  arrange?: Arranged
  lubricate?: Partial<LubricateAnswers>
  runin?: Partial<AnswersOf<'runin'>>
  inspect?: Partial<AnswersOf<'inspect'>>
  select?: Partial<AnswersOf<'select'>>
  past?: Partial<PositionPast>
  schools?: Partial<Schools>
  makersFigures?: MakersFigures[]
}

/** The mash pump's drive end with grease and gun chosen, changed by a patch. */
function line(patch: Patch = {}) {
  const a: Flat = emptyAnswers()
  a.identify = { ...a.identify, designation: patch.designation ?? '6312', group: '3', groupEvidence: 'marking' }
  const duty = {
    speedRpm: 1470,
    radialLoadN: 4200,
    axialLoadN: 900,
    shock: 'smooth',
    ambientC: 22,
    innerRingC: 70,
    outerRingC: 60,
    dirt: 'wet',
  } as const
  a.duty = { ...a.duty, ...duty, hoursPerDay: 16, turningRing: 'inner', loadDirection: 'still', ...patch.duty }
  a.select = { ...a.select, target: 'motor-24h', ...patch.select }
  const arrange = {
    spanMm: 310,
    shaftMaterial: 'carbon-steel',
    housingMaterial: 'cast-iron',
    assemblyC: 20,
    shaftHotC: 78,
    housingHotC: 52,
  } as const
  a.arrange = { ...a.arrange, ...arrange, driveEndHeld: true, nonDriveEndHeld: false, floatPresentMm: 1.2, ...patch.arrange }
  a.lubricate = { ...a.lubricate, greaseId: 1, gunId: 1, ...patch.lubricate }
  a.runin = { ...a.runin, ...patch.runin }
  a.inspect = { ...a.inspect, ...patch.inspect }
  const bare = twoSupports('drive', findBearing('6311')!.row)
  const [drive, far] = bare.positions
  const { removed, causes, bothEndsHeld, ...past } = patch.past ?? {}
  const held = bothEndsHeld ?? null
  const context: LineContext = {
    ...bare,
    plant: {
      greases: [CALCIUM, THIN],
      guns: [{ id: 1, name: 'Press house gun', gramsPerStroke: 1.24 }],
      schools: { ...bare.plant.schools, ...patch.schools },
      makersFigures: patch.makersFigures ?? [],
      ownRows: [],
    },
    line: { ...bare.line, carries: 'a & b' },
    positions: [
      {
        ...drive!,
        held,
        places: [
          {
            ...drive!.places[0]!,
            row: findBearing('6312')!.row,
            past: { removed: removed === undefined ? { designation: '6312', group: '3', days: 100 } : removed, causes: causes ?? [] },
          },
        ],
        past: { ...drive!.past, grease: CALCIUM, ...past },
      },
      { ...far!, held },
    ],
  }
  return { answers: answersOfTwo(a), context, evaluation: lineOfTwo(a, context) }
}
const card = (patch: Patch = {}): CardEvaluation => line(patch).evaluation.places['p1.1']!
const value = (e: CardEvaluation, key: string) => figuresOf(e).get(key)?.value
const codes = (e: CardEvaluation, station: 'lubricate' | 'runin' | 'inspect') => e[station].cautions.map((c) => c.code)
const questions = (e: CardEvaluation) => questionsOf(e).map((q) => q.code)
const keys = stepsOf

describe('a position in oil', () => {
  const oil = { feed: 'bath', viscosity40: 68, viscosity100: 8.7, code: null } as const
  it('one film for Select and Lubricate: the oil of the records, the class from the surroundings', () => {
    const e = card({ past: { oil }, duty: { dirt: 'normal' } })
    const nu =
      10 **
        (10 **
          (Math.log10(Math.log10(68.7)) -
            ((Math.log10(Math.log10(68.7)) - Math.log10(Math.log10(9.4))) * Math.log10(343.15 / 313.15)) / Math.log10(373.15 / 313.15))) -
      0.7
    expect(value(e, 'lubricate.kappa')).to.be.closeTo(nu / (4500 / Math.sqrt(1470 * 95)), 0.02)
    expect(e.select.modified!.kappa).to.equal(value(e, 'lubricate.kappa'))
    expect(e.select.modified!.cleanliness).to.deep.equal({ filter: 'bath', code: '-/17/14' })
    expect([e.lubricate.applies, e.lubricate.intervalH, keys(e).includes('oil-fill'), keys(e).includes('fill')]).to.deep.equal([
      false,
      null,
      true,
      false,
    ])
    expect(e.lubricate.questions.map((q) => q.code)).to.deep.equal([])
  })
  it('a change of oil on the card moves the life at Select; a cleaner sample too', () => {
    const life = (lubricate: Partial<LubricateAnswers>) => card({ past: { oil }, lubricate }).select.modified!.hours
    const now = life({})
    expect(life({ oilViscosity40: 150 })).to.be.above(1.2 * now)
    expect(life({ oilViscosity40: 32 })).to.be.below(now)
    expect(life({ oilCode: '-/13/10' })).to.be.above(1.2 * now)
    expect(life({ oilFeed: 'circulating' })).to.be.above(now)
  })
  it('what the card says goes before the records; another oil has its own viscosity when hot', () => {
    expect(card({ past: { oil }, lubricate: { lubricant: 'grease' } }).lubricate.applies).to.equal(true)
    const open = card({ lubricate: { lubricant: 'oil' } })
    expect([open.lubricate.verdict.level, questions(open).includes('oil-viscosity'), open.select.modified]).to.deep.equal([
      'open',
      true,
      null,
    ])
    const bath = { feed: 'bath', viscosity40: 150, viscosity100: null, code: null } as const
    expect(at100(bath)).to.be.closeTo(14.5, 0.5)
    expect(value(card({ past: { oil }, lubricate: { oilViscosity40: 150 } }), 'lubricate.kappa')).to.equal(
      value(card({ past: { oil: bath } }), 'lubricate.kappa'),
    )
  })
  it('hot oil is changed sooner, over 120 °C it is no case for it; a fast bath asks to circulate', () => {
    const hours = (outerRingC: number) => value(card({ past: { oil }, duty: { outerRingC } }), 'lubricate.oilServiceH')
    expect([hours(45), hours(60), hours(85), hours(130)]).to.deep.equal([8000, 5000, 2500, null])
    expect(codes(card({ past: { oil }, duty: { outerRingC: 130 } }), 'lubricate')).to.include('oil-too-hot')
    expect(codes(card({ past: { oil }, duty: { speedRpm: 5000 } }), 'lubricate')).to.include('bath-too-fast')
    expect(codes(card({ past: { oil: { ...oil, feed: 'circulating' } }, duty: { speedRpm: 5000 } }), 'lubricate')).to.not.include(
      'bath-too-fast',
    )
  })
  it('the speed guidance follows what it runs in, and its closure', () => {
    const limit = (patch: Patch) => value(card(patch), 'select.speedLimitRpm') as number
    const dm = 95
    expect(limit({})).to.be.closeTo(580_000 / dm, 6)
    expect(limit({ past: { oil } })).to.be.closeTo(690_000 / dm, 6)
    expect(limit({ past: { oil: { ...oil, feed: 'circulating' } } })).to.be.closeTo(800_000 / dm, 6)
    // A sealed one is greased for life, whatever is around it.
    expect(limit({ designation: '6312-2RS', past: { oil } })).to.be.closeTo((0.65 * 580_000) / dm, 6)
    expect(limit({ designation: '6312-2Z' })).to.be.closeTo(580_000 / dm, 6)
  })
  it('what the machine’s maker allows is not exceeded', () => {
    const says = [
      { subject: 'speed', words: 'not above 1200', amount: 1200, document: 'Mash pump manual', page: 4 },
      { subject: 'direction', words: 'clockwise from the coupling', amount: null, document: 'Mash pump manual', page: 4 },
    ] as const
    const at = (speedRpm: number) => card({ past: { says }, duty: { speedRpm } }).select.cautions.map((c) => [c.level, c.code])
    expect(at(1470)).to.deep.include(['stop', 'paper-speed']).and.to.deep.include(['note', 'paper-direction'])
    expect(at(1200)).to.not.deep.include(['stop', 'paper-speed'])
  })
  it('an inverter’s currents want a way round the bearing', () => {
    expect(questions(card({ inspect: { inverterDrive: true } }))).to.include('current-path')
    expect(questions(card())).to.not.include('current-path')
    const none = card({ inspect: { inverterDrive: true }, select: { currentPath: 'none' } })
    expect(none.select.cautions.map((c) => c.code)).to.include('currents-through')
  })
  it('Inspect reasons with the oil that was in there, not with the grease of before', () => {
    const thin = { ...oil, viscosity40: 5, viscosity100: 1.8 }
    const causes = (past: Partial<PositionPast>) => JSON.stringify(card({ past, inspect: { findings: ['flaking-one-side'] } }).inspect)
    expect(causes({ oil: thin })).to.not.equal(causes({}))
    expect(causes({ oil: thin, grease: THIN })).to.equal(causes({ oil: thin, grease: CALCIUM }))
  })
  it('filtered oil dirtier than its table counts as the dirtiest of it', () => {
    expect(oilCleanliness({ feed: 'circulating', code: '-/21/18' }, 'clean').code).to.equal('-/19/16')
  })
})

describe('Lubricate', () => {
  it('agrees with the sums done by hand: factors from Duty, quantity, strokes, days', () => {
    const e = card()
    const hours = 10 * (14e6 / (1470 * Math.sqrt(60)) - 240) * 0.7 * 0.4
    expect(value(e, 'lubricate.intervalH')).to.be.closeTo(hours, 1e-6)
    expect(value(e, 'lubricate.intervalDays')).to.be.closeTo(hours / 16, 1e-6)
    expect(value(e, 'lubricate.quantityG')).to.be.closeTo(20.15, 1e-9)
    expect(value(e, 'lubricate.strokes')).to.equal(16)
    expect(e.lubricate.verdict.word).to.equal('settled')
  })
  it('what is answered here counts before what Duty says', () => {
    const e = card({
      lubricate: { contamination: 'clean', moisture: 'dry', vibrationRmsMmS: 4, housingTemperatureC: 70, orientation: 'vertical' },
    })
    // 4 mm/s RMS is 5.66 peak: 0.6; 70 °C 0.5; vertical 0.3.
    expect(e.lubricate.factors).to.deep.equal({ K: 10, Ft: 0.5, Fc: 1, Fm: 1, Fv: 0.6, Fp: 0.3 })
  })
  it('the plant’s school governs, a card’s own before it, and a silent manual is asked', () => {
    const by = (patch: Patch) => card(patch).lubricate
    const formula = by({}).intervalH!
    expect(by({ schools: { regreasing: 'grease-life' } }).intervalH).to.not.be.closeTo(formula, 1)
    expect(by({ schools: { regreasing: 'grease-life' }, lubricate: { school: 'interval-formula' } }).intervalH).to.equal(formula)
    expect(by({ lubricate: { school: 'manual', manualIntervalH: 750 } }).intervalH).to.equal(750)
    const silent = card({ schools: { regreasing: 'manual' } })
    expect(silent.lubricate.intervalH).to.equal(formula)
    expect(questions(silent)).to.include('manual-interval')
  })
  it('says no grease speed, sealed for life, and what it waits for', () => {
    const fast = card({ designation: '6322', duty: { speedRpm: 4500 } })
    expect([fast.lubricate.verdict.level, fast.lubricate.intervalH]).to.deep.equal(['stop', null])
    expect(codes(fast, 'lubricate')).to.include('no-grease-speed')
    const sealed = card({ lubricate: { sealed: true, greaseId: null, gunId: null } })
    expect([sealed.lubricate.verdict.word, sealed.lubricate.intervalH]).to.deep.equal(['sealed for life', null])
    expect(keys(sealed)).to.not.include('fill')
    expect(questions(sealed)).to.not.include.members(['grease', 'gun'])
    expect(card({ duty: { speedRpm: null } }).lubricate.verdict.word).to.equal('waiting')
  })
  it('surroundings that nobody has told are asked for, not taken for clean', () => {
    expect(questions(card({ duty: { dirt: null } }))).to.include('surroundings')
    expect(questions(card())).to.not.include('surroundings')
    expect(questions(card({ duty: { dirt: null }, lubricate: { contamination: 'clean', moisture: 'dry' } }))).to.not.include('surroundings')
  })
  it('greases that must not meet put a cleaning step before the fill; unknown is no', () => {
    expect(keys(card())).to.not.include('clean-out')
    const clash = card({ past: { grease: { ...CALCIUM, thickener: 'clay' } } })
    // Before anything goes on; what is packed follows, before it is turned.
    expect(keys(clash).indexOf('clean-out')).to.equal(keys(clash).indexOf('isolate') + 1)
    expect(keys(clash).indexOf('fill')).to.equal(keys(clash).indexOf('turn') - 1)
    expect(codes(clash, 'lubricate')).to.include('greases-must-not-mix')
    expect(card({ lubricate: { insideThickener: 'unknown' } }).lubricate.mixing!.mixing).to.equal('no')
    const bare = card({ past: { grease: null } })
    expect(bare.lubricate.mixing).to.equal(null)
    expect(questions(bare)).to.include('grease-inside')
  })
  it('judges the grease itself: window and film', () => {
    const thin = card({ lubricate: { greaseId: 2, insideThickener: 'lithium-complex', insideOil: 'pao' } })
    expect(codes(thin, 'lubricate')).to.include('grease-too-hot')
    expect(thin.lubricate.kappa).to.be.below(1)
    expect(codes(card({ duty: { ambientC: -30 } }), 'lubricate')).to.include('grease-too-cold-start')
  })
  it('says a short interval in times a week', () => {
    const note = figuresOf(
      card({ designation: '22316', duty: { speedRpm: 1900, axialLoadN: 0, dirt: 'wet' }, lubricate: { moisture: 'water' } }),
    ).get('lubricate.intervalDays')!
    expect(metric(note.note)).to.match(/^about \d+ times a week$/)
  })
})

const SETTLED = [0, 30, 60, 90].map((minute, i) => ({ minute, temperatureC: [20, 50, 58, 59][i]! }))
const GOOD: Partial<AnswersOf<'runin'>> = {
  freeTurn: 'free',
  readings: SETTLED,
  noise: 'quiet',
  vibrationRmsMmS: 0.9,
  machineClass: 'medium',
}

/** Changes to a good run: [change, verdict, level, what the release says]. */
const RELEASES: [Partial<AnswersOf<'runin'>>, string, string, RegExp | null][] = [
  [{}, 'fit for release', 'good', null],
  [{ freeTurn: null }, 'settled', 'open', /the free turn/],
  [{ freeTurn: 'catches' }, 'stop', 'stop', /stop stands/],
  [{ noise: null }, 'settled', 'open', /the noise/],
  [{ noise: 'changed' }, 'runs, noise changed', 'caution', null],
  [{ noise: 'harsh' }, 'stop', 'stop', /stop stands/],
  [{ machineClass: null }, 'settled', 'open', /vibration/],
  [{ vibrationRmsMmS: 3.5 }, 'settled', 'caution', /zone C/],
  [{ vibrationRmsMmS: 9 }, 'stop', 'stop', /stop stands/],
  [{ readings: [] }, 'not started', 'open', /settled temperature/],
  [{ readings: SETTLED, limitC: 55 }, 'over the limit', 'stop', /stop stands/],
  [
    {
      readings: [
        { minute: 0, temperatureC: 20 },
        { minute: 2, temperatureC: 30 },
      ],
    },
    'rises too fast',
    'stop',
    /stop stands/,
  ],
]

describe('Run in', () => {
  for (const [change, word, level, hold] of RELEASES)
    it(`${JSON.stringify(change)}: ${word}`, () => {
      const { runin } = card({ runin: { ...GOOD, ...change } })
      expect([runin.verdict.word, runin.verdict.level]).to.deep.equal([word, level])
      const release = runin.plan.find((s) => s.key === 'release')!
      if (hold) expect(metric(release.hold)).to.match(hold)
      else expect(release.hold).to.equal(undefined)
    })
  it('names first what this card knows to be wrong', () => {
    const both = card({ runin: { ...GOOD, limitC: 55 }, arrange: { nonDriveEndHeld: true } })
    expect(metric(both.runin.lookAt[0])).to.contain('both ends')
    expect(metric(wordsOf(both.runin.cautions.find((c) => c.level === 'stop')!))).to.contain('both ends')
    expect(metric(card({ arrange: { floatPresentMm: 0.1 } }).runin.lookAt[0])).to.contain('free end has')
  })
  it('refuses a reading that cannot be, beside the readings', () => {
    const { runin } = card({ runin: { ...GOOD, readings: [{ minute: -5, temperatureC: 20 }] } })
    expect(metric(runin.fieldErrors.readings)).to.match(/^Allowed is/)
    expect(metric(runin.plan.find((s) => s.key === 'release')!.hold)).to.be.a('string')
  })
})

describe('Inspect', () => {
  /** [what the records and the card say, a fact in the words of the card]. */
  const KNOWN: [Patch, RegExp][] = [
    [{ past: { bothEndsHeld: true } }, /both ends of the shaft are held/],
    [{ past: { bothEndsHeld: true }, inspect: { bothEndsHeld: false } }, /only one end/],
    [{ arrange: { floatPresentMm: 0.1 } }, /less float than the shaft grows/],
    [{ past: { daysSinceGrease: 400, intervalDays: 100 } }, /4 intervals went by/],
    [{ past: { daysSinceGrease: 50, intervalDays: 100 } }, /greased within its interval/],
    [{ past: { removed: { designation: '6312', group: '2', days: 100 } } }, /smaller clearance group/],
    [{ inspect: { inverterDrive: true } }, /inverter/],
    [{ inspect: { beltDrive: true } }, /belt pulls/],
    [{ past: { removed: { designation: '6312', group: '3', days: 10_000 } } }, /% of its rating life/],
  ]
  for (const [patch, words] of KNOWN)
    it(`reads ${JSON.stringify(patch)}`, () => expect(card(patch).inspect.facts.join('; ')).to.match(words))

  it('hours run come from the record, or from who knows better', () => {
    expect(value(card(), 'inspect.hoursRun')).to.equal(1600)
    expect(value(card({ inspect: { hoursRun: 900 } }), 'inspect.hoursRun')).to.equal(900)
    expect(metric(card({ inspect: { hoursRun: -1 } }).inspect.fieldErrors.hoursRun)).to.be.a('string')
  })
  it('says how many of a hundred such have failed by then: a tenth at the rating life, hardly one early on', () => {
    const life = value(card(), 'select.lifeH') as number
    expect(value(card({ inspect: { hoursRun: life } }), 'inspect.failedShare')).to.be.closeTo(10, 1e-6)
    expect(value(card(), 'inspect.failedShare')).to.be.below(1)
    expect(figuresOf(card({ past: { removed: null } })).has('inspect.failedShare')).to.equal(false)
  })
  it('film and dirt are counted with the grease of the card, or that of the records; which life decides is chosen', () => {
    const chosen = card()
    const life = value(chosen, 'select.lifeH') as number
    const { aIso, kappa, cleanliness, hours } = chosen.select.modified!
    expect([hours, cleanliness]).to.deep.equal([aIso * life, 'severe'])
    expect(kappa).to.equal(value(chosen, 'lubricate.kappa'))
    expect(card({ lubricate: { greaseId: null } }).select.modified!.kappa, 'the records name the same').to.equal(kappa)
    expect(card({ lubricate: { greaseId: 2 } }).select.modified!.kappa).to.be.below(kappa)
    expect(card({ lubricate: { greaseId: null }, past: { grease: null } }).select.modified).to.equal(null)
    const decides = (more: object = {}) => {
      const { answers, context } = line({ lubricate: { greaseId: 2 }, ...more })
      return evaluateLine({ ...answers, 'line/select.lifeSchool': 'modified' }, context).places['p1.1']!.select
    }
    expect(decides().hero!.key).to.equal('select.modifiedLifeH')
    expect(decides({ lubricate: { greaseId: null }, past: { grease: null } }).questions.map((x) => x.code)).to.include('lubricant-unknown')
  })
  it('asks to look, then to settle; a tie asks for the further look', () => {
    expect(questions(card())).to.include('old-bearing')
    const tie = card({ inspect: { findings: ['flaking-load-zone'] }, past: { removed: null } })
    expect(questions(tie)).to.include.members(['close-causes', 'settle-cause'])
    const settled = card({ inspect: { findings: ['flaking-load-zone'], cause: 'belt-tension' } })
    expect(questions(settled)).to.not.include('settle-cause')
    expect([settled.inspect.settled, settled.inspect.verdict.word]).to.deep.equal(['belt-tension', 'cause settled'])
    expect(settled.inspect.action!.now).to.contain('belt')
  })
  it('says when the same cause comes back at this position', () => {
    const again = { findings: ['grease-milky', 'rust'] as AnswersOf<'inspect'>['findings'] }
    expect(codes(card({ inspect: again, past: { causes: [{ number: '0099', cause: 'water' }] } }), 'inspect')).to.include('same-again')
    expect(codes(card({ inspect: again, past: { causes: [{ number: '0099', cause: 'creep' }] } }), 'inspect')).to.not.include('same-again')
  })
  it('the clearance group that came out is reckoned in the seats of this card', () => {
    const share = (group: '2' | '3') =>
      card({
        inspect: { findings: ['band-both-rings', 'heat-colours'] },
        past: { removed: { designation: '6312', group, days: 100 } },
      }).inspect.diagnosis!.causes.find((c) => c.cause === 'lost-clearance')!.share
    expect(share('2')).to.be.above(share('3'))
  })
})

describe('figures of a maker’s sheet', () => {
  const row = findBearing('6312')!.row
  const entered: MakersFigures = {
    designation: '6312',
    dynamicRatingN: row.dynamicRatingN * 1.26,
    staticRatingN: null,
    fatigueLoadLimitN: null,
    massKg: null,
    enteredBy: 'M. Thorpe',
    enteredAt: '2026-11-24T09:30:00Z',
    sheet: 'stores folder 12',
  }
  it('stand over the row, field by field, and nowhere else', () => {
    const over = withMakersFigures(row, [entered])
    expect([over.dynamicRatingN, over.staticRatingN]).to.deep.equal([row.dynamicRatingN * 1.26, row.staticRatingN])
    expect(over.ratingSource).to.contain('stores folder 12').and.contain('M. Thorpe')
    expect(withMakersFigures(findBearing('6311')!.row, [entered])).to.not.have.property('entered')
  })
  it('a quarter more rating is twice the life with balls', () => {
    const life = (list: MakersFigures[]) => value(card({ makersFigures: list }), 'select.lifeH') as number
    expect(life([entered]) / life([])).to.be.closeTo(1.26 ** 3, 1e-9)
    expect(metric(card({ makersFigures: [entered] }).identify.reason)).to.contain('stores folder 12')
  })
  it('count for the life that is used up', () => {
    const duty = { ...emptyAnswers().duty, speedRpm: 1470, radialLoadN: 4200, axialLoadN: 0, shock: 'smooth', hoursPerDay: 16 } as const
    const [base, more] = [usedBy(row, duty, 100)!, usedBy(withMakersFigures(row, [entered]), duty, 100)!]
    expect(base.hoursRun).to.equal(1600)
    expect(base.share / more.share).to.be.closeTo(1.26 ** 3, 1e-9)
    expect(usedBy(row, { ...duty, speedRpm: null }, 100)).to.equal(null)
  })
})

describe('the section as a file', () => {
  const drawing = (units: 'metric' | 'inch') =>
    cardSection(line().evaluation, line().answers, line().context, 'p1.1', units, { width: 640, height: 300 })!
  it('is well-formed, escapes its words and takes the colours of a light', () => {
    const svg = toSvg(drawing('metric'), DAY, 'Roboto')
    expect(svg)
      .to.contain('a &amp; b side')
      .and.contain('font-family="Roboto"')
      .and.not.match(/&(?!amp;|lt;|gt;|quot;)/)
    expect((svg.match(/<text/g) ?? []).length).to.equal((svg.match(/<\/text>/g) ?? []).length)
    expect(toSvg(drawing('metric'), NIGHT, 'Roboto'))
      .to.contain(shapeStyle('ring', NIGHT).stroke)
      .and.not.contain(shapeStyle('ring', DAY).stroke)
  })
  it('names a coupling side only where a coupling sits before the first support', () => {
    const { evaluation, answers, context } = line()
    const side = (coupling: LineContext['line']['coupling']) =>
      toSvg(
        cardSection(evaluation, answers, { ...context, line: { ...context.line, coupling } }, 'p1.1', 'metric', {
          width: 640,
          height: 300,
        })!,
        DAY,
        'Roboto',
      )
    expect(side({ slot: 0, alongMm: -80 })).to.contain('coupling side')
    expect(side(null)).to.contain('drive side').and.not.contain('coupling side')
    expect(side({ slot: 2, alongMm: 700 }))
      .to.contain('drive side')
      .and.not.contain('coupling side')
  })
  it('is worded in the reader’s units; no bearing, no section', () => {
    expect(toSvg(drawing('inch'), DAY, 'Roboto'))
      .to.contain('2.3622')
      .and.contain('lbf')
    const bare = twoSupports('drive', null)
    expect(cardSection(lineOfTwo(emptyAnswers(), bare), {}, bare, 'p1.1', 'metric', { width: 100, height: 100 })).to.equal(null)
  })
  it('figures read alike on screen and paper', () => {
    expect(figureText({ value: null, quantity: 'fine' }, 'metric')).to.deep.equal({ number: '—', unit: '' })
    expect(figureText({ value: [4.2, 19.4], quantity: 'fine' }, 'metric')).to.deep.equal({ number: '4 … 19', unit: 'µm' })
    expect(figureText({ value: 20.15, quantity: 'grams' }, 'metric')).to.deep.equal({ number: '20', unit: 'g' })
    expect(figureText({ value: 28.35, quantity: 'grams' }, 'inch')).to.deep.equal({ number: '1.00', unit: 'oz' })
  })
})
