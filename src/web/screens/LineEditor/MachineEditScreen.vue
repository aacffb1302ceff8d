<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref, watch } from 'vue'
import { z } from 'zod'
import { onBeforeRouteLeave, useRoute, useRouter } from 'vue-router'
import { useEventListener } from '@vueuse/core'
import { draftOf, newLineInput } from '../../../contract/lines.js'
import { machineHead, type MachineHead, type MachineView } from '../../../contract/machines.js'
import { MATERIALS, MATERIAL_NAMES, type Material } from '../../../core/materials.js'
import type { CommandKind } from '../../../contract/commands.js'
import { ApiError } from '../../api.js'
import { useOutbox } from '../../stores/outbox.js'
import ActionButton from '../../fields/ActionButton.vue'
import ChoiceField from '../../fields/ChoiceField.vue'
import FormPart from '../../fields/FormPart.vue'
import SentForm from '../../fields/SentForm.vue'
import TextField from '../../fields/TextField.vue'
import { editKey, readDraft, writeDraft } from '../../stores/drafts.js'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LineEditor from './LineEditor.vue'
import { useLineDraft } from './useLineDraft.js'

/** A machine and one of its shaft lines, new or as it stands. */
const props = defineProps<{ machine: MachineView | null; lineId: number | null }>()
const emit = defineEmits<{ reload: [] }>()
const route = useRoute()
const router = useRouter()

interface Head extends MachineHead {
  line: string
  shaftMaterial: Material
  housingMaterial: Material
}
const HEAD_FIELDS = ['code', 'name', 'area', 'location', 'notes'] as const
const LINE_FIELDS = ['line', 'shaftMaterial', 'housingMaterial'] as const
const line = computed(() => props.machine?.shaftLines.find((l) => l.id === props.lineId) ?? null)
const key = editKey(props.machine?.id ?? null, props.lineId)
const saved: Head = {
  code: props.machine?.code ?? '',
  name: props.machine?.name ?? '',
  area: props.machine?.area ?? '',
  location: props.machine?.location ?? '',
  notes: props.machine?.notes ?? '',
  line: line.value?.name ?? (props.machine?.shaftLines.length ? 'second shaft' : 'shaft'),
  shaftMaterial: (line.value?.shaftMaterial ?? 'carbon-steel') as Material,
  housingMaterial: (line.value?.housingMaterial ?? 'cast-iron') as Material,
}
const keptHead = readDraft<Head>(`head:${key}`)
const head = ref<Head>({ ...saved, ...keptHead })
const restored = ref(keptHead !== null)
/** What is typed stays on the device until it is saved. */
watch(head, (now) => writeDraft(`head:${key}`, differs(now, HEAD_FIELDS) || differs(now, LINE_FIELDS) ? now : null))
const differs = (now: Head, fields: readonly (keyof Head)[]) => fields.some((f) => now[f] !== saved[f])
const edit = useLineDraft(`line:${key}`, line.value ? draftOf(line.value) : undefined)

const MATERIAL_OPTIONS = MATERIAL_NAMES.map((value) => ({ value, label: MATERIALS[value].label }))
const schema = z.strictObject({
  ...machineHead.shape,
  ...{
    line: newLineInput.shape.name,
    shaftMaterial: newLineInput.shape.shaftMaterial,
    housingMaterial: newLineInput.shape.housingMaterial,
  },
})
interface FieldRow {
  id: string
  name: keyof Head
  label: string
  most?: number
  placeholder?: string
  options?: typeof MATERIAL_OPTIONS
  empty: string
}
const FIELDS: readonly FieldRow[] = [
  { id: 'machine-code', name: 'code', label: 'Code', most: 40, empty: '' },
  { id: 'machine-name', name: 'name', label: 'Name', most: 120, empty: '' },
  { id: 'machine-area', name: 'area', label: 'Area', most: 120, placeholder: 'Press house / Loft', empty: '' },
  { id: 'machine-location', name: 'location', label: 'Where it stands', most: 200, empty: '' },
  { id: 'line-name', name: 'line', label: 'Shaft line', most: 80, empty: '' },
  { id: 'shaft-material', name: 'shaftMaterial', label: 'Shaft', options: MATERIAL_OPTIONS, empty: 'carbon-steel' },
  { id: 'housing-material', name: 'housingMaterial', label: 'Housing or base', options: MATERIAL_OPTIONS, empty: 'cast-iron' },
  { id: 'machine-notes', name: 'notes', label: 'Notes', most: 4000, empty: '' },
]
const headChanged = computed(() => !props.machine || differs(head.value, HEAD_FIELDS))
const lineTouched = computed(() => edit.changed.value || (line.value !== null && differs(head.value, LINE_FIELDS)))
const why = computed(() => {
  if (waits.value) return 'it waits on this device'
  if (edit.read.value.problems.length) return 'some words are not understood yet'
  if (edit.faults.value.length && (lineTouched.value || !props.machine)) return 'the line is not whole yet'
  if (!head.value.code || !head.value.name) return 'code and name of the machine first'
  return props.machine && !headChanged.value && !lineTouched.value ? 'nothing has changed' : null
})

