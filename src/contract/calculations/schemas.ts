import { z } from 'zod'
import { METHODS } from '../../core/fits/operating-clearance.js'
import { CLOSURES, SOURCES } from '../../core/bearing/bearing.js'
import { FAMILIES } from '../../core/bearing/families.js'
import { CLEARANCE_GROUPS } from '../../core/bearing/clearance.js'
import { LOAD_BAND_NAMES } from '../../core/fits/recommend-tables.js'
import { RING_LOADS } from '../../core/fits/recommend.js'
import { CAUSE_NAMES } from '../../core/inspection/causes.js'
import { FEATURE_KEYS, KEY, type FeatureKey } from '../../core/identify/features.js'
import { DIMENSIONS, INSTRUMENTS, SPREADS } from '../../core/identify/identify.js'
import { FINDING_NAMES } from '../../core/inspection/findings.js'
import { SCHOOLS } from '../../core/lubrication/regreasing.js'
import { CONTAMINATION, MOISTURE, ORIENTATION } from '../../core/lubrication/tables.js'
import { MATERIAL_NAMES } from '../../core/materials.js'
import { ARRANGEMENTS, DIMENSION_SERIES } from '../../core/ratings/equivalent-load.js'
import { ACCURACIES } from '../../core/tolerances/ring.js'
import { keysOf, namesOf } from '../names.js'

export const number = z.number()
export const family = z.enum(FAMILIES)
export const material = z.enum(MATERIAL_NAMES)
export const accuracy = z.enum(ACCURACIES)
export const group = z.enum(CLEARANCE_GROUPS)
export const ringLoad = z.enum(RING_LOADS)
export const designation = z.string().min(1).max(200)
const toleranceClass = z.string().min(1).max(8)
const range = z.tuple([number, number])
const readings = z.array(number).max(64)
const loadBands = z.enum(LOAD_BAND_NAMES)
const seat = z.strictObject({ toleranceClass: toleranceClass.optional(), deviationUm: range.optional(), material: material.optional() })

export const toleranceInput = z.strictObject({ sizeMm: number, toleranceClass })
export const limitsValues = z.object({ upperUm: number, lowerUm: number })

export const ringToleranceInput = z.strictObject({ ring: z.enum(['inner', 'outer']), sizeMm: number, accuracy, family })

export const fitInput = z.strictObject({ seat: z.enum(['shaft', 'housing']), sizeMm: number, toleranceClass, accuracy, family })
export const fitValues = z.object({
  maxInterferenceUm: number,
  minInterferenceUm: number,
  probableMaxInterferenceUm: number,
  probableMinInterferenceUm: number,
  seatUpperUm: number,
  seatLowerUm: number,
  ringUpperUm: number,
  ringLowerUm: number,
})

export const fitOptions = z.strictObject({
  outerMustSlide: z.boolean().optional(),
  innerMustSlide: z.boolean().optional(),
  split: z.boolean().optional(),
  thinWall: z.boolean().optional(),
  lightAlloy: z.boolean().optional(),
  hollowShaft: z.boolean().optional(),
  heatThroughShaft: z.boolean().optional(),
  precise: z.boolean().optional(),
  sleeve: z.boolean().optional(),
  drawnCup: z.boolean().optional(),
  axialOnly: z.boolean().optional(),
  loadBands: loadBands.optional(),
})
export const recommendInput = z.strictObject({
  family,
  boreMm: number,
  outsideMm: number,
  innerRingLoad: ringLoad,
  outerRingLoad: ringLoad,
  loadRatio: number,
  accuracy: accuracy.optional(),
  options: fitOptions.optional(),
})
export const recommendValues = z.object({
  shaftClass: z.string(),
  housingClass: z.string(),
  shaftReason: z.string(),
  housingReason: z.string(),
  loadBand: z.enum(['light', 'normal', 'heavy']),
})

export const clearanceInput = z.strictObject({ family, boreMm: number, taperedBore: z.boolean().optional(), group })
export const clearanceValues = z.object({ minUm: number, maxUm: number })

export const operatingInput = z.strictObject({
  designation: designation.optional(),
  family: family.optional(),
  boreMm: number.optional(),
  outsideMm: number.optional(),
  innerRacewayMm: number.optional(),
  outerRacewayMm: number.optional(),
  group: group.optional(),
  rangeUm: range.optional(),
  taperedBore: z.boolean().optional(),
  shaft: seat,
  housing: seat,
  accuracy: accuracy.default('normal'),
  innerRingC: number,
  outerRingC: number,
  smoothingUm: number.optional(),
  shaftBoreMm: number.optional(),
  shaftMaterial: material.optional(),
  housingMaterial: material.optional(),
  housingOutsideMm: number.optional(),
  method: z.enum(METHODS).optional(),
  assemblies: number.optional(),
  seed: number.optional(),
})
export const operatingValues = z.object({
  minUm: number,
  maxUm: number,
  medianUm: number,
  p025Um: number,
  p975Um: number,
  shareBelowZero: number,
  shaftHotUm: range.readonly(),
  housingHotUm: range.readonly(),
  stages: z.array(z.object({ name: z.string(), minUm: number, maxUm: number, p025Um: number, p975Um: number })),
  histogram: z.object({ middlesUm: z.array(number), shares: z.array(number) }).optional(),
})

