import { lockedGrowth } from '../../arrangement/locked-growth.js'
import { pairSetting } from '../../arrangement/pair-setting.js'
import { LEAST_BEHIND_MM, freeRingRoom, roomNeededMm } from '../../arrangement/free-ring.js'
import { GROWTH_SCHOOL_LABEL, thermalGrowth, type GrowthInput, type GrowthSchool, type GrowthValues } from '../../arrangement/growth.js'
import type { Bearing } from '../../catalogue/bearing.js'
import { formOf, movesInside } from '../../catalogue/construction-forms.js'
import { short, type Result } from '../../result.js'
import { q, typed } from '../../units/quantities.js'
import { keyOf, type ArrangeAnswers, type LineAnswers, type Scope } from '../answers.js'
import type { Schools } from '../context.js'
import { StationBuilder, type StationResult, type Verdict } from '../station.js'
import { amount } from '../../words/message.js'

export type Holding = 'one' | 'several' | 'none' | 'adjusted'

/** A position along the line with what stands in it on this card. */
export interface Support {
  code: Scope
  name: string
  alongMm: number
  /** One bearing each place; null where it is not known. */
  rows: (Bearing | null)[]
}

export interface ArrangeResult extends StationResult {
  holding: Holding | null
  /** Codes of the positions that hold the shaft. */
  holders: Scope[]
  /** Positions that let go by sliding on their seat. */
  sliding: Scope[]
  growthMm: number | null
  /** What each free position needs and has, mm. */
  float: Record<Scope, { neededMm: number | null; presentMm: number | null }>
  /** A free position has less than it needs; null while that is not known of any. */
  floatShort: boolean | null
}

/** A support with what was said of it. */
interface Judged extends Support {
  held: boolean | null
  presentMm: number | null
  /** The shaft may move along inside its bearing. */
  inside: boolean
}

const known = (row: Bearing | null): row is Bearing => row !== null
const holdsOneWay = (row: Bearing) => formOf(row).holds === 1

/** Which positions hold the shaft, and how. Two single bearings that each hold one way hold it against each other. Engineering practice. */
export function holdingOf(supports: readonly { rows: readonly (Bearing | null)[]; held: boolean | null }[]): Holding | null {
  if (supports.some((s) => s.held === null)) return null
  const holding = supports.filter((s) => s.held && !allMoveInside(s.rows))
  if (holding.length === 0) return 'none'
  if (holding.length === 1) return 'one'
  const facing = holding.length === 2 && holding.every((s) => s.rows.length === 1 && known(s.rows[0]!) && holdsOneWay(s.rows[0]!))
  return facing ? 'adjusted' : 'several'
}

const allMoveInside = (rows: readonly (Bearing | null)[]) => rows.length > 0 && rows.every((row) => row !== null && movesInside(row))

function judged(answers: LineAnswers, support: Support): Judged {
  const of = <F extends 'held' | 'floatPresentMm' | 'alongMm'>(name: F) =>
    (answers[keyOf(support.code, 'arrange', name)] ?? null) as ArrangeAnswers[F]
  return {
    ...support,
    alongMm: of('alongMm') ?? support.alongMm,
    held: of('held'),
    presentMm: of('floatPresentMm'),
    inside: allMoveInside(support.rows),
  }
}

/** What is wrong with who holds. */
function warnOfHolding(station: StationBuilder, holding: Holding | null, supports: readonly Judged[], holders: readonly Judged[]): void {
  const names = holders.map((s) => s.name).join(', ')
  if (holding === 'several')
    station.warn('stop', supports.length === 2 ? 'both-ends-held' : 'several-held', { held: holders.length, names })
  if (holding === 'none') station.warn('stop', 'no-end-held')
  if (holding === 'one' && holders[0]!.code !== supports[0]!.code)
    station.warn('note', supports.length === 2 ? 'locates-away' : 'holds-away', { names })
  if (holding === null) station.ask(supports.length === 2 ? 'holding' : 'holding-position')
  if (holding === 'adjusted') station.ask('adjusted-setting')
}

type Shared = Pick<ArrangeAnswers, 'shaftMaterial' | 'housingMaterial' | 'assemblyC' | 'shaftHotC' | 'housingHotC' | 'growthSchool'>

interface Growths {
  full: Result<GrowthValues> | null
  cautious: Result<GrowthValues> | null
}

/** Growth over one span by the full calculation and by the cautious rule, which takes the temperature for the rise. */
function growths(station: StationBuilder, a: Shared, spanMm: number | null): Growths {
  const parts = [spanMm, a.shaftMaterial, a.housingMaterial, a.assemblyC, a.shaftHotC, a.housingHotC]
  if (parts.some((p) => p === null)) return { full: null, cautious: null }
  const input: GrowthInput = {
    spanMm: spanMm!,
    shaftMaterial: a.shaftMaterial!,
    shaftRiseK: a.shaftHotC! - a.assemblyC!,
    housingMaterial: a.housingMaterial!,
    housingRiseK: a.housingHotC! - a.assemblyC!,
  }
  const full = station.attempt(() => thermalGrowth(input), { shaftRiseK: 'shaftHotC', housingRiseK: 'housingHotC' })
  // What the cautious rule has to say of the rise is said by the full calculation.
  const rule = { ...input, shaftRiseK: Math.max(a.shaftHotC!, input.shaftRiseK), housingRiseK: 0 }
  return { full, cautious: full && station.attempt(() => ({ ...thermalGrowth(rule), cautions: [] })) }
}

