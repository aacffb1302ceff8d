<script setup lang="ts">
import { useSession } from '../stores/session.js'

const session = useSession()
const choices = [
  { system: 'metric', label: 'mm', name: 'Metric units' },
  { system: 'inch', label: 'in', name: 'Inch units' },
] as const
</script>

<template>
  <div class="units" role="group" aria-label="Units; press u to change">
    <button
      v-for="c in choices"
      :key="c.system"
      type="button"
      :aria-pressed="session.units === c.system"
      :title="`${c.name}; press u to change`"
      @click="session.setUnits(c.system)"
    >
      {{ c.label }}
    </button>
  </div>
</template>

<style scoped>
.units {
  border: 1px solid var(--hair);
  border-radius: 2px;
  display: flex;
}
button {
  background: none;
  border: 0;
  color: var(--soft);
  cursor: pointer;
  padding: 4px 9px;
}
button[aria-pressed='true'] {
  background: var(--damson);
  color: var(--on-damson);
  font-weight: 650;
}
</style>
