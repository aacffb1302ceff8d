import type { Bearing } from '../bearing/bearing.js'
import { FAMILY_LABEL, isThrust } from '../bearing/families.js'
import { bearingSection, type ToPaper } from './bearing.js'
import { arrow, segment, type Drawing, type Primitive } from './primitives.js'

/** One kind of bearing under a load: its section, the lines along which its elements pass the load on, and what it takes of it. */

export interface KindDrawingSpec {
  row: Bearing
  width: number
  height: number
  /** Null: there is no such load; true: it is carried; false: nothing in there takes it. */
  radial: boolean | null
  axial: boolean | null
}

/** Lines of contact: [mm along from the left face, mm from the axis, degrees against the radius]. Source: geometry of the family. */
function contacts(row: Bearing): [number, number, number][] {
  const { widthMm: B, pitchDiameterMm: P, contactAngleDeg: alpha, rows, elementDiameterMm: w } = row
  const r = P / 2
  const C = row.outerWidthMm
  const middle = row.family === 'insert-ball' && C !== null ? Math.min(B / 2, C / 2 + 0.15 * B) : B / 2
  if (isThrust(row.family)) return [[middle, r, alpha === 90 ? 90 : -alpha]]
  if (row.family === 'four-point-ball')
    return [
      [middle, r, alpha],
      [middle, r, -alpha],
    ]
  if (rows === 2) {
    const off = Math.max(0.54 * w, Math.min(0.25 * (row.outerWidthMm ?? B), 0.3 * B))
    // Rows of a spherical raceway lean toward the middle of it, those of other kinds away.
    const lean = row.family === 'angular-contact-ball' || row.family === 'cylindrical-roller' ? -alpha : alpha
    return [
      [middle - off, r, -lean],
      [middle + off, r, lean],
    ]
  }
  return [[middle, r, row.family === 'tapered-roller' ? alpha : alpha === 0 ? 0 : -alpha]]
}

/**
 * The upper half of a bearing in section to scale with its lines of contact; radial load from below, thrust from the left, each struck
 * through where this kind does not take it. Sizes of the drawing in its units, of the bearing in mm. Source: geometry of the family.
 */
export function kindDrawing({ row, width, height, radial, axial }: KindDrawingSpec): Drawing {
  const { boreMm: d, outsideMm: D, widthMm: B } = row
  const section = (D - d) / 2
  const room = 26
  const scale = Math.min((height - room - 6) / section, (width - 2 * room - 8) / B)
  const x0 = (width - B * scale) / 2 + room / 2
  const base = height - room
  const at: ToPaper = (x, r) => [x0 + x * scale, base - (r - d / 2) * scale]
  const shapes: Primitive[] = bearingSection(row, at, scale)
  const reach = 0.42 * section
  for (const [x, r, deg] of contacts(row)) {
    const a = (deg * Math.PI) / 180
    const [dx, dr] = [Math.sin(a) * reach, Math.cos(a) * reach]
    shapes.push(segment(...at(x - dx, r - dr), ...at(x + dx, r + dr), 'dimension'))
  }
  const strike = (x: number, y: number) =>
    shapes.push(segment(x - 7, y - 7, x + 7, y + 7, 'error'), segment(x - 7, y + 7, x + 7, y - 7, 'error'))
  const [middle] = at(B / 2, 0)
  if (radial !== null) {
    shapes.push(...arrow([middle, height - 2], [middle, base + 3], 'force', 'force-head', 9))
    if (!radial) strike(middle, base + 12)
  }
  const [left, y] = at(0, d / 2 + 0.2 * section)
  if (axial !== null) {
    shapes.push(...arrow([left - room, y], [left - 2, y], 'force', 'force-head', 9))
    if (!axial) strike(left - room / 2, y)
  }
  const takes = (load: boolean | null, name: string) => (load === null ? [] : [`${name} ${load ? 'is carried' : 'is not carried'}`])
  const words = [...takes(radial, 'radial load'), ...takes(axial, 'thrust')]
  return {
    ...{ width, height, primitives: shapes },
    description: `Section of ${row.designation}, a ${FAMILY_LABEL[row.family]}, with its lines of contact${words.length ? `: ${words.join(', ')}` : ''}.`,
  }
}
