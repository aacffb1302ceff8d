/** Split plummer blocks by the dimension plan of ISO 113; the four plans share their bodies. */

/** Families that stand in split blocks. */
export const STAND_IN_BLOCKS: readonly string[] = ['self-aligning-ball', 'spherical-roller', 'toroidal-roller']

/** A body: the seat of the outer ring across and wide, height of the centre, distance of the foot bolts, mm, and their thread. */
// prettier-ignore
export const BLOCK_BODIES: Readonly<Record<'5' | '6', readonly (readonly [number: number, seatMm: number, seatWideMm: number, heightMm: number, boltsMm: number | null, bolt: string | null])[]>> = {
  // DIN 736 on adapter sleeves, DIN 738 on shafts: bearings of diameter series 2.
  '5': [
    [5, 52, 25, 40, 130, 'M12'], [6, 62, 30, 50, 150, 'M12'], [7, 72, 33, 50, 150, 'M12'], [8, 80, 33, 60, 170, 'M12'], [9, 85, 31, 60, 170, 'M12'],
    [10, 90, 33, 60, 170, 'M12'], [11, 100, 33, 70, 210, 'M16'], [12, 110, 38, 70, 210, 'M16'], [13, 120, 43, 80, 230, 'M16'],
    [15, 130, 41, 80, 230, 'M16'], [16, 140, 43, 95, 260, 'M20'], [17, 150, 46, 95, 260, 'M20'], [18, 160, 62.4, 100, 290, 'M20'],
    [19, 170, 53, 112, 290, 'M20'], [20, 180, 70.3, 112, 320, 'M24'], [22, 200, 80, 125, 350, 'M24'], [24, 215, 86, 140, 350, 'M24'],
    [26, 230, 90, 150, 380, 'M24'], [28, 250, 98, 150, 420, 'M30'], [30, 270, 106, 160, 450, 'M30'], [32, 290, 114, 170, 470, 'M30'],
  ],
  // DIN 737 on adapter sleeves, DIN 739 on shafts: bearings of diameter series 3.
  '6': [
    [5, 62, 32, 50, 150, 'M12'], [6, 72, 34, 50, 150, 'M12'], [7, 80, 39, 60, 170, 'M12'], [8, 90, 41, 60, 170, 'M12'], [9, 100, 44, 70, 210, 'M16'],
    [10, 110, 48, 70, 210, 'M16'], [11, 120, 51, 80, 230, 'M16'], [12, 130, 56, 80, 230, 'M16'], [13, 140, 58, 95, 260, 'M20'],
    [15, 160, 65, 100, 290, 'M20'], [16, 170, 68, 112, 290, 'M20'], [17, 180, 70, 112, 320, 'M24'], [18, 190, 74, 112, null, null],
    [19, 200, 77, 125, 350, 'M24'], [20, 215, 83, 140, 350, 'M24'], [22, 240, 90, 150, null, null],
  ],
}

/** The plan that a bearing's block stands in: on an adapter sleeve or on the shaft itself. */
const PLAN = {
  '5': { sleeve: ['SN 5', 'DIN 736'], shaft: ['SN 2', 'DIN 738'] },
  '6': { sleeve: ['SN 6', 'DIN 737'], shaft: ['SN 3', 'DIN 739'] },
} as const

export interface PlummerBlock {
  name: string
  plan: string
  /** Seat of the outer ring, mm. */
  seatMm: number
  seatWideMm: number
  /** Bore of the bearing, mm; the shaft is smaller under a sleeve. */
  boreMm: number
  onSleeve: boolean
  heightMm: number
  boltsMm: number | null
  bolt: string | null
}

/** Every split block of the four plans. Sizes in mm. Source: ISO 113, DIN 736 to 739. */
export const plummerBlocks = (): readonly PlummerBlock[] => BLOCKS

const BLOCKS = blocks()

