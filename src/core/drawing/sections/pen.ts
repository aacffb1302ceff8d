import type { Bearing } from '../../bearing/bearing.js'
import { hatch, outline, segment, type Point, type Primitive } from '../primitives.js'

/** Turns millimetres (x along the axis from the left ring face, r from the axis) into paper units. */
export type ToPaper = (x: number, r: number) => Point

/** Paper length of a hatch step. */
const HATCH = 9

export type Millimetres = readonly (readonly [x: number, r: number])[]

/** Draws in millimetres on one sheet. */
export class Pen {
  readonly shapes: Primitive[] = []
  constructor(
    private readonly at: ToPaper,
    private readonly scale: number,
  ) {}

  /** A ring in section: hatched one way inside, the other way outside. */
  ring(points: Millimetres, side: 'inner' | 'outer'): void {
    const paper = points.map(([x, r]) => this.at(x, r))
    this.shapes.push({ kind: 'path', d: outline(paper), role: 'ring' }, hatch(paper, HATCH, side === 'inner' ? 1 : -1, 'ring-hatch'))
  }
  body(points: Millimetres, role: 'element' | 'cage' | 'part'): void {
    this.shapes.push({ kind: 'path', d: outline(points.map(([x, r]) => this.at(x, r))), role })
  }
  ball(x: number, r: number, diameter: number): void {
    const [cx, cy] = this.at(x, r)
    this.shapes.push({ kind: 'circle', cx, cy, r: (diameter / 2) * this.scale, role: 'element' })
  }
  /** Line along which the load passes through an element. */
  contact(x: number, r: number, angleDeg: number, length: number): void {
    const a = (angleDeg * Math.PI) / 180
    const [dx, dr] = [(Math.sin(a) * length) / 2, (Math.cos(a) * length) / 2]
    const [x1, y1] = this.at(x - dx, r - dr)
    const [x2, y2] = this.at(x + dx, r + dr)
    this.shapes.push(segment(x1, y1, x2, y2, 'extension'))
  }
}

/** A rectangle from (x1, r1) to (x2, r2), mm along and from the axis. */
export const box = (x1: number, r1: number, x2: number, r2: number): Millimetres => [
  [x1, r1],
  [x2, r1],
  [x2, r2],
  [x1, r2],
]
/** `n` equal steps between two numbers, both ends with them; in their unit (mm, radians). */
export const steps = (n: number, from: number, to: number) => Array.from({ length: n + 1 }, (_, i) => from + ((to - from) * i) / n)
/** The same outline seen from the other face of a ring of width `B`, mm. */
export const mirror = (points: Millimetres, B: number): Millimetres => points.map(([x, r]) => [B - x, r])

/** Radius of the bore at x, both in mm: the small end of a tapered bore stands at the right face. */
export function boreRadius(row: Bearing, x: number): number {
  const slope = row.boreTaper === '1:12' ? 1 / 24 : row.boreTaper === '1:30' ? 1 / 60 : 0
  return row.boreMm / 2 + (row.widthMm - x) * slope
}

/** Outer ring with a spherical raceway of this radius (mm) round the middle of the bearing. */
export function sphericalOuter(row: Bearing, pen: Pen, radius: number): void {
  const { outsideMm: D, widthMm: B } = row
  const arc: Millimetres = steps(24, B, 0).map((x) => [x, Math.sqrt(Math.max(0, radius ** 2 - (x - B / 2) ** 2))])
  pen.ring([[0, D / 2], [B, D / 2], ...arc], 'outer')
}
