import type { Shoulder } from '../line/shaft.js'
import type { StepName } from '../procedure/steps.js'
import type { TakeOffWay } from '../mounting/ways.js'
import { arrow, box, filled, hatch, segment, round, text, type Drawing, type Point, type Primitive, type Role } from './primitives.js'

/** A picture for every step of a plan: where the tool sits, where the force goes, and what must never be touched. Not to scale. */

export interface StepPicture {
  /** Sizes of the row, mm; a ring of no table is drawn as one of the middle. */
  boreMm: number
  outsideMm: number
  widthMm: number
  rolls: 'ball' | 'roller'
  tapered: boolean
  /** What the ring stands against on this shaft, as the records or the card have it; null: usual, on the left. */
  shoulder?: Partial<Shoulder> | null
  /** How an old one is taken off; null: drawn. */
  takeOff?: TakeOffWay | null
}

/** What a picture shows over the half section. */
type Mark =
  | { kind: 'push'; on: 'inner' | 'outer' | 'both' | 'housing' | 'collar' }
  | { kind: 'pull'; on: 'inner' | 'outer' }
  | { kind: 'never' }
  | { kind: 'hot' | 'cold'; part: 'inner' | 'outer' | 'shaft' | 'housing' }
  | { kind: 'measure'; part: 'shaft' | 'housing' | 'inner' }
  | { kind: 'feel'; at: 'rollers' | 'shoulder' | 'foot' | 'joint' }
  | { kind: 'part'; part: 'nut' | 'plate' | 'snap' | 'ring' | 'cap' | 'screw' | 'collar' | 'sleeve' }
  | { kind: 'turn' }
  | { kind: 'dial' }
  | { kind: 'lock' | 'read' | 'mark' | 'bag' | 'oil' | 'screws' | 'cut' }

const NEVER: Mark = { kind: 'never' }

/** What each step shows; one row a step. */
const SHOWS: Readonly<Record<StepName, readonly Mark[]>> = {
  isolate: [{ kind: 'lock' }],
  mark: [{ kind: 'mark' }],
  off: [{ kind: 'pull', on: 'inner' }, NEVER],
  keep: [{ kind: 'bag' }],
  base: [{ kind: 'feel', at: 'foot' }],
  seat: [{ kind: 'measure', part: 'shaft' }],
  bore: [{ kind: 'measure', part: 'housing' }],
  unpack: [{ kind: 'read' }],
  order: [{ kind: 'mark' }],
  raceway: [{ kind: 'measure', part: 'shaft' }],
  arbor: [{ kind: 'push', on: 'outer' }, NEVER],
  'shaft-in': [{ kind: 'turn' }],
  'outer-in': [{ kind: 'push', on: 'outer' }, NEVER],
  press: [{ kind: 'push', on: 'inner' }, NEVER],
  'press-both': [{ kind: 'push', on: 'both' }, NEVER],
  heat: [{ kind: 'hot', part: 'inner' }, { kind: 'measure', part: 'inner' }],
  push: [{ kind: 'hot', part: 'inner' }, { kind: 'push', on: 'inner' }],
  chill: [{ kind: 'cold', part: 'shaft' }],
  slip: [{ kind: 'cold', part: 'shaft' }, { kind: 'push', on: 'inner' }],
  oil: [{ kind: 'oil' }, { kind: 'push', on: 'inner' }, NEVER],
  shoulder: [{ kind: 'feel', at: 'shoulder' }],
  nut: [{ kind: 'part', part: 'nut' }],
  'end-plate': [{ kind: 'part', part: 'plate' }],
  'snap-ring': [{ kind: 'part', part: 'snap' }],
  house: [{ kind: 'push', on: 'outer' }, { kind: 'hot', part: 'housing' }],
  slide: [{ kind: 'push', on: 'inner' }],
  'lock-screws': [{ kind: 'part', part: 'screw' }],
  'lock-collar': [{ kind: 'part', part: 'collar' }, { kind: 'turn' }],
  'lock-pin': [{ kind: 'part', part: 'screw' }],
  'lock-clamp': [{ kind: 'part', part: 'collar' }, { kind: 'part', part: 'screw' }],
  before: [{ kind: 'feel', at: 'rollers' }],
  zero: [{ kind: 'part', part: 'nut' }, { kind: 'part', part: 'sleeve' }],
  drive: [{ kind: 'turn' }, { kind: 'feel', at: 'rollers' }, { kind: 'part', part: 'nut' }],
  rest: [{ kind: 'oil' }],
  swivel: [{ kind: 'turn' }],
  lock: [{ kind: 'part', part: 'nut' }],
  rings: [{ kind: 'part', part: 'ring' }],
  cap: [{ kind: 'part', part: 'cap' }, { kind: 'feel', at: 'joint' }],
  setting: [{ kind: 'dial' }, { kind: 'turn' }],
  sheet: [{ kind: 'read' }],
  seats: [{ kind: 'measure', part: 'shaft' }, { kind: 'measure', part: 'housing' }],
  mount: [{ kind: 'push', on: 'inner' }, NEVER],
  turn: [{ kind: 'turn' }],
  suspect: [{ kind: 'read' }, { kind: 'turn' }],
  square: [{ kind: 'feel', at: 'joint' }, { kind: 'turn' }],
  'slide-on': [{ kind: 'push', on: 'inner' }],
  bond: [{ kind: 'oil' }, { kind: 'push', on: 'inner' }],
  cured: [{ kind: 'lock' }],
  join: [{ kind: 'push', on: 'outer' }, { kind: 'turn' }],
  'nut-lock': [{ kind: 'part', part: 'nut' }, { kind: 'dial' }],
  'inner-cone': [{ kind: 'push', on: 'inner' }],
  seal: [{ kind: 'part', part: 'ring' }],
  'hub-on': [{ kind: 'push', on: 'housing' }],
  'outer-cone': [{ kind: 'push', on: 'inner' }, { kind: 'part', part: 'nut' }],
  pin: [{ kind: 'part', part: 'nut' }, { kind: 'part', part: 'screw' }],
  'hub-cap': [{ kind: 'part', part: 'cap' }],
} // prettier-ignore

