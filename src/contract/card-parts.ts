import type { StepValues } from './answers.js'

/** Answers, readings and steps of a card as they are read, open or closed. */

/** One answer as it stands; version 0 is not answered. */
export interface AnswerView {
  version: number
  value: unknown
  savedAt: string
  savedBy: string
}

/** One reading as it was written down; the last of a field is the one that stands, or was taken away since. */
export interface ReadingView {
  field: string
  value: number
  /** Null where nobody said what it was read with. */
  instrument: string | null
  at: string
  by: string
}

/** Why a signature that arrived late does not count. */
export const LATE_WHY = {
  closed: 'the card was closed by then',
  role: 'the right to sign was gone by then',
  gone: 'the step was no longer in the plan',
  blocked: 'the step could not be signed when it arrived',
} as const
export type LateWhy = keyof typeof LATE_WHY

/** A signature as it was given on a device, which arrived too late to count. */
export interface LateSignature {
  by: string
  /** When it was given, and when it was heard of. */
  at: string
  heardAt: string
  why: LateWhy
}

export interface StepView {
  key: string
  version: number
  values: StepValues
  signedBy: string | null
  signedAt: string | null
  /** Figures under the signature as they were shown when it was given; the core says whether it still holds. */
  restedOn: Record<string, string> | null
  acceptedBy: string | null
  acceptedReason: string | null
  /** Every reading that was ever written down at it, oldest first; left out by cards of before. */
  readings?: ReadingView[]
  /** Signatures that arrived too late to count; left out where there are none. */
  late?: LateSignature[]
}

/** An answer as a closed card keeps it: with the shape that its field had. */
export interface KeptAnswer extends AnswerView {
  shape: number
}
