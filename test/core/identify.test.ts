import { emptyAnswers, type IdentifyAnswers } from '../../src/core/card/answers.js'
import { identifyStation } from '../../src/core/card/stations/identify.js'
import type { ShaftSeatRecord } from '../../src/core/line/records.js'
import { seatUnder } from '../../src/core/line/seats.js'
import { expect } from 'chai'
import fc from 'fast-check'
import { findBearing, sizes, type Boundary } from '../../src/core/catalogue/catalogue.js'
import { calculate } from '../../src/contract/calculations/registry.js'
import { FAMILIES, type Family } from '../../src/core/bearing/families.js'
import {
  FEATURE_KEYS,
  KEY,
  featureOf,
  featureValue,
  fitsFeatures,
  nextQuestion,
  tells,
  type FeatureAnswers,
} from '../../src/core/identify/features.js'
import { INSTRUMENTS, identify, type IdentifyInput, type Instrument } from '../../src/core/identify/identify.js'
import { findMarked } from '../../src/core/identify/marked.js'
import { say } from '../../src/core/words/say.js'

/** A repeatable source of normal errors. */
function noise(seed: number): () => number {
  let state = seed
  const uniform = () => (state = (state * 48271) % 2147483647) / 2147483647
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform())
}

/** Four readings of a used ring: the bore opens, the outside shrinks, both by up to `wearMm`. */
function measured(row: Boundary, instrument: Instrument, wearMm: number, error: () => number) {
  const read = (size: number) => Array.from({ length: 4 }, () => size + error() * INSTRUMENTS[instrument] * 0.5)
  return { boreMm: read(row.boreMm + wearMm), outsideMm: read(row.outsideMm - wearMm), widthMm: read(row.widthMm - 0.05) }
}

const outline = (row: Boundary) => `${row.boreMm} ${row.outsideMm} ${row.widthMm}`

describe('identification of used rings, over the whole rack', () => {
  it('exact readings find every row first or tied, whatever its family', () => {
    for (const row of sizes()) {
      const readings = { boreMm: [row.boreMm], outsideMm: [row.outsideMm], widthMm: [row.widthMm] }
      const { candidates, outlines } = identify({ readings, instrument: 'vernier' }).values
      const own = candidates.find((c) => c.designation === row.designation)!
      expect(own.probability, row.designation).to.be.closeTo(candidates[0]!.probability, 1e-9)
      expect(outlines[0]!.designations, row.designation).to.include(row.designation)
    }
  })
  // Rows of one outline cannot be told apart by measuring: they share a place.
  for (const [instrument, wearMm] of [
    ['vernier', 0],
    ['vernier', 0.08],
    ['vernier', 0.15],
    ['micrometer', 0.15],
    ['rule', 0],
  ] as [Instrument, number][]) {
    it(`${instrument}, ${wearMm} mm worn: among the first three sizes at least 95 times of 100`, () => {
      const error = noise(7)
      const rows = sizes().filter((_, i) => i % 2 === 0)
      const hits = rows.filter((row) => {
        const { outlines } = identify({ readings: measured(row, instrument, wearMm, error), instrument, family: row.family }).values
        return outlines.slice(0, 3).some((o) => outline(o as unknown as Boundary) === outline(row))
      })
      expect(hits.length / rows.length).to.be.at.least(0.95)
    })
  }
  it('any wear up to 0.15 mm, any instrument: the row stays among the first three of its family', () => {
    const pick = fc.nat(sizes().length - 1)
    fc.assert(
      fc.property(
        pick,
        fc.double({ min: 0, max: 0.15, noNaN: true }),
        fc.constantFrom<Instrument>('vernier', 'micrometer', 'bore-gauge'),
        fc.nat(1e6),
        (i, wearMm, instrument, seed) => {
          const row = sizes()[i]!
          const { outlines } = identify({
            readings: measured(row, instrument, wearMm, noise(seed + 1)),
            instrument,
            family: row.family,
          }).values
          return outlines.slice(0, 3).some((o) => outline(o as unknown as Boundary) === outline(row))
        },
      ),
      { numRuns: 300 },
    )
  })
  it('shares certainty out: probabilities never pass one', () => {
    for (const row of sizes().filter((_, i) => i % 5 === 0)) {
      const { candidates } = identify({ readings: { boreMm: [row.boreMm] }, instrument: 'vernier' }).values
      const sum = candidates.reduce((total, c) => total + c.probability, 0)
      expect(sum, row.designation).to.be.within(0.1, 1 + 1e-9)
    }
  })
  it('answers for every family', () => {
    for (const family of FAMILIES) {
      const row = sizes().find((s) => s.family === family && !s.boreTaper)!
      const answer = calculate('identify', {
        readings: { boreMm: [row.boreMm], outsideMm: [row.outsideMm], widthMm: [row.widthMm] },
        instrument: 'micrometer',
        family,
      })
      expect(answer, family).to.have.nested.property('result.values.candidates[0].family', family)
    }
  })
})

