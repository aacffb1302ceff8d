import { z } from 'zod'
import { FAMILIES } from '../core/catalogue/families.js'
import { FORMS } from '../core/catalogue/construction-forms.js'
import { FEATURES, VALUES } from '../core/identify/letters.js'
import { INSTRUMENT_NAMES } from '../core/measuring/instruments.js'
import { ASIDE_REASONS } from '../core/mounting/handling.js'
import { TOOL_KINDS } from '../core/mounting/tools.js'
import { MATERIAL_NAMES, type Material } from '../core/materials.js'
import type { Heading } from './headings.js'
import { keysOf } from './names.js'
import { login, ROLES, type Role } from './people.js'

/** Lists that a plant keeps over the base catalogue, each by form and by CSV. */
export const OWN_KINDS = [
  'machines',
  'greasing',
  'history',
  'people',
  'bearings',
  'figures',
  'letters',
  'cross-references',
  'stock',
  'tools',
  'instruments',
  'aside',
] as const
export type OwnKind = (typeof OWN_KINDS)[number]

const text = (max: number) => z.string().trim().max(max)
const needed = (max: number) => text(max).min(1, 'must not be empty')
const upTo = (max: number) => z.number().positive('must be above zero').max(max)
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
  intervalDays: upTo(10_000),
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

/** A column of the file. `times` brings its figure into core units; `empty` stands for a cell left empty. */
export interface Column {
  name: string
  field: string
  kind: 'text' | 'number' | 'date'
  needed: boolean
  words: string
  example: string
  times?: number
}

const col = (name: string, field: string, words: string, example: string, more: Partial<Column> = {}): Column => ({
  name,
  field,
  kind: 'text',
  needed: false,
  words,
  example,
  ...more,
})
const must = { needed: true }
const figure = (times = 1): Partial<Column> => ({ kind: 'number', times })
const RATINGS: Column[] = [
  col('dynamic_rating_kn', 'dynamicRatingN', 'dynamic load rating C, kN', '31.5', figure(1000)),
  col('static_rating_kn', 'staticRatingN', 'static load rating C0, kN', '18.9', figure(1000)),
  col('fatigue_limit_kn', 'fatigueLoadLimitN', 'fatigue load limit Cu, kN', '0.86', figure(1000)),
  col('mass_kg', 'massKg', 'mass, kg', '0.37', figure()),
]
const date: Partial<Column> = { kind: 'date' }
const SUPPORT: Column[] = [
  col('machine', 'machine', 'code of the machine', 'CP-7', must),
  col('line', 'line', 'name of the shaft line; may be empty where the machine has one', 'Pump shaft'),
  col('support', 'support', 'name of the support, or its number from the left', 'drive end', must),
]
const NOTE = col('note', 'note', 'anything worth knowing', '')

const PLACE = col('place', 'place', 'where it lies', 'bay 3')
/** In which units step and range of an instrument are written. */
const STEP_UNITS = 'mm of calipers, micrometers, bore gauges and dials, µm of feelers, °C, N, Nm, g, mm/s, degrees, dB, A of the others'

