<script setup lang="ts">
import Button from 'primevue/button'
import { computed, reactive } from 'vue'
import type { Heading } from '../../../contract/headings.js'
import { type OwnKind } from '../../../contract/own-data.js'
import { COLUMNS } from '../../../contract/own-columns.js'
import ListSelect from '../../fields/ListSelect.vue'

/** What the columns of somebody's own file are here: guessed where a name comes near, settled by whoever reads the file, and kept. */
const props = defineProps<{ kind: OwnKind; headings: Heading[] }>()
defineEmits<{ settled: [names: Record<string, string>] }>()
const asked = computed(() => props.headings.filter((h) => h.name && !h.known))
const taken = computed(() => props.headings.filter((h) => h.known).map((h) => h.column))
const names = reactive<Record<string, string>>(Object.fromEntries(asked.value.map((h) => [h.name, h.column ?? ''])))
const options = computed(() =>
  COLUMNS[props.kind]
    .filter((c) => !taken.value.includes(c.name))
    .map((c) => ({ value: c.name, label: `${c.name.replaceAll('_', ' ')}: ${c.words}` })),
)
</script>

<template>
  <section class="map" aria-label="Columns of the file">
    <h2>What are these columns?</h2>
    <p class="soft">Said once, it is kept for the next file. What no list here has is left out.</p>
    <ul class="plain-list">
      <li v-for="h in asked" :key="h.name">
        <b>{{ h.name }}</b>
        <ListSelect
          :label="`Column ${h.name}`"
          placeholder="leave it out"
          clearable
          :options="options"
          :model-value="names[h.name] || null"
          @update:model-value="names[h.name] = $event ?? ''"
        />
      </li>
    </ul>
    <Button label="Read the file so" size="small" @click="$emit('settled', { ...names })" />
  </section>
</template>

<style scoped>
.map {
  background: var(--paper);
  border-left: 4px solid var(--ice);
  padding: 10px 14px;
}
li {
  align-items: center;
  display: grid;
  gap: 4px 16px;
  grid-template-columns: 14rem minmax(0, 26rem);
  padding: 3px 0;
}
</style>
