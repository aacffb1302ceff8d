import { LEAST_BEHIND_MM, freeRingRoom, roomNeededMm } from '../../arrangement/free-ring.js'
import { holdingFaults, holdingOf, schemesOf, type Holding, type HoldingFault, type Scheme } from '../../arrangement/holding.js'
import type { Bearing } from '../../catalogue/bearing.js'
import { short } from '../../result.js'
import { q, typed } from '../../units/quantities.js'
import type { ArrangeAnswers, LineAnswers, Scope } from '../answers.js'
import type { Schools } from '../context.js'
import { StationBuilder, type StationResult, type Verdict } from '../station.js'
import { amount } from '../../words/message.js'
import type { ThrustPath } from './arrange-thrust.js'
import {
  coldShrinkMm,
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

/** What one free position needs, has, and where its ring sits; `suffix` and `at` tell it from others of the line. */
function floatFigures(station: StationBuilder, support: Judged | null, growthMm: number | null, suffix: string, coldMm = 0): FreeRing {
  const outgrown = growthMm !== null && growthMm < 0
  const at = suffix && support ? `, ${typed(support.name)}` : ''
  // A ring that is clamped to both sides has none.
  const playMm = support?.presentMm ?? (support && holdingFaults(support, null).includes('free-clamped') ? 0 : null)
  const room =
    growthMm === null || playMm === null || playMm <= 0
      ? null
      : { ...freeRingRoom({ growthMm, playMm, coldShrinkMm: coldMm }), cautions: [] }
  const neededMm = growthMm === null ? null : roomNeededMm(growthMm, coldMm)
  station.figure(`floatNeededMm${suffix}`, `Float needed${at}`, neededMm, 'gap', room, {
    note:
      coldMm > LEAST_BEHIND_MM
        ? `1.2 times the growth and ${q(coldMm, 'gap')} for a cold start`
        : `1.2 times the growth and ${q(LEAST_BEHIND_MM, 'gap')}`,
  })
  station.figure(`floatPresentMm${suffix}`, `Float present${at}`, playMm, 'gap', null, { note: 'groove or cap to cap, less ring width' })
  const metal = support && neededMm !== null && playMm !== null && !support.inside ? metalOff(neededMm, support, playMm) : null
  if (room) {
    const { behindMm, aheadMm } = room.values
    const feeler = (mm: number) => q(Math.round(mm / FEELER_MM) * FEELER_MM, 'gap')
    station.figure(`behindMm${suffix}`, `Leave toward the held end${at}`, behindMm, 'gap', room, {
      note: `feeler ${feeler(behindMm)}: ${outgrown ? 'most of it, the ring comes this way' : 'the sixth behind the ring'}`,
    })
    station.figure(`aheadMm${suffix}`, `Leave away from the held end${at}`, aheadMm, 'gap', room, {
      note: outgrown ? 'the sixth on the other side' : 'the shaft grows this way',
    })
  }
  if (metal)
    station.figure(`metalOffMm${suffix}`, `To come off the cover${at}`, metal.offMm, 'gap', null, {
      note: `face of the spigot ${outgrown ? 'toward' : 'away from'} the held end${metal.leftMm === null ? '' : `, leaves ${q(metal.leftMm, 'gap')}`}`,
    })
  return { neededMm, presentMm: playMm, growthMm, behindMm: room?.values.behindMm ?? null, aheadMm: room?.values.aheadMm ?? null, metal }
}

const RANK = { stop: 0, caution: 1, open: 2, good: 3 } as const

/** Whether one free position has the room it needs. */
function judgeFloat(
  station: StationBuilder,
  support: Judged,
  growthMm: number | null,
  { neededMm, presentMm }: FreeRing,
  where: string,
): Verdict {
  const { rows } = support
  if (support.inside) {
    if (growthMm === null) return { word: 'not complete', level: 'open' }
    const tightest = rows.filter(known).reduce((a, b) => (a.axialMovementMm <= b.axialMovementMm ? a : b))
    if (Math.abs(growthMm) <= tightest.axialMovementMm) return { word: 'moves inside', level: 'good' }
    station.warn(
      'stop',
      'inside-limit',
      { designation: tightest.designation, axialMovement: amount(tightest.axialMovementMm, 'gap', 1) },
      short(growthMm),
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

function reasonOf(holding: Holding | null, supports: readonly Judged[], holder: Judged | undefined): string {
  if (holding === 'adjusted') return 'The two bearings hold the shaft against each other; how they are set decides play and heat.'
  if (holding === 'crossed') return 'Each bearing holds the shaft one way; between them it has its play, which takes the growth up.'
  if (holding === 'inserts') return 'The screws hold the inserts at both ends; only their own play takes the growth up.'
  if (holding !== 'one') return 'One bearing holds the shaft, the other lets it grow.'
  if (holder!.code === supports[0]!.code) return 'The drive end holds, so growth runs away from the coupling and alignment stays.'
  return supports.length === 2
    ? 'The non-drive end holds; growth runs toward the coupling.'
    : `${typed(holder!.name)} holds; the shaft grows away from it to both sides.`
}

/** Two that hold one way each: their play together must take the growth up. */
function crossedPlay(station: StationBuilder, supports: readonly Judged[], growthMm: number | null, coldMm: number): Verdict {
  const plays = supports.map((s) => s.presentMm).filter((mm) => mm !== null)
  const together = plays.length ? plays.reduce((sum, mm) => sum + mm, 0) : null
  const all = { ...supports[0]!, presentMm: together }
  return judgeFloat(station, all, growthMm, floatFigures(station, all, growthMm, '', coldMm), '')
}

/** Where the coupling stands from what holds the shaft; the drive side's first support where nobody has said where it sits. */
function toCoupling(
  supports: readonly Judged[],
  holder: Judged | undefined,
  couplingMm: number | null,
  spanMm: number | null,
): number | null {
  const first = supports[0]
  if (!holder || !first) return null
  // Of two supports the distance is what was answered, which may not be what the records say.
  const between = supports.length === 2 && holder !== first ? spanMm : Math.abs(holder.alongMm - first.alongMm)
  return between === null ? null : between + (couplingMm === null ? 0 : first.alongMm - couplingMm)
}

type Shared = GrowthAnswers & CouplingAnswers & PairAnswers & Pick<ArrangeAnswers, 'spanMm'>

/** What every free support needs and has, and the verdict on each. */
function freeRings(
  station: StationBuilder,
  free: readonly Judged[],
  /** Whether a support lies to the left of what holds. */
  leftOf: (s: Judged) => boolean,
  of: (s: Judged) => { growthMm: number | null; coldMm: number },
): { float: ArrangeResult['float']; moves: Record<Scope, number>; verdicts: Verdict[] } {
  const many = free.length > 1
  const float: ArrangeResult['float'] = {}
  const moves: Record<Scope, number> = {}
  const verdicts = free.map((s) => {
    const { growthMm, coldMm } = of(s)
    const ring = floatFigures(station, s, growthMm, many ? `-${s.code}` : '', coldMm)
    if (!s.inside) float[s.code] = ring
    if (growthMm !== null) moves[s.code] = leftOf(s) ? -growthMm : growthMm
    return judgeFloat(station, s, growthMm, ring, many ? typed(s.name) : '')
  })
  return { float, moves, verdicts }
}

/**
 * Which position locates the shaft, how far it grows from there, and whether every free position has room: for any number
 * of supports. Of two the distance is the span, of more where each stands along the shaft; `couplingMm`: where the coupling sits.
 */
export function arrangeStation(
  answers: LineAnswers,
  shared: Shared,
  of: readonly Support[],
  schools: Schools,
  couplingMm: number | null = null,
): ArrangeResult {
  const station = new StationBuilder('arrange')
  const supports = of.map((s) => judged(answers, s))
  const holding = holdingOf(supports)
  const holders = supports.filter((s) => s.held && !s.inside)
  warnOfHolding(station, holding, supports, holders)
  const holder = holding === 'one' ? holders[0]! : undefined
  const free = holder ? supports.filter((s) => s !== holder) : []
  const spanTo = (s: Judged) => (supports.length > 2 ? Math.abs(s.alongMm - (holder ?? supports[0]!).alongMm) : shared.spanMm)
  const furthest = [...(free.length ? free : supports)].sort((a, b) => (spanTo(b) ?? 0) - (spanTo(a) ?? 0))[0]
  const spanMm = furthest ? spanTo(furthest) : null
  const school = shared.growthSchool ?? schools.growth
  const { hero, growthMm } = growthFigures(station, shared, growths(station, shared, spanMm), school)
  const coldMm = coldShrinkMm(station, shared, spanMm)

  if (holding === 'several') lockedThrust(station, shared, holders, growthMm, spanMm)
  if (holding === 'adjusted' && shared.hotPlayUm === null) station.ask('adjusted-setting')
  const pair = holding === 'adjusted' ? pairChange(station, shared, supports, shared.spanMm) : null
  if (!free.length && holding !== 'crossed') floatFigures(station, supports.find((s) => s.presentMm !== null) ?? null, growthMm, '')
  const leftOf = (s: Judged) => supports.indexOf(s) < supports.indexOf(holder!)
  const { float, moves, verdicts } = freeRings(station, free, leftOf, (s) =>
    s === furthest
      ? { growthMm, coldMm }
      : { growthMm: governing(growths(station, shared, spanTo(s)), school), coldMm: coldShrinkMm(station, shared, spanTo(s)) },
  )
  couplingFigures(station, shared, school, toCoupling(supports, holder, couplingMm, shared.spanMm))
  const faults = supports.flatMap((s) => holdingFaults(s, holding).map((fault) => ({ code: s.code, fault })))
  let verdict: Verdict = { word: 'not complete', level: 'open' }
  const negative = supports.find((s) => s.presentMm !== null && s.presentMm < 0)
  if (negative) station.refuse('floatPresentMm', 'Float cannot be negative; measure groove and ring again.')
  else if (holding === 'several') verdict = { word: supports.length === 2 ? 'both ends held' : 'held twice', level: 'stop' }
  else if (holding === 'none') verdict = { word: 'no end held', level: 'stop' }
  else if (holding === 'adjusted') verdict = { word: 'set against each other', level: 'open' }
  else if (holding === 'inserts') verdict = insertPlay(station, holders, growthMm)
  else if (holding === 'crossed') verdict = crossedPlay(station, supports, growthMm, coldMm)
  else if (faults.some((f) => f.fault === 'free-clamped')) verdict = { word: 'clamped', level: 'stop' }
  else if (verdicts.length) verdict = verdicts.reduce((worst, v) => (RANK[v.level] < RANK[worst.level] ? v : worst))
  const measured = Object.values(float).filter((f) => f.neededMm !== null && f.presentMm !== null)
  return {
    ...station.close(reasonOf(holding, supports, holder), verdict, hero, growthMm === null ? '—' : q(growthMm, 'gap')),
    ...{ holding, growthMm, float, moves },
    holders: holders.map((s) => s.code),
    sliding: free.filter((s) => !s.inside).map((s) => s.code),
    floatShort: measured.length ? measured.some((f) => f.presentMm! < f.neededMm!) : null,
    faults,
    schemes: schemesOf(supports),
    pair,
  }
}
