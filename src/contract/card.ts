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

const figure = z.number().min(-1e9).max(1e9)
const open = figure.nullable()
const words = z.string().max(200)
const readings = z.array(figure).max(16)
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
    speedRpm: open,
    radialLoadN: open,
    axialLoadN: open,
    shock: z.enum(SHOCK_NAMES).nullable(),
    ambientC: open,
    innerRingC: open,
    outerRingC: open,
    dirt: z.enum(DIRT).nullable(),
    hoursPerDay: open,
    turningRing: z.enum(['inner', 'outer']).nullable(),
    loadDirection: z.enum(LOAD_DIRECTIONS).nullable(),
  }),
  select: z.strictObject({ target: z.enum(LIFE_TARGET_NAMES).nullable(), reliabilityPercent: z.number().min(90).max(99.95) }),
  arrange: z.strictObject({
    spanMm: open,
    shaftMaterial: z.enum(MATERIAL_NAMES).nullable(),
    housingMaterial: z.enum(MATERIAL_NAMES).nullable(),
    assemblyC: open,
    shaftHotC: open,
    housingHotC: open,
    driveEndHeld: z.boolean().nullable(),
    nonDriveEndHeld: z.boolean().nullable(),
    floatPresentMm: open,
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
    greaseId: z.int().nullable(),
    gunId: z.int().nullable(),
    insideThickener: z.enum([...namesOf(THICKENERS), 'unknown']).nullable(),
    insideOil: z.enum([...namesOf(BASE_OILS), 'unknown']).nullable(),
    housingTemperatureC: open,
    contamination: z.enum(namesOf(CONTAMINATION)).nullable(),
    moisture: z.enum(namesOf(MOISTURE)).nullable(),
    vibrationRmsMmS: open,
    orientation: z.enum(namesOf(ORIENTATION)),
    feed: z.enum(FEEDS),
    school: z.enum(SCHOOLS).nullable(),
    manualIntervalH: open,
    fillPercent: open,
    sealed: z.boolean(),
  }),
  runin: z.strictObject({
    freeTurn: z.enum(FREE_TURNS).nullable(),
    readings: z.array(z.strictObject({ minute: figure, temperatureC: figure })).max(60),
    limitC: z.number().min(20).max(200),
    noise: z.enum(NOISES).nullable(),
    vibrationRmsMmS: open,
    machineClass: z.enum(namesOf(MACHINE_CLASSES)).nullable(),
  }),
  inspect: z.strictObject({
    findings: z.array(z.enum(FINDING_NAMES)).max(FINDING_NAMES.length),
    hoursRun: open,
    bothEndsHeld: z.boolean().nullable(),
    inverterDrive: z.boolean().nullable(),
    beltDrive: z.boolean().nullable(),
    standsStill: z.boolean().nullable(),
    cause: z.enum(CAUSE_NAMES).nullable(),
    note: z.string().max(600),
  }),
} satisfies { [S in Station]: z.ZodType<CardAnswers[S]> }

export const stationSchema = z.enum(STATIONS)

/** Answers of a card with gaps filled by those of an empty one. */
export function fillAnswers(partial: { [S in Station]?: Partial<CardAnswers[S]> }): CardAnswers {
  const empty = emptyAnswers()
  const fill = <S extends Station>(station: S): CardAnswers[S] => ({ ...empty[station], ...partial[station] })
  return {
    identify: fill('identify'),
    duty: fill('duty'),
    select: fill('select'),
    arrange: fill('arrange'),
    fit: fill('fit'),
    mount: fill('mount'),
    lubricate: fill('lubricate'),
    runin: fill('runin'),
    inspect: fill('inspect'),
  }
}

export const stepValuesSchema = z.record(z.string().max(40), z.union([figure, words, z.boolean(), z.null()]))
export type StepValues = z.infer<typeof stepValuesSchema>
