import { z } from 'zod'
import type { Key } from '../core/card/answers.js'
import type { Figure } from '../core/card/station.js'
import type { Station } from '../core/procedure/rolling.js'
import type { LineContext } from '../core/card/context.js'
import type { LineEvaluation } from '../core/card/evaluate.js'
import type { StepState } from '../core/card/signing.js'
import type { Bearing } from '../core/catalogue/catalogue.js'
import type { Cause } from '../core/inspection/causes.js'
import { type StepValues, stepValuesSchema } from './answers.js'
import type { ShaftLineView } from './lines.js'
import type { RecordChange } from './record-change.js'
import { id, version } from './numbers.js'

/** Job cards: what is asked of them and how they are read. Their answers stand in `answers.ts`. */

/** The places that a job works on; of a set all of it. */
export const newJobInput = z.strictObject({ places: z.array(id).min(1).max(40), reason: z.string().trim().max(200) })

export const cancelInput = z.strictObject({ reason: z.string().trim().min(5, 'say why in at least 5 letters').max(300) })

export const saveStepInput = z.strictObject({ version, values: stepValuesSchema })

/** Who has the job in hand from now on. */
export const inChargeInput = z.strictObject({ personId: id })

/** With open questions or stops a card is closed only with a reason. */
export const finishInput = z.strictObject({ reason: z.string().trim().max(300).default('') })

export const acceptStepInput = z.strictObject({ reason: z.string().trim().min(5, 'say why in at least 5 letters').max(300) })

export interface JobSummary {
  questions: number
  stops: number
  /** Stations whose verdict is good. */
  done: Station[]
  designation: string | null
  /** Of every place of the card that is known. */
  designations: string[]
  /** The same as they are called, with clearance and count; left out by cards of before. */
  named?: string
  cause: Cause | null
}

export const JOB_STATES = ['planned', 'open', 'finished', 'cancelled'] as const

export interface JobLine {
  id: number
  number: string
  reason: string
  status: (typeof JOB_STATES)[number]
  openedAt: string
  openedBy: string
  /** Who has it in hand. */
  inCharge: string
  inChargeId: number
  finishedAt: string | null
  finishReason: string
  cancelledAt: string | null
  cancelReason: string
  machineId: number
  machineCode: string
  machineName: string
  /** Names of the positions that it works on. */
  where: string
  summary: JobSummary
}

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

export interface MovedView {
  key: Key
  station: Station
  before: string
  after: string
  /** What it was, in core units; null where only the reading was kept. */
  was: Figure['value']
  because: string
}

export interface CardView {
  job: JobLine
  /** Rises with every change; what is newer than the one a page knows is news to it. */
  revision: number
  plant: string
  line: ShaftLineView
  context: LineContext
  dutyVersion: number | null
  answers: Record<Key, AnswerView>
  steps: StepView[]
  moved: MovedView[]
  /** What was changed in the records of its line since it was opened, newest first; none on a closed card. */
  lineChanges: RecordChange[]
  /** What a finished card said when it was finished; it is shown instead of anything computed now. */
  finished: Pick<FrozenCard, 'coreVersion' | 'evaluation' | 'states'> | null
}

/** What a change changed. */
export interface ChangeReply {
  revision: number
  /** Versions of the answers that were sent, and answers of others since the revision that the page knew. */
  versions: Record<Key, number>
  news: Record<Key, AnswerView>
  moved: MovedView[]
  dutyVersion: number | null
  /** Bearings of the plant's own that the card speaks of from now on. */
  ownRows?: Bearing[]
}

/** Answers that somebody else gave meanwhile; nothing of the change was stored. */
export interface ChangeConflict {
  conflicts: (AnswerView & { key: Key })[]
  /** The line's duty as another card of the line has it, where that is what stands against it. */
  dutyVersion?: number
}

/** All of a finished card that later code or records could otherwise change. */
export interface FrozenCard {
  /** Its sentences are phrases from 2 on. */
  version: 2
  coreVersion: string
  evaluation: LineEvaluation
  states: StepState[]
  steps: StepView[]
  line: ShaftLineView
  context: LineContext
}

/** A card as it leaves: every figure with its working. */
export interface CardDocument extends Omit<CardView, 'finished'> {
  coreVersion: string
  places: LineEvaluation['places']
  /** What sits on the shaft and what its supports carry of it. */
  lineDuty?: LineEvaluation['lineDuty']
}
