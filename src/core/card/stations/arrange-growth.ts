import { GROWTH_SCHOOL_LABEL, thermalGrowth, type GrowthInput, type GrowthSchool, type GrowthValues } from '../../arrangement/growth.js'
import { short, type Result } from '../../result.js'
import { q } from '../../units/quantities.js'
import { amount } from '../../words/message.js'
import type { ArrangeAnswers } from '../answers.js'
import type { StationBuilder } from '../station.js'

/** How far the shaft grows past its housing, at the hottest and at a cold start, and what that does to the coupling. */

export type GrowthAnswers = Pick<
  ArrangeAnswers,
  'shaftMaterial' | 'housingMaterial' | 'assemblyC' | 'shaftHotC' | 'housingHotC' | 'growthSchool' | 'hotterK' | 'coldestC'
>
export type CouplingAnswers = Pick<ArrangeAnswers, 'couplingGapMm' | 'couplingAllowsMm' | 'coupledTo'>

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
    note: `by the ${GROWTH_SCHOOL_LABEL[outgrown ? 'full' : school]}${a.hotterK ? `, ${q(a.hotterK, 'rise')} hotter at worst` : ''}`,
  })
  station.figure('fullMm', 'Full calculation', fullMm, 'gap', full)
  station.figure('quickRuleMm', 'Quick rule', quick ?? null, 'gap', full, {
    note: full?.values.quickRuleRiseK
      ? `assumes a rise of ${q(Math.round(full.values.quickRuleRiseK), 'rise')}; here ${q(worstC(a)! - a.assemblyC!, 'rise')}`
      : undefined,
  })
  station.figure('cautiousMm', 'Cautious: temperature for rise', cautious?.values.growthMm ?? null, 'gap', cautious)
  return { hero, growthMm, outgrown }
}

/** How far a cold start takes the shaft back past its housing, mm from 0; both are then as cold. */
export function coldShrinkMm(station: StationBuilder, a: GrowthAnswers, spanMm: number | null): number {
  if (spanMm === null || a.coldestC === null || a.assemblyC === null || !a.shaftMaterial || !a.housingMaterial) return 0
  const rise = a.coldestC - a.assemblyC
  const { shaftMaterial, housingMaterial } = a
  const cold = station.attempt(
    () => ({ ...thermalGrowth({ spanMm, shaftMaterial, shaftRiseK: rise, housingMaterial, housingRiseK: rise }), cautions: [] }),
    { shaftRiseK: 'coldestC', housingRiseK: 'coldestC' },
  )
  return Math.max(0, -(cold?.values.growthMm ?? 0))
}

/** What the growth makes of the coupling gap, and whether the coupling allows it. `spanMm`: from what holds the shaft to the coupling, mm. Source: `thermalGrowth`. */
export function couplingFigures(
  station: StationBuilder,
  a: GrowthAnswers & CouplingAnswers,
  school: GrowthSchool,
  spanMm: number | null,
): void {
  const { couplingGapMm: gap, couplingAllowsMm: allows } = a
  if (a.coupledTo === 'plain') station.warn('caution', 'plain-motor')
  if (spanMm === null || (gap === null && allows === null)) return
  const all = growths(station, a, spanMm)
  const growthMm = spanMm === 0 ? 0 : governing(all, school)
  if (growthMm === null) return
  station.figure('couplingGrowthMm', 'Grows toward the coupling by', growthMm, 'gap', all.full)
  if (gap !== null) {
    const hot = gap - growthMm
    station.figure('couplingHotMm', 'Coupling gap, hot', hot, 'gap', all.full, { note: `${q(gap, 'gap')} at assembly` })
    if (hot <= 0) station.warn('stop', 'coupling-closes', { gap: amount(gap, 'gap'), growth: amount(growthMm, 'gap') }, short(hot))
  }
  if (allows !== null && Math.abs(growthMm) > allows)
    station.warn('stop', 'coupling-over', { allows: amount(allows, 'gap'), growth: amount(growthMm, 'gap') }, short(growthMm))
}
