import { z } from 'zod'
import { FAMILIES } from '../core/bearing/families.js'
import { FORMS } from '../core/bearing/construction-forms.js'
import { FEATURES, VALUES } from '../core/identify/letters.js'
import { INSTRUMENT_NAMES } from '../core/measuring/instruments.js'
import { ASIDE_REASONS } from '../core/mounting/handling.js'
import { TOOL_KINDS } from '../core/mounting/tools.js'
import { MATERIAL_NAMES, type Material } from '../core/materials.js'
import type { Heading } from './headings.js'
import { OWN_KINDS, type OwnKind } from './own-kinds.js'
import type { Column } from './own-columns.js'
import { keysOf } from './names.js'
import { MOST_DAYS } from './greasing.js'
import { upTo } from './numbers.js'
import { login, ROLES, type Role } from './people.js'

export { OWN_KINDS, type OwnKind }

const text = (max: number) => z.string().trim().max(max)
const needed = (max: number) => text(max).min(1, 'must not be empty')
/** Sizes to 10 m, ratings to 100 MN, masses to 100 t: beyond that a figure is a slip. */
const positive = upTo(10_000)
const optional = positive.nullable()
const rating = upTo(1e8).nullable()
const mass = upTo(1e5).nullable()
const designation = needed(60)
const sheet = text(120).min(3, 'say from which sheet')

export const ownRowSchema = z.strictObject({
  designation,
  family: z.enum(FAMILIES),
  form: z.enum(keysOf(FORMS)).nullable(),
  boreMm: positive,
  outsideMm: positive,
  widthMm: positive,
  innerWidthMm: optional,
  outerWidthMm: optional,
  chamferMm: optional,
  boreTaper: z.enum(['1:12', '1:30']).nullable(),
  contactAngleDeg: z.number().min(0).max(90).nullable(),
  dynamicRatingN: rating,
  staticRatingN: rating,
  fatigueLoadLimitN: rating,
  massKg: mass,
  greaseSpeedRpm: upTo(1e6).nullable(),
  sheet,
})
export const figuresSchema = z.strictObject({
  designation,
  dynamicRatingN: rating,
  staticRatingN: rating,
  fatigueLoadLimitN: rating,
  massKg: mass,
  sheet,
})
export const letterSchema = z
  .strictObject({ letters: needed(12), feature: z.enum(FEATURES), value: needed(60), note: text(200) })
  .refine((l) => !VALUES[l.feature] || VALUES[l.feature]!.includes(l.value), {
    path: ['value'],
    error: (issue) =>
      `allowed for this feature: ${(VALUES[(issue.input as { feature: (typeof FEATURES)[number] }).feature] ?? []).join(' | ')}`,
  })
export const crossReferenceSchema = z.strictObject({ name: needed(60), marking: needed(60), note: text(200) })
export const stockSchema = z.strictObject({ marking: needed(60), shelf: needed(40), quantity: z.int().min(0).max(1e6), note: text(200) })

/** What most are made of where a list does not say. */
const material = (usual: Material) => z.enum(MATERIAL_NAMES).or(z.literal('').transform(() => usual))
/** A shaft line with its machine; `words` is the line in the notation of `core/line/notation`, empty for a machine without one. */
export const machineRowSchema = z.strictObject({
  code: needed(40),
  name: needed(120),
  area: text(120),
  location: text(200),
  notes: text(4000),
  line: text(80),
  shaftMaterial: material('carbon-steel'),
  housingMaterial: material('cast-iron'),
  words: text(4000),
})

/** A day as year, month, day; empty where nothing is said. */
const day = z.iso.date('a day as 2026-11-25')
const support = { machine: needed(40), line: text(80), support: needed(80) }
export const greasingSchema = z.strictObject({
  ...support,
  point: text(60).default(''),
  grease: text(60),
  intervalDays: upTo(MOST_DAYS),
  intervalH: upTo(200_000).nullable(),
  grams: upTo(100_000).nullable(),
  last: day.or(z.literal('')),
})
export const historySchema = z.strictObject({
  ...support,
  place: z
    .int('a whole number')
    .min(1)
    .max(32)
    .nullable()
    .transform((n) => n ?? 1),
  designation: needed(120),
  group: z.enum(['', '2', 'N', '3', '4', '5'], 'allowed: 2 | N | 3 | 4 | 5, or empty'),
  from: day,
  to: day.or(z.literal('')),
})
export const personRowSchema = z.strictObject({
  login,
  name: needed(80),
  role: z.enum(ROLES),
  active: z.enum(['yes', 'no'], 'allowed: yes | no').or(z.literal('').transform(() => 'yes' as const)),
})

