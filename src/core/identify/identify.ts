import { sizes, type Boundary } from '../catalogue/catalogue.js'
import type { Family } from '../bearing/families.js'
import { takenAsInches } from '../units/quantities.js'
import { InputError, Derivation, inRange, short, type Result } from '../result.js'
import { fitsFeatures, nextQuestion, wouldLeave, type FeatureAnswers, type FeatureKey } from './features.js'
import { amount, type Message, type Params } from '../words/message.js'

/** Uncertainty of one reading, mm. Engineering practice: what a careful hand gets from the tool. */
export const INSTRUMENTS = { rule: 0.5, vernier: 0.05, micrometer: 0.005, 'bore-gauge': 0.005 } as const
export type Instrument = keyof typeof INSTRUMENTS

export const DIMENSIONS = ['boreMm', 'outsideMm', 'widthMm'] as const
export type Dimension = (typeof DIMENSIONS)[number]

export type Readings = Partial<Record<Dimension, readonly number[]>>

export interface IdentifyInput {
  readings: Readings
  instrument: Instrument
  /** Where a dimension was measured with another instrument. */
  instruments?: Partial<Record<Dimension, Instrument>>
  family?: Family
  features?: FeatureAnswers
  /** Of the ring while it was measured, °C; left out: room. */
  ringTemperatureC?: number
}

export interface Candidate {
  designation: string
  family: Family
  probability: number
}

/** Rows with one outline: measuring cannot tell them apart. */
export interface Outline {
  boreMm: number
  outsideMm: number
  widthMm: number
  probability: number
  designations: string[]
}

export const SPREADS = ['single', 'round', 'uneven', 'apart'] as const
export interface Estimate {
  dimension: Dimension
  instrument: Instrument
  /** At 20 °C. */
  meanMm: number
  spreadMm: number
  count: number
  spread: (typeof SPREADS)[number]
  /** What the spread says, in words. */
  words: string
}

/** A row that the readings do not fit, and by how much they miss it. */
export interface Near {
  designation: string
  differences: { dimension: Dimension; byMm: number }[]
}

export interface IdentifyValues {
  candidates: Candidate[]
  verdict: 'one' | 'several' | 'none'
  estimates: Estimate[]
  outlines: Outline[]
  /** The best rows with what parts them from the readings; filled when nothing fits. */
  nearest: Near[]
  /** What to measure for a drawing; filled when nothing fits. */
  measureFurther: string[]
  /** The feature that would narrow the candidates most, and how many of how many it would leave on average. */
  nextQuestion: FeatureKey | null
  narrows: { from: number; to: number } | null
}

/** Expansion of bearing steel, for rings measured warm. */
const PER_K = 12e-6
const ROOM_C = 20

/**
 * How far a used ring may read [below, above] its nominal size, one deviation, mm: wear and creep open bores and thin
 * outsides, dirt does the opposite, widths carry their own wide tolerance below. Engineering practice.
 */
const USE: Record<Dimension, readonly [number, number]> = { boreMm: [0.02, 0.06], outsideMm: [0.06, 0.02], widthMm: [0.1, 0.04] }
export const DIMENSION_WORDS: Record<Dimension, string> = { boreMm: 'bore', outsideMm: 'outside diameter', widthMm: 'width' }

/** Log-likelihood of no row at all, for each dimension: any size is as likely. */
const NONE = -6
const SHOWN_FROM = 0.005

/** Split normal of one dimension: its own width on either side of the nominal size. */
interface Likelihood {
  dimension: Dimension
  meanMm: number
  below: number
  above: number
  norm: number
}

const instrumentOf = (input: IdentifyInput, dimension: Dimension): Instrument => input.instruments?.[dimension] ?? input.instrument

