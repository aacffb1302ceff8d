import type pg from 'pg'
import type { Me } from '../../contract/people.js'
import {
  COLUMNS,
  OWN_SCHEMAS,
  keyOf,
  type Change,
  type ImportReport,
  type LineError,
  type OwnEntry,
  type OwnKind,
} from '../../contract/own-data.js'
import { problem } from '../../contract/problem.js'
import { sizes } from '../../core/catalogue/catalogue.js'
import { plainName } from '../../core/catalogue/designation.js'
import { ownRowOf } from '../../core/catalogue/own-row.js'
import { letterTable, type Letters } from '../../core/identify/letters.js'
import { rackNames, readMarking, type RackNames } from '../../core/identify/marking.js'
import { faultsOf } from '../../core/line/draft.js'
import { readLine } from '../../core/line/notation.js'
import { writeLine } from '../../core/line/write-line.js'
import { inUnits } from '../../core/units/quantities.js'
import { wordsOf } from '../../core/words/say.js'
import { InputError } from '../../core/result.js'
import { makersFiguresEntered } from '../cards/finish.js'
import { Refused, notFound } from '../problems.js'
import { readCsv } from '../files/csv.js'
import { audit, transaction, type Query } from '../database.js'
import { ownBearings } from './bearings.js'
import { lockLines, onOpenCards } from '../cards/store.js'
import { addBatch, currentEntries, findBatch, lockChanges, markUndone, ownList } from './store.js'

type Entry = Record<string, unknown>
interface Lined {
  line: number
  entry: Entry
}

/** Errors that are listed one by one; of more only the number is told. */
const ERRORS_SHOWN = 50
const CHANGES_SHOWN = 100
/** Entries worked on in one go. */
const SLICE = 200

/** What markings are read against: every row of the rack, the plant's letters and names. */
interface Rack {
  names: RackNames
  table: Letters[]
  references: Map<string, string>
  /** What earlier lines of a file said of each machine. */
  machines: Map<string, string>
}

async function loadRack(query: Query): Promise<Rack> {
  const [own, letters, references] = await Promise.all([
    ownBearings(query),
    ownList('letters').entries(query, null),
    ownList('cross-references').entries(query, null),
  ])
  return {
    names: rackNames([...sizes(), ...own]),
    table: letterTable(letters as unknown as Letters[]),
    references: new Map(references.map((r) => [String(r.name), String(r.marking)])),
    machines: new Map(),
  }
}

class Wrong extends Error {
  constructor(
    readonly field: string,
    message: string,
  ) {
    super(message)
  }
}

/** The one row that a marking means, or why there is none. */
function rowOf(rack: Rack, field: string, marking: string) {
  if (/[?*]/.test(marking)) throw new Wrong(field, `"${marking}" has signs that nobody could read: write the whole marking`)
  const { readings } = reading(rack, field, marking)
  const [first] = readings
  if (!first) throw new Wrong(field, `"${marking}" begins with no number of the rack`)
  const others = new Set(readings.map((r) => r.row.designation))
  if (others.size > 1) throw new Wrong(field, `"${marking}" may be ${[...others].slice(0, 4).join(', ')}: write which`)
  return first
}

function reading(rack: Rack, field: string, marking: string) {
  try {
    return readMarking(rack.names, marking, rack.table, rack.references)
  } catch (error) {
    if (error instanceof InputError) throw new Wrong(field, error.allowed)
    throw error
  }
}

/** A machine with its line in the words in which the records write it. */
function settledMachine(entry: OwnEntry<'machines'>, rack: Rack, at: Date): Entry {
  const { line, problems } = readLine(entry.words, 'metric')
  const [first] = problems
  if (first) {
    const could = first.could.length ? ` It could be ${first.could.join(', ')}.` : ''
    throw new Wrong('words', inUnits(wordsOf(first), 'metric') + could)
  }
  const code = entry.code.toUpperCase()
  const { name, area, location, notes } = entry
  const head = JSON.stringify([name, area, location, notes])
  const said = rack.machines.get(code)
  if (said !== undefined && said !== head)
    throw new Wrong('code', `${entry.code} stands here with another name, area, place or notes in an earlier line`)
  rack.machines.set(code, head)
  if (!entry.words) return { ...entry, line: '' }
  if (!entry.line) throw new Wrong('line', 'a shaft line has a name')
  const [fault] = faultsOf(line, at.toISOString().slice(0, 10))
  if (fault) throw new Wrong('words', inUnits(wordsOf(fault), 'metric'))
  return { ...entry, words: writeLine(line, 'metric') }
}

