import { freeRingRoom, reachOnCard } from '../../arrangement/free-ring.js'
import { holdingFaults, holdingOf, schemesOf, type Holding, type HoldingFault, type Scheme } from '../../arrangement/holding.js'
import type { Bearing } from '../../bearing/bearing.js'
import type { CouplingAt } from '../../line/driven.js'
import { short, worked } from '../../result.js'
import { amount, phrase } from '../../words/message.js'
import type { ArrangeAnswers, LineAnswers, Scope } from '../answers.js'
import type { Schools } from '../context.js'
import { StationBuilder, type Missing, type StationResult, type Verdict } from '../station.js'
import {
  furthestOf,
  movesOf,
  couplingFigures,
  governing,
  growthFigures,
  growths,
  type CouplingAnswers,
  type GrowthAnswers,
} from './arrange-growth.js'
import {
  insertPlay,
  judged,
  lockedThrust,
  pairChange,
  warnOfHolding,
  type Judged,
  type PairAnswers,
  type PairSet,
  type Support,
} from './arrange-holding.js'

/** What one free ring has and needs, mm; the gaps, and the face that must give, not there in older closed cards. */
export interface FreeRing {
  neededMm: number | null
  presentMm: number | null
  growthMm?: number | null
  behindMm?: number | null
  aheadMm?: number | null
  /** What must come off the cover so that it has its room; null where it has it. */
  metal?: MetalOff | null
}
export interface MetalOff {
  offMm: number
  /** How far the spigot then reaches in; null where nobody has measured it. */
  leftMm: number | null
}

/** One support that thrust comes to. */
export interface ThrustPath {
  to: Scope
  thrustN: number
  /** To the right; null where it was said at the support, which tells no side. */
  toRight: boolean | null
  fault: 'thrust-through' | 'thrust-free' | null
}

export interface ArrangeResult extends StationResult {
  holding: Holding | null
  /** Codes of the positions that hold the shaft. */
  holders: Scope[]
  /** Positions that let go by sliding on their seat. */
  sliding: Scope[]
  growthMm: number | null
  /** What each free position needs and has, mm. */
  float: Record<Scope, FreeRing>
  /** A free position has less than it needs; null while that is not known of any. */
  floatShort: boolean | null
  /** What is wrong at single supports, for the drawing; like the schemes not there in older closed cards. */
  faults?: { code: Scope; fault: HoldingFault }[]
  /** How far each free support moves until it is hottest, mm, to the right. */
  moves?: Record<Scope, number>
  /** Ways to arrange what stands in the line. */
  schemes?: Scheme[]
  /** Two that are set against each other, once their setting is settled. */
  pair?: PairSet | null
  /** Where thrust leaves the shaft. */
  thrust?: ThrustPath[]
}

const known = (row: Bearing | null): row is Bearing => row !== null

/** Gaps are set by feeler: to so much, mm. */
const FEELER_MM = 0.05
/** Metal comes off in steps of so much, mm, rounded up. */
const CUT_MM = 0.1

/** What must come off where a ring has not its room: of the cover on the side to which the shaft grows. Engineering practice. */
function metalOff(neededMm: number, support: Judged, presentMm: number): MetalOff | null {
  if (presentMm >= neededMm) return null
  const offMm = Math.ceil((neededMm - presentMm) / CUT_MM - 1e-9) * CUT_MM
  return { offMm, leftMm: support.spigotMm === null ? null : support.spigotMm - offMm }
}

/** How much a free ring can move, as measured; nothing where it is clamped. */
const playFrom = ({ presentMm }: Judged, playMm: number) =>
  presentMm === null
    ? worked(
        'p',
        'float present',
        'held to both sides',
        'what holds it to the left and to the right',
        playMm,
        'mm',
        'the records of its rings',
      )
    : worked(
        'p',
        'float present',
        'as entered: groove or cap to cap − ring width',
        short(presentMm),
        playMm,
        'mm',
        'measured by feeler or depth gauge',
      )

