import { MATERIALS, expansionPerK, type Material } from '../materials.js'
import { Derivation, inRange, short, type Result } from '../result.js'
import { amount } from '../words/message.js'

/** Schools of reckoning the growth; the full calculation is the default, since it counts the rise and the housing. */
export const GROWTH_SCHOOLS = ['full', 'quick', 'cautious'] as const
export type GrowthSchool = (typeof GROWTH_SCHOOLS)[number]
export const GROWTH_SCHOOL_LABEL: Record<GrowthSchool, string> = {
  full: 'full calculation',
  quick: 'quick rule',
  cautious: 'cautious rule',
}

export interface GrowthInput {
  spanMm: number
  shaftMaterial: Material
  /** Rise above the temperature at assembly, not the temperature. */
  shaftRiseK: number
  housingMaterial: Material
  housingRiseK: number
}

export interface GrowthValues {
  growthMm: number
  /** The quick rule, for steels only. */
  quickRuleMm?: number
  /** Rise at which the quick rule and the shaft alone agree. */
  quickRuleRiseK?: number
}

/** Growth per length of the workshop rule: 0.010 inch per foot, half as much again for austenitic steel. */
const QUICK: Partial<Record<Material, number>> = {
  'carbon-steel': 0.01 / 12,
  'bearing-steel': 0.01 / 12,
  'martensitic-stainless': 0.01 / 12,
  'duplex-stainless': 0.011 / 12,
  'austenitic-stainless': 0.015 / 12,
}

/**
 * Difference in length between shaft and housing over the distance of the bearing centres, mm; positive: the shaft grows out.
 * ΔL = L (α_s ΔT_s − α_h ΔT_h). Range: span above 0 to 20 000 mm, rises −200 to 400 K.
 * Sources: linear thermal expansion; the quick rule is engineering practice and assumes a rise of about 70 K.
 * @throws InputError outside these ranges
 */
export function thermalGrowth(input: GrowthInput): Result<GrowthValues> {
  const L = inRange('spanMm', input.spanMm, 0, 20000, 'mm', true)
  const shaftRise = inRange('shaftRiseK', input.shaftRiseK, -200, 400, 'K')
  const housingRise = inRange('housingRiseK', input.housingRiseK, -200, 400, 'K')
  const alphaS = expansionPerK(input.shaftMaterial)
  const alphaH = expansionPerK(input.housingMaterial)
  const growthMm = L * (alphaS * shaftRise - alphaH * housingRise)
  const sheet = new Derivation()
  const per = (alpha: number) => `${short(alpha * 1e6)}e-6`
  sheet.step(
    'ΔL',
    'growth of the shaft past its housing',
    'L (αs ΔTs − αh ΔTh)',
    `${short(L)} (${per(alphaS)} · ${short(shaftRise)} − ${per(alphaH)} · ${short(housingRise)})`,
    growthMm,
    'mm',
    'linear thermal expansion',
  )
  const perLength = QUICK[input.shaftMaterial]
  if (perLength === undefined) return sheet.result({ growthMm })
  const quickRuleMm = L * perLength
  const quickRuleRiseK = perLength / alphaS
  sheet.step(
    'quick',
    'quick rule',
    `${short(perLength * 12, 2)} inch per foot`,
    `${short(L)} · ${short(perLength)}`,
    quickRuleMm,
    'mm',
    `engineering practice, assumes a rise of ${Math.round(quickRuleRiseK)} K`,
  )
  if (shaftRise > quickRuleRiseK) {
    sheet.caution(
      'note',
      'quick-rule-short',
      { assumed: amount(quickRuleRiseK, 'rise'), label: MATERIALS[input.shaftMaterial].label, rise: amount(shaftRise, 'rise') },
      short(shaftRise),
    )
  }
  return sheet.result({ growthMm, quickRuleMm, quickRuleRiseK })
}
