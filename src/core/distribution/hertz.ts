/** Contact of ball and raceway, and of roller and raceway, by Hertz. N, mm, MPa; steel on steel. */

const YOUNG = 206_000
const POISSON = 0.3
/** 2 (1 − ν²) / E of steel on steel, 1/MPa. */
const GIVE = (2 * (1 - POISSON ** 2)) / YOUNG

/** Complete elliptic integrals of the first and second kind, F and E, for m = k², 0 to 1, by the arithmetic–geometric mean; no unit. Source: Gauss. */
export function ellipticIntegrals(m: number): { first: number; second: number } {
  let [a, b, c] = [1, Math.sqrt(1 - m), Math.sqrt(m)]
  let [sum, power] = [c * c, 1]
  while (Math.abs(c) > 1e-15) {
    ;[a, b, c] = [(a + b) / 2, Math.sqrt(a * b), (a - b) / 2]
    power *= 2
    sum += power * c * c
  }
  const first = Math.PI / (2 * a)
  return { first, second: first * (1 - sum / 2) }
}

export interface PointContact {
  /** Approach δ = give · Q^(2/3), mm. */
  give: number
  /** Half axes of the ellipse: a = wide · Q^(1/3) across the raceway, b = long · Q^(1/3) along it, mm. */
  wide: number
  long: number
}

/**
 * Point contact of a sum of curvatures Σρ (1/mm) and their difference F(ρ), 0 to under 1: the ellipse follows from
 * F(ρ) = [(κ² + 1) E − 2 F] / [(κ² − 1) E], solved by bisection. Source: Hertz.
 */
export function pointContact(curvatureSum: number, curvatureDifference: number): PointContact {
  const differenceOf = (kappa: number) => {
    const { first, second } = ellipticIntegrals(1 - 1 / kappa ** 2)
    return ((kappa ** 2 + 1) * second - 2 * first) / ((kappa ** 2 - 1) * second)
  }
  let [low, high] = [1 + 1e-6, 1000]
  for (let i = 0; i < 80; i++) {
    const middle = Math.sqrt(low * high)
    if (differenceOf(middle) < curvatureDifference) low = middle
    else high = middle
  }
  const kappa = curvatureDifference <= 0 ? 1 : Math.sqrt(low * high)
  const { first, second } = ellipticIntegrals(1 - 1 / kappa ** 2)
  const size = Math.cbrt((3 * GIVE) / (2 * curvatureSum))
  return {
    give: ((2 * first) / Math.PI) * Math.cbrt(Math.PI / (2 * kappa ** 2 * second)) * size ** 2 * (curvatureSum / 2),
    wide: size * Math.cbrt((2 * kappa ** 2 * second) / Math.PI),
    long: size * Math.cbrt((2 * second) / (Math.PI * kappa)),
  }
}

/** Greatest pressure of a point contact under Q newton, MPa. Source: Hertz. */
export const pointPressure = ({ wide, long }: PointContact, Q: number): number => (3 * Math.cbrt(Q)) / (2 * Math.PI * wide * long)

/** Greatest pressure of a line contact, MPa: load in N per mm, sum of curvatures in 1/mm. Source: Hertz. */
export const linePressure = (loadPerMm: number, curvatureSum: number): number => Math.sqrt((loadPerMm * curvatureSum) / (Math.PI * GIVE))

/** Half width of a line contact, mm: load in N per mm, sum of curvatures in 1/mm. Source: Hertz. */
export const lineHalfWidth = (loadPerMm: number, curvatureSum: number): number =>
  loadPerMm > 0 ? (2 * loadPerMm) / (Math.PI * linePressure(loadPerMm, curvatureSum)) : 0