function spreadWords(dimension: Dimension, count: number, spreadMm: number, uncertaintyMm: number): Pick<Estimate, 'spread' | 'words'> {
  const what = DIMENSION_WORDS[dimension]
  if (count === 1) return { spread: 'single', words: `one ${what} reading: take at least two, better four, round the ring` }
  if (spreadMm <= 4 * uncertaintyMm) return { spread: 'round', words: 'alike within what the instrument can tell' }
  return { spread: 'uneven', words: `${short(spreadMm, 3)} mm apart, more than the instrument explains: worn, tapered or out of round` }
}

function estimate(input: IdentifyInput, sheet: Derivation): Estimate[] {
  const found: Estimate[] = []
  const warm = 1 + PER_K * ((input.ringTemperatureC ?? ROOM_C) - ROOM_C)
  for (const dimension of DIMENSIONS) {
    const list = input.readings[dimension] ?? []
    list.forEach((value) => inRange(`readings.${dimension}`, value, 0.5, 3000, 'mm'))
    if (!list.length) continue
    const instrument = instrumentOf(input, dimension)
    const meanMm = list.reduce((a, b) => a + b, 0) / list.length / warm
    const spreadMm = Math.max(...list) - Math.min(...list)
    const words = spreadWords(dimension, list.length, spreadMm, INSTRUMENTS[instrument])
    const apart = spreadMm > Math.max(0.02 * meanMm, 1)
    const what = DIMENSION_WORDS[dimension]
    found.push({ dimension, instrument, meanMm, spreadMm, count: list.length, ...words, ...(apart && { spread: 'apart' as const }) })
    sheet.step(
      dimension[0]!,
      `mean ${what}`,
      warm === 1 ? 'mean of the readings' : 'mean / (1 + 12e-6 ΔT)',
      list.map((v) => short(v, 6)).join(', '),
      meanMm,
      'mm',
      `${list.length} reading${list.length > 1 ? 's' : ''}, ${instrument.replace('-', ' ')}`,
    )
    if (apart) sheet.caution('stop', `readings-apart-${dimension}`, { what, spread: amount(spreadMm, 'gap') }, short(spreadMm))
    else if (words.spread === 'uneven')
      sheet.caution('caution', `spread-${dimension}`, { what, spread: amount(spreadMm, 'gap') }, short(spreadMm))
    if (list.length === 1) sheet.assume(`Only one ${what} reading: take at least two, better four, round the ring.`)
  }
  return found
}

function likelihoodOf({ dimension, meanMm, count, instrument }: Estimate): Likelihood {
  const error = INSTRUMENTS[instrument] / Math.sqrt(count)
  const [below, above] = USE[dimension].map((use) => Math.hypot(use, error)) as [number, number]
  return { dimension, meanMm, below, above, norm: Math.log((below + above) / 2) }
}

function scoreOf(row: Boundary, likelihoods: readonly Likelihood[]): number {
  let score = 0
  for (const { dimension, meanMm, below, above, norm } of likelihoods) {
    const off = meanMm - row[dimension]
    const z = off / (off < 0 ? below : above)
    score -= (z * z) / 2 + norm
  }
  return score
}

/** Posterior of each row, against the chance that it is none of them. */
function rank(rows: readonly Boundary[], likelihoods: readonly Likelihood[]): { row: Boundary; probability: number }[] {
  const scored: { row: Boundary; weight: number }[] = []
  let total = Math.exp(NONE * likelihoods.length)
  for (const row of rows) {
    const weight = Math.exp(scoreOf(row, likelihoods))
    total += weight
    if (weight > 0) scored.push({ row, weight })
  }
  // Without any reading every row that the features leave is as likely.
  return scored
    .map(({ row, weight }) => ({ row, probability: weight / total }))
    .filter((c) => c.probability > (likelihoods.length ? SHOWN_FROM : 0))
    .sort((a, b) => b.probability - a.probability)
}

