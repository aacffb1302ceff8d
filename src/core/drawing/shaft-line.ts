import { half, housingRound, housingWall, sleeveUnder } from './glyph.js'
import type { StandsIn } from '../mounting/ways.js'
import { stoodUp } from './stand-up.js'
import {
  dimensionsAlong,
  scaleAlong,
  stations,
  type HeldSides,
  type LinePlace,
  type LinePosition,
  type ShaftLineDrawing,
  type ShaftLineSpec,
} from './line-layout.js'
import { drawComponents, drawSteps, SHELL } from './on-shaft.js'
import { arrow, box, filled, text, type Point, type Primitive, type Role, type TextRole } from './primitives.js'

const BOTH: HeldSides = { left: true, right: true }
const NEITHER: HeldSides = { left: false, right: false }

/** How a support is held, as it was said: to one side is neither held nor free. */
function heldWords({ held, sides = NEITHER }: Pick<LinePosition, 'held' | 'sides'>): string {
  if (sides.left !== sides.right) return sides.left ? 'held left' : 'held right'
  return held ? 'held' : held === false ? 'free' : ''
}

const RINGS: Record<NonNullable<LinePlace['tone']>, { ring: Role; element: Role }> = {
  hand: { ring: 'ring-strong', element: 'element' },
  own: { ring: 'ring-own', element: 'element' },
  other: { ring: 'part', element: 'part' },
}

/** So much of the way to the next support a bearing takes at most. */
const FILLED = 0.5

/** Width of a bearing on the paper, never so small that it cannot be hit. */
const wideOf = ({ row }: LinePlace, scale: number, low = false) => Math.max(low ? 14 : 18, (row?.widthMm ?? 20) * scale)

function held(shapes: Primitive[], x1: number, x2: number, axis: number, outside: number, low: boolean, sides: HeldSides): void {
  const [long, half] = low ? [8, 4.5] : [12, 7]
  for (const side of [-1, 1] as const) {
    const y = axis + (side * outside) / 2 - side * (half - 1)
    for (const [x, face, stands] of [
      [x1, -1, sides.left],
      [x2, 1, sides.right],
    ] as const) {
      if (!stands) continue
      const corners: Point[] = [
        [x, y],
        [x + face * long, y - half],
        [x + face * long, y + half],
      ]
      shapes.push(filled(corners, 'held'))
    }
  }
}

/** Rings and elements of one bearing over and under the axis. */
function bearing(
  shapes: Primitive[],
  { row, tone = 'own', leans = 1 }: LinePlace,
  x: number,
  wide: number,
  axis: number,
  scale: number,
): void {
  const [bore, outside] = [(row?.boreMm ?? 40) * scale, (row?.outsideMm ?? 80) * scale]
  const { ring, element } = RINGS[tone]
  for (const side of [-1, 1] as const) shapes.push(...half({ row, x, wide, axis, bore, outside, side, leans }, ring, element))
}

/** How much of the width of a bearing its outer ring takes. */
const outerShare = ({ row }: LinePlace) =>
  row?.family === 'insert-ball' ? Math.min(1, (row.outerWidthMm ?? row.widthMm) / row.widthMm) : 1

/** What houses a bearing by the records; an insert stands in a block of its own where nothing is said, a split block is one with a foot too. */
const housedIn = ({ row, housingSeat }: LinePlace): StandsIn =>
  housingSeat?.standsIn ?? (housingSeat?.block ? 'split' : row?.family === 'insert-ball' ? 'solid' : 'machine')

