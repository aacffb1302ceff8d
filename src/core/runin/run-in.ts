import { inRange } from '../result.js'

/** One reading of a run-in: minutes since the start, temperature of the bearing housing. */
export interface RunReading {
  minute: number
  temperatureC: number
  /** When it was written down by the clock of the server, ISO, and by whom; left out where that is not known. */
  storedAt?: string
  by?: string
  /** The instrument it was read with. */
  with?: string
  /** Which run it belongs to, from 1; left out: the first. */
  run?: number
}

/** A run that was stopped: why, and what was found and done before the next one. */
export interface RunStop {
  run: number
  why: string
  /** Null until somebody has looked. */
  found: string | null
  storedAt?: string
  by?: string
}

/** The number of the run in hand, from 1: a stopped one ends when it is written down what was found. Source: none, it counts. */
export const runNow = (stops: readonly RunStop[]): number => 1 + stops.filter((s) => s.found !== null).length
/** Readings of one run, by its number from 1. No unit. Source: none, it picks. */
export const readingsOf = (readings: readonly RunReading[], run: number): RunReading[] => readings.filter((r) => (r.run ?? 1) === run)

/** Minutes between two rounds that nobody timed. Engineering practice. */
const ROUND_MIN = 20

/** The minute of the next round of several positions: the last one while a position was not read at it, else the next, minutes. Source: engineering practice. */
export function nextMinute(runs: readonly (readonly RunReading[])[]): number {
  const last = Math.max(-1, ...runs.flat().map((r) => r.minute))
  if (last < 0) return 0
  return runs.some((run) => !run.some((r) => r.minute === last)) ? last : last + ROUND_MIN
}

export const RUN_STATES = ['none', 'warming', 'settled', 'climbing', 'racing', 'over-limit'] as const
export type RunState = (typeof RUN_STATES)[number]

export interface RunJudgement {
  state: RunState
  peakC: number | null
  lastC: number | null
  /** Change over the last stretch, K per hour. */
  lastRateKPerH: number | null
}

/** What a run-in is judged by. Engineering practice: a run rises, peaks and settles within one to three hours. */
export const RUN_LIMITS = {
  /** At rest when it changes by no more than this over the last stretch. */
  settledKPerH: 4,
  /** The last stretch that shows rest. */
  settledMinutes: 20,
  /** No bearing settles sooner than this. */
  earliestMinutes: 30,
  /** Still rising as fast as before after this time is climbing on. */
  climbingMinutes: 60,
  climbingKPerH: 8,
  /** A slope that keeps this share of the one before does not bend over. */
  bending: 0.8,
  /** Whatever the time, this is running away. */
  racingKPerMin: 2,
  /** By then it must have settled. */
  latestMinutes: 240,
} as const

/**
 * Reads a run of temperatures (°C) in the order of time (minutes): over the limit, racing, climbing on, settled, or still warming.
 * @throws InputError for readings out of range
 * Source: engineering practice, limits in RUN_LIMITS.
 */
export function judgeRun(readings: readonly RunReading[], limitC: number): RunJudgement {
  readings.forEach((r) => {
    inRange('minute', r.minute, 0, 10_000, 'min')
    inRange('temperatureC', r.temperatureC, -60, 300, '°C')
  })
  const run = [...readings].sort((a, b) => a.minute - b.minute)
  const last = run.at(-1)
  if (!last) return { state: 'none', peakC: null, lastC: null, lastRateKPerH: null }
  const L = RUN_LIMITS
  const peakC = Math.max(...run.map((r) => r.temperatureC))
  const rates = run.slice(1).flatMap((r, i) => {
    const minutes = r.minute - run[i]!.minute
    return minutes > 0 ? [{ minute: r.minute, perMin: (r.temperatureC - run[i]!.temperatureC) / minutes }] : []
  })
  // The stretch is measured back from the last reading, so that two readings a minute apart prove nothing.
  const back = [...run].reverse().find((r) => last.minute - r.minute >= L.settledMinutes)
  const lastRateKPerH = back ? ((last.temperatureC - back.temperatureC) / (last.minute - back.minute)) * 60 : null
  const judgement = (state: RunState): RunJudgement => ({ state, peakC, lastC: last.temperatureC, lastRateKPerH })
  if (peakC > limitC) return judgement('over-limit')
  if (rates.some((r) => r.perMin > L.racingKPerMin)) return judgement('racing')
  const [before, now] = rates.slice(-2)
  if (before && now && last.minute >= L.climbingMinutes && now.perMin * 60 > L.climbingKPerH && now.perMin >= L.bending * before.perMin)
    return judgement('climbing')
  const settled = lastRateKPerH !== null && Math.abs(lastRateKPerH) <= L.settledKPerH && last.minute >= L.earliestMinutes && run.length >= 3
  if (settled) return judgement('settled')
  return judgement(last.minute >= L.latestMinutes && (lastRateKPerH ?? 0) > L.settledKPerH ? 'climbing' : 'warming')
}

