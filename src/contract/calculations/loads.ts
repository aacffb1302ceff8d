import { z } from 'zod'
import { LUBRICATIONS } from '../../core/catalogue/speed-limits.js'
import { CLOSURES } from '../../core/bearing/bearing.js'
import { catalogue } from '../../core/catalogue/catalogue.js'
import { FAMILIES } from '../../core/bearing/families.js'
import { loadDistribution } from '../../core/distribution/load-distribution.js'
import { friction } from '../../core/life/friction.js'
import { spectrumLife, survival, systemLife } from '../../core/life/many-lives.js'
import { OIL_FILTERS, contaminationFactor, modifiedLifeFactor } from '../../core/life/modified-life.js'
import { GREASE_CLEANLINESS } from '../../core/life/modified-life-tables.js'
import { shaftDeflection } from '../../core/loads/beam.js'
import { opposedPair } from '../../core/loads/opposed-pair.js'
import { shaftReactions } from '../../core/loads/reactions.js'
import { beltPull, gearForces, loadSweep, unbalanceForce } from '../../core/loads/sources.js'
import { referenceViscosity, viscosity } from '../../core/life/viscosity.js'
import { InputError } from '../../core/result.js'
import { select } from '../../core/select/select.js'
import type { Message } from '../../core/words/message.js'
import { say } from '../../core/words/say.js'
import { keysOf } from '../names.js'
import { define, type Calculation } from './define.js'
import { family, material, number } from './schemas.js'

/** Duty and life as calculations open to the outside: forces on a shaft, what its supports carry, how long they last. */

const rollingElement = z.enum(['ball', 'roller'])
const list = z.array(number).max(400)
const pair = z.tuple([number, number])

const viscosityInput = z.strictObject({ isoVg: number, viscosityIndex: number.optional(), temperatureC: number })
const referenceInput = z.strictObject({ pitchDiameterMm: number, speedRpm: number })
const contaminationInput = z.strictObject({
  kappa: number,
  pitchDiameterMm: number,
  cleanliness: z.union([z.enum(keysOf(GREASE_CLEANLINESS)), z.strictObject({ filter: z.enum(OIL_FILTERS), code: z.string().max(20) })]),
})
const lifeFactorInput = z.strictObject({
  rollingElement,
  thrust: z.boolean().optional(),
  kappa: number,
  contaminationFactor: number,
  fatigueLoadLimitN: number,
  equivalentLoadN: number,
})
const spectrumInput = z.strictObject({
  rollingElement,
  dynamicRatingN: number,
  steps: z.array(z.strictObject({ timeShare: number, speedRpm: number, equivalentLoadN: number, aIso: number.optional() })).max(10_000),
})
const systemInput = z.strictObject({ bearings: z.array(z.strictObject({ rollingElement, ratingLifeH: number })).max(200) })
const survivalInput = z.strictObject({ rollingElement, ratingLifeH: number, hours: number })
const frictionInput = z.strictObject({ family, boreMm: number, equivalentLoadN: number, speedRpm: number })

