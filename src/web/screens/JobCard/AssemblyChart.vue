<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import type { OperatingClearanceInput, OperatingClearanceValues } from '../../../core/fits/operating-clearance.js'
import { shown } from '../../../core/units/quantities.js'
import { useRack } from '../../stores/rack.js'
import { chartLook, roundAxis } from '../../figures/chart.js'
import { useSession } from '../../stores/session.js'

/** The clearance that is left in 100,000 assemblies of such parts, drawn at random in the worker. */
const props = defineProps<{ input: OperatingClearanceInput }>()
const rack = useRack()
const session = useSession()
const found = shallowRef<OperatingClearanceValues | null>(null)
let asked = 0
watch(
  () => JSON.stringify(props.input),
  async () => {
    const mine = ++asked
    const answer = await rack.worker.assemble(props.input)
    // A later question may have been answered first.
    if (mine === asked) found.value = 'values' in answer ? answer.values : null
  },
  { immediate: true },
)
const bars = computed(() => found.value?.histogram ?? null)
const inUnit = (um: number) => shown(um, 'fine', session.units)
const um = (value: number) => session.withUnit(value, 'fine')
const said = computed(() => {
  const { medianUm, p025Um, p975Um, shareBelowZero } = found.value!
  const tight =
    shareBelowZero > 0 ? `${(100 * shareBelowZero).toFixed(shareBelowZero < 0.01 ? 2 : 0)} of 100 run preloaded` : 'none runs preloaded'
  return `Half of them have more than ${um(medianUm)}, 95 of 100 lie from ${um(p025Um)} to ${um(p975Um)}; ${tight}.`
})
const series = computed(() => [
  { name: 'of 100 assemblies', data: bars.value!.middlesUm.map((middle, i) => ({ x: inUnit(middle), y: 100 * bars.value!.shares[i]! })) },
])
const options = computed(() => {
  const { palette: p, chart, tooltip } = chartLook(session.theme)
  const { middlesUm, shares } = bars.value!
  const half = (middlesUm[1]! - middlesUm[0]!) / 2 || 1
  const across = roundAxis([middlesUm[0]! - half, middlesUm.at(-1)! + half].map(inUnit), 8)
  const up = roundAxis([0, ...shares.map((s) => 100 * s)], 4)
  const colours = bars.value!.middlesUm.map((middle) => (middle < 0 ? p.rowan : p.damson))
  return {
    chart,
    colors: colours,
    plotOptions: { bar: { columnWidth: '92%', distributed: true } },
    dataLabels: { enabled: false },
    legend: { show: false },
    grid: { borderColor: p.hair, padding: { left: 4, right: 8, bottom: -6 } },
    xaxis: {
      type: 'numeric',
      ...across,
      title: { text: `clearance left, ${session.unit('fine')}` },
      labels: { formatter: (v: string) => Number(v).toFixed(across.decimals) },
      axisBorder: { color: p.ink },
    },
    yaxis: { ...up, labels: { formatter: (v: number) => v.toFixed(up.decimals) } },
    annotations: {
      xaxis: [
        {
          x: 0,
          borderColor: p.rowan,
          label: { text: 'none left', borderWidth: 0, orientation: 'horizontal', style: { background: p.paper, color: p.rowan } },
        },
      ],
    },
    tooltip: { theme: tooltip, y: { formatter: (v: number) => `${v.toFixed(1)} of 100` } },
  }
})
</script>

<template>
  <figure v-if="bars" class="chart" :aria-label="said">
    <VueApexCharts type="bar" height="190" :options="options" :series="series" />
    <figcaption>{{ said }}</figcaption>
  </figure>
</template>

<style scoped>
.chart {
  margin: 8px 0;
}
figcaption {
  font-weight: 600;
  padding-top: 6px;
}
</style>
