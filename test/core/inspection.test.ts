import { expect } from 'chai'
import fc from 'fast-check'
import { findingPicture } from '../../src/core/drawing/finding-pictures.js'
import { CAUSES, CAUSE_NAMES, type Cause } from '../../src/core/inspection/causes.js'
import { FACTS, type DiagnosisContext } from '../../src/core/inspection/context.js'
import { diagnose, type DiagnoseValues } from '../../src/core/inspection/diagnose.js'
import { FINDINGS, FINDING_NAMES, PARTS, type Finding } from '../../src/core/inspection/findings.js'
import { InputError } from '../../src/core/result.js'

const of = (findings: Finding[], context: DiagnosisContext = {}): DiagnoseValues => diagnose({ findings, context }).values

/** Textbook pictures: what is seen, what is known, and the cause that must come first. */
const TEXTBOOK: [Cause, Finding[], DiagnosisContext?][] = [
  ['starvation', ['grease-missing', 'rib-scored', 'heat-colours'], { regreasingRatio: 3 }],
  ['wrong-grease', ['grease-runny', 'peeling']],
  ['overgreased', ['grease-packed', 'grease-black']],
  ['water', ['grease-milky', 'rust']],
  ['hard-particles', ['dents-scattered', 'grease-gritty']],
  ['drift-chips', ['dents-scattered', 'strike-marks', 'grease-glitter']],
  ['misalignment', ['band-skew', 'cage-worn']],
  ['both-ends-held', ['band-one-side', 'flaking-one-side'], { bothEndsHeld: true }],
  ['lost-clearance', ['band-both-rings', 'heat-colours'], { operatingClearanceUm: -8 }],
  ['wrong-type', ['rib-scored', 'roller-ends-scored', 'band-one-side'], { wrongType: true }],
  ['overload', ['flaking-load-zone', 'elements-flaked'], { loadRatio: 0.35, beltDrive: false, hoursRun: 4000, ratingLifeH: 20000 }],
  ['belt-tension', ['flaking-load-zone', 'elements-flaked'], { beltDrive: true, hoursRun: 3000, ratingLifeH: 40000 }],
  ['shock-at-rest', ['dents-at-pitch', 'ring-cracked']],
  ['vibration-at-rest', ['dull-spots-at-pitch'], { standsStill: true }],
  ['struck-or-dropped', ['strike-marks', 'cage-bent']],
  ['pressed-through-elements', ['dents-at-pitch', 'scrapes-across']],
  ['creep', ['bore-turned', 'fretting-rust']],
  ['tight-fit-crack', ['ring-cracked', 'band-both-rings']],
  ['electric-current', ['washboard', 'elements-frosted'], { inverterDrive: true }],
  ['oval-housing', ['band-two-zones', 'fretting-rust']],
  ['end-of-life', ['flaking-load-zone'], { hoursRun: 60_000, ratingLifeH: 40_000, beltDrive: false, loadRatio: 0.08 }],
]

