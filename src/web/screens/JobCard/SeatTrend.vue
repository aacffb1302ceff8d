<script setup lang="ts">
import { computed } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import type { Measuring } from '../../../core/line/records.js'
import { shown } from '../../../core/units/quantities.js'
import { chartLook, roundAxis } from '../../figures/chart.js'
import { useSession } from '../../stores/session.js'

/** What a seat has become from one measuring to the next, within the limits of its class; the last is the one on this card. */
const props = defineProps<{
  nominalMm: number
  limitsUm: readonly [number, number]
  earlier: readonly Measuring[]
  meanMm: number
  day: string
}>()
const session = useSession()
const um = (mm: number) => 1000 * (mm - props.nominalMm)
const points = computed(() => [...props.earlier.map((m) => ({ day: m.day, um: um(m.meanMm) })), { day: props.day, um: um(props.meanMm) }])
const inUnit = (value: number) => shown(value, 'fine', session.units)
const said = computed(() => {
  const [first, last] = [points.value[0]!, points.value.at(-1)!]
  const change = last.um - first.um
  const way =
    Math.abs(change) < 0.5
      ? 'has kept its size'
      : `has ${change < 0 ? 'lost' : 'gained'} ${session.withUnit(Math.abs(change), 'fine')} across`
  return `Since ${first.day} the seat ${way}, over ${points.value.length} measurings.`
})
const series = computed(() => [
  { name: 'from nominal', data: points.value.map((p) => ({ x: new Date(`${p.day}T12:00:00Z`).getTime(), y: inUnit(p.um) })) },
])
const options = computed(() => {
  const { palette: p, chart, tooltip } = chartLook(session.theme)
  const digits = session.units === 'inch' ? 2 : 0
  const limit = (value: number) => ({ y: inUnit(value), borderColor: p.rowan, strokeDashArray: 4 })
  const all = [...points.value.map((x) => x.um), ...props.limitsUm].map(inUnit)
  const air = 0.1 * (Math.max(...all) - Math.min(...all))
  const up = roundAxis([Math.min(...all) - air, Math.max(...all) + air], 5)
  return {
    chart,
    ...{ colors: [p.damson], stroke: { width: 2 }, markers: { size: 5 }, legend: { show: false } },
    grid: { borderColor: p.hair, padding: { left: 4, right: 12, bottom: -6 } },
    xaxis: { type: 'datetime', axisBorder: { color: p.ink } },
    yaxis: {
      ...up,
      title: { text: `from nominal, ${session.unit('fine')}` },
      labels: { formatter: (v: number) => v.toFixed(up.decimals) },
    },
    annotations: { yaxis: props.limitsUm.map(limit) },
    tooltip: {
      theme: tooltip,
      x: { format: 'd MMM yyyy' },
      y: { formatter: (v: number) => `${v.toFixed(digits)} ${session.unit('fine')}` },
    },
  }
})
</script>

<template>
  <figure class="trend" :aria-label="said">
    <VueApexCharts type="line" height="170" :options="options" :series="series" />
    <figcaption>{{ said }}</figcaption>
  </figure>
</template>

<style scoped>
.trend {
  margin: 4px 0;
}
figcaption {
  font-weight: 600;
}
</style>
