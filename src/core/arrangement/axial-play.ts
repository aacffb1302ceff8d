import { inRange } from '../result.js'

/** Grooves of ball bearings are wider than the ball by about a twenty-fifth of its diameter: this share of it is free. */
const GROOVE_SHARE = 0.04

/**
 * End play of a single-row ball bearing with grooved rings, µm, from one stop to the other: twice the root of A G − G²/4, A the distance of the
 * groove centres (4 % of the ball). Clearance 0 to 1000 µm, ball above 0 to 300 mm. @throws InputError outside.
 * Source: geometry of the groove; grooves of 0.52 of the ball each, engineering practice.
 */
export function axialPlayUm(clearanceUm: number, ballMm: number): number {
  const gap = inRange('clearanceUm', clearanceUm, 0, 1000, 'µm')
  const centres = GROOVE_SHARE * inRange('ballMm', ballMm, 0, 300, 'mm', true) * 1000
  // Beyond the groove's own depth the ball lies against its shoulder.
  const within = Math.min(gap, 2 * centres)
  return 2 * Math.sqrt(centres * within - within ** 2 / 4)
}
