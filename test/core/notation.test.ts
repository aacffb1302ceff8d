import { expect } from 'chai'
import fc from 'fast-check'
import { carryOver } from '../../src/core/line/carry.js'
import {
  COMPONENT_KINDS,
  faultsOf,
  plainBearing,
  usualNames,
  type ComponentFacts,
  type DraftBearing,
  type DraftPosition,
  type LineDraft,
} from '../../src/core/line/draft.js'
import { readLine, withMarking } from '../../src/core/line/notation.js'
import { writeLine } from '../../src/core/line/write-line.js'
import { NOTATION } from '../../src/core/line/vocabulary.js'
import type { HousingSeatRecord, Sides } from '../../src/core/line/records.js'
import type { Holder } from '../../src/core/arrangement/holders.js'
import type { GreaseSaid } from '../../src/core/lubrication/grease-words.js'
import { greaseOf, greaseSaid, readGrease, usualGrease } from '../../src/core/lubrication/grease-words.js'
import type { OilRecord } from '../../src/core/lubrication/oil-record.js'
import { say } from '../../src/core/words/say.js'

const brief = (line: LineDraft) =>
  line.positions.map(
    (p) => `${p.name} ${p.alongMm} ${p.bearings.map((b) => `${b.count}×${b.designation}${b.group ? `/${b.group}` : ''}`).join('+')}`,
  )
const read = (words: string) => {
  const { line, problems } = readLine(words, 'metric')
  expect(problems, words).to.deep.equal([])
  return line
}

/** What each case of real plants reads as: [words, supports, components]. */
// prettier-ignore
const LINES: [string, string[], string[]][] = [
  ['coupling, 6312 C3 held, 320, NU 312, impeller', ['drive end 0 1×6312/3', 'impeller end 320 1×NU 312'], ['coupling 0', 'impeller 2']],
  ['sheave, 22216 K C3 on H 316 held, 900, same free, fan wheel', ['sheave end 0 1×22216 K/3', 'fan end 900 1×22216 K/3'], ['sheave 0', 'fan-wheel 2']],
  ['7312 B pair back-to-back held, 520, NU 212', ['drive end 0 2×7312 B', 'non-drive end 520 1×NU 212'], []],
  ['sheave, 210, 22216 K, 900, 22216 K, 185, fan', ['sheave end 210 1×22216 K', 'fan end 1110 1×22216 K'], ['sheave 0@0', 'fan-wheel 2@1295']],
  ['UC 208 on screws held, 620, drum, UC 208 on screws, drum turns', ['drive end 0 1×UC 208', 'non-drive end 620 1×UC 208'], ['drum 1']],
  ['30208 held by cover left, 180, gear, 90, 30208 held by cover right', ['drive end 0 1×30208', 'non-drive end 270 1×30208'], ['gear 1@180']],
  ['vertical; coupling; 6208 held; 400,5; 6208 free; impeller', ['drive end 0 1×6208', 'impeller end 400.5 1×6208'], ['coupling 0', 'impeller 2']],
  ['22211 K on H 311 held, 2200, same free, 2200, same free, 2200, same, 2200, same', ['drive end 0 1×22211 K', 'middle 1 2200 1×22211 K', 'middle 2 4400 1×22211 K', 'middle 3 6600 1×22211 K', 'non-drive end 8800 1×22211 K'], []],
  ['7309 B DB held, 400, NU 309', ['drive end 0 2×7309 B', 'non-drive end 400 1×NU 309'], []],
  ['7014 C P4 DB, 200, same', ['drive end 0 2×7014 C P4', 'non-drive end 200 2×7014 C P4'], []],
  ['30210 DF, 300, 6211 C3', ['drive end 0 2×30210', 'non-drive end 300 1×6211/3'], []],
  ['2x 7309 B, 400, NU 309', ['drive end 0 1×7309 B+1×7309 B', 'non-drive end 400 1×NU 309'], []],
  ['2 × 30210, 400, 6211 in oil ISO VG 46', ['drive end 0 1×30210+1×30210', 'non-drive end 400 1×6211'], []],
  ['22212 + 29412, 400, 22212', ['drive end 0 1×22212+1×29412', 'non-drive end 400 1×22212'], []],
  ['UCP 210 held, 620, UCF 210 C3 on clamp collar, 400, UEL 210', ['drive end 0 1×UC 210', 'middle 620 1×UC 210/3', 'non-drive end 1020 1×UEL 210'], []],
  ['22218 K C3 on H 318 held in SN 518, 900, same free, fan wheel 95 kg', ['drive end 0 1×22218 K/3', 'fan end 900 1×22218 K/3'], ['fan-wheel 2 {"massKg":95}']],
  ['sheave Ø355 60 wide 3 belts, 180, 6312, 320, NU 312 in split block, impeller 185 kg push 2 kN left', ['sheave end 180 1×6312', 'impeller end 500 1×NU 312'], ['sheave 0@0 {"diameterMm":355,"widthMm":60,"belts":3}', 'impeller 2 {"massKg":185,"pushN":-2000}']],
  ['6312, 150, pull 1,5 kN up, 150, 6312, roll 420,5 kg', ['drive end 0 1×6312', 'non-drive end 300 1×6312'], ['force 1@150 {"pullN":1500,"pullDeg":90}', 'roll 2 {"massKg":420.5}']],
  ['30207 held by castellated nut right, 60, 30210, castellated nut, wheel turns', ['drive end 0 1×30207', 'non-drive end 60 1×30210'], ['castellated-nut 2']],
  ['leans 20, 6311, 400, 6311, roll turns', ['drive end 0 1×6311', 'non-drive end 400 1×6311'], []],
  ['"bronze sleeve 80" held, 400, ?', ['drive end 0 1×bronze sleeve 80', 'non-drive end 400 1×null'], []],
  ['upper: NU 212 + 7312 B pair DB held, 12.5 in, lower: NU 212', ['upper 0 1×NU 212+2×7312 B', 'lower 317.5 1×NU 212'], []],
]

