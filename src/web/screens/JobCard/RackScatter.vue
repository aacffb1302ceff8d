<script setup lang="ts">
import Slider from 'primevue/slider'
import { computed, reactive, watchEffect } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import { FAMILY_LABEL } from '../../../core/bearing/families.js'
import type { Candidate } from '../../../core/select/select.js'
import { shown } from '../../../core/units/quantities.js'
import { chartLook, decadeAxis, roundAxis } from '../../figures/chart.js'
import { useSession } from '../../stores/session.js'

/** What meets the limits, looked at: how large it is against how long it lasts; a point is chosen by pressing it. */
const props = defineProps<{
  candidates: readonly Candidate[]
  here: string
  /** The limits that are dragged beside the picture. */
  leastH: number | null
  mostOutsideMm: number | null
  /** Sizes may change here; else shaft and housing stay. */
  sized: boolean
}>()
const emit = defineEmits<{ choose: [designation: string]; least: [hours: number]; outside: [mm: number | null] }>()
const session = useSession()
const life = (c: Candidate) => c.modifiedLifeH ?? c.ratingLifeH
/** Ten times the life is as far up everywhere. */
const height = (hours: number) => Math.log10(hours)
const families = computed(() => [...new Set(props.candidates.map((c) => c.family))])
const of = computed(() => families.value.map((f) => props.candidates.filter((c) => c.family === f)))
/** The widest that was seen here: while a limit is dragged the picture stays where it is. */
const seen = reactive({ low: Infinity, high: 0, least: Infinity, most: 0 })
watchEffect(() => {
  for (const c of props.candidates) {
    seen.low = Math.min(seen.low, c.outsideMm)
    seen.high = Math.max(seen.high, c.outsideMm)
    seen.least = Math.min(seen.least, life(c))
    seen.most = Math.max(seen.most, life(c))
  }
  if (props.leastH) seen.least = Math.min(seen.least, props.leastH)
  if (props.leastH) seen.most = Math.max(seen.most, 1.2 * props.leastH)
})
const STEPS = 100
/** The limit of life as a place on its slider, by equal steps of the logarithm from a tenth of the shortest life seen. */
const floor = computed(() => height(Math.max(1, seen.least / 10)))
const lifeAt = computed(() => {
  const top = height(Math.max(10, seen.most))
  return props.leastH ? (STEPS * (height(props.leastH) - floor.value)) / (top - floor.value) : 0
})
function drag(step: number | number[]) {
  const top = height(Math.max(10, seen.most))
  const hours = 10 ** (floor.value + ((step as number) / STEPS) * (top - floor.value))
  emit('least', Number(hours.toPrecision(2)))
}
const series = computed(() =>
  families.value.map((f, i) => ({
    name: FAMILY_LABEL[f],
    data: of.value[i]!.map((c) => [shown(c.outsideMm, 'length', session.units), height(life(c))]),
  })),
)
const whole = (hours: number) => session.show(hours, 'hours')
const options = computed(() => {
  const { palette: p, chart } = chartLook(session.theme)
  const across = roundAxis([0.97 * seen.low, 1.03 * seen.high].map((mm) => shown(mm, 'length', session.units)))
  const here = props.candidates.find((c) => c.designation === props.here)
  return {
    chart: {
      ...chart,
      events: {
        dataPointSelection: (_e: unknown, _c: unknown, at: { seriesIndex: number; dataPointIndex: number }) =>
          emit('choose', of.value[at.seriesIndex]![at.dataPointIndex]!.designation),
      },
    },
    colors: [p.damson, p.ember, p.ice, p.soft, p.rowan, p.ink],
    markers: { size: 7, strokeWidth: 1 },
    grid: { borderColor: p.hair, padding: { left: 4, right: 12 } },
    xaxis: {
      type: 'numeric',
      ...across,
      title: { text: `outside diameter, ${session.unit('length')}` },
      labels: { formatter: (v: string) => Number(v).toFixed(across.decimals) },
      tooltip: { enabled: false },
    },
    yaxis: {
      ...decadeAxis([seen.least, seen.most]),
      labels: { formatter: (v: number) => `${whole(10 ** v)} h` },
    },
    legend: { position: 'top', horizontalAlign: 'right', fontSize: '13px' },
    annotations: {
      yaxis: props.leastH
        ? [
            {
              y: height(props.leastH),
              borderColor: p.ink,
              label: { text: 'at least', borderWidth: 0, style: { background: p.paper, color: p.ink } },
            },
          ]
        : [],
      points: here
        ? [
            {
              x: shown(here.outsideMm, 'length', session.units),
              y: height(life(here)),
              marker: { size: 0 },
              label: {
                text: `here: ${here.designation}`,
                offsetY: -6,
                borderWidth: 0,
                style: { background: p.paper, color: p.ink, fontSize: '13px' },
              },
            },
          ]
        : [],
    },
    tooltip: {
      custom: ({ seriesIndex, dataPointIndex }: { seriesIndex: number; dataPointIndex: number }) => {
        const c = of.value[seriesIndex]![dataPointIndex]!
        return `<div class="scatter-tip"><b>${c.designation}</b> ${whole(life(c))} h</div>`
      },
    },
  }
})
</script>

<template>
  <figure aria-label="Bearings that meet the limits: outside diameter against life">
    <VueApexCharts type="scatter" height="340" :options="options" :series="series" />
    <div class="handles">
      <span id="scatter-life">Lasts at least {{ leastH === null ? '—' : `${whole(leastH)} h` }}</span>
      <Slider :model-value="lifeAt" :min="0" :max="STEPS" :step="0.5" aria-labelledby="scatter-life" @update:model-value="drag" />
      <template v-if="sized && seen.high > seen.low">
        <span id="scatter-outside"
          >Outside at most {{ session.showTrimmed(mostOutsideMm ?? seen.high, 'length', 2) }} {{ session.unit('length') }}</span
        >
        <Slider
          :model-value="mostOutsideMm ?? seen.high"
          :min="seen.low"
          :max="seen.high"
          :step="1"
          aria-labelledby="scatter-outside"
          @update:model-value="emit('outside', ($event as number) >= seen.high ? null : ($event as number))"
        />
      </template>
    </div>
    <figcaption class="soft small">
      Each point is a bearing that meets every limit. Press one to choose it; the list says the same in words.
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
.handles {
  align-items: center;
  display: grid;
  gap: 10px 18px;
  grid-template-columns: 17rem minmax(0, 1fr);
  padding: 4px 16px 10px 0;
}
figure :deep(.scatter-tip) {
  background: var(--paper);
  color: var(--ink);
  padding: 6px 10px;
}
</style>
