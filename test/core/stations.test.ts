import { expect } from 'chai'
import {
  emptyAnswers,
  type ArrangeAnswers,
  type CardAnswers,
  type DutyAnswers,
  type FitAnswers,
  type IdentifyAnswers,
} from '../../src/core/card/answers.js'
import type { AnswersOf } from '../../src/core/card/fields.js'
import { evaluateCard, figuresOf, filledCard, questionsOf, twoSupports, type Arranged, type End, type Flat } from './line.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { metric } from './said.js'

const row = (designation: string) => findBearing(designation)!.row

interface Patch {
  identify?: Partial<IdentifyAnswers>
  duty?: Partial<DutyAnswers>
  target?: CardAnswers['select']['target']
  arrange?: Arranged
  fit?: Partial<FitAnswers>
  mount?: Partial<AnswersOf<'mount'>>
  other?: string
  end?: End
}

/** A complete card of a 6308 on a glycol pump, changed by a patch. */
function card(patch: Patch = {}) {
  const answers: Flat = emptyAnswers()
  answers.identify = { ...answers.identify, designation: '6308', group: 'N', groupEvidence: 'paper', ...patch.identify }
  answers.duty = {
    ...answers.duty,
    speedRpm: 1450,
    radialLoadN: 2500,
    axialLoadN: 300,
    shock: 'smooth',
    ambientC: 20,
    innerRingC: 45,
    outerRingC: 40,
    dirt: 'clean',
    hoursPerDay: 8,
    turningRing: 'inner',
    loadDirection: 'still',
    ...patch.duty,
  }
  answers.select = { ...answers.select, target: patch.target === undefined ? 'full-shift' : patch.target }
  answers.arrange = {
    ...answers.arrange,
    spanMm: 260,
    shaftMaterial: 'austenitic-stainless',
    housingMaterial: 'cast-iron',
    assemblyC: 20,
    shaftHotC: 50,
    housingHotC: 40,
    driveEndHeld: true,
    nonDriveEndHeld: false,
    floatPresentMm: 1,
    ...patch.arrange,
  }
  answers.fit = { ...answers.fit, group: '3', ...patch.fit }
  answers.mount = { ...answers.mount, ...patch.mount }
  return evaluateCard(answers, twoSupports(patch.end ?? 'drive', row(patch.other ?? '6307')))
}

/** Which end holds: [bearing here (drive end), bearing there, held here, held there, verdict words, level]. */
const HOLDING: [string, string, boolean, boolean, string, string][] = [
  ['6308', '6307', true, false, 'has room', 'good'],
  ['6308', '6307', false, true, 'has room', 'good'],
  ['6308', '6307', true, true, 'both ends held', 'stop'],
  ['6308', '6307', false, false, 'no end held', 'stop'],
  ['6308', 'NU 207', true, true, 'moves inside', 'good'],
  ['6308', 'NU 207', true, false, 'moves inside', 'good'],
  ['6308', 'NU 207', false, true, 'no end held', 'stop'],
  ['NU 308', '6307', true, true, 'moves inside', 'good'],
  ['NU 308', '6307', true, false, 'no end held', 'stop'],
  ['NU 308', 'NU 207', true, true, 'no end held', 'stop'],
  ['22308', '22307', true, false, 'has room', 'good'],
]

