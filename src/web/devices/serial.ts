import { listeners, type TextGauge } from './device.js'

/** Gauges on a cable that the browser reads itself: a line of text for each reading. */

/** What of the browser's serial port is used here. */
export interface SerialPortLike {
  open: (options: { baudRate: number }) => Promise<void>
  close: () => Promise<void>
  readable: ReadableStream<Uint8Array> | null
}
interface SerialLike {
  requestPort: () => Promise<SerialPortLike>
}

/** The speed that most gauges send with. */
const BAUD = 9600
/** More without the end of a line is no reading. */
const LONGEST = 80

const serialOf = (): SerialLike | null => ('serial' in navigator ? (navigator as unknown as { serial: SerialLike }).serial : null)

/** Whether this browser can read a cable. */
export const canSerial = (): boolean => serialOf() !== null

/** Lets the person choose a port; null where they leave. */
export async function choosePort(): Promise<SerialPortLike | null> {
  return (
    (await serialOf()
      ?.requestPort()
      .catch(() => null)) ?? null
  )
}

/** Reads a port until it is closed or pulled out. */
export async function serialGauge(port: SerialPortLike): Promise<TextGauge<unknown>> {
  await port.open({ baudRate: BAUD })
  const said = listeners<[string]>()
  const state = listeners<Parameters<Parameters<TextGauge['onState']>[0]>>()
  const reader = port.readable!.getReader()
  let closing = false
  async function listen(): Promise<void> {
    const decoder = new TextDecoder()
    let text = ''
    try {
      for (;;) {
        const { value, done } = await reader.read()
        if (done) break
        text += decoder.decode(value, { stream: true })
        const lines = text.split(/[\r\n]+/)
        text = lines.pop()!.slice(-LONGEST)
        lines.filter((line) => line.trim()).forEach((line) => said.send(line.trim()))
      }
    } catch {
      // Pulled out: the stream breaks in the middle.
    }
    if (!closing) state.send('gone', 'Its cable was pulled out. Nothing was lost: plug it in and connect it again.')
  }
  void listen()
  return {
    name: 'gauge on a cable',
    standIn: false,
    trigger: () => {},
    onReading: said.on,
    onState: state.on,
    close: async () => {
      closing = true
      await reader.cancel().catch(() => {})
      await port.close().catch(() => {})
    },
  }
}
