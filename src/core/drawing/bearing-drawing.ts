import type { Bearing } from '../bearing/bearing.js'
import { FAMILY_LABEL } from '../bearing/families.js'
import { bearingSection, type ToPaper } from './bearing.js'
import { arrow, segment, text, type Drawing, type Primitive } from './primitives.js'

export interface BearingDrawingSpec {
  row: Bearing
  width: number
  height: number
  /** Without dimensions it is a small picture. */
  dimensioned?: boolean
  lengthText: (mm: number) => string
}

/** One bearing on its own, upper half in section, to scale, with its dimensions: bore, outside, widths, raceways. */
export function bearingDrawing({ row, width, height, dimensioned = true, lengthText }: BearingDrawingSpec): Drawing {
  const { boreMm: d, outsideMm: D, widthMm: B } = row
  const [top, bottom, sideRoom] = dimensioned ? [44, 26, 150] : [4, 4, 8]
  // Bores are long against the section: below a quarter of the section under it the bore is cut off.
  const section = (D - d) / 2
  const below = dimensioned ? Math.min(d / 2, section * 0.9) : 0
  const scale = Math.min((height - top - bottom) / (section + below), (width - sideRoom) / B)
  const x0 = (width - (dimensioned ? 90 : 0) - B * scale) / 2
  const rAxis = d / 2 - below
  const base = height - bottom - Math.max(0, (height - top - bottom - (section + below) * scale) / 2)
  const at: ToPaper = (x, r) => [x0 + x * scale, base - (r - rAxis) * scale]
  const shapes: Primitive[] = bearingSection(row, at, scale)
  if (dimensioned) {
    const [left, yTop] = at(0, D / 2)
    const [right] = at(B, D / 2)
    const y = yTop - 18
    shapes.push(
      segment(left, yTop, left, y - 6, 'extension'),
      segment(right, yTop, right, y - 6, 'extension'),
      ...arrow([left, y], [right, y], 'dimension', 'dimension-head', 9, true),
      text((left + right) / 2, y - 7, lengthText(B), 'figure', 'middle'),
    )
    const axisY = at(0, rAxis)[1]
    shapes.push(segment(left - 30, axisY, right + 120, axisY, 'axis'))
    const upright = (offset: number, r: number, words: string) => {
      const [, yr] = at(0, r)
      shapes.push(
        segment(right + 2, yr, right + offset + 6, yr, 'extension'),
        ...arrow([right + offset, axisY], [right + offset, yr], 'dimension', 'dimension-head', 9),
        text(right + offset + 6, yr + 16, words, 'figure'),
      )
    }
    upright(20, d / 2, `Ø${lengthText(d)}`)
    upright(82, D / 2, `Ø${lengthText(D)}`)
    if (row.outerWidthMm !== null && row.outerWidthMm !== B)
      shapes.push(text(left, axisY + 18, `rings ${lengthText(row.innerWidthMm ?? B)} and ${lengthText(row.outerWidthMm)}`, 'small'))
  }
  return {
    width,
    height,
    primitives: shapes,
    description: `Section of ${row.designation}, a ${FAMILY_LABEL[row.family]}, ${d} × ${D} × ${B} mm.`,
    scale: below < d / 2 && dimensioned ? 'to scale · the bore is cut short' : 'to scale',
  }
}
