<script setup lang="ts">
import { computed } from 'vue'
import { GROWTH_SCHOOLS, GROWTH_SCHOOL_LABEL } from '../../../core/arrangement/growth.js'
import type { ArrangeAnswers } from '../../../core/card/answers.js'
import { shaftLineDrawing, type LineBearing } from '../../../core/drawing/shaft-line.js'
import { MATERIALS, MATERIAL_NAMES } from '../../../core/materials.js'
import DrawingView from '../../drawing/DrawingView.vue'
import ChoiceField from '../../figures/ChoiceField.vue'
import DecisionChoice from '../../figures/DecisionChoice.vue'
import QuantityField from '../../figures/QuantityField.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import StationFrame from './StationFrame.vue'

const card = useCard()
const session = useSession()
const result = computed(() => card.evaluation.arrange)
const a = computed(() => card.answers.arrange)
const edit = (patch: Partial<ArrangeAnswers>) => card.edit('arrange', patch)

const MATERIAL_OPTIONS = MATERIAL_NAMES.map((value) => ({ value, label: MATERIALS[value].label }))
const SCHOOL_OPTIONS = GROWTH_SCHOOLS.map((value) => ({ value, label: GROWTH_SCHOOL_LABEL[value] }))
const HELD_OPTIONS = [
  { value: true, label: 'held' },
  { value: false, label: 'free' },
] as const
const TEMPERATURES = [
  { field: 'assemblyC', label: 'At assembly' },
  { field: 'shaftHotC', label: 'Shaft at its hottest' },
  { field: 'housingHotC', label: 'Housing then' },
] as const

const drawing = computed(() => {
  const { position, other, carries } = card.view!
  const heldAt = (end: 'drive' | 'non-drive') => (end === 'drive' ? a.value.driveEndHeld : a.value.nonDriveEndHeld)
  const own: LineBearing = {
    key: 'own',
    end: position.end,
    name: position.name,
    designation: card.evaluation.identify.row?.designation ?? 'not known',
    row: card.evaluation.identify.row,
    held: heldAt(position.end),
  }
  const bearings = [own]
  if (other)
    bearings.push({
      key: 'other',
      end: other.end,
      name: other.name,
      designation: other.fitted?.designation ?? 'not known',
      row: other.row,
      held: heldAt(other.end),
    })
  const growth = result.value.growthMm
  const error =
    result.value.holding === 'both'
      ? 'Both ends held: the shaft cannot grow'
      : result.value.holding === 'none'
        ? 'No end held: the shaft can wander'
        : null
  return shaftLineDrawing({
    width: 680,
    height: 280,
    bearings,
    carries,
    spanText: a.value.spanMm === null ? null : session.withUnit(a.value.spanMm, 'length', 0),
    growthText:
      growth === null || error ? null : `${growth < 0 ? 'housing outgrows by' : 'grows'} ${session.withUnit(Math.abs(growth), 'gap')}`,
    growthTowardHeld: growth !== null && growth < 0,
    error,
  })
})
</script>

<template>
  <StationFrame :result="result" drawing-title="The shaft line" drawing-note="bearings to scale, span shortened">
    <template #drawing><DrawingView :drawing="drawing" /></template>
    <template #chart>
      <DecisionChoice
        id="growthSchool"
        label="Growth counted by"
        :options="SCHOOL_OPTIONS"
        :model-value="a.growthSchool ?? card.view!.context.plant.schools.growth"
        :disabled="card.readOnly"
        @update:model-value="edit({ growthSchool: $event })"
      />
    </template>
    <template #entry>
      <div class="ends">
        <DecisionChoice
          id="driveEndHeld"
          label="Outer ring at the drive end"
          :options="HELD_OPTIONS"
          :model-value="a.driveEndHeld"
          :disabled="card.readOnly"
          @update:model-value="edit({ driveEndHeld: $event })"
        />
        <DecisionChoice
          id="nonDriveEndHeld"
          label="Outer ring at the other end"
          :options="HELD_OPTIONS"
          :model-value="a.nonDriveEndHeld"
          :disabled="card.readOnly"
          @update:model-value="edit({ nonDriveEndHeld: $event })"
        />
        <QuantityField
          id="floatPresentMm"
          label="Float at the free end"
          quantity="gap"
          :model-value="a.floatPresentMm"
          :error="result.fieldErrors.floatPresentMm"
          :disabled="card.readOnly"
          @update:model-value="edit({ floatPresentMm: $event })"
        />
      </div>
      <div class="grid">
        <QuantityField
          id="spanMm"
          label="Between bearing centres"
          quantity="length"
          :model-value="a.spanMm"
          :error="result.fieldErrors.spanMm"
          :disabled="card.readOnly"
          @update:model-value="edit({ spanMm: $event })"
        />
        <ChoiceField
          id="shaftMaterial"
          label="Shaft"
          :options="MATERIAL_OPTIONS"
          :model-value="a.shaftMaterial"
          :disabled="card.readOnly"
          @update:model-value="edit({ shaftMaterial: $event })"
        />
        <ChoiceField
          id="housingMaterial"
          label="Housing or base"
          :options="MATERIAL_OPTIONS"
          :model-value="a.housingMaterial"
          :disabled="card.readOnly"
          @update:model-value="edit({ housingMaterial: $event })"
        />
        <QuantityField
          v-for="t in TEMPERATURES"
          :id="t.field"
          :key="t.field"
          :label="t.label"
          quantity="temperature"
          :model-value="a[t.field]"
          :error="result.fieldErrors[t.field]"
          :disabled="card.readOnly"
          @update:model-value="edit({ [t.field]: $event })"
        />
      </div>
    </template>
  </StationFrame>
</template>

<style scoped>
.ends {
  display: grid;
  gap: 16px;
  grid-template-columns: auto auto 1fr;
}
.grid {
  display: grid;
  gap: 8px 14px;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  margin-top: 10px;
}
</style>