/** Either from the power, or from what was measured at a free span. */
const beltInput = z.strictObject({
  powerKw: number.optional(),
  speedRpm: number.optional(),
  pitchDiameterMm: number.optional(),
  pullFactor: number.optional(),
  strand: z.strictObject({ massKgPerM: number, spanM: number, frequencyHz: number }).optional(),
  wrapDeg: number.optional(),
  belts: number.optional(),
})
function belt({ strand, wrapDeg, belts, ...power }: z.output<typeof beltInput>) {
  const needed = strand ? { wrapDeg, belts } : power
  for (const [field, value] of Object.entries(needed))
    if (value === undefined)
      throw new InputError(field, value, 'give powerKw, speedRpm, pitchDiameterMm and pullFactor, or strand, wrapDeg and belts')
  const mixed = Object.entries(strand ? power : { wrapDeg, belts }).find(([, value]) => value !== undefined)
  if (mixed) throw new InputError(mixed[0], mixed[1], 'one of the two ways, not both')
  const { powerKw, speedRpm, pitchDiameterMm, pullFactor } = power
  return strand
    ? beltPull({ strand, wrapDeg: wrapDeg!, belts: belts! })
    : beltPull({ powerKw: powerKw!, speedRpm: speedRpm!, pitchDiameterMm: pitchDiameterMm!, pullFactor: pullFactor! })
}
const gearInput = z.strictObject({
  powerKw: number,
  speedRpm: number,
  pitchDiameterMm: number,
  normalPressureAngleDeg: number.optional(),
  helixAngleDeg: number.optional(),
})
const unbalanceInput = z.strictObject({ massKg: number, balanceGradeMmS: number, speedRpm: number })
const sweepInput = z.strictObject({ turning: z.enum(['inner', 'outer']), standingN: number, rotatingN: number })
const sweep = z.enum(['rotating', 'stationary', 'indeterminate'])
const reactionsInput = z.strictObject({
  supportsMm: pair,
  loads: z
    .array(
      z.strictObject({
        ...{ positionMm: number, radialN: number, angleDeg: number, axialN: number },
        ...{ momentNmm: number.optional(), momentAngleDeg: number.optional() },
      }),
    )
    .max(200),
  locating: z.enum(['a', 'b']),
})
const beamInput = z.strictObject({
  segments: z.array(z.strictObject({ lengthMm: number, outsideMm: number, boreMm: number.optional() })).max(200),
  material,
  supportsMm: list,
  loads: z
    .array(
      z.strictObject({
        ...{ positionMm: number, forceN: number, angleDeg: number.optional() },
        ...{ momentNmm: number.optional(), momentAngleDeg: number.optional() },
      }),
    )
    .max(200),
  atMm: list,
})
const opposedInput = z.strictObject({ y: pair.optional(), inducedN: pair.optional(), radialLoadsN: pair, externalAxialN: number })
const distributionInput = z.strictObject({
  family,
  elements: number,
  elementDiameterMm: number,
  pitchDiameterMm: number,
  contactAngleDeg: number.optional(),
  rollerLengthMm: number.optional(),
  rows: number.optional(),
  innerOsculation: number.optional(),
  outerOsculation: number.optional(),
  clearanceUm: number,
  radialLoadN: number,
  axialLoadN: number.optional(),
  tiltArcmin: number.optional(),
  ovalUm: number.optional(),
})

const wanted = z.union([number, pair])
const limits = z.strictObject({
  ...{ boreMm: wanted.optional(), outsideMm: wanted.optional(), widthMm: wanted.optional() },
  families: z.array(family).max(FAMILIES.length).optional(),
  closures: z.array(z.enum(CLOSURES)).max(CLOSURES.length).optional(),
  ...{ ratingLifeH: number.optional(), modifiedLifeH: number.optional(), staticSafety: number.optional() },
  ...{ massKg: number.optional(), misalignmentDeg: number.optional(), insideMovementMm: number.optional() },
})
const selectInput = z.strictObject({
  ...{ radialLoadN: number, axialLoadN: number, speedRpm: number },
  limits: limits.default({}),
  ...{ kappa: number.optional(), isoVg: number.optional(), temperatureC: number.optional() },
  cleanliness: contaminationInput.shape.cleanliness.optional(),
  keepSeats: z.boolean().optional(),
  weights: z
    .strictObject({
      ...{ life: number.optional(), seats: number.optional(), shelf: number.optional(), size: number.optional(), price: number.optional() },
    })
    .optional(),
  limit: number.optional(),
  together: z.strictObject({ count: z.int(), arrangement: z.enum(['single', 'back-to-back', 'face-to-face', 'tandem']) }).optional(),
  lubrication: z.enum(LUBRICATIONS).optional(),
  mustHold: z.boolean().optional(),
})
/** Over the base rows, in plain words and metric units. */
function selected(input: z.output<typeof selectInput>) {
  const { values: found, ...rest } = select(input, catalogue())
  const words = (messages: readonly Message[]) => messages.map((m) => say(m, 'metric'))
  return {
    ...rest,
    values: {
      ...found,
      candidates: found.candidates.map((c) => ({ ...c, reasons: words(c.reasons) })),
      nearly: found.nearly.map((n) => ({ ...n, missing: words(n.missing) })),
    },
  }
}

const values = <T extends z.ZodRawShape>(shape: T) => z.object(shape)

