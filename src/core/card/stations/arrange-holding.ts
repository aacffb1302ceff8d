import { axialPlayUm } from '../../arrangement/axial-play.js'
import {
  allMoveInside,
  besidePair,
  facesOneWay,
  heldByEnds,
  holdingFaults,
  type Ends,
  type Holding,
  type HoldingFault,
} from '../../arrangement/holding.js'
import { lockedGrowth } from '../../arrangement/locked-growth.js'
import { nutAngle, pairSetting, shimPack, type PairSettingInput } from '../../arrangement/pair-setting.js'
import type { Bearing } from '../../bearing/bearing.js'
import { nutPitchMm } from '../../catalogue/sleeves.js'
import { clearanceGroup } from '../../fits/clearance-group.js'
import { canSlide, fit, mayGrip, type FitValues } from '../../fits/fit.js'
import { furtherUm } from '../../fits/operating-clearance.js'
import type { Material } from '../../materials.js'
import { InputError, short, worked } from '../../result.js'
import { accuracyOf } from '../../tolerances/ring.js'
import { amount, phrase } from '../../words/message.js'
import { LINE, keyOf, type ArrangeAnswers, type LineAnswers, type Scope } from '../answers.js'
import type { StationBuilder, Verdict } from '../station.js'
import { worstC, type GrowthAnswers } from './arrange-growth.js'

/** What each support holds and what is to be said of it. */

/** A position along the line with what stands in it on this card. */
export interface Support {
  code: Scope
  name: string
  alongMm: number
  /** One bearing each place; null where it is not known. */
  rows: (Bearing | null)[]
  /** Its places with the class of the housing seat as recorded. */
  places?: readonly { code: Scope; housingClass: string | null }[]
}

/** A support with what was said of it. */
export interface Judged extends Support {
  held: boolean | null
  /** What stands to each side of its rings. */
  outer: Ends
  inner: Ends
  presentMm: number | null
  /** How far the spigot of its cover reaches in, as measured. */
  spigotMm: number | null
  /** The shaft may move along inside its bearing. */
  inside: boolean
  /** The class of a housing seat that grips its ring; null where none does, or nobody has said. */
  tightIn: string | null
  /** The class of a housing seat that grips its ring only when warm; null as before. */
  hotIn: string | null
}

const known = (row: Bearing | null): row is Bearing => row !== null

/** A support with what the card says of it; sizes in mm, null where nobody has said. Source: the card's answers. */
export function judged(answers: LineAnswers, support: Support): Judged {
  const of = <F extends keyof ArrangeAnswers>(name: F) => (answers[keyOf(support.code, 'arrange', name)] ?? null) as ArrangeAnswers[F]
  const outer: Ends = [of('outerLeft'), of('outerRight')]
  return {
    ...support,
    alongMm: of('alongMm') ?? support.alongMm,
    held: of('held') ?? heldByEnds(outer),
    outer,
    inner: [of('innerLeft'), of('innerRight')],
    spigotMm: of('spigotMm'),
    presentMm: of('floatPresentMm'),
    inside: allMoveInside(support.rows),
    tightIn: seatThat(gripsOuter, answers, support),
    hotIn: seatThat(gripsHot, answers, support),
  }
}

/** An outer ring in its housing, and by how much the seat closes on it when warm, µm. */
type Gripping = (cold: FitValues, closesByUm: number) => boolean
const gripsOuter: Gripping = (cold) => !canSlide(cold)
const gripsHot: Gripping = mayGrip

/** The class of a housing seat, chosen or recorded, in which an outer ring is gripped so. */
function seatThat(grips: Gripping, answers: LineAnswers, { code: position, rows, places = [] }: Support): string | null {
  const ringC = (answers[keyOf(position, 'duty', 'outerRingC')] ?? null) as number | null
  const material = (answers[keyOf(LINE, 'arrange', 'housingMaterial')] ?? undefined) as Material | undefined
  for (const [i, { code, housingClass: recorded }] of places.entries()) {
    const row = rows[i]
    const toleranceClass = (answers[keyOf(code, 'fit', 'housingClass')] as string | null | undefined) ?? recorded
    if (!row || !toleranceClass || row.family === 'insert-ball') continue
    const cold = coldFit(row, toleranceClass)
    if (cold && grips(cold, ringC === null ? 0 : -furtherUm(material, row.outsideMm, ringC))) return toleranceClass
  }
  return null
}

