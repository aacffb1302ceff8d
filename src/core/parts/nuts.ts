import { nutPitchMm } from '../catalogue/sleeves.js'

/** Lock nuts, what keeps them from turning, and the spanner that turns them. ISO 2982-2. */

export type NutSeries = 'KM' | 'KML' | 'HM 30' | 'HM 31'

/** Nuts with four slots by their number, mm: over all, width, width of a slot, its depth. The number times five is the thread from 4 on. */
// prettier-ignore
export const NUT_SIZES: readonly (readonly [number: number, outsideMm: number, widthMm: number, slotMm: number, slotDepthMm: number])[] = [
  [0, 18, 4, 3, 2], [1, 22, 4, 3, 2], [2, 25, 5, 4, 2], [3, 28, 5, 4, 2], [4, 32, 6, 4, 2], [5, 38, 7, 5, 2], [6, 45, 7, 5, 2],
  [7, 52, 8, 5, 2], [8, 58, 9, 6, 2.5], [9, 65, 10, 6, 2.5], [10, 70, 11, 6, 2.5], [11, 75, 11, 7, 3], [12, 80, 11, 7, 3],
  [13, 85, 12, 7, 3], [14, 92, 12, 8, 3.5], [15, 98, 13, 8, 3.5], [16, 105, 15, 8, 3.5], [17, 110, 16, 8, 3.5], [18, 120, 16, 10, 4],
  [19, 125, 17, 10, 4], [20, 130, 18, 10, 4], [21, 140, 18, 12, 5], [22, 145, 19, 12, 5], [23, 150, 19, 12, 5], [24, 155, 20, 12, 5],
  [25, 160, 21, 12, 5], [26, 165, 21, 12, 5], [27, 175, 22, 14, 6], [28, 180, 22, 14, 6], [29, 190, 24, 14, 6], [30, 195, 24, 14, 6],
  [31, 200, 25, 16, 7], [32, 210, 25, 16, 7], [33, 210, 26, 16, 7], [34, 220, 26, 16, 7], [36, 230, 27, 18, 8], [38, 240, 28, 18, 8],
  [40, 250, 29, 18, 8],
]

/** Lighter and larger nuts by series and number, mm: over all and width. Those of 30 and 31 have a trapezoidal thread and a clip. */
// prettier-ignore
export const LARGE_NUTS: Readonly<Record<Exclude<NutSeries, 'KM'>, readonly (readonly [number: number, outsideMm: number, widthMm: number])[]>> = {
  KML: [[24, 145, 20], [26, 155, 21], [28, 165, 22], [30, 180, 24], [32, 190, 25], [34, 200, 26], [36, 210, 27], [38, 220, 28], [40, 240, 29]],
  'HM 30': [
    [44, 260, 30], [48, 290, 34], [52, 310, 34], [56, 330, 38], [60, 360, 42], [64, 380, 42], [68, 400, 45], [72, 420, 45], [76, 450, 48],
    [80, 470, 52], [84, 490, 52], [88, 520, 60], [92, 540, 60], [96, 560, 60],
  ],
  'HM 31': [
    [44, 280, 32], [48, 300, 34], [52, 330, 36], [56, 350, 38], [60, 380, 40], [64, 400, 42], [68, 440, 55], [72, 460, 58], [76, 490, 60],
    [80, 520, 62], [84, 540, 70], [88, 560, 70], [92, 580, 75], [96, 620, 75],
  ],
}

/** Tab washers by the number of their nut: width of the groove in the shaft for the inner tab, thickness, mm, and outer tabs at least. */
// prettier-ignore
export const WASHERS: readonly (readonly [number: number, grooveMm: number, thickMm: number, tabs: number])[] = [
  [0, 3, 1, 9], [1, 3, 1, 11], [2, 4, 1, 11], [3, 4, 1, 11], [4, 4, 1, 11], [5, 5, 1.25, 13], [6, 5, 1.25, 13], [7, 6, 1.25, 13],
  [8, 6, 1.25, 13], [9, 6, 1.25, 13], [10, 6, 1.25, 13], [11, 8, 1.5, 17], [12, 8, 1.5, 17], [13, 8, 1.5, 19], [14, 8, 1.5, 19],
  [15, 8, 1.5, 19], [16, 10, 1.75, 19], [17, 10, 1.75, 19], [18, 10, 1.75, 19], [19, 10, 1.75, 19], [20, 12, 1.75, 19],
  [21, 12, 1.75, 19], [22, 12, 1.75, 19], [23, 12, 2, 19], [24, 14, 2, 19], [25, 14, 2, 19], [26, 14, 2, 19], [27, 14, 2, 19],
  [28, 16, 2, 19], [29, 16, 2, 19], [30, 16, 2, 19], [31, 16, 2.5, 19], [32, 18, 2.5, 19], [33, 18, 2.5, 19], [34, 18, 2.5, 19],
  [36, 20, 2.5, 19], [38, 20, 2.5, 19], [40, 20, 2.5, 19],
]

