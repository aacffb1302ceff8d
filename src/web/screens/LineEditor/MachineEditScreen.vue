<script setup lang="ts">
import Button from 'primevue/button'
import { computed, reactive, ref, watch } from 'vue'
import { onBeforeRouteLeave, useRoute, useRouter } from 'vue-router'
import { useEventListener } from '@vueuse/core'
import { draftOf } from '../../../contract/lines.js'
import type { MachineView } from '../../../contract/machines.js'
import { MATERIALS, MATERIAL_NAMES, type Material } from '../../../core/materials.js'
import { ApiError, call, refusalOf } from '../../api.js'
import ActionButton from '../../fields/ActionButton.vue'
import ChoiceField from '../../fields/ChoiceField.vue'
import TextField from '../../fields/TextField.vue'
import CrumbTrail from '../../theme/CrumbTrail.vue'
import LineEditor from './LineEditor.vue'
import { useLineDraft } from './useLineDraft.js'

/** A machine and one of its shaft lines, new or as it stands. */
const props = defineProps<{ machine: MachineView | null; lineId: number | null }>()
const emit = defineEmits<{ reload: [] }>()
const route = useRoute()
const router = useRouter()

const line = computed(() => props.machine?.shaftLines.find((l) => l.id === props.lineId) ?? null)
const head = reactive({
  code: props.machine?.code ?? '',
  name: props.machine?.name ?? '',
  area: props.machine?.area ?? '',
  location: props.machine?.location ?? '',
  notes: props.machine?.notes ?? '',
})
const lineHead = reactive({
  name: line.value?.name ?? (props.machine?.shaftLines.length ? 'second shaft' : 'shaft'),
  shaftMaterial: (line.value?.shaftMaterial ?? 'carbon-steel') as Material,
  housingMaterial: (line.value?.housingMaterial ?? 'cast-iron') as Material,
})
const edit = useLineDraft(`line:${props.machine?.id ?? 'new'}:${props.lineId ?? 'new'}`, line.value ? draftOf(line.value) : undefined)

const MATERIAL_OPTIONS = MATERIAL_NAMES.map((value) => ({ value, label: MATERIALS[value].label }))
const errors = ref<Record<string, string>>({})
const problem = ref('')
const saving = ref(false)

const headChanged = computed(() => {
  const m = props.machine
  return !m || (['code', 'name', 'area', 'location', 'notes'] as const).some((f) => m[f] !== head[f])
})
const lineHeadChanged = computed(() => {
  const l = line.value
  return !l || (['name', 'shaftMaterial', 'housingMaterial'] as const).some((f) => l[f] !== lineHead[f])
})
const lineTouched = computed(() => edit.changed.value || (line.value !== null && lineHeadChanged.value))
const why = computed(() => {
  if (edit.read.value.problems.length) return 'some words are not understood yet'
  if (edit.faults.value.length && (lineTouched.value || !props.machine)) return 'the line is not whole yet'
  if (!head.code.trim() || !head.name.trim()) return 'code and name of the machine first'
  return props.machine && !headChanged.value && !lineTouched.value ? 'nothing has changed' : null
})

async function save() {
  errors.value = {}
  problem.value = ''
  saving.value = true
  const whole = { ...lineHead, line: edit.line.value }
  try {
    let id = props.machine?.id
    if (!props.machine) id = (await call('addMachine', { body: { ...head, lines: [whole] } })).id
    else {
      const params = { id: props.machine.id }
      if (headChanged.value) await call('changeMachine', { params, body: { ...head, version: props.machine.version } })
      if (line.value && lineTouched.value)
        await call('changeLine', { params: { id: line.value.id }, body: { ...whole, version: line.value.version } })
      else if (!line.value && lineTouched.value) await call('addLine', { params, body: whole })
    }
    edit.forget()
    done = true
    await router.push({ name: 'machine', params: { id: id! } })
  } catch (failure) {
    const refusal = refusalOf(failure)
    errors.value = refusal.errors
    const known = ['code', 'name', 'area', 'location', 'notes']
    const others = Object.entries(refusal.errors).filter(([field]) => !known.includes(field))
    problem.value = refusal.problem ?? others.map(([, words]) => words).join(' ')
    if (failure instanceof ApiError && failure.problem.status === 409 && failure.problem.title === 'Changed meanwhile')
      problem.value += ' Your line is kept here; load anew to see theirs.'
  } finally {
    saving.value = false
  }
}

