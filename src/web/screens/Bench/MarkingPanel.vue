<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed } from 'vue'
import type { Reading } from '../../../core/identify/marking.js'
import { useBench } from '../../stores/bench.js'

/** What can still be read on the ring, explained piece by piece and completed. */
const bench = useBench()
const SHOWN = 5
const measuredFits = (reading: Reading) => bench.found?.values.candidates.some((c) => c.designation === reading.row.designation) ?? false
/** One line a row of the rack; letters that cannot be read leave several ways for one row. */
const rows = computed(() => {
  const byRow = new Map<string, Reading[]>()
  for (const reading of bench.read?.readings ?? []) {
    const name = reading.row.designation
    byRow.set(name, [...(byRow.get(name) ?? []), reading])
  }
  const list = [...byRow.values()]
  // What the gauge agrees with stands first.
  return (bench.measured ? [...list.filter((w) => measuredFits(w[0]!)), ...list.filter((w) => !measuredFits(w[0]!))] : list).slice(0, SHOWN)
})
const more = computed(() => (bench.read ? bench.read.readings.length + bench.read.more - rows.value.reduce((n, r) => n + r.length, 0) : 0))
</script>

<template>
  <section aria-label="Marking">
    <h2>Marking</h2>
    <InputText
      v-model="bench.state.marking"
      aria-label="What can be read on the ring"
      placeholder="? for one sign, * for any: 6?09 2Z C?"
      autocomplete="off"
      maxlength="80"
    />
    <p v-if="bench.markingRefused" class="wrong" role="alert">{{ bench.markingRefused }}</p>
    <p v-else-if="bench.read?.nothing" class="wrong" role="status">{{ bench.read.nothing }}</p>
    <ul class="plain-list">
      <li v-for="ways in rows" :key="ways[0]!.row.designation" :class="{ chosen: bench.state.chosen === ways[0]!.row.designation }">
        <button type="button" @click="bench.take(ways[0]!)">
          <b class="number">{{ ways.length === 1 ? ways[0]!.completed : ways[0]!.row.designation }}</b>
          <span v-if="bench.measured" class="fit" :class="measuredFits(ways[0]!) ? 'good' : 'bad'">{{
            measuredFits(ways[0]!) ? 'fits the gauge' : 'not what the gauge says'
          }}</span>
        </button>
        <p v-for="piece in ways[0]!.pieces" :key="piece.text + piece.meaning" class="small soft">
          <b>{{ piece.text || '…' }}</b> {{ piece.meaning }}
        </p>
        <p v-if="ways.length > 1" class="small soft">
          may go on as {{ ways.map((w) => w.completed.slice(w.row.designation.length + 1) || 'nothing').join(' | ') }}
        </p>
      </li>
    </ul>
    <p v-if="more > 0" class="soft small">{{ more }} more; read one more sign.</p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
}
input {
  font: 650 1.15rem var(--condensed);
  min-height: 44px;
}
li {
  border-bottom: 1px solid var(--hair);
  padding: 4px 0 4px 8px;
}
li.chosen {
  box-shadow: inset 4px 0 var(--damson);
}
li button {
  align-items: baseline;
  background: none;
  border: 0;
  color: var(--ink);
  cursor: pointer;
  display: flex;
  gap: 10px;
  min-height: 36px;
  padding: 2px 0;
  text-align: left;
  width: 100%;
}
.number {
  font-size: 1.25rem;
}
.fit {
  font-size: 0.9rem;
  font-weight: 600;
}
.good {
  color: var(--moss);
}
.bad,
.wrong {
  color: var(--rowan);
}
</style>
