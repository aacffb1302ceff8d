import type { Contact } from './contacts.js'
import type { Geometry } from './geometry.js'

/** Life from the loads of the elements, raceway by raceway, million revolutions. The inner ring turns against the load. */

const mean = (loads: readonly number[], power: number) => (loads.reduce((sum, q) => sum + q ** power, 0) / loads.length) ** (1 / power)

/**
 * How evenly half a ring carries a radial load without clearance, as the dynamic rating has it: Jr / J1 for the raceway that turns
 * against the load and Jr / J2 for the one that stands. ISO/TS 16281.
 */
const EVEN = { ball: { inner: 0.407, outer: 0.389 }, roller: { inner: 0.378, outer: 0.364 } } as const

/**
 * Basic reference rating life L10r, million revolutions, from the contacts of each row and the dynamic rating, N. For balls that
 * of ISO/TS 16281; for rollers its sum over laminae with the exponent 10/3 of ISO 281 and without factors for edge and profile, so that
 * a roller bearing without clearance and tilt has the life that its rating states. Source: ISO/TS 16281; engineering practice for the exponent.
 */
export function referenceLife(g: Geometry, rows: readonly (readonly Contact[])[], dynamicRatingN: number): number {
  const cos = Math.cos((g.alphaDeg * Math.PI) / 180)
  const gamma = (g.Dw * cos) / g.Dpw
  return g.balls ? ofBalls(g, rows, dynamicRatingN, cos, gamma) : ofRollers(g, rows, dynamicRatingN, cos, gamma)
}

function ofBalls(g: Geometry, rows: readonly (readonly Contact[])[], C: number, cos: number, gamma: number): number {
  const groove = ((g.inner / g.outer) * (2 * g.outer - 1)) / (2 * g.inner - 1)
  const ratio = 1.044 * ((1 - gamma) / (1 + gamma)) ** 1.72 * groove ** 0.41
  // Under thrust alone every element carries alike.
  const thrust = g.alphaDeg === 90
  const share = thrust ? C / g.Z : C / (g.Z * cos ** 0.7 * rows.length ** 0.7)
  const inner = (share / (thrust ? 1 : EVEN.ball.inner)) * (1 + ratio ** (10 / 3)) ** 0.3
  const outer = (share / (thrust ? 1 : EVEN.ball.outer)) * (1 + ratio ** (-10 / 3)) ** 0.3
  const damage = rows.reduce((sum, row) => {
    const loads = row.map((c) => c.load)
    return sum + (mean(loads, 3) / inner) ** (10 / 3) + (mean(loads, 10 / 3) / outer) ** (10 / 3)
  }, 0)
  return damage ** -0.9
}

function ofRollers(g: Geometry, rows: readonly (readonly Contact[])[], C: number, cos: number, gamma: number): number {
  const ratio = 1.038 * ((1 - gamma) / (1 + gamma)) ** (143 / 108)
  const thrust = g.alphaDeg === 90
  const share = thrust ? C / g.Z : C / (g.Z * cos * rows.length ** (7 / 9))
  const inner = (share / (thrust ? 1 : EVEN.roller.inner)) * (1 + ratio ** 4.5) ** (2 / 9)
  const outer = (share / (thrust ? 1 : EVEN.roller.outer)) * (1 + ratio ** -4.5) ** (2 / 9)
  let damage = 0
  for (const row of rows) {
    const laminae = row.find((c) => c.laminae)?.laminae?.length ?? 1
    const part = laminae ** (-7 / 9)
    for (let k = 0; k < laminae; k++) {
      const loads = row.map((c) => (c.laminae ? c.laminae[k]! : c.load))
      damage += (mean(loads, 4) / (inner * part)) ** 4.5 + (mean(loads, 4.5) / (outer * part)) ** 4.5
    }
  }
  // The sum goes with the load to the power of 9/2; its root is the load over the rating.
  return (damage ** (2 / 9)) ** (-10 / 3)
}
