import { coolingPerK, expansionPerK, type Material } from '../materials.js'
import { Derivation, InputError, inRange, short, type Result } from '../result.js'
import { amount } from '../words/message.js'
import { mountingClearanceUm } from './temperatures.js'

/** What warmth does at the bench: how long a ring takes to heat, how long it stays wide, what a camera sees of it, how warm its housing must be. */

/** Heat capacity of steel, J/(kg K). */
export const STEEL_J_KG_K = 460
const KELVIN = 273.15

export interface CoolingWindowInput {
  boreMm: number
  outsideMm: number
  widthMm: number
  massKg: number
  fromC: number
  /** At which it grips. */
  touchC: number
  ambientC: number
  filmWM2K?: number
}

/**
 * Seconds until a ring taken from its heater has cooled to `touchC`, or a chilled one has warmed to it: one lump of steel in still air,
 * t = m c / (h A) · ln((Ta − Tr) / (Tb − Tr)), surface of both faces, bore and outside. Range: sizes above 0 to 3000 mm, mass to 10 000 kg,
 * −196 to 400 °C, film 1 to 100 W/(m² K). Source: lumped capacity; film in still air 10 to 20 is engineering practice.
 * @throws InputError outside, and where the room itself is past `touchC`
 */
export function coolingWindow(input: CoolingWindowInput): Result<{ seconds: number }> {
  const d = inRange('boreMm', input.boreMm, 0, 3000, 'mm', true)
  const D = inRange('outsideMm', input.outsideMm, d, 3000, 'mm', true)
  const B = inRange('widthMm', input.widthMm, 0, 2000, 'mm', true)
  const m = inRange('massKg', input.massKg, 0, 10_000, 'kg', true)
  const from = inRange('fromC', input.fromC, -196, 400, '°C')
  const touch = inRange('touchC', input.touchC, -196, 400, '°C')
  const room = inRange('ambientC', input.ambientC, -50, 80, '°C')
  const h = inRange('filmWM2K', input.filmWM2K ?? 15, 1, 100, 'W/(m² K)')
  const sheet = new Derivation()
  // A chilled part comes up to the room instead of down to it.
  const [start, end] = from >= room ? [from - room, touch - room] : [room - from, room - touch]
  if (end <= 0) throw new InputError('touchC', touch, `${from >= room ? 'above' : 'below'} the ${short(room)} °C of the room`)
  const areaM2 = (Math.PI * ((D + d) * B + (D ** 2 - d ** 2) / 2)) / 1e6
  const timeS = (m * STEEL_J_KG_K) / (h * areaM2)
  sheet.step('A', 'surface', 'π (D + d) B + π (D² − d²) / 2', `D ${short(D)}, d ${short(d)}, B ${short(B)} mm`, areaM2, 'm²', 'both faces, bore and outside as plain cylinders') // prettier-ignore
  sheet.step('τ', 'time constant', 'm c / (h A)', `${short(m)} · 460 / (${short(h)} · ${short(areaM2)})`, timeS, 's', 'lumped capacity; film: engineering practice') // prettier-ignore
  const seconds = end >= start ? 0 : timeS * Math.log(start / end)
  sheet.step('t', 'seconds until it grips', 'τ ln((Ta − Tr) / (Tb − Tr))', `${short(start)} / ${short(end)} K`, seconds, 's', 'lumped capacity') // prettier-ignore
  if (end >= start) sheet.caution('stop', 'no-window', { touch: amount(touch, 'temperature') }, short(from))
  return sheet.result({ seconds })
}

export interface ChillWindowInput {
  /** Of the seat, mm: the outside of a chilled ring, the diameter of a chilled shaft. */
  diameterMm: number
  /** Bore of what was chilled; 0 for a solid shaft. */
  innerMm: number
  lengthMm: number
  material: Material
  fromC: number
  roomC: number
  interferenceUm: number
  filmWM2K?: number
  /** A ring gives its warmth on all sides; the faces of a shaft seat join the rest of the shaft. */
  ring: boolean
}

