import { z } from 'zod'
import { HELD_ENDS, NOT_READABLE, VISIT_VERDICTS, type VisitAnswers, type VisitResult } from '../core/arrangement/visit-check.js'
import { CLEARANCE_GROUPS } from '../core/bearing/clearance.js'
import { id } from './numbers.js'

/** A look at somebody else's work, without a job card. */

const gap = z.number().min(0, 'from 0 mm').max(1000).nullable()
export const visitInput = z.strictObject({
  rings: z.int().min(0).max(12).nullable(),
  held: z.enum(HELD_ENDS).nullable(),
  coversClamp: z.boolean().nullable(),
  ...{ behindMm: gap, aheadMm: gap, couplingGapMm: gap },
  sleevesBothEnds: z.boolean().nullable(),
  group: z.enum([...CLEARANCE_GROUPS, NOT_READABLE]).nullable(),
  hottestC: z.number().min(-40, 'from −40 °C').max(400, 'up to 400 °C').nullable(),
  fittedBy: z.string().trim().max(120),
  note: z.string().trim().max(600),
  /** Pictures of the machine's folder that belong to it. */
  pictures: z.array(id).max(20),
})
export type VisitInput = z.output<typeof visitInput>
export const VISIT_VERDICT = z.enum(VISIT_VERDICTS)

export interface VisitView {
  id: number
  machineId: number
  machineCode: string
  machineName: string
  lineName: string
  at: string
  by: string
  answers: VisitAnswers
  result: VisitResult
  pictures: { id: number; name: string }[]
}
