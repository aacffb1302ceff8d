import type { Bearing } from '../catalogue/catalogue.js'
import { FAMILY_LABEL } from '../bearing/families.js'
import { bearingSection, type ToPaper } from './bearing.js'
import { arrow, hatch, outline, text, type Drawing, type Point, type Primitive } from './primitives.js'

export interface SectionSpec {
  row: Bearing
  width: number
  height: number
  shaftClass?: string | null
  /** Shaft under an adapter sleeve; left out, the bore sits on the shaft itself. */
  sleeveOnMm?: number | null
  housingClass?: string | null
  /** Outer ring clamped between the covers, free to move, or not known. */
  held: boolean | null
  /** The ring does not slide because the bearing itself moves inside. */
  movesInside?: boolean
  floatMm?: number | null
  /** Words for a load, already in the person's units. */
  radialText?: string | null
  axialText?: string | null
  lengthText: (mm: number) => string
  leftLabel?: string
  rightLabel?: string
  /** Red words across the section. */
  error?: string | null
}

const FREE_PAPER = 26
/** Width of a sign of a figure on paper, at most. */
const FIGURE_WIDTH = 8.4

/** Outline of the shaft: shoulder on the left, seat, thread for the nut, stub. */
function shaftOutline({ row, sleeveOnMm }: SectionSpec, at: ToPaper): Point[] {
  const { boreMm: d, outsideMm: D, widthMm: B } = row
  // A sleeve clamps on a plain shaft.
  if (sleeveOnMm) return [at(-1.35 * B, 0), at(-1.35 * B, sleeveOnMm / 2), at(2.5 * B, sleeveOnMm / 2), at(2.5 * B, 0)]
  const shoulder = d / 2 + 0.13 * (D - d)
  return [
    at(-1.35 * B, 0),
    at(-1.35 * B, shoulder),
    at(0, shoulder),
    at(0, d / 2),
    at(1.55 * B, d / 2),
    at(1.55 * B, d / 2 - 0.06 * d),
    at(2.5 * B, d / 2 - 0.06 * d),
    at(2.5 * B, 0),
  ]
}

/** The sleeve in section between shaft and bore, thin toward the side of its nut. */
function sleeve({ row, sleeveOnMm }: SectionSpec, at: ToPaper): Primitive[] {
  if (!sleeveOnMm) return []
  const { boreMm: d, widthMm: B } = row
  const [inner, outer] = [sleeveOnMm / 2, d / 2]
  return [{ kind: 'path', d: outline([at(-0.12 * B, inner), at(1.5 * B, inner), at(1.5 * B, outer), at(-0.12 * B, outer)]), role: 'part' }]
}

function nut(row: Bearing, at: ToPaper): Primitive[] {
  const { boreMm: d, outsideMm: D, widthMm: B } = row
  const part = (x1: number, x2: number, r: number): Primitive => ({
    kind: 'path',
    d: outline([at(x1, d / 2), at(x2, d / 2), at(x2, r), at(x1, r)]),
    role: 'part',
  })
  return [part(B, B * 1.1, d / 2 + 0.15 * (D - d)), part(B * 1.1, B * 1.5, d / 2 + 0.19 * (D - d))]
}

function cut(points: Point[], slope: 1 | -1): Primitive[] {
  return [{ kind: 'path', d: outline(points), role: 'housing' }, hatch(points, 11, slope, 'housing-hatch')]
}

/**
 * Section through one bearing position, upper half, to scale: shaft with shoulder and nut, bearing, housing, covers,
 * dimensions, load, and either the mark of a held outer ring or the gap it may move in (gaps are magnified, and it says so).
 */
