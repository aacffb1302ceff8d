import { GROWTH_SCHOOL_LABEL, thermalGrowth, type GrowthInput, type GrowthSchool, type GrowthValues } from '../../arrangement/growth.js'
import { short, worked, type Result } from '../../result.js'
import { amount, phrase } from '../../words/message.js'
import type { ArrangeAnswers } from '../answers.js'
import type { StationBuilder } from '../station.js'

/** How far the shaft grows past its housing, at the hottest and at a cold start, and what that does to the coupling. */

export type GrowthAnswers = Pick<
  ArrangeAnswers,
  'shaftMaterial' | 'housingMaterial' | 'assemblyC' | 'shaftHotC' | 'housingHotC' | 'growthSchool' | 'hotterK' | 'coldestC'
>
export type CouplingAnswers = Pick<ArrangeAnswers, 'couplingGapMm' | 'couplingAllowsMm' | 'coupledTo' | 'coupledPushMm'>

/** The hottest that the shaft will see: what was said, and what could make it hotter still. */
export const worstC = ({ shaftHotC, hotterK }: GrowthAnswers) => (shaftHotC === null ? null : shaftHotC + (hotterK ?? 0))

interface Growths {
  full: Result<GrowthValues> | null
  cautious: Result<GrowthValues> | null
}

/** Growth over one span, mm, by the full calculation and by the cautious rule, which takes the temperature for the rise. Source: `thermalGrowth`. */
export function growths(station: StationBuilder, a: GrowthAnswers, spanMm: number | null): Growths {
  const parts = [spanMm, a.shaftMaterial, a.housingMaterial, a.assemblyC, a.shaftHotC, a.housingHotC]
  if (parts.some((p) => p === null)) return { full: null, cautious: null }
  const input: GrowthInput = {
    spanMm: spanMm!,
    shaftMaterial: a.shaftMaterial!,
    shaftRiseK: worstC(a)! - a.assemblyC!,
    housingMaterial: a.housingMaterial!,
    housingRiseK: a.housingHotC! - a.assemblyC!,
  }
  const full = station.attempt(() => thermalGrowth(input), { shaftRiseK: 'shaftHotC', housingRiseK: 'housingHotC' })
  // What the cautious rule has to say of the rise is said by the full calculation.
  const rule = { ...input, shaftRiseK: Math.max(worstC(a)!, input.shaftRiseK), housingRiseK: 0 }
  return { full, cautious: full && station.attempt(() => ({ ...thermalGrowth(rule), cautions: [] })) }
}

/** Growth that governs, mm. The short rules leave the housing out and cannot see that it outgrows the shaft: then only the full figure has the right side. */
export function governing({ full, cautious }: Growths, school: GrowthSchool): number | null {
  const fullMm = full?.values.growthMm ?? null
  if (fullMm === null || fullMm < 0 || school === 'full') return fullMm
  return school === 'cautious' ? (cautious?.values.growthMm ?? null) : (full!.values.quickRuleMm ?? fullMm)
}

/** The figures of growth over the longest free span. */
export function growthFigures(station: StationBuilder, a: GrowthAnswers, all: Growths, school: GrowthSchool) {
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
    note: phrase`by the ${GROWTH_SCHOOL_LABEL[outgrown ? 'full' : school]}${a.hotterK ? phrase`, ${amount(a.hotterK, 'rise')} hotter at worst` : ''}`,
  })
  station.figure('fullMm', 'Full calculation', fullMm, 'gap', full)
  station.figure('quickRuleMm', 'Quick rule', quick ?? null, 'gap', full, {
    note: full?.values.quickRuleRiseK
      ? phrase`assumes a rise of ${amount(Math.round(full.values.quickRuleRiseK), 'rise')}; here ${amount(worstC(a)! - a.assemblyC!, 'rise')}`
      : undefined,
  })
  station.figure('cautiousMm', 'Cautious: temperature for rise', cautious?.values.growthMm ?? null, 'gap', cautious)
  return { hero, growthMm, outgrown }
}