export interface RunForecast {
  /** Where it will come to rest, °C. */
  settlesC: number
  /** When it will rise by no more than what counts as rest, minutes since the start. */
  atMinute: number
  /** Time constant of the warming, minutes. */
  tauMin: number
  /** What was still to come at the start, K. */
  amountK: number
}

/** Time constants that a bearing in its housing can have, minutes; at the longest it shows no rest at all. Engineering practice. */
const TAUS = { from: 5, to: 240, times: 1.03 } as const
/** A forecast that misses its own readings by more than this is none, K. Engineering practice. */
const MISS_K = 4

/**
 * Where a run will settle and when: T − A exp(−t/τ) through its readings by least squares, τ from 5 to 240 minutes. Null where fewer
 * than three readings over ten minutes stand, where it does not bend toward rest, or where no such curve goes through them. Temperatures
 * in °C, times in minutes. Source: one thermal mass warmed evenly; engineering practice.
 */
export function forecastRun(readings: readonly RunReading[]): RunForecast | null {
  const run = [...readings].sort((a, b) => a.minute - b.minute)
  if (run.length < 3 || run.at(-1)!.minute - run[0]!.minute < 10) return null
  let best: { error: number; settlesC: number; amountK: number; tauMin: number } | null = null
  for (let tauMin: number = TAUS.from; tauMin <= TAUS.to; tauMin *= TAUS.times) {
    const xs = run.map((r) => Math.exp(-r.minute / tauMin))
    const [n, sx, sy] = [run.length, xs.reduce((a, b) => a + b, 0), run.reduce((a, r) => a + r.temperatureC, 0)]
    const sxx = xs.reduce((a, x) => a + x * x, 0)
    const sxy = xs.reduce((a, x, i) => a + x * run[i]!.temperatureC, 0)
    const slope = (n * sxy - sx * sy) / (n * sxx - sx * sx)
    const settlesC = (sy - slope * sx) / n
    const error = Math.sqrt(xs.reduce((a, x, i) => a + (settlesC + slope * x - run[i]!.temperatureC) ** 2, 0) / n)
    if (!best || error < best.error) best = { error, settlesC, amountK: -slope, tauMin }
  }
  if (!best || !Number.isFinite(best.settlesC) || best.error > MISS_K || best.amountK <= 0 || best.tauMin * TAUS.times > TAUS.to)
    return null
  const atMinute = best.tauMin * Math.log(Math.max(1, (60 * best.amountK) / (RUN_LIMITS.settledKPerH * best.tauMin)))
  return { settlesC: best.settlesC, atMinute, tauMin: best.tauMin, amountK: best.amountK }
}

/** Temperature that a forecast gives so many minutes after the start, °C. Source: as `forecastRun`. */
export const foreseenC = ({ settlesC, amountK, tauMin }: RunForecast, minute: number): number =>
  settlesC - amountK * Math.exp(-minute / tauMin)

/** So much between two readings that stand close is a jump and no warming, K and minutes. Engineering practice. */
const JUMP = { kelvin: 8, minutes: 10 } as const
/** One position so much hotter than another of the same line is looked at, K. Engineering practice. */
const APART_K = 15

