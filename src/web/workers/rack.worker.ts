import { expose } from 'comlink'
import type { RackView } from '../../contract/rack.js'
import { catalogue, type Bearing } from '../../core/catalogue/catalogue.js'
import { plainName } from '../../core/catalogue/designation.js'
import { withMakersFigures } from '../../core/catalogue/makers-figures.js'
import { loadDistribution, type DistributionInput } from '../../core/distribution/load-distribution.js'
import { searchRack } from '../../core/identify/search-rack.js'
import { identify, type IdentifyInput, type IdentifyValues } from '../../core/identify/identify.js'
import { letterTable, type Letters } from '../../core/identify/letters.js'
import { rackNames, readMarking, type MarkingResult, type RackNames } from '../../core/identify/marking.js'
import { searchParts, type PartSearch } from '../../core/parts/search.js'
import { InputError, type Result } from '../../core/result.js'
import { operatingClearance, type OperatingClearanceInput } from '../../core/fits/operating-clearance.js'
import { quickAnswer, type QuickAnswer } from '../../core/quick/answer.js'
import type { UnitSystem } from '../../core/units/quantities.js'
import { select, type SelectInput, type SelectValues } from '../../core/select/select.js'

/** One line of the rack: what its table can show. */
export type RackLine = Pick<
  Bearing,
  | 'designation'
  | 'family'
  | 'form'
  | 'boreMm'
  | 'outsideMm'
  | 'widthMm'
  | 'boreTaper'
  | 'contactAngleDeg'
  | 'dynamicRatingN'
  | 'staticRatingN'
  | 'fatigueLoadLimitN'
  | 'massKg'
  | 'greaseSpeedRpm'
  | 'oilSpeedRpm'
  | 'closures'
  | 'misalignmentDeg'
> & { entered: boolean; stock: number }

let rows: readonly Bearing[] = catalogue()
let lines = new Map<string, RackLine>()
let shelf: ReadonlySet<string> = new Set()
let names: RackNames | null = null
let letters: Letters[] = letterTable([])
let references = new Map<string, string>()

function lineOf(row: Bearing, stock: number): RackLine {
  return {
    designation: row.designation,
    family: row.family,
    form: row.form,
    boreMm: row.boreMm,
    outsideMm: row.outsideMm,
    widthMm: row.widthMm,
    boreTaper: row.boreTaper,
    contactAngleDeg: row.contactAngleDeg,
    dynamicRatingN: row.dynamicRatingN,
    staticRatingN: row.staticRatingN,
    fatigueLoadLimitN: row.fatigueLoadLimitN,
    massKg: row.massKg,
    greaseSpeedRpm: row.greaseSpeedRpm,
    oilSpeedRpm: row.oilSpeedRpm,
    closures: row.closures,
    misalignmentDeg: row.misalignmentDeg,
    entered: row.entered !== undefined || row.series === 'own',
    stock,
  }
}

function marked(text: string): readonly { designation: string }[] {
  try {
    return read(text).readings.map((r) => r.row)
  } catch (error) {
    if (error instanceof InputError) return []
    throw error
  }
}

function read(marking: string): MarkingResult {
  return readMarking((names ??= rackNames(rows)), marking, letters, references)
}

/** A refusal as its sentence. */
function orRefused<V>(run: () => Result<V>): Result<V> | { refused: string } {
  try {
    return run()
  } catch (error) {
    if (error instanceof InputError) return { refused: error.message }
    throw error
  }
}

const api = {
  /** Lays the plant's own data over the catalogue. */
  take(view: Pick<RackView, 'ownRows' | 'makersFigures' | 'letters' | 'crossReferences' | 'stock'>): void {
    const entered = new Set(view.makersFigures.map((f) => f.designation))
    rows = [...catalogue(), ...view.ownRows].map((row) => (entered.has(row.designation) ? withMakersFigures(row, view.makersFigures) : row))
    const stock = new Map<string, number>()
    for (const item of view.stock) stock.set(item.designation, (stock.get(item.designation) ?? 0) + item.quantity)
    shelf = new Set([...stock].filter(([, quantity]) => quantity > 0).map(([designation]) => designation))
    lines = new Map(rows.map((row) => [row.designation, lineOf(row, stock.get(row.designation) ?? 0)]))
    names = null
    letters = letterTable(view.letters)
    references = new Map(view.crossReferences.map((r) => [r.name, r.marking]))
  },
  /** Rows that a search finds; other names, and numbers with letters or gaps behind them, are read as markings. */
  search(text: string): RackLine[] {
    const found = searchRack(rows, text)
    const list = found.length && !references.has(plainName(text)) ? found : [...marked(text), ...found]
    return [...new Set(list.map((row) => row.designation))].map((name) => lines.get(name)!)
  },
  /** What of the whole rack carries a duty within limits, with how many lie on the shelf. */
  select(input: SelectInput): { values: SelectValues; stock: Record<string, number> } {
    const { values } = select(input, rows, shelf)
    return { values, stock: Object.fromEntries(values.candidates.map((c) => [c.designation, lines.get(c.designation)?.stock ?? 0])) }
  },
  /** How a load spreads over the elements. */
  distribution: (input: DistributionInput) => orRefused(() => loadDistribution(input)),
  /** Clearance of many assemblies drawn at random. */
  assemble: (input: OperatingClearanceInput) => orRefused(() => operatingClearance({ ...input, method: 'simulated' })),
  /** A short question answered while it is typed. */
  answer(text: string, system: UnitSystem): QuickAnswer | null {
    return quickAnswer(text, system)
  },
  identify(input: IdentifyInput): Result<IdentifyValues> {
    return identify(input, rows)
  },
  read,
  parts: (text: string): PartSearch => searchParts(text),
  row(designation: string): Bearing | null {
    return rows.find((row) => row.designation === designation) ?? null
  },
}
export type RackWorker = typeof api

expose(api)
