<script setup lang="ts">
import { computed } from 'vue'
import { withKey, type PlanField } from '../../../core/card/mounting-plan.js'
import type { LineStep } from '../../../core/card/signing.js'
import { instrumentNotes } from '../../../core/measuring/instruments.js'
import ChoiceField from '../../fields/ChoiceField.vue'
import { dayOf, timeOf } from '../../figures/dates.js'
import { useGauges } from '../../stores/gauges.js'
import { useSession } from '../../stores/session.js'
import { useStep } from './useStep.js'

/** With which instrument fields of one quantity are read, what is to be said of it, and who read what when. */
const props = defineProps<{ step: LineStep; fields: readonly PlanField[]; id: string }>()
const session = useSession()
const gauges = useGauges()
const { card, record, values, locked } = useStep(() => props.step)
const quantity = computed(() => props.fields[0]!.quantity)
const fitting = computed(() => gauges.forQuantity(card.context.plant.instruments, quantity.value))
const chosen = computed(() => {
  const said = props.fields.map((f) => values.value[withKey(f.key)]).find((name) => typeof name === 'string' && name)
  return typeof said === 'string' ? said : null
})
const shown = computed(() => chosen.value ?? gauges.usual(fitting.value, quantity.value))
const options = computed(() => {
  const names = fitting.value.map((i) => i.name)
  return [...names, ...(shown.value && !names.includes(shown.value) ? [shown.value] : [])].map((value) => ({ value, label: value }))
})
const today = new Date().toISOString().slice(0, 10)
const notes = computed(() => {
  const instrument = fitting.value.find((i) => i.name === shown.value)
  const all = instrument ? props.fields.flatMap((f) => instrumentNotes(instrument, f, today)) : []
  const cautions = all.filter((n) => n.level === 'caution')
  const once = new Map((cautions.length ? cautions : all).map((n) => [n.words, n]))
  return [...once.values()]
})
function choose(name: string | null) {
  gauges.choose(quantity.value, name)
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
  <div class="with">
    <ChoiceField
      v-if="options.length"
      :id="id"
      label="Read with"
      :options="options"
      :model-value="shown"
      placeholder="not said"
      clearable
      :disabled="locked"
      @update:model-value="choose"
    />
    <div class="small">
      <p v-for="n in notes" :key="n.words" :class="n.level === 'good' ? 'soft' : 'state state-caution'">{{ session.say(n.words) }}</p>
      <p v-if="last && stands" class="soft">
        {{ last.instrument ? `${last.instrument}, ` : '' }}{{ last.by }}, {{ dayOf(last.at) }} {{ timeOf(last.at)
        }}<span v-if="before" :title="before">, read {{ read.length }} times</span>
      </p>
    </div>
  </div>
</template>

<style scoped>
.with {
  align-items: end;
  display: grid;
  gap: 4px 12px;
  grid-template-columns: minmax(9rem, 13rem) minmax(0, 1fr);
  margin-top: 2px;
}
</style>
