import { ADAPTER_SHAFT, ADAPTER_SERIES } from '../catalogue/sleeves.js'

/** Adapter and withdrawal sleeves as parts. ISO 2982-1. */

/** Length of adapter sleeves by series and number, mm; a sleeve that is not listed is measured. */
// prettier-ignore
export const ADAPTER_LENGTHS: Readonly<Record<string, readonly (readonly [number: number, lengthMm: number])[]>> = {
  'H 2': [[4, 24], [5, 26], [6, 27], [7, 29], [8, 31], [9, 33], [10, 35], [11, 37], [12, 38], [13, 40], [14, 41], [15, 43], [16, 46], [17, 50], [18, 52], [19, 55], [20, 58], [21, 60], [22, 63]],
  'H 3': [[4, 28], [5, 29], [6, 31], [7, 35], [8, 36], [9, 39], [10, 42], [11, 45], [12, 47], [13, 50], [14, 52], [15, 55], [16, 59], [17, 63], [18, 65], [19, 68], [20, 71], [21, 74], [22, 77]],
  'H 23': [[4, 31], [5, 35], [6, 38], [7, 43], [8, 46], [9, 50], [10, 55], [11, 59], [12, 62], [13, 65], [14, 68], [15, 73], [16, 78], [17, 82], [18, 86], [19, 90], [20, 97], [22, 105], [24, 112], [26, 121], [28, 131], [30, 139], [32, 147], [34, 154], [36, 161], [38, 169], [40, 176]],
  'H 30': [[24, 72], [26, 80], [28, 82], [30, 87], [32, 93], [34, 101], [36, 109], [38, 112], [40, 120], [44, 126], [48, 133], [52, 145], [56, 152], [60, 168]],
  'H 31': [[20, 76], [22, 81], [24, 88], [26, 92], [28, 97], [30, 111], [32, 119], [34, 122], [36, 131], [38, 141], [40, 150], [44, 161], [48, 172], [52, 190], [56, 195], [60, 208]],
}

export interface Sleeve {
  name: string
  series: string
  /** Bore of the bearing that sits on it, mm. */
  boreMm: number
  shaftMm: number
  lengthMm: number | null
  /** Thread, mm: of the nut that drives an adapter sleeve's bearing, or that pulls a withdrawal sleeve out; null where it is read off the sleeve. */
  threadMm: number | null
}

/** Every adapter sleeve: each series that bearings name, for every bore that has a shaft. Sizes in mm. Source: ISO 2982-1. */
export function adapterSleeves(): Sleeve[] {
  const series = [...new Set(Object.values(ADAPTER_SERIES).flatMap((rows) => rows.map(([, name]) => name)))]
  return series.sort().flatMap((name) => {
    const [from, to] = ADAPTER_BORES[name] ?? [20, 500]
    const rows = Object.entries(ADAPTER_SHAFT).map(([bore, shaftMm]) => [Number(bore), shaftMm] as const)
    return rows
      .filter(([bore]) => bore >= from && bore <= to)
      .map(([boreMm, shaftMm]): Sleeve => {
        const number = boreMm / 5
        const code = boreMm >= 500 ? `/${boreMm}` : String(number).padStart(2, '0')
        const lengthMm = ADAPTER_LENGTHS[name]?.find(([n]) => n === number)?.[1] ?? null
        return { name: `${name}${code}`, series: name, boreMm, shaftMm, lengthMm, threadMm: boreMm }
      })
  })
}

/** Bores between which a series of adapter sleeves is made, mm. ISO 2982-1. */
const ADAPTER_BORES: Readonly<Record<string, readonly [number, number]>> = {
  'H 2': [20, 110],
  'H 3': [20, 110],
  'H 23': [20, 280],
  'H 30': [120, 500],
  'H 31': [100, 500],
  'H 32': [300, 500],
  'H 39': [120, 500],
}

/** Withdrawal sleeves by bearing series: [bore from and to mm, sleeve series]. ISO 2982-1. */
// prettier-ignore
const WITHDRAWAL: Readonly<Record<string, readonly (readonly [fromMm: number, toMm: number, series: string])[]>> = {
  '213': [[40, 110, '3']],
  '222': [[40, 100, '3'], [110, 170, '31'], [180, 300, '22']],
  '223': [[40, 280, '23']],
  '230': [[120, 480, '30']],
  '231': [[110, 480, '31']],
  '232': [[90, 480, '32']],
  '240': [[120, 480, '240']],
  '241': [[110, 480, '241']],
}

/** Bores that are made with a withdrawal sleeve, mm. */
const WITHDRAWAL_BORES = [
  40, 45, 50, 55, 60, 65, 70, 75, 80, 85, 90, 95, 100, 110, 120, 130, 140, 150, 160, 170, 180, 190, 200, 220, 240, 260, 280, 300, 320, 340,
  360, 380, 400, 420, 440, 460, 480,
] as const

/** Shaft under a withdrawal sleeve by the bore of its bearing, mm: 5 less to 150, 10 less to 200, 20 less above. ISO 2982-1. */
const withdrawalShaftMm = (boreMm: number) => boreMm - (boreMm <= 150 ? 5 : boreMm <= 200 ? 10 : 20)

/** Thread of the nut that pulls it out, mm, where all series but 240 and 241 share it: 5 over the bore to 60, 10 over it to 180. ISO 2982-1. */
const withdrawalThreadMm = (series: string, boreMm: number) =>
  series.length === 3 || boreMm > 180 ? null : boreMm + (boreMm <= 60 ? 5 : 10)

/** Numbers whose threads were changed when the standard came carry an X. ISO 2982-1. */
const withX = (series: string, boreMm: number) => series.length < 3 && ((boreMm >= 50 && boreMm <= 60) || (boreMm >= 85 && boreMm <= 150))

function withdrawal(series: string, boreMm: number): Sleeve {
  const name = `${withX(series, boreMm) ? 'AHX' : 'AH'} ${series}${String(boreMm / 5).padStart(2, '0')}`
  return {
    name,
    series: `AH ${series}`,
    boreMm,
    shaftMm: withdrawalShaftMm(boreMm),
    lengthMm: null,
    threadMm: withdrawalThreadMm(series, boreMm),
  }
}

/** Every withdrawal sleeve that a bearing series of the rack names. Sizes in mm. Source: ISO 2982-1. */
export function withdrawalSleeves(): Sleeve[] {
  const made = new Map<string, Sleeve>()
  for (const rows of Object.values(WITHDRAWAL))
    for (const boreMm of WITHDRAWAL_BORES) {
      const series = rows.find(([from, to]) => boreMm >= from && boreMm <= to)?.[2]
      if (series) made.set(`${series} ${boreMm}`, withdrawal(series, boreMm))
    }
  return [...made.values()].sort((a, b) => a.series.localeCompare(b.series) || a.boreMm - b.boreMm)
}

/** The withdrawal sleeve of a row with tapered bore by its series and bore in mm; null where its series has none. Source: ISO 2982-1. */
export function withdrawalSleeve(row: { series: string; boreMm: number; boreTaper: string | null }): Sleeve | null {
  if (!row.boreTaper) return null
  const series = WITHDRAWAL[row.series.replace(/ K(30)?$/, '')]?.find(([from, to]) => row.boreMm >= from && row.boreMm <= to)?.[2]
  return series && (WITHDRAWAL_BORES as readonly number[]).includes(row.boreMm) ? withdrawal(series, row.boreMm) : null
}
