<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { copyInput, retireInput, type MachineView } from '../../../contract/machines.js'
import { call, refusalOf } from '../../api.js'
import ActionButton from '../../fields/ActionButton.vue'
import FormPart from '../../fields/FormPart.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'
import { useSession } from '../../stores/session.js'

/** What is done with a machine as a whole: another line, more like it, out of the lists and back. */
const props = defineProps<{ machine: MachineView }>()
const emit = defineEmits<{ changed: [] }>()
const router = useRouter()
const session = useSession()
const asking = ref<'copy' | 'retire' | null>(null)
const typed = ref('')
const refusal = ref('')

const codesOf = (text: unknown) => [
  ...new Set(
    String(text)
      .split(/[\s,;]+/)
      .filter(Boolean),
  ),
]
const codes = computed(() => codesOf(typed.value))
function ask(what: 'copy' | 'retire') {
  typed.value = nextCode(props.machine.code)
  refusal.value = ''
  asking.value = what
}
/** `EF-1` goes on with `EF-2`. */
function nextCode(code: string): string {
  const match = /^(.*?)(\d+)$/.exec(code)
  return match ? match[1] + String(Number(match[2]) + 1).padStart(match[2]!.length, '0') : `${code}-2`
}
async function copy(body: { codes: string[] }) {
  const made = await call('copyMachine', { params: { id: props.machine.id }, body })
  asking.value = null
  emit('changed')
  if (made.length === 1) await router.push({ name: 'machine', params: { id: made[0]!.id } })
  else await router.push({ name: 'machines', query: props.machine.area ? { area: props.machine.area } : {} })
}
async function retire(body: { retired: boolean; reason: string }) {
  await call('retireMachine', { params: { id: props.machine.id }, body })
  asking.value = null
  emit('changed')
}
const bringBack = () =>
  retire({ retired: false, reason: '' }).catch((failure: unknown) => {
    const { errors, problem } = refusalOf(failure)
    refusal.value = problem ?? Object.values(errors).join(' ')
  })
</script>

<template>
  <span v-if="session.may('technician')" class="actions">
    <Button
      label="Edit"
      size="small"
      outlined
      @click="router.push({ name: 'edit-machine', params: { id: machine.id }, query: { line: machine.shaftLines[0]?.id } })"
    />
    <Button label="Another shaft line" size="small" text @click="router.push({ name: 'edit-machine', params: { id: machine.id } })" />
    <Button label="More of the same" size="small" text @click="ask('copy')" />
    <template v-if="session.may('planner')">
      <Button v-if="!machine.retired" label="Retire" size="small" text @click="ask('retire')" />
      <Button v-else label="Bring back" size="small" outlined @click="bringBack" />
    </template>
    <Dialog
      v-if="asking"
      :visible="true"
      modal
      :header="asking === 'copy' ? 'More of the same' : 'Retire this machine'"
      :style="{ width: '32rem' }"
      @update:visible="asking = null"
    >
      <SentForm
        v-if="asking === 'copy'"
        class="ask"
        :schema="copyInput"
        :initial="{ codes: typed }"
        :read="(form) => ({ codes: codesOf(form.codes) })"
        :send="copy"
        @typed="typed = String($event.codes)"
      >
        <p>
          Its lines, what is fitted and what is wanted of grease go over. Jobs, history, duty and the days on which bearings were fitted
          stay behind.
        </p>
        <FormPart
          id="copy-codes"
          name="codes"
          :control="TextField"
          empty=""
          label="Codes of the new machines, with blanks or commas between them"
          :most="1000"
          begin
        />
        <div class="actions">
          <ActionButton
            type="submit"
            :label="codes.length > 1 ? `Make ${codes.length} machines` : 'Make the machine'"
            :why="!codes.length && 'a code first'"
          />
          <Button type="button" label="Not now" text @click="asking = null" />
        </div>
      </SentForm>
      <SentForm
        v-else
        class="ask"
        :schema="retireInput"
        :initial="{ reason: '' }"
        :read="(form) => ({ retired: true, reason: form.reason })"
        :send="retire"
      >
        <p>It leaves the lists and stays readable with all its history. It can be brought back at any time.</p>
        <FormPart id="retire-reason" name="reason" :control="TextField" empty="" label="Why? (may stay empty)" :most="300" begin />
        <div class="actions">
          <Button type="submit" label="Retire" severity="danger" />
          <Button type="button" label="Not now" text @click="asking = null" />
        </div>
      </SentForm>
    </Dialog>
    <span v-if="refusal && !asking" class="refusal" role="alert">{{ refusal }}</span>
  </span>
</template>

<style scoped>
.actions {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.ask {
  display: grid;
  gap: 12px;
}
.refusal {
  color: var(--rowan);
  font-weight: 600;
}
</style>
