import { rollsOnBalls, type Family } from '../bearing/families.js'
import { MATERIALS, expansionPerK, type Material } from '../materials.js'
import { InputError, Derivation, inRange, short, type Result } from '../result.js'
import { tolerance, type Limits } from '../tolerances/iso286.js'
import { ringTolerance, type Accuracy } from '../tolerances/ring.js'
import { clearanceGroup, type ClearanceRange } from './clearance-group.js'
import { groupMark, type ClearanceGroup } from '../bearing/clearance.js'
import { innerShrinkUm, outerGrowthUm } from './lame.js'
import { histogram, simulateClearance, type Histogram } from './simulate-clearance.js'
import { normalShare, positivePart, spreadOf, type Spread } from './normal-distribution.js'
import { amount } from '../words/message.js'

/** A seat by its class, or by measured limits [min, max] in µm from nominal; of the same steel as the ring unless told. */
export interface Seat {
  toleranceClass?: string
  deviationUm?: readonly [number, number]
  material?: Material
}

export interface BearingGeometry {
  family: Family
  boreMm: number
  outsideMm: number
  innerRacewayMm: number
  outerRacewayMm: number
}

export interface OperatingClearanceInput extends BearingGeometry {
  group?: ClearanceGroup
  rangeUm?: readonly [number, number]
  taperedBore?: boolean
  shaft: Seat
  housing: Seat
  accuracy: Accuracy
  innerRingC: number
  outerRingC: number
  smoothingUm?: number
  shaftBoreMm?: number
  shaftMaterial?: Material
  housingMaterial?: Material
  /** Outside diameter of the housing wall; without it the wall counts as endless. */
  housingOutsideMm?: number
  /** In closed form, or by assembling parts drawn at random. */
  method?: (typeof METHODS)[number]
  assemblies?: number
  seed?: number
}

export const METHODS = ['normal', 'simulated'] as const
/** Assemblies drawn where nobody says otherwise. */
export const ASSEMBLIES = 100_000

export interface ClearanceStage {
  name: 'as-bought' | 'on-shaft' | 'in-housing' | 'hot'
  minUm: number
  maxUm: number
  p025Um: number
  p975Um: number
}

export interface OperatingClearanceValues {
  minUm: number
  maxUm: number
  medianUm: number
  p025Um: number
  p975Um: number
  /** 0 to 1. */
  shareBelowZero: number
  /** Interference when hot, before smoothing, [min, max]: unlike materials move it from that at 20 °C. */
  shaftHotUm: readonly [number, number]
  housingHotUm: readonly [number, number]
  stages: ClearanceStage[]
  /** How the assemblies spread, where they were drawn. */
  histogram?: Histogram
}

/** Finish implied by the grade: ground seats to IT6 lose 2 µm of interference to smoothing, coarser ones 5 µm. */
function smoothingByRule(seat: Seat): number {
  const grade = Number(seat.toleranceClass?.replace(/\D/g, '') ?? 6)
  return grade <= 6 ? 2 : 5
}

function seatLimits(seat: Seat, field: string, sizeMm: number): Limits {
  if (seat.deviationUm) {
    const [lowerUm, upperUm] = seat.deviationUm
    if (!(lowerUm <= upperUm)) throw new InputError(`${field}.deviationUm`, seat.deviationUm, 'smaller value first')
    return { lowerUm, upperUm }
  }
  if (!seat.toleranceClass) throw new InputError(field, undefined, 'give toleranceClass or deviationUm')
  return tolerance({ sizeMm, toleranceClass: seat.toleranceClass }).values
}

function spread(limits: Limits): Spread {
  return spreadOf(limits.lowerUm, limits.upperUm)
}

interface Grip {
  /** Limits and spread of what acts, max(0, U − smoothing), µm. */
  max: number
  min: number
  spread: Spread
  /** Limits of the interference itself, which may be negative. */
  hot: readonly [number, number]
}

