import type { Boundary } from '../catalogue/catalogue.js'
import { INSTRUMENTS, type Dimension, type Instrument } from './identify.js'

/** A used ring that a stand-in gauge measures: a row with wear, ovality and taper that nobody is told. */
export interface HiddenRing {
  row: Boundary
  /** Bore opened, outside thinned, mm. */
  wearMm: number
  /** Difference between the largest and the smallest diameter, mm. */
  ovalMm: number
}

/** Repeatable numbers from 0 to 1, no unit; the same seed gives the same row. */
export function dice(seed: number): () => number {
  let state = (seed * 2654435761) % 2147483647 || 1
  return () => (state = (state * 48271) % 2147483647) / 2147483647
}

/** The ring of a number (no unit): the same number hides the same ring. */
export function hiddenRing(rows: readonly Boundary[], number: number): HiddenRing {
  const next = dice(number)
  next()
  const usual = rows.filter((row) => row.boreMm >= 20 && row.boreMm <= 90 && !row.boreTaper && !row.designation.includes('-'))
  return { row: usual[Math.floor(next() * usual.length)]!, wearMm: 0.12 * next() ** 2, ovalMm: 0.06 * next() ** 2 }
}

/** What an instrument reads of a hidden ring at a place round it, with its own error; mm, to the digits it shows. */
export function gaugeReading(
  ring: HiddenRing,
  dimension: Dimension,
  angleDeg: number,
  instrument: Instrument,
  random: () => number,
): number {
  const { row, wearMm, ovalMm } = ring
  const oval = (ovalMm / 2) * Math.cos((2 * angleDeg * Math.PI) / 180)
  const true_ =
    dimension === 'boreMm' ? row.boreMm + wearMm + oval : dimension === 'outsideMm' ? row.outsideMm - wearMm + oval : row.widthMm - 0.06
  const error = (random() + random() + random() - 1.5) * INSTRUMENTS[instrument]
  const digit = instrument === 'rule' ? 0.5 : instrument === 'vernier' ? 0.01 : 0.001
  return Math.round(Math.round((true_ + error) / digit) * digit * 1e6) / 1e6
}
