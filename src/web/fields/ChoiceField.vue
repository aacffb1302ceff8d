<script setup lang="ts" generic="T extends string | number | boolean">
import Select from 'primevue/select'
import type { Words } from '../../core/words/message.js'
import { useSession } from '../stores/session.js'
import FieldFrame from './FieldFrame.vue'

/** One of a few named values, from a list. */
defineProps<{
  id: string
  label: string
  options: readonly { value: T; label: string }[]
  modelValue: T | null
  placeholder?: string
  clearable?: boolean
  disabled?: boolean
  error?: Words | null
}>()
const session = useSession()
defineEmits<{ 'update:modelValue': [value: T | null] }>()
</script>

<template>
  <FieldFrame :id="id" :label="label" :error="error ? session.say(error) : null">
    <Select
      :input-id="id"
      :model-value="modelValue"
      :options="[...options]"
      option-label="label"
      option-value="value"
      :placeholder="placeholder ?? 'not answered'"
      :show-clear="clearable && modelValue !== null"
      :disabled="disabled"
      :aria-label="label"
      @update:model-value="$emit('update:modelValue', $event ?? null)"
    />
  </FieldFrame>
</template>
