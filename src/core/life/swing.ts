import type { Bearing } from '../bearing/bearing.js'
import { Derivation, inRange, short, type Result } from '../result.js'

/** What is known of how a shaft moves. */
export interface MotionAnswers {
  speedRpm: number | null
  atRest: 'stands' | 'swings' | null
  swingDeg: number | null
  swingsPerMin: number | null
}

/** How a shaft moves; a swinging one with the speed at which it would turn as far in as much time, r/min. */
export type Motion = { kind: 'turns'; speedRpm: number } | { kind: 'swings'; speedRpm: number; swingDeg: number } | { kind: 'stands' }

/**
 * Speed in r/min at which a shaft that turns goes as far in a minute as one that swings: there and back is twice the angle,
 * n = cycles · 2 φ / 360. Range: angle φ from end to end above 0 to 360°, 0 to 10 000 cycles a minute, above nothing.
 * Source: ISO 281 counts revolutions; the same way run is engineering practice. @throws InputError outside.
 */
export function swingSpeed(input: { swingDeg: number; cyclesPerMin: number }): Result<{ equivalentRpm: number }> {
  const angle = inRange('swingDeg', input.swingDeg, 0, 360, '°', true)
  const cycles = inRange('cyclesPerMin', input.cyclesPerMin, 0, 10_000, '1/min', true)
  const equivalentRpm = (cycles * 2 * angle) / 360
  const sheet = new Derivation()
  sheet.step(
    'ne',
    'speed that goes as far',
    'cycles · 2 φ / 360°',
    `${short(cycles)} · 2 · ${short(angle)}° / 360°`,
    equivalentRpm,
    'r/min',
    'the same way run; engineering practice',
  )
  return sheet.result({ equivalentRpm })
}

/**
 * Angle in degrees, from end to end, under which the paths of neighbouring elements on the outer ring do not meet: each goes
 * φ (1 − γ) / 2, and they stand 360°/Z apart. Range: any row. Source: geometry of the cage; γ = Dw cos α / Dpw.
 */
export function meetingSwingDeg({ elements, elementDiameterMm, contactAngleDeg, pitchDiameterMm }: Bearing): number {
  const gamma = (elementDiameterMm * Math.cos((contactAngleDeg * Math.PI) / 180)) / pitchDiameterMm
  return 720 / (elements * (1 - gamma))
}

/** How a shaft moves by what was said of it; null while its speed, or the way it swings, is not known. Speeds r/min. Source: `swingSpeed`. */
export function motionOf({ speedRpm, atRest, swingDeg, swingsPerMin }: MotionAnswers): Motion | null {
  if (speedRpm === null || speedRpm < 0) return null
  if (speedRpm > 0) return { kind: 'turns', speedRpm }
  if (atRest !== 'swings') return { kind: 'stands' }
  if (!swingDeg || !swingsPerMin || swingDeg < 0 || swingDeg > 360 || swingsPerMin < 0 || swingsPerMin > 10_000) return null
  return { kind: 'swings', swingDeg, speedRpm: swingSpeed({ swingDeg, cyclesPerMin: swingsPerMin }).values.equivalentRpm }
}

/** Speed in r/min that its life counts with; null where it stands, or nobody has said how it moves. Source: `swingSpeed`. */
export const wayRpm = (motion: Motion | null): number | null => (motion && motion.kind !== 'stands' ? motion.speedRpm : null)
