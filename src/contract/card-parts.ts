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
}
