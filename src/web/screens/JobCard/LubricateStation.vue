<script setup lang="ts">
import { computed } from 'vue'
import { FEEDS, type LubricateAnswers } from '../../../core/card/answers.js'
import { SCHOOL_LABEL } from '../../../core/lubrication/regreasing.js'
import { BASE_OILS, CONTAMINATION, MOISTURE, ORIENTATION, THICKENERS } from '../../../core/lubrication/tables.js'
import DrawingView from '../../drawing/DrawingView.vue'
import ChoiceField from '../../figures/ChoiceField.vue'
import DecisionChoice from '../../figures/DecisionChoice.vue'
import QuantityField from '../../figures/QuantityField.vue'
import TickField from '../../figures/TickField.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import StationFrame from './StationFrame.vue'
import StepList from './StepList.vue'
import { useSection } from './useSection.js'

const card = useCard()
const section = useSection(640, 240)
const session = useSession()
const result = computed(() => card.evaluation.lubricate)
const a = computed(() => card.answers.lubricate)
const context = computed(() => card.view!.context)
const edit = (patch: Partial<LubricateAnswers>) => card.edit('lubricate', patch)

const named = (rows: readonly { name: string; label: string }[]) => rows.map((r) => ({ value: r.name, label: r.label }))
const withFactor = <N extends string>(rows: readonly { name: N; label: string; factor: number }[]) =>
  rows.map((r) => ({ value: r.name, label: `${r.label} × ${r.factor}` }))
const GREASES = computed(() => context.value.plant.greases.map((g) => ({ value: g.id, label: g.name })))
const GUNS = computed(() => context.value.plant.guns.map((g) => ({ value: g.id, label: g.name })))
const INSIDE = [...named(THICKENERS), { value: 'unknown', label: 'not known' }]
const OILS = [...named(BASE_OILS), { value: 'unknown', label: 'not known' }]
const NUMBERS = [
  { field: 'housingTemperatureC', label: 'Housing temperature', quantity: 'temperature' },
  { field: 'vibrationRmsMmS', label: 'Vibration, RMS', quantity: 'velocity' },
  { field: 'manualIntervalH', label: 'Interval of the manual', quantity: 'hours' },
  { field: 'fillPercent', label: 'First fill of free space', quantity: 'percent' },
] as const
const FEED_OPTIONS = FEEDS.map((value) => ({ value, label: { side: 'from the side', centre: 'through the ring' }[value] }))
const ORIENTATIONS = ORIENTATION.map((r) => ({ value: r.name, label: r.label }))
const recorded = computed(() => context.value.past.grease?.name)
const schools = computed(() => result.value.schools)
</script>