/** The first reading that fell or rose by a jump against the one before, after the first half hour; null where none did. Source: engineering practice. */
export function jumpOf(readings: readonly RunReading[]): { minute: number; byK: number } | null {
  const run = [...readings].sort((a, b) => a.minute - b.minute)
  for (const [i, r] of run.entries()) {
    const before = run[i - 1]
    if (!before || r.minute <= RUN_LIMITS.earliestMinutes || r.minute - before.minute > JUMP.minutes) continue
    const byK = r.temperatureC - before.temperatureC
    if (Math.abs(byK) >= JUMP.kelvin) return { minute: r.minute, byK }
  }
  return null
}

/** By how much the last temperature of each run is over the coolest of the line, K, where that is more than runs differ; numbers from 0. Source: engineering practice. */
export function hotterThanOthers(lastC: readonly (number | null)[]): { index: number; byK: number }[] {
  const known = lastC.filter((c) => c !== null)
  if (known.length < 2) return []
  const coolest = Math.min(...known)
  return lastC.flatMap((c, index) => (c !== null && c - coolest >= APART_K ? [{ index, byK: c - coolest }] : []))
}

/** A run whose readings were written down this much faster than they claim was not watched as it ran, minutes. Engineering practice. */
const WRITTEN_SLACK_MIN = 10

/**
 * Minutes that a run claims and minutes in which it was written down, where the first are so many more that it cannot have
 * been noted as it ran; null where nothing speaks against it. Source: engineering practice.
 */
export function timesInDoubt(readings: readonly RunReading[]): { claimedMin: number; writtenMin: number } | null {
  const stamped = readings.filter((r) => r.storedAt !== undefined)
  if (stamped.length < 2) return null
  const minutes = stamped.map((r) => r.minute)
  const stored = stamped.map((r) => Date.parse(r.storedAt!))
  const claimedMin = Math.max(...minutes) - Math.min(...minutes)
  const writtenMin = (Math.max(...stored) - Math.min(...stored)) / 60_000
  return claimedMin > writtenMin + WRITTEN_SLACK_MIN ? { claimedMin, writtenMin } : null
}

/**
 * Zone boundaries A/B, B/C, C/D of vibration velocity, mm/s RMS, by machine class.
 * Source: ISO 10816-1:1995, annex B, table B.1.
 */
export const MACHINE_CLASSES = [
  { name: 'small', label: 'small, to 15 kW (20 hp)', limits: [0.71, 1.8, 4.5] },
  { name: 'medium', label: 'medium, to 75 kW (100 hp)', limits: [1.12, 2.8, 7.1] },
  { name: 'large-rigid', label: 'large, rigid base', limits: [1.8, 4.5, 11.2] },
  { name: 'large-soft', label: 'large, soft base', limits: [2.8, 7.1, 18] },
  { name: 'group-2-rigid', label: 'over 15 to 300 kW (20 to 400 hp), rigid (ISO 20816-3)', limits: [1.4, 2.8, 4.5] },
  { name: 'group-2-soft', label: 'over 15 to 300 kW (20 to 400 hp), soft (ISO 20816-3)', limits: [2.3, 4.5, 7.1] },
  { name: 'group-1-rigid', label: 'over 300 kW (400 hp), rigid (ISO 20816-3)', limits: [2.3, 4.5, 7.1] },
  { name: 'group-1-soft', label: 'over 300 kW (400 hp), soft (ISO 20816-3)', limits: [3.5, 7.1, 11] },
] as const
export type MachineClass = (typeof MACHINE_CLASSES)[number]['name']
export type VibrationZone = 'A' | 'B' | 'C' | 'D'

/** Zone of a reading of velocity, mm/s RMS; a value on a boundary belongs to the worse zone. Source: ISO 10816-1:1995, table B.1; for the groups ISO 20816-3:2022, annex A. */
export function vibrationZone(machineClass: MachineClass, rmsMmS: number): VibrationZone {
  const limits = MACHINE_CLASSES.find((c) => c.name === machineClass)!.limits
  const over = limits.filter((limit) => rmsMmS >= limit).length
  return (['A', 'B', 'C', 'D'] as const)[over]!
}
