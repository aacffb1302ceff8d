import { latestDay } from '../../contract/dates.js'
import { keyOf, type OwnEntry, type OwnKind } from '../../contract/own-data.js'
import { sizes, type Bearing } from '../../core/catalogue/catalogue.js'
import { plainName } from '../../core/catalogue/designation.js'
import { ownRowOf } from '../../core/catalogue/own-row.js'
import { letterTable, type Letters } from '../../core/identify/letters.js'
import { rackNames, readMarking, type RackNames } from '../../core/identify/marking.js'
import { faultsOf } from '../../core/line/draft.js'
import { readLine } from '../../core/line/notation.js'
import { writeLine } from '../../core/line/write-line.js'
import { say } from '../../core/words/say.js'
import { ASIDE_WORDS, asideVerdict } from '../../core/mounting/handling.js'
import { findPart } from '../../core/parts/belongs.js'
import { wordsOf } from '../../core/words/say.js'
import { InputError } from '../../core/result.js'
import { settleGreasing } from './greasing.js'
import { settleHistory, spansOf, type Spans } from './history.js'
import { Supports } from './supports.js'
import { Wrong } from './wrong.js'
import type { Query } from '../database.js'
import { plantContext } from '../plant/store.js'
import { ownBearings } from '../bearings/store.js'
import { ownList } from './store.js'

/** An entry of a list in the form in which it is kept, held against all that the plant knows. */

export type Entry = Record<string, unknown>

/** What markings are read against: every row of the rack, the plant's letters and names. */
export interface Rack {
  names: RackNames
  table: Letters[]
  references: Map<string, string>
  /** What earlier lines of a file said of each machine. */
  machines: Map<string, string>
  /** Words of lines that were read, with the words in which the records write them. */
  lines: Map<string, string>
  own: Bearing[]
  /** Only for lists that speak of supports. */
  records: { supports: Supports; greases: string[]; spans: Spans } | null
}

/** Lists that speak of supports of the plant's lines. */
const OF_SUPPORTS: readonly OwnKind[] = ['greasing', 'history']

async function loadRecords(query: Query, kind: OwnKind): Promise<Rack['records']> {
  if (!OF_SUPPORTS.includes(kind)) return null
  const [supports, { greases }, spans] = await Promise.all([
    Supports.load(query),
    plantContext(query),
    kind === 'history' ? spansOf(query) : new Map(),
  ])
  return { supports, greases: greases.map((g) => g.name), spans }
}

export async function loadRack(query: Query, kind: OwnKind): Promise<Rack> {
  const [own, letters, references, records] = await Promise.all([
    ownBearings(query),
    ownList('letters').entries(query, null),
    ownList('cross-references').entries(query, null),
    loadRecords(query, kind),
  ])
  return {
    own,
    records,
    names: rackNames([...sizes(), ...own]),
    table: letterTable(letters as unknown as Letters[]),
    references: new Map(references.map((r) => [String(r.name), String(r.marking)])),
    machines: new Map(),
    lines: new Map(),
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
  const code = entry.code.toUpperCase()
  const { name, area, location, notes } = entry
  const head = JSON.stringify([name, area, location, notes])
  const said = rack.machines.get(code)
  if (said !== undefined && said !== head)
    throw new Wrong('code', `${entry.code} stands here with another name, area, place or notes in an earlier line`)
  rack.machines.set(code, head)
  if (!entry.words) return { ...entry, line: '' }
  if (!entry.line) throw new Wrong('line', 'a shaft line has a name')
  return { ...entry, words: settledLine(entry.words, rack, at) }
}

/** A line in the words in which the records write it; plants have many machines alike, so the same words are read once. */
function settledLine(words: string, rack: Rack, at: Date): string {
  const known = rack.lines.get(words)
  if (known !== undefined) return known
  const { line, problems } = readLine(words, 'metric')
  const [first] = problems
  if (first) {
    const could = first.could.length ? ` It could be ${first.could.join(', ')}.` : ''
    throw new Wrong('words', say(wordsOf(first), 'metric') + could)
  }
  const [fault] = faultsOf(line, latestDay(at))
  if (fault) throw new Wrong('words', say(wordsOf(fault), 'metric'))
  const written = writeLine(line, 'metric')
  rack.lines.set(words, written)
  return written
}

/** What is to be done with a bearing that was put aside, where nobody has said it. */
function settledAside(entry: OwnEntry<'aside'>, today: string): Entry {
  if (entry.day > today) throw new Wrong('day', `${entry.day} is still to come`)
  const marking = entry.marking.toUpperCase()
  return { ...entry, marking, verdict: entry.verdict || ASIDE_WORDS[asideVerdict({ ...entry, colours: entry.colours === 'yes' })] }
}

/** An entry in the form in which it is kept; throws `Wrong` where the rack does not know what it speaks of. */
export function settled(kind: OwnKind, entry: Entry, rack: Rack, at: Date): Entry {
  if (kind === 'machines') return settledMachine(entry as OwnEntry<'machines'>, rack, at)
  if (kind === 'people' || kind === 'tools' || kind === 'instruments') return entry
  const today = latestDay(at)
  if (kind === 'aside') return settledAside(entry as OwnEntry<'aside'>, today)
  if (kind === 'greasing') return settleGreasing(entry as OwnEntry<'greasing'>, rack.records!.supports, rack.records!.greases, today)
  if (kind === 'history') {
    const { placeId: _place, ...settled } = settleHistory(
      entry as OwnEntry<'history'>,
      rack.records!.supports,
      rack.records!.spans,
      rack.own,
      today,
    )
    return settled
  }
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

/** Own bearings lie with their whole row, stock with the row and features that its marking means, what speaks of a support with its number. */
export function withRow(kind: OwnKind, entry: Entry, rack: Rack): Entry {
  if (kind === 'bearings') return { ...entry, row: ownRowOf(entry as OwnEntry<'bearings'>) }
  if (kind === 'greasing') return { ...entry, positionId: rack.records!.supports.find(entry as OwnEntry<'greasing'>).positionId }
  if (kind === 'history')
    return { ...entry, placeId: rack.records!.supports.find(entry as OwnEntry<'history'>).placeIds[Number(entry.place) - 1] }
  if (kind !== 'stock') return entry
  const part = findPart(String(entry.marking))
  if (part) return { ...entry, designation: null, part: part.name, features: {} }
  const { row, features } = rowOf(rack, 'marking', String(entry.marking))
  return { ...entry, designation: row.designation, features }
}
