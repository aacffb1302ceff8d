<script setup lang="ts">
import { computed } from 'vue'
import { featurePicture } from '../../../core/drawing/feature-pictures.js'
import { FEATURE_KEYS, featureOf, type FeatureKey } from '../../../core/identify/features.js'
import DrawingView from '../../drawing/DrawingView.vue'
import { useBench } from '../../stores/bench.js'

/** Questions that can be answered by looking, in any order; the one that narrows most stands first. */
const bench = useBench()
const next = computed((): FeatureKey | null => bench.found?.values.nextQuestion ?? (bench.started ? null : 'shape'))
const order = computed(() => {
  const open = FEATURE_KEYS.filter((k) => bench.state.features[k] === undefined && k !== next.value)
  return next.value && bench.state.features[next.value] === undefined ? [next.value, ...open] : open
})
const narrows = computed(() => {
  const n = bench.found?.values.narrows
  return n ? `leaves about ${Math.max(1, Math.round(n.to))} of ${n.from}` : 'start here'
})
const answered = computed(() => FEATURE_KEYS.filter((k) => bench.state.features[k] !== undefined))

function answer(key: FeatureKey, value: string | undefined) {
  const { [key]: _, ...rest } = bench.state.features
  bench.state.features = value === undefined ? rest : { ...rest, [key]: value }
}
const label = (key: FeatureKey) => featureOf(key).answers[bench.state.features[key]!]!
</script>

<template>
  <section aria-label="Look">
    <h2>Look</h2>
    <ul v-if="answered.length" class="plain-list seen">
      <li v-for="key in answered" :key="key">
        {{ featureOf(key).question }} <b>{{ label(key) }}</b>
        <button type="button" class="link-button" :aria-label="`Take back: ${featureOf(key).question}`" @click="answer(key, undefined)">
          not sure
        </button>
      </li>
    </ul>
    <p v-if="bench.found && !next && answered.length" class="soft">No further look parts what is left.</p>
    <fieldset v-for="(key, i) in order" :key="key" :class="{ first: key === next && i === 0 }">
      <legend>
        <span v-if="key === next && i === 0" class="best">{{ narrows }}</span> {{ featureOf(key).question }}
        <span class="soft small">{{ featureOf(key).look }}</span>
      </legend>
      <div class="answers">
        <button v-for="(words, value) in featureOf(key).answers" :key="value" type="button" @click="answer(key, String(value))">
          <DrawingView :drawing="featurePicture(key, String(value), words)" />
          <span>{{ words }}</span>
        </button>
      </div>
    </fieldset>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
}
fieldset {
  border: 0;
  border-top: 1px solid var(--hair);
  margin: 0;
  min-width: 0;
  padding: 6px 0 0;
}
legend {
  font: 600 1.05rem var(--condensed);
}
.first legend {
  font-size: 1.25rem;
}
.best {
  background: var(--damson);
  color: var(--on-damson);
  font-size: 0.9rem;
  padding: 1px 6px;
}
.answers {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.answers button {
  background: var(--paper);
  border: 1px solid var(--outline);
  border-radius: 2px;
  color: var(--ink);
  cursor: pointer;
  display: grid;
  font: 500 0.95rem var(--condensed);
  gap: 2px;
  justify-items: center;
  min-height: 48px;
  padding: 4px 8px;
  width: 6.6rem;
}
.answers button:hover {
  border-color: var(--damson);
}
.answers svg {
  width: 72px;
}
.seen li {
  padding: 2px 0;
}
.seen b {
  margin-right: 8px;
}
</style>
