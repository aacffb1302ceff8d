import { parse, type Quantity, type UnitSystem } from '../../core/units/quantities.js'

/** Gauges that type: most digital gauges send their reading as a keyboard would, far faster than a hand, with Enter behind it. */

/** No hand types the next sign within so many ms. */
export const FAST_MS = 40
/** What is shorter is somebody at the keyboard. */
const LEAST_SIGNS = 3

/** Tells the bursts of a gauge from typing; feed it every key with its time in ms, and it answers what the gauge sent at its end. */
export function wedge() {
  let text = ''
  let last = -Infinity
  let fast = true
  return (key: string, atMs: number): string | null => {
    // Time that jumps back or stands still for long begins anew.
    const apart = atMs - last
    if (apart < 0 || apart > FAST_MS) {
      if (apart < 0 || key.length === 1) text = ''
      fast = text === ''
    }
    last = atMs
    if (key === 'Enter' || key === 'Tab') {
      const sent = fast && apart >= 0 && apart <= FAST_MS && text.length >= LEAST_SIGNS ? text : null
      text = ''
      fast = true
      return sent
    }
    if (key.length === 1) text += key
    return null
  }
}

export type Sent = { ok: true; value: number } | { ok: false; message: string }

/** What a gauge sent as a value of a quantity in core units; text that is no reading is refused and kept in words. */
export function readSent(sent: string, quantity: Quantity, system: UnitSystem): Sent {
  const words = sent.trim()
  // Some gauges send their channel before the value, and sign and digits apart.
  const plain = words
    .replace(/^[A-Z]{1,3}[:;=]\s*/i, '')
    .replace(/^([+-])\s+/, '$1')
    .replace(/^\+/, '')
  const read = parse(plain, quantity, system)
  return read.ok ? { ok: true, value: read.value } : { ok: false, message: `The gauge sent "${words.slice(0, 24)}": nothing was taken.` }
}
