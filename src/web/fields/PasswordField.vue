<script setup lang="ts">
import InputText from 'primevue/inputtext'
import FieldFrame from './FieldFrame.vue'

/** A password; `fresh` where one is chosen. */
defineProps<{ id: string; label: string; modelValue: string | null; fresh?: boolean; error?: string | null }>()
defineEmits<{ 'update:modelValue': [value: string | null] }>()
</script>

<template>
  <FieldFrame :id="id" :label="label" :error="error">
    <InputText
      :id="id"
      type="password"
      :autocomplete="fresh ? 'new-password' : 'current-password'"
      :model-value="modelValue"
      @update:model-value="$emit('update:modelValue', $event || null)"
    />
  </FieldFrame>
</template>
