<script setup lang="ts" generic="T extends string | number">
import Select from 'primevue/select'

/** One of a few values from a list, where a row or a head already says of what; emptied it is what `placeholder` says. */
defineProps<{
  id?: string
  label: string
  options: readonly { value: T; label: string }[]
  modelValue: T | null
  placeholder?: string
  clearable?: boolean
}>()
defineEmits<{ 'update:modelValue': [value: T | null] }>()
</script>

<template>
  <Select
    size="small"
    :input-id="id"
    :aria-label="label"
    :model-value="modelValue"
    :options="[...options]"
    option-label="label"
    option-value="value"
    :placeholder="placeholder"
    :show-clear="clearable && modelValue !== null"
    @update:model-value="$emit('update:modelValue', $event ?? null)"
  />
</template>
