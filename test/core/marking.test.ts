import { expect } from 'chai'
import fc from 'fast-check'
import { findBearing, sizes } from '../../src/core/catalogue/catalogue.js'
import { searchBearings } from '../../src/core/catalogue/search.js'
import { catalogue } from '../../src/core/catalogue/catalogue.js'
import { plainName } from '../../src/core/catalogue/designation.js'
import {
  FEATURES,
  LETTERS,
  VALUES,
  letterTable,
  lettersFor,
  valueWords,
  type Feature,
  type Letters,
} from '../../src/core/identify/letters.js'
import { contradictions, rackNames, readMarking, writeMarking } from '../../src/core/identify/marking.js'
import { groupsOfClearance, orderLine, RISK } from '../../src/core/identify/order.js'

const names = rackNames(sizes())
const read = (text: string, table?: readonly Letters[], references?: Map<string, string>) =>
  readMarking(names, text, table, references).readings
const row = (designation: string) => findBearing(designation)!.row

describe('marking reader', () => {
  // prettier-ignore
  const whole: [string, string, Partial<Record<Feature, string>>][] = [
    ['6208', '6208', {}],
    ['6208-2RS/C3', '6208 2RS C3', { closure: 'contact-seals, both', clearance: '3' }],
    ['6208 ZZ', '6208 ZZ', { closure: 'shields, both' }],
    ['6208ZC3P6', '6208 Z C3 P6', { closure: 'shields, one', clearance: '3', accuracy: '6' }],
    ['nu 2208 e m c4', 'NU 2208 E M C4', { design: 'reinforced set of elements', cage: 'brass', clearance: '4' }],
    ['22216 EK/C3', '22216 K E C3', { bore: '1:12', clearance: '3' }],
    ['24030 K30', '24030 K30', { bore: '1:30' }],
    ['7208 B', '7208 B', {}],
    ['6311 NR', '6311 NR', { groove: 'snap-ring' }],
    ['22320 S1', '22320 S1', { heat: '200' }],
    ['LM11949/10', 'LM11949/LM11910', {}],
    ['62/22 2RS', '62/22 2RS', { closure: 'contact-seals, both' }],
    ['618/5', '618/5', {}],
    ['C 2208 K', 'C 2208 K', { bore: '1:12' }],
    ['UC 205-16', 'UC 205-16', {}],
    ['6000', '6000', {}],
    ['608-2Z', '608 2Z', { closure: 'shields, both' }],
    ['608 RS', '608 RS', { closure: 'contact-seals, one' }],
    ['6252 RZ', '6252 RZ', { closure: 'non-contact-seals, one' }],
    ['625 2RZ', '625 2RZ', { closure: 'non-contact-seals, both' }],
    ['6203 2RS C3', '6203 2RS C3', { closure: 'contact-seals, both', clearance: '3' }],
    ['6207/C2', '6207 C2', { clearance: '2' }],
    ['6306 CN', '6306 CN', { clearance: 'N' }],
    ['6307 N', '6307 N', { groove: 'snap-ring-groove' }],
    ['6307ZNR', '6307 Z NR', { closure: 'shields, one', groove: 'snap-ring' }],
    ['6312 M C4', '6312 M C4', { cage: 'brass', clearance: '4' }],
    ['6312 TN 2Z', '6312 TN 2Z', { cage: 'polymer', closure: 'shields, both' }],
    ['6330 M/C3 S1', '6330 M C3 S1', { cage: 'brass', clearance: '3', heat: '200' }],
    ['16008', '16008', {}],
    ['4208', '4208', {}],
    ['7210 AC P4', '7210 AC P4', { accuracy: '4' }],
    ['7010C P5', '7010 C P5', { accuracy: '5' }],
    ['7310 B M', '7310 B M', { cage: 'brass' }],
    ['3208 2Z', '3208 2Z', { closure: 'shields, both' }],
    ['1210 K C3', '1210 K C3', { bore: '1:12', clearance: '3' }],
    ['2208 TN', '2208 TN', { cage: 'polymer' }],
    ['NU 1014', 'NU 1014', {}],
    ['NU210EC3', 'NU 210 E C3', { design: 'reinforced set of elements', clearance: '3' }],
    ['NJ-310-E-M', 'NJ 310 E M', { cage: 'brass' }],
    ['nup 2207', 'NUP 2207', {}],
    ['N 216 C5', 'N 216 C5', { clearance: '5' }],
    ['NA 4910', 'NA 4910', {}],
    ['RNA4910', 'RNA 4910', {}],
    ['hk 2020', 'HK 2020', {}],
    ['30206', '30206', {}],
    ['32010 P5', '32010 P5', { accuracy: '5' }],
    ['22220 E', '22220 E', {}],
    ['22220 K C4', '22220 K C4', { bore: '1:12', clearance: '4' }],
    ['23040 K M', '23040 K M', { cage: 'brass' }],
    ['24130 K30 C3', '24130 K30 C3', { bore: '1:30', clearance: '3' }],
    ['239/500', '239/500', {}],
    ['C3030', 'C 3030', {}],
    ['C 2212 K C3', 'C 2212 K C3', { bore: '1:12', clearance: '3' }],
    ['51110', '51110', {}],
    ['29416 E', '29416 E', {}],
    ['UK 212', 'UK 212', { bore: '1:12' }],
    ['UEL 206', 'UEL 206', {}],
    ['LM48548/LM48510', 'LM48548/LM48510', {}],
  ]
  for (const [text, completed, features] of whole) {
    it(`reads ${text}`, () => {
      const [first] = read(text)
      expect(first!.completed).to.equal(completed)
      expect(first!.features).to.include(features)
      expect(first!.unknown).to.equal('')
    })
  }
  // prettier-ignore
  const half: [string, string[]][] = [
    ['62?8', ['6208', '6218', '6228']],
    ['?208', ['6208', '1208', '2208', '3208', '4208']],
    ['630?', ['6300', '6304', '6309']],
    ['63*', ['634', '6300', '6340']],
    ['6?12 2RS', ['6012 2RS', '6212 2RS', '6312 2RS']],
    ['NU 2?6', ['NU 206', 'NU 216', 'NU 226'].slice(0, 2)],
    ['N? 208', ['NU 208', 'NJ 208']],
    ['N* 208', ['NU 208', 'NJ 208', 'NUP 208', 'N 208']],
    ['2221? K', ['22210 K', '22216 K', '22219 K']],
    ['C 22??', ['C 2205', 'C 2220']],
    ['3?310', ['30310', '31310', '32310']],
    ['511?0', ['51100', '51110', '51120']],
    ['UC 2?7', ['UC 207', 'UC 217']],
    ['6208 2?', ['6208 2Z']],
    ['6208 ?3', ['6208 C3', '6208 S3']],
    ['6208 P?', ['6208 P6', '6208 P5', '6208 P4']],
    ['LM119??/10', ['LM11949/LM11910']],
    ['61?08', ['61808', '61908']],
    ['6?08 2Z', ['6008 2Z', '6208 2Z', '6308 2Z', '6408 2Z']],
    ['3?208', ['30208', '32208', '33208']],
    ['NU ?2* C3', ['NU 220 C3', 'NU 2208 C3'].slice(1)],
    ['6208 C?', ['6208 C2', '6208 C3', '6208 C4', '6208 C5']],
    ['7208 C3', ['7208 C C3', '7208 AC C3', '7208 B C3']],
    ['*4908', ['NA 4908', 'RNA 4908']],
  ]
  for (const [text, expected] of half) {
    it(`completes ${text}`, () => {
      const result = readMarking(names, text)
      expect(result.readings.map((r) => r.completed)).to.include.members(expected)
    })
  }
  it('explains piece by piece, and names what no table knows', () => {
    const { pieces } = read('6208 2RS C3')[0]!
    expect(pieces.map((p) => p.kind)).to.deep.equal(['number', 'closure', 'clearance'])
    expect(pieces[0]!.meaning).to.contain('bore 40 mm, 80 × 18 mm')
    expect(pieces[1]!.meaning).to.contain('contact seal on both sides')
    const odd = read('6208 QX7')[0]!
    expect(odd).to.include({ unknown: 'QX7', completed: '6208 QX7' })
    expect(odd.pieces[1]!.meaning).to.contain('find out')
    expect(
      read('7208')[0]!
        .pieces.map((p) => p.meaning)
        .join(),
    ).to.contain('no letter tells the contact angle')
  })
  it('letters of the plant stand over the common ones, cross references lead to a row', () => {
    const table = letterTable([
      { letters: 'DD', feature: 'closure', value: 'contact-seals, both' },
      { letters: 'T', feature: 'cage', value: 'polymer' },
    ])
    expect(read('6208 DD', table)[0]!.features.closure).to.equal('contact-seals, both')
    expect(read('6208 T', table)[0]!.features.cage).to.equal('polymer')
    expect(read('6208 T')[0]!.features.cage).to.equal('laminated')
    expect(read('HB-77', table, new Map([['HB77', '6208 2RS']]))[0]!.completed).to.equal('6208 2RS')
  })
  it('gives nothing rather than another number, and says why', () => {
    for (const text of ['99999', '2RS', '620899', 'ZZZ']) {
      const result = readMarking(names, text)
      expect(result.readings, text).to.deep.equal([])
      expect(result.nothing).to.contain('No number of the rack')
    }
    expect(() => readMarking(names, '6'.repeat(5000))).to.throw('at most 60 signs')
    expect(() => readMarking(names, '***')).to.throw('at least one letter or figure')
  })
  it('what is written is read back as it was, for any row and any letters', () => {
    const picks = fc.record({
      i: fc.nat(sizes().length - 1),
      closure: fc.constantFrom('shields, both', 'contact-seals, one', null),
      clearance: fc.constantFrom('2', '3', '5', null),
      accuracy: fc.constantFrom('6', '4', null),
      heat: fc.constantFrom('150', '300', null),
    })
    fc.assert(
      fc.property(picks, ({ i, ...wanted }) => {
        const size = sizes()[i]!
        const features = Object.fromEntries(Object.entries(wanted).filter(([, v]) => v !== null)) as Record<Feature, string>
        const text = writeMarking(size.designation, features, (f, v) => lettersFor(LETTERS, f, v))
        const found = read(text).find((r) => r.row.designation === size.designation)!
        return Object.entries(features).every(([f, v]) => found.features[f as Feature] === v)
      }),
      { numRuns: 150 },
    )
  })
  it('a number with its letters that is a row of its own is that row: it is wider than the open one', () => {
    for (const text of ['R3ZZ', 'R3 ZZ', '?3ZZ', 'R8?Z']) {
      const { readings } = readMarking(names, text)
      expect(
        readings.map((r) => r.row.designation),
        text,
      ).to.include(text.startsWith('R8') ? 'R8 ZZ' : 'R3 ZZ')
    }
    expect(readMarking(names, 'R8ZZ').readings[0]!.row.widthMm).to.equal(7.938)
  })
  it('a sign that cannot be read never loses the true row', () => {
    fc.assert(
      fc.property(fc.nat(sizes().length - 1), fc.nat(30), (i, at) => {
        const size = sizes()[i]!
        const name = plainName(size.designation)
        const k = at % name.length
        const result = readMarking(names, `${name.slice(0, k)}?${name.slice(k + 1)}`)
        return result.more > 0 || result.readings.some((r) => r.row.designation === size.designation)
      }),
      { numRuns: 150 },
    )
  })
  it('says where number and gauge part', () => {
    expect(contradictions(row('6208'), { boreMm: 45.02, outsideMm: 79.9 })).to.deep.equal([
      'bore: the number says 40 mm, the gauge says 45.02 mm',
    ])
    expect(contradictions(row('6208'), { boreMm: 40.1 })).to.deep.equal([])
  })
  it('the letter table speaks of known features and values, each letter once', () => {
    expect(new Set(LETTERS.map((l) => l.letters)).size).to.equal(LETTERS.length)
    for (const { feature, value } of LETTERS) {
      expect(FEATURES).to.include(feature)
      if (VALUES[feature]) expect(VALUES[feature], feature).to.include(value)
      expect(valueWords(feature, value)).to.match(/[a-z]/)
    }
  })
})

