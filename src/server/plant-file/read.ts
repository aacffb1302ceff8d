import type { z } from 'zod'
import type { Me } from '../../contract/people.js'
import {
  CARRIED_LISTS,
  PLANT_LINES,
  type CarriedList,
  type PlantLineKind,
  type PlantLines,
  type PlantRead,
} from '../../contract/plant-document.js'
import { problem, refusal } from '../../contract/problem.js'
import { execute, one, rows, transaction, audit, type Query } from '../database.js'
import { fileOf } from '../documents/media.js'
import { addDocument, mustHaveRoom } from '../documents/store.js'
import { addWants } from '../greasing/points.js'
import { inviteOf, newCode } from '../people/invitation.js'
import { addPerson } from '../people/store.js'
import { Refused, refused } from '../problems.js'
import { bringInto, type Stated } from '../lists/bring.js'
import { plantLines, type Placed } from './lines.js'
import { PLACES, SUPPORTS } from './places.js'
import { addGrease, addGun, countMachines, namePlant, setSchools } from '../plant/store.js'
import { sumOf } from './write.js'
import type pg from 'pg'

/** A plant file into a plant without machines: everything finds its place, or nothing comes in and the line is named. */

/** In the order in which they rest on each other. */
const ORDER = [...CARRIED_LISTS].sort((a, b) => Number(a === 'machines') - Number(b === 'machines'))
const MOST_ENTRIES = 20_000
const MOST_LINES = 200_000

type At<T> = T & { at: string }

/** Raised while the line is looked at, so that its fields bear its place. */
function checked<K extends PlantLineKind>(kind: K, { value, at }: Placed): At<PlantLines[K]> {
  const read = (PLANT_LINES[kind] as unknown as z.ZodType<PlantLines[K]>).safeParse(value)
  if (read.success) return { ...read.data, at }
  const said = refusal(read.error)
  const errors = said.errors!.map((e) => ({ ...e, field: `${at}.${e.field.replace(/^(grease|gun|entry)\./, '')}` }))
  throw new Refused({ ...said, detail: errors.map((e) => `${e.field}: ${e.allowed}`).join('; '), errors })
}

export async function mustBeEmpty(query: Query): Promise<void> {
  if (await one(query, 'SELECT 1 FROM machine LIMIT 1'))
    throw new Refused(
      problem(
        409,
        'Not empty',
        'This plant has machines already. A plant file is read into an empty one; single lists are read under Own data.',
      ),
    )
}

/**
 * Reads the file at `path`; all of it comes in or nothing. People choose a password with a code.
 * @throws Refused with the line, the field and what would be allowed there
 */
export async function readPlant(pool: pg.Pool, path: string, me: Me, at: Date, mostPaperBytes: number): Promise<PlantRead> {
  return transaction(pool, async (query) => {
    await execute(query, 'LOCK TABLE machine IN SHARE ROW EXCLUSIVE MODE')
    await mustBeEmpty(query)
    const read = await readInto(query, plantLines(path), me, at, mostPaperBytes)
    await audit(query, at, me.id, 'plant-read', 'plant', { machines: read.machines, papers: read.papers })
    return read
  })
}

type Taken = { [K in PlantLineKind]: (line: At<PlantLines[K]>) => unknown }

