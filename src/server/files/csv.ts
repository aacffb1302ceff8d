import Papa from 'papaparse'
import { dayOrderIn, readDate, type DayOrder } from '../../contract/dates.js'
import { likelyColumn, type Heading } from '../../contract/headings.js'
import { goodText } from '../../contract/text.js'
import { OWN_SCHEMAS, keyOf, type LineError, type OwnEntry, type OwnKind } from '../../contract/own-data.js'
import { COLUMNS, cellText, emptyValue, inCoreUnits, readNumber, type Column } from '../../contract/own-columns.js'

/** Rows a file may have; more are split by whoever sends them. */
export const MOST_ROWS = 20_000

export interface ReadFile {
  entries: { line: number; entry: OwnEntry }[]
  errors: LineError[]
  notes: string[]
  headings: Heading[]
}

/** UTF-16 by its mark, or because every other byte of the first letters is null; which way round, or null for none. */
function utf16(bytes: Uint8Array): 'utf-16le' | 'utf-16be' | null {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le'
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be'
  const head = [...bytes.subarray(0, 40)]
  const nulls = (odd: number) => head.length > 3 && head.every((byte, i) => (byte === 0) === (i % 2 === odd))
  return nulls(1) ? 'utf-16le' : nulls(0) ? 'utf-16be' : null
}

/** Bytes as text: UTF-8, UTF-16, or else the one-byte letters of older spreadsheets, which is said. */
export function decode(bytes: Uint8Array): { text: string; note: string | null } {
  const wide = utf16(bytes)
  if (wide) return { text: new TextDecoder(wide).decode(bytes), note: 'The file is UTF-16 and was read so.' }
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), note: null }
  } catch {
    return {
      text: new TextDecoder('windows-1252').decode(bytes),
      note: 'The file is not UTF-8; it was read as Latin-1. Look at letters with accents.',
    }
  }
}

/** A number and nothing else, as a spreadsheet reads one. */
const PLAIN_NUMBER = /^[+-]?\d[\d.,\s]*(e[+-]?\d+)?$/i

/** A spreadsheet would run this when it is opened. */
export function looksLikeFormula(cell: string): boolean {
  return /^[=@\t\r\uFF1D\uFF20\uFF0B\uFF0D]/.test(cell) || (/^[+-]/.test(cell) && !PLAIN_NUMBER.test(cell))
}

/** Apostrophes before a sign that a spreadsheet would run. */
const GUARDED = /^'+[=@+\-\uFF1D\uFF20\uFF0B\uFF0D]/

/** A cell for a file that a spreadsheet opens: nothing in it is run. */
export function safeCell(value: unknown): unknown {
  // One that begins with our own guard gets another, so that it reads back as it is.
  return typeof value === 'string' && (looksLikeFormula(value) || GUARDED.test(value)) ? `'${value}` : value
}

type Cell = { value: unknown } | { error: string }

function numberCell(cell: string, separator: string): Cell {
  // 1,234 may be a thousand or a little over one.
  if (separator === ',' && /^-?\d{1,3},\d{3}$/.test(cell))
    return { error: `"${cell}" can be read two ways: write ${cell.replace(',', '.')} or ${cell.replace(',', '')}` }
  const value = readNumber(cell)
  return value === null ? { error: `"${cell.slice(0, 40)}" is not a number` } : { value }
}

function readCell(column: Column, raw: string, separator: string, order: DayOrder): Cell {
  // An apostrophe before a sign that a spreadsheet would run is how such text is written out.
  const cell = GUARDED.test(raw.trim()) ? raw.trim().slice(1) : raw.trim()
  if (cell === raw.trim() && looksLikeFormula(cell))
    return { error: `"${cell.slice(0, 40)}" starts like a formula; write the value itself` }
  if (cell === '') return column.needed ? { error: 'must not be empty' } : { value: emptyValue(column) }
  if (column.kind === 'text') return { value: cell }
  if (column.kind === 'date') {
    const read = readDate(cell, order)
    return 'date' in read ? { value: read.date } : read
  }
  const number = numberCell(cell, separator)
  return 'value' in number ? { value: inCoreUnits(column, number.value as number) } : number
}

/** Shape of a file that may be one of the plant's lists; anything beyond is refused before it is parsed. */
const MOST_COLUMNS = 60
const LONGEST_CELL = 2000
/** Lines read in one go before others get their turn. */
const SLICE = 400
const SEPARATORS = [',', ';', '\t'] as const

const yieldToOthers = () => new Promise<void>((go) => setImmediate(go))

/** Where a file is cut into slices of whole rows, or the first thing about its shape that is refused. */
type Shape = { separator: string; cuts: number[] } | { error: LineError }