describe('rule of evidence', () => {
  it('only what is seen or confirmed goes into the order line', () => {
    const order = orderLine(row('6208'), {
      closure: { value: 'contact-seals, both', evidence: 'seen' },
      clearance: { value: '3', evidence: null },
      accuracy: { value: '6', evidence: 'paper' },
    })
    expect(order.line).to.equal('6208 2RS P6')
    expect(order.words).to.equal('6208, contact seal on both sides, tolerance class 6')
    expect(order.open.map((o) => o.feature)).to.include.members(['clearance', 'heat', 'cage'])
    for (const { feature, risk } of order.open) expect(risk).to.equal(RISK[feature])
  })
  it('clearance and heat are asked of every row that has them, even when all else is known', () => {
    expect(orderLine(row('NU 208'), {}).open.map((o) => o.feature)).to.include.members(['clearance', 'heat'])
    expect(orderLine(row('30208'), {}).open.map((o) => o.feature))
      .to.include('heat')
      .and.to.not.include('clearance')
  })
  // ISO 5753-1, cylindrical roller bearings, 40 to 50 mm: C2 10–35 (30–50 bore step), CN, C3 as the table has them.
  it('a feeler reading yields the groups it fits', () => {
    const groups = (measuredUm: number) => groupsOfClearance({ family: 'cylindrical-roller', boreMm: 45, measuredUm }).values.groups
    expect(groups(0)).to.deep.equal(['2'])
    expect(groups(70)).to.include('3')
    expect(groups(900)).to.deep.equal([])
    expect(
      groupsOfClearance({ family: 'spherical-roller', boreMm: 60, taperedBore: true, measuredUm: 60 }).values.groups,
    ).to.have.length.above(0)
    expect(() => groupsOfClearance({ family: 'tapered-roller', boreMm: 45, measuredUm: 20 })).to.throw('family')
  })
})

