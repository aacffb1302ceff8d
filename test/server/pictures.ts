import { crc32, deflateSync } from 'node:zlib'

/** Pictures made sign by sign, so that a test knows what is in them. */

function chunk(type: string, body: Buffer): Buffer {
  const named = Buffer.concat([Buffer.from(type, 'latin1'), body])
  const ends = Buffer.alloc(8)
  ends.writeUInt32BE(body.length, 0)
  ends.writeUInt32BE(crc32(named), 4)
  return Buffer.concat([ends.subarray(0, 4), named, ends.subarray(4)])
}

/** One grey dot of a tint; `wide` and `high` are only said. `words` stand beside the dots, `behind` behind the end. */
export function pngOf({ tint = 0, wide = 1, high = 1, words = '', behind = '' }): Buffer {
  const head = Buffer.alloc(13)
  head.writeUInt32BE(wide, 0)
  head.writeUInt32BE(high, 4)
  head[8] = 8
  return Buffer.concat([
    Buffer.from('89504e470d0a1a0a', 'hex'),
    chunk('IHDR', head),
    ...(words ? [chunk('tEXt', Buffer.from(`Comment\0${words}`)), chunk('eXIf', Buffer.from(words))] : []),
    chunk('IDAT', deflateSync(Buffer.from([0, tint]))),
    chunk('IEND', Buffer.alloc(0)),
    Buffer.from(behind),
  ])
}

function segment(marker: number, body: Buffer): Buffer {
  const head = Buffer.from([0xff, marker, 0, 0])
  head.writeUInt16BE(body.length + 2, 2)
  return Buffer.concat([head, body])
}

/** What a camera writes: a frame of eight dots, two scans with a table between them, and what it tells besides. */
export function jpegOf({ place = '', orientation = 1, behind = '' }): Buffer {
  const exif = Buffer.from('45786966000049492a00080000000100120103000100000000000000000000000000', 'hex')
  exif[24] = orientation
  return Buffer.concat([
    Buffer.from('ffd8', 'hex'),
    segment(0xe1, Buffer.concat([exif, Buffer.from(place)])),
    segment(0xe1, Buffer.from(`more ${place}`)),
    segment(0xed, Buffer.from(place)),
    segment(0xfe, Buffer.from(place)),
    segment(0xe2, Buffer.from(`ICC_PROFILE\0colours`)),
    segment(0xdb, Buffer.alloc(65, 1)),
    segment(0xc0, Buffer.from('080008000801011100', 'hex')),
    segment(0xda, Buffer.from('0101003f00', 'hex')),
    Buffer.from('12ff0034ffd056', 'hex'),
    segment(0xc4, Buffer.from('table with ffd9 in it: \xff\xd9', 'latin1')),
    segment(0xda, Buffer.from('0101003f00', 'hex')),
    Buffer.from('789affd9', 'hex'),
    Buffer.from(behind),
  ])
}