const rate = upTo(1e6).nullable()
export const toolSchema = z
  .strictObject({
    name: needed(60),
    kind: z.enum(TOOL_KINDS),
    place: text(60),
    forceN: rating,
    powerKw: upTo(1000).nullable(),
    onS: upTo(3600).nullable(),
    offS: upTo(3600).nullable(),
    fromMm: optional,
    toMm: optional,
    torqueNm: upTo(1e6).nullable(),
    toC: z.number().min(-200).max(400).nullable(),
    massKg: mass,
    setupMin: upTo(10_000).nullable(),
    costHour: rate,
    costUse: rate,
    note: text(200),
  })
  .refine((t) => t.fromMm === null || t.toMm === null || t.fromMm <= t.toMm, { path: ['toMm'], message: 'must not be under from' })
  .refine((t) => (t.onS === null) === (t.offS === null), { path: ['offS'], message: 'on and off belong together' })
export const instrumentSchema = z
  .strictObject({
    name: needed(60),
    kind: z.enum(INSTRUMENT_NAMES),
    place: text(60),
    step: upTo(1e6).nullable(),
    from: z.number().min(-1e6).max(1e6).nullable(),
    to: z.number().min(-1e6).max(1e6).nullable(),
    checked: day.or(z.literal('')),
    due: day.or(z.literal('')),
    note: text(200),
  })
  .refine((i) => i.from === null || i.to === null || i.from < i.to, { path: ['to'], message: 'must be above from' })
  .refine((i) => !i.checked || !i.due || i.checked <= i.due, { path: ['due'], message: 'must not be before the last check' })

/** Empty counts as no. */
const yesNo = z.enum(['yes', 'no'], 'allowed: yes | no').or(z.literal('').transform(() => 'no' as const))
export const asideSchema = z.strictObject({
  marking: needed(60),
  reason: z.enum(ASIDE_REASONS),
  day,
  card: text(40),
  hottestC: z.number().min(-50).max(1000).nullable(),
  minutes: upTo(100_000).nullable(),
  classC: z.number().min(80).max(400).nullable(),
  colours: yesNo,
  verdict: text(120),
  note: text(200),
})

export const OWN_SCHEMAS = {
  machines: machineRowSchema,
  greasing: greasingSchema,
  history: historySchema,
  people: personRowSchema,
  bearings: ownRowSchema,
  figures: figuresSchema,
  letters: letterSchema,
  'cross-references': crossReferenceSchema,
  stock: stockSchema,
  tools: toolSchema,
  instruments: instrumentSchema,
  aside: asideSchema,
} as const satisfies Record<OwnKind, z.ZodType>
export type OwnEntry<K extends OwnKind = OwnKind> = z.output<(typeof OWN_SCHEMAS)[K]>

/** What a list is called, and what stands in it. */
export const OWN_LABEL: Record<OwnKind, { title: string; words: string }> = {
  machines: { title: 'Machines', words: 'Machines and their shaft lines, a line of the file for each shaft line, written in words.' },
  greasing: { title: 'Greasing points', words: 'What is wanted where: grease, how often, how much, and when it was last done.' },
  history: { title: 'History', words: 'Which bearing was where, from when to when: the replacements of years before.' },
  people: {
    title: 'People',
    words: 'Who works here and what each may do. Nobody gets a password by a file: whoever is new is given a code under Settings.',
  },
  bearings: {
    title: 'Own bearings',
    words: 'Sizes that the catalogue does not hold; what a sheet does not say is worked out from typical geometry.',
  },
  figures: { title: 'Maker’s figures', words: 'Ratings and mass from a maker’s sheet, over the computed ones of a row.' },
  letters: { title: 'Letter table', words: 'What letters behind a number mean here; they stand over the common ones.' },
  'cross-references': { title: 'Cross references', words: 'Other names of a bearing: the store’s own numbers, old ones, other makers’.' },
  stock: { title: 'Stock', words: 'What lies on which shelf: bearings, and parts by the names of their standards.' },
  tools: {
    title: 'Tools',
    words:
      'Heaters, presses, pullers, spanners with their ratings: a card says which of them will do, how long it takes and what it costs.',
  },
  aside: {
    title: 'Put aside',
    words: 'Bearings that may not be fitted until somebody has looked: over-heated, dropped, struck, wet; each with what is to be done.',
  },
  instruments: {
    title: 'Instruments',
    words: 'What each tells apart and when it was checked; a reading on a card keeps the one it was taken with.',
  },
}

