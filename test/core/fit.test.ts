import { expect } from 'chai'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { nutPitchMm } from '../../src/core/catalogue/sleeves.js'
import { againstCreep, byMiddle, shaftClassesByGrip } from '../../src/core/fits/creep.js'
import { seatReadingsDrawing } from '../../src/core/drawing/seat-readings.js'
import { whatIf } from '../../src/core/fits/what-if.js'
import { fit } from '../../src/core/fits/fit.js'
import { seatOptions, type Remedy, type WornSeat } from '../../src/core/fits/seat-options.js'
import { leastLeftUm } from '../../src/core/mounting/drive-up.js'
import { HOUSING_CLASSES } from '../../src/core/tolerances/iso286-tables.js'
import { cautionsOf, figuresOf, filledCard, questionsOf, type Patch } from './line.js'
import { metric } from './said.js'

const figure = (e: ReturnType<typeof filledCard>, key: string) => figuresOf(e).get(`fit.${key}`)?.value ?? null
const codes = (e: ReturnType<typeof filledCard>) => cautionsOf(e).map((c) => c.code)
const asked = (e: ReturnType<typeof filledCard>) => questionsOf(e).map((q) => q.code)

describe('seats as measured, on the card', () => {
  // 6312 in k5: +15 / +2 µm at 60 mm.
  const TRUE = { shaftPlane1: [60.01, 60.01, 60.01, 60.01], shaftPlane2: [60.01, 60.01, 60.01, 60.01] }
  const WORN = { shaftPlane1: [59.98, 59.981, 59.98, 59.98], shaftPlane2: [59.979, 59.98, 59.98, 59.98] }
  const card = (fitted: Patch['fit'] = {}, patch: Patch = {}) => filledCard('6312', { fit: fitted, ...patch })

  it('stand before the class: grip, clearance, heating and force follow them', () => {
    const [byClass, measured] = [card({ shaftClass: 'k5' }), card({ ...TRUE, shaftClass: 'k5' })]
    // The ring is 0 to −15 µm, the shaft +10: no wider than the ring's own band.
    const [low, high] = figure(measured, 'shaftInterference') as readonly [number, number]
    expect(low).to.be.closeTo(10, 1e-6)
    expect(high).to.be.closeTo(25, 1e-6)
    expect(figure(byClass, 'shaftInterference')).to.deep.equal([2, 30])
    const width = (e: ReturnType<typeof card>) => e.fit.clearance!.maxUm - e.fit.clearance!.minUm
    expect(width(measured)).to.be.below(width(byClass))
    expect(figuresOf(measured).get('mount.pressForceN')!.value).to.be.below(figuresOf(byClass).get('mount.pressForceN')!.value as number)
    expect(figure(measured, 'shaftMeasuredMm')).to.be.closeTo(60.01, 1e-9)
    expect(asked(measured)).to.not.include('seat-remedy-shaft')
  })
  it('are brought to 20 °C and freed of the zero of the gauge', () => {
    const warm = card({ ...TRUE, shaftPartC: 40, shaftZeroUm: 2 })
    expect(figure(warm, 'shaftMeasuredMm')).to.be.closeTo(60.008 / (1 + 11.7e-6 * 20), 1e-6)
  })
  it('a worn shaft is a stop with its ways out, until one is chosen; one that is too little is said', () => {
    const worn = card(WORN)
    expect(codes(worn)).to.include('seat-worn-shaft')
    expect(asked(worn)).to.include('seat-remedy-shaft')
    expect(worn.fit.cautions.find((c) => c.code === 'seat-worn-shaft')!.level).to.equal('stop')
    const filled = card({ ...WORN, shaftRemedy: 'compound' })
    expect(asked(filled)).to.not.include('seat-remedy-shaft')
    expect(codes(filled)).to.include('compound-shaft')
    expect(codes(card({ ...WORN, shaftRemedy: 'measured-ring' }))).to.include('remedy-short-shaft')
  })
  it('too much metal and a bore out of form are told apart', () => {
    expect(codes(card({ shaftPlane1: [60.03, 60.03, 60.03] }))).to.include('seat-proud-shaft')
    const oval = card({ housingPlane1: [130.002, 130.036, 130.002, 130.036] })
    expect(codes(oval)).to.include('seat-out-of-form-housing')
    expect(codes(oval)).to.not.include('seat-worn-housing')
  })
  it('a reading of another unit is refused beside its plane', () => {
    expect(metric(card({ shaftPlane2: [2.362] }).fit.fieldErrors.shaftPlane2)).to.contain('another unit')
  })

  // prettier-ignore
  const WAYS: [Partial<WornSeat>, Remedy[]][] = [
    [{ missingUm: 0 }, []],
    [{ missingUm: 6 }, ['measured-ring', 'compound', 'sleeve', 'scrap']],
    [{ missingUm: 6, withinForm: false }, ['compound', 'sleeve', 'scrap']],
    [{ missingUm: 60 }, ['compound', 'sleeve', 'scrap']],
    [{ missingUm: 60, mustSlide: true, seat: 'housing' }, ['sleeve']],
    [{ missingUm: 800 }, ['sleeve', 'scrap']],
    [{ missingUm: 5000, seat: 'housing' }, ['scrap']],
    [{ missingUm: -12 }, ['regrind']],
  ]
  for (const [change, ways] of WAYS)
    it(`${JSON.stringify(change)}: ${ways.join(', ') || 'nothing to do'}`, () =>
      expect(seatOptions({ seat: 'shaft', nominalMm: 60, missingUm: 0, withinForm: true, mustSlide: false, ...change })).to.deep.equal(
        ways,
      ))
})