/** Growth that governs. The short rules leave the housing out and cannot see that it outgrows the shaft: then only the full figure has the right side. */
function governing({ full, cautious }: Growths, school: GrowthSchool): number | null {
  const fullMm = full?.values.growthMm ?? null
  if (fullMm === null || fullMm < 0 || school === 'full') return fullMm
  return school === 'cautious' ? (cautious?.values.growthMm ?? null) : (full!.values.quickRuleMm ?? fullMm)
}

/** The figures of growth over the longest free span. */
function growthFigures(station: StationBuilder, a: Shared, all: Growths, school: GrowthSchool) {
  const { full, cautious } = all
  const fullMm = full?.values.growthMm ?? null
  const quick = full?.values.quickRuleMm
  const outgrown = fullMm !== null && fullMm < 0
  if (outgrown)
    station.warn('caution', school === 'full' ? 'housing-outgrows' : 'housing-outgrows-all', { by: amount(-fullMm, 'gap') }, short(fullMm))
  if (school === 'quick' && full && quick === undefined) station.warn('note', 'no-quick-rule')
  const growthMm = governing(all, school)
  const by = school === 'cautious' && !outgrown ? cautious : full
  const hero = station.figure('growthMm', outgrown ? 'Housing outgrows the shaft' : 'Shaft grows past its housing', growthMm, 'gap', by, {
    note: `by the ${GROWTH_SCHOOL_LABEL[outgrown ? 'full' : school]}`,
  })
  station.figure('fullMm', 'Full calculation', fullMm, 'gap', full)
  station.figure('quickRuleMm', 'Quick rule', quick ?? null, 'gap', full, {
    note: full?.values.quickRuleRiseK
      ? `assumes a rise of ${q(Math.round(full.values.quickRuleRiseK), 'rise')}; here ${q(a.shaftHotC! - a.assemblyC!, 'rise')}`
      : undefined,
  })
  station.figure('cautiousMm', 'Cautious: temperature for rise', cautious?.values.growthMm ?? null, 'gap', cautious)
  return { hero, growthMm, outgrown }
}

/** Both seats of a shaft together, N/µm: an order of size only. Engineering practice. */
const SEATS_N_UM = 200

/** What the growth would press along the shaft where nothing lets it go: an order of size, for the customer as much as for the bearing. */
function lockedThrust(
  station: StationBuilder,
  a: Shared,
  holders: readonly Judged[],
  growthMm: number | null,
  spanMm: number | null,
): void {
  const rows = holders.flatMap((s) => s.rows.filter(known))
  if (!rows.length || growthMm === null || growthMm <= 0 || !spanMm || !a.shaftMaterial) return
  const weakest = rows.reduce((least, r) => (r.staticRatingN < least.staticRatingN ? r : least))
  const input = { growthMm, shaftDiameterMm: weakest.boreMm, spanMm, material: a.shaftMaterial, seatStiffnessNUm: SEATS_N_UM }
  const found = station.attempt(() => lockedGrowth(input))
  if (!found) return
  const { thrustN } = found.values
  station.figure('lockedThrustN', 'Thrust while it cannot move', thrustN, 'force', found, {
    note: `an order of size; ${weakest.designation} carries ${q(weakest.staticRatingN, 'force')} at rest`,
  })
  const params = { growth: amount(growthMm, 'gap'), thrust: amount(thrustN, 'force', 0), share: short(thrustN / weakest.staticRatingN, 2), designation: weakest.designation } // prettier-ignore
  station.warn('caution', 'locked-thrust', params, short(thrustN))
}

/** How the end play of two that are set against each other changes until it is hot. */
function pairChange(
  station: StationBuilder,
  a: Shared & { facing: ArrangeAnswers['facing'] },
  supports: readonly Judged[],
  spanMm: number | null,
): void {
  const rows = supports.map((s) => s.rows.filter(known)[0])
  const [one, other] = rows
  const parts = [a.shaftMaterial, a.housingMaterial, a.assemblyC, a.shaftHotC, a.housingHotC, spanMm, a.facing]
  if (rows.length !== 2 || !one || !other || parts.some((p) => p === null) || one.contactAngleDeg < 1 || other.contactAngleDeg < 1) return
  const found = station.attempt(() =>
    pairSetting({
      ...{ scheme: a.facing!, spanMm: spanMm!, racewayMm: [one.pitchDiameterMm, other.pitchDiameterMm], wantedHotUm: 0 },
      ...{
        contactAngleDeg: [one.contactAngleDeg, other.contactAngleDeg],
        shaftMaterial: a.shaftMaterial!,
        housingMaterial: a.housingMaterial!,
      },
      ...{ shaftRiseK: a.shaftHotC! - a.assemblyC!, housingRiseK: a.housingHotC! - a.assemblyC! },
    }),
  )
  if (!found) return
  const { changeUm } = found.values
  station.figure('pairChangeUm', 'End play changes until hot by', changeUm, 'fine', found, {
    note: changeUm < 0 ? 'it tightens: set so much more play cold' : 'it opens: set so much less cold',
  })
}