describe('what the old bearing says', () => {
  for (const [cause, findings, context] of TEXTBOOK)
    it(`${findings.join(', ')} point to ${cause}`, () => expect(of(findings, context).causes[0]!.cause).to.equal(cause))

  it('nothing seen: no diagnosis, whatever is known', () => {
    const values = of([], { bothEndsHeld: true, inverterDrive: true })
    expect(values).to.deep.equal({ causes: [], confidence: 'none', nextLook: null, nextFinding: null })
  })
  it('says a tie, and names a look that would separate the two', () => {
    const tie = of(['flaking-load-zone'])
    expect(tie.confidence).to.equal('close')
    expect(tie.nextLook).to.be.a('string')
  })
  it('never calls it clear when two are close', () => {
    for (const name of FINDING_NAMES) {
      const { causes, confidence } = of([name])
      const ratio = causes[0]!.share / causes[1]!.share
      expect(confidence === 'close', `${name} ${ratio}`).to.equal(ratio < 2)
      if (confidence === 'clear') expect(causes[0]!.share).to.be.at.least(0.6)
    }
  })
  it('the further look moves the first two apart, whichever way it goes', () => {
    for (const name of FINDING_NAMES) {
      const first = of([name])
      if (!first.nextFinding) continue
      const [a, b] = first.causes
      const after = of([name, first.nextFinding])
      const share = (v: DiagnoseValues, c: Cause) => v.causes.find((r) => r.cause === c)?.share ?? 0.001
      const before = a!.share / b!.share
      const now = share(after, a!.cause) / share(after, b!.cause)
      expect(Math.abs(Math.log(now / before)), name).to.be.above(0.5)
    }
  })
  it('shares add to one and fall, over any findings', () => {
    fc.assert(
      fc.property(fc.subarray(FINDING_NAMES, { minLength: 1, maxLength: 6 }), (findings) => {
        const { causes } = of(findings)
        const sum = causes.reduce((s, c) => s + c.share, 0)
        const falling = causes.every((c, i) => i === 0 || c.share <= causes[i - 1]!.share)
        return sum <= 1 + 1e-9 && sum > 0.85 && falling && causes.every((c) => c.share >= 0.01)
      }),
    )
  })
  it('the order in which things are ticked does not matter, nor does ticking twice', () => {
    const a = of(['rust', 'grease-milky', 'seal-torn'])
    const b = of(['seal-torn', 'rust', 'grease-milky', 'rust'])
    expect(a.causes.map((c) => c.cause)).to.deep.equal(b.causes.map((c) => c.cause))
    expect(a.causes[0]!.share).to.be.closeTo(b.causes[0]!.share, 1e-12)
  })
  it('a finding speaks for what makes it and against what does not', () => {
    const { causes } = of(['washboard', 'grease-milky'])
    const current = causes.find((c) => c.cause === 'electric-current')!
    expect(current.for).to.deep.equal(['raceways: washboard'])
    expect(current.against).to.deep.equal(['does not explain grease: milky or watery'])
  })
  it('what the card knows speaks too: each fact moves a cause the way it should', () => {
    const share = (cause: Cause, context: DiagnosisContext) =>
      of(['grease-black', 'heat-colours'], context).causes.find((c) => c.cause === cause)?.share ?? 0
    const pairs: [Cause, DiagnosisContext, DiagnosisContext][] = [
      ['both-ends-held', { bothEndsHeld: true }, { bothEndsHeld: false }],
      ['both-ends-held', { floatShort: true }, { floatShort: false }],
      ['starvation', { regreasingRatio: 4 }, { regreasingRatio: 0.5 }],
      ['starvation', { kappa: 0.2 }, { kappa: 2 }],
      ['lost-clearance', { operatingClearanceUm: -5 }, { operatingClearanceUm: 12 }],
      ['lost-clearance', { smallerGroup: true }, { smallerGroup: false }],
      ['electric-current', { inverterDrive: true }, { inverterDrive: false }],
      ['overgreased', { temperatureC: 110 }, { regreasingRatio: 2 }],
    ]
    for (const [cause, more, less] of pairs) expect(share(cause, more), `${cause} ${JSON.stringify(more)}`).to.be.above(share(cause, less))
  })
  it('never lets a bearing with a spoilt part be used again', () => {
    const codes = (findings: Finding[]) => diagnose({ findings }).cautions.map((c) => c.code)
    for (const f of FINDINGS) expect(codes([f.name]).includes('not-used-again'), f.name).to.equal('scrap' in f)
    for (const name of ['cage-bent', 'heat-colours', 'dents-scattered', 'flaking-load-zone'] as const)
      expect(codes([name])).to.include('not-used-again')
  })
  it('refuses what is no finding and figures that cannot be', () => {
    expect(() => diagnose({ findings: ['tired' as Finding] })).to.throw(InputError)
    expect(() => diagnose({ findings: ['rust'], context: { hoursRun: -5 } }))
      .to.throw(InputError)
      .with.property('field', 'context.hoursRun')
  })
})

describe('tables of the inspection', () => {
  it('at least 24 findings over all parts, at least 14 causes, each with something to do', () => {
    expect(FINDINGS.length).to.be.at.least(24)
    expect(CAUSES.length).to.be.at.least(14)
    for (const part of PARTS)
      expect(
        FINDINGS.some((f) => f.part === part.name),
        part.name,
      ).to.equal(true)
    for (const cause of CAUSES)
      expect([cause.now.length > 20, cause.change.length > 20, cause.prior > 0], cause.name).to.deep.equal([true, true, true])
  })
  it('every finding is made by a cause, and every cause makes one nearly always or often', () => {
    const made = new Set(CAUSES.flatMap((c) => Object.keys(c.makes)))
    expect(FINDING_NAMES.filter((name) => !made.has(name))).to.deep.equal([])
    for (const cause of CAUSES) expect(Math.max(...Object.values(cause.makes)), cause.name).to.be.at.least(2)
  })
  it('lubrication is about half of early failures before anything is seen, true fatigue among the rarest', () => {
    const total = CAUSES.reduce((sum, c) => sum + c.prior, 0)
    const share = (names: Cause[]) => names.reduce((sum, n) => sum + CAUSES.find((c) => c.name === n)!.prior, 0) / total
    expect(share(['starvation', 'wrong-grease', 'overgreased', 'water', 'hard-particles'])).to.be.within(0.42, 0.58)
    expect(share(['end-of-life'])).to.be.below(0.03)
  })
  it('facts speak of causes that exist and say what to find out', () => {
    for (const fact of FACTS) {
      expect(fact.ask).to.match(/[.?]$/)
      for (const cause of Object.keys(fact.bears)) expect(CAUSE_NAMES).to.include(cause)
      expect(fact.factors({}), 'says nothing when nothing is known').to.equal(null)
    }
  })
  it('every finding has a picture of its own that stays in its field', () => {
    const seen = new Set<string>()
    for (const name of FINDING_NAMES) {
      const drawing = findingPicture(name)
      const text = JSON.stringify(drawing.primitives)
      expect(seen.has(text), `${name} looks like another`).to.equal(false)
      seen.add(text)
      const xs = drawing.primitives.flatMap((p) => (p.kind === 'circle' ? [p.cx - p.r, p.cx + p.r] : p.kind === 'line' ? [p.x1, p.x2] : []))
      expect(Math.min(0, ...xs)).to.be.at.least(0)
      expect(Math.max(0, ...xs)).to.be.at.most(drawing.width)
    }
  })
})
