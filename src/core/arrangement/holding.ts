import type { Bearing } from '../bearing/bearing.js'
import { formOf, movesInside } from '../bearing/construction-forms.js'
import type { Holder } from './holders.js'

/** Which supports hold a shaft along, by what, and how that is arranged. Engineering practice. */

/** What a ring can stand against to one side, as somebody sees it. */
export const HELD_BY = ['free', 'shoulder', 'locating-ring', 'cover', 'nut', 'snap-ring'] as const satisfies readonly Holder[]
export type HeldBy = (typeof HELD_BY)[number]
/** Toward the left and toward the right shaft end; null where nobody has said. */
export type Ends = readonly [left: HeldBy | null, right: HeldBy | null]

export const HOLDINGS = ['one', 'several', 'none', 'adjusted', 'crossed', 'inserts'] as const
/**
 * `one` support holds both ways; `adjusted`: two single bearings hold against each other; `crossed`: each of two holds one way;
 * `inserts`: insert bearings held by their screws at more than one support.
 */
export type Holding = (typeof HOLDINGS)[number]

/** One support with what stands in it and what is said of it. */
export interface HoldingSupport {
  rows: readonly (Bearing | null)[]
  /** Whether it is to hold the shaft. */
  held: boolean | null
  /** What the outer rings stand against; left out where nobody has said. */
  outer?: Ends
}

const known = (row: Bearing | null): row is Bearing => row !== null
const holdsOneWay = (row: Bearing) => formOf(row).holds === 1
const stands = (end: HeldBy | null) => end !== null && end !== 'free'

/** Whether every bearing of a support lets the shaft move along between its rings. Source: the forms of construction. */
export const allMoveInside = (rows: readonly (Bearing | null)[]): boolean =>
  rows.length > 0 && rows.every((row) => row !== null && movesInside(row))

/** Whether outer rings stand against something to both sides; null while one side is not said. No unit. Source: engineering practice. */
export function heldByEnds(outer: Ends): boolean | null {
  return outer.includes(null) ? null : outer.every(stands)
}

/** Two supports of which each is held to one side only, both outward or both inward. */
function crossed(supports: readonly HoldingSupport[]): boolean {
  const [left, right] = supports
  if (supports.length !== 2 || !left?.outer || !right?.outer || [...left.outer, ...right.outer].includes(null)) return false
  if (![left, right].every((s) => s.rows.length === 1 && known(s.rows[0]!) && !movesInside(s.rows[0]) && !holdsOneWay(s.rows[0])))
    return false
  const sides = [left.outer, right.outer].map((ends) => ends.map(stands))
  return [
    [true, false, false, true],
    [false, true, true, false],
  ].some((wanted) => sides.flat().every((side, i) => side === wanted[i]))
}

/** Which supports hold the shaft, and how; null while that is not said of all. No unit. Source: engineering practice. */
export function holdingOf(supports: readonly HoldingSupport[]): Holding | null {
  if (crossed(supports)) return 'crossed'
  if (supports.some((s) => s.held === null)) return null
  const holding = supports.filter((s) => s.held && !allMoveInside(s.rows))
  if (holding.length === 0) return 'none'
  if (holding.length === 1) return 'one'
  if (holding.every((s) => s.rows.every((row) => row?.family === 'insert-ball'))) return 'inserts'
  return holding.length === 2 && holding.every(facesOneWay) ? 'adjusted' : 'several'
}

/** A single bearing that holds one way only and wants its opposite. Source: engineering practice. */
export function facesOneWay({ rows }: HoldingSupport): boolean {
  return rows.length === 1 && known(rows[0]!) && holdsOneWay(rows[0])
}

/** Of supports that hold more than twice: those that stand beside two that are set against each other and must be free; numbers from 0. Source: engineering practice. */
export function besidePair(supports: readonly HoldingSupport[]): number[] {
  const holding = supports.flatMap((s, i) => (s.held && !allMoveInside(s.rows) ? [i] : []))
  const pair = holding.filter((i) => facesOneWay(supports[i]!))
  return pair.length === 2 ? holding.filter((i) => !pair.includes(i)) : []
}

