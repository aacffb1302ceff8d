import Papa from 'papaparse'
import {
  COLUMNS,
  OWN_SCHEMAS,
  cellText,
  emptyValue,
  inCoreUnits,
  keyOf,
  readNumber,
  type Column,
  type LineError,
  type OwnEntry,
  type OwnKind,
} from '../../contract/own-data.js'

/** Rows a file may have; more are split by whoever sends them. */
export const MOST_ROWS = 20_000

export interface ReadFile {
  entries: { line: number; entry: OwnEntry }[]
  errors: LineError[]
  notes: string[]
}

/** Bytes as text: UTF-8, or else the one-byte letters of older spreadsheets, which is said. */
export function decode(bytes: Uint8Array): { text: string; note: string | null } {
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), note: null }
  } catch {
    return {
      text: new TextDecoder('windows-1252').decode(bytes),
      note: 'The file is not UTF-8; it was read as Latin-1. Look at letters with accents.',
    }
  }
}

/** A spreadsheet would run this when it is opened. */
export function looksLikeFormula(cell: string): boolean {
  return /^[=@\t\r]/.test(cell) || (/^[+-]/.test(cell) && !/^[+-]?\d/.test(cell))
}

/** A cell for a file that a spreadsheet opens: nothing in it is run. */
export function safeCell(value: unknown): unknown {
  return typeof value === 'string' && looksLikeFormula(value) ? `'${value}` : value
}

type Cell = { value: unknown } | { error: string }

function numberCell(cell: string, separator: string): Cell {
  // 1,234 may be a thousand or a little over one.
  if (separator === ',' && /^-?\d{1,3},\d{3}$/.test(cell))
    return { error: `"${cell}" can be read two ways: write ${cell.replace(',', '.')} or ${cell.replace(',', '')}` }
  const value = readNumber(cell)
  return value === null ? { error: `"${cell.slice(0, 40)}" is not a number` } : { value }
}

function readCell(column: Column, raw: string, separator: string): Cell {
  // An apostrophe before a sign that a spreadsheet would run is how such text is written out.
  const cell = /^'[=@+-]/.test(raw.trim()) ? raw.trim().slice(1) : raw.trim()
  if (cell === raw.trim() && looksLikeFormula(cell))
    return { error: `"${cell.slice(0, 40)}" starts like a formula; write the value itself` }
  if (cell === '') return column.needed ? { error: 'must not be empty' } : { value: emptyValue(column) }
  if (column.kind === 'text') return { value: cell }
  const number = numberCell(cell, separator)
  return 'value' in number ? { value: inCoreUnits(column, number.value as number) } : number
}

/**
 * Reads a file of one of the plant's lists. The separator (comma, semicolon, tab) is found by itself; decimal commas are
 * understood; every error has its line and column. An entry that stands twice is an error of its second line.
 */
export function readCsv(kind: OwnKind, bytes: Uint8Array): ReadFile {
  const { text, note } = decode(bytes)
  const notes = note ? [note] : []
  const errors: LineError[] = []
  const columns = COLUMNS[kind]
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: false, delimitersToGuess: [',', ';', '\t'] })
  const separator = parsed.meta.delimiter
  if (separator !== ',') notes.push(`Columns are separated by ${separator === ';' ? 'semicolons' : 'tabs'}.`)
  const [heading = [], ...lines] = parsed.data
  const names = heading.map((h) => h.trim().toLowerCase())
  const unknown = names.filter((n) => n !== '' && !columns.some((c) => c.name === n))
  for (const name of unknown)
    errors.push({ line: 1, column: name.slice(0, 40), message: `no such column; known: ${columns.map((c) => c.name).join(', ')}` })
  for (const c of columns.filter((c) => c.needed && !names.includes(c.name)))
    errors.push({ line: 1, column: c.name, message: 'this column is missing' })
  if (errors.length) return { entries: [], errors, notes }
  const at = columns.map((c) => names.indexOf(c.name))
  const entries: ReadFile['entries'] = []
  const first = new Map<string, number>()
  // A cell may hold line ends, so lines are counted by what was read.
  let line = 1 + lineEnds(heading)
  let commas = false
  for (const cells of lines) {
    line += 1
    const here = line
    line += lineEnds(cells)
    if (cells.every((c) => c.trim() === '')) continue
    if (entries.length >= MOST_ROWS) {
      errors.push({ line: here, column: null, message: `a file may have ${MOST_ROWS} rows; split it` })
      break
    }
    const before = errors.length
    if (cells.length > names.length)
      errors.push({ line: here, column: null, message: `${cells.length} cells where the heading has ${names.length}` })
    const entry: Record<string, unknown> = {}
    columns.forEach((column, i) => {
      const raw = at[i]! < 0 ? '' : (cells[at[i]!] ?? '')
      const cell = readCell(column, raw, separator)
      if ('error' in cell) errors.push({ line: here, column: column.name, message: cell.error })
      else entry[column.field] = cell.value
      commas ||= column.kind === 'number' && /\d,\d/.test(raw)
    })
    if (errors.length > before) continue
    const checked = OWN_SCHEMAS[kind].safeParse(entry)
    if (!checked.success) {
      for (const issue of checked.error.issues)
        errors.push({ line: here, column: columns.find((c) => c.field === issue.path[0])?.name ?? null, message: issue.message })
      continue
    }
    const key = keyOf(kind, checked.data)
    const earlier = first.get(key)
    if (earlier !== undefined) errors.push({ line: here, column: columns[0]!.name, message: `stands in line ${earlier} already` })
    else first.set(key, here)
    entries.push({ line: here, entry: checked.data })
  }
  if (commas) notes.push('Commas in numbers were read as decimal commas.')
  if (!entries.length && !errors.length) errors.push({ line: 2, column: null, message: 'there is no row below the heading' })
  return { entries, errors, notes }
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
