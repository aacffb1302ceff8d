import { z } from 'zod'
import { freeRingRoom } from '../../core/arrangement/free-ring.js'
import { thermalGrowth } from '../../core/arrangement/growth.js'
import { clearanceGroup } from '../../core/fits/clearance-group.js'
import { fit } from '../../core/fits/fit.js'
import { operatingClearance } from '../../core/fits/operating-clearance.js'
import { recommendFit } from '../../core/fits/recommend.js'
import { identify } from '../../core/identify/identify.js'
import { bearing } from '../../core/identify/marked.js'
import { diagnose } from '../../core/inspection/diagnose.js'
import { quickCalculation } from '../../core/quick/answer.js'
import { ratingLife } from '../../core/life/rating-life.js'
import { regreasing } from '../../core/lubrication/regreasing.js'
import { pressForce } from '../../core/mounting/press-force.js'
import { chilling, heatingTemperature } from '../../core/mounting/temperatures.js'
import { equivalentLoad } from '../../core/ratings/equivalent-load.js'
import { loadRating } from '../../core/ratings/load-rating.js'
import { InputError, type Result } from '../../core/result.js'
import { tolerance } from '../../core/tolerances/iso286.js'
import { accuracyOf, ringTolerance } from '../../core/tolerances/ring.js'
import { problem, refusal, type Problem } from '../problem.js'
import { define, type Calculation } from './define.js'
import { LOAD_CALCULATIONS } from './loads.js'
import { MOUNTING_CALCULATIONS } from './mounting.js'
import { SEAT_CALCULATIONS } from './seats.js'
import * as s from './schemas.js'

export type { Calculation }
import { say } from '../../core/words/say.js'

/** A designation stands for the geometry of its row; otherwise every part of the geometry must be there. */
function operating(input: z.output<typeof s.operatingInput>): Result<z.output<typeof s.operatingValues>> {
  const { designation, ...rest } = input
  if (designation !== undefined) {
    const row = bearing({ designation }).values
    const { family, boreMm, outsideMm, innerRacewayMm, outerRacewayMm, boreTaper } = row
    return operatingClearance({
      ...rest,
      family,
      boreMm,
      outsideMm,
      innerRacewayMm,
      outerRacewayMm,
      accuracy: accuracyOf(row, rest.accuracy),
      taperedBore: rest.taperedBore ?? boreTaper !== null,
    })
  }
  const { family, boreMm, outsideMm, innerRacewayMm, outerRacewayMm } = rest
  for (const [field, value] of Object.entries({ family, boreMm, outsideMm, innerRacewayMm, outerRacewayMm })) {
    if (value === undefined)
      throw new InputError(field, value, 'give a designation, or all of family, boreMm, outsideMm, innerRacewayMm, outerRacewayMm')
  }
  return operatingClearance({
    ...rest,
    family: family!,
    boreMm: boreMm!,
    outsideMm: outsideMm!,
    innerRacewayMm: innerRacewayMm!,
    outerRacewayMm: outerRacewayMm!,
  })
}

