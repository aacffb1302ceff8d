<script setup lang="ts">
import { computed } from 'vue'
import type { PlanStep } from '../../../core/card/plan.js'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import PlanStepItem from './PlanStepItem.vue'

/** Steps of one station, numbered as the whole card counts them. */
const props = defineProps<{ steps: PlanStep[] }>()
const card = useCard()
const session = useSession()
const numbered = computed(() => props.steps.map((step) => ({ step, number: card.stepStates.findIndex((s) => s.key === step.key) + 1 })))
</script>

<template>
  <ol v-if="steps.length" class="plain-list">
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