const OILS: OilRecord[] = [
  { feed: 'bath', viscosity40: 68, viscosity100: null, code: null },
  { feed: 'circulating', viscosity40: 46.5, viscosity100: 7.25, code: '-/17/14' },
  { feed: 'oil-air', viscosity40: 32, viscosity100: null, code: '-/13/10' },
]

const GREASES: GreaseSaid[] = [
  { name: 'Sheet room 2', thickener: null, baseOil: null, viscosity40: null, nlgi: null },
  { name: null, thickener: 'lithium-complex', baseOil: 'mineral', viscosity40: 220, nlgi: '2' },
  { name: null, thickener: 'polyurea-shear-stable', baseOil: null, viscosity40: null, nlgi: null },
]

describe('a line as words', () => {
  for (const [words, supports, components] of LINES)
    it(words, () => {
      const line = read(words)
      expect(brief(line)).to.deep.equal(supports)
      expect(
        line.components.map(
          (c) => `${c.kind} ${c.slot}${c.alongMm === null ? '' : `@${c.alongMm}`}${c.facts ? ` ${JSON.stringify(c.facts)}` : ''}`,
        ),
      ).to.deep.equal(components)
      expect(read(writeLine(line, 'metric')), 'it reads back as it was written').to.deep.equal(line)
    })

  it('the fittings behind a bearing', () => {
    const [a, b] = read(
      '22216 K on H 316 Ø70 held by cover left held by ring right inner by nut left since 2026-03, 900, 6312 on k6 free',
    ).positions
    expect(a!.bearings[0]).to.deep.include({
      shaftSeat: { kind: 'adapter-sleeve', sleeve: 'H 316', nominalMm: 70 },
      holding: { outer: ['cover', 'locating-ring'], inner: ['nut', 'not-recorded'] },
      since: '2026-03-01',
    })
    expect(b!.bearings[0]).to.deep.include({ shaftSeat: { kind: 'cylindrical', toleranceClass: 'k6' } })
    expect(b!.bearings[0]!.holding.outer).to.deep.equal(['free', 'free'])
  })

  // prettier-ignore
  const WRONG: [words: string, code: string, stretch: string, could: string | null][] = [
    ['sheave, 22216 K C3 on H 316 held, 900, sane free, fan wheel', 'words-unknown', 'sane', 'same'],
    ['coupling, 6312, 320, NU 3l2', 'words-unknown', 'NU 3l2', 'NU 312'],
    ['cuopling, 6312, 320, 6312', 'words-unknown', 'cuopling', 'coupling'],
    ['6312 hold, 320, 6312', 'words-unknown', '6312 hold', null],
    ['6312 held by magic, 320, 6312', 'words-not-here', 'held by magic', null],
    ['same, 320, 6312', 'words-same-as-what', 'same', null],
    ['6312, 6312', 'words-distance-missing', '6312', null],
    ['6312, 100, gear, seal, 200, 6312', 'words-distance-twice', '6312', null],
    ['320, 6312, 400, 6312', 'words-distance-nowhere', '320', null],
    ['6312, , 6312', 'words-empty', ',', null],
    ['6312 since 2026-13-40, 320, 6312', 'words-since', 'since 2026-13-40', null],
    ['7312 B pair sideways, 320, 6312', 'words-set', 'pair sideways', null],
    ['held, 320, 6312', 'words-no-bearing', 'held', null],
    ['22218 K on H 318 in FOO 99, 900, 22218 K', 'words-in', 'in FOO 99', null],
    ['impeller 185 kg FOO, 6312, 320, 6312', 'words-component', 'FOO', null],
    ['sheave Ø, 6312, 320, 6312', 'words-component', 'Ø', null],
    ['6312 grease FOO, 320, 6312', 'words-grease', 'grease FOO', null],
    ['6312, 320, 6312, grease FOO', 'words-grease', 'grease FOO', null],
    ['6312, 320, 6312, in oil thin', 'words-oil', 'in oil thin', null],
    ['6312 oil-air thick, 320, 6312', 'words-oil', 'oil-air thick', null],
    ['6312, 320, 6312, shaft 60 x', 'words-shaft', 'shaft 60 x', null],
    ['6312, 320, 6312, shaft 60 x 400 bore wide', 'words-shaft', 'shaft 60 x 400 bore wide', null],
  ]
  for (const [words, code, stretch, could] of WRONG)
    it(`${words}: ${code}`, () => {
      const { problems } = readLine(words, 'metric')
      const found = problems.find((p) => p.code === code)!
      expect(found, JSON.stringify(problems)).to.not.equal(undefined)
      expect(words.slice(found.from, found.to)).to.equal(stretch)
      if (could) expect(found.could).to.include(could)
      expect(say(found, 'inch')).to.match(/^[A-Z“].*[.:?—]?/)
    })

  it('the shaft in steps: from the left, hollow or solid, reaching out evenly unless it says where it begins', () => {
    const { shaft, positions } = read('coupling, 100, 6312, 320, NU 312, shaft 60 x 200 + 70,5 x 260 bore 20 + 2.5 in x 140')
    expect(shaft!.sections).to.deep.equal([
      { lengthMm: 200, outsideMm: 60, boreMm: 0 },
      { lengthMm: 260, outsideMm: 70.5, boreMm: 20 },
      { lengthMm: 140, outsideMm: 63.5, boreMm: 0 },
    ])
    expect([shaft!.leftMm, positions[0]!.alongMm]).to.deep.equal([140, 100])
    expect(read('6312, 320, NU 312, shaft 60 x 400 begins 12').shaft!.leftMm).to.equal(12)
    expect(read('shaft turns, 6312, 320, NU 312, shaft seal').shaft).to.equal(null)
  })

  it('a number that a bearing bears too is what leaves no distance missing; a unit settles it', () => {
    for (const words of [
      'coupling, 2206, 2200, 2206',
      '2206, 1200, gear, 1300, 2206',
      '2206, 2200, gear, 2206',
      '6206, 2200, 6206, 2200, 6206',
    ])
      expect(readLine(words, 'metric').problems, words).to.deep.equal([])
    expect(brief(read('coupling, 2206, 2200, 2206'))).to.deep.equal(['drive end 0 1×2206', 'non-drive end 2200 1×2206'])
    expect(brief(read('6312, 6206 mm, 6312'))).to.deep.equal(['drive end 0 1×6312', 'non-drive end 6206 1×6312'])
    expect(writeLine(read('6312, 6206 mm, 6312'), 'metric')).to.contain('6206 mm')
    expect(readLine('6312, 12.6, 6312', 'inch').line.positions[1]!.alongMm).to.be.closeTo(320.04, 1e-9)
    expect(writeLine(readLine('6312, 12.6, 6312', 'inch').line, 'inch')).to.equal('6312, 12.6 in, same')
  })

  it('every example of the table reads', () => {
    for (const { example } of NOTATION) expect(readLine(example, 'metric').problems, example).to.deep.equal([])
  })

  it('whatever is typed is read without falling over, and stretches lie within it', () => {
    const parts = fc.constantFrom(
      '6312',
      'held',
      'free',
      ',',
      ' ',
      '+',
      '"',
      ':',
      '320',
      'on H 316',
      'pair',
      'same',
      '?',
      'x',
      ';',
      '½',
      'coupling',
      'since 2026',
    )
    fc.assert(
      fc.property(fc.array(parts, { maxLength: 14 }), fc.string({ maxLength: 10 }), (words, more) => {
        const text = words.join(' ') + more
        const { problems, tokens } = readLine(text, 'metric')
        for (const { from, to } of [...problems, ...tokens]) expect(0 <= from && from <= to && to <= text.length, text).to.equal(true)
      }),
      { numRuns: 300 },
    )
  })

  const HOLDERS: Holder[] = ['free', 'held', 'shoulder', 'locating-ring', 'cover', 'nut', 'snap-ring']
  const sides = fc.oneof(
    fc.constant<Sides>(['not-recorded', 'not-recorded']),
    fc.tuple(fc.constantFrom(...HOLDERS), fc.constantFrom(...HOLDERS)),
  )
  const bearing = fc.record({
    designation: fc.constantFrom('6312', 'NU 212', '7312 B', '22216 K', 'UC 208', null, 'bronze sleeve'),
    pair: fc.constantFrom(null, 'back-to-back', 'face-to-face', 'tandem'),
    group: fc.constantFrom(null, '3' as const),
    outer: sides,
    inner: sides,
    since: fc.constantFrom(null, '2025-04-01'),
    runsIn: fc.constantFrom<Pick<DraftPosition, 'oil' | 'grease'>>(
      {},
      ...OILS.map((oil) => ({ oil })),
      ...GREASES.map((grease) => ({ grease })),
    ),
    house: fc.constantFrom<Partial<HousingSeatRecord>>(
      {},
      { standsIn: 'split' },
      { block: 'SN 518', standsIn: 'split' },
      { block: 'UCP 208', standsIn: 'solid' },
    ),
    seat: fc.constantFrom(
      { kind: 'not-recorded' as const },
      { kind: 'adapter-sleeve' as const, sleeve: 'H 316', nominalMm: 70 },
      { kind: 'taper' as const },
    ),
  })
  const lines = fc
    .array(fc.tuple(fc.integer({ min: 100, max: 3000 }), bearing), { minLength: 1, maxLength: 6 })
    .chain((supports) =>
      fc.tuple(fc.constant(supports), fc.array(fc.tuple(fc.constantFrom(...COMPONENT_KINDS), fc.nat(supports.length)), { maxLength: 3 })),
    )
  const facts = fc.constantFrom<ComponentFacts | undefined>(
    undefined,
    { massKg: 185 },
    { diameterMm: 355, belts: 3 },
    { pullN: 1500, pullDeg: 45, pushN: -200 },
    { widthMm: 60, pullN: 2000 },
  )
  const shafts = fc.option(
    fc.record({
      leftMm: fc.integer({ min: -50, max: 400 }),
      sections: fc.array(
        fc.record({
          lengthMm: fc.integer({ min: 1, max: 900 }),
          outsideMm: fc.integer({ min: 30, max: 200 }),
          boreMm: fc.constantFrom(0, 20),
        }),
        { minLength: 1, maxLength: 4 },
      ),
    }),
  )
  it('any drawn line is written as words that read back as it, in either unit system', () => {
    fc.assert(
      fc.property(
        lines,
        shafts,
        facts,
        fc.constantFrom('metric' as const, 'inch' as const),
        ([supports, carried], shaft, known, system) => {
          let along = 0
          const draft: LineDraft = {
            orientation: 'horizontal',
            tiltDeg: 0,
            turning: 'shaft',
            shaft,
            components: carried
              .sort((a, b) => a[1] - b[1])
              .map(([kind, slot]) => ({ kind, slot, alongMm: null, ...(known && { facts: known }) })),
            positions: supports.map(([gap, b], i) => {
              along = i === 0 ? 0 : along + Math.round(gap / 25.4) * 25.4
              const listed = b.designation !== null && b.designation !== 'bronze sleeve'
              const own: DraftBearing = {
                ...plainBearing(b.designation),
                ...(b.pair && { count: 2, arrangement: b.pair as 'tandem' }),
                group: listed ? b.group : null,
                shaftSeat: b.seat,
                housingSeat: { kind: 'not-recorded', ...b.house },
                holding: { outer: b.outer, inner: b.inner },
                since: b.since,
              }
              return { code: null, name: '', alongMm: Math.round(along * 1e4) / 1e4, bearings: [own], ...b.runsIn }
            }),
          }
          usualNames(draft).forEach((name, i) => (draft.positions[i]!.name = name))
          const words = writeLine(draft, system)
          const { line, problems } = readLine(words, system)
          expect(problems, words).to.deep.equal([])
          line.positions.forEach((p, i) => {
            expect(p.alongMm, words).to.be.closeTo(draft.positions[i]!.alongMm, 0.02)
            p.alongMm = draft.positions[i]!.alongMm
          })
          // In inches a length is written to a thousandth of an inch.
          const near = (a: number | undefined, b: number) => expect(a, words).to.be.closeTo(b, 0.02)
          for (const c of line.components) {
            // A force is written to what anybody measures of it.
            for (const [name, value] of Object.entries(known ?? {}))
              expect(c.facts?.[name as keyof ComponentFacts], words).to.be.closeTo(value, Math.abs(value) * 0.002)
            expect(Object.keys(c.facts ?? {}).sort(), words).to.deep.equal(Object.keys(known ?? {}).sort())
            if (known) c.facts = known
          }
          if (shaft) near(line.shaft?.leftMm, shaft.leftMm)
          shaft?.sections.forEach((s, i) => {
            near(line.shaft!.sections[i]?.lengthMm, s.lengthMm)
            near(line.shaft!.sections[i]?.outsideMm, s.outsideMm)
            near(line.shaft!.sections[i]?.boreMm, s.boreMm)
          })
          expect(line.shaft?.sections.length).to.equal(shaft?.sections.length)
          line.shaft = shaft
          expect(line, words).to.deep.equal(draft)
        },
      ),
      { numRuns: 200 },
    )
  })
})

