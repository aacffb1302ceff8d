import type pg from 'pg'
import type { Me } from '../../contract/people.js'
import { OWN_SCHEMAS, keyOf, type Change, type ImportReport, type LineError, type OwnKind } from '../../contract/own-data.js'
import { COLUMNS } from '../../contract/own-columns.js'
import type { Heading } from '../../contract/headings.js'
import { problem } from '../../contract/problem.js'
import { Wrong } from './wrong.js'
import { UNWATCHED, type Watch } from './progress.js'
import { Refused, notFound } from '../problems.js'
import { readCsv } from '../files/csv.js'
import { Within, audit, transaction, type Query } from '../database.js'
import { changing } from '../records/hearing.js'
import { loadRack, settled, withRow, type Entry, type Rack } from './settle.js'
import { addBatch, columnNamesOf, currentEntries, keepColumnNames, findBatch, lockChanges, markUndone, ownList } from './store.js'

interface Lined {
  line: number
  entry: Entry
}

/** Errors that are listed one by one; of more only the number is told. */
const ERRORS_SHOWN = 50
const CHANGES_SHOWN = 100
/** Entries worked on in one go. */
const SLICE = 200

const sameEntry = (kind: OwnKind, a: Entry, b: Entry) => COLUMNS[kind].every(({ field }) => (a[field] ?? null) === (b[field] ?? null))

/** Figures that are all left empty take the maker's figures of a row away. */
const saysNothing = (kind: OwnKind, entry: Entry) =>
  kind === 'figures' && COLUMNS[kind].every((c) => c.kind === 'text' || entry[c.field] === null)

/** What would change, compared with what stands there now. */
async function compare(query: Query, kind: OwnKind, entries: readonly Entry[]): Promise<{ changes: Change[]; same: number }> {
  const keys = entries.map((e) => keyOf(kind, e))
  const current = await currentEntries(query, kind, keys)
  const changes: Change[] = []
  entries.forEach((entry, i) => {
    const before = current.get(keys[i]!) ?? null
    const after = saysNothing(kind, entry) ? null : entry
    if (before && after ? !sameEntry(kind, before, after) : before !== after) changes.push({ key: keys[i]!, before, after })
  })
  return { changes, same: entries.length - changes.length }
}

/** What somebody else wrote since an entry was looked at is not written over. */
async function mustBeAsSeen(query: Query, kind: OwnKind, entries: readonly Entry[], seen: readonly (Entry | null)[]): Promise<void> {
  const keys = entries.map((e) => keyOf(kind, e))
  const current = await currentEntries(query, kind, keys)
  entries.forEach((_, i) => {
    const before = seen[i]
    const now = current.get(keys[i]!) ?? null
    // Under another name it is another entry.
    const was = before && keyOf(kind, before) === keys[i] ? before : null
    if (was && now ? sameEntry(kind, was, now) : was === now) return
    const says = now ? COLUMNS[kind].flatMap(({ field, name }) => (now[field] ? [`${name} ${String(now[field])}`] : [])).join(', ') : 'gone'
    throw new Refused(
      problem(409, 'Changed meanwhile', `Somebody else changed this entry meanwhile; it is now: ${says}. Look again before you write.`, {
        current: now,
      }),
    )
  })
}

async function make(query: pg.PoolClient, kind: OwnKind, changes: readonly Change[], rack: Rack, me: Me, at: Date): Promise<void> {
  // Plans from when the tables were small would look through every row of what is about to grow.
  await query.query('DISCARD PLANS')
  const list = ownList(kind)
  const gone = changes.filter((c) => c.after === null).map((c) => c.key)
  const written = changes.flatMap((c) => (c.after ? [withRow(kind, c.after, rack)] : []))
  const write = async () => {
    if (gone.length) await list.remove(query, gone, me.id, at)
    if (written.length) await list.write(query, written, me.id, at)
  }
  await (kind === 'figures' ? changing(query, { figuresOf: changes.map((c) => c.key) }, write, at) : write())
}

interface Wanted {
  kind: OwnKind
  entries: Lined[]
  errors: LineError[]
  notes: string[]
  headings: Heading[]
  source: string
  /** As they were looked at, one an entry; left out where nobody looked. */
  seen?: readonly (Entry | null)[]
}

