import type { PlaceSet } from '../card/context.js'
import type { Bearing } from '../catalogue/bearing.js'
import { formOf } from '../catalogue/construction-forms.js'
import type { PairArrangement } from '../line/draft.js'
import { outline, type Point, type Primitive, type Role } from './primitives.js'

/** One half of a bearing as a small picture: rings, what rolls in them, and the lines along which it passes its load on. */

/** To which side the load of a bearing leans, seen from its rollers toward the shaft: -1 to the left, 1 to the right. */
export type Leans = -1 | 1

/** How the bearings of a set lean, from the left: back to back apart, face to face toward each other, in tandem all the same way; numbers count bearings and have no unit. Source: DIN 628. */
export function leansOf(arrangement: PairArrangement, n: number, count: number): Leans {
  const first = n < count / 2
  if (arrangement === 'tandem') return 1
  return (arrangement === 'back-to-back') === first ? -1 : 1
}

/** How one of a support leans by the set that it belongs to; left out where it stands alone. No unit. Source: as `leansOf`. */
export function leaning<P extends { set: PlaceSet | null }>(places: readonly P[], own: P): { leans?: Leans } {
  if (!own.set) return {}
  const set = places.filter((p) => p.set?.code === own.set!.code)
  return { leans: leansOf(own.set.arrangement, set.indexOf(own), set.length) }
}

export interface Half {
  row: Bearing | null
  /** Middle along the shaft, width, and radii of bore and outside on the paper; `side` -1 above the axis, 1 below. */
  x: number
  wide: number
  axis: number
  bore: number
  outside: number
  side: -1 | 1
  leans: Leans
}

const path = (points: readonly Point[], role: Role): Primitive => ({ kind: 'path', d: outline([...points]), role })

/** A roller: half its length along, half its thickness, leaning by `rise` at its end to the right, thicker there by `more`. */
function roller(x: number, y: number, half: number, thick: number, rise: number, more: number, role: Role): Primitive {
  const [a, b] = [thick * (1 - more), thick * (1 + more)]
  return path([[x - half, y - rise - a], [x + half, y + rise - b], [x + half, y + rise + b], [x - half, y - rise + a]], role) // prettier-ignore
}

/** Rings and elements of one half, in units of the paper. Source: engineering practice; not to scale inside. */
export function half({ row, x, wide, axis, bore, outside, side, leans }: Half, ring: Role, element: Role): Primitive[] {
  const [inner, outer] = [axis + (side * bore) / 2, axis + (side * outside) / 2]
  const middle = (inner + outer) / 2
  const deep = Math.abs(outer - inner)
  const block = (x1: number, x2: number, y1: number, y2: number) => path([[x1, y1], [x2, y1], [x2, y2], [x1, y2]], ring) // prettier-ignore
  const ball = (at: number, r: number): Primitive => ({ kind: 'circle', cx: at, cy: middle, r, role: element })
  const whole = block(x - wide / 2, x + wide / 2, inner, outer)
  const family = row?.family ?? 'deep-groove-ball'
  const rows = row?.rows ?? 1
  const r = Math.min(wide / rows, deep) * 0.27
  // Outside of the rollers is where y grows from the axis.
  const tilt = (rise: number) => side * leans * rise
  const line: Primitive = { kind: 'line', x1: x - leans * Math.min(wide * 0.4, deep * 0.36), y1: outer, x2: x + leans * Math.min(wide * 0.4, deep * 0.36), y2: inner, role: 'extension' } // prettier-ignore
  if (family === 'insert-ball') {
    const outerWide = wide * Math.min(1, (row!.outerWidthMm ?? row!.widthMm) / row!.widthMm)
    const third = (outer - inner) / 3
    return [
      block(x - wide / 2, x + wide / 2, inner, inner + third),
      block(x - outerWide / 2, x + outerWide / 2, inner + third, outer),
      ball(x, Math.min(outerWide, deep) * 0.27),
    ]
  }
  if (family.startsWith('thrust')) {
    const rolls = family === 'thrust-ball' ? ball(x, r) : roller(x, middle, Math.min(wide, deep) * 0.3, deep * 0.18, family === 'thrust-spherical-roller' ? tilt(deep * 0.14) : 0, 0, element) // prettier-ignore
    return [block(x - wide / 2, x - wide * 0.22, inner, outer), block(x + wide * 0.22, x + wide / 2, inner, outer), rolls]
  }
  if (family === 'tapered-roller' && rows === 1)
    return [whole, roller(x, middle, wide * 0.34, deep * 0.17, tilt(deep * 0.09), leans * 0.18, element), line]
  if (family === 'spherical-roller' || family === 'tapered-roller')
    return [-1, 1].reduce<Primitive[]>((all, k) => [...all, roller(x + k * wide * 0.23, middle, wide * 0.18, deep * 0.18, -side * k * deep * 0.07, 0, element)], [whole]) // prettier-ignore
  if (rows === 2 && formOf(row!).family !== 'cylindrical-roller') return [whole, ball(x - wide * 0.23, r), ball(x + wide * 0.23, r)]
  if (family === 'angular-contact-ball') return [whole, line, ball(x, r)]
  if (family === 'deep-groove-ball' || family === 'four-point-ball' || family === 'self-aligning-ball') return [whole, ball(x, r)]
  return [whole, roller(x, middle, wide * 0.32, deep / 6, 0, 0, element)]
}
