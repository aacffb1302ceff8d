import type { Part, PartKind } from '../parts/parts.js'
import { BLOCK_BODIES } from '../parts/blocks.js'
import { box, filled, hatch, outline, round, segment, text, type Drawing, type Point, type Primitive, type Role } from './primitives.js'

/** A picture of every kind of part with its main sizes, in the proportions of its own figures where it has them. */

const WIDTH = 520
const HEIGHT = 360
/** Where a part that is looked at from the front has its middle, and how large it is drawn. */
const [CX, CY, R] = [190, 180, 130]

/** Turns over the arc of a full circle are drawn as so many straight pieces. */
const PIECES = 72
const onCircle = (r: number, deg: number, cx = CX, cy = CY): Point => [
  cx + r * Math.cos((deg * Math.PI) / 180),
  cy + r * Math.sin((deg * Math.PI) / 180),
]
const arc = (r: number, from: number, to: number): Point[] =>
  Array.from({ length: PIECES + 1 }, (_, i) => onCircle(r, from + ((to - from) * i) / PIECES))

/** A ring between two radii, open between two angles where it is; filled as one outline. */
function ring(outer: number, inner: number, role: Role, from = 0, to = 360): Primitive {
  if (to - from < 360) return filled([...arc(outer, from, to), ...arc(inner, from, to).reverse()], role)
  return { kind: 'path', d: `${outline(arc(outer, 0, 360))}${outline(arc(inner, 0, 360).reverse())}`, role }
}

/** A closed outline of a circle with what sticks out of it or is cut into it: at each angle of `at`, so many degrees wide, to radius `to`. */
function toothed(r: number, to: number, at: readonly number[], wideDeg: number): Point[] {
  const points: Point[] = []
  for (let deg = 0; deg < 360; deg += 1) {
    const there = at.some((a) => Math.abs(((deg - a + 540) % 360) - 180) <= wideDeg / 2)
    points.push(onCircle(there ? to : r, deg))
  }
  return points
}

const sizeOf = (part: Part, what: string, usual: number) => part.sizes.find(([name]) => name === what)?.[1] ?? usual
const cross = (cx: number, cy: number, r: number): Primitive[] => [
  segment(cx - r, cy, cx + r, cy, 'axis'),
  segment(cx, cy - r, cx, cy + r, 'axis'),
]

/** Half a sleeve in section over its axis: a wedge whose thin end carries the thread of an adapter sleeve, its thick end that of a withdrawal sleeve. */
function sleeve(part: Part): Primitive[] {
  const [bore, shaft, length] = [sizeOf(part, 'bore of the bearing', 65), sizeOf(part, 'shaft', 60), sizeOf(part, 'length', 50)]
  const scale = Math.min(230 / length, 200 / bore)
  const [left, wide] = [70, length * scale]
  const axis = 300
  const [inside, thin, thick] = [axis - (shaft / 2) * scale, axis - (bore / 2) * scale, axis - (bore / 2 + length / 24) * scale]
  const wedge: Point[] = [
    [left, inside],
    [left + wide, inside],
    [left + wide, thick],
    [left, thin],
  ]
  const adapter = part.kind === 'adapter-sleeve'
  const [from, to] = adapter ? [left, left + wide * 0.3] : [left + wide * 0.72, left + wide]
  const shapes = [
    filled(box(left - 40, inside, left + wide + 40, axis), 'shaft'),
    filled(wedge, 'ring-strong'),
    hatch(wedge, 8, 1, 'ring-hatch'),
    segment(left - 50, axis, left + wide + 50, axis, 'axis'),
  ]
  for (let x = from + 4; x < to; x += 7) {
    const surface = thin + ((thick - thin) * (x - left)) / wide
    shapes.push(segment(x, surface - 4, x + 3, surface + 4, 'dimension'))
  }
  return [
    ...shapes,
    text((from + to) / 2, thick - 14, 'thread', 'small', 'middle'),
    text(left + wide / 2, (inside + axis) / 2 + 5, 'shaft', 'small', 'middle'),
  ]
}

function nut(part: Part): Primitive[] {
  const [outside, bore] = [sizeOf(part, 'over all', 85), sizeOf(part, 'thread', 65)]
  const inner = (R * bore) / outside
  return [
    filled(toothed(R, R - Math.max(8, R * 0.08), [0, 90, 180, 270], 12), 'ring-strong'),
    { kind: 'circle', cx: CX, cy: CY, r: round(inner), role: 'blank' },
    { kind: 'circle', cx: CX, cy: CY, r: round(inner - 4), role: 'dimension' },
    ...cross(CX, CY, R + 14),
  ]
}

