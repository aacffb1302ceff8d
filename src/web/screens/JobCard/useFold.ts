import { useLocalStorage, useMediaQuery } from '@vueuse/core'
import { computed } from 'vue'

/** Whether the head of a card is folded to what is needed of it: so at first sight, except on a large screen; as somebody pressed, from then on. */
export function useFold() {
  const large = useMediaQuery('(min-height: 1000px)')
  const pressed = useLocalStorage<boolean | null>('yardfrost:folded', null, {
    serializer: { read: (v) => JSON.parse(v) as boolean | null, write: JSON.stringify },
  })
  const folded = computed(() => pressed.value ?? !large.value)
  const fold = () => (pressed.value = !folded.value)
  return { folded, fold }
}