/** Every calculation open to the outside, once. */
export const CALCULATIONS: readonly Calculation[] = [
  define('tolerance', 'Limits of a tolerance class', ['ISO 286-1:2010'], s.toleranceInput, s.limitsValues, tolerance),
  define(
    'ring-tolerance',
    'Limits of a bearing ring',
    ['ISO 492:2014', 'ISO 199:2014', 'ISO 9628', 'ANSI/ABMA 19.2'],
    s.ringToleranceInput,
    s.limitsValues,
    ringTolerance,
  ),
  define('fit', 'Interference between ring and seat', ['ISO 286-1:2010', 'ISO 492:2014'], s.fitInput, s.fitValues, fit),
  define(
    'recommend-fit',
    'Tolerance classes for shaft and housing',
    ['engineering practice'],
    s.recommendInput,
    s.recommendValues,
    recommendFit,
  ),
  define(
    'clearance-group',
    'Radial clearance of a group as bought',
    ['ISO 5753-1:2009'],
    s.clearanceInput,
    s.clearanceValues,
    clearanceGroup,
  ),
  define(
    'operating-clearance',
    'Radial clearance from as bought to hot',
    ['ISO 5753-1:2009', 'ISO 286-1:2010', 'ISO 492:2014', 'Lamé'],
    s.operatingInput,
    s.operatingValues,
    operating,
  ),
  define(
    'load-rating',
    'Load ratings from internal geometry',
    ['ISO 281:2007', 'ISO 76:2006'],
    s.loadRatingInput,
    s.loadRatingValues,
    loadRating,
  ),
  define(
    'equivalent-load',
    'Equivalent dynamic and static load',
    ['ISO 281:2007', 'ISO 76:2006'],
    s.equivalentInput,
    s.equivalentValues,
    equivalentLoad,
  ),
  define('rating-life', 'Basic and modified rating life', ['ISO 281:2007'], s.ratingLifeInput, s.ratingLifeValues, ratingLife),
  define(
    'bearing',
    'One bearing of the catalogue (base rows; a plant may hold its own over them)',
    ['ISO 15', 'ISO 281:2007', 'ISO 76:2006'],
    s.bearingInput,
    s.bearingValues,
    bearing,
  ),
  define('identify', 'Candidates from measured sizes', ['engineering practice'], s.identifyInput, s.identifyValues, (input) =>
    identify(input),
  ),
  define(
    'thermal-growth',
    'Growth of a shaft past its housing',
    ['linear thermal expansion'],
    s.growthInput,
    s.growthValues,
    thermalGrowth,
  ),
  define(
    'free-ring-room',
    'Where the free ring stands and the room it needs',
    ['engineering practice'],
    s.freeRingInput,
    s.freeRingValues,
    freeRingRoom,
  ),
  define(
    'quick-answer',
    'A short question in words, with the worst of its cautions',
    ['as each calculation that it names'],
    z.strictObject({ text: z.string().min(1).max(200), system: z.enum(['metric', 'inch']).optional() }),
    z.object({ words: z.string(), kind: z.string() }),
    quickCalculation,
  ),
  define('press-force', 'Cold press force and hoop stress', ['Lamé'], s.pressInput, s.pressValues, pressForce),
  define(
    'heating-temperature',
    'Ring temperature for mounting',
    ['linear thermal expansion', 'engineering practice'],
    s.heatingInput,
    s.heatingValues,
    heatingTemperature,
  ),
  define('chilling', 'Shrink of a chilled part', ['linear thermal expansion'], s.chillingInput, s.chillingValues, chilling),
  define(
    'regreasing',
    'Regreasing interval and quantity',
    ['engineering practice: interval formula', 'grease-life equation for ball bearings, published 1974'],
    s.regreasingInput,
    s.regreasingValues,
    regreasing,
  ),
  define(
    'diagnose',
    'Root causes from what is seen on a removed bearing',
    ['ISO 15243:2017 damage modes', 'engineering practice: priors and shares'],
    s.diagnoseInput,
    s.diagnoseValues,
    diagnose,
  ),
  ...LOAD_CALCULATIONS,
  ...SEAT_CALCULATIONS,
  ...MOUNTING_CALCULATIONS,
]

const BY_NAME = new Map(CALCULATIONS.map((c) => [c.name, c]))

export type Answer = { ok: true; result: Result<object> } | { ok: false; problem: Problem }

/** Checks the input, runs the calculation, and turns a refusal into a problem: 404 for the name, 422 for a value. */
export function calculate(name: string, input: unknown): Answer {
  const calculation = BY_NAME.get(name)
  if (!calculation) {
    return {
      ok: false,
      problem: problem(
        404,
        'Unknown calculation',
        `There is no calculation "${name.slice(0, 60)}". Known: ${[...BY_NAME.keys()].join(', ')}`,
      ),
    }
  }
  const parsed = calculation.input.safeParse(input)
  if (!parsed.success) return { ok: false, problem: refusal(parsed.error) }
  try {
    const result = calculation.run(parsed.data as never)
    return { ok: true, result: { ...result, cautions: result.cautions.map((c) => ({ ...c, message: say(c, 'metric') })) } }
  } catch (error) {
    if (error instanceof InputError) return { ok: false, problem: refusal(error) }
    throw error
  }
}

const workingStep = z.object({
  symbol: z.string(),
  name: z.string(),
  formula: z.string(),
  substituted: z.string(),
  value: z.union([z.number(), z.string()]),
  unit: z.string(),
  source: z.string(),
})
const caution = z.object({
  level: z.enum(['note', 'caution', 'stop']),
  code: z.string(),
  /** What stands in the sentence: quantities in core units, numbers, words. */
  params: z.record(z.string(), z.unknown()).optional(),
  message: z.string(),
  figure: z.union([z.number(), z.string()]).optional(),
})

/** The schema of a whole result. */
export function resultSchema(calculation: Calculation): z.ZodType {
  return z.object({
    values: calculation.values,
    working: z.array(workingStep),
    cautions: z.array(caution),
    assumptions: z.array(z.string()),
  })
}

/** Names, titles, sources and JSON Schemas, for the command line and for OpenAPI. */
export function describeCalculations() {
  return CALCULATIONS.map((c) => ({
    name: c.name,
    title: c.title,
    sources: c.sources,
    input: z.toJSONSchema(c.input, { io: 'input' }),
    output: z.toJSONSchema(resultSchema(c)),
  }))
}
