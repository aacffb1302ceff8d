import { Derivation, InputError, inRange, short, type Result } from '../result.js'
import { shaftDeflection } from './beam.js'
import { shaftReactions } from './reactions.js'
import { beltPull, gearForces, unbalanceForce } from './sources.js'

/** What sits on a shaft line and pulls at it, worked out to what each of its supports carries. mm, N, kg, kW, degrees. */

export const SOURCE_KINDS = ['weight', 'belt', 'gear', 'unbalance'] as const
export type SourceKind = (typeof SOURCE_KINDS)[number]

/** One thing on the shaft. Directions are counted from level to the right; 270 is down. */
export type LoadSource = { alongMm: number } & (
  | { kind: 'weight'; massKg: number }
  | { kind: 'belt'; powerKw: number; pitchDiameterMm: number; pullFactor: number; angleDeg: number }
  | { kind: 'gear'; powerKw: number; pitchDiameterMm: number; helixAngleDeg: number; angleDeg: number }
  | { kind: 'unbalance'; massKg: number; balanceGradeMmS: number }
)

const GRAVITY = 9.80665
const DOWN_DEG = 270
/** Stands for the shaft of a line whose steps nobody has drawn: what many supports carry hardly depends on how thick it is. */
const PLAIN_SHAFT_MM = 60

interface Acting {
  positionMm: number
  radialN: number
  angleDeg: number
  axialN: number
  momentNmm: number
  momentAngleDeg: number
}

function acting(source: LoadSource, speedRpm: number, sheet: Derivation): Acting[] {
  const at = { positionMm: source.alongMm, axialN: 0, momentNmm: 0, momentAngleDeg: 0 }
  if (source.kind === 'weight') {
    const radialN = GRAVITY * inRange('massKg', source.massKg, 0, 1e6, 'kg')
    sheet.step('G', 'weight', 'm g', `${short(source.massKg)} · ${GRAVITY}`, radialN, 'N', 'mechanics')
    return [{ ...at, radialN, angleDeg: DOWN_DEG }]
  }
  if (source.kind === 'belt') {
    const { powerKw, pitchDiameterMm, pullFactor, angleDeg } = source
    const pull = beltPull({ powerKw, speedRpm, pitchDiameterMm, pullFactor })
    sheet.include(pull)
    return [{ ...at, radialN: pull.values.shaftPullN, angleDeg }]
  }
  if (source.kind === 'gear') {
    const { powerKw, pitchDiameterMm, helixAngleDeg, angleDeg } = source
    const forces = gearForces({ powerKw, speedRpm, pitchDiameterMm, helixAngleDeg })
    sheet.include(forces)
    const { tangentialN, radialN, axialN } = forces.values
    // The teeth push apart along the line of centres and pull across it; thrust off the axis brings its moment.
    return [
      { ...at, radialN, angleDeg, axialN, momentNmm: (axialN * pitchDiameterMm) / 2, momentAngleDeg: angleDeg },
      { ...at, radialN: tangentialN, angleDeg: angleDeg + 90 },
    ]
  }
  return []
}

export interface LineLoads {
  supports: { radialN: number; axialN: number; angleDeg: number }[]
  /** The greatest force that turns with the shaft, at any support. */
  turningN: number
}

/**
 * What every support of a line carries, N: weights, belts and gears stand still in space, unbalance turns with the shaft and is told
 * apart; thrust goes to the support that holds. Two supports by statics, more by the beam, as a shaft of one diameter. Range: speed
 * above 0 r/min, at least two supports apart. Sources: statics; Euler–Bernoulli beam; engineering practice. @throws InputError outside.
 */
export function lineLoads(input: {
  sources: readonly LoadSource[]
  speedRpm: number
  supportsMm: readonly number[]
  /** Which support holds, from the left; null: nobody has said, and thrust is left out. */
  holds: number | null
}): Result<LineLoads> {
  const { sources, supportsMm, holds } = input
  const n = inRange('speedRpm', input.speedRpm, 0, 200_000, 'r/min', true)
  if (supportsMm.length < 2) throw new InputError('supportsMm', supportsMm.length, 'at least two supports')
  const sheet = new Derivation()
  const forces = sources.flatMap((s) => acting(s, n, sheet))
  const thrust = forces.reduce((sum, f) => sum + f.axialN, 0)
  const carried = (loads: readonly Acting[]) => {
    if (supportsMm.length === 2) {
      const found = shaftReactions({ supportsMm: [supportsMm[0]!, supportsMm[1]!], loads, locating: 'a' })
      return found.values.reactions
    }
    // The beam counts from its own left end.
    const places = [...supportsMm, ...loads.map((l) => l.positionMm)]
    const [left, right] = [Math.min(...places), Math.max(...places)]
    const { supportLoadsN, supportAngleDeg } = shaftDeflection({
      segments: [{ lengthMm: right - left, outsideMm: PLAIN_SHAFT_MM }],
      material: 'carbon-steel',
      supportsMm: supportsMm.map((x) => x - left),
      loads: loads.map((l) => ({ ...l, positionMm: l.positionMm - left, forceN: l.radialN })),
      atMm: [],
    }).values
    return supportLoadsN.map((radialN, i) => ({ radialN, angleDeg: supportAngleDeg[i]! }))
  }
  const turning = sources.flatMap((s) =>
    s.kind === 'unbalance'
      ? [
          {
            positionMm: s.alongMm,
            radialN: unbalanceForce({ ...s, speedRpm: n }).values.forceN,
            angleDeg: 0,
            axialN: 0,
            momentNmm: 0,
            momentAngleDeg: 0,
          },
        ]
      : [],
  )
  const turningN = turning.length ? Math.max(...carried(turning).map((r) => r.radialN)) : 0
  const supports = carried(forces).map(({ radialN, angleDeg }, i) => ({ radialN, angleDeg, axialN: holds === i ? Math.abs(thrust) : 0 }))
  if (thrust !== 0 && holds === null) sheet.caution('caution', 'thrust-unheld')
  if (supportsMm.length > 2) sheet.assume('Between many supports the shaft is taken as one diameter.')
  supports.forEach((s, i) =>
    sheet.step(`F${i + 1}`, `support ${i + 1} carries`, 'equilibrium', `${forces.length} forces`, s.radialN, 'N', 'statics'),
  )
  return sheet.result({ supports, turningN })
}
