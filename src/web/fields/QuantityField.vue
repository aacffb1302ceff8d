<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, ref, watch } from 'vue'
import { parse, type Quantity } from '../../core/units/quantities.js'
import type { Words } from '../../core/words/message.js'
import { readDraft, writeDraft } from '../stores/drafts.js'
import { useSession } from '../stores/session.js'
import FieldFrame from './FieldFrame.vue'

/**
 * A number with its unit; any written unit of the same kind is understood. Text that cannot be read is kept, and so is a number beyond `range`: it goes
 * nowhere, since it may be the first digit of another, and is refused beside the field when that is left. `from` is where it is counted from.
 */
const props = defineProps<{
  id: string
  label: string
  quantity: Quantity
  modelValue: number | null
  decimals?: number
  range?: readonly [min: number, max: number]
  from?: number
  error?: Words | null
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
  // A form that was never filled has nothing there.
  if (!Number.isFinite(props.modelValue ?? NaN)) return ''
  const value = props.modelValue! - (props.from ?? 0)
  return props.decimals === undefined
    ? session.showTrimmed(value, props.quantity, FIELD_DECIMALS[props.quantity])
    : session.show(value, props.quantity, props.decimals)
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
  refusal.value = parsed.ok ? beyond(parsed.value) : parsed.message
  writeDraft(storageKey, refusal.value === null ? null : value)
  if (parsed.ok && refusal.value === null) emit('update:modelValue', parsed.value + (props.from ?? 0))
}

/** What is said of a number, counted as it was typed, that its field cannot hold; null where it can. */
function beyond(value: number): string | null {
  const { range, quantity, from = 0 } = props
  if (!range) return null
  const [least, most] = [range[0] - from, range[1] - from]
  if (value >= least && value <= most) return null
  return `${`Allowed from ${session.showTrimmed(least, quantity)} to ${session.showTrimmed(most, quantity)} ${session.unit(quantity)}`.trimEnd()}.`
}

function leave() {
  focused.value = false
  if (!refusal.value) raw.value = null
}

if (raw.value !== null) {
  const kept = parse(raw.value, props.quantity, session.units)
  refusal.value = kept.ok ? beyond(kept.value) : kept.message
  if (refusal.value === null) raw.value = null
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
