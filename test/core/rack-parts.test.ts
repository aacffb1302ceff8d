import { SPEED_NDM } from '../../src/core/catalogue/speed-limits.js'
import { expect } from 'chai'
import fc from 'fast-check'
import { catalogue, findBearing, sizes } from '../../src/core/catalogue/catalogue.js'
import { FAMILIES, furtherOff, ratingSpread } from '../../src/core/bearing/families.js'
import { FORMS, formOf, movesInside, type FormName } from '../../src/core/bearing/construction-forms.js'
import { housingsFor } from '../../src/core/catalogue/housings.js'
import { ownRow, usualForm, type OwnRow } from '../../src/core/catalogue/own-row.js'
import { bearingDrawing } from '../../src/core/drawing/bearing-drawing.js'
import { featurePicture } from '../../src/core/drawing/feature-pictures.js'
import { ringReadingsDrawing } from '../../src/core/drawing/ring-readings.js'
import { dice, gaugeReading, hiddenRing } from '../../src/core/identify/demo-ring.js'
import { FEATURE_KEYS, featureOf, wouldLeave } from '../../src/core/identify/features.js'
import { identify } from '../../src/core/identify/identify.js'
import { emptyAnswers } from '../../src/core/card/answers.js'
import { evaluateCard, twoSupports } from './line.js'

const row = (designation: string) => findBearing(designation)!.row
const sound = (drawing: { primitives: unknown[] }) => expect(JSON.stringify(drawing.primitives)).to.not.match(/NaN|null|Infinity/)

describe('drawings of the rack', () => {
  it('every row alone in section, large with dimensions and small without', () => {
    for (const b of catalogue()) {
      const large = bearingDrawing({ row: b, width: 640, height: 480, lengthText: String })
      sound(large)
      expect(
        large.primitives.filter((p) => p.kind === 'text').map((p) => (p as { text: string }).text),
        b.designation,
      ).to.include.members([`Ø${b.boreMm}`, `Ø${b.outsideMm}`, String(b.widthMm)])
      const xs = large.primitives.flatMap((p) => (p.kind === 'text' ? [p.x] : p.kind === 'circle' ? [p.cx] : []))
      expect(Math.min(...xs), b.designation).to.be.at.least(0)
      expect(Math.max(...xs), b.designation).to.be.at.most(640)
    }
    const small = bearingDrawing({ row: row('22216 K'), width: 150, height: 110, dimensioned: false, lengthText: String })
    expect(small.primitives.some((p) => p.kind === 'text')).to.equal(false)
  })
  it('two rows show two balls, a contact angle its line, a tapered bore its sleeve', () => {
    const kinds = (designation: string, role: string) =>
      bearingDrawing({ row: row(designation), width: 150, height: 110, dimensioned: false, lengthText: String }).primitives.filter(
        (p) => 'role' in p && p.role === role,
      ).length
    expect(kinds('6208', 'element')).to.equal(1)
    expect(kinds('1208', 'element')).to.equal(2)
    expect(kinds('7208 B', 'extension')).to.equal(1)
    expect(kinds('3208', 'extension')).to.equal(2)
    expect(kinds('22208', 'part')).to.equal(0)
    expect(kinds('22208 K', 'part')).to.equal(1)
  })
  it('every answer of the key has a picture of its own', () => {
    for (const key of FEATURE_KEYS) {
      const pictures = Object.keys(featureOf(key).answers).map((value) => JSON.stringify(featurePicture(key, value, 'x').primitives))
      expect(
        pictures.every((p) => p.length > 60),
        key,
      ).to.equal(true)
      expect(new Set(pictures).size, key).to.equal(pictures.length)
    }
  })
  it('readings stand round the ring, deviations are magnified and it says so', () => {
    const spec = { width: 520, height: 300, lengthText: String, nominal: { boreMm: 40, outsideMm: 80, widthMm: 18 } }
    const four = ringReadingsDrawing({
      ...spec,
      readings: { boreMm: [40.02, 40.05, 40.01, 40.04], outsideMm: [79.98, 79.97], widthMm: [17.95] },
    })
    sound(four)
    expect(four.primitives.filter((p) => p.kind === 'text').map((p) => (p as { text: string }).text)).to.include.members([
      '40.02',
      '40.05',
      '79.98',
      '17.95',
    ])
    expect(four.scale).to.contain('deviations × 60')
    expect(four.description).to.contain('bore 40.02, 40.05')
    const none = ringReadingsDrawing({ ...spec, nominal: null, readings: {} })
    sound(none)
    expect(none.scale).to.equal('to scale')
  })
})

