<script setup lang="ts">
import { computed } from 'vue'
import { LIFE_TARGETS, LIFE_TARGET_NAMES } from '../../../core/life/targets.js'
import DrawingView from '../../drawing/DrawingView.vue'
import AnswerField from '../../fields/AnswerField.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'
import EmptyStation from './EmptyStation.vue'
import StationFrame from './StationFrame.vue'
import { useSection } from './useSection.js'

const card = useCard()
const session = useSession()
const result = computed(() => card.evaluation.select)
const section = useSection(640, 400)
const TARGETS = LIFE_TARGET_NAMES.map((value) => ({
  value,
  label: `${LIFE_TARGETS[value].label}, ${LIFE_TARGETS[value].hours / 1000} 000 h`,
}))
const RELIABILITY = [90, 95, 98, 99].map((value) => ({ value, label: `${value} of 100 reach it` }))
const WHICH = { smaller: 'next smaller', this: 'this one', larger: 'next larger' } as const
</script>

<template>
  <StationFrame :result="result" drawing-title="The bearing and its load" :drawing-note="section?.scale">
    <template #drawing>
      <DrawingView v-if="section" :drawing="section" />
      <EmptyStation v-else station="select" />
    </template>
    <template #entry>
      <div class="choices">
        <AnswerField station="select" name="target" :options="TARGETS" />
        <AnswerField station="select" name="reliabilityPercent" :options="RELIABILITY" />
      </div>
    </template>
    <template #after>
      <table v-if="result.alternatives.length" class="sizes">
        <caption>
          One size down and up, same series and load
        </caption>
        <thead>
          <tr>
            <th scope="col">Size</th>
            <th scope="col">Bearing</th>
            <th scope="col">Life</th>
            <th scope="col">Safety</th>
            <th scope="col"></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="x in result.alternatives" :key="x.which" :class="{ this: x.which === 'this' }">
            <td>{{ WHICH[x.which] }}</td>
            <td class="number">{{ x.designation }}</td>
            <td class="number">{{ session.show(x.ratingLifeH, 'hours') }} h</td>
            <td class="number">{{ x.staticSafety.toFixed(1) }}</td>
            <td>
              <span class="state" :class="x.enough ? 'state-good' : 'state-caution'">{{ x.enough ? 'enough' : 'short' }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
  </StationFrame>
</template>

<style scoped>
.choices {
  display: grid;
  gap: 14px;
  grid-template-columns: 3fr 2fr;
}
.sizes {
  border-collapse: collapse;
  margin: 14px 0 6px;
  width: 100%;
}
caption {
  color: var(--soft);
  font-family: var(--condensed);
  text-align: left;
}
th {
  color: var(--soft);
  font: 500 0.95rem var(--condensed);
  text-align: left;
}
td,
th {
  border-bottom: 1px solid var(--hair);
  padding: 6px 8px 6px 0;
}
td.number {
  font-size: 1.15rem;
}
.this {
  box-shadow: inset 4px 0 var(--damson);
}
.this td:first-child {
  padding-left: 10px;
  font-weight: 650;
}
</style>
