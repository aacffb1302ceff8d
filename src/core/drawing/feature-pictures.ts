import type { FeatureKey } from '../identify/features.js'
import { outline, segment, type Drawing, type Point, type Primitive, type Role } from './primitives.js'

/** A small picture of an answer of the key: 72 × 44 paper units, half a section or one part of it. */

const W = 72
const H = 44

type Box = readonly [x: number, y: number, w: number, h: number]
const poly = (role: Role, ...points: Point[]): Primitive => ({ kind: 'path', d: outline(points), role })
const box = (role: Role, [x, y, w, h]: Box): Primitive => poly(role, [x, y], [x + w, y], [x + w, y + h], [x, y + h])
const disc = (cx: number, cy: number, r: number, role: Role = 'element'): Primitive => ({ kind: 'circle', cx, cy, r, role })
const path = (role: Role, d: string): Primitive => ({ kind: 'path', d, role })

/** Two rings, one above the other in the picture, with room between. */
const rings = (gap = 16): Primitive[] => [
  box('ring', [12, 4, 48, (H - 8 - gap) / 2]),
  box('ring', [12, H - 4 - (H - 8 - gap) / 2, 48, (H - 8 - gap) / 2]),
]
const barrel = (cx: number, w: number, h: number): Primitive =>
  path(
    'element',
    `M${cx - w / 2} ${22 - h * 0.36}Q${cx} ${22 - h * 0.62} ${cx + w / 2} ${22 - h * 0.36}L${cx + w / 2} ${22 + h * 0.36}Q${cx} ${22 + h * 0.62} ${cx - w / 2} ${22 + h * 0.36}Z`,
  )

/** Outer ring above, inner ring below, a roller between, ribs as counted. */
function ribbed(where: 'inner' | 'outer', count: number): Primitive[] {
  const y = where === 'outer' ? 12 : 28
  const rib = (x: number): Primitive => box('held', [x, y, 6, 5])
  return [
    box('ring', [12, 4, 48, 8]),
    box('ring', [12, 32, 48, 8]),
    box('element', [22, 12, 28, 20]),
    ...(count > 0 ? [rib(54)] : []),
    ...(count > 1 ? [rib(12)] : []),
  ].map((p) => p)
}

const PICTURES: Record<FeatureKey, Record<string, () => Primitive[]>> = {
  shape: {
    balls: () => [...rings(), disc(36, 22, 9)],
    cylinders: () => [...rings(), box('element', [25, 14, 22, 16])],
    needles: () => [...rings(8), box('element', [14, 18, 44, 8])],
    tapers: () => [
      poly('ring', [12, 4], [60, 4], [60, 9], [12, 16]),
      poly('ring', [12, 40], [60, 40], [60, 30], [12, 33]),
      poly('element', [20, 16], [50, 11], [50, 31], [20, 31]),
    ],
    barrels: () => [...rings(), barrel(36, 26, 18)],
  },
  rows: {
    one: () => [...rings(), disc(36, 22, 8)],
    two: () => [...rings(), disc(26, 22, 8), disc(46, 22, 8)],
  },
  swivel: {
    yes: () => [
      path('ring', 'M12 4L60 4L60 13Q36 5 12 13Z'),
      poly('ring', [13, 34], [59, 27], [60, 35], [14, 42]),
      disc(29, 21, 7),
      disc(45, 18, 7),
    ],
    no: () => [...rings(), disc(36, 22, 8)],
  },
  apart: {
    yes: () => [
      box('ring', [12, 3, 48, 8]),
      box('element', [26, 13, 20, 12]),
      box('ring', [22, 33, 48, 8]),
      segment(8, 28, 20, 28, 'dimension'),
    ],
    no: () => [...rings(), disc(36, 22, 8)],
  },
  washers: {
    inside: () => [disc(36, 22, 19, 'ring'), disc(36, 22, 9)],
    above: () => [box('ring', [10, 6, 52, 9]), disc(22, 22, 7), disc(50, 22, 7), box('ring', [10, 29, 52, 9])],
  },
  innerRing: {
    yes: () => [box('ring', [12, 4, 48, 8]), box('element', [16, 13, 40, 8]), box('ring', [12, 22, 48, 7]), box('shaft', [4, 29, 64, 12])],
    no: () => [box('ring', [12, 4, 48, 8]), box('element', [16, 13, 40, 8]), box('shaft', [4, 21, 64, 20])],
  },
  innerRibs: {
    0: () => ribbed('inner', 0),
    1: () => ribbed('inner', 1),
    2: () => ribbed('inner', 2),
    'none-to-see': () => [...rings(), disc(36, 22, 8)],
  },
  outerRibs: {
    0: () => ribbed('outer', 0),
    2: () => ribbed('outer', 2),
    'none-to-see': () => [...rings(), disc(36, 22, 8)],
  },
  faces: {
    yes: () => [...rings(), disc(36, 22, 9)],
    no: () => [
      poly('ring', [12, 4], [60, 4], [60, 18], [36, 18], [36, 10], [12, 10]),
      poly('ring', [12, 40], [60, 40], [60, 34], [36, 34], [36, 26], [12, 26]),
      disc(36, 22, 9),
    ],
  },
  bore: {
    straight: () => [box('ring', [14, 8, 44, 10]), segment(6, 30, 66, 30, 'axis'), segment(14, 18, 58, 18, 'held')],
    tapered: () => [poly('ring', [14, 8], [58, 8], [58, 22], [14, 15]), segment(6, 34, 66, 34, 'axis'), segment(14, 15, 58, 22, 'held')],
  },
  outside: {
    straight: () => [box('ring', [14, 8, 44, 14]), segment(14, 8, 58, 8, 'held')],
    round: () => [path('ring', 'M14 14Q36 2 58 14L58 24L14 24Z'), path('held', 'M14 14Q36 2 58 14')],
  },
  holding: {
    seat: () => [box('shaft', [4, 26, 64, 14]), box('ring', [20, 14, 30, 12])],
    setscrew: () => [box('shaft', [4, 26, 64, 14]), box('ring', [12, 14, 50, 12]), box('held', [50, 6, 6, 22])],
    collar: () => [box('shaft', [4, 26, 64, 14]), box('ring', [12, 14, 34, 12]), box('held', [46, 10, 14, 16])],
    adapter: () => [
      box('shaft', [4, 28, 64, 12]),
      poly('held', [14, 28], [60, 28], [60, 24], [14, 20]),
      poly('ring', [18, 10], [52, 10], [52, 23], [18, 20]),
    ],
  },
  ring: {
    machined: () => [box('ring', [10, 6, 52, 12]), box('element', [16, 18, 40, 9])],
    drawn: () => [path('ring', 'M10 28L10 10L62 10L62 28L58 28L58 14L14 14L14 28Z'), box('element', [18, 15, 36, 10])],
    none: () => [box('cage', [10, 17, 52, 8]), box('element', [18, 15, 36, 12])],
    closed: () => [path('ring', 'M10 38L10 10L62 10L62 28L58 28L58 14L14 14L14 38Z'), box('element', [18, 15, 36, 10])],
  },
}

/** Picture of one answer. */
export function featurePicture(key: FeatureKey, value: string, description: string): Drawing {
  return { width: W, height: H, primitives: PICTURES[key][value]?.() ?? [], description }
}
