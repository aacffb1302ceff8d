import type { ShaftShape } from '../line/shaft.js'
import type { Material } from '../materials.js'
import { Derivation, InputError, inRange, short, type Result } from '../result.js'
import { shaftDeflection, type ShaftSegment } from './beam.js'
import { forcesOf, openOf, sourceName, type Acting, type LoadSource, type Surroundings } from './line-sources.js'

/** What every support of a line carries of all that sits on its shaft. mm, N, degrees, minutes of arc. */

/** Stands for the shaft of a line whose steps nobody has drawn, mm, where no bearing tells its diameter either. */
const PLAIN_SHAFT_MM = 60
/** Points along the shaft at which its bending is told. */
const POINTS = 48

export interface LineSupport {
  /** Where it bears the shaft, mm, from the left end of the line: of a single row with a contact angle its pressure centre. */
  alongMm: number
}

export interface LineLoadsInput extends Omit<Surroundings, 'toward'> {
  sources: readonly LoadSource[]
  supports: readonly LineSupport[]
  /** Which support holds the shaft along, from the left; null: nobody has said. */
  holds: number | null
  shaft: ShaftShape | null
  /** Of the first support, mm: what the shaft is taken for where its steps are not drawn. */
  diameterMm: number | null
  material: Material
}

export interface SupportLoad {
  /** What counts for the life: what stands and what turns along together. */
  radialN: number
  standingN: number
  turningN: number
  /** Where the standing part presses the support to, degrees. */
  angleDeg: number
  /** Along the shaft, where this support holds it. */
  axialN: number
  slopeArcmin: number
}

export interface LineLoads {
  supports: SupportLoad[]
  /** All that pushes along the shaft, positive to the right. */
  thrustN: number
  /** The standing shaft off its straight line. */
  bending: { alongMm: number; offUm: number; angleDeg: number }[]
}

/**
 * Steady load that does the damage of one that stands and one that turns with the shaft, N: the mean of |Fs + Ft e^iθ| to the power
 * 10/3 over a turn. Range: from 0 N. Source: ISO 281:2007 with linear damage; engineering practice.
 */
export function steadyAndTurning(standingN: number, turningN: number): number {
  if (standingN === 0 || turningN === 0) return standingN + turningN
  const p = 10 / 3
  const n = 64
  let sum = 0
  for (let i = 0; i < n; i += 1) {
    const angle = (2 * Math.PI * (i + 0.5)) / n
    sum += (standingN ** 2 + turningN ** 2 + 2 * standingN * turningN * Math.cos(angle)) ** (p / 2)
  }
  return (sum / n) ** (1 / p)
}

/** The shaft from `left` to `right`: its steps, longer at the ends where something sits beyond them. */
function segments(input: LineLoadsInput, left: number, right: number, sheet: Derivation): ShaftSegment[] {
  const { shaft, diameterMm, supports } = input
  if (!shaft) {
    sheet.assume(
      `The shaft is taken as one diameter of ${short(diameterMm ?? PLAIN_SHAFT_MM)} mm; draw its steps at the machine to be sure.`,
    )
    return [{ lengthMm: right - left, outsideMm: diameterMm ?? PLAIN_SHAFT_MM }]
  }
  const from = Math.min(...supports.map((s) => s.alongMm)) - shaft.leftMm
  const to = from + shaft.sections.reduce((sum, s) => sum + s.lengthMm, 0)
  const drawn = shaft.sections.map((s) => ({ ...s }))
  drawn[0]!.lengthMm += Math.max(0, from - left)
  drawn.at(-1)!.lengthMm += Math.max(0, right - to)
  return drawn
}

/** Open sources are left out; what all others make together. */
function forces(input: LineLoadsInput, sheet: Derivation): Acting[] {
  return input.sources.flatMap((source, i) => {
    const open = openOf(source)
    if (open) {
      sheet.caution('note', `source-open-${i + 1}`, { what: sourceName(source, input.sources), open: open.toLowerCase() })
      return []
    }
    return forcesOf(source, input, sheet)
  })
}

