<script setup lang="ts">
import Button from 'primevue/button'
import { computed, defineAsyncComponent, ref } from 'vue'
import type { FitAnswers } from '../../../core/card/answers.js'
import { clearanceBand, toleranceZones } from '../../../core/drawing/fit-charts.js'
import { CLEARANCE_GROUPS, groupMark } from '../../../core/fits/clearance-group.js'
import { HOUSING_CLASSES, SHAFT_CLASSES } from '../../../core/tolerances/iso286-tables.js'
import { accuraciesOf } from '../../../core/tolerances/ring.js'
import { inLightAlloy } from '../../../core/card/stations/fit.js'
import { seatedAs } from '../../../core/card/stations/fit-seats.js'
import DrawingView from '../../drawing/DrawingView.vue'
import AnswerField from '../../fields/AnswerField.vue'
import ChoiceField from '../../fields/ChoiceField.vue'
import DecisionChoice from '../../fields/DecisionChoice.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import EmptyStation from './EmptyStation.vue'
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
/** The chart comes when somebody wants it. */
const AssemblyChart = defineAsyncComponent(() => import('./AssemblyChart.vue'))
const drawn = ref(false)
/** What the assemblies are drawn from: the row, its group and the seats as they stand here. */
const assembly = computed(() => {
  const { row } = card.evaluation.identify
  const { clearance, group, shaft, housing } = result.value
  const { innerRingC, outerRingC } = card.answers.duty
  if (!row || !clearance || !group || !shaft || !housing || innerRingC === null || outerRingC === null) return null
  const { family, boreMm, outsideMm, innerRacewayMm, outerRacewayMm } = row
  return {
    ...{ family, boreMm, outsideMm, innerRacewayMm, outerRacewayMm, group, innerRingC, outerRingC },
    ...seatedAs(card.answers, row, shaft, housing),
  }
})
const GROUP_OPTIONS = CLEARANCE_GROUPS.map((value) => ({ value, label: value === 'N' ? 'CN' : groupMark(value) }))
const classes = (list: readonly string[], recommended: string | undefined) =>
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
const SEATS = [
  { field: 'shaftClass', label: 'Shaft class', classes: SHAFT_CLASSES },
  { field: 'housingClass', label: 'Housing class', classes: HOUSING_CLASSES },
] as const
const advised = computed(() => ({ shaftClass: result.value.recommended?.shaftClass, housingClass: result.value.recommended?.housingClass }))
const TICKS = ['split', 'thinWall', 'lightAlloy', 'heatThroughShaft', 'precise'] as const
</script>

<template>
  <StationFrame :result="result" drawing-title="The seats" :drawing-note="section?.scale">
    <template #drawing>
      <DrawingView v-if="section" :drawing="section" />
      <DrawingView v-if="zones" :drawing="zones" />
      <EmptyStation v-if="!section" station="fit" />
    </template>
    <template #entry>
      <div class="grid">
        <ChoiceField
          v-for="seat in SEATS"
          :id="seat.field"
          :key="seat.field"
          :label="seat.label"
          :options="classes(seat.classes, advised[seat.field])"
          :model-value="a[seat.field] ?? advised[seat.field] ?? null"
          :disabled="card.readOnly"
          :error="result.fieldErrors[seat.field]"
          @update:model-value="edit({ [seat.field]: $event === advised[seat.field] ? null : $event })"
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
        <AnswerField station="fit" name="loadBands" />
      </div>
      <div class="ticks">
        <AnswerField
          v-for="name in TICKS"
          :key="name"
          station="fit"
          :name="name"
          :shown="name === 'lightAlloy' && inLightAlloy(card.answers)"
        />
      </div>
    </template>
    <template #chart>
      <DrawingView v-if="band" :drawing="band" />
      <template v-if="assembly">
        <Button
          :label="drawn ? 'Leave the assemblies' : 'As 100,000 assemblies'"
          outlined
          size="small"
          class="assemblies"
          :aria-expanded="drawn"
          @click="drawn = !drawn"
        />
        <AssemblyChart v-if="drawn" :input="assembly" />
      </template>
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
.assemblies {
  margin: 4px 0 10px;
}
.ticks {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  margin-top: 6px;
}
</style>
