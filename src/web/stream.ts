import { onScopeDispose, watch } from 'vue'
import { addressOf } from '../contract/addresses.js'
import type { Notice } from '../contract/notices.js'
import { useSession } from './stores/session.js'

/**
 * What others do, as the server tells it: one stream a page, shared by all that hear. A page that nobody sees has none, so that a browser
 * keeps few however many of its tabs are open. Where the stream is cut, and whenever it begins anew, everybody asks afresh.
 */

interface Hearer {
  wants: (notice: Notice) => boolean
  /** Null: anything may have happened. */
  hear: (notice: Notice | null) => void
}

const hearers = new Set<Hearer>()
/** While the stream is cut it is asked so often, and tried again. */
const ASK_MS = 3000
let source: EventSource | null = null
let again: ReturnType<typeof setTimeout> | undefined

const seen = () => typeof document !== 'undefined' && document.visibilityState === 'visible'

function open() {
  clearTimeout(again)
  if (source || !hearers.size || !seen() || !useSession().me) return
  source = new EventSource(addressOf('stream', {}))
  source.onopen = all
  source.onmessage = ({ data }) => {
    const notice = JSON.parse(String(data)) as Notice
    for (const { wants, hear } of hearers) if (wants(notice)) hear(notice)
  }
  source.onerror = () => {
    close()
    again = setTimeout(() => {
      if (seen()) all()
      open()
    }, ASK_MS)
  }
}

const all = () => hearers.forEach(({ hear }) => hear(null))

function close() {
  clearTimeout(again)
  source?.close()
  source = null
}

if (typeof document !== 'undefined') document.addEventListener('visibilitychange', () => (seen() ? open() : close()))

/** Hears of what it wants as long as the component is there. */
export function useStream(wants: Hearer['wants'], hear: Hearer['hear']): void {
  const hearer = { wants, hear }
  hearers.add(hearer)
  watch(
    () => useSession().me?.id,
    (id) => (id ? open() : close()),
    { immediate: true },
  )
  onScopeDispose(() => hearers.delete(hearer))
}

/** At least this long between two times that a whole screen is asked for anew, ms. */
const REST_MS = 500
/** A screen that takes long to answer is asked for seldom: this many times as long lies between. */
const REST_TIMES = 20

/** One after the other and not too often: what is heard while it is asked for is asked for once more. */
export function seldom(ask: () => Promise<unknown>): () => void {
  let due = false
  let busy = false
  const run = async () => {
    busy = true
    while (due) {
      due = false
      const since = performance.now()
      await ask()
      const took = performance.now() - since
      if (due) await new Promise((resolve) => setTimeout(resolve, Math.max(REST_MS, took * REST_TIMES)))
    }
    busy = false
  }
  return () => {
    due = true
    if (!busy) void run()
  }
}