/** What the old one is taken off by; one row a way. */
const OFF_SHOWS: Readonly<Record<TakeOffWay, readonly Mark[]>> = {
  apart: [{ kind: 'pull', on: 'outer' }],
  puller: [{ kind: 'pull', on: 'inner' }, NEVER],
  'hold-back': [{ kind: 'part', part: 'nut' }, { kind: 'part', part: 'sleeve' }, { kind: 'turn' }],
  heat: [{ kind: 'hot', part: 'inner' }, { kind: 'pull', on: 'inner' }],
  oil: [{ kind: 'oil' }, { kind: 'part', part: 'nut' }],
  holes: [{ kind: 'screws' }, NEVER],
  slide: [{ kind: 'part', part: 'screw' }, { kind: 'pull', on: 'inner' }],
  cut: [{ kind: 'cut' }, NEVER],
} // prettier-ignore

const WIDTH = 520
const HEIGHT = 300
/** Where the ring stands on the paper: left and right face, and the axis. */
const AXIS = 268
const SPAN = 200

interface Section {
  left: number
  right: number
  /** Heights on the paper: housing seat, outer raceway, inner raceway, shaft seat. */
  outer: number
  race: number
  path: number
  bore: number
}

/** Steps at which no bearing stands there yet. */
const BARE: readonly StepName[] = ['base', 'seat', 'bore', 'raceway', 'seats']

/** The half section above the axis: shaft with its shoulder, housing, and the rings with their element where they stand there. */
function section(
  { boreMm, outsideMm, widthMm, rolls, tapered, shoulder }: StepPicture,
  bare: boolean,
): { s: Section; shapes: Primitive[] } {
  const perMm = SPAN / (outsideMm / 2)
  const bore = AXIS - Math.min(170, Math.max(60, (boreMm / 2) * perMm))
  const outer = AXIS - SPAN
  const wide = Math.min(130, Math.max(52, widthMm * perMm))
  const [left, right] = [230, 230 + wide]
  const height = bore - outer
  const s = { left, right, outer, race: outer + height * 0.27, path: bore - height * 0.27, bore }
  const slope = tapered ? 8 : 0
  // As high as it is on this shaft, but never over the inner ring.
  const step = shoulder?.acrossMm ? Math.max(s.path, AXIS - (shoulder.acrossMm / 2) * ((AXIS - bore) / (boreMm / 2))) : bore - height * 0.2
  const shaft: Point[] = [
    [40, AXIS],
    [40, step],
    [left, step],
    [left, bore - slope],
    [right, bore],
    [470, bore],
    [470, AXIS],
  ]
  const housing = box(left - 60, outer - 46, right + 60, outer)
  const inner: Point[] = [
    [left, s.path],
    [right, s.path],
    [right, bore],
    [left, bore - slope],
  ]
  const shapes: Primitive[] = [
    filled(housing, 'housing'),
    hatch(housing, 9, 1, 'housing-hatch'),
    filled(shaft, 'shaft'),
    segment(24, AXIS, WIDTH - 24, AXIS, 'axis'),
  ]
  if (bare) return { s, shapes }
  shapes.push(filled(box(left, outer, right, s.race), 'ring-own'), filled(inner, 'ring-own'))
  const [cx, cy, r] = [(left + right) / 2, (s.race + s.path) / 2, (s.path - s.race) / 2 + 6]
  if (rolls === 'ball') shapes.push({ kind: 'circle', cx, cy, r: Math.min(r, wide / 2 - 4), role: 'element' })
  else shapes.push(filled(box(left + wide * 0.16, s.race, right - wide * 0.16, s.path), 'element'))
  return { s, shapes }
}

