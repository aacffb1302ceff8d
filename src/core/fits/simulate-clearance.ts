import type { Limits } from '../tolerances/iso286.js'
import { spreadOf, type Spread } from './normal-distribution.js'

/** Operating clearance by assembling many bearings from parts drawn at random; the same seed draws the same parts. µm. */

export interface Parts {
  initial: { minUm: number; maxUm: number }
  bore: Limits
  outside: Limits
  shaft: Limits
  housing: Limits
  /** Interference that is lost to finish, and that unlike expansion adds, at each seat. */
  shaftLossUm: number
  housingLossUm: number
  /** Clearance that goes for each µm of interference that acts. */
  growth: number
  shrink: number
  /** Clearance that the warmer inner ring takes. */
  heatUm: number
}

export interface Simulated {
  medianUm: number
  p025Um: number
  p975Um: number
  /** 0 to 1. */
  shareBelowZero: number
  /** Every assembly, smallest first. */
  sortedUm: Float64Array
}

/** Uniform in (0, 1], from a seed: mulberry32, public domain. */
function uniform(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = a
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return (((t ^ (t >>> 14)) >>> 0) + 1) / 4294967296
  }
}

/** Standard normal numbers, two from each pair of uniform ones. Box and Muller. */
function normal(seed: number): () => number {
  const next = uniform(seed)
  let spare: number | null = null
  return () => {
    if (spare !== null) {
      const kept = spare
      spare = null
      return kept
    }
    const r = Math.sqrt(-2 * Math.log(next()))
    const angle = 2 * Math.PI * next()
    spare = r * Math.sin(angle)
    return r * Math.cos(angle)
  }
}

/**
 * Clearance in µm of `assemblies` bearings whose parts are each normal about the middle of their limits, ±3σ at these, not cut off: what acts
 * of a fit is its positive part. Asks for 100 assemblies or more. Source: simulation of the steps of `operatingClearance`.
 */
export function simulateClearance(parts: Parts, assemblies: number, seed: number): Simulated {
  const draw = normal(seed)
  const of = (s: Spread) => s.mean + s.sigma * draw()
  const limits = (l: Limits) => spreadOf(l.lowerUm, l.upperUm)
  const initial = spreadOf(parts.initial.minUm, parts.initial.maxUm)
  const [bore, outside, shaft, housing] = [limits(parts.bore), limits(parts.outside), limits(parts.shaft), limits(parts.housing)]
  const sortedUm = new Float64Array(assemblies)
  let below = 0
  for (let i = 0; i < assemblies; i += 1) {
    const grip = Math.max(0, of(shaft) - of(bore) - parts.shaftLossUm)
    const squeeze = Math.max(0, of(outside) - of(housing) - parts.housingLossUm)
    const left = of(initial) - parts.growth * grip - parts.shrink * squeeze - parts.heatUm
    sortedUm[i] = left
    if (left < 0) below += 1
  }
  sortedUm.sort()
  const at = (share: number) => sortedUm[Math.min(assemblies - 1, Math.floor(share * assemblies))]!
  return { medianUm: at(0.5), p025Um: at(0.025), p975Um: at(0.975), shareBelowZero: below / assemblies, sortedUm }
}

export interface Histogram {
  /** Middle of each bar, µm, and how many of the assemblies stand in it, 0 to 1. */
  middlesUm: number[]
  shares: number[]
}

/** Bars of equal width over sorted values, µm; the last value belongs to the last bar. Asks for one value or more. Source: counting. */
export function histogram(sortedUm: Float64Array, bars = 32): Histogram {
  const [least, most] = [sortedUm[0]!, sortedUm[sortedUm.length - 1]!]
  const width = (most - least) / bars || 1
  const counts = Array.from({ length: bars }, () => 0)
  for (const v of sortedUm) counts[Math.min(bars - 1, Math.floor((v - least) / width))]! += 1
  return { middlesUm: counts.map((_, i) => least + (i + 0.5) * width), shares: counts.map((n) => n / sortedUm.length) }
}
