import type { Bearing } from '../bearing/bearing.js'
import { adapterSleeve, shaftHold, type ShaftHold } from '../catalogue/sleeves.js'
import type { ShaftSeatRecord } from './records.js'

/** What a bearing sits on, as records and its kind say it together. */
export interface SeatUnder {
  hold: ShaftHold
  /** Of the shaft under it, mm; null where nobody has said it. */
  sizeMm: number | null
  sleeve: string | null
}

/**
 * What a bearing sits on: by its kind, and by the record where that says more (a sleeve with its shaft, a tapered shaft, a
 * withdrawal sleeve, what clamps an insert). A record that cannot be true of the kind counts for nothing. Sizes in mm.
 * Sources: ISO 2982-1 for adapter sleeves; otherwise the record.
 */
export function seatUnder(row: Bearing, record: ShaftSeatRecord | null = null): SeatUnder {
  const hold = shaftHold(row)
  const said = record?.nominalMm ?? null
  const clamped = { 'set-screws': 'screws', 'eccentric-collar': 'collar', 'clamp-collar': 'clamp' } as const
  if (hold === 'none') return { hold, sizeMm: row.boreMm, sleeve: null }
  if (row.boreTaper) {
    if (record?.kind === 'taper') return { hold: 'taper', sizeMm: said ?? row.boreMm, sleeve: null }
    if (record?.kind === 'withdrawal-sleeve') return { hold: 'taper', sizeMm: said, sleeve: record.sleeve ?? null }
    const usual = adapterSleeve(row)
    if (record?.kind === 'adapter-sleeve')
      return { hold: 'sleeve', sizeMm: said ?? usual?.shaftMm ?? null, sleeve: record.sleeve ?? usual?.designation ?? null }
    return { hold, sizeMm: usual?.shaftMm ?? null, sleeve: usual?.designation ?? null }
  }
  const by = row.family === 'insert-ball' && record ? clamped[record.kind as keyof typeof clamped] : undefined
  return { hold: by ?? hold, sizeMm: row.boreMm, sleeve: null }
}
