import { expect } from 'chai'
import { imageSize } from 'image-size'
import { bare } from '../../src/server/documents/bare.js'
import { jpegOf, pngOf } from './pictures.js'

const TOLD = '52 N 13 E'

/** A chunk of a WebP, padded to an even length. */
function webpChunk(type: string, body: Buffer): Buffer {
  const head = Buffer.alloc(8)
  head.write(type, 'latin1')
  head.writeUInt32LE(body.length, 4)
  return Buffer.concat([head, body, Buffer.alloc(body.length % 2)])
}
function webpOf(words: string): Buffer {
  const told = words ? [webpChunk('EXIF', Buffer.from(words)), webpChunk('XMP ', Buffer.from(words))] : []
  // Eight by eight dots, said in the head; the dots are any.
  const body = [
    webpChunk('VP8X', Buffer.from([words ? 0x0c : 0, 0, 0, 0, 7, 0, 0, 7, 0, 0])),
    ...told,
    webpChunk('VP8L', Buffer.from('dots.')),
  ]
  const file = Buffer.concat([Buffer.from('RIFF....WEBP'), ...body])
  file.writeUInt32LE(file.length - 8, 4)
  return file
}

describe('a picture alone', () => {
  it('a JPEG loses what was told beside its dots, and nothing of them', () => {
    const plain = bare(jpegOf({}), 'image/jpeg', 1)
    const told = bare(jpegOf({ place: TOLD, behind: `a film of ${TOLD}` }), 'image/jpeg', 1)
    expect(told.equals(plain)).to.equal(true)
    expect(told.includes(TOLD)).to.equal(false)
    for (const kept of ['ICC_PROFILE', 'table with ffd9 in it', '\x12\xff\x004\xff\xd0V', 'x\x9a\xff\xd9'])
      expect(told.includes(Buffer.from(kept, 'latin1')), kept).to.equal(true)
    expect(imageSize(told)).to.include({ width: 8, height: 8 })
  })
  for (const orientation of [3, 6, 8])
    it(`keeps that it is turned ${orientation}`, () => {
      expect(imageSize(bare(jpegOf({ place: TOLD, orientation }), 'image/jpeg', orientation)).orientation).to.equal(orientation)
    })
  it('a PNG and a WebP lose it too', () => {
    expect(bare(pngOf({ tint: 7, words: TOLD, behind: TOLD }), 'image/png').equals(pngOf({ tint: 7 }))).to.equal(true)
    expect(bare(webpOf(TOLD), 'image/webp').equals(webpOf(''))).to.equal(true)
    expect(imageSize(bare(webpOf(TOLD), 'image/webp'))).to.include({ width: 8, height: 8 })
  })
  it('the same again changes nothing more, wherever it is cut it ends or is refused', () => {
    for (const [type, bytes] of [
      ['image/jpeg', jpegOf({ place: TOLD })],
      ['image/png', pngOf({ words: TOLD })],
      ['image/webp', webpOf(TOLD)],
    ] as const) {
      const once = bare(bytes, type)
      expect(bare(once, type).equals(once), type).to.equal(true)
      for (let at = 16; at < bytes.length; at += 1) {
        try {
          bare(bytes.subarray(0, at), type)
        } catch (error) {
          expect((error as Error).message, `${type} at ${at}`).to.contain('ends in the middle')
        }
      }
    }
  })
})
