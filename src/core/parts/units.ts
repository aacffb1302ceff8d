import { PILLOW_BLOCKS, SQUARE_FLANGES } from '../catalogue/dimensions/insert.js'

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
  boreMm: number
  sizes: readonly (readonly [what: string, mm: number])[]
}

/** What the figures of a housing are called, by kind. */
const COLUMNS: Readonly<Record<UnitKind, readonly string[]>> = {
  UCP: ['centre height', 'length', 'bolt distance', 'foot width'],
  UCF: ['side', 'bolt distance', 'depth'],
  UCFL: ['length', 'bolt distance', 'width'],
  UCT: ['length', 'between the guides', 'guide width'],
  UCC: ['outside', 'width'],
}
const TABLES: Readonly<Record<UnitKind, Readonly<Record<number, readonly number[]>>>> = {
  UCP: PILLOW_BLOCKS,
  UCF: SQUARE_FLANGES,
  UCFL: OVAL_FLANGES,
  UCT: TAKE_UPS,
  UCC: CARTRIDGES,
}
/** Numbers of the smallest bores; from 20 mm on the number is a fifth of the bore. */
const SMALL: Readonly<Record<number, string>> = { 12: '01', 15: '02', 17: '03' }

/** Every unit of series 2 with its main sizes in mm. Source: ISO 3228, usual castings. */
export function insertUnits(): InsertUnit[] {
  return UNIT_KINDS.flatMap((kind) =>
    Object.entries(TABLES[kind]).map(([bore, figures]): InsertUnit => {
      const boreMm = Number(bore)
      const number = SMALL[boreMm] ?? String(boreMm / 5).padStart(2, '0')
      return { name: `${kind} 2${number}`, kind, boreMm, sizes: COLUMNS[kind].map((what, i) => [what, figures[i]!] as const) }
    }),
  )
}