describe('advice against creep that can be followed', () => {
  const input = { seat: 'shaft', sizeMm: 60, toleranceClass: 'js5', accuracy: 'normal', family: 'deep-groove-ball' } as const
  it('takes the next class that holds, and a larger group only where clearance asks for it', () => {
    const always = againstCreep(input, 8, 'N', () => true)
    expect(always.kind).to.equal('class')
    const { toleranceClass } = always as { toleranceClass: string }
    expect(fit({ ...input, toleranceClass }).values.probableMinInterferenceUm).to.be.at.least(8)
    expect(againstCreep(input, 8, 'N', (_, group) => group === '3')).to.deep.equal({ kind: 'class-and-group', toleranceClass, group: '3' })
    expect(againstCreep(input, 8, 'N', () => false)).to.deep.equal({ kind: 'none' })
    expect(againstCreep(input, 5000, 'N', () => true)).to.deep.equal({ kind: 'none' })
  })
  it('never goes to a class that is looser or coarser by more than a grade', () => {
    const middle = (name: string) => shaftClassesByGrip(60).find((c) => c.toleranceClass === name)!.middleUm
    for (const needed of [2, 5, 10, 20, 30]) {
      const way = againstCreep(input, needed, null, () => true)
      if (way.kind !== 'class') continue
      expect(middle(way.toleranceClass)).to.be.above(middle('js5'))
      expect(Number(/\d+/.exec(way.toleranceClass)![0])).to.be.at.most(6)
    }
  })
  it('on a card under heavy load the class that it names holds, and leaves clearance', () => {
    const loose = filledCard('6312', { duty: { radialLoadN: 12_000 }, fit: { shaftClass: 'j6' } })
    const said = loose.fit.cautions.find((c) => c.code.startsWith('creep-class'))!
    const { class: shaftClass, group } = said.params as { class: string; group?: string }
    const followed = filledCard('6312', {
      duty: { radialLoadN: 12_000 },
      fit: { shaftClass, ...(group && { group: group.slice(1) as '3' }) },
    })
    expect(followed.fit.creepMarginUm).to.be.at.least(0)
    expect(followed.fit.clearance!.p025Um).to.be.at.least(0)
  })
  it('classes by their middle rise, on shafts and in housings', () => {
    for (const list of [shaftClassesByGrip(100), byMiddle(HOUSING_CLASSES, 100)])
      for (const [i, c] of list.entries()) if (i) expect(c.middleUm).to.be.at.least(list[i - 1]!.middleUm)
  })
})

