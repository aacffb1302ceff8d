import { lineHalfWidth, linePressure, pointContact, pointPressure } from './hertz.js'
import type { Geometry } from './geometry.js'

/** How elements press on their raceways: one contact for each element, whatever rolls. N and mm. */

export interface Contact {
  load: number
  /** How far it is pressed together, mm; below 0 a gap. */
  pressed: number
  /** Direction of the contact: across and along the shaft. */
  cos: number
  sin: number
  stiffness: number
  /** How much the direction turns as the ring shifts, 1/mm: 0 where it is fixed. */
  turning: number
  energy: number
  /** Loads along a roller, N a lamina. */
  laminae: number[] | null
}

export interface Contacts {
  at: (cosPhi: number, r: number, x: number, side: number) => Contact
  /** Half widths of the bands, mm, and pressures, MPa, on both raceways. */
  bands: (c: Contact) => { innerMm: number; outerMm: number; innerMPa: number; outerMPa: number }
  radial: boolean
  axial: boolean
  start: { r: number; x: number }
  /** A length over which nothing changes its face, mm: no step goes further. */
  reach: number
  selfAligning: boolean
}

const SELF_ALIGNING = ['self-aligning-ball', 'spherical-roller', 'toroidal-roller', 'thrust-spherical-roller']

/** How much nearer the outer raceway is where it is pinched in the direction of the load, mm: r(φ) = r − (oval / 4) cos 2φ. */
const pinch = (g: Geometry, cosPhi: number) => (g.ovalMm / 4) * (2 * cosPhi ** 2 - 1)

/** The contacts of a bearing with balls or rollers. Sources: Hertz; ISO/TS 16281. */
export const contactsOf = (g: Geometry): Contacts => (g.balls ? ballContacts(g) : rollerContacts(g))

function ballContacts(g: Geometry): Contacts {
  const { Dw, Dpw, inner: fi, outer: fe } = g
  const A = (fi + fe - 1) * Dw
  const alpha = (g.alphaDeg * Math.PI) / 180
  const across = g.alphaDeg > 0 ? A * Math.cos(alpha) : A - g.clearanceMm / 2
  const along = g.alphaDeg > 0 ? A * Math.sin(alpha) : 0
  const free = g.alphaDeg > 0 ? alpha : Math.acos(Math.max(0, Math.min(1, across / A)))
  const gamma = (Dw * Math.cos(free)) / Dpw
  const contact = (f: number, curve: number) => pointContact((4 - 1 / f + curve) / Dw, (1 / f + curve) / (4 - 1 / f + curve))
  const innerContact = contact(fi, (2 * gamma) / (1 - gamma))
  const outerContact = contact(fe, (-2 * gamma) / (1 + gamma))
  const c = (innerContact.give + outerContact.give) ** -1.5
  const selfAligning = SELF_ALIGNING.includes(g.family)
  const centre = Dpw / 2 + (fi - 0.5) * Dw * Math.cos(free)
  const tilt = selfAligning ? 0 : g.tiltRad * centre
  const each = (load: number) => Math.cbrt(load / (g.Z * g.rows) / c) ** 2
  return {
    at(cosPhi, r, x, side) {
      const p = across + r * cosPhi + pinch(g, cosPhi)
      const q = along + x + side * tilt * cosPhi
      const d = Math.hypot(p, q)
      const pressed = d - A
      const [cos, sin] = [p / d, q / d]
      if (pressed <= 0) return { load: 0, pressed, cos, sin, stiffness: 0, turning: 0, energy: 0, laminae: null }
      const load = c * pressed ** 1.5
      return { load, pressed, cos, sin, stiffness: (1.5 * load) / pressed, turning: 1 / d, energy: 0.4 * load * pressed, laminae: null }
    },
    bands({ load }) {
      if (load <= 0) return { innerMm: 0, outerMm: 0, innerMPa: 0, outerMPa: 0 }
      const root = Math.cbrt(load)
      return {
        ...{ innerMm: innerContact.wide * root, outerMm: outerContact.wide * root },
        ...{ innerMPa: pointPressure(innerContact, load), outerMPa: pointPressure(outerContact, load) },
      }
    },
    radial: g.alphaDeg < 90,
    axial: true,
    start: {
      r: g.radialN > 0 ? (g.alphaDeg > 0 ? 0 : Math.max(0, g.clearanceMm / 2)) + each(4.37 * g.radialN) : 0,
      x: g.axialN > 0 ? (g.alphaDeg > 0 ? 0 : Math.sqrt(Math.max(0, A ** 2 - across ** 2))) + each(2 * g.axialN) : 0,
    },
    reach: A,
    selfAligning,
  }
}

