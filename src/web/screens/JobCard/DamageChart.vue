<script setup lang="ts">
import { computed } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import type { DutyStep } from '../../../core/life/duty-spectrum.js'
import { chartLook } from '../../figures/chart.js'
import { useSession } from '../../stores/session.js'

/** Which step eats the life: its share of the time beside its share of the damage. */
const props = defineProps<{ shares: readonly number[]; steps: readonly DutyStep[] }>()
const session = useSession()
const series = computed(() => [
  { name: 'of the time', data: props.steps.map((s) => Math.round(10 * (s.sharePercent ?? 0)) / 10) },
  { name: 'of the damage', data: props.shares.map((d) => Math.round(1000 * d) / 10) },
])
const options = computed(() => {
  const { palette: p, chart, tooltip } = chartLook(session.theme)
  return {
    chart,
    colors: [p.soft, p.ember],
    plotOptions: { bar: { columnWidth: '62%', dataLabels: { position: 'top' } } },
    dataLabels: { enabled: props.steps.length < 8, formatter: (v: number) => `${v} %`, offsetY: -18, style: { colors: [p.ink] } },
    grid: { borderColor: p.hair, padding: { left: 4, right: 8, bottom: -6 } },
    xaxis: { categories: props.steps.map((_, i) => `step ${i + 1}`), axisBorder: { color: p.ink } },
    yaxis: { min: 0, max: 120, tickAmount: 6, labels: { formatter: (v: number) => (v > 100 ? '' : `${Math.round(v)} %`) } },
    legend: { position: 'top', horizontalAlign: 'right', fontSize: '13px', markers: { size: 5 } },
    tooltip: { theme: tooltip, y: { formatter: (v: number) => `${v} %` } },
  }
})
const worst = computed(() => props.shares.indexOf(Math.max(...props.shares)))
</script>

<template>
  <figure
    class="chart"
    :aria-label="`Step ${worst + 1} does ${Math.round(shares[worst]! * 100)} % of the damage in ${steps[worst]!.sharePercent} % of the time.`"
  >
    <VueApexCharts type="bar" height="190" :options="options" :series="series" />
    <figcaption>
      Step {{ worst + 1 }} eats the life: {{ Math.round(shares[worst]! * 100) }} % of the damage in {{ steps[worst]!.sharePercent }} % of
      the time.
    </figcaption>
  </figure>
</template>

<style scoped>
.chart {
  margin: 0;
}
figcaption {
  font-weight: 600;
}
</style>
