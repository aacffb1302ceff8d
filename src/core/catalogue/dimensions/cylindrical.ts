/**
 * Raceway diameters of cylindrical roller bearings by bore: F under the rollers, E over them. Millimetres.
 * Series 2 and 22 share them, so do 3 and 23 (reinforced sets); series 10 has its own. ISO 15 with usual roller sets.
 */

export type Raceways = Record<number, readonly [number, number]>

// prettier-ignore
export const RACEWAYS_10: Raceways = {
  25: [30.5, 41.5], 30: [36.5, 48.5], 35: [42, 55], 40: [47, 61], 45: [52.5, 67.5], 50: [57.5, 72.5], 55: [64.5, 80.5],
  60: [69.5, 85.5], 65: [74.5, 90.5], 70: [80, 100], 75: [85, 105], 80: [91.5, 113.5], 85: [96.5, 118.5], 90: [103, 127],
  95: [108, 132], 100: [113, 137], 105: [119.5, 145.5], 110: [125, 155], 120: [135, 165], 130: [148, 182], 140: [158, 192],
  150: [169.5, 205.5], 160: [180, 220], 170: [193, 237], 180: [205, 255], 190: [215, 265], 200: [229, 281], 220: [250, 310],
  240: [270, 330], 260: [296, 364], 280: [316, 384], 300: [340, 420], 320: [360, 440],
}

// prettier-ignore
export const RACEWAYS_2: Raceways = {
  17: [22.1, 35.1], 20: [26.5, 41.5], 25: [31.5, 46.5], 30: [37.5, 55.5], 35: [44, 64], 40: [49.5, 71.5], 45: [54.5, 76.5],
  50: [59.5, 81.5], 55: [66, 90], 60: [72, 100], 65: [78.5, 108.5], 70: [83.5, 113.5], 75: [88.5, 118.5], 80: [95.3, 127.3],
  85: [100.5, 136.5], 90: [107, 145], 95: [112.5, 154.5], 100: [119, 163], 105: [125, 173], 110: [132.5, 180.5],
  120: [143.5, 195.5], 130: [153.5, 209.5], 140: [169, 225], 150: [182, 242], 160: [195, 259], 170: [207, 279], 180: [217, 289],
  190: [230, 306], 200: [243, 323], 220: [268, 360], 240: [295, 393], 260: [320, 430],
}

// prettier-ignore
export const RACEWAYS_3: Raceways = {
  17: [24.2, 40.2], 20: [27.5, 45.5], 25: [34, 54], 30: [40.5, 62.5], 35: [46.2, 70.2], 40: [52, 80], 45: [58.5, 88.5],
  50: [65, 97], 55: [70.5, 106.5], 60: [77, 115], 65: [82.5, 124.5], 70: [89, 133], 75: [95, 143], 80: [101, 151],
  85: [108, 160], 90: [113.5, 169.5], 95: [121.5, 177.5], 100: [127.5, 191.5], 105: [133, 201], 110: [143, 211],
  120: [154, 230], 130: [167, 247], 140: [180, 260], 150: [193, 283], 160: [204, 300], 170: [218, 318], 180: [231, 335],
  190: [245, 353], 200: [260, 372], 220: [284, 408], 240: [310, 446],
}

// prettier-ignore
export const RACEWAYS_4: Raceways = {
  30: [45, 73], 35: [53, 83], 40: [58, 92], 45: [64.5, 100.5], 50: [70.8, 110.8], 55: [77.2, 117.2], 60: [83, 127],
  65: [89.3, 135.3], 70: [100, 152], 75: [104.5, 160.5], 80: [110, 170], 85: [113, 177], 90: [123.5, 191.5], 95: [133.5, 201.5],
  100: [139, 211],
}

/** NN 30: the outer raceway is not that of the single row 10; the inner one follows by the same rollers. ISO 15 sections, usual sets. */
const OUTER_NN_30: Readonly<Record<number, number>> = { 55: 81, 60: 86.1, 80: 113, 85: 118, 150: 206, 160: 219, 170: 236 }
export const RACEWAYS_NN_30: Raceways = Object.fromEntries(
  Object.entries(RACEWAYS_10).map(([bore, [inner, outer]]) => {
    const own = OUTER_NN_30[Number(bore)] ?? outer
    return [bore, [inner + own - outer, own] as const]
  }),
)

/** The wide series from 160 mm on has an inner raceway of its own; the outer one is that of the narrow series. ISO 15. */
export const RACEWAYS_22: Raceways = {
  ...RACEWAYS_2,
  ...Object.fromEntries(
    Object.entries({ 160: 193, 170: 205, 180: 215, 190: 228, 200: 241 }).map(([bore, inner]) => [
      bore,
      [inner, RACEWAYS_2[Number(bore)]![1]] as const,
    ]),
  ),
}

/** Two rows, NNU 49: F of ISO 15 with usual sets; E by the roller that the section takes. */
// prettier-ignore
export const RACEWAYS_49: Raceways = {
  100: [113, 129], 105: [118, 134], 110: [123, 139], 120: [134.5, 154.5], 130: [146, 168], 140: [156, 178], 150: [168.5, 194.5],
  160: [178.5, 204.5], 170: [188.5, 214.5], 180: [202, 232], 190: [212, 242], 200: [225, 259], 220: [245, 279], 240: [265, 299],
  260: [292, 334], 280: [312, 354], 300: [339, 387],
}

/** Smallest chamfer of the loose ring by dimension series and bore, where it is not that of the plan. ISO 15 with ISO 246. */
// prettier-ignore
export const LOOSE_CHAMFER: Readonly<Record<string, Readonly<Record<number, number>>>> = {
  '10': {
    25: 0.3, 30: 0.6, 35: 0.6, 40: 0.6, 45: 0.6, 50: 0.6, 55: 1, 60: 1, 65: 1, 70: 1, 75: 1, 80: 1, 85: 1, 90: 1.1, 95: 1.1,
    100: 1.1, 105: 1.1, 110: 1.1, 120: 1.1, 130: 1.1, 140: 1.1, 150: 1.5, 160: 1.5,
  },
  '2': { 17: 0.3, 20: 0.6, 25: 0.6, 30: 0.6, 35: 0.6, 55: 1.1 },
  '22': { 17: 0.3, 20: 0.6, 25: 0.6, 30: 0.6, 35: 0.6, 55: 1.1 },
  '3': { 17: 0.6, 20: 0.6, 35: 1.1 },
  '23': { 17: 0.6, 20: 0.6, 35: 1.1 },
}