// prettier-ignore
export const LOAD_CALCULATIONS: readonly Calculation[] = [
  define('viscosity', 'Viscosity of an oil at its running temperature', ['ISO 3448', 'ASTM D2270', 'ASTM D341'], viscosityInput,
    values({ viscosityMm2S: number, at100Mm2S: number }), viscosity),
  define('reference-viscosity', 'Viscosity that a size asks for at its speed', ['ISO 281:2007'], referenceInput,
    values({ viscosityMm2S: number }), referenceViscosity),
  define('contamination-factor', 'What dirt takes from a life', ['ISO 281:2007 annex A'], contaminationInput,
    values({ contaminationFactor: number }), contaminationFactor),
  define('modified-life-factor', 'What lubrication and dirt make of a life', ['ISO 281:2007'], lifeFactorInput, values({ aIso: number }), modifiedLifeFactor),
  define('spectrum-life', 'Life under a spectrum of loads', ['ISO 281:2007', 'Palmgren–Miner'], spectrumInput,
    values({ ratingLifeH: number, meanSpeedRpm: number, damageShares: list }), spectrumLife),
  define('system-life', 'Life of several bearings together', ['ISO 281:2007', 'Weibull'], systemInput, values({ systemLifeH: number }), systemLife),
  define('survival', 'How many of a lot have failed after some hours', ['ISO 281:2007', 'Weibull'], survivalInput,
    values({ failedShare: number, medianH: number }), survival),
  define('friction', 'Friction moment and heat', ['engineering practice'], frictionInput, values({ frictionMomentNmm: number, powerW: number }), friction),
  define('belt-pull', 'Pull of a belt on its shaft', ['mechanics', 'engineering practice'], beltInput,
    values({ shaftPullN: number, tangentialForceN: number.optional(), strandTensionN: number.optional() }), belt),
  define('gear-forces', 'Tooth forces of a spur or helical gear', ['mechanics'], gearInput,
    values({ tangentialN: number, radialN: number, axialN: number }), gearForces),
  define('unbalance-force', 'Force of a balance grade', ['ISO 21940-11'], unbalanceInput, values({ forceN: number }), unbalanceForce),
  define('load-sweep', 'Which ring the load sweeps', ['engineering practice'], sweepInput, values({ innerRing: sweep, outerRing: sweep }), loadSweep),
  define('shaft-reactions', 'What two supports carry', ['statics'], reactionsInput,
    values({ reactions: z.array(values({ radialN: number, angleDeg: number, axialN: number })) }), shaftReactions),
  define('shaft-deflection', 'Bending line of a stepped shaft on its supports', ['Euler–Bernoulli beam'], beamInput,
    values({ deflectionUm: list, deflectionAngleDeg: list, slopeArcmin: list, supportSlopeArcmin: list, supportLoadsN: list, supportAngleDeg: list }), shaftDeflection),
  define('opposed-pair', 'Axial loads of two bearings against each other', ['ISO 281:2007'], opposedInput,
    values({ axialLoadsN: pair, pushed: z.enum(['A', 'B']) }), opposedPair),
  define('select', 'Bearings of the catalogue that carry a duty within limits (base rows)', ['ISO 281:2007', 'ISO 76:2006', 'engineering practice'], selectInput,
    values({
      candidates: z.array(values({
        designation: z.string(), family, boreMm: number, outsideMm: number, widthMm: number, ratingLifeH: number, modifiedLifeH: number.nullable(),
        staticSafety: number, speedShare: number, reasons: z.array(z.string()),
      })),
      nearly: z.array(values({ designation: z.string(), missing: z.array(z.string()) })),
      looked: number, met: number,
    }), selected),
  define('load-distribution', 'How a load spreads over the elements', ['ISO/TS 16281', 'Hertz'], distributionInput,
    values({
      elementLoadsN: list, loadZoneDeg: number, maxLoadN: number, maxPressureMPa: number, outerPressureMPa: number, displacementUm: number,
      axialShiftUm: number, referenceLifeMrev: number, contactAnglesDeg: list, innerHalfWidthMm: list, outerHalfWidthMm: list,
    }), loadDistribution),
]
