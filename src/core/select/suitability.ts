import { findBearing, sizes, type Bearing } from '../catalogue/catalogue.js'
import { usualForm } from '../catalogue/own-row.js'
import { FAMILIES, TILT_DEG, rollsOnBalls, type Family } from '../bearing/families.js'
import { LUBRICATIONS, LUBRICATION_WORDS, SPEED_NDM, type Lubrication } from '../catalogue/speed-limits.js'
import type { Shock } from '../life/targets.js'
import type { Message } from '../words/message.js'

/** Which kinds of bearing suit a duty, and why: reasons, never a score. Engineering practice. */

/** What a kind is made for. `inside`: it gives way to growth between its rings; `mounts`: how it goes on and comes off. */
interface Kind {
  radial: boolean
  /** Along the shaft: none, on flanges for a time, a share beside radial load, one way only, both ways, or thrust alone. */
  thrust: 'none' | 'flange' | 'share' | 'one' | 'both' | 'only'
  inside: boolean
  sealed: boolean
  quiet: boolean
  stiffness: 'soft' | 'usual' | 'stiff'
  space: 'low' | 'narrow' | 'usual' | 'wide'
  mounts: 'whole' | 'apart' | 'split' | 'sleeve' | 'screws'
}

// prettier-ignore
const KINDS: Readonly<Record<Family, Kind>> = {
  'deep-groove-ball': { radial: true, thrust: 'share', inside: false, sealed: true, quiet: true, stiffness: 'usual', space: 'usual', mounts: 'whole' },
  'angular-contact-ball': { radial: true, thrust: 'one', inside: false, sealed: false, quiet: true, stiffness: 'stiff', space: 'usual', mounts: 'whole' },
  'four-point-ball': { radial: true, thrust: 'both', inside: false, sealed: false, quiet: false, stiffness: 'stiff', space: 'narrow', mounts: 'split' },
  'self-aligning-ball': { radial: true, thrust: 'share', inside: false, sealed: true, quiet: true, stiffness: 'soft', space: 'usual', mounts: 'sleeve' },
  'cylindrical-roller': { radial: true, thrust: 'flange', inside: true, sealed: false, quiet: false, stiffness: 'stiff', space: 'usual', mounts: 'apart' },
  'needle-roller': { radial: true, thrust: 'none', inside: true, sealed: false, quiet: false, stiffness: 'stiff', space: 'low', mounts: 'apart' },
  'tapered-roller': { radial: true, thrust: 'one', inside: false, sealed: false, quiet: false, stiffness: 'stiff', space: 'usual', mounts: 'apart' },
  'spherical-roller': { radial: true, thrust: 'both', inside: false, sealed: true, quiet: false, stiffness: 'stiff', space: 'wide', mounts: 'sleeve' },
  'toroidal-roller': { radial: true, thrust: 'none', inside: true, sealed: false, quiet: false, stiffness: 'stiff', space: 'wide', mounts: 'sleeve' },
  'thrust-ball': { radial: false, thrust: 'only', inside: false, sealed: false, quiet: true, stiffness: 'usual', space: 'usual', mounts: 'apart' },
  'thrust-cylindrical-roller': { radial: false, thrust: 'only', inside: false, sealed: false, quiet: false, stiffness: 'stiff', space: 'usual', mounts: 'apart' },
  'thrust-needle-roller': { radial: false, thrust: 'only', inside: false, sealed: false, quiet: false, stiffness: 'stiff', space: 'low', mounts: 'apart' },
  'thrust-spherical-roller': { radial: false, thrust: 'only', inside: false, sealed: false, quiet: false, stiffness: 'stiff', space: 'wide', mounts: 'apart' },
  'insert-ball': { radial: true, thrust: 'share', inside: false, sealed: true, quiet: true, stiffness: 'soft', space: 'wide', mounts: 'screws' },
}

export interface SuitedDuty {
  radialN: number
  axialN: number
  speedRpm: number
  /** Sizes of the bearing that stands there, mm. */
  boreMm: number
  outsideMm: number
  shock: Shock
  /** Tilt between the rings, degrees, where it is known. */
  tiltDeg?: number | null
  /** The shaft grows past its housing here and nothing else gives way. */
  mustFloat?: boolean
  wet?: boolean
  /** Grease where nobody has said. */
  lubrication?: Lubrication
  /** It holds the shaft here, to both sides. */
  mustHold?: boolean
  /** A precise shaft, which must not give way under its load. */
  precise?: boolean
}

export interface Suited {
  family: Family
  verdict: 'well' | 'care' | 'not'
  /** Whether it takes what the duty asks across and along the shaft; null where the duty asks none. */
  carries: { radial: boolean | null; axial: boolean | null }
  reasons: Message[]
  /** How stiff it is, what room it takes, how it goes on and comes off: of the kind, whatever the duty. */
  nature: Message[]
}

type Said = readonly [weight: Suited['verdict'], code: string, params?: Message['params']]