/**
 * What every support of a line carries, N, with the slope of the shaft there and its bending line: a beam in two planes on any number of
 * supports. What stands still in space and what turns with the shaft are told apart; thrust goes to the support that holds. Sources
 * with something open are left out and named. Range: speed from 0 r/min (above it where a force follows from power), two supports or more, each in a place of its own.
 * Sources: Euler–Bernoulli beam; those of each source. @throws InputError outside.
 */
export function lineLoads(input: LineLoadsInput): Result<LineLoads> {
  inRange('speedRpm', input.speedRpm, 0, 200_000, 'r/min')
  inRange('leanDeg', input.leanDeg, 0, 90, '°')
  if (input.supports.length < 2) throw new InputError('supports', input.supports.length, 'at least two supports')
  const sheet = new Derivation()
  const acting = forces(input, sheet)
  const at = input.supports.map((s) => s.alongMm)
  const drawnLeft = input.shaft ? Math.min(...at) - input.shaft.leftMm : Infinity
  const drawnRight = input.shaft ? drawnLeft + input.shaft.sections.reduce((sum, s) => sum + s.lengthMm, 0) : -Infinity
  const points = [...at, ...acting.map((f) => f.positionMm)]
  const [left, right] = [Math.min(drawnLeft, ...points), Math.max(drawnRight, ...points)]
  const beam = segments(input, left, right, sheet)
  const lengthMm = beam.reduce((sum, s) => sum + s.lengthMm, 0)
  /** From the left end of the beam; sums of sections end a rounding away from what stands at their end. */
  const on = (x: number) => Math.min(lengthMm, Math.max(0, x - left))
  const atMm = Array.from({ length: POINTS + 1 }, (_, i) => on(left + ((right - left) * i) / POINTS))
  const bent = (loads: readonly Acting[], told: readonly number[] = []) =>
    shaftDeflection({
      segments: beam,
      material: input.material,
      supportsMm: at.map(on),
      loads: loads.map((l) => ({ ...l, positionMm: on(l.positionMm), forceN: l.radialN })),
      atMm: told,
    }).values
  const standing = bent(
    acting.filter((f) => !f.turns),
    atMm,
  )
  const turning = acting.some((f) => f.turns) ? bent(acting.filter((f) => f.turns)) : null
  const thrustN = acting.reduce((sum, f) => sum + f.axialN, 0)
  if (Math.abs(thrustN) > 1e-9 && input.holds === null) sheet.caution('caution', 'thrust-unheld')
  if (input.leanDeg > 0 && input.upperEnd === null && input.sources.some((s) => s.kind === 'weight'))
    sheet.caution('caution', 'upper-end-unknown')
  const supports = at.map((_, i): SupportLoad => {
    const [standingN, turningN] = [standing.supportLoadsN[i]!, turning?.supportLoadsN[i] ?? 0]
    const radialN = steadyAndTurning(standingN, turningN)
    sheet.step(
      `F${i + 1}`,
      `support ${i + 1} carries`,
      turningN ? 'what stands and what turns' : 'equilibrium',
      turningN ? `${short(standingN)} stands, ${short(turningN)} turns` : `${acting.length} forces`,
      radialN,
      'N',
      'Euler–Bernoulli beam',
    )
    const slopeArcmin = standing.supportSlopeArcmin[i]! + (turning?.supportSlopeArcmin[i] ?? 0)
    return {
      radialN,
      standingN,
      turningN,
      angleDeg: standing.supportAngleDeg[i]!,
      axialN: input.holds === i ? Math.abs(thrustN) : 0,
      slopeArcmin,
    }
  })
  if (Math.abs(thrustN) > 1e-9)
    sheet.step('Ka', 'along the shaft', 'Σ Fa', `to the ${thrustN > 0 ? 'right' : 'left'}`, Math.abs(thrustN), 'N', 'equilibrium')
  const bending = atMm.map((x, i) => ({ alongMm: x + left, offUm: standing.deflectionUm[i]!, angleDeg: standing.deflectionAngleDeg[i]! }))
  return sheet.result({ supports, thrustN, bending })
}
