<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, ref, watch } from 'vue'
import { parse, type Quantity } from '../../core/units/quantities.js'
import { readDraft, writeDraft } from '../stores/drafts.js'
import { useSession } from '../stores/session.js'
import FieldFrame from './FieldFrame.vue'

/** A number with its unit; any written unit of the same kind is understood. Text that cannot be read is kept. */
const props = defineProps<{
  id: string
  label: string
  quantity: Quantity
  modelValue: number | null
  decimals?: number
  error?: string | null
  disabled?: boolean
  compact?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>()
const session = useSession()

const storageKey = `raw:${location.pathname}:${props.id}`
const raw = ref<string | null>(readDraft<string>(storageKey))
const focused = ref(false)
const refusal = ref<string | null>(null)

/** As fine as the finest tool reads, so that what was typed stands there again; zeros at the end are left out. */
const FIELD_DECIMALS: Partial<Record<Quantity, number>> = {
  length: 3,
  gap: 3,
  fine: 1,
  force: 3,
  temperature: 1,
  rise: 1,
  torque: 2,
  mass: 3,
  ratio: 3,
  hours: 1,
  speed: 1,
}
const shown = computed(() => {
  if (props.modelValue === null) return ''
  return props.decimals === undefined
    ? session.showTrimmed(props.modelValue, props.quantity, FIELD_DECIMALS[props.quantity])
    : session.show(props.modelValue, props.quantity, props.decimals)
})
const text = computed(() => raw.value ?? shown.value)

function read(value: string) {
  raw.value = value
  if (!value.trim()) {
    refusal.value = null
    writeDraft(storageKey, null)
    return emit('update:modelValue', null)
  }
  const parsed = parse(value, props.quantity, session.units)
  if (parsed.ok) {
    refusal.value = null
    writeDraft(storageKey, null)
    emit('update:modelValue', parsed.value)
  } else {
    refusal.value = parsed.message
    writeDraft(storageKey, value)
  }
}

function leave() {
  focused.value = false
  if (!refusal.value) raw.value = null
}

if (raw.value !== null) {
  const kept = parse(raw.value, props.quantity, session.units)
  if (kept.ok) raw.value = null
  else refusal.value = kept.message
}
// A change from elsewhere (undo, units, another person) replaces the text unless it is being typed.
watch([() => props.modelValue, () => session.units], () => {
  if (!focused.value && !refusal.value) raw.value = null
})
const message = computed(() => (focused.value && refusal.value ? null : refusal.value) ?? (props.error ? session.say(props.error) : null))
</script>

<template>
  <FieldFrame :id="id" :label="label" :unit="session.unit(quantity)" :error="message" :compact="compact">
    <InputText
      :id="id"
      :model-value="text"
      :disabled="disabled"
      autocomplete="off"
      :aria-invalid="message !== null"
      :aria-describedby="message ? `${id}-error` : undefined"
      @update:model-value="read(String($event ?? ''))"
      @focus="focused = true"
      @blur="leave"
    />
  </FieldFrame>
</template>
