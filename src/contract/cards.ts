import { z } from 'zod'
import type { Key } from '../core/card/answers.js'
import type { Figure } from '../core/card/station.js'
import { PROCEDURES, type ProcedureName } from '../core/procedure/procedures.js'
import type { LineContext } from '../core/card/context.js'
import type { Bearing } from '../core/catalogue/catalogue.js'
import type { Cause } from '../core/inspection/causes.js'
import { stepValuesSchema } from './answers.js'
import type { AnswerView, StepView } from './card-parts.js'
import type { FinishedCard } from './finished.js'
import type { ShaftLineView } from './lines.js'
import type { RecordChange } from './record-change.js'
import { id, version } from './numbers.js'

/** Job cards: what is asked of them and how they are read. Their answers stand in `answers.ts`. */

/** The places that a job works on; of a set all of it. */
export const newJobInput = z.strictObject({
  places: z.array(id).min(1).max(40),
  reason: z.string().trim().max(200),
  /** How it is worked through. */
  procedure: z
    .string()
    .refine((name) => PROCEDURES.some((p) => p.name === name), 'a procedure')
    .default('rolling'),
  /** What was wanted and is written on this card from now on. */
  work: id.optional(),
})

export type NewJob = z.output<typeof newJobInput>

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
  done: string[]
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
  /** By which procedure it is worked through. */
  procedure: ProcedureName
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

export interface MovedView {
  key: Key
  station: string
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
  finished: Pick<FinishedCard, 'coreVersion' | 'evaluation' | 'plan' | 'states'> | null
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

/** A card as it leaves: every figure with its working. */
export interface CardDocument extends Omit<CardView, 'finished'> {
  coreVersion: string
  places: FinishedCard['evaluation']['places']
  /** What sits on the shaft and what its supports carry of it. */
  lineDuty?: FinishedCard['evaluation']['lineDuty']
}
