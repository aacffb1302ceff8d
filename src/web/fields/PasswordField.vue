<script setup lang="ts">
import InputText from 'primevue/inputtext'
import FieldFrame from './FieldFrame.vue'

/** A password; `fresh` where one is chosen, `begin` where it has the focus as soon as it is there. */
defineProps<{ id: string; label: string; modelValue: string | null; fresh?: boolean; begin?: boolean; error?: string | null }>()
defineEmits<{ 'update:modelValue': [value: string | null] }>()
</script>

<template>
  <FieldFrame :id="id" :label="label" :error="error">
    <InputText
      :id="id"
      v-focus="begin"
      type="password"
      :autofocus="begin"
      :autocomplete="fresh ? 'new-password' : 'current-password'"
      :model-value="modelValue"
      @update:model-value="$emit('update:modelValue', $event || null)"
    />
  </FieldFrame>
</template>
