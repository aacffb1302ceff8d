import type { Bearing } from '../bearing/bearing.js'
import type { Boundary } from './catalogue.js'
import { namesInSeries, plainName } from './designation.js'
import { FAMILIES, FAMILY_LABEL } from '../bearing/families.js'
import { FORMS, type FormName } from '../bearing/construction-forms.js'

/** A row as far as it is known: ranges of ratings only find rows that are worked out. */
export type Searchable = Boundary &
  Partial<Pick<Bearing, 'dynamicRatingN' | 'staticRatingN' | 'massKg' | 'greaseSpeedRpm' | 'contactAngleDeg'>>
type Test = (row: Searchable) => boolean

/** Sizes that can be asked for by name, and what turns the number of a search into core units. */
const FIELDS: Record<string, { field: keyof Searchable; times: number }> = {
  bore: { field: 'boreMm', times: 1 },
  outside: { field: 'outsideMm', times: 1 },
  width: { field: 'widthMm', times: 1 },
  load: { field: 'dynamicRatingN', times: 1000 },
  c: { field: 'dynamicRatingN', times: 1000 },
  c0: { field: 'staticRatingN', times: 1000 },
  mass: { field: 'massKg', times: 1 },
  speed: { field: 'greaseSpeedRpm', times: 1 },
  angle: { field: 'contactAngleDeg', times: 1 },
}
const SIZES = ['boreMm', 'outsideMm', 'widthMm'] as const

/** Phrases that mean a feature. What is not here is looked for in the names of family and form. */
const PHRASES: readonly (readonly [RegExp, Test])[] = [
  [/\b(tapered|taper) bore\b/, (row) => row.boreTaper !== null],
  [/\b(cylindrical|straight|plain) bore\b/, (row) => row.boreTaper === null],
  [/\b(sealed|seals?)\b/, (row) => row.closures.some((c) => c.endsWith('seals'))],
  [/\b(shielded|shields?)\b/, (row) => row.closures.includes('shields')],
  [/\binch\b/, (row) => row.form === 'tapered-inch' || row.series.endsWith('inch')],
  [
    /\b(two|double) rows?\b/,
    (row) =>
      ['double-row-groove', 'double-row-angular', 'self-aligning', 'self-aligning-long', 'spherical', 'NN', 'NNU'].includes(row.form),
  ],
  [/\b(no|without) inner ring\b/, (row) => ['needle-without-ring', 'drawn-cup-open', 'drawn-cup-closed'].includes(row.form)],
  [/\bno thrust\b/, (row) => FORMS[row.form as FormName].thrust === 0],
  [/\bfloats?\b|\bnon-locating\b/, (row) => FORMS[row.form as FormName].holds === 0],
]

const NUMBER = String.raw`\d+(?:[.,]\d+)?(?:\s*\d+\/\d+)?`
const RANGE = new RegExp(
  String.raw`\b(${Object.keys(FIELDS)
    .sort((a, b) => b.length - a.length)
    .join('|')})\s*(<=|>=|<|>|=)?\s*(${NUMBER})\s*(in\b|")?(?:\s*\.\.\s*(${NUMBER})\s*(in\b|")?)?`,
  'g',
)
const NEAR_MM = 0.03

function numberOf(text: string, inches: boolean): number {
  const [whole, fraction] = text.replace(',', '.').split(/\s+(?=\d+\/)/)
  const [top, bottom] = (fraction ?? '0/1').split('/').map(Number)
  return (Number(whole) + top! / bottom!) * (inches ? 25.4 : 1)
}

const same = (a: number, b: number) => Math.abs(a - b) < NEAR_MM

export interface Query {
  tests: Test[]
  /** A size that stands alone: bores of it come first. */
  size: number | null
  /** The whole text as the beginning of a number; null when it cannot be one. */
  name: string | null
  empty: boolean
}

/**
 * Reads a search: sizes in spoken order (`40 80 18`, `40x80`), named ranges (`bore 40..45`, `width<20`, `load>50`), feature
 * words (`spherical, tapered bore, 60`), numbers and parts of them; in any order. Inches with `in` behind the figure.
 */
