import { MATERIALS, type Material } from '../materials.js'
import { Derivation, InputError, inRange, short, type Result } from '../result.js'
import { angleOf, parts } from './plane.js'

/** A shaft of steps on any number of supports, bent in two planes. mm, N, µm, minutes of arc. */

export interface ShaftSegment {
  lengthMm: number
  outsideMm: number
  boreMm?: number
}

export interface BeamLoad {
  positionMm: number
  forceN: number
  angleDeg?: number
  momentNmm?: number
  momentAngleDeg?: number
}

export interface BeamInput {
  /** From the left end. */
  segments: readonly ShaftSegment[]
  material: Material
  supportsMm: readonly number[]
  loads: readonly BeamLoad[]
  atMm: readonly number[]
}

export interface BeamValues {
  /** How far the shaft stands off at `atMm`, both planes together. */
  deflectionUm: number[]
  /** To which side, degrees. */
  deflectionAngleDeg: number[]
  slopeArcmin: number[]
  supportSlopeArcmin: number[]
  supportLoadsN: number[]
  /** Where the shaft presses each support to, degrees. */
  supportAngleDeg: number[]
}

const ARCMIN = (180 * 60) / Math.PI
/**
 * Nodes stand at least so far apart, mm: shorter elements would be too stiff beside long ones for the figures to hold. What lies
 * nearer to a node acts on it with its lever, and bends with its slope.
 */
const APART_MM = 0.5

/** Half of a symmetric band matrix, row by row from the diagonal on: two unknowns a node reach no further than the next node. */
const BAND = 4

/** Solves A x = b for several b by Cholesky in the band; A is overwritten. */
function solveBand(A: Float64Array, n: number, bs: readonly Float64Array[]): void {
  for (let i = 0; i < n; i++) {
    const pivot = Math.sqrt(A[i * BAND]!)
    for (let k = 0; k < BAND; k++) A[i * BAND + k]! /= pivot
    for (let j = 1; j < BAND && i + j < n; j++) {
      const factor = A[i * BAND + j]!
      for (let k = j; k < BAND; k++) A[(i + j) * BAND + k - j]! -= factor * A[i * BAND + k]!
    }
  }
  for (const b of bs) {
    for (let i = 0; i < n; i++) {
      b[i]! /= A[i * BAND]!
      for (let j = 1; j < BAND && i + j < n; j++) b[i + j]! -= A[i * BAND + j]! * b[i]!
    }
    for (let i = n - 1; i >= 0; i--) {
      for (let j = 1; j < BAND && i + j < n; j++) b[i]! -= A[i * BAND + j]! * b[i + j]!
      b[i]! /= A[i * BAND]!
    }
  }
}

interface Bent {
  off: number
  slope: number
}

/** The bent line at `x` in one plane: between two nodes the cubic that both ends ask for, beyond the last one straight on. */
function lineAt(nodes: readonly number[], u: Float64Array, x: number): Bent {
  const last = nodes.length - 1
  const e = Math.max(
    0,
    nodes.findLastIndex((node) => node <= x),
  )
  const [v, t] = [u[2 * e]!, u[2 * e + 1]!]
  if (e === last || x < nodes[e]!) return { off: v + t * (x - nodes[e]!), slope: t }
  const [w, r] = [u[2 * e + 2]!, u[2 * e + 3]!]
  const L = nodes[e + 1]! - nodes[e]!
  const s = (x - nodes[e]!) / L
  return {
    off: v * (1 - 3 * s * s + 2 * s ** 3) + t * L * (s - 2 * s * s + s ** 3) + w * (3 * s * s - 2 * s ** 3) + r * L * (s ** 3 - s * s),
    slope: (6 * (w - v) * (s - s * s)) / L + t * (1 - 4 * s + 3 * s * s) + r * (3 * s * s - 2 * s),
  }
}

function checked(input: BeamInput): { lengthMm: number; ends: number[]; EI: number[] } {
  if (!input.segments.length) throw new InputError('segments', 0, 'at least one segment')
  const E = MATERIALS[input.material].youngGPa * 1000
  const ends = [0]
  const EI = input.segments.map((s, i) => {
    const D = inRange(`segments.${i}.outsideMm`, s.outsideMm, 0, 5000, 'mm', true)
    const d = inRange(`segments.${i}.boreMm`, s.boreMm ?? 0, 0, D, 'mm')
    if (d >= D) throw new InputError(`segments.${i}.boreMm`, d, 'a bore under the outside diameter')
    ends.push(ends.at(-1)! + inRange(`segments.${i}.lengthMm`, s.lengthMm, 0, 1e5, 'mm', true))
    return (E * Math.PI * (D ** 4 - d ** 4)) / 64
  })
  const lengthMm = ends.at(-1)!
  const on = (field: string, x: number) => inRange(field, x, 0, lengthMm, 'mm, on the shaft')
  input.supportsMm.forEach((x, i) => on(`supportsMm.${i}`, x))
  const apart = [...input.supportsMm].sort((a, b) => a - b)
  if (apart.length < 2 || apart.some((x, i) => i > 0 && x - apart[i - 1]! < APART_MM))
    throw new InputError('supportsMm', input.supportsMm.length, 'two or more supports, each in a place of its own')
  input.loads.forEach((l, i) => {
    on(`loads.${i}.positionMm`, l.positionMm)
    inRange(`loads.${i}.forceN`, l.forceN, -1e9, 1e9, 'N')
    inRange(`loads.${i}.momentNmm`, l.momentNmm ?? 0, -1e12, 1e12, 'N mm')
  })
  input.atMm.forEach((x, i) => on(`atMm.${i}`, x))
  return { lengthMm, ends, EI }
}