describe('what readings say', () => {
  const codes = (input: IdentifyInput) => identify(input).cautions.map((c) => c.code)
  const like6208 = { boreMm: [40.01, 40.02], outsideMm: [79.99, 79.98], widthMm: [17.97, 17.98] }

  it('is surer with more readings and a finer instrument', () => {
    const readings = (n: number) => ({ boreMm: Array(n).fill(40.02), outsideMm: Array(n).fill(79.97), widthMm: Array(n).fill(17.96) })
    const sure = (n: number, instrument: Instrument) =>
      identify({ readings: readings(n), instrument, family: 'deep-groove-ball' }).values.candidates[0]!.probability
    expect(sure(4, 'rule')).to.be.at.least(sure(1, 'rule'))
    expect(sure(1, 'vernier')).to.be.at.least(sure(1, 'rule'))
  })
  it('says what the spread means and counts what was read', () => {
    const result = identify({ readings: { boreMm: [40.0, 40.4], outsideMm: [79.98] }, instrument: 'vernier' })
    expect(result.cautions.map((c) => c.code)).to.include('spread-boreMm')
    expect(result.values.estimates.map((e) => [e.count, e.spread])).to.deep.equal([
      [2, 'uneven'],
      [1, 'single'],
    ])
    expect(result.assumptions.join()).to.contain('Only one outside diameter reading')
  })
  it('each dimension has its own instrument', () => {
    const { estimates } = identify({ readings: like6208, instrument: 'vernier', instruments: { boreMm: 'bore-gauge' } }).values
    expect(estimates.map((e) => [e.instrument, e.spread])).to.deep.equal([
      ['bore-gauge', 'round'],
      ['vernier', 'round'],
      ['vernier', 'round'],
    ])
    expect(codes({ readings: { boreMm: [40, 40.04] }, instrument: 'vernier' })).to.not.include('spread-boreMm')
    expect(codes({ readings: { boreMm: [40, 40.04] }, instrument: 'micrometer' })).to.include('spread-boreMm')
  })
  it('takes the growth of a warm ring off', () => {
    const { estimates } = identify({ readings: { boreMm: [40.024] }, instrument: 'micrometer', ringTemperatureC: 70 }).values
    expect(estimates[0]!.meanMm).to.be.closeTo(40, 1e-4)
  })
  it('readings of two rings are not averaged into a third', () => {
    expect(identify({ readings: { boreMm: [40, 45] }, instrument: 'vernier' }).cautions[0]).to.include({
      level: 'stop',
      code: 'readings-apart-boreMm',
    })
  })
  it('names a worn seat with what it lost', () => {
    const { cautions } = identify({
      readings: { boreMm: [40.09, 40.11], outsideMm: [79.99], widthMm: [17.98] },
      instrument: 'micrometer',
      family: 'deep-groove-ball',
    })
    expect(
      say(
        cautions.find((c) => c.code === 'worn-boreMm')!,
        'metric',
      ),
    ).to.contain('0.10 mm against the 40 mm of 6208')
  })
  it('says when the instrument is too coarse to tell two sizes apart', () => {
    const said = identify({ readings: { boreMm: [34.9], outsideMm: [59.5], widthMm: [16] }, instrument: 'rule', family: 'tapered-roller' })
    expect(said.cautions.map((c) => c.code)).to.include('coarse-rule-outsideMm')
    expect(
      say(
        said.cautions.find((c) => c.code === 'coarse-rule-outsideMm')!,
        'metric',
      ),
    ).to.contain('vernier')
  })
  it('inch and metric compete in one ranking', () => {
    const first = (boreMm: number, outsideMm: number) =>
      identify({ readings: { boreMm: [boreMm], outsideMm: [outsideMm] }, instrument: 'micrometer' }).values.candidates[0]!.designation
    expect(first(19.05, 45.24)).to.equal('LM11949/LM11910')
    expect(first(40, 80)).to.not.contain('LM')
  })
  it('takes sizes typed in inches for what they are', () => {
    expect(codes({ readings: { boreMm: [2.3622], outsideMm: [5.1181] }, instrument: 'vernier' })).to.include('unit-slip')
    expect(codes({ readings: { boreMm: [7], outsideMm: [22], widthMm: [7] }, instrument: 'vernier' })).to.not.include('unit-slip')
  })
  it('when nothing fits: the nearest with their differences, and what to measure for a drawing', () => {
    const { values } = identify({ readings: { boreMm: [41.3], outsideMm: [80], widthMm: [18] }, instrument: 'vernier' })
    expect(values).to.include({ verdict: 'none' })
    expect(values.candidates).to.deep.equal([])
    expect(values.nearest[0]!.designation).to.equal('6208')
    expect(values.nearest[0]!.differences[0])
      .to.deep.include({ dimension: 'boreMm' })
      .and.to.have.property('byMm')
      .that.is.closeTo(1.3, 1e-9)
    expect(values.measureFurther).to.have.length.above(5)
    expect(identify({ readings: like6208, instrument: 'vernier' }).values.measureFurther).to.deep.equal([])
  })
  it('refuses a bore above the outside, a reading that is none, and nothing at all', () => {
    expect(() => identify({ readings: { boreMm: [80], outsideMm: [40] }, instrument: 'vernier' })).to.throw(
      'smaller than the outside diameter',
    )
    expect(() => identify({ readings: { boreMm: [0.1] }, instrument: 'vernier' })).to.throw('readings.boreMm')
    expect(() => identify({ readings: {}, instrument: 'vernier' })).to.throw('at least one reading')
  })
})

