import { dice } from '../../core/identify/demo-ring.js'
import { readings, type Device } from './device.js'

/** What a seat is measured with, and how far its readings scatter, µm. Engineering practice. */
export const SEAT_GAUGES = {
  shaft: [{ name: 'micrometer', noiseUm: 1.5 }],
  housing: [
    { name: 'bore gauge with dial', noiseUm: 1.5 },
    { name: 'telescoping gauge and micrometer', noiseUm: 8 },
  ],
} as const

export interface SeatAsk {
  /** Which of the gauges of this seat; the first where nothing is said. */
  gauge?: number
  seat: 'shaft' | 'housing'
  nominalMm: number
  /** Along the seat, 0 at its first plane, and round it in degrees. */
  plane: number
  angleDeg: number
}

/** A micrometer and a bore gauge that send readings of a seat with some wear: a little small or wide, oval, tapered, with their own noise. */
export function standInSeatGauge(number: number): Device<SeatAsk, number> {
  const random = dice(number)
  const [worn, oval, taper] = [random(), random(), random()]
  const { send, onReading } = readings<number>()
  return {
    name: 'stand-in micrometer and bore gauge',
    standIn: true,
    trigger: ({ seat, nominalMm, plane, angleDeg, gauge = 0 }) => {
      const missing = 4 + 14 * worn + 3 * taper * plane
      const round = (1 + 4 * oval) * Math.cos((2 * angleDeg * Math.PI) / 180)
      const { noiseUm } = SEAT_GAUGES[seat][gauge] ?? SEAT_GAUGES[seat][0]
      const noise = (random() - 0.5) * noiseUm
      const um = (seat === 'shaft' ? -missing : missing + 20) + round + noise
      send(Math.round((nominalMm + um / 1000) * 1e4) / 1e4)
    },
    onReading,
  }
}
