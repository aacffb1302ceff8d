import { COMPONENTS, type ComponentKind, type DraftComponent } from '../line/draft.js'
import { shaftLengthMm, type ShaftShape } from '../line/shaft.js'
import type { Bearing } from '../catalogue/bearing.js'
import { half, housingRound, housingWall, sleeveUnder, type Leans } from './glyph.js'
import type { HousingSeatRecord, ShaftSeatRecord } from '../line/records.js'
import type { StandsIn } from '../mounting/ways.js'
import { stoodUp } from './stand-up.js'
import { arrow, outline, text, type Drawing, type Point, type Primitive, type Role, type TextRole } from './primitives.js'

/** One bearing of a position. */
export interface LinePlace {
  key: string
  row: Bearing | null
  /** `own`: the card works on it; `hand`: it is the one in hand; left out: it is only there. */
  tone?: 'hand' | 'own' | 'other'
  /** To which side its load leans; left out: to the right, or as its support is held. */
  leans?: Leans
  /** What it sits on and stands in, as the records have them. */
  shaftSeat?: Pick<ShaftSeatRecord, 'kind'>
  housingSeat?: Pick<HousingSeatRecord, 'block' | 'standsIn'>
}

export interface HeldSides {
  left: boolean
  right: boolean
}
const BOTH: HeldSides = { left: true, right: true }
const NEITHER: HeldSides = { left: false, right: false }

/** How a support is held, as it was said: to one side is neither held nor free. */
function heldWords({ held, sides = NEITHER }: Pick<LinePosition, 'held' | 'sides'>): string {
  if (sides.left !== sides.right) return sides.left ? 'held left' : 'held right'
  return held ? 'held' : held === false ? 'free' : ''
}

export interface LinePosition {
  name: string
  designation: string
  alongMm: number
  held: boolean | null
  /** To which sides its outer rings stand against something; left out where only held or free is known. */
  sides?: HeldSides
  places: readonly LinePlace[]
}

export interface ShaftLineSpec {
  width: number
  height: number
  /** From the drive side. */
  positions: readonly LinePosition[]
  spanText: string | null
  /** Growth in words; drawn running away from the held end. */
  growthText?: string | null
  /** The housing outgrows the shaft: the growth runs toward the held end. */
  growthTowardHeld?: boolean
  /** Red words when both or no ends are held. */
  error?: string | null
  /** What the shaft carries at its far end: an impeller, a fan wheel, a sheave. */
  carries: string
  /** What sits on the shaft, where it is recorded; drawn instead of the usual coupling and what is carried. */
  components?: readonly DraftComponent[]
  /** The shaft in its steps, where somebody has drawn them. */
  shaft?: ShaftShape | null
  /** A distance along the shaft in words: those between supports and to what sits furthest out are drawn instead of the whole span. */
  say?: (mm: number) => string
  /** Leaves out all words: a small picture. */
  wordless?: boolean
  /** The shaft stands: it is drawn from top to bottom. */
  upright?: boolean
  /** The axle stands and what the outer rings sit in turns round it. */
  outerTurns?: boolean
  /** Leaves out spans and words under the bearings where there is little height. */
  low?: boolean
}

export interface ShaftLineDrawing extends Drawing {
  /** Where each bearing stands, for handles and links. */
  places: { key: string; x: number; y: number; width: number; height: number }[]
  /** Where what sits on the shaft stands, by its number in the spec. */
  carried: { index: number; x: number; y: number; width: number; height: number }[]
  /** Where each support stands on the paper. */
  at: number[]
  /** What a unit of the paper is along the shaft, mm; null where it is not drawn to scale along it. */
  mmPerUnit: number | null
}

const RINGS: Record<NonNullable<LinePlace['tone']>, { ring: Role; element: Role }> = {
  hand: { ring: 'ring-strong', element: 'element' },
  own: { ring: 'ring-own', element: 'element' },
  other: { ring: 'part', element: 'part' },
}

