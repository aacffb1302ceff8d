<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { MachineView } from '../../../contract/machines.js'
import { useSession } from '../../stores/session.js'
import LoadState from '../../theme/LoadState.vue'
import { call } from '../../api.js'
import MachineEditScreen from './MachineEditScreen.vue'

/** Fetches what stands before it is edited; a new machine needs nothing. */
const route = useRoute()
const session = useSession()
const machine = ref<MachineView | null>(null)
const loading = ref(false)
const error = ref<string | null>(null)
const round = ref(0)
const id = computed(() => (route.params.id ? Number(route.params.id) : null))
const lineId = computed(() => (route.query.line ? Number(route.query.line) : null))

async function load() {
  machine.value = null
  if (id.value === null) return void (round.value += 1)
  loading.value = true
  error.value = null
  try {
    machine.value = await call('machine', { params: { id: id.value } })
    round.value += 1
  } catch (failure) {
    error.value = failure instanceof Error ? failure.message : String(failure)
  } finally {
    loading.value = false
  }
}
// One screen serves both addresses: going from one machine to another, or to a new one, fetches anew.
watch([id, lineId], load, { immediate: true })
</script>

<template>
  <div v-if="!session.may('technician')" class="only">
    <h1>Machines are made by technicians</h1>
    <p>Your account may only read.</p>
  </div>
  <LoadState v-else :loading="loading" :error="error" @retry="load">
    <MachineEditScreen
      v-if="id === null || machine"
      :key="`${id} ${lineId} ${round}`"
      :machine="machine"
      :line-id="lineId"
      @reload="load"
    />
  </LoadState>
</template>

<style scoped>
.only {
  padding: 40px 24px;
}
</style>
