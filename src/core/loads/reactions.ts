import { Derivation, InputError, inRange, short, type Result } from '../result.js'
import { angleOf, parts } from './plane.js'

/** Something that acts on a shaft. Positions in mm from one origin, forces in N, angles in degrees across the shaft. */
export interface ShaftLoad {
  positionMm: number
  radialN: number
  angleDeg: number
  /** Along the shaft, positive to the right. */
  axialN: number
  /** Turns the shaft right of the point toward where a load of `momentAngleDeg` pushes. */
  momentNmm?: number
  momentAngleDeg?: number
}

export interface Reaction {
  radialN: number
  /** Where the shaft presses its support to, degrees. */
  angleDeg: number
  axialN: number
}

/**
 * What each of two supports carries, N, by statics in two planes; thrust goes to the one that holds. Supports stand at the
 * pressure centres of their bearings, mm; loads may overhang. Range: positions ±100 000 mm, forces to 1e9 N, supports apart.
 * Source: statics. @throws InputError outside, and for two supports in one place.
 */
export function shaftReactions(input: {
  supportsMm: readonly [number, number]
  loads: readonly ShaftLoad[]
  locating: 'a' | 'b'
}): Result<{ reactions: Reaction[] }> {
  const [a, b] = input.supportsMm.map((s, i) => inRange(`supportsMm.${i}`, s, -1e5, 1e5, 'mm')) as [number, number]
  if (a === b) throw new InputError('supportsMm', b, 'two supports apart from each other')
  const at = { a: [0, 0], b: [0, 0] } as { a: [number, number]; b: [number, number] }
  let thrust = 0
  input.loads.forEach((load, i) => {
    const x = inRange(`loads.${i}.positionMm`, load.positionMm, -1e5, 1e5, 'mm')
    inRange(`loads.${i}.radialN`, load.radialN, 0, 1e9, 'N')
    inRange(`loads.${i}.angleDeg`, load.angleDeg, -720, 720, '°')
    thrust += inRange(`loads.${i}.axialN`, load.axialN, -1e9, 1e9, 'N')
    const moment = inRange(`loads.${i}.momentNmm`, load.momentNmm ?? 0, -1e12, 1e12, 'N mm')
    const momentAngle = inRange(`loads.${i}.momentAngleDeg`, load.momentAngleDeg ?? 0, -720, 720, '°')
    const force = parts(load.radialN, load.angleDeg)
    const turn = parts(moment, momentAngle)
    for (const plane of [0, 1] as const) {
      const onB = (force[plane] * (x - a) + turn[plane]) / (b - a)
      at.b[plane] += onB
      at.a[plane] += force[plane] - onB
    }
  })
  const sheet = new Derivation()
  const reactions = (['a', 'b'] as const).map((name): Reaction => {
    const [x, y] = at[name]
    const radialN = Math.hypot(x, y)
    sheet.step(
      `F${name.toUpperCase()}`,
      `support ${name.toUpperCase()} carries`,
      '(x² + y²)^0.5',
      `x ${short(x)}, y ${short(y)}`,
      radialN,
      'N',
      'statics',
    )
    return { radialN, angleDeg: angleOf(x, y), axialN: input.locating === name ? thrust : 0 }
  })
  const between = (x: number) => x >= Math.min(a, b) && x <= Math.max(a, b)
  if (input.loads.some((l) => !between(l.positionMm) && l.radialN > 0))
    sheet.assume('Loads outside of the supports overhang: one support may be lifted.')
  return sheet.result({ reactions })
}
