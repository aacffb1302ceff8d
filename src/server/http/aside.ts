import { createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { Request } from 'express'
import { problem } from '../../contract/problem.js'
import { Refused } from '../problems.js'

/** Lets so many bytes through and no more. */
function atMost(bytes: number): Transform {
  let got = 0
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      got += chunk.length
      if (got > bytes)
        done(new Refused(problem(413, 'Too large', `The file has more than the ${Math.round(bytes / 1e6)} MB that there is room for.`)))
      else done(null, chunk)
    },
  })
}

/** A body as a file of its own while `work` goes on; it is gone afterwards, and when its sender is. */
export async function keptAside<T>(req: Request, most: number, work: (path: string) => Promise<T>): Promise<T> {
  const dir = await mkdtemp(join(tmpdir(), 'yardfrost-'))
  try {
    const path = join(dir, 'body')
    await pipeline(req, atMost(most), createWriteStream(path, { mode: 0o600 }))
    return await work(path)
  } finally {
    await rm(dir, { recursive: true, force: true })
  }
}