<template>
  <StationFrame
    :result="result"
    drawing-title="What goes in"
    :drawing-note="recorded ? `recorded in there: ${recorded}` : 'nothing recorded in there'"
  >
    <template #drawing>
      <DrawingView v-if="section" :drawing="section" />
      <div class="first">
        <ChoiceField
          id="greaseId"
          label="Grease that goes in"
          :options="GREASES"
          :model-value="a.greaseId"
          :disabled="card.readOnly"
          @update:model-value="edit({ greaseId: $event })"
        />
        <ChoiceField
          id="gunId"
          label="Grease gun"
          :options="GUNS"
          :model-value="a.gunId"
          :disabled="card.readOnly"
          @update:model-value="edit({ gunId: $event })"
        />
        <ChoiceField
          id="insideThickener"
          label="Thickener that was in there"
          :options="INSIDE"
          :model-value="a.insideThickener"
          :placeholder="recorded ? 'as recorded' : 'not answered'"
          clearable
          :disabled="card.readOnly"
          @update:model-value="edit({ insideThickener: $event as LubricateAnswers['insideThickener'] })"
        />
        <ChoiceField
          v-if="a.insideThickener && a.insideThickener !== 'unknown'"
          id="insideOil"
          label="Its oil"
          :options="OILS"
          :model-value="a.insideOil"
          placeholder="mineral, as most are"
          clearable
          :disabled="card.readOnly"
          @update:model-value="edit({ insideOil: $event as LubricateAnswers['insideOil'] })"
        />
      </div>
      <p v-if="result.mixing" class="mixing state" :class="result.mixing.mixing === 'compatible' ? 'state-good' : 'state-caution'">
        {{ { compatible: 'may meet', borderline: 'borderline', no: 'must not mix' }[result.mixing.mixing] }}
      </p>
    </template>
    <template #entry>
      <h3>What the interval counts</h3>
      <div class="grid">
        <ChoiceField
          id="contamination"
          label="Dirt"
          :options="withFactor(CONTAMINATION)"
          :model-value="a.contamination ?? result.counted?.contamination ?? null"
          :disabled="card.readOnly"
          @update:model-value="edit({ contamination: $event })"
        />
        <ChoiceField
          id="moisture"
          label="Moisture"
          :options="withFactor(MOISTURE)"
          :model-value="a.moisture ?? result.counted?.moisture ?? null"
          :disabled="card.readOnly"
          @update:model-value="edit({ moisture: $event })"
        />
        <QuantityField
          v-for="n in NUMBERS"
          :id="n.field"
          :key="n.field"
          :label="n.label"
          :quantity="n.quantity"
          :model-value="a[n.field] ?? (n.field === 'housingTemperatureC' ? card.answers.duty.outerRingC : null)"
          :error="result.fieldErrors[n.field]"
          :disabled="card.readOnly"
          @update:model-value="edit({ [n.field]: $event })"
        />
      </div>
      <div class="choices">
        <DecisionChoice
          id="orientation"
          label="Shaft"
          :options="ORIENTATIONS"
          :model-value="a.orientation"
          :disabled="card.readOnly"
          @update:model-value="edit({ orientation: $event })"
        />
        <DecisionChoice
          id="feed"
          label="Fed"
          :options="FEED_OPTIONS"
          :model-value="a.feed"
          :disabled="card.readOnly"
          @update:model-value="edit({ feed: $event })"
        />
        <TickField
          id="sealed"
          label="Sealed for life: nothing to feed"
          :model-value="a.sealed"
          :disabled="card.readOnly"
          @update:model-value="edit({ sealed: $event })"
        />
      </div>
    </template>
    <template #chart>
      <fieldset v-if="schools.length && !a.sealed" class="schools" :disabled="card.readOnly">
        <legend class="soft">Schools side by side; the chosen one governs</legend>
        <label v-for="s in schools" :key="s.school" :title="s.note" :class="{ chosen: s.school === result.school }">
          <input type="radio" name="school" :checked="s.school === result.school" @change="edit({ school: s.school })" />
          <span class="name">{{ SCHOOL_LABEL[s.school] }}</span>
          <span class="number">{{ s.intervalH === null ? '—' : session.withUnit(s.intervalH, 'hours') }}</span>
          <span class="visually-hidden">{{ s.note }}</span>
        </label>
      </fieldset>
    </template>
    <template #after><StepList :steps="result.plan" /></template>
  </StationFrame>
</template>

<style scoped>
.first,
.grid {
  display: grid;
  gap: 8px 14px;
  grid-template-columns: repeat(auto-fill, minmax(12.5rem, 1fr));
  padding-top: 8px;
}
.mixing {
  padding-top: 8px;
}
.choices {
  align-items: end;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 18px;
  margin-top: 10px;
}
.schools {
  border: 0;
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  margin: 4px 0 8px;
  padding: 0;
}
.schools legend {
  font: 500 0.98rem var(--condensed);
  padding: 0 0 2px;
}
.schools label {
  border: 1px solid var(--hair);
  cursor: pointer;
  display: grid;
  margin-left: -1px;
  padding: 8px 10px;
  position: relative;
}
.schools .name {
  font: 650 1rem var(--condensed);
}
.schools input {
  inset: 0;
  margin: 0;
  opacity: 0;
  position: absolute;
}
.schools .number {
  font-size: 1.15rem;
}
.schools .chosen {
  background: var(--wash);
  border-color: var(--damson);
  box-shadow: inset 0 4px var(--damson);
  z-index: 1;
}
.schools label:focus-within {
  outline: 3px solid var(--ice);
  outline-offset: -2px;
}
</style>