/** Every place of a free ring that can occur, from where it stands at assembly, mm; plus is away from what holds the shaft. Empty while growth is not known. */
export function movesOf(station: StationBuilder, a: GrowthAnswers, spanMm: number | null, school: GrowthSchool): number[] {
  const worst = governing(growths(station, a, spanMm), school)
  if (worst === null) return []
  // Where the housing outgrows the shaft a hotter shaft is no worse: what was foreseen counts beside it.
  const foreseen = a.hotterK ? growths(station, { ...a, hotterK: null }, spanMm).full?.values.growthMm : undefined
  const cold = coldestMove(station, a, spanMm)
  return [worst, ...(foreseen === undefined ? [] : [foreseen]), ...(cold === null ? [] : [cold])]
}

/** The one of several moves that goes furthest, either way, mm; null of none. */
export const furthestOf = (movesMm: readonly number[]): number | null =>
  movesMm.length ? movesMm.reduce((most, m) => (Math.abs(m) > Math.abs(most) ? m : most)) : null

/** Where a cold start takes the shaft past its housing, mm, both as cold: in a housing that shrinks more it comes out; null while that is not known. */
function coldestMove(station: StationBuilder, a: GrowthAnswers, spanMm: number | null): number | null {
  if (spanMm === null || a.coldestC === null || a.assemblyC === null || !a.shaftMaterial || !a.housingMaterial) return null
  const rise = a.coldestC - a.assemblyC
  const { shaftMaterial, housingMaterial } = a
  const cold = station.attempt(
    () => ({ ...thermalGrowth({ spanMm, shaftMaterial, shaftRiseK: rise, housingMaterial, housingRiseK: rise }), cautions: [] }),
    { shaftRiseK: 'coldestC', housingRiseK: 'coldestC' },
  )
  return cold?.values.growthMm ?? null
}

/** What growth makes of the coupling gap, and whether the coupling allows it: hottest, hotter still and coldest. `spanMm`: from what holds the shaft to the coupling, mm. Source: `thermalGrowth`. */
export function couplingFigures(
  station: StationBuilder,
  a: GrowthAnswers & CouplingAnswers,
  school: GrowthSchool,
  spanMm: number | null,
): void {
  const { couplingGapMm: gap, couplingAllowsMm: allows, coupledPushMm } = a
  if (a.coupledTo === 'plain') station.warn('caution', 'plain-motor')
  if (spanMm === null || (gap === null && allows === null)) return
  const all = spanMm === 0 ? null : growths(station, a, spanMm)
  const movesMm = spanMm === 0 ? [0] : movesOf(station, a, spanMm, school)
  if (!movesMm.length) return
  const push = coupledPushMm ?? 0
  const closes = Math.max(...movesMm)
  const far = Math.max(...movesMm.map(Math.abs)) + push
  const still = worked(
    'Δ',
    'growth toward the coupling',
    'α · L · ΔT',
    'L 0: what holds the shaft stands at the coupling',
    0,
    'mm',
    'linear expansion',
  )
  const grown = all?.full ?? still
  station.figure('couplingGrowthMm', 'Grows toward the coupling by', closes, 'gap', grown, {
    ...(push > 0 && { note: phrase`and what it is coupled to comes ${amount(push, 'gap')} this way` }),
  })
  if (gap !== null) {
    const hot = gap - closes - push
    const left = worked(
      'g',
      'gap left',
      'gap − growth − push',
      `${short(gap)} − ${short(closes)} − ${short(push)}`,
      hot,
      'mm',
      'difference',
    )
    const from = { ...left, working: [...grown.working, ...left.working] }
    station.figure('couplingHotMm', 'Coupling gap at its smallest', hot, 'gap', from, { note: phrase`${amount(gap, 'gap')} at assembly` })
    if (hot <= 0) station.warn('stop', 'coupling-closes', { gap: amount(gap, 'gap'), growth: amount(closes + push, 'gap') }, short(hot))
  }
  if (allows !== null && far > allows)
    station.warn('stop', 'coupling-over', { allows: amount(allows, 'gap'), growth: amount(far, 'gap') }, short(far))
}
