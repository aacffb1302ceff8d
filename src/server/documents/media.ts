import { imageSize } from 'image-size'
import { ENDINGS, LARGEST, documentName, type DocumentFacts, type MediaType } from '../../contract/documents.js'
import { refused } from '../problems.js'
import { bare } from './bare.js'

const MB = 1024 * 1024
/** More than this a camera does not make, and a browser could not show. */
const LARGEST_SIDE = 20_000
/** Opened, a picture takes four bytes a dot, whatever its file has. */
const MOST_DOTS = 50_000_000

const PICTURES: Record<string, MediaType> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp' }

/**
 * What a file is by its own bytes, whatever its name says: a PDF, or a picture that can be shown, of which nothing but the
 * picture is kept.
 * @throws Refused with the field `file` where it is neither, broken or too large, `name` where that does not fit
 */
export function fileOf(given: Buffer, name: string): DocumentFacts & { bytes: Buffer } {
  if (!given.length) throw refused('file', 'a file that is not empty')
  const pdf = given.subarray(0, 5).toString('latin1') === '%PDF-'
  const { mediaType, orientation } = pdf ? { mediaType: 'application/pdf' as const } : picture(given)
  if (given.length > LARGEST[mediaType])
    throw refused('file', `at most ${LARGEST[mediaType] / MB} MB; this one has ${(given.length / MB).toFixed(1)} MB`)
  const read = documentName.safeParse(name)
  if (!read.success) throw refused('name', read.error.issues[0]!.message)
  const ending = endingOf(read.data)
  if (ending && !ENDINGS[mediaType].includes(ending))
    throw refused('name', `the ending ${ENDINGS[mediaType].map((e) => `.${e}`).join(' or ')}, or none: that is what the file is`)
  return { name: read.data, mediaType, bytes: bare(given, mediaType, orientation) }
}

/** What stands behind the last dot where it is an ending of a file: `1.2` has none, and neither has `approx. size`. */
export const endingOf = (name: string): string | null => /\.([a-z][a-z0-9]{1,4})$/i.exec(name)?.[1]!.toLowerCase() ?? null

/** The name under which a file is handed over: with the ending of what it is. */
export function nameToKeep(name: string, type: MediaType): string {
  const ending = endingOf(name)
  return ending && ENDINGS[type].includes(ending) ? name : `${name}.${ENDINGS[type][0]}`
}

function picture(bytes: Buffer): { mediaType: MediaType; orientation?: number } {
  let size: ReturnType<typeof imageSize>
  try {
    size = imageSize(bytes)
  } catch {
    throw refused('file', 'a PDF or a picture (PNG, JPEG, WebP) that can be opened')
  }
  const mediaType = PICTURES[size.type ?? '']
  if (!mediaType) throw refused('file', `a PDF or a picture as PNG, JPEG or WebP; this is ${size.type ?? 'something else'}`)
  if (!size.width || !size.height || Math.max(size.width, size.height) > LARGEST_SIDE)
    throw refused('file', `a picture of at most ${LARGEST_SIDE} dots a side`)
  if (size.width * size.height > MOST_DOTS)
    throw refused(
      'file',
      `a picture of at most ${MOST_DOTS / 1e6} million dots; this one has ${Math.round((size.width * size.height) / 1e6)}`,
    )
  return { mediaType, orientation: size.orientation }
}