const box = (x1: number, y1: number, x2: number, y2: number, role: Role): Primitive => ({
  kind: 'path',
  d: outline([
    [x1, y1],
    [x2, y1],
    [x2, y2],
    [x1, y2],
  ]),
  role,
})

/** Where the positions stand on the paper: as along the shaft, but never so near that their words meet. */
function stations(positions: readonly LinePosition[], width: number): number[] {
  const n = positions.length
  const [left, right] = n > 2 ? [width * 0.14, width * 0.86] : [width * 0.27, width * 0.73]
  // Somebody is still typing what stands before the first.
  if (n === 0) return []
  if (n === 1) return [left]
  const [from, to] = [positions[0]!.alongMm, positions[n - 1]!.alongMm]
  const even = (right - left) / (n - 1)
  const least = even * 0.72
  const at = positions.map((p, i) => (to > from ? left + ((p.alongMm - from) / (to - from)) * (right - left) : left + i * even))
  const apart = at.every((x, i) => i === 0 || x - at[i - 1]! >= least)
  return apart ? at : positions.map((_, i) => left + i * even)
}

/** What a unit of the paper is along the shaft, mm; null where supports were moved apart to make room for their words. */
function scaleAlong(positions: readonly LinePosition[], at: readonly number[]): number | null {
  if (at.length < 2) return null
  const per = (i: number) => (positions[i]!.alongMm - positions[i - 1]!.alongMm) / (at[i]! - at[i - 1]!)
  const first = per(1)
  return first > 0 && at.slice(1).every((_, i) => Math.abs(per(i + 1) - first) < first * 1e-6) ? first : null
}

/** Where a place along the shaft lies on the paper: between the supports as they stand there, outside of them as far as something is known. */
function paperOf(spec: ShaftLineSpec, at: readonly number[], ends: readonly [number, number]): (mm: number) => number {
  const from = spec.positions[0]?.alongMm ?? 0
  const { shaft, components = [] } = spec
  const things = components.flatMap((c) => (c.alongMm === null ? [] : [c.alongMm - from]))
  const drawn = shaft?.sections.length ? [-shaft.leftMm, shaftLengthMm(shaft) - shaft.leftMm] : []
  const supports = spec.positions.map((p, i): Point => [p.alongMm - from, at[i]!])
  const known = [...supports]
  const [least, most] = [Math.min(...things, ...drawn), Math.max(...things, ...drawn)]
  if (least < (supports[0]?.[0] ?? 0)) known.unshift([least, ends[0]])
  if (most > (supports.at(-1)?.[0] ?? 0)) known.push([most, ends[1]])
  return (along) => {
    const mm = along - from
    const i = Math.max(
      0,
      Math.min(
        known.length - 2,
        known.findLastIndex(([x]) => x <= mm),
      ),
    )
    const [a, b] = [known[i]!, known[i + 1] ?? known[i]!]
    return b[0] === a[0] ? a[1] : a[1] + ((mm - a[0]) / (b[0] - a[0])) * (b[1] - a[1])
  }
}

/** The shaft in its steps: along it between the supports as they stand on the paper, outside of them to the paper's ends. */
function drawSteps(
  shapes: Primitive[],
  shaft: ShaftShape,
  spec: ShaftLineSpec,
  at: readonly number[],
  ends: readonly [number, number],
  axis: number,
  scale: number,
): void {
  const xOf = paperOf(spec, at, ends)
  let mm = spec.positions[0]!.alongMm - shaft.leftMm
  for (const { lengthMm, outsideMm, boreMm } of shaft.sections) {
    const [x1, x2] = [xOf(mm), xOf(mm + lengthMm)]
    mm += lengthMm
    const r = Math.min((outsideMm / 2) * scale, spec.height / 2 - 30)
    shapes.push(box(x1, axis - r, x2, axis + r, 'shaft'))
    if (boreMm > 0)
      for (const side of [-1, 1])
        shapes.push({
          kind: 'line',
          x1,
          y1: axis + (side * r * boreMm) / outsideMm,
          x2,
          y2: axis + (side * r * boreMm) / outsideMm,
          role: 'extension',
        })
  }
}

