import { expect } from 'chai'
import { calculate } from '../../src/contract/calculations/registry.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { standardToleranceUm } from '../../src/core/tolerances/iso286.js'

/** Values by the fixed name, as every door answers. */
function values<T = Record<string, number>>(name: string, input: object): T {
  const answer = calculate(name, input)
  if (!answer.ok) throw new Error(JSON.stringify(answer.problem))
  return answer.result.values as T
}
const refused = (name: string, input: object) => {
  const answer = calculate(name, input)
  return answer.ok ? null : (answer.problem.errors?.[0]?.field ?? answer.problem.detail)
}

describe('a seat as measured', () => {
  const SHAFT = {
    ...{ seat: 'shaft', nominalMm: 60, toleranceClass: 'k5', material: 'carbon-steel' },
    planes: [
      [60.01, 60.012, 60.008, 60.011],
      [60.009, 60.01, 60.009, 60.01],
    ],
  }
  interface Seat {
    meanMm: number
    taperUm: number
    outOfRoundUm: number
    deviationsUm: [number, number]
    withinSize: boolean
    withinForm: boolean
  }
  const measured = (change: object = {}) => values<Seat>('seat-measurement', { ...SHAFT, ...change })
  it('by hand at 20 °C: mean, taper, roundness, limits +2 to +15', () => {
    const v = measured()
    expect(v.meanMm).to.be.closeTo(60.009875, 1e-9)
    expect(v.taperUm).to.be.closeTo(0.75, 1e-6)
    expect(v.outOfRoundUm).to.be.closeTo(4, 1e-6)
    expect(v.deviationsUm[0]).to.be.closeTo(8, 1e-6)
    expect([v.withinSize, v.withinForm]).to.deep.equal([true, true])
  })
  it('a warm part is smaller than it reads, a gauge that reads too much as well', () => {
    const warm = measured({ partTemperatureC: 30 })
    expect(warm.meanMm).to.be.closeTo(60.009875 / (1 + 11.7e-6 * 10), 1e-9)
    expect(warm.withinSize, '8 µm less 7 µm is under the +2 of k5').to.equal(false)
    expect(measured({ gaugeZeroUm: 3 }).meanMm).to.be.closeTo(60.006875, 1e-9)
    expect(measured({ partTemperatureC: 30, gaugeZeroUm: -7 }).meanMm).to.be.closeTo(60.016875 / 1.000117, 1e-9)
  })
  it('form: half of what a diameter varies against half of IT5 on a shaft, of IT6 in a housing', () => {
    const by = (um: number) => measured({ toleranceClass: 'h9', planes: [[60, 60 - um / 1000, 60, 60]] }).withinForm
    const [IT5, IT6] = [standardToleranceUm(5, 60), standardToleranceUm(6, 60)]
    expect([by(IT5), by(IT5 + 0.1)]).to.deep.equal([true, false])
    const bore = (um: number) => measured({ seat: 'housing', toleranceClass: 'H9', planes: [[60, 60 + um / 1000, 60, 60]] }).withinForm
    expect([bore(IT6), bore(IT6 + 0.1)]).to.deep.equal([true, false])
    expect(measured({ toleranceClass: 'h9', planes: [[60], [60 - (IT5 + 0.1) / 1000]] }).withinForm, 'taper counts alike').to.equal(false)
  })
  // prettier-ignore
  for (const [change, field] of [
    [{ planes: [] }, 'planes'], [{ planes: [[]] }, 'planes'], [{ planes: [[2.3622]] }, 'planes.0.0'], [{ planes: [[60, 70]] }, 'planes.0.1'],
    [{ toleranceClass: 'H7' }, 'toleranceClass'], [{ toleranceClass: 'q6' }, 'toleranceClass'], [{ nominalMm: 0 }, 'nominalMm'], [{ partTemperatureC: 900 }, 'partTemperatureC'],
  ] as const)
    it(`refuses ${JSON.stringify(change)}`, () => expect(refused('seat-measurement', { ...SHAFT, ...change })).to.contain(field))
})

