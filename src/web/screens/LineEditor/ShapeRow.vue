<script setup lang="ts">
import { shaftLineDrawing } from '../../../core/drawing/shaft-line.js'
import { readLine } from '../../../core/line/notation.js'
import { STARTING_SHAPES } from '../../../core/line/shapes.js'
import DrawingView from '../../drawing/DrawingView.vue'

/** Kinds of machine to begin with. */
defineEmits<{ take: [words: string] }>()
const SHAPES = STARTING_SHAPES.map((shape) => {
  const { line } = readLine(shape.words, 'metric')
  const drawing = shaftLineDrawing({
    ...{ width: 300, height: 130, carries: '', spanText: null, low: true, wordless: true },
    components: line.components,
    positions: line.positions.map((p, i) => ({
      ...{ name: '', designation: '', alongMm: p.alongMm, held: null },
      places: p.bearings.flatMap((b) =>
        Array.from({ length: b.count }, (_, k) => ({ key: `${i} ${k}`, row: null, tone: 'hand' as const })),
      ),
    })),
  })
  return { ...shape, drawing: { ...drawing, description: '' } }
})
</script>

<template>
  <section class="shapes" aria-label="Begin with a kind of machine">
    <span class="soft">Begin with</span>
    <button v-for="s in SHAPES" :key="s.key" type="button" class="shape" @click="$emit('take', s.words)">
      <span>{{ s.label }}</span>
      <DrawingView :drawing="s.drawing" aria-hidden="true" />
    </button>
  </section>
</template>

<style scoped>
.shapes {
  align-items: stretch;
  border-top: 1px solid var(--hair);
  display: flex;
  gap: 6px;
  overflow-x: auto;
  padding: 8px 24px;
}
.shapes > .soft {
  align-self: center;
  font: 500 0.98rem var(--condensed);
  white-space: nowrap;
}
.shape {
  background: var(--paper);
  border: 1px solid var(--outline);
  color: var(--ink);
  cursor: pointer;
  display: grid;
  flex: 1 1 5.4rem;
  font: 600 0.92rem var(--condensed);
  min-width: 5rem;
  gap: 2px;
  min-height: 44px;
  padding: 4px 6px;
}
.shape:hover {
  border-color: var(--damson);
}
</style>