const LAMINAE = 30
/** q = 35948 L^(8/9) δ^(10/9): a roller between two raceways, N and mm. ISO/TS 16281. */
const LINE = 35_948

function rollerContacts(g: Geometry): Contacts {
  const { Dw, Dpw, length } = g
  const alpha = (g.alphaDeg * Math.PI) / 180
  const [cos, sin] = [Math.cos(alpha), Math.sin(alpha)]
  const gamma = (Dw * cos) / Dpw
  const c = (LINE * length ** (8 / 9)) / LAMINAE
  const selfAligning = SELF_ALIGNING.includes(g.family)
  const tilt = selfAligning ? 0 : g.tiltRad
  const halfGap = g.alphaDeg > 0 ? 0 : g.clearanceMm / 2
  const lever = (Dpw / 2) * sin
  const middle = (k: number) => length * ((k + 0.5) / LAMINAE - 0.5)
  const one = (load: number) => (load / (LAMINAE * c)) ** 0.9
  const [innerCurve, outerCurve] = [2 / Dw / (1 - gamma), 2 / Dw / (1 + gamma)]
  return {
    at(cosPhi, r, x, side) {
      const pressed = (r * cosPhi - halfGap + pinch(g, cosPhi)) * cos + x * sin
      const laminae = tilt === 0 ? null : new Array<number>(LAMINAE).fill(0)
      let [load, stiffness, energy, most] = [0, 0, 0, pressed]
      if (!laminae) {
        if (pressed > 0) {
          load = LAMINAE * c * pressed ** (10 / 9)
          stiffness = ((10 / 9) * load) / pressed
          energy = (9 / 19) * load * pressed
        }
      } else
        for (let k = 0; k < LAMINAE; k++) {
          // Where the line of contact leans, tilt lifts and lowers the whole roller by its lever, and every roller along its own length.
          const depth = pressed + tilt * cosPhi * (side * lever - middle(k))
          most = Math.max(most, depth)
          if (depth <= 0) continue
          const q = c * depth ** (10 / 9)
          laminae[k] = q
          load += q
          stiffness += ((10 / 9) * q) / depth
          energy += (9 / 19) * q * depth
        }
      return { load, pressed: most, cos, sin, stiffness, turning: 0, energy, laminae }
    },
    bands({ load, laminae }) {
      const perMm = ((laminae ? Math.max(...laminae) * LAMINAE : load) || 0) / length
      return {
        ...{ innerMm: lineHalfWidth(perMm, innerCurve), outerMm: lineHalfWidth(perMm, outerCurve) },
        ...{ innerMPa: linePressure(perMm, innerCurve), outerMPa: linePressure(perMm, outerCurve) },
      }
    },
    radial: g.alphaDeg < 90,
    axial: g.alphaDeg > 0,
    start: {
      r: g.radialN > 0 ? Math.max(0, halfGap) + one((4.08 * g.radialN) / (g.Z * g.rows * cos)) / cos : 0,
      x: g.axialN > 0 ? one(g.axialN / (g.Z * sin)) / sin : 0,
    },
    reach: Dw,
    selfAligning,
  }
}