/** An entry in the form in which it is kept; throws `Wrong` where the rack does not know what it speaks of. */
function settled(kind: OwnKind, entry: Entry, rack: Rack, at: Date): Entry {
  if (kind === 'machines') return settledMachine(entry as OwnEntry<'machines'>, rack, at)
  const upper = (value: unknown) => String(value).trim().toUpperCase().replace(/\s+/g, ' ')
  if (kind === 'bearings') {
    const own = entry as OwnEntry<'bearings'>
    const designation = upper(own.designation)
    const taken = rack.names.heads.get(plainName(designation))?.[0]
    if (taken && taken.row.series !== 'own')
      throw new Wrong('designation', `${taken.row.designation} is in the catalogue; enter a maker's figures over it instead`)
    const whole = { ...own, designation }
    try {
      ownRowOf(whole)
    } catch (error) {
      if (error instanceof InputError) throw new Wrong(error.field, error.allowed)
      throw error
    }
    return whole
  }
  if (kind === 'figures') return { ...entry, designation: rowOf(rack, 'designation', String(entry.designation)).row.designation }
  if (kind === 'letters') return { ...entry, letters: upper(entry.letters) }
  if (kind === 'cross-references') {
    rowOf(rack, 'marking', String(entry.marking))
    return { ...entry, name: keyOf(kind, entry), marking: upper(entry.marking) }
  }
  return { ...entry, marking: upper(entry.marking), shelf: upper(entry.shelf) }
}

/** Own bearings lie with their whole row, stock with the row and features that its marking means. */
function withRow(kind: OwnKind, entry: Entry, rack: Rack): Entry {
  if (kind === 'bearings') return { ...entry, row: ownRowOf(entry as OwnEntry<'bearings'>) }
  if (kind !== 'stock') return entry
  const { row, features } = rowOf(rack, 'marking', String(entry.marking))
  return { ...entry, designation: row.designation, features }
}

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

/** Cards that rest on a row whose figures change show what moved. */
async function withMovedCards(
  query: pg.PoolClient,
  kind: OwnKind,
  changes: readonly Change[],
  at: Date,
  write: () => Promise<void>,
): Promise<void> {
  if (kind !== 'figures') return write()
  const names = await onOpenCards(
    query,
    changes.map((c) => c.key),
  )
  // Before the first of them is read, and all at once.
  await lockLines(query, { openWith: names })
  const nest = (i: number): Promise<void> => (i === names.length ? write() : makersFiguresEntered(query, names[i]!, () => nest(i + 1), at))
  return nest(0)
}

async function make(query: pg.PoolClient, kind: OwnKind, changes: readonly Change[], rack: Rack, me: Me, at: Date): Promise<void> {
  const list = ownList(kind)
  const gone = changes.filter((c) => c.after === null).map((c) => c.key)
  const written = changes.flatMap((c) => (c.after ? [withRow(kind, c.after, rack)] : []))
  await withMovedCards(query, kind, changes, at, async () => {
    if (gone.length) await list.remove(query, gone, me.id, at)
    if (written.length) await list.write(query, written, me.id, at)
  })
}

interface Wanted {
  kind: OwnKind
  entries: Lined[]
  errors: LineError[]
  notes: string[]
  source: string
}