describe('a line typed over one that stands', () => {
  const stands = (words: string): LineDraft => {
    const line = read(words)
    line.positions.forEach((p, i) => {
      p.code = `p${i + 1}`
      p.bearings.forEach((b, n) => (b.places = Array.from({ length: b.count }, (_, k) => `p${i + 1}.${n + k + 1}`)))
    })
    return line
  }
  // prettier-ignore
  const OVER: [before: string, typed: string, codes: (string | null)[]][] = [
    ['6312 held, 320, NU 312', '6312 free, 340, NU 312 held', ['p1', 'p2']],
    ['6312 held, 320, NU 312', '6312, 320, 6208, 100, NU 312', ['p1', null, 'p2']],
    ['6312, 320, 6208, 100, NU 312', '6312, 420, NU 312', ['p1', 'p3']],
    ['6312, 320, NU 312', 'NU 312', ['p2']],
    ['6312, 320, NU 312', '6313, 320, NU 312', ['p1', 'p2']],
  ]
  for (const [before, typed, codes] of OVER)
    it(`${before} → ${typed}`, () => expect(carryOver(stands(before), read(typed)).positions.map((p) => p.code)).to.deep.equal(codes))
  it('keeps names of its own, measured seats and days; a pair that grows gets new places', () => {
    const before = stands('motor side: 6312 since 2025-01-02, 320, 7312 B pair DB')
    before.positions[0]!.bearings[0]!.shaftSeat = { kind: 'cylindrical', measuredMm: [60.01] }
    before.positions.forEach((p) => (p.alongMm += 50))
    const after = carryOver(before, read('6312 on shaft, 330, 7312 B set of 3 tandem'))
    expect(after.positions.map((p) => [p.name, p.alongMm])).to.deep.equal([
      ['motor side', 50],
      ['non-drive end', 380],
    ])
    expect(after.positions[0]!.bearings[0]).to.deep.include({
      since: '2025-01-02',
      places: ['p1.1'],
      shaftSeat: { kind: 'cylindrical', measuredMm: [60.01] },
    })
    expect(after.positions[1]!.bearings[0]!.places).to.deep.equal(['p2.1', 'p2.2'])
  })
})

