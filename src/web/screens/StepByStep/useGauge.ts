import { onBeforeUnmount, ref } from 'vue'
import { FAST_MS, wedge } from '../../devices/wedge.js'
import { useGauges } from '../../stores/gauges.js'

/** Whether keys go into a field, or search a list. */
export const isWriting = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || target.closest('[role=combobox], [role=listbox]') !== null) &&
  !(target instanceof HTMLInputElement && (target.type === 'checkbox' || target.type === 'radio'))

/**
 * Hears readings that come by themselves, from the keys, a cable or a stand-in: `take` gets what was sent and by which stand-in, `back` takes
 * the last one out again when two came at once.
 */
export function useGauge(take: (sent: string, by: string | null) => void, back: () => void) {
  const gauges = useGauges()
  const keys = wedge()
  const heard = ref('')
  let lastKey = -Infinity
  onBeforeUnmount(gauges.aim({ take, back, tell: (said) => (heard.value = said) }))

  /** Whether a key ended what a gauge typed; what a gauge types is no shortcut. */
  function hears(event: KeyboardEvent): boolean {
    const burst = event.timeStamp - lastKey <= FAST_MS
    lastKey = event.timeStamp
    if (event.ctrlKey || event.metaKey || event.altKey || isWriting(event.target)) return false
    const sent = keys(event.key, event.timeStamp)
    if (sent !== null) {
      gauges.sent('keys', sent, event.timeStamp)
      event.preventDefault()
    }
    if (sent !== null || (burst && event.key.length === 1)) event.stopImmediatePropagation()
    return sent !== null
  }
  return { heard, hears }
}
