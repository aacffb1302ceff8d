import { onMounted, ref, shallowRef, watch, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useRack } from '../../stores/rack.js'

/** A search in the rack's worker that follows what is typed, and is kept in the address; `also` is fetched once with it. */
export function useRackSearch<Found>(
  screen: 'rack' | 'parts',
  ask: (text: string) => Promise<Found>,
  also: () => Promise<unknown> = async () => {},
) {
  const rack = useRack()
  const route = useRoute()
  const router = useRouter()
  const search = ref(String(route.query.find ?? ''))
  const found = shallowRef<Found | null>(null) as Ref<Found | null>
  const loading = ref(true)
  const error = ref<string | null>(null)

  async function find(text: string) {
    const result = await ask(text)
    // A later search may have been answered first.
    if (text === search.value) found.value = result
  }
  async function start() {
    loading.value = true
    error.value = null
    try {
      await rack.ready()
      await also()
      await find(search.value)
    } catch (failure) {
      error.value = failure instanceof Error ? failure.message : String(failure)
    }
    loading.value = false
  }
  onMounted(start)
  watch(search, (text) => {
    void router.replace({ name: screen, query: text ? { find: text } : {} })
    void find(text)
  })
  return { search, found, loading, error, find, start }
}
