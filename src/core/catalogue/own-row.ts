import { loadFactors } from '../ratings/equivalent-load.js'
import { rateGeometry } from '../ratings/load-rating.js'
import { InputError, inRange } from '../result.js'
import { FIGURE_FIELDS, type Bearing, type BoreTaper, type Source } from '../bearing/bearing.js'
import type { Family } from '../bearing/families.js'
import { FORMS, isDrawnCup, type FormName } from '../bearing/construction-forms.js'
import { SETS, type SetName } from './series-table.js'
import { surroundingsOf } from './abutments.js'
import { insideOf } from './typical-geometry.js'
import { TILT_DEG } from '../bearing/families.js'

/** A bearing that the plant adds; what is left out is worked out from typical geometry of its family. mm, N, kg, r/min. */
export interface OwnRow {
  designation: string
  family: Family
  form: FormName
  boreMm: number
  outsideMm: number
  widthMm: number
  innerWidthMm: number | null
  outerWidthMm: number | null
  chamferMm: number | null
  boreTaper: BoreTaper | null
  contactAngleDeg: number | null
  dynamicRatingN: number | null
  staticRatingN: number | null
  fatigueLoadLimitN: number | null
  massKg: number | null
  greaseSpeedRpm: number | null
  sheet: string
}

/** Set of elements that stands for a family, and the contact angle that is usual. */
// prettier-ignore
const TYPICAL: Record<Family, readonly [set: SetName, alphaDeg: number]> = {
  'deep-groove-ball': ['62', 0],
  'angular-contact-ball': ['72', 40],
  'four-point-ball': ['QJ 2', 35],
  'self-aligning-ball': ['12', 0],
  'cylindrical-roller': ['NU 2', 0],
  'needle-roller': ['NA 49', 0],
  'tapered-roller': ['302', 14],
  'spherical-roller': ['222', 0],
  'toroidal-roller': ['C 22', 0],
  'thrust-ball': ['512', 90],
  'thrust-cylindrical-roller': ['811', 90],
  'thrust-needle-roller': ['AXK', 90],
  'thrust-spherical-roller': ['294', 50],
  'insert-ball': ['62', 0],
}

/** The usual form of a family, where none is given. */
export function usualForm(family: Family): FormName {
  return (Object.keys(FORMS) as FormName[]).find((name) => FORMS[name].family === family)!
}

/** Chamfer as a share of the section where none is given. Engineering practice. */
const CHAMFER_SHARE = 0.03

/**
 * The whole row of a bearing that the plant adds. Bore 1 to 2000 mm, under the outside; every figure says where it is from.
 * @throws InputError for sizes that cannot be or a form of another family.
 */
export function ownRow(own: OwnRow): Bearing {
  const { family, form, boreMm: d, outsideMm: D, widthMm: B } = own
  if (FORMS[form].family !== family)
    throw new InputError(
      'form',
      form,
      `forms of this family: ${(Object.keys(FORMS) as FormName[]).filter((f) => FORMS[f].family === family).join(', ')}`,
    )
  inRange('boreMm', d, 1, 2000, 'mm')
  inRange('outsideMm', D, d, 3000, 'mm', true)
  inRange('widthMm', B, 0.5, 1000, 'mm')
  const [setName, usualAngle] = TYPICAL[family]
  const alphaDeg = own.contactAngleDeg ?? usualAngle
  const [F, E] = [d + 0.2375 * (D - d), D - 0.2125 * (D - d)]
  const ownTracks =
    family === 'cylindrical-roller'
      ? { F, E }
      : family === 'needle-roller'
        ? { F: form === 'needle-with-ring' ? d + 0.33 * (D - d) : d }
        : {}
  const inside = insideOf({ d, D, B: own.outerWidthMm ?? B, alphaDeg, ...ownTracks }, SETS[setName])
  if (own.contactAngleDeg !== null) inside.contactAngleDeg = own.contactAngleDeg
  const rated = rateGeometry({ family, ...inside, rollerLengthMm: inside.rollerLengthMm ?? undefined, drawnCup: isDrawnCup(own) })
  const entered: string[] = [
    'boreMm',
    'outsideMm',
    'widthMm',
    'boreTaper',
    ...FIGURE_FIELDS.filter((f) => f in own && own[f as keyof OwnRow] !== null),
  ]
  const chamferMm = own.chamferMm ?? Math.round(CHAMFER_SHARE * (D - d) * 10) / 10
  const geometry = {
    designation: own.designation,
    family,
    series: 'own',
    form,
    boreMm: d,
    outsideMm: D,
    widthMm: B,
    innerWidthMm: own.innerWidthMm,
    outerWidthMm: own.outerWidthMm ?? (family === 'insert-ball' || family === 'tapered-roller' ? B * 0.7 : null),
    chamferMm,
    innerChamferMm: chamferMm,
    outerChamferMm: chamferMm,
    boreTaper: own.boreTaper,
    ...inside,
    dynamicRatingN: own.dynamicRatingN ?? rated.dynamicRatingN,
    staticRatingN: own.staticRatingN ?? rated.staticRatingN,
    fatigueLoadLimitN: own.fatigueLoadLimitN ?? rated.fatigueLoadLimitN,
    f0: rated.f0,
    factors: loadFactors(family, inside.contactAngleDeg, inside.rows),
    closures: ['open'] as const,
    misalignmentDeg: TILT_DEG[family],
    dimensionSource: `entered by the plant (${own.sheet})`,
    ratingSource:
      own.dynamicRatingN === null
        ? 'computed from typical geometry of the family, for a size of the plant’s own'
        : `entered from the maker’s sheet (${own.sheet}) where given`,
    sources: Object.fromEntries(FIGURE_FIELDS.map((f): [string, Source] => [f, entered.includes(f) ? 'entered' : 'computed'])),
  }
  if (geometry.innerWidthMm === null && geometry.outerWidthMm !== null) geometry.innerWidthMm = B
  const row: Bearing = { ...geometry, ...surroundingsOf(geometry) }
  return { ...row, massKg: own.massKg ?? row.massKg, greaseSpeedRpm: own.greaseSpeedRpm ?? row.greaseSpeedRpm }
}

/** The row of an entry in which the form may be left to the family. @throws InputError as `ownRow`. */
export function ownRowOf(entry: Omit<OwnRow, 'form'> & { form: FormName | null }): Bearing {
  return ownRow({ ...entry, form: entry.form ?? usualForm(entry.family) })
}
