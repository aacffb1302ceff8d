<script setup lang="ts">
import { computed } from 'vue'
import { keyOf, type Scope } from '../../core/card/answers.js'
import type { Station } from '../../core/procedure/rolling.js'
import { fieldOf } from '../../core/card/fields.js'
import { useCard } from '../stores/card.js'
import ChoiceField from './ChoiceField.vue'
import DecisionChoice from './DecisionChoice.vue'
import QuantityField from './QuantityField.vue'
import TextField from './TextField.vue'
import TickField from './TickField.vue'
import YesNoField from './YesNoField.vue'

/**
 * One field of the card as the table of fields declares it: label, unit, options, refusal, read-only. `at` answers it at
 * another place or position than the one in hand; `shown` stands there while nothing is answered.
 */
const props = defineProps<{
  station: Station
  name: string
  at?: Scope
  label?: string
  /** All options in sight instead of a list. */
  open?: boolean
  options?: readonly { value: string | number; label: string }[]
  shown?: unknown
  placeholder?: string
  clearable?: boolean
  /** Of a length along the shaft: from where it is counted. */
  from?: number
}>()
const card = useCard()
const field = computed(() => fieldOf(props.station, props.name)!)
const id = computed(() => (props.at ? `${props.name}-${props.at}` : props.name))
const label = computed(() => props.label ?? field.value.label)
const answered = computed(() =>
  props.at
    ? card.lineAnswers[keyOf(props.at, props.station, props.name)]
    : (card.answers[props.station] as unknown as Record<string, unknown>)[props.name],
)
const value = computed(() => answered.value ?? props.shown ?? null)
type As = { number: number | null; truth: boolean | null; word: string | null; either: string | number | null }
/** The value as the control of its kind takes it; the table of fields says which. */
const as = computed(() => ({ number: value.value, truth: value.value, word: value.value, either: value.value }) as As)
const error = computed(() => card.evaluation[props.station].fieldErrors[props.name])
const options = computed(
  () => props.options ?? field.value.options.map((o) => ({ value: o, label: field.value.words[o] ?? o.replaceAll('-', ' ') })),
)
/** Emptied fields of a kind that must say something go back to what an empty card says. */
const set = (given: unknown) => card.edit(props.station, { [props.name]: given ?? field.value.empty } as never, props.at)
</script>

<template>
  <QuantityField
    v-if="field.kind === 'quantity' && !props.options"
    :id="id"
    :label="label"
    :quantity="field.quantity"
    :range="field.range"
    :from="from"
    :model-value="as.number"
    :error="error"
    :disabled="card.readOnly"
    @update:model-value="set"
  />
  <YesNoField
    v-else-if="field.kind === 'yes-no'"
    :id="id"
    :label="label"
    :model-value="as.truth"
    :disabled="card.readOnly"
    @update:model-value="set"
  />
  <TickField
    v-else-if="field.kind === 'flag'"
    :id="id"
    :label="label"
    :model-value="value === true || shown === true"
    :disabled="card.readOnly"
    @update:model-value="set"
  />
  <DecisionChoice
    v-else-if="open"
    :id="id"
    :label="label"
    :options="options as { value: string; label: string }[]"
    :model-value="as.word"
    :disabled="card.readOnly"
    @update:model-value="set"
  />
  <TextField
    v-else-if="field.kind === 'text' && !props.options"
    :id="id"
    :label="label"
    :model-value="as.word"
    :most="field.most"
    :placeholder="placeholder"
    :error="error"
    :disabled="card.readOnly"
    @update:model-value="set"
  />
  <ChoiceField
    v-else
    :id="id"
    :label="label"
    :options="options"
    :model-value="as.either"
    :placeholder="placeholder"
    :clearable="clearable"
    :error="error"
    :disabled="card.readOnly"
    @update:model-value="set"
  />
</template>
