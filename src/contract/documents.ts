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

/** How a name may end, by what the file is; the first is given to one without. */
export const ENDINGS: Record<MediaType, readonly string[]> = {
  'application/pdf': ['pdf'],
  'image/png': ['png'],
  'image/jpeg': ['jpg', 'jpeg', 'jpe', 'jfif'],
  'image/webp': ['webp'],
}

/** Signs that a name is not shown as it is by: line ends and other controls, and those that turn the direction of what follows. */
const HIDDEN = /[\p{Cc}\u061c\u200b-\u200f\u2028-\u202e\u2060-\u206f\ufeff]/u

export const documentName = z
  .string()
  .trim()
  .min(1, 'what it is called')
  .max(200, 'at most 200 letters')
  .refine((name) => !HIDDEN.test(name), 'letters that are seen: no line ends and no marks of direction')

/** What the program says of a file when it comes in. */
export interface DocumentFacts {
  name: string
  mediaType: MediaType
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

export const DOCUMENTS_A_PAGE = 50

/** The papers of a folder, page by page. */
export interface FolderPage {
  documents: DocumentView[]
  total: number
  /** From 1. */
  page: number
  pages: number
  /** The paper that has just come in; null otherwise. */
  added: number | null
  room: PapersRoom
}

/** What the papers of the whole plant take, and what they may, bytes. */
export interface PapersRoom {
  used: number
  most: number
}

/** From so much on, of 1, it is said that the room runs out. */
export const ROOM_SHORT = 0.9

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
