import { z } from 'zod'
import type { Evaluated } from '../core/card/evaluated.js'
import type { LineContext } from '../core/card/context.js'
import type { LineStep } from '../core/card/line-step.js'
import type { LineDuty } from '../core/card/loads-of-line.js'
import type { StepState } from '../core/card/signing.js'
import type { Figure, Question, StationCaution, StationResult, Verdict } from '../core/card/station.js'
import type { CardDrawing } from '../core/drawing/card-drawings.js'
import type { Drawing } from '../core/drawing/primitives.js'
import type { ProcedureName } from '../core/procedure/procedures.js'
import type { WorkingStep } from '../core/result.js'
import { QUANTITIES, type Quantity } from '../core/units/quantities.js'
import type { Message, Param, Words } from '../core/words/message.js'
import { LATE_WHY, type KeptAnswer, type LateWhy, type StepView } from './card-parts.js'
import type { ShaftLineView } from './lines.js'

/**
 * What a closed card is: a document of its own, which no later core or record changes. View, paper, JSON and drawing read it. A change of
 * this schema is a new version: the one before moves to `server/cards/earlier/` with the one step that leads it forward.
 */

export const FINISHED_VERSION = 4

/** The result of one station as it read. What its panel draws besides is kept along under names of that day. */
export interface FinishedStation extends StationResult {
  [more: string]: unknown
}

export interface FinishedCard {
  version: typeof FINISHED_VERSION
  coreVersion: string
  procedure: ProcedureName
  /** What the card was of, as it was called then. */
  about: { number: string; reason: string; machineCode: string; machineName: string; where: string; plant: string }
  /** Every station of every place, with what sat on the shaft and what its supports carried. */
  evaluation: Evaluated<Record<string, FinishedStation>> & { lineDuty?: LineDuty }
  /** Its steps in their order, how each stood, and what was written on it, by whom. */
  plan: LineStep[]
  states: StepState[]
  steps: StepView[]
  /** What was entered. */
  answers: Record<string, KeptAnswer>
  drawings: CardDrawing[]
  /** The line and all that was known of it before anything was entered. */
  line: ShaftLineView
  context: LineContext
}

const text = z.string()
const figureOf = z.number()
const messageSchema: z.ZodType<Message> = z.lazy(() => z.looseObject({ code: text, params: z.record(text, paramSchema).optional() }))
const quantity = z.enum(Object.keys(QUANTITIES) as [Quantity, ...Quantity[]])
const amountSchema = z.strictObject({ value: figureOf, quantity, decimals: figureOf.optional() })
const wordsSchema: z.ZodType<Words> = z.lazy(() =>
  z.union([text, z.strictObject({ says: text, with: z.record(text, paramSchema) }), amountSchema]),
)
const paramSchema: z.ZodType<Param> = z.lazy(() =>
  z.union([wordsSchema, figureOf, z.strictObject({ sizesMm: z.array(figureOf) }), messageSchema, z.array(paramSchema)]),
)

const workingStep: z.ZodType<WorkingStep> = z.strictObject({
  ...{ symbol: text, name: text, formula: text, substituted: text, unit: text, source: text },
  value: z.union([figureOf, text]),
})
const value = z.union([figureOf, z.tuple([figureOf, figureOf]), text, z.null()])
const figure: z.ZodType<Figure> = z.strictObject({
  ...{ key: text, label: wordsSchema, value, quantity },
  decimals: figureOf.optional(),
  note: wordsSchema.optional(),
  working: z.array(workingStep),
  assumptions: z.array(text),
})
const verdict: z.ZodType<Verdict> = z.strictObject({ word: text, level: z.enum(['good', 'caution', 'stop', 'open']) })
const message = { code: text, params: z.record(text, paramSchema).optional(), station: text }
const caution: z.ZodType<StationCaution> = z.looseObject({
  ...message,
  level: z.enum(['note', 'caution', 'stop']),
  message: wordsSchema.optional(),
  figure: z.union([figureOf, text]).optional(),
})
const question: z.ZodType<Question> = z.looseObject({ ...message, text: wordsSchema.optional(), why: wordsSchema.optional() })
const station = z.looseObject({
  ...{ station: text, reason: wordsSchema, verdict, hero: figure.nullable(), headline: wordsSchema },
  figures: z.array(figure),
  cautions: z.array(caution),
  questions: z.array(question),
  fieldErrors: z.record(text, wordsSchema),
  missing: z.array(z.strictObject({ field: text, label: wordsSchema, scope: text.optional() })).optional(),
})

