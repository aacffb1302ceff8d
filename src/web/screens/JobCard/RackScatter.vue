<script setup lang="ts">
import { computed } from 'vue'
import VueApexCharts from 'vue3-apexcharts'
import { DAY, NIGHT } from '../../../core/drawing/palette.js'
import { FAMILY_LABEL } from '../../../core/catalogue/families.js'
import type { Candidate } from '../../../core/select/select.js'
import { shown } from '../../../core/units/quantities.js'
import { useSession } from '../../stores/session.js'

/** What meets the limits, looked at: how large it is against how long it lasts; a point is chosen by pressing it. */
const props = defineProps<{ candidates: readonly Candidate[]; here: string; wantedH: number | null }>()
const emit = defineEmits<{ choose: [designation: string] }>()
const session = useSession()
const life = (c: Candidate) => c.modifiedLifeH ?? c.ratingLifeH
/** Ten times the life is as far up everywhere. */
const height = (hours: number) => Math.log10(hours)
const families = computed(() => [...new Set(props.candidates.map((c) => c.family))])
const of = computed(() => families.value.map((f) => props.candidates.filter((c) => c.family === f)))
const sizes = computed(() => props.candidates.map((c) => shown(c.outsideMm, 'length', session.units)))
const series = computed(() =>
  families.value.map((f, i) => ({
    name: FAMILY_LABEL[f],
    data: of.value[i]!.map((c) => [shown(c.outsideMm, 'length', session.units), height(life(c))]),
  })),
)
const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content
const whole = (hours: number) => session.show(hours, 'hours')
const options = computed(() => {
  const p = session.theme === 'night' ? NIGHT : DAY
  const here = props.candidates.find((c) => c.designation === props.here)
  return {
    chart: {
      ...{ nonce, fontFamily: 'inherit', foreColor: p.soft, background: 'transparent', animations: { enabled: false } },
      ...{ toolbar: { show: false }, zoom: { enabled: false }, parentHeightOffset: 0 },
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
      tickAmount: 6,
      min: 0.95 * Math.min(...sizes.value),
      max: 1.05 * Math.max(...sizes.value),
      title: { text: `outside diameter, ${session.unit('length')}` },
      labels: { formatter: (v: string) => Number(v).toFixed(session.units === 'inch' ? 1 : 0) },
      tooltip: { enabled: false },
    },
    yaxis: { forceNiceScale: true, labels: { formatter: (v: number) => `${whole(10 ** v)} h` } },
    legend: { position: 'top', horizontalAlign: 'right', fontSize: '13px' },
    annotations: {
      yaxis: props.wantedH
        ? [
            {
              y: height(props.wantedH),
              borderColor: p.ink,
              label: { text: 'wanted', borderWidth: 0, style: { background: p.paper, color: p.ink } },
            },
          ]
        : [],
      points: here ? [{ x: shown(here.outsideMm, 'length', session.units), y: height(life(here)), marker: { size: 0 }, label: { text: `here: ${here.designation}`, offsetY: -6, borderWidth: 0, style: { background: p.paper, color: p.ink, fontSize: '13px' } } }] : [], // prettier-ignore
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
    <VueApexCharts type="scatter" height="380" :options="options" :series="series" />
    <figcaption class="soft small">
      Each point is a bearing that meets every limit. Press one to choose it; the list says the same in words.
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
figure :deep(.scatter-tip) {
  background: var(--paper);
  color: var(--ink);
  padding: 6px 10px;
}
</style>
