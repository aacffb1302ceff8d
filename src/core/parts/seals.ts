/** What keeps lubricant in and dirt out, what holds a ring at the shaft end, and what is laid under. */

/** Lip seals by shaft, mm: bores of the housing that are made, and width. ISO 6194-1. */
// prettier-ignore
export const LIP_SEALS: readonly (readonly [shaftMm: number, boresMm: readonly number[], widthMm: number])[] = [
  [20, [35, 40], 7], [25, [40, 47, 52], 7], [30, [42, 47, 52], 7], [35, [50, 52, 55], 8], [40, [55, 62], 8], [45, [62, 65], 8], [50, [68, 72], 8],
  [55, [72, 80], 8], [60, [80, 85], 8], [65, [85, 90], 10], [70, [90, 95], 10], [75, [95, 100], 10], [80, [100, 110], 10], [85, [110, 120], 12],
  [90, [120], 12], [95, [120], 12], [100, [125], 12], [110, [140], 12], [120, [150], 12], [130, [160], 12], [140, [170], 15], [150, [180], 15],
  [160, [190], 15], [170, [200], 15], [180, [210], 15], [190, [220], 15], [200, [230], 15],
]

/** Felt rings by shaft, mm: outside and width of the strip. DIN 5419. */
// prettier-ignore
export const FELT_RINGS: readonly (readonly [shaftMm: number, outsideMm: number, widthMm: number])[] = [
  [20, 30, 4], [25, 37, 5], [30, 42, 5], [35, 47, 5], [40, 52, 5], [45, 57, 5], [50, 66, 6.5], [55, 71, 6.5], [60, 76, 6.5], [65, 81, 6.5],
  [70, 88, 7.5], [75, 93, 7.5], [80, 98, 7.5], [85, 103, 7.5], [90, 110, 8.5], [95, 115, 8.5], [100, 124, 10],
]

/** Tapped centre holes of shaft ends: shaft up to mm, thread. DIN 332-2. */
// prettier-ignore
export const END_THREADS: readonly (readonly [upToMm: number, threadMm: number])[] = [
  [10, 3], [13, 4], [16, 5], [21, 6], [24, 8], [30, 10], [38, 12], [50, 16], [85, 20], [130, 24],
]

/** Thickness of shims, mm. DIN 988. */
export const SHIMS = [0.1, 0.15, 0.2, 0.3, 0.5, 1] as const

/** The bolt of an end plate in the tapped centre of a shaft, mm; null under 7 and over 130 mm. Source: DIN 332-2, form D. */
export function endThreadMm(shaftMm: number): number | null {
  if (shaftMm < 7) return null
  return END_THREADS.find(([upTo]) => shaftMm <= upTo)?.[1] ?? null
}
