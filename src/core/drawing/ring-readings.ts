import { DIMENSION_WORDS, type Dimension, type Readings } from '../identify/identify.js'
import { arrow, hatch, outline, round, segment, text, type Drawing, type Point, type Primitive } from './primitives.js'

export interface RingReadingsSpec {
  readings: Readings
  /** Sizes of the best candidate; the ring is drawn by it, the readings against it. */
  nominal: Record<Dimension, number> | null
  width: number
  height: number
  lengthText: (mm: number) => string
}

/** How much larger than life deviations are drawn. */
const MAGNIFIED = 60

const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length

/** Outline through diameters read at even steps round the ring, deviations from the nominal magnified. */
function readOutline(list: readonly number[], nominalMm: number, at: (angle: number, radius: number) => Point): string {
  const n = list.length
  const radii = [...list, ...list].map((d) => nominalMm / 2 + (MAGNIFIED * (d - nominalMm)) / 2)
  const points: Point[] = []
  for (let i = 0; i < 96; i += 1) {
    const place = (i / 96) * 2 * n
    const k = Math.floor(place)
    const share = (1 - Math.cos((place - k) * Math.PI)) / 2
    const r = radii[k % (2 * n)]! * (1 - share) + radii[(k + 1) % (2 * n)]! * share
    points.push(at((i / 96) * 2 * Math.PI, Math.max(0.15 * nominalMm, r)))
  }
  return outline(points)
}

/**
 * A ring from the front with the readings of bore and outside at even steps round it, and from the side with those of the
 * width. Sizes to scale; what the readings deviate from the nominal is magnified, and it says so.
 */
export function ringReadingsDrawing(spec: RingReadingsSpec): Drawing {
  const { readings, nominal, width, height, lengthText } = spec
  const shapes: Primitive[] = []
  const size = (dimension: Dimension): number | null =>
    nominal?.[dimension] ?? (readings[dimension]?.length ? mean(readings[dimension]!) : null)
  const [d, D, B] = [size('boreMm'), size('outsideMm'), size('widthMm')]
  const outside = D ?? (d ? d * 1.8 : 80)
  const bore = d ?? outside * 0.55
  const broad = B ?? outside * 0.22
  // Room for figures round the ring.
  const scale = Math.min((height - 64) / (outside * 1.06), (width - 240) / (outside * 1.06 + broad))
  const centre: Point = [62 + (outside * 1.06 * scale) / 2, height / 2 + 4]
  const at = (angle: number, radius: number): Point => [
    centre[0] + Math.cos(angle) * radius * scale,
    centre[1] - Math.sin(angle) * radius * scale,
  ]
  const circle = (diameter: number, role: 'ring' | 'element'): Primitive => ({
    kind: 'circle',
    cx: round(centre[0]),
    cy: round(centre[1]),
    r: round((diameter / 2) * scale),
    role,
  })
  shapes.push(circle(outside, 'ring'), circle(bore, 'element'))
  const ring = (dimension: 'boreMm' | 'outsideMm', nominalMm: number, reach: number) => {
    const list = readings[dimension] ?? []
    if (list.length > 1) shapes.push({ kind: 'path', d: readOutline(list, nominalMm, at), role: 'gap' })
    list.forEach((value, i) => {
      const angle = (i / list.length) * Math.PI
      const from = at(angle + Math.PI, nominalMm / 2)
      const to = at(angle, nominalMm / 2)
      if (dimension === 'boreMm') shapes.push(...arrow(from, to, 'dimension', 'dimension-head', 7, true))
      else
        shapes.push(
          segment(to[0], to[1], ...at(angle, (nominalMm / 2) * 1.05), 'dimension'),
          segment(from[0], from[1], ...at(angle + Math.PI, (nominalMm / 2) * 1.05), 'dimension'),
        )
      const upright = Math.abs(Math.cos(angle)) < 0.3
      const [x, y] = at(angle, reach)
      const side = dimension === 'boreMm' || upright ? 'middle' : Math.cos(angle) > 0 ? 'start' : 'end'
      shapes.push(text(x, y + (dimension === 'outsideMm' && upright ? -4 : 5), lengthText(value), 'figure', side))
    })
  }
  ring('outsideMm', outside, (outside / 2) * 1.1)
  // Bores are written on the ring itself, where there is room.
  ring('boreMm', bore, (bore + outside) / 4)
  // From the side: the upper and lower half of the section, at true width.
  const left = centre[0] + (outside * 1.06 * scale) / 2 + 70
  const side = (r1: number, r2: number): Primitive[] => {
    const points: Point[] = [
      [left, centre[1] - r1 * scale],
      [left + broad * scale, centre[1] - r1 * scale],
      [left + broad * scale, centre[1] - r2 * scale],
      [left, centre[1] - r2 * scale],
    ]
    return [{ kind: 'path', d: outline(points), role: 'ring' }, hatch(points, 9, 1, 'ring-hatch')]
  }
  shapes.push(...side(outside / 2, bore / 2), ...side(-bore / 2, -outside / 2))
  const widths = readings.widthMm ?? []
  const steps = widths.length
  widths.forEach((value, i) => {
    const y = centre[1] - (bore / 2) * scale + ((i + 0.5) / steps) * bore * scale
    shapes.push(
      ...arrow([left, y], [left + broad * scale, y], 'dimension', 'dimension-head', 7, true),
      text(left + broad * scale + 8, y + 5, lengthText(value), 'figure'),
    )
  })
  const said = (['boreMm', 'outsideMm', 'widthMm'] as const)
    .filter((k) => readings[k]?.length)
    .map((k) => `${DIMENSION_WORDS[k]} ${readings[k]!.map(lengthText).join(', ')}`)
  return {
    width,
    height,
    primitives: shapes,
    description: said.length ? `Ring with readings: ${said.join('; ')}.` : 'Ring without readings yet.',
    scale: `to scale${(readings.boreMm?.length ?? 0) > 1 || (readings.outsideMm?.length ?? 0) > 1 ? ` · deviations × ${MAGNIFIED}` : ''}`,
  }
}
