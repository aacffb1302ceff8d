import type { Family } from '../bearing/families.js'
import { Derivation, inRange, short, type Result } from '../result.js'
import { FRICTION } from './modified-life-tables.js'

/**
 * Friction moment M = ½ μ P d, N mm, and the power that becomes heat, 2π n M / 60, W. Good for P near 0.1 C; without seals, churning and viscous losses. Range: bore 1 to
 * 3000 mm, load from 0 N, speed 0 to 200 000 r/min. Source: engineering practice, μ by family. @throws InputError outside.
 */
export function friction(input: {
  family: Family
  boreMm: number
  equivalentLoadN: number
  speedRpm: number
}): Result<{ frictionMomentNmm: number; powerW: number }> {
  const d = inRange('boreMm', input.boreMm, 0.5, 3000, 'mm')
  const P = inRange('equivalentLoadN', input.equivalentLoadN, 0, 1e9, 'N')
  const n = inRange('speedRpm', input.speedRpm, 0, 200_000, 'r/min')
  const mu = FRICTION[input.family]
  const frictionMomentNmm = 0.5 * mu * P * d
  const powerW = (2 * Math.PI * n * frictionMomentNmm) / 60_000
  const sheet = new Derivation()
  sheet.step(
    'M',
    'friction moment',
    '½ μ P d',
    `½ · ${mu} · ${short(P)} · ${short(d)}`,
    frictionMomentNmm,
    'N mm',
    'engineering practice: μ by type',
  )
  sheet.step('W', 'heat', '2π n M / 60', `2π · ${short(n)} · ${short(frictionMomentNmm)} N mm / 60`, powerW, 'W', 'power of the moment')
  sheet.assume(
    'Good for loads near a tenth of the dynamic rating and ordinary speed and lubrication; seals, churned lubricant and viscous losses are not counted: under light load or at high speed it is more.',
  )
  return sheet.result({ frictionMomentNmm, powerW })
}
