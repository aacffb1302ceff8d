<script setup lang="ts">
import { useWakeLock } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import { useCard } from '../../stores/card.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import { useCardNews } from '../JobCard/useCardNews.js'
import StepSheet from './StepSheet.vue'

/** The steps of a card one by one, each filling the screen: for gloves, from a metre away. */
const route = useRoute()
const router = useRouter()
const card = useCard()
const jobId = computed(() => Number(route.params.id))
const loading = ref(true)
const error = ref<string | null>(null)
async function load() {
  loading.value = true
  error.value = null
  await card.open(jobId.value).catch((failure: unknown) => (error.value = failure instanceof Error ? failure.message : String(failure)))
  loading.value = false
}
watch(jobId, load, { immediate: true })
useCardNews()
const lock = useWakeLock()
if (lock.isSupported.value) void lock.request('screen').catch(() => {})

/** The first step that does not hold is at hand; the address may name another to look at. */
const atHand = computed(() => {
  const first = card.stepStates.findIndex((s) => !s.holds)
  return first < 0 ? Math.max(0, card.plan.length - 1) : first
})
const index = computed(() => {
  const named = Number(route.params.step) - 1
  return card.plan[named] ? named : atHand.value
})
const step = computed(() => card.plan[index.value])
function go(to: number) {
  if (card.plan[to]) void router.replace({ name: 'steps', params: { id: jobId.value, step: to + 1 } })
}
const trail = computed(() => {
  const job = card.view?.job
  return job
    ? [
        { label: `${job.machineName} ${job.machineCode}`, to: { name: 'machine', params: { id: job.machineId } } },
        { label: `card ${job.number}`, to: { name: 'card', params: { id: job.id, station: step.value?.station ?? 'mount' } } },
        { label: 'Step by step' },
      ]
    : []
})
</script>

<template>
  <LoadState :loading="loading && !card.view" :error="error" @retry="load">
    <div v-if="card.view" class="by-step">
      <CrumbTrail :trail="trail" />
      <StepSheet v-if="step" :key="step.key" :step="step" :index="index" :at-hand="atHand" @go="go" />
      <section v-else class="none">
        <h1>No steps yet</h1>
        <p>
          They come when the fit is settled.
          <RouterLink :to="{ name: 'card', params: { id: jobId } }">Back to the card</RouterLink>
        </p>
      </section>
    </div>
  </LoadState>
</template>

<style scoped>
.by-step {
  display: flex;
  flex-direction: column;
  height: 100%;
}
.none {
  font-size: 1.4rem;
  padding: 32px;
}
</style>
