import type { Family } from '../catalogue/families.js'
import { InputError, Sheet, inRange, interpolate, short, type Result } from '../result.js'
import { DEEP_GROOVE_E_Y } from './tables.js'

export const ARRANGEMENTS = ['single', 'back-to-back', 'face-to-face', 'tandem'] as const

export interface EquivalentLoadInput {
  family: Family
  contactAngleDeg?: number
  radialLoadN: number
  axialLoadN: number
  staticRatingN?: number
  f0?: number
  rows?: number
  arrangement?: (typeof ARRANGEMENTS)[number]
}

export interface EquivalentLoadValues {
  equivalentLoadN: number
  staticEquivalentLoadN: number
  /** Limit of Fa/Fr up to which the axial load does not count. */
  e: number
}

const SOURCE = 'ISO 281:2007 tables 3 and 8'
const STATIC_SOURCE = 'ISO 76:2006'

/** e and factors of one family: P = X1 Fr + Y1 Fa up to e, X2 Fr + Y2 Fa above. */
interface Factors {
  e: number
  x1: number
  y1: number
  x2: number
  y2: number
}

function deepGroove(input: EquivalentLoadInput, sheet: Sheet): Factors {
  const { axialLoadN: Fa } = input
  const C0 = inRange('staticRatingN', input.staticRatingN ?? NaN, 0, 1e9, 'N', true)
  const f0 = inRange('f0', input.f0 ?? NaN, 0, 30, '', true)
  const ratio = (f0 * Fa) / C0
  const xs = DEEP_GROOVE_E_Y.map((row) => row[0])
  const e = interpolate(
    xs,
    DEEP_GROOVE_E_Y.map((row) => row[1]),
    ratio,
  )
  const y2 = interpolate(
    xs,
    DEEP_GROOVE_E_Y.map((row) => row[2]),
    ratio,
  )
  sheet.step('f0 Fa/C0', 'relative axial load', 'f0 Fa / C0', `${short(f0)} · ${short(Fa)} / ${short(C0)}`, ratio, '', SOURCE)
  if (Fa > 0.5 * C0)
    sheet.caution(
      'stop',
      'axial-over-half-static',
      'The axial load is over half the static rating: a deep groove ball bearing does not carry that.',
      short(Fa / C0),
    )
  else if (Fa > 0.25 * C0)
    sheet.caution(
      'caution',
      'axial-over-quarter-static',
      'The axial load is over a quarter of the static rating: too much for small or light series.',
      short(Fa / C0),
    )
  return { e, x1: 1, y1: 0, x2: 0.56, y2 }
}

function cylindrical({ radialLoadN: Fr, axialLoadN: Fa }: EquivalentLoadInput, sheet: Sheet): Factors {
  if (Fa > 0) {
    sheet.caution(
      'caution',
      'flange-needed',
      'Only a flanged cylindrical roller bearing takes thrust at all; one without flanges on both rings takes none.',
      short(Fa),
    )
    sheet.assume('Flange factors of series 10, 2, 3 and 4: e 0.2, Y 0.6.')
    const asked = Fr > 0 ? `${Math.round((Fa / Fr) * 100)} % of the radial load` : 'thrust without radial load'
    if (Fa > 0.4 * Fr)
      sheet.caution(
        'stop',
        'flange-overload',
        `The flange is asked for ${asked}: above 40 % it is not allowed without the maker's figure.`,
        short(Fa),
      )
    else if (Fa > 0.1 * Fr)
      sheet.caution('caution', 'flange-steady', `The flange is asked for ${asked}: above 10 % only for short times.`, short(Fa))
  }
  return { e: 0.2, x1: 1, y1: 0, x2: 0.92, y2: 0.6 }
}

function spherical({ contactAngleDeg, radialLoadN: Fr, axialLoadN: Fa }: EquivalentLoadInput, sheet: Sheet): Factors {
  const alpha = (inRange('contactAngleDeg', contactAngleDeg ?? NaN, 0, 45, '°', true) * Math.PI) / 180
  const cot = 1 / Math.tan(alpha)
  if (Fa > Fr / 3)
    sheet.caution(
      'note',
      'axial-over-third',
      'The axial load is over a third of the radial load: one roller row carries nearly all of it.',
      short(Fa),
    )
  return { e: 1.5 * Math.tan(alpha), x1: 1, y1: 0.45 * cot, x2: 0.67, y2: 0.67 * cot }
}

function staticLoad({ family, radialLoadN: Fr, axialLoadN: Fa, contactAngleDeg }: EquivalentLoadInput): [number, string, string] {
  if (family === 'deep-groove-ball')
    return [Math.max(Fr, 0.6 * Fr + 0.5 * Fa), 'max(Fr, 0.6 Fr + 0.5 Fa)', `Fr ${short(Fr)}, Fa ${short(Fa)}`]
  if (family === 'cylindrical-roller') return [Fr, 'Fr', short(Fr)]
  const y0 = 0.44 / Math.tan((contactAngleDeg! * Math.PI) / 180)
  return [Fr + y0 * Fa, 'Fr + 0.44 cot α Fa', `${short(Fr)} + ${short(y0)} · ${short(Fa)}`]
}

/**
 * Equivalent dynamic load P, equivalent static load P0 (N) and the limit e.
 * Families: deep groove ball (needs staticRatingN and f0), cylindrical roller, spherical roller (needs contactAngleDeg).
 * Loads from 0 N, not both zero. Sources: ISO 281:2007 tables 3 and 8, ISO 76:2006.
 */
export function equivalentLoad(input: EquivalentLoadInput): Result<EquivalentLoadValues> {
  const { family, radialLoadN: Fr, axialLoadN: Fa, arrangement = 'single' } = input
  inRange('radialLoadN', Fr, 0, 1e9, 'N')
  inRange('axialLoadN', Fa, 0, 1e9, 'N')
  if (Fr + Fa === 0) throw new InputError('radialLoadN', Fr, 'a bearing without any load has no equivalent load')
  if (arrangement !== 'single') throw new InputError('arrangement', arrangement, 'these families are rated one by one (single)')
  const sheet = new Sheet()
  const factors = { 'deep-groove-ball': deepGroove, 'cylindrical-roller': cylindrical, 'spherical-roller': spherical }[family as string]
  if (!factors) throw new InputError('family', family, 'held for deep groove ball, cylindrical roller and spherical roller bearings')
  const { e, x1, y1, x2, y2 } = factors(input, sheet)
  const above = Fa > e * Fr
  const [x, y] = above ? [x2, y2] : [x1, y1]
  // ISO 281: P of a radial bearing is not below Fr; this closes the small gap of the table at Fa/Fr = e.
  const equivalentLoadN = Math.max(Fr, x * Fr + y * Fa)
  sheet.step(
    'e',
    'limit of Fa/Fr',
    family === 'deep-groove-ball' ? 'table' : family === 'spherical-roller' ? '1.5 tan α' : 'series',
    `Fa/Fr = ${Fr > 0 ? short(Fa / Fr) : 'no radial load'}, ${above ? 'above' : 'not above'} e`,
    e,
    '',
    SOURCE,
  )
  sheet.step('P', 'equivalent load', 'X Fr + Y Fa', `${short(x)} · ${short(Fr)} + ${short(y)} · ${short(Fa)}`, equivalentLoadN, 'N', SOURCE)
  const [staticEquivalentLoadN, formula, substituted] = staticLoad(input)
  sheet.step('P0', 'static equivalent load', formula, substituted, staticEquivalentLoadN, 'N', STATIC_SOURCE)
  return sheet.result({ equivalentLoadN, staticEquivalentLoadN, e })
}
