import { expect } from 'chai'
import { say } from '../../src/core/words/say.js'
import fc from 'fast-check'
import { findBearing, sizes } from '../../src/core/catalogue/catalogue.js'
import { NO_DUTY, compareBearings, rankOffers, type Described, type Judgement, type PositionDuty } from '../../src/core/identify/compare.js'
import type { Feature } from '../../src/core/identify/letters.js'
import { metric } from './said.js'

const described = (designation: string, features: Partial<Record<Feature, string | null>> = {}): Described => ({
  row: findBearing(designation)!.row,
  features,
})
const FULL: Partial<Record<Feature, string>> = { closure: 'open', clearance: 'N', accuracy: 'normal', heat: '150', cage: 'steel-sheet' }
const DUTY: PositionDuty = {
  ...NO_DUTY,
  speedRpm: 1480,
  radialLoadN: 2500,
  axialLoadN: 300,
  targetH: 20_000,
  innerRingC: 70,
  dirt: 'normal',
  relubricated: true,
  mustHold: true,
}
const judged = (removed: Described, offered: Described, duty: PositionDuty = DUTY) => {
  const result = compareBearings(removed, offered, duty)
  const of = (aspect: string) => result.lines.find((l) => l.aspect === aspect)
  return { ...result, of, judgement: (aspect: string): Judgement | undefined => of(aspect)?.judgement }
}