/** Settings and people go in as they come, records once all of them are there, papers behind them. */
async function readInto(query: pg.PoolClient, lines: AsyncIterable<Placed>, me: Me, now: Date, mostPaperBytes: number): Promise<PlantRead> {
  const entries = new Map<CarriedList, Stated[]>()
  const fitted: At<PlantLines['fitted']>[] = []
  const greasing: At<PlantLines['greasing']>[] = []
  const areas: At<PlantLines['area']>[] = []
  const stayed: string[] = []
  let paper: { said: At<PlantLines['paper']>; pieces: Buffer[]; size: number } | null = null
  let places: Places | null = null
  let [count, papers, ended] = [0, 0, false]

  const keep = <T extends { at: string }>(list: T[], line: T, most: number) => {
    if (list.length >= most) throw refused(line.at, `at most ${most} of a kind`)
    list.push(line)
  }
  /** Everything but papers is there: it finds its place. */
  const settle = async () => {
    for (const list of ORDER) await bringInto(query, list, entries.get(list) ?? [], me, now)
    places = await placesOf(query)
    await fit(query, fitted, places)
    await want(query, greasing, places)
    await charge(query, areas)
  }
  const taken: Taken = {
    plant: async ({ name, schools }) => {
      if (name) await namePlant(query, name)
      await setSchools(query, schools)
    },
    person: async ({ active, name, login, role }) => {
      const added = await addPerson(query, { name, login, role, passwordHash: null }, inviteOf(newCode(), now))
      if (!added) stayed.push(login)
      else if (!active) await execute(query, 'UPDATE person SET active = false WHERE id = $1', [added.id])
    },
    grease: async ({ grease, at }) => {
      if ((await addGrease(query, grease)) === null) throw refused(`${at}.name`, `"${grease.name}" is there already`)
    },
    gun: async ({ gun, at }) => {
      if ((await addGun(query, gun, me.id, now)) === null) throw refused(`${at}.name`, `"${gun.name}" is there already`)
    },
    entry: ({ list, entry, at }) => {
      const all = entries.get(list) ?? []
      entries.set(list, all)
      keep(all, { entry, at }, MOST_ENTRIES)
    },
    fitted: (line) => keep(fitted, line, MOST_LINES),
    greasing: (line) => keep(greasing, line, MOST_LINES),
    area: (line) => keep(areas, line, MOST_ENTRIES),
    paper: async (said) => {
      if (!places) await settle()
      paper = { said, pieces: [], size: 0 }
    },
    piece: async ({ data, at }) => {
      if (!paper) throw refused(at, 'a paper before its pieces')
      const piece = Buffer.from(data, 'base64')
      paper.size += piece.length
      if (paper.size > paper.said.size) throw refused(at, `no more than the ${paper.said.size} bytes of "${paper.said.name}"`)
      paper.pieces.push(piece)
      if (paper.size < paper.said.size) return
      await file(query, paper.said, Buffer.concat(paper.pieces), places!, { me, now, mostPaperBytes })
      ;[paper, papers] = [null, papers + 1]
    },
    end: async ({ lines: said, at }) => {
      if (!places) await settle()
      if (said !== count && at !== 'file') throw refused(`${at}.lines`, `${count}: so many stand before it`)
      ended = true
    },
  }

  for await (const placed of lines) {
    const { at } = placed
    const kind = placed.value.kind as PlantLineKind
    if (ended) throw refused(at, 'nothing behind the end')
    if (typeof kind !== 'string' || !Object.hasOwn(taken, kind)) throw refused(`${at}.kind`, Object.keys(taken).join(' | '))
    if ((count === 0) !== (kind === 'plant')) throw refused(at, 'the plant first, and once')
    if (paper && kind !== 'piece')
      throw refused(at, `a piece of "${(paper as { said: { name: string } }).said.name}", which is not whole yet`)
    if (places && !['paper', 'piece', 'end'].includes(kind)) throw refused(at, 'papers stand behind everything else')
    await taken[kind](checked(kind, placed) as never)
    count += 1
  }
  if (!ended) throw refused(`line ${count + 1}`, 'more: the file was cut short')
  return { machines: await countMachines(query), papers, stayed }
}

/** Where a file can point to, by the names it uses; letters of a machine's code count in either case, as everywhere. */
interface Places {
  machines: Map<string, number>
  supports: Map<string, number>
  places: Map<string, number>
}
interface Named {
  machine: string
  line?: string | null
  support?: number | null
  place?: number
}
const nameOf = ({ machine, line, support, place }: Named) => JSON.stringify([machine.toUpperCase(), line, support, place])

async function placesOf(query: Query): Promise<Places> {
  const named = async (sql: string) => new Map((await rows<Named & { id: number }>(query, sql)).map((r) => [nameOf(r), r.id]))
  return {
    machines: await named('SELECT id, code AS machine FROM machine WHERE retired_at IS NULL'),
    supports: await named(SUPPORTS),
    places: await named(PLACES),
  }
}

/** The number of what is named, or the line is refused with what is not there. */
function found(places: Places, at: string, name: Named): number {
  const { machine, line, support, place } = name
  if (!places.machines.has(nameOf({ machine }))) throw refused(`${at}.machine`, `a machine of this file; there is no "${machine}"`)
  if (line === undefined || line === null) return places.machines.get(nameOf({ machine }))!
  const there = places.supports.get(nameOf({ machine, line, support }))
  if (there === undefined)
    throw refused(`${at}.support`, `a support of "${machine}"; its line "${line}" has no support ${support}, counted from 0`)
  if (place === undefined) return there
  const bearing = places.places.get(nameOf({ machine, line, support, place }))
  if (bearing === undefined) throw refused(`${at}.place`, `a place of that support; it has no place ${place}, counted from 0`)
  return bearing
}

const pick = ({ machine, line, support, place }: Named): Named => ({ machine, line, support, ...(place !== undefined && { place }) })

