import type { Ends, HeldBy } from '../arrangement/holding.js'
import type { Bearing } from '../bearing/bearing.js'
import { elements, type Leans } from './glyph.js'
import { arrow, box, filled, hatch, outline, segment, text, type Drawing, type Point, type Primitive } from './primitives.js'

/** How a line is arranged: each support with what its rings stand against to each side, and how the free ones move until it is hot. */

export interface ArrangedSupport {
  key: string
  name: string
  designation: string
  /** What stands there first; null where it is not known. */
  row: Bearing | null
  leans: Leans
  held: boolean | null
  /** The shaft moves along between its rings. */
  inside: boolean
  outer: Ends
  inner: Ends
  /** What grips the shaft where that is no seat of its own: a sleeve, screws. */
  grip: string | null
  /** Gaps beside the outer ring at assembly, mm; null where they are not known. */
  gapsMm: readonly [left: number, right: number] | null
  /** How far it moves until it is hottest, mm, to the right. */
  moveMm: number
  /** What is wrong with how it is held, in a word or two. */
  fault: string | null
}

export interface ArrangementSpec {
  width: number
  height: number
  supports: readonly ArrangedSupport[]
  /** How far from cold (0) to hottest (1). */
  share: number
  /** A gap with its unit. */
  say: (mm: number) => string
  /** The distance between the first and the last support, in words. */
  spanText: string | null
  /** What is wrong with the whole line. */
  error: string | null
  /** Thrust that leaves the shaft at a support, in words; to the right, to the left, or nobody knows. */
  thrust?: readonly { key: string; toRight: boolean | null; text: string; wrong: boolean }[]
}

export interface ArrangementDrawing extends Drawing {
  /** Where each support stands on the paper, for a press. */
  places: { key: string; x: number; y: number; width: number; height: number }[]
  /** How many times larger gaps are drawn than rings. */
  magnified: number
}

/** Half the width of a ring on the paper, and the width of what stands beside it. */
const HALF = 24
const BLOCK = 15
/** Height of a ring, and what lies under the shaft's upper edge. */
const RING = 22
const FOOT = 88
/** So many times the gap between the rings are the rings of a picture whose rollers fill it. */
const REACH = 2.1
/** The largest gap on the paper, and a ring's width in mm that its drawn width stands for. */
const GAP = 26
const RING_MM = 25

/** What stands beside an outer ring, `at` its face, from the housing (`top`) down to the ring's height. */
function besideOuter(shapes: Primitive[], by: HeldBy, x: number, face: 1 | -1, top: number, ring: readonly [number, number]): void {
  const [far, low] = [x + face * BLOCK, ring[0] + (ring[1] - ring[0]) * 0.62]
  const block = (from: number, to: number, y1: number, y2: number) => box(Math.min(from, to), y1, Math.max(from, to), y2)
  if (by === 'shoulder') {
    const points = block(x, far, top, low)
    shapes.push(filled(points, 'housing'), hatch(points, 6, 1, 'housing-hatch'))
  } else if (by === 'cover') {
    const points: Point[] = [
      [x, low],
      [x, top - 12],
      [far, top - 12],
      [far, low],
    ]
    shapes.push(
      filled(points, 'part'),
      segment(x + face * 4, top - 12, x + face * 4, top - 20, 'dimension'),
      segment(x + face * 11, top - 12, x + face * 11, top - 20, 'dimension'),
    )
  } else if (by === 'nut') {
    shapes.push(filled(block(x, far, top + 2, low), 'part'))
    for (const dy of [5, 10, 15]) shapes.push(segment(x, top + dy, far, top + dy, 'extension'))
  } else {
    const wide = by === 'snap-ring' ? 6 : BLOCK
    shapes.push(filled(block(x, x + face * wide, top - (by === 'snap-ring' ? 6 : 0), low), 'held'))
  }
}

/** What stands beside an inner ring, from the shaft (`bottom`) up. */
function besideInner(shapes: Primitive[], by: HeldBy, x: number, face: 1 | -1, bottom: number, ring: readonly [number, number]): void {
  const high = ring[1] - (ring[1] - ring[0]) * 0.62
  const wide = by === 'snap-ring' ? 6 : BLOCK
  const [from, to] = [Math.min(x, x + face * wide), Math.max(x, x + face * wide)]
  shapes.push(
    filled(
      box(from, high, to, bottom + (by === 'snap-ring' ? 6 : 0)),
      by === 'shoulder' ? 'shaft' : by === 'snap-ring' || by === 'locating-ring' ? 'held' : 'part',
    ),
  )
  if (by === 'nut') for (const dy of [4, 9]) shapes.push(segment(from, high + dy, to, high + dy, 'extension'))
}