describe('a tapered bore on the card', () => {
  const card = (name: string, patch: Patch = {}) => filledCard(name, patch)
  it('says reduction, travel and turn for its sleeve, and the least that must be left', () => {
    const e = card('22220 K')
    expect(figure(e, 'reductionUm')).to.deep.equal([50, 65])
    const [from, to] = figure(e, 'travelMm') as [number, number]
    expect([from, to]).to.deep.equal([0.75, 0.975])
    // M100 x 2: a turn of 360 degrees is 2 mm.
    expect((figure(e, 'nutAngleDeg') as readonly number[])[0]).to.be.closeTo((360 * 0.75) / 2, 1e-9)
    expect(asked(e)).to.include('drive-up')
    // Normal group of a tapered bore 80 to 100 mm: 80 to 110 µm; its least less the least reduction.
    expect(figure(e, 'leastLeftUm')).to.be.closeTo(80 - 50, 1e-9)
    expect(leastLeftUm(100, 80, '3')).to.be.closeTo(80 - 65, 1e-9)
  })
  it('once its clearance is measured, what is left follows and is judged', () => {
    const measured = card('22220 K', { fit: { unmountedUm: 90, group: '3' } })
    const [low, high] = figure(measured, 'clearance') as [number, number]
    expect(high - low).to.be.closeTo(15, 1e-9)
    expect(measured.fit.verdict.word).to.equal('runs free')
    expect(asked(measured)).to.not.include('drive-up')
    const off = card('22220 K', { fit: { unmountedUm: 40, group: 'N' } })
    expect(codes(off)).to.include.members(['unmounted-off', 'drive-up-tight'])
  })
  it('a self-aligning ball bearing goes by seventy degrees of its nut', () => {
    const e = card('1212 K')
    expect((figure(e, 'nutAngleDeg') as readonly number[])[0]).to.be.closeTo(70, 1e-9)
    expect((figure(e, 'reductionUm') as readonly number[])[0]).to.be.closeTo(((2 * 70) / 360 / 15) * 1000, 1e-9)
    expect(figure(e, 'leastLeftUm')).to.equal(null)
  })
  it('pitches of the nuts rise with the thread', () =>
    expect([20, 25, 50, 55, 150, 160, 200, 220, 300, 320, 500].map(nutPitchMm)).to.deep.equal([1, 1.5, 1.5, 2, 2, 3, 3, 4, 4, 5, 5]))
  it('an insert on a sleeve is drawn up by its nut alone', () => {
    const e = card('UK 208')
    expect(figure(e, 'reductionUm')).to.equal(null)
    expect(findBearing('UK 208')!.row.boreTaper).to.equal('1:12')
  })
})

