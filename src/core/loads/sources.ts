import { Derivation, InputError, inRange, short, type Result } from '../result.js'

/** Forces that sit on a shaft: belts, gears, unbalance. N, mm, kW, r/min. */

/** Tangential force at a pitch diameter, N, from power and speed: 2000 T / d with T = 9550 P / n. Source: mechanics. */
function tangential(powerKw: number, speedRpm: number, pitchDiameterMm: number, sheet: Derivation): number {
  const P = inRange('powerKw', powerKw, 0, 1e6, 'kW')
  const n = inRange('speedRpm', speedRpm, 0, 1e6, 'r/min', true)
  const d = inRange('pitchDiameterMm', pitchDiameterMm, 0, 20_000, 'mm', true)
  const torque = (30_000 * P) / (Math.PI * n)
  const force = (2000 * torque) / d
  sheet.step('T', 'torque', '30 000 P / (π n)', `30 000 · ${short(P)} / (π · ${short(n)})`, torque, 'Nm', 'mechanics')
  sheet.step('Ft', 'tangential force', '2000 T / d', `2000 · ${short(torque)} / ${short(d)}`, force, 'N', 'mechanics')
  return force
}

export type BeltInput =
  | { powerKw: number; speedRpm: number; pitchDiameterMm: number; pullFactor: number }
  | { strand: { massKgPerM: number; spanM: number; frequencyHz: number }; wrapDeg: number; belts: number }

/**
 * Pull of a belt on its shaft, N: a factor times the tangential force, or from the frequency of a free span, T = 4 m L² f² a
 * strand and 2 T sin(wrap/2) a belt. Range: power from 0, speed, diameter and factor (to 10) above 0; wrap above 0 to 360°;
 * 1 to 100 belts. Sources: mechanics; vibrating string; engineering practice for the factor. @throws InputError outside.
 */
export function beltPull(input: BeltInput): Result<{ shaftPullN: number; tangentialForceN?: number; strandTensionN?: number }> {
  const sheet = new Derivation()
  if ('strand' in input) {
    const m = inRange('strand.massKgPerM', input.strand.massKgPerM, 0, 100, 'kg/m', true)
    const L = inRange('strand.spanM', input.strand.spanM, 0, 100, 'm', true)
    const f = inRange('strand.frequencyHz', input.strand.frequencyHz, 0, 10_000, 'Hz', true)
    const wrap = inRange('wrapDeg', input.wrapDeg, 0, 360, '°', true)
    const belts = inRange('belts', input.belts, 1, 100)
    if (!Number.isInteger(belts)) throw new InputError('belts', belts, 'a whole number')
    const strandTensionN = 4 * m * L ** 2 * f ** 2
    const shaftPullN = 2 * strandTensionN * Math.sin((wrap * Math.PI) / 360) * belts
    sheet.step(
      'T',
      'tension of one strand',
      '4 m L² f²',
      `4 · ${short(m)} · ${short(L)}² · ${short(f)}²`,
      strandTensionN,
      'N',
      'vibrating string',
    )
    sheet.step(
      'Fs',
      'pull on the shaft',
      '2 T sin(wrap/2) · belts',
      `2 · ${short(strandTensionN)} · sin(${short(wrap / 2)}°) · ${belts}`,
      shaftPullN,
      'N',
      'statics',
    )
    return sheet.result({ shaftPullN, strandTensionN })
  }
  const factor = inRange('pullFactor', input.pullFactor, 0, 10, '', true)
  const tangentialForceN = tangential(input.powerKw, input.speedRpm, input.pitchDiameterMm, sheet)
  const shaftPullN = factor * tangentialForceN
  sheet.step(
    'Fs',
    'pull on the shaft',
    'f Ft',
    `${short(factor)} · ${short(tangentialForceN)}`,
    shaftPullN,
    'N',
    'engineering practice: factor by kind of belt',
  )
  sheet.assume('The pull is an estimate until the tension has been measured at a free span.')
  return sheet.result({ shaftPullN, tangentialForceN })
}

const rad = (deg: number) => (deg * Math.PI) / 180

/**
 * Tooth forces of a spur or helical gear, N: Ft, Ft tan αn / cos β across, Ft tan β along. Range: power from 0, speed and
 * diameter above 0, pressure angle above 0 to 45°, helix 0 to 60°. Source: mechanics of involute gears. @throws InputError outside.
 */