/** Columns of each list, in the order of the template. The format is documented from here. */
export const COLUMNS: Record<OwnKind, readonly Column[]> = {
  machines: [
    col('code', 'code', 'code of the machine; a machine with several shaft lines has a row for each', 'CP-7', must),
    col('name', 'name', 'what it is called', 'Chilled water pump', must),
    col('area', 'area', 'area, its parts with strokes between them', 'Press house / Cellar'),
    col('location', 'location', 'where it stands', 'north wall'),
    col('line', 'line', 'name of the shaft line', 'Pump shaft'),
    col('words', 'words', 'the shaft line in words, lengths in mm', 'coupling, 6312 C3 held, 320, NU 312 free, impeller'),
    col('shaft', 'shaftMaterial', `carbon-steel when empty: ${MATERIAL_NAMES.join(' | ')}`, 'carbon-steel'),
    col('housing', 'housingMaterial', `cast-iron when empty: ${MATERIAL_NAMES.join(' | ')}`, 'cast-iron'),
    col('notes', 'notes', 'anything worth knowing', ''),
  ],
  greasing: [
    ...SUPPORT,
    col('point', 'point', 'which point, where a support has several; supports of a line with one name here share it', ''),
    col('grease', 'grease', 'name of a grease of this plant', 'General lithium 2'),
    col('interval_days', 'intervalDays', 'days from one greasing to the next', '90', { ...must, ...figure() }),
    col('interval_h', 'intervalH', 'running hours from one to the next; 24 a day when empty', '', figure()),
    col('grams', 'grams', 'grease each time, g', '20', figure()),
    col('last', 'last', 'day of the last greasing', '2026-10-01', date),
  ],
  history: [
    ...SUPPORT,
    col('place', 'place', 'which bearing of the support, from the left; 1 when empty', '1', figure()),
    col('designation', 'designation', 'number on the bearing', '6312 C3', must),
    col('group', 'group', 'clearance group 2 | N | 3 | 4 | 5; read from the number when empty', ''),
    col('fitted', 'from', 'day it was fitted', '2021-05-03', { ...must, ...date }),
    col('taken_out', 'to', 'day it was taken out; empty while it is in', '2024-02-11', date),
  ],
  people: [
    col('login', 'login', 'sign-in name: small letters, digits, dot and dash', 'a.bramley', must),
    col('name', 'name', 'name as it stands on cards', 'A. Bramley', must),
    col('role', 'role', ROLES.join(' | '), 'technician', must),
    col('active', 'active', 'yes when empty: yes | no', 'yes'),
  ],
  bearings: [
    col('designation', 'designation', 'number under which it is found', 'HB 7701', must),
    col('family', 'family', FAMILIES.join(' | '), 'deep-groove-ball', must),
    col('form', 'form', `usual form of the family when empty: ${Object.keys(FORMS).join(' | ')}`, ''),
    col('bore_mm', 'boreMm', 'bore, mm', '38', { ...must, ...figure() }),
    col('outside_mm', 'outsideMm', 'outside diameter, mm', '84', { ...must, ...figure() }),
    col('width_mm', 'widthMm', 'width between the outermost faces, mm', '20', { ...must, ...figure() }),
    col('inner_width_mm', 'innerWidthMm', 'of the inner ring where it differs, mm', '', figure()),
    col('outer_width_mm', 'outerWidthMm', 'of the outer ring where it differs, mm', '', figure()),
    col('chamfer_mm', 'chamferMm', 'smallest chamfer, mm', '1.1', figure()),
    col('bore_taper', 'boreTaper', '1:12 | 1:30, empty for a cylindrical bore', ''),
    col('contact_angle_deg', 'contactAngleDeg', 'contact angle, degrees', '', figure()),
    ...RATINGS,
    col('grease_speed_rpm', 'greaseSpeedRpm', 'speed guidance with grease, r/min', '8500', figure()),
    col('sheet', 'sheet', 'drawing or sheet that it was read from', 'press drawing 114, 2025-03', must),
  ],
  figures: [
    col('designation', 'designation', 'number of a bearing of the rack', '6312', must),
    ...RATINGS,
    col('sheet', 'sheet', 'sheet that the figures were read from', 'data sheet, page 4, 2026-02', must),
  ],
  letters: [
    col('letters', 'letters', 'letters as they stand behind the number', 'DD', must),
    col('feature', 'feature', FEATURES.join(' | '), 'closure', must),
    col('value', 'value', 'what they mean, as listed for the feature', 'contact-seals, both', must),
    NOTE,
  ],
  'cross-references': [
    col('name', 'name', 'the other name', 'HB-STORE-4411', must),
    col('marking', 'marking', 'number and letters that it stands for', '6312 2Z C3', must),
    NOTE,
  ],
  stock: [
    col('marking', 'marking', 'number and letters on the box', '6309 2Z C3', must),
    col('shelf', 'shelf', 'place in the store', 'A-12', must),
    col('quantity', 'quantity', 'pieces', '2', { ...must, ...figure() }),
    NOTE,
  ],
  tools: [
    col('name', 'name', 'what it is called here', 'Press house 10 t', must),
    col('kind', 'kind', TOOL_KINDS.join(' | '), 'press', must),
    PLACE,
    col('force_kn', 'forceN', 'most it pushes or pulls, kN', '100', figure(1000)),
    col('power_kw', 'powerKw', 'power of a heater, kW', '', figure()),
    col('on_s', 'onS', 'seconds it may run on, where it has to rest', '', figure()),
    col('off_s', 'offS', 'seconds it has to rest then', '', figure()),
    col(
      'from_mm',
      'fromMm',
      'smallest size it takes, mm: bores of heaters, sleeves and hydraulic nuts, nuts of spanners, outside of the rest',
      '',
      figure(),
    ),
    col('to_mm', 'toMm', 'largest size it takes, mm', '400', figure()),
    col('torque_nm', 'torqueNm', 'largest torque, Nm', '', figure()),
    col('to_c', 'toC', 'hottest that a heater goes, coldest that a cold box goes, °C', '', figure()),
    col('to_kg', 'massKg', 'heaviest it takes, kg', '', figure()),
    col('setup_min', 'setupMin', 'minutes until it stands ready', '15', figure()),
    col('cost_hour', 'costHour', 'what an hour of it costs with whoever works it, in your own money', '45', figure()),
    col('cost_use', 'costUse', 'what each use costs besides', '', figure()),
    NOTE,
  ],
  instruments: [
    col('name', 'name', 'what it is called here', 'Micrometer M-12', must),
    col('kind', 'kind', INSTRUMENT_NAMES.join(' | '), 'micrometer', must),
    PLACE,
    col('step', 'step', `smallest step it tells apart: ${STEP_UNITS}`, '0.001', figure()),
    col('from', 'from', 'where its range begins, in the same unit', '50', figure()),
    col('to', 'to', 'where its range ends', '75', figure()),
    col('checked', 'checked', 'day it was last checked', '2026-09-01', date),
    col('due', 'due', 'day it is to be checked again', '2027-09-01', date),
    NOTE,
  ],
  aside: [
    col('marking', 'marking', 'number and letters of the bearing', '6311 C3', must),
    col('reason', 'reason', ASIDE_REASONS.join(' | '), 'over-heated', must),
    col('day', 'day', 'day it was put aside', '2026-11-24', { ...must, ...date }),
    col('card', 'card', 'number of the card, where there is one', '0106'),
    col('hottest_c', 'hottestC', 'hottest that was read, °C', '165', figure()),
    col('minutes', 'minutes', 'for so many minutes', '5', figure()),
    col('class_c', 'classC', 'temperature that its rings are stabilised for, °C', '150', figure()),
    col('colours', 'colours', 'whether it shows heat colour: yes | no, no when empty', 'no'),
    col('verdict', 'verdict', 'what is to be done; worked out when empty', ''),
    NOTE,
  ],
}

