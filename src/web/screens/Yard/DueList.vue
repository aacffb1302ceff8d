<script setup lang="ts">
import { RouterLink } from 'vue-router'
import type { DueLine } from '../../../contract/greasing.js'
import { dueWords } from '../../figures/dates.js'
import { useSession } from '../../stores/session.js'

/** Greasing of the week, the longest overdue first. */
defineProps<{ due: DueLine[]; now: string }>()
const session = useSession()
</script>

<template>
  <ul class="plain-list due">
    <li v-for="d in due" :key="d.pointId">
      <RouterLink :to="{ name: 'greasing', params: { id: d.pointId } }">
        <span class="state" :class="`state-${dueWords(d.dueAt, now).level}`">{{ dueWords(d.dueAt, now).words }}</span>
        <span class="what">
          <b>{{ d.machineName }} {{ d.machineCode }}, {{ d.pointName }}</b>
          <span class="soft small">{{ [d.greaseName ?? 'grease not settled', d.location].filter(Boolean).join(' · ') }}</span>
        </span>
        <span class="number grams">{{ d.quantityG === null ? '—' : session.withUnit(d.quantityG, 'grams') }}</span>
      </RouterLink>
    </li>
  </ul>
</template>

<style scoped>
.due a {
  align-items: center;
  border-bottom: 1px solid var(--hair);
  color: var(--ink);
  display: grid;
  gap: 12px;
  grid-template-columns: 8.6rem minmax(0, 1fr) auto;
  min-height: 52px;
  padding: 5px 4px;
  text-decoration: none;
}
.due a:hover {
  background: var(--paper);
}
.what {
  display: grid;
}
.grams {
  font-size: 1.3rem;
}
</style>