/** Forces come from the right, where the shaft end is. */
function push(shapes: Primitive[], s: Section, on: 'inner' | 'outer' | 'both' | 'housing' | 'collar'): void {
  const from = s.right + 118
  const at = {
    inner: [(s.path + s.bore) / 2],
    outer: [(s.outer + s.race) / 2],
    both: [(s.path + s.bore) / 2, (s.outer + s.race) / 2],
    housing: [s.outer - 22],
    collar: [(s.path + s.bore) / 2],
  }[on]
  const [top, bottom] = [Math.min(...at) - 12, Math.max(...at) + 12]
  // The sleeve or plate that carries the force to the face.
  shapes.push(filled(box(s.right + 3, top, s.right + 52, bottom), 'part'))
  for (const y of at) shapes.push(...arrow([from, y], [s.right + 56, y], 'force', 'force-head', 16))
}

const words: Readonly<Record<string, string>> = {
  nut: 'nut and washer',
  plate: 'end plate',
  snap: 'snap ring',
  ring: 'locating ring',
  cap: 'cap',
  screw: 'set screws',
  collar: 'collar',
  sleeve: 'sleeve',
}

/** Draws one kind of mark. */
const DRAW: { [K in Mark['kind']]: (shapes: Primitive[], s: Section, mark: Extract<Mark, { kind: K }>) => void } = {
  push: (shapes, s, { on }) => push(shapes, s, on),
  pull: (shapes, s, { on }) => {
    const y = on === 'inner' ? (s.path + s.bore) / 2 : (s.outer + s.race) / 2
    const [claw, over] = [s.left - 8, s.path - 14]
    shapes.push(
      filled(box(claw - 6, y - 12, claw + 4, y + 12), 'held'),
      segment(claw, y - 12, claw, over, 'force'),
      segment(claw, over, s.right + 60, over, 'force'),
    )
    shapes.push(...arrow([s.right + 60, y], [s.right + 140, y], 'force', 'force-head', 16))
  },
  never: (shapes, s) => {
    const [cx, cy] = [(s.left + s.right) / 2, (s.race + s.path) / 2]
    shapes.push(segment(cx - 26, cy - 26, cx + 26, cy + 26, 'error'), segment(cx - 26, cy + 26, cx + 26, cy - 26, 'error'))
    shapes.push(text(s.left - 14, cy + 6, 'never here', 'error-text', 'end'))
  },
  hot: (shapes, s, { part }) => warmth(shapes, s, part, 'hot'),
  cold: (shapes, s, { part }) => warmth(shapes, s, part, 'gap'),
  measure: (shapes, s, { part }) => {
    if (part === 'inner') {
      shapes.push(
        ...arrow([s.left - 90, s.path - 40], [s.left + 6, (s.path + s.bore) / 2], 'dimension', 'dimension-head', 12),
        text(s.left - 94, s.path - 46, 'probe here', 'figure', 'middle'),
      )
      return
    }
    // A micrometer stands round the shaft, a bore gauge reaches up to the housing.
    const [from, to] = part === 'shaft' ? [AXIS, s.bore] : [s.bore - 8, s.outer]
    for (const dx of [0.2, 0.8]) {
      const x = s.left + (s.right - s.left) * dx
      shapes.push(...arrow([x, from], [x, to], 'dimension', 'dimension-head', 12))
    }
    shapes.push(text(s.right + 12, part === 'shaft' ? AXIS - 10 : (from + to) / 2, 'two planes', 'figure'))
  },
  feel: (shapes, s, { at }) => {
    const middle = (s.path + s.bore) / 2
    const ways: Readonly<Record<typeof at, readonly [Point, Point]>> = {
      rollers: [[s.right + 100, s.race + 2], [(s.left + s.right) / 2, s.race + 2]],
      shoulder: [[s.left - 70, s.path - 46], [s.left, middle]],
      foot: [[s.left - 170, s.outer - 44], [s.left - 50, s.outer - 44]],
      joint: [[s.left - 170, s.outer - 2], [s.left - 50, s.outer - 2]],
    } // prettier-ignore
    const [from, to] = ways[at]
    shapes.push(
      segment(from[0], from[1], to[0], to[1], 'force'),
      text(from[0] + (at === 'rollers' ? 6 : 0), from[1] + (at === 'rollers' ? 5 : -8), 'feeler', 'held-text'),
    )
  },
  part: (shapes, s, { part }) => {
    const [x, y] = [s.right + 3, s.bore]
    if (part === 'ring')
      shapes.push(filled(box(s.left - 18, s.outer, s.left, s.race), 'held'), filled(box(s.right, s.outer, s.right + 18, s.race), 'held'))
    else if (part === 'cap') shapes.push(filled(box(s.left - 66, s.outer - 58, s.right + 66, s.outer - 44), 'held'))
    else if (part === 'plate')
      shapes.push(filled(box(x + 6, s.bore - 1, 474, AXIS + 1), 'blank'), filled(box(x, s.path, x + 22, AXIS), 'held'))
    else if (part === 'sleeve') shapes.push(filled(box(s.left - 34, s.bore - 4, s.right + 60, s.bore + 8), 'held'))
    else if (part === 'screw') shapes.push(filled(box(x + 8, s.path - 10, x + 26, s.bore), 'held'))
    else shapes.push(filled(box(x, y - (part === 'snap' ? 12 : 44), x + (part === 'snap' ? 10 : 36), y), 'held'))
    const top = { cap: s.outer - 24, ring: s.outer + 18, sleeve: s.bore + 26 }[part as string] ?? s.path - 18
    shapes.push(
      text(part === 'cap' ? (s.left + s.right) / 2 : s.right + 50, top, words[part]!, 'held-text', part === 'cap' ? 'middle' : 'start'),
    )
  },
  turn: (shapes, s) => {
    const x = s.left - 96
    shapes.push(
      { kind: 'path', d: `M${x - 34} ${AXIS - 70}A46 46 0 1 1 ${x + 30} ${AXIS - 64}`, role: 'force' },
      ...arrow([x + 40, AXIS - 86], [x + 28, AXIS - 60], 'force', 'force-head', 16),
    )
    shapes.push(text(x, AXIS - 34, 'turn', 'figure', 'middle'))
  },
  dial: (shapes, s) => {
    shapes.push(
      { kind: 'circle', cx: 440, cy: s.path - 40, r: 28, role: 'part' },
      segment(440, s.path - 40, 452, s.path - 58, 'force'),
      ...arrow([412, s.bore - 16], [s.right + 60, s.bore - 16], 'dimension', 'dimension-head', 12, true),
    )
    shapes.push(text(440, s.path - 76, 'dial', 'figure', 'middle'))
  },
  lock: (shapes) => {
    shapes.push(
      filled(box(60, 70, 128, 124), 'held'),
      { kind: 'path', d: 'M74 70V50A20 20 0 0 1 114 50V70', role: 'force' },
      text(94, 20, 'locked, tagged, tried', 'held-text', 'middle'),
    )
  },
  read: (shapes, s) => {
    shapes.push(
      ...arrow([s.right + 96, s.outer + 52], [s.right - 6, (s.outer + s.race) / 2], 'dimension', 'dimension-head', 12),
      text(s.right + 100, s.outer + 58, 'marking', 'figure'),
    )
  },
  mark: (shapes, s) => {
    shapes.push(
      segment(s.left + 6, s.outer + 4, s.right - 6, s.race - 4, 'force'),
      text(s.right + 16, s.outer + 20, 'side and top', 'held-text'),
    )
  },
  bag: (shapes, s) => {
    const round = box(s.left - 18, s.outer - 20, s.right + 18, s.bore + 20)
    round.forEach(([x, y], i) => shapes.push(segment(x, y, ...round[(i + 1) % round.length]!, 'force')))
    shapes.push(text(s.right + 28, s.race, 'bag, label', 'held-text'))
  },
  screws: (shapes, s) => {
    const [y] = ends(s)
    shapes.push(
      filled(box(s.left - 70, y - 7, s.left - 2, y + 7), 'held'),
      ...arrow([s.left - 140, y], [s.left - 74, y], 'force', 'force-head', 16),
    )
    shapes.push(text(s.left - 144, y - 12, 'screws, evenly', 'held-text', 'middle'))
  },
  cut: (shapes, s) => {
    const [y] = ends(s)
    shapes.push(
      segment((s.left + s.right) / 2 - 18, s.outer + 2, (s.left + s.right) / 2 + 18, s.race - 2, 'error'),
      text(s.right + 16, y + 5, 'across the ring only', 'error-text'),
    )
  },
  oil: (shapes, s) => {
    shapes.push(
      ...arrow([s.left - 130, AXIS - 24], [s.left + 20, s.bore], 'gap', 'gap-head', 14),
      text(s.left - 134, AXIS - 34, 'oil', 'gap-text', 'middle'),
    )
  },
}