describe('like for like', () => {
  it('the same thing is the same, line by line', () => {
    const { verdict, lines, lifeRatio } = judged(described('6208', FULL), described('6208', FULL))
    expect(verdict).to.equal('same')
    expect(lines.every((l) => l.judgement === 'same')).to.equal(true)
    expect(lifeRatio).to.be.closeTo(1, 1e-9)
  })
  it('equal boundary dimensions alone are never the same', () => {
    const outlines = sizes().filter((s) => s.boreMm === 40 && s.outsideMm === 80 && s.widthMm === 18 && s.designation !== '6208')
    expect(outlines.length).to.be.above(5)
    for (const other of outlines)
      expect(judged(described('6208', FULL), described(other.designation, FULL)).verdict, other.designation).to.not.equal('same')
  })
  // removed, offered, duty, aspect that decides, judgement, verdict
  // prettier-ignore
  const cases: [string, Described, Described, Partial<PositionDuty>, string, Judgement, string][] = [
    ['a roller bearing without ribs loses the thrust', described('6208', FULL), described('NU 208', FULL), {}, 'thrust it carries', 'not', 'will-not-do'],
    ['a lower clearance group', described('6208', { ...FULL, clearance: '3' }), described('6208', FULL), {}, 'internal clearance', 'not', 'will-not-do'],
    ['a higher clearance group', described('6208', FULL), described('6208', { ...FULL, clearance: '3' }), {}, 'internal clearance', 'acceptable', 'will-do'],
    ['an unknown group', described('6208', { ...FULL, clearance: '3' }), described('6208', { ...FULL, clearance: null }), {}, 'internal clearance', 'unknown', 'ask-first'],
    ['a lost seal', described('6208', { ...FULL, closure: 'contact-seals, both' }), described('6208', FULL), { relubricated: false }, 'closure', 'not', 'will-not-do'],
    ['a seal where grease is pumped', described('6208', FULL), described('6208', { ...FULL, closure: 'contact-seals, both' }), {}, 'closure', 'not', 'will-not-do'],
    ['an unknown closure where grease is pumped, an open one offered', described('6208', { ...FULL, closure: null }), described('6208', FULL), {}, 'closure', 'acceptable', 'will-do'],
    ['shields on a bearing filled for life', described('6208', FULL), described('6208', { ...FULL, closure: 'shields, both' }), { relubricated: false }, 'closure', 'acceptable', 'will-do'],
    ['a coarser class', described('6208', { ...FULL, accuracy: '5' }), described('6208', FULL), {}, 'tolerance class', 'not', 'will-not-do'],
    ['a finer class', described('6208', FULL), described('6208', { ...FULL, accuracy: '5' }), {}, 'tolerance class', 'acceptable', 'will-do'],
    ['another contact angle', described('7208 B', FULL), described('7208 C', FULL), {}, 'contact angle', 'not', 'will-not-do'],
    ['a tapered bore on a plain seat', described('22208', FULL), described('22208 K', FULL), {}, 'form of the bore', 'not', 'will-not-do'],
    ['another width', described('6208', FULL), described('4208', FULL), {}, 'width', 'not', 'will-not-do'],
    ['speed above its guidance', described('6208', FULL), described('6208', { ...FULL, closure: 'contact-seals, both' }), { speedRpm: 7000, relubricated: false }, 'speed with grease', 'not', 'will-not-do'],
    ['both ends would be held', described('NU 208', FULL), described('6208', FULL), { mustHold: false, axialLoadN: 0 }, 'holding the shaft', 'not', 'will-not-do'],
    ['a polymer cage in heat', described('6208', FULL), described('6208', { ...FULL, cage: 'polymer' }), { innerRingC: 125 }, 'cage', 'not', 'will-not-do'],
    ['another bore', described('6208', FULL), described('6209', FULL), {}, 'bore', 'not', 'will-not-do'],
    ['another outside', described('6208', FULL), described('6008', FULL), {}, 'outside diameter', 'not', 'will-not-do'],
    ['a light series at the same bore is weaker too', described('6308', FULL), described('6008', FULL), {}, 'load it carries', 'not', 'will-not-do'],
    ['one thrust direction lost', described('NUP 208', FULL), described('NJ 208', FULL), {}, 'thrust it carries', 'not', 'will-not-do'],
    ['one thrust direction gained', described('NJ 208', FULL), described('NUP 208', FULL), {}, 'thrust it carries', 'acceptable', 'will-do'],
    ['no ribs for none, the other way about', described('NU 208', FULL), described('N 208', FULL), { mustHold: false, axialLoadN: 0 }, 'thrust it carries', 'same', 'will-do'],
    ['a free end that stays free with more thrust to take', described('NU 208', FULL), described('NUP 208', FULL), { mustHold: false, axialLoadN: 0 }, 'holding the shaft', 'not', 'will-not-do'],
    ['tilt lost', described('22208', FULL), described('NUP 2208', FULL), {}, 'tilt it puts up with', 'not', 'will-not-do'],
    ['tilt gained', described('NUP 2208', FULL), described('22208', FULL), {}, 'tilt it puts up with', 'acceptable', 'will-do'],
    ['a plain bore on a taper', described('22208 K', FULL), described('22208', FULL), {}, 'form of the bore', 'not', 'will-not-do'],
    ['two groups lower', described('NU 208', { ...FULL, clearance: '4' }), described('NU 208', FULL), { mustHold: false, axialLoadN: 0 }, 'internal clearance', 'not', 'will-not-do'],
    ['two groups higher', described('NU 208', FULL), described('NU 208', { ...FULL, clearance: '4' }), { mustHold: false, axialLoadN: 0 }, 'internal clearance', 'acceptable', 'will-do'],
    ['group of the one removed not known', described('6208', { ...FULL, clearance: null }), described('6208', FULL), {}, 'internal clearance', 'unknown', 'ask-first'],
    ['shields for contact seals', described('6208', { ...FULL, closure: 'contact-seals, both' }), described('6208', { ...FULL, closure: 'shields, both' }), { relubricated: false }, 'closure', 'not', 'will-not-do'],
    ['contact seals for shields', described('6208', { ...FULL, closure: 'shields, both' }), described('6208', { ...FULL, closure: 'contact-seals, both' }), { relubricated: false }, 'closure', 'acceptable', 'will-do'],
    ['a closure where nobody knows about grease', described('6208', FULL), described('6208', { ...FULL, closure: 'shields, both' }), { relubricated: null }, 'closure', 'unknown', 'ask-first'],
    ['a missing snap ring groove', described('6208', { ...FULL, groove: 'snap-ring-groove' }), described('6208', FULL), {}, 'groove', 'not', 'will-not-do'],
    ['a groove more', described('6208', FULL), described('6208', { ...FULL, groove: 'snap-ring-groove' }), {}, 'groove', 'acceptable', 'will-do'],
    ['another cage in the cool', described('6208', FULL), described('6208', { ...FULL, cage: 'polymer' }), { innerRingC: 60 }, 'cage', 'acceptable', 'will-do'],
    ['more heat than the removed one was stable to', described('6208', FULL), described('6208', { ...FULL, heat: '300' }), {}, 'heat stabilisation', 'acceptable', 'will-do'],
    ['heat not known at a hot place', described('6208', { ...FULL, heat: null }), described('6208', { ...FULL, heat: null }), { innerRingC: 130 }, 'heat stabilisation', 'unknown', 'ask-first'],
    ['heat not known at a cool place', described('6208', { ...FULL, heat: null }), described('6208', { ...FULL, heat: null }), { innerRingC: 60 }, 'heat stabilisation', 'acceptable', 'will-do'],
    ['a duty that the offered one cannot take', described('6208', FULL), described('NU 208', FULL), { axialLoadN: 1200 }, 'load it carries', 'not', 'will-not-do'],
    ['heat that the ring is not stable to', described('6208', { ...FULL, heat: '200' }), described('6208', FULL), { innerRingC: 170 }, 'heat stabilisation', 'not', 'will-not-do'],
  ]
  for (const [name, removed, offered, duty, aspect, judgement, verdict] of cases) {
    it(name, () => {
      const result = judged(removed, offered, { ...DUTY, ...duty })
      expect(result.judgement(aspect)).to.equal(judgement)
      expect(result.verdict).to.equal(verdict)
      if (judgement !== 'same') expect(metric(result.of(aspect)!.because)).to.match(/\.$/)
    })
  }
  it('the figure of the life is the ratio of the ratings to the power of the family', () => {
    const ball = judged(described('6208', FULL), described('6308', FULL), NO_DUTY)
    const [a, b] = [findBearing('6208')!.row, findBearing('6308')!.row]
    expect(ball.lifeRatio).to.be.closeTo((b.dynamicRatingN / a.dynamicRatingN) ** 3, 1e-9)
    expect(metric(ball.of('load it carries')!.figure)).to.contain('life × ')
  })
  it('with a duty the life is that of this position, and its target decides', () => {
    const shorter = judged(described('NUP 208', FULL), described('6208', FULL), { ...DUTY, axialLoadN: 100, targetH: 1e6 })
    expect(shorter.judgement('load it carries')).to.equal('not')
    const enough = judged(described('NUP 208', FULL), described('6208', FULL), {
      ...DUTY,
      axialLoadN: 100,
      radialLoadN: 1500,
      targetH: 5000,
    })
    expect(enough.judgement('load it carries')).to.equal('acceptable')
  })
  it('names the clearance lost, and what would be left', () => {
    const line = judged(described('6208', { ...FULL, clearance: '3' }), described('6208', FULL), { ...DUTY, operatingClearanceUm: 15 }).of(
      'internal clearance',
    )!
    // ISO 5753-1 at 40 mm: C3 15–33, CN 6–20; middles 24 and 13.
    expect(metric(line.figure)).to.contain('11 µm')
    expect(metric(line.because)).to.contain('4 µm')
  })
  it('without a duty it asks instead of guessing', () => {
    expect(judged(described('6208', FULL), described('6208', { ...FULL, closure: 'shields, both' }), NO_DUTY).verdict).to.equal('ask-first')
  })
  it('no pair of rows makes it fail, and only equal names are the same', () => {
    const pick = fc.nat(sizes().length - 1)
    fc.assert(
      fc.property(pick, pick, (i, j) => {
        const { verdict, reason } = compareBearings(described(sizes()[i]!.designation, FULL), described(sizes()[j]!.designation, FULL), {
          ...DUTY,
          radialLoadN: 500,
        })
        return say(reason, 'metric').length > 10 && (verdict !== 'same' || i === j)
      }),
      { numRuns: 200 },
    )
  })
  it('offers from the shelf come best first, and only what goes in', () => {
    const shelf = [
      described('NU 208', FULL),
      described('6308', FULL),
      described('6208', { ...FULL, clearance: '3' }),
      described('6208', FULL),
      described('22208', FULL),
    ]
    const offers = rankOffers(described('6208', FULL), shelf, DUTY)
    expect(offers.map((o) => [o.item.row.designation, o.result.verdict])).to.deep.equal([
      ['6208', 'same'],
      ['6208', 'will-do'],
      ['22208', 'will-not-do'],
      ['NU 208', 'will-not-do'],
    ])
  })
})