/** The fit of an outer ring in a class; null where the class does not exist, which is refused at Fit. */
function coldFit(row: Bearing, toleranceClass: string): FitValues | null {
  const { outsideMm: sizeMm, family } = row
  try {
    return fit({ seat: 'housing', sizeMm, toleranceClass, family, accuracy: accuracyOf(row, 'normal') }).values
  } catch (error) {
    if (error instanceof InputError) return null
    throw error
  }
}

/** What is wrong with who holds. */
export function warnOfHolding(
  station: StationBuilder,
  holding: Holding | null,
  supports: readonly Judged[],
  holders: readonly Judged[],
  /** The support beside the coupling; null on a line that has none. */
  drive: Scope | null,
): void {
  const names = holders.map((s) => s.name).join(', ')
  const third = besidePair(supports)
  if (holding === 'several' && third.length) station.warn('stop', 'third-held', { names: third.map((i) => supports[i]!.name).join(', ') })
  else if (holding === 'several')
    station.warn('stop', supports.length === 2 ? 'both-ends-held' : 'several-held', { held: holders.length, names })
  if (holding === 'none') station.warn('stop', 'no-end-held')
  if (holding === 'one' && drive !== null && holders[0]!.code !== drive)
    station.warn('note', supports.length === 2 ? 'locates-away' : 'holds-away', { names })
  const against = supports.length === 2 && supports.every(facesOneWay)
  if (holding === null) station.ask(against ? 'holding-against' : supports.length === 2 ? 'holding' : 'holding-position')
  for (const s of supports) for (const fault of holdingFaults(s, holding)) WARN_OF[fault](station, s)
}

/** Inserts held by their screws at both ends: the growth, mm, must find room within their own play. Source: `axialPlayUm`. */
export function insertPlay(station: StationBuilder, holders: readonly Judged[], growthMm: number | null): Verdict {
  const plays = holders.flatMap((s) =>
    s.rows.filter(known).map((r) => {
      const { minUm } = clearanceGroup({ family: 'deep-groove-ball', boreMm: r.boreMm, group: 'N' }).values
      return axialPlayUm(minUm, r.elementDiameterMm) / 1000
    }),
  )
  // Each stands in the middle of its play at best: half of it is left either way.
  const roomMm = plays.reduce((sum, play) => sum + play / 2, 0)
  const halves = plays.map((play) => `${short(play)} / 2`).join(' + ')
  const from = worked(
    'p',
    'play of all inserts, half of each',
    'Σ play / 2',
    halves || '0',
    roomMm,
    'mm',
    'as the axial play of a grooved ball bearing at its least radial clearance: engineering practice',
  )
  station.figure('insertPlayMm', 'Play within the inserts', roomMm, 'gap', from, {
    note: 'from the middle, at the least clearance of the normal group',
  })
  if (growthMm === null) return { word: 'not complete', level: 'open' }
  const params = { growth: amount(growthMm, 'gap'), play: amount(roomMm, 'gap') }
  const within = Math.abs(growthMm) <= roomMm
  station.warn(within ? 'caution' : 'stop', within ? 'inserts-within' : 'inserts-locked', params, short(growthMm))
  return within ? { word: 'held twice, within their play', level: 'caution' } : { word: 'held twice', level: 'stop' }
}

