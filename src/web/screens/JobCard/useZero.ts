import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import { useCard } from '../../stores/card.js'

/** From where places along the shaft are counted on this device: one zero for every field and drawing of a line, by its name. */
export function useZero() {
  const card = useCard()
  const chosen = useLocalStorage<Record<string, string>>('yardfrost:zero', {})
  const line = computed(() => String(card.view?.line.id))
  const END = 'left-end'
  const points = computed(() => {
    const { positions, line: of } = card.context
    const first = positions[0]?.alongMm ?? 0
    const supports = positions.map((p) => ({ value: p.code, label: `the middle of the ${p.name}`, mm: p.alongMm }))
    return of.shaft ? [...supports, { value: END, label: 'the left end of the shaft', mm: first - of.shaft.leftMm }] : supports
  })
  const zero = computed(() => points.value.find((p) => p.value === chosen.value[line.value]) ?? points.value[0]!)
  const count = (from: string | null) => from && (chosen.value = { ...chosen.value, [line.value]: from })
  return { points, zero, count }
}
