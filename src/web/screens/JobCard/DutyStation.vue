<script setup lang="ts">
import { computed } from 'vue'
import type { DutyAnswers } from '../../../core/card/answers.js'
import { SHOCKS, SHOCK_NAMES } from '../../../core/life/targets.js'
import DrawingView from '../../drawing/DrawingView.vue'
import DecisionChoice from '../../figures/DecisionChoice.vue'
import QuantityField from '../../figures/QuantityField.vue'
import { useCard } from '../../stores/card.js'
import StationFrame from './StationFrame.vue'
import { useSection } from './useSection.js'

const card = useCard()
const result = computed(() => card.evaluation.duty)
const a = computed(() => card.answers.duty)
const section = useSection(640, 240)
const edit = (patch: Partial<DutyAnswers>) => card.edit('duty', patch)

const NUMBERS = [
  { field: 'speedRpm', label: 'Speed', quantity: 'speed' },
  { field: 'radialLoadN', label: 'Radial load', quantity: 'force' },
  { field: 'axialLoadN', label: 'Axial load', quantity: 'force' },
  { field: 'hoursPerDay', label: 'Hours a day', quantity: 'hours' },
  { field: 'innerRingC', label: 'Inner ring, running', quantity: 'temperature' },
  { field: 'outerRingC', label: 'Outer ring, running', quantity: 'temperature' },
  { field: 'ambientC', label: 'Air around', quantity: 'temperature' },
] as const
const SHOCK_OPTIONS = SHOCK_NAMES.map((value) => ({ value, label: SHOCKS[value].label }))
const DIRT_OPTIONS = [
  { value: 'clean', label: 'clean' },
  { value: 'normal', label: 'usual' },
  { value: 'dirty', label: 'dirty' },
  { value: 'wet', label: 'wet' },
] as const
const RING_OPTIONS = [
  { value: 'inner', label: 'inner ring' },
  { value: 'outer', label: 'outer ring' },
] as const
const LOAD_OPTIONS = [
  { value: 'still', label: 'stands still' },
  { value: 'turns', label: 'turns with the ring' },
  { value: 'unknown', label: 'not known' },
] as const
</script>

<template>
  <StationFrame :result="result" drawing-title="What it carries" :drawing-note="section?.scale">
    <template #drawing>
      <DrawingView v-if="section" :drawing="section" />
      <p v-else class="soft">The section appears when a bearing is chosen at Identify.</p>
    </template>
    <template #entry>
      <div class="numbers">
        <QuantityField
          v-for="n in NUMBERS"
          :id="n.field"
          :key="n.field"
          :label="n.label"
          :quantity="n.quantity"
          :model-value="a[n.field]"
          :error="result.fieldErrors[n.field]"
          :disabled="card.readOnly"
          @update:model-value="edit({ [n.field]: $event })"
        />
      </div>
      <div class="choices">
        <DecisionChoice
          id="turningRing"
          label="What turns"
          :options="RING_OPTIONS"
          :model-value="a.turningRing"
          :disabled="card.readOnly"
          @update:model-value="edit({ turningRing: $event })"
        />
        <DecisionChoice
          id="loadDirection"
          label="The load"
          :options="LOAD_OPTIONS"
          :model-value="a.loadDirection"
          :disabled="card.readOnly"
          @update:model-value="edit({ loadDirection: $event })"
        />
        <DecisionChoice
          id="shock"
          label="Running"
          :options="SHOCK_OPTIONS"
          :model-value="a.shock"
          :disabled="card.readOnly"
          @update:model-value="edit({ shock: $event })"
        />
        <DecisionChoice
          id="dirt"
          label="Surroundings"
          :options="DIRT_OPTIONS"
          :model-value="a.dirt"
          :disabled="card.readOnly"
          @update:model-value="edit({ dirt: $event })"
        />
      </div>
    </template>
    <template #after>
      <p v-if="card.view?.dutyVersion" class="soft small version">
        Duty of this shaft line, version {{ card.view.dutyVersion }}; what earlier jobs used stays with them.
      </p>
    </template>
  </StationFrame>
</template>

<style scoped>
.numbers {
  display: grid;
  gap: 8px 12px;
  grid-template-columns: repeat(auto-fill, minmax(9rem, 1fr));
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  margin-top: 10px;
}
.version {
  padding: 8px 0;
}
</style>
