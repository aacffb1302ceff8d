import { findBearing, type Boundary } from '../catalogue/catalogue.js'
import { inchNames, namesInSeries, plainName } from '../catalogue/designation.js'
import { FAMILY_LABEL } from '../bearing/families.js'
import { FORMS, type FormName } from '../bearing/construction-forms.js'
import { InputError } from '../result.js'
import { FEATURE_LABEL, LETTERS, valueWords, type Feature, type Letters } from './letters.js'
import type { Head, RackNames } from './rack-names.js'
import { readWritten } from './written.js'

export type { RackNames }

export interface Piece {
  text: string
  kind: 'number' | Feature | 'unknown'
  meaning: string
}

/** One way to read a marking. */
export interface Reading {
  row: Boundary
  /** The whole marking with every unreadable place filled in. */
  completed: string
  pieces: Piece[]
  features: Partial<Record<Feature, string>>
  /** Letters that no table explains. */
  unknown: string
  /** What was taken for granted to find the row. */
  assumed: string | null
}

export interface MarkingResult {
  readings: Reading[]
  /** How many more there are than are given. */
  more: number
  /** Why nothing is given, in words. */
  nothing: string | null
}

const LONGEST = 60
const GIVEN = 40
/** With more signs missing a marking says nothing, and trying every name takes long. */
const MOST_GAPS = 8
const MOST_STARS = 2
const LETTERS_DEEP = 6
const TAILS_KEPT = 12

/** Bore code of a number written out in words: "08: 40 mm". */
function numberMeaning(row: Boundary): string {
  const form = FORMS[row.form as FormName]
  const bore = `bore ${row.boreMm} mm`
  return `${FAMILY_LABEL[row.family]}, ${form.label}; ${bore}, ${row.outsideMm} × ${row.widthMm} mm`
}

/** What may remain of a pattern once a name stands at its head; a `?` is one sign, a `*` any number. */
function afterName(pattern: string, name: string): string[] {
  const first = pattern[0]
  if (first !== '?' && first !== '*' && first !== name[0]) return []
  const rests = new Set<string>()
  const seen = new Set<number>()
  const walk = (p: number, n: number): void => {
    const place = p * 64 + n
    if (seen.has(place)) return
    seen.add(place)
    const sign = pattern[p]
    if (n === name.length) {
      rests.add(pattern.slice(p))
      // A star may reach on behind the number.
      if (sign === '*') rests.add(pattern.slice(p + 1))
      return
    }
    if (sign === undefined) return
    if (sign === '*') {
      walk(p + 1, n)
      walk(p, n + 1)
    } else if (sign === '?' || sign === name[n]) walk(p + 1, n + 1)
  }
  walk(0, 0)
  return [...rests]
}

interface Tail {
  letters: Letters[]
  unknown: string
}

/** Reads what stands behind a number: known letters as far as they reach, then what nobody knows. Remembers what it has read. */
function tailReader(table: readonly Letters[]): (rest: string) => readonly Tail[] {
  const known = new Map<string, readonly Tail[]>()
  const read = (rest: string, deep: number): readonly Tail[] => {
    // A stroke or a plus only separates.
    const text = rest.replace(/^[/+,;]+/, '')
    if (text === '' || text === '*') return [{ letters: [], unknown: '' }]
    if (deep === 0) return [{ letters: [], unknown: text }]
    const key = `${deep} ${text}`
    const before = known.get(key)
    if (before) return before
    const found: Tail[] = []
    for (const entry of table) {
      for (const left of afterName(text, entry.letters.toUpperCase())) {
        if (left.length >= text.length) continue
        for (const tail of read(left, deep - 1)) {
          if (!tail.letters.some((l) => l.feature === entry.feature))
            found.push({ letters: [entry, ...tail.letters], unknown: tail.unknown })
        }
      }
    }
    const fewest = Math.min(text.length, ...found.map((f) => f.unknown.length))
    const best =
      fewest < text.length ? found.filter((f) => f.unknown.length === fewest).slice(0, TAILS_KEPT) : [{ letters: [], unknown: text }]
    known.set(key, best)
    return best
  }
  return (rest) => read(rest, LETTERS_DEEP)
}

/** Reads a run of letters whole, by a table: its meanings, or null where something of it is left over. No unit. Source: the table. */
export function explainer(table: readonly Letters[]): (text: string) => Letters[] | null {
  const tails = tailReader(table)
  return (text) => tails(text).find((t) => t.unknown === '')?.letters ?? null
}

/** Names under which a row may stand on a ring, and the letters that are then missing from it. */
function namesOn(row: Boundary): readonly string[] {
  const own = plainName(row.designation)
  if (row.form === 'single-row-angular') return [own, own.replace(/[A-Z]+$/, '')]
  if (row.form !== 'tapered-inch') return namesInSeries(row.series, row.designation)
  // Cone and cup lie about one by one.
  return [...inchNames(own), ...own.split('/')]
}

