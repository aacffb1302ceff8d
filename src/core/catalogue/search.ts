import type { Boundary } from './catalogue.js'
import { FAMILY_LABEL } from './families.js'

const plain = (text: string) => text.toLowerCase().replace(/[\s-]/g, '')

/** One word of a search against one row: a size, a number or part of it, or part of the family's name. */
function wordFits(word: string, row: Boundary): boolean {
  const size = Number(word.replace(',', '.'))
  if (Number.isFinite(size) && [row.boreMm, row.outsideMm, row.widthMm].includes(size)) return true
  return plain(row.designation).includes(word) || FAMILY_LABEL[row.family].includes(word)
}

/** Sizes in a row as they are spoken: bore, then outside, then width. */
function sizesFit(sizes: readonly number[], row: Boundary): boolean {
  const own = [row.boreMm, row.outsideMm, row.widthMm]
  return sizes.every((size, i) => own[i] === size)
}

/**
 * Rows that fit every word of a search, in the given order. Understands `40 80 18`, `40x80`, `nu 208`, `spherical 60`.
 * An empty search keeps all rows.
 */
export function searchBearings<T extends Boundary>(rows: readonly T[], search: string): T[] {
  const text = search
    .toLowerCase()
    .replace(/(\d)\s*[x×*]\s*(?=\d)/g, '$1 ')
    .trim()
  if (!text) return [...rows]
  const whole = plain(text)
  const named = rows.filter((row) => plain(row.designation).startsWith(whole))
  if (named.length) return named
  const words = text.split(/\s+/)
  const sizes = words.map(Number)
  if (words.length > 1 && sizes.every(Number.isFinite)) return rows.filter((row) => sizesFit(sizes, row))
  return rows.filter((row) => words.every((word) => wordFits(word, row)))
}
