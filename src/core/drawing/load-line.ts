import { shaftLengthMm, type ShaftShape } from '../line/shaft.js'
import { arrow, outline, text, type Drawing, type Point, type Primitive } from './primitives.js'

/** A shaft with what acts on it, true to scale along: sources as arrows, supports with what they carry, the bent shaft, the way of the thrust. */

export interface DrawnSource {
  id: string
  label: string
  alongMm: number
  /** Standing force across, degrees where it pushes to; null where it is not known yet or only turns or pushes along. */
  angleDeg: number | null
  /** Size in words. */
  words: string
  turns: boolean
  chosen: boolean
}

export interface DrawnSupport {
  name: string
  alongMm: number
  /** Where it bears the shaft: its pressure centre, or its middle. */
  centreMm: number
  held: boolean
  /** Where the shaft presses it to, degrees; null while nothing is known. */
  angleDeg: number | null
  words: string
}

export interface LoadLineSpec {
  width: number
  height: number
  supports: readonly DrawnSupport[]
  sources: readonly DrawnSource[]
  shaft: ShaftShape | null
  /** From where places along the shaft are counted; left out: it is not drawn. */
  zeroMm?: number
  bending: readonly { alongMm: number; offUm: number; angleDeg: number }[]
  bendingWords: string | null
  /** From where along the shaft to the support that holds it, and to which side it pushes; null where nothing pushes along. */
  thrust: { fromMm: number; toMm: number; toRight: boolean; words: string } | null
}

export interface LoadLineDrawing extends Drawing {
  /** Where each source can be taken hold of. */
  handles: { id: string; x: number; y: number; width: number; height: number }[]
  /** What a unit of the paper is along the shaft, mm. */
  mmPerUnit: number
}

const MARGIN = 62
/** Half the height of the thickest step of the shaft on the paper. */
const SHAFT = 15
const ARROW = 44
const BEND = 20
const BESIDE = 12
const LEVEL = 38

/** A force across the shaft seen from the side: up, down, or toward or away from whoever looks. */
function across(shapes: Primitive[], x: number, y: number, side: 1 | -1, angleDeg: number): void {
  const up = Math.sin((angleDeg * Math.PI) / 180)
  if (Math.abs(up) < 0.34) {
    const tip = y + side * 14
    shapes.push(
      { kind: 'circle', cx: x, cy: tip, r: 8, role: 'ring-own' },
      { kind: 'circle', cx: x, cy: tip, r: Math.cos((angleDeg * Math.PI) / 180) > 0 ? 2.6 : 0.8, role: 'force-head' },
    )
    return
  }
  // Pushing away from the shaft it stands on the side to which it pushes, pressing it on the other.
  const way = up > 0 ? -1 : 1
  const [from, to]: [Point, Point] =
    side === way
      ? [
          [x, y],
          [x, y + side * ARROW],
        ]
      : [
          [x, y + side * ARROW],
          [x, y],
        ]
  shapes.push(...arrow(from, to, 'force', 'force-head', 11))
}

function drawShaft(
  shapes: Primitive[],
  spec: LoadLineSpec,
  xOf: (mm: number) => number,
  ends: readonly [number, number],
  axis: number,
): void {
  const { shaft, supports } = spec
  const box = (x1: number, x2: number, r: number) =>
    shapes.push({
      kind: 'path',
      d: outline([
        [x1, axis - r],
        [x2, axis - r],
        [x2, axis + r],
        [x1, axis + r],
      ]),
      role: 'shaft',
    })
  if (!shaft) return void box(xOf(ends[0]) - 14, xOf(ends[1]) + 14, SHAFT * 0.7)
  const thickest = Math.max(...shaft.sections.map((s) => s.outsideMm))
  let at = supports[0]!.alongMm - shaft.leftMm
  for (const s of shaft.sections) {
    box(xOf(at), xOf(at + s.lengthMm), Math.max(4, (SHAFT * s.outsideMm) / thickest))
    at += s.lengthMm
  }
}

/** Supports as what they bear: a foot under the shaft, filled where it holds along, with its pressure centre where that lies elsewhere. */
function drawSupports(shapes: Primitive[], spec: LoadLineSpec, xOf: (mm: number) => number, axis: number): void {
  for (const s of spec.supports) {
    const [x, centre] = [xOf(s.alongMm), xOf(s.centreMm)]
    const top = axis + SHAFT + 4
    const foot = outline([
      [centre, top],
      [centre - 11, top + 18],
      [centre + 11, top + 18],
    ])
    shapes.push({ kind: 'path', d: foot, role: s.held ? 'held' : 'part' })
    if (Math.abs(x - centre) > 3) {
      shapes.push({ kind: 'line', x1: x, y1: axis - SHAFT - 8, x2: x, y2: axis + SHAFT + 8, role: 'extension' })
      shapes.push(...arrow([x, top + 9], [centre, top + 9], 'dimension', 'dimension-head', 6))
    }
    shapes.push(text(centre, top + 36, s.name, 'label', 'middle'), text(centre, top + 54, s.words, 'figure', 'middle'))
  }
}