describe('what a support runs in', () => {
  it('is said behind everything else; what is no oil is named', () => {
    expect(read('6312 held in oil vg 68, 320, NU 312').positions.map((p) => p.oil?.viscosity40)).to.deep.equal([68, undefined])
    expect(read('NU 212 + 7312 B pair DB in oil 46 circulating /17/14, 320, NU 212').positions[0]!.oil).to.deep.equal({
      ...OILS[1],
      viscosity40: 46,
      viscosity100: null,
    })
    for (const words of ['6312 in oil, 320, 6312', '6312 in oil thin, 320, 6312', '6312 in oil 68 -/9/9, 320, 6312'])
      expect(
        readLine(words, 'metric').problems.map((p) => p.code),
        words,
      ).to.deep.equal(['words-oil'])
  })
  it('typed over: what is typed is what it runs in, its viscosity when hot with it', () => {
    const before = read('6312 held in oil 68/8.9, 320, NU 312')
    expect(before.positions[0]!.oil).to.deep.equal({ feed: 'bath', viscosity40: 68, viscosity100: 8.9, code: null })
    expect(carryOver(before, read('6312 held in oil 68 circulating, 320, NU 312')).positions[0]!.oil).to.include({ viscosity100: null })
    expect(carryOver(before, read('6312 held, 320, NU 312')).positions[0]).to.not.have.property('oil')
  })
})

