import { sizes, type Boundary } from '../catalogue/catalogue.js'
import { FAMILY_LABEL, type Family } from '../catalogue/families.js'
import { takenAsInches } from '../units/quantities.js'
import { InputError, Sheet, inRange, short, type Result } from '../result.js'

/** Uncertainty of one reading, mm. Engineering practice: what a careful hand gets from the tool. */
export const INSTRUMENTS = { rule: 0.5, vernier: 0.05, micrometer: 0.005 } as const
export type Instrument = keyof typeof INSTRUMENTS

export interface Readings {
  boreMm?: readonly number[]
  outsideMm?: readonly number[]
  widthMm?: readonly number[]
}

export interface IdentifyInput {
  readings: Readings
  instrument: Instrument
  family?: Family
}

export interface Candidate {
  designation: string
  family: Family
  probability: number
}

export interface IdentifyValues {
  candidates: Candidate[]
  verdict: 'one' | 'several' | 'none'
  /** Mean and spread of the readings of each dimension. */
  estimates: { dimension: 'boreMm' | 'outsideMm' | 'widthMm'; meanMm: number; spreadMm: number; count: number }[]
}

type Dimension = IdentifyValues['estimates'][number]['dimension']

/**
 * How far a used ring may read [below, above] its nominal size, one deviation, mm: wear and creep open bores and thin
 * outsides, dirt does the opposite, widths carry their own wide tolerance below. Engineering practice.
 */
const USE: Record<Dimension, readonly [number, number]> = { boreMm: [0.02, 0.06], outsideMm: [0.06, 0.02], widthMm: [0.1, 0.04] }
const WORDS: Record<Dimension, string> = { boreMm: 'bore', outsideMm: 'outside diameter', widthMm: 'width' }

/** Log-likelihood that a mean reading belongs to a nominal size: normal with its own width on either side. */
function logLikelihood(dimension: Dimension, meanMm: number, nominalMm: number, errorMm: number): number {
  const [below, above] = USE[dimension].map((use) => Math.hypot(use, errorMm)) as [number, number]
  const off = meanMm - nominalMm
  const sigma = off < 0 ? below : above
  return -((off / sigma) ** 2) / 2 - Math.log((below + above) / 2)
}

function estimate(readings: Readings, instrument: Instrument, sheet: Sheet): IdentifyValues['estimates'] {
  const found: IdentifyValues['estimates'] = []
  for (const dimension of ['boreMm', 'outsideMm', 'widthMm'] as const) {
    const list = readings[dimension] ?? []
    list.forEach((value) => inRange(`readings.${dimension}`, value, 0.5, 3000, 'mm'))
    if (!list.length) continue
    const meanMm = list.reduce((a, b) => a + b, 0) / list.length
    const spreadMm = Math.max(...list) - Math.min(...list)
    found.push({ dimension, meanMm, spreadMm, count: list.length })
    sheet.step(
      dimension[0]!,
      `mean ${WORDS[dimension]}`,
      'mean of the readings',
      list.map((v) => short(v, 6)).join(', '),
      meanMm,
      'mm',
      `${list.length} reading${list.length > 1 ? 's' : ''}, ${instrument}`,
    )
    if (spreadMm > Math.max(0.02 * meanMm, 1))
      sheet.caution(
        'stop',
        `readings-apart-${dimension}`,
        `The ${WORDS[dimension]} readings lie ${short(spreadMm, 3)} mm apart: they do not belong to one ring. Measure again.`,
        short(spreadMm),
      )
    else if (spreadMm > 4 * INSTRUMENTS[instrument])
      sheet.caution(
        'caution',
        `spread-${dimension}`,
        `The ${WORDS[dimension]} readings lie ${short(spreadMm, 3)} mm apart, more than the instrument explains: worn, tapered or out of round.`,
        short(spreadMm),
      )
    if (list.length === 1) sheet.assume(`Only one ${WORDS[dimension]} reading: take at least two, better four, round the ring.`)
  }
  if (!found.length) throw new InputError('readings', 'none', 'at least one reading of bore, outside diameter or width')
  return found
}