/** So much of the way to the next support a bearing takes at most. */
const FILLED = 0.5

/** Width of a bearing on the paper, never so small that it cannot be hit. */
const wideOf = ({ row }: LinePlace, scale: number, low = false) => Math.max(low ? 14 : 18, (row?.widthMm ?? 20) * scale)

function held(shapes: Primitive[], x1: number, x2: number, axis: number, outside: number, low: boolean, sides: HeldSides): void {
  const [long, half] = low ? [8, 4.5] : [12, 7]
  for (const side of [-1, 1] as const) {
    const y = axis + (side * outside) / 2 - side * (half - 1)
    for (const [x, face, stands] of [
      [x1, -1, sides.left],
      [x2, 1, sides.right],
    ] as const) {
      if (!stands) continue
      const corners: Point[] = [
        [x, y],
        [x + face * long, y - half],
        [x + face * long, y + half],
      ]
      shapes.push({ kind: 'path', d: outline(corners), role: 'held' })
    }
  }
}

/** Rings and elements of one bearing over and under the axis. */
function bearing(
  shapes: Primitive[],
  { row, tone = 'own', leans = 1 }: LinePlace,
  x: number,
  wide: number,
  axis: number,
  scale: number,
): void {
  const [bore, outside] = [(row?.boreMm ?? 40) * scale, (row?.outsideMm ?? 80) * scale]
  const { ring, element } = RINGS[tone]
  for (const side of [-1, 1] as const) shapes.push(...half({ row, x, wide, axis, bore, outside, side, leans }, ring, element))
}

/** How much of the width of a bearing its outer ring takes. */
const outerShare = ({ row }: LinePlace) =>
  row?.family === 'insert-ball' ? Math.min(1, (row.outerWidthMm ?? row.widthMm) / row.widthMm) : 1

/** What houses a bearing by the records; an insert stands in a block of its own where nothing is said, a split block is one with a foot too. */
const housedIn = ({ row, housingSeat }: LinePlace): StandsIn =>
  housingSeat?.standsIn ?? (housingSeat?.block ? 'split' : row?.family === 'insert-ball' ? 'solid' : 'machine')

/** Half height in shaft radii and half width on the paper of what sits on a shaft. */
const COMPONENT_SHAPE: Partial<Record<ComponentKind, readonly [radii: number, halfWidth: number]>> = {
  'fan-wheel': [3, 8],
  impeller: [2.6, 9],
  sheave: [2.6, 14],
  sprocket: [2.4, 6],
  coupling: [2, 14],
  rotor: [2.2, 60],
  drum: [2.6, 80],
  roll: [2.4, 80],
  wheel: [2.8, 16],
  screw: [2, 60],
  force: [1.2, 3],
  'castellated-nut': [1.4, 6],
  flywheel: [3, 12],
  spacer: [1.25, 8],
  nut: [1.4, 6],
  seal: [1.5, 5],
}

/** Thickness of what turns round a standing axle, on the paper. */
const SHELL = 14
/** What turns round a standing axle. */
const ROUND_AXLE: readonly ComponentKind[] = ['drum', 'roll', 'wheel', 'sheave', 'sprocket']

