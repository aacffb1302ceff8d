<script setup lang="ts">
import { CAUSE_LABEL } from '../../../core/inspection/causes.js'
import type { RankedCause } from '../../../core/inspection/diagnose.js'

/** One cause with its share as a bar; the first ones show what speaks for and against at once. */
defineProps<{ ranked: RankedCause; first: boolean }>()
</script>

<template>
  <details class="cause" :open="first" :data-cause="ranked.cause">
    <summary>
      <span class="share number">{{ Math.round(ranked.share * 100) }}</span>
      <span class="bar" aria-hidden="true"><i :style="{ width: `${ranked.share * 100}%` }"></i></span>
      <b>{{ CAUSE_LABEL[ranked.cause] }}</b>
    </summary>
    <ul>
      <li v-for="w in ranked.for" :key="w"><span class="sign">for</span> {{ w }}</li>
      <li v-for="w in ranked.against" :key="w"><span class="sign soft">against</span> {{ w }}</li>
    </ul>
  </details>
</template>

<style scoped>
.cause {
  border-top: 1px solid var(--hair);
  padding: 5px 0;
}
summary {
  align-items: center;
  cursor: pointer;
  display: grid;
  gap: 10px;
  grid-template-columns: 2.2rem 5rem minmax(0, 1fr);
  list-style: none;
  min-height: 30px;
}
.share {
  font-size: 1.2rem;
  text-align: right;
}
.bar {
  background: var(--wash);
  height: 12px;
}
.bar i {
  background: var(--damson);
  display: block;
  height: 100%;
}
ul {
  list-style: none;
  margin: 2px 0 4px;
  padding: 0 0 0 2.8rem;
}
.sign {
  display: inline-block;
  font: 650 0.95rem var(--condensed);
  min-width: 3.6rem;
}
</style>
