<script setup lang="ts">
import InputText from 'primevue/inputtext'
import type { Words } from '../../core/words/message.js'
import { useSession } from '../stores/session.js'
import FieldFrame from './FieldFrame.vue'

/** A few words; an emptied field is not answered. */
defineProps<{
  id: string
  label: string
  modelValue: string | null
  most: number
  placeholder?: string
  disabled?: boolean
  error?: Words | null
  /** Has the focus as soon as it is there. */
  begin?: boolean
  /** What a browser may fill in. */
  autocomplete?: string
}>()
const session = useSession()
defineEmits<{ 'update:modelValue': [value: string | null] }>()
</script>

<template>
  <FieldFrame :id="id" :label="label" :error="error ? session.say(error) : null">
    <InputText
      :id="id"
      :model-value="modelValue ?? ''"
      v-focus="begin"
      :autocomplete="autocomplete ?? 'off'"
      :autofocus="begin"
      :maxlength="most"
      :placeholder="placeholder"
      :disabled="disabled"
      @update:model-value="$emit('update:modelValue', String($event ?? '').trim() || null)"
    />
  </FieldFrame>
</template>
