import { imageSize } from 'image-size'
import { LARGEST, type MediaType } from '../../contract/documents.js'
import { refused } from '../problems.js'

const MB = 1024 * 1024
/** More than this a camera does not make, and a browser could not show. */
const LARGEST_SIDE = 20_000

const PICTURES: Record<string, MediaType> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp' }

/**
 * What a file is by its own bytes, whatever its name says: a PDF or a picture that can be shown.
 * @throws Refused with the field `file` where it is neither, broken or too large
 */
export function mediaTypeOf(bytes: Buffer): MediaType {
  if (!bytes.length) throw refused('file', 'a file that is not empty')
  const type = bytes.subarray(0, 1024).includes('%PDF-') ? 'application/pdf' : pictureType(bytes)
  if (bytes.length > LARGEST[type])
    throw refused('file', `at most ${LARGEST[type] / MB} MB; this one has ${(bytes.length / MB).toFixed(1)} MB`)
  return type
}

function pictureType(bytes: Buffer): MediaType {
  let size: ReturnType<typeof imageSize>
  try {
    size = imageSize(bytes)
  } catch {
    throw refused('file', 'a PDF or a picture (PNG, JPEG, WebP) that can be opened')
  }
  const type = PICTURES[size.type ?? '']
  if (!type) throw refused('file', `a PDF or a picture as PNG, JPEG or WebP; this is ${size.type ?? 'something else'}`)
  if (!size.width || !size.height || Math.max(size.width, size.height) > LARGEST_SIDE)
    throw refused('file', `a picture of at most ${LARGEST_SIDE} dots a side`)
  return type
}