/** Frost and dew bring their own heat along: so much more than still air, W/(m² K). Engineering practice. */
const FROST_FILM = 25
/** Steel, kg/mm³. */
const STEEL_KG_MM3 = 7.85e-6

/**
 * Seconds until a chilled ring or shaft has warmed so far that it grips, and that temperature, °C: one lump of steel in a room with frost on
 * it, touching where its shrink is used up (taken with the mean coefficient down to `fromC`, which is on the safe side). What the rest of a
 * shaft brings is not counted. Range: diameter and length above 0 to 3000 mm, bore 0 to the diameter, −196 °C to the room, room −30 to 60 °C,
 * interference 0 to 2000 µm, film 1 to 200 W/(m² K). Source: lumped capacity; film 25 is engineering practice. @throws InputError outside
 */
export function chillWindow(input: ChillWindowInput): Result<{ seconds: number; touchC: number }> {
  const D = inRange('diameterMm', input.diameterMm, 0, 3000, 'mm', true)
  const d = inRange('innerMm', input.innerMm, 0, 0.99 * D, 'mm')
  const B = inRange('lengthMm', input.lengthMm, 0, 3000, 'mm', true)
  const room = inRange('roomC', input.roomC, -30, 60, '°C')
  const from = inRange('fromC', input.fromC, -196, room, '°C')
  const U = inRange('interferenceUm', input.interferenceUm, 0, 2000, 'µm')
  const h = inRange('filmWM2K', input.filmWM2K ?? FROST_FILM, 1, 200, 'W/(m² K)')
  const { perK } = coolingPerK(input.material, from)
  const touchC = room - U / (1000 * D * perK)
  const massKg = (STEEL_KG_MM3 * Math.PI * (D ** 2 - d ** 2) * B) / 4
  const areaM2 = (Math.PI * (input.ring ? (D + d) * B + (D ** 2 - d ** 2) / 2 : D * B)) / 1e6
  const timeS = (massKg * STEEL_J_KG_K) / (h * areaM2)
  const left = room - touchC
  const seconds = touchC <= from || left <= 0 ? (left <= 0 ? Infinity : 0) : timeS * Math.log((room - from) / left)
  if (!Number.isFinite(seconds)) throw new InputError('interferenceUm', U, 'above 0: without interference nothing grips')
  const sheet = new Derivation()
  sheet.step('Tb', 'temperature at which it touches', 'Tr − U / (αm D)', `${short(room)} − ${short(U)} / (${short(perK * 1e6)}e-3 · ${short(D)})`, touchC, '°C', 'linear thermal expansion') // prettier-ignore
  sheet.step('τ', 'time constant', 'm c / (h A)', `${short(massKg)} · 460 / (${short(h)} · ${short(areaM2)})`, timeS, 's', 'lumped capacity; film with frost: engineering practice') // prettier-ignore
  sheet.step('t', 'seconds until it grips', 'τ ln((Tr − Ta) / (Tr − Tb))', `${short(room - from)} / ${short(left)} K`, seconds, 's', 'lumped capacity') // prettier-ignore
  if (seconds === 0) sheet.caution('stop', 'not-cold-enough', {}, short(touchC))
  return sheet.result({ seconds, touchC })
}

/**
 * Seconds to heat a steel ring: m c ΔT / (η P). Range: mass to 10 000 kg, rise 0 to 400 K, power above 0 to 1 000 000 W, efficiency 0.05 to 1.
 * Source: heat capacity of steel 460 J/(kg K); the efficiency of 0.6 is engineering practice. @throws InputError outside
 */
