<script setup lang="ts">
import { computed } from 'vue'
import { FAMILY_LABEL, rollsOnBalls } from '../../../core/bearing/families.js'
import { formOf } from '../../../core/bearing/construction-forms.js'
import { bearingDrawing } from '../../../core/drawing/bearing-drawing.js'
import { OFFER_WORDS, type CompareResult, type Described } from '../../../core/identify/compare.js'
import { valueWords, type Feature } from '../../../core/identify/letters.js'
import DrawingView from '../../drawing/DrawingView.vue'
import ListSelect from '../../fields/ListSelect.vue'
import { useSession } from '../../stores/session.js'

/** One side of a comparison: what it is, the verdict on it, and what its letters did not say, to be told here. */
const props = defineProps<{ place: string; text: string; item: Described; result?: CompareResult; mayLeave: boolean }>()
defineEmits<{ tell: [feature: Feature, value: string]; leave: [] }>()
const session = useSession()

const TOLD: readonly { feature: Feature; label: string; values: readonly string[] }[] = [
  { feature: 'closure', label: 'closure', values: ['open', 'shields, both', 'non-contact-seals, both', 'contact-seals, both'] },
  { feature: 'clearance', label: 'clearance', values: ['2', 'N', '3', '4', '5'] },
  { feature: 'heat', label: 'heat', values: ['120', '150', '200', '250', '300'] },
]
const picture = computed(() => bearingDrawing({ row: props.item.row, width: 150, height: 110, dimensioned: false, lengthText: String }))
const words = computed(() => {
  const { row } = props.item
  const elements = `${row.elements} ${rollsOnBalls(row.family) ? 'balls' : 'rollers'}${row.rows === 2 ? ' a row' : ''}`
  return `${FAMILY_LABEL[row.family]}, ${formOf(row).label}, ${elements}`
})
</script>

<template>
  <section class="card" :class="result?.verdict" :aria-label="place === 'offered' ? `Offered: ${text}` : 'What came out'">
    <p class="soft">{{ place }}</p>
    <DrawingView :drawing="picture" />
    <h2>{{ text }}</h2>
    <p class="soft">{{ words }}</p>
    <template v-if="result">
      <p class="offer-verdict" :class="result.verdict">{{ OFFER_WORDS[result.verdict] }}</p>
      <p>{{ session.say(result.reason) }}</p>
    </template>
    <div v-for="f in TOLD" :key="f.feature" class="tell">
      <span>{{ f.label }}</span>
      <ListSelect
        :label="f.label"
        placeholder="not known"
        clearable
        :options="f.values.map((value) => ({ value, label: valueWords(f.feature, value) }))"
        :model-value="item.features[f.feature] ?? null"
        @update:model-value="$emit('tell', f.feature, $event ?? '')"
      />
    </div>
    <button v-if="mayLeave" type="button" class="link-button" @click="$emit('leave')">leave out</button>
  </section>
</template>

<style scoped>
.card {
  align-content: start;
  border-top: 2px solid var(--ink);
  display: grid;
  gap: 3px;
  padding-top: 6px;
}
.card svg {
  height: 84px;
  justify-self: start;
}
.card h2 {
  font-size: 1.9rem;
}
.card.will-not-do {
  border-color: var(--rowan);
}
.card.will-do,
.card.same {
  border-color: var(--moss);
}
.card.ask-first {
  border-color: var(--amber);
}
.tell {
  align-items: center;
  color: var(--soft);
  display: flex;
  gap: 6px;
  justify-content: space-between;
}
.tell :deep(.p-select) {
  flex: 0 1 13rem;
}
.link-button {
  justify-self: start;
}
</style>
