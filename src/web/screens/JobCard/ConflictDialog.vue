<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { computed } from 'vue'
import { STATION_TITLE } from '../../../core/card/answers.js'
import { useCard } from '../../stores/card.js'

/** Two people on one station: both versions side by side, the person chooses. */
const card = useCard()
const station = computed(() => card.conflict!.station)
const words = (key: string) =>
  key
    .replace(/(Mm|N|C|Rpm|Percent)$/, '')
    .replace(/([A-Z])/g, ' $1')
    .toLowerCase()
const say = (value: unknown) =>
  value === null || value === undefined || (Array.isArray(value) && !value.length)
    ? '—'
    : Array.isArray(value)
      ? value.map((v) => (typeof v === 'object' ? Object.values(v as object).join(' min ') : String(v))).join(', ')
      : String(value)
const rows = computed(() => {
  const mine = card.answers[station.value] as unknown as Record<string, unknown>
  const theirs = (card.conflict!.theirs.data ?? {}) as Record<string, unknown>
  return Object.keys(mine)
    .filter((key) => JSON.stringify(mine[key]) !== JSON.stringify(theirs[key]))
    .map((key) => ({ key, mine: say(mine[key]), theirs: say(theirs[key]) }))
})
</script>

<template>
  <Dialog :visible="true" modal :closable="false" :header="`Two versions of ${STATION_TITLE[station]}`" :style="{ width: '40rem' }">
    <p>
      {{ card.conflict!.theirs.savedBy }} saved this station while you were working on it. Nothing is lost: choose which one counts. Values
      in millimetres, newtons and °C.
    </p>
    <table>
      <thead>
        <tr>
          <th scope="col"></th>
          <th scope="col">Yours</th>
          <th scope="col">{{ card.conflict!.theirs.savedBy }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.key">
          <th scope="row">{{ words(r.key) }}</th>
          <td>{{ r.mine }}</td>
          <td>{{ r.theirs }}</td>
        </tr>
      </tbody>
    </table>
    <div class="choose">
      <Button label="Keep mine" @click="card.resolveConflict('mine')" />
      <Button :label="`Take theirs`" outlined @click="card.resolveConflict('theirs')" />
    </div>
  </Dialog>
</template>

<style scoped>
table {
  border-collapse: collapse;
  margin: 14px 0;
  width: 100%;
}
th,
td {
  border-bottom: 1px solid var(--hair);
  padding: 6px 8px 6px 0;
  text-align: left;
}
td {
  font: 650 1.1rem var(--condensed);
}
.choose {
  display: flex;
  gap: 12px;
}
</style>
