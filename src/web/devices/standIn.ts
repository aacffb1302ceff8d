import { dice } from '../../core/identify/demo-ring.js'
import { INSTRUMENT_KINDS, asQuantity, quantityOf, type FieldToRead, type InstrumentKind } from '../../core/measuring/instruments.js'
import { QUANTITIES } from '../../core/units/quantities.js'
import { listeners, type TextGauge, type GaugeState } from './device.js'

/** Stand-ins for every kind of instrument: they measure nothing real and behave as real ones do, with their faults. */

export const FAULTS = {
  none: 'sound',
  zero: 'its zero is off',
  worn: 'worn anvils',
  drift: 'drifts while it warms up',
  battery: 'battery nearly empty',
  range: 'out of its range',
  cable: 'cable comes loose',
} as const
export type Fault = keyof typeof FAULTS

/** What a kind tells apart and how far its readings scatter, in core units of what it reads first. Engineering practice. */
// prettier-ignore
export const BEHAVIOUR: Readonly<Record<InstrumentKind, readonly [step: number, noise: number]>> = {
  caliper: [0.01, 0.02], micrometer: [0.001, 0.001], 'bore-gauge': [0.001, 0.0015], dial: [0.01, 0.005], feeler: [10, 5],
  thermometer: [0.1, 0.5], infrared: [0.1, 1], 'heater-probe': [1, 1], 'press-gauge': [100, 150], torque: [1, 1], protractor: [1, 1],
  scale: [1, 0.5], 'grease-counter': [0.1, 0.1], vibration: [0.1, 0.1], sound: [1, 1], current: [0.1, 0.1],
}
/** Readings until an empty battery gives up, and until a loose cable does. */
const LAST = { battery: 3, cable: 2 } as const
/** Steps by which a fault shows: of a zero that is off, of wear, and of drift with every reading. */
const [ZERO, WEAR, DRIFT] = [12, 6, 2]

/** What is really there: inside what the field lets pass, now and then at its edge. */
function truthOf({ min, max }: FieldToRead, random: number): number {
  if (min !== undefined && max !== undefined) return min + (0.15 + 0.7 * random) * (max - min)
  if (max !== undefined) return max * (0.3 + 0.4 * random)
  return min !== undefined ? Math.max(min * 1.1, min + 1) : 20
}

/** A stand-in of a kind with a fault; the same number gives the same readings. */
export function standIn(kind: InstrumentKind, fault: Fault, number: number): TextGauge<FieldToRead> {
  const random = dice(number)
  const said = listeners<[string]>()
  const state = listeners<[GaugeState, string]>()
  const [step, noise] = BEHAVIOUR[kind]
  const truths = new Map<string, number>()
  let taken = 0
  let gone = false
  function lose(why: string): void {
    gone = true
    state.send('gone', why)
  }
  return {
    name: `stand-in: ${INSTRUMENT_KINDS[kind].label}`,
    standIn: true,
    onReading: said.on,
    onState: state.on,
    close: async () => void (gone = true),
    trigger: (field) => {
      if (gone) return state.send('gone', 'Nothing comes from it any more: connect it again.')
      taken += 1
      if (fault === 'range') return said.send('OFL')
      if (fault === 'battery' && taken > LAST.battery) return lose('Its battery is empty. What was read stands; change the battery.')
      if (fault === 'cable' && taken > LAST.cable)
        return lose('Its cable came loose in the middle. What was read stands; connect it again.')
      if (fault === 'battery') state.send('low', 'Its battery is nearly empty.')
      const its = quantityOf(kind)
      const key = `${field.quantity} ${field.min} ${field.max}`
      if (!truths.has(key)) truths.set(key, truthOf(field, random()))
      const off = fault === 'zero' ? ZERO : fault === 'worn' ? -WEAR : fault === 'drift' ? DRIFT * taken : 0
      const scatter = asQuantity((random() - 0.5) * 2 * noise + off * step, its, field.quantity) ?? 0
      const tells = asQuantity(step, its, field.quantity) ?? step
      const value = Math.round((truths.get(key)! + scatter) / tells) * tells
      const decimals = Math.max(0, Math.ceil(-Math.log10(tells)))
      said.send(`${value.toFixed(decimals)} ${sentUnit(field.quantity)}`.trim())
    },
  }
}

/** Gauges of the shop send core units where a person may write them. */
const SENT: Partial<Record<keyof typeof QUANTITIES, string>> = {
  length: 'mm', gap: 'mm', fine: 'µm', temperature: '°C', force: 'N', torque: 'Nm', grams: 'g', velocity: 'mm/s',
} // prettier-ignore
const sentUnit = (quantity: FieldToRead['quantity']) => SENT[quantity] ?? ''
