import { expect } from 'chai'
import { calculate } from '../../src/contract/calculations/registry.js'
import { catalogue } from '../../src/core/catalogue/catalogue.js'
import { FACTORS, lifeIf, stepsOf, whatBuysMost, type LifeBasis } from '../../src/core/life/curves.js'
import { NOT_CARRIED, carriedLoad, equivalentLoad } from '../../src/core/ratings/equivalent-load.js'
import { rateBearing } from '../../src/core/life/rate-bearing.js'
import { asSet } from '../../src/core/life/set-of-bearings.js'
import type { Bearing } from '../../src/core/bearing/bearing.js'
import { PRICE_CLASSES, priceClass } from '../../src/core/catalogue/price-class.js'
import { speedLimitRpm } from '../../src/core/catalogue/speed-limits.js'
import { select, type SelectInput } from '../../src/core/select/select.js'
import { kindDrawing } from '../../src/core/drawing/kind-drawing.js'
import { suitability, type SuitedDuty } from '../../src/core/select/suitability.js'
import { say } from '../../src/core/words/say.js'

const ROWS = catalogue()
const PUMP: SelectInput = { radialLoadN: 6000, axialLoadN: 500, speedRpm: 1470, limits: { boreMm: 60 } }
const found = (change: Partial<SelectInput> = {}, shelf?: ReadonlySet<string>) => select({ ...PUMP, ...change }, ROWS, shelf).values
const names = (change: Partial<SelectInput> = {}) => found(change).candidates.map((c) => c.designation)

