<script setup lang="ts">
import InputText from 'primevue/inputtext'
import MultiSelect from 'primevue/multiselect'
import { computed, inject, watch } from 'vue'
import type { PointInput } from '../../../contract/greasing.js'
import { SENT_FORM } from '../../fields/sentForm.js'

/** The greasing points of a line as one value of a form: a row each, refused row by row. */
const props = defineProps<{
  modelValue: readonly PointInput[]
  supports: readonly { value: number; label: string }[]
  error?: string | null
}>()
const emit = defineEmits<{ 'update:modelValue': [value: readonly PointInput[]] }>()
const { refused } = inject(SENT_FORM)!
const wrong = (i: number) => refused[`points.${i}.name`] ?? refused[`points.${i}.feeds`]
/** What was last said; a second change within one turn builds on the first. */
let latest = props.modelValue
watch(
  () => props.modelValue,
  (now) => (latest = now),
  { flush: 'sync' },
)
function tell(points: readonly PointInput[]) {
  latest = points
  emit('update:modelValue', points)
}
const change = (i: number, patch: Partial<PointInput>) => tell(latest.map((p, k) => (k === i ? { ...p, ...patch } : p)))
const anyWrong = computed(() => props.modelValue.some((_, i) => wrong(i)))
</script>

<template>
  <p v-if="!modelValue.length" class="soft">No point yet.</p>
  <div v-for="(p, i) in modelValue" :key="i" class="row">
    <InputText
      v-focus="i === 0"
      :autofocus="i === 0"
      :model-value="p.name"
      :aria-label="`Name of point ${i + 1}`"
      :aria-invalid="!!wrong(i)"
      placeholder="no name needed"
      maxlength="60"
      autocomplete="off"
      @update:model-value="change(i, { name: String($event ?? '') })"
    />
    <MultiSelect
      :model-value="p.feeds"
      :options="[...supports]"
      option-label="label"
      option-value="value"
      :aria-label="`What point ${i + 1} feeds`"
      placeholder="feeds nothing yet"
      display="chip"
      :show-toggle-all="false"
      @update:model-value="change(i, { feeds: $event })"
    />
    <button type="button" class="link-button" @click="tell(latest.filter((_, k) => k !== i))">
      take away<span class="visually-hidden"> point {{ i + 1 }}</span>
    </button>
    <p v-if="wrong(i)" class="wrong" role="alert">{{ wrong(i) }}</p>
  </div>
  <p>
    <button type="button" class="link-button" @click="tell([...latest, { id: null, name: '', feeds: [] }])">another point</button>
  </p>
  <p v-if="error && !anyWrong" class="wrong" role="alert">{{ error }}</p>
</template>

<style scoped>
.row {
  align-items: center;
  display: grid;
  gap: 6px 14px;
  grid-template-columns: 13rem minmax(0, 1fr) auto;
}
.wrong {
  color: var(--rowan);
  font-weight: 600;
  grid-column: 1 / -1;
}
</style>
