import { referenceViscosity } from './viscosity.js'
import { cleanShare, lifeFactor, stepsOfCleanliness, type Cleanliness } from './modified-life.js'

/** How a life moves with load, speed, viscosity and cleanliness: what is drawn beside it, and what if. */

/** What a life rests on. */
export interface LifeBasis {
  rollingElement: 'ball' | 'roller'
  thrust: boolean
  dynamicRatingN: number
  fatigueLoadLimitN: number
  equivalentLoadN: number
  speedRpm: number
  /** Factor for the reliability that is asked for. */
  a1: number
  pitchDiameterMm: number
  /** Null while no lubricant is known. */
  kappa: number | null
  cleanliness: Cleanliness
  /** The next larger of its series under the same load, where there is one; not there in older closed cards. */
  larger?: LargerSize | null
}
/** What changes of a basis with the size. */
export interface LargerSize {
  designation: string
  dynamicRatingN: number
  fatigueLoadLimitN: number
  equivalentLoadN: number
  pitchDiameterMm: number
}

export const LIFE_AXES = ['load', 'speed', 'viscosity', 'cleanliness'] as const
export type LifeAxis = (typeof LIFE_AXES)[number]

/** What is changed against the basis: factors of load, speed and viscosity, or another cleanliness. */
export interface WhatIf {
  load?: number
  speed?: number
  viscosity?: number
  cleanliness?: Cleanliness
}
export interface Lives {
  nominalH: number
  /** With film and dirt; null while no lubricant is known, or κ is under 0.1. */
  modifiedH: number | null
}

/** What a size carries against what it has to, in million turns: (C/P)^p. Loads in N. Source: ISO 281:2007, 5 to 8. */
export const ratedMrev = (basis: Pick<LifeBasis, 'rollingElement' | 'dynamicRatingN'>, equivalentLoadN: number): number =>
  (basis.dynamicRatingN / equivalentLoadN) ** (basis.rollingElement === 'ball' ? 3 : 10 / 3)

/** Both lives, h, with something changed by a factor. The temperature stays as it is. Source: ISO 281:2007. */
export function lifeIf(basis: LifeBasis, { load = 1, speed = 1, viscosity = 1, cleanliness = basis.cleanliness }: WhatIf): Lives {
  const P = basis.equivalentLoadN * load
  const n = basis.speedRpm * speed
  const nominalH = (basis.a1 * ratedMrev(basis, P) * 1e6) / (60 * n)
  if (basis.kappa === null) return { nominalH, modifiedH: null }
  const wanted = (speedRpm: number) => referenceViscosity({ pitchDiameterMm: basis.pitchDiameterMm, speedRpm }).values.viscosityMm2S
  const kappa = (basis.kappa * viscosity * wanted(basis.speedRpm)) / wanted(n)
  if (kappa < 0.1) return { nominalH, modifiedH: null }
  const factor = lifeFactor({
    ...{
      rollingElement: basis.rollingElement,
      thrust: basis.thrust,
      kappa,
      fatigueLoadLimitN: basis.fatigueLoadLimitN,
      equivalentLoadN: P,
    },
    contaminationFactor: cleanShare(kappa, basis.pitchDiameterMm, cleanliness),
  })
  return { nominalH, modifiedH: factor * nominalH }
}

/** Factors of a curve: a quarter to four times, by equal steps of the logarithm; the one in the middle is what stands. */
export const FACTORS: readonly number[] = Array.from({ length: 33 }, (_, i) => 4 ** ((i - 16) / 16))

/** The change at each point of a curve along one axis; no unit. Source: the table of cleanliness, and FACTORS. */
export function stepsOf(axis: LifeAxis, basis: Pick<LifeBasis, 'cleanliness'>): WhatIf[] {
  return axis === 'cleanliness'
    ? stepsOfCleanliness(basis.cleanliness).steps.map((cleanliness) => ({ cleanliness }))
    : FACTORS.map((factor) => ({ [axis]: factor }))
}

/** What of load, size, cleanliness, viscosity, speed and alignment buys most life here: hours of each change, best first. */
export interface Buy {
  code: 'buy-load' | 'buy-size' | 'buy-clean' | 'buy-oil' | 'buy-speed' | 'buy-straight'
  hours: number
  designation?: string
}

/**
 * Lives after each change that a plant can make, h, longest first: a fifth less load or speed, the next larger size, one step cleaner,
 * twice the viscosity, rings that no longer tilt (`straight`: how many times as long a tilted bearing then lasts, from 1; left out
 * where none tilts). `counts`: the kind of life that stands beside it, so that one is not held against the other. Sources: ISO 281:2007; ISO/TS 16281:2008 for the tilt.
 */
export function whatBuysMost(basis: LifeBasis, straight = 1, counts: 'rating' | 'modified' = 'modified'): Buy[] {
  const hours = (change: WhatIf, of = basis) => {
    const { nominalH, modifiedH } = lifeIf(of, change)
    return counts === 'rating' ? nominalH : (modifiedH ?? nominalH)
  }
  const { larger } = basis
  // The oil stays: what it is for the larger size goes with the square root of the pitch diameter.
  const grown = larger && {
    ...{ ...basis, ...larger },
    kappa: basis.kappa && basis.kappa * Math.sqrt(larger.pitchDiameterMm / basis.pitchDiameterMm),
  }
  const { steps, at } = stepsOfCleanliness(basis.cleanliness)
  const cleaner = steps[at - 1]
  const now = hours({})
  const buys: Buy[] = [
    { code: 'buy-load', hours: hours({ load: 0.8 }) },
    { code: 'buy-speed', hours: hours({ speed: 0.8 }) },
    ...(grown ? [{ code: 'buy-size' as const, hours: hours({}, grown), designation: larger.designation }] : []),
    { code: 'buy-straight', hours: straight * now },
    ...(basis.kappa === null ? [] : [{ code: 'buy-oil' as const, hours: hours({ viscosity: 2 }) }]),
    ...(basis.kappa === null || !cleaner ? [] : [{ code: 'buy-clean' as const, hours: hours({ cleanliness: cleaner }) }]),
  ]
  return buys.filter((b) => b.hours > 1.02 * now).sort((a, b) => b.hours - a.hours)
}
