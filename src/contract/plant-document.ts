import { z } from 'zod'
import type { Schools } from '../core/card/context.js'
import type { Grease } from '../core/lubrication/grease.js'
import { SUBJECTS, type Subject } from '../core/line/sayings.js'
import { SCHOOLS, type School } from '../core/lubrication/regreasing.js'
import { OWN_SCHEMAS, type OwnKind } from './own-data.js'

import { DOCUMENT_KINDS, type DocumentKind } from './documents.js'
import { keysOf } from './names.js'
import { ROLES, type Role } from './people.js'
import { greaseInput, gunInput, schoolsInput } from './plant.js'

/**
 * The records of a plant as one document: machines with their lines, what is and was fitted, what is wanted of grease, people,
 * greases and guns, schools, the plant's own lists, papers and pictures of the machines (in the file itself, base64). Job cards
 * are not in it.
 */

/** Lists that are in the document as such; people, greasing and what was fitted stand in it with more than a list holds. */
// prettier-ignore
export const CARRIED_LISTS = ['machines', 'bearings', 'figures', 'letters', 'cross-references', 'stock', 'tools', 'instruments', 'aside'] as const satisfies OwnKind[]

/** A support of a line as the document names it: by machine, line and how many supports stand to its left. */
interface At {
  machine: string
  line: string
  support: number
}

/** A bearing that is or was fitted, with its exact times; `place` counts the bearings of the support from the left. */
export interface FittedEntry extends At {
  place: number
  designation: string
  group: string | null
  from: string | null
  to: string | null
}

/** What a support wants through a point; supports of a line that name one point share it. */
export interface GreasingEntry extends At {
  point: string
  grease: string | null
  school: School
  intervalH: number | null
  intervalDays: number | null
  quantityG: number | null
  lastAt: string | null
}

/** A file of a machine's folder, whole, with the machines that share it and what it says on them. */
export interface DocumentEntry {
  name: string
  kind: DocumentKind
  addedAt: string
  /** The file itself, base64. */
  data: string
  machines: string[]
  /** Without a support it holds for the whole machine. */
  sayings: {
    machine: string
    line: string | null
    support: number | null
    subject: Subject
    words: string
    amount: number | null
    page: number | null
  }[]
}

export interface PlantDocument {
  format: 'yardfrost-plant'
  version: 1
  name: string
  schools: Schools
  people: { name: string; login: string; role: Role; active: boolean }[]
  greases: Omit<Grease, 'id'>[]
  guns: { name: string; strokesWeighed: number; gramsWeighed: number }[]
  lists: Record<(typeof CARRIED_LISTS)[number], Record<string, unknown>[]>
  fitted: FittedEntry[]
  greasing: GreasingEntry[]
  documents: DocumentEntry[]
  /** Who greases which area, by sign-in name. */
  areas: { area: string; login: string }[]
}

const text = (max: number) => z.string().trim().max(max)
const at = { machine: text(40).min(1), line: text(80).min(1), support: z.int().min(0).max(39) }
const time = z.iso.datetime({ offset: true }).nullable()
const positive = z.number().positive().max(1e7).nullable()
const rows = <K extends OwnKind>(kind: K) => z.array(OWN_SCHEMAS[kind]).max(20_000)

export const plantDocument = z.strictObject({
  format: z.literal('yardfrost-plant'),
  version: z.literal(1),
  name: text(120),
  schools: schoolsInput,
  people: z
    .array(
      z.strictObject({
        name: text(80).min(1),
        login: z.string().regex(/^[a-z][a-z0-9.-]{1,39}$/),
        role: z.enum(ROLES),
        active: z.boolean(),
      }),
    )
    .max(10_000),
  greases: z.array(greaseInput).max(1000),
  guns: z.array(gunInput).max(1000),
  lists: z.strictObject({
    machines: rows('machines'),
    bearings: rows('bearings'),
    figures: rows('figures'),
    letters: rows('letters'),
    'cross-references': rows('cross-references'),
    stock: rows('stock'),
    // Documents of before have none.
    tools: rows('tools').default([]),
    instruments: rows('instruments').default([]),
    aside: rows('aside').default([]),
  }),
  fitted: z
    .array(
      z.strictObject({
        ...at,
        place: z.int().min(0).max(31),
        designation: text(120).min(1),
        group: text(2).nullable(),
        from: time,
        to: time,
      }),
    )
    .max(200_000),
  greasing: z
    .array(
      z.strictObject({
        ...{
          ...at,
          point: text(60).default(''),
          grease: text(60).nullable(),
          school: z.enum(SCHOOLS),
          intervalH: positive,
          intervalDays: positive,
        },
        ...{ quantityG: positive, lastAt: time },
      }),
    )
    .max(40_000),
  documents: z
    .array(
      z.strictObject({
        ...{ name: text(200).min(1), kind: z.enum(DOCUMENT_KINDS), addedAt: z.iso.datetime({ offset: true }), data: z.base64() },
        machines: z.array(text(40).min(1)).min(1).max(20_000),
        sayings: z
          .array(
            z.strictObject({
              ...{ machine: text(40).min(1), line: text(80).nullable(), support: z.int().min(0).max(39).nullable() },
              ...{
                subject: z.enum(keysOf(SUBJECTS)),
                words: text(400).min(1),
                amount: positive,
                page: z.int().min(1).max(10_000).nullable(),
              },
            }),
          )
          .max(20_000),
      }),
    )
    .max(10_000)
    .default([]),
  areas: z
    .array(z.strictObject({ area: text(120).min(1), login: z.string().max(40) }))
    .max(10_000)
    .default([]),
})
