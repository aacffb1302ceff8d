import { z } from 'zod'
import { FAMILIES } from '../core/catalogue/families.js'
import {
  DIRT,
  EVIDENCE,
  FEEDS,
  FREE_TURNS,
  LOAD_DIRECTIONS,
  MOUNT_METHODS,
  NOISES,
  STATIONS,
  emptyAnswers,
  type CardAnswers,
  type Station,
} from '../core/card/answers.js'
import type { UnreadAnswer } from '../core/card/station.js'
import { LOAD_BAND_NAMES } from '../core/fits/recommend-tables.js'
import { CLEARANCE_GROUPS } from '../core/fits/clearance-group.js'
import { GROWTH_SCHOOLS } from '../core/arrangement/growth.js'
import { CAUSE_NAMES } from '../core/inspection/causes.js'
import { FINDING_NAMES } from '../core/inspection/findings.js'
import { LIFE_TARGET_NAMES, SHOCK_NAMES } from '../core/life/targets.js'
import { SCHOOLS } from '../core/lubrication/regreasing.js'
import { BASE_OILS, CONTAMINATION, MOISTURE, ORIENTATION, THICKENERS } from '../core/lubrication/tables.js'
import { MATERIAL_NAMES } from '../core/materials.js'
import { MACHINE_CLASSES } from '../core/runin/run-in.js'
import { ACCURACIES } from '../core/tolerances/ring.js'
import { INSTRUMENTS } from '../core/identify/identify.js'
import { keysOf, namesOf } from './names.js'

/** What a number on a card can mean at all; what is likely is judged beside its field by the core. */
const within = (min: number, max: number) => z.number().min(min).max(max)
const length = within(-20_000, 20_000)
const temperature = within(-273.15, 2000)
const force = within(-1e8, 1e8)
const speed = within(-1e6, 1e6)
const hours = within(-1e6, 1e6)
const velocity = within(-1000, 1000)
/** A run-in is watched for two weeks at most. */
const minute = within(0, 20_160)
const id = z.int().min(1).max(Number.MAX_SAFE_INTEGER)
const words = z.string().max(200)
const readings = z.array(length).max(16)
const toleranceClass = z.string().max(8).nullable()