async function fit(query: Query, fitted: readonly At<PlantLines['fitted']>[], places: Places): Promise<void> {
  const all = fitted.map((f) => ({ ...f, id: found(places, f.at, pick(f)) }))
  // Nothing is fitted into a place that is not free yet.
  const inOrder = [...all].sort((a, b) => a.id - b.id || ((a.from ?? '') < (b.from ?? '') ? -1 : 1))
  inOrder.forEach((f, i) => {
    const before = inOrder[i - 1]
    if (before?.id === f.id && (before.to === null || f.from === null || f.from < before.to))
      throw refused(
        `${f.at}.from`,
        `a time when the place is free: ${before.at} has a bearing in it ${before.to === null ? 'still' : `until ${before.to}`}`,
      )
  })
  await execute(query, 'DELETE FROM installation')
  await execute(
    query,
    `INSERT INTO installation (place_id, designation, clearance_group, fitted)
     SELECT r.id, r.designation, r."group", tstzrange(r."from"::timestamptz, r."to"::timestamptz)
     FROM jsonb_to_recordset($1::jsonb) AS r (id bigint, designation text, "group" text, "from" text, "to" text)`,
    [JSON.stringify(all)],
  )
}

async function want(query: Query, greasing: readonly At<PlantLines['greasing']>[], places: Places): Promise<void> {
  const greases = new Map((await rows<{ id: number; name: string }>(query, 'SELECT id, name FROM grease')).map((g) => [g.name, g.id]))
  const first = new Map<string, string>()
  const wants = greasing.map(({ at, grease, ...line }) => {
    const positionId = found(places, at, pick(line))
    if (grease !== null && !greases.has(grease)) throw refused(`${at}.grease`, `a grease of this file; there is no "${grease}"`)
    const twice = `${positionId} ${line.point.trim().toUpperCase()}`
    if (first.has(twice)) throw refused(`${at}.point`, `once; it stands at ${first.get(twice)} already`)
    first.set(twice, at)
    return { ...line, positionId, greaseId: grease === null ? null : greases.get(grease)!, pointId: null, jobId: null }
  })
  await addWants(query, wants)
}

async function charge(query: Query, areas: readonly At<PlantLines['area']>[]): Promise<void> {
  const people = new Map((await rows<{ id: number; login: string }>(query, 'SELECT id, login FROM person')).map((p) => [p.login, p.id]))
  const first = new Map<string, string>()
  const all = areas.map(({ area, login, at }) => {
    if (!people.has(login)) throw refused(`${at}.login`, `somebody of this file; there is no "${login}"`)
    if (first.has(area)) throw refused(`${at}.area`, `once; it stands at ${first.get(area)} already`)
    first.set(area, at)
    return { area, id: people.get(login)! }
  })
  await execute(
    query,
    'INSERT INTO area_charge (area, person_id) SELECT r.area, r.id FROM jsonb_to_recordset($1::jsonb) AS r (area text, id bigint)',
    [JSON.stringify(all)],
  )
}

/** A paper with the machines that share it and what it says there; one that is none is refused as at a folder. */
async function file(
  query: Query,
  said: At<PlantLines['paper']>,
  bytes: Buffer,
  places: Places,
  { me, now, mostPaperBytes }: { me: Me; now: Date; mostPaperBytes: number },
): Promise<void> {
  const { at, name, type, addedAt, machines, sayings } = said
  if (sumOf(bytes) !== said.sum) throw refused(`${at}.sum`, 'the sum of its bytes: they were changed on the way')
  const kept = inPlace(at, () => fileOf(bytes, name))
  await mustHaveRoom(query, kept.bytes.length, mostPaperBytes)
  let documentId = 0
  for (const machine of machines)
    documentId = await addDocument(query, found(places, at, { machine }), { kind: type, ...kept }, me.id, new Date(addedAt))
  const all = sayings.map((s, i) => ({
    ...s,
    machineId: found(places, `${at}.sayings.${i}`, { machine: s.machine }),
    positionId:
      s.support === null ? null : found(places, `${at}.sayings.${i}`, { machine: s.machine, line: s.line ?? '', support: s.support }),
  }))
  await execute(
    query,
    `INSERT INTO saying (document_id, machine_id, position_id, subject, words, amount, page, added_at, added_by)
     SELECT $2, r."machineId", r."positionId", r.subject, r.words, r.amount, r.page, $3, $4
     FROM jsonb_to_recordset($1::jsonb) AS r ("machineId" bigint, "positionId" bigint, subject text, words text, amount numeric, page int)`,
    [JSON.stringify(all), documentId, now, me.id],
  )
}

/** What is refused inside bears the place it stands at. */
function inPlace<T>(at: string, look: () => T): T {
  try {
    return look()
  } catch (error) {
    const [first] = error instanceof Refused ? (error.problem.errors ?? []) : []
    throw first ? refused(`${at}.${first.field}`, first.allowed) : error
  }
}
