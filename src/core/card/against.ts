import { amount, phrase, type Words } from '../words/message.js'
import type { Quantity } from '../units/quantities.js'

/** An entry of a step that is held against another entry of the same step. */

export const ROUNDS = ['clockwise', 'anticlockwise'] as const

export type Against =
  /** What it is more than the other may lie between two limits, in core units of its quantity; `wrong` says what to do where it does not. */
  | { rule: 'over'; field: string; min: number; max: number; wrong: Words }
  /** Turned the same way as the other, or the opposite one. */
  | { rule: 'turned'; field: string; same: boolean; wrong: Words }
  /** End play, mm, that the shims now in it (the other field, mm) should have moved from what a trial pack gave. */
  | { rule: 'shims'; field: string; trialMm: number; trialPlayMm: number; side: 'opens' | 'closes' }

/** What a dial and a pack of shims are read to, mm: less than that is no direction. Engineering practice. */
const NO_MOVE_MM = 0.02

function shimsWrong(packMm: number, playMm: number, { trialMm, trialPlayMm, side }: Extract<Against, { rule: 'shims' }>): Words | null {
  const more = packMm - trialMm
  const due = side === 'opens' ? more : -more
  const went = playMm - trialPlayMm
  if (Math.abs(due) <= NO_MOVE_MM || Math.abs(went) <= NO_MOVE_MM || Math.sign(due) === Math.sign(went)) return null
  return phrase`The wrong way: ${amount(Math.abs(more), 'gap')} ${more > 0 ? 'more' : 'less'} of shims should have ${due > 0 ? 'opened' : 'closed'} the play by as much, and it went from ${amount(trialPlayMm, 'gap')} to ${amount(playMm, 'gap')}. Either they sit on the other side than Arrange was told, or the trial was read without turning.`
}

/**
 * Why an entry cannot stand beside another one of its step, in a sentence; null where it can, or where either is
 * not filled yet. Core units. Source: the rule of the field.
 */
export function againstWords(against: Against | undefined, value: unknown, values: Readonly<Record<string, unknown>>): Words | null {
  const other = against && values[against.field]
  if (!against || value === null || value === undefined || other === null || other === undefined) return null
  if (against.rule === 'turned') return (value === other) === against.same ? null : against.wrong
  if (typeof value !== 'number' || typeof other !== 'number') return null
  if (against.rule === 'shims') return shimsWrong(other, value, against)
  const over = value - other
  // As for limits: a hundredth of a micrometre is not a verdict.
  return over < against.min - 1e-5 || over > against.max + 1e-5 ? against.wrong : null
}

/** What an entry should be, in words, where that follows from another one; empty where it does not. Source: the rule of the field. */
export function followsWords(against: Against | undefined, values: Readonly<Record<string, unknown>>, quantity: Quantity): Words {
  const other = against && values[against.field]
  if (!against || typeof other !== 'number') return ''
  if (against.rule === 'over' && against.min !== -against.max)
    return phrase`With that it is to be ${amount(other + against.min, quantity, 2)} to ${amount(other + against.max, quantity, 2)}.`
  if (against.rule === 'shims') {
    const due = (against.side === 'opens' ? 1 : -1) * (other - against.trialMm)
    return phrase`These shims should give ${amount(against.trialPlayMm + due, 'gap')}.`
  }
  return ''
}