/** What a name that is not the whole designation leaves out. */
function missingOf(row: Boundary, name: string): string | null {
  const own = plainName(row.designation)
  if (row.form === 'single-row-angular' && name !== own)
    return `No letter tells the contact angle of ${name}: ${angleOf(row)} is taken here. Other angles exist too.`
  if (row.form !== 'tapered-inch' || name.includes('/')) return null
  const [cone, cup] = row.designation.split('/')
  return name === own.split('/')[0]
    ? `${cone} is the cone alone; ${cup} is the cup that belongs to it here. Read the cup as well: others run with this cone.`
    : `${cup} is the cup alone; ${cone} is a cone that belongs to it. Read the cone as well: it gives the bore.`
}

const ANGLE_BY_LETTER: Readonly<Record<string, string>> = { C: '15°', AC: '25°', B: '40°' }
const angleOf = (row: Boundary) => ANGLE_BY_LETTER[/[A-Z]+$/.exec(plainName(row.designation))![0]] ?? 'one angle'

/** A reading from what was made of its letters, each row under the name that stands on it. No unit. Source: as `readMarking`. */
export function readingOf(row: Boundary, tail: Tail, name: string): Reading {
  const angleMissing = row.form === 'single-row-angular' && name !== plainName(row.designation)
  const pieces: Piece[] = [{ text: row.designation, kind: 'number', meaning: numberMeaning(row) }]
  for (const l of tail.letters)
    pieces.push({
      text: l.letters,
      kind: l.feature,
      meaning: `${FEATURE_LABEL[l.feature]}: ${valueWords(l.feature, l.value)}${l.own ? ' (letter table of the plant)' : ''}`,
    })
  const missing = row.form === 'tapered-inch' ? missingOf(row, name) : null
  if (missing) pieces[0] = { ...pieces[0]!, text: name, meaning: `${pieces[0]!.meaning}. ${missing}` }
  if (angleMissing)
    pieces.push({ text: '', kind: 'unknown', meaning: 'no letter tells the contact angle: look which one it is before ordering' })
  if (tail.unknown) pieces.push({ text: tail.unknown, kind: 'unknown', meaning: 'not in any letter table: find out before ordering' })
  const features: Partial<Record<Feature, string>> = Object.fromEntries(tail.letters.map((l) => [l.feature, l.value]))
  if (row.boreTaper) features.bore = row.boreTaper
  return {
    row,
    completed: [row.designation, ...tail.letters.map((l) => l.letters), tail.unknown].filter(Boolean).join(' '),
    pieces,
    features,
    unknown: tail.unknown,
    assumed: missingOf(row, name),
  }
}

/** The names under which rows of the rack may stand on a ring, ordered so that the longest is tried first. */
export function rackNames(rows: readonly Boundary[]): RackNames {
  const heads = new Map<string, Head[]>()
  const tapered = new Map<string, Boundary>()
  for (const row of rows) {
    namesOn(row).forEach((name, i) => {
      const head = { row, short: i > 0 }
      const list = heads.get(name)
      if (list) list.push(head)
      else heads.set(name, [head])
    })
    if (row.boreTaper) tapered.set(plainName(row.designation), row)
  }
  return { heads, tapered }
}

/** Names that a pattern may begin with: a whole number by its own beginnings, one with gaps by trying all. */
function* beginnings(pattern: string, names: RackNames): Generator<readonly [string, readonly Head[], string]> {
  if (/[?*]/.test(pattern)) {
    for (const [name, heads] of names.heads) for (const rest of afterName(pattern, name)) yield [name, heads, rest]
    return
  }
  for (let length = pattern.length; length > 0; length -= 1) {
    const name = pattern.slice(0, length)
    const heads = names.heads.get(name)
    if (heads) yield [name, heads, pattern.slice(length)]
  }
}

/** A number that ends where somebody left a blank is likelier than one that runs over it: 625 2RZ is not 6252 RZ. */
const BREAK = 3

/** After how many signs of the plain name a blank or a dash was typed. */
function breaksOf(text: string): Set<number> {
  const found = new Set<number>()
  let signs = 0
  for (const sign of text.trim()) {
    if (/[\s\-/]/.test(sign)) found.add(signs)
    if (!/[\s\-._]/.test(sign)) signs += 1
  }
  return found
}

/** The row that a name is usually taken for, where letters that choose among rows are missing. No unit. Source: the rack. */
export const usualOf = (name: string): string | null => findBearing(name)?.row.designation ?? null

/** A marking with letters among others that no table explains, as it is written every day; null where no number stands at its head. No unit. Source: as `readWritten`. */
export function everydayReading(names: RackNames, text: string, table: readonly Letters[]): Reading | null {
  const written = readWritten(names, text, explainer(table), table, usualOf)
  return written && readingOf(written.row, { letters: written.letters, unknown: written.notRead.join(' ') }, written.name)
}

