import { FAMILIES } from '../core/bearing/families.js'
import { FORMS } from '../core/bearing/construction-forms.js'
import { FEATURES } from '../core/identify/letters.js'
import { MATERIAL_NAMES } from '../core/materials.js'
import { INSTRUMENT_NAMES } from '../core/measuring/instruments.js'
import { ASIDE_REASONS } from '../core/mounting/handling.js'
import { TOOL_KINDS } from '../core/mounting/tools.js'
import type { OwnKind } from './own-kinds.js'
import { ROLES } from './people.js'

/** The columns of the plant's lists, as a file has them and a form shows them. */

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