export function heatingTime(input: { massKg: number; riseK: number; powerW: number; efficiency?: number }): Result<{ seconds: number }> {
  const m = inRange('massKg', input.massKg, 0, 10_000, 'kg', true)
  const rise = inRange('riseK', input.riseK, 0, 400, 'K')
  const P = inRange('powerW', input.powerW, 0, 1e6, 'W', true)
  const eta = inRange('efficiency', input.efficiency ?? 0.6, 0.05, 1)
  const seconds = (m * STEEL_J_KG_K * rise) / (eta * P)
  const sheet = new Derivation()
  sheet.step('t', 'time to heat', 'm c ΔT / (η P)', `${short(m)} · 460 · ${short(rise)} / (${short(eta)} · ${short(P)})`, seconds, 's', 'heat capacity of steel; η: engineering practice') // prettier-ignore
  return sheet.result({ seconds })
}

/**
 * What a camera set to `setEmissivity` shows of a surface, °C, by total radiation: apparent and true kelvin to the fourth power: Ta4 set = ε T4 + (1 − ε) Tr4 − (1 − set) Tr4.
 * Range: −50 to 600 °C, room −50 to 80 °C, emissivities 0.02 to 1. Source: Stefan and Boltzmann. @throws InputError outside, and where
 * nothing would be left to show
 */
export function infraredReading(input: {
  trueC: number
  emissivity: number
  roomC: number
  setEmissivity?: number
}): Result<{ apparentC: number }> {
  const T = inRange('trueC', input.trueC, -50, 600, '°C') + KELVIN
  const e = inRange('emissivity', input.emissivity, 0.02, 1)
  const R = inRange('roomC', input.roomC, -50, 80, '°C') + KELVIN
  const set = inRange('setEmissivity', input.setEmissivity ?? 1, 0.02, 1)
  const fourth = (e * T ** 4 + (1 - e) * R ** 4 - (1 - set) * R ** 4) / set
  if (fourth <= 0) throw new InputError('setEmissivity', set, 'nearer to that of the surface: nothing would be shown')
  const apparentC = fourth ** 0.25 - KELVIN
  const sheet = new Derivation()
  sheet.step('Ta', 'what the camera shows', 'fourth root of (ε T4 + (1 − ε) Tr4 − (1 − εs) Tr4) / εs', `ε ${short(e)}, set ${short(set)}, T ${short(T)} K, room ${short(R)} K`, apparentC, '°C', 'Stefan and Boltzmann, total radiation') // prettier-ignore
  if (Math.abs(apparentC - input.trueC) > 5)
    sheet.caution('caution', 'shine', { shows: amount(apparentC, 'temperature'), is: amount(input.trueC, 'temperature') }, short(apparentC))
  return sheet.result({ apparentC })
}

/**
 * Temperature of a housing at which an outer ring drops in, °C: ring + (U + clearance) / (α D). Range: outside above 0 to 3000 mm,
 * interference and clearance 0 to 2000 µm, ring −80 to 80 °C. Source: linear expansion; the clearance by rule is that of a hot ring
 * (0.4 µm per mm, at least 6), engineering practice. @throws InputError outside
 */
export function housingHeating(input: {
  outsideMm: number
  interferenceUm: number
  clearanceUm?: number
  ringC: number
  material?: Material
}): Result<{ housingC: number }> {
  const D = inRange('outsideMm', input.outsideMm, 0, 3000, 'mm', true)
  const U = inRange('interferenceUm', input.interferenceUm, 0, 2000, 'µm')
  const gap = inRange('clearanceUm', input.clearanceUm ?? mountingClearanceUm(D), 0, 2000, 'µm')
  const ring = inRange('ringC', input.ringC, -80, 80, '°C')
  const perK = expansionPerK(input.material ?? 'cast-iron')
  const housingC = ring + (U + gap) / (perK * D * 1000)
  const sheet = new Derivation()
  sheet.step('T', 'temperature of the housing', 'Tr + (U + s) / (α D)', `${short(ring)} + (${short(U)} + ${short(gap)}) / (${short(perK * 1e6)}e-3 · ${short(D)})`, housingC, '°C', 'linear thermal expansion') // prettier-ignore
  sheet.caution('caution', 'hot-housing', {}, short(housingC))
  return sheet.result({ housingC })
}