describe('key of features', () => {
  const row = (designation: string) => findBearing(designation)!.row

  it('every row has exactly one of the offered answers to every question', () => {
    for (const key of FEATURE_KEYS)
      for (const size of sizes()) expect(Object.keys(KEY[key].answers), `${key} ${size.designation}`).to.include(featureValue(key, size))
  })
  it('every answer is true of some row', () => {
    for (const key of FEATURE_KEYS) {
      const met = new Set(sizes().map((s) => featureValue(key, s)))
      expect([...met].sort(), key).to.deep.equal(Object.keys(featureOf(key).answers).sort())
    }
  })
  // prettier-ignore
  const seen: [string, FeatureAnswers][] = [
    ['6208', { shape: 'balls', rows: 'one', swivel: 'no', apart: 'no', faces: 'yes' }],
    ['7208 B', { shape: 'balls', faces: 'no', apart: 'no' }],
    ['1208', { shape: 'balls', rows: 'two', swivel: 'yes' }],
    ['NU 208', { shape: 'cylinders', innerRibs: '0', outerRibs: '2', apart: 'yes' }],
    ['NJ 208', { shape: 'cylinders', innerRibs: '1', faces: 'no' }],
    ['N 208', { shape: 'cylinders', innerRibs: '2', outerRibs: '0' }],
    ['22208 K', { shape: 'barrels', rows: 'two', swivel: 'yes', bore: 'tapered' }],
    ['C 2208', { shape: 'barrels', rows: 'one', swivel: 'yes' }],
    ['BK 2016', { shape: 'needles', ring: 'closed', innerRing: 'no' }],
    ['51208', { shape: 'balls', washers: 'above', apart: 'yes' }],
    ['UC 208', { outside: 'round', holding: 'setscrew' }],
  ]
  for (const [designation, answers] of seen) {
    it(`${designation} shows ${JSON.stringify(answers)}`, () => {
      expect(fitsFeatures(row(designation), answers)).to.equal(true)
    })
  }
  it('each answer narrows, and the next question is the one that tells most', () => {
    const ranked = (answers: FeatureAnswers) =>
      sizes()
        .filter((s) => outline(s) === '40 80 18' && fitsFeatures(s, answers))
        .map((r) => ({ row: r, probability: 0.1 }))
    const answers: FeatureAnswers = {}
    let left = ranked(answers)
    for (let asked = 0; asked < 6; asked += 1) {
      const question = nextQuestion(left, answers)
      if (!question) break
      for (const other of FEATURE_KEYS)
        if (answers[other] === undefined) expect(tells(question, left), other).to.be.at.least(tells(other, left) - 1e-9)
      answers[question] = featureValue(question, row('N 208'))
      const next = ranked(answers)
      expect(next.length).to.be.below(left.length)
      left = next
    }
    expect(left.map((r) => r.row.designation)).to.deep.equal(['N 208'])
    expect(nextQuestion(left, answers)).to.equal(null)
  })
  it('features alone give candidates; features that no bearing has together say so', () => {
    expect(
      identify({
        readings: {},
        features: { shape: 'barrels', rows: 'one', bore: 'tapered' },
        instrument: 'vernier',
      }).values.candidates.every((c) => c.family === 'toroidal-roller'),
    ).to.equal(true)
    const none = identify({ readings: { boreMm: [40] }, features: { shape: 'needles', outside: 'round' }, instrument: 'vernier' })
    expect(none.cautions.map((c) => c.code)).to.include('features-exclude')
    expect(none.values.nearest).to.deep.equal([])
  })
  it('a family in the input and a feature cannot widen each other', () => {
    const { candidates } = identify({
      readings: { boreMm: [40] },
      features: { shape: 'balls' },
      family: 'deep-groove-ball' as Family,
      instrument: 'vernier',
    }).values
    expect(candidates.every((c) => c.family === 'deep-groove-ball')).to.equal(true)
  })
})

