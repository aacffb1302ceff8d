import type { Bearing } from '../../bearing/bearing.js'
import { boreRadius, box, sphericalOuter, steps, type Millimetres, type Pen } from './pen.js'

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

/** Deep groove and angular contact bearings, their raceways in both rings. */
export function groove(row: Bearing, pen: Pen): void {
  const { boreMm: d, outsideMm: D, widthMm: B, pitchDiameterMm: P, elementDiameterMm: w } = row
  pen.ring(box(0, d / 2, B, P / 2 - 0.24 * w), 'inner')
  pen.ring(box(0, P / 2 + 0.24 * w, B, D / 2), 'outer')
  for (const x of rowCentres(row)) {
    cageBars(row, pen, x)
    pen.ball(x, P / 2, w)
  }
}

/** High shoulders on the side that carries the thrust, low ones on the other; the contact line leans by the angle. */
export function angular(row: Bearing, pen: Pen): void {
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

/** One row whose balls touch each ring twice; the inner ring comes in two halves. */
export function fourPoint(row: Bearing, pen: Pen): void {
  const { boreMm: d, outsideMm: D, widthMm: B, pitchDiameterMm: P, elementDiameterMm: w, contactAngleDeg } = row
  pen.ring(box(0, d / 2, 0.49 * B, P / 2 - 0.2 * w), 'inner')
  pen.ring(box(0.51 * B, d / 2, B, P / 2 - 0.2 * w), 'inner')
  pen.ring(box(0, P / 2 + 0.2 * w, B, D / 2), 'outer')
  cageBars(row, pen, B / 2)
  pen.ball(B / 2, P / 2, w)
  for (const side of [-1, 1]) pen.contact(B / 2, P / 2, side * contactAngleDeg, 1.5 * w)
}

/** As the self-aligning one, its inner ring reaching out on both sides with a slot for the pin. */
export function selfAligningLong(row: Bearing, pen: Pen): void {
  const { boreMm: d, widthMm: B, pitchDiameterMm: P, elementDiameterMm: w } = row
  const C = row.outerWidthMm!
  const [from, to] = [(B - C) / 2, (B + C) / 2]
  const off = C / 4
  const radius = Math.hypot(P / 2, off) + w / 2
  const arc: Millimetres = steps(24, to, from).map((x) => [x, Math.sqrt(Math.max(0, radius ** 2 - (x - B / 2) ** 2))])
  pen.ring([[from, row.outsideMm / 2], [to, row.outsideMm / 2], ...arc], 'outer')
  const land = Math.max(d / 2 + 1, P / 2 - 0.24 * w)
  pen.ring(box(0, d / 2, B, land), 'inner')
  pen.body(box(B - 0.12 * B, d / 2, B, d / 2 + 0.5 * (land - d / 2)), 'part')
  for (const x of [B / 2 - off, B / 2 + off]) pen.ball(x, P / 2, w)
}

/** Two rows of balls in a spherical outer raceway. */
export function selfAligning(row: Bearing, pen: Pen): void {
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

/** Shaft washer on the left, housing washer on the right, balls between. */
export function thrustBall(row: Bearing, pen: Pen): void {
  const { boreMm: d, outsideMm: D, widthMm: H, pitchDiameterMm: P, elementDiameterMm: w } = row
  const gap = 0.24 * w
  const clear = 0.03 * (D - d)
  pen.ring(box(0, d / 2, H / 2 - gap, D / 2 - clear), 'inner')
  pen.ring(box(H / 2 + gap, d / 2 + clear, H, D / 2), 'outer')
  pen.body(box(H / 2 - gap * 0.4, P / 2 - w * 0.62, H / 2 + gap * 0.4, P / 2 + w * 0.62), 'cage')
  pen.ball(H / 2, P / 2, w)
}

/** Two rows of balls on both sides of the washer that sits on the shaft. */
export function thrustDouble(row: Bearing, pen: Pen): void {
  const { boreMm: d, outsideMm: D, widthMm: H, pitchDiameterMm: P, elementDiameterMm: w } = row
  const gap = 0.24 * w
  const clear = 0.03 * (D - d)
  const inner = (H / 2 - gap - 0.3 * H) / 2 + 0.09 * H
  pen.ring(box(H / 2 - inner, d / 2, H / 2 + inner, D / 2 - clear), 'inner')
  for (const side of [-1, 1]) {
    const x = H / 2 + side * (inner + gap)
    const face = x + side * gap
    pen.ring(box(Math.min(face, side < 0 ? 0 : H), P / 2 - 0.75 * w, Math.max(face, side < 0 ? 0 : H), D / 2), 'outer')
    pen.body(box(x - gap * 0.4, P / 2 - w * 0.62, x + gap * 0.4, P / 2 + w * 0.62), 'cage')
    pen.ball(x, P / 2, w)
  }
}

/** Spherical outside, inner ring longer on one side for screws, collar or sleeve. */
export function insert(row: Bearing, pen: Pen): void {
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
