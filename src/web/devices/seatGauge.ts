import { dice } from '../../core/identify/demo-ring.js'
import { readings, type Device } from './device.js'

export interface SeatAsk {
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
    trigger: ({ seat, nominalMm, plane, angleDeg }) => {
      const missing = 4 + 14 * worn + 3 * taper * plane
      const round = (1 + 4 * oval) * Math.cos((2 * angleDeg * Math.PI) / 180)
      const noise = (random() - 0.5) * 1.5
      const um = (seat === 'shaft' ? -missing : missing + 20) + round + noise
      send(Math.round((nominalMm + um / 1000) * 1e4) / 1e4)
    },
    onReading,
  }
}