export function sectionDrawing(spec: SectionSpec): Drawing {
  const { row, width, height } = spec
  const { boreMm: d, outsideMm: D, widthMm: B } = row
  const outerWall = D / 2 + Math.max(0.16 * (D - d), 6)
  // Room for dimension figures above and to the right, the load below the axis.
  const top = spec.error ? 76 : 50
  const beside = dimensionWords(spec).room
  const scale = Math.min((height - top - 16) / outerWall, (width - 230) / (3.85 * B), (width - 8 - beside) / (4.05 * B))
  const originX = Math.min((width - 150 - 3.85 * B * scale) / 2 + 1.35 * B * scale, width - 4 - beside - 2.5 * B * scale)
  // What the width leaves over is shared above and below.
  const spare = height - top - 16 - outerWall * scale
  const originY = height - 14 - spare / 2
  const at: ToPaper = (x, r) => [originX + x * scale, originY - r * scale]
  const free = spec.held === false && !spec.movesInside
  const gap = free ? FREE_PAPER / scale : 0
  const coverBore = D / 2 - 0.14 * (D - d)
  const shapes: Primitive[] = []

  // Half a shaft: filled to the axis, drawn only where metal ends.
  const shaft = shaftOutline(spec, at)
  shapes.push({ kind: 'path', d: outline(shaft), role: 'shaft-fill' }, { kind: 'path', d: outline(shaft).slice(0, -1), role: 'shaft-edge' })
  shapes.push(...cut([at(-0.35 * B, D / 2), at(B * 1.55, D / 2), at(B * 1.55, outerWall), at(-0.35 * B, outerWall)], -1))
  shapes.push(
    ...cut(
      [at(-0.35 * B, D / 2), at(0, D / 2), at(0, coverBore), at(-0.75 * B, coverBore), at(-0.75 * B, outerWall), at(-0.35 * B, outerWall)],
      1,
    ),
  )
  shapes.push(
    ...cut(
      [
        at(B + gap, D / 2),
        at(B * 1.55, D / 2),
        at(B * 1.55, outerWall),
        at(B * 1.95, outerWall),
        at(B * 1.95, coverBore),
        at(B + gap, coverBore),
      ],
      1,
    ),
  )
  shapes.push(...sleeve(spec, at), ...bearingSection(row, at, scale), ...nut(row, at))
  shapes.push(...dimensions(spec, at, outerWall))
  shapes.push(...loads(spec, at))
  if (spec.held) shapes.push(...heldMark(row, at))
  if (free) {
    const mid = (coverBore + D / 2) / 2
    shapes.push(...arrow(at(B, mid), at(B + gap, mid), 'gap', 'gap-head', 8, true))
    const words = spec.floatMm === null || spec.floatMm === undefined ? 'free' : `${spec.lengthText(spec.floatMm)} free`
    const [x, y] = at(B, coverBore)
    shapes.push(text(x + 4, y + 20, words, 'gap-text'))
  }
  const [axisLeft] = at(-1.55 * B, 0)
  const [axisRight] = at(2.7 * B, 0)
  shapes.push({ kind: 'line', x1: axisLeft, y1: originY, x2: axisRight, y2: originY, role: 'axis' })
  const [labelX, labelY] = at(-1.35 * B, d / 2 + 0.13 * (D - d))
  if (spec.leftLabel) shapes.push(text(labelX, labelY - 10, spec.leftLabel))
  if (spec.rightLabel) shapes.push(text(at(2.5 * B, 0)[0] - 8, originY - 10, spec.rightLabel, 'label', 'end'))
  if (spec.error) {
    const [x, y] = at(B / 2, outerWall)
    const half = spec.error.length * 4.6
    shapes.push(
      {
        kind: 'path',
        d: outline([
          [x - half, y - 34],
          [x + half, y - 34],
          [x + half, y - 10],
          [x - half, y - 10],
        ]),
        role: 'blank',
      },
      { kind: 'line', x1: at(-0.75 * B, 0)[0], y1: y - 6, x2: at(1.95 * B, 0)[0], y2: y - 6, role: 'error' },
      text(x, y - 16, spec.error, 'error-text', 'middle'),
    )
  }
  const held = spec.movesInside
    ? 'moves inside'
    : spec.held === null
      ? 'not known whether held'
      : spec.held
        ? 'outer ring held'
        : 'outer ring free'
  return {
    width,
    height,
    primitives: shapes,
    description: `Section of ${row.designation}, a ${FAMILY_LABEL[row.family]}, ${d} × ${D} × ${B} mm, ${held}.${spec.error ? ` ${spec.error}.` : ''}`,
    scale: `to scale${free ? ' · gap magnified' : ''}`,
  }
}

