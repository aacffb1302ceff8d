import { expect } from 'chai'
import { speedLimitRpm } from '../../src/core/catalogue/speed-limits.js'
import { findBearing } from '../../src/core/catalogue/catalogue.js'
import { fit } from '../../src/core/fits/fit.js'
import { recommendFit, type RecommendInput } from '../../src/core/fits/recommend.js'
import { filledCard } from './line.js'
import { metric } from './said.js'

const row = (designation: string) => findBearing(designation)!.row
const SPINDLE: RecommendInput = {
  family: 'angular-contact-ball',
  boreMm: 70,
  outsideMm: 110,
  innerRingLoad: 'rotating',
  outerRingLoad: 'stationary',
  loadRatio: 0.05,
}

describe('bearings truer than normal', () => {
  // prettier-ignore
  const SEATS: [change: Partial<RecommendInput>, shaft: string, housing: string][] = [
    [{}, 'j6', 'H7'],
    [{ accuracy: '6' }, 'j6', 'H7'],
    [{ accuracy: '5' }, 'js5', 'JS6'],
    [{ accuracy: '4' }, 'js4', 'JS5'],
    [{ accuracy: '4', loadRatio: 0.1 }, 'js4', 'JS5'],
    [{ accuracy: '4', loadRatio: 0.2 }, 'k4', 'JS5'],
    [{ accuracy: '4', options: { outerMustSlide: true } }, 'js4', 'H5'],
    [{ accuracy: '5', options: { outerMustSlide: true } }, 'js5', 'H6'],
    [{ accuracy: '4', family: 'cylindrical-roller' }, 'js4', 'K5'],
    [{ accuracy: '4', innerRingLoad: 'stationary', outerRingLoad: 'rotating' }, 'h4', 'M5'],
    [{ accuracy: '4', family: 'thrust-ball' }, 'j6', 'H8'],
  ]
  for (const [change, shaft, housing] of SEATS)
    it(`${JSON.stringify(change)}: ${shaft}, ${housing}`, () => {
      const { shaftClass, housingClass } = recommendFit({ ...SPINDLE, ...change }).values
      expect([shaftClass, housingClass]).to.deep.equal([shaft, housing])
      // Every class that is advised can be worked out at this size.
      const { family } = { ...SPINDLE, ...change }
      for (const [seat, toleranceClass, sizeMm] of [
        ['shaft', shaft, 70],
        ['housing', housing, 110],
      ] as const)
        expect(
          fit({ seat, sizeMm, toleranceClass, family, accuracy: change.accuracy ?? 'normal' }).values.maxInterferenceUm,
        ).to.be.lessThan(40)
    })

  it('letters of the marking reach Fit and the speed guidance of the card', () => {
    const duty = { speedRpm: 6000 }
    const [plain, p4] = ['7014 C', '7014 C P4'].map((d) => filledCard(d, { duty }))
    expect(p4!.fit.recommended?.shaftClass).to.equal('js4')
    expect(plain!.fit.recommended?.shaftClass).to.not.equal('js4')
    const limit = (e: typeof p4) => e!.select.figures.find((f) => f.key === 'select.speedLimitRpm')!
    expect(limit(p4).value).to.be.closeTo((limit(plain).value as number) * 1.6, 11)
    expect(metric(limit(p4).note)).to.equal('with grease, class 4 (P4)')
  })

  it('oil-air is faster than oil that circulates, by the table', () => {
    const of = row('7014 C')
    expect(speedLimitRpm(of, 'oil-air') / speedLimitRpm(of, 'circulating')).to.be.closeTo(1.25, 1e-9)
    expect(speedLimitRpm(of, 'oil-air', 'open', '4') / speedLimitRpm(of, 'oil-air')).to.be.closeTo(1.6, 1e-9)
  })
})