/**
 * Looks over the signs of a file once, in one pass: rows, cells and their lengths, by the rules of quotes. So a file that is
 * no list (newlines or quotes only, a million columns) costs no more than its length, and is never taken apart.
 */
async function shapeOf(text: string): Promise<Shape> {
  const separator = separatorOf(text)
  const cuts = [0]
  const error = (line: number, message: string): Shape => ({ error: { line, column: null, message } })
  let [line, rows, sinceCut, columns, cell, quoted, filled] = [1, 0, 0, 1, 0, false, false]
  for (let i = 0; i < text.length; i += 1) {
    if (i % 500_000 === 499_999) await yieldToOthers()
    const sign = text[i]
    if (sign === '"') quoted = !quoted
    if (sign === '\n') line += 1
    if (!quoted && sign === separator) {
      columns += 1
      cell = 0
      if (columns > MOST_COLUMNS) return error(line, `more than ${MOST_COLUMNS} columns: this is none of the lists`)
    } else if (!quoted && sign === '\n') {
      if (filled) rows += 1
      if (rows > MOST_ROWS + 1) return error(line, `a file may have ${MOST_ROWS} rows; split it`)
      if (line > 4 * MOST_ROWS) return error(line, 'nearly all of its lines are empty: this is none of the lists')
      ;[columns, cell, filled] = [1, 0, false]
      sinceCut += 1
      if (sinceCut === SLICE) {
        cuts.push(i + 1)
        sinceCut = 0
      }
    } else {
      cell += 1
      filled = true
      if (cell > LONGEST_CELL) return error(line, `a cell of more than ${LONGEST_CELL} signs; is a quotation mark missing?`)
    }
  }
  return { separator, cuts }
}

/** The separator that stands most often in the heading, outside of quotes. */
function separatorOf(text: string): string {
  const end = text.search(/\r?\n/)
  const heading = text.slice(0, Math.min(end < 0 ? text.length : end, 4000)).replace(/"[^"]*"/g, '')
  const count = (sign: string) => heading.split(sign).length
  return SEPARATORS.reduce((best, sign) => (count(sign) > count(best) ? sign : best))
}

/**
 * Reads a file of one of the plant's lists. The separator (comma, semicolon, tab) is found by itself; decimal commas are
 * understood; every error has its line and column. An entry that stands twice is an error of its second line. Others get
 * their turn between slices of the file.
 */
export async function readCsv(kind: OwnKind, bytes: Uint8Array, names: Readonly<Record<string, string>> = {}): Promise<ReadFile> {
  const decoded = decode(bytes)
  const text = decoded.text.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n')
  const notes = decoded.note ? [decoded.note] : []
  const errors: LineError[] = []
  const columns = COLUMNS[kind]
  const shape = await shapeOf(text)
  if ('error' in shape) return { entries: [], errors: [shape.error], notes, headings: [] }
  const { separator, cuts } = shape
  if (separator !== ',') notes.push(`Columns are separated by ${separator === ';' ? 'semicolons' : 'tabs'}.`)
  const order = columns.some((c) => c.kind === 'date') ? dayOrderIn(text) : null
  if (order) notes.push(`Dates with strokes were read ${order === 'day-first' ? 'day first' : 'month first'}, as some of them can only be.`)
  const reader = new RowReader(kind, separator, order, names, errors)
  for (const [i, from] of cuts.entries()) {
    const slice = text.slice(from, cuts[i + 1])
    // The line end of the last row of a slice would be read as one more empty row.
    const whole = cuts[i + 1] === undefined ? slice : slice.slice(0, -1)
    for (const cells of Papa.parse<string[]>(whole, { delimiter: separator, newline: '\n' }).data) reader.take(cells)
    if (reader.headingRefused) return { entries: [], errors, notes, headings: reader.headings }
    await yieldToOthers()
  }
  if (reader.commas) notes.push('Commas in numbers were read as decimal commas.')
  if (!reader.entries.length && !errors.length)
    errors.push(
      reader.line < 1
        ? { line: 1, column: columns[0]!.name, message: 'this column is missing' }
        : { line: 2, column: null, message: 'there is no row below the heading' },
    )
  return { entries: reader.entries, errors, notes, headings: reader.headings }
}

/** Takes the rows of a file one by one: the heading first, then entries; keeps count of lines and of what stood before. */
class RowReader {
  readonly entries: ReadFile['entries'] = []
  headings: Heading[] = []
  commas = false
  line = 0
  headingRefused = false
  private at: number[] | null = null
  private width = 0
  private readonly first = new Map<string, number>()

  constructor(
    private readonly kind: OwnKind,
    private readonly separator: string,
    private readonly order: DayOrder,
    private readonly called: Readonly<Record<string, string>>,
    private readonly errors: LineError[],
  ) {}

