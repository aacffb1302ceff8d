import { nutPitchMm } from './sleeves.js'

/** Lock nuts with their tab washers, as a store knows them. ISO 2982-2. */

export interface LockNut {
  nut: string
  washer: string
  threadMm: number
  pitchMm: number
  /** Over all, mm; null where the table holds none. */
  outsideMm: number | null
  widthMm: number | null
}

/** Outside and width of the nuts KM by their number, mm. ISO 2982-2. */
// prettier-ignore
export const NUT_SIZES: readonly (readonly [number: number, outsideMm: number, widthMm: number])[] = [
  [4, 32, 6], [5, 38, 7], [6, 45, 7], [7, 52, 8], [8, 58, 9], [9, 65, 10], [10, 70, 11], [11, 75, 11], [12, 80, 11],
  [13, 85, 12], [14, 92, 12], [15, 98, 13], [16, 105, 15], [17, 110, 16], [18, 120, 16], [19, 125, 17], [20, 130, 18],
]

/**
 * The nut and washer on a thread of so many mm, which is the bore of the bearing on its adapter sleeve or of its seat; null where the
 * standard has none. Range: 20 to 200 mm in steps of 5. Source: ISO 2982-2.
 */
export function lockNut(threadMm: number): LockNut | null {
  const number = threadMm / 5
  if (!Number.isInteger(number) || number < 4 || number > 40) return null
  const [, outsideMm, widthMm] = NUT_SIZES.find(([n]) => n === number) ?? [number, null, null]
  return { nut: `KM ${number}`, washer: `MB ${number}`, threadMm, pitchMm: nutPitchMm(threadMm), outsideMm, widthMm }
}