describe('selection from the whole rack', () => {
  it('two that stand back-to-back are rated as the card rates the pair, and turn by what they run in', () => {
    const together = { count: 2, arrangement: 'back-to-back' } as const
    const pairs = found({
      together,
      axialLoadN: 3000,
      lubrication: 'bath',
      limits: { boreMm: 60, families: ['angular-contact-ball', 'tapered-roller'] },
    }).candidates
    expect(pairs.map((c) => c.designation)).to.include.members(['7212 B', '30212'])
    for (const c of pairs) {
      const row = ROWS.find((r) => r.designation === c.designation)!
      const rated = rateBearing(asSet(row, together), 6000, 3000, 1470, 90, 'back-to-back')
      expect(c.ratingLifeH, c.designation).to.be.closeTo(rated.life.values.ratingLifeH, 1e-6 * c.ratingLifeH)
      expect(c.staticSafety, c.designation).to.be.closeTo(rated.staticSafety, 1e-9)
      expect(c.speedShare).to.be.closeTo(1470 / speedLimitRpm(row, 'bath'), 1e-9)
    }
    expect(() => found({ together: { count: 9, arrangement: 'tandem' } })).to.throw(/together.count/)
  })
  it('rates every row as the card does', () => {
    for (const c of found().candidates.slice(0, 40)) {
      const row = ROWS.find((r) => r.designation === c.designation)!
      const rated = rateBearing(row, 6000, 500, 1470, 90)
      expect(c.ratingLifeH / rated.life.values.ratingLifeH, c.designation).to.be.closeTo(1, 1e-9)
      expect(c.staticSafety / rated.staticSafety, c.designation).to.be.closeTo(1, 1e-9)
    }
  })

  it('figures alone agree with the whole calculation, for every row and load that it carries', () => {
    let compared = 0
    for (const row of ROWS.filter((_, i) => i % 17 === 0))
      for (const [Fr, Fa] of [
        [3000, 0],
        [3000, 900],
        [500, 2000],
      ] as const) {
        const quick = carriedLoad(row, Fr, Fa)
        if ('not' in quick) {
          expect(NOT_CARRIED).to.include(quick.not)
          continue
        }
        const { family, contactAngleDeg, staticRatingN, rows } = row
        const whole = equivalentLoad({
          family,
          contactAngleDeg,
          staticRatingN,
          rows,
          f0: row.f0 ?? undefined,
          radialLoadN: Fr,
          axialLoadN: Fa,
        })
        expect(quick.equivalentLoadN).to.be.closeTo(whole.values.equivalentLoadN, 1e-9)
        expect(quick.staticEquivalentLoadN).to.be.closeTo(whole.values.staticEquivalentLoadN, 1e-9)
        compared += 1
      }
    expect(compared).to.be.above(200)
  })

  it('keeps to limits, and says what a row misses that nearly meets them', () => {
    const limits = { boreMm: 60, outsideMm: [120, 130] as const, ratingLifeH: 20_000, families: ['deep-groove-ball' as const] }
    const { candidates, nearly } = found({ limits })
    for (const c of candidates) {
      expect(c.boreMm).to.equal(60)
      expect(c.outsideMm).to.be.within(120, 130)
      expect(c.ratingLifeH).to.be.at.least(20_000)
      expect(c.family).to.equal('deep-groove-ball')
    }
    expect(candidates.map((c) => c.designation)).to.include('6312')
    expect(nearly.length).to.be.above(0)
    for (const n of nearly) expect(n.missing, n.designation).to.have.length(1)
  })

  it('kept seats are kept to a hundredth, a cylinder takes no tapered bore', () => {
    const limits = { boreMm: 60, outsideMm: 130, widthMm: 31 }
    const kept = found({ keepSeats: true, limits }).candidates
    expect(kept.map((c) => c.designation)).to.include.members(['6312', 'NJ 312', '21312 K'])
    for (const c of kept) expect([c.boreMm, c.outsideMm, c.widthMm]).to.deep.equal([60, 130, 31])
    expect(names({ keepSeats: true, limits: { ...limits, boreTaper: null } })).to.not.include('21312 K')
  })

  it('what the load hardly turns comes last, whatever life it has on paper', () => {
    const { candidates } = found({ radialLoadN: 400, axialLoadN: 0, limits: { boreMm: 60 } })
    const idle = candidates.map((c) => c.reasons.some((r) => r.code === 'select-idle'))
    expect(idle).to.include(true)
    expect(idle).to.deep.equal([...idle].sort())
  })

  it('weights decide the order: the shelf, or the smallest', () => {
    const counting = (weight: object) => ({ weights: { life: 0, seats: 0, shelf: 0, size: 0, ...weight } })
    const limits = { boreMm: 60, ratingLifeH: 10_000 }
    expect(found({ limits, ...counting({ shelf: 1 }) }, new Set(['6312'])).candidates[0]!.designation).to.equal('6312')
    const [smallest, ...others] = found({ limits, ...counting({ size: 1 }) }).candidates
    for (const c of others) expect(c.outsideMm ** 2 * c.widthMm).to.be.at.least(smallest!.outsideMm ** 2 * smallest!.widthMm)
  })

  it('a cheaper kind comes first where the price counts, and each class costs about twice the one below', () => {
    const { candidates } = found({
      limits: { boreMm: 60, ratingLifeH: 10_000 },
      weights: { life: 0, seats: 0, shelf: 0, size: 0, price: 1 },
    })
    const classes = candidates.map((c) => c.priceClass)
    expect(classes[0]).to.equal(Math.min(...classes))
    expect(classes).to.deep.equal([...classes].sort((a, b) => a - b))
    // Twice the cost is one class: of ball bearings that is 2^(1/0.8) times the mass.
    expect([0.1, 0.1 * 2 ** 1.25, 0.1 * 4 ** 1.25].map((massKg) => priceClass({ family: 'deep-groove-ball', massKg }))).to.deep.equal([
      1, 2, 3,
    ])
    for (const row of ROWS) expect(priceClass(row), row.designation).to.be.within(1, PRICE_CLASSES)
  })

  // prettier-ignore
  const LIMITED: [limit: object, holds: (row: Bearing) => boolean][] = [
    [{ closures: ['contact-seals'] }, (r) => r.closures.includes('contact-seals')],
    [{ massKg: 1.5 }, (r) => r.massKg <= 1.5],
    [{ misalignmentDeg: 0.5 }, (r) => r.misalignmentDeg >= 0.5],
    [{ insideMovementMm: 1 }, (r) => r.axialMovementMm >= 1],
    [{ boreMm: [50, 60], widthMm: [0, 25] }, (r) => r.boreMm >= 50 && r.boreMm <= 60 && r.widthMm <= 25],
  ]
  for (const [limit, holds] of LIMITED)
    it(`keeps to ${JSON.stringify(limit)}`, () => {
      const { candidates } = found({ axialLoadN: 0, limits: { boreMm: 60, ...limit } })
      expect(candidates.length).to.be.above(2)
      for (const c of candidates) expect(holds(ROWS.find((r) => r.designation === c.designation)!), c.designation).to.equal(true)
    })

  it('needs its opposite: a single angular contact bearing under radial load alone is told so', () => {
    const { nearly, candidates } = found({ axialLoadN: 0, limits: { boreMm: 60, families: ['angular-contact-ball'] } })
    expect(candidates.map((c) => c.designation).filter((d) => /^7312/.test(d))).to.deep.equal([])
    const mine = nearly.find((n) => n.designation === '7312 B')!
    expect(say(mine.missing[0]!, 'metric')).to.equal('needs a partner against the thrust that it makes itself')
  })

  it('answers by its fixed name, in plain words', () => {
    const answer = calculate('select', {
      ...PUMP,
      limits: { boreMm: 60, modifiedLifeH: 40_000 },
      isoVg: 100,
      temperatureC: 70,
      cleanliness: 'high',
      limit: 5,
    })
    expect(answer.ok).to.equal(true)
    if (!answer.ok) return
    const { candidates } = answer.result.values as { candidates: { modifiedLifeH: number; reasons: string[] }[] }
    expect(candidates).to.have.length(5)
    expect(candidates[0]!.modifiedLifeH).to.be.at.least(40_000)
    expect(candidates[0]!.reasons.join(' ')).to.match(/^lasts [\d\s]+h, [\d.]+ times what is wanted static safety/)
  })

  // prettier-ignore
  const REFUSED: [change: object, field: string][] = [
    [{ radialLoadN: 0, axialLoadN: 0 }, 'radialLoadN'],
    [{ speedRpm: 0 }, 'speedRpm'],
    [{ limits: { boreMm: [70, 60] } }, 'limits.boreMm'],
    [{ limits: { modifiedLifeH: 1000 } }, 'kappa'],
    [{ limits: { boreMm: [59, 61] }, keepSeats: true }, 'limits.boreMm'],
    [{ limit: 0 }, 'limit'],
    [{ isoVg: 100 }, 'temperatureC'],
  ]
  for (const [change, field] of REFUSED)
    it(`refuses ${field} of ${JSON.stringify(change)}`, () => {
      const answer = calculate('select', { ...PUMP, ...change })
      expect(answer.ok).to.equal(false)
      if (!answer.ok) expect(answer.problem.errors!.map((e) => e.field)).to.include(field)
    })
})

