import { RACK_CONTENTS, findBearing, sizes, type Bearing } from '../../catalogue/catalogue.js'
import { nameOf } from '../../bearing/bearing.js'
import { FAMILY_LABEL, MASS_SHARE } from '../../bearing/families.js'
import { withMakersFigures, type MakersFigures } from '../../catalogue/makers-figures.js'
import { clearanceFrom, clearanceGroup } from '../../fits/clearance-group.js'
import { groupMark, type ClearanceGroup } from '../../bearing/clearance.js'
import { identify, type Candidate } from '../../identify/identify.js'
import { nameOfParts, readParts, type ReadParts } from '../../identify/parts.js'
import { findMarked, lettersCautions, namedRow, type Marked } from '../../identify/marked.js'
import { groupIn, type Saying } from '../../line/sayings.js'
import { Derivation, short, worked, type Sheet } from '../../result.js'
import type { IdentifyAnswers } from '../answers.js'
import { decimalsOfSize } from '../../units/quantities.js'
import { StationBuilder, type StationResult } from '../station.js'
import { amount } from '../../words/message.js'

export interface IdentifyResult extends StationResult {
  row: Bearing | null
  group: ClearanceGroup | null
  candidates: Candidate[]
  /** Cone and cup beside the set that they should make; null where it has none. */
  parts: ReadParts | null
  /** How it faces its partner by its letters. */
  pairing: Marked['pairing']
  /** How it is closed by its letters; not there in older closed cards. */
  closure?: Marked['closure']
  /** How true it runs by its letters; null where none says it, left out by cards of before. */
  accuracy?: string | null
  /** What was typed that no table lists. */
  typedDesignation: string | null
}

/** What the readings say it is, by likelihood. */
function measuredAs(station: StationBuilder, answers: IdentifyAnswers, ownRows: readonly Bearing[]) {
  const { boreReadingsMm, outsideReadingsMm, widthReadingsMm } = answers
  return station.attempt(
    () =>
      identify(
        {
          readings: { boreMm: boreReadingsMm, outsideMm: outsideReadingsMm, widthMm: widthReadingsMm },
          instrument: answers.instrument,
          family: answers.family ?? undefined,
        },
        ownRows.length ? [...sizes(), ...ownRows] : undefined,
      ),
    { 'readings.boreMm': 'boreReadingsMm', 'readings.outsideMm': 'outsideReadingsMm', 'readings.widthMm': 'widthReadingsMm' },
  )
}

/** A name that no table holds: said beside its field, and the way on is asked. */
function notListed(station: StationBuilder, designation: string): void {
  station.refuse('designation', `The rack holds no "${designation.slice(0, 40)}". It holds ${RACK_CONTENTS}.`)
  station.ask('not-listed')
}

/** Steel, kg/mm³. */
const STEEL_KG_MM3 = 7.85e-6

/** Where the mass of a row comes from. */
function massFrom({ family, designation, massKg, entered, sources }: Bearing): Sheet {
  if (sources.massKg === 'entered')
    return worked('m', 'mass', 'as entered', designation, massKg, 'kg', entered?.sheet ?? "the maker's sheet")
  const share = MASS_SHARE[family]
  const volume = short(massKg / STEEL_KG_MM3 / share)
  return worked(
    'm',
    'mass',
    'volume between bore and outside · density · share that is steel',
    `${volume} mm³ · 7.85e-6 · ${share}`,
    massKg,
    'kg',
    'engineering practice: typical share by kind',
  )
}

/** Boundary dimensions and mass of what it is or may be. */
function sizeFigures(station: StationBuilder, row: Bearing): void {
  const sizes = new Derivation()
  sizes.step(
    'd × D × B',
    'boundary dimensions',
    'table',
    row.designation,
    `${row.boreMm} × ${row.outsideMm} × ${row.widthMm}`,
    'mm',
    row.dimensionSource,
  )
  const from = sizes.result({})
  station.figure('boreMm', 'Bore', row.boreMm, 'length', from, { decimals: decimalsOfSize(row.boreMm) })
  station.figure('outsideMm', 'Outside diameter', row.outsideMm, 'length', from, { decimals: decimalsOfSize(row.outsideMm) })
  station.figure('widthMm', 'Width', row.widthMm, 'length', from, { decimals: decimalsOfSize(row.widthMm) })
  station.figure('massKg', 'Mass', row.massKg, 'mass', massFrom(row), { note: row.sources.massKg === 'entered' ? undefined : 'estimated' })
  if (row.massKg > 10)
    station.warn(
      row.massKg > 25 ? 'caution' : 'note',
      row.massKg > 25 ? 'lifting-gear' : 'lifting',
      { mass: amount(row.massKg, 'mass', 0) },
      Math.round(row.massKg),
    )
}

