import type { Bearing } from '../bearing/bearing.js'
import { allMoveInside, type Ends, type Holding } from './holding.js'

/** A bearing that gave way inside goes out and one that does not comes in, or the reverse: what has to be settled on the way. Engineering practice. */

export interface ConvertedSupport {
  code: string
  before: readonly (Bearing | null)[]
  after: readonly (Bearing | null)[]
}

/** Supports at which the shaft moved along inside and no longer does, or the reverse; their codes. No unit. Source: the forms of construction. */
export function convertedSupports(supports: readonly ConvertedSupport[]): string[] {
  const known = (rows: readonly (Bearing | null)[]) => rows.length > 0 && rows.every((r) => r !== null)
  return supports.filter((s) => known(s.before) && known(s.after) && allMoveInside(s.before) !== allMoveInside(s.after)).map((s) => s.code)
}

/** What is known on the way of a conversion; null where nobody has said it. */
export interface ConversionFacts {
  holding: Holding | null
  /** What the outer rings of the support that holds stand against. */
  holder: Ends | null
  growthMm: number | null
  /** Room of the free ring, and whether metal must come off for it; `inside`: it moves between its rings and needs none. */
  free: { inside: boolean; presentMm: number | null; offMm: number | null } | null
  couplingGapMm: number | null
  group: string | null
  greaseChosen: boolean
}

export const CONVERSION_STEPS = [
  'convert-held',
  'convert-by',
  'convert-growth',
  'convert-room',
  'convert-metal',
  'convert-coupling',
  'convert-clearance',
  'convert-grease',
] as const
export type ConversionStep = (typeof CONVERSION_STEPS)[number]
export type StepState = 'open' | 'done' | 'act'

/** The steps in their order, each open, done, or with something to be done on the machine. No unit. Source: engineering practice. */
export function conversionSteps(facts: ConversionFacts): { step: ConversionStep; state: StepState }[] {
  const { holding, holder, growthMm, free, couplingGapMm, group, greaseChosen } = facts
  const when = (done: boolean): StepState => (done ? 'done' : 'open')
  const room = free !== null && (free.inside || free.presentMm !== null)
  const state: Record<ConversionStep, StepState> = {
    'convert-held': when(holding === 'one' || holding === 'crossed' || holding === 'adjusted'),
    'convert-by': when(holder !== null && !holder.includes(null)),
    'convert-growth': when(growthMm !== null),
    'convert-room': when(room),
    'convert-metal': free?.offMm ? 'act' : when(room && growthMm !== null),
    'convert-coupling': when(couplingGapMm !== null),
    'convert-clearance': when(group !== null),
    'convert-grease': when(greaseChosen),
  }
  return CONVERSION_STEPS.map((step) => ({ step, state: state[step] }))
}