/** Posterior of each row, against the chance that it is none of them (any size is as likely, 1/mm each way). */
function rank(rows: readonly Boundary[], estimates: IdentifyValues['estimates'], instrument: Instrument): Candidate[] {
  const scored = rows.map((row) => ({
    row,
    score: estimates.reduce(
      (sum, { dimension, meanMm, count }) =>
        sum + logLikelihood(dimension, meanMm, row[dimension], INSTRUMENTS[instrument] / Math.sqrt(count)),
      0,
    ),
  }))
  const none = -6 * estimates.length
  const total = scored.reduce((sum, s) => sum + Math.exp(s.score), Math.exp(none))
  return scored
    .map(({ row, score }) => ({ designation: row.designation, family: row.family, probability: Math.exp(score) / total }))
    .filter((c) => c.probability > 0.005)
    .sort((a, b) => b.probability - a.probability)
}

/** A reading below every row of the catalogue, which may have been meant in inches. */
function suspectedInches(
  rows: readonly Boundary[],
  estimates: IdentifyValues['estimates'],
): IdentifyValues['estimates'][number] | undefined {
  return estimates.find(({ dimension, meanMm }) => meanMm < 0.8 * Math.min(...rows.map((row) => row[dimension])))
}

/**
 * Catalogue rows that measured sizes may belong to, by likelihood, best first.
 * Readings in mm from 0.5 to 3000; the instrument gives the uncertainty of one reading.
 * Source: split-normal likelihood per dimension with equal priors; widths of use are engineering practice.
 * @throws InputError when no reading is given or the bore is not under the outside diameter.
 */
export function identify(input: IdentifyInput): Result<IdentifyValues> {
  const sheet = new Sheet()
  const estimates = estimate(input.readings, input.instrument, sheet)
  const mean = (dimension: Dimension) => estimates.find((e) => e.dimension === dimension)?.meanMm
  const bore = mean('boreMm')
  const outside = mean('outsideMm')
  if (bore !== undefined && outside !== undefined && bore >= outside) {
    throw new InputError('readings.boreMm', short(bore), `the bore must be smaller than the outside diameter of ${short(outside)} mm`)
  }
  const rows = input.family ? sizes().filter((row) => row.family === input.family) : sizes()
  if (!rows.length) sheet.assume(`The catalogue holds no ${FAMILY_LABEL[input.family!]} yet.`)
  const candidates = rank(rows, estimates, input.instrument)
  const certain = candidates[0] && candidates[0].probability >= 0.8
  const verdict = !candidates.length ? 'none' : certain ? 'one' : 'several'
  if (verdict === 'none') {
    const slip = suspectedInches(rows, estimates)
    if (slip) {
      const [mm, inches] = [short(slip.meanMm), short(takenAsInches(slip.meanMm))]
      sheet.caution(
        'caution',
        'unit-slip',
        `A ${WORDS[slip.dimension]} of ${mm} mm is smaller than any bearing here. Was ${mm} in (${inches} mm) meant? Type it with "in".`,
        slip.meanMm,
      )
    } else sheet.caution('caution', 'no-match', `No bearing of the catalogue has these sizes. Nearest: ${nearest(rows, estimates)}.`)
  } else if (verdict === 'several') {
    sheet.caution('note', 'tie', tieWords(candidates))
  }
  sheet.step(
    'p',
    'best match',
    'likelihood over all rows',
    candidates
      .slice(0, 3)
      .map((c) => `${c.designation} ${Math.round(c.probability * 100)} %`)
      .join(', ') || 'none',
    candidates[0]?.designation ?? '—',
    '',
    'split-normal likelihood, equal priors',
  )
  return sheet.result({ candidates, verdict, estimates })
}

function nearest(rows: readonly Boundary[], estimates: IdentifyValues['estimates']): string {
  const off = (row: Boundary) => estimates.reduce((sum, { dimension, meanMm }) => sum + Math.abs(meanMm - row[dimension]), 0)
  const best = [...rows].sort((a, b) => off(a) - off(b))[0]
  if (!best) return 'none'
  const words = estimates.map(({ dimension, meanMm }) => `${WORDS[dimension]} off by ${short(Math.abs(meanMm - best[dimension]), 2)} mm`)
  return `${best.designation}, ${words.join(', ')}`
}

function tieWords([first, second]: Candidate[]): string {
  if (!second) return 'The sizes fit one bearing, but not well: measure again.'
  return first!.family === second.family
    ? `${first!.designation} and ${second.designation} both fit: measure the width again, with a finer instrument.`
    : `${first!.designation} and ${second.designation} have the same outline: look whether balls or rollers run inside.`
}
