import type { Bearing } from '../bearing/bearing.js'
import { formOf } from '../bearing/construction-forms.js'

/** What clamps a tapered bore on a plain shaft: the adapter sleeve that belongs to the row. */
export interface AdapterSleeve {
  designation: string
  /** Diameter of the shaft that it sits on, mm. */
  shaftMm: number
}

/** Shaft diameter under an adapter sleeve by the bore of its bearing, mm. ISO 2982-1; all sleeve series share it. */
// prettier-ignore
export const ADAPTER_SHAFT: Readonly<Record<number, number>> = {
  20: 17, 25: 20, 30: 25, 35: 30, 40: 35, 45: 40, 50: 45, 55: 50, 60: 55, 65: 60, 70: 60, 75: 65, 80: 70, 85: 75, 90: 80, 95: 85,
  100: 90, 105: 95, 110: 100, 120: 110, 130: 115, 140: 125, 150: 135, 160: 140, 170: 150, 180: 160, 190: 170, 200: 180, 220: 200,
  240: 220, 260: 240, 280: 260, 300: 280, 320: 300, 340: 320, 360: 340, 380: 360, 400: 380, 420: 400, 440: 410, 460: 430, 480: 450,
  500: 470,
}

/** Sleeve series by bearing series: [bore up to mm, sleeve series]. ISO 2982-1. */
// prettier-ignore
export const ADAPTER_SERIES: Readonly<Record<string, readonly (readonly [number, string])[]>> = {
  '12': [[110, 'H 2']],
  '13': [[110, 'H 3']],
  '22': [[110, 'H 3']],
  '23': [[110, 'H 23']],
  '213': [[110, 'H 3'], [500, 'H 31']],
  '222': [[110, 'H 3'], [500, 'H 31']],
  '223': [[280, 'H 23'], [500, 'H 32']],
  '230': [[110, 'H 3'], [500, 'H 30']],
  '231': [[500, 'H 31']],
  '232': [[280, 'H 23'], [500, 'H 32']],
  '239': [[500, 'H 39']],
  'C 22': [[110, 'H 3'], [500, 'H 31']],
  'C 23': [[280, 'H 23'], [500, 'H 32']],
  'C 30': [[110, 'H 3'], [500, 'H 30']],
  'C 31': [[500, 'H 31']],
  'C 39': [[500, 'H 39']],
  'UK 2': [[140, 'H 23']],
  'UK 3': [[140, 'H 23']],
}

/**
 * The adapter sleeve of a row with tapered bore 1:12, and the shaft that it sits on; null for cylindrical bores and for
 * tapered ones that no sleeve of the table belongs to (bores 1:30 sit on a withdrawal sleeve or a tapered seat).
 * Range: bores 20 to 500 mm. Source: ISO 2982-1.
 */
export function adapterSleeve(row: Pick<Bearing, 'series' | 'boreMm' | 'boreTaper'>): AdapterSleeve | null {
  if (row.boreTaper !== '1:12') return null
  const sleeves = ADAPTER_SERIES[row.series.replace(/ K$/, '')]
  const series = sleeves?.find(([to]) => row.boreMm <= to)?.[1]
  const shaftMm = ADAPTER_SHAFT[row.boreMm]
  if (!series || shaftMm === undefined) return null
  const code = row.boreMm >= 500 ? `/${row.boreMm}` : String(row.boreMm / 5).padStart(2, '0')
  return { designation: `${series}${code}`, shaftMm }
}

/** Pitch of the nut on an adapter sleeve by the thread, which is that of the bore: [bore up to mm, pitch mm]. ISO 2982-2. */
const PITCH: readonly (readonly [number, number])[] = [
  [20, 1],
  [50, 1.5],
  [150, 2],
  [200, 3],
  [300, 4],
  [500, 5],
]

/** Pitch of the nut that drives a bore of so many mm up its sleeve, mm. Range: bores 17 to 500 mm, beyond it that of the largest. Source: ISO 2982-2. */
export function nutPitchMm(boreMm: number): number {
  return (PITCH.find(([to]) => boreMm <= to) ?? PITCH.at(-1)!)[1]
}

/** What holds the inner ring on its shaft: the grip of its fit, or something that clamps it whatever the fit. */
export type ShaftHold = 'fit' | 'sleeve' | 'taper' | 'screws' | 'collar' | 'clamp' | 'pin' | 'none'

/** How the inner ring of a row is held on the shaft; `none`: it has no inner ring. */
export function shaftHold(row: Pick<Bearing, 'series' | 'form' | 'boreMm' | 'boreTaper'>): ShaftHold {
  if (formOf(row).innerRing === false) return 'none'
  if (row.form === 'setscrew') return 'screws'
  if (row.form === 'eccentric-collar') return 'collar'
  if (row.form === 'self-aligning-long') return 'pin'
  if (row.boreTaper) return adapterSleeve(row) ? 'sleeve' : 'taper'
  return 'fit'
}
