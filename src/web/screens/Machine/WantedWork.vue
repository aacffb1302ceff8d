<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { dayOf } from '../../../contract/days.js'
import type { MachineView } from '../../../contract/machines.js'
import { workFields, type WorkInput, type WorkView } from '../../../contract/work.js'
import { WORK_KIND_LABEL, WORK_ORIGIN_LABEL, lateDays } from '../../../core/work/work.js'
import { ApiError } from '../../api.js'
import ChoiceField from '../../fields/ChoiceField.vue'
import DayField from '../../fields/DayField.vue'
import FormPart from '../../fields/FormPart.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'
import { useOutbox } from '../../stores/outbox.js'
import { useSession } from '../../stores/session.js'
import { seldom, useStream } from '../../stream.js'
import { useLoad } from '../../theme/useLoad.js'

/** What somebody wants done at a machine and nobody has done yet: errands and inspections; cards stand at their supports. */
const props = defineProps<{ machine: MachineView }>()
const session = useSession()
const outbox = useOutbox()
const { data, renew } = useLoad(
  'work',
  () => ({}),
  () => ({ machine: String(props.machine.id) }),
)
const wanted = computed(() => (data.value?.work ?? []).filter((w) => w.cardId === null))
useStream(({ of, id }) => of === 'machine' && id === String(props.machine.id), seldom(renew))
const adding = ref(false)
const message = ref('')
const KINDS = (['errand', 'inspection'] as const).map((value) => ({ value, label: WORK_KIND_LABEL[value] }))
const supports = computed(() => props.machine.shaftLines.flatMap((l) => l.positions.map((p) => ({ value: p.id, label: p.name }))))
const NOTHING = { kind: 'errand', positionId: null, why: '', wantedTo: null } as const
const schema = workFields.pick({ kind: true, positionId: true, why: true, wantedTo: true })

async function want(given: Pick<WorkInput, 'kind' | 'positionId' | 'why' | 'wantedTo'>) {
  const work: WorkInput = { ...given, machineId: props.machine.id, origin: 'person', inHands: null, wantedFrom: null, minutes: null }
  await done(await outbox.perform('want-work', { work }))
  adding.value = false
}
async function end(w: WorkView) {
  try {
    await done(await outbox.perform('end-work', { work: w.id, version: w.version, how: 'done', reason: '' }))
  } catch (failure) {
    message.value = failure instanceof Error ? failure.message : String(failure)
    await renew()
  }
}
async function done(answer: Awaited<ReturnType<typeof outbox.perform>>) {
  if (answer?.problem) throw new ApiError(answer.problem)
  message.value = answer ? '' : 'The server is away: this waits on the device and is sent when it is back.'
  await renew()
}
const late = (w: WorkView) => lateDays(w.wantedTo, props.machine.now.slice(0, 10))
</script>

<template>
  <section v-if="wanted.length || session.may('technician')" aria-labelledby="wanted-title">
    <h2 id="wanted-title">Wanted here</h2>
    <ul v-if="wanted.length" class="plain-list wanted">
      <li v-for="w in wanted" :key="w.id">
        <b>{{ w.why }}</b>
        <span class="soft">
          {{ [WORK_KIND_LABEL[w.kind], w.positionName ?? '', WORK_ORIGIN_LABEL[w.origin], w.begunBy].filter(Boolean).join(', ') }}
        </span>
        <span v-if="w.wantedTo" class="state" :class="late(w) ? 'state-caution' : 'state-open'">
          by {{ dayOf(w.wantedTo) }}{{ late(w) ? `, ${late(w)} days late` : '' }}
        </span>
        <Button v-if="session.may('technician')" label="Done" :aria-label="`Done: ${w.why}`" size="small" outlined @click="end(w)" />
      </li>
    </ul>
    <p v-else class="soft">Nothing is wanted.</p>
    <p v-if="message" class="state state-caution" role="status">{{ message }}</p>
    <SentForm v-if="adding" class="want" aria-label="Want something done" :schema="schema" :initial="NOTHING" :send="want">
      <FormPart id="work-why" name="why" :control="TextField" label="What is to be done, and why" :most="300" empty="" />
      <FormPart id="work-kind" name="kind" :control="ChoiceField" label="Kind" :options="KINDS" empty="errand" />
      <FormPart
        id="work-where"
        name="positionId"
        :control="ChoiceField"
        label="Where"
        placeholder="the whole machine"
        :options="supports"
        :empty="null"
      />
      <FormPart id="work-to" name="wantedTo" :control="DayField" label="By when" :empty="null" />
      <Button type="submit" label="Want it" outlined />
      <Button label="Back" text @click="adding = false" />
    </SentForm>
    <button v-else-if="session.may('technician')" type="button" class="link-button" @click="adding = true">Want something done…</button>
  </section>
</template>

<style scoped>
.wanted {
  display: grid;
  gap: 8px;
}
.wanted li {
  align-items: baseline;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
.want {
  margin-top: 12px;
  align-items: end;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
}
</style>
