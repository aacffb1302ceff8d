import { expect } from 'chai'
import { ellipticIntegrals, linePressure, pointContact, pointPressure } from '../../src/core/distribution/hertz.js'
import { loadDistribution, type DistributionInput } from '../../src/core/distribution/load-distribution.js'
import { loadZoneDrawing } from '../../src/core/drawing/load-zone.js'
import { equivalentLoad } from '../../src/core/ratings/equivalent-load.js'
import { loadRating } from '../../src/core/ratings/load-rating.js'
import { InputError } from '../../src/core/result.js'

const BALLS: DistributionInput = {
  family: 'deep-groove-ball',
  elements: 40,
  elementDiameterMm: 10,
  pitchDiameterMm: 160,
  clearanceUm: 0,
  radialLoadN: 10_000,
}
const ROLLERS: DistributionInput = {
  family: 'cylindrical-roller',
  elements: 40,
  elementDiameterMm: 12,
  pitchDiameterMm: 180,
  rollerLengthMm: 14,
  clearanceUm: 0,
  radialLoadN: 30_000,
}
const angled = (deg: number) => (deg * Math.PI) / 180
const solve = (input: DistributionInput) => loadDistribution(input).values
/** Most loaded element over Fr / (Z cos α). */
const peak = (input: DistributionInput) =>
  (solve(input).maxLoadN * input.elements * Math.cos(angled(input.contactAngleDeg ?? 0))) / input.radialLoadN
const rating = (input: DistributionInput) => loadRating(input).values.dynamicRatingN

describe('contacts by Hertz', () => {
  it('the elliptic integrals keep their known values and the relation of Legendre', () => {
    expect(ellipticIntegrals(0)).to.deep.equal({ first: Math.PI / 2, second: Math.PI / 2 })
    expect(ellipticIntegrals(0.5).first).to.be.closeTo(1.8540746773, 1e-9)
    expect(ellipticIntegrals(0.5).second).to.be.closeTo(1.3506438811, 1e-9)
    for (const m of [0.1, 0.3, 0.9]) {
      const [a, b] = [ellipticIntegrals(m), ellipticIntegrals(1 - m)]
      expect(a.second * b.first + b.second * a.first - a.first * b.first).to.be.closeTo(Math.PI / 2, 1e-12)
    }
  })
  it('a ball on a plane: radius, approach and pressure by the closed form', () => {
    const [R, Q] = [10, 500]
    const contact = pointContact(2 / R, 0)
    const a = Math.cbrt((1.5 * Q * R * 0.91) / 206_000)
    expect(contact.wide * Math.cbrt(Q)).to.be.closeTo(a, 1e-9)
    expect(contact.long * Math.cbrt(Q)).to.be.closeTo(a, 1e-9)
    expect(contact.give * Q ** (2 / 3)).to.be.closeTo((a * a) / R, 1e-9)
    expect(pointPressure(contact, Q)).to.be.closeTo((1.5 * Q) / (Math.PI * a * a), 1e-6)
  })
  it('a roller on a plane: 0.418 √(q E / R)', () =>
    expect(linePressure(200, 1 / 8)).to.be.closeTo(0.4179 * Math.sqrt((200 * 206_000) / 8), 1))
})

