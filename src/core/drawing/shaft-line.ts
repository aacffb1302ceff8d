import type { Bearing } from '../catalogue/catalogue.js'
import { arrow, outline, text, type Drawing, type Point, type Primitive } from './primitives.js'

export interface LineBearing {
  key: string
  end: 'drive' | 'non-drive'
  name: string
  designation: string
  row: Bearing | null
  held: boolean | null
}

export interface ShaftLineSpec {
  width: number
  height: number
  bearings: readonly LineBearing[]
  spanText: string | null
  /** Growth in words; drawn running away from the held end. */
  growthText?: string | null
  /** The housing outgrows the shaft: the growth runs toward the held end. */
  growthTowardHeld?: boolean
  /** Red words when both or no ends are held. */
  error?: string | null
  /** What the shaft carries at its far end: an impeller, a fan wheel, a sheave. */
  carries: string
}

export interface ShaftLineDrawing extends Drawing {
  /** Where each bearing stands, for handles and links. */
  places: { key: string; x: number; y: number; width: number; height: number }[]
}

/** The whole shaft line from coupling to what it carries; bearing sections to one scale, the span shortened. */
export function shaftLineDrawing(spec: ShaftLineSpec): ShaftLineDrawing {
  const { width, height, bearings } = spec
  const axis = height / 2 + 4
  const largest = Math.max(60, ...bearings.map((b) => b.row?.outsideMm ?? 0))
  const scale = (height - 130) / (largest * 1.25)
  const shaftR = Math.max(12, ((bearings[0]?.row?.boreMm ?? 40) / 2) * scale)
  const place = (end: 'drive' | 'non-drive') => (end === 'drive' ? width * 0.27 : width * 0.73)
  const [left, right] = [width * 0.1, width * 0.9]
  const shapes: Primitive[] = []
  const bar = (x1: number, x2: number, r: number): Primitive => ({
    kind: 'path',
    d: outline([
      [x1, axis - r],
      [x2, axis - r],
      [x2, axis + r],
      [x1, axis + r],
    ]),
    role: 'shaft',
  })
  shapes.push(
    bar(left, right, shaftR * 0.86),
    bar(place('drive') - 34, place('non-drive') + 34, shaftR),
    bar(width * 0.36, width * 0.64, shaftR * 1.3),
  )
  // Coupling half at the drive end, and what the shaft carries at the other.
  shapes.push(bar(left - 20, left + 8, shaftR * 2), text(left - 6, axis + shaftR * 2 + 20, 'coupling', 'label', 'middle'))
  shapes.push(bar(right - 6, right + 14, shaftR * 2.6), text(right + 4, axis + shaftR * 2.6 + 20, spec.carries, 'label', 'middle'))
  shapes.push({ kind: 'line', x1: left - 46, y1: axis, x2: right + 40, y2: axis, role: 'axis' })

  const places = bearings.map((b) => {
    const x = place(b.end)
    const bore = (b.row?.boreMm ?? 40) * scale
    const outside = (b.row?.outsideMm ?? 80) * scale
    const wide = Math.max(18, (b.row?.widthMm ?? 20) * scale)
    for (const side of [-1, 1] as const) {
      const [r1, r2] = [axis + (side * bore) / 2, axis + (side * outside) / 2]
      const corners: Point[] = [
        [x - wide / 2, r1],
        [x + wide / 2, r1],
        [x + wide / 2, r2],
        [x - wide / 2, r2],
      ]
      shapes.push({ kind: 'path', d: outline(corners), role: 'ring' })
      if (b.row && b.row.family !== 'deep-groove-ball') {
        const third = (r2 - r1) / 3
        shapes.push({
          kind: 'path',
          d: outline([
            [x - wide * 0.32, r1 + third],
            [x + wide * 0.32, r1 + third],
            [x + wide * 0.32, r2 - third],
            [x - wide * 0.32, r2 - third],
          ]),
          role: 'element',
        })
      } else shapes.push({ kind: 'circle', cx: x, cy: (r1 + r2) / 2, r: Math.min(wide, Math.abs(r2 - r1)) * 0.27, role: 'element' })
      if (b.held) {
        const y = axis + (side * outside) / 2 - side * 6
        for (const face of [-1, 1] as const) {
          const fx = x + (face * wide) / 2
          shapes.push({
            kind: 'path',
            d: outline([
              [fx, y],
              [fx + face * 12, y - 7],
              [fx + face * 12, y + 7],
            ]),
            role: 'held',
          })
        }
      }
    }
    const top = axis - outside / 2
    shapes.push(text(x, top - 26, b.name, 'label', 'middle'), text(x, top - 8, b.designation, 'figure', 'middle'))
    const words = b.held === null ? '' : b.held ? 'held' : 'free'
    if (words) shapes.push(text(x, axis + outside / 2 + 20, words, b.held ? 'held-text' : 'gap-text', 'middle'))
    return { key: b.key, x: x - wide / 2 - 18, y: top - 44, width: wide + 36, height: outside + 74 }
  })

  const spanY = height - 22
  if (spec.spanText) {
    shapes.push(
      ...arrow([place('drive'), spanY], [place('non-drive'), spanY], 'dimension', 'dimension-head', 9, true),
      text(width / 2, spanY - 7, spec.spanText, 'figure', 'middle'),
    )
  }
  if (spec.growthText) {
    const away = (bearings.find((b) => b.held)?.end === 'non-drive') === (spec.growthTowardHeld ?? false) ? 1 : -1
    const y = axis - shaftR * 1.3 - 22
    shapes.push(
      ...arrow([width / 2 - away * 60, y], [width / 2 + away * 60, y], 'hot-line', 'hot', 13),
      text(width / 2, y - 10, spec.growthText, 'hot-text', 'middle'),
    )
  }
  if (spec.error) shapes.push(text(width / 2, 24, spec.error, 'error-text', 'middle'))
  const held = bearings.filter((b) => b.held).map((b) => b.name)
  return {
    width,
    height,
    primitives: shapes,
    places,
    description: `Shaft line with ${bearings.map((b) => `${b.designation} at the ${b.name}`).join(' and ')}; held: ${held.join(' and ') || 'none'}.${spec.error ? ` ${spec.error}.` : ''}`,
  }
}
