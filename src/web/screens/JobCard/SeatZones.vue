<script setup lang="ts">
import { computed, ref } from 'vue'
import type { ZonesDrawing } from '../../../core/drawing/fit-charts.js'
import { byMiddle } from '../../../core/fits/creep.js'
import { HOUSING_CLASSES, SHAFT_CLASSES } from '../../../core/tolerances/iso286-tables.js'
import DrawingView from '../../drawing/DrawingView.vue'

/** Both tolerance zones on one scale; the zone of a seat is taken by hand or keys and moved to another class. */
const props = defineProps<{
  drawing: ZonesDrawing
  sizes: { shaft: number | null; housing: number }
  classes: { shaft: string; housing: string }
  readOnly: boolean
}>()
const emit = defineEmits<{ change: [seat: 'shaft' | 'housing', toleranceClass: string]; done: [] }>()
type Seat = 'shaft' | 'housing'
const LISTS = { shaft: SHAFT_CLASSES, housing: HOUSING_CLASSES }
const ordered = computed(() => ({
  shaft: props.sizes.shaft === null ? [] : byMiddle(LISTS.shaft, props.sizes.shaft),
  housing: byMiddle(LISTS.housing, props.sizes.housing),
}))
const at = (seat: Seat) => ordered.value[seat].findIndex((c) => c.toleranceClass === props.classes[seat])
function step(seat: Seat, by: 1 | -1) {
  const next = ordered.value[seat][at(seat) + by]
  if (!next || props.readOnly) return
  emit('change', seat, next.toleranceClass)
  emit('done')
}
const held = ref<{ seat: Seat; fromY: number; middleUm: number; umPerPixel: number } | null>(null)
function take(seat: Seat, event: PointerEvent) {
  if (props.readOnly) return
  const svg = (event.currentTarget as SVGElement).ownerSVGElement!
  const umPerPixel = (props.drawing.umPerUnit * props.drawing.height) / svg.getBoundingClientRect().height
  held.value = { seat, fromY: event.clientY, middleUm: ordered.value[seat][at(seat)]?.middleUm ?? 0, umPerPixel }
  ;(event.currentTarget as SVGElement).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent) {
  if (!held.value) return
  const { seat, fromY, middleUm, umPerPixel } = held.value
  const wanted = middleUm - (event.clientY - fromY) * umPerPixel
  const nearest = ordered.value[seat].reduce((a, b) => (Math.abs(b.middleUm - wanted) < Math.abs(a.middleUm - wanted) ? b : a))
  if (nearest.toleranceClass !== props.classes[seat]) emit('change', seat, nearest.toleranceClass)
}
function leave() {
  if (held.value) emit('done')
  held.value = null
}
</script>

<template>
  <DrawingView :drawing="drawing" handles>
    <rect
      v-for="s in drawing.seats"
      :key="s.seat"
      role="slider"
      tabindex="0"
      class="zone"
      :class="{ taken: held?.seat === s.seat, fixed: readOnly }"
      :x="s.x - 3"
      :y="s.y - 3"
      :width="s.width + 6"
      :height="s.height + 6"
      :aria-label="`Class of the ${s.seat} seat, by its zone`"
      aria-orientation="vertical"
      :aria-valuemin="0"
      :aria-valuemax="ordered[s.seat].length - 1"
      :aria-valuenow="at(s.seat)"
      :aria-valuetext="classes[s.seat]"
      :aria-disabled="readOnly"
      @keydown.up.prevent="step(s.seat, 1)"
      @keydown.down.prevent="step(s.seat, -1)"
      @pointerdown="take(s.seat, $event)"
      @pointermove="drag"
      @pointerup="leave"
      @pointercancel="leave"
    />
  </DrawingView>
</template>

<style scoped>
.zone {
  cursor: ns-resize;
  fill: transparent;
  stroke: transparent;
  stroke-width: 2;
  touch-action: none;
}
.zone.fixed {
  cursor: default;
}
.zone:hover,
.zone.taken {
  stroke: var(--damson);
}
.zone:focus-visible {
  outline: none;
  stroke: var(--ember);
  stroke-width: 3;
}
</style>
