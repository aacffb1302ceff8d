<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { stationRow } from '../../../core/procedure/procedures.js'
import type { Station } from '../../../core/procedure/rolling.js'
import DrawingView from '../../drawing/DrawingView.vue'
import { useCard } from '../../stores/card.js'
import { useLineDrawing } from './useLineDrawing.js'

/** A station that has nothing to show yet: what it will answer, what it needs first, and the line with what is known. */
const props = defineProps<{ station: Station }>()
const card = useCard()
const drawing = useLineDrawing(640, 170, () => ({ low: true }))

const row = computed(() => stationRow(props.station))
const needs = computed(() => (row.value.needs ?? []).map((s) => ({ station: s, there: (card.evaluation[s].hero?.value ?? null) !== null })))
</script>

<template>
  <div class="empty">
    <DrawingView :drawing="drawing" />
    <p>{{ row.answers }}</p>
    <ul v-if="needs.length" class="plain-list" aria-label="What it needs first">
      <li v-for="n in needs" :key="n.station">
        <span class="state" :class="n.there ? 'state-good' : 'state-open'"
          ><span class="visually-hidden">{{ n.there ? 'there' : 'missing' }}</span></span
        >
        <RouterLink :to="{ name: 'card', params: { id: card.view!.job.id, station: n.station } }">{{
          stationRow(n.station).title
        }}</RouterLink>
        {{ n.there ? 'is there' : 'comes first' }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.empty {
  display: grid;
  gap: 8px;
  padding: 8px 0 14px;
}
p {
  font-size: 1.05rem;
  max-width: 34rem;
}
li {
  align-items: center;
  display: flex;
  gap: 8px;
  min-height: 34px;
}
</style>