describe('what runs in what, at one support or everywhere', () => {
  const runsIn = (words: string) =>
    read(words).positions.map((p) => (p.oil ? `${p.oil.feed} ${p.oil.viscosity40}` : (p.grease?.name ?? p.grease?.thickener ?? '')))
  // prettier-ignore
  const WORDS: [words: string, each: string[]][] = [
    ['6312 in oil ISO VG 46, 320, same', ['bath 46', 'bath 46']],
    ['6312 in oil VG 46, 320, 6312', ['bath 46', '']],
    ['6312, 320, 6312, in oil VG 46', ['bath 46', 'bath 46']],
    ['6312 grease "Sheet room 2", 320, 6312, in oil VG 46', ['Sheet room 2', 'bath 46']],
    ['6312, 320, 6312, grease lithium 2', ['lithium', 'lithium']],
    ['7014 C P4 DB oil-air, 200, same', ['oil-air 68', 'oil-air 68']],
    ['7014 C P4 DB oil-air VG 32, 200, same in oil VG 46', ['oil-air 32', 'bath 46']],
    ['6312 in oil VG 46 held, 320, NU 312 grease polyurea', ['bath 46', 'polyurea-conventional']],
    ['6312 in oil VG 46, 320, 6208 + same', ['bath 46', '']],
  ]
  for (const [words, each] of WORDS)
    it(words, () => {
      expect(runsIn(words)).to.deep.equal(each)
      expect(runsIn(writeLine(read(words), 'metric'))).to.deep.equal(each)
    })
  it('the same stands in the same block and clamp, held as its own words say', () => {
    const [a, b] = read('22218 K on H 318 Ø80 held in split block, 900, same free').positions
    expect(b!.bearings[0]).to.deep.include({
      shaftSeat: a!.bearings[0]!.shaftSeat,
      housingSeat: { kind: 'not-recorded', standsIn: 'split' },
    })
    expect(read('UCP 208 on clamp collar held, 900, same').positions[1]!.bearings[0]!.shaftSeat.kind).to.equal('clamp-collar')
  })
  it('a tin that is silent has the usual values of its kind; a name that no list has says nothing', () => {
    expect(greaseSaid(readGrease('lithium 2'), [])).to.deep.include({
      viscosity40: 150,
      baseOil: 'mineral',
      nlgi: '2',
      lowC: -25,
      highC: 110,
    })
    // ISO 2909: a mineral oil of VG 150 and index 95 has about 14.6 mm²/s at 100 °C.
    expect(usualGrease({ viscosity40: 150 }).viscosity100).to.be.closeTo(14.6, 0.2)
    expect(usualGrease({ thickener: 'polyurea-conventional', baseOil: 'pao', viscosity40: 46 })).to.deep.include({
      viscosity40: 46,
      nlgi: '2',
      highC: 140,
    })
    // What the tin says stands; the rest is marked, also when it is written down a second time.
    const tin = greaseOf({ name: 'Sheet room 2', thickener: 'lithium', viscosity40: 220, nlgi: '1' })
    expect(tin).to.deep.include({ viscosity40: 220, nlgi: '1', baseOil: 'mineral', usual: ['baseOil', 'viscosity100', 'lowC', 'highC'] })
    expect(greaseOf(tin).usual).to.deep.equal(tin.usual)
    expect(greaseOf({ ...tin, usual: [] })).to.not.have.property('usual')
    expect(greaseSaid(readGrease('"no such tin"'), [])).to.equal(null)
    expect(greaseSaid(readGrease('VG 220 NLGI 1'), [])).to.equal(null)
    for (const words of ['', 'FOO', 'lithium FOO', 'VG 5', 'VG 20000', '"']) expect(readGrease(words), words).to.equal(null)
  })
})

