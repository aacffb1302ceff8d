import type { Bearing } from '../bearing/bearing.js'
import { searchBearings, type Searchable } from '../catalogue/search.js'
import { findMarked } from './marked.js'

/**
 * Rows that fit a search, and before them the one that the text means when it is read as a marking: `32010 X`, `6312 C3`,
 * `NU 312 ECP`. `own` are rows of the plant among them. No unit; an empty search gives all rows in their order.
 * Source: common use for markings (DIN 623-1), engineering practice for the order.
 */
export function searchRack<T extends Searchable>(rows: readonly T[], search: string, own: readonly Bearing[] = []): T[] {
  const found = searchBearings(rows, search)
  if (!/\d{3}/.test(search)) return found
  const meant = findMarked(search, own)?.row.designation
  const [first] = meant === undefined || found[0]?.designation === meant ? [] : rows.filter((row) => row.designation === meant)
  return first ? [first, ...found.filter((row) => row !== first)] : found
}
