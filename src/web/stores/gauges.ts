import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { readsOf, type FieldToRead, type InstrumentKind, type MeasuringInstrument } from '../../core/measuring/instruments.js'
import type { Quantity } from '../../core/units/quantities.js'
import type { GaugeState, TextGauge } from '../devices/device.js'
import { choosePort, serialGauge, type SerialPortLike } from '../devices/serial.js'
import { standIn, type Fault } from '../devices/standIn.js'

/** Where a reading goes that comes by itself: the field in hand of the screen that listens. */
export interface GaugeTarget {
  take: (text: string, from: string | null) => void
  /** Takes the last reading back, since another came at the same moment. */
  back: () => void
  tell: (words: string) => void
}

/** Two readings from two gauges within so many ms: nobody knows which was meant. */
const AT_ONCE_MS = 400

/** The gauge that is connected on this device, and with which instrument what is read here. */
export const useGauges = defineStore('gauges', () => {
  const gauge = shallowRef<TextGauge<FieldToRead> | null>(null)
  const state = ref<GaugeState>('ready')
  const why = ref('')
  let target: GaugeTarget | null = null
  let last = { from: '', at: -Infinity }

  /** The instrument that was taken last for a quantity, by its name. */
  const taken = useLocalStorage<Partial<Record<Quantity, string>>>('yardfrost:instruments', {})
  const choose = (quantity: Quantity, name: string | null) => (taken.value = { ...taken.value, [quantity]: name ?? undefined })
  /** What the plant has for a quantity. */
  const forQuantity = (all: readonly MeasuringInstrument[] | undefined, quantity: Quantity) =>
    (all ?? []).filter((i) => readsOf(i.kind).includes(quantity))

  /** The one that was taken last for a quantity, while the plant still has it. */
  const usual = (all: readonly MeasuringInstrument[] | undefined, quantity: Quantity): string | null =>
    forQuantity(all, quantity).find((i) => i.name === taken.value[quantity])?.name ?? null

  /** Who wants the readings from now on; what it answers stops that. */
  function aim(at: GaugeTarget): () => void {
    target = at
    return () => {
      if (target === at) target = null
    }
  }
  /** A reading came: from the keys, from the cable, from a stand-in. */
  function sent(from: string, text: string, at = performance.now()): void {
    const both = last.from !== '' && last.from !== from && at >= last.at && at - last.at < AT_ONCE_MS
    last = both ? { from: '', at: -Infinity } : { from, at }
    if (!both) target?.take(text, gauge.value?.name === from && gauge.value.standIn ? from : null)
    else {
      target?.back()
      target?.tell('Two gauges sent at once: nothing was taken. Press the button of one of them again.')
    }
  }
  async function connect(next: TextGauge<FieldToRead>): Promise<void> {
    await gauge.value?.close()
    gauge.value = next
    state.value = 'ready'
    why.value = ''
    next.onReading((text) => sent(next.name, text))
    next.onState((now, words) => {
      if (gauge.value !== next) return
      state.value = now
      why.value = words
    })
  }
  /** A gauge on a cable; the person chooses the port. */
  async function connectCable(port?: SerialPortLike): Promise<void> {
    const chosen = port ?? (await choosePort())
    if (!chosen) return
    try {
      await connect(await serialGauge(chosen))
    } catch {
      why.value = 'This cable could not be opened: another program may hold it.'
    }
  }
  const connectStandIn = (kind: InstrumentKind, fault: Fault) => connect(standIn(kind, fault, Math.round(performance.now())))
  async function disconnect(): Promise<void> {
    await gauge.value?.close()
    gauge.value = null
    state.value = 'ready'
    why.value = ''
  }
  const press = (field: FieldToRead) => gauge.value?.trigger(field)
  return {
    ...{ gauge, state, why, taken, choose, forQuantity, usual, aim, sent, connectCable, connectStandIn, disconnect, press },
  }
})
