import { expect } from 'chai'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { half, leansOf, type Leans } from '../../src/core/drawing/glyph.js'
import { shaftLineDrawing } from '../../src/core/drawing/shaft-line.js'
import { carryOver } from '../../src/core/line/carry.js'
import { EMPTY_LINE, faultsOf } from '../../src/core/line/draft.js'
import { draftHeld, judgeLine } from '../../src/core/line/judge.js'
import { readLine } from '../../src/core/line/notation.js'
import { writeLine } from '../../src/core/line/write-line.js'
import { say } from '../../src/core/words/say.js'
import { TEN_MACHINES } from './tables/ten-machines.js'

describe('what is said of a line and can hardly be', () => {
  // prettier-ignore
  const JUDGED: [words: string, codes: string[]][] = [
    ['22218 EK on H 318 held, 900, same free', []],
    ['22218 EK on H 2318 held, 900, same free', ['sleeve-of-another', 'sleeve-of-another']],
    ['22218 EK on H 316, 900, 22218 EK on AH 318', ['sleeve-of-another']],
    ['22218 EK on AH 319, 900, 22218 EK on HE 318', ['sleeve-of-another']],
    ['22218 EK on HE 318 Ø3.25 in, 900, 22318 EK on H 2318', []],
    ['22218 on H 318, 900, 6312 on taper', ['plain-on-sleeve', 'plain-on-taper']],
    ['22218 K on shaft, 900, 22218 K on m6', ['taper-on-cylinder', 'taper-on-cylinder']],
    ['22218 K on H 318 Ø80, 900, 22218 K on H 318 Ø90', ['shaft-of-another']],
    ['6312 on k6 Ø60, 900, 6312 on k6 Ø65', ['shaft-of-another']],
    ['6312 on screws, 900, UC 212 on screws', ['clamp-on-plain']],
    ['22218 K on H 318 in SN 518, 900, 22218 K on H 318 in SN 517', ['block-of-another']],
    ['22218 in SN 518, 900, 6312 in SN 512', ['block-of-another', 'block-for-others']],
    ['6312, 320, NU 312, shaft 60 x 400', []],
    ['6312, 320, NU 313, shaft 60 x 400', ['step-too-thin']],
    ['6312, 320, NU 311, shaft 60 x 400', ['step-too-thick']],
    ['22218 K on H 318, 900, 22218 K on H 318, shaft 80 x 1000', []],
    ['6312 FOO held, 320, NU 312', ['letters-unread']],
    ['6312 free, 320, 6312 free', ['line-holds-nothing']],
    ['6312 free, 320, 6312', ['line-holds-nothing']],
    ['6312 held left, 320, 6312 held right', []],
    ['6312 free, 320, 6312 held', []],
    ['6312, 320, 6312', []],
    ['? free, 320, ? free', []],
  ]
  for (const [words, codes] of JUDGED)
    it(`${words}: ${codes.join(', ') || 'nothing'}`, () => {
      const { line, problems } = readLine(words, 'metric')
      expect(problems).to.deep.equal([])
      const found = judgeLine(line)
      expect(found.map((f) => f.code)).to.deep.equal(codes)
      for (const f of found) for (const units of ['metric', 'inch'] as const) expect(say(f, units)).to.not.match(/[{}]|undefined/)
    })
})

describe('ten machines as a technician says them', () => {
  for (const [code, name, units, words, bearings] of TEN_MACHINES)
    it(`${code}, ${name}: not a word refused or doubted, and read back as it was written`, () => {
      const { line, problems } = readLine(words, units)
      expect(problems.map((p) => say(p, units))).to.deep.equal([])
      expect(
        judgeLine(line)
          .filter((f) => f.code !== 'letters-unread')
          .map((f) => say(f, units)),
      ).to.deep.equal([])
      expect(line.positions.flatMap((p) => p.bearings).reduce((sum, b) => sum + b.count, 0)).to.equal(bearings)
      expect(readLine(writeLine(line, units), units).line).to.deep.equal(line)
    })
})

