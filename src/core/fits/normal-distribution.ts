/** Standard normal density at z standard deviations; no unit. Source: definition. */
export function density(z: number): number {
  return Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)
}

/**
 * Share below z standard deviations, no unit: the standard normal distribution function, absolute error under 1.5e-7.
 * Source: Abramowitz and Stegun 7.1.26.
 */
export function normalShare(z: number): number {
  const x = Math.abs(z) / Math.SQRT2
  const t = 1 / (1 + 0.3275911 * x)
  const poly = t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))))
  const upper = 1 - poly * Math.exp(-x * x)
  return z >= 0 ? (1 + upper) / 2 : (1 - upper) / 2
}

export interface Spread {
  mean: number
  sigma: number
}

/** Normal spread with 6σ inside two limits, in the unit of these. Source: engineering practice. */
export function spreadOf(min: number, max: number): Spread {
  return { mean: (min + max) / 2, sigma: (max - min) / 6 }
}

/**
 * Mean and deviation of max(0, X) for a normal X, in its unit: what of a fit acts when a loose fit does nothing.
 * Source: the censored normal distribution.
 */
export function positivePart({ mean, sigma }: Spread): Spread {
  if (sigma === 0) return { mean: Math.max(0, mean), sigma: 0 }
  const z = mean / sigma
  const share = normalShare(z)
  const first = mean * share + sigma * density(z)
  const second = (mean * mean + sigma * sigma) * share + mean * sigma * density(z)
  return { mean: Math.max(0, first), sigma: Math.sqrt(Math.max(0, second - first * first)) }
}