describe('load distribution', () => {
  // prettier-ignore
  const PEAKS: [what: string, input: DistributionInput, peak: number, tolerance: number][] = [
    ['balls without clearance', BALLS, 4.37, 0.01],
    ['rollers without clearance', ROLLERS, 4.08, 0.01],
    ['balls with usual clearance', { ...BALLS, clearanceUm: 25 }, 5, 0.3],
    ['two rows of rollers at 10°', { ...ROLLERS, family: 'spherical-roller', rows: 2, contactAngleDeg: 10 }, 4.08, 0.02],
    ['tapered rollers pushed to half a ring', { ...ROLLERS, family: 'tapered-roller', contactAngleDeg: 14, axialLoadN: 1.26 * 30_000 * Math.tan(angled(14)) }, 4.08, 0.05],
  ]
  for (const [what, input, wanted, tolerance] of PEAKS)
    it(`${what}: the most loaded element carries ${wanted} times the mean`, () => expect(peak(input)).to.be.closeTo(wanted, tolerance))

  it('the loads balance the load from outside, around the ring and along the shaft', () => {
    for (const input of [
      { ...BALLS, clearanceUm: 15, axialLoadN: 4000 },
      { ...BALLS, clearanceUm: -8 },
      { ...ROLLERS, clearanceUm: 30, tiltArcmin: 3 },
    ]) {
      const { elementLoadsN, contactAnglesDeg } = solve(input)
      const sum = (part: (q: number, j: number) => number) => elementLoadsN.reduce((s, q, j) => s + part(q, j), 0)
      const phi = (j: number) => (2 * Math.PI * j) / input.elements
      expect(sum((q, j) => q * Math.cos(angled(contactAnglesDeg[j]!)) * Math.cos(phi(j)))).to.be.closeTo(input.radialLoadN, 1e-4)
      expect(sum((q, j) => q * Math.cos(angled(contactAnglesDeg[j]!)) * Math.sin(phi(j)))).to.be.closeTo(0, 1e-4)
      expect(sum((q, j) => q * Math.sin(angled(contactAnglesDeg[j]!)))).to.be.closeTo('axialLoadN' in input ? input.axialLoadN! : 0, 1e-4)
    }
  })

  it('thrust rollers under tilt: each is lifted by its lever, half the pitch diameter, as a sum over laminae says too', () => {
    const input: DistributionInput = {
      family: 'thrust-cylindrical-roller',
      elements: 20,
      elementDiameterMm: 10,
      pitchDiameterMm: 80,
      rollerLengthMm: 10,
      contactAngleDeg: 90,
      clearanceUm: 0,
      radialLoadN: 0,
      axialLoadN: 20_000,
      tiltArcmin: 3,
    }
    const theta = angled(3 / 60)
    const of = (x: number, j: number) => {
      let load = 0
      for (let k = 0; k < 30; k++) {
        const depth = x + theta * Math.cos((2 * Math.PI * j) / 20) * (40 - 10 * ((k + 0.5) / 30 - 0.5))
        if (depth > 0) load += (35_948 * 10 ** (8 / 9) * depth ** (10 / 9)) / 30
      }
      return load
    }
    let [low, high] = [-0.1, 0.1]
    for (let i = 0; i < 80; i++) {
      const x = (low + high) / 2
      const sum = Array.from({ length: 20 }, (_, j) => of(x, j)).reduce((a, b) => a + b, 0)
      if (sum < 20_000) low = x
      else high = x
    }
    const found = solve(input)
    for (const j of [0, 3, 10]) expect(found.elementLoadsN[j]).to.be.closeTo(of(low, j), 1)
    expect(found.maxLoadN, 'far over the thousand that each would carry').to.be.above(2000)
    expect(solve({ ...input, tiltArcmin: 0 }).maxLoadN).to.be.closeTo(1000, 1e-3)
  })
  it('one row with a contact angle under a radial load alone is refused, balls as rollers', () => {
    for (const input of [
      { ...BALLS, family: 'angular-contact-ball', contactAngleDeg: 40 },
      { ...ROLLERS, family: 'tapered-roller', contactAngleDeg: 14 },
    ] as const)
      expect(() => loadDistribution(input)).to.throw(InputError, 'pushed apart')
  })
  it('a ring pinched in the direction of the load takes it on fewer elements, and a deep preload is said', () => {
    const peakAt = (ovalUm: number) => solve({ ...BALLS, clearanceUm: 20, ovalUm }).maxLoadN
    expect(peakAt(40)).to.be.above(peakAt(0))
    // A clearance as much smaller at the load as the pinch takes there: near enough the same push.
    expect(solve({ ...BALLS, clearanceUm: 20, ovalUm: 40 }).displacementUm).to.be.below(solve({ ...BALLS, clearanceUm: 20 }).displacementUm)
    expect(loadDistribution({ ...BALLS, clearanceUm: -60 }).cautions.map((c) => c.code)).to.include('clearance-deep')
    expect(loadDistribution({ ...BALLS, clearanceUm: -8 }).cautions.map((c) => c.code)).to.not.include('clearance-deep')
  })

  it('the load zone is 2 arccos(clearance / 2 shift), 360° where all carry', () => {
    for (const clearanceUm of [-6, 0, 12, 40]) {
      const { loadZoneDeg, displacementUm } = solve({ ...BALLS, clearanceUm })
      expect(loadZoneDeg).to.be.closeTo((2 * Math.acos(clearanceUm / 2 / displacementUm) * 180) / Math.PI, 1e-6)
    }
    expect(solve({ ...BALLS, radialLoadN: 0, axialLoadN: 5000, clearanceUm: 20 }).loadZoneDeg).to.be.closeTo(360, 1e-9)
  })

  it('thrust alone: every ball carries Fa / (Z sin α), at an angle that grows with the load', () => {
    const angle = (axialLoadN: number) => {
      const { elementLoadsN, contactAnglesDeg } = solve({ ...BALLS, radialLoadN: 0, axialLoadN, clearanceUm: 20 })
      for (const q of elementLoadsN) expect(q).to.be.closeTo(axialLoadN / (40 * Math.sin(angled(contactAnglesDeg[0]!))), 1e-6)
      return contactAnglesDeg[0]!
    }
    expect(angle(20_000)).to.be.above(angle(2000))
  })

  // prettier-ignore
  const LIVES: [what: string, input: DistributionInput, off: number][] = [
    ['balls', BALLS, 0.03],
    ['rollers', ROLLERS, 0.03],
    ['two rows', { ...ROLLERS, family: 'spherical-roller', rows: 2, contactAngleDeg: 10 }, 0.03],
    ['thrust balls', { ...BALLS, family: 'thrust-ball', radialLoadN: 0, axialLoadN: 9000 }, 1e-6],
    ['angular contact, half the ring', { ...BALLS, family: 'angular-contact-ball', contactAngleDeg: 40, axialLoadN: 1.2186 * 10_000 * Math.tan(angled(40)) }, 0.2],
  ]
  for (const [what, input, off] of LIVES)
    it(`${what} without clearance: the life that the rating states, within ${off * 100} %`, () => {
      const element = ['cylindrical-roller', 'spherical-roller'].includes(input.family) ? 10 / 3 : 3
      const P = equivalentLoad({
        ...input,
        axialLoadN: input.axialLoadN ?? 0,
        staticRatingN: loadRating(input).values.staticRatingN,
        f0: 14,
      }).values.equivalentLoadN
      expect(solve(input).referenceLifeMrev / (rating(input) / P) ** element).to.be.closeTo(1, off)
    })

  it('clearance and tilt cost life; the number of laminae does not show', () => {
    const life = (change: Partial<DistributionInput>) => solve({ ...ROLLERS, ...change }).referenceLifeMrev
    expect(life({ clearanceUm: 40 })).to.be.below(life({}))
    expect(life({ tiltArcmin: 4 })).to.be.below(life({ tiltArcmin: 2 }))
    expect(life({ tiltArcmin: 1e-6 })).to.be.closeTo(life({}), 1e-3 * life({}))
    expect(solve({ ...ROLLERS, tiltArcmin: 4 }).maxPressureMPa).to.be.above(solve(ROLLERS).maxPressureMPa)
    const { cautions } = loadDistribution({ ...ROLLERS, tiltArcmin: 4 })
    expect(cautions.map((c) => c.code)).to.include('tilt-without-profile')
    const forgiving = { ...ROLLERS, family: 'spherical-roller' as const, rows: 2, contactAngleDeg: 10 }
    expect(solve({ ...forgiving, tiltArcmin: 30 }).maxLoadN).to.equal(solve(forgiving).maxLoadN)
  })

  // prettier-ignore
  const REFUSED: [input: DistributionInput, field: string][] = [
    [{ ...BALLS, radialLoadN: 0 }, 'radialLoadN'],
    [{ ...BALLS, elements: 7.5 }, 'elements'],
    [{ ...BALLS, pitchDiameterMm: 15 }, 'pitchDiameterMm'],
    [{ ...BALLS, innerOsculation: 0.5 }, 'innerOsculation'],
    [{ ...ROLLERS, rollerLengthMm: undefined }, 'rollerLengthMm'],
    [{ ...ROLLERS, axialLoadN: 10 }, 'axialLoadN'],
    [{ ...ROLLERS, family: 'tapered-roller', contactAngleDeg: 14 }, 'axialLoadN'],
    [{ ...BALLS, family: 'thrust-ball', axialLoadN: 5 }, 'radialLoadN'],
  ]
  for (const [input, field] of REFUSED)
    it(`refuses ${field} of ${JSON.stringify(input).slice(0, 60)}`, () => {
      expect(() => loadDistribution(input))
        .to.throw(InputError)
        .with.property('field', field)
    })
})

describe('the drawing of a load zone', () => {
  const bars = (clearanceUm: number) => {
    const { elementLoadsN } = loadDistribution({ ...BALLS, clearanceUm }).values
    const { primitives } = loadZoneDrawing({
      ...{ width: 400, height: 300, sizeShare: 0.2, mostWords: '1 kN', description: '' },
      elementLoadsN,
    })
    return primitives.flatMap((p) => (p.kind === 'line' && p.role === 'band-edge' ? [Math.hypot(p.x2 - p.x1, p.y2 - p.y1)] : []))
  }
  it('draws a bar for each element that carries, the longest under the load; fewer with more clearance', () => {
    const [tight, loose] = [bars(0), bars(80)]
    expect(tight.length).to.be.above(loose.length)
    expect(Math.max(...tight)).to.be.closeTo(60, 1e-6)
    expect(tight.indexOf(Math.max(...tight))).to.equal(0)
  })
})
