import { nameOf, type Bearing } from '../../bearing/bearing.js'
import { compareMarking, compareName, type ExpectedMarking } from '../../identify/expected.js'
import { formOf } from '../../bearing/construction-forms.js'
import { clearanceFrom } from '../../fits/clearance-group.js'
import { groupMark, type ClearanceGroup } from '../../bearing/clearance.js'
import { partDiffers } from '../../parts/belongs.js'
import type { FitSeat } from '../stations/fit-seats.js'
import type { Quantity } from '../../units/quantities.js'
import type { Words } from '../../words/message.js'
import { againstWords, type Against } from '../against.js'

/** A field to fill at a step, with the range that lets the plan go on. */
export interface PlanField {
  key: string
  label: Words
  kind: 'number' | 'text' | 'check' | 'choice'
  quantity: Quantity
  decimals?: number
  min?: number
  max?: number
  /** The answer of Fit that is the same reading: it is given once, at the step. */
  same?: 'unmountedUm' | 'drivenUm'
  /** What to do with what reads over its range, where that is more than measuring again. */
  over?: Words
  /** Over its range the bearing is put aside. */
  aside?: boolean
  /** The same of what reads under it. */
  under?: Words
  /** What a choice is made from. */
  options?: readonly string[]
  /** Worked out of the readings unless somebody types it: what was taken away between the zero and now. */
  reckoned?: 'taken'
  /** What it is held against that is entered at the same step. */
  against?: Against
  /** What should be read: a marking piece by piece, or a name. */
  expects?: { marking: ExpectedMarking } | { name: string } | { part: string }
}

/** Where a step keeps with which instrument one of its fields was read: an entry beside that of the field. */
export const withKey = (field: string): string => `${field}.with`

export interface PlanStep {
  key: string
  title: Words
  /** What to do, in one or two sentences. */
  doing: Words
  /** With what it is done. */
  tools: readonly Words[]
  /** When it comes among the steps of its position; not there in older closed cards. */
  phase?: number
  /** Every other position of the card is on before it. */
  waitsForAll?: boolean
  /** Done once for all positions that say it, such as the oil of a machine. */
  shared?: boolean
  /** What it uses up; not there in older closed cards. */
  materials?: readonly string[]
  fields: PlanField[]
  caution?: Words
  /** Why the card does not let it be signed whatever its fields say. */
  hold?: Words
  /** Figures the step rests on; when one moves, a signature no longer holds. */
  restsOn: string[]
}

/** A seat to measure, with the limits of its class. */
export function seatField(key: string, label: Words, seat: FitSeat): PlanField {
  return {
    key,
    label,
    kind: 'number',
    quantity: 'length',
    decimals: 3,
    min: seat.sizeMm + seat.seatLowerUm / 1000,
    max: seat.sizeMm + seat.seatUpperUm / 1000,
  }
}

/** What should be read on the ring; a clearance mark only where the clearance is bought and not set. */
export const expectedOf = (row: Bearing, group: ClearanceGroup | null): ExpectedMarking => ({
  designation: nameOf(row),
  group: clearanceFrom(row) === 'table' && formOf(row).innerRing !== false ? group : null,
})

/** Number and clearance mark as they should stand on the ring. */
export const markedName = (row: Bearing, group: ClearanceGroup | null) =>
  `${nameOf(row)}${group && group !== 'N' ? ` ${groupMark(group)}` : ''}`

export type FieldState = 'missing' | 'good' | 'outside'

type Expects = NonNullable<PlanField['expects']>

const asExpected = (expects: Expects, text: string): boolean =>
  'part' in expects
    ? partDiffers(expects.part, text) === null
    : 'name' in expects
      ? compareName(expects.name, text) === 'same'
      : compareMarking(expects.marking, text).every((p) => p.state === 'same' || (p.piece === 'letters' && p.state === 'not-read'))

const STATE_WORDS = { same: 'same', differs: 'differs', 'not-read': 'not read' } as const

/** What was read beside what was wanted, in words; null where nothing is compared or nothing was typed. */
export function comparedWords(field: PlanField, value: unknown): Words | null {
  if (!field.expects || typeof value !== 'string' || !value.trim()) return null
  if ('part' in field.expects) return partDiffers(field.expects.part, value) ?? 'As it belongs to this bearing: same.'
  if ('name' in field.expects)
    return compareName(field.expects.name, value) === 'same'
      ? 'As chosen: same.'
      : `Differs: ${field.expects.name} was chosen at Lubricate.`
  return `${compareMarking(field.expects.marking, value)
    .map(
      (p) =>
        `${p.piece} ${STATE_WORDS[p.state]}${p.state === 'same' ? '' : p.piece === 'letters' ? ` (${p.read})` : ` (${p.wanted} wanted, ${p.read} read)`}`,
    )
    .join(', ')}.`
}

/** Whether an entry lets the plan go on: in its limits, and read as expected. */
export function fieldState(field: PlanField, value: unknown, values: Readonly<Record<string, unknown>> = {}): FieldState {
  if (againstWords(field.against, value, values) !== null) return 'outside'
  if (field.kind === 'choice') return typeof value === 'string' && field.options?.includes(value) ? 'good' : 'missing'
  if (field.kind === 'check') return value === true ? 'good' : value === false ? 'outside' : 'missing'
  if (field.kind === 'text') {
    if (typeof value !== 'string' || !value.trim()) return 'missing'
    return !field.expects || asExpected(field.expects, value) ? 'good' : 'outside'
  }
  if (typeof value !== 'number') return 'missing'
  // Limits come from sums of decimals; a hundredth of a micrometre is not a verdict.
  const slack = 1e-5
  return value < (field.min ?? -Infinity) - slack || value > (field.max ?? Infinity) + slack ? 'outside' : 'good'
}
