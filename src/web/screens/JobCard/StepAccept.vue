<script setup lang="ts">
import Button from 'primevue/button'
import { acceptStepInput } from '../../../contract/cards.js'
import type { LineStep } from '../../../core/card/line-step.js'
import FormPart from '../../fields/FormPart.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'
import { useSession } from '../../stores/session.js'
import { useStep } from './useStep.js'

/** Somebody who is allowed to takes a reading outside its tolerance, with the reason. */
const props = defineProps<{ step: LineStep }>()
const session = useSession()
const { card, record, state, signed, accept } = useStep(() => props.step)
</script>

<template>
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
</template>

<style scoped>
.accept {
  display: flex;
  gap: 8px;
  margin-top: 8px;
}
</style>