describe('curves of a life', () => {
  const BASIS: LifeBasis = {
    ...{ rollingElement: 'ball', thrust: false, dynamicRatingN: 82_000, fatigueLoadLimitN: 2200, equivalentLoadN: 6000, speedRpm: 1470 },
    ...{ a1: 1, pitchDiameterMm: 95, kappa: 1.5, cleanliness: 'normal' },
  }
  it('twice the load leaves an eighth with balls and a tenth with rollers', () => {
    const share = (basis: LifeBasis) => lifeIf(basis, { load: 2 }).nominalH / lifeIf(basis, {}).nominalH
    expect(share(BASIS)).to.be.closeTo(1 / 8, 1e-12)
    expect(share({ ...BASIS, rollingElement: 'roller' })).to.be.closeTo(2 ** (-10 / 3), 1e-12)
  })
  it('run from a quarter to four times through what stands, and over every cleanliness', () => {
    expect([FACTORS[0], FACTORS[16], FACTORS.at(-1)]).to.deep.equal([0.25, 1, 4])
    expect(stepsOf('load', BASIS)[16]).to.deep.equal({ load: 1 })
    const oil = { ...BASIS, cleanliness: { filter: 'bath', code: '-/17/14' } } as const
    for (const basis of [BASIS, oil]) {
      const lives = stepsOf('cleanliness', basis).map((s) => lifeIf(basis, s).modifiedH!)
      expect(lives).to.have.length(5)
      expect(lives).to.deep.equal([...lives].sort((a, b) => b - a))
    }
  })
  it('a faster shaft asks for less viscosity; without a lubricant only the rating life is told', () => {
    const slow = lifeIf(BASIS, { speed: 0.5 })
    expect(slow.nominalH).to.be.closeTo(2 * lifeIf(BASIS, {}).nominalH, 1e-6)
    expect(slow.modifiedH!).to.be.below(2 * lifeIf(BASIS, {}).modifiedH!)
    expect(lifeIf({ ...BASIS, kappa: null }, {}).modifiedH).to.equal(null)
    expect(lifeIf({ ...BASIS, kappa: 0.15 }, { viscosity: 0.5 }).modifiedH).to.equal(null)
  })
  it('what buys most comes first, and what buys nothing is left out', () => {
    const buys = whatBuysMost({ ...BASIS, kappa: 4, cleanliness: 'high' })
    expect(buys.map((b) => b.code)).to.not.include('buy-oil')
    expect(buys.map((b) => b.code)).to.not.include('buy-clean')
    const dirty = whatBuysMost({ ...BASIS, cleanliness: 'slight-to-typical' })
    expect(dirty.map((b) => b.hours)).to.deep.equal(dirty.map((b) => b.hours).sort((a, b) => b - a))
    expect(dirty.map((b) => b.code)).to.include.members(['buy-load', 'buy-clean', 'buy-oil'])
  })
  it('a size more and rings that do not tilt are held beside the rest', () => {
    const larger = {
      designation: '6313',
      dynamicRatingN: 2 * BASIS.dynamicRatingN,
      fatigueLoadLimitN: 2 * BASIS.fatigueLoadLimitN,
      equivalentLoadN: BASIS.equivalentLoadN,
      pitchDiameterMm: BASIS.pitchDiameterMm,
    }
    const buys = whatBuysMost({ ...BASIS, kappa: null, larger }, 3)
    const of = (code: string) => buys.find((b) => b.code === code)!
    const now = lifeIf({ ...BASIS, kappa: null }, {}).nominalH
    // Twice the rating is eight times the life of balls, ten times that of rollers.
    expect(of('buy-size').hours / now).to.be.closeTo(BASIS.rollingElement === 'ball' ? 8 : 2 ** (10 / 3), 1e-9)
    expect(of('buy-size').designation).to.equal('6313')
    expect(of('buy-straight').hours / now).to.be.closeTo(3, 1e-9)
    expect(whatBuysMost(BASIS).map((b) => b.code)).to.not.include.members(['buy-size', 'buy-straight'])
  })
})

