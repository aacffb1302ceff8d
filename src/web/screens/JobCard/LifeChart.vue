<script setup lang="ts">
import Select from 'primevue/select'
import Slider from 'primevue/slider'
import { computed, ref, watch } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import { FACTORS, LIFE_AXES, lifeIf, stepsOf, whatBuysMost, type LifeAxis, type LifeBasis } from '../../../core/life/curves.js'
import { BEYOND_H, lifeWords } from '../../../core/life/life-words.js'
import { cleanlinessLabel, stepsOfCleanliness } from '../../../core/life/modified-life.js'
import { wordsOf } from '../../../core/words/say.js'
import { chartLook } from '../../figures/chart.js'
import { useSession } from '../../stores/session.js'

/** Life against load, speed, viscosity or cleanliness, with the point that stands and a handle for what if. */
const props = defineProps<{ basis: LifeBasis; wantedH: number | null; straight: number; counts: 'rating' | 'modified' }>()
const session = useSession()
const axis = ref<LifeAxis>('load')
const AXES = LIFE_AXES.map((value) => ({ value, label: `against ${value}` }))
const steps = computed(() => stepsOf(axis.value, props.basis))
const lives = computed(() => steps.value.map((change) => lifeIf(props.basis, change)))
/** The point that stands. */
const here = computed(() => (axis.value === 'cleanliness' ? stepsOfCleanliness(props.basis.cleanliness).at : (FACTORS.length - 1) / 2))
const at = ref(here.value)
watch(here, (index) => (at.value = index))

const whole = (hours: number) => session.show(hours, 'hours')
const inHours = (hours: number) => `${whole(hours)} h${hours >= BEYOND_H ? ' or more' : ''}`
function place(index: number): string {
  const step = steps.value[index]!
  if (step.cleanliness) return cleanlinessLabel(step.cleanliness).split(':')[0]!
  const factor = FACTORS[index]!
  const { equivalentLoadN, speedRpm, kappa } = props.basis
  if (axis.value === 'load') return session.withUnit(equivalentLoadN * factor, 'force')
  if (axis.value === 'speed') return session.withUnit(speedRpm * factor, 'speed')
  return kappa === null ? `${factor.toPrecision(2)} times` : `κ ${(kappa * factor).toPrecision(2)}`
}
const categories = computed(() => steps.value.map((_, i) => place(i)))
const there = computed(() => lives.value[at.value]!)
const said = computed(() => {
  const { nominalH, modifiedH } = there.value
  const life = (hours: number) => session.say(lifeWords(hours))
  return `${place(at.value)}: ${life(nominalH)}${modifiedH === null ? '' : `, with film and dirt ${life(modifiedH)}`}`
})
const rule = computed(() => `Twice the load leaves ${props.basis.rollingElement === 'ball' ? 'an eighth' : 'a tenth'} of the rating life.`)
const now = computed(() => session.say(lifeWords(nowH.value)))
/** Where all that could be drawn lies beyond what is known of any life there is nothing to draw and nothing to buy. */
const beyond = computed(() => lives.value.every((l) => Math.min(l.nominalH, l.modifiedH ?? l.nominalH) >= BEYOND_H))
const nowH = computed(() => {
  const { nominalH, modifiedH } = lifeIf(props.basis, {})
  return props.counts === 'modified' ? (modifiedH ?? nominalH) : nominalH
})
const buys = computed(() =>
  nowH.value > BEYOND_H
    ? []
    : whatBuysMost(props.basis, props.straight, props.counts).map(({ code, hours, designation }) =>
        session.say(wordsOf({ code, params: { hours: { marked: lifeWords(hours) }, ...(designation && { designation }) } })),
      ),
)

/** No life is drawn beyond what is known of any. */
const drawn = (hours: number | null) => hours && Math.min(hours, BEYOND_H)
const series = computed(() => [
  { name: 'rating life', data: lives.value.map((l) => drawn(l.nominalH)) },
  ...(props.basis.kappa === null ? [] : [{ name: 'with film and dirt', data: lives.value.map((l) => drawn(l.modifiedH)) }]),
])
const options = computed(() => {
  const { palette: p, chart, tooltip } = chartLook(session.theme)
  const mark = (index: number, colour: string, text: string) => ({
    x: categories.value[index],
    borderColor: colour,
    strokeDashArray: 0,
    label: { text, orientation: 'horizontal', borderWidth: 0, style: { background: p.paper, color: colour, fontSize: '13px' } },
  })
  return {
    chart,
    colors: [p.damson, p.ember],
    stroke: { width: [3, 3], dashArray: [0, 6], curve: 'straight' },
    grid: { borderColor: p.hair, padding: { left: 4, right: 8, top: -18, bottom: -6 } },
    xaxis: {
      categories: categories.value,
      tickAmount: axis.value === 'cleanliness' ? undefined : 4,
      labels: { rotate: 0, hideOverlappingLabels: true, style: { fontSize: '12px' } },
      tooltip: { enabled: false },
      axisBorder: { color: p.ink },
    },
    yaxis: { logarithmic: true, tickAmount: 4, labels: { formatter: inHours, style: { fontSize: '12px' } } },
    legend: { show: series.value.length > 1, position: 'top', horizontalAlign: 'right', fontSize: '13px', markers: { size: 5 } },
    tooltip: { theme: tooltip, y: { formatter: inHours } },
    annotations: {
      xaxis: [mark(here.value, p.ink, 'here'), ...(at.value === here.value ? [] : [mark(at.value, p.ember, 'what if')])],
      yaxis: props.wantedH
        ? [
            {
              y: props.wantedH,
              borderColor: p.rowan,
              label: { text: 'wanted', borderWidth: 0, style: { background: p.paper, color: p.rowan, fontSize: '13px' } },
            },
          ]
        : [],
    },
  }
})
</script>

<template>
  <section class="life" aria-label="Life drawn">
    <div class="head">
      <Select v-model="axis" :options="AXES" option-label="label" option-value="value" size="small" aria-label="Life against what" />
      <p class="number" role="status">{{ said }}</p>
    </div>
    <p v-if="beyond" class="soft small">All of these lives lie beyond what anybody can know: steel, seals and grease end them first.</p>
    <VueApexCharts v-else type="line" height="210" :options="options" :series="series" aria-hidden="true" />
    <Slider v-model="at" :min="0" :max="steps.length - 1" :step="1" aria-label="What if" />
    <p class="soft small">
      {{ rule }}
      <template v-if="buys.length"
        >What buys most of {{ props.counts === 'modified' ? 'the life with film and dirt' : 'the rating life' }}, {{ now }} now:
        {{ buys.join(' · ') }}.</template
      >
    </p>
  </section>
</template>

<style scoped>
.life {
  display: grid;
  gap: 6px;
  margin: 8px 0 14px;
}
p.small {
  margin-top: 8px;
}
.head {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
}
</style>
