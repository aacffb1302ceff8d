import type { Bearing, Closure } from '../bearing/bearing.js'
import { RACK_CONTENTS, findBearing, sizes, type Found } from '../catalogue/catalogue.js'
import type { Family } from '../bearing/families.js'
import { isDrawnCup } from '../bearing/construction-forms.js'
import { plainName } from '../catalogue/designation.js'
import { CLEARANCE_GROUPS, groupMark } from '../bearing/clearance.js'
import { loadRating } from '../ratings/load-rating.js'
import { InputError, Derivation, type Caution, type Result } from '../result.js'
import { FEATURE_LABEL, LETTERS, PAIRINGS, closureIn } from './letters.js'
import { everydayReading, rackNames, readMarking, usualOf, type Piece, type RackNames, type Reading } from './marking.js'
import { askedOf } from './order.js'

/** A row found by what somebody typed, with what each piece of it means. */
export interface Marked extends Found {
  /** Number first, then the letters behind it. */
  pieces: Piece[]
  /** How it faces its partner by its letters; null where none says it. */
  pairing: Pairing | null
  /** How it is closed by its letters; null where none says it. */
  closure: Closure | null
  /** How true it runs by its letters, as an accuracy class; null where none says it. */
  accuracy: string | null
  /** Letters that no table explains; empty when all is read. */
  unknown: string
  /** The same one by one, as they were written. */
  notRead: string[]
  /** What unexplained letters are known to change of the row, so that its figures are those of another; null where they change none. */
  changes: 'angle' | null
}

type Pairing = (typeof PAIRINGS)[number]

let base: RackNames | null = null

const LONGEST = 60
function best(names: RackNames, text: string): Reading | null {
  const { readings } = readMarking(names, text)
  // Letters that choose among rows and are missing: the usual one, as `findBearing` takes it.
  const first = readings.find((r) => usualOf(text.trim().split(/[\s/-]/)[0]!) === r.row.designation) ?? readings[0] ?? null
  if (first && !first.unknown) return first
  return everydayReading(names, text, LETTERS)
}

/** Letters that make another angle of a row, by its family: no table lists the angle of these. Engineering practice. */
const OTHER_ANGLE: Partial<Record<Family, RegExp>> = { 'tapered-roller': /^[BCD](?!\d)/, 'angular-contact-ball': /^A(?!C\b)/ }

function changesOf(row: Bearing, notRead: readonly string[]): Marked['changes'] {
  const other = OTHER_ANGLE[row.family]
  return other && row.rows === 1 && notRead.some((letters) => other.test(letters)) ? 'angle' : null
}

/**
 * The row that a marking or designation speaks of, read as it is written every day: `6312-2RS1`, `22216 E1-K C3`, `NU 208 ECP`,
 * `6003/C3`, `32010 X`, `23048 CCK/W33 C4`, a cone without its cup. Null when no number of the rack stands in it, or signs are missing
 * (`?`, `*`); letters that nobody explains are kept and named, and those that change the angle are said. `own` are rows that the plant
 * added. Source: DIN 623-1 and common use for letters.
 */
export function findMarked(text: string, own: readonly Bearing[] = []): Marked | null {
  if (text.length > LONGEST || /[?*]/.test(text) || !/[A-Za-z0-9]/.test(text)) return null
  const exact = findBearing(text, own)
  if (exact) return { ...exact, pieces: [], pairing: null, closure: null, accuracy: null, unknown: '', notRead: [], changes: null }
  const reading = (own.length ? best(rackNames(own), text) : null) ?? best((base ??= rackNames(sizes())), text)
  if (!reading) return null
  const open = findBearing(reading.row.designation, own)
  if (!open) return null
  const { features } = reading
  // Inch ball bearings are wider where they are closed: a row of its own.
  const closed = closureIn(features.closure)
  const wide = closed && closed !== 'open' && open.row.series === 'R inch' ? findBearing(`${open.row.designation} ZZ`, own) : null
  const found = wide ? { ...open, row: wide.row } : open
  const notRead = reading.unknown.split(' ').filter(Boolean)
  return {
    row: found.row,
    group: CLEARANCE_GROUPS.find((g) => g === features.clearance) ?? null,
    assumed: reading.assumed,
    pieces: reading.pieces,
    pairing: PAIRINGS.find((p) => p === features.pairing) ?? null,
    closure: closed,
    accuracy: features.accuracy ?? null,
    unknown: reading.unknown,
    notRead,
    changes: changesOf(found.row, notRead),
  }
}