/** Checks every entry, compares, and with `apply` makes all changes or none. */
async function bring(pool: pg.Pool, wanted: Wanted, apply: boolean, me: Me, at: Date): Promise<ImportReport> {
  const { kind, notes } = wanted
  return transaction(pool, async (query) => {
    if (apply) await lockChanges(query)
    const rack = await loadRack(query)
    const errors = [...wanted.errors]
    const entries: Entry[] = []
    const first = new Map<string, number>()
    for (const [i, { line, entry }] of wanted.entries.entries()) {
      // Others get their turn: reading a marking takes a while, and there may be twenty thousand.
      if (i % SLICE === SLICE - 1) await new Promise((go) => setImmediate(go))
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
    let batchId: number | null = null
    if (apply && !errors.length && changes.length) {
      await make(query, kind, changes, rack, me, at)
      batchId = await addBatch(query, kind, wanted.source, changes, me.id, at)
      await audit(query, at, me.id, 'own-data', kind, { source: wanted.source, entries: changes.length, batchId })
    }
    return {
      kind,
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

/** A file: a dry run says what it would change, `apply` makes it. */
export async function bringFile(
  pool: pg.Pool,
  kind: OwnKind,
  bytes: Uint8Array,
  source: string,
  apply: boolean,
  me: Me,
  at: Date,
): Promise<ImportReport> {
  const { entries, errors, notes } = await readCsv(kind, bytes)
  return bring(pool, { kind, entries: entries as Lined[], errors, notes, source }, apply, me, at)
}

/** Entries of one list inside a transaction of somebody else's; one that cannot be refuses them all, with its place. */
export async function bringInto(query: pg.PoolClient, kind: OwnKind, raw: readonly Entry[], me: Me, at: Date): Promise<void> {
  if (!raw.length) return
  const rack = await loadRack(query)
  const changes = raw.map((entry, i): Change => {
    try {
      const after = settled(kind, entry, rack, at)
      return { key: keyOf(kind, after), before: null, after }
    } catch (error) {
      if (!(error instanceof Wrong)) throw error
      throw refusedFields([{ field: `lists.${kind}.${i}.${error.field}`, allowed: error.message }])
    }
  })
  await make(query, kind, changes, rack, me, at)
}

/** Entries typed into a form go the same way as a file; an error is told beside its field. */
export async function bringEntries(pool: pg.Pool, kind: OwnKind, raw: readonly unknown[], me: Me, at: Date): Promise<ImportReport> {
  const entries: Lined[] = []
  for (const [i, value] of raw.entries()) {
    const parsed = OWN_SCHEMAS[kind].safeParse(value)
    if (!parsed.success)
      throw refusedFields(parsed.error.issues.map((issue) => ({ field: issue.path.join('.') || 'entry', allowed: issue.message })))
    entries.push({ line: i + 1, entry: parsed.data })
  }
  const report = await bring(pool, { kind, entries, errors: [], notes: [], source: 'typed' }, true, me, at)
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
export async function removeEntry(pool: pg.Pool, kind: OwnKind, key: string, me: Me, at: Date): Promise<number> {
  return transaction(pool, async (query) => {
    await lockChanges(query)
    const before = (await currentEntries(query, kind, [key])).get(key)
    if (!before) throw notFound('entry')
    const changes: Change[] = [{ key, before, after: null }]
    await makeOrRefuse(query, kind, changes, await loadRack(query), me, at)
    const batchId = await addBatch(query, kind, 'removed', changes, me.id, at)
    await audit(query, at, me.id, 'own-data', kind, { removed: key, batchId })
    return batchId
  })
}

/** A row that stock or figures rest on cannot go. */
async function makeOrRefuse(query: pg.PoolClient, kind: OwnKind, changes: readonly Change[], rack: Rack, me: Me, at: Date): Promise<void> {
  try {
    await make(query, kind, changes, rack, me, at)
  } catch (error) {
    if ((error as { code?: string }).code !== '23503') throw error
    throw new Refused(problem(409, 'Still used', 'Stock or maker’s figures rest on this bearing: take them away first.'))
  }
}

/** Takes a change back whole; refuses when somebody has changed one of its entries since. */
export async function undoBatch(pool: pg.Pool, id: number, me: Me, at: Date): Promise<void> {
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
    await makeOrRefuse(query, kind, back, await loadRack(query), me, at)
    await markUndone(query, id, me.id, at)
    await audit(query, at, me.id, 'own-data-undone', kind, { batchId: id })
  })
}