/** What one free position needs, has, and where its ring sits; `suffix` and `at` tell it from others of the line. */
function floatFigures(
  station: StationBuilder,
  support: Judged | null,
  growthMm: number | null,
  suffix: string,
  movesMm: readonly number[] = [],
): FreeRing {
  const reach = reachOnCard(movesMm)
  // The ring comes toward the held end further than it goes away from it.
  const back = movesMm.length > 0 && furthestOf(movesMm)! < 0
  const at = suffix && support ? `, ${support.name}` : ''
  // A ring that is clamped to both sides has none.
  const playMm = support?.presentMm ?? (support && holdingFaults(support, null).includes('free-clamped') ? 0 : null)
  const room =
    !movesMm.length || playMm === null || playMm <= 0
      ? null
      : { ...freeRingRoom({ ...(movesMm.length > 1 ? { movesMm } : { growthMm: movesMm[0]! }), playMm }), cautions: [] }
  const neededMm = reach && reach.towardMm + reach.awayMm
  const sum =
    reach &&
    worked(
      's',
      'room needed',
      'each way its largest move and a fifth, never under the least',
      `${short(reach.towardMm)} toward the held end + ${short(reach.awayMm)} away from it; moves ${movesMm.map((m) => short(m)).join(', ')}`,
      neededMm!,
      'mm',
      'engineering practice',
    )
  station.figure(`floatNeededMm${suffix}`, `Float needed${at}`, neededMm, 'gap', room ?? sum, {
    ...(reach && { note: phrase`${amount(reach.awayMm, 'gap')} away from the held end, ${amount(reach.towardMm, 'gap')} toward it` }),
  })
  station.figure(`floatPresentMm${suffix}`, `Float present${at}`, playMm, 'gap', playMm === null ? null : playFrom(support!, playMm), {
    note: 'groove or cap to cap, less ring width',
  })
  const metal = support && neededMm !== null && playMm !== null && !support.inside ? metalOff(neededMm, support, playMm) : null
  if (room) {
    const { behindMm, aheadMm } = room.values
    const feeler = (mm: number) => amount(Math.round(mm / FEELER_MM) * FEELER_MM, 'gap')
    station.figure(`behindMm${suffix}`, `Leave toward the held end${at}`, behindMm, 'gap', room, {
      note: phrase`feeler ${feeler(behindMm)}: ${back ? 'the ring comes this way' : 'behind the ring'}`,
    })
    station.figure(`aheadMm${suffix}`, `Leave away from the held end${at}`, aheadMm, 'gap', room, {
      note: back ? 'on the other side' : 'the shaft grows this way',
    })
  }
  if (metal) {
    const sum = worked(
      'x',
      'to come off',
      'needed − present, up to the next 0.1',
      `${short(neededMm!)} − ${short(playMm!)}`,
      metal.offMm,
      'mm',
      'engineering practice',
    )
    const leaves = metal.leftMm === null ? '' : phrase`, leaves ${amount(metal.leftMm, 'gap')}`
    const note = phrase`face of the spigot ${back ? 'toward' : 'away from'} the held end${leaves}`
    station.figure(`metalOffMm${suffix}`, `To come off the cover${at}`, metal.offMm, 'gap', sum, { note })
  }
  return { neededMm, presentMm: playMm, growthMm, behindMm: room?.values.behindMm ?? null, aheadMm: room?.values.aheadMm ?? null, metal }
}

const RANK = { stop: 0, caution: 1, open: 2, good: 3 } as const

/** Whether one free position has the room it needs. */
function judgeFloat(
  station: StationBuilder,
  support: Judged,
  movesMm: readonly number[],
  { neededMm, presentMm }: FreeRing,
  where: string,
): Verdict {
  const { rows } = support
  if (support.inside) {
    const furthest = furthestOf(movesMm)
    if (furthest === null) return { word: 'not complete', level: 'open' }
    const tightest = rows.filter(known).reduce((a, b) => (a.axialMovementMm <= b.axialMovementMm ? a : b))
    if (Math.abs(furthest) <= tightest.axialMovementMm) return { word: 'moves inside', level: 'good' }
    station.warn(
      'stop',
      'inside-limit',
      { designation: tightest.designation, axialMovement: amount(tightest.axialMovementMm, 'gap', 1) },
      short(furthest),
    )
    return { word: 'too far inside', level: 'stop' }
  }
  if (presentMm === null) station.ask(where ? `float-${support.code}` : 'float', { where: where || 'free end' })
  if (neededMm === null || presentMm === null) return { word: 'not complete', level: 'open' }
  if (presentMm >= neededMm) return { word: 'has room', level: 'good' }
  station.warn(
    'stop',
    where ? `float-short-${support.code}` : 'float-short',
    { where: where || 'free end', present: amount(presentMm, 'gap'), needed: amount(neededMm, 'gap') },
    short(presentMm),
  )
  return { word: 'not enough room', level: 'stop' }
}

function reasonOf(
  holding: Holding | null,
  supports: readonly Judged[],
  holder: Judged | undefined,
  drive: Judged | null | undefined,
): string {
  if (holding === 'adjusted') return 'The two bearings hold the shaft against each other; how they are set decides play and heat.'
  if (holding === 'crossed') return 'Each bearing holds the shaft one way; between them it has its play, which takes the growth up.'
  if (holding === 'inserts') return 'The screws hold the inserts at both ends; only their own play takes the growth up.'
  if (holding !== 'one') return 'One bearing holds the shaft, the other lets it grow.'
  if (drive === null) return `${holder!.name} holds; the shaft grows away from it.`
  if (holder === drive) return 'The end beside the coupling holds, so growth runs away from it and alignment stays.'
  return supports.length === 2
    ? 'The far end holds; growth runs toward the coupling.'
    : `${holder!.name} holds; the shaft grows away from it to both sides.`
}

