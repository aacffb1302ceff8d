import { z } from 'zod'
import { SUBJECTS } from '../core/line/sayings.js'
import { SCHOOLS } from '../core/lubrication/regreasing.js'
import { DOCUMENT_KINDS } from './documents.js'
import { MOST_DAYS } from './greasing.js'
import { keysOf } from './names.js'
import { upTo } from './numbers.js'
import type { OwnKind } from './own-data.js'
import { ROLES } from './people.js'
import { greaseInput, gunInput, schoolsInput } from './plant.js'

/**
 * The records of the plant as one file, a JSON object a line (`kind` says what it is), so that neither side ever holds it whole:
 * first the plant, last the end; papers stand behind everything else, each followed by its pieces (base64).
 */

export const PLANT_FILE_TYPE = 'application/x-yardfrost-plant'
export const HOLDS =
  'Machines with their lines and supports, what is and was fitted, what each point wants of grease, greases and guns, people and their roles, the plant’s own lists, who greases which area, papers and pictures with what they say.'
export const LEAVES_OUT =
  'Job cards and their signatures, greasings done, visits, what is wanted, earlier versions of records, passwords, views that people keep, backups.'

/** Lists that are in the file as such; people, greasing and what was fitted stand in it with more than a list holds. */
export const CARRIED_LISTS = [
  'machines',
  'bearings',
  'figures',
  'letters',
  'cross-references',
  'stock',
  'tools',
  'instruments',
  'aside',
] as const satisfies OwnKind[]
export type CarriedList = (typeof CARRIED_LISTS)[number]

const text = (max: number) => z.string().trim().max(max)
/** A support of a line: by machine, line and how many supports stand to its left. */
const at = { machine: text(40).min(1), line: text(80).min(1), support: z.int().min(0).max(39) }

/** Years in which somebody fitted a bearing or will. */
const [FIRST_YEAR, LAST_YEAR] = [1900, 2200]
const moment = z.iso
  .datetime({ offset: true, error: 'a moment as 2026-11-25T09:30:00Z' })
  .refine((iso) => {
    const year = new Date(iso).getUTCFullYear()
    return year >= FIRST_YEAR && year <= LAST_YEAR
  }, `a year from ${FIRST_YEAR} to ${LAST_YEAR}`)
  .transform((iso) => new Date(iso).toISOString())
const time = moment.nullable()

/** What stands on one line, by its kind. */
export const PLANT_LINES = {
  plant: z.strictObject({
    ...{ kind: z.literal('plant'), format: z.literal('yardfrost-plant'), version: z.literal(2), name: text(120), schools: schoolsInput },
    ...{ holds: z.string().max(1000).optional(), leavesOut: z.string().max(1000).optional() },
  }),
  person: z.strictObject({
    kind: z.literal('person'),
    name: text(80).min(1),
    login: z.string().regex(/^[a-z][a-z0-9.-]{1,39}$/, 'a sign-in name: small letters, digits, dot and dash'),
    role: z.enum(ROLES),
    active: z.boolean(),
  }),
  grease: z.strictObject({ kind: z.literal('grease'), grease: greaseInput }),
  gun: z.strictObject({ kind: z.literal('gun'), gun: gunInput }),
  /** An entry of one of the plant's lists, as its list has it. */
  entry: z.strictObject({ kind: z.literal('entry'), list: z.enum(CARRIED_LISTS), entry: z.record(z.string(), z.unknown()) }),
  /** A bearing that is or was fitted, with its exact times; `place` counts the bearings of the support from the left. */
  fitted: z
    .strictObject({
      ...{ kind: z.literal('fitted'), ...at, place: z.int().min(0).max(31), designation: text(120).min(1) },
      ...{ group: text(2).nullable(), from: time, to: time },
    })
    .refine((f) => f.from === null || f.to === null || f.from < f.to, { path: ['to'], message: 'later than it was fitted' }),
  /** What a support wants through a point; supports of a line that name one point share it. */
  greasing: z.strictObject({
    ...{ kind: z.literal('greasing'), ...at, point: text(60).default(''), grease: text(60).nullable(), school: z.enum(SCHOOLS) },
    ...{ intervalH: upTo(1e6).nullable(), intervalDays: upTo(MOST_DAYS).nullable(), quantityG: upTo(100_000).nullable(), lastAt: time },
  }),
  /** Who greases which area, by sign-in name. */
  area: z.strictObject({ kind: z.literal('area'), area: text(120).min(1), login: z.string().max(40) }),
  /** A file of a machine's folder with the machines that share it and what it says on them; its bytes follow in pieces. */
  paper: z.strictObject({
    ...{ kind: z.literal('paper'), name: text(200).min(1), type: z.enum(DOCUMENT_KINDS), addedAt: moment },
    ...{ size: z.int().min(1).max(40_000_000), sum: z.string().regex(/^[0-9a-f]{64}$/, 'a SHA-256 in hex') },
    machines: z.array(text(40).min(1)).min(1).max(20_000),
    sayings: z
      .array(
        z
          .strictObject({
            ...{ machine: text(40).min(1), line: text(80).nullable(), support: z.int().min(0).max(39).nullable() },
            ...{ subject: z.enum(keysOf(SUBJECTS)), words: text(400).min(1), amount: upTo(1e6).nullable() },
            page: z.int().min(1).max(10_000).nullable(),
          })
          .refine((s) => (s.amount !== null) === (SUBJECTS[s.subject].quantity !== null), {
            path: ['amount'],
            error: 'how much: hours of an interval, grams of a quantity, nothing else',
          }),
      )
      .max(20_000),
  }),
  piece: z.strictObject({ kind: z.literal('piece'), data: z.base64() }),
  /** How many lines stand before it: without it the file was cut short. */
  end: z.strictObject({ kind: z.literal('end'), lines: z.int().min(1) }),
} as const

export type PlantLines = { [K in keyof typeof PLANT_LINES]: z.output<(typeof PLANT_LINES)[K]> }
export type PlantLineKind = keyof PlantLines

/** Any line of the file. */
export const plantLine = z.union(Object.values(PLANT_LINES))

/** As it was written before it had lines: one JSON document with a list of each. */
export const oldPlantFile = z.strictObject({
  ...{ format: z.literal('yardfrost-plant'), version: z.literal(1), name: z.unknown(), schools: z.unknown() },
  ...{ people: z.array(z.unknown()), greases: z.array(z.unknown()), guns: z.array(z.unknown()) },
  lists: z.partialRecord(z.enum(CARRIED_LISTS), z.array(z.unknown())),
  ...{ fitted: z.array(z.unknown()), greasing: z.array(z.unknown()) },
  documents: z.array(z.looseObject({ kind: z.unknown(), data: z.base64() })).default([]),
  areas: z.array(z.unknown()).default([]),
})

/** What was read in. */
export interface PlantRead {
  machines: number
  papers: number
  /** People who were here already and stay as they are, by sign-in name. */
  stayed: string[]
}