const WARN_OF: Readonly<Record<HoldingFault, (station: StationBuilder, s: Judged) => void>> = {
  'free-clamped': (station, s) => station.warn('stop', `free-clamped-${s.code}`, { where: s.name }),
  'free-tight': (station, s) => station.warn('stop', `free-tight-${s.code}`, { where: s.name, class: s.tightIn! }),
  'free-hot': (station, s) => station.warn('caution', `free-hot-${s.code}`, { where: s.name, class: s.hotIn! }),
  'held-open': (station, s) => station.warn('caution', `held-open-${s.code}`, { where: s.name }),
  'inside-loose': (station, s) => station.warn('caution', `inside-loose-${s.code}`, { where: s.name }),
  'inner-loose': (station, s) => station.warn('caution', `inner-loose-${s.code}`, { where: s.name }),
  'both-free': (station, s) => station.warn('caution', `both-free-${s.code}`, { where: s.name }),
}

/** Both seats of a shaft together, N/µm: an order of size only. Engineering practice. */
const SEATS_N_UM = 200

/** What the growth, mm, would press along the shaft where nothing lets it go: an order of size, for the customer as much as for the bearing. Source: `lockedGrowth`. */
export function lockedThrust(
  station: StationBuilder,
  a: GrowthAnswers,
  holders: readonly Judged[],
  growthMm: number | null,
  spanMm: number | null,
): void {
  const rows = holders.flatMap((s) => s.rows.filter(known))
  if (!rows.length || !growthMm || !spanMm || !a.shaftMaterial) return
  const weakest = rows.reduce((least, r) => (r.staticRatingN < least.staticRatingN ? r : least))
  const input = {
    growthMm: Math.abs(growthMm),
    shaftDiameterMm: weakest.boreMm,
    spanMm,
    material: a.shaftMaterial,
    seatStiffnessNUm: SEATS_N_UM,
  }
  const found = station.attempt(() => lockedGrowth(input))
  if (!found) return
  const { thrustN } = found.values
  station.figure('lockedThrustN', 'Thrust while it cannot move', thrustN, 'force', found, {
    note: phrase`an order of size; ${weakest.designation} carries ${amount(weakest.staticRatingN, 'force')} at rest`,
  })
  const params = {
    growth: amount(Math.abs(growthMm), 'gap'),
    thrust: amount(thrustN, 'force', 0),
    share: short(thrustN / weakest.staticRatingN, 2),
    designation: weakest.designation,
  }
  station.warn('caution', 'locked-thrust', params, short(thrustN))
  found.cautions.forEach((c) => station.caution(c))
}

export type PairAnswers = Pick<ArrangeAnswers, 'facing' | 'hotPlayUm' | 'measuredPlayUm' | 'trialShimMm' | 'shimSide'>

/** Two that were set against each other, as a hot check wants them. */
export interface PairSet {
  setting: PairSettingInput
  assemblyC: number
  wantedHotUm: number
  coldUm: number
  /** What it may gain hot over what is wanted before it is slack, µm. */
  slackUm: number
}