describe('cone and cup, and letters of a pair', () => {
  const at = (identify: Partial<IdentifyAnswers>) =>
    identifyStation({ ...emptyAnswers().identify, group: 'N', groupEvidence: 'paper', ...identify })
  // prettier-ignore
  const PARTS: [said: Partial<IdentifyAnswers>, row: string | null, cone: string, cup: string, cautions: string[], asked: string[]][] = [
    [{ cone: 'LM501349', cup: 'LM501310' }, 'LM501349/LM501310', 'same', 'same', [], []],
    [{ cone: 'LM 501349', cup: '10' }, 'LM501349/LM501310', 'same', 'same', [], []],
    [{ cone: 'LM501349' }, 'LM501349/LM501310', 'same', 'not-read', [], ['cone-and-cup']],
    [{ designation: 'LM501349/LM501310', cup: 'LM12710' }, 'LM501349/LM501310', 'not-read', 'differs', ['other-cup'], []],
    [{ designation: '30208', cone: '30208', cup: '30208 A' }, '30208', 'same', 'same', [], []],
    [{ designation: '30208', cone: '32208', cup: '30208' }, '30208', 'differs', 'same', ['other-cone'], []],
    [{ designation: '6312', cone: '6312' }, '6312', '', '', [], []],
  ]
  for (const [said, row, cone, cup, cautions, asked] of PARTS)
    it(`${JSON.stringify(said)} is ${row}, cone ${cone || 'none'}, cup ${cup || 'none'}`, () => {
      const result = at(said)
      expect(result.row?.designation ?? null).to.equal(row)
      expect(result.parts).to.deep.equal(cone ? { cone, cup } : null)
      expect(result.cautions.map((c) => c.code)).to.deep.equal(cautions)
      expect(result.questions.map((q) => q.code)).to.deep.equal(asked)
    })
  it('reads how a bearing of a pair faces, and leaves it open where no letter says it', () => {
    for (const [marking, pairing] of [
      ['7312 B DB', 'back-to-back'],
      ['7312 B C3 DF', 'face-to-face'],
      ['7312 B DU', 'any'],
      ['7312 B', null],
    ])
      expect(findMarked(marking!)!.pairing, marking!).to.equal(pairing)
  })
})

describe('what a bearing sits on', () => {
  // prettier-ignore
  const SEATS: [row: string, record: ShaftSeatRecord | null, hold: string, sizeMm: number | null, sleeve: string | null][] = [
    ['6312', null, 'fit', 60, null],
    ['6312', { kind: 'adapter-sleeve', sleeve: 'H 312' }, 'fit', 60, null],
    ['22216 K', null, 'sleeve', 70, 'H 316'],
    ['22216 K', { kind: 'adapter-sleeve', sleeve: 'H 316', nominalMm: 69.85 }, 'sleeve', 69.85, 'H 316'],
    ['22216 K', { kind: 'taper' }, 'taper', 80, null],
    ['22216 K', { kind: 'withdrawal-sleeve', sleeve: 'AH 316' }, 'taper', null, 'AH 316'],
    ['24024 K30', null, 'taper', null, null],
    ['UC 208', null, 'screws', 40, null],
    ['UC 208', { kind: 'clamp-collar' }, 'clamp', 40, null],
    ['HK 2020', null, 'none', 20, null],
  ]
  for (const [name, record, hold, sizeMm, sleeve] of SEATS)
    it(`${name} with ${record ? `${record.kind} ${record.sleeve ?? ''}` : 'no record'}: ${hold}, Ø ${sizeMm ?? 'asked'}`, () =>
      expect(seatUnder(findBearing(name)!.row, record)).to.deep.equal({ hold, sizeMm, sleeve }))
})