/** Interference that acts, with `moreUm` of it from unlike expansion. */
function acting(tight: Limits, loose: Limits, smoothingUm: number, moreUm: number): Grip {
  const a = spread(tight)
  const b = spread(loose)
  const max = tight.upperUm - loose.lowerUm + moreUm
  const min = tight.lowerUm - loose.upperUm + moreUm
  return {
    max: Math.max(0, max - smoothingUm),
    min: Math.max(0, min - smoothingUm),
    spread: positivePart({ mean: a.mean - b.mean + moreUm - smoothingUm, sigma: Math.hypot(a.sigma, b.sigma) }),
    hot: [min, max],
  }
}

/** Sizes and tolerances are those at 20 °C (ISO 1). */
const REFERENCE_C = 20
const RING: Material = 'bearing-steel'

/**
 * How much further a seat expands than its ring between 20 °C and the temperature of that ring, µm over the diameter (mm);
 * 0 where the material is not told. Source: linear thermal expansion.
 */
export function furtherUm(material: Material | undefined, diameterMm: number, ringC: number): number {
  return material ? (expansionPerK(material) - expansionPerK(RING)) * diameterMm * (ringC - REFERENCE_C) * 1000 : 0
}

/**
 * Radial preload that a bearing takes without harm, µm. Balls: 0.1 µm per mm of mean raceway diameter, at least 5 and at
 * most 10 (the contact stress that it makes stays under a third of the static one, and life is longest near a trace of
 * preload); rollers: none, since line contacts are stiff and heat themselves further. Engineering practice.
 */
export function preloadTakenUm(family: Family, meanRacewayMm: number): number {
  return rollsOnBalls(family) ? Math.min(10, Math.max(5, 0.1 * meanRacewayMm)) : 0
}

function check(input: OperatingClearanceInput): void {
  inRange('boreMm', input.boreMm, 0.6, 500, 'mm')
  inRange('outsideMm', input.outsideMm, input.boreMm, 1000, 'mm', true)
  inRange('innerRacewayMm', input.innerRacewayMm, input.boreMm, input.outsideMm, 'mm', true)
  inRange('outerRacewayMm', input.outerRacewayMm, input.innerRacewayMm, input.outsideMm, 'mm', true)
  inRange('innerRingC', input.innerRingC, -100, 350, '°C')
  inRange('outerRingC', input.outerRingC, -100, 350, '°C')
  if (input.smoothingUm !== undefined) inRange('smoothingUm', input.smoothingUm, 0, 50, 'µm')
  if (input.shaftBoreMm !== undefined) inRange('shaftBoreMm', input.shaftBoreMm, 0, input.boreMm * 0.95, 'mm')
  if (input.housingOutsideMm !== undefined) inRange('housingOutsideMm', input.housingOutsideMm, input.outsideMm, 10000, 'mm', true)
}

function refuseTaper({ taperedBore, shaft }: OperatingClearanceInput): void {
  if (taperedBore && shaft.toleranceClass)
    throw new InputError(
      'shaft.toleranceClass',
      shaft.toleranceClass,
      'a tapered bore is decided by drive-up, not by the class under its sleeve: measure the clearance before and after',
    )
}

function asBought(input: OperatingClearanceInput, sheet: Derivation): ClearanceRange {
  if (input.rangeUm) {
    const [minUm, maxUm] = input.rangeUm
    if (!(minUm >= 0 && minUm <= maxUm)) throw new InputError('rangeUm', input.rangeUm, 'two values from 0 µm, smaller first')
    return { minUm, maxUm }
  }
  if (!input.group) throw new InputError('group', undefined, 'give group or rangeUm')
  const found = clearanceGroup({ family: input.family, boreMm: input.boreMm, group: input.group, taperedBore: input.taperedBore })
  sheet.include(found)
  return found.values
}

/**
 * Radial clearance from as bought to hot running, in µm: worst case of all limits, and a closed-form estimate that
 * takes every dimension as normal with 6σ inside its limits (loose fits act as nothing, by the rectified normal).
 * Steps: growth of the inner raceway on its seat and shrink of the outer raceway in its housing by Lamé
 * (same steel: U·d/F and U·E/D), then α ΔT over the mean raceway diameter.
 * Seats expand by their own coefficient to the temperature of their ring, so unlike materials change the fit.
 * Range: bore 0.6 to 500 mm; temperatures −100 to 350 °C. Negative results are preload. A tapered bore is refused: its
 * clearance is decided by drive-up. @throws InputError for sizes, seats or temperatures that cannot be.
 * Sources: ISO 5753-1, ISO 492, ISO 286-1; Lamé; smoothing 2 to 5 µm by finish is engineering practice.
 */