  take(cells: string[]): void {
    this.line += 1
    const here = this.line
    // A cell may hold line ends, so lines are counted by what was read.
    this.line += lineEnds(cells)
    if (!this.at) this.heading(cells)
    else if (!this.headingRefused && cells.some((c) => c.trim() !== '')) this.row(cells, here)
  }

  private heading(cells: string[]): void {
    const columns = COLUMNS[this.kind]
    this.headings = cells.map((cell) => this.headingOf(cell.trim()))
    const names = this.headings.map((h) => (h.known ? h.column : null))
    for (const { name } of this.headings.filter((h) => !h.known && h.name !== ''))
      this.errors.push({ line: 1, column: name.slice(0, 40), message: 'no such column: say what it is here, or leave it out' })
    for (const twice of columns.filter((c) => names.indexOf(c.name) !== names.lastIndexOf(c.name)))
      this.errors.push({ line: 1, column: twice.name, message: 'two columns of the file are called so' })
    const guessed = this.headings.filter((h) => !h.known).map((h) => h.column)
    for (const c of columns.filter((c) => c.needed && !names.includes(c.name) && !guessed.includes(c.name)))
      this.errors.push({ line: 1, column: c.name, message: 'this column is missing' })
    this.at = columns.map((c) => names.indexOf(c.name))
    this.width = cells.length
    this.headingRefused = this.errors.length > 0
  }

  /** What a heading is: a column of ours, what it was said to be here, or a guess that nobody has confirmed. */
  private headingOf(name: string): Heading {
    const key = name.toLowerCase()
    const own = COLUMNS[this.kind].find((c) => c.name === key)
    const said = Object.hasOwn(this.called, key) ? this.called[key]! : undefined
    if (said !== undefined) return { name, column: said || null, known: true }
    if (own) return { name, column: own.name, known: true }
    return { name, column: name ? likelyColumn(this.kind, name) : null, known: name === '' }
  }

  private row(cells: string[], here: number): void {
    const columns = COLUMNS[this.kind]
    const { errors } = this
    const before = errors.length
    if (!cells.every(goodText)) errors.push({ line: here, column: null, message: 'holds null signs or broken letters' })
    if (cells.length > this.width)
      errors.push({ line: here, column: null, message: `${cells.length} cells where the heading has ${this.width}` })
    const entry: Record<string, unknown> = {}
    columns.forEach((column, i) => {
      const raw = this.at![i]! < 0 ? '' : (cells[this.at![i]!] ?? '')
      const cell = readCell(column, raw, this.separator, this.order)
      if ('error' in cell) errors.push({ line: here, column: column.name, message: cell.error })
      else entry[column.field] = cell.value
      this.commas ||= column.kind === 'number' && /\d,\d/.test(raw)
    })
    if (errors.length > before) return
    const checked = OWN_SCHEMAS[this.kind].safeParse(entry)
    if (!checked.success) {
      for (const issue of checked.error.issues)
        errors.push({ line: here, column: columns.find((c) => c.field === issue.path[0])?.name ?? null, message: issue.message })
      return
    }
    const key = keyOf(this.kind, checked.data)
    const earlier = this.first.get(key)
    if (earlier !== undefined)
      return void errors.push({ line: here, column: columns[0]!.name, message: `stands in line ${earlier} already` })
    this.first.set(key, here)
    this.entries.push({ line: here, entry: checked.data })
  }
}

const lineEnds = (cells: readonly string[]) => cells.reduce((sum, c) => sum + (c.match(/\n/g)?.length ?? 0), 0)

/** The list as a file that reads back as it is. */
export function writeCsv(kind: OwnKind, entries: readonly Record<string, unknown>[]): string {
  const columns = COLUMNS[kind]
  const cell = (entry: Record<string, unknown>, c: Column) =>
    c.kind === 'number' ? cellText(c, entry[c.field]) : safeCell(cellText(c, entry[c.field]))
  return `${Papa.unparse({ fields: columns.map((c) => c.name), data: entries.map((e) => columns.map((c) => cell(e, c))) }, { newline: '\n' })}\n`
}

/** Heading and one example row, to be filled in. */
export function templateCsv(kind: OwnKind): string {
  const columns = COLUMNS[kind]
  return `${Papa.unparse({ fields: columns.map((c) => c.name), data: [columns.map((c) => c.example)] }, { newline: '\n' })}\n`
}

/** Any table as CSV for a spreadsheet. */
export function tableCsv(fields: readonly string[], rows: readonly (readonly unknown[])[]): string {
  return `${Papa.unparse({ fields: [...fields], data: rows.map((r) => r.map(safeCell)) }, { newline: '\n' })}\n`
}
