<script setup lang="ts">
import { computed } from 'vue'
import { DAY, NIGHT, shapeStyle, textStyle } from '../../core/drawing/palette.js'
import type { Drawing } from '../../core/drawing/primitives.js'
import { useSession } from '../stores/session.js'
import { shared } from '../stores/shared.js'

/** Shows a drawing of the core as it is; handles and links go into the slot, in the same coordinates. */
const props = defineProps<{
  drawing: Drawing
  /** Its slot holds what can be focused: the drawing is a group of things then, not one picture. */
  handles?: boolean
}>()
const session = useSession()
const palette = computed(() => (session.theme === 'night' ? NIGHT : DAY))
/** Shapes that stay where they are are left alone. */
const shapes = computed((before?: Drawing['primitives']) => shared(before, props.drawing.primitives))
const FONT = "'Sofia Sans Condensed Variable', sans-serif"
</script>

<template>
  <svg
    :viewBox="`0 0 ${drawing.width} ${drawing.height}`"
    :role="handles ? 'group' : 'img'"
    :aria-label="drawing.description"
    :font-family="FONT"
  >
    <!-- eslint-disable-next-line vue/no-useless-template-attributes -- v-for takes its memo from here -->
    <template v-for="(p, i) in shapes" :key="i" v-memo="[p, palette]">
      <path v-if="p.kind === 'path'" :d="p.d" v-bind="shapeStyle(p.role, palette)" stroke-linejoin="round" />
      <line v-else-if="p.kind === 'line'" :x1="p.x1" :y1="p.y1" :x2="p.x2" :y2="p.y2" v-bind="shapeStyle(p.role, palette)" />
      <circle v-else-if="p.kind === 'circle'" :cx="p.cx" :cy="p.cy" :r="p.r" v-bind="shapeStyle(p.role, palette)" />
      <text v-else :x="p.x" :y="p.y" :text-anchor="p.anchor" v-bind="textStyle(p.role, palette)">{{ p.text }}</text>
    </template>
    <slot />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  height: auto;
  max-height: 100%;
  max-width: 100%;
}
</style>
