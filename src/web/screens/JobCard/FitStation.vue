<script setup lang="ts">
import { computed } from 'vue'
import type { FitAnswers } from '../../../core/card/answers.js'
import { clearanceBand, toleranceZones } from '../../../core/drawing/fit-charts.js'
import { CLEARANCE_GROUPS, groupMark } from '../../../core/fits/clearance-group.js'
import { HOUSING_CLASSES, SHAFT_CLASSES } from '../../../core/tolerances/iso286-tables.js'
import { accuraciesOf } from '../../../core/tolerances/ring.js'
import DrawingView from '../../drawing/DrawingView.vue'
import ChoiceField from '../../figures/ChoiceField.vue'
import DecisionChoice from '../../figures/DecisionChoice.vue'
import TickField from '../../figures/TickField.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import StationFrame from './StationFrame.vue'
import { useSection } from './useSection.js'

const card = useCard()
const session = useSession()
const result = computed(() => card.evaluation.fit)
const a = computed(() => card.answers.fit)
const section = useSection(640, 236)
const edit = (patch: Partial<FitAnswers>) => card.edit('fit', patch)
const um = (value: number) => session.show(value, 'fine')

const zones = computed(() => (result.value.housing ? toleranceZones(result.value.shaft, result.value.housing, 640, 140, um) : null))
const band = computed(() => (result.value.clearance ? clearanceBand(result.value.clearance.stages, 500, 118, um) : null))
const GROUP_OPTIONS = CLEARANCE_GROUPS.map((value) => ({ value, label: value === 'N' ? 'CN' : groupMark(value) }))
const classes = (list: string[], recommended: string | undefined) =>
  list.map((value) => ({ value, label: value === recommended ? `${value}, advised` : value }))
const accuracies = computed(() =>
  accuraciesOf(card.evaluation.identify.row ?? { form: '' }).map((value) => ({
    value,
    label: value === 'normal' ? 'normal' : value.startsWith('inch-') ? `inch class ${value.slice(5)}` : `class ${value}`,
  })),
)
/** An inch set that says nothing is of its usual class. */
const accuracy = computed(() =>
  accuracies.value.some((o) => o.value === a.value.accuracy) ? a.value.accuracy : accuracies.value[0]!.value,
)
const BANDS = [
  { value: '0.06-0.12', label: '0.06 / 0.12' },
  { value: '0.07-0.15', label: '0.07 / 0.15' },
] as const
const TICKS = [
  { field: 'split', label: 'split housing' },
  { field: 'thinWall', label: 'thin wall' },
  { field: 'lightAlloy', label: 'light alloy' },
  { field: 'heatThroughShaft', label: 'hot shaft' },
  { field: 'precise', label: 'must run true' },
] as const
</script>

<template>
  <StationFrame :result="result" drawing-title="The seats" :drawing-note="section?.scale">
    <template #drawing>
      <DrawingView v-if="section" :drawing="section" />
      <DrawingView v-if="zones" :drawing="zones" />
      <p v-if="!section" class="soft">The section appears when a bearing is chosen at Identify.</p>
    </template>
    <template #entry>
      <div class="grid">
        <ChoiceField
          id="shaftClass"
          label="Shaft class"
          :options="classes(SHAFT_CLASSES, result.recommended?.shaftClass)"
          :model-value="a.shaftClass ?? result.recommended?.shaftClass ?? null"
          :disabled="card.readOnly"
          :error="result.fieldErrors.shaftClass"
          @update:model-value="edit({ shaftClass: $event === result.recommended?.shaftClass ? null : $event })"
        />
        <ChoiceField
          id="housingClass"
          label="Housing class"
          :options="classes(HOUSING_CLASSES, result.recommended?.housingClass)"
          :model-value="a.housingClass ?? result.recommended?.housingClass ?? null"
          :disabled="card.readOnly"
          :error="result.fieldErrors.housingClass"
          @update:model-value="edit({ housingClass: $event === result.recommended?.housingClass ? null : $event })"
        />
        <ChoiceField
          id="accuracy"
          label="Bearing accuracy"
          :options="accuracies"
          :model-value="accuracy"
          :disabled="card.readOnly"
          :error="result.fieldErrors.accuracy"
          @update:model-value="edit({ accuracy: $event ?? 'normal' })"
        />
        <ChoiceField
          id="loadBands"
          label="Load bands end at P/C"
          :options="BANDS"
          :model-value="a.loadBands"
          :disabled="card.readOnly"
          @update:model-value="edit({ loadBands: $event ?? '0.06-0.12' })"
        />
      </div>
      <div class="ticks">
        <TickField
          v-for="t in TICKS"
          :id="t.field"
          :key="t.field"
          :label="t.label"
          :model-value="a[t.field] || (t.field === 'lightAlloy' && card.answers.arrange.housingMaterial === 'aluminium')"
          :disabled="card.readOnly"
          @update:model-value="edit({ [t.field]: $event })"
        />
      </div>
    </template>
    <template #chart>
      <DrawingView v-if="band" :drawing="band" />
      <DecisionChoice
        id="fit-group"
        label="Clearance group that goes in"
        :options="GROUP_OPTIONS"
        :model-value="result.group"
        :disabled="card.readOnly"
        @update:model-value="edit({ group: $event })"
      />
    </template>
  </StationFrame>
</template>

<style scoped>
.grid {
  display: grid;
  gap: 10px 12px;
  grid-template-columns: repeat(4, minmax(0, 1fr));
}
.ticks {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  margin-top: 6px;
}
</style>
