import { BOUNDARY_FIELDS, FIGURE_FIELDS, type Bearing, type Closure, type Source } from '../bearing/bearing.js'
import { TILT_DEG } from '../bearing/families.js'
import type { FormName } from '../bearing/construction-forms.js'
import type { SetRule } from './series-table.js'
import type { Size } from './typical-geometry.js'

/** Source of each figure of a row, by what the standard of its series fixes. */
export function sourcesFor(fixed: readonly string[]): Readonly<Record<string, Source>> {
  const practice = [
    'massKg',
    'shaftShoulderMm',
    'housingShoulderMm',
    'greaseSpeedRpm',
    'oilSpeedRpm',
    'closures',
    'misalignmentDeg',
    'axialMovementMm',
  ]
  return Object.fromEntries(
    FIGURE_FIELDS.map((field) => [field, fixed.includes(field) ? 'standard' : practice.includes(field) ? 'practice' : 'computed']),
  )
}
export const BOUNDARY: readonly string[] = [...BOUNDARY_FIELDS, 'shaftFilletMm', 'housingFilletMm', 'filletMm']
export const PLAIN = sourcesFor(BOUNDARY)
export const WITH_ANGLE = sourcesFor([...BOUNDARY, 'contactAngleDeg'])
export const WITH_RACEWAYS = sourcesFor([...BOUNDARY, 'innerRacewayMm', 'outerRacewayMm'])
export const TYPICAL_WIDTH = sourcesFor(BOUNDARY.filter((field) => field !== 'widthMm' && field !== 'innerWidthMm'))
export const INCH = sourcesFor(['boreMm', 'outsideMm', 'widthMm', 'innerWidthMm', 'outerWidthMm'])
export const WITH_INNER_RACEWAY = sourcesFor([...BOUNDARY, 'innerRacewayMm'])
/** Of a shell and a cage no standard gives the edges. */
export const NEEDLES = sourcesFor(['boreMm', 'outsideMm', 'widthMm', 'innerRacewayMm'])
export const OF_PRACTICE = sourcesFor([])
/** Series whose contact angle no standard names. */
export const ANGLE_OF_PRACTICE = ['32', '33', 'QJ 2', 'QJ 3']

/** A row before its inside and its surroundings are worked out: all that searching and identifying need. */
export type Boundary = Pick<
  Bearing,
  | 'designation'
  | 'family'
  | 'series'
  | 'form'
  | 'boreMm'
  | 'outsideMm'
  | 'widthMm'
  | 'innerWidthMm'
  | 'outerWidthMm'
  | 'chamferMm'
  | 'innerChamferMm'
  | 'outerChamferMm'
  | 'boreTaper'
  | 'closures'
>

export interface Outline extends Boundary {
  form: FormName
  size: Size
  set: SetRule
  misalignmentDeg: number
  dimensionSource: string
  sources: Readonly<Record<string, Source>>
}

export const OPEN: readonly Closure[] = ['open']

export type Start = Pick<
  Outline,
  'designation' | 'series' | 'family' | 'form' | 'size' | 'set' | 'chamferMm' | 'dimensionSource' | 'sources'
>

/** What is not said is the usual: bore and width of the elements' ring, cylindrical bore, open, tilt of the family. */
export function outlineOf(start: Start, more: Partial<Outline> = {}): Outline {
  const { d, D, B } = start.size
  return {
    designation: start.designation,
    family: start.family,
    series: start.series,
    form: start.form,
    boreMm: more.boreMm ?? d,
    outsideMm: D,
    widthMm: more.widthMm ?? B,
    innerWidthMm: more.innerWidthMm ?? null,
    outerWidthMm: more.outerWidthMm ?? null,
    chamferMm: start.chamferMm,
    innerChamferMm: more.innerChamferMm ?? start.chamferMm,
    outerChamferMm: more.outerChamferMm ?? start.chamferMm,
    boreTaper: more.boreTaper ?? null,
    closures: more.closures ?? OPEN,
    size: start.size,
    set: start.set,
    misalignmentDeg: more.misalignmentDeg ?? TILT_DEG[start.family],
    dimensionSource: start.dimensionSource,
    sources: start.sources,
  }
}
