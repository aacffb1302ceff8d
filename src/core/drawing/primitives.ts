/** Shapes in paper units (x right, y down) that the screen, an SVG file and a PDF can all draw alike. */

export type Role =
  | 'axis'
  | 'shaft'
  | 'shaft-fill'
  | 'shaft-edge'
  | 'housing'
  | 'housing-hatch'
  | 'ring'
  | 'ring-hatch'
  | 'ring-own'
  | 'ring-strong'
  | 'element'
  | 'cage'
  | 'part'
  | 'extension'
  | 'dimension'
  | 'dimension-head'
  | 'force'
  | 'force-head'
  | 'gap'
  | 'gap-head'
  | 'held'
  | 'error'
  | 'blank'
  | 'band'
  | 'band-edge'
  | 'band-strong'
  | 'zone-ring'
  | 'zone-seat'
  | 'hot'
  | 'hot-line'
  | 'bent'

export type TextRole = 'label' | 'figure' | 'small' | 'gap-text' | 'error-text' | 'held-text' | 'hot-text'

export type Primitive =
  | { kind: 'path'; d: string; role: Role }
  | { kind: 'line'; x1: number; y1: number; x2: number; y2: number; role: Role }
  | { kind: 'circle'; cx: number; cy: number; r: number; role: Role }
  | { kind: 'text'; x: number; y: number; text: string; anchor: 'start' | 'middle' | 'end'; role: TextRole }

export interface Drawing {
  width: number
  height: number
  primitives: Primitive[]
  /** What a person who cannot see it should know. */
  description: string
  /** Scale and magnification in words. */
  scale?: string
}

export type Point = readonly [number, number]

/** Closed outline as path data. */
export function outline(points: readonly Point[]): string {
  return `M${points.map(([x, y]) => `${round(x)} ${round(y)}`).join('L')}Z`
}

/** The corners of a rectangle between two points; units of the drawing. */
export const box = (x1: number, y1: number, x2: number, y2: number): Point[] => [
  [x1, y1],
  [x2, y1],
  [x2, y2],
  [x1, y2],
]

/** A closed shape through points in units of the drawing, filled by its role. */
export const filled = (points: readonly Point[], role: Role): Primitive => ({ kind: 'path', d: outline(points), role })

/** A coordinate in units of the drawing to two decimals, so that files stay small. */
export function round(value: number): number {
  return Math.round(value * 100) / 100
}

/** A straight line; units of the drawing. */
export function segment(x1: number, y1: number, x2: number, y2: number, role: Role): Primitive {
  return { kind: 'line', x1: round(x1), y1: round(y1), x2: round(x2), y2: round(y2), role }
}

/** A hatch of more lines is a filled area. */
const MOST_LINES = 600

/** 45° hatch lines inside a closed outline (even-odd), as one path, `spacing` apart in units of the drawing. `slope` 1 rises to the right, −1 falls. */
export function hatch(points: readonly Point[], spacing: number, slope: 1 | -1, role: Role): Primitive {
  // In the turned frame u = x + slope·y is constant along a line and v = x − slope·y runs along it.
  const turned = points.map(([x, y]) => [x + slope * y, x - slope * y] as const)
  const us = turned.map((p) => p[0])
  const [low, high] = [Math.min(...us), Math.max(...us)]
  let d = ''
  if (!Number.isFinite(high - low)) return { kind: 'path', d, role }
  const step = Math.max(spacing, (high - low) / MOST_LINES)
  for (let u = Math.ceil(low / step) * step + step / 3; u < high; u += step) {
    const crossings: number[] = []
    turned.forEach(([u1, v1], i) => {
      const [u2, v2] = turned[(i + 1) % turned.length]!
      if (u1 <= u !== u2 <= u) crossings.push(v1 + ((u - u1) / (u2 - u1)) * (v2 - v1))
    })
    crossings.sort((a, b) => a - b)
    for (let i = 0; i + 1 < crossings.length; i += 2) {
      const [a, b] = [crossings[i]!, crossings[i + 1]!]
      d += `M${round((u + a) / 2)} ${round((slope * (u - a)) / 2)}L${round((u + b) / 2)} ${round((slope * (u - b)) / 2)}`
    }
  }
  return { kind: 'path', d, role }
}

/** Arrow head with its tip at a point, looking along (dx, dy); units of the drawing. */
export function arrowHead([x, y]: Point, dx: number, dy: number, size: number, role: Role): Primitive {
  const length = Math.hypot(dx, dy) || 1
  const [ux, uy] = [dx / length, dy / length]
  const back: Point = [x - ux * size, y - uy * size]
  const half = size * 0.32
  return {
    kind: 'path',
    d: outline([
      [x, y],
      [back[0] - uy * half, back[1] + ux * half],
      [back[0] + uy * half, back[1] - ux * half],
    ]),
    role,
  }
}

/** Line with a head at its end, and at its start when `both`; `size` of the head in units of the drawing. */
export function arrow(from: Point, to: Point, line: Role, head: Role, size: number, both = false): Primitive[] {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]]
  const shape: Primitive[] = [segment(from[0], from[1], to[0], to[1], line), arrowHead(to, dx, dy, size, head)]
  if (both) shape.push(arrowHead(from, -dx, -dy, size, head))
  return shape
}

/** Text at a point in units of the drawing, set by its role. */
export function text(
  x: number,
  y: number,
  content: string,
  role: TextRole = 'label',
  anchor: 'start' | 'middle' | 'end' = 'start',
): Primitive {
  return { kind: 'text', x: round(x), y: round(y), text: content, anchor, role }
}