describe('what cannot move, and settings', () => {
  it('locked growth by hand: shaft and seats as springs in series', () => {
    const input = { growthMm: 0.5, shaftDiameterMm: 60, spanMm: 500, material: 'carbon-steel', seatStiffnessNUm: 500 }
    const column = (206 * (Math.PI / 4) * 3600) / 500
    expect(values('locked-growth', input).thrustN).to.be.closeTo(500 / (1 / column + 1 / 500), 1e-6)
    expect(values('locked-growth', { ...input, seatStiffnessNUm: 1e7 }).thrustN, 'rigid seats: the column alone').to.be.closeTo(
      500 * column,
      0.001 * 500 * column,
    )
    expect(values('locked-growth', { ...input, growthMm: 0 }).thrustN).to.equal(0)
    expect(values('locked-growth', { ...input, shaftBoreMm: 40 }).thrustN).to.be.below(values('locked-growth', input).thrustN!)
    expect(refused('locked-growth', { ...input, seatStiffnessNUm: 0 })).to.contain('seatStiffnessNUm')
  })
  const PAIR = {
    ...{ spanMm: 200, racewayMm: [80, 80], contactAngleDeg: [15, 15], wantedHotUm: 40 },
    ...{ shaftMaterial: 'carbon-steel', shaftRiseK: 20, housingMaterial: 'cast-iron', housingRiseK: 0 },
  }
  const setting = (scheme: string, change: object = {}) => values('pair-setting', { ...PAIR, ...change, scheme })
  const RING = 12e-3 // µm per mm and K
  it('an adjusted pair by hand: the shaft parts it along, its rings of bearing steel close it across', () => {
    const cone = 80 / Math.tan((15 * Math.PI) / 180)
    const across = -cone * RING * 20
    expect(setting('back-to-back').changeUm).to.be.closeTo(0.234 * 200 + across, 1e-6)
    expect(setting('face-to-face').changeUm).to.be.closeTo(-0.234 * 200 + across, 1e-6)
    expect(setting('back-to-back').coldUm).to.be.closeTo(40 - 0.234 * 200 - across, 1e-6)
    expect(setting('back-to-back', { spanMm: 1000 }).changeUm).to.be.above(0)
  })
  it('equally warm rings do not part, whatever shaft and housing are made of: steel in aluminium, both 50 K warmer', () => {
    const found = setting('back-to-back', {
      spanMm: 100,
      racewayMm: [70, 70],
      contactAngleDeg: [15.6, 15.6],
      wantedHotUm: 20,
      shaftRiseK: 50,
      housingMaterial: 'aluminium',
      housingRiseK: 50,
    })
    expect(found.changeUm).to.be.closeTo(100 * (11.7 - 23.5) * 50e-3, 1e-9)
    expect(found.coldUm).to.be.closeTo(79, 1e-9)
  })
  it('housing and shaft alike and alike warm: nothing changes', () => {
    expect(setting('face-to-face', { housingMaterial: 'carbon-steel', housingRiseK: 20 }).changeUm).to.be.closeTo(0, 1e-9)
    expect(refused('pair-setting', { ...PAIR, scheme: 'tandem' })).to.contain('scheme')
    expect(refused('pair-setting', { ...PAIR, scheme: 'back-to-back', contactAngleDeg: [0, 15] })).to.contain('contactAngleDeg')
  })
  it('nut, shims and drive-up', () => {
    expect(values('nut-angle', { changeUm: 100, pitchMm: 2 }).angleDeg).to.be.closeTo(18, 1e-9)
    expect(values('nut-angle', { changeUm: -50, pitchMm: 1.5 }).angleDeg).to.be.closeTo(-12, 1e-9)
    const shims = { trialMm: 0.5, measuredMm: 0.12, wantedMm: 0.05 }
    expect(values('shim-pack', { ...shims, side: 'opens' }).packMm).to.be.closeTo(0.43, 1e-9)
    expect(values('shim-pack', { ...shims, side: 'closes' }).packMm).to.be.closeTo(0.57, 1e-9)
    expect(refused('shim-pack', { trialMm: 0.1, measuredMm: 0.5, wantedMm: 0, side: 'opens' })).to.contain('trialMm')
    const up = values('drive-up', { boreMm: 60, taper: '1:12', reductionUm: 30, pitchMm: 2 })
    expect([up.axialTravelMm, up.nutAngleDeg]).to.deep.equal([0.45, 81])
    expect(values('drive-up', { boreMm: 120, taper: '1:30', reductionUm: 60, pitchMm: 2 }).axialTravelMm).to.be.closeTo(2.22, 1e-9)
    expect(refused('drive-up', { boreMm: 60, taper: '1:12', reductionUm: -1, pitchMm: 2 })).to.contain('reductionUm')
  })
  it('an outer ring pressed in: Lamé by its own formula, and a thick housing presses harder than a thin one', () => {
    const input = { outsideMm: 130, racewayMm: 113, widthMm: 31, interferenceUm: 20, housingOutsideMm: 200, material: 'cast-iron' }
    const ring = ((130 ** 2 + 113 ** 2) / (130 ** 2 - 113 ** 2) - 0.3) / 206_000
    const housing = ((200 ** 2 + 130 ** 2) / (200 ** 2 - 130 ** 2) + 0.3) / 110_000
    const p = 0.02 / (130 * (ring + housing))
    const v = values('housing-press', input)
    expect(v.pressureMPa!).to.be.closeTo(p, 1e-9)
    expect(v.forceN).to.be.closeTo(0.12 * p * Math.PI * 130 * 31, 1e-6)
    expect(values('housing-press', { ...input, housingOutsideMm: 150 }).forceN).to.be.below(v.forceN!)
    expect(values('housing-press', { ...input, interferenceUm: 0 }).forceN).to.equal(0)
    expect(refused('housing-press', { ...input, housingOutsideMm: 120 })).to.contain('housingOutsideMm')
  })
})

