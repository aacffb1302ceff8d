import type { Bearing } from '../bearing/bearing.js'
import { formOf } from '../bearing/construction-forms.js'
import { MASS_SHARE, isThrust } from '../bearing/families.js'
import { SPEED_NDM } from './speed-limits.js'

/** How far a shoulder must stand above the seat to catch the ring beyond its chamfer: [chamfer, height], mm. Engineering practice. */
// prettier-ignore
const SHOULDER: readonly (readonly [number, number])[] = [
  [0.1, 0.4], [0.15, 0.6], [0.2, 0.8], [0.3, 1.2], [0.6, 1.8], [1, 2.8], [1.1, 3.5], [1.5, 4.5], [2, 5.5], [2.1, 6], [2.5, 6.5],
  [3, 7], [4, 8.5], [5, 10], [6, 13], [7.5, 16],
]

function shoulderMm(chamferMm: number): number {
  return (SHOULDER.find(([r]) => chamferMm <= r) ?? SHOULDER[SHOULDER.length - 1]!)[1]
}

/** Largest fillet beside a chamfer, mm: a rounded shaft must stay clear of the ring. ISO 582. */
// prettier-ignore
const FILLET: readonly (readonly [chamfer: number, fillet: number])[] = [
  [0.1, 0.1], [0.15, 0.15], [0.2, 0.2], [0.3, 0.3], [0.6, 0.6], [1, 1], [1.1, 1], [1.5, 1.5], [2, 2], [2.1, 2], [2.5, 2], [3, 2.5],
  [4, 3], [5, 4], [6, 5], [7.5, 6],
]

/** Largest fillet radius of the seat beside a chamfer, mm; between the rows that of the smaller chamfer. Source: ISO 582. */
export function filletMm(chamferMm: number): number {
  return FILLET.filter(([r]) => r <= chamferMm).at(-1)?.[1] ?? chamferMm
}

/** What the geometry of a bearing settles about the parts around it. */
type Settled =
  | 'massKg'
  | 'shaftShoulderMm'
  | 'housingShoulderMm'
  | 'shaftFilletMm'
  | 'housingFilletMm'
  | 'filletMm'
  | 'greaseSpeedRpm'
  | 'oilSpeedRpm'
  | 'axialMovementMm'
type Geometry = Omit<Bearing, Settled>
type Surroundings = Pick<Bearing, Settled>

/** Diameter of the land of each ring beside the elements: the shoulder must not reach over it. */
function lands(g: Geometry): readonly [inner: number, outer: number] {
  const { family, pitchDiameterMm: P, elementDiameterMm: w, innerRacewayMm: F, outerRacewayMm: E, boreMm: d, outsideMm: D } = g
  if (isThrust(family)) return [D, d]
  const form = formOf(g)
  const inner = form.innerRibs === 0 ? F - 0.5 : form.innerRibs ? F + 0.4 * w : Math.min(P - 0.48 * w, P)
  const outer = form.outerRibs === 0 ? E + 0.5 : form.outerRibs ? E - 0.4 * w : Math.max(P + 0.48 * w, P)
  return [Math.max(inner, d), Math.min(outer, D)]
}

function axialMovement(g: Geometry): number {
  if (formOf(g).holds > 0) return 0
  if (g.family === 'toroidal-roller') return 0.1 * g.widthMm
  return g.family === 'needle-roller' ? 0.3 + 0.02 * g.widthMm : 0.5 + 0.045 * g.widthMm
}

/** Volume of the steel between bore and outside, mm³: rings of unequal width each by their own. */
function envelope({ family, boreMm: d, outsideMm: D, widthMm: B, innerWidthMm, outerWidthMm, chamferMm }: Geometry): number {
  const ring = (Math.PI / 4) * (D ** 2 - d ** 2)
  // A long inner ring that a pin holds: beyond the outer ring only its own thin wall goes on.
  if (family === 'self-aligning-ball' && outerWidthMm !== null && innerWidthMm !== null && innerWidthMm > outerWidthMm)
    return ring * outerWidthMm + ((Math.PI / 4) * ((1.3 * d) ** 2 - d ** 2) * (innerWidthMm - outerWidthMm)) / MASS_SHARE[family]
  if (family !== 'insert-ball') return ring * B
  // Beyond the outer ring only the inner ring goes on, about a quarter thicker than the bore.
  const collar = (Math.PI / 4) * ((1.27 * d) ** 2 - d ** 2) * Math.max(0, innerWidthMm! - outerWidthMm! - chamferMm)
  return ring * outerWidthMm! + collar / MASS_SHARE[family]
}

/** What stands round a bearing and limits it: mass, shoulders, fillet, speed guidance, room inside. Engineering practice. */
export function surroundingsOf(g: Geometry): Surroundings {
  const { boreMm: d, outsideMm: D, family } = g
  const [inner, outer] = lands(g)
  const dm = (d + D) / 2
  const thrust = isThrust(family)
  const leastShaft = thrust ? dm : d + 2 * shoulderMm(g.innerChamferMm)
  const mostHousing = thrust ? dm : D - 2 * shoulderMm(g.outerChamferMm)
  return {
    massKg: envelope(g) * 7.85e-6 * MASS_SHARE[family],
    shaftShoulderMm: [leastShaft, Math.max(leastShaft, thrust ? D : inner)],
    housingShoulderMm: [Math.min(mostHousing, thrust ? d : outer), mostHousing],
    shaftFilletMm: filletMm(g.innerChamferMm),
    housingFilletMm: filletMm(g.outerChamferMm),
    filletMm: filletMm(Math.min(g.innerChamferMm, g.outerChamferMm)),
    greaseSpeedRpm: SPEED_NDM[family][0] / dm,
    oilSpeedRpm: SPEED_NDM[family][1] / dm,
    axialMovementMm: axialMovement(g),
  }
}