/** Answers of each station as they cross HTTP; the core judges what they mean. */
export const answerSchemas = {
  identify: z.strictObject({
    boreReadingsMm: readings,
    outsideReadingsMm: readings,
    widthReadingsMm: readings,
    instrument: z.enum(keysOf(INSTRUMENTS)),
    family: z.enum(FAMILIES).nullable(),
    designation: words.nullable(),
    group: z.enum(CLEARANCE_GROUPS).nullable(),
    groupEvidence: z.enum(EVIDENCE).nullable(),
  }),
  duty: z.strictObject({
    speedRpm: speed.nullable(),
    radialLoadN: force.nullable(),
    axialLoadN: force.nullable(),
    shock: z.enum(SHOCK_NAMES).nullable(),
    ambientC: temperature.nullable(),
    innerRingC: temperature.nullable(),
    outerRingC: temperature.nullable(),
    dirt: z.enum(DIRT).nullable(),
    hoursPerDay: hours.nullable(),
    turningRing: z.enum(['inner', 'outer']).nullable(),
    loadDirection: z.enum(LOAD_DIRECTIONS).nullable(),
  }),
  select: z.strictObject({ target: z.enum(LIFE_TARGET_NAMES).nullable(), reliabilityPercent: z.number().min(90).max(99.95) }),
  arrange: z.strictObject({
    spanMm: length.nullable(),
    shaftMaterial: z.enum(MATERIAL_NAMES).nullable(),
    housingMaterial: z.enum(MATERIAL_NAMES).nullable(),
    assemblyC: temperature.nullable(),
    shaftHotC: temperature.nullable(),
    housingHotC: temperature.nullable(),
    driveEndHeld: z.boolean().nullable(),
    nonDriveEndHeld: z.boolean().nullable(),
    floatPresentMm: length.nullable(),
    growthSchool: z.enum(GROWTH_SCHOOLS).nullable(),
  }),
  fit: z.strictObject({
    group: z.enum(CLEARANCE_GROUPS).nullable(),
    shaftClass: toleranceClass,
    housingClass: toleranceClass,
    loadBands: z.enum(LOAD_BAND_NAMES),
    accuracy: z.enum(ACCURACIES),
    split: z.boolean(),
    thinWall: z.boolean(),
    lightAlloy: z.boolean(),
    heatThroughShaft: z.boolean(),
    precise: z.boolean(),
  }),
  mount: z.strictObject({
    method: z.enum(MOUNT_METHODS).nullable(),
    limitC: z.number().min(40).max(300),
    chillToC: z.number().min(-196).max(20),
    pressRatingN: z.number().min(0).max(1e8),
  }),
  lubricate: z.strictObject({
    greaseId: id.nullable(),
    gunId: id.nullable(),
    insideThickener: z.enum([...namesOf(THICKENERS), 'unknown']).nullable(),
    insideOil: z.enum([...namesOf(BASE_OILS), 'unknown']).nullable(),
    housingTemperatureC: temperature.nullable(),
    contamination: z.enum(namesOf(CONTAMINATION)).nullable(),
    moisture: z.enum(namesOf(MOISTURE)).nullable(),
    vibrationRmsMmS: velocity.nullable(),
    orientation: z.enum(namesOf(ORIENTATION)),
    feed: z.enum(FEEDS),
    school: z.enum(SCHOOLS).nullable(),
    manualIntervalH: hours.nullable(),
    fillPercent: within(-1000, 1000).nullable(),
    sealed: z.boolean(),
  }),
  runin: z.strictObject({
    freeTurn: z.enum(FREE_TURNS).nullable(),
    readings: z.array(z.strictObject({ minute, temperatureC: temperature })).max(60),
    limitC: z.number().min(20).max(200),
    noise: z.enum(NOISES).nullable(),
    vibrationRmsMmS: velocity.nullable(),
    machineClass: z.enum(namesOf(MACHINE_CLASSES)).nullable(),
  }),
  inspect: z.strictObject({
    findings: z.array(z.enum(FINDING_NAMES)).max(FINDING_NAMES.length),
    hoursRun: hours.nullable(),
    bothEndsHeld: z.boolean().nullable(),
    inverterDrive: z.boolean().nullable(),
    beltDrive: z.boolean().nullable(),
    standsStill: z.boolean().nullable(),
    cause: z.enum(CAUSE_NAMES).nullable(),
    note: z.string().max(600),
  }),
} satisfies { [S in Station]: z.ZodType<CardAnswers[S]> }

export const stationSchema = z.enum(STATIONS)

/** Stored answers of a card as they are read: each field by its schema, with what could not be read told apart. */
export interface ReadAnswers {
  answers: CardAnswers
  unread: UnreadAnswer[]
}

/**
 * Reads answers field by field and never casts them: what is missing is as on an empty card, what is no longer offered or
 * cannot be is left out and named, and a field that no longer exists is passed over.
 */
export function readAnswers(stored: { [S in Station]?: unknown }): ReadAnswers {
  const answers = emptyAnswers()
  const unread: UnreadAnswer[] = []
  for (const station of STATIONS) {
    const data = stored[station]
    if (!data || typeof data !== 'object') continue
    const fields = answerSchemas[station].shape as Record<string, z.ZodType>
    const target = answers[station] as unknown as Record<string, unknown>
    for (const [field, value] of Object.entries(data)) {
      const schema = fields[field]
      if (!schema || value === undefined) continue
      const parsed = schema.safeParse(value)
      if (parsed.success) target[field] = parsed.data
      else unread.push({ station, field, value: typeof value === 'string' ? value : JSON.stringify(value) })
    }
  }
  return { answers, unread }
}

/** Answers of a card with gaps filled by those of an empty one. */
export function fillAnswers(partial: { [S in Station]?: Partial<CardAnswers[S]> }): CardAnswers {
  return readAnswers(partial).answers
}

export const stepValuesSchema = z.record(z.string().max(40), z.union([within(-1e7, 1e7), words, z.boolean(), z.null()]))
export type StepValues = z.infer<typeof stepValuesSchema>