/**
 * Reads a marking, also one that is half gone: `?` stands for one sign that cannot be read, `*` for any number of them.
 * Readings come best first: nothing unexplained before something, exact number before a completed one.
 * `names` is the rack, `table` the letters of the plant over the common ones, `crossReferences` other names of rows.
 * Source: ISO 15 series and bore codes; letters by table. @throws InputError for more than 60 signs or none that can be read.
 */
export function readMarking(
  names: RackNames,
  text: string,
  table: readonly Letters[] = LETTERS,
  crossReferences: ReadonlyMap<string, string> = new Map(),
): MarkingResult {
  if (text.length > LONGEST)
    throw new InputError('marking', `${text.slice(0, 20)}…`, `a marking has at most ${LONGEST} signs; type only what stands on one ring`)
  const pattern = plainName(text).replace(/\*+/g, '*')
  if ((pattern.match(/\?/g)?.length ?? 0) > MOST_GAPS || (pattern.match(/\*/g)?.length ?? 0) > MOST_STARS)
    throw new InputError(
      'marking',
      text,
      `at most ${MOST_GAPS} signs that cannot be read (?) and ${MOST_STARS} places of unknown length (*)`,
    )
  if (!/[A-Z0-9]/.test(pattern)) throw new InputError('marking', text, 'at least one letter or figure that can be read')
  const source = plainName(crossReferences.get(pattern) ?? pattern)
  // Where signs are missing the number with fewer of them is the likelier; where none is, the longer one explains more.
  const wild = /[?*]/.test(source)
  const tails = tailReader(table)
  const breaks = source === pattern && !wild ? breaksOf(text) : new Set<number>()
  const found: (Reading & { rank: number })[] = []
  for (const [name, heads, rest] of beginnings(source, names)) {
    for (const tail of tails(rest)) {
      // A figure that no letter table explains belongs to the number: this is another number.
      if (/^\d/.test(tail.unknown)) continue
      const taper = tail.letters.find((l) => l.feature === 'bore')
      for (const { row, short } of heads) {
        // The tapered bore has a row of its own.
        const own = taper ? names.tapered.get(name + taper.letters) : row
        if (!own) continue
        const letters = tail.letters.filter((l) => l !== taper)
        const rank =
          tail.unknown.length * 10 +
          letters.length +
          (short ? 0.5 : 0) +
          name.length * (wild ? 0.01 : -0.01) -
          (breaks.has(name.length) ? BREAK : 0)
        found.push({ ...readingOf(own, { letters, unknown: tail.unknown }, name), rank })
      }
    }
  }
  const explained = found.filter((f) => !f.unknown)
  // Unexplained ends only count when nothing explains all of it, and then not those that leave most of it open.
  const usable = explained.length ? explained : found
  usable.sort((a, b) => a.rank - b.rank || a.row.boreMm - b.row.boreMm)
  // Of readings that are written alike the longest number counts: R3 ZZ has a width of its own, which R3 with letters has not.
  const written = new Map<string, Reading>()
  for (const { rank: _, ...reading } of usable) {
    const before = written.get(reading.completed)
    if (!before || before.row.designation.length < reading.row.designation.length) written.set(reading.completed, reading)
  }
  const every = explained.length || wild ? null : everydayReading(names, crossReferences.get(pattern) ?? text, table)
  const unique = [...(every ? [every] : []), ...[...written.values()].filter((r) => r.completed !== every?.completed)]
  return {
    readings: unique.slice(0, GIVEN),
    more: Math.max(0, unique.length - GIVEN),
    nothing: unique.length ? null : nothingWords(text),
  }
}

function nothingWords(text: string): string {
  return /[?*]/.test(text)
    ? 'No number of the rack fits these signs. Put a * where you are not sure how many are missing.'
    : 'No number of the rack begins like this. Put a ? for each sign that you are not sure of.'
}

/** The marking of a row with features, written in the letters of a table. */
export function writeMarking(
  designation: string,
  features: Partial<Record<Feature, string>>,
  letters: (feature: Feature, value: string) => string,
): string {
  const order: Feature[] = ['design', 'cage', 'closure', 'groove', 'clearance', 'accuracy', 'heat', 'pairing', 'fill']
  return [designation, ...order.map((f) => (features[f] ? letters(f, features[f]) : ''))].filter(Boolean).join(' ')
}

/** Says where a number and the measured sizes part: "number says 40, gauge says 45.02". */
export function contradictions(row: Boundary, measured: Partial<Record<'boreMm' | 'outsideMm' | 'widthMm', number>>): string[] {
  const words = { boreMm: 'bore', outsideMm: 'outside diameter', widthMm: 'width' } as const
  // What wear, width tolerance and a careless hand may make of a size.
  const allowance = { boreMm: 0.4, outsideMm: 0.4, widthMm: 0.8 }
  return (Object.keys(words) as (keyof typeof words)[]).flatMap((key) => {
    const value = measured[key]
    return value !== undefined && Math.abs(value - row[key]) > allowance[key]
      ? [`${words[key]}: the number says ${row[key]} mm, the gauge says ${Math.round(value * 1000) / 1000} mm`]
      : []
  })
}