describe('a number typed anew at its support', () => {
  // prettier-ignore
  const TYPED: [stood: string, typed: string | null, becomes: string][] = [
    ['6312', '7309 B DB', '7309 B pair back-to-back'],
    ['6312 held', 'UCP 210 C3', 'UCP 210 C3 held'],
    ['UCP 210 held', 'UC 210', 'UC 210 held'],
    ['22218 K in SN 518', '22218 EK C3', '22218 EK C3 in SN 518'],
    ['22218 K in split block', '22217 K', '22217 K in split block'],
    ['6312 C3', 'bronze sleeve', '"bronze sleeve"'],
    ['6312', null, '?'],
  ]
  for (const [stood, typed, becomes] of TYPED)
    it(`${stood} → ${typed}: ${becomes}`, () => {
      const line = read(stood)
      line.positions[0]!.bearings = [withMarking(line.positions[0]!.bearings[0]!, typed)]
      expect(writeLine(line, 'metric')).to.equal(becomes)
    })
})

describe('what cannot be of a line', () => {
  // prettier-ignore
  const FAULTS: [string, (line: LineDraft) => void, string | null][] = [
    ['6312, 320, NU 312', () => {}, null],
    ['coupling', () => {}, 'line-without-support'],
    ['6312, 320, NU 312', (l) => (l.positions[1]!.alongMm = 0), 'supports-in-one-place'],
    ['6312, 320, NU 312', (l) => (l.positions[1]!.alongMm = 20), 'supports-overlap'],
    ['6312, 320, NU 312', (l) => (l.positions[1]!.name = 'Drive end '), 'support-named-twice'],
    ['6312, 320, NU 312', (l) => (l.positions[1]!.name = ' '), 'support-without-name'],
    ['6312, 320, NU 312', (l) => (l.positions[0]!.bearings = []), 'support-without-bearing'],
    ['6312 since 2026-11-26, 320, NU 312', () => {}, 'fitted-in-future'],
    ['6312 since 2026-11-25, 320, NU 312', () => {}, null],
    ['6312, 200 m, NU 312', () => {}, 'line-too-long'],
    ['6312, 320, NU 312, shaft 60 x 400', () => {}, null],
    ['6312, 320, NU 312, shaft 60 x 300 begins 20', () => {}, 'support-off-shaft'],
    ['6312, 320, NU 312, shaft 60 x 400 begins -5', () => {}, 'support-off-shaft'],
    ['coupling, 100, 6312, 320, NU 312, shaft 60 x 400 begins 60', () => {}, 'component-off-shaft'],
    ['6312, 320, NU 312, shaft 60 x 400 bore 60', () => {}, 'shaft-bore-wide'],
    ['6312, 320, NU 312, shaft 60 x 400', (l) => (l.shaft!.sections[0]!.lengthMm = 0), 'shaft-section-size'],
  ]
  for (const [words, change, code] of FAULTS)
    it(`${words}: ${code ?? 'nothing'}`, () => {
      const line = read(words)
      change(line)
      expect(faultsOf(line, '2026-11-25').map((f) => f.code)).to.deep.equal(code ? [code] : [])
    })
})

