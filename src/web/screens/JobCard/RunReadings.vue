<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { LINE, type Scope } from '../../../core/card/answers.js'
import type { RunReading } from '../../../core/runin/run-in.js'
import TextField from '../../fields/TextField.vue'
import { timeOf } from '../../../contract/days.js'
import { useSession } from '../../stores/session.js'
import { useRuns } from './useRuns.js'

/** What was read of the run in hand at every position, and the runs before it that were stopped. */
const { card, positions, all, of, nameOf } = useRuns()
const session = useSession()
const rows = computed(() => {
  const runs = positions.value.map((code) => of(code))
  const minutes = [...new Set(runs.flat().map((r) => r.minute))].sort((a, b) => a - b)
  return minutes.map((minute) => ({ minute, read: runs.map((r) => r.find((x) => x.minute === minute) ?? null) }))
})
const remove = (code: Scope, reading: RunReading) => card.edit('runin', { readings: all(code).filter((r) => r !== reading) }, code)
const source = (r: RunReading) => [r.with, r.by, r.storedAt && timeOf(r.storedAt)].filter(Boolean).join(', ')

const found = ref<string | null>(null)
const stops = computed(() => card.answers.runin.stops)
function goOn() {
  if (!found.value) return
  const done = found.value
  card.edit('runin', { stops: stops.value.map((s) => (s.found === null ? { ...s, found: done } : s)), startedAt: null }, LINE)
  found.value = null
}
</script>

<template>
  <ul v-if="stops.length" class="plain-list stops" aria-label="Runs that were stopped">
    <li v-for="s in stops" :key="s.run">
      <b>Run {{ s.run }} stopped:</b> {{ s.why }}. <span v-if="s.storedAt" class="soft small">{{ s.by }}, {{ timeOf(s.storedAt) }}.</span>

      <template v-if="s.found"><b>Found:</b> {{ s.found }}.</template>
      <form v-else-if="!card.readOnly" class="found" @submit.prevent="goOn">
        <TextField id="run-found" v-model="found" label="What was found and done" :most="400" />
        <Button type="submit" label="Begin a new run" :disabled="!found" />
      </form>
    </li>
  </ul>
  <table v-if="rows.length" class="readings" aria-label="Readings of the run">
    <thead>
      <tr>
        <th scope="col">min</th>
        <th v-for="code in positions" :key="code" scope="col">{{ positions.length > 1 ? nameOf(code) : 'read' }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in rows" :key="r.minute">
        <th scope="row" class="number">{{ r.minute }}</th>
        <td v-for="(x, i) in r.read" :key="positions[i]">
          <template v-if="x">
            <b class="number">{{ session.withUnit(x.temperatureC, 'temperature') }}</b>
            <span v-if="source(x)" class="soft small">{{ source(x) }}</span>
            <button v-if="!card.readOnly" type="button" class="link-button" @click="remove(positions[i]!, x)">
              remove<span class="visually-hidden"> the reading at {{ r.minute }} min</span>
            </button>
          </template>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.stops li {
  border-left: 4px solid var(--rowan);
  margin: 8px 0;
  padding: 4px 12px;
}
.found {
  align-items: end;
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr) auto;
  margin-top: 6px;
}
.readings {
  border-collapse: collapse;
  margin: 8px 0;
}
.readings th,
.readings td {
  border-bottom: 1px solid var(--hair);
  padding: 4px 18px 4px 0;
  text-align: left;
}
.readings thead th {
  color: var(--soft);
  font: 500 0.98rem var(--condensed);
}
td .small {
  padding: 0 8px;
}
</style>
