<script setup lang="ts">
import { localDay } from '../../figures/dates.js'
import { computed } from 'vue'
import { instrumentNotes, type FieldToRead } from '../../../core/measuring/instruments.js'
import ChoiceField from '../../fields/ChoiceField.vue'
import { useCard } from '../../stores/card.js'
import { useGauges } from '../../stores/gauges.js'
import { useSession } from '../../stores/session.js'

/** With which of the plant's instruments something is read, and what is to be said of it before: past its check, too coarse, out of its range. */
const props = defineProps<{
  id: string
  label: string
  /** What is read with it, all of the quantities that it may be asked for. */
  fields: readonly FieldToRead[]
  modelValue: string | null
  disabled?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [name: string | null] }>()
const card = useCard()
const gauges = useGauges()
const session = useSession()
const quantities = computed(() => [...new Set(props.fields.map((f) => f.quantity))])
const fitting = computed(() => quantities.value.flatMap((quantity) => gauges.forQuantity(card.context.plant.instruments, quantity)))
const shown = computed(() => props.modelValue ?? gauges.usual(fitting.value, quantities.value[0]!))
const options = computed(() => {
  const names = fitting.value.map((i) => i.name)
  return [...names, ...(shown.value && !names.includes(shown.value) ? [shown.value] : [])].map((value) => ({ value, label: value }))
})
const today = localDay(new Date())
const notes = computed(() => {
  const instrument = fitting.value.find((i) => i.name === shown.value)
  const all = instrument ? props.fields.flatMap((f) => instrumentNotes(instrument, f, today)) : []
  const cautions = all.filter((n) => n.level === 'caution')
  const once = new Map((cautions.length ? cautions : all).map((n) => [n.words, n]))
  return [...once.values()]
})
function choose(name: string | null) {
  for (const quantity of quantities.value) gauges.choose(quantity, name)
  emit('update:modelValue', name)
}
</script>

<template>
  <div class="with">
    <ChoiceField
      v-if="options.length"
      :id="id"
      :label="label"
      :options="options"
      :model-value="shown"
      placeholder="not said"
      clearable
      :disabled="disabled"
      @update:model-value="choose"
    />
    <div class="small">
      <p v-for="n in notes" :key="session.say(n.words)" :class="n.level === 'good' ? 'soft' : 'state state-caution'">
        {{ session.say(n.words) }}
      </p>
      <slot />
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