/** What sits on the shaft: between its neighbours where nobody has said where, outside of the ends in its order. */
function drawComponents(
  shapes: Primitive[],
  spec: ShaftLineSpec,
  at: readonly number[],
  axis: number,
  shaftR: number,
  ends: readonly [number, number],
  /** From the first to the last bearing where the outer rings turn, and their outside, on the paper. */
  round: { from: number; to: number; outside: number } | null,
): ShaftLineDrawing['carried'] {
  const carried: ShaftLineDrawing['carried'] = []
  const xOf = paperOf(spec, at, ends)
  const most = spec.height - axis - (spec.wordless ? 6 : 26)
  for (let slot = 0; slot <= at.length; slot += 1) {
    const own = (spec.components ?? []).filter((c) => c.slot === slot)
    const [left, right] = [at[slot - 1] ?? ends[0], at[slot] ?? ends[1]]
    own.forEach((c, i) => {
      const [radii, half] = COMPONENT_SHAPE[c.kind] ?? [2.2, 10]
      // Outside of the first and the last support from the shaft end inward.
      const share = slot === 0 ? i / Math.max(1, own.length) : slot === at.length ? (i + 1) / own.length : (i + 1) / (own.length + 1)
      const x = c.alongMm === null || !at.length ? left + (right - left) * share : xOf(c.alongMm)
      const wide = Math.min(half, Math.max(5, (right - left) / (own.length + 1) / 2 - 6))
      const r = Math.min(shaftR * radii, most)
      if (round && ROUND_AXLE.includes(c.kind)) {
        // What turns sits on the outer rings: a shell round all of them.
        const { from, to, outside } = round
        const rim = outside / 2 + SHELL
        for (const side of [-1, 1]) shapes.push(box(from, axis + (side * outside) / 2, to, axis + side * rim, 'housing'))
        const between = at.length > 1 ? (at[0]! + at[1]!) / 2 : (from + to) / 2
        shapes.push(text(between, axis - rim - 8, COMPONENTS[c.kind].words[0], 'label', 'middle'))
        carried.push({ index: spec.components!.indexOf(c), x: from, y: axis - rim, width: to - from, height: SHELL })
        return
      }
      shapes.push(box(x - wide, axis - r, x + wide, axis + r, 'shaft'))
      if (c.kind === 'sheave')
        for (const y of [-0.86, -0.72, 0.72, 0.86])
          shapes.push({ kind: 'line', x1: x - wide, y1: axis + y * r, x2: x + wide, y2: axis + y * r, role: 'extension' })
      shapes.push(text(Math.min(spec.width - 34, Math.max(34, x)), axis + r + 18, COMPONENTS[c.kind].words[0], 'label', 'middle'))
      carried.push({ index: spec.components!.indexOf(c), x: x - wide - 4, y: axis - r - 4, width: 2 * wide + 8, height: 2 * r + 28 })
    })
  }
  return carried
}

/** Where dimensions end, mm along the shaft and on the paper: at what sits furthest out to the left, at each support, and furthest out to the right. */
function dimensionsAlong(spec: ShaftLineSpec, at: readonly number[], carried: ShaftLineDrawing['carried']): Point[] {
  const { positions, components = [] } = spec
  if (!positions.length) return []
  const supports = positions.map((p, i): Point => [p.alongMm, at[i]!])
  const things = carried.flatMap(({ index, x, width }): Point[] => {
    const { alongMm } = components[index]!
    return alongMm === null ? [] : [[alongMm, x + width / 2]]
  })
  const [first, last] = [supports[0]!, supports.at(-1)!]
  const left = things.filter((t) => t[0] < first[0]).sort((a, b) => a[0] - b[0])[0]
  const right = things.filter((t) => t[0] > last[0]).sort((a, b) => b[0] - a[0])[0]
  return [...(left ? [left] : []), ...supports, ...(right ? [right] : [])]
}

