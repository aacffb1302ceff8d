/** How a gauge stands: it reads, its battery is nearly empty, or nothing comes any more. */
export type GaugeState = 'ready' | 'low' | 'gone'

/** What every measuring device looks like to a screen; a stand-in and a real one cannot be told apart behind it. */
export interface Device<Ask, Value> {
  readonly name: string
  /** Ships with the application and measures nothing real. */
  readonly standIn: boolean
  /** Asks for one reading; it arrives at `onReading`, as it does when somebody presses the button on the device. */
  trigger: (ask: Ask) => void
  onReading: (listener: (value: Value) => void) => () => void
}

/** A gauge whose readings come as text, as its cable or its keys send them; what it means is found out by `readSent`. */
export interface TextGauge<Ask = void> extends Device<Ask, string> {
  onState: (listener: (state: GaugeState, why: string) => void) => () => void
  close: () => Promise<void>
}

/** Keeps the listeners of a device. */
export function readings<Value>() {
  const { send, on } = listeners<[Value]>()
  return { send, onReading: on }
}

/** Keeps who listens, and tells them. */
export function listeners<Told extends unknown[]>() {
  const all = new Set<(...told: Told) => void>()
  return {
    send: (...told: Told) => all.forEach((listener) => listener(...told)),
    on: (listener: (...told: Told) => void) => {
      all.add(listener)
      return () => void all.delete(listener)
    },
  }
}