function washer(part: Part): Primitive[] {
  const tabs = part.tabs ?? 13
  const inner = R * 0.7
  return [
    filled(
      toothed(
        R * 0.9,
        R * 1.06,
        Array.from({ length: tabs }, (_, i) => (i * 360) / tabs),
        180 / tabs,
      ),
      'ring',
    ),
    { kind: 'circle', cx: CX, cy: CY, r: round(inner), role: 'blank' },
    filled(box(CX - 9, CY - inner - 2, CX + 9, CY - inner + 24), 'ring'),
    text(CX, CY - inner + 42, 'into the groove', 'small', 'middle'),
    ...cross(CX, CY, 20),
  ]
}

const clip = (): Primitive[] => [
  filled(box(CX - 90, CY - 26, CX + 90, CY + 26), 'ring'),
  filled(box(CX + 40, CY - 26, CX + 90, CY + 60), 'ring-strong'),
  { kind: 'circle', cx: CX - 40, cy: CY, r: 14, role: 'blank' },
  text(CX - 40, CY - 38, 'bolted to the nut', 'small', 'middle'),
  text(CX + 65, CY + 80, 'into its slot', 'small', 'middle'),
]

const spanner = (): Primitive[] => [
  ring(R * 0.8, R * 0.66, 'ring', 150, 330),
  filled(box(CX - R * 0.8 - 6, CY - 24, CX - R * 0.6, CY - 2), 'held'),
  filled([onCircle(R * 0.68, 330), onCircle(R * 0.84, 322), [CX + 270, CY - 10], [CX + 264, CY + 8]], 'ring'),
  { kind: 'circle', cx: CX, cy: CY, r: round(R * 0.62), role: 'extension' },
  text(CX - R * 0.8 - 8, CY + 18, 'hook', 'held-text', 'middle'),
]

/** An open ring with holes or without, its gap below. */
const openRing = (holes: boolean, thin: number) => (): Primitive[] => [
  ring(R, R - thin, 'ring-strong', 90 + 18, 450 - 18),
  ...(holes
    ? [72, 108].map((deg): Primitive => {
        const [cx, cy] = onCircle(R - thin / 2, deg)
        return { kind: 'circle', cx: round(cx), cy: round(cy), r: 5, role: 'blank' }
      })
    : []),
  ...cross(CX, CY, R + 14),
]

/** A split block from the front, by its own height and bolts. */
function block(part: Part): Primitive[] {
  const number = part.boreMm! / 5
  const row = [...BLOCK_BODIES['5'], ...BLOCK_BODIES['6']].find(([n, seat]) => n === number && seat === sizeOf(part, 'seat', 0))
  const [seat, height, bolts] = [sizeOf(part, 'seat', 100), sizeOf(part, 'centre height', 70), row?.[4] ?? sizeOf(part, 'seat', 100) * 2]
  const scale = Math.min(300 / (bolts * 1.25), 220 / (height + seat * 0.75))
  const foot = 320
  const cy = foot - height * scale
  const r = (seat / 2) * scale
  const half = (bolts / 2) * scale
  const dome = arc(r * 1.35, 180, 360).map(([x, y]): Point => [x, y - CY + cy])
  return [
    filled(box(CX - half * 1.22, foot - 22, CX + half * 1.22, foot), 'housing'),
    filled([[CX - r * 1.35, foot - 22], ...dome, [CX + r * 1.35, foot - 22]], 'housing'),
    segment(CX - r * 1.6, cy, CX + r * 1.6, cy, 'dimension'),
    { kind: 'circle', cx: CX, cy: round(cy), r: round(r), role: 'blank' },
    { kind: 'circle', cx: CX, cy: round(cy), r: round(r), role: 'ring' },
    ...[-1, 1].map((side) => filled(box(CX + side * half - 7, foot - 24, CX + side * half + 7, foot + 2), 'blank')),
    ...cross(CX, cy, r * 0.5),
    text(CX + r * 1.6 + 4, cy - 6, 'split here', 'small'),
  ]
}