describe('search of the rack', () => {
  const found = (text: string) => searchBearings(catalogue(), text).map((r) => r.designation)
  // [search, all of these, none of these]
  // prettier-ignore
  const rows: [string, string[], string[]][] = [
    ['40 80 18', ['6208', 'NU 208'], ['6008', '22208']],
    ['40x80', ['6208', '22208', '30208'], ['6308']],
    ['40 × 80 × 18', ['6208'], ['22208']],
    ['bore 40..45 width<20', ['6208', '6209', '61808'], ['6308', '6210']],
    ['bore 40..45, width < 20', ['6208'], ['6308']],
    ['spherical, tapered bore, 60', ['22212 K', '22312 K'], ['22212', '1212 K']],
    ['60 tapered bore spherical', ['22212 K'], ['22212']],
    ['toroidal bore>=100 bore<=110', ['C 3120', 'C 2222 K'], ['C 2212']],
    ['nu208', ['NU 208'], ['NUP 208']],
    ['7208', ['7208 B', '7208 C'], ['7308 B']],
    ['38.1 65,088', ['LM29749/LM29710'], ['6208']],
    ['1.5in', ['LM29749/LM29710', 'UC 208-24'], ['6208']],
    ['bore 1 1/2in inch', ['LM29749/LM29710'], ['6208']],
    ['load>700 bore<=110 toroidal', ['C 2320'].slice(1), ['C 2208']],
    ['angle 25 bore 40', ['7208 AC'], ['7208 B']],
    ['thrust 100', ['51120', '29420'], ['6020']],
    ['needle without inner ring 48', ['RNA 4908'], ['NA 4908']],
    ['sealed 25 47', ['6005'], ['NU 1005']],
    ['shielded 25 47 12', ['6005'], ['NU 1005', '7005 C']],
    ['bore=40 width=18', ['6208', 'NU 208'], ['6209']],
    ['bore>400', ['240/500', '23088'], ['23080']],
    ['bore<5 deep', ['624', '618/3'], ['625']],
    ['outside 62 width 16', ['6206', '7206 B', 'NU 206'], ['6305']],
    ['outside>=900', ['23296'].slice(1), ['6208']],
    ['width<4 bore 5..6', ['618/5', '618/6'], ['625']],
    ['mass>100 spherical', ['24096'], ['22208']],
    ['speed>20000 bore 10..12', ['6000', '6200'], ['NU 203', '6210']],
    ['load 30..32 deep bore 40', ['6208'], ['6308', '6008']],
    ['c0>100 bore 50', ['NU 2310'], ['6210']],
    ['no thrust 60 110 22', ['NU 212', 'N 212'], ['NJ 212', '6212']],
    ['two rows 40 80', ['1208', '22208', '3208'], ['6208', 'NU 208']],
    ['double row deep groove 40', ['4208', '4308'], ['3208']],
    ['drawn cup 20', ['HK 2016', 'BK 2016'], ['NA 4904']],
    ['closed 20 26', ['BK 2016'], ['HK 2016']],
    ['setscrew 35', ['UC 207'], ['UEL 207', 'UK 207']],
    ['eccentric 35', ['UEL 207'], ['UC 207']],
    ['adapter 40', ['UK 208'], ['UC 208']],
    ['insert inch', ['UC 205-16'], ['UC 205', 'LM29749/LM29710']],
    ['tapered inch 38.1', ['LM29749/LM29710'], ['30208']],
    ['straight bore spherical 60', ['22212'], ['22212 K']],
    ['angular 40 80', ['7208 B', '7208 C', '3208'], ['6208']],
    ['angle>30 bore 40 angular', ['7208 B', '7308 B'], ['7208 C', '3208']],
    ['self-aligning 30', ['1206', '2206'], ['22206']],
    ['65,088', ['LM29749/LM29710', 'LM48548/LM48510'], ['6208']],
    ['2.5625in', ['LM29749/LM29710'], ['6208']],
    ['thrust spherical', ['29412', '29340'], ['51208', '22208']],
  ]
  for (const [text, all, none] of rows) {
    it(text, () => {
      const names = found(text)
      expect(names).to.include.members(all)
      for (const name of none) expect(names).to.not.include(name)
      expect(names.length).to.be.below(catalogue().length / 3)
    })
  }
  it('puts the exact number first, keeps all rows for nothing, and survives anything typed', () => {
    expect(found('6208')[0]).to.equal('6208')
    expect(found('60')[0]).to.match(/^60/)
    expect(found(' ')).to.have.length(catalogue().length)
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (text) => Array.isArray(found(text))),
      { numRuns: 60 },
    )
    expect(found('6'.repeat(5000))).to.deep.equal([])
  })
})
