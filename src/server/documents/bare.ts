import { refused } from '../problems.js'

/**
 * A picture without what it tells besides the picture: where, when and with what it was taken, previews, words, whatever was
 * hung behind its end. Its dots are not touched, so that nothing is lost of a nameplate; of a JPEG the way it is to be turned
 * is kept. Source: JPEG (ITU-T T.81, annex B; Exif 2.3, 4.5.2), PNG (ISO/IEC 15948, 5.3), WebP (RFC 9649, 2.3 to 2.7).
 */

const broken = () => refused('file', 'a picture that can be opened; this one ends in the middle')

/** Segments of a JPEG that its dots need: the frame and tables, JFIF (E0), colour profile (E2), colours of the coder (EE). */
const JPEG_GONE = (marker: number, body: Buffer) =>
  marker === 0xfe ||
  (marker >= 0xe0 && marker <= 0xef && ![0xe0, 0xee].includes(marker) && !(marker === 0xe2 && body.includes('ICC_PROFILE')))

/** How a picture is to be turned, as the one entry of an Exif segment. */
function turnedSegment(orientation: number): Buffer {
  const exif = Buffer.from('ffe100224578696600004d4d002a00000008000101120003000000010000000000000000', 'hex')
  exif[29] = orientation
  return exif
}

/** Where the coded dots behind a scan's head end: at the next marker that is neither a stuffed byte nor a restart. */
function endOfScan(bytes: Buffer, from: number): number {
  for (let at = bytes.indexOf(0xff, from); at >= 0; at = bytes.indexOf(0xff, at + 1)) {
    const next = bytes[at + 1]
    if (next === undefined) return bytes.length
    if (next !== 0 && next !== 0xff && !(next >= 0xd0 && next <= 0xd7)) return at
  }
  return bytes.length
}

function bareJpeg(bytes: Buffer, orientation: number | undefined): Buffer {
  const kept = [bytes.subarray(0, 2)]
  if (orientation && orientation > 1 && orientation <= 8) kept.push(turnedSegment(orientation))
  let at = 2
  while (at + 4 <= bytes.length && bytes[at] === 0xff) {
    const marker = bytes[at + 1]!
    if (marker === 0xff) {
      at += 1
      continue
    }
    if (marker === 0xd9) break
    const end = at + 2 + bytes.readUInt16BE(at + 2)
    if (end > bytes.length || end < at + 4) throw broken()
    const upTo = marker === 0xda ? endOfScan(bytes, end) : end
    if (!JPEG_GONE(marker, bytes.subarray(at + 4, end))) kept.push(bytes.subarray(at, upTo))
    at = upTo
  }
  kept.push(Buffer.from([0xff, 0xd9]))
  return Buffer.concat(kept)
}

const PNG_KEPT = 'IHDR PLTE IDAT IEND tRNS gAMA cHRM sRGB iCCP sBIT bKGD pHYs acTL fcTL fdAT cICP'.split(' ')

function barePng(bytes: Buffer): Buffer {
  const kept = [bytes.subarray(0, 8)]
  for (let at = 8; at < bytes.length;) {
    if (at + 12 > bytes.length) throw broken()
    const type = bytes.toString('latin1', at + 4, at + 8)
    const end = at + 12 + bytes.readUInt32BE(at)
    if (end > bytes.length) throw broken()
    if (PNG_KEPT.includes(type)) kept.push(bytes.subarray(at, end))
    if (type === 'IEND') return Buffer.concat(kept)
    at = end
  }
  throw broken()
}

const WEBP_KEPT = ['VP8 ', 'VP8L', 'VP8X', 'ALPH', 'ANIM', 'ANMF', 'ICCP']
/** In the head of an extended file: that it holds Exif or XMP. */
const WEBP_TELLS = 0x08 | 0x04

function bareWebp(bytes: Buffer): Buffer {
  const whole = Math.min(bytes.length, 8 + bytes.readUInt32LE(4))
  const kept: Buffer[] = []
  for (let at = 12; at + 8 <= whole;) {
    const type = bytes.toString('latin1', at, at + 4)
    const size = bytes.readUInt32LE(at + 4)
    const end = at + 8 + size + (size % 2)
    if (at + 8 + size > whole) throw broken()
    const chunk = Buffer.from(bytes.subarray(at, Math.min(end, whole)))
    if (type === 'VP8X') chunk[8]! &= ~WEBP_TELLS
    if (WEBP_KEPT.includes(type)) kept.push(chunk)
    at = end
  }
  if (!kept.length) throw broken()
  const body = Buffer.concat(kept)
  const head = Buffer.from(bytes.subarray(0, 12))
  head.writeUInt32LE(4 + body.length, 4)
  return Buffer.concat([head, body])
}

/**
 * The picture alone; a PDF is given back as it is.
 * @param orientation how a JPEG is to be turned, 1 to 8, as Exif counts
 * @throws Refused with the field `file` where it ends in the middle
 */
export function bare(bytes: Buffer, type: string, orientation?: number): Buffer {
  if (type === 'image/jpeg') return bareJpeg(bytes, orientation)
  if (type === 'image/png') return barePng(bytes)
  if (type === 'image/webp') return bareWebp(bytes)
  return bytes
}