/** Refused entries: [station, patch, field that must carry the message]. */
const REFUSED: ['identify' | 'duty' | 'arrange' | 'fit' | 'mount', Patch, string][] = [
  ['identify', { identify: { designation: '12345' } }, 'designation'],
  ['identify', { identify: { boreReadingsMm: [90], outsideReadingsMm: [40] } }, 'boreReadingsMm'],
  ['identify', { identify: { widthReadingsMm: [-4] } }, 'widthReadingsMm'],
  ['duty', { duty: { speedRpm: -1 } }, 'speedRpm'],
  ['duty', { duty: { radialLoadN: 4_200_000 } }, 'radialLoadN'],
  ['duty', { duty: { axialLoadN: -10 } }, 'axialLoadN'],
  ['duty', { duty: { innerRingC: 900 } }, 'innerRingC'],
  ['duty', { duty: { ambientC: -200 } }, 'ambientC'],
  ['duty', { duty: { hoursPerDay: 25 } }, 'hoursPerDay'],
  ['arrange', { arrange: { spanMm: 0 } }, 'spanMm'],
  ['arrange', { arrange: { shaftHotC: 900 } }, 'shaftHotC'],
  ['arrange', { arrange: { floatPresentMm: -0.5 } }, 'floatPresentMm'],
  ['fit', { fit: { shaftClass: 'zz9' } }, 'shaftClass'],
  ['fit', { fit: { housingClass: 'k5' } }, 'housingClass'],
  ['mount', { mount: { chillToC: 20 } }, 'chillToC'],
]

/** Cautions by what brings them about: [code, patch]. */
const CAUTIONS: [string, Patch][] = [
  ['over-static-rating', { duty: { radialLoadN: 40_000 } }],
  ['life-outside-range', { duty: { radialLoadN: 30_000 } }],
  ['life-short', { duty: { radialLoadN: 4500 } }],
  ['minimum-load', { duty: { radialLoadN: 100, axialLoadN: 0 } }],
  ['over-speed', { duty: { speedRpm: 20_000 } }],
  ['sealed-too-fast', { identify: { designation: '6308-2RS' }, duty: { speedRpm: 6000 } }],
  ['ring-difference', { duty: { innerRingC: 90, outerRingC: 50 } }],
  ['ring-hot', { duty: { innerRingC: 130, outerRingC: 120 } }],
  ['sealing-water', { duty: { dirt: 'wet' } }],
  ['no-thrust', { identify: { designation: 'NU 308' } }],
  ['axial-over-third', { identify: { designation: '22308' }, duty: { axialLoadN: 1200 } }],
  ['both-ends-held', { arrange: { nonDriveEndHeld: true } }],
  ['locked-thrust', { arrange: { nonDriveEndHeld: true } }],
  ['no-end-held', { arrange: { driveEndHeld: false } }],
  ['locates-away', { arrange: { driveEndHeld: false, nonDriveEndHeld: true } }],
  ['float-short', { arrange: { floatPresentMm: 0.1 } }],
  ['inside-limit', { other: 'NU 207', arrange: { spanMm: 8000, shaftHotC: 140 } }],
  ['quick-rule-short', { arrange: { shaftHotC: 140 } }],
  ['own-class-shaft', { fit: { shaftClass: 'm5' } }],
  ['own-class-housing', { fit: { housingClass: 'J7' } }],
  ['clearance-used-up', { fit: { group: '2', shaftClass: 'n6' } }],
  ['free-ring-tight', { end: 'non-drive', fit: { housingClass: 'P7' } }],
  ['outer-must-slide', { end: 'non-drive', duty: { loadDirection: 'turns' } }],
  ['hoop-stress', { fit: { shaftClass: 's7' } }],
  ['hot-ring', { mount: { method: 'heat' } }],
  ['press-shield', { mount: { method: 'press' } }],
  ['asphyxiation', { mount: { method: 'chill', chillToC: -196 } }],
  ['cannot-heat', { mount: { method: 'heat', limitC: 50 } }],
  ['cannot-chill', { mount: { method: 'chill', chillToC: 15 } }],
  ['cannot-press', { mount: { method: 'press', pressRatingN: 1000 } }],
  ['lifting', { identify: { designation: '22322' } }],
  ['number-against-gauge', { identify: { boreReadingsMm: [60.01], outsideReadingsMm: [129.9], widthReadingsMm: [30.9] } }],
]

/** What stays open: [question, patch]. */
const QUESTIONS: [string, Patch][] = [
  [
    'confirm-designation',
    {
      identify: {
        designation: null,
        boreReadingsMm: [40.01],
        outsideReadingsMm: [89.97],
        widthReadingsMm: [22.9],
        family: 'deep-groove-ball',
      },
    },
  ],
  ['clearance-group', { identify: { groupEvidence: null } }],
  ['load-direction', { duty: { loadDirection: 'unknown' } }],
  ['life-target', { target: null }],
  ['float', { arrange: { floatPresentMm: null } }],
  ['holding', { arrange: { driveEndHeld: null } }],
  ['fit-group', { identify: { group: null }, fit: { group: null } }],
]