/** What is to be said of thrust: who carries it, who only beside radial load, and who needs a partner. */
function ofThrust(family: Family, { thrust, radial }: Kind, { radialN, axialN }: Pick<SuitedDuty, 'radialN' | 'axialN'>): Said[] {
  if (!radial) return radialN > 0.55 * axialN ? [['not', 'suits-thrust-only']] : [['well', 'suits-thrust']]
  if (thrust === 'one') return [axialN > 0 ? ['care', 'suits-one-way'] : ['care', 'suits-partner']]
  if (axialN === 0) return family === 'four-point-ball' ? [['not', 'suits-four-point']] : []
  if (thrust === 'none' || (thrust === 'flange' && axialN > 0.4 * radialN)) return [['not', 'suits-no-thrust']]
  if (thrust === 'flange') return [['care', 'suits-flange']]
  if (thrust === 'both' && family === 'four-point-ball')
    return [axialN > radialN ? ['well', 'suits-thrust-both'] : ['care', 'suits-four-point']]
  if (thrust === 'both') return axialN > radialN / 3 ? [['care', 'suits-one-row']] : [['well', 'suits-thrust-both']]
  return axialN > 0.5 * radialN ? [['care', 'suits-much-thrust']] : [['well', 'suits-some-thrust']]
}

/** Why a kind is struck out by what it is to carry, N, whatever its size; null where it is not. Source: the table of kinds. */
export const strikesOut = (family: Family, duty: Pick<SuitedDuty, 'radialN' | 'axialN'>): string | null =>
  ofThrust(family, KINDS[family], duty).find(([weight]) => weight === 'not')?.[1] ?? null

function ofSpeed(family: Family, { speedRpm, boreMm, outsideMm, lubrication = 'grease' }: SuitedDuty): Said[] {
  const share = (speedRpm * (boreMm + outsideMm)) / 2 / SPEED_NDM[family][LUBRICATIONS.indexOf(lubrication)]!
  const params = { share: Math.round(share * 100), how: LUBRICATION_WORDS[lubrication] }
  if (share > 1) return [['not', 'suits-too-fast', params]]
  return share > 0.7 ? [['care', 'suits-fast', params]] : []
}

function ofTilt(family: Family, { tiltDeg }: SuitedDuty): Said[] {
  if (!tiltDeg) return []
  const allowed = `${TILT_DEG[family]}°`
  return [tiltDeg > TILT_DEG[family] ? ['not', 'suits-no-tilt', { allowed }] : ['well', 'suits-tilt', { allowed }]]
}

/**
 * Every kind of bearing against a duty, the fitting ones first, each with its reasons. Loads from 0 N, speed r/min, sizes mm, tilt in
 * degrees. Source: engineering practice; speeds and tilt by the tables of the families.
 */
export function suitability(duty: SuitedDuty): Suited[] {
  return FAMILIES.map((family) => suits(family, duty)).sort((a, b) => ORDER[a.verdict] - ORDER[b.verdict])
}

/**
 * Of a kind the usual size that is nearest to a bore and an outside diameter (mm, above 0), the bore counting twice: what its picture
 * shows. Source: engineering practice.
 */
export function nearestOfKind(family: Family, { boreMm, outsideMm }: Pick<SuitedDuty, 'boreMm' | 'outsideMm'>): Bearing {
  const off = (r: Pick<Bearing, 'boreMm' | 'outsideMm'>) => Math.abs(r.boreMm - boreMm) + 0.5 * Math.abs(r.outsideMm - outsideMm)
  const form = usualForm(family)
  const own = sizes().filter((r) => r.family === family && r.form === form && !r.boreTaper)
  const nearest = own.reduce((best, r) => (off(r) < off(best) ? r : best))
  return findBearing(nearest.designation)!.row
}

const ORDER = { well: 0, care: 1, not: 2 }

/** One kind of bearing against a duty; loads from 0 N, speed r/min, sizes mm, tilt in degrees. Source: as `suitability`. */
export function suits(family: Family, duty: SuitedDuty): Suited {
  const kind = KINDS[family]
  const said: Said[] = [
    ...ofThrust(family, kind, duty),
    ...(duty.shock === 'heavy'
      ? [rollsOnBalls(family) ? (['care', 'suits-shock-balls'] as const) : (['well', 'suits-shock-rollers'] as const)]
      : []),
    ...ofSpeed(family, duty),
    ...ofTilt(family, duty),
    ...(duty.mustFloat ? [kind.inside ? (['well', 'suits-inside'] as const) : (['care', 'suits-slides'] as const)] : []),
    ...(duty.wet && kind.sealed ? [['well', 'suits-sealed'] as const] : []),
    ...(duty.precise && kind.stiffness === 'soft' ? [['care', 'suits-gives'] as const] : []),
    ...(kind.quiet && kind.radial && duty.shock === 'smooth' ? [['well', 'suits-quiet'] as const] : []),
  ]
  const verdict = said.reduce<Suited['verdict']>((worst, [weight]) => (ORDER[weight] > ORDER[worst] ? weight : worst), 'well')
  // What speaks against it comes first.
  const reasons = [...said]
    .sort((a, b) => ORDER[b[0]] - ORDER[a[0]])
    .map(([, code, params]): Message => ({ code, ...(params && { params }) }))
  const refused = (code: string) => said.some((s) => s[1] === code)
  const carries = {
    radial: duty.radialN > 0 ? kind.radial || (family === 'thrust-spherical-roller' && !refused('suits-thrust-only')) : null,
    axial: duty.axialN > 0 ? kind.thrust !== 'none' && !refused('suits-no-thrust') : null,
  }
  const nature = [`kind-${kind.stiffness}`, `kind-room-${kind.space}`, `kind-on-${kind.mounts}`].map((code): Message => ({ code }))
  return { family, verdict, carries, reasons, nature }
}