const entry = z.union([figureOf, text, z.boolean(), z.null()])
const stepField = z.looseObject({
  ...{ key: text, label: wordsSchema, quantity },
  kind: z.enum(['number', 'text', 'check', 'choice']),
  decimals: figureOf.optional(),
  min: figureOf.optional(),
  max: figureOf.optional(),
})
const planned = z.looseObject({
  ...{ key: text, title: wordsSchema, doing: wordsSchema, tools: z.array(wordsSchema) },
  ...{ scope: text, lane: text, place: text, station: text },
  fields: z.array(stepField),
  caution: wordsSchema.optional(),
  restsOn: z.array(text),
})
const state = z.strictObject({
  key: text,
  fields: z.record(text, z.enum(['missing', 'good', 'outside'])),
  outside: z.array(wordsSchema),
  signed: z.boolean(),
  movedUnder: z.array(wordsSchema),
  reopened: z.array(wordsSchema).optional(),
  holds: z.boolean(),
  blocked: wordsSchema.nullable(),
})
const by = text.nullable()
const reading = z.strictObject({ field: text, value: figureOf, instrument: by, at: text, by: text })
const step = z.strictObject({
  ...{ key: text, version: figureOf, values: z.record(text, entry) },
  ...{ signedBy: by, signedAt: by, acceptedBy: by, acceptedReason: by },
  restedOn: z.record(text, text).nullable(),
  readings: z.array(reading).optional(),
  late: z
    .array(z.strictObject({ by: text, at: text, heardAt: text, why: z.enum(Object.keys(LATE_WHY) as [LateWhy, ...LateWhy[]]) }))
    .optional(),
})

const drawing: z.ZodType<Drawing> = z.looseObject({
  ...{ width: figureOf, height: figureOf, description: text },
  scale: text.optional(),
  primitives: z.array(z.looseObject({ kind: z.enum(['path', 'line', 'circle', 'text']), role: text })),
}) as unknown as z.ZodType<Drawing>

/** A closed card as it is stored and read; what is loose in it is handed on as it was and read by nothing that must last. */
export const finishedCard = z.strictObject({
  version: z.literal(FINISHED_VERSION),
  coreVersion: text,
  procedure: z.strictObject({ name: text, version: figureOf }),
  about: z.strictObject({ number: text, reason: text, machineCode: text, machineName: text, where: text, plant: text }),
  evaluation: z.looseObject({
    procedure: z.strictObject({ name: text, version: figureOf }).optional(),
    order: z.array(z.strictObject({ place: text, lead: text })),
    places: z.record(text, z.record(text, station)),
  }),
  plan: z.array(planned),
  states: z.array(state),
  steps: z.array(step),
  answers: z.record(text, z.strictObject({ version: figureOf, value: z.unknown(), shape: figureOf, savedAt: text, savedBy: text })),
  drawings: z.array(z.strictObject({ place: text, of: z.enum(['section', 'run']), metric: drawing, inch: drawing })),
  line: z.looseObject({ carries: text, positions: z.array(z.looseObject({ code: text, name: text, alongMm: figureOf })) }),
  context: z.looseObject({ onCard: z.array(text), positions: z.array(z.looseObject({ code: text })) }),
}) as unknown as z.ZodType<FinishedCard>