/** Two that hold one way each: their play together must take the growth up. */
function crossedPlay(station: StationBuilder, supports: readonly Judged[], growthMm: number | null, movesMm: readonly number[]): Verdict {
  const plays = supports.map((s) => s.presentMm).filter((mm) => mm !== null)
  const together = plays.length ? plays.reduce((sum, mm) => sum + mm, 0) : null
  const all = { ...supports[0]!, presentMm: together }
  return judgeFloat(station, all, movesMm, floatFigures(station, all, growthMm, '', movesMm), '')
}

/** The place of the coupling, mm: beside the support next to it where only its order is known; at the first support where nobody has said anything. */
function couplingPlaceMm(supports: readonly Judged[], coupling: CouplingAt | null | undefined): number | null {
  if (!supports.length) return null
  const { alongMm, slot } = coupling ?? { alongMm: null, slot: 0 }
  return alongMm ?? supports[Math.min(slot, supports.length - 1)]!.alongMm
}

/** The support that stands next to the coupling. */
function driveSide(supports: readonly Judged[], coupling: CouplingAt | null | undefined): Judged | undefined {
  const at = couplingPlaceMm(supports, coupling)
  return at === null ? undefined : [...supports].sort((a, b) => Math.abs(a.alongMm - at) - Math.abs(b.alongMm - at))[0]
}

/** How far the coupling stands from what holds the shaft, on whichever side it is, mm; null while that is not known. */
function toCoupling(
  supports: readonly Judged[],
  holder: Judged | undefined,
  coupling: CouplingAt | null | undefined,
  spanMm: number | null,
): number | null {
  const at = couplingPlaceMm(supports, coupling)
  const beside = driveSide(supports, coupling)
  if (!holder || !beside || at === null) return null
  // Of two supports the distance is what was answered, which may not be what the records say.
  if (supports.length !== 2 || beside === holder) return Math.abs(holder.alongMm - at)
  if (spanMm === null) return null
  const [low, high] = supports.map((s) => s.alongMm).sort((a, b) => a - b) as [number, number]
  return at > low && at < high ? Math.abs(holder.alongMm - at) : spanMm + Math.abs(beside.alongMm - at)
}

/** Of the growth: each field with what it is called, in the order of the screen. */
const OF_GROWTH = [
  ['spanMm', 'distance of the supports'],
  ['shaftMaterial', 'material of the shaft'],
  ['housingMaterial', 'material of the housing'],
  ['assemblyC', 'temperature at assembly'],
  ['shaftHotC', 'shaft when hot'],
  ['housingHotC', 'housing when hot'],
] as const

/** What is missing before the arrangement can be judged. */
function missingOf(shared: Shared, supports: readonly Judged[], holding: Holding | null, free: readonly Judged[]): Missing[] {
  const unsaid = holding === null ? supports.filter((s) => s.held === null) : []
  const growth = OF_GROWTH.filter(([field]) => shared[field] === null && (field !== 'spanMm' || supports.length === 2))
  const float = free.filter((s) => !s.inside && s.presentMm === null)
  return [
    ...unsaid.map((s) => ({ field: 'held', label: `whether the ${s.name} holds`, scope: s.code })),
    ...float.map((s) => ({ field: 'floatPresentMm', label: `float at the ${s.name}`, scope: s.code })),
    ...growth.map(([field, label]) => ({ field, label })),
    ...(holding === 'adjusted' && shared.hotPlayUm === null ? [{ field: 'hotPlayUm', label: 'end play wanted when hot' }] : []),
  ]
}

type Shared = GrowthAnswers & CouplingAnswers & PairAnswers & Pick<ArrangeAnswers, 'spanMm'>

/** What every free support needs and has, and the verdict on each. */
function freeRings(
  station: StationBuilder,
  free: readonly Judged[],
  /** Whether a support lies to the left of what holds. */
  leftOf: (s: Judged) => boolean,
  of: (s: Judged) => { growthMm: number | null; movesMm: readonly number[] },
): { float: ArrangeResult['float']; moves: Record<Scope, number>; verdicts: Verdict[] } {
  const many = free.length > 1
  const float: ArrangeResult['float'] = {}
  const moves: Record<Scope, number> = {}
  const verdicts = free.map((s) => {
    const { growthMm, movesMm } = of(s)
    const ring = floatFigures(station, s, growthMm, many ? `-${s.code}` : '', movesMm)
    if (!s.inside) float[s.code] = ring
    if (growthMm !== null) moves[s.code] = leftOf(s) ? -growthMm : growthMm
    return judgeFloat(station, s, movesMm, ring, many ? s.name : '')
  })
  return { float, moves, verdicts }
}

