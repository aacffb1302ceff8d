import type { Bearing } from '../bearing/bearing.js'
import { isDrawnCup } from '../bearing/construction-forms.js'
import type { Primitive } from './primitives.js'
import { angular, fourPoint, groove, insert, selfAligning, selfAligningLong, thrustBall, thrustDouble } from './sections/balls.js'
import { Pen, boreRadius, type ToPaper } from './sections/pen.js'
import { cylinder, drawnCup, needleCage, spherical, tapered, thrustCylinders, thrustSpherical, toroidal } from './sections/rollers.js'

export type { ToPaper } from './sections/pen.js'

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

const DRAW: Record<string, (row: Bearing, pen: Pen) => void> = {
  'deep-groove-ball': groove,
  'angular-contact-ball': angular,
  'four-point-ball': fourPoint,
  'self-aligning-ball': (row, pen) => (row.form === 'self-aligning-long' ? selfAligningLong(row, pen) : selfAligning(row, pen)),
  'cylindrical-roller': cylinder,
  'needle-roller': (row, pen) =>
    row.form === 'needle-cage' ? needleCage(row, pen) : isDrawnCup(row) ? drawnCup(row, pen) : cylinder(row, pen),
  'tapered-roller': tapered,
  'spherical-roller': spherical,
  'toroidal-roller': toroidal,
  'thrust-ball': (row, pen) => (row.form === 'thrust-ball-double' ? thrustDouble(row, pen) : thrustBall(row, pen)),
  'thrust-cylindrical-roller': thrustCylinders,
  'thrust-needle-roller': thrustCylinders,
  'thrust-spherical-roller': thrustSpherical,
  'insert-ball': insert,
}

/** Upper half of a bearing in section, true proportions, every family; `scale` in units of the drawing a mm. */
export function bearingSection(row: Bearing, at: ToPaper, scale: number): Primitive[] {
  const pen = new Pen(at, scale)
  sleeve(row, pen)
  DRAW[row.family]!(row, pen)
  return pen.shapes
}
