import type { Bearing } from '../catalogue/catalogue.js'
import { hatch, outline, type Point, type Primitive } from './primitives.js'

/** Turns millimetres (x along the axis from the left ring face, r from the axis) into paper units. */
export type ToPaper = (x: number, r: number) => Point

/** Paper length of a hatch step. */
const HATCH = 9

function ring(points: readonly Point[], slope: 1 | -1): Primitive[] {
  return [{ kind: 'path', d: outline(points), role: 'ring' }, hatch(points, HATCH, slope, 'ring-hatch')]
}

const rectangle = (at: ToPaper, x1: number, r1: number, x2: number, r2: number): Point[] => [at(x1, r1), at(x2, r1), at(x2, r2), at(x1, r2)]

function ball(row: Bearing, at: ToPaper, scale: number): Primitive[] {
  const { boreMm: d, outsideMm: D, widthMm: B, pitchDiameterMm: P, elementDiameterMm: w } = row
  const [cx, cy] = at(B / 2, P / 2)
  const cage = (side: 1 | -1): Primitive => {
    const x = B / 2 + side * w * 0.54
    return { kind: 'path', d: outline(rectangle(at, x, P / 2 - w * 0.2, x + side * w * 0.05, P / 2 + w * 0.2)), role: 'cage' }
  }
  return [
    ...ring(rectangle(at, 0, d / 2, B, P / 2 - 0.24 * w), 1),
    ...ring(rectangle(at, 0, P / 2 + 0.24 * w, B, D / 2), -1),
    cage(1),
    cage(-1),
    { kind: 'circle', cx, cy, r: (w / 2) * scale, role: 'element' },
  ]
}

function cylinder(row: Bearing, at: ToPaper): Primitive[] {
  const { boreMm: d, outsideMm: D, widthMm: B, innerRacewayMm: F, outerRacewayMm: E, elementDiameterMm: w } = row
  const L = row.rollerLengthMm!
  const left = (B - L) / 2
  const rib = E / 2 - 0.3 * w
  const outer: Point[] = [
    at(0, D / 2),
    at(B, D / 2),
    at(B, rib),
    at(B - left, rib),
    at(B - left, E / 2),
    at(left, E / 2),
    at(left, rib),
    at(0, rib),
  ]
  return [
    ...ring(rectangle(at, 0, d / 2, B, F / 2), 1),
    ...ring(outer, -1),
    { kind: 'path', d: outline(rectangle(at, left, F / 2, B - left, E / 2)), role: 'element' },
  ]
}

/** Two rows of barrels on a sphere round the middle of the bearing. */
function spherical(row: Bearing, at: ToPaper): Primitive[] {
  const { boreMm: d, outsideMm: D, widthMm: B, elementDiameterMm: w, pitchDiameterMm: P } = row
  const L = row.rollerLengthMm! * 0.9
  const alpha = (row.contactAngleDeg * Math.PI) / 180
  const centre = P / 2 / Math.cos(alpha)
  const sphere = centre + w / 2
  const arc: Point[] = Array.from({ length: 25 }, (_, i) => {
    const x = B - (B * i) / 24
    return at(x, Math.sqrt(sphere ** 2 - (x - B / 2) ** 2))
  })
  const barrel = (side: 1 | -1) => {
    const [cx, cr] = [B / 2 + side * centre * Math.sin(alpha), centre * Math.cos(alpha)]
    // Along the roller (t) and across it (n), in millimetres.
    const point = (t: number, n: number): readonly [number, number] => [
      cx + side * (t * Math.cos(alpha) + n * Math.sin(alpha)),
      cr - t * Math.sin(alpha) + n * Math.cos(alpha),
    ]
    const bulge = (t: number) => (w / 2) * (1 - 0.12 * (t / (L / 2)) ** 2)
    const ts = Array.from({ length: 9 }, (_, i) => -L / 2 + (L * i) / 8)
    return { upper: ts.map((t) => point(t, bulge(t))), lower: ts.map((t) => point(t, -bulge(t))) }
  }
  const [right, left] = [barrel(1), barrel(-1)]
  const body = ({ upper, lower }: ReturnType<typeof barrel>): Primitive => ({
    kind: 'path',
    d: outline([...upper, ...[...lower].reverse()].map(([x, r]) => at(x, r))),
    role: 'element',
  })
  const lip = Math.min(...right.lower.map((p) => p[1])) + w * 0.12
  const inner: Point[] = [
    at(0, d / 2),
    at(0, lip),
    ...[...left.lower].reverse().map(([x, r]) => at(Math.max(0, x), r)),
    ...right.lower.map(([x, r]) => at(Math.min(B, x), r)),
    at(B, lip),
    at(B, d / 2),
  ]
  return [...ring(inner, 1), ...ring([at(0, D / 2), at(B, D / 2), ...arc], -1), body(left), body(right)]
}

/** Upper half of a bearing in section, true proportions. Families: deep groove, cylindrical, spherical. */
export function bearingSection(row: Bearing, at: ToPaper, scale: number): Primitive[] {
  if (row.family === 'spherical-roller') return spherical(row, at)
  return row.family === 'cylindrical-roller' ? cylinder(row, at) : ball(row, at, scale)
}