/** The clearance as bought, where its group is known and a table holds it. */
function clearanceFigure(station: StationBuilder, row: Bearing, group: ClearanceGroup | null, held: boolean): void {
  const range =
    group && held
      ? station.attempt(() => clearanceGroup({ family: row.family, boreMm: row.boreMm, taperedBore: row.boreTaper !== null, group }), {
          boreMm: 'group',
        })
      : null
  station.figure(
    'clearanceRange',
    `Clearance as bought${group ? `, ${groupMark(group)}` : ''}`,
    range ? [range.values.minUm, range.values.maxUm] : null,
    'fine',
    range,
    !held ? { note: "read it from the maker's sheet" } : {},
  )
}

/** Which bearing it is: from readings by likelihood, or from paper by its designation; what cannot be seen is asked. */
export function identifyStation(
  answers: IdentifyAnswers,
  makersFigures: readonly MakersFigures[] = [],
  ownRows: readonly Bearing[] = [],
  says: readonly Saying[] = [],
): IdentifyResult {
  const station = new StationBuilder('identify')
  const { boreReadingsMm, outsideReadingsMm, widthReadingsMm } = answers
  const measured = boreReadingsMm.length + outsideReadingsMm.length + widthReadingsMm.length > 0
  const found = measured ? measuredAs(station, answers, ownRows) : null
  const designation = answers.designation ?? nameOfParts(answers.cone, answers.cup)
  const named = designation ? findMarked(designation, ownRows) : null
  const row = named ? withMakersFigures(namedRow(designation!, named), makersFigures) : null
  const group = answers.group ?? named?.group ?? null
  if (designation && !row) notListed(station, designation)
  const parts = row?.family === 'tapered-roller' ? partsRead(station, answers, row, ownRows) : null
  const candidates = found?.values.candidates ?? []
  const best = candidates[0]
  if (row && best) compareWithReadings(station, row, candidates, ownRows)

  const named_ = row ?? (best ? findBearing(best.designation, ownRows)!.row : null)
  const hero = station.figure(
    'designation',
    row ? 'Bearing' : 'Most likely',
    row ? nameOf(row) : (best?.designation ?? null),
    'text',
    found,
    {
      note: row ? FAMILY_LABEL[row.family] : best ? `${Math.round(best.probability * 100)} % sure` : undefined,
    },
  )
  if (named_) sizeFigures(station, named_)
  const partnerKnown = parts !== null && parts.cone !== 'not-read' && parts.cup !== 'not-read'
  if (named) askOfMarking(station, named, partnerKnown)
  const from = row && clearanceFrom(row)
  if (row && from !== 'setting') clearanceFigure(station, row, group, from === 'table')
  if (!row && best) station.ask('confirm-designation', { designation: best.designation })
  const groupSure = from === 'setting' || (answers.group !== null && answers.groupEvidence !== null)
  const assumed = named?.assumed && !(named.row.form === 'tapered-inch' && partnerKnown)
  const sure = groupSure && !assumed && !named?.unknown
  if (row && !groupSure) {
    station.ask('clearance-group')
  }
  if (row) compareWithPapers(station, row, group, says, ownRows)
  const level = row && sure ? 'good' : 'open'
  const word = row
    ? sure
      ? 'known'
      : groupSure
        ? openWord(named!)
        : 'group open'
    : best
      ? 'choose'
      : measured
        ? 'no match'
        : 'not started'
  const reason = row
    ? `${nameOf(row)} is ${/^[aeiou]/.test(FAMILY_LABEL[row.family]) ? 'an' : 'a'} ${FAMILY_LABEL[row.family]}; its ratings are ${row.entered ? `those of the maker's sheet where entered (${row.entered.sheet})` : "computed from typical geometry until a maker's sheet is entered"}.${readOut(named!)}`
    : 'Measure bore, outside and width round the ring, or type the number from ring or paper.'
  const result = station.close(
    reason,
    { word, level },
    hero,
    row ? nameOf(row) + (group && group !== 'N' ? ` ${groupMark(group)}` : '') : '—',
  )
  return {
    ...result,
    row,
    group,
    candidates,
    parts,
    pairing: named?.pairing ?? null,
    closure: named?.closure ?? null,
    accuracy: named?.accuracy ?? null,
    typedDesignation: row ? null : designation,
  }
}

