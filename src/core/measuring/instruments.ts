import type { Quantity } from '../units/quantities.js'
import { amount, phrase, type Words } from '../words/message.js'

/** The plant's instruments: what each tells apart, when it was checked, and whether it will do for a reading. */

// prettier-ignore
export const INSTRUMENT_NAMES = [
  'caliper', 'micrometer', 'bore-gauge', 'dial', 'feeler', 'thermometer', 'infrared', 'heater-probe', 'press-gauge', 'torque', 'protractor',
  'scale', 'grease-counter', 'vibration', 'sound', 'current',
] as const
export type InstrumentKind = (typeof INSTRUMENT_NAMES)[number]

/** Every kind with the quantities that it reads; the first is that of its own step and range. One row a kind. */
export const INSTRUMENT_KINDS: Readonly<Record<InstrumentKind, { label: string; reads: readonly [Quantity, ...Quantity[]] }>> = {
  caliper: { label: 'caliper', reads: ['length', 'gap'] },
  micrometer: { label: 'micrometer', reads: ['length', 'gap'] },
  'bore-gauge': { label: 'bore gauge', reads: ['length', 'gap'] },
  dial: { label: 'dial indicator', reads: ['gap', 'fine', 'length'] },
  feeler: { label: 'feeler gauges', reads: ['fine', 'gap'] },
  thermometer: { label: 'contact thermometer', reads: ['temperature'] },
  infrared: { label: 'infrared camera', reads: ['temperature'] },
  'heater-probe': { label: 'probe of a heater', reads: ['temperature'] },
  'press-gauge': { label: 'gauge of a press', reads: ['force'] },
  torque: { label: 'torque spanner', reads: ['torque'] },
  protractor: { label: 'protractor', reads: ['angle'] },
  scale: { label: 'scale', reads: ['grams'] },
  'grease-counter': { label: 'grease gun with counter', reads: ['grams'] },
  vibration: { label: 'vibration pen', reads: ['velocity'] },
  sound: { label: 'sound level meter', reads: ['sound'] },
  current: { label: 'current clamp', reads: ['current'] },
}

export interface MeasuringInstrument {
  name: string
  kind: InstrumentKind
  place: string
  /** The smallest step that it tells apart, and its range, in core units of what its kind reads first. */
  step: number | null
  from: number | null
  to: number | null
  /** Days as year, month, day; empty where nobody said. */
  checked: string
  due: string
  note: string
}

/** The quantity in which step and range of a kind are given. Core units. Source: the table. */
export const quantityOf = (kind: InstrumentKind): Quantity => INSTRUMENT_KINDS[kind].reads[0]

/** Whether an instrument of a kind can give a reading of a quantity at all. No unit. Source: the table. */
export const readsOf = (kind: InstrumentKind): readonly Quantity[] => INSTRUMENT_KINDS[kind].reads

/** Core values of one length quantity in µm, so that a step given in one can be held against a tolerance given in another. */
const UM: Partial<Record<Quantity, number>> = { length: 1000, gap: 1000, fine: 1 }

/** A value of one quantity in the core unit of another that measures the same; null where they measure different things. Source: units. */
export function asQuantity(value: number, from: Quantity, to: Quantity): number | null {
  if (from === to) return value
  const [a, b] = [UM[from], UM[to]]
  return a === undefined || b === undefined ? null : (value * a) / b
}

/** A step should be no more than this part of what may vary. Engineering practice: a tenth, a fifth at the very least. */
const STEP_SHARE = 0.2

export interface FieldToRead {
  quantity: Quantity
  min?: number
  max?: number
  decimals?: number
}

export interface InstrumentNote {
  level: 'good' | 'caution'
  words: Words
}

/**
 * What is to be said of an instrument before it reads a field today: past its check, too coarse for the tolerance, out of its range.
 * Field in core units of its quantity, today as year, month, day. Source: engineering practice; a step of a fifth of the tolerance at most.
 */
export function instrumentNotes(instrument: MeasuringInstrument, field: FieldToRead, today: string): InstrumentNote[] {
  const { kind, step, from, to, checked, due } = instrument
  const its = quantityOf(kind)
  const notes: InstrumentNote[] = []
  const caution = (words: Words) => notes.push({ level: 'caution', words })
  // Days written so stand in their order as text.
  if (due && due < today) caution(`${instrument.name} was to be checked by ${due}: have it checked, or take another.`)
  const wide = field.min !== undefined && field.max !== undefined ? field.max - field.min : null
  const stepHere = step === null ? null : asQuantity(step, its, field.quantity)
  if (stepHere !== null && wide !== null && wide > 0 && stepHere > wide * STEP_SHARE)
    caution(
      phrase`It tells ${amount(stepHere, field.quantity, 3)} apart, the tolerance is ${amount(wide, field.quantity, 3)} wide: too coarse for this.`,
    )
  const middle = field.min !== undefined && field.max !== undefined ? (field.min + field.max) / 2 : (field.min ?? field.max)
  const [low, high] = [from, to].map((limit) => (limit === null ? null : asQuantity(limit, its, field.quantity)))
  if (
    middle !== undefined &&
    ((low !== null && low !== undefined && middle < low) || (high !== null && high !== undefined && middle > high))
  )
    caution(phrase`${amount(middle, field.quantity, 2)} is out of its range.`)
  if (kind === 'infrared') caution('Shiny metal mirrors the room: read a patch of matt tape, or take a contact probe.')
  if (!notes.length && checked) notes.push({ level: 'good', words: `Checked ${checked}${due ? `, due ${due}` : ''}.` })
  return notes
}