export const loadRatingInput = z.strictObject({
  family,
  elements: number,
  elementDiameterMm: number,
  rollerLengthMm: number.optional(),
  pitchDiameterMm: number,
  contactAngleDeg: number.optional(),
  rows: number.optional(),
  drawnCup: z.boolean().optional(),
})
export const loadRatingValues = z.object({ dynamicRatingN: number, staticRatingN: number, fatigueLoadLimitN: number })

export const equivalentInput = z.strictObject({
  family,
  contactAngleDeg: number.optional(),
  radialLoadN: number,
  axialLoadN: number,
  staticRatingN: number.optional(),
  f0: number.optional(),
  rows: number.optional(),
  arrangement: z.enum(ARRANGEMENTS).optional(),
  dimensionSeries: z.enum(DIMENSION_SERIES).optional(),
})
export const equivalentValues = z.object({ equivalentLoadN: number, staticEquivalentLoadN: number, e: number })

export const ratingLifeInput = z.strictObject({
  rollingElement: z.enum(['ball', 'roller']),
  dynamicRatingN: number,
  equivalentLoadN: number,
  speedRpm: number,
  reliabilityPercent: number.optional(),
  aIso: number.optional(),
  ringTemperatureC: number.optional(),
})
export const ratingLifeValues = z.object({ ratingLifeMrev: number, ratingLifeH: number, modifiedLifeH: number })

export const bearingInput = z.strictObject({ designation })
export const bearingValues = z.object({
  designation: z.string(),
  family,
  series: z.string(),
  form: z.string(),
  boreMm: number,
  outsideMm: number,
  widthMm: number,
  innerWidthMm: number.nullable(),
  outerWidthMm: number.nullable(),
  chamferMm: number,
  innerChamferMm: number,
  outerChamferMm: number,
  boreTaper: z.enum(['1:12', '1:30']).nullable(),
  elements: number,
  elementDiameterMm: number,
  rollerLengthMm: number.nullable(),
  pitchDiameterMm: number,
  contactAngleDeg: number,
  rows: number,
  innerRacewayMm: number,
  outerRacewayMm: number,
  dynamicRatingN: number,
  staticRatingN: number,
  fatigueLoadLimitN: number,
  f0: number.nullable(),
  factors: z.object({ e: number, y1: number, y2: number, y0: number }).nullable(),
  massKg: number,
  shaftShoulderMm: range.readonly(),
  housingShoulderMm: range.readonly(),
  shaftFilletMm: number,
  housingFilletMm: number,
  filletMm: number,
  greaseSpeedRpm: number,
  oilSpeedRpm: number,
  closures: z.array(z.enum(CLOSURES)).readonly(),
  misalignmentDeg: number,
  axialMovementMm: number,
  dimensionSource: z.string(),
  ratingSource: z.string(),
  sources: z.record(z.string(), z.enum(SOURCES)).readonly(),
})

const instrument = z.enum(keysOf(INSTRUMENTS))
/** What was seen on the bench: one answer to each question of the key. */
export const featureAnswers = z.strictObject(
  Object.fromEntries(
    Object.entries(KEY).map(([key, { answers }]) => [key, z.enum(keysOf(answers as Readonly<Record<string, unknown>>)).optional()]),
  ) as {
    [K in FeatureKey]: z.ZodOptional<z.ZodEnum<Record<string, string>>>
  },
)
export const identifyInput = z.strictObject({
  readings: z.strictObject({ boreMm: readings.optional(), outsideMm: readings.optional(), widthMm: readings.optional() }),
  instrument,
  instruments: z
    .strictObject({ boreMm: instrument.optional(), outsideMm: instrument.optional(), widthMm: instrument.optional() })
    .optional(),
  family: family.optional(),
  features: featureAnswers.optional(),
  ringTemperatureC: number.min(-100).max(300).optional(),
})
export const identifyValues = z.object({
  candidates: z.array(z.object({ designation: z.string(), family, probability: number })),
  verdict: z.enum(['one', 'several', 'none']),
  estimates: z.array(
    z.object({
      dimension: z.enum(DIMENSIONS),
      instrument,
      meanMm: number,
      spreadMm: number,
      count: number,
      spread: z.enum(SPREADS),
      words: z.string(),
    }),
  ),
  outlines: z.array(
    z.object({ boreMm: number, outsideMm: number, widthMm: number, probability: number, designations: z.array(z.string()) }),
  ),
  nearest: z.array(z.object({ designation: z.string(), differences: z.array(z.object({ dimension: z.enum(DIMENSIONS), byMm: number })) })),
  measureFurther: z.array(z.string()),
  nextQuestion: z.enum(FEATURE_KEYS as [FeatureKey, ...FeatureKey[]]).nullable(),
  narrows: z.object({ from: number, to: number }).nullable(),
})

