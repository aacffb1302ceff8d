import { HELD, findBearing, sizes, type Bearing } from '../../catalogue/catalogue.js'
import { FAMILY_LABEL } from '../../catalogue/families.js'
import { withMakersFigures, type MakersFigures } from '../../catalogue/makers-figures.js'
import { clearanceFrom, clearanceGroup, groupMark, type ClearanceGroup } from '../../fits/clearance-group.js'
import { identify, type Candidate } from '../../identify/identify.js'
import { findMarked, type Marked } from '../../identify/marked.js'
import { Sheet } from '../../result.js'
import type { IdentifyAnswers } from '../answers.js'
import { q, typed } from '../../units/quantities.js'
import { StationBuilder, type StationResult } from '../station.js'

export interface IdentifyResult extends StationResult {
  row: Bearing | null
  group: ClearanceGroup | null
  candidates: Candidate[]
}

/** Which bearing it is: from readings by likelihood, or from paper by its designation; what cannot be seen is asked. */
export function identifyStation(
  answers: IdentifyAnswers,
  makersFigures: readonly MakersFigures[] = [],
  ownRows: readonly Bearing[] = [],
): IdentifyResult {
  const station = new StationBuilder('identify')
  const { boreReadingsMm, outsideReadingsMm, widthReadingsMm } = answers
  const measured = boreReadingsMm.length + outsideReadingsMm.length + widthReadingsMm.length > 0
  const found = measured
    ? station.attempt(
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
    : null
  const named = answers.designation ? findMarked(answers.designation, ownRows) : null
  const row = named ? withMakersFigures(named.row, makersFigures) : null
  const group = answers.group ?? named?.group ?? null
  if (answers.designation && !row) {
    station.refuse('designation', `The rack holds no "${typed(answers.designation.slice(0, 40))}". It holds ${HELD}.`)
  }
  const candidates = found?.values.candidates ?? []
  const best = candidates[0]
  if (row && best) compareWithReadings(station, row, candidates, ownRows)

  const named_ = row ?? (best ? findBearing(best.designation, ownRows)!.row : null)
  const hero = station.figure(
    'designation',
    row ? 'Bearing' : 'Most likely',
    row?.designation ?? best?.designation ?? null,
    'text',
    found,
    {
      note: row ? FAMILY_LABEL[row.family] : best ? `${Math.round(best.probability * 100)} % sure` : undefined,
    },
  )
  if (named_) {
    const sizes = new Sheet()
    sizes.step(
      'd × D × B',
      'boundary dimensions',
      'table',
      named_.designation,
      `${named_.boreMm} × ${named_.outsideMm} × ${named_.widthMm}`,
      'mm',
      named_.dimensionSource,
    )
    const from = sizes.result({})
    station.figure('boreMm', 'Bore', named_.boreMm, 'length', from, { decimals: 0 })
    station.figure('outsideMm', 'Outside diameter', named_.outsideMm, 'length', from, { decimals: 0 })
    station.figure('widthMm', 'Width', named_.widthMm, 'length', from, { decimals: 0 })
    station.figure('massKg', 'Mass', named_.massKg, 'mass', null, { note: 'estimated' })
    if (named_.massKg > 10)
      station.warn(
        named_.massKg > 25 ? 'caution' : 'note',
        'lifting',
        `The bearing weighs about ${q(named_.massKg, 'mass', 0)}: ${named_.massKg > 25 ? 'use lifting gear' : 'lift with both hands'}.`,
        Math.round(named_.massKg),
      )
  }
  if (named) askOfMarking(station, named)
  const from = row && clearanceFrom(row)
  if (row && from !== 'setting') {
    const range =
      group && from === 'table'
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
      from === 'sheet' ? { note: "read it from the maker's sheet" } : {},
    )
  }
  if (!row && best)
    station.ask(
      'confirm-designation',
      `Is it ${typed(best.designation)}? Choose it from the list or type what is on the ring.`,
      'Everything after this is calculated for the chosen bearing.',
    )
  const groupSure = from === 'setting' || (answers.group !== null && answers.groupEvidence !== null)
  const sure = groupSure && !named?.assumed && !named?.unknown
  if (row && !groupSure) {
    station.ask(
      'clearance-group',
      'Clearance group cannot be seen on the ring: confirm it from the marking, the stores record or paper.',
      'A group too small runs hot and seizes soon after start; one too large knocks and lives shorter.',
    )
  }
  const level = row ? (sure ? 'good' : 'open') : 'open'
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
    ? `${typed(row.designation)} is a ${FAMILY_LABEL[row.family]}; its ratings are ${row.entered ? `those of the maker's sheet where entered (${typed(row.entered.sheet)})` : "computed from typical geometry until a maker's sheet is entered"}.${readOut(named!)}`
    : 'Measure bore, outside and width round the ring, or type the number from ring or paper.'
  const result = station.close(
    reason,
    { word, level },
    hero,
    row ? row.designation + (group && group !== 'N' ? ` ${groupMark(group)}` : '') : '—',
  )
  return { ...result, row, group, candidates }
}

/** What the marking leaves open or nobody can read. */
function askOfMarking(station: StationBuilder, { row, assumed, unknown }: Marked): void {
  if (assumed && row.form === 'tapered-inch')
    station.ask('cone-and-cup', assumed, 'Cones and cups are bought one by one: the wrong partner has another width or angle.')
  else if (assumed)
    station.ask('contact-angle', assumed, 'Another angle shares load and preload differently: look for the letter, or ask for the paper.')
  if (unknown)
    station.ask(
      'letters-unknown',
      `What do the letters “${typed(unknown)}” behind the number mean? No letter table holds them.`,
      'A feature that nobody has read may be the one that matters: clearance, cage, seal, heat.',
    )
}

const openWord = ({ row, assumed }: Marked) => (!assumed ? 'letters open' : row.form === 'tapered-inch' ? 'partner open' : 'angle open')

/** The letters behind the number in words: "2RS closure: contact seal on both sides". */
function readOut({ pieces }: Marked): string {
  const letters = pieces.slice(1).filter((p) => p.text && p.kind !== 'unknown')
  return letters.length ? ` Read: ${letters.map((p) => `${typed(p.text)} ${typed(p.meaning)}`).join('; ')}.` : ''
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
      `The number says ${typed(row.designation)} (${row.boreMm} × ${row.outsideMm} × ${row.widthMm} mm), the readings say ${typed(best.designation)}. Measure again or read the number again.`,
      best.designation,
    )
}
