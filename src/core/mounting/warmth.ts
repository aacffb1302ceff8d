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
  const areaM2 = ringSurfaceM2({ boreMm: d, outsideMm: D, widthMm: B })
  const timeS = (m * STEEL_J_KG_K) / (h * areaM2)
  sheet.step(
    'A',
    'surface',
    'π (D + d) B + π (D² − d²) / 2',
    `D ${short(D)}, d ${short(d)}, B ${short(B)} mm`,
    areaM2,
    'm²',
    'both faces, bore and outside as plain cylinders',
  )
  sheet.step(
    'τ',
    'time constant',
    'm c / (h A)',
    `${short(m)} · 460 / (${short(h)} · ${short(areaM2)})`,
    timeS,
    's',
    'lumped capacity; film: engineering practice',
  )
  const seconds = end >= start ? 0 : timeS * Math.log(start / end)
  sheet.step(
    't',
    'seconds until it grips',
    'τ ln((Ta − Tr) / (Tb − Tr))',
    `${short(start)} / ${short(end)} K`,
    seconds,
    's',
    'lumped capacity',
  )
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
  sheet.step(
    'Tb',
    'temperature at which it touches',
    'Tr − U / (αm D)',
    `${short(room)} − ${short(U)} / (${short(perK * 1e6)}e-3 · ${short(D)})`,
    touchC,
    '°C',
    'linear thermal expansion',
  )
  sheet.step(
    'τ',
    'time constant',
    'm c / (h A)',
    `${short(massKg)} · 460 / (${short(h)} · ${short(areaM2)})`,
    timeS,
    's',
    'lumped capacity; film with frost: engineering practice',
  )
  sheet.step(
    't',
    'seconds until it grips',
    'τ ln((Tr − Ta) / (Tr − Tb))',
    `${short(room - from)} / ${short(left)} K`,
    seconds,
    's',
    'lumped capacity',
  )
  if (seconds === 0) sheet.caution('stop', 'not-cold-enough', {}, short(touchC))
  return sheet.result({ seconds, touchC })
}

export interface HeatingTimeInput {
  massKg: number
  riseK: number
  powerW: number
  /** With `surfaceM2` that of the coupling alone; else what losses leave is in it. */
  efficiency?: number
  /** What gives its warmth to the air while it is heated. */
  surfaceM2?: number
  filmWM2K?: number
}

/**
 * Seconds to heat a steel ring: m c ΔT / (η P); with its surface the losses are counted, −m c / (h A) · ln(1 − h A ΔT / (η P)). Range: mass
 * to 10 000 kg, rise 0 to 400 K, power above 0 to 1 000 000 W, efficiency 0.05 to 1, surface above 0 to 100 m², film 1 to 100 W/(m² K).
 * Source: heat capacity of steel 460 J/(kg K), lumped capacity; efficiency 0.6 and film 15 are engineering practice.
 * @throws InputError outside, and for what never gets so hot, with the power that would do
 */
export function heatingTime(input: HeatingTimeInput): Result<{ seconds: number }> {
  const m = inRange('massKg', input.massKg, 0, 10_000, 'kg', true)
  const rise = inRange('riseK', input.riseK, 0, 400, 'K')
  const P = inRange('powerW', input.powerW, 0, 1e6, 'W', true)
  const eta = inRange('efficiency', input.efficiency ?? 0.6, 0.05, 1)
  const sheet = new Derivation()
  if (input.surfaceM2 === undefined) {
    const seconds = (m * STEEL_J_KG_K * rise) / (eta * P)
    sheet.step(
      't',
      'time to heat',
      'm c ΔT / (η P)',
      `${short(m)} · 460 · ${short(rise)} / (${short(eta)} · ${short(P)})`,
      seconds,
      's',
      'heat capacity of steel; η: engineering practice',
    )
    return sheet.result({ seconds })
  }
  const A = inRange('surfaceM2', input.surfaceM2, 0, 100, 'm²', true)
  const h = inRange('filmWM2K', input.filmWM2K ?? 15, 1, 100, 'W/(m² K)')
  const lossW = h * A * rise
  sheet.step(
    'V',
    'lost to the air at that temperature',
    'h A ΔT',
    `${short(h)} · ${short(A)} · ${short(rise)}`,
    lossW,
    'W',
    'film in still air: engineering practice',
  )
  if (lossW >= NEARLY * eta * P)
    throw new InputError(
      'powerW',
      P,
      `at least ${short(Math.ceil(lossW / (eta * ENOUGH) / 10) * 10)} W: with less it loses what it gets and never gets so hot`,
    )
  const seconds = -((m * STEEL_J_KG_K) / (h * A)) * Math.log(1 - lossW / (eta * P))
  sheet.step(
    't',
    'time to heat',
    '−m c / (h A) · ln(1 − V / (η P))',
    `${short(m)} · 460 / ${short(h * A)}, V / (η P) = ${short(lossW)} / ${short(eta * P)}`,
    seconds,
    's',
    'lumped capacity; η: engineering practice',
  )
  return sheet.result({ seconds })
}
/** What loses nearly all that it gets creeps without end; a heater with a third to spare gets there. Engineering practice. */
const NEARLY = 0.995
const ENOUGH = 0.75