let done = false
/** What is typed stays on the device; leaving loses nothing. */
onBeforeRouteLeave(() => {
  if (!done && !edit.changed.value) edit.forget()
})
useEventListener('keydown', (event) => {
  if (!(event.ctrlKey || event.metaKey) || event.target instanceof HTMLTextAreaElement) return
  if (event.key === 'z' && !event.shiftKey && edit.canUndo.value) edit.undo()
  else if ((event.key === 'y' || (event.key === 'z' && event.shiftKey)) && edit.canRedo.value) edit.redo()
  else return
  event.preventDefault()
})
watch(
  () => head.code,
  () => delete errors.value.code,
)
const trail = computed(() => [
  { label: 'Yard', to: '/' },
  ...(props.machine
    ? [{ label: `${props.machine.name} ${props.machine.code}`, to: { name: 'machine', params: { id: props.machine.id } } }]
    : []),
  { label: props.machine ? (line.value?.name ?? 'new shaft line') : 'new machine' },
])
function discard() {
  edit.forget()
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
        <ActionButton :label="machine ? 'Save' : 'Make the machine'" size="small" :why="why" :loading="saving" @click="save" />
      </span>
    </Teleport>
    <form class="head" aria-label="Machine" @submit.prevent="why || save()">
      <TextField
        id="machine-code"
        label="Code"
        :most="40"
        :model-value="head.code"
        :error="errors.code"
        @update:model-value="head.code = $event ?? ''"
      />
      <TextField
        id="machine-name"
        label="Name"
        :most="120"
        :model-value="head.name"
        :error="errors.name"
        @update:model-value="head.name = $event ?? ''"
      />
      <TextField
        id="machine-area"
        label="Area"
        :most="120"
        placeholder="Press house / Loft"
        :model-value="head.area"
        :error="errors.area"
        @update:model-value="head.area = $event ?? ''"
      />
      <TextField
        id="machine-location"
        label="Where it stands"
        :most="200"
        :model-value="head.location"
        @update:model-value="head.location = $event ?? ''"
      />
      <TextField
        id="line-name"
        label="Shaft line"
        :most="80"
        :model-value="lineHead.name"
        @update:model-value="lineHead.name = $event ?? ''"
      />
      <ChoiceField
        id="shaft-material"
        label="Shaft"
        :options="MATERIAL_OPTIONS"
        :model-value="lineHead.shaftMaterial"
        @update:model-value="lineHead.shaftMaterial = $event ?? 'carbon-steel'"
      />
      <ChoiceField
        id="housing-material"
        label="Housing or base"
        :options="MATERIAL_OPTIONS"
        :model-value="lineHead.housingMaterial"
        @update:model-value="lineHead.housingMaterial = $event ?? 'cast-iron'"
      />
      <TextField id="machine-notes" label="Notes" :most="4000" :model-value="head.notes" @update:model-value="head.notes = $event ?? ''" />
    </form>
    <p v-if="edit.restored.value" class="kept" role="status">
      What you typed before is here again.
      <button type="button" class="link-button" @click="discard">Leave it, {{ machine ? 'show what is saved' : 'begin anew' }}</button>
    </p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
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
.kept,
.problem {
  padding: 4px 24px;
}
.kept {
  color: var(--soft);
}
.problem {
  color: var(--rowan);
  font-weight: 600;
}
@media (max-width: 900px) {
  .head {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
