import { CLEARANCE_GROUPS, groupMark, type ClearanceGroup } from '../bearing/clearance.js'
import { plainName } from '../catalogue/designation.js'
import { findMarked } from './marked.js'

/** What should stand on a ring; `group` null where the clearance is not told by a mark. */
export interface ExpectedMarking {
  designation: string
  group: ClearanceGroup | null
}

export type Likeness = 'same' | 'differs' | 'not-read'

/** One piece of a marking beside what was wanted. */
export interface ReadPiece {
  piece: 'number' | 'clearance' | 'letters'
  wanted: string
  read: string
  state: Likeness
}

const mark = (group: ClearanceGroup) => (group === 'N' ? 'CN' : groupMark(group))

/** The clearance mark at the end of text that begins with the wanted designation. */
function groupBehind(text: string): ClearanceGroup {
  return CLEARANCE_GROUPS.find((g) => g !== 'N' && new RegExp(`(^|[^A-Z0-9])C${g}$`, 'i').test(text)) ?? 'N'
}

/**
 * Compares what was read on a ring with what should stand there, piece by piece: the number, the clearance mark, letters that
 * nobody can read. A marking without a clearance mark is one of normal clearance. Refuses nothing: what is no marking at all
 * is `not-read`. Source: engineering practice; letters as `findMarked`.
 */
export function compareMarking(expected: ExpectedMarking, text: string): ReadPiece[] {
  const given = text.trim()
  const [wanted, plain] = [plainName(expected.designation), plainName(given)]
  // A bearing of the plant's own is known by its name only.
  const byName = plain.startsWith(wanted) && findMarked(given) === null
  const marked = byName ? null : findMarked(given)
  const number = byName ? expected.designation : (marked?.row.designation ?? '')
  // What is called by more letters than its row is the same by another name of it.
  const meant = byName ? expected.designation : (findMarked(expected.designation)?.row.designation ?? expected.designation)
  const pieces: ReadPiece[] = [
    {
      piece: 'number',
      wanted: expected.designation,
      read: number === meant ? expected.designation : number || given,
      state: number === '' ? 'not-read' : number === meant ? 'same' : 'differs',
    },
  ]
  if (number === '') return pieces
  if (expected.group) {
    const group = byName ? groupBehind(given) : (marked!.group ?? 'N')
    pieces.push({
      piece: 'clearance',
      wanted: mark(expected.group),
      read: mark(group),
      state: group === expected.group ? 'same' : 'differs',
    })
  }
  if (marked?.unknown) pieces.push({ piece: 'letters', wanted: '', read: marked.unknown, state: 'not-read' })
  return pieces
}

/** A name on a cartridge beside the one that was chosen, whatever its spaces and capitals. */
export function compareName(expected: string, text: string): Likeness {
  const plain = (s: string) =>
    s
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, ' ')
      .trim()
  return plain(text) === plain(expected) ? 'same' : 'differs'
}
