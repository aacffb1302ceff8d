import { outline, round, text, type Drawing, type Point, type Primitive } from './primitives.js'

/** A seat as it was measured: each plane as a round outline, what it is off its nominal magnified, over the limits of its class. */

export interface SeatReadingsSpec {
  width: number
  height: number
  nominalMm: number
  /** Readings of each plane at even steps over half a turn, mm. */
  planes: readonly (readonly number[])[]
  limitsUm: readonly [lower: number, upper: number]
  /** A deviation with its unit. */
  say: (um: number) => string
}

/** How far from the middle of its zone the furthest reading or limit is drawn, as a share of the radius. */
const REACH = 0.32

/** Width and height in units of the drawing, sizes mm, deviations µm; how much they are magnified stands in `scale`. Source: the readings. */
export function seatReadingsDrawing(spec: SeatReadingsSpec): Drawing {
  const { width, height, planes, nominalMm, limitsUm, say } = spec
  const off = planes.map((plane) => plane.map((mm) => 1000 * (mm - nominalMm)))
  const middle = (limitsUm[0] + limitsUm[1]) / 2
  const furthest = Math.max(1, ...[...off.flat(), ...limitsUm].map((um) => Math.abs(um - middle)))
  const pitch = width / Math.max(1, planes.length)
  const radius = Math.min(pitch * 0.5 - 8, height / 2 - 20) / (1 + REACH)
  const perUm = (REACH * radius) / furthest
  const shapes: Primitive[] = []
  off.forEach((plane, i) => {
    const [cx, cy] = [pitch * (i + 0.5), (height - 18) / 2]
    const at = (um: number) => radius + (um - middle) * perUm
    for (const limit of limitsUm) shapes.push({ kind: 'circle', cx: round(cx), cy: round(cy), r: round(at(limit)), role: 'extension' })
    const n = plane.length
    const points: Point[] = Array.from({ length: 72 }, (_, k) => {
      // A diameter counts at both of its ends; between two of them the outline runs smoothly.
      const place = ((k / 72) * 2 * n) % (2 * n)
      const [a, b] = [plane[Math.floor(place) % n]!, plane[(Math.floor(place) + 1) % n]!]
      const share = (1 - Math.cos((place - Math.floor(place)) * Math.PI)) / 2
      const angle = (k / 72) * 2 * Math.PI
      const r = at(a * (1 - share) + b * share)
      return [cx + Math.cos(angle) * r, cy - Math.sin(angle) * r]
    })
    const out = plane.some((um) => um < limitsUm[0] - 1e-6 || um > limitsUm[1] + 1e-6)
    shapes.push({ kind: 'path', d: outline(points), role: out ? 'error' : 'ring-strong' })
    const mean = plane.reduce((sum, um) => sum + um, 0) / n
    shapes.push(
      text(cx, cy + 5, say(mean), out ? 'error-text' : 'figure', 'middle'),
      text(cx, height - 4, `plane ${i + 1}`, 'label', 'middle'),
    )
  })
  // A µm is drawn as perUm units where a mm of the seat is drawn as radius / (nominal / 2).
  const magnified = Math.round((perUm * 1000 * (nominalMm / 2)) / radius)
  const words = off.map((plane, i) => `plane ${i + 1} ${plane.map(say).join(', ')}`)
  return {
    width,
    height,
    primitives: shapes,
    scale: `off nominal, ${magnified} times as large`,
    description: `Seat as measured: ${words.join('; ')} from nominal.`,
  }
}
