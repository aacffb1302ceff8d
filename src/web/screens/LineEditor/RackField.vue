<script setup lang="ts">
import AutoComplete, { type AutoCompleteCompleteEvent, type AutoCompleteOptionSelectEvent } from 'primevue/autocomplete'
import { ref } from 'vue'
import { FAMILY_LABEL } from '../../../core/bearing/families.js'
import FieldFrame from '../../fields/FieldFrame.vue'
import { useRack } from '../../stores/rack.js'
import { useSession } from '../../stores/session.js'
import type { RackLine } from '../../workers/rack.worker.js'

/** A bearing's number as it is read off, or found on the rack by number, sizes or kind. */
defineProps<{ id: string; label: string; modelValue: string | null }>()
const emit = defineEmits<{ 'update:modelValue': [value: string | null] }>()
const rack = useRack()
const session = useSession()
const SHOWN = 8
const found = ref<RackLine[]>([])
/** Something was looked for: only then is it said that nothing was found. */
const asked = ref(false)

async function look({ query }: AutoCompleteCompleteEvent) {
  asked.value = true
  try {
    await rack.ready()
    found.value = (await rack.worker.search(query)).slice(0, SHOWN)
  } catch {
    // Without the rack the number stands as it is typed.
    found.value = []
  }
}
const sizes = (l: RackLine) => [l.boreMm, l.outsideMm, l.widthMm].map((mm) => session.showTrimmed(mm, 'length', 2)).join(' × ')
const take = ({ value }: AutoCompleteOptionSelectEvent) => emit('update:modelValue', (value as RackLine).designation)
/** Sizes are what is looked for, not what stands on the ring. */
const typed = (value: unknown) =>
  typeof value === 'string' && !/^\d+([.,]\d+)?\s+\d/.test(value) && emit('update:modelValue', value.trim() || null)
</script>

<template>
  <FieldFrame :id="id" :label="label">
    <AutoComplete
      :input-id="id"
      :model-value="modelValue ?? ''"
      :suggestions="found"
      option-label="designation"
      :delay="120"
      :min-length="2"
      :empty-search-message="asked ? 'No bearing of the rack begins so; it stands as it is typed.' : ' '"
      placeholder="6312 C3, or 60 130 31"
      @complete="look"
      @option-select="take"
      @update:model-value="typed"
    >
      <template #option="{ option }">
        <b class="number">{{ option.designation }}</b>&nbsp;<span class="soft"
          >{{ FAMILY_LABEL[(option as RackLine).family] }}, {{ sizes(option) }}</span
        >
      </template>
    </AutoComplete>
  </FieldFrame>
</template>