/** Heights of the labels, so that neighbours do not write over each other. */
function levels(xs: readonly number[]): number[] {
  const ends = [-Infinity, -Infinity, -Infinity]
  const order = xs.map((x, i) => ({ x, i })).sort((a, b) => a.x - b.x)
  const found: number[] = []
  for (const { x, i } of order) {
    const free = ends.findIndex((end) => x - 50 > end)
    const level = free === -1 ? ends.indexOf(Math.min(...ends)) : free
    ends[level] = x + 50
    found[i] = level
  }
  return found
}

/** The shaft line with its loads, in units of the paper; along it to scale. Source: engineering practice for the signs. */
export function loadLineDrawing(spec: LoadLineSpec): LoadLineDrawing {
  const { width, height, supports, sources, shaft, bending, thrust } = spec
  const first = supports[0]?.alongMm ?? 0
  const drawn = shaft ? [first - shaft.leftMm, first - shaft.leftMm + shaftLengthMm(shaft)] : []
  const all = [...supports.flatMap((s) => [s.alongMm, s.centreMm]), ...sources.map((s) => s.alongMm), ...drawn]
  const [left, right] = [Math.min(...all), Math.max(...all)]
  const mmPerUnit = Math.max(1e-6, (right - left) / (width - 2 * MARGIN)) || 1
  const xOf = (mm: number) => MARGIN + (mm - left) / mmPerUnit
  const axis = height * 0.56
  const shapes: Primitive[] = [{ kind: 'line', x1: 8, y1: axis, x2: width - 8, y2: axis, role: 'axis' }]
  drawShaft(shapes, spec, xOf, [left, right], axis)
  const most = Math.max(...bending.map((b) => b.offUm), 0)
  if (most > 0.05) {
    const y = (b: (typeof bending)[number]) => axis - ((b.offUm * Math.sin((b.angleDeg * Math.PI) / 180)) / most) * BEND
    bending
      .slice(1)
      .forEach((b, i) =>
        shapes.push({ kind: 'line', x1: xOf(bending[i]!.alongMm), y1: y(bending[i]!), x2: xOf(b.alongMm), y2: y(b), role: 'bent' }),
      )
    if (spec.bendingWords) shapes.push(text(width - 10, height - 8, spec.bendingWords, 'held-text', 'end'))
  }
  if (spec.zeroMm !== undefined) {
    const x = xOf(spec.zeroMm)
    shapes.push(
      { kind: 'line', x1: x, y1: height - 26, x2: x, y2: height - 14, role: 'dimension' },
      ...arrow([x, height - 20], [x + 26, height - 20], 'dimension', 'dimension-head', 7),
    )
    shapes.push(text(x - 5, height - 15, '0', 'figure', 'end'))
  }
  drawSupports(shapes, spec, xOf, axis)
  const level = levels(sources.map((s) => xOf(s.alongMm)))
  const handles = sources.map((s, i) => {
    // What sits at one place stands side by side, so that one arrow does not cover another.
    const x = xOf(s.alongMm)
    const own = x + level[i]! * BESIDE
    const foot = axis - SHAFT - 3
    if (s.angleDeg !== null) across(shapes, own, foot, -1, s.angleDeg)
    else if (s.turns) shapes.push({ kind: 'circle', cx: own, cy: foot - 14, r: 8, role: 'gap' })
    else shapes.push({ kind: 'line', x1: own, y1: foot - 30, x2: own, y2: foot, role: 'extension' })
    const y = foot - ARROW - 24 - level[i]! * LEVEL
    shapes.push(text(x, y, s.label, s.chosen ? 'held-text' : 'label', 'middle'), text(x, y + 17, s.words, 'figure', 'middle'))
    const low = level[i] === 0 ? axis + SHAFT : y + 22
    return { id: s.id, x: x - 34, y: y - 15, width: 68, height: low - y + 15 }
  })
  if (thrust) {
    const [a, b] = [xOf(thrust.fromMm), xOf(thrust.toMm)]
    const y = axis + SHAFT + 78
    // The force where it begins, and its way to the bearing that holds.
    shapes.push(...arrow([a, y], [a + (thrust.toRight ? 34 : -34), y], 'force', 'force-head', 11))
    shapes.push(
      { kind: 'line', x1: a, y1: y, x2: b, y2: y, role: 'extension' },
      { kind: 'line', x1: b, y1: y - 8, x2: b, y2: y + 8, role: 'dimension' },
    )
    shapes.push(text((a + b) / 2, y + 18, thrust.words, 'figure', 'middle'))
  }
  const description = `Shaft with ${sources.map((s) => `${s.label} ${s.words}`).join(', ') || 'nothing on it yet'}; ${supports.map((s) => `the ${s.name} carries ${s.words || 'what is not known yet'}`).join(', ')}.`
  return { width, height, primitives: shapes, handles, mmPerUnit, description }
}