export function operatingClearance(input: OperatingClearanceInput): Result<OperatingClearanceValues> {
  check(input)
  refuseTaper(input)
  const sheet = new Derivation()
  const { boreMm: d, outsideMm: D, innerRacewayMm: F, outerRacewayMm: E, family, accuracy } = input
  const initial = asBought(input, sheet)
  const bore = ringTolerance({ ring: 'inner', sizeMm: d, accuracy, family }).values
  const outside = ringTolerance({ ring: 'outer', sizeMm: D, accuracy, family }).values
  const shaft = seatLimits(input.shaft, 'shaft', d)
  const housing = seatLimits(input.housing, 'housing', D)
  const shaftSmoothing = input.smoothingUm ?? smoothingByRule(input.shaft)
  const housingSmoothing = input.smoothingUm ?? smoothingByRule(input.housing)
  if (input.smoothingUm === undefined)
    sheet.assume(`Smoothing by finish: ${shaftSmoothing} µm on the shaft, ${housingSmoothing} µm in the housing.`)
  if (!input.housingOutsideMm) sheet.assume('The housing wall counts as thick; a thin one squeezes the outer ring less.')
  sheet.assume('Every dimension is taken as normal with 6σ inside its limits.')

  const shaftMaterial = input.shaft.material ?? input.shaftMaterial
  const housingMaterial = input.housing.material ?? input.housingMaterial
  const shaftFurther = furtherUm(shaftMaterial, d, input.innerRingC)
  const housingFurther = furtherUm(housingMaterial, D, input.outerRingC)
  const grip = acting(shaft, bore, shaftSmoothing, shaftFurther)
  const squeeze = acting(outside, housing, housingSmoothing, -housingFurther)
  const onShaft = {
    innerBoreMm: input.shaftBoreMm ?? 0,
    jointMm: d,
    outerMm: F,
    innerMaterial: shaftMaterial ?? 'carbon-steel',
    outerMaterial: RING,
  } as const
  const inHousing = {
    innerBoreMm: E,
    jointMm: D,
    outerMm: input.housingOutsideMm ?? Infinity,
    innerMaterial: RING,
    outerMaterial: housingMaterial ?? 'carbon-steel',
  } as const
  const growth = outerGrowthUm(onShaft, 1)
  const shrink = innerShrinkUm(inHousing, 1)
  const meanRacewayMm = (F + E) / 2
  const heat = expansionPerK(RING) * (input.innerRingC - input.outerRingC) * meanRacewayMm * 1000

  const stages: ClearanceStage[] = []
  const stage = (name: ClearanceStage['name'], min: number, max: number, mean: number, sigma: number) => {
    const within = (value: number) => Math.min(max, Math.max(min, value))
    stages.push({ name, minUm: min, maxUm: max, p025Um: within(mean - 1.96 * sigma), p975Um: within(mean + 1.96 * sigma) })
  }
  let { minUm: min, maxUm: max } = initial
  let { mean, sigma } = spreadOf(min, max)
  stage('as-bought', min, max, mean, sigma)
  min -= growth * grip.max
  max -= growth * grip.min
  mean -= growth * grip.spread.mean
  sigma = Math.hypot(sigma, growth * grip.spread.sigma)
  stage('on-shaft', min, max, mean, sigma)
  min -= shrink * squeeze.max
  max -= shrink * squeeze.min
  mean -= shrink * squeeze.spread.mean
  sigma = Math.hypot(sigma, shrink * squeeze.spread.sigma)
  stage('in-housing', min, max, mean, sigma)
  min -= heat
  max -= heat
  mean -= heat
  stage('hot', min, max, mean, sigma)

  const range = (a: number, b: number) => `${short(a)} … ${short(b)}`
  const unlike = (material: Material | undefined, mm: number, ringC: number, further: number, tighter: boolean) => {
    if (!material || further === 0) return
    sheet.step(
      tighter ? 'ΔUs' : 'ΔUh',
      tighter ? 'tighter on the shaft when hot' : 'looser in the housing when hot',
      tighter ? '(αs − αr) d (T − 20)' : '(αh − αr) D (T − 20)',
      `(${short(expansionPerK(material) * 1e6)} − ${short(expansionPerK(RING) * 1e6)})e-6 · ${short(mm)} · ${short(ringC - REFERENCE_C)}`,
      further,
      'µm',
      `thermal expansion: ${MATERIALS[material].label} against bearing steel`,
    )
  }
  unlike(shaftMaterial, d, input.innerRingC, shaftFurther, true)
  unlike(housingMaterial, D, input.outerRingC, housingFurther, false)
  sheet.step(
    'U',
    'interference that acts on the shaft',
    'limits less smoothing',
    `smoothing ${shaftSmoothing} µm`,
    range(grip.min, grip.max),
    'µm',
    'ISO 286-1, ISO 492; smoothing: engineering practice',
  )
  sheet.step(
    'ΔF',
    'growth of the inner raceway',
    'U · d/F, Lamé',
    `${short(growth)} per µm: d ${d}, F ${short(F)} mm`,
    range(growth * grip.min, growth * grip.max),
    'µm',
    'Lamé',
  )
  sheet.step(
    'ΔE',
    'shrink of the outer raceway',
    'U · E/D, Lamé',
    `${short(shrink)} per µm: E ${short(E)}, D ${D} mm`,
    range(shrink * squeeze.min, shrink * squeeze.max),
    'µm',
    'Lamé',
  )
  sheet.step(
    'Δt',
    'loss to the warmer inner ring',
    'α · ΔT · (F + E)/2',
    `12e-6 · ${short(input.innerRingC - input.outerRingC)} K · ${short(meanRacewayMm)} mm`,
    heat,
    'µm',
    'thermal expansion',
  )
  sheet.step(
    'Gop',
    'operating clearance, worst case',
    'Gr − ΔF − ΔE − Δt',
    `${initial.minUm} … ${initial.maxUm}`,
    range(min, max),
    'µm',
    'sum of the steps above',
  )

  const last = stages[3]!
  const found = {
    medianUm: Math.min(max, Math.max(min, mean)),
    p025Um: last.p025Um,
    p975Um: last.p975Um,
    shareBelowZero: sigma > 0 ? normalShare(-mean / sigma) : mean < 0 ? 1 : 0,
  }
  if (input.method === 'simulated') {
    const assemblies = inRange('assemblies', input.assemblies ?? ASSEMBLIES, 100, 1e6)
    const seed = inRange('seed', input.seed ?? 1, 0, 4294967295)
    const parts = {
      ...{ initial, bore, outside, shaft, housing, growth, shrink, heatUm: heat },
      ...{ shaftLossUm: shaftSmoothing - shaftFurther, housingLossUm: housingSmoothing + housingFurther },
    }
    const { sortedUm, ...drawn } = simulateClearance(parts, Math.round(assemblies), seed)
    Object.assign(found, drawn, { histogram: histogram(sortedUm) })
    sheet.assume(`Median, range and share below zero are those of ${Math.round(assemblies)} assemblies drawn at random (seed ${seed}).`)
  }
  const below = found.shareBelowZero
  const taken = preloadTakenUm(family, meanRacewayMm)
  if (last.p025Um < 0) {
    const trace = mean < 0 && mean >= -taken
    sheet.caution(
      mean < -taken ? 'stop' : 'caution',
      trace ? 'trace-of-preload' : 'clearance-used-up',
      {
        group: input.group ? `group ${groupMark(input.group)}` : 'this clearance',
        of100: Math.round(below * 100),
        taken: amount(taken, 'fine', 1),
      },
      short(last.p025Um),
    )
  }
  return sheet.result({
    minUm: min,
    maxUm: max,
    ...found,
    shaftHotUm: grip.hot,
    housingHotUm: squeeze.hot,
    stages,
  })
}
