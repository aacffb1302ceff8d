import { createReadStream } from 'node:fs'
import { open, readFile, stat } from 'node:fs/promises'
import { oldPlantFile } from '../../contract/plant-document.js'
import { badTextIn } from '../../contract/text.js'
import { refused } from '../problems.js'
import { sumOf } from './write.js'

/** What a plant file holds, one value after the other, each with where it stands. */
export interface Placed {
  value: Record<string, unknown>
  /** As a refusal names it: `line 12`, of a file of old `lists.machines.0`. */
  at: string
}

/** A piece of a paper is the longest line there is. */
const LONGEST_LINE = 4 * 1024 * 1024
/** A file of old is read whole: others wait as long as that takes. */
const LARGEST_OLD = 64 * 1024 * 1024

function valueOf(text: string | Uint8Array, at: string): Record<string, unknown> {
  let value: unknown
  try {
    value = JSON.parse(typeof text === 'string' ? text : new TextDecoder('utf-8', { fatal: true }).decode(text))
  } catch {
    throw refused(at, 'JSON in UTF-8')
  }
  if (typeof value !== 'object' || value === null || Array.isArray(value)) throw refused(at, 'a JSON object')
  const bad = badTextIn(value)
  if (bad !== null) throw refused(`${at}.${bad}`, 'text without null signs and broken letters, not nested beyond reason')
  return value as Record<string, unknown>
}

/** A file line by line; the whole of it is never in memory. */
async function* linesIn(path: string): AsyncGenerator<Placed> {
  let [held, line]: [Buffer[], number] = [[], 0]
  let length = 0
  const take = () => {
    line += 1
    const whole = Buffer.concat(held)
    ;[held, length] = [[], 0]
    return whole
  }
  const add = (part: Buffer) => {
    length += part.length
    if (length > LONGEST_LINE) throw refused(`line ${line + 1}`, 'a line of at most 4 MB')
    if (part.length) held.push(part)
  }
  for await (const chunk of createReadStream(path, { highWaterMark: 1024 * 1024 }) as AsyncIterable<Buffer>) {
    let from = 0
    for (let end = chunk.indexOf(10); end >= 0; end = chunk.indexOf(10, from)) {
      add(chunk.subarray(from, end))
      from = end + 1
      const whole = take()
      if (whole.length) yield { value: valueOf(whole, `line ${line}`), at: `line ${line}` }
    }
    add(chunk.subarray(from))
  }
  const rest = take()
  if (rest.length) yield { value: valueOf(rest, `line ${line}`), at: `line ${line}` }
}

/** A file as it was written before it had lines, as if it had. */
function* linesOfOld(text: Uint8Array): Generator<Placed> {
  const read = oldPlantFile.safeParse(valueOf(text, 'file'))
  if (!read.success) throw refused(read.error.issues[0]!.path.join('.') || 'file', read.error.issues[0]!.message)
  const old = read.data
  const placed = function* (
    kind: string,
    path: string,
    list: readonly unknown[],
    wrap: (item: unknown) => unknown = (x) => x,
  ): Generator<Placed> {
    for (const [i, item] of list.entries()) yield { value: { ...(wrap(item) as object), kind }, at: `${path}.${i}` }
  }
  yield { value: { kind: 'plant', format: old.format, version: 2, name: old.name, schools: old.schools }, at: 'file' }
  yield* placed('person', 'people', old.people)
  yield* placed('grease', 'greases', old.greases, (grease) => ({ grease }))
  yield* placed('gun', 'guns', old.guns, (gun) => ({ gun }))
  for (const [list, entries] of Object.entries(old.lists)) yield* placed('entry', `lists.${list}`, entries, (entry) => ({ list, entry }))
  yield* placed('fitted', 'fitted', old.fitted)
  yield* placed('greasing', 'greasing', old.greasing)
  yield* placed('area', 'areas', old.areas)
  for (const [i, { data, kind, ...paper }] of old.documents.entries()) {
    const bytes = Buffer.from(data, 'base64')
    yield { value: { ...paper, kind: 'paper', type: kind, size: bytes.length, sum: sumOf(bytes) }, at: `documents.${i}` }
    yield { value: { kind: 'piece', data }, at: `documents.${i}.data` }
  }
  yield { value: { kind: 'end', lines: 1 }, at: 'file' }
}

/** Everything that a plant file says, in its order. */
export async function* plantLines(path: string): AsyncGenerator<Placed> {
  const file = await open(path)
  const { buffer, bytesRead } = await file.read(Buffer.alloc(200), 0, 200, 0)
  await file.close()
  const head = buffer.subarray(0, bytesRead).toString('latin1')
  if (!bytesRead) throw refused('file', 'a plant file; this one is empty')
  if (/^\s*\{\s*"kind"\s*:/.test(head)) return yield* linesIn(path)
  if ((await stat(path)).size > LARGEST_OLD)
    throw refused('file', 'a plant file of lines; one of an older program may have 64 MB: write it anew with this one')
  yield* linesOfOld(await readFile(path))
}
