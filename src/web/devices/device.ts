/** What every measuring device looks like to a screen; a stand-in and a real one cannot be told apart behind it. */
export interface Device<Ask, Value> {
  readonly name: string
  /** Ships with the application and measures nothing real. */
  readonly standIn: boolean
  /** Asks for one reading; it arrives at `onReading`, as it does when somebody presses the button on the device. */
  trigger: (ask: Ask) => void
  onReading: (listener: (value: Value) => void) => () => void
}

/** Keeps the listeners of a device. */
export function readings<Value>() {
  const listeners = new Set<(value: Value) => void>()
  return {
    send: (value: Value) => listeners.forEach((listener) => listener(value)),
    onReading: (listener: (value: Value) => void) => {
      listeners.add(listener)
      return () => void listeners.delete(listener)
    },
  }
}