describe('words that are not swallowed, and hints that are no echo', () => {
  it('what follows a known word is a fault and not part of a name', () => {
    const { problems, line } = readLine('22218 K on H 318 in FOO 99, 400, 6318', 'metric')
    expect(problems.map((p) => p.code)).to.deep.equal(['words-in'])
    expect(line.positions[0]!.bearings[0]!.shaftSeat).to.not.have.property('sleeve', 'H 318 IN FOO 99')
    for (const sleeve of ['H 318', 'H 3138', 'AH 2318', 'AOH 24152', 'H 32/500', 'HE 318'])
      expect(readLine(`22218 K on ${sleeve}, 400, 6318`, 'metric').problems, sleeve).to.deep.equal([])
  })
  it('nobody is asked whether they meant what they typed', () => {
    for (const word of ['impeller 185', '6312 shaft', 'sheave x'])
      for (const { could } of readLine(`6311, 400, ${word}`, 'metric').problems) expect(could, word).to.not.include(word.split(' ')[0])
  })
  it('a shaft that leans and a roll that turns are those of tilted and of a housing', () => {
    expect(readLine('leans 20, 6311, 400, 6311', 'metric').line).to.include({ orientation: 'tilted', tiltDeg: 20 })
    expect(readLine('6311, 400, 6311, roll turns', 'metric').line.turning).to.equal('housing')
  })
  it('two by their letters are written as a pair, and read back as it', () => {
    const { line } = readLine('7309 B DB held, 400, NU 309', 'metric')
    expect(line.positions[0]!.bearings[0]).to.include({ designation: '7309 B', count: 2, arrangement: 'back-to-back' })
    expect(readLine(writeLine(line, 'metric'), 'metric').line).to.deep.equal(line)
  })
})