describe('what one step does, and what stands against the rings', () => {
  const input = () => {
    const { family, boreMm, outsideMm, innerRacewayMm, outerRacewayMm } = findBearing('6312')!.row
    return {
      family,
      boreMm,
      outsideMm,
      innerRacewayMm,
      outerRacewayMm,
      group: '3',
      shaft: { toleranceClass: 'k5' },
      housing: { toleranceClass: 'H7' },
      accuracy: 'normal',
      innerRingC: 70,
      outerRingC: 60,
    } as const
  }
  it('each step moves the clearance the way it must', () => {
    const rows = Object.fromEntries(whatIf(input()).map((r) => [r.step.code, r]))
    const now = rows['if-as-it-is']!
    expect(Object.keys(rows)).to.have.length(6)
    for (const code of ['if-group-up', 'if-looser']) expect(rows[code]!.p025Um, code).to.be.above(now.p025Um)
    for (const code of ['if-group-down', 'if-warmer', 'if-tighter']) expect(rows[code]!.p025Um, code).to.be.below(now.p025Um)
    // 10 K over the mean raceway diameter.
    const { innerRacewayMm, outerRacewayMm } = input()
    expect(now.p025Um - rows['if-warmer']!.p025Um).to.be.closeTo(12e-6 * 10 * ((innerRacewayMm + outerRacewayMm) / 2) * 1000, 1e-6)
  })
  it('leaves out what the tables do not hold', () =>
    expect(whatIf({ ...input(), group: '5' }).map((r) => r.step.code)).to.not.include('if-group-up'))

  // prettier-ignore
  const AGAINST: [Patch['fit'], string | null][] = [
    [{ shaftShoulderMm: 76 }, null],
    [{ shaftShoulderMm: 65 }, 'shoulder-low-shaft'],
    [{ shaftShoulderMm: 95 }, 'shoulder-high-shaft'],
    [{ shaftFilletMm: 3 }, 'fillet-large-shaft'],
    [{ housingFilletMm: 1 }, null],
    [{ housingRunoutUm: 40 }, 'shoulder-runout-housing'],
    [{ shaftRunoutUm: 13 }, null],
    [{ shaftRunoutUm: 13, precise: true }, 'shoulder-runout-shaft'],
  ]
  for (const [fitted, code] of AGAINST)
    it(`${JSON.stringify(fitted)}: ${code ?? 'right'}`, () => {
      const said = codes(filledCard('6312', { fit: fitted })).filter((c) => /^(shoulder|fillet)/.test(c))
      expect(said).to.deep.equal(code ? [code] : [])
    })

  it('a seat is drawn plane by plane, one that leaves its class in red', () => {
    const draw = (planes: number[][]) =>
      seatReadingsDrawing({ width: 560, height: 190, nominalMm: 60, planes, limitsUm: [2, 15], say: (um) => `${Math.round(um)} µm` })
    const roles = (d: ReturnType<typeof draw>) => d.primitives.flatMap((p) => (p.kind === 'path' ? [p.role] : []))
    expect(
      roles(
        draw([
          [60.01, 60.01],
          [60.02, 60.01],
        ]),
      ),
    ).to.deep.equal(['ring-strong', 'error'])
    expect(draw([[60.01, 60.012]]).description).to.contain('10 µm, 12 µm')
  })
})

describe('a shaft that is hollow and a wall that is thin', () => {
  const card = (fitted: Patch['fit']) => filledCard('6312', { fit: { shaftClass: 'm5', housingClass: 'N7', group: '3', ...fitted } })
  const middle = (fitted: Patch['fit']) => card(fitted).fit.clearance!.medianUm
  it('give way, so that more clearance is left and less force is needed', () => {
    expect(middle({ shaftBoreMm: 45 })).to.be.above(middle({}))
    expect(middle({ housingOutsideMm: 145 })).to.be.above(middle({}))
    const force = (fitted: Patch['fit']) => figuresOf(card(fitted)).get('mount.pressForceN')!.value as number
    expect(force({ shaftBoreMm: 45 })).to.be.below(force({}))
  })
  it('a thin wall asks for a tighter class, a hollow shaft is cautioned, and what cannot be is refused', () => {
    const advised = (fitted: Patch['fit']) => filledCard('6312', { fit: fitted }).fit.recommended!.housingClass
    expect(advised({ housingOutsideMm: 140 })).to.equal(filledCard('6312', { fit: { thinWall: true } }).fit.recommended!.housingClass)
    expect(codes(card({ shaftBoreMm: 45 }))).to.include('hollow-shaft')
    expect(metric(card({ shaftBoreMm: 70 }).fit.fieldErrors.shaftBoreMm)).to.contain('57')
    expect(metric(card({ housingOutsideMm: 120 }).fit.fieldErrors.housingOutsideMm)).to.contain('130')
  })
})
