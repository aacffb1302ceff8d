<script setup lang="ts">
import { addressOf } from '../../../contract/addresses.js'
import { useEventListener } from '@vueuse/core'
import Button from 'primevue/button'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { positionOf } from '../../../core/card/answers.js'
import type { Station } from '../../../core/procedure/rolling.js'
import CautionRail from '../../figures/CautionRail.vue'
import { useCard } from '../../stores/card.js'
import { writePreference } from '../../stores/preferences.js'
import { useSession } from '../../stores/session.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LoadState from '../../theme/LoadState.vue'
import ConflictDialog from './ConflictDialog.vue'
import RecordChanges from '../Machine/RecordChanges.vue'
import { PANELS } from './panels.js'
import PlaceLine from './PlaceLine.vue'
import SaveState from './SaveState.vue'
import { useCardNews } from './useCardNews.js'
import WorkLine from './WorkLine.vue'

const route = useRoute()
const router = useRouter()
const card = useCard()
const session = useSession()
const loading = ref(true)
const error = ref<string | null>(null)
/** Without one in the address: the first of the card. */
const station = computed(() => (card.stations.find((s) => s === route.params.station) ?? card.stations[0]) as Station)
const jobId = computed(() => Number(route.params.id))

async function load() {
  loading.value = true
  error.value = null
  try {
    await card.open(jobId.value)
  } catch (failure) {
    error.value = failure instanceof Error ? failure.message : String(failure)
  }
  loading.value = false
}
watch(jobId, load, { immediate: true })
useCardNews()
watch(
  () => card.place,
  (place) => card.view && writePreference(`place:${card.view.job.id}`, place),
)
// Signed in again in the middle of a card: what was typed is still there and is sent now.
watch(
  () => session.expired,
  (expired) => expired || card.schedule(0),
)

const trail = computed(() => {
  const view = card.view
  if (!view) return []
  // Two names have room in the bar; more of them stand on the line below.
  const several = new Set(view.context.onCard.map(positionOf)).size > 2
  return [
    { label: `${view.job.machineName} ${view.job.machineCode}`, to: { name: 'machine', params: { id: view.job.machineId } } },
    { label: `${several ? `${view.context.onCard.length} places` : view.job.where} · card ${view.job.number}` },
  ]
})

useEventListener('focusout', () => card.endTyping())

const typing = (target: EventTarget | null) => target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)

/** Alt with the arrows walks stations and places, a digit goes to a place; Ctrl+Z takes the last change back. */
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.altKey && (event.key === 'ArrowRight' || event.key === 'ArrowLeft')) {
    const next = card.stations[card.stations.indexOf(station.value) + (event.key === 'ArrowRight' ? 1 : -1)]
    if (next) void router.push({ name: 'card', params: { id: jobId.value, station: next } })
    event.preventDefault()
  } else if (event.altKey && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
    card.walk(event.key === 'ArrowDown' ? 1 : -1)
    event.preventDefault()
  } else if (/^[1-9]$/.test(event.key) && !event.ctrlKey && !event.metaKey && !typing(event.target)) {
    card.place = card.line.order[Number(event.key) - 1]?.place ?? card.place
  } else if ((event.ctrlKey || event.metaKey) && event.key === 'z' && !card.readOnly) {
    card.undo()
    event.preventDefault()
  }
})
</script>

<template>
  <LoadState :loading="loading && !card.view" :error="error" @retry="load">
    <div v-if="card.view" class="card">
      <CrumbTrail :trail="trail" />
      <PlaceLine v-if="card.line.order.length > 1" />
      <WorkLine :job-id="card.view.job.id" :current="station" />
      <Teleport defer to="#bar-state">
        <span class="save-line">
          <a class="print" :href="addressOf('cardPdf', { id: card.view.job.id })" target="_blank">Print</a>
          <Button
            label="Undo"
            size="small"
            text
            :disabled="!card.undoStack.length || card.readOnly"
            :title="card.undoStack.length ? 'Ctrl+Z' : 'Nothing of yours to take back'"
            @click="card.undo()"
          />
          <SaveState />
        </span>
      </Teleport>
      <RecordChanges
        v-if="card.view.lineChanges.length"
        class="line-changes"
        :changes="card.view.lineChanges"
        title="The records of this line were changed since the card was opened"
      />
      <component :is="PANELS[station]" :key="`${station} ${card.place}`" />
      <CautionRail :cautions="card.cautions" :questions="card.questions" :job-id="card.view.job.id" :station="station" />
      <ConflictDialog v-if="card.conflict" />
    </div>
  </LoadState>
</template>

<style scoped>
.card {
  display: flex;
  flex-direction: column;
  height: 100%;
  position: relative;
}
.line-changes {
  background: var(--amber-wash);
  border-left: 4px solid var(--amber);
  padding: 4px 14px;
}
.save-line {
  align-items: center;
  display: flex;
  gap: 10px;
}
</style>
