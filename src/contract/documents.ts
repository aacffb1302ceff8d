import { z } from 'zod'
import { SUBJECTS, type Saying } from '../core/line/sayings.js'
import { id } from './numbers.js'
import { keysOf } from './names.js'

/** What lies in a machine's folder, and what it says on bearings. */

export const DOCUMENT_KINDS = ['manual', 'nameplate', 'picture', 'drawing'] as const
export type DocumentKind = (typeof DOCUMENT_KINDS)[number]

/** What a file may be, and how large. */
export const MEDIA_TYPES = ['application/pdf', 'image/png', 'image/jpeg', 'image/webp'] as const
export type MediaType = (typeof MEDIA_TYPES)[number]
const MB = 1024 * 1024
export const LARGEST: Record<MediaType, number> = {
  'application/pdf': 30 * MB,
  'image/png': 8 * MB,
  'image/jpeg': 8 * MB,
  'image/webp': 8 * MB,
}

export interface SayingView extends Saying {
  id: number
  documentId: number
  /** Null for the whole machine. */
  positionId: number | null
}

export interface DocumentView {
  id: number
  kind: DocumentKind
  name: string
  mediaType: MediaType
  size: number
  addedAt: string
  addedBy: string
  sayings: SayingView[]
}

const amount = z.number().positive('must be above zero').max(1e6).nullable()
export const sayingInput = z
  .strictObject({
    documentId: id,
    positionId: id.nullable(),
    subject: z.enum(keysOf(SUBJECTS)),
    words: z.string().trim().min(1, 'must not be empty').max(400),
    amount,
    page: z.int().min(1).max(10_000).nullable(),
  })
  .refine((s) => (s.amount !== null) === (SUBJECTS[s.subject].quantity !== null), {
    path: ['amount'],
    error: 'how much: hours of an interval, grams of a quantity, nothing else',
  })
export type SayingInput = z.output<typeof sayingInput>