describe('while somebody is still typing', () => {
  const stands = readLine('coupling, 100, 6312 held, 320, NU 312, impeller', 'metric').line
  for (const [code, , units, words] of TEN_MACHINES)
    it(`${code}: every letter of it is read, judged and drawn, also while something stands before the first support`, () => {
      for (const whole of [words, `sheave Ø355, 210, gear, 100, ${words}`])
        for (const before of [EMPTY_LINE, stands])
          for (let length = 1; length <= whole.length; length += 1) {
            const line = carryOver(before, readLine(whole.slice(0, length), units).line)
            faultsOf(line, '2026-11-25')
            judgeLine(line)
            const drawn = shaftLineDrawing({
              ...{ width: 900, height: 380, carries: '', spanText: null, components: line.components, shaft: line.shaft },
              say: String,
              positions: line.positions.map((p, i) => ({
                name: p.name,
                designation: '?',
                alongMm: p.alongMm,
                held: draftHeld(p),
                places: [{ key: `${i}`, row: null }],
              })),
            })
            expect(JSON.stringify(drawn.primitives), whole.slice(0, length)).to.not.match(/NaN|null,/)
          }
    })
})

describe('who holds a shaft, by its words', () => {
  // prettier-ignore
  const HELD: [words: string, each: (boolean | null)[]][] = [
    ['6312 held left, 320, NU 312', [false, null]],
    ['30208 held by cover left, 180, 30208 held by cover right', [true, true]],
    ['22212 + 29412 held left, 700, 22212 free', [true, false]],
    ['7309 B DB held by cover left, 320, NU 309 held', [false, true]],
    ['NJ 312 held right, 320, 6312', [true, null]],
  ]
  for (const [words, each] of HELD) it(words, () => expect(readLine(words, 'metric').line.positions.map(draftHeld)).to.deep.equal(each))
  it('what is held to one side is labelled so, and neither free nor held', () => {
    const labels = (sides: { left: boolean; right: boolean }, held: boolean | null) =>
      shaftLineDrawing({
        ...{ width: 900, height: 380, carries: '', spanText: null },
        positions: [{ name: 'a', designation: '6312', alongMm: 0, held, sides, places: [{ key: 'a', row: null }] }],
      }).primitives.flatMap((p) => (p.kind === 'text' ? [p.text] : []))
    expect(labels({ left: true, right: false }, false))
      .to.include('held left')
      .and.not.include('free')
    expect(labels({ left: false, right: true }, null)).to.include('held right')
    expect(labels({ left: false, right: true }, true), 'one way is how it holds')
      .to.include('held right')
      .and.not.include('held')
    expect(labels({ left: false, right: false }, false)).to.include('free')
    expect(labels({ left: true, right: true }, true)).to.include('held')
  })
})

describe('a bearing as a small picture', () => {
  const of = (designation: string, side: -1 | 1, leans: Leans = 1) =>
    half({ row: findBearing(designation)!.row, x: 100, wide: 40, axis: 200, bore: 100, outside: 180, side, leans }, 'ring-own', 'element')
  const kinds = (designation: string) =>
    of(designation, -1)
      .map((p) => p.kind)
      .join(' ')
  // prettier-ignore
  const DRAWN: [designation: string, shapes: string][] = [
    ['6312', 'path circle'],
    ['7312 B', 'path line circle'],
    ['1210', 'path circle circle'],
    ['NU 312', 'path path'],
    ['30208', 'path path line'],
    ['22218', 'path path path'],
    ['UC 210', 'path path circle'],
    ['29412', 'path path path'],
    ['51212', 'path path circle'],
  ]
  for (const [designation, shapes] of DRAWN) it(`${designation}: ${shapes}`, () => expect(kinds(designation)).to.equal(shapes))
  it('back to back the lines of the load run apart toward the shaft, face to face together, above and below alike', () => {
    const end = (leans: Leans, side: -1 | 1) => {
      const line = of('7312 B', side, leans).find((p) => p.kind === 'line') as { x1: number; x2: number }
      return Math.sign(line.x2 - line.x1)
    }
    const both = (arrangement: 'back-to-back' | 'face-to-face' | 'tandem') => [0, 1].map((n) => end(leansOf(arrangement, n, 2), -1))
    expect(both('back-to-back')).to.deep.equal([-1, 1])
    expect(both('face-to-face')).to.deep.equal([1, -1])
    expect(both('tandem')).to.deep.equal([1, 1])
    expect(end(-1, 1)).to.equal(end(-1, -1))
  })
})