describe('the picture of a kind', () => {
  const at = (name: string, radial: boolean | null, axial: boolean | null) =>
    kindDrawing({ row: ROWS.find((r) => r.designation === name)!, width: 150, height: 96, radial, axial })
  it('has its lines of contact: upright, leaning, along the shaft, one for each row', () => {
    const lean = (name: string) =>
      at(name, null, null).primitives.flatMap((p) =>
        p.kind === 'line' && p.role === 'dimension' ? [Math.round((Math.atan2(p.x2 - p.x1, p.y1 - p.y2) * 180) / Math.PI)] : [],
      )
    expect(lean('6212')).to.deep.equal([0])
    expect(lean('7212 B')).to.deep.equal([-40])
    expect(lean('QJ 212')).to.deep.equal([35, -35])
    expect(lean('51212')).to.deep.equal([90])
    expect(lean('81212')).to.deep.equal([90])
    expect(lean('22212')).to.have.length(2)
  })
  it('strikes through what is not carried, and says so', () => {
    const struck = (d: ReturnType<typeof at>) => d.primitives.filter((p) => p.role === 'error').length
    expect([struck(at('NU 212', true, false)), struck(at('6212', true, true)), struck(at('51212', false, true))]).to.deep.equal([2, 0, 2])
    expect(at('NU 212', true, false).description).to.contain('thrust is not carried')
  })
  it('of every kind follows what the duty finds', () => {
    const of = (change: Partial<SuitedDuty>) =>
      new Map(
        suitability({ radialN: 5000, axialN: 3000, speedRpm: 1000, boreMm: 60, outsideMm: 110, shock: 'smooth', ...change }).map((k) => [
          k.family,
          k.carries,
        ]),
      )
    expect(of({}).get('cylindrical-roller')).to.deep.equal({ radial: true, axial: false })
    expect(of({}).get('thrust-ball')).to.deep.equal({ radial: false, axial: true })
    expect(of({ axialN: 0 }).get('deep-groove-ball')).to.deep.equal({ radial: true, axial: null })
  })
})

