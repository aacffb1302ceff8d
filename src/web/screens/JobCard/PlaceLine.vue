<script setup lang="ts">
import { computed } from 'vue'
import DrawingView from '../../drawing/DrawingView.vue'
import { useCard } from '../../stores/card.js'
import { useFold } from './useFold.js'
import { useLineDrawing } from './useLineDrawing.js'

/** The whole line once above the stations: places of this card in damson, the one in hand filled, the others pale. */
const card = useCard()
const { folded } = useFold()
const drawing = useLineDrawing(1180, 112, () => ({ low: true }))
const tabs = computed(() => card.line.order.map(({ place }, i) => ({ place, label: card.nameOf(place), key: i + 1 })))
</script>

<template>
  <section class="places film" :class="{ folded }" aria-label="Places of this card">
    <DrawingView v-if="!folded" :drawing="drawing" class="drawn">
      <!-- A shortcut for the pointer; the same places stand beside it in words. -->
      <rect
        v-for="p in drawing.places.filter((x) => card.line.places[x.key])"
        :key="p.key"
        class="hit"
        :x="p.x"
        :y="p.y"
        :width="p.width"
        :height="p.height"
        aria-hidden="true"
        @click="card.place = p.key"
      />
    </DrawingView>
    <div class="tabs" role="group" aria-label="Place in hand">
      <button v-for="t in tabs" :key="t.place" type="button" :aria-pressed="t.place === card.place" @click="card.place = t.place">
        <kbd aria-hidden="true">{{ t.key }}</kbd> {{ t.label }}
      </button>
    </div>
  </section>
</template>

<style scoped>
.places {
  align-items: center;
  border-bottom: 1px solid var(--hair);
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  padding: 0 24px;
}
.drawn {
  max-height: 104px;
  width: 100%;
}
.folded {
  grid-template-columns: minmax(0, 1fr);
}
.folded .tabs {
  grid-template-rows: 32px;
  justify-content: start;
  overflow: auto;
  padding: 1px 2px;
}
.hit {
  cursor: pointer;
  fill: transparent;
}
.tabs {
  display: grid;
  gap: 2px;
  grid-auto-flow: column;
  grid-template-rows: repeat(3, 32px);
  padding: 3px 2px;
}
.tabs button {
  background: var(--paper);
  border: 1px solid var(--outline);
  color: var(--ink);
  cursor: pointer;
  font: 600 1rem var(--condensed);
  padding: 2px 12px;
  white-space: nowrap;
  text-align: left;
}
.tabs [aria-pressed='true'] {
  background: var(--damson);
  border-color: var(--damson);
  color: var(--on-damson);
}
kbd {
  font: 500 0.85rem var(--condensed);
  opacity: 0.7;
  padding-right: 4px;
}
@media (max-width: 900px) {
  .places {
    grid-template-columns: minmax(0, 1fr);
  }
  .tabs {
    grid-template-rows: 40px;
    justify-content: start;
    overflow: auto;
  }
}
</style>
