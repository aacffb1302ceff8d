import { LARGE_FROM_MM, type SetRule } from './series-table.js'
import type { Bearing } from '../bearing/bearing.js'

/** Sizes of one row before its inside is known. */
export interface Size {
  d: number
  D: number
  /** Width that governs the elements: of the outer ring where rings differ. */
  B: number
  alphaDeg: number
  /** Raceways where a standard gives them. */
  F?: number
  E?: number
}

export type Inside = Pick<
  Bearing,
  'elements' | 'elementDiameterMm' | 'rollerLengthMm' | 'pitchDiameterMm' | 'contactAngleDeg' | 'rows' | 'innerRacewayMm' | 'outerRacewayMm'
>

const SIXTY_FOURTH = 25.4 / 64

/** The nearest size in which elements are made: 1/64 inch up to 5/32, 1/32 inch above; or half millimetres. */
function stock(wanted: number, halfMm = false): number {
  const step = halfMm ? 0.5 : wanted < 10 * SIXTY_FOURTH ? SIXTY_FOURTH : 2 * SIXTY_FOURTH
  return Math.max(1, Math.round(wanted / step) * step)
}

/** Contact angle of a row that lies so far off the middle of a spherical raceway, degrees; no more than 40. */
const lean = (offMm: number, radiusMm: number) => Math.min(40, (Math.asin(Math.min(1, offMm / radiusMm)) * 180) / Math.PI)

const rad = (deg: number) => (deg * Math.PI) / 180

/** Whole elements on a pitch circle: one, and as many more as find room in the filling angle. */
function filled(fillDeg: number, element: number, pitch: number): number {
  const room = Math.floor(Math.PI / Math.asin(element / pitch))
  return Math.min(room, Math.max(3, Math.floor(1 + fillDeg / ((2 * Math.asin(element / pitch) * 180) / Math.PI))))
}

/**
 * Typical internal geometry of a size: elements by share of the section (or between the standard's raceways) and by the
 * share of the pitch circle that they fill. Large sizes may have rules of their own. Engineering practice.
 */
export function insideOf(size: Size, rule: SetRule): Inside {
  const { d, D, B, alphaDeg } = size
  const set = d >= LARGE_FROM_MM && rule.large ? { ...rule, ...rule.large } : rule
  const share = (d < 10 && set.small) || set.share || 0
  const lengthShare = set.length ?? 0
  const rows = set.rows ?? 1
  const cos = Math.cos(rad(alphaDeg))
  let element: number
  let pitch = (d + D) / 2
  let length: number | null = null
  let angleDeg = alphaDeg
  switch (set.kind) {
    case 'balls':
    case 'thrust-balls': {
      element = stock(Math.min(share * (D - d), (set.ofWidth ?? 0.7) * B), set.halfMm)
      if (set.leans) angleDeg = lean(0.3 * B, (pitch + element) / 2)
      break
    }
    case 'cylinders': {
      element = (size.E! - size.F!) / 2
      pitch = (size.E! + size.F!) / 2
      length = lengthShare * B + (set.offsetMm ?? 0)
      break
    }
    case 'needles': {
      const F = size.F ?? d
      element = stock((share * (D - F)) / 2, true)
      pitch = F + element
      length = lengthShare * B + (set.offsetMm ?? 0)
      break
    }
    case 'tapers': {
      element = share * (D - d)
      // Rib, undercuts and end radii take about the same off every length.
      length = (lengthShare * B) / cos + (set.offsetMm ?? 0)
      break
    }
    case 'barrels': {
      element = Math.round(share * (D - d)) / 2
      length = lengthShare * B + (set.offsetMm ?? 0)
      // Two rows: the contact lies about 0.30 B off the middle on a sphere of radius 0.47 D.
      if (rows === 2) angleDeg = lean(0.3 * B, 0.47 * D)
      break
    }
    case 'thrust-cylinders': {
      element = stock((set.ofWidth ?? 0.47) * B, true)
      // Of needles the cage leaves a share of the room between bore and outside; cylinders are as long as thick.
      length = lengthShare === 1 ? element : lengthShare * (D - d)
      break
    }
    case 'thrust-barrels': {
      element = share * (D - d)
      length = lengthShare * (D - d)
      break
    }
  }
  // Sections far thicker than any standard one: the factors of ISO 281 end at 0.40 of the pitch diameter.
  element = Math.min(element, 0.38 * pitch)
  const cosine = set.kind === 'thrust-balls' || set.kind === 'thrust-cylinders' ? 0 : Math.cos(rad(angleDeg))
  return {
    elements: filled(set.fillDeg, element, pitch),
    elementDiameterMm: element,
    rollerLengthMm: length,
    pitchDiameterMm: pitch,
    contactAngleDeg: angleDeg,
    rows,
    innerRacewayMm: size.F ?? pitch - element * cosine,
    outerRacewayMm: size.E ?? pitch + element * cosine,
  }
}
