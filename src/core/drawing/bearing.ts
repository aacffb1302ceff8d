import type { Bearing } from '../catalogue/bearing.js'
import { formOf, isDrawnCup } from '../catalogue/forms.js'
import { hatch, outline, segment, type Point, type Primitive } from './primitives.js'

/** Turns millimetres (x along the axis from the left ring face, r from the axis) into paper units. */
export type ToPaper = (x: number, r: number) => Point

/** Paper length of a hatch step. */
const HATCH = 9

type Millimetres = readonly (readonly [x: number, r: number])[]

/** Draws in millimetres on one sheet. */
class Pen {
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

const box = (x1: number, r1: number, x2: number, r2: number): Millimetres => [
  [x1, r1],
  [x2, r1],
  [x2, r2],
  [x1, r2],
]
const steps = (n: number, from: number, to: number) => Array.from({ length: n + 1 }, (_, i) => from + ((to - from) * i) / n)
const mirror = (points: Millimetres, B: number): Millimetres => points.map(([x, r]) => [B - x, r])

/** Radius of the bore at x: the small end of a tapered bore stands at the right face. */
function boreRadius(row: Bearing, x: number): number {
  const slope = row.boreTaper === '1:12' ? 1 / 24 : row.boreTaper === '1:30' ? 1 / 60 : 0
  return row.boreMm / 2 + (row.widthMm - x) * slope
}

/** The sleeve that fills a tapered bore on a plain shaft. */
function sleeve(row: Bearing, pen: Pen): void {
  if (!row.boreTaper) return
  const { boreMm: d, widthMm: B } = row
  pen.body(
    [
      [0, d / 2],
      [B, d / 2],
      [B, boreRadius(row, B)],
      [0, boreRadius(row, 0)],
    ],
    'part',
  )
}

function cageBars(row: Bearing, pen: Pen, x: number): void {
  const { elementDiameterMm: w, pitchDiameterMm: P } = row
  for (const side of [-1, 1]) pen.body(box(x + side * w * 0.54, P / 2 - w * 0.2, x + side * w * 0.59, P / 2 + w * 0.2), 'cage')
}

/** Centres of the balls of one or two rows. */
function rowCentres({ rows, widthMm: B, elementDiameterMm: w }: Bearing): number[] {
  if (rows === 1) return [B / 2]
  const off = Math.min(B / 4, Math.max(w * 0.54, B / 4))
  return [B / 2 - off, B / 2 + off]
}

function groove(row: Bearing, pen: Pen): void {
  const { boreMm: d, outsideMm: D, widthMm: B, pitchDiameterMm: P, elementDiameterMm: w } = row
  pen.ring(box(0, d / 2, B, P / 2 - 0.24 * w), 'inner')
  pen.ring(box(0, P / 2 + 0.24 * w, B, D / 2), 'outer')
  for (const x of rowCentres(row)) {
    cageBars(row, pen, x)
    pen.ball(x, P / 2, w)
  }
}

/** High shoulders on the side that carries the thrust, low ones on the other; the contact line leans by the angle. */
function angular(row: Bearing, pen: Pen): void {
  const { boreMm: d, outsideMm: D, widthMm: B, pitchDiameterMm: P, elementDiameterMm: w, contactAngleDeg } = row
  const [low, high] = [0.42 * w, 0.12 * w]
  const centres = rowCentres(row)
  if (row.rows === 1) {
    pen.ring(
      [
        [0, d / 2],
        [B, d / 2],
        [B, P / 2 - high],
        [B / 2, P / 2 - high],
        [B / 2, P / 2 - low],
        [0, P / 2 - low],
      ],
      'inner',
    )
    pen.ring(
      [
        [0, D / 2],
        [B, D / 2],
        [B, P / 2 + low],
        [B / 2, P / 2 + low],
        [B / 2, P / 2 + high],
        [0, P / 2 + high],
      ],
      'outer',
    )
  } else {
    pen.ring(box(0, d / 2, B, P / 2 - 0.24 * w), 'inner')
    pen.ring(box(0, P / 2 + 0.24 * w, B, D / 2), 'outer')
  }
  centres.forEach((x, i) => {
    cageBars(row, pen, x)
    pen.ball(x, P / 2, w)
    pen.contact(x, P / 2, contactAngleDeg * (i === 0 ? -1 : 1), 1.5 * w)
  })
}

/** Outer ring with a spherical raceway of this radius round the middle of the bearing. */
function sphericalOuter(row: Bearing, pen: Pen, radius: number): void {
  const { outsideMm: D, widthMm: B } = row
  const arc: Millimetres = steps(24, B, 0).map((x) => [x, Math.sqrt(Math.max(0, radius ** 2 - (x - B / 2) ** 2))])
  pen.ring([[0, D / 2], [B, D / 2], ...arc], 'outer')
}

function selfAligning(row: Bearing, pen: Pen): void {
  const { widthMm: B, pitchDiameterMm: P, elementDiameterMm: w } = row
  const centres = rowCentres(row)
  sphericalOuter(row, pen, Math.hypot(P / 2, centres[1]! - B / 2) + w / 2)
  pen.ring(
    [
      [0, boreRadius(row, 0)],
      [B, boreRadius(row, B)],
      [B, P / 2 - 0.24 * w],
      [0, P / 2 - 0.24 * w],
    ],
    'inner',
  )
  for (const x of centres) pen.ball(x, P / 2, w)
}

/** Cylindrical and machined needle rollers: ribs where the form has them, no inner ring where it has none. */
function cylinder(row: Bearing, pen: Pen): void {
  const { boreMm: d, outsideMm: D, widthMm: B, innerRacewayMm: F, outerRacewayMm: E, elementDiameterMm: w } = row
  const left = (B - row.rollerLengthMm!) / 2
  const { innerRibs, outerRibs } = formOf(row)
  const [innerRib, outerRib] = [F / 2 + 0.3 * w, E / 2 - 0.3 * w]
  if (innerRibs !== null) {
    // The rib of NJ stands on the right; NUP closes the left with a ring of its own.
    pen.ring(
      [
        [0, d / 2],
        [B, d / 2],
        ...(innerRibs >= 1
          ? ([
              [B, innerRib],
              [B - left, innerRib],
              [B - left, F / 2],
            ] as const)
          : ([[B, F / 2]] as const)),
        ...(innerRibs === 2
          ? ([
              [left, F / 2],
              [left, innerRib],
              [0, innerRib],
            ] as const)
          : ([[0, F / 2]] as const)),
      ],
      'inner',
    )
    if (row.form === 'NUP') pen.body(box(0, d / 2, left * 0.9, innerRib), 'part')
  }
  pen.ring(
    [
      [0, D / 2],
      [B, D / 2],
      ...(outerRibs === 2
        ? ([
            [B, outerRib],
            [B - left, outerRib],
            [B - left, E / 2],
            [left, E / 2],
            [left, outerRib],
            [0, outerRib],
          ] as const)
        : ([
            [B, E / 2],
            [0, E / 2],
          ] as const)),
    ],
    'outer',
  )
  pen.body(box(left, F / 2, B - left, E / 2), 'element')
}

function drawnCup(row: Bearing, pen: Pen): void {
  const { outsideMm: D, widthMm: B, innerRacewayMm: F, outerRacewayMm: E } = row
  const left = (B - row.rollerLengthMm!) / 2
  const wall = (D - E) / 2
  const lip = F / 2 + 0.12 * (E - F)
  const closed = row.form === 'drawn-cup-closed'
  pen.ring(
    [
      [0, closed ? 0 : lip],
      [0, D / 2],
      [B, D / 2],
      [B, lip],
      [B - wall, lip],
      [B - wall, E / 2],
      [wall, E / 2],
      [wall, closed ? 0 : lip],
    ],
    'outer',
  )
  pen.body(box(left, F / 2, B - left, E / 2), 'element')
}

/** Cone with its ribs, cup, roller between them; the large end of the roller stands on the right. */
function tapered(row: Bearing, pen: Pen): void {
  const { boreMm: d, outsideMm: D, widthMm: T, pitchDiameterMm: P, elementDiameterMm: w } = row
  const [inner, outer] = [row.innerWidthMm!, row.outerWidthMm!]
  // The cone stands at the right face, the cup at the left one.
  const cone = T - inner
  const alpha = (row.contactAngleDeg * Math.PI) / 180
  // Half angle of the roller itself, of the line through its middle, of the cone raceway.
  const half = Math.min(alpha / 4, 0.06)
  const axis = alpha - half
  const middle = cone + inner / 2
  const L = Math.min(row.rollerLengthMm!, (inner * 0.86) / Math.cos(alpha))
  const along = (t: number, n: number): readonly [number, number] => [
    middle + t * Math.cos(axis) - n * Math.sin(axis),
    P / 2 + t * Math.sin(axis) + n * Math.cos(axis),
  ]
  const thick = (t: number) => w / 2 + t * Math.tan(half)
  const roller: Millimetres = [
    along(-L / 2, -thick(-L / 2)),
    along(L / 2, -thick(L / 2)),
    along(L / 2, thick(L / 2)),
    along(-L / 2, thick(-L / 2)),
  ]
  const [smallLow, largeLow, largeHigh, smallHigh] = roller as [
    readonly [number, number],
    readonly [number, number],
    readonly [number, number],
    readonly [number, number],
  ]
  pen.ring(
    [
      [cone, d / 2],
      [T, d / 2],
      [T, largeLow[1] + 0.3 * w],
      [largeLow[0], largeLow[1] + 0.3 * w],
      [largeLow[0], Math.max(d / 2 + 0.3, largeLow[1])],
      [smallLow[0], Math.max(d / 2 + 0.3, smallLow[1])],
      [smallLow[0], smallLow[1] + 0.12 * w],
      [cone, smallLow[1] + 0.12 * w],
    ],
    'inner',
  )
  const raceway = (x: number) => smallHigh[1] + ((largeHigh[1] - smallHigh[1]) / (largeHigh[0] - smallHigh[0])) * (x - smallHigh[0])
  pen.ring(
    [
      [0, D / 2],
      [outer, D / 2],
      [outer, Math.min(D / 2 - 0.3, raceway(outer))],
      [0, raceway(0)],
    ],
    'outer',
  )
  pen.body(roller, 'element')
}

/** Outline of a barrel: along the roller (t) and across it (n), its middle at (cx, cr), leaning by the angle. */
function barrel(cx: number, cr: number, leanDeg: number, length: number, diameter: number) {
  const a = (leanDeg * Math.PI) / 180
  const point = (t: number, n: number): readonly [number, number] => [
    cx + t * Math.cos(a) + n * Math.sin(a),
    cr - t * Math.sin(a) + n * Math.cos(a),
  ]
  const bulge = (t: number) => (diameter / 2) * (1 - 0.12 * (t / (length / 2)) ** 2)
  const ts = steps(8, -length / 2, length / 2)
  return { upper: ts.map((t) => point(t, bulge(t))), lower: ts.map((t) => point(t, -bulge(t))) }
}
const whole = ({ upper, lower }: ReturnType<typeof barrel>): Millimetres => [...upper, ...[...lower].reverse()]

/** Two rows of barrels on a sphere round the middle of the bearing. */
function spherical(row: Bearing, pen: Pen): void {
  const { widthMm: B, elementDiameterMm: w, pitchDiameterMm: P } = row
  const alpha = (row.contactAngleDeg * Math.PI) / 180
  const centre = P / 2 / Math.cos(alpha)
  const L = Math.min(row.rollerLengthMm! * 0.9, B * 0.46)
  const right = barrel(B / 2 + centre * Math.sin(alpha), centre * Math.cos(alpha), row.contactAngleDeg, L, w)
  const left = { upper: mirror(right.upper, B), lower: mirror(right.lower, B) }
  const lip = Math.min(...right.lower.map((p) => p[1])) + w * 0.12
  pen.ring(
    [
      [0, boreRadius(row, 0)],
      [0, lip],
      ...[...left.lower].reverse().map(([x, r]) => [Math.max(0, x), r] as const),
      ...right.lower.map(([x, r]) => [Math.min(B, x), r] as const),
      [B, lip],
      [B, boreRadius(row, B)],
    ],
    'inner',
  )
  sphericalOuter(row, pen, centre + w / 2)
  pen.body(whole({ upper: [...left.upper], lower: [...left.lower] }), 'element')
  pen.body(whole(right), 'element')
}

/** One row of long barrels between two hollow raceways of large radius. */
function toroidal(row: Bearing, pen: Pen): void {
  const { outsideMm: D, widthMm: B, elementDiameterMm: w, pitchDiameterMm: P } = row
  const one = barrel(B / 2, P / 2, 0, row.rollerLengthMm!, w)
  pen.ring([[0, boreRadius(row, 0)], [0, one.lower[0]![1]], ...one.lower, [B, one.lower[8]![1]], [B, boreRadius(row, B)]], 'inner')
  pen.ring([[0, D / 2], [B, D / 2], [B, one.upper[8]![1]], ...[...one.upper].reverse(), [0, one.upper[0]![1]]], 'outer')
  pen.body(whole(one), 'element')
}

/** Shaft washer on the left, housing washer on the right, balls between. */
function thrustBall(row: Bearing, pen: Pen): void {
  const { boreMm: d, outsideMm: D, widthMm: H, pitchDiameterMm: P, elementDiameterMm: w } = row
  const gap = 0.24 * w
  const clear = 0.03 * (D - d)
  pen.ring(box(0, d / 2, H / 2 - gap, D / 2 - clear), 'inner')
  pen.ring(box(H / 2 + gap, d / 2 + clear, H, D / 2), 'outer')
  pen.body(box(H / 2 - gap * 0.4, P / 2 - w * 0.62, H / 2 + gap * 0.4, P / 2 + w * 0.62), 'cage')
  pen.ball(H / 2, P / 2, w)
}

/** Barrels that lean towards the axis on a spherical housing washer. */
function thrustSpherical(row: Bearing, pen: Pen): void {
  const { boreMm: d, outsideMm: D, widthMm: H, pitchDiameterMm: P, elementDiameterMm: w } = row
  const lean = -(90 - row.contactAngleDeg)
  const one = barrel(H / 2, P / 2, lean, Math.min(row.rollerLengthMm!, 0.34 * (D - d)), Math.min(w, 0.3 * (D - d)))
  const [lowLeft, lowRight] = [one.lower[0]!, one.lower[8]!]
  const [highLeft, highRight] = [one.upper[0]!, one.upper[8]!]
  const clampX = (x: number) => Math.min(H, Math.max(0, x))
  // The housing washer lies towards the outside and the left, the shaft washer towards the bore and the right.
  pen.ring(
    [
      [0, D / 2],
      [0, Math.max(d / 2, highLeft[1])],
      ...one.upper.map(([x, r]) => [clampX(x), Math.min(D / 2, r)] as const),
      [clampX(highRight[0]), D / 2],
    ],
    'outer',
  )
  pen.ring(
    [
      [clampX(lowLeft[0]), d / 2],
      ...one.lower.map(([x, r]) => [clampX(x), Math.max(d / 2, r)] as const),
      [H, Math.min(D / 2, lowRight[1])],
      [H, d / 2],
    ],
    'inner',
  )
  pen.body(
    whole(one).map(([x, r]) => [clampX(x), r] as const),
    'element',
  )
}

/** Spherical outside, inner ring longer on one side for screws, collar or sleeve. */
function insert(row: Bearing, pen: Pen): void {
  const { boreMm: d, outsideMm: D, widthMm: B, pitchDiameterMm: P, elementDiameterMm: w } = row
  const C = row.outerWidthMm!
  const middle = Math.min(B / 2, C / 2 + 0.15 * B)
  const arc: Millimetres = steps(12, middle - C / 2, middle + C / 2).map((x) => [x, Math.sqrt((D / 2) ** 2 - (x - middle) ** 2)])
  const land = Math.max(d / 2 + 1, P / 2 - 0.24 * w)
  pen.ring(
    [
      [0, boreRadius(row, 0)],
      [B, boreRadius(row, B)],
      [B, land],
      [0, land],
    ],
    'inner',
  )
  pen.ring([[middle - C / 2, P / 2 + 0.24 * w], ...arc, [middle + C / 2, P / 2 + 0.24 * w]], 'outer')
  pen.ball(middle, P / 2, w)
  const end = (middle + C / 2 + B) / 2
  if (row.form === 'setscrew') pen.body(box(end - 0.05 * B, d / 2, end + 0.05 * B, land), 'part')
  if (row.form === 'eccentric-collar') pen.body(box(end, land - 0.2 * (land - d / 2), B, land + 0.5 * w), 'part')
}

const DRAW: Record<string, (row: Bearing, pen: Pen) => void> = {
  'deep-groove-ball': groove,
  'angular-contact-ball': angular,
  'self-aligning-ball': selfAligning,
  'cylindrical-roller': cylinder,
  'needle-roller': (row, pen) => (isDrawnCup(row) ? drawnCup(row, pen) : cylinder(row, pen)),
  'tapered-roller': tapered,
  'spherical-roller': spherical,
  'toroidal-roller': toroidal,
  'thrust-ball': thrustBall,
  'thrust-spherical-roller': thrustSpherical,
  'insert-ball': insert,
}

/** Upper half of a bearing in section, true proportions, every family. */
export function bearingSection(row: Bearing, at: ToPaper, scale: number): Primitive[] {
  const pen = new Pen(at, scale)
  sleeve(row, pen)
  DRAW[row.family]!(row, pen)
  return pen.shapes
}
