<script setup lang="ts">
import type { WorkingStep } from '../../core/result.js'
import { short } from '../../core/result.js'

defineProps<{ working: WorkingStep[]; assumptions: string[] }>()
const shown = (value: number | string) => (typeof value === 'number' ? short(value, 5).replace('-', '−') : value)
</script>

<template>
  <div class="working">
    <ol class="plain-list">
      <li v-for="(step, i) in working" :key="i">
        <span class="symbol">{{ step.symbol }}</span>
        <div>
          <p class="name">{{ step.name }}</p>
          <p v-if="step.formula" class="formula">{{ step.formula }}</p>
          <p class="formula">
            = {{ step.substituted }} = <b>{{ shown(step.value) }} {{ step.unit }}</b>
          </p>
          <p class="source">{{ step.source }}</p>
        </div>
      </li>
    </ol>
    <ul v-if="assumptions.length" class="assumptions">
      <li v-for="a in assumptions" :key="a">{{ a }}</li>
    </ul>
  </div>
</template>

<style scoped>
.working {
  background: var(--paper);
  border-left: 3px solid var(--damson);
  margin: 4px 0 10px;
  padding: 8px 12px;
}
li {
  display: flex;
  gap: 12px;
  padding: 4px 0;
}
.symbol {
  color: var(--damson);
  flex: 0 0 4.2rem;
  font: 700 1rem var(--condensed);
  overflow-wrap: anywhere;
}
.name {
  font-weight: 600;
}
.formula {
  font-family: var(--condensed);
  overflow-wrap: anywhere;
}
.source {
  color: var(--soft);
  font-size: 0.85rem;
}
.assumptions {
  border-top: 1px solid var(--hair);
  color: var(--soft);
  font-size: 0.875rem;
  margin: 6px 0 0;
  padding: 6px 0 0 1rem;
}
.assumptions li {
  display: list-item;
  padding: 0;
}
</style>
