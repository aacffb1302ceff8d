import type { Bearing, Closure } from '../catalogue/bearing.js'
import { RACK_CONTENTS, findBearing, sizes, type Found } from '../catalogue/catalogue.js'
import { isDrawnCup } from '../catalogue/construction-forms.js'
import { CLEARANCE_GROUPS } from '../fits/clearance-group.js'
import { loadRating } from '../ratings/load-rating.js'
import { InputError, Derivation, type Result } from '../result.js'
import { FEATURE_LABEL, PAIRINGS, closureIn } from './letters.js'
import { rackNames, readMarking, type Piece, type RackNames, type Reading } from './marking.js'
import { askedOf } from './order.js'

/** A row found by what somebody typed, with what each piece of it means. */
export interface Marked extends Found {
  /** Number first, then the letters behind it. */
  pieces: Piece[]
  /** How it faces its partner by its letters; null where none says it. */
  pairing: Pairing | null
  /** How it is closed by its letters; null where none says it. */
  closure: Closure | null
  /** Letters that no table explains; empty when all is read. */
  unknown: string
}

type Pairing = (typeof PAIRINGS)[number]

let base: RackNames | null = null

const LONGEST = 60
/** More than this behind a number is no letters but other words: a 1206 bronze bush is no 1206. */
const MOST_UNKNOWN = 6

function best(names: RackNames, text: string): Reading | null {
  const { readings } = readMarking(names, text)
  // Letters that choose among rows and are missing: the usual one, as `findBearing` takes it.
  return readings.find((r) => findBearing(text.trim().split(/[\s/-]/)[0]!)?.row.designation === r.row.designation) ?? readings[0] ?? null
}

/**
 * The row that a marking or designation speaks of, read as it is written every day: `6312-2RS`, `22213 EK C3`, `NU 208 ECP`,
 * `6003/C3`, `32010 X`, a cone without its cup. Null when no number of the rack stands in it, or signs are missing (`?`, `*`).
 * `own` are rows that the plant added. Source: DIN 623-1 and common use for letters.
 */
export function findMarked(text: string, own: readonly Bearing[] = []): Marked | null {
  if (text.length > LONGEST || /[?*]/.test(text) || !/[A-Za-z0-9]/.test(text)) return null
  const exact = findBearing(text, own)
  if (exact) return { ...exact, pieces: [], pairing: null, closure: null, unknown: '' }
  const reading = (own.length ? best(rackNames(own), text) : null) ?? best((base ??= rackNames(sizes())), text)
  if (!reading || reading.unknown.length > MOST_UNKNOWN) return null
  const found = findBearing(reading.row.designation, own)
  if (!found) return null
  const { clearance } = reading.features
  const group = CLEARANCE_GROUPS.find((g) => g === clearance) ?? null
  const pairing = PAIRINGS.find((p) => p === reading.features.pairing) ?? null
  return {
    row: found.row,
    group,
    assumed: reading.assumed,
    pieces: reading.pieces,
    pairing,
    closure: closureIn(reading.features.closure),
    unknown: reading.unknown,
  }
}

/** What the letters behind a number say, and what a whole marking leaves out. */
function explain(marked: Marked, sheet: Derivation): void {
  if (marked.assumed) sheet.assume(marked.assumed)
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
  explain(marked, sheet)
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

/** The row of what is recorded as fitted, where every letter of it is understood; null for anything else. Source: as `findMarked`. */
export function recordedRow(text: string, own: readonly Bearing[] = []): Bearing | null {
  const marked = findMarked(text, own)
  return marked && !marked.unknown ? marked.row : null
}
