import type { PlaceSet } from '../card/context.js'
import type { Bearing } from '../bearing/bearing.js'
import { formOf } from '../bearing/construction-forms.js'
import type { PairArrangement } from '../line/draft.js'
import type { StandsIn } from '../mounting/ways.js'
import { box, filled, type Primitive, type Role } from './primitives.js'

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

/** A roller: half its length along, half its thickness, leaning by `rise` at its end to the right, thicker there by `more`. */
function roller(x: number, y: number, half: number, thick: number, rise: number, more: number, role: Role): Primitive {
  const [a, b] = [thick * (1 - more), thick * (1 + more)]
  return filled(
    [
      [x - half, y - rise - a],
      [x + half, y + rise - b],
      [x + half, y + rise + b],
      [x - half, y - rise + a],
    ],
    role,
  )
}

/** What rolls in one half between its rings: where it stands, how much room it has, and how it leans. */
export interface Rolls {
  row: Bearing | null
  x: number
  wide: number
  /** Middle between bore and outside, and how far they lie apart. */
  middle: number
  deep: number
  side: -1 | 1
  leans: Leans
  /** Radius of a ball that touches its rings, with a little of it in them, where they are drawn apart; left out: as one ring block leaves it. */
  ball?: number
}

/** Elements of one half and the line along which they pass the load on, in units of the paper. Source: engineering practice; not to scale. */
export function elements({ row, x, wide, middle, deep, side, leans, ball: touching }: Rolls, element: Role): Primitive[] {
  const ball = (at: number, r: number): Primitive => ({ kind: 'circle', cx: at, cy: middle, r, role: element })
  const family = row?.family ?? 'deep-groove-ball'
  const rows = row?.rows ?? 1
  const r = touching ? Math.min(touching, (0.45 * wide) / rows) : Math.min(wide / rows, deep) * 0.27
  const thick = (share: number) => (touching ? touching - 3 : deep * share)
  // Outside of the rollers is where y grows from the axis.
  const tilt = (rise: number) => side * leans * rise
  const reach = Math.min(wide * 0.4, deep * 0.36)
  const line: Primitive = {
    kind: 'line',
    x1: x - leans * reach,
    y1: middle + (side * deep) / 2,
    x2: x + leans * reach,
    y2: middle - (side * deep) / 2,
    role: 'extension',
  }
  if (family === 'thrust-ball') return [ball(x, r)]
  if (family.startsWith('thrust'))
    return [
      roller(x, middle, Math.min(wide, deep) * 0.3, thick(0.18), family === 'thrust-spherical-roller' ? tilt(deep * 0.14) : 0, 0, element),
    ]
  if (family === 'tapered-roller' && rows === 1)
    return [roller(x, middle, wide * 0.34, thick(0.17), tilt(deep * 0.09), leans * 0.18, element), line]
  if (family === 'spherical-roller' || family === 'tapered-roller')
    return [-1, 1].map((k) => roller(x + k * wide * 0.23, middle, wide * 0.18, thick(0.18), -side * k * deep * 0.07, 0, element))
  if (rows === 2 && formOf(row!).family !== 'cylindrical-roller') return [ball(x - wide * 0.23, r), ball(x + wide * 0.23, r)]
  if (family === 'angular-contact-ball') return [line, ball(x, r)]
  if (family === 'deep-groove-ball' || family === 'four-point-ball' || family === 'self-aligning-ball') return [ball(x, r)]
  return [roller(x, middle, wide * 0.32, thick(1 / 6), 0, 0, element)]
}

/** Rings and elements of one half, in units of the paper. Source: engineering practice; not to scale inside. */
export function half({ row, x, wide, axis, bore, outside, side, leans }: Half, ring: Role, element: Role): Primitive[] {
  const [inner, outer] = [axis + (side * bore) / 2, axis + (side * outside) / 2]
  const [middle, deep] = [(inner + outer) / 2, Math.abs(outer - inner)]
  const block = (x1: number, x2: number, y1: number, y2: number) => filled(box(x1, y1, x2, y2), ring)
  const rolls = elements({ row, x, wide, middle, deep, side, leans }, element)
  if (row?.family === 'insert-ball') {
    const outerWide = wide * Math.min(1, (row.outerWidthMm ?? row.widthMm) / row.widthMm)
    const third = (outer - inner) / 3
    return [
      block(x - wide / 2, x + wide / 2, inner, inner + third),
      block(x - outerWide / 2, x + outerWide / 2, inner + third, outer),
      { kind: 'circle', cx: x, cy: middle, r: Math.min(outerWide, deep) * 0.27, role: element },
    ]
  }
  if (row?.family.startsWith('thrust'))
    return [block(x - wide / 2, x - wide * 0.22, inner, outer), block(x + wide * 0.22, x + wide / 2, inner, outer), ...rolls]
  return [block(x - wide / 2, x + wide / 2, inner, outer), ...rolls]
}

/** Where one stands: its middle, width, and the axis on the paper, its bore and outside. */
export type Stand = Pick<Half, 'x' | 'wide' | 'axis' | 'bore' | 'outside'>

/** A sleeve under a ring with its nut, on the side `toward`: the shaft is thinner than the bore. In units of the paper. Source: ISO 2982; not to scale. */
export function sleeveUnder({ x, wide, axis, bore, outside }: Stand, toward: -1 | 1): Primitive[] {
  const [thin, nut] = [bore * 0.84, bore + (outside - bore) * 0.3]
  const [from, to] = [x - toward * (wide / 2 + 3), x + toward * (wide / 2 + 12)]
  return ([-1, 1] as const).flatMap((side) => [
    filled(box(from, axis + (side * thin) / 2, to, axis + (side * bore) / 2), 'part'),
    filled(box(x + toward * (wide / 2 + 2), axis + (side * bore) / 2, x + toward * (wide / 2 + 9), axis + (side * nut) / 2), 'part'),
  ])
}

/** Wall of a housing round an outer ring, in units of the paper. Source: engineering practice; not to scale. */
export const housingWall = (outside: number): number => Math.max(4, outside * 0.11)

/** What houses it, round the outer ring: a block with its foot, a flange with its face to the right, or a frame that is pulled along. In units of the paper. Source: engineering practice; not to scale. */
export function housingRound({ x, wide, axis, outside }: Stand, standsIn: StandsIn): Primitive[] {
  if (standsIn === 'machine') return []
  const [half, wall] = [wide * 0.42, housingWall(outside)]
  const [inside, round] = [outside / 2, outside / 2 + wall]
  const around = ([-1, 1] as const).map((side) => filled(box(x - half, axis + side * inside, x + half, axis + side * round), 'housing'))
  if (standsIn === 'flange')
    return [
      ...around,
      filled(box(x + half, axis - round * 1.25, x + half + wall, axis - inside), 'housing'),
      filled(box(x + half, axis + inside, x + half + wall, axis + round * 1.25), 'housing'),
    ]
  if (standsIn === 'take-up')
    return [
      ...around,
      ...([-1, 1] as const).map((side) =>
        filled(box(x - half * 1.5, axis + side * round, x + half * 1.5, axis + side * (round + 4)), 'housing'),
      ),
    ]
  return [...around, filled(box(x - half * 1.9, axis + round, x + half * 1.9, axis + round + 6), 'housing')]
}
