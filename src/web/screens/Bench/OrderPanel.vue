<script setup lang="ts">
import { useSession } from '../../stores/session.js'
import { wordsOf } from '../../../core/words/say.js'
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { FAMILY_LABEL } from '../../../core/bearing/families.js'
import { FEATURE_LABEL, VALUES, valueWords, type Feature } from '../../../core/identify/letters.js'
import { CAN_BE_SEEN, EVIDENCE_WORDS, ORDER_EVIDENCE, RISK, askedOf, groupsOfClearance } from '../../../core/identify/order.js'
import { InputError } from '../../../core/result.js'
import ListSelect from '../../fields/ListSelect.vue'
import QuantityField from '../../fields/QuantityField.vue'
import { useBench } from '../../stores/bench.js'

const session = useSession()

/** The rule of evidence: a feature goes into the order only when it is seen or confirmed; the rest stays open and says why. */
const bench = useBench()
const row = computed(() => bench.row!)
const asked = computed((): Feature[] => {
  const extra = Object.keys(bench.state.known).filter((f) => f !== 'bore') as Feature[]
  return [...new Set([...askedOf(row.value), ...extra])]
})
const known = (feature: Feature) => bench.state.known[feature] ?? { value: null, evidence: null }
const evidence = (feature: Feature) => ORDER_EVIDENCE.filter((e) => e !== 'seen' || CAN_BE_SEEN.includes(feature))
/** Values that the size can have. */
const values = (feature: Feature) =>
  (VALUES[feature] ?? []).filter((v) => feature !== 'closure' || row.value.closures.some((c) => v.startsWith(c)))
const settled = (feature: Feature) => known(feature).value !== null && known(feature).evidence !== null
const isText = (feature: Feature) => VALUES[feature] === null

const feeler = computed(() => {
  if (bench.state.feelerUm === null) return null
  try {
    return groupsOfClearance({
      family: row.value.family,
      boreMm: row.value.boreMm,
      taperedBore: row.value.boreTaper !== null,
      measuredUm: bench.state.feelerUm,
    })
  } catch (error) {
    if (error instanceof InputError) return { refused: error.allowed }
    throw error
  }
})
const canFeel = computed(() => !row.value.f0 && row.value.rollerLengthMm !== null && asked.value.includes('clearance'))
const copied = ref(false)
async function copy() {
  await navigator.clipboard?.writeText(bench.order!.line).catch(() => {})
  copied.value = true
}
</script>

<template>
  <section aria-label="Order">
    <h2>Order</h2>
    <p class="line number" data-order>{{ bench.order!.line }}</p>
    <p class="soft">{{ FAMILY_LABEL[row.family] }}: {{ bench.order!.words }}</p>
    <p v-for="words in bench.against" :key="words" class="against" role="alert">{{ words }}</p>
    <div v-for="feature in asked" :key="feature" class="feature" :class="{ open: !settled(feature) }">
      <span class="name">{{ FEATURE_LABEL[feature] }}</span>
      <input
        v-if="isText(feature)"
        class="plain-field"
        :value="known(feature).value ?? ''"
        :aria-label="FEATURE_LABEL[feature]"
        @change="bench.know(feature, ($event.target as HTMLInputElement).value || null, known(feature).evidence)"
      />
      <ListSelect
        v-else
        :label="FEATURE_LABEL[feature]"
        placeholder="not known"
        clearable
        :options="values(feature).map((value) => ({ value, label: valueWords(feature, value) }))"
        :model-value="known(feature).value"
        @update:model-value="bench.know(feature, $event, known(feature).evidence)"
      />
      <ListSelect
        :label="`How is it known: ${FEATURE_LABEL[feature]}`"
        placeholder="open"
        clearable
        :options="evidence(feature).map((value) => ({ value, label: EVIDENCE_WORDS[value] }))"
        :model-value="known(feature).evidence"
        @update:model-value="bench.know(feature, known(feature).value, $event)"
      />
      <p v-if="!settled(feature)" class="risk">{{ RISK[feature] }}</p>
    </div>
    <div v-if="canFeel" class="feeler">
      <QuantityField
        id="feeler"
        label="Feeler that goes through, unmounted"
        quantity="fine"
        :model-value="bench.state.feelerUm"
        @update:model-value="bench.state.feelerUm = $event"
      />
      <p v-if="feeler && 'refused' in feeler" class="against">{{ feeler.refused }}</p>
      <p v-else-if="feeler" role="status">
        <b>{{ feeler.values.groups.length ? `fits ${feeler.values.groups.map((g) => `C${g}`).join(', ')}` : 'fits no group' }}</b>
        <span v-for="c in feeler.cautions" :key="c.code" class="soft"> {{ session.say(wordsOf(c)) }}</span>
      </p>
    </div>
    <div class="act">
      <Button label="Copy the order line" size="small" @click="copy" />
      <span v-if="copied" class="soft" role="status">copied</span>
      <RouterLink :to="{ name: 'bearing', params: { designation: row.designation } }">its page</RouterLink>
      <RouterLink :to="{ name: 'compare', query: { rows: row.designation } }">compare</RouterLink>
    </div>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
}
.line {
  font-size: 2.1rem;
  font-weight: 800;
  line-height: 1.05;
}
.feature {
  align-items: center;
  border-top: 1px solid var(--hair);
  display: grid;
  gap: 2px 8px;
  grid-template-columns: 5.4rem minmax(0, 1fr) minmax(0, 1fr);
  padding: 4px 0 4px 8px;
}
.feature.open {
  box-shadow: inset 4px 0 var(--amber);
}
.name {
  font: 600 1rem / 1.1 var(--condensed);
}
.risk {
  color: var(--amber);
  font-size: 0.875rem;
  grid-column: 1 / -1;
}
.against {
  background: var(--rowan-wash);
  border-left: 4px solid var(--rowan);
  padding: 4px 8px;
}
.act {
  align-items: center;
  display: flex;
  gap: 14px;
  padding-top: 6px;
}
</style>
