<script setup lang="ts">
import DatePicker from 'primevue/datepicker'
import { computed } from 'vue'
import FieldFrame from './FieldFrame.vue'

/** A day as year, month, day, typed or picked; none that is still to come. */
const props = defineProps<{ id: string; label: string; modelValue: string | null; placeholder?: string; error?: string | null }>()
const emit = defineEmits<{ 'update:modelValue': [value: string | null] }>()
const asDate = computed(() =>
  props.modelValue && /^\d{4}-\d\d-\d\d$/.test(props.modelValue) ? new Date(`${props.modelValue}T00:00:00`) : null,
)
const two = (n: number) => String(n).padStart(2, '0')
function take(value: unknown) {
  const day = value instanceof Date && !Number.isNaN(value.getTime()) ? value : null
  emit('update:modelValue', day ? `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}` : null)
}
</script>

<template>
  <FieldFrame :id="id" :label="label" :error="error">
    <DatePicker
      :input-id="id"
      :model-value="asDate"
      date-format="yy-mm-dd"
      :max-date="new Date()"
      show-icon
      icon-display="input"
      show-button-bar
      :placeholder="placeholder ?? '2026-11-25'"
      @update:model-value="take"
    />
  </FieldFrame>
</template>
