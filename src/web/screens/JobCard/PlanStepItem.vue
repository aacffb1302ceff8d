<script setup lang="ts">
import { acceptStepInput } from '../../../contract/cards.js'
import { call } from '../../api.js'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed } from 'vue'
import { comparedWords, type PlanField } from '../../../core/card/mounting-plan.js'
import { stepName, type LineStep } from '../../../core/card/signing.js'
import FieldFrame from '../../fields/FieldFrame.vue'
import FormPart from '../../fields/FormPart.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'
import QuantityField from '../../fields/QuantityField.vue'
import TickField from '../../fields/TickField.vue'
import { useCard } from '../../stores/card.js'
import { useSession } from '../../stores/session.js'

/** One step of the mounting plan: what to do, what to write down with its tolerance, who signed. */
const props = defineProps<{ step: LineStep; number: number }>()
const card = useCard()
const session = useSession()
/** Only one place is in hand, so the name of a step is enough to tell its fields apart. */
const name = computed(() => stepName(props.step.key))
const record = computed(() => card.view!.steps.find((s) => s.key === props.step.key))
const state = computed(() => card.stepStates.find((s) => s.key === props.step.key)!)
const values = computed(() => card.stepRecords.get(props.step.key)?.values ?? {})
const signed = computed(() => record.value?.signedBy != null)
const stale = computed(() => state.value.signed && !state.value.holds)
/** The first step that waits says what it waits for; those after it only wait. */
const next = computed(() => {
  const here = card.plan.filter((s) => s.scope === props.step.scope).map((s) => s.key)
  return card.stepStates.find((s) => !s.holds && here.includes(s.key))?.key === props.step.key
})
const locked = computed(() => card.readOnly || signed.value)

const set = (key: string, value: unknown) => card.editStep(props.step.key, { [key]: value as never })
const numberOf = (f: PlanField) => (typeof values.value[f.key] === 'number' ? (values.value[f.key] as number) : null)

function range(f: PlanField): string {
  const show = (v: number) => session.show(v, f.quantity, f.decimals)
  if (f.min !== undefined && f.max !== undefined && f.min > 0) return `${show(f.min)} … ${session.withUnit(f.max, f.quantity, f.decimals)}`
  if (f.max !== undefined) return `at most ${session.withUnit(f.max, f.quantity, f.decimals)}`
  return ''
}
const when = (iso: string) => new Date(iso).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
const sign = () => card.act((id) => call('signStep', { params: { id, key: props.step.key } }))
const withdraw = () => card.act((id) => call('withdrawStep', { params: { id, key: props.step.key } }))
const accept = (body: { reason: string }) => card.act((id) => call('acceptStep', { params: { id, key: props.step.key }, body }))
</script>

<template>
  <li class="step" :class="{ signed: signed && !stale, stale }" :data-step="name">
    <span class="mark number">{{ number }}</span>
    <div class="body">
      <h3>{{ session.say(step.title) }}</h3>
      <p>
        {{ session.say(step.doing) }} <span class="soft">Tool: {{ step.tool }}.</span>
      </p>
      <p v-if="step.caution" class="caution"><span class="state state-caution">Caution</span> {{ session.say(step.caution) }}</p>
      <div v-if="step.fields.length" class="fields">
        <template v-for="f in step.fields" :key="f.key">
          <TickField
            v-if="f.kind === 'check'"
            :id="`${name}-${f.key}`"
            :label="f.label"
            :model-value="values[f.key] === true"
            :disabled="locked"
            @update:model-value="set(f.key, $event || null)"
          />
          <FieldFrame
            v-else-if="f.kind === 'text'"
            :id="`${name}-${f.key}`"
            :label="f.label"
            :error="state.fields[f.key] === 'outside' ? session.say(comparedWords(f, values[f.key]) ?? '') : null"
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
            :label="`${f.label}, ${range(f)}`"
            :quantity="f.quantity"
            :decimals="f.decimals"
            :model-value="numberOf(f)"
            :disabled="locked"
            :error="
              state.fields[f.key] === 'outside'
                ? state.outside.length
                  ? 'Outside the tolerance: the plan stops here.'
                  : 'Outside the tolerance, accepted.'
                : null
            "
            @update:model-value="set(f.key, $event)"
          />
          <p v-if="f.kind === 'text' && state.fields[f.key] === 'good' && comparedWords(f, values[f.key])" class="soft small">
            {{ session.say(comparedWords(f, values[f.key])!) }}
          </p>
        </template>
      </div>
      <p v-if="record?.acceptedBy" class="soft small">Accepted by {{ record.acceptedBy }}: {{ record.acceptedReason }}</p>
      <SentForm
        v-if="state.outside.length && !signed && session.may('planner') && !card.readOnly"
        class="accept"
        late
        :schema="acceptStepInput"
        :initial="{ reason: '' }"
        :send="accept"
      >
        <FormPart :id="`accept-${step.key}`" name="reason" :control="TextField" empty="" label="Reason for accepting" :most="300" />
        <Button type="submit" label="Accept" />
      </SentForm>
      <p v-if="stale" class="state state-stop">No longer holds: {{ session.say(state.movedUnder.join(', ')) }} moved after signing.</p>
    </div>
    <div class="sign">
      <template v-if="signed">
        <span class="state" :class="stale ? 'state-stop' : 'state-good'">{{ record!.signedBy }}</span>
        <span class="soft small">{{ when(record!.signedAt!) }}</span>
        <button v-if="!card.readOnly" type="button" class="link-button" @click="withdraw">
          withdraw<span class="visually-hidden"> signature of {{ session.say(step.title) }}</span>
        </button>
      </template>
      <template v-if="!card.readOnly && (!signed || stale)">
        <Button
          :label="stale ? 'Sign again' : 'Sign'"
          :aria-label="`Sign: ${session.say(step.title)}`"
          :disabled="state.blocked !== null"
          :title="state.blocked === null ? undefined : session.say(state.blocked)"
          @click="sign"
        />
        <span v-if="next && state.blocked" class="soft small">{{ session.say(state.blocked) }}</span>
      </template>
    </div>
  </li>
</template>

<style scoped>
.step {
  border-bottom: 1px solid var(--hair);
  display: grid;
  gap: 14px;
  grid-template-columns: 2rem minmax(0, 1fr) 7.6rem;
  padding: 12px 0 12px 8px;
}
.mark {
  color: var(--damson);
  font-size: 1.5rem;
  line-height: 1;
}
.signed {
  box-shadow: inset 4px 0 var(--moss);
}
.stale {
  box-shadow: inset 4px 0 var(--rowan);
}
.caution {
  margin-top: 4px;
}
.fields {
  display: grid;
  gap: 10px;
  margin-top: 8px;
  max-width: 24rem;
}
.accept {
  display: flex;
  gap: 8px;
  margin-top: 8px;
}
.sign {
  align-content: start;
  display: grid;
  gap: 4px;
  justify-items: end;
  text-align: right;
}
</style>