export const growthInput = z.strictObject({
  spanMm: number,
  shaftMaterial: material,
  shaftRiseK: number,
  housingMaterial: material,
  housingRiseK: number,
})
export const growthValues = z.object({ growthMm: number, quickRuleMm: number.optional(), quickRuleRiseK: number.optional() })

export const freeRingInput = z
  .strictObject({
    growthMm: number.optional(),
    movesMm: z.array(number).min(1).max(50).optional(),
    coldShrinkMm: number.optional(),
    playMm: number,
    leastBehindMm: number.optional(),
  })
  .refine((i) => (i.growthMm === undefined) !== (i.movesMm === undefined), {
    message: 'a growth, or every move of the ring',
    path: ['growthMm'],
  })
export const freeRingValues = z.object({ behindMm: number, aheadMm: number, neededMm: number, enough: z.boolean() })

export const pressInput = z.strictObject({
  boreMm: number,
  racewayDiameterMm: number,
  widthMm: number,
  interferenceUm: number,
  shaftBoreMm: number.optional(),
  shaftMaterial: material.optional(),
  friction: number.optional(),
})
export const pressValues = z.object({ pressureMPa: number, forceN: number, hoopStressMPa: number })

export const heatingInput = z.strictObject({
  boreMm: number,
  interferenceUm: number,
  shaftTemperatureC: number,
  mountingClearanceUm: number.optional(),
  limitC: number.optional(),
})
export const heatingValues = z.object({
  ringTemperatureC: number,
  setC: number,
  mountingClearanceUm: number,
  clearanceLeftUm: number,
  withinLimit: z.boolean(),
})

export const regreasingInput = z.strictObject({
  family,
  boreMm: number,
  outsideMm: number,
  widthMm: number,
  speedRpm: number,
  housingTemperatureC: number,
  contamination: z.enum(namesOf(CONTAMINATION)),
  moisture: z.enum(namesOf(MOISTURE)),
  vibrationMmS: number,
  orientation: z.enum(namesOf(ORIENTATION)),
  loadRatio: number.optional(),
  manualIntervalH: number.optional(),
})
export const regreasingValues = z.object({
  intervalH: number,
  governingIntervalH: number.nullable(),
  quantityG: number,
  centreQuantityG: number,
  factors: z.object({ K: number, Ft: number, Fc: number, Fm: number, Fv: number, Fp: number }),
  schools: z.array(z.object({ school: z.enum(SCHOOLS), intervalH: number.nullable(), note: z.string() })),
})

const flag = z.boolean().optional()
export const diagnoseInput = z.strictObject({
  findings: z.array(z.enum(FINDING_NAMES)).max(100),
  context: z
    .strictObject({
      kappa: number.optional(),
      hoursRun: number.optional(),
      ratingLifeH: number.optional(),
      operatingClearanceUm: number.optional(),
      bothEndsHeld: flag,
      floatShort: flag,
      temperatureC: number.optional(),
      inverterDrive: flag,
      weldedNear: flag,
      beltDrive: flag,
      regreasingRatio: number.optional(),
      greasesMixed: flag,
      wrongType: flag,
      smallerGroup: flag,
      loadRatio: number.optional(),
      wet: flag,
      dirty: flag,
      standsStill: flag,
      creepMarginUm: number.optional(),
    })
    .optional(),
})
export const diagnoseValues = z.object({
  causes: z.array(z.object({ cause: z.enum(CAUSE_NAMES), share: number, for: z.array(z.string()), against: z.array(z.string()) })),
  confidence: z.enum(['none', 'clear', 'likely', 'close']),
  nextLook: z.string().nullable(),
  nextFinding: z.enum(FINDING_NAMES).nullable(),
})

export const chillingInput = z.strictObject({ diameterMm: number, material, fromC: number, toC: number, interferenceUm: number })
export const chillingValues = z.object({ shrinkUm: number, clearanceUm: number })
