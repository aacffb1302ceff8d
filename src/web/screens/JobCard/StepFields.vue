<script setup lang="ts">
import { localDay } from '../../figures/dates.js'
import InputText from 'primevue/inputtext'
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { againstWords, followsWords } from '../../../core/card/against.js'
import { comparedWords, withKey, type PlanField } from '../../../core/card/steps/plan-step.js'
import type { Words } from '../../../core/words/message.js'
import { stepName, type LineStep } from '../../../core/card/line-step.js'
import DecisionChoice from '../../fields/DecisionChoice.vue'
import FieldFrame from '../../fields/FieldFrame.vue'
import QuantityField from '../../fields/QuantityField.vue'
import TickField from '../../fields/TickField.vue'
import { useGauges } from '../../stores/gauges.js'
import { useSession } from '../../stores/session.js'
import ReadWith from './ReadWith.vue'
import { useStep } from './useStep.js'

/** What is written down at a step, each with its tolerance. */
const props = defineProps<{ step: LineStep }>()
const session = useSession()
/** Only one place is in hand, so the name of a step is enough to tell its fields apart. */
const name = computed(() => stepName(props.step.key))
const { card, state, values, locked } = useStep(() => props.step)
const gauges = useGauges()
/** A number keeps what it was read with: what was said for it, or what was taken last for its quantity. */
function set(key: string, value: unknown) {
  const field = props.step.fields.find((f) => f.key === key)
  const usual =
    field?.kind === 'number' && !values.value[withKey(key)] ? gauges.usual(card.context.plant.instruments, field.quantity) : null
  card.editStep(props.step.key, { [key]: value as never, ...(usual && value !== null && { [withKey(key)]: usual }) })
}
const numberOf = (f: PlanField) => (typeof values.value[f.key] === 'number' ? (values.value[f.key] as number) : null)
function range(f: PlanField): string {
  const show = (v: number) => session.show(v, f.quantity, f.decimals)
  if (f.min !== undefined && f.max !== undefined && f.min > 0)
    return `, ${show(f.min)} … ${session.withUnit(f.max, f.quantity, f.decimals)}`
  if (f.max !== undefined) return `, at most ${session.withUnit(f.max, f.quantity, f.decimals)}`
  return f.min !== undefined && f.min > 0 ? `, at least ${session.withUnit(f.min, f.quantity, f.decimals)}` : ''
}
const outside = (f: PlanField) => state.value.fields[f.key] === 'outside'
/** What is said beside a number outside its range. */
function wrong(f: PlanField): Words | null {
  if (!outside(f)) return null
  if (!state.value.outside.length) return 'Outside the tolerance, accepted.'
  const unlike = againstWords(f.against, values.value[f.key], values.value)
  if (unlike) return unlike
  const read = numberOf(f) ?? 0
  if (f.over !== undefined && f.max !== undefined && read > f.max) return f.over
  if (f.under !== undefined && f.min !== undefined && read < f.min) return f.under
  return 'Outside the tolerance: the plan stops here.'
}
/** Numbers of one quantity are read with one instrument, which is said below the last of them; null at the others. */
function readTogether(f: PlanField): PlanField[] | null {
  const alike = props.step.fields.filter((other) => other.kind === 'number' && other.quantity === f.quantity)
  return f.kind === 'number' && alike.at(-1) === f ? alike : null
}
/** What a number should be by the one beside it, while it is not there yet. */
const follows = (f: PlanField) => (values.value[f.key] ?? null) === null && followsWords(f.against, values.value, f.quantity)
const choices = (f: PlanField) => (f.options ?? []).map((value) => ({ value, label: value }))
/** A ring that was too hot is written down where nobody fits it by mistake. */
function aside(f: PlanField) {
  const read = numberOf(f)
  if (!f.aside || f.max === undefined || read === null || read <= f.max) return null
  const marking = card.line.places[props.step.place]!.identify.row?.designation ?? ''
  const day = localDay(new Date())
  return {
    name: 'own-data',
    query: {
      list: 'aside',
      marking,
      reason: 'over-heated',
      day,
      card: card.view!.job.number,
      hottestC: String(read),
    },
  }
}
</script>

<template>
  <template v-for="f in step.fields" :key="f.key">
    <TickField
      v-if="f.kind === 'check'"
      :id="`${name}-${f.key}`"
      :label="session.say(f.label)"
      :model-value="values[f.key] === true"
      :disabled="locked"
      @update:model-value="set(f.key, $event || null)"
    />
    <div v-else-if="f.kind === 'choice'">
      <DecisionChoice
        :id="`${name}-${f.key}`"
        :label="session.say(f.label)"
        :options="choices(f)"
        :model-value="(values[f.key] as string | null) ?? null"
        :disabled="locked"
        @update:model-value="set(f.key, $event)"
      />
      <p v-if="wrong(f)" class="refusal" role="alert">{{ session.say(wrong(f)!) }}</p>
    </div>
    <FieldFrame
      v-else-if="f.kind === 'text'"
      :id="`${name}-${f.key}`"
      :label="session.say(f.label)"
      :error="outside(f) ? session.say(comparedWords(f, values[f.key]) ?? '') : null"
    >
      <InputText
        :id="`${name}-${f.key}`"
        :model-value="String(values[f.key] ?? '')"
        :disabled="locked"
        maxlength="60"
        @update:model-value="set(f.key, String($event ?? ''))"
      />
    </FieldFrame>
    <QuantityField
      v-else
      :id="`${name}-${f.key}`"
      :label="session.say(f.label) + range(f)"
      :quantity="f.quantity"
      :decimals="f.decimals"
      :model-value="numberOf(f)"
      :disabled="locked"
      :error="wrong(f)"
      @update:model-value="set(f.key, $event)"
    />
    <p v-if="follows(f)" class="soft small">{{ session.say(follows(f) as Words) }}</p>
    <p v-if="aside(f)" class="small"><RouterLink :to="aside(f)!">Put it on the list of what is put aside</RouterLink></p>
    <ReadWith v-if="readTogether(f)" :id="`${name}-${f.key}-with`" :step="step" :fields="readTogether(f)!" />
    <p v-if="f.kind === 'text' && state.fields[f.key] === 'good' && comparedWords(f, values[f.key])" class="soft small">
      {{ session.say(comparedWords(f, values[f.key])!) }}
    </p>
  </template>
</template>

<style scoped>
.refusal {
  color: var(--rowan);
  font-weight: 600;
}
</style>
