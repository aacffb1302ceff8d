import { z } from 'zod'
import { keyOf, partsOf, type Key, type LineAnswers, type Scope } from '../core/card/answers.js'
import type { UnreadAnswer } from '../core/card/context.js'
import { FIELDS, fieldOf, type Field } from '../core/card/fields.js'
import { allStations, findStation } from '../core/procedure/procedures.js'
import type { Station } from '../core/procedure/rolling.js'
import { SHOCK_NAMES } from '../core/life/targets.js'
import { MOST } from '../core/line/draft.js'
import { SOURCE_KINDS, sourceOf, type SourceKind } from '../core/loads/line-sources.js'
import { id, version } from './numbers.js'

/** Answers of a card as they cross HTTP. What is accepted follows from the one table of fields in the core. */

const within = ([min, max]: readonly [number, number]) => z.number().min(min).max(max)
const oneOf = (options: readonly string[]) => z.enum(options as [string, ...string[]])
/** A run-in is watched for two weeks at most. */
const minute = z.number().min(0).max(20_160)

/** What sits on the shaft, each kind with its own values. */
const sourceOfKind = (kind: SourceKind) =>
  z.strictObject({
    id: z.string().min(1).max(40),
    kind: z.literal(kind),
    alongMm: z.number().min(-MOST.lengthMm).max(MOST.lengthMm).nullable(),
    toward: z.enum(['left', 'right']).nullable(),
    assumed: z.array(z.string().max(40)).max(12).optional(),
    values: z.strictObject(
      Object.fromEntries(
        sourceOf(kind).fields.map((f) => [f.name, f.usual === null ? within(f.range).nullable() : within(f.range).nullable().optional()]),
      ),
    ),
  })
const [firstKind, ...otherKinds] = SOURCE_KINDS
const source = z.discriminatedUnion('kind', [sourceOfKind(firstKind!), ...otherKinds.map(sourceOfKind)])
const dutyStep = z.strictObject({
  sharePercent: within([0, 100]).nullable(),
  speedRpm: within([0, 200_000]).nullable(),
  loadPercent: within([0, 1000]).nullable(),
  temperatureC: within([-60, 300]).nullable(),
  shock: oneOf(SHOCK_NAMES).nullable(),
  ramp: z.boolean(),
})

/** What is known of an entry that the server stamps. */
const stamp = { storedAt: z.iso.datetime().optional(), by: z.string().max(80).optional() }
const runNumber = z.int().min(1).max(13)
const runReading = (range: Field['range']) =>
  z.strictObject({
    minute,
    temperatureC: within(range),
    ...stamp,
    with: z.string().max(60).optional(),
    run: runNumber.optional(),
  })
const runStop = z.strictObject({ run: runNumber, why: z.string().min(1).max(200), found: z.string().min(1).max(400).nullable(), ...stamp })

const runTemperature = within(FIELDS.runin.readings.range)
/** A round of readings as it is noted: the minute, and the temperature of each position that was read. */
export const runRound = (positions: readonly string[]) =>
  z
    .strictObject({ minute, ...Object.fromEntries(positions.map((code) => [code, runTemperature.nullable()])) })
    .refine((round) => positions.some((code) => typeof (round as Record<string, unknown>)[code] === 'number'), {
      path: [positions[0]!],
      message: 'Enter a temperature.',
    })

function schemaOf(field: Field): z.ZodType {
  const closed = (): z.ZodType => {
    switch (field.kind) {
      case 'quantity':
        return within(field.range)
      case 'choice':
        return oneOf(field.options)
      case 'yes-no':
      case 'flag':
        return z.boolean()
      case 'readings':
        return z.array(within(field.range)).max(field.most)
      case 'run':
        return z.array(runReading(field.range)).max(field.most)
      case 'stops':
        return z.array(runStop).max(field.most)
      case 'findings':
        return z.array(oneOf(field.options)).max(field.most)
      case 'loads':
        return z.array(source).max(field.most)
      case 'spectrum':
        return z.array(dutyStep).max(field.most)
      case 'text':
        return z.string().max(field.most)
      case 'reference':
        return id
    }
  }
  return field.open ? closed().nullable() : closed()
}

const SCHEMAS = new WeakMap<Field, z.ZodType>()
/** What a field accepts. */
export function schemaFor(field: Field): z.ZodType {
  const known = SCHEMAS.get(field)
  if (known) return known
  const made = schemaOf(field)
  SCHEMAS.set(field, made)
  return made
}

/** Names of stations are those of all procedures. */
export const stationSchema = z
  .string()
  .refine((name): name is Station => findStation(name) !== null, 'a station')
  .meta({ enum: allStations() })

/** `line`, the code of a position or that of a place. */
export const scopeSchema = z.string().regex(/^(line|p\d{1,4}(\.\d{1,3})?)$/, 'line, a position (p2) or a place (p2.1)')

/** Stored answers of a line as they are read, with what could not be read told apart. */
export interface ReadAnswers {
  answers: LineAnswers
  unread: UnreadAnswer[]
}

/**
 * Reads answers one by one and never casts them: what is missing is as on an empty card, what is no longer offered or
 * cannot be is left out and named, and a field that no longer exists is passed over.
 */
export function readAnswers(stored: Readonly<Record<Key, unknown>>): ReadAnswers {
  const answers: Record<Key, unknown> = {}
  const unread: UnreadAnswer[] = []
  for (const [key, value] of Object.entries(stored)) {
    const parts = partsOf(key)
    const field = parts && fieldOf(parts.station, parts.name)
    if (!field || value === undefined) continue
    const { scope, station, name } = parts
    const parsed = schemaFor(field).safeParse(value)
    if (parsed.success) answers[key] = parsed.data
    else unread.push({ scope, station, field: name, value: typeof value === 'string' ? value : JSON.stringify(value) })
  }
  return { answers, unread }
}

/** One answer changed: `base` is the version that the person was looking at, 0 where nothing was answered. */
export const changeSchema = z.strictObject({
  scope: scopeSchema,
  station: stationSchema,
  field: z.string().max(40),
  value: z.unknown(),
  base: version,
})
export type Change = z.output<typeof changeSchema>

/** Changes that belong together. `key` is made where they are typed, so that sending them twice is harmless. */
export const changesInput = z.strictObject({
  key: z.uuid(),
  /** Revision of the card that the page knows; answers of others since then come back with the reply. */
  since: version,
  /** Version of the line's duty that was seen; another card's newer one is a conflict otherwise. */
  duty: version.nullable().default(null),
  changes: z.array(changeSchema).min(1).max(400),
})
export type Changes = z.output<typeof changesInput>

export const changeKey = ({ scope, station, field }: Pick<Change, 'scope' | 'station' | 'field'>): Key => keyOf(scope, station, field)

const stepValue = z.union([z.number().min(-1e7).max(1e7), z.string().max(200), z.boolean(), z.null()])
/** What is written on a step of the plan, by the key of its field. */
export type StepValues = Record<string, number | string | boolean | null>
export const stepValuesSchema: z.ZodType<StepValues> = z.record(z.string().max(40), stepValue)

/** Where an answer belongs as its field says: a line, a position or a place. */
export function fitsLevel(field: Field, scope: Scope): boolean {
  const level = scope === 'line' ? 'line' : scope.includes('.') ? 'place' : 'position'
  return field.level === level
}