export interface FilmHeatingInput {
  massKg: number
  /** All its surface, and how much of it lies on a hot plate; 0 where it is surrounded. */
  surfaceM2: number
  plateM2?: number
  fromC: number
  toC: number
  /** At what the oven, plate or bath is set. */
  setC: number
  roomC: number
  /** Into the surface that is heated, and from the rest into the room, W/(m² K). */
  filmWM2K: number
  lossWM2K?: number
}

/**
 * Seconds until a ring in an oven or a bath, or on a plate, is so warm, whatever their watts: heat goes in by a film, lumped ring,
 * t = m c / G · ln((Te − T1) / (Te − T2)), Te where gain and loss balance. Range: mass to 10 000 kg, surface to 100 m², 0 to 400 °C, films 1 to
 * 1000 W/(m² K). Source: lumped capacity; films are engineering practice. @throws InputError outside, and where that setting never gets it so
 * warm, with the one that would
 */
export function filmHeating(input: FilmHeatingInput): Result<{ seconds: number }> {
  const m = inRange('massKg', input.massKg, 0, 10_000, 'kg', true)
  const A = inRange('surfaceM2', input.surfaceM2, 0, 100, 'm²', true)
  const plate = inRange('plateM2', input.plateM2 ?? 0, 0, A, 'm²')
  const from = inRange('fromC', input.fromC, -60, 400, '°C')
  const to = inRange('toC', input.toC, from, 400, '°C')
  const set = inRange('setC', input.setC, -60, 400, '°C')
  const room = inRange('roomC', input.roomC, -60, 80, '°C')
  const h = inRange('filmWM2K', input.filmWM2K, 1, 1000, 'W/(m² K)')
  const loss = inRange('lossWM2K', input.lossWM2K ?? 15, 1, 100, 'W/(m² K)')
  const [gain, lost] = plate > 0 ? [h * plate, loss * (A - plate)] : [h * A, 0]
  const G = gain + lost
  const endC = (gain * set + lost * room) / G
  const sheet = new Derivation()
  sheet.step(
    'G',
    'heat in and out for each kelvin',
    plate > 0 ? 'h Ap + h0 (A − Ap)' : 'h A',
    `${short(gain)}${lost ? ` + ${short(lost)}` : ''}`,
    G,
    'W/K',
    'films: engineering practice',
  )
  sheet.step(
    'Te',
    'where it would end',
    plate > 0 ? 'gain and loss in balance' : 'the setting',
    `set ${short(set)} °C`,
    endC,
    '°C',
    'balance of heat',
  )
  if (to > from && endC - to < ALMOST_K)
    throw new InputError(
      'setC',
      set,
      `at least ${short(Math.ceil(((to + OVER_K) * G - lost * room) / gain))} °C: at that setting it never gets to ${short(to)} °C`,
    )
  const seconds = to === from ? 0 : ((m * STEEL_J_KG_K) / G) * Math.log((endC - from) / (endC - to))
  sheet.step(
    't',
    'time to heat',
    'm c / G · ln((Te − T1) / (Te − T2))',
    `${short(m)} · 460 / ${short(G)}; ${short(from)} to ${short(to)} °C`,
    seconds,
    's',
    'lumped capacity',
  )
  return sheet.result({ seconds })
}
/** Nearer than so much to where it ends nobody waits; a setting so far over it gets there, K. Engineering practice. */
const ALMOST_K = 0.5
const OVER_K = 5

export interface SeatWindowInput {
  boreMm: number
  widthMm: number
  /** Of the inner ring alone. */
  ringMassKg: number
  ringC: number
  shaftC: number
  /** Diametral, at `ringC`. */
  clearanceUm: number
}

