import type { DraftComponent } from '../line/draft.js'
import { shaftLengthMm, type ShaftShape } from '../line/shaft.js'
import type { Bearing } from '../bearing/bearing.js'
import type { HousingSeatRecord, ShaftSeatRecord } from '../line/records.js'
import type { Leans } from './glyph.js'
import type { Drawing, Point } from './primitives.js'

/** What the drawing of a shaft line is told and says, and where along the paper its parts stand. */

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

/** Where the positions stand on the paper, in its units: as along the shaft, but never so near that their words meet. Source: engineering practice. */
export function stations(positions: readonly LinePosition[], width: number): number[] {
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
export function scaleAlong(positions: readonly LinePosition[], at: readonly number[]): number | null {
  if (at.length < 2) return null
  const per = (i: number) => (positions[i]!.alongMm - positions[i - 1]!.alongMm) / (at[i]! - at[i - 1]!)
  const first = per(1)
  return first > 0 && at.slice(1).every((_, i) => Math.abs(per(i + 1) - first) < first * 1e-6) ? first : null
}

/** Where a place along the shaft, mm, lies on the paper, in its units: between the supports as they stand there, outside of them as far as something is known. */
export function paperOf(spec: ShaftLineSpec, at: readonly number[], ends: readonly [number, number]): (mm: number) => number {
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

/** Where dimensions end, mm along the shaft and on the paper: at what sits furthest out to the left, at each support, and furthest out to the right. */
export function dimensionsAlong(spec: ShaftLineSpec, at: readonly number[], carried: ShaftLineDrawing['carried']): Point[] {
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
