<script setup lang="ts">
import { computed } from 'vue'
import { LINE, positionOf } from '../../../core/card/answers.js'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import PlanStepItem from './PlanStepItem.vue'

/** Steps of one station for the place in hand, numbered as the whole card counts them. */
const props = defineProps<{ station: string }>()
/** What is packed and filled stands among the steps of mounting too, where its turn is. */
const SHOWN: Readonly<Record<string, readonly string[]>> = { mount: ['mount', 'lubricate'] }
const shown = computed(() => SHOWN[props.station] ?? [props.station])
const card = useCard()
const session = useSession()
const numbered = computed(() =>
  card.plan
    .map((step, i) => ({ step, number: i + 1 }))
    .filter(({ step }) => shown.value.includes(step.station) && [LINE, positionOf(card.place), card.lead].includes(step.scope)),
)
</script>

<template>
  <ol v-if="numbered.length" class="plain-list">
    <PlanStepItem v-for="{ step, number } in numbered" :key="step.key" :step="step" :number="number" />
  </ol>
  <p v-if="card.message" class="message" role="alert">{{ session.say(card.message) }}</p>
</template>

<style scoped>
.message {
  color: var(--rowan);
  font-weight: 600;
  padding: 8px 0;
}
</style>
