<script setup lang="ts">
import Select from 'primevue/select'
import Slider from 'primevue/slider'
import { computed, ref, watch } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import { FACTORS, LIFE_AXES, lifeIf, stepsOf, whatBuysMost, type LifeAxis, type LifeBasis } from '../../../core/life/curves.js'
import { BEYOND_H, lifeWords } from '../../../core/life/life-words.js'
import { cleanlinessLabel, stepsOfCleanliness } from '../../../core/life/modified-life.js'
import { shown } from '../../../core/units/quantities.js'
import { wordsOf } from '../../../core/words/say.js'
import { chartLook, decadeAxis, roundsBetween } from '../../figures/chart.js'
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
const inHours = (hours: number) => `${whole(hours)} h${hours >= 0.999 * BEYOND_H ? ' or more' : ''}`
function place(index: number): string {
  const step = steps.value[index]!
  if (step.cleanliness) return cleanlinessLabel(step.cleanliness).split(':')[0]!
  const factor = FACTORS[index]!
  const { equivalentLoadN, speedRpm, kappa } = props.basis
  if (axis.value === 'load') return session.withUnit(equivalentLoadN * factor, 'force')
  if (axis.value === 'speed') return session.withUnit(speedRpm * factor, 'speed')
  return kappa === null ? `${factor.toPrecision(2)} times` : `κ ${(kappa * factor).toPrecision(2)}`
}
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
        session.say(wordsOf({ code, params: { hours: lifeWords(hours), ...(designation && { designation }) } })),
      ),
)

/** No life is drawn beyond what is known of any; heights and places are logarithms. */
const drawn = (hours: number | null) => hours && Math.log10(Math.min(hours, BEYOND_H))
const byHand = computed(() => axis.value === 'cleanliness')
/** What stands along the axis at one step, in the reader's unit. */
function amountAt(index: number): number {
  const { equivalentLoadN, speedRpm, kappa } = props.basis
  const of = axis.value === 'load' ? shown(equivalentLoadN, 'force', session.units) : axis.value === 'speed' ? speedRpm : (kappa ?? 1)
  return of * FACTORS[index]!
}
const along = (index: number) => (byHand.value ? place(index) : Math.log10(amountAt(index)))
const series = computed(() => {
  const line = (name: string, of: (l: (typeof lives.value)[number]) => number | null) => ({
    name,
    data: lives.value.map((l, i) => ({ x: along(i), y: drawn(of(l)) })),
  })
  return [line('rating life', (l) => l.nominalH), ...(props.basis.kappa === null ? [] : [line('with film and dirt', (l) => l.modifiedH)])]
})
/** What is counted along the axis. */
const counted = computed(() => (axis.value === 'load' ? ` ${session.unit('force')}` : axis.value === 'speed' ? ' r/min' : ''))
const options = computed(() => {
  const { palette: p, chart, tooltip } = chartLook(session.theme)
  const label = (text: string, colour: string) => ({
    text,
    orientation: 'horizontal',
    borderWidth: 0,
    style: { background: p.paper, color: colour, fontSize: '13px' },
  })
  const mark = (index: number, colour: string, text: string) => ({
    x: along(index),
    borderColor: colour,
    strokeDashArray: 0,
    label: label(text, colour),
  })
  const last = FACTORS.length - 1
  const rounds = byHand.value ? [] : roundsBetween(amountAt(0), amountAt(last))
  const ticks = rounds.map((amount) => ({
    x: Math.log10(amount),
    ...{ borderColor: p.hair, strokeDashArray: 0 },
    label: { ...label(`${amount}${counted.value}`, p.soft), position: 'bottom', offsetY: 18 },
  }))
  const heights = lives.value.flatMap((l) => [l.nominalH, l.modifiedH ?? l.nominalH]).map((h) => Math.min(h, BEYOND_H))
  const wanted = props.wantedH && Math.min(props.wantedH, BEYOND_H)
  return {
    chart,
    colors: [p.damson, p.ember],
    stroke: { width: [3, 3], dashArray: [0, 6], curve: 'straight' },
    grid: { borderColor: p.hair, padding: { left: 4, right: 8, top: -18, bottom: byHand.value ? -6 : 14 } },
    xaxis: {
      ...(byHand.value ? {} : { type: 'numeric', min: along(0), max: along(last) }),
      labels: { show: byHand.value, rotate: 0, hideOverlappingLabels: true, style: { fontSize: '12px' } },
      tooltip: { enabled: false },
      axisTicks: { show: byHand.value },
      axisBorder: { color: p.ink },
    },
    yaxis: {
      ...decadeAxis([...heights, ...(wanted ? [wanted] : [])]),
      labels: { formatter: (v: number) => (10 ** v > 5 * BEYOND_H ? '' : `${whole(10 ** v)} h`), style: { fontSize: '12px' } },
    },
    legend: { show: series.value.length > 1, position: 'top', horizontalAlign: 'right', fontSize: '13px', markers: { size: 5 } },
    tooltip: {
      theme: tooltip,
      x: { formatter: (_: unknown, at: { dataPointIndex: number }) => place(at.dataPointIndex) },
      y: { formatter: (v: number) => inHours(10 ** v) },
    },
    annotations: {
      xaxis: [...ticks, mark(here.value, p.ink, 'here'), ...(at.value === here.value ? [] : [mark(at.value, p.ember, 'what if')])],
      yaxis: wanted ? [{ y: Math.log10(wanted), borderColor: p.rowan, label: label('wanted', p.rowan) }] : [],
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