/** What stands beside the section, and the room that it takes: words are longer in inches, and none stands on another. */
function dimensionWords({ row, sleeveOnMm, shaftClass, housingClass, lengthText }: SectionSpec) {
  const words = (mm: number, toleranceClass: string | null | undefined) => `Ø${lengthText(mm)}${toleranceClass ? ` ${toleranceClass}` : ''}`
  const onShaft = words(sleeveOnMm ?? row.boreMm, shaftClass)
  const inHousing = words(row.outsideMm, housingClass)
  const apart = Math.max(76, 16 + onShaft.length * FIGURE_WIDTH)
  return { onShaft, inHousing, apart, room: 14 + apart + 8 + inHousing.length * FIGURE_WIDTH }
}

function dimensions(spec: SectionSpec, at: ToPaper, outerWall: number): Primitive[] {
  const { row, lengthText } = spec
  const { outsideMm: D, widthMm: B } = row
  const d = spec.sleeveOnMm ?? row.boreMm
  const extension = ([x1, y1]: Point, [x2, y2]: Point): Primitive => ({ kind: 'line', x1, y1, x2, y2, role: 'extension' })
  const [x0, top] = at(0, outerWall)
  const [x1] = at(B, 0)
  const y = top - (spec.error ? 52 : 26)
  const [, boreY] = at(0, d / 2)
  const [, outsideY] = at(0, D / 2)
  const [wall] = at(1.95 * B, 0)
  const [stub] = at(2.5 * B, 0)
  const axisY = at(0, 0)[1]
  const upright = (x: number, toY: number, words: string): Primitive[] => [
    ...arrow([x, axisY], [x, toY], 'dimension', 'dimension-head', 9),
    text(x + 8, (axisY + toY) / 2 + 5, words, 'figure'),
  ]
  const { onShaft, inHousing, apart } = dimensionWords(spec)
  const outer = stub + 14 + apart
  return [
    extension(at(0, D / 2), [x0, y - 6]),
    extension(at(B, D / 2), [x1, y - 6]),
    ...arrow([x0, y], [x1, y], 'dimension', 'dimension-head', 9, true),
    text((x0 + x1) / 2, y - 7, lengthText(B), 'figure', 'middle'),
    extension([at(1.5 * B, 0)[0], boreY], [stub + 20, boreY]),
    ...upright(stub + 14, boreY, onShaft),
    extension([wall, outsideY], [outer + 6, outsideY]),
    ...upright(outer, outsideY, ''),
    text(outer + 8, (boreY + outsideY) / 2 + 5, inHousing, 'figure'),
  ]
}

function loads(spec: SectionSpec, at: ToPaper): Primitive[] {
  const { boreMm: d, widthMm: B } = spec.row
  const shapes: Primitive[] = []
  if (spec.radialText) {
    const from = at(B / 2, (d / 2) * 0.72)
    const to = at(B / 2, 0)
    shapes.push(...arrow(from, to, 'force', 'force-head', 20), text(from[0] + 14, from[1] + 14, spec.radialText, 'figure'))
  }
  if (spec.axialText) {
    const from = at(-1.15 * B, (d / 2) * 0.4)
    const to = at(-0.35 * B, (d / 2) * 0.4)
    shapes.push(...arrow(from, to, 'force', 'force-head', 16), text(from[0], from[1] - 9, spec.axialText, 'figure'))
  }
  return shapes
}

/** Two solid wedges that pin the outer ring, one at each face. */
function heldMark(row: Bearing, at: ToPaper): Primitive[] {
  const { outsideMm: D, boreMm: d, widthMm: B } = row
  const wedge = (x: number, side: 1 | -1): Primitive => {
    const [px, py] = at(x, D / 2 - 0.07 * (D - d))
    return {
      kind: 'path',
      d: outline([
        [px, py],
        [px - side * 13, py - 8],
        [px - side * 13, py + 8],
      ]),
      role: 'held',
    }
  }
  const [x, y] = at(B, D / 2 - 0.14 * (D - d))
  return [wedge(0, 1), wedge(B, -1), text(x + 6, y + 20, 'held', 'held-text')]
}
