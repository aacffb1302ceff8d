<script setup lang="ts">
import { computed } from 'vue'
import { positionOf, type LubricateAnswers } from '../../../core/card/answers.js'
import { oilOf, runsInOil } from '../../../core/card/film.js'
import { at100, writeOil } from '../../../core/lubrication/oil.js'
import { SCHOOL_LABEL } from '../../../core/lubrication/regreasing.js'
import { CONTAMINATION, MOISTURE } from '../../../core/lubrication/tables.js'
import DrawingView from '../../drawing/DrawingView.vue'
import AnswerField from '../../fields/AnswerField.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import EmptyStation from './EmptyStation.vue'
import StationFrame from './StationFrame.vue'
import StepList from './StepList.vue'
import { useSection } from './useSection.js'

const card = useCard()
const section = useSection(640, 240)
const session = useSession()
const result = computed(() => card.evaluation.lubricate)
const a = computed(() => card.answers.lubricate)
const context = computed(() => card.context)
const edit = (patch: Partial<LubricateAnswers>) => card.edit('lubricate', patch)

const withFactor = <N extends string>(rows: readonly { name: N; label: string; factor: number }[]) =>
  rows.map((r) => ({ value: r.name, label: `${r.label} × ${r.factor}` }))
const GREASES = computed(() => context.value.plant.greases.map((g) => ({ value: g.id, label: g.name })))
const GUNS = computed(() => context.value.plant.guns.map((g) => ({ value: g.id, label: g.name })))
const NUMBERS = ['housingTemperatureC', 'vibrationRmsMmS', 'manualIntervalH', 'fillPercent'] as const
const past = computed(() => context.value.positions.find((p) => p.code === positionOf(card.place))?.past)
const recorded = computed(() => (past.value?.oil ? `oil ${writeOil(past.value.oil)}` : past.value?.grease?.name))
const inOil = computed(() => !!past.value && runsInOil(card.answers, { past: past.value }))
const oil = computed(() => past.value && oilOf(card.answers, { past: past.value }))
const schools = computed(() => result.value.schools)
</script>

<template>
  <StationFrame
    :result="result"
    drawing-title="What goes in"
    :drawing-note="recorded ? `recorded in there: ${session.say(recorded)}` : 'nothing recorded in there'"
  >
    <template #drawing>
      <DrawingView v-if="section" :drawing="section" />
      <EmptyStation v-else station="lubricate" />
      <div class="first">
        <AnswerField station="lubricate" name="lubricant" :shown="inOil ? 'oil' : 'grease'" open />
      </div>
      <div v-if="inOil" class="first">
        <AnswerField station="lubricate" name="oilFeed" :shown="oil?.feed" />
        <AnswerField station="lubricate" name="oilViscosity40" :shown="past?.oil?.viscosity40" />
        <AnswerField station="lubricate" name="oilViscosity100" :shown="oil && at100(oil)" />
        <AnswerField station="lubricate" name="oilCode" placeholder="no sample: by the surroundings" clearable :shown="past?.oil?.code" />
      </div>
      <div v-else class="first">
        <AnswerField station="lubricate" name="greaseId" :options="GREASES" />
        <AnswerField station="lubricate" name="gunId" :options="GUNS" />
        <AnswerField station="lubricate" name="insideThickener" :placeholder="recorded ? 'as recorded' : 'not answered'" clearable />
        <AnswerField
          v-if="a.insideThickener && a.insideThickener !== 'unknown'"
          station="lubricate"
          name="insideOil"
          placeholder="mineral, as most are"
          clearable
        />
      </div>
      <p v-if="result.mixing" class="mixing state" :class="result.mixing.mixing === 'compatible' ? 'state-good' : 'state-caution'">
        {{ { compatible: 'may meet', borderline: 'borderline', no: 'must not mix' }[result.mixing.mixing] }}
      </p>
    </template>
    <template #entry>
      <div v-if="inOil" class="grid">
        <AnswerField station="lubricate" name="housingTemperatureC" :shown="card.answers.duty.outerRingC" />
      </div>
      <template v-if="!inOil">
        <h3>What the interval counts</h3>
        <div class="grid">
          <AnswerField
            station="lubricate"
            name="contamination"
            :options="withFactor(CONTAMINATION)"
            :shown="result.counted?.contamination"
          />
          <AnswerField station="lubricate" name="moisture" :options="withFactor(MOISTURE)" :shown="result.counted?.moisture" />
          <AnswerField
            v-for="name in NUMBERS"
            :key="name"
            station="lubricate"
            :name="name"
            :shown="name === 'housingTemperatureC' ? card.answers.duty.outerRingC : null"
          />
        </div>
        <div class="choices">
          <AnswerField station="lubricate" name="orientation" open />
          <AnswerField station="lubricate" name="feed" open />
          <AnswerField station="lubricate" name="sealed" />
          <AnswerField station="lubricate" name="filledBy" />
        </div>
      </template>
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
    <template #after><StepList station="lubricate" /></template>
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
  grid-template-columns: repeat(auto-fill, minmax(9rem, 1fr));
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
