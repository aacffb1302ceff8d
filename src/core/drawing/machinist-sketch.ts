import { arrow, hatch, outline, segment, text, type Drawing, type Point, type Primitive } from './primitives.js'

/** A bearing cover with the face of its spigot that must give, dimensioned for the machinist. */

export interface MachinistSketchSpec {
  width: number
  height: number
  /** Bore of the housing, which the spigot enters, mm. */
  housingMm: number
  /** How far the spigot reaches in, as measured; null: nobody has. */
  spigotMm: number | null
  offMm: number
  /** A length with its unit. */
  say: (mm: number) => string
}

const rect = (x1: number, y1: number, x2: number, y2: number): Point[] => [
  [x1, y1],
  [x2, y1],
  [x2, y2],
  [x1, y2],
]

/** Half section of the cover, the metal that comes off in red; sizes in mm written, not to scale. Width and height in units of the drawing. Source: none, it draws. */
export function machinistSketch(spec: MachinistSketchSpec): Drawing {
  const { width, height, housingMm, spigotMm, offMm, say } = spec
  const [left, axis] = [width * 0.1, height - 40]
  const [flange, spigot, off] = [width * 0.12, width * 0.2, width * 0.05]
  const [rim, bore, hole] = [46, 92, axis - 40]
  const face = left + flange + spigot
  const shapes: Primitive[] = []
  const body: Point[] = [
    [left, rim],
    [left + flange, rim],
    [left + flange, bore],
    [face, bore],
    [face, hole],
    [left, hole],
  ]
  shapes.push({ kind: 'path', d: outline(body), role: 'part' }, hatch(body, 9, 1, 'housing-hatch'))
  const cut = rect(face, bore, face + off, hole)
  shapes.push({ kind: 'path', d: outline(cut), role: 'error' }, hatch(cut, 4, -1, 'held'))
  shapes.push(segment(width * 0.04, axis, width * 0.6, axis, 'axis'))
  const dimension = (x1: number, x2: number, y: number, words: string, strong = false) => {
    for (const x of [x1, x2]) shapes.push(segment(x, y + 8, x, bore - 4, 'extension'))
    shapes.push(...arrow([x1, y], [x2, y], 'dimension', 'dimension-head', 9, true))
    shapes.push(text((x1 + x2) / 2, y - 7, words, strong ? 'error-text' : 'figure', 'middle'))
  }
  dimension(left + flange, face, 66, spigotMm === null ? `measured length less ${say(offMm)}` : say(spigotMm - offMm))
  if (spigotMm !== null) dimension(left + flange, face + off, 34, `was ${say(spigotMm)}`)
  shapes.push(...arrow([face + off + 52, bore + 40], [face + off + 3, bore + 40], 'dimension', 'dimension-head', 9))
  shapes.push(text(face + off + 58, bore + 45, `${say(offMm)} off this face`, 'error-text'))
  shapes.push(text(face + off + 58, bore + 68, 'square to the spigot, edges broken', 'label'))
  shapes.push(
    segment(left + flange + spigot / 2, bore, left + flange + spigot / 2, axis, 'dimension'),
    text(left + flange + spigot / 2 + 8, axis - 12, `half of ${say(housingMm)}`, 'figure'),
  )
  const leaves = spigotMm === null ? '' : `, which leaves ${say(spigotMm - offMm)} of ${say(spigotMm)}`
  return {
    width,
    height,
    primitives: shapes,
    description: `Bearing cover in half section: ${say(offMm)} come off the face of its spigot${leaves}. Not to scale.`,
  }
}
