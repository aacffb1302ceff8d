import { ref, watch, type Ref } from 'vue'
import { addressOf, type ParamsOf, type RouteName } from '../../contract/addresses.js'
import type { ReplyOf } from '../../contract/routes.js'
import { send } from '../api.js'

/** Loads what a screen shows from one address, and again when the address changes; with `keep` what stood there stays until the answer is in. */
export function useLoad<K extends RouteName>(
  name: K,
  params: () => ParamsOf<K>,
  query: () => Readonly<Record<string, string>> = () => ({}),
  { keep = false } = {},
): {
  data: Ref<ReplyOf<K> | null>
  loading: Ref<boolean>
  error: Ref<string | null>
  load: () => Promise<void>
  /** What stands there now, behind what is shown; where nobody answers that stays. */
  renew: () => Promise<void>
} {
  const data = ref(null) as Ref<ReplyOf<K> | null>
  const loading = ref(true)
  const error = ref<string | null>(null)
  let current = ''
  const load = async () => {
    const asked = current
    loading.value = data.value === null
    error.value = null
    try {
      const value = await send(name, { params: params(), query: query() })
      if (asked === current) data.value = value
    } catch (failure) {
      error.value = failure instanceof Error ? failure.message : String(failure)
    }
    loading.value = false
  }
  const renew = async () => {
    const asked = current
    const value = await send(name, { params: params(), query: query() }).catch(() => null)
    if (value !== null && asked === current) data.value = value
  }
  watch(
    () => addressOf(name, params(), query()),
    (next) => {
      current = next
      if (!keep) data.value = null
      void load()
    },
    { immediate: true },
  )
  return { data, loading, error, load, renew }
}