const ends = (s: Section) => [(s.outer + s.race) / 2, (s.path + s.bore) / 2] as const

function warmth(shapes: Primitive[], s: Section, part: 'inner' | 'outer' | 'shaft' | 'housing', role: 'hot' | 'gap'): void {
  const at = { inner: [s.path, s.bore], outer: [s.outer, s.race], shaft: [s.bore, AXIS], housing: [s.outer - 46, s.outer] }[part] as [
    number,
    number,
  ]
  const line: Role = role === 'hot' ? 'hot-line' : 'gap'
  for (let x = s.left + 8; x < s.right; x += 14) shapes.push(segment(x, at[0] + 4, x + 5, at[1] - 4, line))
  shapes.push(text(s.left - 14, (at[0] + at[1]) / 2 + 5, role === 'hot' ? 'hot' : 'cold', role === 'hot' ? 'hot-text' : 'gap-text', 'end'))
}

/** What a step's picture shows, in words, for a person who cannot see it. */
const SAID: Readonly<Record<Mark['kind'], string>> = {
  push: 'force on the ring that is tight, through a sleeve or plate',
  pull: 'claws behind the ring that is tight, pull along the shaft',
  never: 'never through balls, rollers or cage',
  hot: 'warmed',
  cold: 'chilled',
  measure: 'measured in two planes',
  feel: 'a feeler',
  part: 'what locks it',
  turn: 'turned by hand',
  dial: 'a dial gauge along the shaft',
  lock: 'a lock and a tag',
  read: 'the marking on the ring',
  mark: 'marks for side and top',
  bag: 'a bag with its label',
  oil: 'oil under the ring',
  screws: 'screws in the holes behind the ring',
  cut: 'cut across the ring, not into its seat',
}