describe('kinds of bearing against a duty', () => {
  const DUTY: SuitedDuty = { radialN: 5000, axialN: 0, speedRpm: 1470, boreMm: 60, outsideMm: 130, shock: 'smooth' }
  const of = (family: string, change: Partial<SuitedDuty> = {}) => suitability({ ...DUTY, ...change }).find((s) => s.family === family)!
  // prettier-ignore
  const JUDGED: [family: string, change: Partial<SuitedDuty>, verdict: string, first: string][] = [
    ['deep-groove-ball', { axialN: 800 }, 'well', 'suits-some-thrust'],
    ['deep-groove-ball', { axialN: 4000 }, 'care', 'suits-much-thrust'],
    ['deep-groove-ball', { shock: 'heavy' }, 'care', 'suits-shock-balls'],
    ['cylindrical-roller', { axialN: 800 }, 'care', 'suits-flange'],
    ['cylindrical-roller', { axialN: 3000 }, 'not', 'suits-no-thrust'],
    ['toroidal-roller', { axialN: 1 }, 'not', 'suits-no-thrust'],
    ['cylindrical-roller', { mustFloat: true }, 'well', 'suits-inside'],
    ['tapered-roller', {}, 'care', 'suits-partner'],
    ['angular-contact-ball', { axialN: 3000 }, 'care', 'suits-one-way'],
    ['spherical-roller', { axialN: 800 }, 'well', 'suits-thrust-both'],
    ['spherical-roller', { axialN: 3000 }, 'care', 'suits-one-row'],
    ['spherical-roller', { tiltDeg: 1 }, 'well', 'suits-tilt'],
    ['deep-groove-ball', { tiltDeg: 1 }, 'not', 'suits-no-tilt'],
    ['needle-roller', { speedRpm: 4000 }, 'not', 'suits-too-fast'],
    ['thrust-ball', {}, 'not', 'suits-thrust-only'],
    ['thrust-spherical-roller', { radialN: 1000, axialN: 9000, speedRpm: 500 }, 'well', 'suits-thrust'],
  ]
  for (const [family, change, verdict, first] of JUDGED)
    it(`${family} under ${JSON.stringify(change)}: ${verdict}, ${first}`, () => {
      const { reasons, ...rest } = of(family, change)
      expect([rest.verdict, reasons[0]?.code]).to.deep.equal([verdict, first])
    })
  it('names every kind once, the fitting ones first, each reason in words', () => {
    const all = suitability({ ...DUTY, axialN: 900, wet: true })
    expect(new Set(all.map((s) => s.family)).size).to.equal(all.length)
    const rank = all.map((s) => ['well', 'care', 'not'].indexOf(s.verdict))
    expect(rank).to.deep.equal([...rank].sort())
    for (const { reasons } of all) for (const reason of reasons) expect(say(reason, 'inch')).to.have.length.above(10)
  })
})