/** What an insert unit looks like from the front, by the first letters of its name. */
const HOUSINGS: Readonly<Record<string, () => Primitive[]>> = {
  UCP: () => [
    filled(box(CX - 150, 282, CX + 150, 310), 'housing'),
    filled([[CX - 84, 282], ...arc(92, 180, 360), [CX + 84, 282]], 'housing'),
  ],
  UCF: () => [
    filled(box(CX - 118, CY - 118, CX + 118, CY + 118), 'housing'),
    ...[
      [-1, -1],
      [1, -1],
      [-1, 1],
      [1, 1],
    ].map(([x, y]): Primitive => ({ kind: 'circle', cx: CX + 92 * x!, cy: CY + 92 * y!, r: 11, role: 'blank' })),
  ],
  UCFL: () => [
    filled([[CX - 160, CY], ...arc(92, 215, 325), [CX + 160, CY], ...arc(92, 35, 145)], 'housing'),
    ...[-1, 1].map((x): Primitive => ({ kind: 'circle', cx: CX + 122 * x, cy: CY, r: 11, role: 'blank' })),
  ],
  UCT: () => [
    filled(box(CX - 110, CY - 92, CX + 130, CY + 92), 'housing'),
    ...[-1, 1].map((y) => filled(box(CX - 110, CY + y * 92 - 9, CX + 130, CY + y * 92 + 9), 'blank')),
    filled(box(CX + 130, CY - 16, CX + 160, CY + 16), 'housing'),
  ],
  UCC: () => [{ kind: 'circle', cx: CX, cy: CY, r: 112, role: 'housing' }],
}
const unit = (part: Part): Primitive[] => [
  ...HOUSINGS[part.name.split(' ')[0]!]!(),
  { kind: 'circle', cx: CX, cy: CY, r: 72, role: 'ring-own' },
  { kind: 'circle', cx: CX, cy: CY, r: 44, role: 'blank' },
  { kind: 'circle', cx: round(CX + 50), cy: CY - 20, r: 5, role: 'blank' },
  ...cross(CX, CY, 30),
]

/** A lip seal in section over the shaft. */
const lip = (): Primitive[] => [
  filled(box(60, 250, 330, 320), 'shaft'),
  filled(box(150, 120, 250, 142), 'ring-strong'),
  filled(box(228, 142, 250, 214), 'ring-strong'),
  filled(
    [
      [228, 214],
      [250, 214],
      [236, 232],
      [184, 250],
      [172, 240],
      [206, 226],
    ],
    'cage',
  ),
  { kind: 'circle', cx: 190, cy: 222, r: 8, role: 'element' },
  segment(60, 320, 330, 320, 'axis'),
  text(140, 232, 'lip toward what is kept in', 'small', 'end'),
]

const DRAW: Readonly<Record<PartKind, (part: Part) => Primitive[]>> = {
  'adapter-sleeve': sleeve,
  'withdrawal-sleeve': sleeve,
  'lock-nut': nut,
  'tab-washer': washer,
  'locking-clip': clip,
  'hook-spanner': spanner,
  'snap-ring': openRing(false, 14),
  'retaining-ring': openRing(true, 22),
  'plummer-block': block,
  'locating-ring': openRing(false, 30),
  'insert-unit': unit,
  'lip-seal': lip,
  'inner-ring': () => [ring(R, R * 0.82, 'ring-strong'), ...cross(CX, CY, R + 14)],
  'angle-ring': () => [ring(R, R * 0.62, 'ring'), ring(R * 0.86, R * 0.62, 'ring-strong'), ...cross(CX, CY, R + 14)],
  'felt-ring': () => [ring(R, R * 0.74, 'cage'), ...cross(CX, CY, R + 14)],
  'end-plate': () => [
    { kind: 'circle', cx: CX, cy: CY, r: R * 0.8, role: 'ring-strong' },
    { kind: 'circle', cx: CX, cy: CY, r: 20, role: 'blank' },
    ...cross(CX, CY, R),
  ],
  shim: () => [filled(box(70, CY - 5, 330, CY + 5), 'ring-strong'), segment(60, CY + 30, 340, CY + 30, 'dimension')],
}

/**
 * A part with its main sizes beside it; `lengthText` writes a size given in mm. Proportions are those of the part's own figures for
 * sleeves, nuts and blocks, usual ones for the rest. Source: the part's row.
 */
export function partPicture(part: Part, lengthText: (mm: number) => string): Drawing {
  const lines = part.sizes.map(([what, mm]) => `${what} ${lengthText(mm)}`)
  return {
    width: WIDTH,
    height: HEIGHT,
    primitives: [...DRAW[part.kind](part), ...lines.map((line, i) => text(WIDTH - 8, 26 + i * 22, line, i ? 'label' : 'figure', 'end'))],
    description: `${part.name}: ${lines.join(', ')}`,
  }
}