function lyingLine(spec: ShaftLineSpec): ShaftLineDrawing {
  const { width, height, positions, low } = spec
  const axis = height / 2 + (low ? 8 : 4)
  const rows = positions.flatMap((p) => p.places.map((x) => x.row))
  const largest = Math.max(60, ...rows.map((r) => r?.outsideMm ?? 0))
  const at = stations(positions, width)
  const nearest = Math.min(width * 0.28, ...at.slice(1).map((x, i) => x - at[i]!))
  const widest = Math.max(20, ...positions.map((p) => p.places.reduce((sum, x) => sum + (x.row?.widthMm ?? 20), 0)))
  // Of many supports none comes over its neighbour.
  const scale = Math.min((height - (low ? 58 : 130)) / (largest * (low ? 1.05 : 1.25)), (FILLED * nearest) / widest)
  const shaftR = Math.max(low ? 7 : 12, ((rows[0]?.boreMm ?? 40) / 2) * scale)
  const [left, right] = positions.length > 2 ? [width * 0.045, width * 0.955] : [width * 0.1, width * 0.9]
  const shapes: Primitive[] = []
  const bar = (x1: number, x2: number, r: number) => filled(box(x1, axis - r, x2, axis + r), 'shaft')
  const halves = positions.map((p) => p.places.reduce((sum, x) => sum + wideOf(x, scale, low), 0) / 2)
  const steps = positions.length > 0 && spec.shaft?.sections.length ? spec.shaft : null
  if (steps) drawSteps(shapes, steps, spec, at, [left, right], axis, scale)
  else shapes.push(bar(left, right, shaftR * 0.86))
  if (positions.length && !steps) shapes.push(bar(at[0]! - halves[0]! - 12, at.at(-1)! + halves.at(-1)! + 12, shaftR))
  at.slice(1).forEach((x, i) => {
    const margin = (x - at[i]!) * 0.16
    const [from, to] = [at[i]! + halves[i]! + margin, x - halves[i + 1]! - margin]
    if (to > from && !steps) shapes.push(bar(from, to, shaftR * 1.3))
  })
  // Coupling half at the drive end, and what the shaft carries at the other; both leave room for their words.
  const most = height - axis - 24
  const [half, carried] = [Math.min(shaftR * 2, most), Math.min(shaftR * 2.6, most)]
  const under = (r: number) => Math.min(height - 6, axis + r + 20)
  const round =
    spec.outerTurns && at.length ? { from: at[0]! - halves[0]! - 4, to: at.at(-1)! + halves.at(-1)! + 4, outside: largest * scale } : null
  const onShaft = spec.components ? drawComponents(shapes, spec, at, axis, shaftR, [left, right], round) : []
  if (!spec.components) {
    shapes.push(bar(left - 20, left + 8, half), text(Math.max(30, left - 6), under(half), 'coupling', 'label', 'middle'))
    shapes.push(bar(right - 6, right + 14, carried))
    shapes.push(text(Math.min(width - 34, right + 4), under(carried), spec.carries, 'label', 'middle'))
  }
  shapes.push({ kind: 'line', x1: Math.max(2, left - 46), y1: axis, x2: Math.min(width - 2, right + 40), y2: axis, role: 'axis' })

  const places = positions.flatMap((p, i) => {
    const widths = p.places.map((x) => wideOf(x, scale, low))
    const together = widths.reduce((a, b) => a + b, 0)
    const outside = Math.max(...p.places.map((x) => x.row?.outsideMm ?? 80)) * scale
    let edge = at[i]! - together / 2
    const found = p.places.map((place, n) => {
      const wide = widths[n]!
      const x = edge + wide / 2
      edge += wide
      const stand = { x, wide, axis, bore: (place.row?.boreMm ?? 40) * scale, outside: (place.row?.outsideMm ?? 80) * scale }
      const toward = i * 2 < positions.length ? -1 : 1
      if (place.shaftSeat?.kind.endsWith('-sleeve')) shapes.push(...sleeveUnder(stand, toward))
      if (!spec.outerTurns) shapes.push(...housingRound(stand, housedIn(place)))
      bearing(
        shapes,
        {
          ...place,
          leans: place.leans ?? (p.sides?.right && !p.sides.left ? -1 : i === positions.length - 1 && i > 0 ? -1 : 1),
        },
        x,
        wide,
        axis,
        scale,
      )
      return { key: place.key, x: x - wide / 2, y: axis - outside / 2, width: wide, height: outside }
    })
    const said = p.sides && (p.sides.left || p.sides.right) ? p.sides : null
    const sides = said ?? (p.held ? BOTH : NEITHER)
    const face = (together / 2) * Math.min(...p.places.map(outerShare))
    held(shapes, at[i]! - face, at[i]! + face, axis, outside, low === true, sides)
    // Letters stand clear of what houses the bearing.
    const housed = p.places.some((x) => housedIn(x) !== 'machine')
    const clear = round ? (round.outside - outside) / 2 + SHELL : housed ? housingWall(outside) + 6 : 0
    const top = axis - outside / 2 - clear
    const own = p.places.some((x) => (x.tone ?? 'own') !== 'other')
    const names: TextRole = low && own ? 'held-text' : 'label'
    if (low)
      shapes.push(
        text(at[i]!, top - 8, p.name, names, 'middle'),
        text(at[i]!, axis + outside / 2 + clear + 17, p.designation, 'small', 'middle'),
      )
    else shapes.push(text(at[i]!, top - 26, p.name, names, 'middle'), text(at[i]!, top - 8, p.designation, 'figure', 'middle'))
    const words = heldWords(p)
    if (words && !low)
      shapes.push(text(at[i]!, axis + outside / 2 + clear + 20, words, words === 'free' ? 'gap-text' : 'held-text', 'middle'))
    // The first and the last of a position take its margins, so that a single one is easy to hit.
    return found.map((f, n) => {
      const [before, behind] = [n === 0 ? 18 : 0, n === found.length - 1 ? 18 : 0]
      const up = low ? 24 : 44
      return { ...f, x: f.x - before, width: f.width + before + behind, y: f.y - up, height: f.height + up + (low ? 20 : 30) }
    })
  })

  const spanY = height - 22
  if (spec.say) {
    const marks = dimensionsAlong(spec, at, onShaft)
    marks.slice(1).forEach(([mm, x], i) => {
      const [before, from] = marks[i]!
      shapes.push(...arrow([from, spanY], [x, spanY], 'dimension', 'dimension-head', 9, true))
      shapes.push(text((from + x) / 2, spanY - 7, spec.say!(mm - before), 'figure', 'middle'))
    })
  }
  if (!spec.say && spec.spanText && at.length > 1) {
    shapes.push(
      ...arrow([at[0]!, spanY], [at.at(-1)!, spanY], 'dimension', 'dimension-head', 9, true),
      text((at[0]! + at.at(-1)!) / 2, spanY - 7, spec.spanText, 'figure', 'middle'),
    )
  }
  if (spec.growthText) {
    const holder = positions.findIndex((p) => p.held)
    const away = (holder === positions.length - 1 && holder > 0) === (spec.growthTowardHeld ?? false) ? 1 : -1
    const y = axis - shaftR * 1.3 - 22
    const middle = at.length > 2 ? (at[0]! + at[1]!) / 2 : width / 2
    const half = at.length > 2 ? Math.min(60, (at[1]! - at[0]!) * 0.28) : 60
    shapes.push(
      ...arrow([middle - away * half, y], [middle + away * half, y], 'hot-line', 'hot', 13),
      text(middle, y - 10, spec.growthText, 'hot-text', 'middle'),
    )
  }
  if (spec.error) shapes.push(text(width / 2, 24, spec.error, 'error-text', 'middle'))
  const holding = positions.filter((p) => p.held).map((p) => p.name)
  return {
    width,
    height,
    primitives: spec.wordless ? shapes.filter((p) => p.kind !== 'text') : shapes,
    places,
    carried: onShaft,
    at,
    mmPerUnit: scaleAlong(positions, at),
    description: `${spec.upright ? 'Upright shaft' : 'Shaft'} line${round ? ' on a standing axle' : ''} with ${positions.map((p) => `${p.designation} at the ${p.name}`).join(' and ')}; held: ${holding.join(' and ') || 'none'}.${spec.error ? ` ${spec.error}.` : ''}`,
  }
}

/** How much taller than wide the paper of a line may be that is laid on its side before it stands: bearings keep to the width of the shaft. */
const SLENDER = 1.5

/**
 * The whole shaft line from coupling to what it carries; bearing sections to one scale, the spans shortened. One that stands is drawn from
 * top to bottom in the middle of its paper. In units of the paper, sizes in mm. Source: engineering practice.
 */
export function shaftLineDrawing(spec: ShaftLineSpec): ShaftLineDrawing {
  if (!spec.upright) return lyingLine(spec)
  const across = Math.min(spec.width, spec.height * SLENDER)
  const lying = lyingLine({ ...spec, width: spec.height, height: across, low: spec.low || spec.height < 280 })
  return stoodUp(lying, spec.width, (spec.width - across) / 2)
}
