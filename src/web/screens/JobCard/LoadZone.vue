<script setup lang="ts">
import Slider from 'primevue/slider'
import { computed, ref, shallowRef, watch } from 'vue'
import type { Bearing } from '../../../core/catalogue/catalogue.js'
import { rollsOnBalls } from '../../../core/bearing/families.js'
import { insideOf, tiltOfRings, timesAsLong, type DistributionValues } from '../../../core/distribution/load-distribution.js'
import { loadZoneDrawing } from '../../../core/drawing/load-zone.js'
import DrawingView from '../../drawing/DrawingView.vue'
import { useRack } from '../../stores/rack.js'
import { useSession } from '../../stores/session.js'

/** How the load spreads over the elements, following clearance and tilt, with the life that this leaves. */
const props = defineProps<{
  row: Bearing
  radialN: number
  axialN: number
  clearanceUm: number | null
  slopeArcmin: number | null
  ratedMrev: number
}>()
const rack = useRack()
const session = useSession()
const MOST_UM = 200
const MOST_ARCMIN = 20
const clearance = ref(Math.round(Math.min(MOST_UM, Math.max(0, props.clearanceUm ?? 20))))
const leans = tiltOfRings(props.row, props.slopeArcmin ?? 0)
const tilt = ref(Math.round(10 * Math.min(MOST_ARCMIN, leans)) / 10)
const input = computed(() =>
  insideOf(props.row, { clearanceUm: clearance.value, tiltArcmin: tilt.value, radialLoadN: props.radialN, axialLoadN: props.axialN }),
)
const found = shallowRef<DistributionValues | null>(null)
const refused = ref('')
let asked = 0
watch(
  input,
  async (now) => {
    const mine = ++asked
    const answer = await rack.worker.distribution(now)
    // A later question may have been answered first.
    if (mine !== asked) return
    found.value = 'values' in answer ? answer.values : null
    refused.value = 'refused' in answer ? answer.refused : ''
  },
  { immediate: true },
)
const force = (newton: number) => session.withUnit(newton, 'force', 2)
const share = computed(() => {
  const loads = found.value!.elementLoadsN
  return (found.value!.maxLoadN * loads.length) / Math.max(1, props.radialN)
})
const said = computed(() => {
  const { maxLoadN, loadZoneDeg, maxPressureMPa } = found.value!
  const zone = loadZoneDeg >= 359 ? 'all elements carry' : `the load zone is ${Math.round(loadZoneDeg)}° wide`
  return `The most loaded element carries ${force(maxLoadN)}, ${share.value.toFixed(1)} times the even share; ${zone}; it presses with ${session.withUnit(maxPressureMPa, 'stress')}.`
})
const lasts = computed(() => timesAsLong(found.value!, props.ratedMrev))
const drawing = computed(() =>
  loadZoneDrawing({
    ...{ width: 440, height: 320, elementLoadsN: found.value!.elementLoadsN, description: said.value },
    sizeShare: props.row.elementDiameterMm / props.row.pitchDiameterMm,
    mostWords: force(found.value!.maxLoadN),
  }),
)
</script>

<template>
  <section class="zone" aria-label="How the load spreads inside">
    <h3>How the load spreads inside</h3>
    <p v-if="refused" class="state state-caution">{{ refused }}</p>
    <template v-else-if="found">
      <DrawingView :drawing="drawing" />
      <div class="handles">
        <span id="zone-clearance">Clearance, running: {{ session.withUnit(clearance, 'fine') }}</span>
        <Slider v-model="clearance" :min="0" :max="MOST_UM" aria-labelledby="zone-clearance" />
        <span id="zone-tilt">Rings tilted: {{ session.withUnit(tilt, 'arcmin') }}</span>
        <Slider v-model="tilt" :min="0" :max="MOST_ARCMIN" :step="0.5" aria-labelledby="zone-tilt" />
      </div>
      <p role="status">{{ said }} It leaves {{ lasts.toFixed(2) }} times the rating life.</p>
      <p v-if="tilt > 0 && !rollsOnBalls(row.family)" class="soft small">
        Rollers are reckoned without their profile: for comparison only.
      </p>
    </template>
  </section>
</template>

<style scoped>
.zone {
  border-top: 1px solid var(--hair);
  display: grid;
  gap: 8px;
  margin-top: 12px;
  padding-top: 10px;
}
.zone :deep(svg) {
  max-height: 20rem;
}
.handles {
  align-items: center;
  display: grid;
  gap: 14px;
  grid-template-columns: auto 1fr;
}
</style>