/** What one free position needs, has, and where its ring sits; `suffix` and `at` tell it from others of the line. */
function floatFigures(station: StationBuilder, support: Judged | null, growthMm: number | null, suffix: string): number | null {
  const outgrown = growthMm !== null && growthMm < 0
  const at = suffix && support ? `, ${typed(support.name)}` : ''
  const playMm = support?.presentMm ?? null
  const room = growthMm === null || playMm === null || playMm <= 0 ? null : { ...freeRingRoom({ growthMm, playMm }), cautions: [] }
  const neededMm = growthMm === null ? null : roomNeededMm(growthMm)
  station.figure(`floatNeededMm${suffix}`, `Float needed${at}`, neededMm, 'gap', room, {
    note: `1.2 times the growth and ${q(LEAST_BEHIND_MM, 'gap')}`,
  })
  station.figure(`floatPresentMm${suffix}`, `Float present${at}`, playMm, 'gap', null, { note: 'groove or cap to cap, less ring width' })
  if (room) {
    station.figure(`behindMm${suffix}`, `Leave toward the held end${at}`, room.values.behindMm, 'gap', room, {
      note: outgrown ? 'most of it: the ring comes this way' : 'the sixth behind the ring',
    })
    station.figure(`aheadMm${suffix}`, `Leave away from the held end${at}`, room.values.aheadMm, 'gap', room, {
      note: outgrown ? 'the sixth on the other side' : 'the shaft grows this way',
    })
  }
  return neededMm
}

const RANK = { stop: 0, caution: 1, open: 2, good: 3 } as const

/** Whether one free position has the room it needs. */
function judgeFloat(station: StationBuilder, support: Judged, growthMm: number | null, neededMm: number | null, where: string): Verdict {
  const { presentMm, rows } = support
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
  if (holding !== 'one') return 'One bearing holds the shaft, the other lets it grow.'
  if (holder!.code === supports[0]!.code) return 'The drive end holds, so growth runs away from the coupling and alignment stays.'
  return supports.length === 2
    ? 'The non-drive end holds; growth runs toward the coupling.'
    : `${typed(holder!.name)} holds; the shaft grows away from it to both sides.`
}

/**
 * Which position locates the shaft, how far it grows from there, and whether every free position has room: for any number
 * of supports. Of two the distance is the span, of more where each stands along the shaft.
 */
export function arrangeStation(
  answers: LineAnswers,
  shared: Shared & { spanMm: number | null; facing: ArrangeAnswers['facing'] },
  of: readonly Support[],
  schools: Schools,
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
  const school = shared.growthSchool ?? schools.growth
  const longest = growths(station, shared, furthest ? spanTo(furthest) : null)
  const { hero, growthMm } = growthFigures(station, shared, longest, school)

  const many = free.length > 1
  const float: ArrangeResult['float'] = {}
  let verdict: Verdict = { word: 'not complete', level: 'open' }
  if (holding === 'several') lockedThrust(station, shared, holders, growthMm, furthest ? spanTo(furthest) : null)
  if (holding === 'adjusted') pairChange(station, shared, supports, shared.spanMm)
  if (!free.length) floatFigures(station, supports.find((s) => s.presentMm !== null) ?? null, growthMm, '')
  const verdicts = free.map((s) => {
    const ownMm = s === furthest ? growthMm : governing(growths(station, shared, spanTo(s)), school)
    const neededMm = floatFigures(station, s, ownMm, many ? `-${s.code}` : '')
    if (!s.inside) float[s.code] = { neededMm, presentMm: s.presentMm }
    return judgeFloat(station, s, ownMm, neededMm, many ? typed(s.name) : '')
  })
  const negative = supports.find((s) => s.presentMm !== null && s.presentMm < 0)
  if (negative) station.refuse('floatPresentMm', 'Float cannot be negative; measure groove and ring again.')
  else if (holding === 'several') verdict = { word: supports.length === 2 ? 'both ends held' : 'held twice', level: 'stop' }
  else if (holding === 'none') verdict = { word: 'no end held', level: 'stop' }
  else if (holding === 'adjusted') verdict = { word: 'set against each other', level: 'open' }
  else if (verdicts.length) verdict = verdicts.reduce((worst, v) => (RANK[v.level] < RANK[worst.level] ? v : worst))
  const measured = Object.values(float).filter((f) => f.neededMm !== null && f.presentMm !== null)
  return {
    ...station.close(reasonOf(holding, supports, holder), verdict, hero, growthMm === null ? '—' : q(growthMm, 'gap')),
    holding,
    holders: holders.map((s) => s.code),
    sliding: free.filter((s) => !s.inside).map((s) => s.code),
    growthMm,
    float,
    floatShort: measured.length ? measured.some((f) => f.presentMm! < f.neededMm!) : null,
  }
}
