import { findBearing } from '../catalogue/catalogue.js'
import type { ClearanceGroup } from '../bearing/clearance.js'
import type { GreaseSaid } from '../lubrication/grease-words.js'
import type { OilRecord } from '../lubrication/oil-record.js'
import type { Arrangement } from '../ratings/equivalent-load.js'
import { amount, type Message } from '../words/message.js'
import { offShaftMm, type ShaftShape } from './shaft.js'
import type { HousingSeatRecord, RingHolding, SHAFT_ORIENTATIONS, ShaftSeatRecord, Sides, TURNING } from './records.js'
import type { Holder } from '../arrangement/holders.js'

/** A shaft line as somebody draws it, types it or reads it from a list. Sizes in mm, from the left end of the shaft. */

export type PairArrangement = Exclude<Arrangement, 'single'>

/** One bearing, or a pair or set of them that is bought, fitted and replaced together. */
export interface DraftBearing {
  /** Codes of its places as the records have them; empty for one that is new. */
  places: string[]
  count: number
  /** Set where there is more than one. */
  arrangement: PairArrangement | null
  /** Null where nobody knows what is in there. */
  designation: string | null
  group: ClearanceGroup | null
  shaftSeat: ShaftSeatRecord
  housingSeat: HousingSeatRecord
  holding: RingHolding
  /** Day on which it was fitted, `2026-03-12`; null where it is not known. */
  since: string | null
}

/** A support: what stands there, counted from the left. */
export interface DraftPosition {
  /** Code that the records gave it; null for a new one. */
  code: string | null
  name: string
  alongMm: number
  bearings: DraftBearing[]
  /** What it runs in where that is oil; left out or null: grease, or not known. */
  oil?: OilRecord | null
  /** Its grease, as it was said; left out or null: not said, or it runs in oil. */
  grease?: GreaseSaid | null
}

/** What is said of a thing on the shaft, kg, mm and N; a pull across it toward so many degrees (90 up, 270 down), a push along it to the right. */
export interface ComponentFacts {
  massKg?: number
  diameterMm?: number
  widthMm?: number
  belts?: number
  pullN?: number
  pullDeg?: number
  pushN?: number
}

/** What the shaft carries besides its bearings. */
export interface DraftComponent {
  kind: ComponentKind
  /** How many supports stand to its left. */
  slot: number
  /** Null where only its order is known. */
  alongMm: number | null
  /** Left out where nothing is said. */
  facts?: ComponentFacts
}

export interface LineDraft {
  orientation: (typeof SHAFT_ORIENTATIONS)[number]
  /** Of a tilted shaft against the horizontal, degrees. */
  tiltDeg: number
  turning: (typeof TURNING)[number]
  positions: DraftPosition[]
  components: DraftComponent[]
  /** Null where nobody has drawn its steps. */
  shaft: ShaftShape | null
}

/** What can sit on a shaft, with the words that name it and the name that it lends to the end beside it. */
// prettier-ignore
export const COMPONENTS = {
  coupling: { words: ['coupling', 'coupling half'], end: 'drive end' },
  sheave: { words: ['sheave', 'pulley', 'belt pulley'], end: 'sheave end' },
  sprocket: { words: ['sprocket', 'chain wheel'], end: 'sprocket end' },
  gear: { words: ['gear', 'gear wheel', 'pinion'], end: 'gear end' },
  'bevel-gear': { words: ['bevel gear', 'bevel pinion'], end: 'gear end' },
  worm: { words: ['worm', 'worm wheel'], end: 'worm end' },
  impeller: { words: ['impeller', 'pump wheel'], end: 'impeller end' },
  'fan-wheel': { words: ['fan wheel', 'fan'], end: 'fan end' },
  rotor: { words: ['rotor'], end: null },
  drum: { words: ['drum'], end: null },
  roll: { words: ['roll', 'roller'], end: null },
  wheel: { words: ['wheel', 'hub'], end: 'wheel end' },
  screw: { words: ['screw', 'auger'], end: 'screw end' },
  flywheel: { words: ['flywheel'], end: 'flywheel end' },
  brake: { words: ['brake', 'brake disc'], end: 'brake end' },
  tool: { words: ['tool', 'chuck', 'grinding wheel'], end: 'tool end' },
  spacer: { words: ['spacer'], end: null },
  nut: { words: ['nut', 'lock nut'], end: null },
  seal: { words: ['seal', 'shaft seal'], end: null },
  'castellated-nut': { words: ['castellated nut', 'castle nut'], end: null },
  force: { words: ['pull', 'force'], end: null },
} as const satisfies Record<string, { words: readonly string[]; end: string | null }>
export type ComponentKind = keyof typeof COMPONENTS
export const COMPONENT_KINDS = Object.keys(COMPONENTS) as ComponentKind[]

const side = (left: Holder, right: Holder): Sides => [left, right]