const outbox = useOutbox()
/** It is done and lies on this device until the server is there. */
const waits = ref(false)
async function save({ line: name, shaftMaterial, housingMaterial, ...machine }: Head) {
  if (why.value) return
  const whole = { name, shaftMaterial, housingMaterial, line: edit.line.value }
  let id = props.machine?.id
  if (!props.machine) id = (await done<{ machine: number }>('add-machine', { ...machine, lines: [whole] }))?.machine
  else {
    const of = { machine: props.machine.id }
    if (headChanged.value) await done('change-machine', { ...of, ...machine, version: props.machine.version })
    if (line.value && lineTouched.value) await done('change-line', { shaftLine: line.value.id, ...whole, version: line.value.version })
    else if (!line.value && lineTouched.value) await done('add-line', { ...of, ...whole })
  }
  forget()
  left = true
  await router.push(
    id === undefined || outbox.waiting ? { name: 'machines', query: { waits: 'yes' } } : { name: 'machine', params: { id } },
  )
}
/** What came of it, or nothing where it waits on this device; a form shows why not. */
async function done<T>(kind: CommandKind, body: object): Promise<T | null> {
  const answer = await outbox.perform(kind, body as never)
  const { problem } = answer ?? {}
  if (!problem) return (answer?.changed as T | undefined) ?? null
  if (problem.title === 'Changed meanwhile') throw new Error(`${problem.detail} Your line is kept here; load anew to see theirs.`)
  throw new ApiError(problem)
}
function forget() {
  edit.forget()
  writeDraft(`head:${key}`, null)
}

let left = false
/** What is typed stays on the device; leaving loses nothing. */
onBeforeRouteLeave(() => {
  if (!left && !edit.changed.value) edit.forget()
})
useEventListener('keydown', (event) => {
  if (!(event.ctrlKey || event.metaKey) || event.target instanceof HTMLTextAreaElement) return
  if (event.key === 'z' && !event.shiftKey && edit.canUndo.value) edit.undo()
  else if ((event.key === 'y' || (event.key === 'z' && event.shiftKey)) && edit.canRedo.value) edit.redo()
  else return
  event.preventDefault()
})
const trail = computed(() => [
  { label: 'Yard', to: '/' },
  ...(props.machine
    ? [{ label: `${props.machine.name} ${props.machine.code}`, to: { name: 'machine', params: { id: props.machine.id } } }]
    : []),
  { label: props.machine ? (line.value?.name ?? 'new shaft line') : 'new machine' },
])
function discard() {
  forget()
  emit('reload')
}
</script>

<template>
  <div class="screen film">
    <CrumbTrail :trail="trail" />
    <h1 class="visually-hidden">{{ machine ? `${machine.name}: ${line?.name ?? 'new shaft line'}` : 'New machine' }}</h1>
    <Teleport defer to="#bar-state">
      <span class="bar">
        <Button
          label="Undo"
          size="small"
          text
          :disabled="!edit.canUndo.value"
          :title="edit.canUndo.value ? 'Ctrl+Z' : 'Nothing to take back'"
          @click="edit.undo"
        />
        <ActionButton :label="machine ? 'Save' : 'Make the machine'" type="submit" form="machine-head" size="small" :why="why" />
      </span>
    </Teleport>
    <SentForm
      id="machine-head"
      class="head"
      aria-label="Machine"
      :schema="schema"
      :initial="head"
      :send="save"
      @typed="head = $event as unknown as Head"
    >
      <FormPart
        v-for="f in FIELDS"
        :id="f.id"
        :key="f.name"
        :name="f.name"
        :label="f.label"
        :control="f.options ? ChoiceField : TextField"
        :empty="f.empty"
        v-bind="f.options ? { options: f.options } : { most: f.most, placeholder: f.placeholder }"
      />
    </SentForm>
    <p v-if="waits" class="kept" role="status">
      <span class="state state-caution">The server is away: this waits on the device and is sent when it is back.</span>
    </p>
    <p v-else-if="edit.restored.value || restored" class="kept" role="status">
      {{ route.query.back ? 'This is how it stood before; look at it and save.' : 'What you typed before is here again.' }}
      <button type="button" class="link-button" @click="discard">Leave it, {{ machine ? 'show what is saved' : 'begin anew' }}</button>
    </p>
    <LineEditor :key="`${route.fullPath}`" :edit="edit" :fresh="!line" />
  </div>
</template>

<style scoped>
.screen {
  display: grid;
  grid-template-rows: auto auto auto 1fr;
  height: 100%;
  overflow: auto;
}
.bar {
  align-items: center;
  display: flex;
  gap: 10px;
}
.head {
  display: grid;
  gap: 6px 14px;
  grid-template-columns: 7rem 1.4fr 1fr 1fr;
  padding: 10px 24px 4px;
}
.kept {
  color: var(--soft);
  padding: 4px 24px;
}
@media (max-width: 900px) {
  .head {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