describe('clearance of assemblies drawn at random', () => {
  const INPUT = {
    designation: '6312',
    group: 'N',
    shaft: { toleranceClass: 'm6' },
    housing: { toleranceClass: 'J7' },
    innerRingC: 75,
    outerRingC: 65,
  }
  const drawn = (change: object = {}) =>
    values('operating-clearance', { ...INPUT, method: 'simulated', ...change }) as Record<string, number>
  it('agrees with the closed form within its noise, tight seats and half-loose ones', () => {
    for (const change of [
      {},
      { shaft: { toleranceClass: 'k5' } },
      { housing: { toleranceClass: 'K7' } },
      { designation: 'NU 312', group: '3' },
      { innerRingC: 95 },
    ]) {
      const [one, other] = [values('operating-clearance', { ...INPUT, ...change }), drawn(change)]
      const span = one.p975Um! - one.p025Um!
      for (const name of ['medianUm', 'p025Um', 'p975Um'])
        expect(other[name], `${name} ${JSON.stringify(change)}`).to.be.closeTo(one[name]!, 0.05 * span)
      expect(other.shareBelowZero, JSON.stringify(change)).to.be.closeTo(one.shareBelowZero!, 0.015)
      expect([other.minUm, other.maxUm]).to.deep.equal([one.minUm, one.maxUm])
    }
  })
  it('the same seed draws the same parts, another nearly the same', () => {
    expect(drawn({ seed: 7 })).to.deep.equal(drawn({ seed: 7 }))
    expect(drawn({ seed: 7 }).medianUm).to.not.equal(drawn({ seed: 8 }).medianUm)
    expect(drawn({ seed: 7 }).medianUm).to.be.closeTo(drawn({ seed: 8 }).medianUm!, 0.2)
  })
  it('one part without any spread: as many as its limits say, and a hot inner ring takes α ΔT of the raceways', () => {
    const still = {
      rangeUm: [20, 20],
      group: undefined,
      shaft: { deviationUm: [-40, -40] },
      housing: { deviationUm: [40, 40] },
      innerRingC: 65,
    }
    expect(drawn(still).medianUm).to.be.closeTo(20, 1e-9)
    const { innerRacewayMm: F, outerRacewayMm: E } = findBearing('6312')!.row
    expect(drawn({ ...still, innerRingC: 75 }).medianUm).to.be.closeTo(20 - 12e-6 * 10 * ((F + E) / 2) * 1000, 1e-9)
  })
  it('stands in bars whose shares make one, from the least to the most', () => {
    const { histogram, medianUm } = values<{ histogram: { middlesUm: number[]; shares: number[] }; medianUm: number }>(
      'operating-clearance',
      { ...INPUT, method: 'simulated' },
    )
    expect(histogram.shares.reduce((sum, s) => sum + s, 0)).to.be.closeTo(1, 1e-9)
    expect(histogram.middlesUm).to.deep.equal([...histogram.middlesUm].sort((a, b) => a - b))
    const highest = histogram.middlesUm[histogram.shares.indexOf(Math.max(...histogram.shares))]!
    expect(highest).to.be.closeTo(medianUm, 4)
  })
  it('refuses too few assemblies', () =>
    expect(refused('operating-clearance', { ...INPUT, method: 'simulated', assemblies: 3 })).to.contain('assemblies'))
})