/** One support: housing, rings, what stands beside them, and the gaps that count down. */
function drawSupport(shapes: Primitive[], s: ArrangedSupport, spec: ArrangementSpec, x: number, perMm: number, half: number): void {
  const { share, say, height } = spec
  const [top, shaft] = [70, height - FOOT]
  const [mid, low] = [top + RING, shaft - RING]
  const move = s.moveMm * share * perMm
  // Inside a bearing only the inner ring goes with the shaft.
  const [outerX, innerX] = [s.inside ? x : x + move, x + move]
  const walls = box(x - half, top - 14, x + half, top)
  shapes.push(filled(walls, 'housing'), hatch(walls, 6, 1, 'housing-hatch'))
  shapes.push(
    filled(box(outerX - HALF, top, outerX + HALF, mid), 'ring-own'),
    filled(box(innerX - HALF, low, innerX + HALF, shaft), 'ring-own'),
  )
  // Elements reach into both rings.
  const [x0, middle, gap] = [(outerX + innerX) / 2, (mid + low) / 2, low - mid]
  const room = { wide: 2 * HALF, deep: REACH * gap, ball: gap / 2 + 6 }
  shapes.push(...elements({ row: s.row, x: x0, middle, ...room, side: -1, leans: s.leans }, 'element'))
  const sides = [
    [0, -1],
    [1, 1],
  ] as const
  for (const [side, face] of sides) {
    const outer = s.outer[side]
    const inner = s.inner[side]
    if (outer && outer !== 'free') besideOuter(shapes, outer, x + face * HALF, face, top, [top, mid])
    if (inner && inner !== 'free') besideInner(shapes, inner, innerX + face * HALF, face, shaft, [low, shaft])
    // That it holds is known, by what is not.
    if (s.held && outer === null) {
      const at = x + face * HALF
      shapes.push(
        filled(
          [
            [at, (top + mid) / 2],
            [at + face * 12, (top + mid) / 2 - 7],
            [at + face * 12, (top + mid) / 2 + 7],
          ],
          'held',
        ),
      )
    }
    if (!s.gapsMm || (outer && outer !== 'free')) continue
    const wall = x + face * (HALF + s.gapsMm[side] * perMm)
    besideOuter(shapes, 'cover', wall, face, top, [top, mid])
    const left = Math.max(0, s.gapsMm[side] - face * s.moveMm * share)
    shapes.push(
      segment(wall, mid + 4, wall, mid + 20, 'dimension'),
      segment(outerX + face * HALF, mid + 4, outerX + face * HALF, mid + 20, 'dimension'),
    )
    shapes.push(text(x + face * (HALF + 8), mid + 36, say(left), left > 0 ? 'gap-text' : 'error-text', face < 0 ? 'end' : 'start'))
  }
  if (s.grip) shapes.push(text(x, shaft + 16, s.grip, 'small', 'middle'))
}

/** Width, height and places in units of the drawing; gaps in mm, magnified against the rings by what the answer says. Source: engineering practice. */
export function arrangementDrawing(spec: ArrangementSpec): ArrangementDrawing {
  const { width, height, supports, spanText, error } = spec
  const shapes: Primitive[] = []
  const pitch = width / Math.max(1, supports.length)
  const at = supports.map((_, i) => pitch * (i + 0.5))
  const largest = Math.max(0.1, ...supports.flatMap((s) => [...(s.gapsMm ?? []), Math.abs(s.moveMm)]))
  const perMm = GAP / largest
  // Neighbours keep apart.
  const wall = Math.min(HALF + GAP + BLOCK + 6, pitch / 2 - 4)
  const shaft = height - FOOT
  shapes.push(filled(box(6, shaft, width - 6, shaft + 22), 'shaft'), segment(2, shaft + 22, width - 2, shaft + 22, 'axis'))
  const places = supports.map((s, i) => {
    const x = at[i]!
    drawSupport(shapes, s, spec, x, perMm, wall)
    shapes.push(text(x, 20, s.name, 'label', 'middle'), text(x, 40, s.designation, 'figure', 'middle'))
    const word = s.held === null ? '' : s.held ? 'holds' : s.inside ? 'moves inside' : 'free'
    shapes.push(text(x, shaft + 44, s.fault ?? word, s.fault ? 'error-text' : s.held ? 'held-text' : 'gap-text', 'middle'))
    const place = { key: s.key, x: x - pitch / 2 + 4, y: 4, width: pitch - 8, height: height - 40 }
    if (s.fault)
      shapes.push({
        kind: 'path',
        d: outline(box(place.x + 2, place.y + 2, place.x + place.width - 2, place.y + place.height)),
        role: 'error',
      })
    return place
  })
  for (const t of spec.thrust ?? []) {
    const x = at[supports.findIndex((s) => s.key === t.key)]!
    const way = t.toRight === false ? -1 : 1
    // Beside the ring, so that what grips the shaft under it can be read: the arrow comes, its figure stands where it goes.
    const [from, to, y] = [x - way * Math.min(96, pitch / 2 - 8), x - way * (HALF + 10), shaft + 11]
    shapes.push(...arrow([from, y], [to, y], t.wrong ? 'error' : 'force', 'force-head', 11, t.toRight === null))
    shapes.push(text(x + way * (HALF + 10), y + 5, t.text, t.wrong ? 'error-text' : 'figure', way < 0 ? 'end' : 'start'))
  }
  // What is wrong with the whole line stands where else its span would.
  if (error) shapes.push(text(width / 2, height - 18, error, 'error-text', 'middle'))
  else if (spanText && at.length > 1) {
    const y = height - 14
    shapes.push(...arrow([at[0]!, y], [at.at(-1)!, y], 'dimension', 'dimension-head', 9, true))
    shapes.push(text((at[0]! + at.at(-1)!) / 2, y - 7, spanText, 'figure', 'middle'))
  }
  const said = supports.map((s) => {
    const ends = (by: Ends) => by.map((b) => (b === null ? 'not said' : b === 'free' ? 'nothing' : b.replace('-', ' '))).join(' and ')
    return `${s.designation} at the ${s.name}: outer ring against ${ends(s.outer)}, inner ring against ${ends(s.inner)}${s.fault ? `; ${s.fault}` : ''}`
  })
  const thrusts = (spec.thrust ?? []).map(
    (t) =>
      ` Thrust of ${t.text} leaves the shaft at the ${supports.find((s) => s.key === t.key)!.name}${t.wrong ? ', which does not take it' : ''}.`,
  )
  return {
    width,
    height,
    primitives: shapes,
    places,
    magnified: Math.round((perMm * RING_MM) / (2 * HALF)),
    description: `${said.join('. ')}.${thrusts.join('')}${error ? ` ${error}.` : ''}`,
  }
}
