import { useLocalStorage } from '@vueuse/core'
import { watch, type Ref } from 'vue'

/** Reads what stands there aloud where the browser can, once somebody asked for it; off until then. */
export function useSpoken(words: Ref<string>) {
  const can = 'speechSynthesis' in window
  const on = useLocalStorage('yardfrost:spoken', false)
  const say = () => {
    if (!can) return
    speechSynthesis.cancel()
    if (!on.value) return
    const spoken = new SpeechSynthesisUtterance(words.value)
    spoken.lang = 'en-GB'
    speechSynthesis.speak(spoken)
  }
  watch([words, on], say, { flush: 'post' })
  return { can, on, stop: () => can && speechSynthesis.cancel() }
}