/** What the letters behind a number say, and what a whole marking leaves out. */
function sayLetters(marked: Marked, sheet: Derivation): void {
  if (marked.assumed) sheet.assume(marked.assumed)
  lettersCautions(marked).forEach((c) => sheet.caution(c.level, c.code, c.params))
  for (const { text, meaning, kind } of marked.pieces.slice(1))
    sheet.assume(
      kind === 'unknown' ? `${text || 'A letter is missing'}: ${meaning}.` : `${text}: ${meaning}; it changes no figure of the row.`,
    )
  if (marked.group && !marked.pieces.length)
    sheet.assume(`C${marked.group} after the number is read as clearance group ${marked.group}; it changes no figure of the row.`)
  const said = new Set<string>(marked.pieces.map((p) => p.kind))
  if (marked.group) said.add('clearance')
  const left = askedOf(marked.row).filter((feature) => !said.has(feature))
  if (left.length) sheet.assume(`Not said, so normal or to be asked: ${left.map((feature) => FEATURE_LABEL[feature]).join(', ')}.`)
}

/** What must be said of letters that nobody explains, a stop where they make another bearing of it. No unit. Source: engineering practice. */
export function lettersCautions({ notRead, changes, row }: Pick<Marked, 'notRead' | 'changes' | 'row'>): Caution[] {
  if (!notRead.length) return []
  const params = { letters: notRead.join(', '), designation: row.designation }
  return [{ level: changes ? 'stop' : 'note', code: changes ? 'letters-change' : 'letters-not-read', params }]
}

/**
 * One row of the catalogue by designation or whole marking, read leniently (`NU 210` = `nu210` = `NU-210`; letters behind the
 * number are explained and change nothing). @throws InputError when no row bears the name.
 * Source: ISO 15, 355, 104, 1206, 3245, 9628, ANSI/ABMA 19.2 dimensions; ratings by ISO 281 and ISO 76 from typical geometry.
 */
export function bearing(input: { designation: string }): Result<Bearing> {
  const { designation } = input
  if (designation.length > LONGEST)
    throw new InputError('designation', `${designation.slice(0, LONGEST)}…`, `at most ${LONGEST} characters`)
  const marked = findMarked(designation)
  if (!marked) throw new InputError('designation', designation, `held: ${RACK_CONTENTS}`)
  const { row } = marked
  const sheet = new Derivation()
  sayLetters(marked, sheet)
  sheet.assume(`Ratings are ${row.ratingSource}.`)
  sheet.step(
    'd × D × B',
    'boundary dimensions',
    'table',
    row.designation,
    `${row.boreMm} × ${row.outsideMm} × ${row.widthMm}`,
    'mm',
    row.dimensionSource,
  )
  const inside = row.rollerLengthMm ? { rollerLengthMm: row.rollerLengthMm } : {}
  sheet.include(
    loadRating({
      family: row.family,
      elements: row.elements,
      elementDiameterMm: row.elementDiameterMm,
      pitchDiameterMm: row.pitchDiameterMm,
      contactAngleDeg: row.contactAngleDeg,
      rows: row.rows,
      drawnCup: isDrawnCup(row),
      ...inside,
    }),
  )
  return sheet.result({ ...row })
}

/** Letters of a pair at the end of a number; the words of the pair say it from then on. DIN 623-1. */
const PAIR_LETTERS = /[\s/]*D[BFT]\b/
const GROUP_LETTERS = /[\s/]*C[2345N]$/

/**
 * What a marking is kept as: letters that say more than its row stay as they were written, clearance and pair are kept apart. An inch pair of cone and
 * cup, and what letters were assumed of, go by their row. No unit. Source: engineering practice.
 */
export function keptName(text: string, { row, group, pairing, assumed }: Marked): string {
  const given = text.trim()
  const bare = plainName(given) === plainName(row.designation + (group && group !== 'N' ? groupMark(group) : ''))
  if (bare || assumed || row.form === 'tapered-inch') return row.designation
  const letters = given.toUpperCase().replace(/\s+/g, ' ').replace(GROUP_LETTERS, '')
  return pairing ? letters.replace(PAIR_LETTERS, '') : letters
}

/** A row as it is called where its marking says more. No unit. Source: as `keptName`. */
export function namedRow(text: string, marked: Marked): Bearing {
  const written = keptName(text, marked)
  return written === marked.row.designation ? marked.row : { ...marked.row, written }
}

/** The row of what is recorded as fitted; letters that nobody explains change nothing of it, but where they make another bearing, or no number stands there, it is null. Source: as `findMarked`. */
export function recordedRow(text: string, own: readonly Bearing[] = []): Bearing | null {
  const marked = findMarked(text, own)
  return marked && !marked.changes ? namedRow(text, marked) : null
}
