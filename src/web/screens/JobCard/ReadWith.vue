<script setup lang="ts">
import { computed } from 'vue'
import { withKey, type PlanField } from '../../../core/card/steps/plan-step.js'
import type { LineStep } from '../../../core/card/line-step.js'
import { momentOf, timeOf } from '../../../contract/days.js'
import { useSession } from '../../stores/session.js'
import InstrumentChoice from './InstrumentChoice.vue'
import { useStep } from './useStep.js'

/** With which instrument fields of one quantity are read, what is to be said of it, and who read what when. */
const props = defineProps<{ step: LineStep; fields: readonly PlanField[]; id: string }>()
const session = useSession()
const { card, record, values, locked } = useStep(() => props.step)
const quantity = computed(() => props.fields[0]!.quantity)
const chosen = computed(() => {
  const said = props.fields.map((f) => values.value[withKey(f.key)]).find((name) => typeof name === 'string' && name)
  return typeof said === 'string' ? said : null
})
function choose(name: string | null) {
  card.editStep(props.step.key, Object.fromEntries(props.fields.map((f) => [withKey(f.key), name])))
}
/** The reading of the last field that was read, as the server took it, and how often it was read before. */
const field = computed(() => {
  const latest = (record.value?.readings ?? []).filter((r) => props.fields.some((f) => f.key === r.field)).at(-1)
  return props.fields.find((f) => f.key === latest?.field) ?? props.fields[0]!
})
const read = computed(() => (record.value?.readings ?? []).filter((r) => r.field === field.value.key))
const last = computed(() => read.value.at(-1))
const stands = computed(() => last.value && last.value.value === values.value[field.value.key])
const before = computed(() =>
  read.value
    .slice(0, -1)
    .map((r) => `${session.withUnit(r.value, quantity.value, field.value.decimals)} ${r.by}, ${timeOf(r.at)}`)
    .join('; '),
)
</script>

<template>
  <InstrumentChoice :id="id" label="Read with" :fields="fields" :model-value="chosen" :disabled="locked" @update:model-value="choose">
    <p v-if="last && stands" class="soft">
      {{ last.instrument ? `${last.instrument}, ` : '' }}{{ last.by }}, {{ momentOf(last.at)
      }}<span v-if="before" :title="before">, read {{ read.length }} times</span>
    </p>
  </InstrumentChoice>
</template>