/** Checks every entry, compares, and with `apply` makes all changes or none. */
async function bring(
  pool: pg.Pool | Within,
  wanted: Wanted,
  apply: boolean,
  me: Me,
  at: Date,
  watch: Watch = UNWATCHED,
): Promise<ImportReport> {
  const { kind, notes, headings } = wanted
  return transaction(pool, async (query) => {
    if (apply) await lockChanges(query)
    const rack = await loadRack(query, kind)
    const errors = [...wanted.errors]
    const entries: Entry[] = []
    const first = new Map<string, number>()
    for (const [i, { line, entry }] of wanted.entries.entries()) {
      // Others get their turn: reading a marking takes a while, and there may be twenty thousand.
      if (i % SLICE === SLICE - 1) await watch(i + 1, wanted.entries.length)
      try {
        const whole = settled(kind, entry, rack, at)
        if (kind === 'stock') withRow(kind, whole, rack)
        const key = keyOf(kind, whole)
        const earlier = first.get(key)
        if (earlier !== undefined) errors.push({ line, column: COLUMNS[kind][0]!.name, message: `stands in line ${earlier} already` })
        else first.set(key, line)
        entries.push(whole)
      } catch (error) {
        if (!(error instanceof Wrong)) throw error
        errors.push({ line, column: COLUMNS[kind].find((c) => c.field === error.field)?.name ?? error.field, message: error.message })
      }
    }
    errors.sort((a, b) => a.line - b.line)
    const { changes, same } = errors.length ? { changes: [], same: 0 } : await compare(query, kind, entries)
    if (apply && wanted.seen && !errors.length) await mustBeAsSeen(query, kind, entries, wanted.seen)
    let batchId: number | null = null
    if (apply && !errors.length && changes.length) {
      await make(query, kind, changes, rack, me, at)
      // Until here it can be stopped; all that was written goes back with the transaction.
      await watch(wanted.entries.length, wanted.entries.length)
      batchId = await addBatch(query, kind, wanted.source, changes, me.id, at)
      if (!(pool instanceof Within))
        await audit(query, at, me.id, 'read-list', `list ${kind}`, { source: wanted.source, entries: changes.length, batchId })
    }
    return {
      kind,
      headings,
      rows: wanted.entries.length,
      added: changes.filter((c) => !c.before).length,
      changed: changes.filter((c) => c.before).length,
      same,
      errors: errors.slice(0, ERRORS_SHOWN),
      moreErrors: Math.max(0, errors.length - ERRORS_SHOWN),
      notes,
      changes: changes.slice(0, CHANGES_SHOWN),
      batchId,
    }
  })
}

/** How a file is read besides: what its columns are called, how far it is, and who may stop it. */
export interface Reading {
  source: string
  apply: boolean
  columns: Record<string, string> | null
  watch: Watch
}

/** A file: a dry run says what it would change, `apply` makes it. What its columns were said to be is kept for the next one. */
export async function bringFile(
  pool: pg.Pool,
  kind: OwnKind,
  bytes: Uint8Array,
  reading: Reading,
  me: Me,
  at: Date,
): Promise<ImportReport> {
  const { source, apply, columns, watch } = reading
  const kept = await columnNamesOf(pool, kind)
  const lower = Object.fromEntries(Object.entries(columns ?? {}).map(([name, column]) => [name.trim().toLowerCase(), column]))
  const { entries, errors, notes, headings } = await readCsv(kind, bytes, { ...kept, ...lower })
  // A dry run keeps nothing: not what the columns are called either.
  if (columns && apply) await keepColumnNames(pool, kind, { ...kept, ...lower })
  return bring(pool, { kind, entries: entries as Lined[], errors, notes, headings, source }, apply, me, at, watch)
}

/** An entry as a file of the whole plant states it, with where it stands there. */
export interface Stated {
  entry: Entry
  at: string
}

/** Entries of one list inside a transaction of somebody else's; one that cannot be, or stands there twice, refuses them all with its place. */
export async function bringInto(query: pg.PoolClient, kind: OwnKind, stated: readonly Stated[], me: Me, now: Date): Promise<void> {
  if (!stated.length) return
  const rack = await loadRack(query, kind)
  const first = new Map<string, string>()
  const changes: Change[] = []
  for (const [i, { entry, at }] of stated.entries()) {
    // Others get their turn.
    if (i % SLICE === SLICE - 1) await new Promise((go) => setImmediate(go))
    const read = OWN_SCHEMAS[kind].safeParse(entry)
    if (!read.success)
      throw refusedFields(read.error.issues.map((issue) => ({ field: [at, ...issue.path].join('.'), allowed: issue.message })))
    try {
      const after = settled(kind, read.data, rack, now)
      if (kind === 'stock') withRow(kind, after, rack)
      const key = keyOf(kind, after)
      if (first.has(key)) throw new Wrong(COLUMNS[kind][0]!.field, `once; it stands at ${first.get(key)} already`)
      first.set(key, at)
      changes.push({ key, before: null, after })
    } catch (error) {
      if (!(error instanceof Wrong)) throw error
      throw refusedFields([{ field: `${at}.${error.field}`, allowed: error.message }])
    }
  }
  await make(query, kind, changes, rack, me, now)
}