/**
 * Bending line of a stepped, hollow shaft on two or more supports by beam elements (Euler–Bernoulli, simply supported): deflection,
 * µm, and slope, minutes of arc, at points, slope and load at each support. Range: 1 to many segments above 0 mm, all points on
 * the shaft. Source: stiffness method for beams; E of `materials`. @throws InputError outside.
 */
export function shaftDeflection(input: BeamInput): Result<BeamValues> {
  const { lengthMm, ends, EI } = checked(input)
  // Supports stand where they stand; the others give way to what is there. Between nodes the line is a cubic and read off as one.
  const wanted = [...input.supportsMm, 0, lengthMm, ...ends, ...input.loads.map((l) => l.positionMm)]
  const nodes = wanted
    .reduce<number[]>((kept, x) => (kept.some((node) => Math.abs(node - x) < APART_MM) ? kept : [...kept, x]), [])
    .sort((a, b) => a - b)
  const nearest = (x: number) => nodes.reduce((best, node, i) => (Math.abs(node - x) < Math.abs(nodes[best]! - x) ? i : best), 0)
  const n = 2 * nodes.length
  const K = new Float64Array(n * BAND)
  const add = (i: number, j: number, value: number) => void (K[i * BAND + j - i]! += value)
  for (let e = 0; e + 1 < nodes.length; e++) {
    const L = nodes[e + 1]! - nodes[e]!
    const middle = (nodes[e]! + nodes[e + 1]!) / 2
    const k =
      EI[
        Math.min(
          EI.length - 1,
          ends.findLastIndex((x) => x <= middle),
        )
      ]! /
      L ** 3
    const [v, t, w, u] = [2 * e, 2 * e + 1, 2 * e + 2, 2 * e + 3]
    add(v, v, 12 * k)
    add(v, t, 6 * L * k)
    add(v, w, -12 * k)
    add(v, u, 6 * L * k)
    add(t, t, 4 * L * L * k)
    add(t, w, -6 * L * k)
    add(t, u, 2 * L * L * k)
    add(w, w, 12 * k)
    add(w, u, -6 * L * k)
    add(u, u, 4 * L * L * k)
  }
  const loads = [new Float64Array(n), new Float64Array(n)] as const
  for (const { positionMm, forceN, angleDeg = 0, momentNmm = 0, momentAngleDeg = 0 } of input.loads) {
    const node = nearest(positionMm)
    parts(forceN, angleDeg).forEach((f, plane) => {
      loads[plane]![2 * node]! += f
      loads[plane]![2 * node + 1]! += f * (positionMm - nodes[node]!)
    })
    parts(momentNmm, momentAngleDeg).forEach((m, plane) => (loads[plane]![2 * node + 1]! += m))
  }
  const stiffness = Float64Array.from(K)
  const bent = loads.map((f) => Float64Array.from(f))
  const held = input.supportsMm.map((x) => 2 * nearest(x))
  for (const i of held) {
    for (let k = 1; k < BAND; k++) {
      K[i * BAND + k] = 0
      if (i - k >= 0) K[(i - k) * BAND + k] = 0
    }
    K[i * BAND] = 1
    bent.forEach((b) => (b[i] = 0))
  }
  solveBand(K, n, bent)
  /** What the supports push back is what the bent shaft asks for less what acts there. */
  const asked = (i: number, u: Float64Array) => {
    let sum = 0
    for (let k = 0; k < BAND && i + k < n; k++) sum += stiffness[i * BAND + k]! * u[i + k]!
    for (let k = 1; k < BAND && i - k >= 0; k++) sum += stiffness[(i - k) * BAND + k]! * u[i - k]!
    return sum
  }
  const size = (i: number) => Math.hypot(bent[0]![i]!, bent[1]![i]!)
  const stands = input.atMm.map((x) => bent.map((u) => lineAt(nodes, u, x)) as [Bent, Bent])
  const carried = held.map((i) => [0, 1].map((p) => loads[p]![i]! - asked(i, bent[p]!)) as [number, number])
  const values: BeamValues = {
    deflectionUm: stands.map(([x, y]) => 1000 * Math.hypot(x.off, y.off)),
    deflectionAngleDeg: stands.map(([x, y]) => angleOf(x.off, y.off)),
    slopeArcmin: stands.map(([x, y]) => ARCMIN * Math.hypot(x.slope, y.slope)),
    supportSlopeArcmin: held.map((i) => ARCMIN * size(i + 1)),
    supportLoadsN: carried.map(([x, y]) => Math.hypot(x, y)),
    supportAngleDeg: carried.map(([x, y]) => angleOf(x, y)),
  }
  const sheet = new Derivation()
  const worst = Math.max(...values.supportSlopeArcmin)
  sheet.step('β', 'greatest slope at a support', 'beam elements', `${nodes.length} nodes`, worst, 'arcmin', 'Euler–Bernoulli beam')
  sheet.step(
    'ΣF',
    'carried by the supports',
    'Σ F',
    values.supportLoadsN.map((f) => short(f)).join(', '),
    Math.max(...values.supportLoadsN),
    'N',
    'Euler–Bernoulli beam',
  )
  sheet.assume('Supports neither give nor hold the slope of the shaft.')
  return sheet.result(values)
}
