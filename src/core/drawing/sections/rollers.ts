import type { Bearing } from '../../bearing/bearing.js'
import { formOf } from '../../bearing/construction-forms.js'
import { boreRadius, box, mirror, sphericalOuter, steps, type Millimetres, type Pen } from './pen.js'

/** Cylindrical and machined needle rollers: ribs where the form has them, no inner ring where it has none. */
export function cylinder(row: Bearing, pen: Pen): void {
  const { boreMm: d, outsideMm: D, widthMm: B, innerRacewayMm: F, outerRacewayMm: E, elementDiameterMm: w } = row
  const L = row.rollerLengthMm!
  // Two rows stand side by side with a rib or a spacer between them.
  const between = row.rows === 2 ? 0.08 * B : 0
  const left = (B - row.rows * L - between) / 2
  const { innerRibs, outerRibs } = formOf(row)
  const [innerRib, outerRib] = [F / 2 + 0.3 * w, E / 2 - 0.3 * w]
  if (innerRibs !== null) {
    // The rib of NJ stands on the right; NUP closes the left with a ring of its own.
    pen.ring(
      [
        [0, boreRadius(row, 0)],
        [B, boreRadius(row, B)],
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
  for (let i = 0; i < row.rows; i += 1) {
    const at = left + i * (L + between)
    pen.body(box(at, F / 2, at + L, E / 2), 'element')
  }
}

/** Two washers with cylinders between them; needles come without washers. */
export function thrustCylinders(row: Bearing, pen: Pen): void {
  const { boreMm: d, outsideMm: D, widthMm: H, pitchDiameterMm: P, elementDiameterMm: w } = row
  const L = row.rollerLengthMm!
  const clear = 0.03 * (D - d)
  const gap = w / 2
  if (row.form !== 'thrust-needle') {
    pen.ring(box(0, d / 2, H / 2 - gap, D / 2 - clear), 'inner')
    pen.ring(box(H / 2 + gap, d / 2 + clear, H, D / 2), 'outer')
  }
  pen.body(box(H / 2 - gap * 0.5, d / 2 + clear, H / 2 + gap * 0.5, D / 2 - clear), 'cage')
  pen.body(box(H / 2 - gap, P / 2 - L / 2, H / 2 + gap, P / 2 + L / 2), 'element')
}

/** Needles in their cage; shaft and housing are the raceways. */
export function needleCage(row: Bearing, pen: Pen): void {
  const { widthMm: B, innerRacewayMm: F, outerRacewayMm: E } = row
  const left = (B - row.rollerLengthMm!) / 2
  const [low, high] = [F / 2 + 0.12 * (E - F), E / 2 - 0.12 * (E - F)]
  pen.body(box(0, low, B, high), 'cage')
  pen.body(box(left, F / 2, B - left, E / 2), 'element')
}

/** A needle cup drawn from sheet: thin all round, turned in at both faces. */
export function drawnCup(row: Bearing, pen: Pen): void {
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
export function tapered(row: Bearing, pen: Pen): void {
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
export function spherical(row: Bearing, pen: Pen): void {
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
export function toroidal(row: Bearing, pen: Pen): void {
  const { outsideMm: D, widthMm: B, elementDiameterMm: w, pitchDiameterMm: P } = row
  const one = barrel(B / 2, P / 2, 0, row.rollerLengthMm!, w)
  pen.ring([[0, boreRadius(row, 0)], [0, one.lower[0]![1]], ...one.lower, [B, one.lower[8]![1]], [B, boreRadius(row, B)]], 'inner')
  pen.ring([[0, D / 2], [B, D / 2], [B, one.upper[8]![1]], ...[...one.upper].reverse(), [0, one.upper[0]![1]]], 'outer')
  pen.body(whole(one), 'element')
}

/** Barrels that lean towards the axis on a spherical housing washer. */
export function thrustSpherical(row: Bearing, pen: Pen): void {
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