describe('the gauge stand-in', () => {
  it('hides the same ring behind the same number, another behind another', () => {
    const names = Array.from({ length: 9 }, (_, i) => hiddenRing(sizes(), i + 1).row.designation)
    expect(names).to.deep.equal(Array.from({ length: 9 }, (_, i) => hiddenRing(sizes(), i + 1).row.designation))
    expect(new Set(names).size).to.be.above(6)
  })
  it('its readings lead back to the hidden ring, whatever its wear', () => {
    for (let number = 1; number <= 60; number += 1) {
      const ring = hiddenRing(sizes(), number)
      const random = dice(number)
      const read = (dimension: 'boreMm' | 'outsideMm' | 'widthMm') =>
        [0, 45, 90, 135].map((angle) => gaugeReading(ring, dimension, angle, 'vernier', random))
      const { outlines } = identify({
        readings: { boreMm: read('boreMm'), outsideMm: read('outsideMm'), widthMm: read('widthMm') },
        instrument: 'vernier',
      }).values
      expect(
        outlines.slice(0, 3).some((o) => o.designations.includes(ring.row.designation)),
        `${number} ${ring.row.designation}`,
      ).to.equal(true)
    }
  })
  it('shows the digits of its instrument and the ovality of the ring', () => {
    const ring = { row: row('6208'), wearMm: 0, ovalMm: 0.4 }
    const at = (angle: number) => gaugeReading(ring, 'boreMm', angle, 'micrometer', () => 0.5)
    expect(at(0) - at(90)).to.be.closeTo(0.4, 1e-6)
    expect(gaugeReading(ring, 'boreMm', 0, 'rule', dice(3)) % 0.5).to.be.closeTo(0, 1e-9)
  })
})

describe('bearings of the plant’s own', () => {
  const own = (patch: Partial<OwnRow> = {}): OwnRow => ({
    designation: 'HB 1',
    family: 'deep-groove-ball',
    form: 'single-row-groove',
    boreMm: 38,
    outsideMm: 84,
    widthMm: 20,
    innerWidthMm: null,
    outerWidthMm: null,
    chamferMm: null,
    boreTaper: null,
    contactAngleDeg: null,
    dynamicRatingN: null,
    staticRatingN: null,
    fatigueLoadLimitN: null,
    massKg: null,
    greaseSpeedRpm: null,
    sheet: 'a drawing',
    ...patch,
  })
  it('what is given stands, what is not is worked out and says so', () => {
    const b = ownRow(own({ dynamicRatingN: 31000, massKg: 0.44 }))
    expect(b).to.include({ dynamicRatingN: 31000, massKg: 0.44, series: 'own' })
    expect(b.staticRatingN).to.be.within(10_000, 30_000)
    expect(b.sources).to.include({ boreMm: 'entered', dynamicRatingN: 'entered', staticRatingN: 'computed', elements: 'computed' })
    expect(ownRow(own()).ratingSource).to.contain('computed')
  })
  it('any size of any form makes a whole row', () => {
    const forms = Object.keys(FORMS) as FormName[]
    fc.assert(
      fc.property(
        fc.constantFrom(...forms),
        fc.integer({ min: 10, max: 200 }),
        fc.integer({ min: 15, max: 120 }),
        fc.integer({ min: 8, max: 60 }),
        (form, boreMm, section, widthMm) => {
          const b = ownRow(own({ form, family: FORMS[form].family, boreMm, outsideMm: boreMm + section, widthMm }))
          return (
            [b.dynamicRatingN, b.staticRatingN, b.fatigueLoadLimitN, b.massKg].every((v) => Number.isFinite(v) && v > 0) &&
            b.elements >= 3 &&
            formOf(b).family === b.family
          )
        },
      ),
      { numRuns: 200 },
    )
  })
  it('refuses a bore above the outside and a form of another family', () => {
    expect(() => ownRow(own({ boreMm: 90 }))).to.throw('outsideMm')
    expect(() => ownRow(own({ form: 'NU' }))).to.throw('form')
    for (const family of FAMILIES) expect(FORMS[usualForm(family)].family).to.equal(family)
  })
  it('stands on a card as any other', () => {
    const answers = emptyAnswers()
    answers.identify.designation = 'hb 1 C3'
    const context = twoSupports('drive', null)
    expect(evaluateCard(answers, context).identify.row).to.equal(null)
    context.plant.ownRows = [ownRow(own())]
    const { identify: station } = evaluateCard(answers, context)
    expect(station.row!.boreMm).to.equal(38)
    expect(station.group).to.equal('3')
    answers.identify.designation = null
    answers.identify.boreReadingsMm = [38.01]
    answers.identify.outsideReadingsMm = [83.98]
    answers.identify.widthReadingsMm = [19.95]
    expect(evaluateCard(answers, context).identify.candidates[0]!.designation).to.equal('HB 1')
  })
})

