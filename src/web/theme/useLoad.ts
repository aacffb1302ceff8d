import { ref, watch, type Ref, type WatchSource } from 'vue'
import { request } from '../api.js'

/** Loads what a screen shows from one address, and again when the address changes. */
export function useLoad<T>(path: WatchSource<string>): {
  data: Ref<T | null>
  loading: Ref<boolean>
  error: Ref<string | null>
  load: () => Promise<void>
} {
  const data = ref(null) as Ref<T | null>
  const loading = ref(true)
  const error = ref<string | null>(null)
  let current = ''
  const load = async () => {
    const asked = current
    loading.value = data.value === null
    error.value = null
    try {
      const value = await request<T>('GET', asked)
      if (asked === current) data.value = value
    } catch (failure) {
      error.value = failure instanceof Error ? failure.message : String(failure)
    }
    loading.value = false
  }
  watch(
    path,
    (next) => {
      current = next
      data.value = null
      void load()
    },
    { immediate: true },
  )
  return { data, loading, error, load }
}