/** What is wrong with how one support is held: found by rule, marked on the drawing. */
export const HOLDING_FAULTS = ['free-clamped', 'free-tight', 'free-hot', 'held-open', 'inside-loose', 'inner-loose', 'both-free'] as const
export type HoldingFault = (typeof HOLDING_FAULTS)[number]

/**
 * What speaks against what is seen at one support: a free one clamped to both sides or gripped by its housing (`tightIn` the class
 * that does, `hotIn` the one that may when warm), a held one that stands against nothing, a bearing that gives way inside but whose ring is
 * loose, an inner ring that nothing holds, a free one whose rings are both left free. Ends not said speak against nothing. `arranged` as
 * the whole line is. No unit. Source: engineering practice.
 */
export function holdingFaults(
  support: HoldingSupport & { inner?: Ends; tightIn?: string | null; hotIn?: string | null },
  arranged: Holding | null,
): HoldingFault[] {
  const { held, outer = [null, null], inner = [null, null], rows } = support
  const clamped = heldByEnds(outer)
  const inside = allMoveInside(rows)
  const faults: HoldingFault[] = []
  if (inside && clamped === false) faults.push('inside-loose')
  if (!inside && held === false && clamped && arranged !== 'crossed') faults.push('free-clamped')
  if (!inside && held === false && support.tightIn && arranged !== 'crossed') faults.push('free-tight')
  if (!inside && held === false && support.hotIn && !support.tightIn && arranged !== 'crossed') faults.push('free-hot')
  // Two that are set against each other stand against something to one side only.
  if (!inside && held === true && clamped === false && arranged !== 'adjusted') faults.push('held-open')
  const innerFree = inner.every((end) => end === 'free')
  if (innerFree && held === true) faults.push('inner-loose')
  if (innerFree && held === false && outer.every((end) => end === 'free')) faults.push('both-free')
  return faults
}

/** One way to arrange a line: who holds, and what that makes of each support. */
export interface Scheme {
  kind: 'locating' | 'crossed' | 'adjusted'
  /** Of `locating`: the support that holds, from 0. */
  holder?: number
  facing?: 'face-to-face' | 'back-to-back'
  /** One a support: whether it holds, and what may stand to each side of its outer ring; null where that is to be said. */
  supports: { held: boolean | null; outer: Ends }[]
}

/**
 * The schemes that what stands in a line allows: one support that holds both ways and the rest free; of two supports also each holding
 * one way, or the two set against each other. No unit. Source: engineering practice.
 */
export function schemesOf(supports: readonly HoldingSupport[]): Scheme[] {
  const kept = (i: number, side: 0 | 1, to: boolean): HeldBy | null => {
    const now = supports[i]!.outer?.[side] ?? null
    return to ? (stands(now) ? now : null) : 'free'
  }
  const freed = (i: number): Scheme['supports'][number] => ({
    held: false,
    outer: allMoveInside(supports[i]!.rows) ? [kept(i, 0, true), kept(i, 1, true)] : ['free', 'free'],
  })
  const bothWays = (s: HoldingSupport) => !allMoveInside(s.rows) && !facesOneWay(s)
  const locating = supports.flatMap((s, holder): Scheme[] =>
    bothWays(s)
      ? [
          {
            ...{ kind: 'locating', holder },
            supports: supports.map((_, i) => (i === holder ? { held: true, outer: [kept(i, 0, true), kept(i, 1, true)] } : freed(i))),
          },
        ]
      : [],
  )
  if (supports.length !== 2) return locating
  const across: Scheme[] = supports.every((s) => bothWays(s) && s.rows.length === 1)
    ? [
        {
          kind: 'crossed',
          supports: [
            { held: false, outer: [kept(0, 0, true) ?? 'cover', 'free'] },
            { held: false, outer: ['free', kept(1, 1, true) ?? 'cover'] },
          ],
        },
      ]
    : []
  const adjusted = supports.every(facesOneWay)
    ? (['back-to-back', 'face-to-face'] as const).map((facing): Scheme => ({
        ...{ kind: 'adjusted', facing },
        supports: supports.map(() => ({ held: true, outer: [null, null] })),
      }))
    : []
  return [...locating, ...across, ...adjusted]
}
