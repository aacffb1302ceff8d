import { onMounted, ref } from 'vue'
import type { PlantSettings } from '../../../contract/api.js'
import { ApiError, request } from '../../api.js'

/** The plant's settings with one change at a time; a refusal comes back by field. */
export function useSettings() {
  const settings = ref<PlantSettings | null>(null)
  const problem = ref<string | null>(null)
  const errors = ref<Record<string, string>>({})
  async function attempt(method: string, path: string, body?: unknown): Promise<boolean> {
    problem.value = null
    errors.value = {}
    try {
      settings.value = await request<PlantSettings>(method, path, body)
      return true
    } catch (failure) {
      if (failure instanceof ApiError && failure.problem.errors?.length)
        errors.value = Object.fromEntries(failure.problem.errors.map((e) => [e.field, e.allowed]))
      else problem.value = failure instanceof Error ? failure.message : String(failure)
      return false
    }
  }
  onMounted(() => attempt('GET', '/settings'))
  return { settings, problem, errors, attempt }
}
