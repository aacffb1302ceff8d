import type { Bearing } from '../bearing/bearing.js'
import { inchNames, plainName } from '../catalogue/designation.js'
import type { Likeness } from './expected.js'
import { findMarked } from './marked.js'

/** Cone and cup of a tapered roller bearing as each is marked, beside the set that they should make. */
export interface ReadParts {
  cone: Likeness
  cup: Likeness
}

/** What stands on a cone and on a cup taken as one name: an inch set has two, a metric one the same on both; null when nothing was read. */
export function nameOfParts(cone: string | null, cup: string | null): string | null {
  if (cone && cup && plainName(cone) !== plainName(cup)) {
    const both = `${cone.trim()}/${cup.trim()}`
    if (findMarked(both)) return both
  }
  return cone ?? cup
}

/**
 * Whether what was read on cone and cup belongs to one row. Parts of metric sets bear the number of the set, those of inch sets
 * a number each, the cup's also in its short form; null where nothing was read. Refuses nothing: what is no marking differs.
 * Sources: ISO 355 for metric sets, ANSI/ABMA 19.2 for inch ones.
 */
export function readParts(row: Bearing, cone: string | null, cup: string | null, own: readonly Bearing[] = []): ReadParts {
  const names = inchNames(plainName(row.designation)).map((name) => name.split('/'))
  const read = (text: string | null, part: 0 | 1): Likeness => {
    if (!text?.trim()) return 'not-read'
    if (row.form === 'tapered-inch') return names.some((name) => name[part] === plainName(text)) ? 'same' : 'differs'
    return findMarked(text, own)?.row.designation === row.designation ? 'same' : 'differs'
  }
  return { cone: read(cone, 0), cup: read(cup, 1) }
}