/** A bearing of which nothing has been said. */
export function plainBearing(designation: string | null): DraftBearing {
  return {
    ...{ places: [], count: 1, arrangement: null, designation, group: null, since: null },
    shaftSeat: { kind: 'not-recorded' },
    housingSeat: { kind: 'not-recorded' },
    holding: { inner: side('not-recorded', 'not-recorded'), outer: side('not-recorded', 'not-recorded') },
  }
}

export const EMPTY_LINE: LineDraft = { orientation: 'horizontal', tiltDeg: 0, turning: 'shaft', positions: [], components: [], shaft: null }

/**
 * What the supports of a line are called where nobody has named them: by what sits outside of an end, else drive and
 * non-drive end; between them middle. A number any; names are unlike each other.
 */
export function usualNames(line: Pick<LineDraft, 'positions' | 'components'>): string[] {
  const n = line.positions.length
  const beside = (slot: number) => line.components.filter((c) => c.slot === slot).flatMap((c) => COMPONENTS[c.kind].end ?? [])[0]
  if (n === 1) return [beside(0) ?? beside(1) ?? 'bearing']
  const [left, right] = [beside(0), beside(n)]
  const leftName = left ?? (right === 'drive end' ? 'non-drive end' : 'drive end')
  let rightName = right ?? (leftName === 'drive end' ? 'non-drive end' : left ? 'far end' : 'non-drive end')
  if (rightName === leftName) rightName = `other ${leftName}`
  const middle = (i: number) => (n === 3 ? 'middle' : `middle ${i}`)
  return line.positions.map((_, i) => (i === 0 ? leftName : i === n - 1 ? rightName : middle(i)))
}

/** Most of what a line can hold. */
export const MOST = { positions: 40, bearings: 4, inSet: 8, components: 40, name: 60, designation: 120, lengthMm: 100_000 } as const

/** What is wrong with a line that was drawn or typed, with the position it is about. */
export interface LineFault extends Message {
  position: number | null
}

/**
 * What cannot be of a line: none or too many supports, supports in one place or whose bearings overlap, two of one name, a day
 * that has not come yet, a bore as wide as its shaft, a support or what sits on the shaft beyond its end. `today` as `2026-03-12`. Source: engineering practice.
 */
export function faultsOf(line: LineDraft, today: string): LineFault[] {
  const faults: LineFault[] = []
  const fault = (position: number | null, code: string, params: Message['params'] = {}) => faults.push({ position, code, params })
  const { positions } = line
  if (!positions.length) fault(null, 'line-without-support')
  if (positions.length > MOST.positions) fault(null, 'line-too-many', { most: MOST.positions })
  const names = positions.map((p) => p.name.trim().toLowerCase())
  positions.forEach((p, i) => {
    if (!names[i]) fault(i, 'support-without-name')
    else if (names.indexOf(names[i]!) !== i) fault(i, 'support-named-twice', { name: p.name })
    if (!p.bearings.length) fault(i, 'support-without-bearing', { name: p.name })
    if (p.bearings.some((b) => b.since !== null && b.since > today)) fault(i, 'fitted-in-future', { name: p.name })
    const before = positions[i - 1]
    if (!before) return
    const apart = p.alongMm - before.alongMm
    if (apart <= 0) return fault(i, 'supports-in-one-place', { one: before.name, other: p.name })
    const needed = (widthMm(before) + widthMm(p)) / 2
    if (apart < needed)
      fault(i, 'supports-overlap', { one: before.name, other: p.name, apart: amount(apart, 'length'), needed: amount(needed, 'length') })
    return
  })
  faultsOfShaft(line, fault)
  const last = positions.at(-1)
  if (last && last.alongMm > MOST.lengthMm) fault(positions.length - 1, 'line-too-long', { most: amount(MOST.lengthMm, 'length', 0) })
  return faults
}

function faultsOfShaft(
  { shaft, positions, components }: LineDraft,
  fault: (at: number | null, code: string, params?: Message['params']) => void,
) {
  if (!shaft) return
  shaft.sections.forEach((s, i) => {
    if (!(s.lengthMm > 0) || !(s.outsideMm > 0)) fault(null, 'shaft-section-size', { number: i + 1 })
    else if (s.boreMm >= s.outsideMm) fault(null, 'shaft-bore-wide', { number: i + 1 })
  })
  if (shaft.sections.some((s) => !(s.lengthMm > 0))) return
  const off = (alongMm: number) => offShaftMm(shaft, alongMm - (positions[0]?.alongMm ?? 0))
  positions.forEach((p, i) => {
    const by = off(p.alongMm)
    if (by > 0) fault(i, 'support-off-shaft', { name: p.name, by: amount(by, 'length', 0) })
  })
  for (const c of components) {
    const by = c.alongMm === null ? 0 : off(c.alongMm)
    if (by > 0) fault(null, 'component-off-shaft', { name: COMPONENTS[c.kind].words[0], by: amount(by, 'length', 0) })
  }
}

/** Room along the shaft that the bearings of a support take, mm; what no table lists takes none. */
function widthMm(position: DraftPosition): number {
  return position.bearings.reduce((sum, b) => sum + (b.designation ? (findBearing(b.designation)?.row.widthMm ?? 0) : 0) * b.count, 0)
}
