import type { Holder } from '../arrangement/holders.js'
import type { StandsIn } from '../mounting/ways.js'

/** What the records know of a shaft line: how rings are held and what they sit on. */

/** Toward the left and toward the right shaft end. */
export type Sides = [left: Holder, right: Holder]

export interface RingHolding {
  inner: Sides
  outer: Sides
}

export const HOLDING_NOT_RECORDED: RingHolding = { inner: ['not-recorded', 'not-recorded'], outer: ['not-recorded', 'not-recorded'] }

const holds = (side: Holder) => side !== 'free' && side !== 'not-recorded'

/** Whether outer rings hold the shaft to both sides, those of a position taken together; null while nobody has recorded it. */
export function outerHeld(rings: readonly RingHolding[]): boolean | null {
  const sides = (i: 0 | 1) => rings.map((r) => r.outer[i])
  if (sides(0).some(holds) && sides(1).some(holds)) return true
  return rings.length === 0 || rings.some((r) => r.outer.includes('not-recorded')) ? null : false
}

/** To which sides outer rings stand against something, those of a position taken together. */
export const outerSides = (rings: readonly RingHolding[]): { left: boolean; right: boolean } => ({
  left: rings.some((r) => holds(r.outer[0])),
  right: rings.some((r) => holds(r.outer[1])),
})

/** The holding of a ring of which a card has said only that its outer ring is held or free. */
export function withOuterHeld(before: RingHolding, held: boolean): RingHolding {
  if (outerHeld([before]) === held) return before
  const side: Holder = held ? 'held' : 'free'
  return { ...before, outer: [side, side] }
}

/** Each end of the rings of a position by the name that a card gives it. */
export const RING_ENDS = [
  { name: 'outerLeft', ring: 'outer', side: 0 },
  { name: 'outerRight', ring: 'outer', side: 1 },
  { name: 'innerLeft', ring: 'inner', side: 0 },
  { name: 'innerRight', ring: 'inner', side: 1 },
] as const satisfies readonly { name: string; ring: keyof RingHolding; side: 0 | 1 }[]
export type RingEnd = (typeof RING_ENDS)[number]

/** What a ring can stand against, as it is asked at Arrange. */
export type Against = Exclude<Holder, 'not-recorded' | 'held' | 'castellated-nut'>

/** What stands at one end of a position: of its first ring to the left, of its last to the right; null where that is not said exactly. */
export function holderAt(rings: readonly RingHolding[], { ring, side }: RingEnd): Against | null {
  const holder = rings.at(side === 0 ? 0 : -1)?.[ring][side]
  if (holder === 'castellated-nut') return 'nut'
  return !holder || holder === 'not-recorded' || holder === 'held' ? null : holder
}

/** Whether a ring stands against a castellated nut. */
export const castellated = (rings: readonly RingHolding[]): boolean => rings.some((r) => r.inner.includes('castellated-nut'))

/** The rings of a position with something else at one end; what says the same more exactly stays. */
export function withHolderAt(rings: readonly RingHolding[], end: RingEnd, holder: Holder): RingHolding[] {
  if (holderAt(rings, end) === holder) return [...rings]
  const { ring, side } = end
  const at = side === 0 ? 0 : rings.length - 1
  return rings.map((r, i) => (i === at ? { ...r, [ring]: side === 0 ? [holder, r[ring][1]] : [r[ring][0], holder] } : r))
}

export const SHAFT_SEATS = [
  'not-recorded',
  'cylindrical',
  'taper',
  'adapter-sleeve',
  'withdrawal-sleeve',
  'raceway',
  'set-screws',
  'eccentric-collar',
  'clamp-collar',
] as const
export const HOUSING_SEATS = ['not-recorded', 'cylindrical', 'none', 'axial-only'] as const

/** What a bearing sits on: the kind, its size as nominal or as measured, mm, and the sleeve where there is one. */
interface SeatRecord<K extends string = string> {
  kind: K
  nominalMm?: number
  toleranceClass?: string
  measuredMm?: number[]
  /** Every measuring of it, oldest first: the day, and the mean of its planes. */
  measurings?: Measuring[]
  sleeve?: string
  /** What houses it, where that is said: a split block by its name, `SN 518`, or what holds an insert. */
  block?: string
  standsIn?: StandsIn
}
export interface Measuring {
  day: string
  meanMm: number
}
/** A seat without what was measured of it. */
export function unmeasured<S extends SeatRecord>(seat: S): S {
  const { measuredMm: _planes, measurings: _past, ...rest } = seat
  return rest as S
}
export type ShaftSeatRecord = SeatRecord<(typeof SHAFT_SEATS)[number]>
export type HousingSeatRecord = SeatRecord<(typeof HOUSING_SEATS)[number]>

export const SHAFT_ORIENTATIONS = ['horizontal', 'vertical', 'tilted'] as const

/** Which part of a line turns. */
export const TURNING = ['shaft', 'housing'] as const