/** What stands on cone and cup, each for itself: they lie about one by one and are bought so. */
function partsRead(station: StationBuilder, { cone, cup }: IdentifyAnswers, row: Bearing, ownRows: readonly Bearing[]): ReadParts {
  const parts = readParts(row, cone, cup, ownRows)
  for (const [part, text] of [
    ['cone', cone],
    ['cup', cup],
  ] as const)
    if (parts[part] === 'differs')
      station.warn('stop', part === 'cone' ? 'other-cone' : 'other-cup', { read: text!, designation: row.designation }, text!)
  return parts
}

/** What the marking leaves open or nobody can read. */
function askOfMarking(station: StationBuilder, named: Marked, partnerKnown: boolean): void {
  const { row, assumed, unknown } = named
  lettersCautions(named)
    .filter((c) => c.level === 'stop')
    .forEach((c) => station.caution(c))
  if (assumed && row.form === 'tapered-inch') {
    if (!partnerKnown) station.ask('cone-and-cup', { assumed })
  } else if (assumed) station.ask('contact-angle', { assumed })
  if (unknown) station.ask('letters-unknown', { unknown })
}

const openWord = ({ row, assumed }: Marked) => (!assumed ? 'letters open' : row.form === 'tapered-inch' ? 'partner open' : 'angle open')

/** The letters behind the number in words: "2RS closure: contact seal on both sides". */
function readOut({ pieces }: Marked): string {
  const letters = pieces.slice(1).filter((p) => p.text && p.kind !== 'unknown')
  return letters.length ? ` Read: ${letters.map((p) => `${p.text} ${p.meaning}`).join('; ')}.` : ''
}

/** What the machine's own papers say against what was identified: said before anything is ordered, and never decided here. */
function compareWithPapers(
  station: StationBuilder,
  row: Bearing,
  group: ClearanceGroup | null,
  says: readonly Saying[],
  ownRows: readonly Bearing[],
): void {
  const of = (subject: Saying['subject']) => says.filter((s) => s.subject === subject)
  const meant = of('designation').flatMap((s) => {
    const marked = findMarked(s.words, ownRows)
    return marked ? [{ said: s, marked }] : []
  })
  const [first] = meant
  const same = meant.find(({ marked }) => marked.row.designation === row.designation)
  if (first && !same)
    station.warn(
      'caution',
      'paper-other-bearing',
      { document: first.said.document, said: first.said.words, designation: row.designation },
      first.said.words,
    )
  const groups = [
    ...of('clearance').map((s) => ({ said: s, group: groupIn(s.words) })),
    ...(same ? [{ said: same.said, group: same.marked.group }] : []),
  ].filter((g) => g.group !== null)
  const [wanted] = groups
  if (group && wanted && groups.every((g) => g.group !== group))
    station.warn(
      'caution',
      'paper-other-group',
      { document: wanted.said.document, said: wanted.said.words, group: groupMark(group) },
      wanted.said.words,
    )
}

/** The number says one thing and the gauge another: said before anything is ordered. */
function compareWithReadings(station: StationBuilder, row: Bearing, candidates: Candidate[], ownRows: readonly Bearing[]): void {
  if (candidates.some((c) => c.designation === row.designation)) return
  const best = candidates[0]!
  const other = findBearing(best.designation, ownRows)!.row
  const same = other.boreMm === row.boreMm && other.outsideMm === row.outsideMm && other.widthMm === row.widthMm
  if (!same)
    station.warn(
      'caution',
      'number-against-gauge',
      { designation: row.designation, sizes: { sizesMm: [row.boreMm, row.outsideMm, row.widthMm] }, read: best.designation },
      best.designation,
    )
}