describe('forms, spread and housings', () => {
  it('a form that holds nothing moves inside; a form that carries thrust holds', () => {
    for (const name of Object.keys(FORMS) as FormName[]) {
      expect(movesInside({ form: name }), name).to.equal(FORMS[name].holds === 0)
      expect(FORMS[name].thrust > 0, name).to.equal(FORMS[name].holds > 0)
    }
  })
  it('the spread to expect stands beside every computed rating', () => {
    for (const family of FAMILIES) {
      const b = catalogue().find((r) => r.family === family)!
      expect(b.ratingSource).to.contain(ratingSpread(family, b.boreMm))
      const off = furtherOff(family, b.boreMm)
      expect(b.ratingSource).to.match(off ? /C may be \d+ %, C0 \d+ %/ : /about \d+ %, at worst \d+ %/)
    }
    // Small ones and needles between washers are made in several ways, and say so.
    for (const [name, said] of [
      ['624', true],
      ['608', true],
      ['6206', false],
      ['AXK 5070', true],
      ['51410', false],
    ] as const)
      expect(row(name).ratingSource.includes('made in several ways'), name).to.equal(said)
  })
  it('a standard is named only for what it fixes', () => {
    for (const [name, field, source] of [
      ['NU 210', 'innerRacewayMm', 'standard'],
      ['NU 210', 'elementDiameterMm', 'computed'],
      ['NU 210', 'pitchDiameterMm', 'computed'],
      ['3212', 'contactAngleDeg', 'computed'],
      ['QJ 210', 'contactAngleDeg', 'computed'],
      ['30210', 'contactAngleDeg', 'standard'],
      ['HK 2016', 'chamferMm', 'computed'],
      ['K 25x29x13', 'shaftFilletMm', 'computed'],
      ['6212', 'shaftFilletMm', 'standard'],
    ] as const)
      expect(row(name).sources[field], `${name} ${field}`).to.equal(source)
  })
  it('speed guidance is what is usual: a bath over grease, circulation over both, and 22220 no longer over at 1,571 r/min', () => {
    for (const family of FAMILIES) {
      const [grease, bath, circulating] = SPEED_NDM[family]
      expect(grease <= bath && bath <= circulating, family).to.equal(true)
    }
    expect(row('22220').greaseSpeedRpm).to.be.within(2200, 2600)
    expect(SPEED_NDM['thrust-ball'][0]).to.be.below(SPEED_NDM['spherical-roller'][0])
  })
  it('insert bearings of series 2 name their housings, inch bores those of their outer ring', () => {
    expect(housingsFor(row('UC 207'))![0]!.sizes[0]).to.deep.equal(['centre height', 47.6])
    expect(housingsFor(row('UC 207-23'))).to.deep.equal(housingsFor(row('UC 207')))
    expect(housingsFor(row('UC 307'))).to.equal(null)
    expect(housingsFor(row('6207'))).to.equal(null)
  })
  it('says how much a question would leave', () => {
    const rows = ['6208', 'NU 208', 'NJ 208', 'N 208'].map(row)
    expect(wouldLeave('shape', rows)).to.be.closeTo((1 + 9) / 4, 1e-9)
    expect(wouldLeave('outside', rows)).to.equal(4)
  })
})