export function gearForces(input: {
  powerKw: number
  speedRpm: number
  pitchDiameterMm: number
  normalPressureAngleDeg?: number
  helixAngleDeg?: number
}): Result<{ tangentialN: number; radialN: number; axialN: number }> {
  const sheet = new Derivation()
  const alpha = inRange('normalPressureAngleDeg', input.normalPressureAngleDeg ?? 20, 0, 45, '°', true)
  const beta = inRange('helixAngleDeg', input.helixAngleDeg ?? 0, 0, 60, '°')
  const tangentialN = tangential(input.powerKw, input.speedRpm, input.pitchDiameterMm, sheet)
  const radialN = (tangentialN * Math.tan(rad(alpha))) / Math.cos(rad(beta))
  const axialN = tangentialN * Math.tan(rad(beta))
  sheet.step(
    'Fr',
    'separating force',
    'Ft tan αn / cos β',
    `${short(tangentialN)} · tan ${short(alpha)}° / cos ${short(beta)}°`,
    radialN,
    'N',
    'involute gears',
  )
  sheet.step('Fa', 'thrust', 'Ft tan β', `${short(tangentialN)} · tan ${short(beta)}°`, axialN, 'N', 'involute gears')
  return sheet.result({ tangentialN, radialN, axialN })
}

/**
 * Force of the unbalance that a balance grade leaves, N: m G ω / 1000. It turns with the shaft. Range: mass from 0 kg, grade from
 * 0 mm/s, speed from 0 r/min. Source: ISO 21940-11. @throws InputError outside.
 */
export function unbalanceForce(input: { massKg: number; balanceGradeMmS: number; speedRpm: number }): Result<{ forceN: number }> {
  const m = inRange('massKg', input.massKg, 0, 1e6, 'kg')
  const G = inRange('balanceGradeMmS', input.balanceGradeMmS, 0, 10_000, 'mm/s')
  const n = inRange('speedRpm', input.speedRpm, 0, 1e6, 'r/min')
  const omega = (2 * Math.PI * n) / 60
  const forceN = (m * G * omega) / 1000
  const sheet = new Derivation()
  sheet.step('F', 'unbalance', 'm G ω / 1000', `${short(m)} · ${short(G)} · ${short(omega)} / 1000`, forceN, 'N', 'ISO 21940-11')
  return sheet.result({ forceN })
}

export type Sweep = 'rotating' | 'stationary' | 'indeterminate'
/** Two forces nearer to each other than this leave open which one wins. */
const BALANCED = 0.8

/**
 * How the load sweeps each ring, from a force that stands still and one that turns with the turning ring, N: the greater wins; over
 * 0.8 of each other neither does. Range: from 0 N, not both zero. Source: engineering practice. @throws InputError outside.
 */
export function loadSweep(input: {
  turning: 'inner' | 'outer'
  standingN: number
  rotatingN: number
}): Result<{ innerRing: Sweep; outerRing: Sweep }> {
  const standing = inRange('standingN', input.standingN, 0, 1e9, 'N')
  const rotating = inRange('rotatingN', input.rotatingN, 0, 1e9, 'N')
  if (standing + rotating === 0) throw new InputError('standingN', 0, 'a load that stands or turns, above 0 N')
  const ratio = Math.min(standing, rotating) / Math.max(standing, rotating)
  const sheet = new Derivation()
  sheet.step(
    'ratio',
    'smaller over larger',
    'min / max',
    `${short(standing)}, ${short(rotating)}`,
    ratio,
    '',
    'engineering practice: over 0.8 open',
  )
  if (ratio > BALANCED) {
    sheet.caution('caution', 'sweep-open', {}, short(ratio))
    return sheet.result({ innerRing: 'indeterminate', outerRing: 'indeterminate' })
  }
  // A load that stands sweeps the ring that turns; one that turns along sweeps the other.
  const turning: Sweep = standing > rotating ? 'rotating' : 'stationary'
  const still: Sweep = standing > rotating ? 'stationary' : 'rotating'
  const inner = input.turning === 'inner'
  return sheet.result({ innerRing: inner ? turning : still, outerRing: inner ? still : turning })
}