/** Hook spanners by the nuts that they turn, mm over all. DIN 1810. */
// prettier-ignore
export const HOOK_SPANNERS: readonly (readonly [from: number, to: number])[] = [
  [12, 14], [16, 18], [20, 22], [25, 28], [30, 32], [34, 36], [40, 42], [45, 50], [52, 55], [58, 62], [68, 75], [80, 90], [95, 100],
  [110, 115], [120, 130], [135, 145], [155, 165], [180, 195], [205, 220], [230, 245],
]

/** Threads of the smallest nuts, mm, and their pitch; from number 4 on the thread is five times the number. ISO 2982-2. */
const SMALL: Readonly<Record<number, readonly [threadMm: number, pitchMm: number]>> = { 0: [10, 0.75], 1: [12, 1], 2: [15, 1], 3: [17, 1] }

export interface LockNut {
  nut: string
  /** What keeps it from turning: a washer with tabs, or a clip. */
  lock: string
  series: NutSeries
  threadMm: number
  pitchMm: number
  /** Over all, mm. */
  outsideMm: number
  widthMm: number
}

/** Every nut of a series from the smallest to the largest. Sizes in mm. Source: ISO 2982-2. */
export function nutsOf(series: NutSeries): LockNut[] {
  const rows = series === 'KM' ? NUT_SIZES.map(([n, outside, width]) => [n, outside, width] as const) : LARGE_NUTS[series]
  return rows.map(([number, outsideMm, widthMm]): LockNut => {
    const [threadMm, pitchMm] = SMALL[number] ?? [number * 5, nutPitchMm(number * 5)]
    const two = String(number).padStart(2, '0')
    const [nut, lock] = series.startsWith('HM')
      ? [`${series}${two}`, `MS ${series.slice(3)}${two}`]
      : [`${series} ${number}`, `${series === 'KM' ? 'MB' : 'MBL'} ${number}`]
    return { nut, lock, series, threadMm, pitchMm, outsideMm, widthMm }
  })
}

/**
 * The nut on a thread of so many mm, which is the bore of the bearing on its adapter sleeve, or of its seat. Over 200 mm of the series
 * that is asked for, below it an ordinary one unless the lighter is; null where the standard has none. Range: 10 to 480 mm. Source: ISO 2982-2.
 */
export function lockNut(threadMm: number, series: NutSeries = 'KM'): LockNut | null {
  const wanted =
    threadMm <= 200 ? (series === 'KML' && threadMm >= 120 ? 'KML' : 'KM') : series === 'HM 30' || series === 'KML' ? 'HM 30' : 'HM 31'
  return nutsOf(wanted).find((n) => n.threadMm === threadMm) ?? null
}

/** The nut on an adapter sleeve by its name: the light one for series 30 and 39. Bore of the bearing in mm. Source: ISO 2982-2. */
export function sleeveNut(sleeve: string, boreMm: number): LockNut | null {
  return lockNut(boreMm, /^H (30|39)/.test(sleeve) ? 'KML' : 'KM')
}

/** The hook spanner for a nut of so many mm over all: the one whose range holds it, else the next larger; null beyond the largest. Source: DIN 1810. */
export function hookSpanner(outsideMm: number): readonly [from: number, to: number] | null {
  return HOOK_SPANNERS.find(([, to]) => outsideMm <= to) ?? null
}

/** How far a nut turns onward at most until a tab of its washer meets one of its four slots, degrees. Range: odd numbers of tabs. Source: geometry. */
export const onwardDeg = (tabs: number): number => 360 / (4 * tabs)
