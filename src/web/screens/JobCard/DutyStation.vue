<script setup lang="ts">
import Button from 'primevue/button'
import { computed, defineAsyncComponent, ref } from 'vue'
import { fieldOf } from '../../../core/card/fields.js'
import DrawingView from '../../drawing/DrawingView.vue'
import AnswerField from '../../fields/AnswerField.vue'
import { useCard } from '../../stores/card.js'
import EmptyStation from './EmptyStation.vue'
import StationFrame from './StationFrame.vue'
import { useSection } from './useSection.js'

const LoadHelper = defineAsyncComponent(() => import('./LoadHelper.vue'))
const card = useCard()
const helping = ref(false)
const section = useSection(640, 240)
const NUMBERS = ['speedRpm', 'radialLoadN', 'axialLoadN', 'hoursPerDay', 'innerRingC', 'outerRingC', 'ambientC'] as const
const CHOICES = ['turningRing', 'loadDirection', 'shock', 'dirt'] as const
/** With several positions it must be seen which answers speak of this one and which of the whole line. */
const several = computed(() => card.view!.line.positions.length > 1)
const groups = computed(() => {
  const at = (level: string, names: readonly string[]) => names.filter((n) => (fieldOf('duty', n)!.level === 'line') === (level === 'line'))
  return [
    { title: `At the ${card.nameOf(card.place.split('.')[0]!)}`, numbers: at('position', NUMBERS), choices: at('position', CHOICES) },
    { title: 'The whole line', numbers: at('line', NUMBERS), choices: at('line', CHOICES) },
  ]
})
</script>

<template>
  <StationFrame :result="card.evaluation.duty" drawing-title="What it carries" :drawing-note="section?.scale">
    <template #drawing>
      <DrawingView v-if="section" :drawing="section" />
      <EmptyStation v-else station="duty" />
    </template>
    <template #entry>
      <section v-for="g in groups" :key="g.title" :aria-label="g.title">
        <h3 v-if="several">{{ g.title }}</h3>
        <div class="numbers"><AnswerField v-for="n in g.numbers" :key="n" station="duty" :name="n" /></div>
        <div class="choices"><AnswerField v-for="n in g.choices" :key="n" station="duty" :name="n" open /></div>
      </section>
    </template>
    <template #after>
      <p v-if="!card.readOnly" class="version">
        <Button label="Loads from belt, gear, weight" outlined @click="helping = true" />
      </p>
      <LoadHelper v-if="helping" @close="helping = false" />
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
  margin: 8px 0;
}
.version {
  padding: 8px 0;
}
</style>
