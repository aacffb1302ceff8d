import { onMounted, ref } from 'vue'
import type { PlantSettings } from '../../../contract/plant.js'
import { refusalOf, call } from '../../api.js'

/** The plant's settings with one change at a time; a refusal comes back by field. */
export function useSettings() {
  const settings = ref<PlantSettings | null>(null)
  const problem = ref<string | null>(null)
  const errors = ref<Record<string, string>>({})
  async function attempt(run: () => Promise<PlantSettings>): Promise<boolean> {
    problem.value = null
    errors.value = {}
    try {
      settings.value = await run()
      return true
    } catch (failure) {
      const refusal = refusalOf(failure)
      errors.value = refusal.errors
      problem.value = refusal.problem
      return false
    }
  }
  onMounted(() => attempt(() => call('plantSettings')))
  return { settings, problem, errors, attempt }
}