function lyingLine(spec: ShaftLineSpec): ShaftLineDrawing {
  const { width, height, positions, low } = spec
  const axis = height / 2 + (low ? 8 : 4)
  const rows = positions.flatMap((p) => p.places.map((x) => x.row))
  const largest = Math.max(60, ...rows.map((r) => r?.outsideMm ?? 0))
  const at = stations(positions, width)
  const nearest = Math.min(width * 0.28, ...at.slice(1).map((x, i) => x - at[i]!))
  const widest = Math.max(20, ...positions.map((p) => p.places.reduce((sum, x) => sum + (x.row?.widthMm ?? 20), 0)))
  // Of many supports none comes over its neighbour.
  const scale = Math.min((height - (low ? 58 : 130)) / (largest * (low ? 1.05 : 1.25)), (FILLED * nearest) / widest)
  const shaftR = Math.max(low ? 7 : 12, ((rows[0]?.boreMm ?? 40) / 2) * scale)
  const [left, right] = positions.length > 2 ? [width * 0.045, width * 0.955] : [width * 0.1, width * 0.9]
  const shapes: Primitive[] = []
  const bar = (x1: number, x2: number, r: number) => box(x1, axis - r, x2, axis + r, 'shaft')
  const halves = positions.map((p) => p.places.reduce((sum, x) => sum + wideOf(x, scale, low), 0) / 2)
  const steps = positions.length > 0 && spec.shaft?.sections.length ? spec.shaft : null
  if (steps) drawSteps(shapes, steps, spec, at, [left, right], axis, scale)
  else shapes.push(bar(left, right, shaftR * 0.86))
  if (positions.length && !steps) shapes.push(bar(at[0]! - halves[0]! - 12, at.at(-1)! + halves.at(-1)! + 12, shaftR))
  at.slice(1).forEach((x, i) => {
    const margin = (x - at[i]!) * 0.16
    const [from, to] = [at[i]! + halves[i]! + margin, x - halves[i + 1]! - margin]
    if (to > from && !steps) shapes.push(bar(from, to, shaftR * 1.3))
  })
  // Coupling half at the drive end, and what the shaft carries at the other; both leave room for their words.
  const most = height - axis - 24
  const [half, carried] = [Math.min(shaftR * 2, most), Math.min(shaftR * 2.6, most)]
  const under = (r: number) => Math.min(height - 6, axis + r + 20)
  const round =
    spec.outerTurns && at.length ? { from: at[0]! - halves[0]! - 4, to: at.at(-1)! + halves.at(-1)! + 4, outside: largest * scale } : null
  const onShaft = spec.components ? drawComponents(shapes, spec, at, axis, shaftR, [left, right], round) : []
  if (!spec.components) {
    shapes.push(bar(left - 20, left + 8, half), text(Math.max(30, left - 6), under(half), 'coupling', 'label', 'middle'))
    shapes.push(bar(right - 6, right + 14, carried))
    shapes.push(text(Math.min(width - 34, right + 4), under(carried), spec.carries, 'label', 'middle'))
  }
  shapes.push({ kind: 'line', x1: Math.max(2, left - 46), y1: axis, x2: Math.min(width - 2, right + 40), y2: axis, role: 'axis' })

  const places = positions.flatMap((p, i) => {
    const widths = p.places.map((x) => wideOf(x, scale, low))
    const together = widths.reduce((a, b) => a + b, 0)
    const outside = Math.max(...p.places.map((x) => x.row?.outsideMm ?? 80)) * scale
    let edge = at[i]! - together / 2
    const found = p.places.map((place, n) => {
      const wide = widths[n]!
      const x = edge + wide / 2
      edge += wide
      const stand = { x, wide, axis, bore: (place.row?.boreMm ?? 40) * scale, outside: (place.row?.outsideMm ?? 80) * scale }
      const toward = i * 2 < positions.length ? -1 : 1
      if (place.shaftSeat?.kind.endsWith('-sleeve')) shapes.push(...sleeveUnder(stand, toward))
      if (!spec.outerTurns) shapes.push(...housingRound(stand, housedIn(place)))
      bearing(
        shapes,
        {
          ...place,
          leans: place.leans ?? (p.sides?.right && !p.sides.left ? -1 : i === positions.length - 1 && i > 0 ? -1 : 1),
        },
        x,
        wide,
        axis,
        scale,
      )
      return { key: place.key, x: x - wide / 2, y: axis - outside / 2, width: wide, height: outside }
    })
    const said = p.sides && (p.sides.left || p.sides.right) ? p.sides : null
    const sides = said ?? (p.held ? BOTH : NEITHER)
    const face = (together / 2) * Math.min(...p.places.map(outerShare))
    held(shapes, at[i]! - face, at[i]! + face, axis, outside, low === true, sides)
    // Letters stand clear of what houses the bearing.
    const housed = p.places.some((x) => housedIn(x) !== 'machine')
    const clear = round ? (round.outside - outside) / 2 + SHELL : housed ? housingWall(outside) + 6 : 0
    const top = axis - outside / 2 - clear
    const own = p.places.some((x) => (x.tone ?? 'own') !== 'other')
    const names: TextRole = low && own ? 'held-text' : 'label'
    if (low)
      shapes.push(
        text(at[i]!, top - 8, p.name, names, 'middle'),
        text(at[i]!, axis + outside / 2 + clear + 17, p.designation, 'small', 'middle'),
      )
    else shapes.push(text(at[i]!, top - 26, p.name, names, 'middle'), text(at[i]!, top - 8, p.designation, 'figure', 'middle'))
    const words = heldWords(p)
    if (words && !low)
      shapes.push(text(at[i]!, axis + outside / 2 + clear + 20, words, words === 'free' ? 'gap-text' : 'held-text', 'middle'))
    // The first and the last of a position take its margins, so that a single one is easy to hit.
    return found.map((f, n) => {
      const [before, behind] = [n === 0 ? 18 : 0, n === found.length - 1 ? 18 : 0]
      const up = low ? 24 : 44
      return { ...f, x: f.x - before, width: f.width + before + behind, y: f.y - up, height: f.height + up + (low ? 20 : 30) }
    })
  })

  const spanY = height - 22
  if (spec.say) {
    const marks = dimensionsAlong(spec, at, onShaft)
    marks.slice(1).forEach(([mm, x], i) => {
      const [before, from] = marks[i]!
      shapes.push(...arrow([from, spanY], [x, spanY], 'dimension', 'dimension-head', 9, true))
      shapes.push(text((from + x) / 2, spanY - 7, spec.say!(mm - before), 'figure', 'middle'))
    })
  }
  if (!spec.say && spec.spanText && at.length > 1) {
    shapes.push(
      ...arrow([at[0]!, spanY], [at.at(-1)!, spanY], 'dimension', 'dimension-head', 9, true),
      text((at[0]! + at.at(-1)!) / 2, spanY - 7, spec.spanText, 'figure', 'middle'),
    )
  }
  if (spec.growthText) {
    const holder = positions.findIndex((p) => p.held)
    const away = (holder === positions.length - 1 && holder > 0) === (spec.growthTowardHeld ?? false) ? 1 : -1
    const y = axis - shaftR * 1.3 - 22
    const middle = at.length > 2 ? (at[0]! + at[1]!) / 2 : width / 2
    const half = at.length > 2 ? Math.min(60, (at[1]! - at[0]!) * 0.28) : 60
    shapes.push(
      ...arrow([middle - away * half, y], [middle + away * half, y], 'hot-line', 'hot', 13),
      text(middle, y - 10, spec.growthText, 'hot-text', 'middle'),
    )
  }
  if (spec.error) shapes.push(text(width / 2, 24, spec.error, 'error-text', 'middle'))
  const holding = positions.filter((p) => p.held).map((p) => p.name)
  return {
    width,
    height,
    primitives: spec.wordless ? shapes.filter((p) => p.kind !== 'text') : shapes,
    places,
    carried: onShaft,
    at,
    mmPerUnit: scaleAlong(positions, at),
    description: `${spec.upright ? 'Upright shaft' : 'Shaft'} line${round ? ' on a standing axle' : ''} with ${positions.map((p) => `${p.designation} at the ${p.name}`).join(' and ')}; held: ${holding.join(' and ') || 'none'}.${spec.error ? ` ${spec.error}.` : ''}`,
  }
}

/** How much taller than wide the paper of a line may be that is laid on its side before it stands: bearings keep to the width of the shaft. */
const SLENDER = 1.5

/**
 * The whole shaft line from coupling to what it carries; bearing sections to one scale, the spans shortened. One that stands is drawn from
 * top to bottom in the middle of its paper. In units of the paper, sizes in mm. Source: engineering practice.
 */
export function shaftLineDrawing(spec: ShaftLineSpec): ShaftLineDrawing {
  if (!spec.upright) return lyingLine(spec)
  const across = Math.min(spec.width, spec.height * SLENDER)
  const lying = lyingLine({ ...spec, width: spec.height, height: across, low: spec.low || spec.height < 280 })
  return stoodUp(lying, spec.width, (spec.width - across) / 2)
}
