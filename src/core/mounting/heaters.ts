import type { Result } from '../result.js'
import { filmHeating, heatingTime, ringSurfaceM2 } from './warmth.js'
import type { Heater } from './ways.js'

/** How each heater gets its heat into a ring: some by their power, the others by what they touch it with. */

/** Flux in the ring itself: what of its power arises there, losses aside. Engineering practice. */
export const COUPLING: Readonly<Partial<Record<Heater, number>>> = { induction: 0.6, coil: 0.5 }
/** Heat by touch: film into the ring, W/(m² K), moving air of an oven, hot oil, and one face on a plate. Engineering practice: 10 to 25, 100 to 200, 150 to 400. */
const FILMS: Readonly<Partial<Record<Heater, { film: number; oneFace?: true }>>> = {
  oven: { film: 20 },
  'oil-bath': { film: 150 },
  plate: { film: 250, oneFace: true },
}
/** What the rest of a ring on a plate gives to the room. Engineering practice. */
const LOSS_W_M2K = 15
/** An oven is set so far over the wanted temperature as a start; a plate so far over what its losses ask, K. Engineering practice. */
const OVER_K = 20
const SETTLE_K = 5
const TO_C = 5

/** Heaters that are set to a temperature. Source: the table of films. */
export const isSet = (heater: Heater): boolean => FILMS[heater] !== undefined

export interface HeatingJob {
  heater: Heater
  powerKw: number
  /** At what it is set, °C; null: as a start. */
  setC: number | null
  boreMm: number
  outsideMm: number
  widthMm: number
  massKg: number
  toC: number
  roomC: number
}

/** The faces of a ring that lie on a plate, and all of its surface, m². */
function surfaces({ heater, boreMm, outsideMm, widthMm }: HeatingJob) {
  const surfaceM2 = ringSurfaceM2({ boreMm, outsideMm, widthMm })
  const plateM2 = FILMS[heater]?.oneFace ? (Math.PI / 4) * (outsideMm ** 2 - boreMm ** 2) * 1e-6 : 0
  return { surfaceM2, plateM2 }
}

/** At what an oven, a plate or a bath is set to begin with, °C: 20 K over the wanted one, a plate by what it loses besides; null of others. Source: engineering practice. */
export function startSettingC(job: HeatingJob): number | null {
  const of = FILMS[job.heater]
  if (!of) return null
  const { surfaceM2, plateM2 } = surfaces(job)
  const gain = of.film * (plateM2 || surfaceM2)
  const lost = plateM2 ? LOSS_W_M2K * (surfaceM2 - plateM2) : 0
  const balanced = ((job.toC + SETTLE_K) * (gain + lost) - lost * job.roomC) / gain
  return Math.ceil(Math.max(job.toC + OVER_K, balanced) / TO_C) * TO_C
}

/**
 * How long a heater takes for a ring, s: by its power with losses, or by its film whatever its watts. mm, kg, kW, °C. Ranges and sources: those of
 * `heatingTime` and `filmHeating`. @throws InputError as they do, for what never gets so hot too
 */
export function timeIn(job: HeatingJob): Result<{ seconds: number }> {
  const { heater, powerKw, massKg, toC, roomC } = job
  const { surfaceM2, plateM2 } = surfaces(job)
  const of = FILMS[heater]
  if (!of) return heatingTime({ massKg, riseK: toC - roomC, powerW: powerKw * 1000, efficiency: COUPLING[heater], surfaceM2 })
  return filmHeating({
    massKg,
    surfaceM2,
    plateM2,
    fromC: roomC,
    toC,
    setC: job.setC ?? startSettingC(job)!,
    roomC,
    filmWM2K: of.film,
    lossWM2K: LOSS_W_M2K,
  })
}
