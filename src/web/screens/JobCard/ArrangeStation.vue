<script setup lang="ts">
import { computed } from 'vue'
import { keyOf } from '../../../core/card/answers.js'
import DrawingView from '../../drawing/DrawingView.vue'
import AnswerField from '../../fields/AnswerField.vue'
import DecisionChoice from '../../fields/DecisionChoice.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import StationFrame from './StationFrame.vue'
import { useLineDrawing } from './useLineDrawing.js'

const card = useCard()
const session = useSession()
const result = computed(() => card.evaluation.arrange)
const positions = computed(() => card.view!.line.positions)
const many = computed(() => positions.value.length > 2)
const HELD_OPTIONS = [
  { value: true, label: 'held' },
  { value: false, label: 'free' },
] as const
const SHARED = ['shaftMaterial', 'housingMaterial', 'assemblyC', 'shaftHotC', 'housingHotC'] as const
const held = (code: string) => (card.lineAnswers[keyOf(code, 'arrange', 'held')] ?? null) as boolean | null

const drawing = useLineDrawing(680, 280, () => {
  const growth = result.value.growthMm
  const error = {
    several: many.value ? 'Held more than once: the shaft cannot grow' : 'Both ends held: the shaft cannot grow',
    none: 'No end held: the shaft can wander',
  }[result.value.holding as 'several']
  const span = card.answers.arrange.spanMm
  return {
    spanText: many.value || span === null ? null : session.withUnit(span, 'length', 0),
    growthText:
      growth === null || error ? null : `${growth < 0 ? 'housing outgrows by' : 'grows'} ${session.withUnit(Math.abs(growth), 'gap')}`,
    growthTowardHeld: growth !== null && growth < 0,
    error,
  }
})
</script>

<template>
  <StationFrame :result="result" drawing-title="The shaft line" drawing-note="bearings to scale, spans shortened">
    <template #drawing><DrawingView :drawing="drawing" /></template>
    <template #chart>
      <AnswerField v-if="result.holding === 'adjusted'" station="arrange" name="facing" open />
      <AnswerField station="arrange" name="growthSchool" open :shown="card.context.plant.schools.growth" />
    </template>
    <template #entry>
      <div v-for="p in positions" :key="p.code" class="support" role="group" :aria-label="p.name">
        <DecisionChoice
          :id="`held-${p.code}`"
          :label="`Outer ring at the ${p.name}`"
          :options="HELD_OPTIONS"
          :model-value="held(p.code)"
          :disabled="card.readOnly"
          @update:model-value="card.edit('arrange', { held: $event }, p.code)"
        />
        <AnswerField v-if="held(p.code) !== true" station="arrange" name="floatPresentMm" :at="p.code" :label="`Float at the ${p.name}`" />
        <AnswerField v-if="many" station="arrange" name="alongMm" :at="p.code" label="From the left shaft end" :shown="p.alongMm" />
      </div>
      <div class="grid">
        <AnswerField v-if="!many" station="arrange" name="spanMm" />
        <AnswerField v-for="name in SHARED" :key="name" station="arrange" :name="name" />
      </div>
    </template>
  </StationFrame>
</template>

<style scoped>
.support {
  display: grid;
  gap: 8px 16px;
  grid-template-columns: minmax(13rem, 1fr) minmax(0, 1fr) minmax(0, 1fr);
  margin-bottom: 6px;
}
.grid {
  display: grid;
  gap: 8px 14px;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  margin-top: 10px;
}
</style>