/** Entries typed into a form go the same way as a file; an error is told beside its field. */
export async function bringEntries(
  pool: pg.Pool | Within,
  kind: OwnKind,
  raw: readonly unknown[],
  me: Me,
  at: Date,
  seen?: readonly (Entry | null)[],
): Promise<ImportReport> {
  const entries: Lined[] = []
  for (const [i, value] of raw.entries()) {
    const parsed = OWN_SCHEMAS[kind].safeParse(value)
    if (!parsed.success)
      throw refusedFields(parsed.error.issues.map((issue) => ({ field: issue.path.join('.') || 'entry', allowed: issue.message })))
    entries.push({ line: i + 1, entry: parsed.data })
  }
  const report = await bring(
    pool,
    { kind, entries, errors: [], notes: [], headings: [], source: 'typed', ...(seen && { seen }) },
    true,
    me,
    at,
  )
  if (report.errors.length)
    throw refusedFields(
      report.errors.map((e) => ({ field: COLUMNS[kind].find((c) => c.name === e.column)?.field ?? 'entry', allowed: e.message })),
    )
  return report
}

function refusedFields(errors: { field: string; allowed: string }[]): Refused {
  return new Refused(problem(422, 'Refused value', errors.map((e) => `${e.field}: ${e.allowed}`).join('; '), { errors }))
}

/** Takes one entry away. */
export async function removeEntry(pool: pg.Pool | Within, kind: OwnKind, key: string, me: Me, at: Date): Promise<number> {
  return transaction(pool, async (query) => {
    await lockChanges(query)
    const before = (await currentEntries(query, kind, [key])).get(key)
    if (!before) throw notFound('entry')
    const changes: Change[] = [{ key, before, after: null }]
    await makeOrRefuse(query, kind, changes, await loadRack(query, kind), me, at)
    const batchId = await addBatch(query, kind, 'removed', changes, me.id, at)
    return batchId
  })
}

/** A row that stock or figures rest on cannot go. */
async function makeOrRefuse(query: pg.PoolClient, kind: OwnKind, changes: readonly Change[], rack: Rack, me: Me, at: Date): Promise<void> {
  try {
    await make(query, kind, changes, rack, me, at)
  } catch (error) {
    if ((error as { code?: string }).code !== '23503') throw error
    throw new Refused(
      problem(
        409,
        'Still used',
        'Something of the records rests on this entry: stock or figures on a bearing, work and signatures on a person. Take that away first, or switch the person off.',
      ),
    )
  }
}

/** Of which list a change is. */
export async function kindOfBatch(query: Query, id: number): Promise<OwnKind> {
  const batch = await findBatch(query, id)
  if (!batch) throw notFound('change')
  return batch.kind
}

/** Takes a change back whole; refuses when somebody has changed one of its entries since. */
export async function undoBatch(pool: pg.Pool | Within, id: number, me: Me, at: Date): Promise<void> {
  await transaction(pool, async (query) => {
    await lockChanges(query)
    const batch = await findBatch(query, id)
    if (!batch) throw notFound('change')
    if (batch.undoneAt) throw new Refused(problem(409, 'Taken back already', 'This change has been taken back already.'))
    const { kind, changes } = batch
    const current = await currentEntries(
      query,
      kind,
      changes.map((c) => c.key),
    )
    const moved = changes.filter(({ key, after }) => {
      const now = current.get(key) ?? null
      return now === null || after === null ? now !== after : !sameEntry(kind, now, after)
    })
    if (moved.length)
      throw new Refused(
        problem(
          409,
          'Changed since',
          `Changed again since then: ${moved
            .slice(0, 5)
            .map((c) => c.key)
            .join(', ')}${moved.length > 5 ? ` and ${moved.length - 5} more` : ''}. Take the later change back first.`,
        ),
      )
    const back = changes.map(({ key, before, after }): Change => ({ key, before: after, after: before }))
    await makeOrRefuse(query, kind, back, await loadRack(query, kind), me, at)
    await markUndone(query, id, me.id, at)
  })
}