/**
 * Which position locates the shaft, how far it grows from there, and whether every free position has room: for any number
 * of supports. Of two the distance is the span, of more where each stands along the shaft; `coupling`: where it sits, null on a line that has
 * none, left out where nobody has said.
 */
export function arrangeStation(
  answers: LineAnswers,
  shared: Shared,
  of: readonly Support[],
  schools: Schools,
  coupling?: CouplingAt | null,
): ArrangeResult {
  const station = new StationBuilder('arrange')
  const supports = of.map((s) => judged(answers, s))
  const holding = holdingOf(supports)
  const holders = supports.filter((s) => s.held && !s.inside)
  const drive = driveSide(supports, coupling)
  warnOfHolding(station, holding, supports, holders, coupling === null ? null : (drive?.code ?? null))
  const holder = holding === 'one' ? holders[0]! : undefined
  const free = holder ? supports.filter((s) => s !== holder) : []
  const spanTo = (s: Judged) => (supports.length > 2 ? Math.abs(s.alongMm - (holder ?? supports[0]!).alongMm) : shared.spanMm)
  const furthest = [...(free.length ? free : supports)].sort((a, b) => (spanTo(b) ?? 0) - (spanTo(a) ?? 0))[0]
  const spanMm = furthest ? spanTo(furthest) : null
  const school = shared.growthSchool ?? schools.growth
  const { hero, growthMm } = growthFigures(station, shared, growths(station, shared, spanMm), school)
  const movesMm = movesOf(station, shared, spanMm, school)

  if (holding === 'several') lockedThrust(station, shared, holders, furthestOf(movesMm), spanMm)
  if (holding === 'adjusted' && shared.hotPlayUm === null) station.ask('adjusted-setting')
  const pair = holding === 'adjusted' ? pairChange(station, shared, supports, shared.spanMm) : null
  if (!free.length && holding !== 'crossed')
    floatFigures(station, supports.find((s) => s.presentMm !== null) ?? null, growthMm, '', movesMm)
  const leftOf = (s: Judged) => supports.indexOf(s) < supports.indexOf(holder!)
  const { float, moves, verdicts } = freeRings(station, free, leftOf, (s) =>
    s === furthest
      ? { growthMm, movesMm }
      : { growthMm: governing(growths(station, shared, spanTo(s)), school), movesMm: movesOf(station, shared, spanTo(s), school) },
  )
  couplingFigures(station, shared, school, toCoupling(supports, holder, coupling, shared.spanMm))
  const faults = supports.flatMap((s) => holdingFaults(s, holding).map((fault) => ({ code: s.code, fault })))
  let verdict: Verdict = { word: 'not complete', level: 'open' }
  const negative = supports.find((s) => s.presentMm !== null && s.presentMm < 0)
  if (negative) station.refuse('floatPresentMm', 'Float cannot be negative; measure groove and ring again.')
  else if (holding === 'several') verdict = { word: supports.length === 2 ? 'both ends held' : 'held twice', level: 'stop' }
  else if (holding === 'none') verdict = { word: 'no end held', level: 'stop' }
  else if (holding === 'adjusted') verdict = { word: 'set against each other', level: 'open' }
  else if (holding === 'inserts') verdict = insertPlay(station, holders, furthestOf(movesMm))
  else if (holding === 'crossed') verdict = crossedPlay(station, supports, growthMm, movesMm)
  else if (faults.some((f) => f.fault === 'free-clamped')) verdict = { word: 'clamped', level: 'stop' }
  else if (verdicts.length) verdict = verdicts.reduce((worst, v) => (RANK[v.level] < RANK[worst.level] ? v : worst))
  const measured = Object.values(float).filter((f) => f.neededMm !== null && f.presentMm !== null)
  return {
    ...station.close(
      reasonOf(holding, supports, holder, coupling === null ? null : drive),
      verdict,
      hero,
      growthMm === null ? '—' : amount(growthMm, 'gap'),
    ),
    ...{ holding, growthMm, float, moves },
    holders: holders.map((s) => s.code),
    sliding: free.filter((s) => !s.inside).map((s) => s.code),
    floatShort: measured.length ? measured.some((f) => f.presentMm! < f.neededMm!) : null,
    faults,
    schemes: schemesOf(supports),
    pair,
    ...(verdict.level === 'open' && { missing: missingOf(shared, supports, holding, free) }),
  }
}
