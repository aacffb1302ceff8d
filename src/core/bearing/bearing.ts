import type { Family } from './families.js'

/** Bore taper: diameter over length. */
export type BoreTaper = '1:12' | '1:30'

export const CLOSURES = ['open', 'shields', 'non-contact-seals', 'contact-seals'] as const
export type Closure = (typeof CLOSURES)[number]

/** Factors of the equivalent load where they do not depend on the load: P = X2 Fr + Y2 Fa above e, Fr + Y1 Fa below; P0 with Y0. */
export interface LoadFactors {
  e: number
  y1: number
  y2: number
  y0: number
}

/** One size of bearing. Lengths mm, forces N, speeds r/min. */
export interface Bearing {
  designation: string
  /** As it is written on the ring or paper, its clearance mark left out, where that says more than the number of its row. */
  written?: string
  family: Family
  /** Rows of one series differ in size only. */
  series: string
  /** Form within the family, see `forms.ts`. */
  form: string
  boreMm: number
  outsideMm: number
  /** Width between the outermost faces: of the assembled bearing where the rings differ. */
  widthMm: number
  /** Of the inner (or shaft) ring and of the outer ring, where they differ from the width. */
  innerWidthMm: number | null
  outerWidthMm: number | null
  /** Smallest permitted chamfer, r of the general plan; each ring's own beside it where a ring differs. */
  chamferMm: number
  innerChamferMm: number
  outerChamferMm: number
  boreTaper: BoreTaper | null
  elements: number
  elementDiameterMm: number
  /** Rollers only. */
  rollerLengthMm: number | null
  pitchDiameterMm: number
  contactAngleDeg: number
  rows: number
  innerRacewayMm: number
  outerRacewayMm: number
  dynamicRatingN: number
  staticRatingN: number
  fatigueLoadLimitN: number
  /** Balls only. */
  f0: number | null
  /** Where they do not depend on the load. */
  factors: LoadFactors | null
  massKg: number
  /** Least and largest diameter of the shaft shoulder; the largest is null where the ring allows none. */
  shaftShoulderMm: readonly [number, number]
  /** Least and largest diameter of the housing shoulder. */
  housingShoulderMm: readonly [number, number]
  /** Largest fillet at the inner ring's shoulder, at the outer ring's, and the smaller of both. */
  shaftFilletMm: number
  housingFilletMm: number
  filletMm: number
  greaseSpeedRpm: number
  oilSpeedRpm: number
  /** Closures that exist in the size. */
  closures: readonly Closure[]
  /** Tilt between the rings that the type puts up with. */
  misalignmentDeg: number
  /** Room for axial movement between the rings, each way from the middle; 0 where the type has none. */
  axialMovementMm: number
  /** Where the figures of the row come from, in two sentences and field by field. */
  dimensionSource: string
  ratingSource: string
  sources: Readonly<Record<string, Source>>
  /** Set when figures of a maker's sheet stand over the computed ones. */
  entered?: { by: string; at: string; sheet: string }
}

export const SOURCES = ['standard', 'computed', 'practice', 'entered'] as const
export type Source = (typeof SOURCES)[number]
export const SOURCE_WORDS: Record<Source, string> = {
  standard: 'standard dimension',
  computed: 'computed from typical geometry',
  practice: 'engineering practice for the type',
  entered: 'entered from the maker’s sheet',
}

/** Sizes of the boundary of a row. */
export const BOUNDARY_FIELDS = [
  'boreMm',
  'outsideMm',
  'widthMm',
  'innerWidthMm',
  'outerWidthMm',
  'chamferMm',
  'innerChamferMm',
  'outerChamferMm',
  'boreTaper',
] as const

/** Figures that a row carries and whose source is told. */
export const FIGURE_FIELDS = [
  ...BOUNDARY_FIELDS,
  'contactAngleDeg',
  'elements',
  'elementDiameterMm',
  'rollerLengthMm',
  'pitchDiameterMm',
  'innerRacewayMm',
  'outerRacewayMm',
  'dynamicRatingN',
  'staticRatingN',
  'fatigueLoadLimitN',
  'f0',
  'factors',
  'massKg',
  'shaftShoulderMm',
  'housingShoulderMm',
  'shaftFilletMm',
  'housingFilletMm',
  'filletMm',
  'greaseSpeedRpm',
  'oilSpeedRpm',
  'closures',
  'misalignmentDeg',
  'axialMovementMm',
] as const satisfies readonly (keyof Bearing)[]
export type FigureField = (typeof FIGURE_FIELDS)[number]

/** What a bearing is called: as it was written, else by its row. No unit. Source: the row. */
export const nameOf = ({ written, designation }: Pick<Bearing, 'written' | 'designation'>): string => written ?? designation
