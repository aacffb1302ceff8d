<script setup lang="ts">
import { computed, ref } from 'vue'
import type { MovedView } from '../../contract/cards.js'
import { wasText } from '../../core/card/figure-text.js'
import type { Figure } from '../../core/card/station.js'
import { useSession } from '../stores/session.js'
import { figureText } from './figureText.js'
import WorkingList from './WorkingList.vue'

/** One figure: label, number, unit, tolerance or note; opens into its working. `hero` makes it the large one. */
const props = defineProps<{ figure: Figure; hero?: boolean; moved?: MovedView }>()
const session = useSession()
const open = ref(false)
const shown = computed(() => figureText(props.figure))
const id = computed(() => `working-${props.figure.key.replace('.', '-')}`)
</script>

<template>
  <div class="row" :class="{ hero, moved: moved }" :data-figure="figure.key">
    <span class="label">{{ session.say(figure.label) }}</span>{{ ' ' }}
    <span class="value">
      <b class="number" :class="{ words: typeof figure.value === 'string' && figure.value.length > 10 }">{{ shown.number }}</b>{{ ' '
      }}<span class="unit">{{ shown.unit }}</span
      >{{ ' ' }}<span v-if="figure.note" class="note">{{ session.say(figure.note) }}</span>
    </span>
    <button v-if="figure.working.length" type="button" class="link-button" :aria-expanded="open" :aria-controls="id" @click="open = !open">
      {{ open ? 'close' : 'working' }}<span class="visually-hidden"> of {{ session.say(figure.label) }}</span>
    </button>
    <slot />
    <p v-if="moved" class="moved-note">moved: was {{ wasText(moved, figure, session.units) }}, changed at {{ moved.because }}</p>
    <WorkingList v-if="open" :id="id" class="opened" :working="figure.working" :assumptions="figure.assumptions" />
  </div>
</template>

<style scoped>
.row {
  align-items: baseline;
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 0 10px;
  grid-template-columns: minmax(0, 11.5rem) minmax(0, 1fr) auto;
  padding: 7px 0;
}
.number {
  font-size: 1.35rem;
}
.unit,
.note {
  color: var(--soft);
  font-family: var(--condensed);
}
.number + .unit {
  margin-left: 0.25em;
}
.unit + .note {
  margin-left: 0.35em;
}
.hero {
  border-bottom: 0;
  align-items: end;
  grid-template-columns: minmax(0, 1fr) auto auto;
}
.hero .label {
  grid-column: 1 / -1;
  color: var(--soft);
  font: 500 1.05rem var(--condensed);
}
.hero .number {
  font-size: 3.7rem;
  font-weight: 800;
  letter-spacing: -0.01em;
  line-height: 1;
}
.hero .words {
  font-size: 2.1rem;
  line-height: 1.05;
}
.row:not(.hero) .words {
  font-size: 1.1rem;
}
.hero .unit {
  font-size: 1.6rem;
}
.hero .note {
  display: inline-block;
  font-size: 1.05rem;
  padding-left: 0.4rem;
}
.opened,
.moved-note {
  grid-column: 1 / -1;
}
.moved-note {
  color: var(--amber);
  font-weight: 600;
  font-size: 0.9rem;
}
.moved {
  box-shadow: -3px 0 0 var(--amber);
}
</style>
