<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { STATION_TITLE, type Station } from '../../../core/card/work-line.js'
import DrawingView from '../../drawing/DrawingView.vue'
import { useCard } from '../../stores/card.js'
import { useLineDrawing } from './useLineDrawing.js'

/** A station that has nothing to show yet: what it will answer, what it needs first, and the line with what is known. */
const props = defineProps<{ station: Station }>()
const card = useCard()
const drawing = useLineDrawing(640, 170, () => ({ low: true }))

const ANSWERS: Partial<Record<Station, string>> = {
  duty: 'What the bearing carries, which ring the load sweeps, and how warm both rings run.',
  select: 'How long it lasts at this load, whether it rolls or skids, and what the next sizes would do.',
  fit: 'How tight both rings sit, and what clearance is left when it runs.',
  mount: 'How it goes on, at what force or temperature, and every step to sign.',
  lubricate: 'Which grease, how much, how often, and whether it may meet what is in there.',
}
/** Stations of which this one needs an answer. */
const NEEDS: Partial<Record<Station, readonly Station[]>> = {
  duty: ['identify'],
  select: ['identify', 'duty'],
  fit: ['identify', 'duty', 'select'],
  mount: ['identify', 'duty', 'fit'],
  lubricate: ['identify', 'duty'],
}
const needs = computed(() =>
  (NEEDS[props.station] ?? []).map((s) => ({ station: s, there: (card.evaluation[s].hero?.value ?? null) !== null })),
)
</script>

<template>
  <div class="empty">
    <DrawingView :drawing="drawing" />
    <p>{{ ANSWERS[station] }}</p>
    <ul v-if="needs.length" class="plain-list" aria-label="What it needs first">
      <li v-for="n in needs" :key="n.station">
        <span class="state" :class="n.there ? 'state-good' : 'state-open'"
          ><span class="visually-hidden">{{ n.there ? 'there' : 'missing' }}</span></span
        >
        <RouterLink :to="{ name: 'card', params: { id: card.view!.job.id, station: n.station } }">{{
          STATION_TITLE[n.station]
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