export function readSearch(search: string): Query {
  const tests: Test[] = []
  let text = search.slice(0, 200).toLowerCase().trim()
  const empty = text === ''
  const name = plainName(text)
  text = text.replace(
    RANGE,
    (_, word: string, compare: string | undefined, from: string, fromInch?: string, to?: string, toInch?: string) => {
      const { field, times } = FIELDS[word]!
      const low = numberOf(from, Boolean(fromInch ?? toInch)) * times
      const high = to === undefined ? low : numberOf(to, Boolean(toInch ?? fromInch)) * times
      const test: Record<string, (v: number) => boolean> = {
        '<': (v) => v < low,
        '<=': (v) => v <= low,
        '>': (v) => v > low,
        '>=': (v) => v >= low,
        '=': (v) => v >= low - NEAR_MM && v <= high + NEAR_MM,
      }
      const fits = test[compare ?? '=']!
      tests.push((row) => typeof row[field] === 'number' && fits(row[field] as number))
      return ' '
    },
  )
  for (const [pattern, test] of PHRASES) {
    if (!pattern.test(text)) continue
    tests.push(test)
    text = text.replace(pattern, ' ')
  }
  text = text.replace(/(\d)\s*[x×*]\s*(?=\d)/g, '$1 ')
  const words = text.split(/[\s;]+|,(?!\d)|(?<!\d),/).filter(Boolean)
  const runs: (number[] | string)[] = []
  let size: number | null = null
  for (const word of words) {
    const inch = /^(\d+(?:[.,]\d+)?)(in|")$/.exec(word)
    const plain = /^\d+(?:[.,]\d+)?(mm)?$/.test(word)
    const last = runs[runs.length - 1]
    if (inch || plain) {
      const value = inch ? numberOf(inch[1]!, true) : numberOf(word.replace('mm', ''), false)
      if (Array.isArray(last)) last.push(value)
      else runs.push([value])
    } else runs.push(word)
  }
  for (const run of runs) {
    if (typeof run === 'string') tests.push(wordTest(run))
    else if (run.length > 1) tests.push((row) => run.every((size, i) => i < 3 && same(row[SIZES[i]!], size)))
    else {
      size = run[0]!
      tests.push((row) => SIZES.some((field) => same(row[field], run[0]!)))
    }
  }
  // Blanks between figures are sizes; a number is written in one piece or with its letters.
  const figuresApart = /\d\s+\d/.test(search.trim()) && !/[a-z]/i.test(search)
  return { tests, size, name: !empty && !figuresApart && /[a-z0-9]/i.test(name) ? name : null, empty }
}

/** Words that name a family mean the family, not a form that has them in its description. */
const FAMILY_WORDS = FAMILIES.flatMap((family) => FAMILY_LABEL[family].split(' '))

function wordTest(word: string): Test {
  const plain = plainName(word)
  return (row) =>
    (FAMILY_WORDS.includes(word) ? FAMILY_LABEL[row.family].split(' ').includes(word) : FORMS[row.form as FormName].label.includes(word)) ||
    (/\d/.test(word) && callsOf(row).includes(plain)) ||
    (/^[a-z]{1,3}$/.test(word) && row.designation.toLowerCase().startsWith(word))
}

/** All names of a row, parted by a blank; made once. */
const calls = new WeakMap<object, string>()
function callsOf(row: Searchable): string {
  let found = calls.get(row)
  if (found === undefined) calls.set(row, (found = namesInSeries(row.series, row.designation).join(' ')))
  return found
}

const names = new WeakMap<object, string>()
function nameOf(row: Searchable): string {
  let name = names.get(row)
  if (name === undefined) names.set(row, (name = plainName(row.designation)))
  return name
}

/** Rows that fit a search: those whose number begins with it first, then those that fit every word, each in the given order. */
export function searchBearings<T extends Searchable>(rows: readonly T[], search: string): T[] {
  const { tests, name, empty, size } = readSearch(search)
  if (empty) return [...rows]
  const named = name === null ? [] : rows.filter((row) => nameOf(row).startsWith(name))
  const taken = new Set<T>(named)
  const exact = named.filter((row) => nameOf(row) === name)
  const fitting = rows.filter((row) => !taken.has(row) && tests.every((test) => test(row)))
  const bores = size === null ? fitting : fitting.filter((row) => same(row.boreMm, size))
  const others = size === null ? [] : fitting.filter((row) => !same(row.boreMm, size))
  return [...exact, ...named.filter((row) => nameOf(row) !== name), ...bores, ...others]
}