describe('stations', () => {
  for (const [here, there, heldHere, heldThere, word, level] of HOLDING) {
    it(`${here} ${heldHere ? 'held' : 'free'}, ${there} ${heldThere ? 'held' : 'free'}: ${word}`, () => {
      const e = card({
        identify: { designation: here },
        other: there,
        duty: { axialLoadN: 0 },
        arrange: { driveEndHeld: heldHere, nonDriveEndHeld: heldThere },
      })
      expect(e.arrange.verdict).to.deep.equal({ word, level })
    })
  }

  for (const [station, patch, field] of REFUSED) {
    it(`${station} refuses ${JSON.stringify(Object.values(patch)[0])} at ${field}`, () => {
      const result = card(patch)[station]
      expect(metric(result.fieldErrors[field])).to.match(/^[A-Z].*\.$/)
      expect(result.verdict.level).to.be.oneOf(['stop', 'open'])
    })
  }

  for (const [code, patch] of CAUTIONS) {
    it(`cautions ${code}`, () => {
      const has = (e: ReturnType<typeof card>) => Object.values(e).some((s) => s.cautions.some((c: { code: string }) => c.code === code))
      expect(has(card(patch)), 'with the cause').to.equal(true)
      if (code !== 'press-shield') expect(has(card({ duty: { innerRingC: 42, outerRingC: 40 } })), 'without it').to.equal(false)
    })
  }

  for (const [code, patch] of QUESTIONS) {
    it(`asks ${code} until it is answered`, () => {
      const asked = (p: Patch) => questionsOf(card(p)).map((q) => q.code)
      expect(asked(patch)).to.include(code)
      expect(asked({})).to.not.include(code)
    })
  }

  it('places the free ring: a sixth of the float behind it, at least 0.5 mm, and growth ahead comes first', () => {
    const behind = (floatPresentMm: number) => figuresOf(card({ arrange: { floatPresentMm } })).get('arrange.behindMm')?.value as number
    expect(behind(6)).to.be.closeTo(1, 1e-9)
    expect(behind(1.2)).to.be.closeTo(0.5, 1e-9)
    const ahead = figuresOf(card({ arrange: { floatPresentMm: 6 } })).get('arrange.aheadMm')!.value as number
    expect(ahead).to.be.closeTo(5, 1e-9)
    // Growth of 0.0741 mm wants 0.089 mm ahead; what must stay behind is not touched.
    expect(behind(0.55)).to.equal(0.5)
    expect(card({ arrange: { floatPresentMm: 0.55 } }).arrange.verdict.word).to.equal('not enough room')
  })

  it('a stop outweighs a good verdict and reaches the work line', () => {
    const e = card({ identify: { designation: 'NU 308' } })
    expect(e.select.verdict.level).to.equal('stop')
    expect(card().select.verdict).to.deep.equal({ word: 'lasts', level: 'good' })
  })

  it('says "over-generous" and "falls short" in words', () => {
    expect(card({ duty: { radialLoadN: 600, axialLoadN: 0 } }).select.verdict.word).to.equal('lasts, over-generous')
    expect(card({ target: 'must-not-fail', duty: { radialLoadN: 4300 } }).select.verdict.level).to.be.oneOf(['caution', 'stop'])
    expect(card({ duty: { radialLoadN: 9000 } }).select.verdict.word).to.equal('too short a life')
  })

  it('each method has its own moving step, and the plan starts with the lock and ends with a free turn', () => {
    const keys = (method: AnswersOf<'mount'>['method']) => card({ mount: { method, limitC: 150 } }).mount.plan.map((s) => s.key)
    expect(keys('press')).to.deep.equal(['isolate', 'seat', 'bore', 'unpack', 'press', 'shoulder', 'turn'])
    expect(keys('heat')).to.deep.equal(['isolate', 'seat', 'bore', 'unpack', 'heat', 'push', 'shoulder', 'turn'])
    expect(keys('chill')).to.deep.equal(['isolate', 'seat', 'bore', 'unpack', 'chill', 'slip', 'shoulder', 'turn'])
  })

  it('takes the press first up to 80 mm bore and heat above', () => {
    expect(card().mount.recommended).to.equal('press')
    expect(card({ mount: { pressRatingN: 1000, limitC: 120 } }).mount.recommended).to.equal('heat')
    expect(card({ identify: { designation: '6318' }, duty: { radialLoadN: 9000 } }).mount.recommended).to.equal('heat')
  })

  it('steps rest on figures that exist', () => {
    for (const method of ['press', 'heat', 'chill'] as const) {
      const e = card({ mount: { method } })
      const figures = figuresOf(e)
      for (const step of e.mount.plan) for (const key of step.restsOn) expect(figures.has(key), `${step.key} on ${key}`).to.equal(true)
    }
  })

  it('the free end may slide: its housing seat stays loose, and the float is named', () => {
    const e = card({ end: 'non-drive' })
    expect(e.arrange.sliding).to.deep.equal(['p2'])
    expect(e.fit.housing!.toleranceClass).to.equal('H7')
    expect(card({ end: 'non-drive', duty: { loadDirection: 'unknown' } }).fit.housing!.toleranceClass).to.equal('J7')
  })

  it('growth by its schools: the real rise, the rule of a foot, the temperature taken for the rise', () => {
    const by = (growthSchool: ArrangeAnswers['growthSchool']) => figuresOf(card({ arrange: { growthSchool } }))
    const grows = (school: ArrangeAnswers['growthSchool']) => by(school).get('arrange.growthMm')!.value as number
    // 260 mm austenitic, 20 to 50 °C, cast iron to 40 °C; 0.015 inch a foot; 50 K without the housing.
    expect(grows(null)).to.equal(grows('full'))
    expect(grows('full')).to.be.closeTo(260 * (16.5e-6 * 30 - 10.5e-6 * 20), 1e-9)
    expect(grows('quick')).to.be.closeTo((260 * 0.015) / 12, 1e-9)
    expect(grows('cautious')).to.be.closeTo(260 * 16.5e-6 * 50, 1e-9)
    for (const school of ['full', 'quick', 'cautious'] as const) {
      expect(by(school).get('arrange.fullMm')!.value).to.equal(grows('full'))
      expect(by(school).get('arrange.floatNeededMm')!.value).to.be.closeTo(1.2 * grows(school) + 0.5, 1e-9)
    }
    expect(
      card({ arrange: { shaftHotC: 78 } }).arrange.cautions.map((c) => c.code),
      'rises 58 K, the rule assumes more',
    ).to.not.include('quick-rule-short')
    const cast = card({ arrange: { growthSchool: 'quick', shaftMaterial: 'bronze' } })
    expect(cast.arrange.cautions.map((c) => c.code)).to.include('no-quick-rule')
    expect(cast.arrange.growthMm).to.equal(figuresOf(cast).get('arrange.fullMm')!.value)
  })

  it('waits in words for what comes before it', () => {
    const e = evaluateCard(emptyAnswers(), twoSupports('drive', null))
    for (const station of ['select', 'fit', 'mount'] as const) {
      expect(e[station].verdict.word).to.equal('waiting')
      expect(metric(e[station].reason)).to.match(/first/)
    }
  })
})

describe('a clearance group', () => {
  it('is asked at Fit only where something follows from it', () => {
    for (const [name, asked] of [
      ['6312', true],
      ['22212', true],
      ['30212', false],
      ['7312 B', false],
      ['UC 212', false],
      ['QJ 212', false],
      ['RNA 4912', false],
    ] as const)
      expect(
        questionsOf(filledCard(name, { identify: { designation: name, group: null, groupEvidence: null } })).some(
          (x) => x.code === 'fit-group',
        ),
        name,
      ).to.equal(asked)
  })
})