/** How the end play of two that are set against each other, a span in mm apart, changes until it is hot. Source: `pairSetting`. */
export function pairChange(
  station: StationBuilder,
  a: GrowthAnswers & PairAnswers,
  supports: readonly Judged[],
  spanMm: number | null,
): PairSet | null {
  const rows = supports.map((s) => s.rows.filter(known)[0])
  const [one, other] = rows
  const parts = [a.shaftMaterial, a.housingMaterial, a.assemblyC, a.shaftHotC, a.housingHotC, spanMm, a.facing]
  if (rows.length !== 2 || !one || !other || parts.some((p) => p === null) || one.contactAngleDeg < 1 || other.contactAngleDeg < 1)
    return null
  const setting: PairSettingInput = {
    ...{ scheme: a.facing!, spanMm: spanMm!, racewayMm: [one.pitchDiameterMm, other.pitchDiameterMm], wantedHotUm: a.hotPlayUm ?? 0 },
    ...{
      contactAngleDeg: [one.contactAngleDeg, other.contactAngleDeg],
      shaftMaterial: a.shaftMaterial!,
      housingMaterial: a.housingMaterial!,
    },
    ...{ shaftRiseK: worstC(a)! - a.assemblyC!, housingRiseK: a.housingHotC! - a.assemblyC! },
  }
  const found = station.attempt(() => pairSetting(setting))
  if (!found) return null
  const { changeUm, coldUm } = found.values
  station.figure('pairChangeUm', 'End play changes until hot by', changeUm, 'fine', found, {
    note: changeUm < 0 ? 'it tightens: set so much more play cold' : 'it opens: set so much less cold',
  })
  if (a.hotPlayUm === null) return null
  station.figure('pairColdUm', 'End play to set cold', coldUm, 'fine', found, { note: 'by dial, after several pushes with turning' })
  // Hot it may lose all its play, and gain a thousandth of its bore over what is wanted.
  const slackUm = Math.max(one.boreMm, other.boreMm)
  const limits = [Math.min(coldUm, -changeUm), coldUm + slackUm] as const
  const reach = worked(
    'limits',
    'least and most end play, cold',
    'min(cold, − change) … cold + bore / 1000',
    `min(${short(coldUm)}, ${short(-changeUm)}) … ${short(coldUm)} + ${short(slackUm)}`,
    limits.map((um) => short(um)).join(' … '),
    'µm',
    'engineering practice: hot it may lose its play, and gain a thousandth of its bore',
  )
  station.figure('pairLimitsUm', 'Set no further than', limits, 'fine', reach, {
    note: 'under it preload, heat and deep spalls; over it a path on one side only',
  })
  pairColdest(station, a, setting, coldUm)
  pairMeasured(station, a, coldUm, limits, nutPitchMm(other.boreMm))
  return { setting, assemblyC: a.assemblyC!, wantedHotUm: a.hotPlayUm, coldUm, slackUm }
}

/** What is left of the end play, set cold to so much, µm, when it starts at its coldest, both as cold. Source: `pairSetting`. */
function pairColdest(station: StationBuilder, a: GrowthAnswers, setting: PairSettingInput, coldUm: number): void {
  if (a.coldestC === null || a.assemblyC === null) return
  const rise = a.coldestC - a.assemblyC
  const found = station.attempt(() => ({ ...pairSetting({ ...setting, shaftRiseK: rise, housingRiseK: rise }), cautions: [] }), {
    shaftRiseK: 'coldestC',
    housingRiseK: 'coldestC',
  })
  if (!found) return
  const leftUm = coldUm + found.values.changeUm
  station.figure('pairColdestUm', 'End play at the coldest start', leftUm, 'fine', found, {
    note: phrase`at ${amount(a.coldestC, 'temperature')}, both as cold`,
  })
  if (leftUm < Math.min(0, setting.wantedHotUm))
    station.warn('caution', 'pair-coldest-tight', { at: amount(a.coldestC, 'temperature'), left: amount(leftUm, 'fine') }, short(leftUm))
}

/** What to do from the end play that was measured: turn of the nut, shims, and what is wrong with it. */
function pairMeasured(station: StationBuilder, a: PairAnswers, coldUm: number, limits: readonly [number, number], pitchMm: number): void {
  const measured = a.measuredPlayUm
  if (measured === null) return
  const change = coldUm - measured
  const turn = station.attempt(() => nutAngle({ changeUm: change, pitchMm }))
  station.figure('pairNutDeg', 'Turn of the nut from here', turn?.values.angleDeg ?? null, 'angle', turn, {
    decimals: 0,
    note: `${change < 0 ? 'onward' : 'back'}, by the pitch of its thread; tighten again and feel the play anew`,
  })
  if (a.trialShimMm !== null && a.shimSide) {
    const input = { trialMm: a.trialShimMm, measuredMm: Math.max(0, measured) / 1000, wantedMm: coldUm / 1000, side: a.shimSide }
    const pack = station.attempt(() => shimPack(input), { trialMm: 'trialShimMm' })
    station.figure('pairShimMm', 'Shims that set it', pack?.values.packMm ?? null, 'gap', pack)
  }
  const params = { is: amount(measured, 'fine'), cold: amount(coldUm, 'fine') }
  if (measured < limits[0]) station.warn('stop', 'pair-too-tight', params, short(measured))
  else if (measured > limits[1]) station.warn('caution', 'pair-too-loose', params, short(measured))
}
