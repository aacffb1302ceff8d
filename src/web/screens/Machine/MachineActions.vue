<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { MachineView } from '../../../contract/machines.js'
import { call, refusalOf } from '../../api.js'
import ActionButton from '../../fields/ActionButton.vue'
import FieldFrame from '../../fields/FieldFrame.vue'
import { useSession } from '../../stores/session.js'

/** What is done with a machine as a whole: another line, more like it, out of the lists and back. */
const props = defineProps<{ machine: MachineView }>()
const emit = defineEmits<{ changed: [] }>()
const router = useRouter()
const session = useSession()
const asking = ref<'copy' | 'retire' | null>(null)
const text = ref('')
const refusal = ref('')

const codes = computed(() => [...new Set(text.value.split(/[\s,;]+/).filter(Boolean))])
function ask(what: 'copy' | 'retire') {
  text.value = what === 'copy' ? nextCode(props.machine.code) : ''
  refusal.value = ''
  asking.value = what
}
/** `EF-1` goes on with `EF-2`. */
function nextCode(code: string): string {
  const match = /^(.*?)(\d+)$/.exec(code)
  return match ? match[1] + String(Number(match[2]) + 1).padStart(match[2]!.length, '0') : `${code}-2`
}
async function act(run: () => Promise<unknown>) {
  refusal.value = ''
  try {
    await run()
    asking.value = null
    emit('changed')
  } catch (failure) {
    const { errors, problem } = refusalOf(failure)
    refusal.value = problem ?? Object.values(errors).join(' ')
  }
}
const copy = () =>
  act(async () => {
    const made = await call('copyMachine', { params: { id: props.machine.id }, body: { codes: codes.value } })
    if (made.length === 1) await router.push({ name: 'machine', params: { id: made[0]!.id } })
    else await router.push({ name: 'yard' })
  })
const retire = (retired: boolean) =>
  act(() => call('retireMachine', { params: { id: props.machine.id }, body: { retired, reason: retired ? text.value.trim() : '' } }))
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
      <Button v-else label="Bring back" size="small" outlined @click="retire(false)" />
    </template>
    <Dialog
      v-if="asking"
      :visible="true"
      modal
      :header="asking === 'copy' ? 'More of the same' : 'Retire this machine'"
      :style="{ width: '32rem' }"
      @update:visible="asking = null"
    >
      <form class="ask" @submit.prevent="asking === 'copy' ? copy() : retire(true)">
        <template v-if="asking === 'copy'">
          <p>
            Its lines, what is fitted and what is wanted of grease go over. Jobs, history, duty and the days on which bearings were fitted
            stay behind.
          </p>
          <FieldFrame id="copy-codes" label="Codes of the new machines, with blanks or commas between them">
            <InputText id="copy-codes" v-model="text" autofocus autocomplete="off" maxlength="1000" />
          </FieldFrame>
        </template>
        <template v-else>
          <p>It leaves the lists and stays readable with all its history. It can be brought back at any time.</p>
          <FieldFrame id="retire-reason" label="Why? (may stay empty)">
            <InputText id="retire-reason" v-model="text" autofocus autocomplete="off" maxlength="300" />
          </FieldFrame>
        </template>
        <p v-if="refusal" class="refusal" role="alert">{{ refusal }}</p>
        <div class="actions">
          <ActionButton
            v-if="asking === 'copy'"
            type="submit"
            :label="codes.length > 1 ? `Make ${codes.length} machines` : 'Make the machine'"
            :why="!codes.length && 'a code first'"
          />
          <Button v-else type="submit" label="Retire" severity="danger" />
          <Button type="button" label="Not now" text @click="asking = null" />
        </div>
      </form>
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