function blocks(): PlummerBlock[] {
  return (['5', '6'] as const).flatMap((body) =>
    (['sleeve', 'shaft'] as const).flatMap((on) => {
      const [prefix, plan] = PLAN[body][on]
      return BLOCK_BODIES[body].map(([number, seatMm, seatWideMm, heightMm, boltsMm, bolt]): PlummerBlock => ({
        ...{ name: `${prefix}${String(number).padStart(2, '0')}`, plan, seatMm, seatWideMm, heightMm, boltsMm, bolt },
        ...{ boreMm: number * 5, onSleeve: on === 'sleeve' },
      }))
    }),
  )
}

export interface LocatingRings {
  count: 1 | 2
  outsideMm: number
  widthMm: number
}

/** An outer ring that fills so much of its seat is one of the wide series, which a single ring of at most so many mm holds. DIN 736 to 739. */
const WIDE_SHARE = 0.66
const SINGLE_MM = 12.5

/**
 * The rings that hold an outer ring of so many mm width in the middle of its seat: two alike, one on either side, or a single one, on the
 * side of the nut, for the wide series. Null where the ring fills the seat or is wider. Source: DIN 736 to 739: the rest of the seat.
 */
export function locatingRings(block: Pick<PlummerBlock, 'seatMm' | 'seatWideMm'>, outerRingMm: number): LocatingRings | null {
  const rest = Math.round((block.seatWideMm - outerRingMm) * 100) / 100
  if (rest < 1) return null
  const single = rest <= SINGLE_MM && outerRingMm >= WIDE_SHARE * block.seatWideMm
  return { count: single ? 1 : 2, outsideMm: block.seatMm, widthMm: single ? rest : Math.round(rest * 50) / 100 }
}

/** The block that a bearing stands in by its bore and outside in mm, on a sleeve or on the shaft; null where no plan holds one. Source: DIN 736 to 739. */
export function blockFor(row: { boreMm: number; outsideMm: number }, onSleeve: boolean): PlummerBlock | null {
  return plummerBlocks().find((b) => b.onSleeve === onSleeve && b.boreMm === row.boreMm && b.seatMm === row.outsideMm) ?? null
}

/**
 * About what a split block with its cap weighs, kg, by its seat in mm: m = 0.8 + 6.54e-6 D^2.816, within about 15 %. Fitted to bodies of 90,
 * 215 and 290 mm (3, 25 and 57 kg). Source: engineering practice; the sheet of the housing goes before it.
 */
export const blockMassKg = ({ seatMm }: Pick<PlummerBlock, 'seatMm'>): number => 0.8 + 6.54e-6 * seatMm ** 2.816

/** How wide the outer ring of a row is in its block, mm; its inner ring may be longer. Source: the row. */
export const widthInBlockMm = ({
  widthMm,
  outerWidthMm,
  family,
}: {
  widthMm: number
  outerWidthMm: number | null
  family: string
}): number => (family === 'self-aligning-ball' ? (outerWidthMm ?? widthMm) : widthMm)

/** Share of the room beside the bearing that grease fills at first, and what it weighs, g/mm³. Engineering practice. */
const FILLED = 0.4
const GREASE_G_MM3 = 0.9e-3
/**
 * About how much grease a block takes at first, g: two fifths of the room on both sides of the bearing, as wide as the seat together, between
 * shaft and body. Sizes in mm. Source: geometry; the share is engineering practice, the sheet of the housing goes before it.
 */
export const blockFillG = ({ seatMm, seatWideMm, boreMm }: Pick<PlummerBlock, 'seatMm' | 'seatWideMm' | 'boreMm'>): number =>
  FILLED * GREASE_G_MM3 * (Math.PI / 4) * (seatMm ** 2 - boreMm ** 2) * seatWideMm

/** Oil in a block stands to the middle of the lowest element: so many mm over its foot. Sizes in mm. Source: engineering practice. */
export const oilLevelMm = (block: Pick<PlummerBlock, 'heightMm'>, pitchDiameterMm: number): number =>
  Math.round((block.heightMm - pitchDiameterMm / 2) * 10) / 10