function outlinesOf(ranked: readonly { row: Boundary; probability: number }[]): Outline[] {
  const found = new Map<string, Outline>()
  for (const { row, probability } of ranked) {
    const { boreMm, outsideMm, widthMm } = row
    const key = `${boreMm} ${outsideMm} ${widthMm}`
    const one = found.get(key)
    if (one) {
      one.probability += probability
      one.designations.push(row.designation)
    } else found.set(key, { boreMm, outsideMm, widthMm, probability, designations: [row.designation] })
  }
  return [...found.values()].sort((a, b) => b.probability - a.probability)
}

/** Readings that fit no row as millimetres, but one as inches. */
function meantInches(rows: readonly Boundary[], estimates: readonly Estimate[]): boolean {
  const inches = estimates.map((e) => likelihoodOf({ ...e, meanMm: takenAsInches(e.meanMm) }))
  return rank(rows, inches).length > 0
}

/** Sizes that this instrument cannot tell apart from the best: said with the instrument that can. */
function tooCoarse(outlines: readonly Outline[], estimates: readonly Estimate[], sheet: Derivation): void {
  const [first, second] = outlines
  if (!first || !second || second.probability < 0.1 * first.probability) return
  for (const { dimension, instrument } of estimates) {
    const gap = Math.abs(first[dimension] - second[dimension])
    if (gap > 0 && gap < 3 * INSTRUMENTS[instrument])
      sheet.caution(
        'caution',
        instrument === 'rule' ? `coarse-rule-${dimension}` : `coarse-${dimension}`,
        {
          instrument,
          dimension: DIMENSION_WORDS[dimension],
          one: { sizesMm: [first[dimension]] },
          other: { sizesMm: [second[dimension]] },
        },
        short(gap),
      )
  }
}

/** A worn seat of the best row, named with what it lost. */
function wear(best: Boundary, estimates: readonly Estimate[], sheet: Derivation): void {
  for (const { dimension, meanMm, instrument, count } of estimates) {
    if (dimension === 'widthMm') continue
    const worn = dimension === 'boreMm' ? meanMm - best.boreMm : best.outsideMm - meanMm
    if (worn > Math.max(0.02, (2 * INSTRUMENTS[instrument]) / Math.sqrt(count)))
      sheet.caution(
        'note',
        `worn-${dimension}`,
        { worn: amount(worn, 'gap'), of: { sizesMm: [best[dimension]] }, designation: best.designation },
        short(worn),
      )
  }
}

/** What a drawing of a special bearing needs beyond the three sizes. Engineering practice. */
const FOR_A_DRAWING = [
  'width of each ring on its own, and how far one stands out',
  'chamfer of both rings, along and across',
  'bore at both faces, for a taper',
  'diameter of both raceways, and their form',
  'number, diameter and length of the elements, and the rows',
  'ribs, grooves, holes, flats and threads, with their places',
  'closure and cage: form and material',
  'every sign on both rings, also the odd ones',
  'the seats on shaft and in housing as they are now',
]

function nearestOf(rows: readonly Boundary[], estimates: readonly Estimate[]): Near[] {
  const off = (row: Boundary) => estimates.reduce((sum, { dimension, meanMm }) => sum + Math.abs(meanMm - row[dimension]), 0)
  const seen = new Set<string>()
  return [...rows]
    .sort((a, b) => off(a) - off(b))
    .filter(
      (row) => !seen.has(`${row.boreMm} ${row.outsideMm} ${row.widthMm}`) && seen.add(`${row.boreMm} ${row.outsideMm} ${row.widthMm}`),
    )
    .slice(0, 3)
    .map((row) => ({
      designation: row.designation,
      differences: estimates.map(({ dimension, meanMm }) => ({ dimension, byMm: meanMm - row[dimension] })),
    }))
}

function nearOf({ designation, differences }: Near): Params {
  const differ = differences.map(({ dimension, byMm }) => ({
    code: 'near',
    params: { dimension: DIMENSION_WORDS[dimension], by: amount(Math.abs(byMm), 'gap') },
  }))
  return { designation, differences: differ }
}

