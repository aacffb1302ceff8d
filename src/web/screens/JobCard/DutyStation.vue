<script setup lang="ts">
import SelectButton from 'primevue/selectbutton'
import { computed, defineAsyncComponent, ref } from 'vue'
import { fieldOf } from '../../../core/card/fields.js'
import DrawingView from '../../drawing/DrawingView.vue'
import AnswerField from '../../fields/AnswerField.vue'
import { useCard } from '../../stores/card.js'
import EmptyStation from './EmptyStation.vue'
import StationFrame from './StationFrame.vue'
import { useSources } from './useSources.js'
import { useSection } from './useSection.js'

const ShaftLoads = defineAsyncComponent(() => import('./ShaftLoads.vue'))
const SourcePanel = defineAsyncComponent(() => import('./SourcePanel.vue'))
const DamageChart = defineAsyncComponent(() => import('./DamageChart.vue'))
const SpectrumPanel = defineAsyncComponent(() => import('./SpectrumPanel.vue'))
const card = useCard()
const section = useSection(640, 240)
const NUMBERS = ['speedRpm', 'radialLoadN', 'axialLoadN', 'hoursPerDay', 'innerRingC', 'outerRingC', 'ambientC'] as const
const SWING = ['swingDeg', 'swingsPerMin'] as const
const CHOICES = ['turningRing', 'loadDirection', 'shock', 'dirt'] as const
/** With several positions it must be seen which answers speak of this one and which of the whole line. */
const several = computed(() => card.view!.line.positions.length > 1)
const groups = computed(() => {
  // How it moves is asked only where it does not turn.
  const { speedRpm, atRest } = card.answers.duty
  const still = speedRpm === 0
  const numbers = still && atRest === 'swings' ? [...NUMBERS.slice(0, 1), ...SWING, ...NUMBERS.slice(1)] : NUMBERS
  const choices = still ? (['atRest', ...CHOICES] as const) : CHOICES
  const at = (level: string, names: readonly string[]) => names.filter((n) => (fieldOf('duty', n)!.level === 'line') === (level === 'line'))
  return [
    { title: `At the ${card.nameOf(card.place.split('.')[0]!)}`, numbers: at('position', numbers), choices: at('position', choices) },
    { title: 'The whole line', numbers: at('line', numbers), choices: at('line', choices) },
  ]
})
/** What is looked at: the bearing in hand, what sits on its whole shaft, or how its running changes. */
const VIEWS = ['This bearing', 'What sits on the shaft', 'How it runs'] as const
const view = ref<(typeof VIEWS)[number]>('This bearing')
/** A card that was closed before loads of the shaft were kept has none to show. */
const hasShaft = computed(() => several.value && card.line.lineDuty !== undefined)
const views = computed(() => VIEWS.filter((v) => hasShaft.value || v !== 'What sits on the shaft'))
const running = computed(() => view.value === 'How it runs')
/** What each step does of the damage, once the bearing and its life are known. */
const damage = computed(() => card.evaluation.select.changing?.damageShares ?? null)
const { sources, chosen } = useSources()
/** A thing on the shaft stands in the view of the shaft. */
function lead(field: string) {
  const source = sources.value.find((s) => field.startsWith(`${s.id}-`))
  if (!source) return
  view.value = 'What sits on the shaft'
  chosen.value = source.id
}
const shaft = computed(() => view.value === 'What sits on the shaft' && hasShaft.value)
</script>

<template>
  <StationFrame
    :result="card.evaluation.duty"
    :drawing-title="running ? 'What eats the life' : shaft ? 'What sits on the shaft' : 'What it carries'"
    :hide-figures="shaft"
    @lead="lead"
    :drawing-note="shaft ? 'along the shaft to scale; drag, or use the arrow keys' : running ? '' : section?.scale"
  >
    <template #drawing>
      <SelectButton v-model="view" class="views" :options="[...views]" :allow-empty="false" aria-label="What is looked at" />
      <ShaftLoads v-if="shaft" />
      <DamageChart v-else-if="running && damage && damage.length > 1" :shares="damage" :steps="card.answers.duty.spectrum" />
      <DrawingView v-else-if="section" :drawing="section" />
      <EmptyStation v-else station="duty" />
    </template>
    <template #entry>
      <SpectrumPanel v-if="running" />
      <section v-for="g in groups" :key="g.title" :aria-label="g.title">
        <h3 v-if="several">{{ g.title }}</h3>
        <div class="numbers"><AnswerField v-for="n in g.numbers" :key="n" station="duty" :name="n" /></div>
        <div class="choices"><AnswerField v-for="n in g.choices" :key="n" station="duty" :name="n" open /></div>
      </section>
    </template>
    <template v-if="shaft" #chart><SourcePanel /></template>
    <template #after>
      <p v-if="card.view?.dutyVersion" class="soft small version">
        Duty of this shaft line, version {{ card.view.dutyVersion }}; what earlier jobs used stays with them.
      </p>
    </template>
  </StationFrame>
</template>

<style scoped>
.views {
  margin: 6px 0 8px;
}
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
