<script setup lang="ts">
import { FormField } from '@primevue/forms'
import { inject, type Component } from 'vue'
import { Apart, SENT_FORM } from './sentForm.js'

/**
 * One value of a `SentForm` in one of our fields, which takes the other attributes. Its error shows once the field was left or
 * the form tried; of a late form only then.
 */
const props = defineProps<{
  name: string
  control: Component
  /** What an emptied field stands for. */
  empty?: string | number | null
}>()
defineOptions({ inheritAttrs: false })
const { refused, tried, late } = inject(SENT_FORM)!

interface State {
  value: unknown
  touched: boolean
  error: { message: string } | null
  props: { onBlur: () => void; onChange: (event: { value: unknown }) => void }
}
const errorOf = (state: State) =>
  refused[props.name] ?? (((state.touched && !late) || tried.value) && state.error ? state.error.message : null)
function set(state: State, value: unknown) {
  delete refused[props.name]
  state.props.onChange({ value: value ?? props.empty ?? null })
}
</script>

<template>
  <FormField v-slot="state" :name="name" as-child>
    <Apart>
      <component
        :is="control"
        v-bind="$attrs"
        :model-value="(state as State).value"
        :error="errorOf(state as State)"
        @update:model-value="set(state as State, $event)"
        @focusout="(state as State).props.onBlur()"
      />
    </Apart>
  </FormField>
</template>
