import { sizes } from '../../core/catalogue/catalogue.js'
import { dice, gaugeReading, hiddenRing, type HiddenRing } from '../../core/identify/demo-ring.js'
import type { Dimension, Instrument } from '../../core/identify/identify.js'
import { readings, type Device } from './device.js'

export interface GaugeAsk {
  dimension: Dimension
  instrument: Instrument
  /** Place round the ring. */
  angleDeg: number
}
export interface GaugeReading {
  dimension: Dimension
  valueMm: number
}
export type Gauge = Device<GaugeAsk, GaugeReading>

/** A digital caliper and bore gauge that send readings of a hidden ring with its wear. */
export function standInGauge(ringNumber: number): Gauge & { reveal: () => HiddenRing } {
  const ring = hiddenRing(sizes(), ringNumber)
  const random = dice(ringNumber + 101)
  const { send, onReading } = readings<GaugeReading>()
  return {
    name: 'stand-in caliper and bore gauge',
    standIn: true,
    trigger: ({ dimension, instrument, angleDeg }) =>
      send({ dimension, valueMm: gaugeReading(ring, dimension, angleDeg, instrument, random) }),
    onReading,
    reveal: () => ring,
  }
}