/** Figures are kept to a millionth: what a file says and what the core counts in round to the same. */
const rounded = (value: number) => Math.round(value * 1e6) / 1e6

/** A figure of a column in core units, from what its cell or field says. */
export function inCoreUnits(column: Column, figure: number): number {
  return rounded(figure * (column.times ?? 1))
}

/** What a cell or field of a column says of a value of the core; empty for nothing. */
export function cellText(column: Column, value: unknown): string {
  return typeof value === 'number' ? String(rounded(value / (column.times ?? 1))) : String(value ?? '')
}

/** A number as people write it: decimal point or comma, blanks between thousands; null where it is none. */
export function readNumber(text: string): number | null {
  const plain = text.replace(/[\s\u00a0\u2009]/g, '')
  return /^-?\d+([.,]\d+)?$/.test(plain) ? Number(plain.replace(',', '.')) : null
}

/** Texts whose empty cell means "not given". */
const NOT_GIVEN = ['form', 'boreTaper']

/** The value of an empty cell. */
export function emptyValue(column: Column): null | '' {
  return column.kind === 'number' || NOT_GIVEN.includes(column.field) ? null : ''
}

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

export const entriesInput = z.strictObject({ entries: z.array(z.record(z.string(), z.unknown())).min(1).max(200) })
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
