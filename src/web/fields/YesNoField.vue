<script setup lang="ts">
import { computed } from 'vue'
import DecisionChoice from './DecisionChoice.vue'

/** Yes, no, or not known. */
const props = defineProps<{ id: string; label: string; modelValue: boolean | null; disabled?: boolean }>()
const emit = defineEmits<{ 'update:modelValue': [value: boolean | null] }>()
const OPTIONS = [
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
  { value: 'unknown', label: 'not known' },
] as const
const value = computed(() => (props.modelValue === null ? 'unknown' : props.modelValue ? 'yes' : 'no'))
</script>

<template>
  <DecisionChoice
    :id="id"
    :label="label"
    :options="OPTIONS"
    :model-value="value"
    :disabled="disabled"
    @update:model-value="emit('update:modelValue', $event === 'unknown' ? null : $event === 'yes')"
  />
</template>
