<script setup lang="ts">
import { computed } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import { forecastRun, foreseenC, type RunReading } from '../../../core/runin/run-in.js'
import { shown } from '../../../core/units/quantities.js'
import { chartLook, roundAxis } from '../../figures/chart.js'
import { useSession } from '../../stores/session.js'

/** The temperatures of the first hours, every position of the card in one picture, with the limit and where the one in hand will settle. */
const props = defineProps<{
  runs: readonly { name: string; here: boolean; readings: readonly RunReading[] }[]
  limitC: number
  ambientC: number
}>()
const session = useSession()
const inUnit = (c: number) => shown(c, 'temperature', session.units)
const sorted = (readings: readonly RunReading[]) => [...readings].sort((a, b) => a.minute - b.minute)
const own = computed(() => props.runs.find((r) => r.here)!)
const forecast = computed(() => {
  const f = forecastRun(own.value.readings)
  // What has come to rest needs no forecast.
  return f && f.atMinute > (sorted(own.value.readings).at(-1)?.minute ?? 0) ? f : null
})
const lastMinute = computed(() => Math.max(120, ...props.runs.flatMap((r) => r.readings.map((x) => x.minute))))
const STEPS = 24
const series = computed(() => {
  const measured = props.runs
    .filter((r) => r.readings.length)
    .map((r) => ({ name: r.name, data: sorted(r.readings).map((x) => ({ x: x.minute, y: inUnit(x.temperatureC) })) }))
  const f = forecast.value
  const first = sorted(own.value.readings)[0]
  if (!f || !first) return measured
  const to = Math.max(lastMinute.value, Math.min(360, f.atMinute))
  const data = Array.from({ length: STEPS + 1 }, (_, i) => first.minute + ((to - first.minute) * i) / STEPS)
  return [...measured, { name: 'if it goes on so', data: data.map((x) => ({ x, y: inUnit(foreseenC(f, x)) })) }]
})
const said = computed(() => {
  const readings = sorted(own.value.readings)
  const last = readings.at(-1)
  if (!last) return `No reading yet; the limit is ${session.withUnit(props.limitC, 'temperature')}.`
  const f = forecast.value
  const next = f
    ? ` It will settle at about ${session.withUnit(f.settlesC, 'temperature')}, ${Math.ceil(f.atMinute)} min after the start, if it goes on so.`
    : ''
  return `${session.withUnit(last.temperatureC, 'temperature')} after ${last.minute} min.${next}`
})
const options = computed(() => {
  const { palette: p, chart, tooltip } = chartLook(session.theme)
  const foreseen = series.value.length > props.runs.filter((r) => r.readings.length).length
  const count = series.value.length
  const dash = series.value.map((_, i) => (foreseen && i === count - 1 ? 5 : 0))
  const all = [...series.value.flatMap((s) => s.data.map((d) => d.y)), inUnit(props.limitC), inUnit(props.ambientC)]
  const line = (c: number, words: string, colour: string) => ({
    y: inUnit(c),
    borderColor: colour,
    strokeDashArray: 0,
    label: { text: words, borderWidth: 0, style: { background: p.paper, color: colour, fontSize: '13px' } },
  })
  return {
    chart,
    colors: [p.damson, p.ice, p.ember, p.ink, p.rowan].slice(0, foreseen ? count - 1 : count).concat(foreseen ? [p.soft] : []),
    stroke: { width: 2, dashArray: dash },
    markers: { size: series.value.map((_, i) => (foreseen && i === count - 1 ? 0 : 4)) },
    legend: { show: count > 1, position: 'top', horizontalAlign: 'right', fontSize: '13px', markers: { size: 5 } },
    grid: { borderColor: p.hair, padding: { left: 14, right: 12, bottom: -6 } },
    xaxis: {
      type: 'numeric',
      min: 0,
      max: Math.ceil(lastMinute.value / 60) * 60,
      tickAmount: 6,
      title: { text: 'minutes since the start' },
      labels: { formatter: (v: string) => Number(v).toFixed(0) },
      axisBorder: { color: p.ink },
    },
    yaxis: { ...roundAxis([Math.min(...all) - 2, Math.max(...all) + 4]), labels: { formatter: (v: number) => v.toFixed(0) } },
    annotations: {
      yaxis: [
        line(props.limitC, `limit ${session.withUnit(props.limitC, 'temperature')}`, p.rowan),
        line(props.ambientC, `air ${session.withUnit(props.ambientC, 'temperature')}`, p.soft),
      ],
    },
    tooltip: {
      theme: tooltip,
      shared: false,
      x: { formatter: (v: number) => `${v.toFixed(0)} min` },
      y: { formatter: (v: number) => `${v.toFixed(0)} ${session.unit('temperature')}` },
    },
  }
})
</script>

<template>
  <figure class="curve" :aria-label="said">
    <VueApexCharts type="line" height="270" :options="options" :series="series" />
    <figcaption>{{ said }}</figcaption>
  </figure>
</template>

<style scoped>
.curve {
  margin: 0;
}
figcaption {
  font-weight: 600;
}
</style>
