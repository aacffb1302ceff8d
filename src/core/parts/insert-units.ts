import { INCH_BORES, PILLOW_BLOCKS, SQUARE_FLANGES, inchBoreMm } from '../catalogue/dimensions/insert.js'

/** Inserts in their housings, as one buys them. ISO 3228; usual castings. */

/** Two-bolt flanges of series 2 by bore, mm: length, bolt distance, width. */
// prettier-ignore
export const OVAL_FLANGES: Readonly<Record<number, readonly [lengthMm: number, boltsMm: number, widthMm: number]>> = {
  12: [113, 90, 60], 15: [113, 90, 60], 17: [113, 90, 60], 20: [113, 90, 60], 25: [130, 99, 68], 30: [148, 117, 80], 35: [161, 130, 90],
  40: [175, 144, 100], 45: [188, 148, 108], 50: [197, 157, 115], 55: [224, 184, 130], 60: [250, 202, 140],
}

/** Take-up housings of series 2 by bore, mm: length, distance of the guides, width of a guide. */
// prettier-ignore
export const TAKE_UPS: Readonly<Record<number, readonly [lengthMm: number, guidesMm: number, guideMm: number]>> = {
  20: [94, 76, 12], 25: [97, 76, 12], 30: [113, 89, 12], 35: [129, 89, 12], 40: [144, 102, 16], 45: [144, 102, 16], 50: [149, 102, 16],
  55: [171, 130, 22], 60: [194, 130, 22],
}

/** Cartridges of series 2 by bore, mm: across and wide. */
// prettier-ignore
export const CARTRIDGES: Readonly<Record<number, readonly [outsideMm: number, widthMm: number]>> = {
  20: [72, 20], 25: [80, 22], 30: [85, 27], 35: [90, 28], 40: [100, 30], 45: [110, 31], 50: [120, 33], 55: [125, 35], 60: [130, 38],
}

/** Series 3 by the number of its inserts, mm: the same columns as series 2. Usual castings. */
// prettier-ignore
export const SERIES_3: Readonly<Record<'UCP' | 'UCF' | 'UCFL' | 'UCT', Readonly<Record<number, readonly number[]>>>> = {
  UCP: {
    25: [45, 175, 132, 45], 30: [50, 180, 140, 50], 35: [56, 210, 160, 56], 40: [60, 220, 170, 60], 45: [67, 245, 190, 67], 50: [75, 275, 212, 75],
    55: [80, 310, 236, 80], 60: [85, 330, 250, 85], 65: [90, 340, 260, 90], 70: [95, 360, 280, 90], 75: [100, 380, 290, 100], 80: [106, 400, 300, 110],
    85: [112, 420, 320, 110], 90: [118, 430, 330, 110], 95: [125, 470, 360, 120], 100: [140, 490, 380, 120],
  },
  UCF: {
    25: [110, 80], 30: [125, 95], 35: [135, 100], 40: [150, 112], 45: [160, 125], 50: [175, 132], 55: [185, 140], 60: [195, 150],
    65: [208, 166], 70: [226, 178], 75: [236, 184], 80: [250, 196], 85: [260, 204], 90: [280, 216], 95: [290, 228], 100: [310, 242],
  },
  UCFL: {
    25: [150, 113, 80], 30: [180, 134, 90], 35: [185, 141, 100], 40: [200, 158, 112], 45: [230, 177, 125], 50: [240, 187, 140], 55: [250, 198, 150],
    60: [270, 212, 160], 65: [295, 240, 175], 70: [315, 250, 185], 75: [320, 260, 195], 80: [355, 285, 210],
  },
  UCT: {
    25: [89, 80, 12], 30: [100, 90, 16], 35: [111, 100, 16], 40: [124, 112, 18], 45: [138, 125, 18], 50: [151, 140, 20], 55: [163, 150, 22],
    60: [178, 160, 22], 65: [190, 170, 26], 70: [202, 180, 26], 75: [216, 192, 26], 80: [230, 204, 30], 85: [240, 214, 32], 90: [255, 228, 32],
  },
}

/** Bolts of feet and flanges of series 2 by the bore up to which they hold, mm. ISO 3228. */
const BOLTS_2: readonly (readonly [toMm: number, bolt: string])[] = [
  [25, 'M10'],
  [45, 'M12'],
  [60, 'M16'],
  [85, 'M20'],
  [90, 'M24'],
]

export const UNIT_KINDS = ['UCP', 'UCF', 'UCFL', 'UCT', 'UCC'] as const
export type UnitKind = (typeof UNIT_KINDS)[number]

export const UNIT_LABEL: Readonly<Record<UnitKind, string>> = {
  UCP: 'unit with foot',
  UCF: 'unit with square flange',
  UCFL: 'unit with two-bolt flange',
  UCT: 'take-up unit',
  UCC: 'cartridge unit',
}

export interface InsertUnit {
  name: string
  kind: UnitKind
  series: '2' | '3'
  /** Of the insert, mm; of an inch size not that by which its housing is named. */
  boreMm: number
  sizes: readonly (readonly [what: string, mm: number])[]
  /** Bolt of its foot or flange; null where none is sure, or it has none. */
  bolt: string | null
}

/** What the figures of a housing are called, by kind. */
const COLUMNS: Readonly<Record<UnitKind, readonly string[]>> = {
  UCP: ['centre height', 'length', 'bolt distance', 'foot width'],
  UCF: ['side', 'bolt distance', 'depth'],
  UCFL: ['length', 'bolt distance', 'width'],
  UCT: ['length', 'between the guides', 'guide width'],
  UCC: ['outside', 'width'],
}
const TABLES: Readonly<Record<'2' | '3', Partial<Readonly<Record<UnitKind, Readonly<Record<number, readonly number[]>>>>>>> = {
  '2': { UCP: PILLOW_BLOCKS, UCF: SQUARE_FLANGES, UCFL: OVAL_FLANGES, UCT: TAKE_UPS, UCC: CARTRIDGES },
  '3': SERIES_3,
}
/** Kinds that are bolted down through holes of their own. */
const BOLTED: readonly UnitKind[] = ['UCP', 'UCF', 'UCFL']
/** Numbers of the smallest bores; from 20 mm on the number is a fifth of the bore. */
const SMALL: Readonly<Record<number, string>> = { 12: '01', 15: '02', 17: '03' }

/** Every unit of series 2 and 3 with its main sizes in mm, of series 2 with inch bores too. Source: ISO 3228, usual castings. */
export function insertUnits(): InsertUnit[] {
  return (['2', '3'] as const).flatMap((series) =>
    UNIT_KINDS.flatMap((kind) =>
      Object.entries(TABLES[series][kind] ?? {}).flatMap(([bore, figures]): InsertUnit[] => {
        const housedMm = Number(bore)
        const name = `${kind} ${series}${SMALL[housedMm] ?? String(housedMm / 5).padStart(2, '0')}`
        const sizes = figures.map((mm, i) => [COLUMNS[kind][i]!, mm] as const)
        const bolt = series === '2' && BOLTED.includes(kind) ? (BOLTS_2.find(([to]) => housedMm <= to)?.[1] ?? null) : null
        const inch = series === '2' ? (INCH_BORES[housedMm] ?? []) : []
        return [
          { name, kind, series, boreMm: housedMm, sizes, bolt },
          ...inch.map((sixteenths) => ({ name: `${name}-${sixteenths}`, kind, series, boreMm: inchBoreMm(sixteenths), sizes, bolt })),
        ]
      }),
    ),
  )
}