/** Across the air of a seat, W/(m K): twice that of air, since the ring hangs on its seat and touches on one side. Pinned. */
const GAP_W_MK = 0.06
/** Roughness keeps the faces so far apart where they touch, µm. Pinned. */
const ROUGH_UM = 3

/**
 * Seconds from the moment a hot ring is over its seat until it grips, and the temperature at which it does, °C: a lumped ring loses its heat
 * through the air of the gap, which closes as it cools, k A / (s / 2 + 3 µm) over bore × π × width; the shaft keeps its temperature. Range:
 * sizes above 0 to 3000 mm, mass above 0 to 10 000 kg, −60 to 400 °C, clearance 0 to 2000 µm. Source: lumped capacity, conduction in
 * air; the share of touching is engineering practice. Hot rings only: a chilled part warms while its partner cools.
 * @throws InputError outside, and where it does not grip before it is as cold as its shaft
 */
export function seatWindow(input: SeatWindowInput): Result<{ seconds: number; gripC: number }> {
  const d = inRange('boreMm', input.boreMm, 0, 3000, 'mm', true)
  const B = inRange('widthMm', input.widthMm, 0, 2000, 'mm', true)
  const m = inRange('ringMassKg', input.ringMassKg, 0, 10_000, 'kg', true)
  const shaftC = inRange('shaftC', input.shaftC, -60, 300, '°C')
  const ringC = inRange('ringC', input.ringC, shaftC, 400, '°C', true)
  const s = inRange('clearanceUm', input.clearanceUm, 0, 2000, 'µm')
  const perK = 1000 * expansionPerK('bearing-steel') * d
  const gripC = ringC - s / perK
  if (gripC <= shaftC)
    throw new InputError(
      'clearanceUm',
      s,
      `under ${short(perK * (ringC - shaftC))} µm: with more it does not grip when it is as cold as its shaft`,
    )
  const areaM2 = (Math.PI * d * B) / 1e6
  const [hot, grips] = [ringC - shaftC, gripC - shaftC]
  // The integral of (s(T) / 2 + 3 µm) / (T − Ts) over T, s falling in line with it.
  const gapUm = (perK / 2) * (hot - grips) + (ROUGH_UM - (perK / 2) * grips) * Math.log(hot / grips)
  const seconds = (m * STEEL_J_KG_K * gapUm * 1e-6) / (GAP_W_MK * areaM2)
  const sheet = new Derivation()
  sheet.step(
    'Tg',
    'temperature at which it grips',
    'Tr − s / (0.012 d)',
    `${short(ringC)} − ${short(s)} / (0.012 · ${short(d)})`,
    gripC,
    '°C',
    'expansion of bearing steel',
  )
  sheet.step('A', 'seat', 'π d B', `π · ${short(d)} · ${short(B)} mm`, areaM2, 'm²', 'geometry')
  sheet.step(
    't',
    'at most so long until it grips',
    'm c / (k A) · sum of (s / 2 + 3 µm) / (T − Ts) over the cooling',
    `${short(m)} · 460 / (0.06 · ${short(areaM2)}), ${short(gapUm)} µm`,
    seconds,
    's',
    'lumped capacity, conduction through the gap; engineering practice',
  )
  return sheet.result({ seconds, gripC })
}

/** Surface of a ring of both faces, bore and outside as plain cylinders, m²; sizes in mm. Source: geometry. */
export const ringSurfaceM2 = ({ boreMm: d, outsideMm: D, widthMm: B }: { boreMm: number; outsideMm: number; widthMm: number }): number =>
  (Math.PI * ((D + d) * B + (D ** 2 - d ** 2) / 2)) / 1e6

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
  sheet.step(
    'Ta',
    'what the camera shows',
    'fourth root of (ε T4 + (1 − ε) Tr4 − (1 − εs) Tr4) / εs',
    `ε ${short(e)}, set ${short(set)}, T ${short(T)} K, room ${short(R)} K`,
    apparentC,
    '°C',
    'Stefan and Boltzmann, total radiation',
  )
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
  sheet.step(
    'T',
    'temperature of the housing',
    'Tr + (U + s) / (α D)',
    `${short(ring)} + (${short(U)} + ${short(gap)}) / (${short(perK * 1e6)}e-3 · ${short(D)})`,
    housingC,
    '°C',
    'linear thermal expansion',
  )
  sheet.caution('caution', 'hot-housing', {}, short(housingC))
  return sheet.result({ housingC })
}