const other = (x: number) => round(WIDTH - x)
const ANCHOR = { start: 'end', middle: 'middle', end: 'start' } as const
/** A shape seen from the other side: the shoulder stands to the right, and everything comes from the left. */
function turnedRound(shape: Primitive): Primitive {
  switch (shape.kind) {
    case 'line':
      return { ...shape, x1: other(shape.x1), x2: other(shape.x2) }
    case 'circle':
      return { ...shape, cx: other(shape.cx) }
    case 'text':
      return { ...shape, x: other(shape.x), anchor: ANCHOR[shape.anchor] }
    case 'path':
      return {
        ...shape,
        d: shape.d.replace(/([ML])(-?[\d.]+) (-?[\d.]+)/g, (_all, sign: string, x: string, y: string) => `${sign}${other(Number(x))} ${y}`),
      }
  }
}

/** The picture of a step over a half section of its bearing; sizes in mm, drawn in proportion and not to scale. Source: engineering practice. */
export function stepPicture(name: StepName, of: StepPicture): Drawing {
  const { s, shapes } = section(of, BARE.includes(name))
  const marks = name === 'off' ? OFF_SHOWS[of.takeOff ?? 'puller'] : SHOWS[name]
  for (const mark of marks) (DRAW[mark.kind] as (shapes: Primitive[], s: Section, mark: Mark) => void)(shapes, s, mark)
  const said = [...new Set(marks.map((m) => SAID[m.kind]))]
  return {
    width: WIDTH,
    height: HEIGHT,
    primitives: of.shoulder?.side === 'right' ? shapes.map(turnedRound) : shapes,
    description: `Half section of ${BARE.includes(name) ? 'the seats, nothing on them yet' : 'the bearing on its shaft'}: ${said.join('; ')}.`,
  }
}
