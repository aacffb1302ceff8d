import { onMounted, ref } from 'vue'
import type { PlantSettings } from '../../../contract/plant.js'
import { refusalOf, call } from '../../api.js'

/** The plant's settings with one change at a time; a refusal is said in words. */
export function useSettings() {
  const settings = ref<PlantSettings | null>(null)
  const problem = ref<string | null>(null)
  async function attempt(run: () => Promise<PlantSettings>): Promise<void> {
    problem.value = null
    try {
      settings.value = await run()
    } catch (failure) {
      const refusal = refusalOf(failure)
      problem.value = refusal.problem ?? Object.values(refusal.errors).join(' ')
    }
  }
  onMounted(() => attempt(() => call('plantSettings')))
  return { settings, problem, attempt }
}