/**
 * Rows that measured sizes and seen features may belong to, by likelihood, best first. Readings in mm from 0.5 to 3000;
 * the instrument of a dimension gives the uncertainty of one reading. `rows` is the rack; left out, the base catalogue.
 * Source: split-normal likelihood per dimension with equal priors; widths of use are engineering practice.
 * @throws InputError when nothing is given or the bore is not under the outside diameter.
 */
export function identify(input: IdentifyInput, rows: readonly Boundary[] = sizes()): Result<IdentifyValues> {
  const sheet = new Derivation()
  const features: FeatureAnswers = input.features ?? {}
  const estimates = estimate(input, sheet)
  if (!estimates.length && !Object.keys(features).length)
    throw new InputError('readings', 'none', 'at least one reading of bore, outside diameter or width, or one feature that was seen')
  const mean = (dimension: Dimension) => estimates.find((e) => e.dimension === dimension)?.meanMm
  const bore = mean('boreMm')
  const outside = mean('outsideMm')
  if (bore !== undefined && outside !== undefined && bore >= outside) {
    throw new InputError('readings.boreMm', short(bore), `the bore must be smaller than the outside diameter of ${short(outside)} mm`)
  }
  const left = rows.filter((row) => (!input.family || row.family === input.family) && fitsFeatures(row, features))
  if (!left.length) sheet.caution('caution', 'features-exclude')
  const ranked = rank(left, estimates.map(likelihoodOf))
  const outlines = estimates.length ? outlinesOf(ranked) : []
  const best = ranked[0]
  const verdict = !best ? 'none' : best.probability >= 0.8 ? 'one' : 'several'
  const nearest = verdict === 'none' && left.length ? nearestOf(left, estimates) : []
  const slip = verdict === 'none' && estimates.length > 0 && meantInches(left, estimates) ? estimates[0]! : null
  const question = nextQuestion(ranked, features)
  if (slip) {
    const [mm, inches] = [short(slip.meanMm), short(takenAsInches(slip.meanMm))]
    sheet.caution(
      'caution',
      'unit-slip',
      { dimension: DIMENSION_WORDS[slip.dimension], mm: `${mm} mm`, number: mm, inches: `${inches} mm` },
      slip.meanMm,
    )
  } else if (nearest.length) sheet.caution('caution', 'no-match', nearOf(nearest[0]!))
  if (best && estimates.length) {
    tooCoarse(outlines, estimates, sheet)
    if (outlines[0]!.probability > 0.5) wear(best.row, estimates, sheet)
    if (verdict === 'several') {
      const { code, params } = tieOf(outlines)
      sheet.caution('note', code, params)
    }
  }
  sheet.step(
    'p',
    'best match',
    'likelihood over all rows',
    ranked
      .slice(0, 3)
      .map((c) => `${c.row.designation} ${Math.round(c.probability * 100)} %`)
      .join(', ') || 'none',
    best?.row.designation ?? '—',
    '',
    'split-normal likelihood, equal priors',
  )
  return sheet.result({
    candidates: ranked.map(({ row, probability }) => ({ designation: row.designation, family: row.family, probability })),
    verdict,
    estimates,
    outlines,
    nearest,
    measureFurther: verdict === 'none' && !slip ? FOR_A_DRAWING : [],
    nextQuestion: question,
    narrows: question && {
      from: ranked.length,
      to: wouldLeave(
        question,
        ranked.map((r) => r.row),
      ),
    },
  })
}

function tieOf([first, second]: Outline[]): Message {
  const names = first!.designations
  if (first!.probability >= 0.8 || !second) {
    const some = `${names.slice(0, 3).join(', ')}${names.length > 3 ? ' and more' : ''}`
    return names.length > 1 ? { code: 'tie-outline', params: { count: names.length, names: some } } : { code: 'tie-poor' }
  }
  const differ = DIMENSIONS.filter((d) => first![d] !== second[d]).map((d) => DIMENSION_WORDS[d])
  return { code: 'tie', params: { one: names[0]!, other: second.designations[0]!, differ: differ.join(' and ') } }
}
