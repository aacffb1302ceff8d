import { z } from 'zod'
import { WORK_ENDS, WORK_ORIGINS, type WorkKind, type WorkOrigin, type WorkState } from '../core/work/work.js'
import { id, version } from './numbers.js'

/** What is wanted and what is under way, above cards, visits and rounds. */

const day = z.iso.date().nullable()
const why = z.string().trim().min(5, 'say what and why, in at least 5 letters').max(300)

export const workFields = z.strictObject({
  /** A card and a visit make their own. */
  kind: z.enum(['inspection', 'errand']),
  machineId: id,
  positionId: id.nullable(),
  why,
  origin: z.enum(WORK_ORIGINS),
  inHands: id.nullable(),
  ...{ wantedFrom: day, wantedTo: day },
  minutes: z
    .int()
    .min(1)
    .max(100 * 60)
    .nullable(),
})
export const workInput = workFields.refine((w) => !w.wantedFrom || !w.wantedTo || w.wantedFrom <= w.wantedTo, {
  path: ['wantedTo'],
  message: 'not before it may begin',
})
export type WorkInput = z.output<typeof workInput>

export const workEndInput = z.strictObject({ version, how: z.enum(WORK_ENDS), reason: z.string().trim().max(300) })

export interface WorkView {
  id: number
  version: number
  kind: WorkKind
  machineId: number | null
  machineCode: string | null
  positionName: string | null
  why: string
  origin: WorkOrigin
  state: WorkState
  inHands: string | null
  wantedFrom: string | null
  wantedTo: string | null
  minutes: number | null
  begunAt: string
  begunBy: string
  /** The card that it is written on, or the visit. */
  cardId: number | null
  visitId: number | null
}