/** Least role that changes a list. */
export const LIST_ROLE: Record<OwnKind, Role> = {
  machines: 'planner',
  greasing: 'planner',
  history: 'planner',
  people: 'administrator',
  bearings: 'planner',
  figures: 'planner',
  letters: 'planner',
  'cross-references': 'planner',
  stock: 'storekeeper',
  tools: 'storekeeper',
  instruments: 'storekeeper',
  aside: 'technician',
}

/** The name by which an entry is known; an entry with the same name takes its place. */
export function keyOf(kind: OwnKind, entry: Record<string, unknown>): string {
  const plain = (value: unknown) => String(value).trim().toUpperCase().replace(/\s+/g, ' ')
  if (kind === 'machines') return `${plain(entry.code)} / ${plain(entry.line)}`
  if (kind === 'greasing') return [entry.machine, entry.line, entry.support, entry.point].filter(Boolean).map(plain).join(' / ')
  if (kind === 'history') return [entry.machine, entry.line, entry.support, entry.place, entry.from].map(plain).join(' / ')
  if (kind === 'people') return plain(entry.login)
  if (kind === 'tools' || kind === 'instruments') return plain(entry.name)
  if (kind === 'aside') return [entry.marking, entry.day, entry.card].filter(Boolean).map(plain).join(' / ')
  if (kind === 'letters') return plain(entry.letters)
  if (kind === 'cross-references') return plain(entry.name).replace(/[\s\-._]/g, '')
  if (kind === 'stock') return `${plain(entry.marking)} @ ${plain(entry.shelf)}`
  return plain(entry.designation)
}

export interface LineError {
  /** Line of the file as an editor counts it; 1 is the heading. */
  line: number
  column: string | null
  message: string
}

export interface Change {
  key: string
  before: Record<string, unknown> | null
  after: Record<string, unknown> | null
}

/** How far a list is that is being read. */
export interface ImportProgress {
  done: number
  total: number
  stopped: boolean
}

/** What a file or form would change, or has changed. */
export interface ImportReport {
  kind: OwnKind
  headings: Heading[]
  rows: number
  added: number
  changed: number
  same: number
  errors: LineError[]
  /** How many errors there are beyond those listed. */
  moreErrors: number
  /** How the file was read: letters, separator, decimal sign. */
  notes: string[]
  /** The first changes; all of them are made or none. */
  changes: Change[]
  /** Number of the change once it is made; null for a dry run. */
  batchId: number | null
}

export interface BatchLine {
  id: number
  kind: OwnKind
  at: string
  by: string
  source: string
  entries: number
  undoneAt: string | null
}

const anyEntry = z.record(z.string(), z.unknown())
export const entriesInput = z.strictObject({
  entries: z.array(anyEntry).min(1).max(200),
  /** What stood there when somebody began, one an entry, null where nothing did: what was changed meanwhile is not written over. */
  seen: z.array(anyEntry.nullable()).max(200).optional(),
})
export interface StockItem {
  marking: string
  shelf: string
  quantity: number
  note: string
  /** Of a bearing of the rack, or the name of a part. */
  designation: string
  features: Record<string, string>
}

/** One of the plant's lists with its columns. */
export interface OwnList {
  columns: readonly Column[]
  entries: Record<string, unknown>[]
}
